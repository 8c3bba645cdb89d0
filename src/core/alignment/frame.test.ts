import * as v from 'valibot';
import { dot } from '../geometry';
import { readFrame } from './frame';
import type { Frame, FrameInput } from './frame';
import { measureInput } from './input';
import { farLens } from '../../../tests/rigs/worked-picture';
import { positions } from '../anatomy/positions';
import type { MeasureInput } from './input';
import { findLandmark } from '../anatomy/landmarks';
import { measure } from './measure';

const mat: FrameInput['matLine'] = [
  [0, 500],
  [1000, 500],
];
const frame = (input: Partial<FrameInput>): Frame => {
  const result = readFrame({ position: 'supine', view: 'side', headEnd: 'left', matLine: mat, ...input });
  if (!result.ok) throw new Error(result.error.message);
  return result.value;
};
const tidy = (direction: readonly [number, number]) => direction.map((one) => Math.round(one * 1000) / 1000 + 0);

describe('which way the picture is read', () => {
  test('lying with the head at the left: headward is left, the belly is up on the back and down on the front', () => {
    for (const position of ['supine', 'prone', 'fourPoint', 'frontSupport'] as const) {
      const read = frame({ position });
      expect(tidy(read.headward)).toEqual([-1, 0]);
      expect(tidy(read.footward)).toEqual([1, 0]);
      expect(tidy(read.bellyward)).toEqual([0, position === 'supine' ? -1 : 1]);
      expect(tidy(read.up)).toEqual([0, -1]);
    }
  });
  test('upright: headward is up, the belly where she faces', () => {
    for (const position of ['sitting', 'kneeling', 'standing'] as const)
      expect(tidy(frame({ position, facing: 'right' }).bellyward)).toEqual([1, 0]);
    expect(tidy(frame({ position: 'standing', facing: 'left' }).headward)).toEqual([0, -1]);
    expect(tidy(frame({ position: 'standing', facing: 'left' }).bellyward)).toEqual([-1, 0]);
  });
  test('on the side, seen from above, the belly is where it is told to be', () => {
    expect(tidy(frame({ position: 'sideLying', view: 'above', bellySide: 'up' }).bellyward)).toEqual([0, -1]);
    expect(tidy(frame({ position: 'sideLying', view: 'above', bellySide: 'down' }).bellyward)).toEqual([0, 1]);
  });
  test('the ends of the mat line may come in either order, and a tilted one turns everything with it', () => {
    const tilted = frame({
      matLine: [
        [1000, 400],
        [0, 500],
      ],
    });
    expect(tilted.matTiltDeg).toBeCloseTo(5.7106, 3);
    expect(dot(tilted.headward, tilted.up)).toBeCloseTo(0, 9);
    expect(
      frame({
        matLine: [
          [0, 500],
          [1000, 400],
        ],
      }).headward,
    ).toEqual(tilted.headward);
  });
});

describe('left and right', () => {
  test.each([
    // on the back with the head at the left the lens sees her right side; on the front, her left
    [{ position: 'supine', headEnd: 'left' }, 'R'],
    [{ position: 'supine', headEnd: 'right' }, 'L'],
    [{ position: 'fourPoint', headEnd: 'left' }, 'L'],
    [{ position: 'prone', headEnd: 'right' }, 'R'],
    [{ position: 'standing', facing: 'right' }, 'R'],
    [{ position: 'sitting', facing: 'left' }, 'L'],
  ] as const)('%j shows the %s side', (input, near) => expect(frame(input).near).toBe(near));
  test.each([
    // where her right hand is in the picture: −1 at the left, +1 at the right
    [{ position: 'supine', view: 'foot' }, -1],
    [{ position: 'supine', view: 'head' }, 1],
    [{ position: 'fourPoint', view: 'behind' }, 1],
    [{ position: 'standing', view: 'front' }, -1],
    [{ position: 'standing', view: 'behind' }, 1],
  ] as const)('%j: her right is at %d', (input, x) => expect(tidy(frame(input).rightward)[0]).toBe(x));
  test('from above with the head at the left, her right hand is down in the picture on the back, up on the front', () => {
    expect(tidy(frame({ position: 'supine', view: 'above' }).rightward)).toEqual([0, 1]); // head west, face up: right is south
    expect(tidy(frame({ position: 'prone', view: 'above' }).rightward)).toEqual([0, -1]);
  });
  test('an unsided mark serves for the near side, then the near one, then the far one', () => {
    const at = (x: number): [number, number] => [x, 0];
    expect(findLandmark({ LK: at(1), LK_R: at(2), LK_L: at(3) }, 'LK', 'R')?.key).toBe('LK');
    expect(findLandmark({ LK_R: at(2), LK_L: at(3) }, 'LK', 'L')?.key).toBe('LK_L');
    expect(findLandmark({ LK_R: at(2) }, 'LK', 'L')?.key).toBe('LK_R');
    expect(findLandmark({}, 'LK', 'L')).toBeUndefined();
  });
});

describe('measures by position', () => {
  const read = (input: object) => {
    const result = measure(
      v.parse(measureInput, { view: 'side', headEnd: 'left', matLine: mat, lens: farLens, ...input }),
    );
    if (!result.ok) throw new Error(result.error.message);
    return result.value;
  };
  test('standing: an ear 60 mm up and 40 mm forward of C7 stands at 56.3°', () => {
    const landmarks = { C7: [300, 200], TR: [340, 140] };
    expect(read({ position: 'standing', facing: 'right', landmarks }).measures.craniovertebral?.value).toBeCloseTo(
      56.3099,
      3,
    );
  });
  test('standing and facing right: hip bones in front of the pubic bone tip the pelvis forward, an arch', () => {
    const { measures } = read({
      position: 'standing',
      facing: 'right',
      landmarks: { ASIS: [310, 200], PS: [300, 300] },
    });
    expect(measures.pelvicTilt?.value).toBeCloseTo(5.7106, 3);
  });
  test('the same person facing left measures the same', () => {
    const { measures } = read({
      position: 'standing',
      facing: 'left',
      landmarks: { ASIS: [290, 200], PS: [300, 300] },
    });
    expect(measures.pelvicTilt?.value).toBeCloseTo(5.7106, 3);
  });
  test('a trunk off the mat is read along its own line from hip to shoulder', () => {
    // shoulder 300 headward and 300 up from the hip: the trunk stands at 45°, and the pelvis line along it is level
    const landmarks: MeasureInput['landmarks'] = { GT: [600, 480], AC: [300, 180], PS: [600, 400], ASIS: [540, 340] };
    const inclined = { position: 'supine', trunk: 'inclined', landmarks };
    expect(read(inclined).measures.pelvicTilt?.value).toBeCloseTo(0, 6);
    expect(read({ ...inclined, trunk: 'level' }).measures.pelvicTilt?.value).toBeCloseTo(45, 6);
    expect(read({ ...inclined, landmarks: { PS: [600, 400], ASIS: [540, 340] } }).missing.pelvicTilt).toEqual([
      'GT',
      'AC',
    ]);
  });
  test('side-lying from above needs to know where the belly is', () => {
    const landmarks = { ASIS: [500, 300], PS: [600, 310] };
    expect(read({ position: 'sideLying', view: 'above', landmarks }).missing.pelvicTilt).toEqual(['bellySide']);
    expect(
      read({ position: 'sideLying', view: 'above', bellySide: 'up', landmarks }).measures.pelvicTilt?.value,
    ).toBeCloseTo(5.7106, 3);
  });
  test('a view shows only what can be seen from there', () => {
    const landmarks = { ASIS: [500, 300], PS: [600, 310], ASIS_L: [400, 300], ASIS_R: [500, 300] };
    const foot = read({ position: 'supine', view: 'foot', landmarks });
    expect(Object.keys(foot.measures)).toEqual(['pelvicRoll', 'pelvicShift']);
    expect(foot.unseen.pelvicTilt).toContain('look from the side');
    expect(Object.keys(read({ position: 'supine', view: 'side', landmarks }).measures)).toContain('pelvicTilt');
  });
  test('left and right taken for one another from the foot end are told', () => {
    const seen = (left: number, right: number) =>
      read({ position: 'supine', view: 'foot', landmarks: { ASIS_L: [left, 300], ASIS_R: [right, 300] } }).warnings.map(
        ({ code }) => code,
      );
    expect(seen(600, 400)).not.toContain('leftRightSwapped');
    expect(seen(400, 600)).toContain('leftRightSwapped');
  });
  test.each(positions.map((position) => [position]))(
    'in %s what is missing is told, and nothing is refused',
    (position) => {
      const { measures, missing } = read({ position, facing: 'left', landmarks: {} });
      expect(measures).toEqual({});
      for (const lacking of Object.values(missing)) expect(lacking.length).toBeGreaterThan(0);
    },
  );
  test('the lying side view needs the head end, the upright one the facing', () => {
    expect(readFrame({ position: 'prone', view: 'side', matLine: mat })).toMatchObject({
      ok: false,
      error: { code: 'missing', path: 'headEnd' },
    });
    expect(readFrame({ position: 'sitting', view: 'side', matLine: mat })).toMatchObject({
      ok: false,
      error: { code: 'missing', path: 'facing' },
    });
    expect(
      readFrame({
        position: 'supine',
        view: 'side',
        headEnd: 'left',
        matLine: mat,
        scale: {
          points: [
            [3, 3],
            [3, 3],
          ],
          mm: 100,
        },
      }),
    ).toMatchObject({ ok: false, error: { code: 'scaleTooShort', path: 'scale.points' } });
  });
});
