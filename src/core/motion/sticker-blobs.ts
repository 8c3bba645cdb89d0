// What hangs together in one colour: looked up on a coarse grid, runs of each row joined to those they touch in the row above.
import { placeOfPixel, wordsOf } from './sticker-colour';
import type { Pixels } from './sticker-colour';

/** Radius of a sticker, pixels. */
export const [smallest, largest] = [3.8, 60];

export type Blob = { colour: number; left: number; right: number; top: number; bottom: number; count: number };

/** Blobs found so far, and which have turned out to be one (union and find). */
function newBlobs() {
  const parent: number[] = [];
  const blobs: Blob[] = [];
  const root = (index: number): number => {
    let at = index;
    while (parent[at] !== at) at = parent[at] = parent[parent[at] ?? at] ?? at;
    return at;
  };
  const join = (a: number, b: number): number => {
    const [one, other] = [root(a), root(b)];
    if (one === other) return one;
    const [kept, gone] = [blobs[one], blobs[other]];
    parent[other] = one;
    if (kept && gone) {
      kept.left = Math.min(kept.left, gone.left);
      kept.right = Math.max(kept.right, gone.right);
      kept.top = Math.min(kept.top, gone.top);
      kept.bottom = Math.max(kept.bottom, gone.bottom);
      kept.count += gone.count;
      gone.count = 0;
    }
    return one;
  };
  return { blobs, parent, root, join };
}

/** What hangs together in one colour on the coarse grid: runs of each row joined to those they touch in the row above. */
export function findBlobs(picture: Pixels, table: Uint8Array, step: number): Blob[] {
  const { width, height } = picture;
  const pixels = wordsOf(picture);
  const { blobs, parent, root, join } = newBlobs();
  let above: number[] = [];
  for (let y = 0; y < height; y += step) {
    const here: number[] = []; // start, end, colour, blob of each run
    let [from, colour] = [0, 0];
    const row = y * width;
    let reach = 0; // runs of the row above, left of what is looked at, are passed over
    const close = (to: number): void => {
      let owner = -1;
      while (reach < above.length && (above[reach + 1] ?? 0) < from - step) reach += 4;
      for (let run = reach; run < above.length && (above[run] ?? 0) <= to + step; run += 4)
        if (above[run + 2] === colour) owner = owner < 0 ? root(above[run + 3] ?? 0) : join(above[run + 3] ?? 0, owner);
      const count = (to - from) / step + 1;
      const blob = blobs[owner];
      if (blob) {
        if (from < blob.left) blob.left = from;
        if (to > blob.right) blob.right = to;
        blob.bottom = y;
        blob.count += count;
      } else {
        owner = blobs.length;
        blobs.push({ colour, left: from, right: to, top: y, bottom: y, count });
        parent.push(owner);
      }
      here.push(from, to, colour, owner);
    };
    for (let x = 0; x < width; x += step) {
      const found = table[placeOfPixel(pixels[row + x] ?? 0)] ?? 0;
      if (found === colour) continue;
      if (colour !== 0) close(x - step);
      [from, colour] = [x, found];
    }
    if (colour !== 0) close(width - 1 - ((width - 1) % step));
    above = here;
  }
  return blobs.filter(({ count }, index) => count > 0 && parent[index] === index);
}

/** A disc fills 0.79 of the square about it, however coarsely it is seen; a square on its corner half, one that lies all of it. */
const leastFill = 0.56;
const [mostFill, seenWell] = [0.95, 30];

/** Whether a blob is about as wide as high, of a sticker's size, and about as full as a disc. */
export function looksRound({ left, right, top, bottom, count }: Blob, step: number): boolean {
  const [wide, high] = [right - left + step, bottom - top + step];
  const radius = (wide + high) / 4;
  if (radius < smallest || radius > largest) return false;
  if (wide > 1.6 * high + 2 * step || high > 1.6 * wide + 2 * step) return false;
  const fill = (count * step * step) / (wide * high);
  return fill > leastFill && (fill < mostFill || count < seenWell);
}
