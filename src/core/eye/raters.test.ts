import { repertoire } from '@/repertoire';
import { entry, levelOf } from '../knowledge/find';
import { iccWord, reportOf, rowsOf } from './raters';
import { spreadOfMarks, trueMarksOf } from './room';
import type { Figure } from './question';

// Differences first − second: 1, 3, 2, 2: bias 2, SD √(2/3); ICC by hand as in the tests of agreement: 340/344.5.
const first = { name: 'Ash', values: [11, 23, 32, 42] };
const second = { name: 'Birch', values: [10, 20, 30, 40] };
const truth = [10, 21, 31, 41];

test('two raters: bias, limits, ICC, each against the truth, and which picture they read most differently', () => {
  const { pairs, icc, raters, worst, words } = reportOf([first, second], truth, 'tilt');
  const [pair] = pairs;
  expect(pair?.agreement?.bias).toBeCloseTo(2, 12);
  expect(pair?.agreement?.loa[1]).toBeCloseTo(2 + 1.96 * Math.sqrt(2 / 3), 9);
  expect(icc).toBeCloseTo(340 / 344.5, 9);
  expect(pair?.points[1]).toEqual({ place: 1, mean: 21.5, difference: 3 });
  expect(raters.map(({ bias }) => bias)).toEqual([1.25, -0.75]);
  expect(worst).toEqual({ place: 1, spread: expect.closeTo(Math.sqrt(4.5), 9) });
  expect(words.join(' ')).toMatch(/excellent \(ICC 0\.99.*too narrow.*Ash reads 2\.0° more than Birch.*Picture 2 is read most differently/);
}); // prettier-ignore

test('somebody who reads them again is compared with herself, and is no third rater', () => {
  const again = { name: 'Ash, again', values: [12, 22, 33, 41], again: true };
  const { icc, pairs, worst } = reportOf([first, again, second], truth, 'tilt');
  expect(icc).toBeCloseTo(340 / 344.5, 9);
  expect(pairs.map(({ first: a, second: b }) => `${a}/${b}`)).toContain('Ash/Ash, again');
  expect(worst?.place).toBe(1);
});

test('grades have a weighted kappa; the same throughout says nothing of agreement', () => {
  const grades = [{ name: 'A', values: [-4, 0, 4, 10] }, { name: 'B', values: [-4, 0, 4, 4] }]; // prettier-ignore
  // Squared weights: seen 36/4 = 9. By chance, of the margins: Σ (a − b)² = 4·132 + 4·48 − 2·10·4 = 640, of 16: 40. κ = 1 − 9/40.
  expect(reportOf(grades, [0, 0, 0, 0], 'grade').pairs[0]?.agreement?.kappa).toBeCloseTo(1 - 9 / 40, 9);
  const same = reportOf([{ name: 'A', values: [4, 4, 4] }, { name: 'B', values: [4, 4, 4] }], [4, 4, 4], 'grade'); // prettier-ignore
  expect([same.icc, same.pairs[0]?.agreement, same.worst?.spread]).toEqual([undefined, undefined, 0]);
});

test('one alone is held against the truth and nobody else', () => {
  const alone = reportOf([first], truth, 'tilt');
  expect([alone.pairs, alone.icc, alone.worst, alone.words]).toEqual([[], undefined, undefined, []]);
});

test.each([[0.93, 'excellent'], [0.75, 'good'], [0.6, 'moderate'], [-0.2, 'poor']])('ICC %s is %s', (icc, word) => {
  expect(iccWord(icc)).toBe(word);
}); // prettier-ignore

test('a row a picture, for a file', () => {
  expect(rowsOf(reportOf([first, second], truth, 'tilt'), truth).slice(0, 2)).toEqual([
    ['picture', 'truth (°)', 'Ash (°)', 'Birch (°)'],
    [1, 10, 11, 10],
  ]);
});

test('marks a hundredth of the width apart: of an upright picture 8 px, of a lying one 12.8, each in its own millimetres', () => {
  const legs = { left: { kind: 'footDown' }, right: { kind: 'footDown' } } as const;
  const standing = levelOf(entry(repertoire.exercises, 'standKneeLift'), 1).top;
  for (const [pose, px] of [[legs, 12.8], [standing, 8]] as const) {
    const figure: Figure = { exercise: 'x', level: 1, view: 'side', headEnd: 'left', style: 'room', moving: false, body: { heightM: 1.7, massKg: 65 }, frames: [pose, pose] };
    const at = (x: number) => [{ deg: 0, points: [[x, 0.3], [x, 0.4]] as [number, number][] }];
    const mmPerPx = trueMarksOf({ figure })[0]?.mmPerPx ?? 0;
    // Two of them: variance d²/2 along and none across, so √(d²/4) = d/2.
    expect(spreadOfMarks([{ figure }], [at(0.4), at(0.41)])[0]?.mm).toBeCloseTo((px * mmPerPx) / 2, 6);
  }
}); // prettier-ignore
