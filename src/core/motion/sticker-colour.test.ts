// Colours against the definition of chroma (ITU-R BT.601, full range): Cb = 0.564 (B − Y), Cr = 0.713 (R − Y).
import type { Rgb } from '../anatomy/stickers';
import { chroma, colourAt, lightness, placeInTable, placeOfPixel, tableFor, wordsOf } from './sticker-colour';
import type { Pixels } from './sticker-colour';

test('chroma and lightness are those of BT.601', () => {
  for (const [r, g, b] of [
    [255, 0, 0],
    [0, 255, 0],
    [12, 200, 77],
    [90, 90, 90],
  ] as const) {
    const y = 0.299 * r + 0.587 * g + 0.114 * b;
    expect(lightness(r, g, b)).toBeCloseTo(y, 10);
    const [cb, cr] = chroma(r, g, b);
    expect(cb).toBeCloseTo(0.5643 * (b - y), 1);
    expect(cr).toBeCloseTo(0.7133 * (r - y), 1);
  }
});

/** A colour of so much lightness, hue and strength of chroma, by the way back of BT.601. */
function coloured(y: number, hueDeg: number, strength: number): Rgb {
  const hue = (hueDeg * Math.PI) / 180;
  const [cb, cr] = [strength * Math.cos(hue), strength * Math.sin(hue)];
  return [y + 1.402 * cr, y - 0.344136 * cb - 0.714136 * cr, y + 1.772 * cb];
}
/** Of this colour the table says; its places are four apart, so figures keep some way off an edge. */
const saidOf = (table: Uint8Array, rgb: Rgb): number =>
  table[
    placeInTable(
      ...(rgb.map((one) => Math.max(0, Math.min(255, Math.round(one)))) as unknown as [number, number, number]),
    )
  ] ?? 0;

const base = coloured(110, 40, 60);
const table = tableFor([base]);

test('a colour is its own, in half and a third of the light too', () => {
  expect(saidOf(table, base)).toBe(1);
  expect(saidOf(table, coloured(55, 40, 30))).toBe(1);
  expect(saidOf(table, coloured(37, 40, 20))).toBe(1);
});

test('a hue within 23 degrees is the same, further it is another', () => {
  for (const off of [-18, -10, 10, 18]) expect([off, saidOf(table, coloured(110, 40 + off, 60))]).toEqual([off, 1]);
  for (const off of [-29, 29, 90, 180]) expect([off, saidOf(table, coloured(110, 40 + off, 60))]).toEqual([off, 0]);
});

test('across the turn of the circle hues are near all the same', () => {
  const turned = tableFor([coloured(110, 178, 60)]);
  expect(saidOf(turned, coloured(110, -172, 60))).toBe(1); // ten apart
  expect(saidOf(turned, coloured(110, 148, 60))).toBe(0);
});

test('much paler against its own lightness it is none; a third paler it is still', () => {
  expect(saidOf(table, coloured(110, 40, 40))).toBe(1);
  expect(saidOf(table, coloured(110, 40, 30))).toBe(1); // half as full
  expect(saidOf(table, coloured(110, 40, 18))).toBe(0); // 0.3
  expect(saidOf(table, coloured(200, 40, 32))).toBe(0); // 0.29: as strong, but lighter
});

test('so little colour that noise makes its hue is none', () => {
  expect(saidOf(table, coloured(14, 40, 6))).toBe(0);
  expect(saidOf(table, [128, 128, 128])).toBe(0);
  expect(saidOf(table, [0, 0, 0])).toBe(0);
});

test('of two wanted colours the nearer hue is taken, whichever is named first', () => {
  const [one, other] = [coloured(110, 0, 60), coloured(110, 36, 60)];
  for (const [wanted, first, second] of [
    [tableFor([one, other]), 1, 2],
    [tableFor([other, one]), 2, 1],
  ] as const) {
    expect(saidOf(wanted, coloured(110, 10, 60))).toBe(first);
    expect(saidOf(wanted, coloured(110, 27, 60))).toBe(second);
  }
});

test('a table is made once for the same colours, and anew for others', () => {
  const first = tableFor([base]);
  expect(tableFor([[...base]])).toBe(first);
  expect(tableFor([coloured(110, 140, 60)])).not.toBe(first);
});

test('a pixel as one number stands where its channels stand', () => {
  for (const [r, g, b] of [
    [255, 0, 0],
    [0, 255, 0],
    [0, 0, 255],
    [13, 200, 97],
    [3, 3, 3],
  ] as const)
    expect(placeOfPixel((255 * 2 ** 24 + b * 2 ** 16 + g * 2 ** 8 + r) >>> 0)).toBe(placeInTable(r, g, b));
  expect(placeInTable(255, 255, 255)).toBe((1 << 18) - 1);
  expect(placeInTable(4, 0, 0)).toBe(1 << 12);
  expect(placeInTable(0, 4, 0)).toBe(1 << 6);
  expect(placeInTable(0, 0, 4)).toBe(1);
});

test('pixels as numbers, also where their bytes begin at an odd place', () => {
  const bytes = [1, 2, 3, 4, 250, 251, 252, 253];
  const whole = Uint8Array.from(bytes);
  const odd = new Uint8Array([9, ...bytes]).subarray(1);
  const expected = [0x04030201, 0xfdfcfbfa];
  expect([...wordsOf({ width: 2, height: 1, data: whole })]).toEqual(expected);
  expect([...wordsOf({ width: 2, height: 1, data: odd })]).toEqual(expected);
});

describe('the colour under a tap', () => {
  const filled = (width: number, height: number, at: (x: number, y: number) => Rgb): Pixels => {
    const data = new Uint8Array(width * height * 4);
    for (let y = 0; y < height; y += 1)
      for (let x = 0; x < width; x += 1) data.set([...at(x, y), 255], (y * width + x) * 4);
    return { width, height, data };
  };
  test('is the mean of what lies within its reach, each pixel once', () => {
    const halves = filled(9, 9, (x) => (x < 4 ? [200, 0, 0] : [100, 0, 40])); // of seven columns round 4 three are red
    const [r = 0, g, b = 0] = colourAt(halves, [4.5, 4.5]) ?? [];
    expect([r, g, b].map((one) => Math.round((one ?? 0) * 100) / 100)).toEqual([142.86, 0, 22.86]);
    expect(colourAt(halves, [4.5, 4.5], 0)).toEqual([100, 0, 40]);
    expect(colourAt(halves, [3.9, 4], 0)).toEqual([200, 0, 0]); // the pixel that holds the point
    expect(colourAt(halves, [0.5, 0.5], 0)).toEqual([200, 0, 0]); // the corner is in the picture
  });
  test('is none where it is too pale to be followed, or there is no picture', () => {
    const pale = (strength: number) =>
      filled(3, 3, () => coloured(120, 40, strength).map(Math.round) as unknown as Rgb);
    expect(colourAt(pale(36), [1, 1], 0)).toBeDefined(); // 0.3 of its lightness
    expect(colourAt(pale(24), [1, 1], 0)).toBeUndefined(); // 0.2
    const dark = filled(3, 3, () => coloured(12, 40, 6).map(Math.round) as unknown as Rgb);
    expect(colourAt(dark, [1, 1], 0)).toBeUndefined(); // full enough, and nearly black
    expect(colourAt(pale(36), [-1, 1], 0)).toBeUndefined();
    expect(colourAt(pale(36), [1, 3], 0)).toBeUndefined();
  });
});
