import { distance } from '../geometry';
import { photograph, roomKinds } from '../../../tests/rigs/sticker-rooms';
import { colourAt } from './sticker-colour';
import type { Pixels } from './sticker-colour';
import { stickerColours, stickerPlan } from '../anatomy/stickers';
import { matStickersOf, nearestSticker } from './sticker-plan';
import { findDiscs, findStickers } from './stickers';

const mean = (all: readonly number[]): number => all.reduce((sum, one) => sum + one, 0) / all.length;
const share = (all: readonly number[], of: number): number =>
  [...all].sort((a, b) => a - b)[Math.floor(of * all.length)] ?? 0;

describe.each(roomKinds)('stickers in a room: %s', (kind) => {
  const seeds = Array.from({ length: 10 }, (_, i) => 101 + i);
  const errors: number[] = [];
  let [whole, missed, invented, called] = [0, 0, 0, 0];
  const covered: { off: number; sdPx: number; isTold: boolean }[] = [];
  beforeAll(async () => {
    for (const seed of seeds) {
      const { pixels, discs } = await photograph(kind, seed, { count: 12, isSomeCovered: true });
      const free = new Set(findStickers(pixels, stickerColours));
      for (const { at, colour, radius, coveredShare } of discs) {
        const [nearest] = [...free]
          .filter((one) => one.colour === colour && distance(one.at, at) < radius)
          .sort((a, b) => distance(a.at, at) - distance(b.at, at));
        if (coveredShare === 0) whole += 1;
        if (!nearest) missed += coveredShare === 0 ? 1 : 0;
        else {
          free.delete(nearest);
          const off = distance(nearest.at, at);
          if (coveredShare > 0) covered.push({ off, sdPx: nearest.sdPx, isTold: nearest.isCovered });
          else errors.push(off);
          if (coveredShare === 0 && nearest.isCovered) called += 1;
        }
      }
      invented += free.size;
    }
  }, 60_000);

  test('of those that are whole 97 of 100 are found, and hardly one is called covered', () => {
    expect(whole).toBe(80);
    expect(missed).toBeLessThanOrEqual(0.03 * whole);
    expect(called).toBeLessThanOrEqual(0.03 * whole);
  });
  test('less than one a picture is invented', () => expect(invented / seeds.length).toBeLessThan(1));
  test('their middles are right to a fraction of a pixel', () => {
    expect(mean(errors)).toBeLessThan(0.16);
    expect(share(errors, 0.95)).toBeLessThan(0.4); // those that straddle the edge of a thing of their own hue
  });
  test('partly covered ones are told so for the most part, and their stated error holds', () => {
    expect(covered.length).toBeGreaterThan(3);
    expect(covered.filter(({ isTold }) => isTold).length).toBeGreaterThan(0.6 * covered.length);
    expect(covered.filter(({ off, sdPx }) => off > 3.5 * sdPx).length).toBeLessThanOrEqual(0.2 * covered.length);
  });
});

describe('stickers', () => {
  const plain = (paint: (x: number, y: number) => readonly [number, number, number]): Pixels => {
    const data = new Uint8Array(200 * 120 * 4);
    for (let y = 0; y < 120; y += 1)
      for (let x = 0; x < 200; x += 1) data.set([...paint(x + 0.5, y + 0.5), 255], (y * 200 + x) * 4);
    return { width: 200, height: 120, data };
  };
  const wall = [210, 205, 190] as const;
  const magenta = stickerPlan[0]?.rgb ?? [0, 0, 0];
  test('a bar and a wall of the same colour are no stickers', () => {
    expect(
      findStickers(
        plain((x, y) => (x > 40 && x < 130 && y > 50 && y < 62 ? magenta : wall)),
        stickerColours,
      ),
    ).toEqual([]);
    expect(
      findStickers(
        plain(() => magenta),
        stickerColours,
      ),
    ).toEqual([]);
    expect(
      findStickers(
        plain(() => wall),
        stickerColours,
      ),
    ).toEqual([]);
  });
  test('a tap tells the colour, and with it the sticker is found wherever else it is', () => {
    const violet = [120, 40, 190] as const;
    const two = plain((x, y) => (distance([x, y], [50, 60]) < 9 || distance([x, y], [140, 40]) < 9 ? violet : wall));
    const colour = colourAt(two, [50, 60]);
    if (!colour) throw new Error('too pale');
    const found = findDiscs(two, [colour]);
    expect(found.map(({ at }) => at.map(Math.round))).toEqual(
      expect.arrayContaining([
        [50, 60],
        [140, 40],
      ]),
    );
    expect(colourAt(two, [5, 5])).toBeUndefined();
    const all = plain(() => violet);
    expect(colourAt(all, [0, 0])).toEqual([...violet]); // what lies beyond the picture's edge is left out
    expect(colourAt(all, [199, 119])).toEqual([...violet]);
    expect(colourAt(all, [500, 500])).toBeUndefined();
    expect(nearestSticker(found, [55, 62], 12)?.at[0]).toBeCloseTo(50, 0);
    expect(nearestSticker(found, [90, 100], 12)).toBeUndefined();
  });
  test('in a quarter of the light a sticker is one still', () => {
    const dim = (rgb: readonly number[]) => rgb.map((one) => Math.round(one / 4)) as [number, number, number];
    const spots = stickerColours.map((rgb, i) => ({ rgb: dim(rgb), x: 30 + 45 * i }));
    const found = findStickers(
      plain((x, y) => spots.find((spot) => distance([x, y], [spot.x, 60]) < 8)?.rgb ?? dim(wall)),
      stickerColours,
    );
    expect(found.map(({ colour, at }) => [colour, Math.round(at[0])]).sort()).toEqual(
      spots.map(({ x }, colour) => [colour, x]),
    );
  });
  test('near the picture’s edge a whole one is found, one that runs out of it is told covered or not at all', () => {
    const at = (spot: readonly [number, number]) =>
      findStickers(
        plain((x, y) => (distance([x, y], spot) < 9 ? magenta : wall)),
        stickerColours,
      );
    for (const spot of [
      [12, 60],
      [188, 60],
      [100, 12],
      [100, 108],
    ] as const) {
      const [found] = at(spot);
      expect(found).toMatchObject({ isCovered: false });
      expect(distance(found?.at ?? [0, 0], spot)).toBeLessThan(0.3);
    }
    for (const spot of [
      [5, 60],
      [195, 60],
      [100, 5],
      [100, 115],
    ] as const)
      for (const found of at(spot)) {
        expect(found.isCovered).toBe(true);
        expect(distance(found.at, spot)).toBeLessThan(4 * found.sdPx);
      }
  });
  test('a bite out of a disc does not move its middle, and is told', () => {
    const isBitten = (x: number, y: number) => distance([x, y], [100, 60]) < 12 && x < 106;
    const [found] = findStickers(
      plain((x, y) => (isBitten(x, y) ? magenta : wall)),
      stickerColours,
    );
    expect(found).toMatchObject({ isCovered: true });
    expect(distance(found?.at ?? [0, 0], [100, 60])).toBeLessThan(0.8); // the middle of what is seen lies 1.7 px off
    expect(found?.sdPx).toBeGreaterThan(0.3);
  });
  test('a tilted disc is whole; a square and a half disc are none', () => {
    const seen = (inside: (x: number, y: number) => boolean) =>
      findStickers(
        plain((x, y) => (inside(x - 100, y - 60) ? magenta : wall)),
        stickerColours,
      );
    expect(seen((x, y) => (x / 12) ** 2 + (y / 9) ** 2 < 1)).toMatchObject([{ isCovered: false }]);
    expect(seen((x, y) => Math.abs(x + y) + Math.abs(x - y) < 20)).toEqual([]);
    expect(seen((x, y) => y < 0 && x * x + y * y < 144)).toEqual([]);
  });
  test('the two on the mat’s edge are the outermost of their colour, and lie across the picture', () => {
    const at = (x: number, y: number, colour = 3) => ({
      at: [x, y] as const,
      radius: 8,
      colour,
      isCovered: false,
      sdPx: 0.3,
    });
    const ends = matStickersOf([at(700, 610), at(100, 600), at(400, 300, 0), at(500, 620)]);
    expect(ends?.map((one) => one.at[0])).toEqual([100, 700]);
    expect(matStickersOf([at(100, 600), at(400, 300, 0)])).toBeUndefined();
    expect(matStickersOf([at(100, 600), at(200, 100)])).toBeUndefined();
  });
});
