import { repertoire } from '@/repertoire';
import { entry } from '../knowledge/find';
import { findTrials, shapeOf, totalsOf, withShapes, withoutTrials } from './evidence';
import type { Evidence, Trial } from './evidence';
import { rankCorrections } from './rank';
import type { RankContext } from './rank';

const pair = { fault: 'arch', correction: 'breatheFirst' };
const counted = (exercise: string, tried: number, helped: number, failedRunning = 0): Evidence => ({
  ...pair,
  exercise,
  tried,
  helped,
  failedRunning,
});
const shaped = (...rows: readonly Evidence[]) => withShapes(repertoire.exercises, rows);
const asked = { exercise: 'legFloat', shape: shapeOf(entry(repertoire.exercises, 'legFloat')) };
const rank = (more: Partial<RankContext>) =>
  rankCorrections(repertoire, {
    fault: 'arch',
    exercise: 'legFloat',
    level: 2,
    history: [],
    conditions: [],
    props: [],
    touchConsent: false,
    ...more,
  });
const breatheFirst = (more: Partial<RankContext>) =>
  rank(more).options.find(({ correction }) => correction === 'breatheFirst');

test('exercises of one shape: lying with the head down, curled up, in a plank, on hands and knees', () => {
  const shapes = ['legFloat', 'march', 'headFloat', 'hundred', 'longStretch', 'armLegReach', 'bridgeNeutral'].map(
    (id) => shapeOf(entry(repertoire.exercises, id)),
  );
  expect(shapes).toEqual([
    'onBack, head down',
    'onBack, head down',
    'onBack, head up',
    'onBack, head down',
    'plank',
    'handsAndKnees',
    'bridged',
  ]);
  expect(withShapes(repertoire.exercises, [counted('goneSince', 1, 1)])).toEqual([counted('goneSince', 1, 1)]);
});

test('what was tried is told apart: in this exercise, in others of its shape, elsewhere; a trial without one is of this', () => {
  const rows = shaped(
    counted('legFloat', 3, 2),
    counted('march', 4, 1),
    counted('armLegReach', 5, 5),
    counted('goneSince', 1, 0),
  );
  const history: Trial[] = [{ ...pair, success: true, client: 'this' }];
  expect(findTrials(pair, history, { client: rows, studio: rows }, asked)).toEqual({
    client: { here: [3, 4], alike: [1, 4], elsewhere: [5, 6] },
    others: { here: [0, 0], alike: [0, 0], elsewhere: [0, 0] },
    failedRunning: 0,
  });
});

test('nearer counts last, and so most: a prior of its own, then 0 of 4 elsewhere, then 4 of 4 here', () => {
  const { prior } = entry(repertoire.corrections, 'breatheFirst');
  const studio = shaped(counted('legFloat', 4, 4), counted('armLegReach', 4, 0));
  const afar = (4 * prior + 0) / 8;
  expect(breatheFirst({ known: { client: [], studio } })?.probability).toBeCloseTo((4 * afar + 4) / 8, 12);
  // Told the other way round the same trials give less.
  const turned = shaped(counted('legFloat', 4, 0), counted('armLegReach', 4, 4));
  expect(breatheFirst({ known: { client: [], studio: turned } })?.probability).toBeCloseTo(
    (4 * ((4 * prior + 4) / 8) + 0) / 8,
    12,
  );
});

test('the words tell the counts of this exercise first', () => {
  const here = shaped(counted('legFloat', 3, 2));
  const all = shaped(counted('legFloat', 3, 2), counted('march', 4, 1), counted('armLegReach', 2, 2));
  expect(breatheFirst({ known: { client: here, studio: here } })?.why).toBe(
    'Worked 2 of 3 times with this client. It costs no more than words.',
  );
  expect(breatheFirst({ known: { client: here, studio: all } })?.why).toBe(
    'Worked 2 of 3 times with this client; 2 of 3 here, 1 of 4 in exercises like it, 2 of 2 elsewhere in this studio. It costs no more than words.',
  );
  expect(breatheFirst({ known: { client: [], studio: shaped(counted('march', 4, 1)) } })?.why).toBe(
    'Not tried with this client; worked 1 of 4 times in exercises like it in this studio. It costs no more than words.',
  );
});

test('it is dropped after two failures running here; failures in another shape do not count where it helped here', () => {
  const why = (...rows: readonly Evidence[]) => {
    const known = { client: shaped(...rows), studio: shaped(...rows) };
    return rank({ known }).excluded.find(({ correction }) => correction === 'breatheFirst')?.why;
  };
  expect(why(counted('legFloat', 2, 0, 2))).toMatch(/last two times/);
  expect(why(counted('legFloat', 1, 1, 0), counted('armLegReach', 2, 0, 2))).toBeUndefined();
  // Never tried here: what failed nearest to it counts.
  expect(why(counted('march', 2, 0, 2), counted('armLegReach', 2, 2, 0))).toMatch(/last two times/);
});

test('trials that are told elsewhere are taken off the exercise in which they were made', () => {
  const rows = [counted('legFloat', 3, 2), counted('march', 3, 2)];
  const one: Trial = { ...pair, success: true, client: 'this', exercise: 'march' };
  expect(withoutTrials(rows, [one])).toEqual([rows[0], counted('march', 2, 1)]);
});

test('totals are of all exercises together', () => {
  const rows = [counted('legFloat', 3, 2), { ...counted('march', 1, 1), fault: 'flare' }, counted('march', 4, 1)];
  expect(totalsOf(rows)).toEqual([
    { ...pair, tried: 7, helped: 3 },
    { ...pair, fault: 'flare', tried: 1, helped: 1 },
  ]);
});
