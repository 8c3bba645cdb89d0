// A picture's lightness in ever coarser copies, and small windows of it.
import type { Vec2 } from '../geometry';

/** Lightness by rows, any unit. */
export type Gray = { readonly width: number; readonly height: number; readonly data: Float32Array };
/** A picture and its copies, each half as wide and high as the one before. */
export type Pyramid = {
  readonly sizes: number;
  /** The picture (0) or one of its copies, made when first asked for. */
  readonly at: (size: number) => Gray;
};

/* eslint-disable @typescript-eslint/no-non-null-assertion -- indexes are kept within the arrays by their loops, which run millions of times a film */

/** A copy of half the size, each row and column smoothed by 1 2 1 first. */
function halved({ width, height, data }: Gray): Gray {
  const w = Math.max(1, width >> 1);
  const h = Math.max(1, height >> 1);
  const rows = new Float32Array(w * height);
  for (let y = 0; y < height; y += 1) {
    const row = y * width;
    for (let x = 0; x < w; x += 1) {
      const at = row + Math.min(2 * x, width - 1);
      const left = x === 0 ? at : at - 1;
      const right = at + 1 < row + width ? at + 1 : at;
      rows[y * w + x] = (data[left]! + 2 * data[at]! + data[right]!) / 4;
    }
  }
  const half = new Float32Array(w * h);
  for (let y = 0; y < h; y += 1) {
    const middle = Math.min(2 * y, height - 1);
    const above = Math.max(0, middle - 1) * w;
    const below = Math.min(height - 1, middle + 1) * w;
    const here = middle * w;
    for (let x = 0; x < w; x += 1) half[y * w + x] = (rows[above + x]! + 2 * rows[here + x]! + rows[below + x]!) / 4;
  }
  return { width: w, height: h, data: half };
}

/** A picture and so many coarser copies of it, as far as they are not too small to hold a window. */
export function pyramidOf(picture: Gray, copies = 3): Pyramid {
  const smallest = Math.min(picture.width, picture.height);
  let sizes = 1;
  while (sizes <= copies && smallest >> (sizes - 1) >= 48) sizes += 1;
  const made = [picture];
  const at = (size: number): Gray => {
    const kept = made[size];
    if (kept) return kept;
    const copy = halved(at(size - 1));
    made[size] = copy;
    return copy;
  };
  return { sizes, at };
}

/** Lightness between pixels, by the four round the place; the edge is continued. */
function lightnessAt({ width, height, data }: Gray, x: number, y: number): number {
  const cx = Math.min(width - 1, Math.max(0, x));
  const cy = Math.min(height - 1, Math.max(0, y));
  const x0 = Math.min(width - 2, Math.floor(cx));
  const y0 = Math.min(height - 2, Math.floor(cy));
  const fx = cx - x0;
  const fy = cy - y0;
  const at = y0 * width + x0;
  const above = data[at]! * (1 - fx) + data[at + 1]! * fx;
  const below = data[at + width]! * (1 - fx) + data[at + width + 1]! * fx;
  return above * (1 - fy) + below * fy;
}

/** The window of ± `reach` pixels round a place, turned and stretched by a complex number, by rows. */
export function windowAt(picture: Gray, [x, y]: Vec2, reach: number, [c, s]: Vec2): Float32Array {
  const { width, height, data } = picture;
  const side = 2 * reach + 1;
  const own = new Float32Array(side * side);
  const far = reach * (Math.abs(c) + Math.abs(s)) + 1;
  const isWithin = x >= far && y >= far && x < width - 1 - far && y < height - 1 - far;
  let k = 0;
  for (let j = -reach; j <= reach; j += 1)
    for (let i = -reach; i <= reach; i += 1, k += 1) {
      const px = x + c * i - s * j;
      const py = y + s * i + c * j;
      if (!isWithin) {
        own[k] = lightnessAt(picture, px, py);
        continue;
      }
      const x0 = px | 0; // within the picture no place is negative
      const y0 = py | 0;
      const fx = px - x0;
      const at = y0 * width + x0;
      const above = data[at]! + (data[at + 1]! - data[at]!) * fx;
      const below = data[at + width]! + (data[at + width + 1]! - data[at + width]!) * fx;
      own[k] = above + (below - above) * (py - y0);
    }
  return own;
}
/* eslint-enable @typescript-eslint/no-non-null-assertion */

/** Whether a place lies in a picture, so many pixels from its edge at least. */
export const isInside = ({ width, height }: Gray, [x, y]: Vec2, margin: number): boolean =>
  x >= margin && y >= margin && x <= width - 1 - margin && y <= height - 1 - margin;
