import fc from 'fast-check';
import { dragLimb, handleAt, handles } from './drag';
import { pastLimits } from './pose';
import type { Pose } from './pose';

const body = { heightM: 1.7, massKg: 65 };
const lying: Pose = { left: { kind: 'footDown' }, right: { kind: 'raised', thighDeg: 90, kneeDeg: 90 } };

const missOf = (pose: Pose, handle: 'knee' | 'foot' | 'hand', to: { x: number; z: number }) => {
  const [x, , z] = handleAt(body, pose, 'right', handle);
  return Math.hypot(x - to.x, z - to.z);
};

test('a foot goes where a leg can bring it, by thigh and knee together', () => {
  const asked: Pose = { ...lying, right: { kind: 'raised', thighDeg: 48, kneeDeg: 30 } };
  const [x, , z] = handleAt(body, asked, 'right', 'foot');
  const pulled = dragLimb(body, lying, 'right', 'foot', { x, z });
  expect(missOf(pulled, 'foot', { x, z })).toBeLessThan(12);
  expect(pulled.left).toEqual(lying.left);
  if (pulled.right.kind !== 'raised') throw new Error('the leg stands');
  expect(Math.abs(pulled.right.thighDeg - 48)).toBeLessThanOrEqual(3);
  expect(Math.abs(pulled.right.kneeDeg - 30)).toBeLessThanOrEqual(4);
});
test('a knee takes the thigh along and leaves its own bend', () => {
  const [x, , z] = handleAt(body, { ...lying, right: { kind: 'raised', thighDeg: 60, kneeDeg: 90 } }, 'right', 'knee');
  expect(dragLimb(body, lying, 'right', 'knee', { x, z }).right).toMatchObject({ thighDeg: 60, kneeDeg: 90 });
});
test('a leg that stood is lifted; an arm at rest reaches', () => {
  expect(dragLimb(body, lying, 'left', 'foot', { x: -500, z: 500 }).left.kind).toBe('raised');
  expect(dragLimb(body, lying, 'right', 'hand', { x: 300, z: 700 }).rightArm?.kind).toBe('reaching');
});
test('wherever one pulls, no joint goes past what it allows', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...handles),
      fc.constantFrom('left' as const, 'right' as const),
      fc.integer({ min: -1500, max: 1500 }),
      fc.integer({ min: -600, max: 1500 }),
      (handle, side, x, z) => {
        const pulled = dragLimb(body, lying, side, handle, { x, z });
        expect(pastLimits(pulled)).toEqual([]);
      },
    ),
    { numRuns: 40, seed: 7 },
  );
});
