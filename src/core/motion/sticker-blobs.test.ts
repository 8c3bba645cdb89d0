// Small pictures drawn in letters: what hangs together, counted by hand.
import { findBlobs, largest, looksRound, smallest } from './sticker-blobs';
import type { Blob } from './sticker-blobs';
import { placeInTable } from './sticker-colour';
import type { Pixels } from './sticker-colour';

const paints = { a: [255, 0, 0], b: [0, 0, 255], '.': [0, 0, 0] } as const;
const isPaint = (letter: string): letter is keyof typeof paints => letter in paints;

function draw(rows: readonly string[]): Pixels {
  const [width, height] = [rows[0]?.length ?? 0, rows.length];
  const data = new Uint8Array(width * height * 4);
  rows.forEach((row, y) =>
    [...row].forEach((letter, x) =>
      data.set([...(isPaint(letter) ? paints[letter] : paints['.']), 255], (y * width + x) * 4),
    ),
  );
  return { width, height, data };
}
const table = new Uint8Array(1 << 18);
table[placeInTable(...paints.a)] = 1;
table[placeInTable(...paints.b)] = 2;

const blobsOf = (rows: readonly string[], step = 1): Blob[] =>
  findBlobs(draw(rows), table, step).sort((one, other) => one.left - other.left || one.top - other.top);
const box = (colour: number, left: number, right: number, top: number, bottom: number, count: number): Blob => ({
  ...{ colour, left, right, top, bottom, count },
});

test('nothing of any colour is nothing', () => expect(blobsOf(['....', '....'])).toEqual([]));

test('a run is a blob with its ends; two apart in a row are two', () => {
  expect(blobsOf(['.aa..a'])).toEqual([box(1, 1, 2, 0, 0, 2), box(1, 5, 5, 0, 0, 1)]);
});

test('arms that meet below are one, with the box and count of all', () => {
  expect(blobsOf(['a...a', 'a...a', 'aaaaa'])).toEqual([box(1, 0, 4, 0, 2, 9)]);
  expect(blobsOf(['a.a.a', 'aaaaa'])).toEqual([box(1, 0, 4, 0, 1, 8)]);
  expect(blobsOf(['a.....a', 'a..a..a', '.aa.aa.', '...a...'])).toEqual([box(1, 0, 6, 0, 3, 10)]); // late joins, twice over
});

test('one on top of two stays one', () => expect(blobsOf(['aaaaa', 'a...a'])).toEqual([box(1, 0, 4, 0, 1, 7)]));

test('what touches at a corner hangs together; what leaves a pixel between does not', () => {
  expect(blobsOf(['a.', '.a'])).toEqual([box(1, 0, 1, 0, 1, 2)]);
  expect(blobsOf(['.a', 'a.'])).toEqual([box(1, 0, 1, 0, 1, 2)]);
  expect(blobsOf(['a..', '..a'])).toEqual([box(1, 0, 0, 0, 0, 1), box(1, 2, 2, 1, 1, 1)]);
  expect(blobsOf(['..a', 'a..'])).toEqual([box(1, 0, 0, 1, 1, 1), box(1, 2, 2, 0, 0, 1)]);
  expect(blobsOf(['a', '.', 'a'])).toEqual([box(1, 0, 0, 0, 0, 1), box(1, 0, 0, 2, 2, 1)]);
});

test('two colours side by side, or one above the other, are two', () => {
  expect(blobsOf(['aabb'])).toEqual([box(1, 0, 1, 0, 0, 2), box(2, 2, 3, 0, 0, 2)]);
  expect(blobsOf(['aa', 'bb'])).toEqual([box(1, 0, 1, 0, 0, 2), box(2, 0, 1, 1, 1, 2)]);
  // The second colour hangs together round a corner, past the first one's two.
  expect(blobsOf(['a.b', 'bba'])).toEqual([box(1, 0, 0, 0, 0, 1), box(2, 0, 2, 0, 1, 3), box(1, 2, 2, 1, 1, 1)]);
});

test('many runs above: each is joined to its own, and to no neighbour', () => {
  expect(blobsOf(['a..a..a..a', 'a..a..a..a'])).toEqual([0, 3, 6, 9].map((x) => box(1, x, x, 0, 1, 2)));
});

test('a run that reaches the edge ends there', () => {
  expect(blobsOf(['..aa'])).toEqual([box(1, 2, 3, 0, 0, 2)]);
  expect(blobsOf(['aaaaa'], 2)).toEqual([box(1, 0, 4, 0, 0, 3)]);
  expect(blobsOf(['aaaaaa'], 2)).toEqual([box(1, 0, 4, 0, 0, 3)]); // the last column is not looked at
});

test('on a coarser grid only its own pixels count, and neighbours are two apart', () => {
  expect(blobsOf(['a.a.', '....', '..a.', '....'], 2)).toEqual([box(1, 0, 2, 0, 2, 3)]);
  expect(blobsOf(['.a.a', '.a.a'], 2)).toEqual([]);
  expect(blobsOf(['a.....', '......', '....a.'], 2)).toEqual([box(1, 0, 0, 0, 0, 1), box(1, 4, 4, 2, 2, 1)]);
});

/** A blob `wide` by `high` of which so much is full. */
const shape = (wide: number, high: number, fill: number, step = 1): Blob =>
  box(1, 10, 10 + wide - step, 20, 20 + high - step, (fill * wide * high) / step ** 2);
const disc = Math.PI / 4;

test.each([
  ['a disc', shape(20, 20, disc), true],
  ['a square on its corner', shape(20, 20, 0.5), false],
  ['just too empty', shape(20, 20, 0.56), false],
  ['just full enough', shape(20, 20, 0.5625), true],
  ['a square that lies', shape(20, 20, 1), false],
  ['all but full', shape(20, 20, 0.9475), true],
  ['a bar', shape(40, 20, disc), false],
  ['a post', shape(20, 40, disc), false],
  ['as wide as one seen askew', shape(34, 20, disc), true], // 1.6 × 20 + 2
  ['a little wider', shape(35, 20, disc), false],
  ['as high as one seen askew', shape(20, 34, disc), true],
  ['a little higher', shape(20, 35, disc), false],
] as const)('%s', (_, blob, isRound) => expect(looksRound(blob, 1)).toBe(isRound));

test('a sticker has a size: from 3.8 to 60 pixels of radius', () => {
  expect([smallest, largest]).toEqual([3.8, 60]);
  expect(looksRound(shape(7, 8, disc), 1)).toBe(false); // 3.75
  expect(looksRound(shape(8, 8, disc), 1)).toBe(true);
  expect(looksRound(shape(120, 120, disc), 1)).toBe(true);
  expect(looksRound(shape(120, 121, disc), 1)).toBe(false);
});

test('few pixels are never too full; from thirty on they are', () => {
  const square = (side: number, step: number) => box(1, 0, side - step, 0, side - step, (side / step) ** 2);
  expect(looksRound(square(10, 2), 2)).toBe(true); // 25 of 25
  expect(looksRound(square(12, 2), 2)).toBe(false); // 36 of 36
});

test('on a coarser grid each pixel stands for its square', () => {
  expect(looksRound(shape(20, 20, disc, 2), 2)).toBe(true);
  expect(looksRound(shape(20, 20, 0.5, 2), 2)).toBe(false);
  expect(looksRound(shape(36, 20, disc, 2), 2)).toBe(true); // 1.6 × 20 + 4
  expect(looksRound(shape(38, 20, disc, 2), 2)).toBe(false);
});
