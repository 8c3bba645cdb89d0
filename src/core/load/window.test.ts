import { seeded } from '../random';
import { safeWindow } from './window';
import type { Axis, Sighting } from './window';

const demand: Axis = { lo: 0, hi: 8, harder: 'up', unitMargin: 0.1 };
const degrees: Axis = { lo: 0, hi: 90, harder: 'down', unitMargin: 2 };
const see = (at: number, held: number, day = '2026-03-01', se = 0.1): Sighting => ({ at, held, day, se });

test('nothing seen, nothing said', () => expect(safeWindow(demand, [])).toBeUndefined());

test('one sighting leaves it wide, and says so', () => {
  const found = safeWindow(demand, [see(2, 1)]);
  expect(found).toMatchObject({ sure: 'wide', sightings: 1, hardestHeld: 2, easiestLost: null });
  expect((found?.interval[1] ?? 0) - (found?.interval[0] ?? 0)).toBeGreaterThan(4);
  expect(found?.trend).toBeUndefined();
});
test('held up to 3, lost from 4: the edge lies between, the limit below what was lost', () => {
  const found = safeWindow(
    demand,
    [1.5, 2, 2.5, 3, 3].map((at) => see(at, 1)).concat([4, 4, 4.5].map((at) => see(at, 0))),
  );
  expect(found?.edge).toBeGreaterThan(2.9);
  expect(found?.edge).toBeLessThan(4.1);
  expect(found?.limit).toBeLessThan(found?.edge ?? 0);
  expect(found?.hardestHeld).toBe(3);
  expect(found?.easiestLost).toBe(4);
});
test('an axis that is harder downward: the limit lies above the edge', () => {
  const found = safeWindow(
    degrees,
    [80, 60, 50, 45].map((at) => see(at, 1, '2026-03-01', 3)).concat([30, 25].map((at) => see(at, 0, '2026-03-01', 3))),
  );
  expect(found?.edge).toBeGreaterThan(28);
  expect(found?.edge).toBeLessThan(47);
  expect(found?.limit ?? 0).toBeGreaterThan(found?.edge ?? 90);
  expect(found?.interval[0]).toBeLessThan(found?.interval[1] ?? 0);
});
test('the blunter the place, the wider the edge', () => {
  const width = (se: number) => {
    const { interval } = safeWindow(
      demand,
      [2, 2.5, 3].map((at) => see(at, 1, '2026-03-01', se)).concat([4, 4.5].map((at) => see(at, 0, '2026-03-01', se))),
    ) ?? { interval: [0, 0] };
    return interval[1] - interval[0];
  };
  expect(width(1)).toBeGreaterThan(width(0.05) * 1.2);
});
test('a gain is told, and called real only beyond what the errors leave', () => {
  const day = (n: number) => `2026-03-${String(n).padStart(2, '0')}`;
  const around = (edge: number, days: readonly number[]) =>
    days.flatMap((n) => [-1, -0.5, -0.2, 0.2, 0.5, 1].map((by) => see(edge + by, by < 0 ? 1 : 0, day(n), 0.05)));
  const grown = safeWindow(demand, [...around(2.5, [1, 3, 5]), ...around(4, [15, 17, 19])]);
  expect(grown?.trend?.gain).toBeCloseTo(1.5, 0);
  expect(grown?.trend?.isReal).toBe(true);
  const same = safeWindow(demand, [...around(3, [1, 3, 5]), ...around(3.1, [15, 17, 19])]);
  expect(same?.trend?.isReal).toBe(false);
});
test('over made-up people the interval covers the truth about as often as it says', () => {
  const random = seeded(7);
  let inside = 0;
  const people = 120;
  for (let i = 0; i < people; i += 1) {
    const edge = 1.5 + 5 * random();
    const sightings = Array.from({ length: 14 }, () => {
      const at = 0.5 + 7 * random();
      const held = random() < 1 / (1 + Math.exp((at - edge) / 0.3)) ? 1 : 0;
      return see(at, held, '2026-03-01', 0.05);
    });
    const [lo, hi] = safeWindow(demand, sightings)?.interval ?? [0, 0];
    inside += Number(edge >= lo && edge <= hi);
  }
  expect(inside / people).toBeGreaterThan(0.9);
});

test('the margin is kept, in the axis’ own unit, on either kind of axis', () => {
  const seen = [1.5, 2, 2.5, 3, 3].map((at) => see(at, 1)).concat([4, 4, 4.5].map((at) => see(at, 0)));
  const limit = (unitMargin: number) => safeWindow({ ...demand, unitMargin }, seen)?.limit ?? Number.NaN;
  expect(limit(0) - limit(0.5)).toBeCloseTo(0.5, 9);
  const low = [80, 60, 50].map((at) => see(at, 1)).concat([30, 25].map((at) => see(at, 0)));
  const down = (unitMargin: number) => safeWindow({ ...degrees, unitMargin }, low)?.limit ?? Number.NaN;
  expect(down(4) - down(0)).toBeCloseTo(4, 9);
  expect(limit(99)).toBe(0); // never beyond the easy end
});

describe('an edge in figures', () => {
  const sure = [2, 2, 2.5, 2.5, 3, 3, 3].map((at) => see(at, 1)).concat([4, 4, 4, 4.5, 4.5].map((at) => see(at, 0)));
  test('mirrored on an axis that is harder downward, everything is mirrored', () => {
    const up = safeWindow({ ...demand, unitMargin: 0 }, sure);
    const down = safeWindow(
      { lo: 0, hi: 8, harder: 'down', unitMargin: 0 },
      sure.map((one) => ({ ...one, at: 8 - one.at })),
    );
    expect(down?.edge).toBeCloseTo(8 - (up?.edge ?? 0), 9);
    expect(down?.limit).toBeCloseTo(8 - (up?.limit ?? 0), 9);
    expect(down?.interval).toEqual([
      expect.closeTo(8 - (up?.interval[1] ?? 0), 9),
      expect.closeTo(8 - (up?.interval[0] ?? 0), 9),
    ]);
    expect([down?.hardestHeld, down?.easiestLost]).toEqual([5, 4]);
    expect(down?.sure).toBe(up?.sure);
  });
  test('moved along and stretched, it moves and stretches', () => {
    const plain = safeWindow({ ...demand, unitMargin: 0 }, sure);
    const moved = safeWindow(
      { lo: 10, hi: 26, harder: 'up', unitMargin: 0 },
      sure.map((one) => ({ ...one, at: 10 + 2 * one.at, se: 2 * one.se })),
    );
    expect(moved?.edge).toBeCloseTo(10 + 2 * (plain?.edge ?? 0), 9);
    expect(moved?.limit).toBeCloseTo(10 + 2 * (plain?.limit ?? 0), 9);
  });
  test('the same order in whichever order it was seen', () => {
    const turned = safeWindow(demand, [...sure].reverse());
    const straight = safeWindow(demand, sure);
    expect(turned?.edge).toBeCloseTo(straight?.edge ?? 0, 9);
    expect([turned?.hardestHeld, turned?.easiestLost, turned?.sightings]).toEqual([3, 4, 12]);
  });
  test('symmetric sightings put the edge in the middle of them, the interval about it', () => {
    const found = safeWindow(
      { ...demand, unitMargin: 0 },
      [3, 3.5, 3.8].flatMap((at) => [see(at, 1), see(8 - at, 0)]),
    );
    expect(found?.edge).toBeCloseTo(4, 2);
    expect((found?.interval[0] ?? 0) + (found?.interval[1] ?? 0)).toBeCloseTo(8, 0);
    expect(found?.limit ?? 9).toBeLessThan(4);
    expect(found?.limit ?? 0).toBeGreaterThan(2);
  });
  test('three quarters held is held, less than half is lost, between is neither', () => {
    const { hardestHeld, easiestLost } =
      safeWindow(demand, [see(1, 0.75), see(2, 0.74), see(3, 0.5), see(4, 0.49)]) ?? {};
    expect([hardestHeld, easiestLost]).toEqual([1, 4]);
  });
  test('the more of it was seen, the surer: wide, fair, good', () => {
    const again = (times: number) => Array.from({ length: times }, () => [see(3.5, 1), see(4.5, 0)]).flat();
    expect(
      [safeWindow(demand, [see(3.5, 1)]), safeWindow(demand, again(2)), safeWindow(demand, again(8))].map(
        (one) => one?.sure,
      ),
    ).toEqual(['wide', 'fair', 'good']);
  });
  test('held everywhere: the limit is the hard end; lost everywhere: the easy one', () => {
    const all = (held: number) => [0.5, 2, 4, 6, 7.9].flatMap((at) => [see(at, held), see(at, held), see(at, held)]);
    expect(safeWindow({ ...demand, unitMargin: 0 }, all(1))?.limit ?? 0).toBeGreaterThan(6);
    expect(safeWindow({ ...demand, unitMargin: 0 }, all(0))?.limit).toBe(0);
    expect(safeWindow(demand, all(1))?.easiestLost).toBeNull();
    expect(safeWindow(demand, all(0))?.hardestHeld).toBeNull();
  });
  test('a trend needs four days; the newer half begins with the middle day; a loss is told with its sign', () => {
    const day = (n: number) => `2026-03-0${n}`;
    const on = (n: number, edge: number) => [see(edge - 0.5, 1, day(n), 0.05), see(edge + 0.5, 0, day(n), 0.05)];
    expect(
      safeWindow(
        demand,
        [1, 2, 3].flatMap((n) => on(n, 3)),
      )?.trend,
    ).toBeUndefined();
    const lost = safeWindow(demand, [...[1, 2].flatMap((n) => on(n, 5)), ...[3, 4].flatMap((n) => on(n, 2))])?.trend;
    expect(lost?.gain).toBeCloseTo(-3, 0);
    expect(lost?.isReal).toBe(true);
    expect(lost?.leastReal ?? 0).toBeGreaterThan(0);
    expect(lost?.leastReal ?? 9).toBeLessThan(3);
    const down = safeWindow(
      { lo: 0, hi: 8, harder: 'down', unitMargin: 0 },
      [...[1, 2].flatMap((n) => on(n, 5)), ...[3, 4].flatMap((n) => on(n, 2))].map((one) => ({
        ...one,
        held: 1 - one.held,
      })),
    )?.trend;
    expect(down?.gain).toBeCloseTo(3, 0); // lower is harder there: going lower is a gain
  });
});
