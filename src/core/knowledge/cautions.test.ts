import { cautionsOf } from './conditions';
import { repertoire } from '@/repertoire';
import { demoClients } from '@/data/demo/world';
import {
  actingConditions,
  allowedLevel,
  correctionRuledOut,
  movesByHalfSteps,
  weighExercise,
  weighLevel,
} from './cautions';
import { isAllowed } from './standings';
import type { ActingOn } from './cautions';
import type { Pose } from '../body/pose';
import { conditionsByAge, onDay } from './conditions';
import type { Dates } from './conditions';
import type { Level } from './entries';
import { intakeHolds } from './caution-forms';
import { entry, levelOf } from './find';
import { loadOf } from './loads';
import { fits, isGentle } from './load-fit';

const onFile = (...ids: string[]): ActingOn => ({
  conditions: ids.map((condition) => ({ condition, clearedOn: null })),
});
const cleared = (condition: string) => ({ condition, clearedOn: '2026-05-01' });
const exercise = (id: string) => entry(repertoire.exercises, id);
const standing = (id: string, level: number, client: ActingOn) =>
  weighLevel(repertoire, exercise(id), levelOf(exercise(id), level), client).standing;
const ruledOut = (client: ActingOn) =>
  repertoire.exercises
    .filter((one) => !isAllowed(weighExercise(repertoire, one, client)))
    .map(({ id }) => id)
    .sort();

// Read off the page of cautions, row by row: what each rules out, and what it leaves.
describe('what each condition rules out, by what a level asks', () => {
  test.each([
    [
      'lowBoneDensity',
      ['rollDownStanding', 'rollOver', 'rollingBack', 'teaser', 'neckPull', 'snake', 'openLegRocker', 'longStretch'],
      ['bridgeNeutral', 'armLegReach', 'legFloat', 'march', 'standKneeLift'],
    ],
    ['discTrouble', ['lowerLift', 'rollingBack', 'teaser', 'legSprings'], ['march', 'legFloat', 'bridgeNeutral']],
    ['pelvicFloor', ['hundred', 'lowerLift', 'feetInStraps'], ['legFloat', 'march', 'bridgeNeutral']],
    ['neck', ['neckPull', 'doubleLegStretch', 'crissCross'], ['legFloat', 'lowerLift', 'bridgeNeutral']],
    ['highBloodPressure', ['upStretch', 'snake', 'hundred'], ['march', 'sitTall', 'legSlide']],
    [
      'tailbone',
      ['rollingBack', 'teaser', 'spineStretch', 'openLegRocker'],
      ['legFloat', 'sideLegLift', 'armLegReach'],
    ],
    ['shoulder', ['armLegReach', 'frontSupportHold', 'longStretch'], ['legFloat', 'bridgeNeutral', 'standKneeLift']],
    ['knee', ['armLegReach', 'kneelLean'], ['bridgeNeutral', 'legFloat', 'proneLegLift']],
    ['footCast', ['feetInStraps', 'footwork', 'legSprings', 'snake'], ['legFloat', 'march', 'neutralCheck']],
    ['outerHip', ['bridgeArticulated'], ['bridgeNeutral', 'sideLegLift']],
    ['heart', ['neutralCheck', 'legFloat', 'sitTall', 'hundred'], []],
  ])('%s', (condition, out, stays) => {
    const found = ruledOut(onFile(condition));
    expect(found).toEqual(expect.arrayContaining(out));
    for (const id of stays) expect(found).not.toContain(id);
  });

  test('a level is weighed by its tags, whatever its number', () => {
    expect(standing('legFloat', 2, onFile('lowBackPain'))).toBe('changed');
    expect(standing('hundred', 1, onFile('neck'))).toBe('fine'); // head down, feet down
    expect(standing('hundred', 2, onFile('neck'))).toBe('ruledOut'); // head up
    expect(standing('singleLegStretch', 1, onFile('diastasis'))).toBe('fine'); // the heel slides, both feet on the mat
    expect(standing('singleLegStretch', 4, onFile('diastasis'))).toBe('ruledOut');
    expect(standing('bridgeNeutral', 1, onFile('extensionSensitive'))).toBe('fine');
    expect(standing('bridgeNeutral', 2, onFile('extensionSensitive'))).toBe('ruledOut');
  });
  test('before clearance after surgery nothing, not even breathing; after birth breathing and gentle lying', () => {
    expect(standing('breathingSides', 1, onFile('recentSurgery'))).toBe('ruledOut');
    expect(standing('breathingSides', 1, onFile('afterBirth'))).toBe('fine');
    expect(standing('legFloat', 2, onFile('afterBirth'))).toBe('ruledOut');
  });
  test('the approach of a hip operation decides; while it is unknown, both sets of limits hold', () => {
    expect(standing('proneLegLift', 2, onFile('hipFromBehind'))).toBe('changed');
    expect(standing('proneLegLift', 2, onFile('hipFromFront'))).toBe('ruledOut');
    expect(standing('rollingBack', 1, onFile('hipFromBehind'))).toBe('ruledOut');
    expect(standing('rollingBack', 1, onFile('hipFromFront'))).toBe('changed');
    for (const [id, level] of [
      ['proneLegLift', 2],
      ['rollingBack', 1],
    ] as const)
      expect(standing(id, level, onFile('hip'))).toBe('ruledOut');
  });
  test('weight on a flat hand is changed, not taken away', () =>
    expect(
      weighLevel(repertoire, exercise('armLegReach'), levelOf(exercise('armLegReach'), 1), onFile('wrist')),
    ).toMatchObject({
      standing: 'changed',
      reasons: [{ act: 'change', why: expect.stringContaining('fists') }],
    }));
  test('nothing on file rules nothing out', () => expect(ruledOut(onFile())).toEqual([]));
});

describe('clearance, overrule, stop', () => {
  test('a cleared condition acts no more, but for what it leaves behind', () => {
    expect(standing('hundred', 2, { conditions: [cleared('neck')] })).toBe('fine');
    const born = { conditions: [cleared('afterBirth')] };
    expect(standing('legFloat', 2, born)).toBe('changed');
    expect(standing('hundred', 2, born)).toBe('ruledOut');
    expect(actingConditions(repertoire, born.conditions).map(({ as }) => as)).toEqual([
      'recent birth, cleared: as for abdominal separation',
      'recent birth, cleared: as for pelvic floor symptoms',
    ]);
  });
  test('some end by themselves, twelve weeks after a birth, but not where it was by surgery; none ends without a date', () => {
    const acts = (condition: string, more: object) =>
      actingConditions(repertoire, [{ condition, clearedOn: null, ...more }]).some(({ as }) => !as.includes('over'));
    expect([acts('afterBirth', { weeksSince: 11 }), acts('afterBirth', { weeksSince: 12 })]).toEqual([true, false]);
    expect(acts('afterBirth', {})).toBe(true);
    expect(acts('afterBirth', { weeksSince: 40, kindOf: 'surgery' })).toBe(true);
    expect(acts('afterBirth', { weeksSince: 40, kindOf: 'vaginal' })).toBe(false);
    expect(acts('neck', { weeksSince: 400 })).toBe(true); // nothing says that it ends
  });
  test('a rule is overruled for one exercise and level, with the reason kept; others stand', () => {
    const client: ActingOn = {
      ...onFile('neck'),
      overrules: [{ exercise: 'hundred', level: 2, rule: 'neck.curl', reason: 'head carried in both hands' }],
    };
    const weighed = weighLevel(repertoire, exercise('hundred'), levelOf(exercise('hundred'), 2), client);
    expect(weighed.standing).toBe('overruled');
    expect(weighed.reasons.find(({ rule }) => rule === 'neck.curl')?.overruled).toBe('head carried in both hands');
    expect(standing('hundred', 3, client)).toBe('ruledOut');
    expect(standing('headFloat', 2, client)).toBe('ruledOut');
  });
  test('overruling one rule leaves the other that acts as well', () => {
    const client: ActingOn = {
      ...onFile('neck', 'lowBoneDensity'),
      overrules: [{ exercise: 'hundred', level: null, rule: 'neck.curl', reason: 'head carried in both hands' }],
    };
    expect(standing('hundred', 2, client)).toBe('ruledOut');
  });
  test('a stop sign is not overruled by anything', () => {
    const client: ActingOn = {
      ...onFile('neck'),
      overrules: [{ exercise: 'hundred', level: 2, rule: 'neck.curl', reason: 'head carried in both hands' }],
      stopped: 'chest',
    };
    for (const one of repertoire.exercises) expect(isAllowed(weighExercise(repertoire, one, client))).toBe(false);
  });
  test('the level to begin with is the highest allowed one not above the client’s', () => {
    const weighed = weighExercise(repertoire, exercise('singleLegStretch'), onFile('neck'));
    expect(allowedLevel(weighed, 4)).toBe(1);
    expect(allowedLevel(weighExercise(repertoire, exercise('neckPull'), onFile('neck')), 2)).toBeUndefined();
  });
});

test('no level that a demo client’s cautions forbid is weighed as fine', () => {
  for (const { conditions } of demoClients) {
    const acting = conditions.map(({ condition, clearedWeeksAgo }) => ({
      condition,
      clearedOn: clearedWeeksAgo === undefined ? null : '2026-05-01',
    }));
    for (const one of repertoire.exercises)
      for (const level of one.levels) {
        const { standing: found, reasons } = weighLevel(repertoire, one, level, { conditions: acting });
        const forbidden = acting
          .filter(({ clearedOn }) => clearedOn === null)
          .flatMap(({ condition }) => entry(repertoire.conditions, condition).rules)
          .filter(({ act, when }) => act === 'ruleOut' && fits(when, loadOf(one, level)));
        expect([one.id, level.number, found === 'ruledOut']).toEqual([
          one.id,
          level.number,
          forbidden.length > 0 || found === 'ruledOut',
        ]);
        if (found === 'ruledOut') expect(reasons[0]).toMatchObject({ act: 'ruleOut', why: expect.any(String) });
        if (forbidden.length > 0) expect(found).toBe('ruledOut');
      }
  }
});

test('every rule that rules something out says whose word would lift it', () => {
  for (const { rules, clearedBy, caution } of repertoire.conditions) {
    if (rules.some(({ act }) => act === 'ruleOut')) expect(clearedBy.length).toBeGreaterThan(2);
    expect(caution).toMatch(/\.$/);
  }
});

test('queries: every field given must fit, any member of a list does', () => {
  const load = { ...loadOf(exercise('teaser'), levelOf(exercise('teaser'), 4)), demandPct: 5.2 };
  expect(fits({ flexion: ['loaded', 'endRange'] }, load)).toBe(true);
  expect(fits({ flexion: ['endRange'] }, load)).toBe(false);
  expect(fits({ balance: true, legs: ['both'], also: ['hardSeat', 'jump' as never] }, load)).toBe(true);
  expect(fits({ balance: true, jump: true }, load)).toBe(false);
  expect(fits({ demandAbove: 5 }, load)).toBe(true);
  expect(fits({ demandAbove: 6 }, load)).toBe(false);
  expect(fits({ position: ['prone'] }, load)).toBe(false);
  expect(isGentle(load)).toBe(false);
  expect(isGentle(loadOf(exercise('neutralCheck'), levelOf(exercise('neutralCheck'), 1)))).toBe(true);
});

test('props and corrections follow the conditions too', () => {
  const hands = entry(repertoire.corrections, 'onFists');
  expect(correctionRuledOut(hands, repertoire.props, ['arthritisFlare'])).toMatch(/Knuckles/);
  expect(correctionRuledOut(hands, repertoire.props, ['neck'])).toBeUndefined();
  const roller = entry(repertoire.corrections, 'rollerAtEnd'); // by its prop
  expect(correctionRuledOut(roller, repertoire.props, ['heart'])).toMatch(/bruise/);
});

test('half steps for the young and the old', () => {
  expect(movesByHalfSteps(repertoire, ['over75'])).toBe(true);
  expect(movesByHalfSteps(repertoire, ['neck'])).toBe(false);
});

test('an intake form holds for a year to the day', () => {
  expect(intakeHolds('2025-11-25', '2026-11-24')).toBe(true);
  expect(intakeHolds('2025-11-25', '2026-11-25')).toBe(false);
});

describe('an overrule reaches no farther than it says', () => {
  const headFloat = exercise('headFloat');
  const levels = headFloat.levels
    .filter((level) => weighLevel(repertoire, headFloat, level, onFile('neck')).standing === 'ruledOut')
    .map(({ number }) => number);
  const [first = 0, second = 0] = levels;
  const overrule = (level: number | null, rule = 'neck.curl'): ActingOn => ({
    ...onFile('neck'),
    overrules: [{ exercise: 'headFloat', level, rule, reason: 'head in both hands' }],
  });
  test('one for a level lifts that level alone', () => {
    expect(levels.length).toBeGreaterThan(1);
    expect(standing('headFloat', first, overrule(first))).toBe('overruled');
    expect(standing('headFloat', second, overrule(first))).toBe('ruledOut');
    expect(standing('headFloat', second, overrule(null))).toBe('overruled');
  });
  test('nor another exercise, nor another rule', () => {
    const elsewhere = {
      ...overrule(first),
      overrules: [{ exercise: 'march', level: null, rule: 'neck.curl', reason: 'x' }],
    };
    expect(standing('headFloat', first, elsewhere)).toBe('ruledOut');
    expect(standing('headFloat', first, overrule(first, 'neck.other'))).toBe('ruledOut');
  });
  test('what only changes an exercise is not overruled: it stays changed, with its reason', () => {
    for (const one of repertoire.exercises)
      for (const level of one.levels)
        for (const { id, rules } of repertoire.conditions)
          for (const { act, id: rule } of rules) {
            if (act !== 'change') continue;
            const client: ActingOn = {
              ...onFile(id),
              overrules: [{ exercise: one.id, level: null, rule: `${id}.${rule}`, reason: 'mine' }],
            };
            const reason = weighLevel(repertoire, one, level, client).reasons.find(
              (reason) => reason.rule === `${id}.${rule}`,
            );
            if (!reason) continue;
            expect(reason).not.toHaveProperty('overruled');
            return; // one such level is enough: the rule is the same for all
          }
    throw new Error('no level is changed by anything');
  });
});

test('of the allowed levels not above hers the highest, else the lowest that is allowed', () => {
  const weighed = (allowed: Readonly<Record<number, boolean>>) => ({
    standing: 'fine' as const,
    levels: Object.fromEntries(
      Object.entries(allowed).map(([number, may]) => [
        number,
        { standing: may ? ('fine' as const) : ('ruledOut' as const), reasons: [] },
      ]),
    ),
  });
  const some = weighed({ 1: true, 2: true, 3: false, 4: true, 5: true });
  expect([5, 4, 3, 2, 1, 0].map((most) => allowedLevel(some, most))).toEqual([5, 4, 2, 2, 1, 1]);
  expect(allowedLevel(weighed({ 1: false, 2: false, 3: true, 4: true }), 2)).toBe(3);
  expect(allowedLevel(weighed({ 1: false, 2: false }), 2)).toBeUndefined();
});

// What a pose has, read from its plain numbers here and not by the code that works out loads.
describe('a condition reaches every level whose poses have what it names', () => {
  const posesOf = (level: Level): Pose[] =>
    [level.start, level.via, level.back, level.top].flatMap((pose) => pose ?? []);
  const bend = ({ lumbarFlexDeg = 0, thoracicFlexDeg = 0 }: Pose) => lumbarFlexDeg + thoracicFlexDeg;
  const supine = ({ position }: Pose) => position === undefined || position === 'supine';
  const isLow = ({ trunkDeg = 0 }: Pose) => Math.abs(trunkDeg) <= 20;
  const legs = ({ left, right }: Pose) => [left, right];
  const arms = ({ leftArm, rightArm }: Pose) => [leftArm, rightArm];
  const isLong = (leg: Pose['left']) => leg.kind === 'raised' && !leg.on && leg.kneeDeg <= 20;
  const held = ({ load }: Level) => load.also.includes('footHeld');
  const some = (is: (pose: Pose) => boolean) => (level: Level) => posesOf(level).some(is);
  const features: Readonly<Record<string, (level: Level) => boolean>> = {
    'a curl with the head up': some((pose) => supine(pose) && isLow(pose) && (pose.thoracicFlexDeg ?? 0) >= 20),
    'a trunk that rises from lying, or sinks to it': ({ start, top }) => {
      const [from, to] = [start ?? { left: top.left, right: top.right }, top];
      const [low, high] = [from, to].sort((a, b) => (a.trunkDeg ?? 0) - (b.trunkDeg ?? 0)) as [Pose, Pose];
      return supine(low) && supine(high) && isLow(low) && (low.trunkDeg ?? 0) >= 0 && (high.trunkDeg ?? 0) > 30;
    },
    'a half roll-back': ({ top }) => supine(top) && (top.trunkDeg ?? 0) > 25 && bend(top) >= 30,
    'a spine bent by 40° and more under its own weight': some(
      (pose) => ['supine', 'sitting', 'standing', undefined].includes(pose.position) && bend(pose) >= 40,
    ),
    'hips over the shoulders': some((pose) => supine(pose) && (pose.trunkDeg ?? 0) <= -35 && bend(pose) > 30),
    'two long legs that nothing carries': (level) =>
      !held(level) && some((pose) => supine(pose) && isLow(pose) && legs(pose).every(isLong))(level),
    'one long leg in the air, lying': (level) =>
      !held(level) && some((pose) => supine(pose) && isLow(pose) && legs(pose).some(isLong))(level),
    'lying on the front': some(({ position }) => position === 'prone'),
    'a plank': some(({ position }) => position === 'frontSupport'),
    'hands and knees': some(({ position }) => position === 'fourPoint'),
    'a knee that carries': some((pose) => legs(pose).some(({ kind }) => kind === 'kneeDown')),
    'a knee bent by 110° and more': some((pose) =>
      legs(pose).some((leg) => leg.kind === 'raised' && leg.kneeDeg >= 110),
    ),
    'an arm overhead': some((pose) => arms(pose).some((arm) => arm?.kind === 'reaching' && arm.liftDeg >= 145)),
    'a leg behind the hip, on the front': some(
      (pose) => pose.position === 'prone' && legs(pose).some((leg) => leg.kind === 'raised' && leg.thighDeg <= -8),
    ),
    'a spine bent aside by 35°': some(
      ({ lumbarSideDeg = 0, thoracicSideDeg = 0 }) => lumbarSideDeg + thoracicSideDeg >= 35,
    ),
    'a chest turned by 30°': some(({ thoracicTurnDeg = 0 }) => Math.abs(thoracicTurnDeg) >= 30),
  };
  const levels = repertoire.exercises.flatMap((one) => one.levels.map((level) => ({ one, level })));
  test.each([
    ['lowBoneDensity', 'a curl with the head up'],
    ['lowBoneDensity', 'a trunk that rises from lying, or sinks to it'],
    ['lowBoneDensity', 'a spine bent by 40° and more under its own weight'],
    ['lowBoneDensity', 'hips over the shoulders'],
    ['lowBoneDensity', 'a spine bent aside by 35°'],
    ['lowBoneDensity', 'a chest turned by 30°'],
    ['discTrouble', 'a spine bent by 40° and more under its own weight'],
    ['discTrouble', 'two long legs that nothing carries'],
    ['lowBackPain', 'two long legs that nothing carries'],
    ['lowBackPain', 'a spine bent by 40° and more under its own weight'],
    ['pelvicFloor', 'two long legs that nothing carries'],
    ['diastasis', 'a curl with the head up'],
    ['diastasis', 'a trunk that rises from lying, or sinks to it'],
    ['diastasis', 'a half roll-back'],
    ['diastasis', 'a plank'],
    ['pregnancy', 'a curl with the head up'],
    ['pregnancy', 'a trunk that rises from lying, or sinks to it'],
    ['pregnancy', 'hips over the shoulders'],
    ['pregnancy', 'lying on the front'],
    ['hernia', 'a curl with the head up'],
    ['hernia', 'a trunk that rises from lying, or sinks to it'],
    ['hernia', 'one long leg in the air, lying'],
    ['neck', 'a curl with the head up'],
    ['neck', 'a trunk that rises from lying, or sinks to it'],
    ['neck', 'hips over the shoulders'],
    ['highBloodPressure', 'hips over the shoulders'],
    ['reflux', 'hips over the shoulders'],
    ['epilepsy', 'hips over the shoulders'],
    ['vertigo', 'hips over the shoulders'],
    ['fullStomach', 'hips over the shoulders'],
    ['knee', 'a knee that carries'],
    ['knee', 'a knee bent by 110° and more'],
    ['shoulder', 'an arm overhead'],
    ['shoulder', 'a plank'],
    ['shoulder', 'hands and knees'],
    ['breastSurgery', 'an arm overhead'],
    ['breastSurgery', 'hands and knees'],
    ['hipFromFront', 'a leg behind the hip, on the front'],
    ['scoliosis', 'a spine bent aside by 35°'],
    ['scoliosis', 'a chest turned by 30°'],
    ['spinalFusion', 'a spine bent by 40° and more under its own weight'],
    ['fractureArm', 'hands and knees'],
    ['fractureLeg', 'a plank'],
  ])('%s: %s', (condition, feature) => {
    const having = levels.filter(({ level }) => features[feature]?.(level));
    expect(having.length).toBeGreaterThan(0);
    const open = having.filter(
      ({ one, level }) => weighLevel(repertoire, one, level, onFile(condition)).standing !== 'ruledOut',
    );
    expect(open.map(({ one, level }) => `${one.id} ${level.number}`)).toEqual([]);
  });
});

describe('dates act', () => {
  const acting = (condition: string, dates: Dates, today: string): ActingOn => ({
    conditions: [onDay({ condition, clearedOn: null, ...dates }, today)],
  });
  test('a pregnancy rules out curls from its second third, 13 weeks on; without a date, at once', () => {
    // Due on 6 September: week 13 begins 27 weeks before, on 1 March.
    const due = { dueOn: '2026-09-06' };
    expect(standing('hundred', 2, acting('pregnancy', due, '2026-02-28'))).toBe('ruledOut'); // the pumped breath
    expect(standing('headFloat', 2, acting('pregnancy', due, '2026-02-28'))).toBe('fine');
    expect(standing('headFloat', 2, acting('pregnancy', due, '2026-03-01'))).toBe('ruledOut');
    expect(standing('headFloat', 2, acting('pregnancy', {}, '2026-02-28'))).toBe('ruledOut');
    expect(standing('rollOver', 2, acting('pregnancy', due, '2026-01-10'))).toBe('ruledOut'); // throughout
  });
  test('after a birth all waits for twelve weeks, then what it leaves behind acts; after surgery it waits on', () => {
    const born = { since: '2026-01-05' };
    expect(standing('legFloat', 2, acting('afterBirth', born, '2026-03-29'))).toBe('ruledOut');
    expect(standing('legFloat', 2, acting('afterBirth', born, '2026-03-30'))).toBe('changed');
    expect(standing('headFloat', 2, acting('afterBirth', born, '2026-03-30'))).toBe('ruledOut'); // as abdominal separation
    expect(standing('legFloat', 2, acting('afterBirth', { ...born, kindOf: 'surgery' }, '2026-06-30'))).toBe(
      'ruledOut',
    );
    expect(standing('legFloat', 2, acting('afterBirth', {}, '2026-06-30'))).toBe('ruledOut');
  });
  test('a clearance that runs out is none the day after', () => {
    const cleared = { condition: 'heart', clearedOn: '2026-01-01', clearedUntil: '2026-06-30' };
    const on = (day: string) => standing('legFloat', 2, { conditions: [onDay(cleared, day)] });
    expect([on('2026-06-30'), on('2026-07-01')]).toEqual(['changed', 'ruledOut']); // cleared, as for high blood pressure
  });
  test('the kind of a hip operation, once it is known, acts in place of both', () => {
    const hip = (kindOf?: string) => acting('hip', kindOf ? { kindOf } : {}, '2026-05-01');
    expect(standing('proneLegLift', 2, hip())).toBe('ruledOut');
    expect(standing('proneLegLift', 2, hip('behind'))).toBe('changed');
    expect(standing('proneLegLift', 2, hip('front'))).toBe('ruledOut');
    expect(actingConditions(repertoire, hip('front').conditions).map(({ as }) => as)).toEqual([
      'hip replaced from the front',
    ]);
  });
  test('age follows from the year of birth, the more careful of both possible ages', () => {
    const of = (year: number | null) => conditionsByAge(year, '2026-11-29').map(({ condition }) => condition);
    expect([of(2011), of(2010), of(2009), of(1951), of(1950), of(null)]).toEqual([
      ['under16'],
      ['under16'], // fifteen until the birthday
      [],
      [],
      ['over75'],
      [],
    ]);
  });
});

test('days of a condition on file are written as who reads them writes days', () => {
  const slashed = (day: string) => day.split('-').reverse().join('/');
  const [cleared, dated] = cautionsOf(
    repertoire,
    [
      { condition: 'pregnancy', note: '', clearedOn: null, clearedBy: null, dueOn: '2026-12-24', week: 30 },
      { condition: 'neck', note: '', clearedOn: '2026-03-01', clearedBy: 'Dr Inglenook', clearedUntil: '2026-09-01' },
    ] as Parameters<typeof cautionsOf>[1],
    slashed,
  ).reverse();
  expect(cleared?.cleared).toBe('cleared 01/03/2026 by Dr Inglenook until 01/09/2026');
  expect(dated?.dates).toContain('week 30, due 24/12/2026');
});
