import { seenFigure } from './seen-figure';

const lying = {
  GT: [400, 300],
  LK: [500, 200],
  LM_R: [600, 300],
  AC: [200, 300],
  FH: [110, 280],
  CH: [130, 300],
} as const;
const parts = (points: Parameters<typeof seenFigure>[0]) => seenFigure(points).map(({ part }) => part);

test('trunk, thigh, shank and head as far as their ends are seen, of whatever side', () => {
  expect(parts(lying)).toEqual(['head', 'trunk', 'limb', 'limb']);
  expect(parts({ GT: [400, 300], LK: [500, 200] })).toEqual(['limb']);
});
test('blocks where their stickers are', () => {
  expect(parts({ ...lying, ASIS: [380, 270], PS: [430, 275], LR: [300, 270], SN: [220, 280] })).toEqual([
    'head',
    'trunk',
    'limb',
    'limb',
    'block',
    'block',
  ]);
});
test('nothing of a body without a hip, or of one in a point', () => {
  expect(seenFigure({ LK: [500, 200], LM: [600, 300] })).toEqual([]);
  expect(seenFigure({ GT: [400, 300], LK: [400, 300] })).toEqual([]);
});
test('a thigh is as wide as its length asks: at twice the size twice as wide', () => {
  const across = (k: number) => {
    const [thigh] = seenFigure({ GT: [0, 0], LK: [100 * k, 0] });
    return Math.max(...[...(thigh?.path.matchAll(/A([\d.]+)/g) ?? [])].map(([, r]) => Number(r)));
  };
  expect(across(1)).toBeCloseTo(20, 0); // 0.2 of 100
  expect(across(2)).toBeCloseTo(40, 0);
});
