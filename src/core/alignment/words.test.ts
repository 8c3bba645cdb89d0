import { formatInterval, listWords } from './words';

test.each([
  [[], ''],
  [['ribs'], 'ribs'],
  [['ribs', 'head'], 'ribs and head'],
  [['pelvis', 'ribs', 'head'], 'pelvis, ribs and head'],
] as const)('a list in words: %j', (words, said) => expect(listWords(words)).toBe(said));
test('a list of which one is to be had', () => expect(listWords(['a pad', 'a towel'], 'or')).toBe('a pad or a towel'));

test.each([
  ['pelvicTilt', [-5, 5], '−5…+5°'],
  ['tabletopError', [null, 8], 'up to 8°'],
  ['craniovertebral', [48, null], 'at least 48°'],
  ['ribPelvisRatio', [0.93, 1.07], '0.93…1.07'],
  ['lumbarGap', [-8, 8], '−8…8 mm'],
  ['pelvicTilt', [null, null], 'anything'],
] as const)('%s within %j is %s', (measure, interval, said) => expect(formatInterval(measure, interval)).toBe(said));
