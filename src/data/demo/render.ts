import sharp from 'sharp';
import { normal, seeded } from '@/core/random';

const noiseSd = 3.2;
const tableSize = 1 << 16;

/** A drawn picture as a camera would give it: a little soft, a little noisy. Repeatable by seed. */
export async function renderPicture(svg: string, seed: number): Promise<Buffer> {
  const { data, info } = await sharp(Buffer.from(svg))
    .removeAlpha()
    .blur(0.8)
    .raw()
    .toBuffer({ resolveWithObject: true });
  const uniform = seeded(seed);
  const noise = Float32Array.from({ length: tableSize }, () => noiseSd * normal(uniform));
  let at = 0;
  for (let i = 0; i < data.length; i += 1) {
    if (i % tableSize === 0) at = Math.floor(uniform() * tableSize); // no visible repeat
    at = (at + 7919) & (tableSize - 1);
    data[i] = Math.max(0, Math.min(255, (data[i] ?? 0) + (noise[at] ?? 0)));
  }
  return sharp(data, { raw: { width: info.width, height: info.height, channels: 3 } })
    .jpeg({ quality: 90 })
    .toBuffer();
}
