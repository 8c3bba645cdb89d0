import { actOfKey, blockOfKey } from './keys';

test('space, page keys and arrows count; letters in either case do the rest', () => {
  expect([' ', 'PageDown', 'ArrowRight'].map(actOfKey)).toEqual(['clean', 'clean', 'clean']);
  expect(['l', 'L', 'PageUp', 'ArrowLeft'].map(actOfKey)).toEqual(['lost', 'lost', 'lost', 'lost']);
  expect(['U', 'Backspace', 'S', 'B', 'V', 'N', 'Enter', '?'].map(actOfKey)).toEqual([
    'undo',
    'undo',
    'newSet',
    'pace',
    'look',
    'note',
    'next',
    'help',
  ]);
  expect(['c', 'K'].map(actOfKey)).toEqual(['confirm', 'camera']);
  expect(['x', 'Tab', 'toString', '1'].map(actOfKey)).toEqual([undefined, undefined, undefined, undefined]);
});

test('a number names the block that stands at it; one that names none falls to the first', () => {
  expect(blockOfKey('2', ['head', 'pelvis', 'breath'])).toBe('pelvis');
  expect(blockOfKey('5', ['head', 'pelvis', 'breath'])).toBe('head');
  expect(blockOfKey('6', ['head'])).toBeUndefined();
  expect(blockOfKey('a', ['head'])).toBeUndefined();
});
