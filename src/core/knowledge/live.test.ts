import { describe, expect, test } from '@jest/globals';
import { repertoire } from '@/repertoire';
import { madeFilm, playedSet } from '../../../tests/rigs/made-films';
import type { Filmed } from '../../../tests/rigs/made-films';
import type { PlayedFault } from '../body/played-set';
import type { LandmarkKey } from '../anatomy/landmarks';
import type { Vec2 } from '../geometry';
import { keysOf } from '../keyed';
import { normal, seeded } from '../random';
import { entry } from './find';
import type { FilmInput } from './film';
import { LiveWatch } from './live';
import type { LiveRepetition, LiveView } from './live';

const level = (id: string, number: number): Pick<Filmed, 'exercise' | 'level'> => {
  const exercise = entry(repertoire.exercises, id);
  const found = exercise.levels.find((one) => one.number === number);
  if (!found) throw new Error('no such level');
  return { exercise, level: found };
};
const lowered = level('lowerLift', 1);
const set = { ...playedSet, repetitions: 10 };
const arch = (repetitions: readonly number[], when: PlayedFault['when'] = 'through') => ({
  set: { ...set, fault: { id: 'arch', amount: 14, repetitions, when } },
});

type Seen = {
  readonly views: readonly LiveView[];
  readonly told: readonly (LiveRepetition & { readonly toldS: number })[];
};

/** A made film shown frame by frame; `hides`: whether a landmark is hidden at a time. */
function watch(
  { film, neutral: _, ...input }: FilmInput,
  hides: (key: LandmarkKey, s: number) => boolean = () => false,
  restIsNeutral = false,
): Seen {
  const begun = LiveWatch.begin(input, repertoire, restIsNeutral);
  if (!begun.ok) throw new Error(begun.error.message);
  const views = film.times.map((atS, i) => {
    const points: Partial<Record<LandmarkKey, Vec2>> = {};
    const sdPx: Partial<Record<LandmarkKey, number>> = {};
    for (const key of keysOf(film.points)) {
      const at = film.points[key]?.[i];
      if (!at || hides(key, atS)) continue;
      points[key] = at;
      sdPx[key] = 0.3;
    }
    return begun.value.see({ atS, points, sdPx });
  });
  const told = views.flatMap(({ ended }, i) => ended.map((one) => ({ ...one, toldS: film.times[i] ?? 0 })));
  return { views, told };
}
const verdicts = ({ told }: Seen) => told.map(({ verdict }) => verdict).join(' ');
const noisy = (sd: number) => {
  const uniform = seeded(11);
  return () => sd * normal(uniform);
};
/** When a repetition ends, s. */
const endOf = (number: number): number => {
  const { stillS, outS, holdS, backS, restS } = set;
  return stillS + number * (outS + holdS + backS + restS) - restS;
};

test.each([
  ['legFloat', 1],
  ['march', 1],
  ['kneeFloat', 1],
] as const)(
  '%s at level %s moves too little: nothing is counted, not even what an arch alone would move',
  (id, number) => {
    const seen = watch(madeFilm({ ...level(id, number), ...arch([4, 8]), noise: noisy(0.5) }));
    expect(seen.told).toEqual([]);
    expect(seen.views.at(-1)).toMatchObject({ stage: 'watching', counts: false });
    expect(watch(madeFilm({ ...level('legFloat', 2), set, noise: noisy(0.5) })).views.at(-1)?.counts).toBe(true);
  },
);

describe('ten repetitions watched as they are done, an arch in the fourth and the eighth', () => {
  const seen = watch(madeFilm({ ...lowered, ...arch([4, 8]), noise: noisy(0.5) }));

  test('each is told once, in order, the two as lost to the arch on the way out', () => {
    expect(verdicts(seen)).toBe('clean clean clean lost clean clean clean lost clean clean');
    expect(seen.told[3]?.reason).toMatchObject({
      fault: 'arch',
      block: 'pelvis',
      measure: 'pelvicTiltStrip',
      when: 'out',
    });
    expect(Math.abs((seen.told[3]?.reason?.value ?? 0) - 14)).toBeLessThan(1.5);
    expect(seen.told[0]).toMatchObject({ side: 'R', reason: { fault: null } });
  });
  test('within six tenths of a second of its end', () => {
    for (const [i, { toldS, endS }] of seen.told.entries()) {
      expect(Math.abs(endS - endOf(i + 1))).toBeLessThan(0.6); // in the rest band before it is quite down
      expect(toldS - endS).toBeLessThan(0.6);
    }
  });
  test('the pelvis’ bubble is out at the turn of the fourth, and in at the turn of the third and at rest', () => {
    const pelvisAt = (s: number) => {
      const view = seen.views[Math.round(s * 30)];
      return view?.readings.find(({ block }) => block === 'pelvis')?.state;
    };
    expect([endOf(4) - 1.9, endOf(3) - 1.9, endOf(3) + 0.4].map(pelvisAt)).toEqual(['out', 'in', 'in']);
    expect(pelvisAt(0.2)).toBeUndefined(); // not before a still second has told the rest
  });
});

test('a fault on the way back alone is told as lost on the way back', () => {
  const { told } = watch(madeFilm({ ...lowered, ...arch([2], 'back') }));
  expect(told[1]).toMatchObject({ verdict: 'lost', reason: { when: 'back' } });
});

test('where she stands before the pelvis through a repetition, it is not judged, and the next is', () => {
  const hidden = watch(
    madeFilm({ ...lowered, ...arch([6]) }),
    (key, s) => /^(STF|STB|ASIS|PS)/.test(key) && s > endOf(4) + 0.3 && s < endOf(5) + 0.2,
  );
  expect(hidden.told.map(({ verdict }) => verdict).slice(3, 6)).toEqual(['clean', 'notJudged', 'lost']);
  expect(hidden.told[4]?.because).toBe('notSeen');
});

test('a half one is not told, and does not shift the next', () => {
  const half = watch(madeFilm({ ...lowered, set: { ...set, repetitions: 5, half: { repetition: 3, share: 0.35 } } }));
  expect(half.told).toHaveLength(4);
});

test('nobody still, nothing at rest: no repetition, and no bubble', () => {
  const moving = watch(madeFilm({ ...lowered, set: { ...set, stillS: 0, holdS: 0, restS: 0, repetitions: 3 } }));
  expect(moving.told).toEqual([]);
  expect(moving.views.every(({ stage, readings }) => stage === 'still' && readings.length === 0)).toBe(true);
});

test('without a mat line it does not begin, and an unknown exercise is refused', () => {
  const { film: _, ...input } = madeFilm(lowered);
  const begin = (more: Partial<FilmInput>) => {
    const begun = LiveWatch.begin({ ...input, ...more }, repertoire);
    return begun.ok ? '' : begun.error.code;
  };
  expect(begin({ lines: { matLine: null, scale: null } })).toBe('noMatLine');
  expect(begin({ exercise: 'juggling' })).toBe('unknownExercise');
});

test('more than three minutes of it hold a minute in mind, and lose no repetition', () => {
  const long = watch(madeFilm({ ...lowered, fps: 15, set: { ...set, repetitions: 45 } }));
  expect(long.told).toHaveLength(45);
  expect(new Set(long.told.map(({ turnS }) => Math.round(turnS * 10))).size).toBe(45);
});
