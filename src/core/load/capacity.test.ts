import { repertoire } from '@/repertoire';
import type { KeptReading } from '../knowledge/kept';
import type { ItemOutcome } from '../progression/kept-outcome';
import { entry, levelOf } from '../knowledge/find';
import { capacityOf, knownLoad, newestRungs, ownedPct } from './capacity';
import { demandOf } from './demand';
import { edgeOf } from './fan';
import { ladderLoad } from './ladder';
import { placesOf, sightingsOf } from './sightings';
import { legTo, poseOf, answerWhatIf, usualWhatIf } from './what-if';
import { usualRig } from '../springs/apparatus';

const body = { heightM: 1.7, massKg: 65, sex: 'f' } as const;
const of = (id: string, level: number) => levelOf(entry(repertoire.exercises, id), level);
const done = (
  exercise: string,
  level: number,
  repetitions: number,
  faults: ItemOutcome['faults'] = [],
): ItemOutcome => ({
  item: 'i',
  exercise,
  name: exercise,
  level,
  levelName: '',
  seconds: 60,
  repetitions,
  unconfirmed: 0,
  clean: repetitions,
  run: { left: 0, right: 0 },
  safety: 'none',
  breathKept: true,
  rested: false,
  faults,
  pain: null,
  felt: [],
  tries: [],
  decision: null,
});
const looked = (verdict: 'in' | 'out' | 'unsure'): KeptReading => ({
  neutral: {},
  methods: {},
  baseline: [
    {
      fault: 'arch',
      measure: 'pelvicTilt',
      verdict,
      probability: 0.9,
      excess: 1,
      safety: false,
      why: '',
      value: 9,
      se: 1,
    },
  ],
  back: [],
  retest: [],
  seen: [],
  target: {},
  verdict: null,
});

describe('sightings', () => {
  test('a level tells of the axes that it goes along', () => {
    const families = (id: string, level: number) => placesOf(body, of(id, level)).map(({ family }) => family);
    expect(families('lowerLift', 2)).toEqual(['legs']);
    expect(families('legCircle', 3)).toEqual(['legs', 'circle']);
    expect(families('bridgeNeutral', 2)).toEqual(['bridge']);
    expect(families('armLegReach', 3)).toEqual(['legBehind']);
    expect(families('feetInStraps', 2)).toEqual([]);
    expect(families('march', 1)).toEqual([]);
  });
  test('what pelvis and ribs lost counts, what the chin lost does not', () => {
    const held = (fault: string) =>
      sightingsOf(repertoire, body, {
        sessions: [{ day: '2026-03-01', items: [done('lowerLift', 2, 5, [{ fault, times: 3 }])] }],
        looks: [],
      }).legs?.[0]?.held;
    expect(held('arch')).toBeCloseTo(0.4, 9);
    expect(held('flare')).toBeCloseTo(0.4, 9);
    expect(held('chinUp')).toBe(1);
  });
  test('looks tell as well, where they could tell; oldest first', () => {
    const look = (day: string, verdict: 'in' | 'out' | 'unsure') => ({
      day,
      exercise: 'march',
      level: 3,
      result: looked(verdict),
    });
    const found = sightingsOf(repertoire, body, {
      sessions: [{ day: '2026-03-05', items: [done('march', 3, 8)] }],
      looks: [look('2026-03-09', 'out'), look('2026-03-01', 'in'), look('2026-03-02', 'unsure')],
    });
    expect(found.legs?.map(({ day, held }) => [day, held])).toEqual([
      ['2026-03-01', 1],
      ['2026-03-05', 1],
      ['2026-03-09', 0],
    ]);
    expect(found.legs?.[0]?.at).toBeCloseTo(demandOf(body, of('march', 3).top) ?? 0, 6);
  });
});

describe('capacity', () => {
  test('the newest row of each exercise counts, unless its level is gone', () => {
    const row = (exercise: string, level: number, half = false) => ({ exercise, level, half });
    const rows = [row('march', 3, true), row('march', 5), row('gone', 1), row('lowerLift', 1)];
    expect(newestRungs(repertoire, rows).map(({ standing }) => standing)).toEqual([
      { exercise: 'march', level: 3.5 },
      { exercise: 'lowerLift', level: 1 },
    ]);
  });
  test('few sightings: the highest that was held or is owned; none: nothing', () => {
    const owned = ownedPct(repertoire, body, [{ exercise: 'lowerLift', level: 1 }]);
    expect(capacityOf({}, owned)).toEqual({ pct: owned, mightPct: owned, from: 'level' });
    expect(capacityOf({}, undefined)).toBeUndefined();
    const once = knownLoad(
      repertoire,
      body,
      { sessions: [{ day: '2026-03-01', items: [done('lowerLift', 2, 5)] }], looks: [] },
      [{ exercise: 'lowerLift', level: 1 }],
    );
    expect(once.capacity?.from).toBe('level');
    expect(once.capacity?.pct).toBeCloseTo(demandOf(body, of('lowerLift', 2).top) ?? 0, 2);
  });
  test('what is owned is held, whatever an uncorrected look found', () => {
    const looks = ['in', 'out', 'out', 'out', 'in', 'out', 'out', 'out'].map((verdict, i) => ({
      day: `2026-03-0${i + 1}`,
      exercise: 'march',
      level: 3,
      result: looked(verdict as 'in' | 'out'),
    }));
    const owned = ownedPct(repertoire, body, [{ exercise: 'march', level: 3 }]) ?? 9;
    const { capacity } = knownLoad(repertoire, body, { sessions: [], looks }, [{ exercise: 'march', level: 3 }]);
    expect(capacity).toMatchObject({ pct: owned, from: 'level' });
  });
  test('a retest after a correction tells as well', () => {
    const result = { ...looked('out'), retest: looked('in').baseline };
    const look = { day: '2026-03-01', exercise: 'march', level: 3, result };
    const found = sightingsOf(repertoire, body, { sessions: [], looks: [look] });
    expect(found.legs?.map(({ held }) => held)).toEqual([0, 1]);
  });
  test('many: the working limit of the window, under what was lost', () => {
    const day = (n: number) => `2026-03-${String(n).padStart(2, '0')}`;
    const sessions = [1, 3, 5, 8, 10, 12].map((n) => ({
      day: day(n),
      items: [
        done('lowerLift', 1, 5),
        done('straightLegSwitch', 1, 10),
        done('lowerLift', 2, 5, [{ fault: 'arch', times: 5 }]),
      ],
    }));
    const { capacity } = knownLoad(repertoire, body, { sessions, looks: [] }, []);
    expect(capacity?.from).toBe('window');
    expect(capacity?.pct).toBeGreaterThan(2);
    expect(capacity?.pct).toBeLessThan(demandOf(body, of('lowerLift', 2).top) ?? 0);
  });
});

describe('a ladder for a person', () => {
  const ladder = (capacity: number | null) => ladderLoad(body, entry(repertoire.exercises, 'lowerLift'), capacity);
  test('what legs hold says nothing of how great a step in a bridge is, nor does nothing known', () => {
    const bridge = ladderLoad(body, entry(repertoire.exercises, 'bridgeNeutral'), 0.4);
    expect(bridge?.kind).toBe('hips');
    for (const { size, half } of bridge?.rungs ?? []) expect([size, half]).toEqual([undefined, []]);
    for (const { size, half } of ladder(null)?.rungs ?? []) expect([size, half]).toEqual([undefined, []]);
    expect(ladder(3)?.rungs.some((rung) => 'handsPct' in rung)).toBe(false);
    const plank = ladderLoad(body, entry(repertoire.exercises, 'frontSupportHold'), null);
    expect(plank?.rungs.every(({ handsPct = 0 }) => handsPct > 5)).toBe(true);
  });
  test('a level beyond 130 % of what is held is a leap, and half steps are offered that are none', () => {
    const rungs = ladder(2.4)?.rungs ?? [];
    const leap = rungs.find(({ number }) => number === 2);
    expect(leap?.size?.kind).toBe('leap');
    expect(leap?.half.length).toBeGreaterThan(0);
    for (const { pct } of leap?.half ?? []) expect(pct).toBeLessThanOrEqual(1.3 * 2.4 + 1e-6);
    expect(rungs.find(({ number }) => number === 1)?.half).toEqual([]);
  });
  test('for a strong one it is a step, or held already; for nobody it is told without a size', () => {
    expect(ladder(4.2)?.rungs[1]?.size?.kind).toBe('step');
    expect(ladder(6)?.rungs[1]?.size).toBeUndefined();
    expect(ladder(null)?.rungs.every(({ size }) => size === undefined)).toBe(true);
  });
  test('a ladder on which nothing hangs has none', () =>
    expect(ladderLoad(body, entry(repertoire.exercises, 'imprintRelease'))).toBeUndefined());
});

describe('the edge of a level', () => {
  const up = (thighDeg: number, kneeDeg: number) => ({ kind: 'raised', thighDeg, kneeDeg }) as const;
  test('a leg that stands in tabletop takes its share before the other goes', () => {
    const alone = edgeOf(body, { left: { kind: 'footDown' }, right: up(45, 0) }, { pct: 2.6, mightPct: 3 });
    const beside = edgeOf(body, { left: up(90, 90), right: up(45, 0) }, { pct: 2.6, mightPct: 3 });
    expect(beside?.thighDeg ?? 0).toBeGreaterThan((alone?.thighDeg ?? 90) + 5);
    expect(alone?.mightDeg ?? 90).toBeLessThan(alone?.thighDeg ?? 0);
  });
  test('a level that goes lower than is held says so', () => {
    const low = edgeOf(body, { left: up(30, 0), right: up(30, 0) }, { pct: 2.5, mightPct: 2.5 });
    expect(low).toMatchObject({ isBeyond: true, plannedDeg: 30 });
    const high = edgeOf(body, { left: up(80, 0), right: up(80, 0) }, { pct: 2.5, mightPct: 2.5 });
    expect(high?.isBeyond).toBe(false);
  });
  test('feet on the mat have none', () =>
    expect(
      edgeOf(body, { left: { kind: 'footDown' }, right: { kind: 'footDown' } }, { pct: 2, mightPct: 2 }),
    ).toBeUndefined());
});

describe('what if', () => {
  test('a dragged heel comes to the pointer; out of reach the leg is straight toward it', () => {
    const drawn = { thighDeg: 45, kneeDeg: 0 };
    const near = legTo(body, 'foot', [-0.45, 0.3], drawn);
    const pose = poseOf({ ...usualWhatIf, right: near });
    expect(pose.right).toMatchObject({ kind: 'raised', ...near });
    const [t, s] = [0.2124 * 1.7, 0.2492 * 1.7];
    const rad = (deg: number) => (deg * Math.PI) / 180;
    expect(t * Math.cos(rad(near.thighDeg)) + s * Math.cos(rad(near.thighDeg - near.kneeDeg))).toBeCloseTo(0.45, 1);
    expect(t * Math.sin(rad(near.thighDeg)) + s * Math.sin(rad(near.thighDeg - near.kneeDeg))).toBeCloseTo(0.3, 1);
    expect(legTo(body, 'foot', [-2, 2], drawn)).toEqual({ thighDeg: 45, kneeDeg: 0 });
    expect(legTo(body, 'knee', [0, 1], { thighDeg: 20, kneeDeg: 40 })).toEqual({ thighDeg: 90, kneeDeg: 40 });
    expect(legTo(body, 'knee', [-1, -1], drawn).thighDeg).toBe(0);
  });
  const two = {
    left: { thighDeg: 45, kneeDeg: 0 },
    right: { thighDeg: 45, kneeDeg: 0 },
    headUp: false,
    ankleWeightKg: 0,
  };
  const reformer = {
    ...usualRig('reformer'),
    springs: usualRig('reformer').springs.map((one) =>
      one.id === 'full' ? { ...one, rate: { rateNPerM: 240, preloadM: 0.2, residualN: 0 } } : one,
    ),
  };
  test('its demand is the closed formula’s, and straps leave less of it', () => {
    const bare = answerWhatIf(body, two, null, {}, 2);
    expect(bare.netPct).toBeCloseTo(demandOf(body, poseOf(two)) ?? 0, 6);
    expect(bare.size?.kind).toBe('leap');
    const held = answerWhatIf(body, two, reformer, { full: 1 }, 2);
    expect(held.netPct).toBeLessThan(bare.netPct);
    expect(held.straps?.tensionN).toBeGreaterThan(0);
  });
  test('straps on one leg, or on springs that nobody measured, are told and left out', () => {
    expect(answerWhatIf(body, usualWhatIf, reformer, { full: 1 }, null)).toMatchObject({
      straps: null,
      noStraps: 'Straps hold both feet: set both legs alike.',
    });
    expect(answerWhatIf(body, two, reformer, { half: 1 }, null).noStraps).toContain('has not been calibrated');
  });
  test('an ankle weight adds to it, a curl adds what the upper body asks', () => {
    expect(answerWhatIf(body, { ...two, ankleWeightKg: 1 }, null, {}, null).netPct).toBeGreaterThan(
      answerWhatIf(body, two, null, {}, null).netPct,
    );
    expect(answerWhatIf(body, { ...two, headUp: true }, null, {}, null).load.thoraxNm).toBeGreaterThan(10);
  });
});
