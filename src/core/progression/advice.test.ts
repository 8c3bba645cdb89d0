import { unsafeFaults } from '../knowledge/conditions';
import { repertoire } from '@/repertoire';
import { weighLevel } from '../knowledge/cautions';
import { entry } from '../knowledge/find';
import { ownedPct } from '../load/capacity';
import { demandOf } from '../load/demand';
import { adviseLevel, faultInHand, suggest } from './advice';
import type { AdviceContext } from './advice';
import { breathInWords, manyInWords } from './hand-out';
import { draftPoints, gateSession, outcomeOf, outcomesOf } from './outcome';
import { levelAfter, levelText, rungAt } from '../load/rungs';
import { emptySession } from './session';
import type { Item, Repetition, Session } from './session';

const body = { heightM: 1.7, massKg: 65 };
const march = entry(repertoire.exercises, 'march');
let made = 0;
const reps = (marks: string, side: 'left' | 'right', fault?: string): Repetition[] =>
  [...marks].map((mark) => ({
    id: String((made += 1)),
    side,
    direction: 1,
    clean: mark === '1',
    at: made * 3000,
    ...(mark === '0' && fault ? { fault, block: 'pelvis' as const } : {}),
  }));
const set = (number: number, left: string, right: string, fault?: string, level = 3) => ({
  number,
  level,
  repetitions: [...reps(left, 'left', fault), ...reps(right, 'right', fault)],
  rested: false,
  tries: [],
});
const item = (sets: Item['sets'], more: Partial<Item> = {}): Item => ({
  item: 'i',
  exercise: 'march',
  name: 'March',
  level: 3,
  levelName: 'To tabletop, one at a time',
  order: 'alternate',
  dose: { repetitions: 5, sets: 1, sides: 2, directions: 1, pattern: 'in 4, out 4', pace: 1 },
  sets,
  tries: [],
  looks: [],
  notes: [],
  pains: [],
  levels: [],
  felt: [],
  decision: null,
  side: null,
  set: 1,
  seconds: 300,
  dropped: false,
  followed: false,
  ...more,
});
const context = (more: Partial<AdviceContext> = {}): AdviceContext => ({
  repertoire,
  exercise: march,
  school: {},
  body,
  conditions: [],
  unsafe: unsafeFaults(repertoire, []),
  history: [
    { date: '2026-03-01', level: 3, clean: { left: 5, right: 4 }, safetyFault: false, breathKept: true, rested: false },
  ],
  today: '2026-03-08',
  weigh: (level) =>
    weighLevel(repertoire, march, level, {
      conditions: more.conditions?.map((condition) => ({ condition, clearedOn: null })) ?? [],
    }),
  ...more,
});

describe('outcome of an exercise', () => {
  test('the longest clean run on each side within one set, at this level', () => {
    const outcome = outcomeOf(
      item([set(1, '110', '011'), set(2, '0111', '1'), set(3, '1111111', '1111111', undefined, 2)]),
      new Set(),
    );
    expect(outcome.run).toEqual({ left: 3, right: 2 });
    expect(outcome).toMatchObject({ repetitions: 3 + 3 + 4 + 1 + 14, clean: 2 + 2 + 3 + 1 + 14 });
  });
  test('a fault that could hurt: at the end still, or mended by then', () => {
    const unsafe = new Set(['arch']);
    expect(outcomeOf(item([set(1, '0', '1', 'arch'), set(2, '11', '11')]), unsafe).safety).toBe('mended');
    expect(outcomeOf(item([set(1, '11', '11'), set(2, '10', '11', 'arch')]), unsafe).safety).toBe('atTheEnd');
    expect(outcomeOf(item([set(1, '0', '1', 'flare')]), unsafe).safety).toBe('none');
  });
  test('pain of 4 of 10 counts like a fault that could hurt, 3 does not', () => {
    const pained = (score: number) =>
      outcomeOf(item([set(1, '1', '1')], { pains: [{ id: 'p', where: 'Hip', score }] }), new Set());
    expect([pained(3).safety, pained(4).safety]).toEqual(['none', 'atTheEnd']);
  });
  test('what was only opened is no session for the gate', () =>
    expect(gateSession('2026-03-01', outcomeOf(item([]), new Set()))).toBeUndefined());
  test('low back pain makes an arch a fault that could hurt', () => {
    expect(unsafeFaults(repertoire, []).has('arch')).toBe(false);
    expect(unsafeFaults(repertoire, ['lowBackPain']).has('arch')).toBe(true);
  });
});

describe('outcome, further', () => {
  const decision = (level: number): NonNullable<Item['decision']> => ({
    id: 'd',
    at: 0,
    advised: 'hold',
    decision: 'back',
    from: 3,
    level,
    reasons: ['Pain.', 'Tired.'],
    overruled: 'By my eye.',
  });
  test('a decision as it was taken, copied', () => {
    const taken = decision(2);
    const outcome = outcomeOf(item([], { decision: taken }), new Set()).decision;
    expect(outcome).toEqual({
      advised: 'hold',
      decision: 'back',
      from: 3,
      level: 2,
      reasons: ['Pain.', 'Tired.'],
      overruled: 'By my eye.',
    });
    expect(outcomeOf(item([]), new Set()).decision).toBeNull();
  });
  test('the breath is kept unless one repetition at this level lost it; a rest likewise', () => {
    const lost = set(1, '101', '1');
    const repetitions = lost.repetitions.map((one) => (one.clean ? one : { ...one, block: 'breath' as const }));
    const safeAndKept = (sets: Item['sets']) => {
      const { breathKept, rested } = outcomeOf(item(sets), new Set());
      return [breathKept, rested];
    };
    expect(safeAndKept([set(1, '101', '1')])).toEqual([true, false]);
    expect(safeAndKept([{ ...lost, repetitions }, set(2, '11', '11')])).toEqual([false, false]);
    expect(safeAndKept([{ ...lost, repetitions, level: 2, rested: true }])).toEqual([true, false]);
    expect(safeAndKept([{ ...lost, rested: true }])).toEqual([true, true]);
  });
  test('repetitions with both legs at once count for either side; the higher pain of several is told; seconds are whole', () => {
    const both = {
      ...set(1, '', ''),
      repetitions: reps('111', 'left').map((one) => ({ ...one, side: 'both' as const })),
    };
    const outcome = outcomeOf(
      item([both], {
        seconds: 12.6,
        pains: [
          { id: 'a', where: 'hip', score: 3 },
          { id: 'b', where: 'hip', score: 1 },
        ],
        tries: [{ id: 't', fault: 'arch', correction: 'breatheFirst', verdict: null }],
      }),
      new Set(),
    );
    expect(outcome).toMatchObject({
      run: { left: 3, right: 3 },
      pain: 3,
      seconds: 13,
      tries: [{ fault: 'arch', correction: 'breatheFirst', verdict: null }],
    });
    expect(outcomeOf(item([both]), new Set()).pain).toBeNull();
  });
  test('a session tells what was begun, how long it took to its end or to the last tap, and its wrap-up', () => {
    const nothing = item([]);
    const wrap = {
      points: ['One.'],
      note: '',
      next: null,
      home: { days: [1], at: '18:00', items: [], words: '' },
    };
    const outcomes = (items: Item[], more: Partial<Session> = {}) =>
      outcomesOf({ ...emptySession('s'), startedAt: 1000, until: 61_400, items, ...more }, new Set());
    expect(outcomes([nothing])).toEqual({ seconds: 60, items: [], wrap: null });
    expect(outcomes([], { endedAt: 31_000 }).seconds).toBe(30);
    expect(outcomes([], { startedAt: null }).seconds).toBe(0);
    expect(outcomes([], { until: 500 }).seconds).toBe(0);
    expect(outcomes([], { wrap }).wrap).toEqual(wrap);
    for (const begun of [
      item([set(1, '1', '1')]),
      item([], { tries: [{ id: 't', fault: 'arch', correction: 'c', verdict: null }] }),
      item([], { pains: [{ id: 'p', where: 'hip', score: 1 }] }),
      item([], { looks: [{ id: 'l', grades: {} }] }),
      item([], { decision: decision(2) }),
    ])
      expect(outcomes([nothing, begun]).items).toHaveLength(1);
  });
  test('change-over: from the last repetition before to the first here, in the order that they were done; no long pause', () => {
    const at = (item_: string, exercise: string, ...seconds: number[]) => {
      const done = reps('1'.repeat(seconds.length), 'left').map((one, i) => ({ ...one, at: (seconds[i] ?? 0) * 1000 }));
      return item([{ ...set(1, '', ''), repetitions: done }], { item: item_, exercise });
    };
    const items = [
      at('a', 'march', 200, 230),
      at('b', 'legFloat', 20, 80), // the second of the plan, done first
      at('c', 'mermaid', 229, 300), // begun while the march went on
      at('d', 'saw', 300 + 901, 1300),
    ];
    const changes = outcomesOf({ ...emptySession('s'), startedAt: 0, until: 1, items }, new Set()).items.map(({ change }) => change); // prettier-ignore
    expect(changes).toEqual([{ from: 'legFloat', seconds: 120 }, undefined, undefined, undefined]);
  });
  test('for the gate: pain of 4 without a repetition still counts, and a breath or rest is passed on', () => {
    const pained = outcomeOf(item([], { pains: [{ id: 'p', where: 'hip', score: 4 }] }), new Set());
    expect(gateSession('2026-03-01', pained)).toEqual({
      date: '2026-03-01',
      level: 3,
      clean: { left: 0, right: 0 },
      safetyFault: true,
      breathKept: true,
      rested: false,
    });
    const mended = outcomeOf(item([set(1, '0', '1', 'arch'), set(2, '1', '1')]), new Set(['arch']));
    expect(gateSession('2026-03-01', mended)?.safetyFault).toBe(false);
  });
  test('points: nobody hurts at 0; what moved up comes before what moved back; three at most', () => {
    const done = (name: string, level: number, more: Partial<Item> = {}) =>
      outcomeOf(item([set(1, '1', '1')], { name, decision: decision(level), ...more }), new Set());
    const painless = done('March', 3, { pains: [{ id: 'p', where: 'hip', score: 0 }] });
    expect(draftPoints(repertoire, { items: [painless] }, levelText)).toEqual([]);
    const items = [done('Leg float', 2), done('March', 4.5), done('Curl', 3)];
    expect(draftPoints(repertoire, { items }, levelText)).toEqual([
      'March: begin at level 4½.',
      'Leg float: back at level 2; look again before more.',
    ]);
    const once = outcomeOf(item([set(1, '0', '1', 'arch')]), new Set());
    expect(draftPoints(repertoire, { items: [once] }, levelText)).toEqual([
      expect.stringMatching(/^Watch .* in march: lost once\.$/),
    ]);
    const felt = outcomeOf(item([set(1, '1', '1')], { felt: ['abdomen', 'lowBack'] }), new Set());
    expect(draftPoints(repertoire, { items: [felt] }, levelText)).toEqual([
      'March: felt in the low back, where it should not be.',
    ]);
    const lost = outcomeOf(item([set(1, '0', '1', 'arch')], { felt: ['lowBack'] }), new Set());
    expect(draftPoints(repertoire, { items: [lost] }, levelText)).toEqual([
      expect.stringMatching(/lost once, and felt in the low back\.$/),
    ]);
    const many = [1, 2, 4, 4.5, 5].map((level) => done('March', level));
    expect(draftPoints(repertoire, { items: many }, levelText)).toHaveLength(3);
    const unknown = outcomeOf(item([set(1, '0', '1', 'goneSince')]), new Set());
    expect(draftPoints(repertoire, { items: [unknown] }, levelText)).toEqual([]);
    const worst = [item([set(1, '0', '1', 'arch')]), item([set(1, '00', '0', 'flare')], { name: 'Curl' })];
    expect(draftPoints(repertoire, { items: worst.map((one) => outcomeOf(one, new Set())) }, levelText)[0]).toMatch(
      /in curl: lost 3 times/,
    );
  });
});

describe('level advice', () => {
  const good = item([set(1, '11111', '11111')]);
  test('second good session running: up, with the step told', () => {
    const advice = adviseLevel(good, context());
    expect(advice).toMatchObject({ decision: 'advance', level: 4, levelName: 'Both up, one after the other' });
  });
  test('a step is measured against what she holds anywhere, not against this exercise alone', () => {
    // Lower-and-lift asks 2.49 % on level 1 and 4.94 % on level 2: a leap for who holds 2.49, a step for who holds 4.
    const exercise = entry(repertoire.exercises, 'lowerLift');
    const done = item([set(1, '11111', '11111', undefined, 1)], { exercise: 'lowerLift', level: 1 });
    const before = {
      date: '2026-03-01',
      level: 1,
      clean: { left: 9, right: 9 },
      safetyFault: false,
      breathKept: true,
      rested: false,
    };
    const asked = (capacityPct?: number) =>
      adviseLevel(done, context({ exercise, history: [before], capacityPct })).decision;
    expect([asked(), asked(2), asked(3.7), asked(3.9)]).toEqual(['halfStep', 'halfStep', 'halfStep', 'advance']);
  });
  test('first good session: hold, one more wanted', () =>
    expect(adviseLevel(good, context({ history: [] }))).toMatchObject({ decision: 'hold', level: 3 }));
  test('age asks for half steps and one clean session more', () => {
    const older = context({ conditions: ['over75'] });
    const clean = { level: 3, clean: { left: 5, right: 5 }, safetyFault: false, breathKept: true, rested: false };
    const once = [{ ...clean, date: '2026-03-01' }];
    expect(adviseLevel(good, { ...older, history: once })).toMatchObject({ decision: 'hold' }); // enough for others
    const history = [{ ...clean, date: '2026-02-22' }, ...once];
    expect(adviseLevel(good, { ...older, history })).toMatchObject({ decision: 'halfStep', level: 3.5 });
  });
  test('at the top there is nowhere up, and it says so', () => {
    const top = item([set(1, '11111', '11111', undefined, 5)], { level: 5 });
    const history = [{ ...context().history[0], level: 5, clean: { left: 5, right: 5 } }] as AdviceContext['history'];
    const advice = adviseLevel(top, context({ history }));
    expect(advice).toMatchObject({ decision: 'hold', level: 5 });
    expect(advice.reasons.join(' ')).toContain('top of the ladder');
  });
  test('nothing done today: what was before decides', () => {
    const opened = item([]);
    expect(adviseLevel(opened, context()).reasons[0]).toMatch(/once running/);
    expect(adviseLevel(opened, context({ history: [] })).reasons[0]).toMatch(/No session at this level yet/);
  });
  test('pain: its score is told; a step back stays one', () => {
    const pained = (score: number, sets = good.sets) => ({ ...good, sets, pains: [{ id: 'p', where: 'hip', score }] });
    expect(adviseLevel(pained(2), context()).reasons[0]).toBe('Pain of 2 of 10: no step up today.');
    expect(adviseLevel(pained(4), context()).reasons).toEqual([
      'Pain of 4 of 10: the exercise ends here, and next time starts lower.',
    ]);
    expect(adviseLevel(pained(0), context()).decision).toBe('advance');
    const unsafe = new Set(['arch']);
    const hurt = adviseLevel(pained(2, [set(1, '0', '1', 'arch')]), context({ unsafe }));
    expect(hurt.decision).toBe('back');
    expect(hurt.reasons.join(' ')).not.toContain('no step up');
  });
  test('mended holds only a step up; the reason comes first', () => {
    const unsafe = new Set(['arch']);
    const mended = (sets: Item['sets'], more: Partial<AdviceContext> = {}) =>
      adviseLevel(item(sets), context({ unsafe, ...more }));
    const first = 'A fault that could hurt was seen before the correction: once more without it first.';
    expect(mended([set(1, '0', '1', 'arch'), set(2, '11111', '11111')]).reasons[0]).toBe(first);
    const halves = mended([set(1, '0', '1', 'arch'), set(2, '111111', '111111')], {
      conditions: ['over75'],
      history: ['2026-02-20', '2026-02-27'].map((date) => ({
        ...context().history[0],
        date,
        clean: { left: 6, right: 6 },
      })) as AdviceContext['history'],
    });
    expect(halves).toMatchObject({ decision: 'hold', level: 3 });
    expect(halves.reasons[0]).toBe(first);
    // What holds anyway says only why it holds.
    expect(mended([set(1, '0', '1', 'arch'), set(2, '11', '11')]).reasons).not.toContain(first);
  });
  test('a ruled-out level without a reason in force is told by its number alone', () => {
    const weigh: AdviceContext['weigh'] = (level) => ({
      standing: level.number > 3 ? 'ruledOut' : 'fine',
      reasons: [],
    });
    expect(adviseLevel(good, context({ weigh })).reasons[0]).toBe('Level 4 is ruled out.');
  });
  test('a level to be done with changes is a step all the same', () => {
    const weigh: AdviceContext['weigh'] = () => ({ standing: 'changed', reasons: [] });
    expect(adviseLevel(good, context({ weigh }))).toMatchObject({ decision: 'advance', level: 4 });
  });
  test('pain holds what would go up, and ends it from 4 on', () => {
    const pains = (score: number) => [{ id: 'p', where: 'Low back', score }];
    expect(adviseLevel({ ...good, pains: pains(2) }, context()).decision).toBe('hold');
    expect(adviseLevel({ ...good, pains: pains(5) }, context())).toMatchObject({ decision: 'back', level: 2 });
  });
  test('seen before the correction and mended: no step up yet', () =>
    expect(
      adviseLevel(
        item([set(1, '0', '1', 'chinUp'), set(2, '11111', '11111')]),
        context({ unsafe: new Set(['chinUp']) }),
      ),
    ).toMatchObject({ decision: 'hold', level: 3 }));
  test('a level that a caution rules out is not advised', () => {
    const weigh: AdviceContext['weigh'] = (level) =>
      level.number > 3
        ? {
            standing: 'ruledOut',
            reasons: [
              {
                condition: 'x',
                rule: 'x.y',
                name: 'a caution',
                act: 'ruleOut',
                why: 'two legs weigh',
                clearedBy: 'a doctor',
              },
            ],
          }
        : { standing: 'fine', reasons: [] };
    const advice = adviseLevel(good, context({ weigh }));
    expect(advice).toMatchObject({ decision: 'hold', level: 3 });
    expect(advice.reasons[0]).toMatch(/Level 4 is ruled out \(a caution: two legs weigh\)/);
  });
});

describe('rungs', () => {
  test('half-way lies between, no farther than 130 % of what is held', () => {
    const lower = entry(repertoire.exercises, 'lowerLift');
    for (const { number } of lower.levels.slice(0, -1)) {
      const [below, half, above] = [number, number + 0.5, number + 1].map((one) => rungAt(lower, one, body));
      const [low, mid, high] = [below, half, above].map((rung) => rung && demandOf(body, rung.top));
      if (low === undefined || mid === undefined || high === undefined || high <= low) continue;
      expect(mid).toBeGreaterThan(low);
      expect(mid).toBeLessThan(high);
    }
    expect(rungAt(march, 3.5, body)?.name).toBe('Toward both up, one after the other');
  });
  test('no rung above the top or below the first', () => {
    expect(rungAt(march, 5.5, body)).toBeUndefined();
    expect(levelAfter(march, 5, 'advance')).toBe(5);
    expect(levelAfter(march, 1, 'back')).toBe(1);
    expect([
      levelAfter(march, 3.5, 'back'),
      levelAfter(march, 3.5, 'advance'),
      levelAfter(march, 3, 'halfStep'),
    ]).toEqual([3, 4, 3.5]);
    expect([levelText(3), levelText(3.5)]).toEqual(['3', '3½']);
  });
  test('where no leg hangs, nothing is said of load; nor is a leg behind weighed against legs on the back', () => {
    const clean = (exercise: string, level: number) => ({
      ...item([set(1, '11111', '11111', undefined, level)], { exercise, level }),
    });
    const reasons = (exercise: string, level: number) => {
      const before = {
        date: '2026-03-01',
        level,
        clean: { left: 5, right: 5 },
        safetyFault: false,
        breathKept: true,
        rested: false,
      };
      const advice = adviseLevel(clean(exercise, level), {
        ...context({ history: [before] }),
        exercise: entry(repertoire.exercises, exercise),
      });
      expect(advice.decision).toBe('advance');
      return advice.reasons.join(' ');
    };
    expect(reasons('breathingSides', 1)).not.toContain('load');
    expect(reasons('proneLegLift', 1)).not.toContain('leap');
  });
  test('capacity is the highest demand among the levels stood on', () => {
    const of = (exercise: string, level: number) => ownedPct(repertoire, body, [{ exercise, level }]) ?? 0;
    const [hover, both] = [of('march', 2), of('march', 4)]; // a foot that hovers low weighs more than two in tabletop
    expect(hover).toBeGreaterThan(both);
    const stands = [2, 4].map((level) => ({ exercise: 'march', level }));
    expect(ownedPct(repertoire, body, stands)).toBe(hover);
    expect(ownedPct(repertoire, body, [])).toBeUndefined();
  });
});

describe('which correction next', () => {
  const asked = { history: [], conditions: [], props: [], touchConsent: false };
  const lost = item([set(1, '00', '0', 'flare')]);
  test('what could hurt first, then what was lost most', () => {
    const both = item([set(1, '00', '0', 'flare'), set(2, '0', '1', 'chinUp')]);
    expect(faultInHand(both, new Set())).toBe('flare');
    expect(faultInHand(both, new Set(['chinUp']))).toBe('chinUp');
  });
  test('what did not help today is not offered again today; what was passed over neither', () => {
    const [best, second] = suggest(repertoire, lost, 'flare', asked).options;
    const after = (verdict: 'same' | 'notTried') =>
      suggest(
        repertoire,
        { ...lost, tries: [{ id: 't', fault: 'flare', correction: best?.correction ?? '', verdict }] },
        'flare',
        asked,
      );
    expect(after('same').options[0]?.correction).toBe(second?.correction);
    expect(after('notTried').options.map(({ correction }) => correction)).not.toContain(best?.correction);
  });
  test('what has no verdict yet is no evidence', () => {
    const [best] = suggest(repertoire, lost, 'flare', asked).options;
    const open = { ...lost, tries: [{ id: 't', fault: 'flare', correction: best?.correction ?? '', verdict: null }] };
    expect(suggest(repertoire, open, 'flare', asked).options[0]).toEqual(best);
  });
  test('what was passed over for another fault is offered for this one', () => {
    const [best] = suggest(repertoire, lost, 'flare', asked).options;
    const tries = [{ id: 't', fault: 'arch', correction: best?.correction ?? '', verdict: 'notTried' as const }];
    expect(suggest(repertoire, { ...lost, tries }, 'flare', asked).options[0]).toEqual(best);
  });
  test('what helped today counts at once', () => {
    const [, second] = suggest(repertoire, lost, 'flare', asked).options;
    const tries = [{ id: 't', fault: 'flare', correction: second?.correction ?? '', verdict: 'better' as const }];
    const found = suggest(repertoire, { ...lost, tries }, 'flare', asked).options.find(
      ({ correction }) => correction === second?.correction,
    );
    expect(found?.evidence.client).toEqual([1, 1]);
  });
});

test('three points are drafted from what happened: what hurt, what to watch, what worked, who moves', () => {
  const outcome = outcomeOf(
    item([set(1, '00', '1', 'flare')], {
      pains: [{ id: 'p', where: 'Hip', score: 2 }],
      tries: [{ id: 't', fault: 'flare', correction: 'sandFromRibs', verdict: 'better' }],
      decision: {
        id: 'd',
        at: 0,
        advised: 'advance',
        decision: 'advance',
        from: 3,
        level: 4,
        reasons: [],
        overruled: null,
      },
    }),
    new Set(),
  );
  expect(draftPoints(repertoire, { items: [outcome] }, levelText)).toEqual([
    'Ask about the pain in march (2 of 10).',
    'Watch the ribs flaring in march: lost 2 times.',
    'Begin with “Your ribcage is a sack of dry sand: let it settle wide on the mat.” It helped.',
  ]);
});

test('plain words for home', () => {
  expect(breathInWords('in 4 ready, out 4 lift')).toBe('Breathe in for four (ready), out for four (lift).');
  expect(breathInWords('nonsense')).toBe('');
  expect(manyInWords(5, 2, 1)).toBe('Five on each side.');
  expect(manyInWords(8, 1, 2)).toBe('Eight, each way round.');
});
