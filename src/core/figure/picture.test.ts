import { levelLines } from './levels';
import { readLook } from '../knowledge/look';
import type { LookInput } from '../knowledge/look';
import type { Marks } from '../anatomy/marks';
import { poseBody } from '../body/skeleton';
import type { Pose } from '../body/pose';
import { wrapDeg } from '../geometry';
import type { Vec2 } from '../geometry';
import { normal, seeded } from '../random';
import { carefulCamera, demoPicture } from './picture';
import { flatEye, pinhole } from './camera';
import { drawBody } from './draw';
import { repertoire } from '@/repertoire';

// A posed body photographed through a lens is measured from its picture alone; what it was posed with is the truth.
const body = { heightM: 1.7, massKg: 65, sex: 'f' } as const;
const down = { kind: 'footDown' } as const;
const tabletop = { kind: 'raised', thighDeg: 90, kneeDeg: 90 } as const;

function photograph(pose: Partial<Pose>, cameraHeightMm = 260, markingSdPx = 0, seed = 1): Marks {
  const drawn = demoPicture(poseBody(body, { left: down, right: down, ...pose }), carefulCamera(cameraHeightMm));
  const uniform = seeded(seed);
  const shake = ([x, y]: Vec2): [number, number] => [
    x + markingSdPx * normal(uniform),
    y + markingSdPx * normal(uniform),
  ];
  return {
    matLine: [[...drawn.matLine[0]], [...drawn.matLine[1]]],
    scale: { points: [[...drawn.scale.points[0]], [...drawn.scale.points[1]]], mm: drawn.scale.mm },
    landmarks: Object.fromEntries(Object.entries(drawn.landmarks).map(([key, at]) => [key, shake(at)])),
  };
}

function look(setup: Marks, top: Marks, retest?: Marks): LookInput {
  const marked = (marks: Marks) => ({
    side: { marks, markingSdPx: 1.5, setting: { headEnd: 'left' as const }, size: { width: 2400, height: 1200 } },
  });
  return {
    exercise: 'legFloat',
    level: 2,
    school: 'evenKeel',
    stances: {},
    conditions: [],
    pictures: { setup: marked(setup), top: marked(top), ...(retest ? { retest: marked(retest) } : {}) },
  };
}
const reading = (input: LookInput) => {
  const result = readLook(input, repertoire);
  if (!result.ok) throw new Error(result.error.message);
  return result.value;
};

describe('measured from the picture, against the pose it was drawn with', () => {
  const rest = { pelvicTiltDeg: 2, faceDeg: -4 };
  test.each([
    [{ pelvicTiltDeg: 13, ribFlareDeg: 7, faceDeg: 1 }, 11, 7],
    [{ pelvicTiltDeg: -9, ribFlareDeg: -6, faceDeg: -10 }, -11, -6],
    [{ pelvicTiltDeg: 2, ribFlareDeg: 0, faceDeg: -4 }, 0, 0],
    [{ pelvicTiltDeg: 20, ribFlareDeg: 14, faceDeg: 6 }, 18, 14],
  ])('%j', (pose, drift, flare) => {
    const marks = photograph({ right: tabletop, ...pose });
    const { baseline, pictures } = reading(look(photograph(rest), marks));
    const tilt = baseline?.findings.find(({ measure: id }) => id === 'pelvicTilt');
    const measured = pictures.top.side?.state === 'read' ? pictures.top.side.measured.measures : {};
    expect(Math.abs((tilt?.value ?? 99) - drift)).toBeLessThan(tilt?.se ?? 0);
    for (const [id, truth] of [
      ['pelvicTilt', pose.pelvicTiltDeg],
      ['faceAngle', pose.faceDeg],
    ] as const) {
      const { value = 99, seBetween = 0 } = measured[id] ?? {};
      expect(Math.abs(value - truth)).toBeLessThan(seBetween);
    }
    const ribs = measured.ribFlare;
    expect(Math.abs((ribs?.value ?? 99) - flare)).toBeLessThan((ribs?.seWithin ?? 0) + 0.3); // perspective at the rib margin, 55 mm off the middle
    expect(measured.legElevation?.value).toBeCloseTo(90, 0);
    expect(measured.tabletopError?.value).toBeLessThan(2);
  });

  test('over 200 shaken hands the drift is off by the error of marking, no more and no less', () => {
    const setup = photograph(rest);
    const z = Array.from({ length: 200 }, (_, i) => {
      const top = photograph({ right: tabletop, pelvicTiltDeg: 13 }, 260, 1.5, 100 + i);
      const { baseline, pictures } = reading(look(setup, top));
      const finding = baseline?.findings.find(({ measure: id }) => id === 'pelvicTilt');
      const hand =
        pictures.setup.side?.state === 'read' ? pictures.setup.side.measured.measures.pelvicTilt?.seWithin : 0;
      expect(finding?.se).toBeGreaterThan(Math.SQRT2 * (hand ?? 99)); // what slips and rolls comes on top of both
      return ((finding?.value ?? 99) - 11) / (hand ?? 0); // the set-up marks are exact here, and nothing slips
    });
    const mean = z.reduce((sum, one) => sum + one, 0) / z.length;
    const sd = Math.sqrt(z.reduce((sum, one) => sum + (one - mean) ** 2, 0) / (z.length - 1));
    expect(Math.abs(mean)).toBeLessThan(0.5);
    expect(sd).toBeGreaterThan(0.85);
    expect(sd).toBeLessThan(1.15);
  });

  test.each([120, 260, 500])(
    'a lens %d mm high shifts absolute tilt within its error between set-ups; drift stays',
    (height) => {
      const [setup, top] = [photograph(rest, height), photograph({ right: tabletop, pelvicTiltDeg: 13 }, height)];
      const { baseline, pictures } = reading(look(setup, top));
      const { value = 99, seBetween = 0 } =
        pictures.top.side?.state === 'read' ? (pictures.top.side.measured.measures.pelvicTilt ?? {}) : {};
      expect(Math.abs(value - 13)).toBeLessThan(seBetween);
      expect(baseline?.findings.find(({ measure: id }) => id === 'pelvicTilt')?.value).toBeCloseTo(11, 0);
    },
  );

  test('a retest after a real improvement is better, one without is same', () => {
    const [setup, top] = [photograph(rest), photograph({ right: tabletop, pelvicTiltDeg: 13 })];
    const after = (pelvicTiltDeg: number) =>
      reading(look(setup, top, photograph({ right: tabletop, pelvicTiltDeg }))).verdict;
    expect(after(5)).toMatchObject({ verdict: 'better', fault: 'arch', measure: 'pelvicTilt' });
    expect(after(12)?.verdict).toBe('same');
    expect(after(22)?.verdict).toBe('worse');
  });
});

describe('a look that lacks something', () => {
  const onlyTop = (marks: Marks): LookInput => {
    const both = look(marks, marks);
    return { ...both, pictures: both.pictures.top ? { top: both.pictures.top } : {} };
  };
  const top = photograph({ right: tabletop, pelvicTiltDeg: 13 });
  test('without a set-up picture tilt is judged with the blunt error between set-ups, and flare not at all', () => {
    const { baseline } = reading(onlyTop(top));
    expect(baseline?.findings.find(({ measure: id }) => id === 'pelvicTilt')?.se).toBeGreaterThan(5);
    expect(baseline?.findings.some(({ measure: id }) => id === 'ribFlare')).toBe(false);
  });
  test('without a known length what is read against the mat is not judged, and says why', () => {
    const bare = { ...top, scale: null };
    const { baseline } = reading(onlyTop(bare));
    expect(baseline?.notJudged.pelvicTilt).toContain('known length');
  });
  test('without a mat line nothing is read', () => {
    const { pictures, baseline } = reading(look(top, { ...top, matLine: null }));
    expect(pictures.top.side).toEqual({ state: 'unmarked', lacks: 'matLine' });
    expect(baseline).toBeUndefined();
  });
  test('a wrong mark is reported for its picture, and the other blocks are measured all the same', () => {
    const swapped = {
      ...top,
      landmarks: { ...top.landmarks, ASIS_R: top.landmarks.PS, PS: top.landmarks.ASIS_R },
    } as Marks;
    const { pictures, baseline } = reading(look(top, swapped));
    expect(pictures.top.side).toMatchObject({
      state: 'read',
      wrong: { code: 'landmarksSwapped', path: 'landmarks.ASIS_R' },
    });
    const judged = baseline?.findings.map(({ measure: id }) => id) ?? [];
    expect(judged).toContain('faceAngle');
    expect(judged).not.toContain('pelvicTilt');
  });
  test('a wrong mark in the set-up picture is reported where it counts, and drift is left out', () => {
    const swapped = {
      ...top,
      landmarks: { ...top.landmarks, LR_R: top.landmarks.SN, SN: top.landmarks.LR_R },
    } as Marks;
    const { pictures, baseline } = reading(look(swapped, top));
    expect(pictures.top.side).toMatchObject({ state: 'read', wrong: { path: 'neutral.landmarks.SN' } });
    expect(baseline?.findings.some(({ measure: id }) => id === 'pelvicTilt')).toBe(true);
    expect(baseline?.findings.some(({ measure: id }) => id === 'ribFlare')).toBe(false);
  });
  test('a mat line without length leaves nothing to measure', () => {
    const flat = {
      ...top,
      matLine: [
        [5, 5],
        [5, 5],
      ],
    } as Marks;
    expect(reading(look(top, flat)).pictures.top.side).toMatchObject({
      state: 'wrong',
      error: { code: 'matLineTooShort' },
    });
  });
});

test('the metre pole, 260 mm nearer the lens than the middle of the body, is drawn to that scale', () => {
  const {
    points: [[x1, y1], [x2, y2]],
    mm,
  } = photograph({}).scale ?? {
    points: [
      [0, 0],
      [0, 0],
    ],
    mm: 0,
  };
  expect(mm).toBe(1000);
  expect(Math.hypot(x2 - x1, y2 - y1)).toBeCloseTo((1000 * 3550) / (3400 - 260), 6); // focal length over distance
});

test('levels are drawn through each block, own neutral dashed where the set-up is known', () => {
  const [setup, top] = [photograph({}), photograph({ right: tabletop, pelvicTiltDeg: 10 })];
  const bare = Object.fromEntries(Object.entries(top.landmarks).map(([key, at]) => [key.replace(/_R$/, ''), at]));
  const bareSetup = Object.fromEntries(
    Object.entries(setup.landmarks).map(([key, at]) => [key.replace(/_R$/, ''), at]),
  );
  const lines = levelLines({ ...top, landmarks: bare }, { ...setup, landmarks: bareSetup });
  expect(lines.map(({ block }) => block)).toEqual(['head', 'ribs', 'pelvis', 'thigh', 'shank']);
  const pelvis = lines.find(({ block }) => block === 'pelvis');
  const slope = ([[x1, y1], [x2, y2]]: readonly [Vec2, Vec2]) => (Math.atan2(y2 - y1, x2 - x1) * 180) / Math.PI;
  const turn = pelvis?.level ? slope(pelvis.line) - slope(pelvis.level) : 0;
  expect(Math.abs(wrapDeg(turn))).toBeCloseTo(10, 0);
});

describe('the body', () => {
  test('is drawn far limbs first, blocks last, with no broken path', () => {
    const shapes = drawBody(poseBody(body, { left: down, right: tabletop }), flatEye('side', 0.4, [-900, 640]));
    const roles = shapes.map(({ role }) => role);
    expect(roles.indexOf('farLimb')).toBeLessThan(roles.indexOf('body'));
    expect(roles.indexOf('nearLimb')).toBeGreaterThan(roles.indexOf('body'));
    for (const { path } of shapes) expect(path).not.toMatch(/NaN|Infinity/);
  });
  test('a lens twice as far sees a thing half as large', () => {
    const eye = (distanceMm: number) =>
      pinhole({ positionMm: [0, distanceMm, 0], lookAtMm: [0, 0, 0], focalPx: 1000, widthPx: 100, heightPx: 100 });
    expect(eye(1000).see([0, 0, 0]).perMm).toBeCloseTo(1, 9);
    expect(eye(2000).see([0, 0, 0]).perMm).toBeCloseTo(0.5, 9);
  });
});
