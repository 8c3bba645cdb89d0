// A picture's lightness in ever coarser copies, and small windows of it.
import type { Vec2 } from '../geometry';

/** Lightness by rows, any unit. */
export type Gray = { readonly width: number; readonly height: number; readonly data: Float32Array };
/** A picture and its copies, each half as wide and high as the one before. */
export type Pyramid = readonly Gray[];

/** A copy of half the size, each row and column smoothed by 1 2 1 first. */
function halved({ width, height, data }: Gray): Gray {
  const [w, h] = [Math.max(1, width >> 1), Math.max(1, height >> 1)];
  const rows = new Float32Array(w * height);
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < w; x += 1) {
      const [row, middle] = [y * width, Math.min(2 * x, width - 1)];
      const [left, right] = [Math.max(0, middle - 1), Math.min(width - 1, middle + 1)];
      rows[y * w + x] = ((data[row + left] ?? 0) + 2 * (data[row + middle] ?? 0) + (data[row + right] ?? 0)) / 4;
    }
  const half = new Float32Array(w * h);
  for (let y = 0; y < h; y += 1)
    for (let x = 0; x < w; x += 1) {
      const middle = Math.min(2 * y, height - 1);
      const [above, below] = [Math.max(0, middle - 1), Math.min(height - 1, middle + 1)];
      half[y * w + x] = ((rows[above * w + x] ?? 0) + 2 * (rows[middle * w + x] ?? 0) + (rows[below * w + x] ?? 0)) / 4;
    }
  return { width: w, height: h, data: half };
}

/** A picture and so many coarser copies of it, as far as they are not too small to hold a window. */
export function pyramidOf(picture: Gray, copies = 3): Pyramid {
  const all = [picture];
  for (let last = picture; all.length <= copies && Math.min(last.width, last.height) >= 48;) {
    last = halved(last);
    all.push(last);
  }
  return all;
}

/** Lightness between pixels, by the four round the place; the edge is continued. */
function lightnessAt({ width, height, data }: Gray, x: number, y: number): number {
  const [cx, cy] = [Math.min(width - 1, Math.max(0, x)), Math.min(height - 1, Math.max(0, y))];
  const [x0, y0] = [Math.min(width - 2, Math.floor(cx)), Math.min(height - 2, Math.floor(cy))];
  const [fx, fy, at] = [cx - x0, cy - y0, y0 * width + x0];
  const above = (data[at] ?? 0) * (1 - fx) + (data[at + 1] ?? 0) * fx;
  const below = (data[at + width] ?? 0) * (1 - fx) + (data[at + width + 1] ?? 0) * fx;
  return above * (1 - fy) + below * fy;
}

/** The window of ± `reach` pixels round a place, turned and stretched by a complex number, by rows. */
export function windowAt(picture: Gray, [x, y]: Vec2, reach: number, [c, s]: Vec2): Float32Array {
  const side = 2 * reach + 1;
  const own = new Float32Array(side * side);
  for (let j = -reach; j <= reach; j += 1)
    for (let i = -reach; i <= reach; i += 1)
      own[(j + reach) * side + i + reach] = lightnessAt(picture, x + c * i - s * j, y + s * i + c * j);
  return own;
}

/** Whether a place lies in a picture, so many pixels from its edge at least. */
export const isInside = ({ width, height }: Gray, [x, y]: Vec2, margin: number): boolean =>
  x >= margin && y >= margin && x <= width - 1 - margin && y <= height - 1 - margin;
