import { repertoire } from '@/repertoire';
import { entry } from './find';
import { factsOfPhase } from './facts';
import { resolveStances } from './stances';
import { teachAt, teachTopics } from './teach';
import type { TeachTopic } from './teach';

type Asked = {
  readonly school?: string;
  readonly next?: readonly [string, number];
  readonly conditions?: readonly string[];
  readonly props?: readonly string[];
};

function taught(
  id: string,
  level: number,
  { school = 'evenKeel', next, conditions = [], props = [] }: Asked = {},
): Readonly<Partial<Record<TeachTopic, readonly string[]>>> {
  const stances = resolveStances(repertoire, school);
  if (!stances.ok) throw new Error(stances.error.message);
  const exercise = entry(repertoire.exercises, id);
  const notes = teachAt(repertoire, exercise, level, {
    stances: stances.value,
    client: { conditions: conditions.map((condition) => ({ condition, clearedOn: null })) },
    props,
    ...(next ? { next: { exercise: entry(repertoire.exercises, next[0]), level: next[1] } } : {}),
  });
  return Object.fromEntries(notes.map(({ topic, lines }) => [topic, lines]));
}

test('what can hurt stands first, then what is felt, said and held, then the way on', () => {
  const topics = Object.keys(taught('snake', 2, { next: ['rollOver', 2] }));
  expect(topics).toEqual(teachTopics.filter((topic) => topics.includes(topic)));
  expect(topics.slice(0, 2)).toEqual(['takeCare', 'spotter']);
});

test('a level that there is not teaches nothing; half a level as the one below', () => {
  expect(taught('march', 9)).toEqual({});
  expect(taught('march', 2.5)).toEqual(taught('march', 2));
});

describe('the school in force speaks where its point comes up, and nowhere else', () => {
  const says = (id: string, level: number, school?: string) =>
    taught(id, level, school ? { school } : {}).sayNow?.join(' ') ?? '';
  test('pelvis under leg load: each level by how many legs are up, and not lying still', () => {
    expect(says('march', 3)).toContain('Hip bones and pubic bone stay level.');
    expect(says('march', 5)).toContain('a little lengthening of the low back is welcome');
    expect(says('march', 3, 'gradedImprint')).toContain('the tail stays down');
    expect(says('neutralCheck', 1)).not.toMatch(/level|tail/);
  });
  test('eyes only with the head up, hands on the leg only where one is held, no knee where none comes', () => {
    expect(says('singleLegStretch', 4)).toMatch(/Look at your thighs.*|Knee stops above the hip/);
    expect(says('singleLegStretch', 1)).not.toMatch(/Look at|Knee stops|hand to the/);
    expect(says('hundred', 1)).not.toMatch(/Look at/);
  });
  test('long legs are told to bend, bent ones are not', () => {
    const level = entry(repertoire.exercises, 'rollUp').levels.find(({ top }) => top.left.kind === 'along')?.number;
    expect(says('rollUp', level ?? 0)).toContain('Bend the knees for the way down.');
    expect(says('rollUp', 1)).not.toContain('Bend the knees');
  });
  test('a trunk that rolls is not braced, whatever the school', () => {
    expect(says('rollUp', 5, 'gradedImprint')).toContain('Let it be soft');
    expect(says('march', 3, 'gradedImprint')).not.toContain('Let it be soft');
  });
  test('a rise that begins lying waits with the pelvis, one that begins sitting does not', () => {
    expect(says('rollUp', 5)).toContain('Pelvis waits');
    expect(says('rollUp', 1)).not.toContain('Pelvis waits');
  });
  test('arms by the sides are told what to do, arms to the ceiling are not', () => {
    expect(says('bridgeArticulated', 1)).toContain('Arms lie light.');
    expect(says('bridgeArticulated', 2)).not.toContain('Arms');
  });
  test('legs turn out by the school, where the level does not say itself how they lie', () => {
    expect(taught('lowerLift', 1, { school: 'classicalFlow' }).legs?.[0]).toMatch(/^Turned out/);
    expect(taught('lowerLift', 1).legs?.[0]).toMatch(/^Parallel/);
    expect(taught('legCircle', 2, { school: 'classicalFlow' })).toMatchObject({ legs: ['Parallel, the knee soft.'] });
    expect(says('legCircle', 2, 'classicalFlow')).not.toMatch(/Turn out|kneecap/);
  });
});

test('hands: as the entry says, else from where they are; wrists have a choice where the mat carries them', () => {
  expect(taught('legFloat', 2).hands).toEqual(['By the sides, palms down.']);
  expect(taught('neckPull', 2).hands).toEqual(['Behind the head: they carry it, they do not pull.']);
  expect(taught('armLegReach', 2).hands?.[1]).toMatch(/^Where a wrist complains: fists/);
  expect(taught('longStretch', 1).hands).toEqual(['Whole hands on the bar, shoulder-wide, wrists straight.']);
  expect(taught('mermaid', 1).hands).toEqual(['One light on the box, the other long over the head.']);
});

test('whoever carries weight, holds on or reaches is told about her hands: every level but those where they lie free', () => {
  const silent = repertoire.exercises.flatMap(({ id, levels }) =>
    levels.flatMap(({ number }) => (taught(id, number).hands ? [] : [`${id} ${number}`])),
  );
  expect(silent).toEqual([]);
});

test('a spotter is placed where one is wanted, and only there', () => {
  for (const exercise of repertoire.exercises)
    for (const { number, load } of exercise.levels)
      expect([exercise.id, number, taught(exercise.id, number).spotter !== undefined]).toEqual([
        exercise.id,
        number,
        load.also.includes('spotter'),
      ]);
});

test('the choices for wrists are told only where hands carry', () => {
  for (const exercise of repertoire.exercises)
    for (const level of exercise.levels) {
      const { hands } = factsOfPhase(level);
      const isTold = taught(exercise.id, level.number).hands?.join(' ').includes('wrist complains') ?? false;
      const isCarried = exercise.apparatus === 'mat' && [hands.left, hands.right].includes('carriesFlat');
      expect([exercise.id, level.number, isTold]).toEqual([exercise.id, level.number, isCarried]);
    }
});

describe('into the next', () => {
  test('over the mat: step by step, and by what she may', () => {
    expect(taught('legFloat', 2, { next: ['armLegReach', 2] }).next?.[0]).toMatch(/^Knees bent, roll to the side/);
    expect(taught('legFloat', 2, { next: ['spineStretch', 2] }).next?.at(-1)).toMatch(/^Where the spine rolls well/);
    const careful = taught('legFloat', 2, { next: ['spineStretch', 2], conditions: ['lowBoneDensity'] });
    expect(careful.next?.join()).not.toMatch(/roll up bone/);
  });
  test('in one place nothing changes; onto apparatus its own way in; last of all nothing', () => {
    expect(taught('legFloat', 2, { next: ['march', 3] }).next).toEqual(['Stay where you are.']);
    expect(taught('legFloat', 2, { next: ['footwork', 1] }).next).toEqual([
      entry(repertoire.exercises, 'footwork').transition,
    ]);
    expect(taught('footwork', 1, { next: ['snake', 1] }).next).toEqual([
      entry(repertoire.exercises, 'snake').transition,
    ]);
    expect(taught('legFloat', 2).next).toBeUndefined();
  });
  test('every neighbour in the orders that ship has a way, at every level that it rests otherwise', () => {
    for (const { exercises } of repertoire.sequences)
      for (const [i, id] of exercises.slice(1).entries())
        expect([id, taught(exercises[i] ?? '', 1, { next: [id, 1] }).next?.length ?? 0]).not.toEqual([id, 0]);
  });
});

describe('other ways of doing a level', () => {
  const forms = (id: string, level: number, more: Asked = {}) =>
    (taught(id, level, more).forms ?? []).map((line) => line.split(':')[0]);
  test('those of this level, with the props of this room', () => {
    expect(forms('bridgeNeutral', 2)).toEqual(['Arms overhead', 'One hip down and up', 'Shift and drop']);
    expect(forms('bridgeNeutral', 2, { props: ['bigBall'] })).toContain('Calves on the big ball');
    expect(forms('bridgeNeutral', 1)).toEqual(['Arms overhead']);
    expect(forms('armLegReach', 4)).toEqual(['Arm to the side']);
  });
  test('none that a caution rules out: arms overhead, a hip that may not turn out, a ball that rolls', () => {
    expect(forms('bridgeNeutral', 2, { conditions: ['shoulder'] })).not.toContain('Arms overhead');
    expect(forms('legCircle', 3)).toEqual(expect.arrayContaining(['Turned out', 'Turned in']));
    expect(forms('legCircle', 3, { conditions: ['hipFromFront'] })).not.toContain('Turned out');
    expect(forms('legCircle', 3, { conditions: ['hipFromBehind'] })).not.toContain('Turned in');
  });
});

test('an end point speaks of tabletop exactly where the top has it', () => {
  for (const exercise of repertoire.exercises)
    for (const level of exercise.levels) {
      const words = level.endPoint ?? exercise.endPoint;
      const { left, right } = factsOfPhase(level).tabletop;
      const where = [exercise.id, level.number];
      if (/both thighs upright/i.test(words)) expect([where, left && right]).toEqual([where, true]);
      else if (/thigh upright, (its )?shin level/i.test(words)) expect([where, left !== right]).toEqual([where, true]);
    }
});
