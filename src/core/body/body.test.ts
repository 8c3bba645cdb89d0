import fc from 'fast-check';
import { degrees, dot3, length3, minus3 } from '../geometry';
import type { Vec3 } from '../geometry';
import { drawableFaults, usualAmount, withFault } from './deviations';
import { between, framesOf, poseAt } from './movement';
import { keepWithinLimits, pastLimits } from './pose';
import type { Pose } from './pose';
import { pairedSegments, segmentLengthMm, segmentMassKg, segmentShares } from './segments';
import type { Body, Segment } from './segments';
import { moveBody, poseBody } from './skeleton';
import type { PosedBody } from './skeleton';

const body: Body = { heightM: 1.7, massKg: 65, sex: 'f' };
const down = { kind: 'footDown' } as const;
const tabletop = { kind: 'raised', thighDeg: 90, kneeDeg: 90 } as const;
const along = { kind: 'along' } as const;
const knees = { kind: 'kneeDown' } as const;
const feet = { kind: 'standing' } as const;

const rests: Readonly<Record<string, Pose>> = {
  hookLying: { left: down, right: down },
  tabletop: { left: tabletop, right: tabletop },
  oneLeg: { left: down, right: tabletop },
  long: { left: along, right: along },
  curl: { left: tabletop, right: tabletop, thoracicFlexDeg: 35, neckFlexDeg: 25 },
  bridge: { left: down, right: down, trunkDeg: -30 },
  prone: { position: 'prone', left: along, right: along },
  sideLying: { position: 'sideLying', left: along, right: along },
  fourPoint: { position: 'fourPoint', left: knees, right: knees },
  fourPointReach: {
    position: 'fourPoint',
    left: knees,
    right: { kind: 'raised', thighDeg: 0, kneeDeg: 0 },
    leftArm: { kind: 'reaching', liftDeg: 175 },
  },
  frontSupport: { position: 'frontSupport', left: along, right: along },
  onForearms: {
    position: 'frontSupport',
    left: along,
    right: along,
    leftArm: { kind: 'forearmDown' },
    rightArm: { kind: 'forearmDown' },
  },
  sitting: { position: 'sitting', left: along, right: along },
  kneeling: { position: 'kneeling', left: knees, right: knees },
  standing: { position: 'standing', left: feet, right: feet },
};

const near = (a: Vec3, b: Vec3): number => length3(minus3(a, b));
/** Lowest of everything with skin, mm above the mat. */
function lowest({ heightMm: h, sides, sections, head, landmarks }: PosedBody): number {
  const limbs = [sides.L, sides.R].flatMap((joints) => [
    joints.knee[2] - 0.031 * h,
    joints.ankle[2] - 0.0185 * h,
    joints.heel[2] - 0.0165 * h,
    joints.ball[2] - 0.0135 * h,
    joints.toe[2] - 0.009 * h,
    joints.elbow[2] - 0.0185 * h,
    joints.wrist[2] - 0.0135 * h,
    joints.hand[2] - 0.0095 * h,
  ]);
  const trunk = sections.flatMap(({ back, front }) => [back[2], front[2]]);
  return Math.min(
    ...limbs,
    ...trunk,
    head.at[2] - 0.058 * h,
    ...[landmarks.T6, landmarks.S2].map((at) => at?.[2] ?? 0),
  );
}

describe('what a body is made of', () => {
  test.each(['f', 'm'] as const)('the parts of a %s body weigh what the body weighs', (sex) => {
    const one: Body = { heightM: 1.7, massKg: 70, sex };
    const total = (Object.keys(segmentShares) as Segment[]).reduce(
      (sum, segment) => sum + segmentMassKg(segment, one) * (pairedSegments.includes(segment) ? 2 : 1),
      0,
    );
    expect(Math.abs(total - 70)).toBeLessThan(0.1); // the published shares add up to 100.0 ± 0.1 %
  });
  test('a thigh of a woman of 1.70 m is 361 mm, unless it was measured', () => {
    expect(segmentLengthMm('thigh', body)).toBeCloseTo(361.08, 2);
    expect(segmentLengthMm('thigh', { ...body, measuredMm: { thigh: 410 } })).toBe(410);
  });
  test('a body not marked female or male takes the mean', () => {
    expect(segmentLengthMm('thigh', { heightM: 2, massKg: 70 })).toBeCloseTo(2000 * 0.22745, 6);
  });
});

describe('a posed body', () => {
  test.each(Object.entries(rests))('%s: nothing sinks into the mat and something rests on it', (_, pose) => {
    for (const sex of ['f', 'm'] as const) {
      const height = lowest(poseBody({ heightM: sex === 'f' ? 1.58 : 1.88, massKg: 70, sex }, pose));
      expect(height).toBeGreaterThan(-3);
      expect(height).toBeLessThan(4);
    }
  });
  test.each(Object.entries(rests))('%s: bones keep their length', (_, pose) => {
    const posed = poseBody(body, pose);
    for (const { hip, knee, ankle, shoulder, elbow, wrist } of [posed.sides.L, posed.sides.R]) {
      expect(near(hip, knee)).toBeCloseTo(segmentLengthMm('thigh', body), 0);
      expect(near(knee, ankle)).toBeCloseTo(segmentLengthMm('shank', body), 0);
      expect(near(shoulder, elbow)).toBeCloseTo(segmentLengthMm('upperArm', body), 0);
      expect(near(elbow, wrist)).toBeCloseTo(segmentLengthMm('forearm', body), 0);
    }
  });
  test('supports: both hands, knees and feet on hands and knees; hands and toes in front support; soles when standing', () => {
    const four = poseBody(body, { position: 'fourPoint', left: knees, right: knees });
    const plank = poseBody(body, { position: 'frontSupport', left: along, right: along });
    const tall = poseBody(body, { position: 'standing', left: feet, right: feet });
    for (const side of ['L', 'R'] as const) {
      expect(four.sides[side].knee[2]).toBeCloseTo(0.031 * 1700, 0);
      expect(four.sides[side].wrist[2]).toBeCloseTo(0.03 * 1700, 0);
      expect(Math.abs(four.sides[side].wrist[0] - four.sides[side].shoulder[0])).toBeLessThan(2);
      expect(plank.sides[side].toe[2]).toBeLessThan(0.02 * 1700);
      expect(plank.sides[side].wrist[2]).toBeCloseTo(0.03 * 1700, 0);
      expect(tall.sides[side].heel[2]).toBeLessThan(0.02 * 1700);
    }
    expect(tall.head.at[2] + 0.066 * 1700).toBeGreaterThan(0.94 * 1700); // as tall as the body is, within a hand
    expect(tall.head.at[2] + 0.066 * 1700).toBeLessThan(1.03 * 1700);
  });
  test('lying on the back with the pelvis tipped 10° the front hip bones rise 17.6 mm over 100 mm from the pubic bone', () => {
    const level = (tilt: number) => {
      const { ASIS_R, PS } = poseBody(body, { left: down, right: down, pelvicTiltDeg: tilt }).landmarks;
      if (!ASIS_R || !PS) throw new Error('landmarks are missing');
      return degrees(Math.atan2(ASIS_R[2] - PS[2], ASIS_R[0] - PS[0]));
    };
    expect(level(0)).toBeCloseTo(0, 6);
    expect(level(10)).toBeCloseTo(10, 6);
    expect(level(-7)).toBeCloseTo(-7, 6);
  });
  test('hip and knee bend as the pose says, whatever the trunk does', () => {
    const { hip, knee, ankle } = poseBody(body, {
      left: down,
      right: { kind: 'raised', thighDeg: 62, kneeDeg: 104 },
      pelvicTiltDeg: 9,
    }).sides.R;
    expect(degrees(Math.atan2(knee[2] - hip[2], hip[0] - knee[0]))).toBeCloseTo(62, 6);
    const [thigh, shank] = [minus3(knee, hip), minus3(ankle, knee)];
    expect(degrees(Math.acos(dot3(thigh, shank) / (length3(thigh) * length3(shank))))).toBeCloseTo(104, 6);
  });
  test('a leg opened outward goes to its own side', () => {
    const open = (side: 'left' | 'right') =>
      poseBody(body, { left: tabletop, right: tabletop, [side]: { ...tabletop, outDeg: 20 } });
    expect(open('right').sides.R.knee[1]).toBeGreaterThan(open('left').sides.R.knee[1] + 100);
    expect(open('left').sides.L.knee[1]).toBeLessThan(open('right').sides.L.knee[1] - 100);
  });
  test('the right side up in a roll is the right side up in space', () => {
    const { ASIS_R, ASIS_L } = poseBody(body, { left: down, right: down, pelvicRollDeg: 6 }).landmarks;
    expect((ASIS_R?.[2] ?? 0) - (ASIS_L?.[2] ?? 0)).toBeCloseTo(238 * Math.sin((6 * Math.PI) / 180), 3);
  });
  test('lifted onto something, everything is lifted', () => {
    const flat = poseBody(body, rests.hookLying as Pose);
    const high = moveBody(flat, [10, 0, 390]);
    expect(high.landmarks.PS?.[2]).toBeCloseTo((flat.landmarks.PS?.[2] ?? 0) + 390, 9);
    expect(high.sides.L.toe[0]).toBeCloseTo(flat.sides.L.toe[0] + 10, 9);
  });
});

describe('limits, faults and movement', () => {
  test('an angle past its joint is named with its limit and drawn back', () => {
    const pose: Pose = { left: down, right: { kind: 'raised', thighDeg: 170, kneeDeg: 90 }, pelvicTiltDeg: -44 };
    expect(pastLimits(pose).map(({ angle, limit }) => [angle, limit[0], limit[1]])).toEqual([
      ['pelvicTiltDeg', -30, 30],
      ['right.thighDeg', -30, 135],
    ]);
    expect(keepWithinLimits(pose)).toEqual({
      left: down,
      right: { kind: 'raised', thighDeg: 135, kneeDeg: 90 },
      pelvicTiltDeg: -30,
    });
  });
  test('a fault can be added to any pose by amount, and goes no further than the joint', () => {
    expect(withFault({ left: down, right: down, pelvicTiltDeg: 3 }, 'arch', 8).pelvicTiltDeg).toBe(11);
    expect(withFault({ left: down, right: down }, 'roll', 6, 'R').pelvicRollDeg).toBe(-6);
    expect(withFault({ left: down, right: down }, 'roll', 6, 'L').pelvicRollDeg).toBe(6);
    const open = withFault({ left: down, right: tabletop }, 'kneeOut', 12, 'R').right;
    expect(open).toEqual({ ...tabletop, outDeg: 12, turnDeg: expect.closeTo(12, 9) }); // equal bones: the foot stays below
    const upright: Pose = { position: 'sitting', left: down, right: down };
    expect(withFault(upright, 'roll', 6, 'R').pelvicHikeDeg).toBe(-6);
    expect(withFault({ left: down, right: down, pelvicTiltDeg: 25 }, 'arch', 20).pelvicTiltDeg).toBe(30);
  });
  test('off the mat a tipped pelvis or open ribs leave the shoulders at their height, and what carries them where it is', () => {
    const plank: Pose = { position: 'frontSupport', left: { kind: 'along' }, right: { kind: 'along' } };
    const four: Pose = { position: 'fourPoint', left: { kind: 'kneeDown' }, right: { kind: 'kneeDown' } };
    for (const pose of [plank, four]) {
      const clean = poseBody(body, pose);
      for (const fault of ['flare', 'overBraced', 'arch', 'tuck']) {
        const off = poseBody(body, withFault(pose, fault, 10));
        expect(Math.abs(off.sides.R.shoulder[2] - clean.sides.R.shoulder[2])).toBeLessThan(6); // a bent back is shorter
        expect(Math.abs(off.sides.R.hip[2] - clean.sides.R.hip[2])).toBeLessThan(6);
      }
    }
  });
  test('every drawable fault changes where the body is', () => {
    const pose: Pose = { left: tabletop, right: tabletop };
    const clean = JSON.stringify(poseBody(body, pose).landmarks);
    for (const fault of drawableFaults) {
      expect(usualAmount(fault)).toBeGreaterThan(0);
      expect(JSON.stringify(poseBody(body, withFault(pose, fault)).landmarks)).not.toBe(clean);
    }
  });
  test('a foot leaves the mat where it stood and arrives where the pose says, without a jump', () => {
    const movement = { start: { left: down, right: down }, hold: { left: down, right: tabletop } };
    const path = Array.from({ length: 21 }, (_, i) => poseBody(body, poseAt(body, movement, 'out', i / 20)).sides.R);
    const steps = path.slice(1).map(({ ankle }, i) => near(ankle, path[i]?.ankle ?? ankle));
    expect(Math.max(...steps)).toBeLessThan(60);
    expect(near(path[20]?.knee ?? [0, 0, 0], poseBody(body, movement.hold).sides.R.knee)).toBeLessThan(1e-6);
  });
  test('half way between two angles is their mean', () => {
    const from: Pose = { left: down, right: { kind: 'raised', thighDeg: 60, kneeDeg: 80 }, pelvicTiltDeg: 4 };
    const to: Pose = { left: down, right: { kind: 'raised', thighDeg: 90, kneeDeg: 90 } };
    expect(between(body, from, to, 0.5)).toMatchObject({ pelvicTiltDeg: 2, right: { thighDeg: 75, kneeDeg: 85 } });
    expect(framesOf(body, { start: from, hold: to }, 8)).toHaveLength(8);
  });
  test('any pose within the limits keeps its bones whole and its figures finite', () => {
    const deg = (lo: number, hi: number) => fc.double({ min: lo, max: hi, noNaN: true });
    fc.assert(
      fc.property(
        fc.constantFrom('supine', 'prone', 'sideLying', 'fourPoint', 'frontSupport', 'sitting', 'kneeling', 'standing'),
        deg(-20, 20),
        deg(-20, 20),
        deg(0, 110),
        deg(0, 120),
        (position, tilt, roll, thighDeg, kneeDeg) => {
          const posed = poseBody(body, {
            position: position as 'supine',
            pelvicTiltDeg: tilt,
            pelvicRollDeg: roll,
            left: { kind: 'raised', thighDeg, kneeDeg },
            right: down,
          });
          const { hip, knee } = posed.sides.L;
          expect(near(hip, knee)).toBeCloseTo(segmentLengthMm('thigh', body), 3);
          expect(Object.values(posed.landmarks).flat().every(Number.isFinite)).toBe(true);
        },
      ),
      { seed: 20261125, numRuns: 200 },
    );
  });
});
