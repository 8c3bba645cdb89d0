import { entry as find } from '@/core/knowledge/find';
import { repertoire } from '@/repertoire';
import { edit, formAdded, formPut, keepStarts, openEdit, readChecks, readLines, writeChecks } from './edit-state';
import type { Edit, EditAct } from './edit-state';

const after = (...acts: EditAct[]): Edit => acts.reduce(edit, openEdit('a'));
const set = (entry: string, about = ''): EditAct => ({ do: 'set', about, entry });

test('every change can be taken back and made again', () => {
  const two = after(set('b'), set('c'));
  expect(two.now).toBe('c');
  expect(edit(two, { do: 'undo' }).now).toBe('b');
  expect(after(set('b'), set('c'), { do: 'undo' }, { do: 'undo' }, { do: 'undo' }).now).toBe('a');
  expect(after(set('b'), set('c'), { do: 'undo' }, { do: 'undo' }, { do: 'redo' }).now).toBe('b');
  expect(after(set('b'), { do: 'undo' }, set('d'), { do: 'redo' }).now).toBe('d');
});
test('letters typed into one field in a row are one step', () => {
  const typed = after(set('ab', 'name'), set('abc', 'name'), set('abcd', 'name'), set('other', 'plain'));
  expect(edit(typed, { do: 'undo' }).now).toBe('abcd');
  expect(edit(edit(typed, { do: 'undo' }), { do: 'undo' }).now).toBe('a');
});
test('set-up checks as lines: written, read, and lines without a block go to the last one named', () => {
  const checks = [
    { block: 'pelvis', check: 'Sacrum heavy: both halves.' },
    { block: 'head', check: 'Face level.' },
  ];
  const blocks = ['head', 'ribs', 'pelvis', 'legs', 'feet'] as const;
  expect(readChecks(writeChecks(checks), blocks, 'pelvis')).toEqual(checks);
  expect(readChecks('Ribs: resting\nand soft\n\n', blocks, 'pelvis')).toEqual([
    { block: 'ribs', check: 'resting' },
    { block: 'ribs', check: 'and soft' },
  ]);
  expect(readChecks('no block here', blocks, 'pelvis')).toEqual([{ block: 'pelvis', check: 'no block here' }]);
  expect(readLines(' a \n\n b')).toEqual(['a', 'b']);
});

test('checks typed anew keep the starts that they were for, in the same words', () => {
  type Checks = Parameters<typeof keepStarts>[0];
  const before: Checks = [
    { block: 'pelvis', check: 'Heavy.', starts: ['onBack'] },
    { block: 'head', check: 'Light.' },
  ];
  const typed: Checks = [
    { block: 'pelvis', check: 'Heavy.' },
    { block: 'head', check: 'Lighter.' },
  ];
  expect(keepStarts(typed, before)).toEqual([before[0], typed[1]]);
});

describe('other ways of an exercise', () => {
  const bare = find(repertoire.exercises, 'legFloat');
  const two = formAdded(formAdded({ ...bare, forms: [] }));
  test('one more has an id of its own, also after one was taken away', () => {
    expect(two.forms?.map(({ id }) => id)).toEqual(['way1', 'way2']);
    const second = formAdded({ ...two, forms: two.forms?.slice(1) ?? [] });
    expect(second.forms?.map(({ id }) => id)).toEqual(['way2', 'way3']);
  });
  test('one is changed, the others stay', () => {
    const ringed = formPut(two, 1, {
      id: 'way2',
      name: 'Ring',
      change: 'Between the ankles.',
      prop: 'ring',
      levels: [2],
    });
    expect(ringed.forms?.[1]).toMatchObject({ id: 'way2', prop: 'ring', levels: [2] });
    expect(ringed.forms?.[0]).toBe(two.forms?.[0]);
    expect(two.forms?.[1]?.name).toBe('Another way'); // nothing is changed in place: undo needs it as it was
  });
});
