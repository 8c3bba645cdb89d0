import { entry, levelOf } from './find';
import { repertoire } from '@/repertoire';
import { isWants, onlyFor } from './beside-wants';
import { wordSeen } from './film-words';
import { liveTask, viewsToWatch } from './live-task';
import { oneWord, stageWords } from './live-told';
import type { LiveTold } from './live-told';
import { LiveWatch } from './live';

const told = (more: Partial<LiveTold>): LiveTold => ({
  ...{
    stage: 'watching',
    stillShare: 1,
    readings: [],
    counts: true,
    isMoving: false,
    ended: [],
    points: {},
    hidden: [],
    missing: [],
  },
  ...{ loose: 0, hasMat: true, size: { width: 1280, height: 720 }, cameraMoved: false },
  ...more,
});

test('how far the setting up is, in words that say what is missing', () => {
  expect(stageWords(undefined)).toBe('Opening…');
  expect(stageWords(told({ stage: 'finding', hasMat: false, loose: 2, points: { ASIS: [1, 2] } }))).toBe(
    'Looking for the stickers: 1 named, 2 without a name. The two violet ones on the mat’s edge are not seen.',
  );
  expect(stageWords(told({ stage: 'still' }))).toContain('at own neutral');
  expect(stageWords(told({ points: { ASIS: [1, 2] }, hidden: ['LK', 'GT'] }))).toBe(
    'Watching; hidden now: outer knee and outer hip (greater trochanter).',
  );
  expect(stageWords(told({ counts: false }))).toMatch(/^Watching 0 stickers\. This level moves too little/);
});

test('one word for her: what is out comes before what is in, and nothing is said of what is not seen', () => {
  const pelvis = (state: 'in' | 'out' | 'unsure') =>
    told({
      readings: [
        { block: 'head', state: 'in' },
        { block: 'pelvis', state },
      ],
    });
  expect(
    [pelvis('out'), pelvis('in'), told({ readings: [{ block: 'pelvis', state: 'unsure' }] })].map(oneWord),
  ).toEqual(['Pelvis', 'Level', 'Wait']);
  expect([oneWord(told({ stage: 'still' })), oneWord(undefined)]).toEqual(['Still', 'Rest']);
});

test('what decided a repetition, short enough for a glance', () => {
  const reason = {
    measure: 'pelvicTiltStrip',
    value: 9.4,
    se: 2.2,
    block: 'pelvis',
    fault: 'arch',
    when: 'out',
  } as const;
  expect(wordSeen({ verdict: 'lost', reason }, repertoire)).toBe('an arch, on the way out: +9.4° ± 2.2°');
  expect(wordSeen({ verdict: 'notJudged', because: 'notSeen', reason: null }, repertoire)).toBe(
    'something it is judged by was hidden',
  );
  expect(wordSeen({ verdict: 'clean', reason }, repertoire)).toBe('all that is watched stayed in its target');
});

describe('what an eye is told to watch', () => {
  const legFloat = entry(repertoire.exercises, 'legFloat');
  const task = liveTask({
    ...{ exercise: legFloat, body: { heightM: 1.7, massKg: 65 }, school: 'evenKeel', stances: {}, conditions: [] },
    ...{ level: { ...levelOf(legFloat, 1), number: 1.5 }, view: 'side', setting: { headEnd: 'left' } },
  });
  test('half a step is watched by the level below it; hips and the leg are asked for', () => {
    expect(task.input.level).toBe(1);
    expect(task.asked).toEqual(expect.arrayContaining(['ASIS', 'GT', 'LK']));
    expect(task.beginsOffRest).toBe(false);
  });
  test('only from the side, and not an exercise that is not looked at from there', () => {
    expect(viewsToWatch(legFloat)).toEqual(['side']);
    expect(viewsToWatch(entry(repertoire.exercises, 'mermaid'))).toEqual([]);
  });
  test('another device can judge by what it is handed, and is handed nothing of other exercises', () => {
    const only = onlyFor(repertoire, legFloat);
    const own = { ...task.input, size: { width: 1280, height: 720 } };
    const kept: unknown = JSON.parse(
      JSON.stringify({ name: 'x', levelName: 'y', position: 'supine', watch: { task, repertoire: only } }),
    );
    if (!isWants(kept) || !kept.watch) throw new Error('not what it was');
    expect(
      LiveWatch.begin(
        {
          ...own,
          lines: {
            matLine: [
              [0, 700],
              [1000, 700],
            ],
            scale: null,
          },
        },
        kept.watch.repertoire,
      ).ok,
    ).toBe(true);
    expect(kept.watch.repertoire.exercises.map(({ id }) => id)).toEqual(['legFloat']);
    expect(JSON.stringify(kept).length).toBeLessThan(1_000_000);
    expect(isWants({ name: 'x' })).toBe(false);
  });
});
