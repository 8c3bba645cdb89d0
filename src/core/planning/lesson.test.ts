import { repertoire } from '@/repertoire';
import { holding, knowing, taughtOn } from '../../../tests/rigs/knowing';
import { positions } from '../anatomy/positions';
import { entry, levelOf } from '../knowledge/find';
import { loadOf } from '../knowledge/loads';
import { changeMinutes, changesSeen, paceOf } from './change-over';
import { aimsOf } from './goals';
import { lessonOf, loadStep } from './lesson';
import type { Knowing } from './lesson';
import { isColliding } from './compose';
import type { Composed } from './compose';
import { collisionWords, composeLesson, insteadOf, judgeOrder } from './session-plan';
import { spacingOf } from './spacing';

const free = { locked: [], leftOut: [] };
function composed(known: Knowing, wishes: { locked: string[]; leftOut: string[] } = free): Composed {
  const told = composeLesson(lessonOf(known), wishes, 600);
  if (!told.ok || isColliding(told.value)) throw new Error('no plan');
  return told.value;
}

describe('spacing: three days, three fifths more with every clean session, half with one that was not', () => {
  // 3 × 1.6 = 4.8; × 1.6 = 7.68; × 0.5 = 3.84; × 1.6 = 6.144.
  const dates = ['2026-03-01', '2026-03-05', '2026-03-09', '2026-03-13'];
  test.each<[number[], number, number]>([
    [[5], 5, 1],
    [[5, 5], 8, 2],
    [[5, 5, 2], 4, 0],
    [[5, 5, 2, 5], 6, 1],
    [[1, 0], 3, 0],
  ])('%j clean: due after %s days', (clean, interval, cleanRunning) => {
    const history = clean.map((count, i) => taughtOn(dates[i] ?? '', count));
    const last = dates[clean.length - 1] ?? '';
    expect(spacingOf(history.toReversed(), 5, '2026-03-20')).toEqual({
      ...{ interval, cleanRunning },
      daysSince: 20 - Number(last.slice(8)),
    });
  });
  test('never taught: nothing to space; a fault that could hurt is not clean; six weeks at most', () => {
    expect(spacingOf([], 5, '2026-03-20')).toBeUndefined();
    expect(spacingOf([{ ...taughtOn('2026-03-01', 9), safetyFault: true }], 5, '2026-03-20')?.cleanRunning).toBe(0);
    const many = Array.from({ length: 12 }, (_, i) => taughtOn(`2026-01-${10 + i}`, 9));
    expect(spacingOf(many, 5, '2026-03-20')?.interval).toBe(42);
  });
});

test('a goal in her words: what is heard is told, and nothing is read into what says nothing', () => {
  expect(aimsOf('Sit at the drawing table without the neck complaining.')).toMatchObject({
    regions: expect.arrayContaining(['neck', 'upperBack']),
    spine: ['extension'],
    heard: ['neck', 'sit'],
  });
  expect(aimsOf('To be well on her birthday.')).toEqual({ regions: [], spine: [], heard: [] });
  expect(aimsOf('Setbacks behind her').heard).toEqual([]); // no back in it
});

test('changing over takes as long either way; who must rise slowly rests on the way up alone', () => {
  const [usual, slow] = [changeMinutes(false), changeMinutes(true)];
  const [lying, standing] = [positions.indexOf('supine'), positions.indexOf('standing')];
  for (const [i, row] of usual.entries()) {
    expect(row[i]).toBe(0);
    for (const [j, minutes] of row.entries()) expect(minutes).toBe(usual[j]?.[i]);
  }
  expect(slow[lying]?.[standing]).toBe((usual[lying]?.[standing] ?? 0) + 0.5);
  expect(slow[standing]).toEqual(usual[standing]);
});

describe('how long changing over takes her', () => {
  // Lying to lying nothing, half a minute to set up and one to tell: 1.5 minutes. Lying to standing one more: 2.5.
  const seen = (times: number) => [
    { items: [{ exercise: 'march' }, { exercise: 'legFloat', change: { from: 'march', seconds: 90 * times } }, { exercise: 'rollDownStanding', change: { from: 'legFloat', seconds: 150 * times } }] },
    { items: [{ exercise: 'legFloat', change: { from: 'march', seconds: 90 * times } }] },
  ]; // prettier-ignore
  const exercises = repertoire.exercises;
  test('each beside the usual; those of a class, and none but what was timed, tell nothing', () => {
    expect(changesSeen(exercises, seen(1), false)).toEqual([
      { seconds: 90, usualMinutes: 1.5 },
      { seconds: 150, usualMinutes: 2.5 },
      { seconds: 90, usualMinutes: 1.5 },
    ]);
    expect(changesSeen(exercises, seen(1), true)[1]?.usualMinutes).toBe(3); // who must rise slowly
    expect(changesSeen(exercises, seen(1).map((one) => ({ ...one, class: 'Small crew' })), false)).toEqual([]); // prettier-ignore
  });
  // Three changes twice as long, beside six of the usual: 2 to the power of 3 / 9.
  test('drawn toward the usual while little was seen; two changes tell nothing, nothing goes beyond reason', () => {
    const [two] = [changesSeen(exercises, seen(2), false)];
    expect(paceOf(two)).toEqual({ times: expect.closeTo(2 ** (1 / 3), 9), count: 3 });
    expect(paceOf(two.slice(0, 2))).toEqual({ times: 1, count: 0 });
    expect(paceOf(Array.from({ length: 60 }, () => ({ seconds: 6000, usualMinutes: 1 }))).times).toBe(2.5);
  });
  test('the plan reckons with it, in quarters', () => {
    const slow = lessonOf(knowing({ sessions: [...seen(3), ...seen(3), ...seen(3)] })); // nine: 3 to the power of 9 / 15 = 1.93
    expect(slow.pace.times).toBeCloseTo(1.933, 3);
    const [lying, sitting] = [positions.indexOf('supine'), positions.indexOf('sitting')];
    expect([slow.task.change.position[lying]?.[sitting], slow.task.change.apparatus, slow.task.change.springs]).toEqual([0.5, 3, 1]); // prettier-ignore
    expect(slow.task.change.position[lying]?.[lying]).toBe(0);
  });
});

test.each<[string, number, 1 | 2 | 3]>([
  ['breathingSides', 1, 1],
  ['legFloat', 2, 1],
  ['headFloat', 1, 2],
  ['singleLegStretch', 5, 3],
  ['frontSupportHold', 3, 3],
  ['snake', 2, 3],
  ['mermaid', 1, 1],
])('%s at level %s is %s of three', (id, number, step) => {
  const exercise = entry(repertoire.exercises, id);
  expect(loadStep(loadOf(exercise, levelOf(exercise, number)).tags)).toBe(step);
});

describe('a first session', () => {
  const first = knowing({ goal: 'Stand tall.' });
  test('has nothing that wants what was never held, and not too much that is new', () => {
    const lesson = lessonOf(first);
    expect(lesson.task.atMost).toEqual({ new: 11 }); // 50 minutes, four and a half each
    for (const id of ['rollOver', 'neckPull', 'hundred', 'teaser', 'swimming'])
      expect(lesson.faces[id]?.later).toBe('What prepares it has not been held yet.');
  });
  test('begins where anybody begins, each after what prepares it', () => {
    const { order, minutes } = composed(first);
    expect(minutes).toBeLessThanOrEqual(50);
    expect(order.length).toBeLessThanOrEqual(11);
    expect(entry(repertoire.exercises, order[0] ?? '').family).toBe('findingTheStart');
    for (const [place, id] of order.entries())
      for (const before of entry(repertoire.exercises, id).prepares)
        if (order.includes(before)) expect([id, order.indexOf(before) < place]).toEqual([id, true]);
  });
});

const known = ['neutralCheck', 'breathingSides', 'pelvicRock', 'imprintRelease', 'legFloat', 'march', 'headFloat', 'bridgeNeutral', 'rollUp', 'sitTall', 'mermaid', 'spineStretch', 'saw', 'proneLegLift', 'swanPrep', 'armLegReach', 'singleLegStretch', 'doubleLegStretch', 'legSlide', 'legPressAway', 'crissCross']; // prettier-ignore
const grown = (more: Partial<Knowing> = {}) => knowing({ ...holding(known), ...more });

describe('a client who holds much', () => {
  test('gets every direction of the spine, at most two new, heavy ones in the middle third alone', () => {
    const lesson = lessonOf(grown());
    const { order } = composed(grown());
    const { warnings, directions, lines } = judgeOrder(lesson, order, free);
    expect(warnings).toEqual([]);
    for (const { direction, times } of directions.slice(0, 4))
      expect([direction, times > 0]).toEqual([direction, true]);
    expect(lines.filter(({ face }) => face.isNew).length).toBeLessThanOrEqual(2);
  });
  test('what was ruled out can’t be planned, and the reason is told; what is changed says so', () => {
    const onFile = { condition: 'lowBoneDensity', note: '', clearedOn: null, clearedBy: null };
    const lesson = lessonOf(grown({ acting: { conditions: [onFile] } }));
    const out = lesson.leftOut.find(({ exercise }) => exercise.id === 'crissCross');
    expect(out?.why).toMatch(/^Ruled out, /);
    expect(lesson.faces[out?.exercise.id ?? '']).toBeUndefined();
  });
  test('lying flat for long is told where a condition limits it, and not before its week', () => {
    const acting = (week: number) => ({
      conditions: [{ condition: 'pregnancy', note: '', clearedOn: null, clearedBy: null, week }],
    });
    const lying = ['neutralCheck', 'pelvicRock', 'imprintRelease', 'legFloat'];
    const warned = (week: number, order: string[]) =>
      judgeOrder(lessonOf(grown({ acting: acting(week) })), order, free).warnings.filter((one) =>
        one.includes('in a row'),
      );
    expect(warned(30, lying)[0]).toMatch(/^1\d minutes on the back in a row; pregnancy: lying flat for long is out/);
    expect(warned(12, lying)).toEqual([]);
    expect(warned(30, ['neutralCheck', 'sitTall', 'mermaid'])).toEqual([]);
  });
  test('where a condition limits it, what is composed breaks it up, and nothing else is broken for that', () => {
    const conditions = [{ condition: 'pregnancy', note: '', clearedOn: null, clearedBy: null, week: 30 }];
    const known_ = grown({ acting: { conditions }, minutes: 40 });
    const lesson = lessonOf(known_);
    const { order, value, bound, minutes } = composed(known_);
    expect(judgeOrder(lesson, order, free).warnings).toEqual([]);
    const parted = judgeOrder(lesson, ['neutralCheck', 'sitTall', 'legSlide'], free).lines[1];
    expect(parted?.whyHere).toBe('Off the back: it parts the time lying flat.');
    expect(minutes).toBeGreaterThan(30);
    expect(bound - value).toBeLessThan(0.05 * bound);
    const { inARow: _, ...endless } = lesson.task;
    const without = composeLesson({ ...lesson, task: endless }, free, 600);
    if (!without.ok || isColliding(without.value)) throw new Error('not composed');
    expect(judgeOrder(lesson, without.value.order, free).warnings.join()).toMatch(/in a row/); // it was no idle limit
    expect(without.value.value).toBeGreaterThanOrEqual(value - 1e-9);
  });
  test('where an incline pillow lies in the room, as her cautions ask for, nobody lies flat: no limit, the change told', () => {
    const conditions = [{ condition: 'pregnancy', note: '', clearedOn: null, clearedBy: null, week: 30 }];
    const lesson = lessonOf(grown({ acting: { conditions }, props: ['inclinePillow'] }));
    expect([lesson.flat, lesson.task.inARow]).toEqual([null, undefined]);
    expect(lesson.faces.neutralCheck?.changes).toEqual(['pregnancy: raise head and ribs on an incline; short']);
    for (const { flatAtMost } of repertoire.conditions)
      for (const prop of flatAtMost?.raisedOn ?? []) expect(repertoire.props.map(({ id }) => id)).toContain(prop);
  });
  test('longer on the back by itself than she may lie: not composed, and why; locked in, the two collide in words', () => {
    const conditions = [{ condition: 'pregnancy', note: '', clearedOn: null, clearedBy: null, week: 30 }];
    const lesson = lessonOf(grown({ acting: { conditions }, ownSeconds: { legFloat: 400 } }));
    expect(lesson.faces.legFloat?.later).toMatch(/^It takes 6\.75 minutes on the back; pregnancy: lying flat/);
    const wishes = { locked: ['legFloat'], leftOut: [] };
    const told = composeLesson(lesson, wishes, 300);
    if (!told.ok || !isColliding(told.value)) throw new Error('composed');
    expect(collisionWords(lesson, wishes, told.value)).toEqual([
      'at most 5 minutes on the back in a row',
      'Leg float locked in',
    ]);
  });
  test('more new ones than may come: told by hand, and what she locks goes before', () => {
    const lesson = lessonOf(grown());
    const fresh = Object.values(lesson.faces).flatMap(({ isNew, later, exercise }) => (isNew && !later ? [exercise.id] : [])).slice(0, 3); // prettier-ignore
    expect(fresh).toHaveLength(3);
    expect(judgeOrder(lesson, fresh, free).warnings).toContain('More than 2 new ones.');
    expect(judgeOrder(lesson, fresh, { locked: fresh, leftOut: [] }).warnings.join()).not.toMatch(/new ones/);
    expect(composed(grown(), { locked: fresh, leftOut: [] }).order).toEqual(expect.arrayContaining(fresh));
  });
  test('no apparatus, none planned; a stop sign, nothing at all', () => {
    expect(lessonOf(grown()).leftOut.find(({ exercise }) => exercise.id === 'footwork')?.why).toBe('There is no such apparatus in the room.'); // prettier-ignore
    expect(Object.keys(lessonOf(grown({ apparatus: ['reformer'] })).faces)).toContain('footwork');
    expect(Object.keys(lessonOf(grown({ acting: { conditions: [], stopped: 'faint' } })).faces)).toEqual([]);
  });
  test('tired or sore, the heavy ones are worth less and say why', () => {
    const [well, tired] = [lessonOf(grown()), lessonOf(grown({ feeling: 'tired' }))];
    const heavy = Object.values(well.faces).filter(({ item }) => item.load === 3);
    expect(heavy.length).toBeGreaterThan(0);
    for (const { exercise, item } of heavy) expect(tired.faces[exercise.id]?.item.value).toBeCloseTo(item.value - 3, 6);
    expect(tired.faces.mermaid?.item.value).toBe(well.faces.mermaid?.item.value);
  });
  test('her own time goes before the arithmetic', () => {
    const { faces } = lessonOf(grown({ ownSeconds: { march: 400 } }));
    expect(faces.march).toMatchObject({ isOwnTime: true, item: { minutes: 6.75 } }); // 6 min 40 s, to the next quarter
    expect(faces.legFloat?.isOwnTime).toBe(false);
  });
  test('what is due is worth more than what was just taught', () => {
    const history = { march: [taughtOn('2026-03-19', 5)], legFloat: [taughtOn('2026-02-20', 5)] };
    const { faces } = lessonOf(grown({ history, lastTaught: ['march'] }));
    const says = (id: string) => faces[id]?.reasons.map(({ say }) => say).join(' ');
    expect(says('legFloat')).toContain('Due: last taught 28 days ago, clean.');
    expect(says('march')).toContain('Last taught yesterday, clean; due after 5 days.');
    expect(says('march')).toContain('It was in the last session.');
  });
});

describe('hers', () => {
  const lesson = lessonOf(grown());
  const { order } = composed(grown());
  test('locked comes, left out does not, and neither is worth more than without', () => {
    const [out, locked] = [order[3] ?? '', Object.keys(lesson.faces).find((id) => !order.includes(id)) ?? ''];
    const own = composed(grown(), { locked: [locked], leftOut: [out] });
    expect(own.order).toContain(locked);
    expect(own.order).not.toContain(out);
    expect(own.value).toBeLessThanOrEqual(composed(grown()).bound + 1e-9);
  });
  test('five others for a place, each with what it changes; what is left out is not among them', () => {
    const others = insteadOf(lesson, order, { locked: [], leftOut: ['saw'] }, 2);
    expect(others).toHaveLength(5);
    for (const { face, changes, minutes } of others) {
      expect(order).not.toContain(face.exercise.id);
      expect(face.exercise.id).not.toBe('saw');
      expect(changes.length + Math.abs(minutes)).toBeGreaterThan(0);
    }
  });
  test('moved about, what is wrong is said where it is so', () => {
    const heavyFirst = ['singleLegStretch', 'neutralCheck', 'breathingSides', 'march'];
    expect(judgeOrder(lesson, heavyFirst, free).warnings).toEqual(
      expect.arrayContaining(['It does not begin with finding the start.', 'Breathing to the sides wants Neutral check before it.'].slice(0, 1)), // prettier-ignore
    );
    expect(judgeOrder(lesson, ['breathingSides', 'neutralCheck'], free).warnings).toContain('Breathing to the sides wants Neutral check before it.'); // prettier-ignore
    const { lines } = judgeOrder(lesson, ['neutralCheck', 'sitTall', 'march'], free);
    expect(lines.map(({ changeMinutes: change }) => change)).toEqual([0, 0.25, 0.25]);
    const [first, second] = lines;
    expect(second?.startsAt).toBe((first?.face.item.minutes ?? 0) + 0.25);
  });
  test('wishes that collide are told in words', () => {
    const short = lessonOf(grown({ minutes: 6 }));
    const wishes = { locked: ['march', 'saw', 'mermaid'], leftOut: [] };
    const told = composeLesson(short, wishes, 400);
    if (!told.ok || !isColliding(told.value)) throw new Error('a plan was found');
    expect(collisionWords(short, wishes, told.value)).toEqual(expect.arrayContaining(['6 minutes', 'March locked in']));
  });
});
