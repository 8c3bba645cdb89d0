// Stickers in four made rooms: how many are found, how many invented, how far off, and how long that takes beside touching
// every pixel once.
import { distance } from '@/core/geometry';
import { stickerColours } from '@/core/anatomy/stickers';
import { findStickers } from '@/core/motion/stickers';
import type { Pixels } from '@/core/motion/sticker-colour';
import { photograph, roomKinds } from '../rigs/sticker-rooms';
import type { RoomKind } from '../rigs/sticker-rooms';
import { leastUs } from './timing';

const pictures = 60;

function touch({ data }: Pixels): number {
  let sum = 0;
  for (let i = 0; i < data.length; i += 4) sum += (data[i] ?? 0) + (data[i + 1] ?? 0) + (data[i + 2] ?? 0);
  return sum;
}

/** The `share`-th of a list, by size. */
const at = (all: readonly number[], share: number): number =>
  [...all].sort((a, b) => a - b)[Math.floor(share * all.length)] ?? 0;

async function tellRoom(kind: RoomKind): Promise<void> {
  const [off, blunt]: [number[], number[]] = [[], []];
  let [whole, found, invented, covered, told] = [0, 0, 0, 0, 0];
  for (let seed = 1; seed <= pictures; seed += 1) {
    const { pixels, discs } = await photograph(kind, seed, { count: 12, isSomeCovered: true });
    const free = new Set(findStickers(pixels, stickerColours));
    for (const disc of discs) {
      const near = [...free].find((one) => one.colour === disc.colour && distance(one.at, disc.at) < disc.radius);
      const isWhole = disc.coveredShare === 0;
      if (isWhole) whole += 1;
      else covered += 1;
      if (!near) continue;
      free.delete(near);
      if (isWhole) {
        found += 1;
        off.push(distance(near.at, disc.at));
      } else {
        if (near.isCovered) told += 1;
        blunt.push(distance(near.at, disc.at) / near.sdPx);
      }
    }
    invented += free.size;
  }
  const { pixels } = await photograph(kind, 1);
  const [once = 1, search = 0] = leastUs([
    { work: () => touch(pixels), calls: 4 },
    { work: () => findStickers(pixels, stickerColours).length, calls: 4 },
  ]);
  const mean = off.reduce((sum, one) => sum + one, 0) / Math.max(1, off.length);
  console.warn(
    `• stickers, ${kind}: ${found} of ${whole} found, ${(invented / pictures).toFixed(2)} a picture invented, ${mean.toFixed(2)} px off on the mean, p95 ${at(off, 0.95).toFixed(2)}; of ${covered} partly covered ${blunt.length} found and ${told} told so, p95 ${at(blunt, 0.95).toFixed(1)} stated errors off; ${(search / once).toFixed(2)} × touching each pixel once (here ${(search / 1000).toFixed(1)} ms)`,
  );
}

async function main(): Promise<void> {
  for (const kind of roomKinds) await tellRoom(kind);
}

main().catch((error: unknown) => {
  console.error(error);
  process.exit(1);
});
