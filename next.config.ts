import type { NextConfig } from 'next';

const headers = [
  { key: 'X-Content-Type-Options', value: 'nosniff' },
  { key: 'X-Frame-Options', value: 'DENY' },
  { key: 'Referrer-Policy', value: 'same-origin' },
  { key: 'Permissions-Policy', value: 'camera=(self), microphone=(self), geolocation=()' },
];

const config: NextConfig = {
  reactStrictMode: true,
  poweredByHeader: false,
  env: { SPINE_BUILD: process.env.SPINE_BUILD ?? 'unbuilt' }, // which build this is: see scripts/app.mjs
  typescript: { ignoreBuildErrors: true }, // npm test checks types, once, for everything
  logging: { serverFunctions: false }, // they carry passwords
  experimental: { serverActions: { bodySizeLimit: '6mb' } }, // a repertoire file of two million characters, 500 clients
  compiler: { styledComponents: true },
  serverExternalPackages: [
    '@react-pdf/renderer',
    'esbuild',
    'sequelize',
    'mariadb',
    'sharp',
    '@node-rs/argon2',
    'pino',
    'prom-client',
    'nodemailer',
    '@aws-sdk/client-s3',
  ],
  turbopack: { root: import.meta.dirname },
  headers: async () => [
    { source: '/:path*', headers },
    // A look can be laid over the Floor: its pages, and the client's where it ends, may stand in a frame of our own.
    ...['/clients/:id', '/clients/:id/look', '/looks/:id'].map((source) => ({
      source,
      headers: [{ key: 'X-Frame-Options', value: 'SAMEORIGIN' }],
    })),
  ],
};

export default config;
