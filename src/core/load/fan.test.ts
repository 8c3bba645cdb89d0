// What is held, told as angles and places: worked by hand from the level leg's 3.2809 % of weight × stature.
import { repertoire } from '@/repertoire';
import { entry, levelOf } from '../knowledge/find';
import { usualRig } from '../springs/apparatus';
import { legLoad } from './demand';
import { edgeOf, fanOf, headDownFactor, placeInWords } from './fan';
import { halfStepsBetween } from './half-steps';
import { ladderLoad } from './ladder';
import { placesOf, sightingsOf } from './sightings';
import { legTo, poseOf, answerWhatIf, usualWhatIf } from './what-if';

const body = { heightM: 1.7, massKg: 65, sex: 'f' } as const;
const flat = legLoad(body, [{ thighDeg: 0, kneeDeg: 0 }]).demandPct;
const acosDeg = (share: number) => (Math.acos(share) * 180) / Math.PI;
const up = (thighDeg: number, kneeDeg = 0, more: object = {}) =>
  ({ kind: 'raised', thighDeg, kneeDeg, ...more }) as const;
const down = { kind: 'footDown' } as const;

describe('the fan at 2.49 %', () => {
  const rays = fanOf(body, 2.49, 3);
  test('straight legs by their cosine: one, two, two with 85 % of it while the head is down', () => {
    expect(headDownFactor).toBe(0.85);
    const lowest = rays.map(({ id, thighDeg }) => [id, thighDeg]);
    expect(lowest).toEqual([
      ['oneLong', expect.closeTo(acosDeg(2.49 / flat), 3)],
      ['oneBent', expect.closeTo(49.56, 1)],
      ['twoLong', expect.closeTo(acosDeg(2.49 / (2 * flat)), 3)],
      ['twoBent', expect.closeTo(80.38, 1)],
      ['twoLongHeadDown', expect.closeTo(acosDeg((0.85 * 2.49) / (2 * flat)), 3)],
    ]);
    expect(rays.map(({ mightDeg }) => mightDeg)).toEqual([
      expect.closeTo(acosDeg(3 / flat), 3),
      expect.closeTo(49.56, 1),
      expect.closeTo(acosDeg(3 / (2 * flat)), 3),
      expect.any(Number),
      expect.closeTo(acosDeg((0.85 * 3) / (2 * flat)), 3),
    ]);
  });
  test('a bent knee ends at the mat: the ankle there is as high as the hip', () => {
    const bent = rays.find(({ id }) => id === 'oneBent');
    expect(bent?.endedBy).toBe('mat');
    const rad = ((bent?.thighDeg ?? 0) * Math.PI) / 180;
    expect(0.2124 * Math.sin(rad) + 0.2492 * Math.sin(rad - Math.PI / 2)).toBeCloseTo(0, 6);
  });
  test('names, forms and words', () =>
    expect(rays.map(({ name, form, headDown, words, endedBy }) => [name, form, headDown, words, endedBy])).toEqual([
      ['One leg, long', { legCount: 1, kneeDeg: 0 }, false, 'heel two hands above a standing knee', 'demand'],
      ['One leg, knee bent', { legCount: 1, kneeDeg: 90 }, false, 'heel just over the mat', 'mat'],
      ['Both legs, long', { legCount: 2, kneeDeg: 0 }, false, 'heels four hands above a standing knee', 'demand'],
      ['Both legs, knees bent', { legCount: 2, kneeDeg: 90 }, false, 'heels a hand below a standing knee', 'demand'],
      [
        'Both legs, long, head down',
        { legCount: 2, kneeDeg: 0 },
        true,
        'heels four hands above a standing knee',
        'demand',
      ],
    ]));
  test('without a most it may be, it is what is held', () =>
    expect(fanOf(body, 2.49).every(({ thighDeg, mightDeg }) => thighDeg === mightDeg)).toBe(true));
});

describe('places in words', () => {
  // Heel over the mat: 0.09 + 0.785·sin m. A standing knee is 0.459 m high, a hand 9 cm; under 13.5 cm is just over the mat.
  test.each<[number, string]>([
    [80, 'foot over the hip, leg straight up'],
    [79, 'heel four hands above a standing knee'], // 0.860
    [60, 'heel three hands above a standing knee'], // 0.770
    [45, 'heel two hands above a standing knee'], // 0.645
    [30, 'heel level with a standing knee'], // 0.482
    [20, 'heel a hand below a standing knee'], // 0.358
    [5, 'heel three hands below a standing knee'], // 0.158
    [3, 'heel just over the mat'], // 0.131
  ])('one long leg at %d°: %s', (deg, words) =>
    expect(placeInWords(body, deg, { kneeDeg: 0, legCount: 1 })).toBe(words),
  );
  test('two legs are heels; with the knees bent the foot is lower, and never straight up', () => {
    expect(placeInWords(body, 60, { kneeDeg: 0, legCount: 2 })).toBe('heels three hands above a standing knee');
    expect(placeInWords(body, 85, { kneeDeg: 20, legCount: 1 })).toBe('heel four hands above a standing knee');
    expect(placeInWords(body, 85, { kneeDeg: 19, legCount: 2 })).toBe('feet over the hips, legs straight up');
    expect(placeInWords(body, 80, { kneeDeg: 90, legCount: 2 })).toBe('heels a hand below a standing knee');
  });
});

describe('the edge of a pose', () => {
  const held = { pct: 2.49, mightPct: 3 };
  test('one leg: as in the fan; two alike: as two', () => {
    expect(edgeOf(body, { left: down, right: up(45) }, held)).toMatchObject({
      thighDeg: expect.closeTo(acosDeg(2.49 / flat), 3),
      mightDeg: expect.closeTo(acosDeg(3 / flat), 3),
      plannedDeg: 45,
      kneeDeg: 0,
      isBeyond: false,
      words: 'heel two hands above a standing knee',
    });
    expect(edgeOf(body, { left: up(70), right: up(70.5) }, held)?.thighDeg).toBeCloseTo(acosDeg(2.49 / (2 * flat)), 3);
  });
  test('legs a degree or more apart are two: the higher one takes its share first', () => {
    const still = legLoad(body, [{ thighDeg: 80, kneeDeg: 0 }]).demandPct;
    const edge = edgeOf(body, { left: up(80), right: up(50) }, held);
    expect(edge).toMatchObject({ plannedDeg: 50, thighDeg: expect.closeTo(acosDeg((2.49 - still) / flat), 3) });
    expect(edgeOf(body, { left: up(50), right: up(80) }, held)).toEqual(edge);
    const bent = edgeOf(body, { left: up(50, 0), right: up(50, 30) }, held);
    const bentLoad = legLoad(body, [{ thighDeg: 50, kneeDeg: 30 }]).demandPct;
    expect(bent?.thighDeg).toBeCloseTo(acosDeg((2.49 - bentLoad) / flat), 3);
    expect(bent?.mightDeg).toBeCloseTo(acosDeg((3 - bentLoad) / flat), 3);
    expect(bent?.kneeDeg).toBe(0); // at one height the straighter one is the one that goes
  });
  test('beyond is more than three degrees lower than is held', () => {
    const edge = acosDeg(2.49 / flat);
    const beyond = (deg: number) => edgeOf(body, { left: down, right: up(deg) }, held)?.isBeyond;
    expect([beyond(edge - 2.9), beyond(edge - 3.1)]).toEqual([false, true]);
    expect(edgeOf(body, { left: up(80), right: up(80) }, { pct: 0.1, mightPct: 0.1 })).toMatchObject({
      thighDeg: expect.any(Number),
    });
    expect(edgeOf(body, { left: up(80, 90), right: up(80, 90) }, { pct: 0.5, mightPct: 0.5 })).toMatchObject({
      thighDeg: null,
      isBeyond: true,
      words: 'not yet: even straight up it asks more than is held',
    });
  });
  test('a knee past straight counts as straight; who does not lie flat has no edge', () => {
    expect(edgeOf(body, { left: down, right: up(45, -4) }, held)?.kneeDeg).toBe(0);
    expect(edgeOf(body, { trunkDeg: 30, left: down, right: up(45) }, held)).toBeUndefined();
  });
});

describe('a ladder for 2.4 %', () => {
  const ladder = ladderLoad(body, entry(repertoire.exercises, 'lowerLift'), 2.4);
  test('bars, sizes and ways between', () => {
    // Both legs at 45° with 3° of bend ask 4.70 %: 196 % of what is held. An elastic takes 35 % of it.
    expect(ladder).toMatchObject({ kind: 'legs', most: expect.closeTo(4.7, 2) });
    const [first, second] = ladder?.rungs ?? [];
    expect(first).toEqual({ number: 1, pct: expect.closeTo(2.381, 2), half: [] }); // held already: no step
    expect(second).toMatchObject({
      number: 2,
      pct: expect.closeTo(4.7, 2),
      size: { kind: 'leap', share: expect.closeTo(4.7 / 2.4, 2) },
    });
    expect(second?.half.map(({ kind, words, pct }) => [kind, words, pct])).toEqual([
      ['strap', 'An elastic round the feet carries a part of the legs.', expect.closeTo(4.7 * 0.65, 2)],
      ['range', 'A fifth of the way from “small” to “as low as level holds”.', expect.closeTo(2.894, 2)],
    ]);
  });
  test('a ladder of another kind is told without steps for the legs', () => {
    const curl = ladderLoad(body, entry(repertoire.exercises, 'headFloat'), 2.4);
    expect(curl?.kind).toBe('curl');
    expect(curl?.rungs.every(({ size, half }) => size === undefined && half.length === 0)).toBe(true);
    expect(curl?.most).toBe(Math.max(0.5, ...(curl?.rungs ?? []).map(({ pct = 0 }) => pct)));
  });
});

describe('half-way steps in words', () => {
  const ways = (id: string, below: number, held?: number) => {
    const exercise = entry(repertoire.exercises, id);
    return halfStepsBetween(body, levelOf(exercise, below), levelOf(exercise, below + 1), held).map(
      ({ kind, words, demandPct }) => [kind, words, demandPct],
    );
  };
  test('who holds more gets the nearest to the middle first', () =>
    expect(ways('lowerLift', 1, 2.8)).toEqual([
      ['range', 'Half of the way from “small” to “as low as level holds”.', expect.closeTo(3.623, 2)],
      ['oneBent', 'One leg goes, the other stays in tabletop.', expect.closeTo(3.201, 2)],
      ['strap', 'An elastic round the feet carries a part of the legs.', expect.closeTo(3.055, 2)],
    ]));
  test('where load does not tell them apart, half of the way', () =>
    expect(ways('bridgeNeutral', 1)).toEqual([['range', expect.stringMatching(/^Half of the way from “/), undefined]]));
  test('before a foot leaves the mat it is only made light', () =>
    expect(ways('legFloat', 1)).toEqual([
      ['range', 'The foot is only made light: the heel floats, the toes stay on the mat.', 0],
    ]));
  test('knees bent more make a shorter lever; a knee that is bent already stays', () => {
    const ladder = entry(repertoire.exercises, 'lowBellySeries');
    const lever = halfStepsBetween(body, levelOf(ladder, 1), levelOf(ladder, 2)).find(({ kind }) => kind === 'lever');
    expect(lever?.words).toMatch(/^Knees bent by \d+° more: a shorter lever\.$/);
    const more = Number(/\d+/.exec(lever?.words ?? '')?.[0]);
    expect(more).toBeGreaterThanOrEqual(20);
    expect(lever?.pose.left).toEqual({ kind: 'footDown' });
    expect(lever?.pose.right).toMatchObject({ thighDeg: 40, kneeDeg: 8 + more });
  });
  test('the same with the head down, where only the upper level lifts it', () => {
    const base = levelOf(entry(repertoire.exercises, 'lowerLift'), 1);
    const curl = { thoracicFlexDeg: 38, lumbarFlexDeg: 8, neckFlexDeg: 18 };
    const below = { ...base, top: { left: up(80), right: up(80) } };
    const above = { ...base, load: { ...base.load, headUp: true }, top: { ...curl, left: up(60), right: up(60) } };
    // The legs ask the same with the head down: it is no step between, so it is not offered as one.
    expect(halfStepsBetween(body, below, above, 2).map(({ kind }) => kind)).not.toContain('headDown');
  });
});

describe('where a level stands on each axis', () => {
  const places = (id: string, level: number) => placesOf(body, levelOf(entry(repertoire.exercises, id), level));
  test('demand, with what five degrees lower would ask more as its error', () => {
    const lower = (deg: number) => legLoad(body, [up(deg, 3), up(deg, 3)]).demandPct;
    expect(places('lowerLift', 2)).toEqual([
      { family: 'legs', at: expect.closeTo(lower(45), 6), se: expect.closeTo(lower(40) - lower(45), 6) },
    ]);
  });
  test('how far a leg opens, how far a bridge lifts, how high a leg is behind', () => {
    expect(places('legCircle', 3)[1]).toEqual({ family: 'circle', at: 18, se: 4 });
    expect(places('bridgeNeutral', 2)).toEqual([{ family: 'bridge', at: 26, se: 4 }]);
    expect(places('armLegReach', 3)).toEqual([{ family: 'legBehind', at: -0, se: 5 }]);
  });
  test('an opening below five degrees is none; a leg straight up is still known to a little', () => {
    const level = levelOf(entry(repertoire.exercises, 'legCircle'), 3);
    const opened = (outDeg: number) =>
      placesOf(body, { ...level, top: { left: down, right: up(72, 2, { outDeg }) } }).map(({ family }) => family);
    expect([opened(4.9), opened(5), opened(-5)]).toEqual([['legs'], ['legs', 'circle'], ['legs', 'circle']]);
    const [upright] = placesOf(body, {
      ...level,
      start: { left: down, right: up(87.5) },
      via: undefined,
      top: { left: down, right: up(92.5) },
    });
    expect(upright?.se).toBeGreaterThanOrEqual(0.08);
  });
  test('nothing was done, nothing is told; an exercise that is gone neither', () => {
    const item = { exercise: 'lowerLift', level: 2, repetitions: 0, faults: [] };
    const seenIn = (more: object) =>
      sightingsOf(repertoire, body, {
        sessions: [{ day: '2026-03-01', items: [{ ...item, ...more } as never] }],
        looks: [],
      });
    expect(seenIn({})).toEqual({});
    expect(seenIn({ repetitions: 5, exercise: 'gone' })).toEqual({});
    expect(seenIn({ repetitions: 5, level: 9 })).toEqual({});
    expect(seenIn({ repetitions: 2, faults: [{ fault: 'arch', times: 5 }] }).legs?.[0]?.held).toBe(0);
    expect(
      seenIn({
        repetitions: 4,
        faults: [
          { fault: 'arch', times: 1 },
          { fault: 'flare', times: 1 },
          { fault: 'goneSince', times: 1 },
        ],
      }).legs?.[0]?.held,
    ).toBe(0.5);
  });
});

describe('what if', () => {
  const [thigh, shank] = [0.2124 * 1.7, 0.2492 * 1.7];
  const was = { thighDeg: 45, kneeDeg: 30 };
  test('a knee follows the pointer’s direction, the bend stays; within what a hip allows', () => {
    const knee = (x: number, z: number) => legTo(body, 'knee', [x, z], was);
    expect(knee(-1, 1)).toEqual({ thighDeg: 45, kneeDeg: 30 });
    expect(knee(-1, 0)).toEqual({ thighDeg: 0, kneeDeg: 30 });
    expect(knee(1, 1)).toEqual({ thighDeg: 135, kneeDeg: 30 });
    expect(knee(1, 0.1).thighDeg).toBe(135);
    expect(knee(-1, -0.2).thighDeg).toBe(0);
    expect(knee(1, -0.1).thighDeg).toBe(135); // behind the head: still the far end, not the near one
  });
  test('a heel by the law of cosines', () => {
    // Straight up at the full length; halved, the knee bends by what the triangle says.
    expect(legTo(body, 'foot', [0, 5], was)).toEqual({ thighDeg: 90, kneeDeg: 0 });
    const far = 0.6;
    const inside = acosDeg((thigh ** 2 + shank ** 2 - far ** 2) / (2 * thigh * shank));
    const over = acosDeg((thigh ** 2 + far ** 2 - shank ** 2) / (2 * thigh * far));
    expect(legTo(body, 'foot', [0, far], was)).toEqual({
      thighDeg: Math.round(90 + over),
      kneeDeg: Math.round(180 - inside),
    });
    expect(legTo(body, 'foot', [-far, 0], was)).toEqual({
      thighDeg: Math.round(over),
      kneeDeg: Math.round(180 - inside),
    });
    expect(legTo(body, 'foot', [0, 0.0001], was).kneeDeg).toBe(150); // as far as a knee goes
  });
  test('the pose: feet that stand, legs that hang, a curl where the head is up', () => {
    expect(poseOf(usualWhatIf)).toEqual({ left: down, right: up(45) });
    expect(poseOf({ ...usualWhatIf, headUp: true })).toEqual({
      thoracicFlexDeg: 38,
      lumbarFlexDeg: 8,
      neckFlexDeg: 18,
      left: down,
      right: up(45),
    });
  });
  test('usual: one leg at 45° asks its cosine of the level leg; a step for who holds 2 %', () => {
    const answer = answerWhatIf(body, usualWhatIf, null, {}, 2);
    const pct = flat * Math.SQRT1_2;
    expect(answer).toMatchObject({
      netPct: expect.closeTo(pct, 6),
      straps: null,
      noStraps: null,
      size: { kind: 'step', share: expect.closeTo(pct / 2, 6) },
    });
    expect(answer.netNm).toBeCloseTo((pct / 100) * 65 * 9.81 * 1.7, 6);
    expect(answer).not.toHaveProperty('lowestInStraps');
    expect(answer.same[0]?.thighDeg).toBeCloseTo(45, 3);
    expect(answerWhatIf(body, usualWhatIf, null, {}, null).size).toBeNull();
  });
  test('legs past the vertical ask nothing that could be told in other forms', () =>
    expect(answerWhatIf(body, { ...usualWhatIf, right: { thighDeg: 100, kneeDeg: 0 } }, null, {}, 2).same).toEqual([]));
  test('straps: only where springs hang and both legs are alike; how low they may go, for who holds something', () => {
    const rig = {
      ...usualRig('reformer'),
      springs: usualRig('reformer').springs.map((one) => ({
        ...one,
        rate: { rateNPerM: 240 * one.units, preloadM: 0.2, residualN: 0 },
      })),
    };
    const two = { ...usualWhatIf, left: { thighDeg: 45, kneeDeg: 0 } };
    const held = answerWhatIf(body, two, rig, { full: 1 }, 2);
    expect(held.straps?.netNm).toBe(held.netNm);
    expect(held.lowestInStraps).toEqual(expect.any(Number));
    expect(answerWhatIf(body, two, rig, { full: 1 }, null)).not.toHaveProperty('lowestInStraps');
    expect(answerWhatIf(body, two, rig, { full: 0 }, 2).straps).toBeNull();
    expect(answerWhatIf(body, two, null, { full: 1 }, 2).straps).toBeNull();
    for (const right of [{ thighDeg: 46, kneeDeg: 0 }, { thighDeg: 45, kneeDeg: 1 }, null])
      expect(answerWhatIf(body, { ...two, right }, rig, { full: 1 }, 2).noStraps).toBe(
        'Straps hold both feet: set both legs alike.',
      );
    expect(answerWhatIf(body, two, { ...usualRig('chair'), springs: rig.springs }, { full: 1 }, 2).noStraps).toBe(
      'This apparatus has no straps for the feet.',
    );
    const heavier = answerWhatIf(body, { ...two, ankleWeightKg: 1 }, rig, { full: 1 }, 2);
    expect(heavier.netNm - held.netNm).toBeCloseTo(2 * 9.81 * (thigh + shank) * Math.SQRT1_2, 6);
  });
});
