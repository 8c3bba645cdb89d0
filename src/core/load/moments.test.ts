import { segmentCentre, segmentLengthMm, segmentMassKg } from '../body/segments';
import type { Pose } from '../body/pose';
import { poseBody } from '../body/skeleton';
import { repertoire } from '@/repertoire';
import { entry } from '../knowledge/find';
import { gravity } from './gravity';
import { massesOf, momentAbout } from './masses';
import { loadOfPose } from './moments';

const body = { heightM: 1.68, massKg: 65, sex: 'f' } as const;
const down = { kind: 'footDown' } as const;
const raised = (thighDeg: number, kneeDeg: number) => ({ kind: 'raised', thighDeg, kneeDeg }) as const;
const plank: Pose = { position: 'frontSupport', left: { kind: 'along' }, right: { kind: 'along' } };

test('the table’s masses make up the body, within its own rounding', () => {
  const posed = poseBody(body, { left: down, right: down });
  const total = massesOf(body, posed, { L: 0, R: 0 }).reduce((sum, { massKg }) => sum + massKg, 0);
  expect(total / body.massKg).toBeCloseTo(1, 2);
});
test('where masses lie: the head’s near its middle, the trunk’s in order from hips to throat', () => {
  const posed = poseBody(body, { left: down, right: down });
  const masses = massesOf(body, posed, { L: 0, R: 0 });
  const x = (segment: string) => masses.find((one) => one.segment === segment)?.at[0] ?? Number.NaN;
  expect(0 < x('lowerTrunk') && x('lowerTrunk') < x('midTrunk') && x('midTrunk') < x('upperTrunk')).toBe(true);
  expect(Math.abs(x('head') - posed.head.at[0])).toBeLessThan(40);
});
test('the lumbar moment is the legs’ and the pelvis’ by hand', () => {
  const pose: Pose = { left: raised(60, 20), right: raised(60, 20) };
  const posed = poseBody(body, pose);
  const l5 = posed.spine[0]?.[0] ?? Number.NaN;
  const [t, s] = [segmentLengthMm('thigh', body), segmentLengthMm('shank', body)];
  const [cos60, cos40] = [Math.cos(Math.PI / 3), Math.cos((40 * Math.PI) / 180)];
  const hip = posed.sides.L.hip[0];
  const lever = (out: number) => (l5 - (hip - out)) / 1000;
  const leg =
    segmentMassKg('thigh', body) * lever(segmentCentre('thigh', body) * t * cos60) +
    segmentMassKg('shank', body) * lever(t * cos60 + segmentCentre('shank', body) * s * cos40) +
    segmentMassKg('foot', body) * lever(t * cos60 + s * cos40);
  const pelvis = massesOf(body, posed, { L: 0, R: 0 }).filter(({ segment }) => segment === 'lowerTrunk');
  const byHand = 2 * gravity * leg - momentAbout(posed.spine[0] ?? [0, 0, 0], pelvis)[1];
  expect(loadOfPose(body, pose).lumbarNm).toBeCloseTo(byHand, 6);
});
test('a curl is carried about T12, more of it with the arms overhead; with the head down nothing is', () => {
  const curl: Pose = { left: down, right: down, thoracicFlexDeg: 38, lumbarFlexDeg: 8, neckFlexDeg: 18 };
  const overhead = { kind: 'reaching', liftDeg: 170 } as const;
  const plain = loadOfPose(body, curl);
  const more = loadOfPose(body, { ...curl, leftArm: overhead, rightArm: overhead });
  expect(plain.thoraxNm).toBeGreaterThan(10);
  expect(more.thoraxNm ?? 0).toBeGreaterThan((plain.thoraxNm ?? 0) + 5);
  expect(loadOfPose(body, { left: down, right: down }).demand.curl).toBeUndefined();
});
test('a plank: both ends share the weight, and balance about the hands and the feet', () => {
  const { span } = loadOfPose(body, plank);
  const posed = poseBody(body, plank);
  const masses = massesOf(body, posed, { L: 0, R: 0 });
  const weight = masses.reduce((sum, { massKg }) => sum + gravity * massKg, 0);
  expect(span?.onHeadEndN).toBeGreaterThan(0.5 * weight); // the trunk lies nearer the hands
  expect(span?.onHeadEndN).toBeLessThan(0.8 * weight);
  // About the hands, the feet's push alone holds the body up.
  const hands = (posed.sides.L.wrist[0] + posed.sides.R.wrist[0]) / 2;
  const feet = (posed.sides.L.ball[0] + posed.sides.R.ball[0]) / 2;
  const about = masses.reduce((sum, { at, massKg }) => sum + gravity * massKg * (hands - at[0]), 0);
  expect((weight - (span?.onHeadEndN ?? 0)) * (hands - feet)).toBeCloseTo(about, 3);
  // Seen from the head end, the same moment at the hips: what the hands push less what hangs between.
  const hip = posed.sides.L.hip[0];
  const headSide = masses
    .filter(({ segment }) => !['thigh', 'shank', 'foot'].includes(segment))
    .reduce((sum, { at, massKg }) => sum + gravity * massKg * (at[0] - hip), 0);
  expect(span?.hipsNm).toBeCloseTo(((span?.onHeadEndN ?? 0) * (hands - hip) - headSide) / 1000, 6);
});
test('knees down shorten a plank and halve what the hips hold, or more', () => {
  const long = loadOfPose(body, plank).demand.hips ?? 0;
  const short = loadOfPose(body, { position: 'fourPoint', left: { kind: 'kneeDown' }, right: { kind: 'kneeDown' } });
  expect(short.demand.hips ?? 99).toBeLessThan(long / 2);
});
test('one leg in a bridge asks more of the hips than two', () => {
  const bridge = entry(repertoire.exercises, 'bridgeNeutral');
  const [, two, one] = bridge.levels.map(({ top }) => loadOfPose(body, top).demand.hips ?? Number.NaN);
  expect(one ?? 0).toBeGreaterThan(two ?? 99);
});
test('held feet: what the legs weigh on the hips is not told', () =>
  expect(loadOfPose(body, { left: raised(45, 5), right: raised(45, 5) }, { legsHeld: true }).demand).toEqual({}));
test('a body twice as heavy: moments double, demand stays; 10 % taller: moments rise by 10 %', () => {
  const pose: Pose = { left: raised(50, 10), right: down };
  const [one, heavy, tall] = [
    loadOfPose(body, pose),
    loadOfPose({ ...body, massKg: 130 }, pose),
    loadOfPose({ ...body, heightM: body.heightM * 1.1 }, pose),
  ];
  expect(heavy.hipsNm.L).toBeCloseTo(2 * one.hipsNm.L, 9);
  expect(heavy.demand.legs).toBeCloseTo(one.demand.legs ?? 0, 9);
  expect(tall.hipsNm.L).toBeCloseTo(1.1 * one.hipsNm.L, 9);
});
