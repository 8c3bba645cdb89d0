import { fromMarks, countWanted, markIds, nextWanted, openBench, step, toMarks } from './state';
import type { Bench, BenchAct, Sheet } from './state';
import { readDose } from './dose-form';
import { readNumber } from '@/design/number-text';

const sheet = (id: string, width = 2400): Sheet => ({
  id,
  title: id,
  width,
  height: 1200,
  originalWidth: width,
  originalHeight: 1200,
});
const after = (...acts: readonly BenchAct[]): Bench => acts.reduce(step, openBench([]));
const put = (mark: (typeof markIds)[number], at: [number, number], remember = true): BenchAct => ({
  do: 'put',
  role: 'setup',
  mark,
  at,
  remember,
});
const load: BenchAct = { do: 'load', role: 'setup', sheet: sheet('a') };

test('marks are asked for in order, and PS or PSIS will do', () => {
  expect(after(load).active.setup).toBe('mat1');
  const draft = {
    points: { mat1: [0, 0], mat2: [9, 0], known1: [0, 0], known2: [9, 0], ASIS: [5, 5] },
    knownMm: 9,
  } as const;
  expect(nextWanted(draft, 'ASIS')).toBe('PS');
  expect(nextWanted({ ...draft, points: { ...draft.points, PSIS: [1, 1] } }, 'ASIS')).toBe('SN');
  expect(countWanted(draft)).toBe(markIds.length - 1 - 5);
});

test('a drag is undone as one step, to where the mark was', () => {
  const bench = after(
    load,
    put('ASIS', [10, 10]),
    put('ASIS', [20, 20]),
    put('ASIS', [30, 30], false),
    put('ASIS', [40, 40], false),
  );
  expect(bench.drafts.setup.points.ASIS).toEqual([40, 40]);
  const undone = step(bench, { do: 'undo' });
  expect(undone.drafts.setup.points.ASIS).toEqual([10, 10]);
  expect(step(undone, { do: 'redo' }).drafts.setup.points.ASIS).toEqual([40, 40]);
});

test('removing is undone too, and a new mark forgets what could be redone', () => {
  const removed = after(load, put('SN', [7, 7]), { do: 'remove', role: 'setup', mark: 'SN' });
  expect(removed.drafts.setup.points.SN).toBeUndefined();
  const back = step(removed, { do: 'undo' });
  expect(back.drafts.setup.points.SN).toEqual([7, 7]);
  expect(step(back, put('LR', [1, 1])).future).toEqual([]);
});

test('undo leaves the known length as it is typed', () => {
  const bench = after(load, put('ASIS', [5, 5]), { do: 'knownMm', role: 'setup', mm: 1000 }, { do: 'undo' });
  expect(bench.drafts.setup).toEqual({ points: {}, knownMm: 1000 });
});

test('marks stay inside the picture', () =>
  expect(after(load, put('FH', [-50, 5000])).drafts.setup.points.FH).toEqual([0, 1200]));

test('a picture of the same camera takes over mat line and known length, not landmarks', () => {
  const marked = after(load, put('mat1', [1, 900]), put('mat2', [2300, 900]), put('ASIS', [5, 5]), {
    do: 'knownMm',
    role: 'setup',
    mm: 1000,
  });
  const same = step(marked, { do: 'load', role: 'top', sheet: sheet('b') });
  expect(same.drafts.top).toEqual({ points: { mat1: [1, 900], mat2: [2300, 900] }, knownMm: 1000 });
  expect(step(marked, { do: 'load', role: 'top', sheet: sheet('c', 4000) }).drafts.top.points).toEqual({});
});

test('another picture in the same place starts afresh, and undo cannot bring the old marks onto it', () => {
  const bench = after(load, put('ASIS', [5, 5]), { do: 'load', role: 'setup', sheet: sheet('z') });
  expect(bench.drafts.setup.points).toEqual({});
  expect(step(bench, { do: 'undo' }).drafts.setup.points).toEqual({});
});

test('a draft becomes marks only where both ends of a line are set, and comes back the same', () => {
  const half = after(load, put('mat1', [1, 900]), put('known1', [1, 1])).drafts.setup;
  expect(toMarks(half)).toEqual({ matLine: null, scale: null, landmarks: {} });
  const whole = after(
    load,
    put('mat1', [1, 900]),
    put('mat2', [9, 900]),
    put('known1', [1, 1]),
    put('known2', [9, 1]),
    put('CH', [3, 3]),
  ).drafts.setup;
  expect(fromMarks(toMarks(whole))).toEqual(whole);
});

test('stepping through the marks goes round', () => {
  expect(step(after(load), { do: 'previous', role: 'setup' }).active.setup).toBe('CH');
  expect(step(step(after(load), { do: 'previous', role: 'setup' }), { do: 'next', role: 'setup' }).active.setup).toBe(
    'mat1',
  );
});

test.each([
  ['1,5', 1.5],
  [' 1 000 ', 1000],
  ['−3', -3],
  ['five', undefined],
  ['1.2.3', undefined],
  ['', undefined],
])('"%s" is read as %s', (text, value) => expect(readNumber(text)).toBe(value));

describe('a dose as typed', () => {
  const typed = {
    level: '2',
    repetitions: '5',
    sets: '1',
    sides: '2',
    pattern: 'in 4, out 4',
    pace: '1,5',
    changeOverS: '5',
  };
  test('is read with comma or point', () =>
    expect(readDose('legFloat', typed)).toMatchObject({
      repetitions: 5,
      pace: 1.5,
      exercise: 'legFloat',
      directions: 1,
    }));
  test.each([
    ['repetitions', '0'],
    ['repetitions', '2.5'],
    ['repetitions', 'many'],
    ['pace', '0'],
    ['pattern', ''],
    ['changeOverS', '-1'],
  ])('%s "%s" is nonsense', (field, text) => expect(readDose('legFloat', { ...typed, [field]: text })).toBeUndefined());
});
