import { createSerwistRoute } from '@serwist/turbopack';
import { randomUUID } from 'node:crypto';
import { floorFiles } from '@/platform/server/floor-files';

export const { dynamic, dynamicParams, revalidate, generateStaticParams, GET } = createSerwistRoute({
  swSrc: 'src/platform/browser/floor.sw.ts',
  useNativeEsbuild: true,
  // The page is made anew with every build, and so is this file.
  additionalPrecacheEntries: [{ url: '/floor', revision: randomUUID() }],
  globPatterns: floorFiles().map((file) => `.next/${file}`),
});
