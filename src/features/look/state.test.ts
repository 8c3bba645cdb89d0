import { activeAt, countWanted, draftAt, fromMarks, nextWanted, openBench, step, toMarks } from './state';
import type { Bench, BenchAct, Sheet } from './state';
import { entry, levelOf } from '@/core/knowledge/find';
import { isMeasuredFrom, looksAt } from '@/core/knowledge/looks';
import { repertoire } from '@/repertoire';
import { isExtra, marksFor } from '@/core/knowledge/wanted';
import type { MarkId } from '@/core/anatomy/marks';
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
const legFloat = entry(repertoire.exercises, 'legFloat');
const wanted = marksFor(legFloat, 'side');
const opened = () => openBench({ pictures: [], headEnd: 'left', wanted: { side: wanted } });
const after = (...acts: readonly BenchAct[]): Bench => acts.reduce(step, opened());
const setting = { headEnd: 'left' } as const;
const put = (mark: MarkId, at: [number, number], remember = true): BenchAct => ({
  do: 'put',
  place: 'setup:side',
  mark,
  at,
  remember,
});
const load: BenchAct = { do: 'load', place: 'setup:side', sheet: sheet('a'), setting };

test('marks are asked for in order, and PS or PSIS will do', () => {
  expect(activeAt(after(load), 'setup:side')).toBe('mat1');
  const draft = {
    points: { mat1: [0, 0], mat2: [9, 0], known1: [0, 0], known2: [9, 0], ASIS: [5, 5] },
    knownMm: 9,
    hidden: {},
    sdPx: {},
  } as const;
  expect(nextWanted(wanted, draft, 'ASIS')).toBe('PS');
  expect(nextWanted(wanted, { ...draft, points: { ...draft.points, PSIS: [1, 1] } }, 'ASIS')).toBe('SN');
  expect(countWanted(wanted, draft)).toBe(wanted.filter((id) => !isExtra(id)).length - 5);
});

test('a drag is undone as one step, to where the mark was', () => {
  const bench = after(
    load,
    put('ASIS', [10, 10]),
    put('ASIS', [20, 20]),
    put('ASIS', [30, 30], false),
    put('ASIS', [40, 40], false),
  );
  expect(bench.drafts['setup:side']?.points.ASIS).toEqual([40, 40]);
  const undone = step(bench, { do: 'undo' });
  expect(undone.drafts['setup:side']?.points.ASIS).toEqual([10, 10]);
  expect(step(undone, { do: 'redo' }).drafts['setup:side']?.points.ASIS).toEqual([40, 40]);
});

test('removing is undone too, and a new mark forgets what could be redone', () => {
  const removed = after(load, put('SN', [7, 7]), { do: 'remove', place: 'setup:side', mark: 'SN' });
  expect(removed.drafts['setup:side']?.points.SN).toBeUndefined();
  const back = step(removed, { do: 'undo' });
  expect(back.drafts['setup:side']?.points.SN).toEqual([7, 7]);
  expect(step(back, put('LR', [1, 1])).future).toEqual([]);
});

test('undo leaves the known length as it is typed', () => {
  const bench = after(load, put('ASIS', [5, 5]), { do: 'knownMm', place: 'setup:side', mm: 1000 }, { do: 'undo' });
  expect(draftAt(bench, 'setup:side')).toEqual({ points: {}, knownMm: 1000, hidden: {}, sdPx: {} });
});

test('marks stay inside the picture', () =>
  expect(after(load, put('FH', [-50, 5000])).drafts['setup:side']?.points.FH).toEqual([0, 1200]));

test('a picture of the same camera takes over mat line and known length, not landmarks', () => {
  const marked = after(load, put('mat1', [1, 900]), put('mat2', [2300, 900]), put('ASIS', [5, 5]), {
    do: 'knownMm',
    place: 'setup:side',
    mm: 1000,
  });
  const same = step(marked, { do: 'load', place: 'top:side', sheet: sheet('b'), setting });
  expect(draftAt(same, 'top:side')).toEqual({
    points: { mat1: [1, 900], mat2: [2300, 900] },
    knownMm: 1000,
    hidden: {},
    sdPx: {},
  });
  const larger = step(marked, { do: 'load', place: 'top:side', sheet: sheet('c', 4000), setting });
  expect(draftAt(larger, 'top:side').points).toEqual({});
});

test('another picture in the same place starts afresh, and undo cannot bring the old marks onto it', () => {
  const bench = after(load, put('ASIS', [5, 5]), { do: 'load', place: 'setup:side', sheet: sheet('z'), setting });
  expect(bench.drafts['setup:side']?.points).toEqual({});
  expect(step(bench, { do: 'undo' }).drafts['setup:side']?.points).toEqual({});
});

test('a draft becomes marks only where both ends of a line are set, and comes back the same', () => {
  const half = draftAt(after(load, put('mat1', [1, 900]), put('known1', [1, 1])), 'setup:side');
  expect(toMarks(half)).toEqual({ matLine: null, scale: null, landmarks: {} });
  const bench = after(
    load,
    put('mat1', [1, 900]),
    put('mat2', [9, 900]),
    put('known1', [1, 1]),
    put('known2', [9, 1]),
    put('CH', [3, 3]),
    { do: 'hide', place: 'setup:side', mark: 'GT', why: 'behind the arm' },
  );
  const whole = draftAt(bench, 'setup:side');
  expect(fromMarks(toMarks(whole))).toEqual(whole);
});

test('what cannot be seen is not waited for, keeps its reason, and is seen again once it is placed', () => {
  const bench = after(load, put('ASIS', [5, 5]), {
    do: 'hide',
    place: 'setup:side',
    mark: 'ASIS',
    why: 'under clothing',
  });
  const draft = draftAt(bench, 'setup:side');
  expect(draft.points.ASIS).toBeUndefined();
  expect(toMarks(draft).hidden).toEqual({ ASIS: 'under clothing' });
  expect(nextWanted(wanted, draft, 'knownMid')).toBe('PS');
  expect(draftAt(step(bench, put('ASIS', [6, 6])), 'setup:side').hidden).toEqual({});
});

test('marks from stickers or an outline come as one step; an outline leaves set marks alone', () => {
  const some = { ASIS: [50, 60], PS: [70, 60] } as const;
  const all = after(load, put('ASIS', [5, 5]), { do: 'putAll', place: 'setup:side', points: some, onlyFree: true });
  expect(draftAt(all, 'setup:side').points).toEqual({ ASIS: [5, 5], PS: [70, 60] });
  expect(draftAt(step(all, { do: 'undo' }), 'setup:side').points).toEqual({ ASIS: [5, 5] });
  const over = after(load, put('ASIS', [5, 5]), { do: 'putAll', place: 'setup:side', points: some, onlyFree: false });
  expect(draftAt(over, 'setup:side').points.ASIS).toEqual([50, 60]);
});

test('marks found by their sticker keep its spread until a hand moves them', () => {
  const found = after(load, {
    do: 'putAll',
    place: 'setup:side',
    points: { ASIS: [50, 60], PS: [70, 60] },
    onlyFree: false,
    sdPx: { ASIS: 0.3, PS: 2 },
  });
  expect(toMarks(draftAt(found, 'setup:side')).sdPx).toEqual({ ASIS: 0.3, PS: 2 });
  const moved = step(found, put('ASIS', [52, 60]));
  expect(toMarks(draftAt(moved, 'setup:side')).sdPx).toEqual({ PS: 2 });
  expect(toMarks(draftAt(step(moved, { do: 'undo' }), 'setup:side')).sdPx).toEqual({ ASIS: 0.3, PS: 2 });
  const snapped = step(moved, { do: 'put', place: 'setup:side', mark: 'SN', at: [9, 9], sdPx: 0.4, remember: false });
  expect(toMarks(draftAt(snapped, 'setup:side')).sdPx).toEqual({ PS: 2, SN: 0.4 });
  const removed = step(snapped, { do: 'remove', place: 'setup:side', mark: 'PS' });
  expect(toMarks(draftAt(removed, 'setup:side')).sdPx).toEqual({ SN: 0.4 });
  expect(fromMarks(toMarks(draftAt(removed, 'setup:side'))).sdPx).toEqual({ SN: 0.4 });
});

test('what was put aside as hidden and is found after all is not hidden any more', () => {
  const found = after(
    load,
    { do: 'hide', place: 'setup:side', mark: 'GT', why: 'behind the arm' },
    { do: 'hide', place: 'setup:side', mark: 'CH', why: 'behind the arm' },
    { do: 'putAll', place: 'setup:side', points: { GT: [50, 60] }, onlyFree: false },
  );
  expect(toMarks(draftAt(found, 'setup:side'))).toMatchObject({ landmarks: { GT: [50, 60] } });
  expect(draftAt(found, 'setup:side').hidden).toEqual({ CH: 'behind the arm' });
});

test('stickers on the mat’s edge give the lines that are free, and a metre where no length was typed', () => {
  const ends = { mat1: [0, 900], mat2: [1000, 900], known1: [0, 900], known2: [1000, 900] } as const;
  const find: BenchAct = { do: 'putAll', place: 'setup:side', points: ends, onlyFree: false, knownMm: 1000 };
  expect(toMarks(draftAt(after(load, find), 'setup:side'))).toMatchObject({
    matLine: [ends.mat1, ends.mat2],
    scale: { points: [ends.known1, ends.known2], mm: 1000 },
  });
  const own = draftAt(after(load, put('known1', [5, 5]), put('mat1', [7, 7]), find), 'setup:side');
  expect(own.points).toEqual({ known1: [5, 5], mat1: [7, 7] });
  expect(own.knownMm).toBeNull(); // a metre is theirs, not of a line set by hand
  const typed = after(load, { do: 'knownMm', place: 'setup:side', mm: 1200 }, find);
  expect(draftAt(typed, 'setup:side').knownMm).toBe(1200);
});

test.each(
  repertoire.exercises.flatMap((exercise) =>
    looksAt(exercise)
      .filter(({ view }) => isMeasuredFrom(exercise, view))
      .map(({ view }) => [exercise.id, view] as const),
  ),
)('%s %s: the bench asks for marks enough to read something', (id, view) => {
  const asked = marksFor(entry(repertoire.exercises, id), view);
  expect(asked.slice(0, 4)).toEqual(['mat1', 'mat2', 'known1', 'known2']);
  expect(asked.length).toBeGreaterThan(6);
  expect(new Set(asked).size).toBe(asked.length);
});

test('where the trunk leans off the mat, both ends of its line are asked for; where it rolls, the side line', () => {
  const teaser = entry(repertoire.exercises, 'teaser');
  const asked = (number?: number) =>
    marksFor(teaser, 'side', number === undefined ? undefined : levelOf(teaser, number)).filter((id) =>
      ['AC', 'GT', 'SL2', 'SL4', 'SL5', 'TR'].includes(id),
    );
  expect(asked()).toEqual(['GT']);
  expect(asked(4)).toEqual(['GT', 'AC']);
  expect(asked(1)).toEqual(['GT', 'AC', 'TR', 'SL2', 'SL4', 'SL5']);
});

test('stepping through the marks goes round', () => {
  expect(step(after(load), { do: 'previous', place: 'setup:side' }).active['setup:side']).toBe(wanted.at(-1));
  expect(
    step(step(after(load), { do: 'previous', place: 'setup:side' }), { do: 'next', place: 'setup:side' }).active[
      'setup:side'
    ],
  ).toBe('mat1');
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

test('a moment begun anew keeps nothing of its pictures, and nothing that undo would bring back; the others stay', () => {
  const retest: BenchAct = { do: 'load', place: 'retest:side', sheet: sheet('r'), setting };
  const mark: BenchAct = { do: 'put', place: 'retest:side', mark: 'ASIS', at: [5, 5], remember: true };
  const bench = after(load, put('SN', [7, 7]), retest, mark, { do: 'clear', role: 'retest' });
  expect(Object.keys(bench.sheets)).toEqual(['setup:side']);
  expect(draftAt(bench, 'retest:side').points).toEqual({});
  expect(bench.drafts['setup:side']?.points.SN).toEqual([7, 7]);
  const undone = step(bench, { do: 'undo' });
  expect(undone.drafts['setup:side']?.points.SN).toBeUndefined();
  expect(undone.sheets['retest:side']).toBeUndefined();
});
