import { segmentCentre, segmentLengthMm, segmentMassKg } from '../body/segments';
import type { Pose } from '../body/pose';
import { poseBody } from '../body/skeleton';
import { repertoire } from '@/repertoire';
import { entry } from '../knowledge/find';
import { gravity } from './gravity';
import { massesOf, momentAbout } from './masses';
import { ladderLoad } from './ladder';
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
test('standing, the head’s mass lies below the vertex as far as the table says', () => {
  const posed = poseBody(body, { position: 'standing', left: { kind: 'along' }, right: { kind: 'along' } });
  const head = massesOf(body, posed, { L: 0, R: 0 }).find(({ segment }) => segment === 'head');
  const vertex = posed.head.at[2] + 0.058 * 1680; // the skull's middle lies 5.8 % of stature below it
  const expected = vertex - segmentCentre('head', body) * segmentLengthMm('head', body);
  expect(Math.abs(expected - posed.head.at[2])).toBeGreaterThan(1); // it is not the middle itself
  expect(head?.at[2]).toBeCloseTo(expected, 3);
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

describe('weight on the hands', () => {
  const handsOf = (pose: Pose): number => loadOfPose(body, pose).demand.hands ?? Number.NaN;

  it('in a plank on both hands is what force plates tell: 69 % of body weight (Suprak 2011), shared', () => {
    expect(Math.abs(2 * handsOf(plank) - 69.2)).toBeLessThan(4);
  });
  it('is all on the other one with a hand off the mat', () => {
    const lifted: Pose = { ...plank, rightArm: { kind: 'reaching', liftDeg: 180, outDeg: 0 } };
    const moved = handsOf(lifted) - 2 * handsOf(plank);
    expect(Math.abs(moved)).toBeLessThan(8); // the lifted arm’s own weight lies farther ahead
  });
  it('is told of nothing that lies or stands', () => {
    expect(loadOfPose(body, { left: down, right: down }).demand.hands).toBeUndefined();
    expect(
      loadOfPose(body, { trunkDeg: -40, left: down, right: down }).demand.hands, // a bridge lies on its shoulders
    ).toBeUndefined();
  });
  it('is told beside a span and never makes the ladder', () => {
    const ladder = ladderLoad(body, entry(repertoire.exercises, 'armLegReach'));
    expect(ladder?.kind).toBe('hips');
    const [lightened, held, , oneHand] = ladder?.rungs ?? [];
    for (const one of [lightened, oneHand]) expect((one?.handsPct ?? 0) / (held?.handsPct ?? 1)).toBeGreaterThan(1.5);
  });
});
describe('where masses lie, point by point', () => {
  // Female shares of the table: centres from the upper end, masses of 65 kg.
  const pose: Pose = { left: down, right: raised(60, 30) };
  const posed = poseBody(body, pose);
  const masses = massesOf(body, posed, { L: 0, R: 1.5 });
  const at = (segment: string, side?: 'L' | 'R') => masses.find((one) => one.segment === segment && one.side === side);
  const between = (from: readonly number[], to: readonly number[], share: number) =>
    from.map((one, i) => expect.closeTo(one + share * ((to[i] ?? 0) - one), 6));
  test.each(['L', 'R'] as const)('limbs of side %s', (side) => {
    const { hip, knee, ankle, shoulder, elbow, wrist, hand } = posed.sides[side];
    expect(at('thigh', side)?.at).toEqual(between(hip, knee, 0.3612));
    expect(at('shank', side)?.at).toEqual(between(knee, ankle, 0.4416));
    expect(at('foot', side)?.at).toEqual([...ankle]);
    expect(at('upperArm', side)?.at).toEqual(between(shoulder, elbow, 0.5754));
    expect(at('forearm', side)?.at).toEqual(between(elbow, wrist, 0.4559));
    expect(at('hand', side)?.at).toEqual(between(wrist, hand, 0.7474 / 1.7));
    const shares = { thigh: 0.1478, shank: 0.0481, foot: 0.0129, upperArm: 0.0255, forearm: 0.0138, hand: 0.0056 };
    for (const [segment, share] of Object.entries(shares)) expect(at(segment, side)?.massKg).toBeCloseTo(share * 65, 9);
  });
  test('a weight at an ankle, where there is one', () => {
    expect(at('ankleWeight', 'R')).toEqual({ segment: 'ankleWeight', side: 'R', at: posed.sides.R.ankle, massKg: 1.5 });
    expect(at('ankleWeight', 'L')).toBeUndefined();
  });
  test('the trunk’s parts lie on the line from the hips, by their lengths and centres', () => {
    // 0.1046, 0.1183 and 0.0821 of stature from the hips up, centres 0.508, 0.5488 and 0.7923 of each from below.
    const total = 0.1046 + 0.1183 + 0.0821;
    const shares = [0.1046 * 0.508, 0.1046 + 0.1183 * 0.5488, 0.1046 + 0.1183 + 0.0821 * 0.7923].map(
      (one) => one / total,
    );
    const hips = posed.sides.L.hip.map((one, i) => (one + (posed.sides.R.hip[i] ?? 0)) / 2);
    const inside = posed.sections
      .slice(2, 8)
      .map(({ back, front }) => back.map((one, i) => (one + (front[i] ?? 0)) / 2));
    const chain = [hips, ...inside];
    const far = (a: readonly number[], b: readonly number[]) => Math.hypot(...a.map((one, i) => one - (b[i] ?? 0)));
    const spans = chain.slice(1).map((one, i) => far(one, chain[i] ?? one));
    const whole = spans.reduce((sum, one) => sum + one, 0);
    (['lowerTrunk', 'midTrunk', 'upperTrunk'] as const).forEach((segment, i) => {
      let left = (shares[i] ?? 0) * whole;
      let k = 0;
      while (left > (spans[k] ?? Infinity)) left -= spans[k++] ?? 0;
      expect(at(segment)?.at).toEqual(between(chain[k] ?? [], chain[k + 1] ?? [], left / (spans[k] ?? 1)));
    });
    expect(
      [at('lowerTrunk'), at('midTrunk'), at('upperTrunk'), at('head')].map((one) => (one?.massKg ?? 0) / 65),
    ).toEqual([
      expect.closeTo(0.1247, 9),
      expect.closeTo(0.1465, 9),
      expect.closeTo(0.1545, 9),
      expect.closeTo(0.0668, 9),
    ]);
  });
  test('a mass one metre toward the feet pulls with its weight about y, one to the side about x', () => {
    const one = (x: number, y: number) => momentAbout([0, 0, 0], [{ segment: 'foot', at: [x, y, 0], massKg: 2 }]);
    expect(one(1000, 0).map((each) => each + 0)).toEqual([0, expect.closeTo(2 * 9.81, 9), 0]);
    expect(one(0, 1000).map((each) => each + 0)).toEqual([expect.closeTo(-2 * 9.81, 9), 0, 0]);
    expect(
      momentAbout([500, 0, 0], [{ segment: 'foot', at: [500, 0, 300], massKg: 2 }]).map((each) => each + 0),
    ).toEqual([0, 0, 0]);
  });
});

describe('which demand a pose has', () => {
  const kinds = (pose: Pose, asked = {}) => Object.keys(loadOfPose(body, pose, asked).demand).sort();
  const along = { kind: 'along' } as const;
  const kneeDown = { kind: 'kneeDown' } as const;
  const up = raised(60, 20);
  test.each<[string, Pose, string[]]>([
    ['flat, feet down', { left: down, right: down }, ['legs']],
    ['flat, a leg up', { left: down, right: up }, ['legs']],
    ['a curl', { thoracicFlexDeg: 30, left: down, right: down }, ['curl', 'legs']],
    ['rolled up', { trunkDeg: 40, left: down, right: down }, ['trunk']],
    ['rolled up, legs free', { trunkDeg: 40, left: up, right: up }, ['leg', 'trunk']],
    ['a bridge', { trunkDeg: -26, left: down, right: down }, ['hips', 'shoulders']],
    ['a bridge on one leg', { trunkDeg: -26, left: down, right: up }, ['hips', 'shoulders', 'turn']],
    [
      'rolled over onto the shoulders',
      { trunkDeg: -70, lumbarFlexDeg: 40, thoracicFlexDeg: 20, left: raised(150, 5), right: raised(150, 5) },
      ['leg', 'neck'],
    ],
    ['prone, head up', { position: 'prone', thoracicFlexDeg: -20, left: along, right: along }, ['curl']],
    ['prone, flat', { position: 'prone', left: along, right: along }, []],
    ['prone, a leg up', { position: 'prone', left: along, right: raised(-10, 0) }, ['leg']],
    ['on hands and knees', { position: 'fourPoint', left: kneeDown, right: kneeDown }, ['hands', 'hips', 'shoulders']],
    ['a plank', plank, ['hands', 'hips', 'shoulders']],
    ['sitting upright', { position: 'sitting', left: along, right: along }, []],
    ['sitting, leaning back', { position: 'sitting', trunkDeg: -20, left: along, right: along }, ['trunk']],
    ['sitting, curled', { position: 'sitting', thoracicFlexDeg: 20, left: along, right: along }, ['trunk']],
  ])('%s', (_, pose, wanted) => expect(kinds(pose)).toEqual(wanted));
  test('a bridge asks of one leg about twice what it asks of each of two, and turns the pelvis', () => {
    const [two, one] = [down, up].map((right) => loadOfPose(body, { trunkDeg: -26, left: down, right }));
    const { span } = two ?? {};
    expect(two?.demand.hips).toBeCloseTo((100 * Math.abs(span?.hipsNm ?? 0)) / 2 / (65 * 9.81 * 1.68), 9);
    const ratio = (one?.demand.hips ?? 0) / (two?.demand.hips ?? 1);
    expect(ratio).toBeGreaterThan(1.8);
    expect(ratio).toBeLessThan(2.5);
    // Some half of the body's weight under a foot 75 mm from the middle, less what the legs weigh about it: 10 to 25 N·m.
    expect(one?.span?.turnNm).toBeGreaterThan(10);
    expect(one?.span?.turnNm).toBeLessThan(25);
    expect(two?.demand.turn).toBeUndefined();
  });
  test('what turns the pelvis over one foot is the floor’s push under it less the weight of both legs, about the middle', () => {
    for (const pose of [
      { trunkDeg: -26, left: down, right: up },
      { trunkDeg: -26, left: up, right: down },
    ]) {
      const { span } = loadOfPose(body, pose);
      const posed = poseBody(body, pose);
      const masses = massesOf(body, posed, { L: 0, R: 0 });
      const lies = ['head', 'upperArm', 'forearm', 'hand']; // on the mat
      const weightN = masses
        .filter(({ segment }) => !lies.includes(segment))
        .reduce((sum, one) => sum + one.massKg * 9.81, 0);
      const side = pose.left === down ? 'L' : 'R';
      const floorNm = ((weightN - (span?.onHeadEndN ?? 0)) * posed.sides[side].ankle[1]) / 1000;
      const legs = masses.filter(({ segment }) => ['thigh', 'shank', 'foot'].includes(segment));
      // Weights turn about the body's long axis as `momentAbout` says; the floor pushes the other way.
      expect(span?.turnNm).toBeCloseTo(Math.abs(floorNm + momentAbout([0, 0, 0], legs)[0]), 1);
    }
  });
  test('with the hips over the shoulders all lies on them but head and arms; rolled half-way, a part', () => {
    const over = (trunkDeg: number) =>
      loadOfPose(body, {
        ...{ trunkDeg, lumbarFlexDeg: 42, thoracicFlexDeg: 30 },
        ...{ left: raised(150, 20), right: raised(150, 20) },
      }).demand.neck ?? Number.NaN;
    // de Leva 1996, F: head 6.68 %, each arm 2.55 + 1.38 + 0.56 %.
    expect(over(-80)).toBeCloseTo(100 - 6.68 - 2 * (2.55 + 1.38 + 0.56), 0);
    expect(over(-35)).toBeGreaterThan(5);
    expect(over(-35)).toBeLessThan(over(-80));
    expect(loadOfPose(body, { trunkDeg: -26, left: down, right: down }).demand.neck).toBeUndefined();
  });
  test('of a plank the weight is all there: feet carry what the hands do not', () => {
    const { span } = loadOfPose(body, plank);
    expect(span?.shouldersNm).not.toBeCloseTo(span?.hipsNm ?? 0, 1);
    expect(loadOfPose(body, plank).demand.shoulders).toBeCloseTo(
      (100 * Math.abs(span?.shouldersNm ?? 0)) / (65 * 9.81 * 1.68),
      9,
    );
  });
  test('on the back a leg pulls with its sign, past upright the other way; in other positions it only pulls', () => {
    const past = loadOfPose(body, { left: down, right: raised(110, 0) });
    expect(past.hipsNm.R).toBeLessThan(0);
    expect(past.hipsNm.L).toBe(0);
    const behind = loadOfPose(body, { position: 'prone', left: along, right: raised(-10, 0) });
    expect(behind.hipsNm.R).toBeGreaterThan(0);
    expect(behind.lumbarNm).toBeDefined();
  });
  test('what is carried where: about T12 in a curl, about the hips when the trunk leans', () => {
    expect(loadOfPose(body, { thoracicFlexDeg: 30, left: down, right: down })).not.toHaveProperty('trunkNm');
    const leaning = loadOfPose(body, { trunkDeg: 40, left: down, right: down });
    expect(leaning.trunkNm ?? 0).toBeGreaterThan(20);
    expect(leaning).not.toHaveProperty('thoraxNm');
    expect(leaning).not.toHaveProperty('lumbarNm');
  });
  test('in a bridge on one foot the lifted leg stands on nothing; on none there is no span', () => {
    const lifted: Pose = { trunkDeg: -30, left: down, right: raised(40, 0) };
    const posed = poseBody(body, lifted);
    const foot = (posed.sides.L.ankle[0] + posed.sides.L.ball[0]) / 2;
    const [t6, c7] = [posed.landmarks.T6?.[0] ?? Number.NaN, posed.landmarks.C7?.[0] ?? Number.NaN];
    const carried = massesOf(body, posed, { L: 0, R: 0 }).filter(
      ({ segment }) => !['upperArm', 'forearm', 'hand', 'head'].includes(segment),
    );
    const about = carried.reduce((sum, { at, massKg }) => sum + gravity * massKg * (at[0] - foot), 0);
    expect(loadOfPose(body, lifted).span?.onHeadEndN).toBeCloseTo(about / ((t6 + c7) / 2 - foot), 6);
    expect(loadOfPose(body, { ...lifted, left: raised(40, 0) })).not.toHaveProperty('span');
  });
  test('forearms carry as hands do, from the elbows', () => {
    const forearm = { kind: 'forearmDown' } as const;
    const low: Pose = { ...plank, leftArm: forearm, rightArm: forearm };
    const posed = poseBody(body, low);
    const foot = (posed.sides.L.ball[0] + posed.sides.R.ball[0]) / 2;
    const elbow = (posed.sides.L.elbow[0] + posed.sides.R.elbow[0]) / 2;
    const about = massesOf(body, posed, { L: 0, R: 0 }).reduce(
      (sum, { at, massKg }) => sum + gravity * massKg * (at[0] - foot),
      0,
    );
    expect(loadOfPose(body, low).span?.onHeadEndN).toBeCloseTo(about / (elbow - foot), 6);
  });
});
