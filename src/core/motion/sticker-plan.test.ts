import { matColour, stickerColours } from '../anatomy/stickers';
import type { Vec2 } from '../geometry';
import { matStickersOf, nearestSticker } from './sticker-plan';
import type { Sticker } from './stickers';

const other = stickerColours.findIndex((_, colour) => colour !== matColour);
const sticker = (at: Vec2, more: Partial<Sticker> = {}): Sticker => ({
  ...{ colour: matColour, at, radius: 8, sdPx: 0.2, isCovered: false },
  ...more,
});
const placesOf = (all: Parameters<typeof matStickersOf>[0]) => matStickersOf(all)?.map(({ at }) => at);

test('the mat’s ends: left one first, the two furthest apart, of the mat’s colour alone', () => {
  expect(placesOf([sticker([900, 500]), sticker([100, 510])])).toEqual([
    [100, 510],
    [900, 500],
  ]);
  expect(placesOf([sticker([500, 505]), sticker([900, 500]), sticker([100, 510])])).toEqual([
    [100, 510],
    [900, 500],
  ]);
  expect(placesOf([sticker([100, 510]), sticker([900, 500], { colour: other })])).toBeUndefined();
});

test('one end is none, and two above each other are no edge', () => {
  expect(matStickersOf([])).toBeUndefined();
  expect(matStickersOf([sticker([100, 510])])).toBeUndefined();
  const fall = (deg: number) => [sticker([0, 0]), sticker([1000, 1000 * Math.tan((deg * Math.PI) / 180)])];
  for (const deg of [-19.9, 0, 19.9]) expect(matStickersOf(fall(deg))).toHaveLength(2);
  for (const deg of [-20.1, 20.1, 80]) expect(matStickersOf(fall(deg))).toBeUndefined();
});

test('a tap takes the nearest, within its reach or within the sticker itself', () => {
  const [near, far] = [sticker([100, 100]), sticker([140, 100])];
  expect(nearestSticker([far, near], [110, 100], 12)).toBe(near);
  expect(nearestSticker([far, near], [125, 100], 20)).toBe(far);
  expect(nearestSticker([near, far], [112, 100], 12)).toBe(near); // as far as it reaches
  expect(nearestSticker([near], [112.1, 100], 12)).toBeUndefined();
  const wide = sticker([100, 100], { radius: 30 });
  expect(nearestSticker([wide], [128, 100], 12)).toBe(wide);
  expect(nearestSticker([wide], [131, 100], 12)).toBeUndefined();
  expect(nearestSticker([], [0, 0], 1000)).toBeUndefined();
});
