import { doneBy, mirroredPose } from './mirror';
import { lengthOf, momentAt, poseInSet } from './played-set';
import type { PlayedSet } from './played-set';
import type { Pose } from './pose';
import { typicalBody } from './segments';
import { poseBody } from './skeleton';

const rest: Pose = { left: { kind: 'footDown' }, right: { kind: 'footDown' } };
const lifted: Pose = { left: { kind: 'footDown' }, right: { kind: 'raised', thighDeg: 90, kneeDeg: 90 } };
const movement = { start: rest, hold: lifted };
const set: PlayedSet = { repetitions: 3, stillS: 2, outS: 1, holdS: 1, backS: 2, restS: 1 };

test('three repetitions of four seconds, a second between two, two still before and after', () => {
  expect(lengthOf(set)).toBe(2 + 3 * 4 + 2 * 1 + 2);
  expect(momentAt(set, 1.9)).toMatchObject({ phase: 'start' });
  expect(momentAt(set, 2.5)).toEqual({ repetition: 1, phase: 'out', share: 0.5 }); // half of the time is half of the way
  expect(momentAt(set, 3.5)).toEqual({ repetition: 1, phase: 'hold', share: 1 });
  expect(momentAt(set, 5)).toEqual({ repetition: 1, phase: 'back', share: 0.5 });
  expect(momentAt(set, 6.5)).toMatchObject({ phase: 'start' });
  expect(momentAt(set, 13.5)).toEqual({ repetition: 3, phase: 'hold', share: 1 });
  expect(momentAt(set, 17.9)).toMatchObject({ phase: 'start' });
});

test('the pose is the start at rest, the top in the hold, and half-way back between', () => {
  expect(poseInSet(typicalBody, movement, set, 0)).toEqual(rest);
  expect(poseInSet(typicalBody, movement, set, 3.5)).toEqual(lifted);
  const knee = (at: number) => poseBody(typicalBody, poseInSet(typicalBody, movement, set, at)).sides.R.knee[2];
  expect(knee(5)).toBeGreaterThan(knee(0));
  expect(knee(2.6)).toBeGreaterThan(knee(2.4));
});

test('half a repetition goes half the way and comes back', () => {
  const half = { ...set, half: { repetition: 2, share: 0.5 } };
  const whole = poseInSet(typicalBody, movement, set, 2.5); // the first, half-way out
  expect(poseInSet(typicalBody, movement, half, 8.5)).toEqual(whole);
  expect(poseInSet(typicalBody, movement, half, 3.5)).toEqual(lifted);
});

test.each([
  ['through', 3.5, 10],
  ['through', 2.5, 5],
  ['back', 3.5, 0],
  ['back', 5, 10],
] as const)('a fault %s it is, at %f s, %f°; in the second repetition there is none', (when, at, deg) => {
  const faulty = { ...set, fault: { id: 'arch', amount: 10, repetitions: [1], when } };
  expect(poseInSet(typicalBody, movement, faulty, at).pelvicTiltDeg ?? 0).toBeCloseTo(deg, 6);
  expect(poseInSet(typicalBody, movement, faulty, at + 5).pelvicTiltDeg ?? 0).toBe(0);
});

test('a movement of the far leg is done by the near one, and one that shows there already is left', () => {
  expect(doneBy(typicalBody, movement, 'R')).toBe(movement);
  expect(doneBy(typicalBody, movement, 'L').hold).toEqual({ left: lifted.right, right: lifted.left });
});

test('the mirror image of a body posed is the body posed as its mirror image', () => {
  const pose: Pose = {
    ...lifted,
    pelvicRollDeg: 6,
    pelvicHikeDeg: -4,
    lumbarTurnDeg: 8,
    thoracicSideDeg: 5,
    leftArm: { kind: 'reaching', liftDeg: 90 },
  };
  const [one, other] = [poseBody(typicalBody, pose), poseBody(typicalBody, mirroredPose(pose))];
  for (const joint of ['knee', 'ankle', 'wrist', 'shoulder'] as const) {
    const [x, y, z] = one.sides.R[joint];
    for (const [i, wanted] of [x, -y, z].entries()) expect(other.sides.L[joint][i]).toBeCloseTo(wanted, 6);
  }
  expect(mirroredPose(mirroredPose(pose))).toEqual(pose);
});
