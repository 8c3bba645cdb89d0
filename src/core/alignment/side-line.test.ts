// Bends of the side line, worked by hand: a straight line of stickers, and the same with known corners.
import type { Vec2 } from '../geometry';
import { radians } from '../geometry';
import { measure } from './measure';
import type { MeasureInput } from './input';
import { farLens } from '../../../tests/rigs/worked-picture';

/** From one point on, so far, turned so many degrees from headward toward the belly; head to the left, belly up. */
const on = ([x, y]: Vec2, length: number, deg: number): Vec2 => [
  x - length * Math.cos(radians(deg)),
  y - length * Math.sin(radians(deg)),
];

/** Knee, hip, crest, ribs, armpit, ear: the segments' own directions. */
function line([thigh, pelvis, low, chest, neck]: readonly [number, number, number, number, number]) {
  const SL1: Vec2 = [1400, 700];
  const LK: Vec2 = on(SL1, -400, thigh); // footward
  const SL2 = on(SL1, 130, pelvis);
  const SL4 = on(SL2, 200, low);
  const SL5 = on(SL4, 110, chest);
  const SL7 = on(SL5, 250, neck);
  return { LK, SL1, SL2, SL4, SL5, SL7 };
}
const input = (more: Partial<MeasureInput>): MeasureInput => ({
  position: 'supine',
  view: 'side',
  headEnd: 'left',
  matLine: [
    [200, 900],
    [1900, 900],
  ],
  scale: {
    points: [
      [300, 905],
      [1300, 905],
    ],
    mm: 1000,
  },
  markingSdPx: 1.5,
  lens: farLens,
  landmarks: line([0, 10, 30, 55, 60]),
  neutral: { landmarks: line([0, 0, 5, 10, 5]) },
  ...more,
});
const bends = (more: Partial<MeasureInput> = {}) => {
  const read = measure(input(more));
  if (!read.ok) throw new Error(read.error.message);
  return read.value.measures;
};

test('each bend is where one stretch turns past the one below it, less the own neutral; + toward the belly', () => {
  // top: pelvis 10 past thigh, low back 20 past pelvis, chest 25 past that, neck 5; neutral: 0, 5, 5, −5
  expect(bends().pelvisOnThigh?.value).toBeCloseTo(10, 6);
  expect(bends().lowBackBend?.value).toBeCloseTo(15, 6);
  expect(bends().chestBend?.value).toBeCloseTo(20, 6);
  expect(bends().neckBend?.value).toBeCloseTo(10, 6);
});

test('the C-curve is low back and chest together', () => {
  const { cCurve, lowBackBend, chestBend } = bends();
  expect(cCurve?.value).toBeCloseTo((lowBackBend?.value ?? 0) + (chestBend?.value ?? 0), 6);
});

test('it does not matter how the whole body lies, nor which way the head is', () => {
  const tilted = line([40, 50, 70, 95, 100]);
  expect(bends({ landmarks: tilted }).cCurve?.value).toBeCloseTo(35, 6);
  const turned = (marks: Readonly<Record<string, Vec2>>) =>
    Object.fromEntries(Object.entries(marks).map(([name, [x, y]]) => [name, [2100 - x, y] as const]));
  const mirrored = bends({
    headEnd: 'right',
    landmarks: turned(line([0, 10, 30, 55, 60])),
    neutral: { landmarks: turned(line([0, 0, 5, 10, 5])) },
  });
  expect(mirrored.cCurve?.value).toBeCloseTo(35, 6);
});

test('hip and ear stickers serve under their own names, and without the set-up nothing is told', () => {
  const { SL1, SL7, ...rest } = line([0, 10, 30, 55, 60]);
  const { SL1: hip, SL7: ear, ...before } = line([0, 0, 5, 10, 5]);
  const served = bends({
    landmarks: { ...rest, GT: SL1, TR: SL7 },
    neutral: { landmarks: { ...before, GT: hip, TR: ear } },
  });
  expect(served.neckBend?.value).toBeCloseTo(10, 6);
  expect(served.lowBackBend?.value).toBeCloseTo(15, 6);
  const alone = measure(input({ neutral: undefined } as never));
  expect(alone.ok && alone.value.missing.cCurve).toContain('neutral');
});

test('the error holds the slip: 3 mm of each sticker over its stretch, in both pictures’ marks', () => {
  // chest: SL2→SL4 is 200 mm, SL4→SL5 110 mm; marks 1.5 px each in two pictures; slips 3 mm (armpit more by the arm, unseen: + 8·10/90)
  const px = 2 * 1.5 ** 2;
  const slipSL5 = 3 + (8 * 10) / 90;
  const [a, b] = [1 / 200, 1 / 110];
  const ends = a ** 2 * (px + 9) + b ** 2 * (px + slipSL5 ** 2);
  const told = bends().chestBend?.seWithin ?? 0;
  // the middle sticker moves both stretches; they stand 25° apart at the top, 5° in the set-up
  const lever = (deg: number) => Math.sqrt(a ** 2 + b ** 2 + 2 * a * b * Math.cos(radians(deg)));
  const whole = ends + (1.5 ** 2 + 9) * lever(25) ** 2 + 1.5 ** 2 * lever(5) ** 2;
  expect(told).toBeCloseTo((Math.sqrt(whole) * 180) / Math.PI, 1);
});
