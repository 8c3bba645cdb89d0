import type { FilmCircles } from '@/core/knowledge/circled';
import type { Circle } from '@/core/motion/circles';
import { wordsOfCircles } from './circle-words';

const circle: Circle = {
  ...{ startS: 1, endS: 4, radiusMm: 92, roundness: 0.96, direction: 'clockwise', crossedMidline: true, clean: true },
};
const told: FilmCircles = {
  ...{ mark: 'LM_R', side: 'R', path: [], lengthError: 0.06, isEdgeOn: false, widestCleanMm: 190, largestCleanMm: 92 },
  circles: [circle, { ...circle, crossedMidline: false }],
  widths: [{ startS: 1, widthMm: 190, crossedMidline: true }],
};

test('circles in words: how many all the way round, how large, how round, which way, across or not, the largest that held', () => {
  expect(wordsOfCircles(told, 3)).toEqual([
    'By the right outer ankle: 2 of 3 all the way round, radius 9 cm ± 0.6, 96 % round.',
    'All clockwise, as drawn here.',
    'It crosses the midline in 1 of 2.',
    'The largest that held has a radius of 9 cm.',
  ]);
  expect(wordsOfCircles({ ...told, largestCleanMm: null }, 3).at(-1)).toBe('None of them held.');
});

test('seen from its edge: how wide, and that how round it is can’t be told from here', () => {
  expect(wordsOfCircles({ ...told, isEdgeOn: true, circles: [], largestCleanMm: null }, 1)).toEqual([
    'By the right outer ankle: 19 cm ± 1.1 wide.',
    'The widest that held: 19 cm.',
    'It crosses the midline every time.',
    'From here the circle is seen from its edge: how round it is, only from above.',
  ]);
});
