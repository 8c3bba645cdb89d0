// Where a small window of one picture lies in another, and how it is turned and stretched: image registration, coarse to fine. Lucas &
// Kanade 1981 (Proc. IJCAI 674), in the inverse compositional form of Baker & Matthews 2004 (Int J Comput Vis 56:221).
import { CholeskyDecomposition, Matrix } from 'ml-matrix';
import { length } from '../geometry';
import type { Vec2 } from '../geometry';
import { isInside, windowAt } from './gray';
import type { Gray, Pyramid } from './gray';

/** A window is so many pixels to each side of its middle, at every size of the picture. */
export const reachPx = 10;
const side = 2 * reachPx + 1;
const count = side * side;
const mostSteps = 25;
const nearEnoughPx = 0.01;
/** Noise of a picture, in its own lightness, is never less than this; and no place is surer than this, pixels. */
const [leastNoise, leastSdPx] = [0.5, 0.03];
/** A window must tell its place to this along every direction, noise being the least, pixels: else it is bare. */
const barePx = 0.35;
/** Of a window's slopes no more than this is taken for noise. */
const mostIdle = 0.8;
/** A window is no further stretched than this, nor shrunk. */
const mostStretch = 2;
/** Another light changes the contrast by no more than this. */
const mostContrast = 2;

/** Turned by its angle and stretched by its length: a complex number. */
export type Turn = Vec2;
export const unturned: Turn = [1, 0];
export const afterTurn = ([a, b]: Turn, [c, d]: Turn): Turn => [a * c - b * d, a * d + b * c];
const over = ([a, b]: Vec2, [c, d]: Turn): Vec2 => {
  const square = c * c + d * d;
  return [(a * c + b * d) / square, (b * c - a * d) / square];
};

/** One window at one size: lightness without the mean; how it changes with each of shift across, down, stretch and turn. */
type Layer = {
  readonly values: Float32Array;
  /** Sum of the squares of those. */
  readonly power: number;
  readonly slopes: readonly [across: Float32Array, down: Float32Array, stretch: Float32Array, turn: Float32Array];
  /** Inverse of the slopes' products, by rows. */
  readonly inverse: readonly number[];
};
/** How a point looks: its window at every size of the picture; `smoothed`: what reading between pixels leaves of the noise. */
export type Pattern = { readonly layers: readonly Layer[]; readonly smoothed: number };

/* eslint-disable @typescript-eslint/no-non-null-assertion -- indexes are kept within the arrays by their loops, which run millions of times a film */

/** Takes the mean off a window, in place; gives what is left of its power. */
function takeMeanOff(values: Float32Array): number {
  let sum = 0;
  for (let k = 0; k < values.length; k += 1) sum += values[k]!;
  const middle = sum / values.length;
  let power = 0;
  for (let k = 0; k < values.length; k += 1) {
    const level = values[k]! - middle;
    values[k] = level;
    power += level * level;
  }
  return power;
}

/** A window as light on the whole, and of the same contrast, as the one that it is held against, of whose power it is told. */
function likeLit(picture: Gray, at: Vec2, turn: Turn, power: number): Float32Array {
  const window = windowAt(picture, at, reachPx, turn);
  const own = takeMeanOff(window);
  const contrast = Math.sqrt(power / Math.max(own, 1e-9));
  if (contrast < mostContrast && contrast > 1 / mostContrast)
    for (let k = 0; k < window.length; k += 1) window[k] = window[k]! * contrast;
  return window;
}

/** Share of a picture's noise variance that is left where it is read between pixels. */
function smoothedAt([x, y]: Vec2): number {
  const [fx, fy] = [x - Math.floor(x), y - Math.floor(y)];
  return (fx * fx + (1 - fx) ** 2) * (fy * fy + (1 - fy) ** 2);
}

function slopesOf(picture: Gray, at: Vec2): readonly [Float32Array, Float32Array, Float32Array, Float32Array] {
  const wide = windowAt(picture, at, reachPx + 1, unturned);
  const step = side + 2;
  const across = new Float32Array(count);
  const down = new Float32Array(count);
  const stretch = new Float32Array(count);
  const turn = new Float32Array(count);
  for (let j = 0, k = 0; j < side; j += 1)
    for (let i = 0; i < side; i += 1, k += 1) {
      const middle = (j + 1) * step + i + 1;
      const dx = (wide[middle + 1]! - wide[middle - 1]!) / 2;
      const dy = (wide[middle + step]! - wide[middle - step]!) / 2;
      const x = i - reachPx;
      const y = j - reachPx;
      across[k] = dx;
      down[k] = dy;
      stretch[k] = dx * x + dy * y;
      turn[k] = dy * x - dx * y;
    }
  return [across, down, stretch, turn];
}

function productOf(a: Float32Array, b: Float32Array): number {
  let sum = 0;
  for (let k = 0; k < count; k += 1) sum += a[k]! * b[k]!;
  return sum;
}

function layerOf(picture: Gray, at: Vec2): Layer | undefined {
  const slopes = slopesOf(picture, at);
  const products = Matrix.zeros(slopes.length, slopes.length);
  for (const [row, a] of slopes.entries())
    for (let column = row; column < slopes.length; column += 1) {
      const product = productOf(a, slopes[column]!);
      products.set(row, column, product);
      products.set(column, row, product);
    }
  const parts = new CholeskyDecomposition(products);
  if (!parts.isPositiveDefinite()) return undefined;
  const inverse = parts.solve(Matrix.eye(slopes.length)).to1DArray();
  if (leastNoise * Math.sqrt(larger(inverse)) >= barePx) return undefined;
  const values = windowAt(picture, at, reachPx, unturned);
  const power = takeMeanOff(values);
  return { values, power, slopes, inverse };
}

/** The larger of the two variances of a place, along the direction in which it is known worst. `inverse` by rows of four. */
function larger([xx = 0, xy = 0, , , , yy = 0]: readonly number[]): number {
  return (xx + yy) / 2 + Math.sqrt(((xx - yy) / 2) ** 2 + xy * xy);
}

/** How a point looks in a picture; undefined where it is too bare to be found again, or too near the edge. */
export function patternOf(pyramid: Pyramid, at: Vec2): Pattern | undefined {
  if (!isInside(pyramid.at(0), at, reachPx)) return undefined;
  const layers: Layer[] = [];
  for (let size = 0; size < pyramid.sizes; size += 1) {
    const layer = layerOf(pyramid.at(size), [at[0] / 2 ** size, at[1] / 2 ** size]);
    if (!layer) break; // a coarse copy may be bare: it is left out
    layers.push(layer);
  }
  return layers.length > 0 ? { layers, smoothed: smoothedAt(at) } : undefined;
}

type Placed = { readonly at: Vec2; readonly turn: Turn; readonly window: Float32Array };

/** Where a window lies and how it is turned, from a first guess; undefined where it goes astray. */
function settle(
  { values, power, slopes, inverse }: Layer,
  picture: Gray,
  guess: Omit<Placed, 'window'>,
): Placed | undefined {
  let { at, turn } = guess;
  let window = likeLit(picture, at, turn, power);
  for (let step = 0; step < mostSteps; step += 1) {
    const [across, down, grown, turned] = slopes;
    let [a, b, c, d] = [0, 0, 0, 0];
    for (let k = 0; k < count; k += 1) {
      const off = window[k]! - values[k]!;
      a += off * across[k]!;
      b += off * down[k]!;
      c += off * grown[k]!;
      d += off * turned[k]!;
    }
    const by = (row: number): number =>
      inverse[row]! * a + inverse[row + 1]! * b + inverse[row + 2]! * c + inverse[row + 3]! * d;
    const [dx, dy, stretch, angle] = [by(0), by(4), by(8), by(12)];
    const change: Turn = [1 + stretch, angle];
    turn = over(turn, change);
    const move = afterTurn(turn, [dx, dy]);
    at = [at[0] - move[0], at[1] - move[1]];
    const size = length(turn);
    const isAstray =
      length([at[0] - guess.at[0], at[1] - guess.at[1]]) > reachPx || size > mostStretch || size < 1 / mostStretch;
    if (isAstray || !isInside(picture, at, 0)) return undefined;
    window = likeLit(picture, at, turn, power);
    if (length(move) + reachPx * length([stretch, angle]) < 2 * nearEnoughPx) break;
  }
  return { at, turn, window };
}

/* eslint-enable @typescript-eslint/no-non-null-assertion */

/** A place found. `likeness`: of the two windows, 1 the same, 0 nothing in common (normalized cross-correlation). */
export type Found = { readonly at: Vec2; readonly turn: Turn; readonly likeness: number; readonly sdPx: number };

/** How well a window found agrees with the pattern, and how sure its place is. */
function weighed({ layers, smoothed }: Pattern, { at, turn, window }: Placed): Found | undefined {
  const [first] = layers;
  if (!first) return undefined;
  let [both, own, seen, off] = [0, 0, 0, 0];
  for (const [i, value] of first.values.entries()) {
    const here = window[i] ?? 0;
    [both, own, seen, off] = [both + value * here, own + value * value, seen + here * here, off + (value - here) ** 2];
  }
  // Reading between pixels takes from the noise that is seen, not from what it does to the place.
  const noise = Math.max(leastNoise, Math.sqrt(((off / (count - 4)) * 2) / (smoothed + smoothedAt(at))));
  const likeness = seen > 0 ? both / Math.sqrt(own * seen) : 0;
  // What of the slopes is noise tells no place: half of a picture's variance in each slope, half of `noise` squared in each picture.
  const known = larger(first.inverse);
  const idle = Math.min(mostIdle, (smoothed * count * noise * noise * known) / 4);
  return { at, turn, likeness, sdPx: Math.max(leastSdPx, (noise * Math.sqrt(known)) / (1 - idle)) };
}

/**
 * Where a pattern lies in a picture, near a first guess, pixels; undefined where it goes astray. `sdPx`: standard error along the worse
 * direction, from how far the windows differ and how well their slopes tell a place. `most`: of so many sizes at most; one alone does
 * where the guess is a few pixels off.
 */
export function find(
  pattern: Pattern,
  pyramid: Pyramid,
  guess: Vec2,
  turned: Turn = unturned,
  most = Infinity,
): Found | undefined {
  const sizes = Math.min(pattern.layers.length, pyramid.sizes, most);
  let [at, turn]: [Vec2, Turn] = [[guess[0] / 2 ** (sizes - 1), guess[1] / 2 ** (sizes - 1)], turned];
  for (let size = sizes - 1; size >= 0; size -= 1) {
    const layer = pattern.layers[size];
    const placed = layer && settle(layer, pyramid.at(size), { at, turn });
    if (!placed) return undefined;
    if (size === 0) return weighed(pattern, placed);
    [at, turn] = [[2 * placed.at[0], 2 * placed.at[1]], placed.turn];
  }
  return undefined;
}
