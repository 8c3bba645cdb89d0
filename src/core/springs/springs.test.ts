import { calibrate, scaleShows } from './calibrate';
import {
  checkSet,
  forceAt,
  ratedSprings,
  meanForce,
  nearestByForce,
  nearestByUnits,
  setText,
  setsOf,
  unitsText,
} from './springs';
import type { SpringKind } from './springs';

const rate = (rateNPerM: number, preloadM: number) => ({ rateNPerM, preloadM, residualN: 1 });
const kinds: SpringKind[] = [
  { id: 'full', label: 'full', units: 1, count: 3, rate: rate(200, 0.2) },
  { id: 'half', label: 'half', units: 0.5, count: 1, rate: rate(100, 0.2) },
  { id: 'quarter', label: 'quarter', units: 0.25, count: 1, rate: rate(50, 0.2) },
];
const rack = { springs: kinds, hooks: 4 };

describe('force', () => {
  test('by hand: two of 200 N/m and one of 100, all stretched 0.2 before, at 0.3 m', () =>
    expect(
      forceAt(
        [
          { rateNPerM: 200, preloadM: 0.2, count: 2 },
          { rateNPerM: 100, preloadM: 0.2, count: 1 },
        ],
        0.3,
      ),
    ).toBeCloseTo(500 * 0.5, 9));
  test('a slack spring does not push', () =>
    expect(forceAt([{ rateNPerM: 200, preloadM: -0.1, count: 1 }], 0.05)).toBe(0));
  test('the mean over a stroke of a straight line is its middle', () =>
    expect(meanForce([{ rateNPerM: 200, preloadM: 0.2, count: 1 }], [0, 0.4])).toBeCloseTo(200 * 0.4, 9));
});

describe('sets', () => {
  test('every one that counts and hooks allow, once', () => {
    const all = setsOf(rack);
    expect(all).toHaveLength(4 * 2 * 2 - 1 - 1); // all but none, and but five springs on four hooks
    expect(new Set(all.map((set) => setText(kinds, set))).size).toBe(all.length);
    expect(setText(kinds, all[0] ?? {})).toBe('1 quarter');
  });
  test('lightest first; of two as light the one with fewer springs', () => {
    const two = {
      springs: [{ ...kinds[1], count: 2 } as SpringKind, { ...kinds[0], count: 1 } as SpringKind],
      hooks: 3,
    };
    expect(setsOf(two)).toEqual([{ half: 1 }, { full: 1 }, { half: 2 }, { half: 1, full: 1 }, { half: 2, full: 1 }]);
    const turned = { ...two, springs: [...two.springs].reverse() };
    expect(setsOf(turned).map((set) => setText(two.springs, set))).toEqual(
      setsOf(two).map((set) => setText(two.springs, set)),
    );
  });
  test('a set that goes is told as it came: every hook taken, none of a kind', () => {
    expect(checkSet(rack, { full: 3, half: 1 })).toEqual({ ok: true, value: { full: 3, half: 1 } });
    expect(checkSet(rack, { full: 0 })).toMatchObject({ ok: true });
    expect(checkSet(rack, { full: -1 })).toMatchObject({ ok: false, error: { code: 'badCount' } });
    expect([setText(kinds, {}), unitsText(0)]).toEqual(['no spring', '0']);
  });
  test('springs that go on in pairs do so, and an odd one is refused', () => {
    const pairs = {
      springs: [{ ...kinds[0], id: 'light', label: 'light', count: 3 } as SpringKind],
      hooks: 4,
      inPairs: true,
    };
    expect(setsOf(pairs)).toEqual([{ light: 2 }]);
    expect(checkSet(pairs, { light: 1 })).toMatchObject({ ok: false, error: { code: 'pairs', path: 'light' } });
  });
  test('units as the trade writes them', () =>
    expect([0.25, 0.5, 1, 1.5, 2.75, 1.1].map(unitsText)).toEqual(['¼', '½', '1', '1½', '2¾', '1.10']));
  test.each([
    [{ full: 4 }, 'tooMany', 'full', 'There are only 3 full springs.'],
    [{ full: 3, half: 1, quarter: 1 }, 'noHook', 'hooks', '5 springs on 4 hooks do not go.'],
    [{ heavy: 1 }, 'noSpring', 'heavy', 'There is no spring “heavy” on this apparatus.'],
    [{ full: 1.5 }, 'badCount', 'full', 'full: a whole number of springs is wanted.'],
  ])('%j does not go, and says why', (set, code, path, message) =>
    expect(checkSet(rack, set as unknown as Record<string, number>)).toEqual({
      ok: false,
      error: { code, path, message },
    }),
  );
  test('newtons and relative units are never mixed: a spring without a rate is named', () => {
    const half = kinds.map((one) => (one.id === 'half' ? { ...one, rate: null } : one));
    expect(ratedSprings(half, { full: 1, half: 1 })).toMatchObject({
      ok: false,
      error: { code: 'noRate', path: 'half' },
    });
    expect(ratedSprings(half, { full: 1 })).toMatchObject({ ok: true });
    const found = nearestByForce({ ...rack, springs: half }, 100, [0, 0.3]);
    expect(found.leftOut).toEqual(['half']);
    expect(found.sets.every(({ set }) => !('half' in set))).toBe(true);
  });
});

describe('nearest', () => {
  test('to a force: the best by trying them all by hand', () => {
    const { sets } = nearestByForce(rack, 130, [0, 0.4]);
    // Means at 0.2 m of travel, 0.4 m of stretch: full 80, half 40, quarter 20 N.
    expect(sets[0]).toMatchObject({
      text: '1 full + 1 half',
      meanN: expect.closeTo(120, 6),
      off: expect.closeTo(10 / 130, 6),
    });
    expect(sets[1]).toMatchObject({ text: '1 full + 1 half + 1 quarter', meanN: expect.closeTo(140, 6) });
  });
  test('to units', () => {
    const [best, next] = nearestByUnits(rack, 1.7);
    expect(best).toMatchObject({
      text: '1 full + 1 half + 1 quarter',
      units: 1.75,
      off: expect.closeTo(0.05 / 1.7, 9),
    });
    expect(next).toMatchObject({ text: '1 full + 1 half', off: expect.closeTo(0.2 / 1.7, 9) });
  });
});

describe('calibrating', () => {
  test('two readings give the line through them', () =>
    expect(
      calibrate([
        { travelM: 0.1, forceN: 60 },
        { travelM: 0.5, forceN: 140 },
      ]),
    ).toEqual({
      ok: true,
      value: { rateNPerM: expect.closeTo(200, 9), preloadM: expect.closeTo(0.2, 9), residualN: 0 },
    }));
  test('more are fitted, and what is left over is told', () => {
    const found = calibrate([
      { travelM: 0, forceN: 41 },
      { travelM: 0.2, forceN: 79 },
      { travelM: 0.4, forceN: 121 },
      { travelM: 0.6, forceN: 159 },
    ]);
    // By hand: slope Σ(x−0.3)(F−100)/Σ(x−0.3)² = (17.7 + 2.1 + 2.1 + 17.7)/0.2 = 198; F at 0 = 100 − 59.4 = 40.6.
    // Left over: 0.4, −1.2, 1.2, −0.4; root of their mean square √0.8.
    expect(found).toMatchObject({
      ok: true,
      value: {
        rateNPerM: expect.closeTo(198, 6),
        preloadM: expect.closeTo(40.6 / 198, 6),
        residualN: expect.closeTo(Math.sqrt(0.8), 6),
      },
    });
  });
  test.each([
    [[{ travelM: 0.1, forceN: 60 }], 'tooFew'],
    [[], 'tooFew'],
    [
      [
        { travelM: 0.1, forceN: 60 },
        { travelM: 0.1, forceN: 62 },
      ],
      'samePlace',
    ],
    [
      [
        { travelM: 0.1, forceN: 60 },
        { travelM: 0.5, forceN: 40 },
      ],
      'notASpring',
    ],
    [
      [
        { travelM: 0.1, forceN: 60 },
        { travelM: 0.5, forceN: 60 },
      ],
      'notASpring',
    ],
  ])('%j is refused', (readings, code) => expect(calibrate(readings)).toMatchObject({ ok: false, error: { code } }));
  test('a made-up scale reads to half a newton, and leads back to the spring', () => {
    // 200 N/m stretched 0.3 m is 60 N; the hand adds up to 2 N either way.
    const even = { rateNPerM: 200, preloadM: 0.2 };
    expect([1, 0, -1, 0.1].map((noise) => scaleShows(even, 0.1, noise).forceN)).toEqual([62, 60, 58, 60]);
    expect(scaleShows({ rateNPerM: 200, preloadM: -0.3 }, 0.1, 0).forceN).toBe(0);
    const truth = { rateNPerM: 187, preloadM: 0.23 };
    const shown = [0, 0.15, 0.3, 0.45].map((at, i) => scaleShows(truth, at, i % 2 ? 0.5 : -0.5));
    expect(shown.every(({ forceN }) => Number.isInteger(forceN * 2))).toBe(true);
    const found = calibrate(shown);
    expect(found.ok && Math.abs(found.value.rateNPerM - 187)).toBeLessThan(10);
  });
});
