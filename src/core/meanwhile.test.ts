import { mergeById, mergeChanges } from './meanwhile';

const base = { name: 'Maren', goal: 'row again', note: '', conditions: ['neck', 'wrist'] };

test('what only one of the two changed is kept from both', () => {
  const mine = { ...base, goal: 'row in spring' };
  const theirs = { ...base, note: 'asks for water' };
  expect(mergeChanges(base, mine, theirs)).toEqual({
    merged: { ...base, goal: 'row in spring', note: 'asks for water' },
    clashes: [],
  });
});

test('conditions that a colleague added stay, and what I took off goes', () => {
  const mine = { ...base, conditions: ['wrist', 'knee'] };
  const theirs = { ...base, conditions: ['neck', 'wrist', 'osteoporosis', 'pregnancy'] };
  const { merged, clashes } = mergeChanges(base, mine, theirs);
  expect(merged.conditions).toEqual(['wrist', 'osteoporosis', 'pregnancy', 'knee']);
  expect(clashes).toEqual([]);
});

test('a field that both changed differently is a clash, with both sides; changed alike it is none', () => {
  const mine = { ...base, goal: 'a', note: 'same' };
  const theirs = { ...base, goal: 'b', note: 'same' };
  const { merged, clashes } = mergeChanges(base, mine, theirs);
  expect(clashes).toEqual([{ field: 'goal', mine: 'a', theirs: 'b' }]);
  expect(merged.goal).toBe('a');
});

describe('things known by their ids', () => {
  const room = (id: string, props: readonly string[] = [], name = `Room ${id}`) => ({ id, name, props });
  const was = [room('a', ['ball']), room('b'), room('c')];
  test('each one’s rooms and props are kept, whoever keeps second', () => {
    const mine = [room('a', ['ball', 'strap']), room('b'), room('c'), room('mine')];
    const theirs = [room('a', ['ball', 'roller']), room('b', [], 'Loft'), room('c'), room('hers')];
    const { merged, clashes } = mergeById(was, mine, theirs);
    expect(merged).toEqual([
      room('a', ['ball', 'roller', 'strap']),
      room('b', [], 'Loft'),
      room('c'),
      room('hers'),
      room('mine'),
    ]);
    expect(clashes).toEqual([]);
  });
  test('one that I took away goes, unless she changed it meanwhile', () => {
    const theirs = [room('a', ['ball']), room('b', ['cushion']), room('c')];
    expect(mergeById(was, [room('a', ['ball'])], theirs).merged).toEqual([room('a', ['ball']), room('b', ['cushion'])]);
  });
  test('two names for one room are told side by side', () => {
    const { clashes } = mergeById(was, [room('a', ['ball'], 'Dock')], [room('a', ['ball'], 'Quay')]);
    expect(clashes).toEqual([{ field: 'Quay: name', mine: 'Dock', theirs: 'Quay' }]);
  });
});
