import type { LegPose } from '../body/pose';
import { legLoad } from './demand';
import { halfStepsBetween } from './half-steps';
import type { LadderLevel } from './ladder-level';

// Half steps between made levels: which kinds the legs themselves allow.
const body = { heightM: 1.68, massKg: 65, sex: 'f' } as const;
const leg = (thighDeg: number, kneeDeg = 0): LegPose => ({ kind: 'raised', thighDeg, kneeDeg });
const down: LegPose = { kind: 'footDown' };
const level = (number: number, left: LegPose, right: LegPose, headUp = false): LadderLevel => ({
  number,
  name: `level ${number}`,
  change: 'lower',
  dose: {},
  load: { also: [] },
  top: { left, right, ...(headUp ? { thoracicFlexDeg: 38, lumbarFlexDeg: 8, neckFlexDeg: 18 } : {}) },
});
const kinds = (left: LegPose, right: LegPose, heldPct = 3.5) =>
  halfStepsBetween(body, level(1, leg(80, 30), leg(80, 30)), level(2, left, right), heldPct).map(({ kind }) => kind);

test('one leg may stay in tabletop where both are long in the air, and only there', () => {
  expect(kinds(leg(45), leg(45))).toContain('oneBent');
  expect(kinds(leg(45), leg(45, 69))).toContain('oneBent');
  expect(kinds(leg(30, 70), leg(45))).not.toContain('oneBent');
  expect(kinds(leg(45), leg(30, 70))).not.toContain('oneBent');
  expect(kinds(leg(20), down)).not.toContain('oneBent');
  expect(kinds(down, leg(20))).not.toContain('oneBent');
});

test('a knee that is bent by 80° or more is not bent further', () => {
  const steps = halfStepsBetween(body, level(1, leg(80, 30), leg(80, 30)), level(2, leg(10, 79), leg(10, 79)), 6);
  expect(steps.find(({ kind }) => kind === 'lever')?.pose.left).toEqual(leg(10, 99));
  expect(kinds(leg(10, 80), leg(10, 80), 6)).not.toContain('lever');
});

test('of several bends that would do, the one nearest to the middle is offered', () => {
  const both = (kneeDeg: number) => legLoad(body, Array(2).fill({ thighDeg: 15, kneeDeg })).demandPct;
  const bend = (heldPct: number) => {
    const steps = halfStepsBetween(body, level(1, leg(80, 30), leg(80, 30)), level(2, leg(15), leg(15)), heldPct);
    return steps.find(({ kind }) => kind === 'lever')?.pose.left;
  };
  // Bends of 35, 50 and 70° ask 6.29, 6.09 and 5.67 %, long legs 6.34 %.
  expect([35, 50, 70, 0].map((deg) => Math.round(100 * both(deg)))).toEqual([629, 609, 567, 634]);
  expect(bend(9)).toEqual(leg(15, 35)); // more is held than is asked: as near to it as can be
  expect(bend(5)).toEqual(leg(15, 70)); // the middle of 5 and 6.34 is 5.67
});

test('an elastic carries legs only where both are up', () => {
  expect(kinds(leg(45), leg(45))).toContain('strap');
  expect(kinds(leg(15), down)).not.toContain('strap');
});

test('every step asks more than the level below and less than the one above, none is a leap, nearest to the middle first', () => {
  const [below, above] = [level(1, leg(85, 20), leg(85, 20)), level(2, leg(40), leg(40))];
  const both = (thighDeg: number, kneeDeg: number) => legLoad(body, Array(2).fill({ thighDeg, kneeDeg })).demandPct;
  const [own, asked] = [both(85, 20), both(40, 0)];
  const demands = halfStepsBetween(body, below, above, 3).map(({ demandPct = Number.NaN }) => demandPct);
  expect(demands.length).toBeGreaterThan(1);
  for (const demand of demands) {
    expect(demand).toBeGreaterThan(own);
    expect(demand).toBeLessThan(asked);
    expect(demand).toBeLessThanOrEqual(1.3 * 3 + 1e-6);
  }
  // The middle between the 3 % held and what is asked would be a leap: what comes nearest to 130 % of it goes first.
  expect((3 + asked) / 2).toBeGreaterThan(1.3 * 3);
  expect(demands).toEqual([...demands].sort((a, b) => Math.abs(a - 3.9) - Math.abs(b - 3.9)));
});

test('a leg that stands is bent by nothing, and goes on standing', () => {
  const steps = halfStepsBetween(body, level(1, leg(85, 30), down), level(2, leg(15), down), 3);
  const lever = steps.find(({ kind }) => kind === 'lever');
  expect(lever?.pose.left).toMatchObject({ kind: 'raised', thighDeg: 15 });
  expect(lever?.pose.right).toEqual(down);
  const other = halfStepsBetween(body, level(1, down, leg(85, 30)), level(2, down, leg(15)), 3);
  expect(other.find(({ kind }) => kind === 'lever')?.pose.left).toEqual(down);
});

test('there is no way between a leg on a ball and one on nothing, whichever leg it is', () => {
  const onBall: LegPose = { kind: 'raised', thighDeg: 40, kneeDeg: 40, on: 'ball' };
  const range = (below: LadderLevel, above: LadderLevel) =>
    halfStepsBetween(body, below, above, 3).filter(({ kind }) => kind === 'range').length;
  expect(range(level(1, leg(70), leg(70)), level(2, leg(30), leg(30)))).toBe(1);
  expect(range(level(1, onBall, leg(70)), level(2, leg(30), leg(30)))).toBe(0);
  expect(range(level(1, leg(70), onBall), level(2, leg(30), leg(30)))).toBe(0);
  expect(range(level(1, onBall, onBall), level(2, leg(30), leg(30)))).toBe(0);
});

test('where the next level asks no more, or nothing that is reckoned, the half way alone is left', () => {
  const kindsBetween = (below: LadderLevel, above: LadderLevel) =>
    halfStepsBetween(body, below, above, 3).map(({ kind }) => kind);
  expect(kindsBetween(level(1, leg(20), leg(20)), level(2, leg(60), leg(60)))).toEqual(['range']);
  expect(kindsBetween(level(1, leg(40), leg(40)), level(2, leg(40), leg(40)))).toEqual(['range']);
  expect(kindsBetween(level(1, leg(40), leg(40)), level(2, down, down))).toEqual(['range']);
});
