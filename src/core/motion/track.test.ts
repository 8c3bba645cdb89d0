import { distance } from '../geometry';
import type { Vec2 } from '../geometry';
import { seeded } from '../random';
import { beginTracking, correctAt, trackInto, placesOf } from './track';
import type { Tracking } from './track';
import { pyramidOf, windowAt } from './gray';
import type { Gray, Pyramid } from './gray';
import { find, patternOf } from './register';

const [width, height] = [200, 150];
/** A cloth: waves of many lengths and directions. Lightness at any place, no two alike. */
function clothOf(seed: number): (x: number, y: number) => number {
  const random = seeded(seed);
  const coarse = (i: number) => (i % 2 ? 0.9 : 0.25);
  const waves = Array.from({ length: 24 }, (_, i) => ({
    kx: (random() - 0.5) * coarse(i),
    ky: (random() - 0.5) * coarse(i),
    phase: random() * 7,
    size: 4 + 10 * random(),
  }));
  return (x, y) => waves.reduce((sum, { kx, ky, phase, size }) => sum + size * Math.sin(kx * x + ky * y + phase), 120);
}
const cloth = clothOf(1);
const normal = (random: () => number) => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());

type View = { readonly shift: Vec2; readonly turn?: number; readonly gain?: number; readonly light?: number };
const middle: Vec2 = [100, 75];
/** Where a point of the first picture lies in a view: turned about the middle, then shifted. */
function truthIn({ shift, turn = 0 }: View, [x, y]: Vec2): Vec2 {
  const [dx, dy] = [x - middle[0], y - middle[1]];
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  return [middle[0] + c * dx - s * dy + shift[0], middle[1] + s * dx + c * dy + shift[1]];
}
/** A picture of the cloth; `cover` paints another cloth over a rectangle. */
function picture(view: View, noise = 0, seed = 0, cover?: readonly [number, number, number, number]): Gray {
  const { shift, turn = 0, gain = 1, light = 0 } = view;
  const random = seeded(1000 + seed);
  const other = clothOf(77);
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  const data = new Float32Array(width * height);
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      const [dx, dy] = [x - middle[0] - shift[0], y - middle[1] - shift[1]];
      const isCovered = cover && x >= cover[0] && x < cover[2] && y >= cover[1] && y < cover[3];
      const seen = isCovered ? other(x, y) : cloth(middle[0] + c * dx + s * dy, middle[1] - s * dx + c * dy);
      data[y * width + x] = gain * seen + light + (noise > 0 ? noise * normal(random) : 0);
    }
  return { width, height, data };
}
const frame = (...how: Parameters<typeof picture>) => pyramidOf(picture(...how));
const at: Vec2 = [96.3, 71.8];

test('coarser copies are half as large, and show the same in the middle of a window', () => {
  const all = (pyramid: Pyramid) => Array.from({ length: pyramid.sizes }, (_, size) => pyramid.at(size));
  expect(all(frame({ shift: [0, 0] })).map((one) => [one.width, one.height])).toEqual([
    [200, 150],
    [100, 75],
    [50, 37],
  ]);
  for (const flat of all(pyramidOf({ width: 64, height: 64, data: new Float32Array(64 * 64).fill(50) })))
    expect([...windowAt(flat, [10.5, 3.2], 1, [0.6, 0.8])]).toEqual(new Array<number>(9).fill(expect.closeTo(50, 4)));
});

test.each([
  [[0.4, -0.3], 0.02],
  [[7.25, 3.5], 0.02],
  [[-21.6, 14.2], 0.05],
] as const)('a window is found where it has gone by %j, to a hundredth of a pixel or two', (shift, within) => {
  const pattern = patternOf(frame({ shift: [0, 0] }), at);
  const found = pattern && find(pattern, frame({ shift }), at);
  expect(distance(found?.at ?? [0, 0], truthIn({ shift }, at))).toBeLessThan(within);
  expect(found?.likeness).toBeGreaterThan(0.999);
});

test('lighter, or with more contrast, it is found all the same', () => {
  const pattern = patternOf(frame({ shift: [0, 0] }), at);
  const found = pattern && find(pattern, frame({ shift: [3.3, -2.1], gain: 1.15, light: 20 }), at);
  expect(distance(found?.at ?? [0, 0], truthIn({ shift: [3.3, -2.1] }, at))).toBeLessThan(0.1);
});

test('what is bare has no pattern, nor what lies at the edge', () => {
  const bare = pyramidOf({ width, height, data: new Float32Array(width * height).fill(90) });
  expect(patternOf(bare, at)).toBeUndefined();
  const stripes = {
    width,
    height,
    data: Float32Array.from({ length: width * height }, (_, i) => 60 * Math.sin((i % width) / 3)),
  };
  expect(patternOf(pyramidOf(stripes), at)).toBeUndefined(); // it could be anywhere along a stripe
  expect(patternOf(frame({ shift: [0, 0] }), [5, 70])).toBeUndefined();
  expect(patternOf(frame({ shift: [0, 0] }), at)).toBeDefined();
});

test('the error that is told is the error that is made, in a noisy picture', () => {
  const errors = [];
  const told = [];
  for (let seed = 0; seed < 20; seed += 1) {
    const pattern = patternOf(frame({ shift: [0, 0] }, 6, seed), at);
    const found = pattern && find(pattern, frame({ shift: [2.6, 1.7] }, 6, 500 + seed), at);
    if (!found) throw new Error('lost');
    errors.push(distance(found.at, truthIn({ shift: [2.6, 1.7] }, at)) ** 2 / 2);
    told.push(found.sdPx ** 2);
  }
  const sum = (all: number[]) => all.reduce((a, b) => a + b, 0);
  const ratio = Math.sqrt(sum(errors) / sum(told));
  expect(ratio).toBeGreaterThan(0.5);
  expect(ratio).toBeLessThan(1.3);
});

/** Follows one point through views. */
function through(views: readonly View[], noise: number, cover?: (i: number) => Parameters<typeof picture>[3]) {
  let tracking: Tracking = beginTracking(frame(views[0] ?? { shift: [0, 0] }, noise, 0), { p: at });
  return views.map((view, i) => {
    if (i > 0) tracking = trackInto(tracking, frame(view, noise, i, cover?.(i)));
    const place = placesOf(tracking).get('p');
    if (!place) throw new Error('no point');
    return { ...place, off: distance(place.at, truthIn(view, at)) };
  });
}

test('forty frames to and fro: what was told of the error holds at the end, and no drift', () => {
  const views = Array.from({ length: 40 }, (_, i): View => ({
    shift: [18 * Math.sin(i / 9), 9 * (1 - Math.cos(i / 9))],
  }));
  const seen = through(views, 3);
  expect(seen.every(({ isLost }) => !isLost)).toBe(true);
  expect(Math.max(...seen.map(({ off }) => off))).toBeLessThan(0.3);
  expect(seen.at(-1)?.sdPx).toBeLessThan(0.3);
});

test('a limb that turns by sixty degrees takes its points along', () => {
  const views = Array.from({ length: 31 }, (_, i): View => ({ shift: [0, 0], turn: (i * 2 * Math.PI) / 180 }));
  const seen = through(views, 2);
  const last = seen.at(-1);
  expect(last?.isLost).toBe(false);
  expect(Math.max(...seen.map(({ off }) => off))).toBeLessThan(0.3);
});

test('behind an arm it is lost, and says so; out again it is found where it is', () => {
  const views = Array.from({ length: 24 }, (_, i): View => ({ shift: [0.3 * i, 0] }));
  const seen = through(views, 2, (i) => (i >= 8 && i < 16 ? [60, 40, 140, 110] : undefined));
  expect(seen.slice(0, 8).every(({ isLost }) => !isLost)).toBe(true);
  expect(seen.slice(8, 16).every(({ isLost }) => isLost)).toBe(true);
  expect(seen.slice(16).every(({ isLost, off }) => !isLost && off < 0.3)).toBe(true);
});

test('one that is bare is lost from the start, until a hand sets it anew', () => {
  const bare = pyramidOf({ width, height, data: new Float32Array(width * height).fill(90) });
  const begun = beginTracking(bare, { p: at });
  expect(placesOf(begun).get('p')).toEqual({ at, sdPx: 0, isLost: true });
  const next = trackInto(begun, frame({ shift: [0, 0] }));
  expect(placesOf(next).get('p')?.isLost).toBe(true);
  const set = correctAt(next, 'p', [90, 70]);
  const after = trackInto(set, frame({ shift: [2, 1] }));
  const place = placesOf(after).get('p');
  expect(place?.isLost).toBe(false);
  expect(distance(place?.at ?? [0, 0], truthIn({ shift: [2, 1] }, [90, 70]))).toBeLessThan(0.05);
});
