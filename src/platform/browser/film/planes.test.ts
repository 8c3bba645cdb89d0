import { planesOf, windowsOf } from './planes';
import type { FilmTurn } from '@/core/motion/kept-film';

/** Four by two pixels: lightness 100 to 107, the left half strongly red, the right half blue; full range. */
const size = { wide: 4, high: 2, is709: false, isFull: true };
const light = [100, 101, 102, 103, 104, 105, 106, 107];
const i420 = Uint8Array.from([...light, 128, 228, 228, 128]);
const layout = [
  { offset: 0, stride: 4 },
  { offset: 8, stride: 2 },
  { offset: 10, stride: 2 },
];
const planes = planesOf('I420', i420, layout, size);

const pixel = (turned: FilmTurn, x: number, y: number): number[] => {
  const window = planes && windowsOf(planes, turned)(x, y, 1, 1);
  return [...(window?.pixels.data ?? [])];
};

test('lightness and colour differences become red, green and blue, by hand: 100 + 1.402 · 100, 100 − 0.714 · 100, 100', () => {
  expect(pixel(0, 0, 0)).toEqual([240, 29, 100, 255]);
  // 103 − 0.344 · 100, and 103 + 1.772 · 100 is more than there is.
  expect(pixel(0, 3, 0)).toEqual([103, 69, 255, 255]);
});

test.each([
  [90, [0, 0], 104],
  [180, [0, 0], 107],
  [270, [0, 0], 103],
] as const)('turned by %i° clockwise the upright picture’s first pixel is another', (turned, [x, y], wanted) => {
  const [red = 0, , blue = 0] = pixel(turned, x, y);
  // Where it is red the blue of it is its lightness, where it is blue the red.
  expect(Math.min(red, blue)).toBe(wanted);
});

test('a window is cut at the edge and says where it begins; one beside the frame is none', () => {
  const read = planes && windowsOf(planes, 0);
  expect(read?.(-2, -1, 4, 2)).toMatchObject({ left: 0, top: 0, pixels: { width: 2, height: 1 } });
  expect(read?.(4, 0, 3, 2)).toBeUndefined();
});

test('two colours by turns in one plane are read as two planes are; what is no plane is not read', () => {
  const nv12 = planesOf('NV12', Uint8Array.from([...light, 128, 228, 228, 128]), layout.slice(0, 2), size);
  const window = nv12 && windowsOf(nv12, 0)(0, 0, 1, 1);
  expect([...(window?.pixels.data ?? [])]).toEqual([240, 29, 100, 255]);
  expect(planesOf('RGBX', i420, layout, size)).toBeUndefined();
  expect(planesOf('I420', i420, layout.slice(0, 2), size)).toBeUndefined();
});

test('black and white of a film in the usual narrow range are black and white', () => {
  const narrow = planesOf(
    'I420',
    Uint8Array.from([16, 235, 16, 235, 128, 128]),
    [
      { offset: 0, stride: 2 },
      { offset: 4, stride: 1 },
      { offset: 5, stride: 1 },
    ],
    { wide: 2, high: 2, is709: true, isFull: false },
  );
  expect([...((narrow && windowsOf(narrow, 0)(0, 0, 2, 1))?.pixels.data ?? [])]).toEqual([
    0, 0, 0, 255, 255, 255, 255, 255,
  ]);
});
