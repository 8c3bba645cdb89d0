import { repertoire } from '@/repertoire';
import { entry, levelOf } from '../knowledge/find';
import type { LegPose } from '../body/pose';
import { demandOf } from './demand';
import { halfStepsBetween } from './half-steps';
import { demandCurve, demandOfLevel, mainKind, stepSize } from './levels';
import { rungAt } from './rungs';

const body = { heightM: 1.68, massKg: 65, sex: 'f' } as const;
const exercise = (id: string) => entry(repertoire.exercises, id);

describe('demand over a movement', () => {
  test('rises from nothing to its top, and its peak is the highest of it', () => {
    const { curve, peak, mean } = demandOfLevel(body, levelOf(exercise('lowerLift'), 2));
    const legs = curve.map(({ demand }) => demand.legs ?? Number.NaN);
    expect(legs[0]).toBeLessThan(0.5);
    expect(legs.at(-1)).toBeCloseTo(peak.legs ?? 0, 6);
    expect(legs.every((one, i) => i === 0 || one > (legs[i - 1] ?? 0))).toBe(true);
    expect(mean.legs).toBeLessThan(peak.legs ?? 0);
  });
  test('a peak on the way counts, not only the top', () => {
    // A straight leg lifted from low to high asks most where it starts.
    const { peak } = demandOfLevel(body, levelOf(exercise('lowBellySeries'), 3));
    expect(peak.legs).toBeGreaterThan((demandOf(body, levelOf(exercise('lowBellySeries'), 3).top) ?? 9) * 2);
  });
  test('legs in straps are not told from the pose', () =>
    expect(demandOfLevel(body, levelOf(exercise('feetInStraps'), 2)).peak.legs).toBeUndefined());
  test('where a foot leaves the floor on the way, only start and top are known; where none does, the way between too', () => {
    const up = { kind: 'raised', thighDeg: 90, kneeDeg: 90 } as const;
    const low = { kind: 'raised', thighDeg: 60, kneeDeg: 90 } as const;
    const down = { kind: 'footDown' } as const;
    const shares = (start: { left: LegPose; right: LegPose }, top: { left: LegPose; right: LegPose }) =>
      demandCurve(body, { start, top, load: { also: [] } }, 4).map(({ at }) => at);
    expect(shares({ left: down, right: down }, { left: up, right: down })).toEqual([0, 1]);
    expect(shares({ left: down, right: down }, { left: down, right: up })).toEqual([0, 1]);
    expect(shares({ left: down, right: up }, { left: down, right: low })).toEqual([0, 0.25, 0.5, 0.75, 1]);
  });
  test('half-way between two levels is a level of its own, called by the harder one', () => {
    const lowerLift = exercise('lowerLift');
    const half = rungAt(lowerLift, 1.5, body);
    expect(half).toMatchObject({ number: 1.5, name: `Toward ${levelOf(lowerLift, 2).name.toLowerCase()}` });
  });
  test('a ladder is about what it asks most of', () => {
    const kind = (id: string) => mainKind(exercise(id).levels.map((level) => demandOfLevel(body, level, 4).peak));
    expect(
      ['lowerLift', 'headFloat', 'bridgeNeutral', 'neutralCheck', 'proneLegLift', 'sideLegLift'].map(kind),
    ).toEqual(['legs', 'curl', 'hips', 'legs', 'leg', 'leg']);
    expect(mainKind([{ legs: 0 }])).toBeUndefined();
  });
});

test.each([
  [2.5, 4, 1.6, 'leap'],
  [2.5, 3, 1.2, 'step'],
  [2.5, 2.6, 1.04, 'noStep'],
  [0, 2.4, 1.2, 'first'],
  [0, 3, 1.5, 'leap'],
  [10, 13, 1.3, 'step'],
  [0.05, 2.6, 1.3, 'first'],
])('from %d %% held to %d %% asked: %d, a %s', (held, asked, share, kind) =>
  expect(stepSize(held, asked)).toEqual({ share: expect.closeTo(share, 6), kind }),
);
test('unknown, or no load at all, is no step', () => {
  expect(stepSize(undefined, 3)).toBeUndefined();
  expect(stepSize(3, 0)).toBeUndefined();
});

describe('half-way steps', () => {
  const ladders = repertoire.exercises.filter(({ apparatus }) => apparatus === 'mat');
  test('every one of every ladder lands between, and none is a leap from what is held', () => {
    let counted = 0;
    for (const { levels } of ladders)
      levels.slice(1).forEach((above, i) => {
        const below = levels[i];
        const [held, asked] = [below && demandOf(body, below.top), demandOf(body, above.top)];
        if (!below || held === undefined || asked === undefined || asked <= held) return;
        if ([above.top.left, above.top.right].some((leg) => leg.kind === 'raised' && leg.on)) return; // carried: no half of it
        const steps = halfStepsBetween(body, below, above);
        expect(steps.length).toBeGreaterThan(0);
        for (const { demandPct } of steps) {
          expect(demandPct).toBeGreaterThanOrEqual(held);
          expect(demandPct).toBeLessThan(asked);
          expect(demandPct).toBeLessThanOrEqual(1.3 * Math.max(held, 2) + 1e-6);
          counted += 1;
        }
      });
    expect(counted).toBeGreaterThan(20);
  });
  test('from one long leg to two, one of them stays bent', () => {
    const up = (thighDeg: number, kneeDeg: number) => ({ kind: 'raised', thighDeg, kneeDeg }) as const;
    const base = levelOf(exercise('lowerLift'), 1);
    const below = { ...base, top: { left: { kind: 'footDown' } as const, right: up(45, 0) } };
    const above = { ...base, top: { left: up(45, 0), right: up(45, 0) } };
    const steps = halfStepsBetween(body, below, above, 3);
    expect(steps.map(({ kind }) => kind)).toContain('oneBent');
    const bent = steps.find(({ kind }) => kind === 'oneBent');
    expect(bent?.pose.left).toMatchObject({ thighDeg: 90, kneeDeg: 90 });
  });
  test('from a foot on the mat to tabletop there is no lighter way through the air: the toes stay', () => {
    const ladder = exercise('legFloat');
    const [step] = halfStepsBetween(body, levelOf(ladder, 1), levelOf(ladder, 2));
    expect(step).toMatchObject({ demandPct: 0, pose: { right: { kind: 'footDown' } } });
  });
  test('a large step offers a strap as well as a shorter way', () => {
    const ladder = exercise('lowerLift');
    const kinds = halfStepsBetween(body, levelOf(ladder, 1), levelOf(ladder, 2), 2.8).map(({ kind }) => kind);
    expect(kinds).toEqual(expect.arrayContaining(['range', 'strap']));
  });
});
