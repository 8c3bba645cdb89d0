import { entriesOf, isOneOf, keysOf, recordOf } from './keyed';

test('keys and entries come in the order in which they were written, without what holds nothing', () => {
  expect(keysOf({ b: 1, a: 2 })).toEqual(['b', 'a']);
  const some: Partial<Record<'a' | 'b' | 'c', number>> = { c: 0, a: undefined, b: 2 };
  expect(entriesOf(some)).toEqual([
    ['c', 0],
    ['b', 2],
  ]);
});

test('a record is made from a list of keys and their places', () => {
  expect(recordOf(['x', 'y'], (key, index) => `${key}${index}`)).toEqual({ x: 'x0', y: 'y1' });
});

test('only what stands in a list is one of it', () => {
  expect(isOneOf(['up', 'down'], 'up')).toBe(true);
  expect(isOneOf(['up', 'down'], 'toString')).toBe(false);
  expect(isOneOf([1, 2], '1')).toBe(false);
  expect(isOneOf([1, 2], 2)).toBe(true);
});
