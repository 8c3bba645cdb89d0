// A disc before a background that is painted exactly: what each sum and share must then be.
import { rayDirections, discAt, edgeRound, lookRound, waysToward, weigh } from './sticker-disc';
import { colourAt, lightness, tableFor } from './sticker-colour';
import type { Pixels } from './sticker-colour';
import type { Rgb } from '../anatomy/stickers';

const magenta: Rgb = [214, 30, 120];
const [wall, floor]: [Rgb, Rgb] = [
  [210, 205, 190],
  [90, 110, 140],
];
const [wide, high] = [80, 60];
const middle = [40.25, 29.5] as const;
const radius = 9;

/** How much of a pixel lies in the disc, by a grid of 20 × 20 places in it. */
function coverOf(x: number, y: number): number {
  let inside = 0;
  for (let i = 0; i < 20; i += 1)
    for (let j = 0; j < 20; j += 1) {
      const [dx, dy] = [x + (i + 0.5) / 20 - middle[0], y + (j + 0.5) / 20 - middle[1]];
      if (dx * dx + dy * dy < radius * radius) inside += 1;
    }
  return inside / 400;
}
const mix = (a: Rgb, b: Rgb, share: number): Rgb => [
  a[0] * share + b[0] * (1 - share),
  a[1] * share + b[1] * (1 - share),
  a[2] * share + b[2] * (1 - share),
];
function paint(of: (x: number, y: number) => Rgb): Pixels {
  const data = new Uint8Array(wide * high * 4);
  for (let y = 0; y < high; y += 1)
    for (let x = 0; x < wide; x += 1) data.set([...of(x, y).map(Math.round), 255], (y * wide + x) * 4);
  return { width: wide, height: high, data };
}
/** Half of it before the wall, half before the floor. */
const back = (y: number): Rgb => (y < 29.5 ? wall : floor);
const picture = paint((x, y) => mix(magenta, back(y), coverOf(x, y)));
const disc = discAt(picture, middle[0], middle[1], radius);
const around = lookRound(picture, disc, tableFor([magenta]), 1);
const toward = around && waysToward(around);
if (!around || !toward) throw new Error('a disc before wall and floor is one');

/** Share of the sticker in a colour, before the background of one part of the ring. */
const shareIn = (part: number, [r, g, b]: Rgb): number => {
  const [wr = 0, wg = 0, wb = 0, off = 0] = toward.slice(4 * part, 4 * part + 4);
  return wr * r + wg * g + wb * b - off;
};
const partsOf = (isBelow: boolean) =>
  Array.from({ length: 16 }, (_, part) => part).filter((part) => !!(part & 2) === isBelow);

test('the core is the sticker alone, the ring is sixteen parts of it with a background each', () => {
  const [red, green, blue, count] = around.core;
  expect([red / count, green / count, blue / count]).toEqual([...magenta]);
  expect(count).toBeGreaterThan(0.9 * Math.PI * (0.55 * radius) ** 2);
  for (const [parts, colour] of [
    [partsOf(false), wall],
    [partsOf(true), floor],
  ] as const)
    for (const part of parts) {
      const [r = 0, g = 0, b = 0, n = 0] = around.ring.slice(4 * part, 4 * part + 4);
      expect(n).toBeGreaterThan(10);
      expect([r / n, g / n, b / n]).toEqual([...colour]);
    }
});

test('a colour between background and sticker has the share that it is mixed of, in either half', () => {
  for (const [parts, colour] of [
    [partsOf(false), wall],
    [partsOf(true), floor],
  ] as const)
    for (const part of parts)
      for (const share of [0, 0.3, 1]) expect(shareIn(part, mix(magenta, colour, share))).toBeCloseTo(share, 6);
});
test('lighter or darker alone is less of a change than another hue', () => {
  const [above] = partsOf(false);
  const grey = wall.map((one) => one * 0.8) as unknown as Rgb; // a shadow on the wall
  const faint = mix(magenta, wall, 0.3);
  const asDark = Math.abs(lightness(...grey) - lightness(...wall)) - Math.abs(lightness(...faint) - lightness(...wall));
  expect(Math.abs(asDark)).toBeLessThan(9); // as much darker as three tenths of the sticker
  expect(Math.abs(shareIn(above ?? 0, grey))).toBeLessThan(0.12);
});
test('shares add up to the disc’s area about its middle, and the edge lies at its radius on every ray', () => {
  const sums = weigh(picture, disc, toward);
  expect(sums.weight).toBeCloseTo(Math.PI * radius * radius, -0.5);
  expect(sums.x / sums.weight).toBeCloseTo(0, 1);
  expect(sums.y / sums.weight).toBeCloseTo(0, 1);
  const beside = weigh(picture, discAt(picture, middle[0] - 1, middle[1] + 0.5, radius), toward);
  expect(beside.x / beside.weight).toBeCloseTo(1, 1);
  expect(beside.y / beside.weight).toBeCloseTo(-0.5, 1);
  const edge = edgeRound(picture, disc, toward);
  expect(edge).toHaveLength(rayDirections.length);
  for (const at of edge ?? []) expect(Math.abs(at - radius)).toBeLessThan(0.35);
});
test('what is the sticker’s colour all over ends nowhere and has no edge', () => {
  expect(
    lookRound(
      paint(() => magenta),
      disc,
      tableFor([magenta]),
      1,
    ),
  ).toBeUndefined();
  const same = { core: around.core, ring: around.ring.map((one, i) => (i < 4 ? ([...magenta, 1][i % 4] ?? 0) : one)) };
  expect(waysToward(same)).toBeUndefined();
  expect(
    edgeRound(
      paint((_, y) => back(y)),
      disc,
      toward,
    ),
  ).toBeUndefined(); // its middle is not full
});

test('a tapped colour may lie along either axis of colour, and is none when it is pale or nearly black', () => {
  const tapped = (rgb: Rgb) =>
    colourAt(
      paint(() => rgb),
      [20, 20],
    );
  const alongRed: Rgb = [200, 60, 100];
  const alongBlue: Rgb = [95, 95, 190];
  for (const rgb of [alongRed, alongBlue]) expect(tapped(rgb)).toEqual([...rgb]);
  expect(tapped([200, 190, 195])).toBeUndefined();
  expect(tapped([12, 2, 8])).toBeUndefined();
});
test('a speck of colour in the dark is noise: the table has nothing there', () => {
  const table = tableFor([magenta]);
  const at = (r: number, g: number, b: number) => table[((r >> 2) << 12) | ((g >> 2) << 6) | (b >> 2)];
  expect(at(14, 2, 10)).toBe(0);
  expect(at(54, 8, 30)).toBe(1); // a quarter of the light
});
