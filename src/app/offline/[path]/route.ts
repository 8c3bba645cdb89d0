import { createSerwistRoute } from '@serwist/turbopack';
import { randomUUID } from 'node:crypto';

export const { dynamic, dynamicParams, revalidate, generateStaticParams, GET } = createSerwistRoute({
  swSrc: 'src/platform/browser/floor.sw.ts',
  useNativeEsbuild: true,
  // The page is made anew with every build, and so is this file.
  additionalPrecacheEntries: [{ url: '/floor', revision: randomUUID() }],
  globPatterns: ['.next/static/**/*.{js,css,woff2}'],
});
