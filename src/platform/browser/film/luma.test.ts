import { followedSize, turnedBy, uprightGray } from './luma';
import type { FilmTurn } from '@/core/motion/kept-film';

/** Two rows of three, with a byte of padding at each row's end, after two bytes of something else. */
const plane = {
  bytes: Uint8Array.from([9, 9, 1, 2, 3, 0, 4, 5, 6, 0]),
  offset: 2,
  stride: 4,
  wide: 3,
  high: 2,
};

test.each([
  [0, 3, [1, 2, 3, 4, 5, 6]],
  [90, 2, [4, 1, 5, 2, 6, 3]],
  [180, 3, [6, 5, 4, 3, 2, 1]],
  [270, 2, [3, 6, 2, 5, 1, 4]],
] as const)('turned by %i° clockwise it is %i wide', (turned: FilmTurn, width, wanted) => {
  const gray = uprightGray(plane, turned, 1);
  expect([gray.width, [...gray.data]]).toEqual([width, [...wanted]]);
});

test('halved, each pixel is the mean of four; what is left over at the edge goes', () => {
  const gray = uprightGray(plane, 0, 2);
  expect([gray.width, gray.height, [...gray.data]]).toEqual([1, 1, [3]]); // (1 + 2 + 4 + 5) / 4
  expect([...uprightGray(plane, 180, 2).data]).toEqual([4]); // (6 + 5 + 3 + 2) / 4
});

test.each([
  [1280, 720, { width: 1280, height: 720, by: 1 }],
  [1920, 1080, { width: 960, height: 540, by: 2 }],
  [720, 1280, { width: 720, height: 1280, by: 1 }],
  [3840, 2160, { width: 960, height: 540, by: 4 }],
])('a film of %i × %i is followed at %j', (width, height, wanted) => {
  expect(followedSize(width, height)).toEqual(wanted);
});

test('a film’s own turn and the one asked for add up, once round', () => {
  expect([turnedBy(0, 0), turnedBy(90, 90), turnedBy(270, 180), turnedBy(180, 180)]).toEqual([0, 180, 90, 0]);
});
