import { withoutTrials } from './evidence';
import { rankCorrections } from './rank';
import type { RankContext } from './rank';
import { watchFor } from '../knowledge/watch';
import * as v from 'valibot';
import { refusedAt, refusedWith } from '../../../tests/rigs/refused';
import { rankFromNames, rankInput } from './rank-input';
import { entry, faultIds, levelOf, serves } from '../knowledge/find';
import { watchedAt } from '../knowledge/fits';
import { repertoire } from '@/repertoire';
import { sliceOf } from '../knowledge/slice';

const everyProp = repertoire.props.map(({ id }) => id);
const context = (more: Partial<RankContext> = {}): RankContext => ({
  fault: 'arch',
  exercise: 'legFloat',
  history: [],
  conditions: [],
  props: everyProp,
  touchConsent: true,
  ...more,
});
const tried = (correction: string, success: boolean, client: 'this' | 'other' = 'this') => ({
  fault: 'arch',
  correction,
  success,
  client,
});
const option = (more: Partial<RankContext>, id: string) =>
  rankCorrections(repertoire, context(more)).options.find(({ correction }) => correction === id);
const whyNot = (more: Partial<RankContext>, id: string) =>
  rankCorrections(repertoire, context(more)).excluded.find(({ correction }) => correction === id)?.why;

describe('chance of success, shrunk from client to studio to prior with weight 4', () => {
  test('nothing known: the prior (0.5 for breathing out first), less nothing for words', () => {
    expect(option({}, 'breatheFirst')).toMatchObject({
      probability: 0.5,
      score: 0.5,
      evidence: { client: [0, 0], studio: [0, 0] },
    });
  });
  test('worked once of once for her: (4·0.5 + 1)/5 = 0.6', () => {
    expect(option({ history: [tried('breatheFirst', true)] }, 'breatheFirst')?.probability).toBeCloseTo(0.6, 9);
  });
  test('failed twice of three with others, worked once with her: (4·0.4286 + 1)/5 = 0.5429', () => {
    const history = [
      tried('breatheFirst', false, 'other'),
      tried('breatheFirst', true, 'other'),
      tried('breatheFirst', false, 'other'),
      tried('breatheFirst', true),
    ];
    expect(option({ history }, 'breatheFirst')?.probability).toBeCloseTo((4 * (3 / 7) + 1) / 5, 9);
    expect(option({ history }, 'breatheFirst')?.evidence).toEqual({ client: [1, 1], studio: [2, 4] });
  });
  test('a prop costs 0.06', () => expect(option({}, 'padUnderBack')?.score).toBeCloseTo(0.55 - 0.06, 9));
  test('what worked against another fault is no evidence here', () => {
    expect(option({ history: [{ ...tried('breatheFirst', true), fault: 'flare' }] }, 'breatheFirst')?.probability).toBe(
      0.5,
    );
  });
  test('what keeps working rises to the top, of equals the least tried goes first', () => {
    const history = [tried('bowlOfWater', true), tried('bowlOfWater', true), tried('bowlOfWater', true)];
    expect(rankCorrections(repertoire, context({ history })).options[0]?.correction).toBe('bowlOfWater');
  });
  test('of two that stand alike the one tried less goes first, in whatever order the repertoire has them', () => {
    // With prior 0.5 and as many successes as failures the chance stays 0.5, however often it was tried.
    const like = entry(repertoire.corrections, 'breatheFirst');
    const [first, second] = ['first', 'second'].map((id) => ({ ...like, id, prior: 0.5, kind: 'verbal' as const }));
    for (const corrections of [
      [first, second],
      [second, first],
    ]) {
      const history = [
        { ...tried('first', true), client: 'other' as const },
        { ...tried('first', false), client: 'other' as const },
      ];
      const { options } = rankCorrections({ ...repertoire, corrections: corrections as never }, context({ history }));
      expect(options.map(({ correction, score }) => [correction, score])).toEqual([
        ['second', 0.5],
        ['first', 0.5],
      ]);
    }
  });
});

describe('as the body lies at the level', () => {
  const offered = (exercise: string, level: number, fault: string) =>
    rankCorrections(repertoire, { ...context(), exercise, level, fault }).options.map(({ correction }) => correction);
  test('lying on the front nobody is told to put the head down and lift the legs, but what is meant for the front', () => {
    expect(offered('breathingSides', 2, 'shouldersUp')).not.toContain('headDown');
    expect(offered('breathingSides', 2, 'shouldersUp')).toContain('pocketBlades');
    expect(offered('breathingSides', 1, 'shouldersUp')).not.toContain('pocketBlades');
  });
  test('everything offered at any level goes to the browser with the exercise', () => {
    for (const exercise of repertoire.exercises) {
      const slice = sliceOf(repertoire, [exercise.id]);
      const known = new Set(slice.corrections.map(({ id }) => id));
      for (const { number } of exercise.levels)
        for (const { fault } of exercise.faults)
          expect(offered(exercise.id, number, fault).filter((id) => !known.has(id))).toEqual([]);
    }
  });
});

describe('left out, with the reason', () => {
  test('what failed twice running is not tried a third time', () => {
    expect(whyNot({ history: [tried('breatheFirst', false), tried('breatheFirst', false)] }, 'breatheFirst')).toMatch(
      /last two times/,
    );
    expect(
      whyNot(
        { history: [tried('breatheFirst', false), tried('breatheFirst', true), tried('breatheFirst', false)] },
        'breatheFirst',
      ),
    ).toBeUndefined();
  });
  test('touch without consent, and nothing else for that', () => {
    expect(whyNot({ touchConsent: false }, 'handUnderBack')).toMatch(/consent/);
    expect(option({ touchConsent: false }, 'breatheFirst')).toBeDefined();
    expect(option({ touchConsent: false }, 'padUnderBack')).toBeDefined();
  });
  test('a prop that is not in the room', () =>
    expect(whyNot({ props: [] }, 'padUnderBack')).toMatch(/not in this room/));
  test('what a caution rules out', () =>
    expect(whyNot({ fault: 'tuck', conditions: ['extensionSensitive'] }, 'towelInHollow')).toMatch(/arching/));
  test('every correction for the fault is either offered or left out', () => {
    const { options, excluded } = rankCorrections(repertoire, context({ props: [], touchConsent: false }));
    const all = repertoire.corrections
      .filter((one) => serves(one, entry(repertoire.exercises, 'legFloat'), 'arch'))
      .map(({ id }) => id);
    expect([...options, ...excluded].map(({ correction }) => correction).sort()).toEqual([...all].sort());
  });
});

describe('three things to watch', () => {
  const legFloat = entry(repertoire.exercises, 'legFloat');
  const floated = { exercise: legFloat, level: levelOf(legFloat, 1) };
  test('what could hurt her and was out last time, then her cautions, then last time, then what is usual', () => {
    const last = [
      { fault: 'arch', verdict: 'out', severity: 'marked' },
      { fault: 'flare', verdict: 'unsure' },
    ] as const;
    expect(watchFor(repertoire, floated, ['neck'], last).map(({ fault, safety }) => [fault, safety])).toEqual([
      ['chinUp', true],
      ['chinJam', true],
      ['arch', false],
    ]);
    expect(watchFor(repertoire, floated, ['lowBackPain'], last)[0]).toMatchObject({
      fault: 'arch',
      safety: true,
      because: 'marked last time; low back pain now',
    });
  });
  test('what a level brings on comes sooner, what could hurt there soonest', () => {
    const first = (id: string, number: number) => {
      const exercise = entry(repertoire.exercises, id);
      const level = levelOf(exercise, number);
      return watchFor(repertoire, { exercise: watchedAt(repertoire, exercise, number), level }, [], []).map(
        ({ fault }) => fault,
      );
    };
    expect(first('kneeFloat', 1)[0]).toBe('arch'); // one leg, bent
    expect(first('kneeFloat', 3)[0]).toBe('lowBackPops'); // both legs off the mat
    expect(first('rollOver', 1)[0]).toBe('momentum'); // the hips hardly lift
    expect(first('rollOver', 2)[0]).toBe('neckPressed'); // the neck carries
    expect(first('teaser', 4)).toContain('arch');
    expect(first('upStretch', 1)[0]).toBe('carriageRuns');
  });
  test('for someone new: what this exercise usually shows', () => {
    const rolled = { fault: 'roll', verdict: 'out', severity: 'clear', side: 'L' } as const;
    const others = [{ ...rolled, fault: 'hike', side: 'R' } as const, rolled];
    expect(
      watchFor(repertoire, floated, [], others)
        .map(({ plain }) => plain)
        .slice(0, 2),
    ).toEqual(['the right hip hiking up', 'the pelvis rolling to the left']);
    expect(watchFor(repertoire, floated, [], []).map(({ fault }) => fault)).toEqual(faultIds(legFloat).slice(0, 3));
  });
});

describe('why, in two sentences with the counts', () => {
  test('worked with this client, and how often here', () => {
    const history = [tried('breatheFirst', true), tried('breatheFirst', false), tried('breatheFirst', true, 'other')];
    expect(option({ history }, 'breatheFirst')?.why).toBe(
      'Worked 1 of 2 times with this client; 2 of 3 in this studio. It costs no more than words.',
    );
    expect(option({ history: history.slice(0, 2) }, 'breatheFirst')?.why).toBe(
      'Worked 1 of 2 times with this client. It costs no more than words.',
    );
  });
  test('not tried with this client, or not at all', () => {
    expect(option({ history: [tried('padUnderBack', true, 'other')] }, 'padUnderBack')?.why).toBe(
      'Not tried with this client; worked 1 of 1 times in this studio. It needs a prop to be fetched.',
    );
    expect(option({}, 'handUnderBack')?.why).toBe('Not tried here yet. It needs a hand, with consent on file.');
    expect(option({}, 'bowlOfWater')?.why).toBe('Not tried here yet. It costs no more than a picture in words.');
    expect(option({}, 'levelDown')?.why).toBe('Not tried here yet. It goes a step back, so it comes late.');
    expect(option({}, 'smallerLift')?.why).toBe('Not tried here yet. It changes the exercise.');
  });
  test('on the first level there is no level to go back to', () => {
    expect(whyNot({ level: 1 }, 'levelDown')).toBe('This is the first level already.');
    expect(option({ level: 2 }, 'levelDown')?.kind).toBe('stepBack');
  });
  test('a correction meant for another position is not offered', () => {
    const { options, excluded } = rankCorrections(repertoire, context({ exercise: 'armLegReach', fault: 'arch' }));
    const all = [...options, ...excluded].map(({ correction }) => correction);
    expect(all).not.toContain('padUnderBack');
    expect(all).toContain('poleAlongBack');
  });
});

describe('from a shell: names looked up, mistakes refused where they stand', () => {
  const asked = {
    fault: 'arch',
    exercise: 'Leg float',
    history: [],
    conditions: [],
    props: ['thin pad'],
    touchConsent: false,
  };
  test('a trial is this client’s unless it says otherwise; nothing else is taken', () => {
    const history = [{ correction: 'breatheFirst', success: true }];
    const taken = (change: object) => refusedWith(rankInput, { ...asked, ...change });
    expect(v.parse(rankInput, { fault: 'arch', exercise: 'march', history })).toEqual({
      fault: 'arch',
      exercise: 'march',
      history: [{ correction: 'breatheFirst', success: true, client: 'this' }],
      conditions: [],
      props: [],
      touchConsent: false,
    });
    expect(taken({ history: [{ correction: 'a', success: true, client: 'other' }] })).toEqual([]);
    expect(refusedAt(rankInput, { ...asked, history: [{ correction: 'a', success: true, client: 'mine' }] })).toEqual([
      'history.0.client',
    ]);
    expect(refusedAt(rankInput, { ...asked, history: [{ success: true }] })).toEqual(['history.0.correction']);
    expect(refusedAt(rankInput, { ...asked, mood: 'fine' })).toEqual(['mood']);
  });
  test('an option brings its words and what it needs; what the level’s shape forbids says so', () => {
    const ranked = rankFromNames({ ...asked, level: 1, fault: 'arch' }, repertoire);
    if (!ranked.ok) throw new Error(ranked.error.message);
    const { options, excluded } = ranked.value;
    expect(options.find(({ correction }) => correction === 'backHeavy')).toMatchObject({
      say: 'Low back as it was, before you lift anything.',
      fits: ['the low back on the mat'],
    });
    expect(excluded).toContainEqual({
      correction: 'breatheFirst',
      why: 'It needs a bent knee that lifts.',
      unfit: true,
    });
  });
  test('conditions and props come in by name', () => {
    const ranked = rankFromNames({ ...asked, fault: 'tuck', conditions: ['extensionSensitive'] }, repertoire);
    expect(ranked.ok && ranked.value.excluded.find(({ correction }) => correction === 'towelInHollow')?.why).toMatch(
      /arching/,
    );
    const bare = rankFromNames({ ...asked, props: [] }, repertoire);
    expect(bare.ok && bare.value.excluded.map(({ correction }) => correction)).toContain('padUnderBack');
  });
  test('names as people write them', () => {
    const ranked = rankFromNames(
      { ...asked, history: [{ correction: 'breatheFirst', success: true, client: 'this' }] },
      repertoire,
    );
    if (!ranked.ok) throw new Error(ranked.error.message);
    expect(ranked.value.options.find(({ correction }) => correction === 'breatheFirst')?.probability).toBeCloseTo(
      0.6,
      9,
    );
    expect(ranked.value.options.map(({ correction }) => correction)).toContain('padUnderBack');
    expect(ranked.value.excluded.find(({ correction }) => correction === 'ballAtKnees')).toBeUndefined();
    expect(ranked.value.excluded.find(({ correction }) => correction === 'handUnderBack')?.why).toMatch(/consent/);
  });
  test('a level that the exercise has is taken into account; without one nothing is left out for it', () => {
    const excludedAt = (level?: number) => {
      const ranked = rankFromNames({ ...asked, ...(level === undefined ? {} : { level }) }, repertoire);
      if (!ranked.ok) throw new Error(ranked.error.message);
      return ranked.value.excluded.map(({ correction }) => correction);
    };
    expect(excludedAt(1)).toContain('levelDown');
    expect(excludedAt(2)).not.toContain('levelDown');
    expect(excludedAt()).not.toContain('levelDown');
  });
  test.each([
    [{ fault: 'hop' }, 'unknownFault', 'fault'],
    [{ exercise: 'flying' }, 'unknownExercise', 'exercise'],
    [{ school: 'of fish' }, 'unknownSchool', 'school'],
    [{ conditions: ['neck', 'gout'] }, 'unknownCondition', 'conditions.1'],
    [{ props: ['anvil'] }, 'unknownProp', 'props.0'],
    [{ level: 9 }, 'unknownLevel', 'level'],
    [
      { history: [{ correction: 'shouting', success: true, client: 'this' as const }] },
      'unknownCorrection',
      'history.0.correction',
    ],
  ])('%j', (change, code, path) =>
    expect(rankFromNames({ ...asked, ...change }, repertoire)).toMatchObject({ ok: false, error: { code, path } }),
  );
});

describe('what was counted before', () => {
  const evidence = (tried: number, helped: number, failedRunning = 0) => ({
    exercise: 'legFloat',
    fault: 'arch',
    correction: 'breatheFirst',
    tried,
    helped,
    failedRunning,
  });
  const known = { client: [evidence(3, 2, 1)], studio: [evidence(10, 5)] };
  test('counts as the same trials told one by one would', () => {
    const times = (n: number, success: boolean, client: 'this' | 'other') =>
      Array.from({ length: n }, () => tried('breatheFirst', success, client));
    const history = [
      ...times(2, true, 'this'),
      ...times(1, false, 'this'),
      ...times(3, true, 'other'),
      ...times(4, false, 'other'),
    ];
    const counted = option({ known }, 'breatheFirst');
    expect(counted?.evidence).toEqual({ client: [2, 3], studio: [5, 10] });
    expect(counted).toEqual(option({ history }, 'breatheFirst'));
  });
  test('without trials that are told elsewhere: of this fault and correction alone, and never below nothing', () => {
    const counted = [
      { ...evidence(5, 3, 2), fault: 'arch' },
      { ...evidence(5, 3, 2), fault: 'flare' },
      { ...evidence(5, 3, 2), correction: 'bowlOfWater' },
    ];
    const trials = [tried('breatheFirst', true), tried('breatheFirst', false)];
    expect(withoutTrials(counted, trials)).toEqual([{ ...evidence(3, 2, 1) }, counted[1], counted[2]]);
    expect(withoutTrials([evidence(1, 0, 1)], [...trials, ...trials])).toEqual([evidence(0, 0, 0)]);
    expect(withoutTrials(counted, [])).toEqual(counted);
  });
  test('counts of the client are found by fault and correction, whatever stands before them', () => {
    const others = [
      { ...evidence(9, 9), correction: 'bowlOfWater' },
      { ...evidence(9, 9), fault: 'flare' },
    ];
    const found = option(
      { known: { client: [...others, evidence(1, 1)], studio: [...others, evidence(2, 1)] } },
      'breatheFirst',
    );
    expect(found?.evidence).toEqual({ client: [1, 1], studio: [1, 2] });
  });
  test('one more failure makes two running: it is dropped; one success begins anew', () => {
    expect(whyNot({ known, history: [tried('breatheFirst', false)] }, 'breatheFirst')).toMatch(/last two times/);
    const since = [tried('breatheFirst', true), tried('breatheFirst', false)];
    expect(option({ known, history: since }, 'breatheFirst')?.evidence.client).toEqual([3, 5]);
  });
  test('counts of another fault or correction are none of this one', () => {
    const other = { ...evidence(9, 9), fault: 'flare' };
    expect(option({ known: { client: [other], studio: [other] } }, 'breatheFirst')?.evidence.studio).toEqual([0, 0]);
  });
});

describe('what the exercise tries first', () => {
  const order = (more: Partial<RankContext>) => rankCorrections(repertoire, context(more)).options;
  const listed = entry(repertoire.exercises, 'legFloat').corrections;
  test('comes before all others, each of the two by score', () => {
    const options = order({});
    const ahead = options.filter(({ correction }) => listed.includes(correction));
    expect(ahead.length).toBeGreaterThan(1);
    expect(options.slice(0, ahead.length)).toEqual(ahead);
    expect(ahead.every(({ first }) => first)).toBe(true);
    for (const some of [ahead, options.slice(ahead.length)])
      expect(some.map(({ score }) => score)).toEqual(some.map(({ score }) => score).sort((a, b) => b - a));
  });
  test('what helped this client stands with it; what helped others only does not', () => {
    expect(listed).not.toContain('bowlOfWater');
    const helped = (client: 'this' | 'other') => [1, 2, 3, 4].map(() => tried('bowlOfWater', true, client));
    expect(order({ history: helped('this') })[0]?.correction).toBe('bowlOfWater');
    const others = order({ history: helped('other') });
    expect(others.findIndex(({ correction }) => correction === 'bowlOfWater')).toBe(
      others.filter(({ first }) => first).length,
    );
  });
  test('what fails everywhere loses its place', () => {
    const [id = ''] = listed;
    const failing = Array.from({ length: 14 }, () => tried(id, false, 'other'));
    const fault = entry(repertoire.corrections, id).faults[0] ?? '';
    const options = order({ fault, history: failing.map((one) => ({ ...one, fault })) });
    const found = options.find(({ correction }) => correction === id);
    expect(found).toBeDefined();
    expect(found).not.toHaveProperty('first');
    expect(options.findIndex(({ first }) => !first)).toBeLessThanOrEqual(options.indexOf(found as never));
  });
});

test('a prop that lies in place from the start is not fetched again', () => {
  const bridge = entry(repertoire.exercises, 'bridgeNeutral');
  const at = (level: number) =>
    rankCorrections(repertoire, context({ exercise: bridge.id, fault: 'kneesPart', level })).excluded.find(
      ({ correction }) => correction === 'ballAtKnees',
    )?.why;
  expect(at(2)).toBe('It is in place already.'); // drawn with the ball between the knees
  expect(at(1)).toBeUndefined();
});

test('a fault is met when it is seen: what needs a head on the mat fits the start of a curl and not its top', () => {
  const offered = (phase: 'start' | 'hold') =>
    rankCorrections(repertoire, context({ exercise: 'headFloat', fault: 'chinUp', level: 2, phase })).options.map(
      ({ correction }) => entry(repertoire.corrections, correction).needs ?? [],
    );
  expect(Math.min(offered('hold').length, offered('start').length)).toBeGreaterThan(1);
  expect(offered('hold').flat()).not.toContain('headDown');
  expect(offered('start').flat()).not.toContain('headUp');
});

test('from a shell: a room with its props, a phase, at most so many', () => {
  const ask = (more: object) => {
    const input = v.parse(rankInput, { fault: 'arch', exercise: 'legFloat', history: [], ...more });
    const result = rankFromNames(input, repertoire);
    if (!result.ok) throw new Error(result.error.path);
    return result.value;
  };
  const out = (more: object) => ask(more).excluded.map(({ correction }) => correction);
  expect(out({})).toContain('padUnderBack');
  expect(out({ room: { name: 'Loft', props: ['thinPad'] } })).not.toContain('padUnderBack');
  expect(ask({ n: 2, phase: 'hold', level: 2 }).options).toHaveLength(2);
  expect(() => ask({ room: { props: ['anchor'] } })).toThrow('room.props.0');
});
