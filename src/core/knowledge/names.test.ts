import { repertoire } from '@/repertoire';
import {
  conditionOfRule,
  correctionWords,
  exerciseName,
  faultWords,
  schoolName,
  schoolOrFirst,
  wordsToKeep,
} from './names';

const none = { exercises: [], faults: [], corrections: [], schools: [], conditions: [] };

test('what stands in the repertoire is called by its name, also where other words were kept', () => {
  expect(exerciseName(repertoire, 'march', { march: 'The old march' })).toBe('March');
  expect(faultWords(repertoire, 'arch')).toBe('an arch');
  expect(schoolName(repertoire, 'evenKeel')).toBe('Even keel');
  expect(conditionOfRule(repertoire, 'neck.curl')).toBe('neck pain or neck surgery');
});

test('what has gone is told in the words kept with it; without any, it is said to be gone', () => {
  const kept = { march: 'The old march', arch: 'a hollow', breath: 'Breathe first.' };
  expect(exerciseName(none, 'march', kept)).toBe('The old march');
  expect(faultWords(none, 'arch', kept)).toBe('a hollow');
  expect(correctionWords(none, 'breath', kept)).toBe('Breathe first.');
  for (const name of [
    exerciseName(none, 'march'),
    faultWords(none, 'march', { arch: 'a hollow' }),
    correctionWords(none, 'march'),
    schoolName(none, 'march'),
    conditionOfRule(none, 'march.early'),
  ])
    expect(name).toBe('march (no longer in the repertoire)');
});

test('a body is asked by the first school where its own has gone, and by none where there is none', () => {
  expect(schoolOrFirst(repertoire, 'evenKeel').id).toBe('evenKeel');
  expect(schoolOrFirst(repertoire, 'long gone')).toBe(repertoire.schools[0]);
  expect(() => schoolOrFirst(none, 'evenKeel')).toThrow('no school');
});

test('a look keeps the words of its exercise, of each fault found and of what was tried', () => {
  const correction = repertoire.corrections[0];
  if (!correction) throw new Error('the repertoire has no correction');
  expect(wordsToKeep(repertoire, 'march', ['arch'], null)).toEqual({ march: 'March', arch: 'an arch' });
  expect(wordsToKeep(repertoire, 'march', [], correction.id)).toEqual({
    march: 'March',
    [correction.id]: correction.say,
  });
});
