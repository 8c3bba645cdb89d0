import type { Pose } from '../body/pose';
import { poseBody } from '../body/skeleton';
import { leftInPlank } from './carriage';
import { loadOfPose } from './moments';

const body = { heightM: 1.7, massKg: 65, sex: 'f' } as const;
const plank: Pose = { position: 'frontSupport', left: { kind: 'along' }, right: { kind: 'along' } };
const left = (forceN: number, pose = plank): number => leftInPlank(body, pose, forceN) ?? Number.NaN;

test('without a spring a plank asks what its pose asks', () =>
  expect(left(0)).toBeCloseTo(loadOfPose(body, plank).demand.hips ?? Number.NaN, 6));
test('every newton takes off its lever: the hips over the balls of the feet, of 65 kg × 9.81 × 1.7 m', () => {
  const { landmarks } = poseBody(body, plank);
  const leverM = ((landmarks.GT_R?.[2] ?? Number.NaN) - (landmarks.TOE_R?.[2] ?? Number.NaN)) / 1000;
  expect(leverM).toBeGreaterThan(0.25);
  expect(Math.abs((left(0) - left(100)) / ((100 * 100 * leverM) / (65 * 9.81 * 1.7)) - 1)).toBeLessThan(0.15);
});
test('lighter is harder, hips higher take more off, and too much folds the body', () => {
  expect(left(50)).toBeGreaterThan(left(100));
  const high: Pose = { ...plank, trunkDeg: 30 };
  expect(left(0, high) - left(100, high)).toBeGreaterThan(left(0) - left(100));
  expect(left(1000)).toBeLessThan(0);
});
test('nothing is said of a body on its back or on its knees', () => {
  const knees: Pose = {
    position: 'fourPoint',
    left: { kind: 'kneeDown', thighDeg: 90, outDeg: 0 },
    right: { kind: 'kneeDown', thighDeg: 90, outDeg: 0 },
  };
  expect(leftInPlank(body, knees, 100)).toBeUndefined();
  expect(leftInPlank(body, { left: { kind: 'footDown' }, right: { kind: 'footDown' } }, 100)).toBeUndefined();
});
