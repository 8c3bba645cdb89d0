import { landmarkInfo } from '../anatomy/landmarks';
import { measure } from '../alignment/measure';
import { poseBody } from '../body/skeleton';
import { normal, seeded } from '../random';
import { nearSideOf, pinhole } from './camera';
import { markShot, randomBodies, someCamera, viewsOf } from '../../../tests/rigs/random-look';
import { farLens } from '../../../tests/rigs/worked-picture';
import { directionsIn, trueEye } from './true-marks';

const still = { uniform: () => 0.5, gauss: () => 0 };
const exact = { markingSdPx: 0, palpated: false } as const;
const cases = Object.entries(viewsOf).flatMap(([position, views]) =>
  views.map((view) => [position as keyof typeof viewsOf, view] as const),
);

test.each(cases)('%s from %s: without error a picture from far away measures what the body does', (position, view) => {
  const uniform = seeded(3);
  const { setup } = randomBodies({ uniform, gauss: () => normal(uniform) }, position);
  const near = nearSideOf(position, view);
  const shot = markShot(view, near, setup, trueEye(view), still, exact);
  const read = measure({ ...directionsIn(position, view), ...shot, markingSdPx: 1.5, lens: farLens });
  if (!read.ok) throw new Error(read.error.message);
  expect(Object.keys(read.value.measures).length).toBeGreaterThan(0);
  expect(read.value.warnings).toEqual([]);
});

test('posed with 7° of tilt, 5 of roll and 3 of hike, each shows where it is looked for', () => {
  const pose = { left: { kind: 'footDown' }, right: { kind: 'footDown' } } as const;
  const read = (of: object, view: 'side' | 'foot' | 'above') => {
    const posed = poseBody({ heightM: 1.7, massKg: 65 }, { ...pose, ...of });
    const shot = markShot(view, 'R', posed, trueEye(view), still, exact);
    const result = measure({ ...directionsIn('supine', view), ...shot, markingSdPx: 1.5, lens: farLens });
    if (!result.ok) throw new Error(result.error.message);
    return result.value.measures;
  };
  expect(read({ pelvicTiltDeg: 7 }, 'side').pelvicTilt?.value).toBeCloseTo(7, 1);
  expect(read({ pelvicRollDeg: 5 }, 'foot').pelvicRoll?.value).toBeCloseTo(5, 1);
  expect(read({ pelvicHikeDeg: 3 }, 'above').pelvicHike?.value).toBeCloseTo(3, 0);
  expect(read({ faceDeg: 9 }, 'side').faceAngle?.value).toBeCloseTo(9, 1);
});

test('near landmarks lie about as far from the middle as the table of landmarks says', () => {
  const { landmarks } = poseBody(
    { heightM: 1.7, massKg: 65 },
    { left: { kind: 'footDown' }, right: { kind: 'footDown' } },
  );
  for (const name of ['ASIS', 'PSIS', 'GT', 'LK', 'LM', 'LR', 'AC', 'TR'] as const)
    expect(Math.abs((landmarks[`${name}_R`]?.[1] ?? 0) - landmarkInfo[name].depthMm)).toBeLessThan(15);
});

test('the careful person’s camera looks at the pelvis from where she was asked to stand', () => {
  const { setup } = randomBodies({ uniform: seeded(8), gauss: () => 0 }, 'supine');
  for (const view of ['side', 'foot', 'above'] as const) {
    const camera = someCamera(view, setup, still);
    const [x, y] = pinhole(camera).see(setup.pelvis.at).at;
    expect(Math.abs(x - camera.widthPx / 2)).toBeLessThan(0.06 * camera.widthPx);
    expect(Math.abs(y - camera.heightPx / 2)).toBeLessThan(0.06 * camera.heightPx);
  }
});
