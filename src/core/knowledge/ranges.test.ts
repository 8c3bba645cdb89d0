import * as v from 'valibot';
import { repertoire } from '@/repertoire';
import { refusedAt } from '../../../tests/rigs/refused';
import { likelyCauses } from './causes';
import { entry, levelOf } from './find';
import { isShort, newestRanges, rangeFigures, rangeIds, rangeInput, rangeRules, rangesAsked, shortOf } from './ranges';
import type { OwnRange } from './ranges';

const level = (exercise: string, number: number) => levelOf(entry(repertoire.exercises, exercise), number);
const own = (range: OwnRange['range'], value: number, more: Partial<OwnRange> = {}): OwnRange => ({
  range,
  side: range === 'curl' ? 'both' : 'L',
  value,
  method: 'hand',
  ...more,
});

// What each asks, as its pose is written: a straight leg at so many degrees from the trunk, a thigh behind it, an arm past the ear.
test.each([
  ['lowerLift', 1, { straightLegRaise: 88 }],
  ['legCircle', 3, { straightLegRaise: 88 }],
  ['march', 5, {}],
  ['proneLegLift', 2, { hipExtension: 13 }],
  ['sitTall', 2, { shoulderFlexion: 165 }],
  ['neutralCheck', 1, {}],
] as const)('%s %d asks %j', (exercise, number, wanted) => {
  const asked = rangesAsked(level(exercise, number));
  expect(Object.keys(asked)).toEqual(Object.keys(wanted));
  for (const id of rangeIds) if (id in wanted) expect(asked[id]).toBeCloseTo(Object.values(wanted)[0] ?? 0, -0.5);
});

test('sitting on long legs is a straight leg at right angles to the trunk; a curl asks height, a roll up does not', () => {
  expect(rangesAsked(level('saw', 1)).straightLegRaise).toBeGreaterThan(80);
  expect(rangesAsked(level('headFloat', 2)).curl).toBeGreaterThan(rangesAsked(level('headFloat', 1)).curl ?? Infinity);
  expect(rangesAsked(level('rollUp', 5)).curl).toBeUndefined();
});

describe('where a level asks more than she has', () => {
  test('it is said with both figures, the side, and what to do; within the error of the method it is not', () => {
    expect(shortOf(level('lowerLift', 1), [own('straightLegRaise', 65)]).map(({ words }) => words)).toEqual([
      'Left straight leg comes up to 65°; this level asks 88°: knees softer, or the leg lower.',
    ]);
    expect(shortOf(level('lowerLift', 1), [own('straightLegRaise', 84)])).toEqual([]);
    expect(shortOf(level('lowerLift', 1), [own('straightLegRaise', 81, { method: 'eye' })])).toEqual([]); // ± 8
    expect(shortOf(level('lowerLift', 1), [own('straightLegRaise', 81)])).toHaveLength(1); // ± 4
  });
  test('a level that does not ask it says nothing; a hip that does not come straight says so', () => {
    expect(shortOf(level('march', 5), [own('straightLegRaise', 40)])).toEqual([]);
    expect(shortOf(level('proneLegLift', 2), [own('hipExtension', -5)])[0]?.words).toMatch(
      /^Left leg does not come to the hip by 5°/,
    );
    expect(shortOf(level('headFloat', 2), [own('curl', 30)])[0]?.words).toMatch(/^Own curl comes up to 30 mm/);
  });
});

test('the newest of each side counts, and what was struck out does not', () => {
  const cards = [
    { ...own('straightLegRaise', 70), isStruck: true },
    { ...own('straightLegRaise', 60), isStruck: false },
    { ...own('straightLegRaise', 50), isStruck: false },
    { ...own('straightLegRaise', 90, { side: 'R' }), isStruck: false },
  ];
  expect(newestRanges(cards).map(({ side, value }) => [side, value])).toEqual([
    ['L', 60],
    ['R', 90],
  ]);
});

test('short is below the usual by more than the error, of either side; not taken is not known', () => {
  expect(isShort('straightLegRaise', [])).toBeUndefined();
  expect(isShort('straightLegRaise', [own('straightLegRaise', 77)])).toBe(false);
  expect(isShort('straightLegRaise', [own('straightLegRaise', 75)])).toBe(true);
  expect(isShort('straightLegRaise', [own('straightLegRaise', 95), own('straightLegRaise', 60, { side: 'R' })])).toBe(
    true,
  );
});

test('causes of length: likelier with a short range, less likely with a long one, and said so', () => {
  const exercise = entry(repertoire.exercises, 'straightLegSwitch');
  const seen = [{ fault: 'tailboneUp', verdict: 'out' as const, probability: 0.95 }];
  const share = (ranges: readonly OwnRange[]) =>
    likelyCauses(repertoire, exercise, 1, seen, [], 9, ranges).find(({ cause }) => cause === 'shortHamstrings');
  const [short, unknown, long] = [
    share([own('straightLegRaise', 60)]),
    share([]),
    share([own('straightLegRaise', 95)]),
  ];
  expect(short?.share ?? 0).toBeGreaterThan(unknown?.share ?? 1);
  expect(long?.share ?? 1).toBeLessThan(unknown?.share ?? 0);
  expect([short?.why, unknown?.why].map((why) => why?.includes('her own range points to it'))).toEqual([true, false]);
  for (const { cause } of Object.values(rangeRules)) entry(repertoire.causes, cause); // each is one that there is
});

test('a picture tells a range where the level goes into it, each side by itself', () => {
  const at = (value: number, method = 'picture') => ({ value, method });
  const values = { straightLegElevation: at(74), straightLegElevation_L: at(74), curlHeight: at(50) };
  expect(rangeFigures(level('lowerLift', 1), values)).toEqual([{ range: 'straightLegRaise', side: 'L', value: 74 }]);
  expect(rangeFigures(level('lowerLift', 1), { straightLegElevation: at(74) })).toEqual([
    { range: 'straightLegRaise', value: 74 },
  ]);
  expect(rangeFigures(level('headFloat', 2), values)).toEqual([{ range: 'curl', value: 50 }]);
  expect(rangeFigures(level('march', 5), values)).toEqual([]); // the knee is bent
  expect(rangeFigures(level('lowerLift', 1), { straightLegElevation: at(74, 'eye') })).toEqual([]);
});

test('what no body does is refused, and a range of two sides without its side', () => {
  const input = { range: 'straightLegRaise', side: 'L', value: 70, method: 'hand' };
  expect(refusedAt(rangeInput, input)).toEqual([]);
  expect(refusedAt(rangeInput, { ...input, value: 151 })).toEqual(['value']);
  expect(refusedAt(rangeInput, { ...input, value: Number.NaN })).toEqual(['value']);
  expect(refusedAt(rangeInput, { ...input, side: 'both' })).toEqual(['side']);
  expect(refusedAt(rangeInput, { ...input, range: 'curl' })).toEqual(['side']);
  expect(v.is(rangeInput, { ...input, range: 'curl', side: 'both' })).toBe(true);
});
