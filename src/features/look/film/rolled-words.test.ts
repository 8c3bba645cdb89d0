import { stepsOf, wordOrder, wordStretch, wordsOfFlat } from './rolled-words';

test('parts that begin together are one step, the others come after it', () => {
  const at = { pelvis: 0.8, lowBack: 0.5, chest: 0.04, neck: 0 };
  expect(stepsOf({ at, tau: 1 })).toEqual([
    { parts: ['neck', 'chest'], s: 0 },
    { parts: ['lowBack'], s: 0.5 },
    { parts: ['pelvis'], s: 0.8 },
  ]);
});

test('an order in words: as it is meant, nearly, not, all at once, too little seen', () => {
  const at = { pelvis: 0, lowBack: 0.2, chest: 0.4, neck: null };
  expect(wordOrder({ at, tau: 1 })).toBe('One after another, as it is meant.');
  expect(wordOrder({ at, tau: 0.33 })).toBe('Nearly in the order that is meant.');
  expect(wordOrder({ at, tau: -1 })).toBe('Not in the order that is meant.');
  expect(wordOrder({ at, tau: null })).toBe('Together, as near as a film can tell.');
  expect(wordOrder({ at: { pelvis: 0, lowBack: null, chest: null, neck: null }, tau: null })).toContain('Too little');
});

test('a flat spot by name, with in how many repetitions; none where none is', () => {
  const low = { stretch: 'lowBack', deg: 2.4, se: 2.3, partDeg: 18.4, flatUnderDeg: 3.7, verdict: 'flat' } as const;
  const chest = { stretch: 'chest', deg: 14, se: 4, partDeg: 9, flatUnderDeg: 1.8, verdict: 'bends' } as const;
  const way = { at: { pelvis: 0, lowBack: 0, chest: 0, neck: 0 }, tau: null };
  const repetition = { startS: 1, stretches: [low, chest], out: way, back: way };
  const unsure = { ...repetition, stretches: [{ ...low, verdict: 'unsure' as const }, chest] };
  expect(wordsOfFlat({ stretches: [low, chest], repetitions: [repetition, unsure, repetition] })).toBe(
    'Flat spot: the low back goes as one piece, in 2 of 3. What is beside it bends the more.',
  );
  expect(wordsOfFlat({ stretches: [chest], repetitions: [repetition] })).toBeUndefined();
  expect(wordStretch(low)).toBe('goes as one piece: 2° ± 2.3°, its part 18°');
});
