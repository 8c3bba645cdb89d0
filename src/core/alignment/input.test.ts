// What `measure`, `judge` and `compare` take: refused where it is wrong, in words.
import * as v from 'valibot';
import { refusedWith } from '../../../tests/rigs/refused';
import { compareInput, judgeInput, measureInput } from './input';

const line = [
  [0, 1000],
  [2000, 1000],
];
const measure = {
  position: 'supine',
  view: 'side',
  headEnd: 'left',
  matLine: line,
  landmarks: { ASIS: [1000, 700], PS_L: [1100, 710] },
};
const with_ = (change: object) => refusedWith(measureInput, { ...measure, ...change });

describe('measure', () => {
  test.each<[object, string[]]>([
    [{}, []],
    [
      { position: 'floating' },
      ['position: must be one of supine, prone, sideLying, fourPoint, frontSupport, sitting, kneeling, standing'],
    ],
    [{ view: 'below' }, ['view: must be one of side, foot, head, above, front, behind']],
    [{ headEnd: 'up' }, ['headEnd: must be one of left, right']],
    [{ facing: 'up' }, ['facing: must be one of left, right']],
    [{ bellySide: 'left' }, ['bellySide: must be one of up, down']],
    [{ trunk: 'bent' }, ['trunk: must be one of level, inclined']],
    [{ facing: 'right', bellySide: 'down', trunk: 'inclined' }, []],
    [{ matLine: [[0, 0]] }, ['matLine.1: is not a point [x, y]']],
    [{ matLine: 'flat' }, ['matLine: is not two points [[x, y], [x, y]]']],
    [
      {
        matLine: [
          [0, 0],
          [1, 'y'],
        ],
      },
      ['matLine.1.1: is not a number'],
    ],
    [{ matLine: [[0, 0], 7] }, ['matLine.1: is not a point [x, y]']],
    [
      {
        matLine: [
          [0, 0],
          [1, Number.POSITIVE_INFINITY],
        ],
      },
      ['matLine.1.1: is not a finite number'],
    ],
    [{ landmarks: [] }, ['landmarks: must be an object of points']],
    [{ landmarks: null }, ['landmarks: must be an object of points']],
    [{ landmarks: 'ASIS' }, ['landmarks: must be an object of points']],
    [{ landmarks: {} }, []],
    [{ landmarks: { ...measure.landmarks, Nose: [1, 2] } }, ['landmarks.Nose: Nose is not a known landmark']],
    [{ landmarks: { ...measure.landmarks, PS: [1] } }, ['landmarks.PS: is not a number']],
    [{ landmarks: { ...measure.landmarks, PS: [1, Number.NaN] } }, ['landmarks.PS: is not a number']],
    [{ landmarks: { ...measure.landmarks, PS: [1, null] } }, ['landmarks.PS: is not a number']],
    [{ scale: { points: line, mm: 1000, middle: [1000, 1000] } }, []],
    [{ scale: { points: line, mm: 0 } }, ['scale.mm: must be above 0']],
    [{ scale: { points: line, mm: 0.001 } }, []],
    [
      { scale: { points: line, mm: 1, colour: 'red' } },
      ['scale.colour: Invalid key: Expected never but received "colour"'],
    ],
    [{ neutral: { landmarks: { ASIS: [1, 2] } } }, []],
    [{ neutral: { landmarks: { ASIS: [1, 2] }, matLine: line, scale: { points: line, mm: 5 } } }, []],
    [{ neutral: { landmarks: { ASIS: 1 } } }, ['neutral.landmarks.ASIS: is not a point [x, y]']],
    [{ lens: { axis: [500, 500], distanceMm: 500 } }, []],
    [{ lens: { axis: [500, 500], distanceMm: 500, matNearerMm: -40, knownNearerMm: 40 } }, []],
    [{ lens: { axis: [500, 500], distanceMm: 499 } }, ['lens.distanceMm: must be at least 500 mm']],
    [{ markingSdPx: 0, cameraElevationSdDeg: 0, cameraElevationDeg: -12 }, []],
    [{ markingSdPx: -0.1 }, ['markingSdPx: must not be below 0']],
    [{ cameraElevationSdDeg: -0.1 }, ['cameraElevationSdDeg: must not be below 0']],
  ])('%j', (change, said) => expect(with_(change)).toEqual(said));
  test('a mark is known to a pixel and a half where nothing is said', () =>
    expect(v.parse(measureInput, measure)).toMatchObject({ markingSdPx: 1.5, landmarks: measure.landmarks }));
});

describe('judge', () => {
  const judge = { exercise: 'legFloat', measures: { pelvicTilt: { value: 9, se: 1 } } };
  test.each<[object, string[]]>([
    [{}, []],
    [{ level: 1, phase: 'back', school: 'evenKeel', stances: { a: 'b' }, conditions: ['neck'] }, []],
    [{ level: 0 }, ['level: must be at least 1']],
    [{ level: 1.5 }, ['level: must be a whole number']],
    [{ phase: 'top' }, ['phase: must be one of start, out, hold, back']],
    [{ exercise: 7 }, ['exercise: must be the id of an exercise']],
    [{ school: 7 }, ['school: must be the id of a school']],
    [{ stances: { a: 7 } }, ['stances.a: must be the id of a choice']],
    [{ conditions: 'neck' }, ['conditions: must be a list']],
    [{ conditions: [7] }, ['conditions.0: must be the id of a condition']],
    [{ measures: 'all' }, ['measures: must be measures by id']],
    [{ measures: { pelvicTilt: { value: 9, se: -1 } } }, ['measures.pelvicTilt.se: must not be below 0']],
    [{ neutral: 7 }, ['neutral: must be measures by id']],
    [{ neutral: { pelvicTilt: { value: 'x', se: 0 } } }, ['neutral.pelvicTilt.value: is not a number']],
  ])('%j', (change, said) => expect(refusedWith(judgeInput, { ...judge, ...change })).toEqual(said));
  test('left out: held at the top, nobody’s conditions, the school’s own stances', () =>
    expect(v.parse(judgeInput, judge)).toMatchObject({ phase: 'hold', stances: {}, conditions: [] }));
});

test.each<[unknown, string[]]>([
  [[-5, 5], []],
  [[5, 5], []],
  [[null, 5], []],
  [[-5, null], []],
  [[5, -5], ['target: the lower limit is above the upper one']],
  [[5], ['target.1: is not a number']],
])('compare against %j', (target, said) => {
  const one = { value: 9, se: 1 };
  expect(refusedWith(compareInput, { before: one, after: one, target })).toEqual(said);
});
