import * as v from 'valibot';
import type { Vec2 } from '../geometry';
import { placeBubble } from './bubble';
import { measureInput } from './input';
import type { MeasureInput } from './input';
import { flattenLines } from './lens';
import { farLens } from '../../../tests/rigs/worked-picture';
import { measure } from './measure';
import type { MeasureOutput } from './measure';
import { measuresSeen } from './needs';

// Which view shows what, of which limb, and against which mat line. Mat level at y = 1000; 1 px = 1 mm.
type Marked = Partial<MeasureInput> & Pick<MeasureInput, 'position' | 'view'>;
const input = (more: Marked): MeasureInput =>
  v.parse(measureInput, {
    matLine: [
      [100, 1000],
      [1900, 1000],
    ],
    scale: {
      points: [
        [500, 1010],
        [1500, 1010],
      ],
      mm: 1000,
    },
    landmarks: {},
    lens: farLens,
    ...more,
  });
const read = (more: Marked): MeasureOutput => {
  const result = measure(input(more));
  if (!result.ok) throw new Error(result.error.message);
  return result.value;
};

test('from above a body on its back shows hikes and no tilt, a body on its side tilt and no hike', () => {
  const [back, side] = [measuresSeen('supine', 'above'), measuresSeen('sideLying', 'above')];
  expect([back.includes('pelvicHike'), back.includes('pelvicTilt')]).toEqual([true, false]);
  expect([side.includes('pelvicHike'), side.includes('pelvicTilt')]).toEqual([false, true]);
  expect(measuresSeen('sideLying', 'side').filter((id) => side.includes(id))).toEqual([]);
});

describe('lying on the side, seen from above', () => {
  const marks = { ASIS: [1000, 682.367], PS: [1100, 700], GT: [1100, 800], LK: [1300, 600], LM: [1500, 800] } as const;
  const lying = (more: Partial<MeasureInput>) =>
    read({ position: 'sideLying', view: 'above', headEnd: 'left', landmarks: { ...marks }, ...more });

  test('which way the belly lies must be told for a tilt, not for a bend', () => {
    const { measures, missing } = lying({});
    expect(missing['pelvicTilt']).toEqual(['bellySide']);
    expect(measures['kneeFlexion']?.value).toBeCloseTo(90, 6);
    expect(lying({ bellySide: 'up' }).measures['pelvicTilt']?.value).toBeCloseTo(10, 3);
    expect(lying({ bellySide: 'down' }).measures['pelvicTilt']?.value).toBeCloseTo(-10, 3);
  });

  test('of two marks the upper side’s is read: the right with the belly up the picture, else the left', () => {
    const both = { ASIS_R: [1000, 682.367], ASIS_L: [1000, 700], PS: [1100, 700] } as const;
    const tilt = (bellySide: 'up' | 'down') => lying({ landmarks: both, bellySide }).measures['pelvicTilt']?.value;
    expect(tilt('up')).toBeCloseTo(10, 3);
    expect(tilt('down')).toBeCloseTo(0, 6);
  });
});

test('a client on her back is not asked which way her belly lies', () => {
  const { missing } = read({ position: 'supine', view: 'above', headEnd: 'left', landmarks: { ASIS_L: [900, 600] } });
  expect(Object.keys(missing).length).toBeGreaterThan(0);
  expect(Object.values(missing).flat()).not.toContain('bellySide');
});

test('end views, and upright bodies from the front, need neither head end nor facing', () => {
  const hips = { ASIS_L: [1100, 600], ASIS_R: [900, 600] } as const;
  expect(read({ position: 'supine', view: 'foot', landmarks: hips }).measures['pelvicRoll']?.value).toBeCloseTo(0, 6);
  expect(measure(input({ position: 'standing', view: 'front', landmarks: hips })).ok).toBe(true);
  const refused = measure(input({ position: 'supine', view: 'above', landmarks: hips }));
  expect(refused).toMatchObject({ ok: false, error: { code: 'missing', path: 'headEnd' } });
});

describe('which leg unnamed marks belong to, from the front', () => {
  const hips = { ASIS_L: [1090, 500], ASIS_R: [910, 500] } as const;
  const knee = (hip: number, pat: number, more: object = hips) =>
    read({
      position: 'standing',
      view: 'front',
      landmarks: { ...more, GT: [hip, 500], PAT: [pat, 740], LM: [hip, 980] },
    }).measures['kneeTrack']?.value;

  test('the side of the hips’ middle: her right is at the left of the picture, and + is outward for either', () => {
    expect(knee(880, 870)).toBeCloseTo(10 / 480, 6);
    expect(knee(880, 890)).toBeCloseTo(-10 / 480, 6);
    expect(knee(1120, 1130)).toBeCloseTo(10 / 480, 6);
    expect(knee(1120, 1110)).toBeCloseTo(-10 / 480, 6);
  });

  test('without hips, the side of the mat’s middle', () => {
    expect(knee(880, 870, {})).toBeCloseTo(10 / 480, 6);
    expect(knee(1120, 1130, {})).toBeCloseTo(10 / 480, 6);
  });

  test('both legs named are told apart, and the worse one stands for them', () => {
    const right = { GT_R: [880, 500], PAT_R: [870, 740], LM_R: [880, 980] } as const;
    const left = { GT_L: [1120, 500], PAT_L: [1096, 740], LM_L: [1120, 980] } as const;
    const { measures } = read({ position: 'standing', view: 'front', landmarks: { ...hips, ...right, ...left } });
    expect(measures['kneeTrack_R']?.value).toBeCloseTo(10 / 480, 6);
    expect(measures['kneeTrack_L']?.value).toBeCloseTo(-24 / 480, 6);
    expect(measures['kneeTrack']).toEqual(measures['kneeTrack_L']);
  });
});

/** Turned about the picture's corner, y down. */
const turned = ([x, y]: readonly [number, number], deg: number): [number, number] => {
  const [c, s] = [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)];
  return [c * x - s * y, s * x + c * y];
};

test('a set-up picture is read against its own mat line: turned with it, nothing has changed', () => {
  const rest = { LR: [800, 690], SN: [650, 720] } as const;
  const now = { LR: [800, 660], SN: [650, 720] } as const;
  const flare = (neutral: MeasureInput['neutral']) =>
    read({ position: 'supine', view: 'side', headEnd: 'left', landmarks: now, neutral }).measures['ribFlare']?.value;
  const level = flare({ landmarks: rest }) ?? Number.NaN;
  const leaning = { LR: turned(rest.LR, 9), SN: turned(rest.SN, 9) };
  const matLine: MeasureInput['matLine'] = [turned([100, 1000], 9), turned([1900, 1000], 9)];
  expect(flare({ landmarks: leaning, matLine })).toBeCloseTo(level, 6);
  expect(Math.abs((flare({ landmarks: leaning }) ?? 0) - level)).toBeCloseTo(9, 6);
});

test.each([
  ['bridgeLine', 'supine', { AC: [400, 900], GT: [900, 600], LK: [1300, 700] }],
  ['bridgeLine', 'supine', { AC: [400, 900], GT: [900, 880], LK: [1300, 700] }],
  ['plankLine', 'frontSupport', { AC: [400, 600], GT: [900, 560], LM: [1500, 900] }],
  ['plankLine', 'frontSupport', { AC: [400, 600], GT: [900, 860], LM: [1500, 900] }],
] as const)('%s of the same body is the same from its other side: %#', (id, position, landmarks) => {
  const mirrored = Object.fromEntries(
    Object.entries(landmarks).map(([key, [x, y]]): [string, Vec2] => [key, [2000 - x, y]]),
  );
  const one = read({ position, view: 'side', headEnd: 'left', landmarks }).measures[id]?.value ?? Number.NaN;
  const other = read({ position, view: 'side', headEnd: 'right', landmarks: mirrored }).measures[id]?.value;
  expect(Math.abs(one)).toBeGreaterThan(5);
  expect(other).toBeCloseTo(one, 9);
});

test('a lens draws mat line and known length larger as they lie nearer, and is undone so', () => {
  const line: MeasureInput['matLine'] = [
    [0, 500],
    [2000, 500],
  ];
  const lens = { axis: [1000, 500] as [number, number], distanceMm: 2000, matNearerMm: 200, knownNearerMm: 100 };
  // A tenth of the way nearer is drawn a tenth larger: brought back to 0.9 and 0.95 of what is seen.
  expect(flattenLines({ matLine: line, scale: { points: line, mm: 1000 } }, lens)).toEqual({
    matLine: [
      [100, 500],
      [1900, 500],
    ],
    scale: {
      points: [
        [50, 500],
        [1950, 500],
      ],
      mm: 1000,
    },
  });
});

test('left and right taken for one another are only told where both are seen side by side', () => {
  const crossed = { ASIS_L: [900, 600], ASIS_R: [1100, 600] } as const;
  const codes = (more: Marked) => read({ ...more, landmarks: crossed }).warnings.map(({ code }) => code);
  expect(codes({ position: 'supine', view: 'foot' })).toContain('leftRightSwapped');
  expect(codes({ position: 'supine', view: 'side', headEnd: 'left' })).not.toContain('leftRightSwapped');
});

test('a one-sided target’s bubble rests one tolerance inside it', () => {
  const vantage = { position: 'supine', view: 'side', headEnd: 'left' } as const;
  const at = (value: number, target: readonly [number | null, number | null]) =>
    placeBubble('pelvis', value, 1, target, 4, vantage).at;
  expect(at(14, [10, null])).toBeCloseTo(0, 9);
  expect(at(6, [null, 10])).toBeCloseTo(0, 9);
  expect(at(0, [-4, 4])).toBeCloseTo(0, 9);
  // On its edge it stands at the line, beyond it outside: the same way for both.
  expect(Math.abs(at(10, [10, null]))).toBeCloseTo(Math.abs(at(4, [-4, 4])), 9);
  expect(Math.sign(at(8, [10, null]))).toBe(Math.sign(at(-6, [-4, 4])));
  expect(Math.sign(at(12, [null, 10]))).toBe(Math.sign(at(6, [-4, 4])));
});

test('from the front each shoulder is told by itself, and the one nearer its ear stands for both', () => {
  const at = (left: number): MeasureInput['landmarks'] => ({
    AC_L: [1150, 500],
    TR_L: [1060, 500 - left],
    AC_R: [850, 500],
    TR_R: [940, 300],
  });
  // From 219.3 px to 151.3 at the left, 219.3 kept at the right.
  const { measures } = read({
    position: 'standing',
    view: 'front',
    landmarks: at(121.6),
    neutral: { landmarks: at(200) },
  });
  expect(measures['shoulderEar_L']?.value).toBeCloseTo(0.69, 2);
  expect(measures['shoulderEar_R']?.value).toBeCloseTo(1, 6);
  expect(measures['shoulderEar']?.value).toBe(measures['shoulderEar_L']?.value);
});
