import { beforeAll, describe, expect, test } from '@jest/globals';
import { repertoire } from '@/repertoire';
import { madeFilm, marksOfRest, playedSet } from '../../../tests/rigs/made-films';
import type { Filmed } from '../../../tests/rigs/made-films';
import { normal, seeded } from '../random';
import type { PlayedFault } from '../body/played-set';
import { entry } from './find';
import type { Vec2 } from '../geometry';
import { frameOfMarks, marksAt, readFilm } from './film';
import type { FilmInput, FilmReading } from './film';

const find = (id: string, number: number): Pick<Filmed, 'exercise' | 'level'> => {
  const exercise = entry(repertoire.exercises, id);
  const level = exercise.levels.find((one) => one.number === number);
  if (!level) throw new Error('no such level');
  return { exercise, level };
};
const lowered = find('lowerLift', 1);
const read = (input: FilmInput): FilmReading => {
  const reading = readFilm(input, repertoire);
  if (!reading.ok) throw new Error(reading.error.message);
  return reading.value;
};
const arch = (amount: number, repetitions: readonly number[], when: PlayedFault['when'] = 'through') => ({
  set: { ...playedSet, fault: { id: 'arch', amount, repetitions, when } },
});
const verdicts = ({ repetitions }: FilmReading) => repetitions.map(({ verdict }) => verdict);
/** When a repetition of the played set is in the middle of its hold, s. */
const turnOf = (number: number): number => {
  const { stillS, outS, holdS, backS, restS } = playedSet;
  return stillS + (number - 1) * (outS + holdS + backS + restS) + outS + holdS / 2;
};

describe('legs lowered and lifted six times, an arch in the fourth and fifth', () => {
  let reading: FilmReading;
  beforeAll(() => {
    const uniform = seeded(7);
    reading = read(madeFilm({ ...lowered, ...arch(14, [4, 5]), noise: () => 0.4 * normal(uniform) }));
  });

  test('the thigh drives, and every repetition turns where it does', () => {
    expect(reading.driver).toMatchObject({ line: 'thigh', from: 'GT_R', to: 'LK_R' });
    expect(reading.repetitions).toHaveLength(6);
    for (const [i, { turnS }] of reading.repetitions.entries())
      expect(Math.abs(turnS - turnOf(i + 1))).toBeLessThan(0.05);
  });

  test('three are clean, two lost to the arch, and form ends there', () => {
    expect(verdicts(reading)).toEqual(['clean', 'clean', 'clean', 'lost', 'lost', 'clean']);
    expect(reading.cleanInARow).toBe(3);
    const [, , , fourth] = reading.repetitions;
    expect(fourth?.finding).toMatchObject({ fault: 'arch', verdict: 'out', measure: 'pelvicTiltStrip' });
    expect(Math.abs((fourth?.finding?.value ?? 0) - 14)).toBeLessThan(1.2);
    expect(fourth?.lost?.when).toBe('out');
    expect(Math.abs((fourth?.worstS ?? 0) - turnOf(4))).toBeLessThan(0.4);
  });

  test('the leg moves first: the pelvis only follows', () => {
    expect(read(madeFilm({ ...lowered, ...arch(6, [1, 2, 3, 4, 5, 6]) })).first).toBe('limb');
  });
});

test('a fault on the way back alone is lost there', () => {
  const [, second] = read(madeFilm({ ...lowered, ...arch(16, [2], 'back') })).repetitions;
  expect(second).toMatchObject({ verdict: 'lost', lost: { when: 'back' } });
});

test('half a repetition counts neither as done nor as lost', () => {
  const set = { ...playedSet, half: { repetition: 3, share: 0.48 } };
  expect(verdicts(read(madeFilm({ ...lowered, set })))).toEqual([
    'clean',
    'clean',
    'partial',
    'clean',
    'clean',
    'clean',
  ]);
});

test('what lies as near to the limit as skin slips is not judged', () => {
  const [first] = read(madeFilm({ ...lowered, ...arch(5.3, [1]) })).repetitions;
  expect(first).toMatchObject({ verdict: 'notJudged', because: 'nearLimit' });
});

test('a pelvis hidden through a repetition is not judged in it, and the others are', () => {
  const made = madeFilm({ ...lowered });
  const { points, times } = made.film;
  const hidden = (key: 'STF_R' | 'STB_R') =>
    points[key]?.map((at, i) => (Math.abs((times[i] ?? 0) - turnOf(2)) < 0.6 ? null : at)) ?? [];
  const reading = read({
    ...made,
    film: { ...made.film, points: { ...points, STF_R: hidden('STF_R'), STB_R: hidden('STB_R') } },
  });
  expect(verdicts(reading)).toEqual(['clean', 'notJudged', 'clean', 'clean', 'clean', 'clean']);
  expect(reading.repetitions[1]?.because).toBe('notSeen');
  expect(reading.lostShare.STF_R).toBeGreaterThan(0.03);
});

describe('a set that begins rolled up', () => {
  const rolled = find('rollingBack', 2);

  test('is counted, and its curve not judged by that beginning', () => {
    const reading = read(madeFilm(rolled));
    expect(verdicts(reading)).toEqual(Array(6).fill('notJudged'));
    expect(reading.notJudged.cCurve).toMatch(/at rest/);
  });

  test('is judged against the body at rest, where that was marked by the same camera', () => {
    const reading = read({ ...madeFilm(rolled), neutral: marksOfRest() });
    expect(reading.notJudged).toEqual({});
    expect(verdicts(reading)).toEqual(Array(6).fill('clean'));
  });
});

test('an arm that lifts is no shoulder off its hand', () => {
  const reading = read(madeFilm(find('armLegReach', 4)));
  expect(reading.notJudged.shoulderOverWrist).toMatch(/arm toward the lens is off the mat/);
});

test('what cannot be read is said', () => {
  const made = madeFilm(lowered);
  expect(readFilm({ ...made, lines: { matLine: null, scale: null } }, repertoire)).toMatchObject({
    error: { code: 'noMatLine' },
  });
  expect(readFilm(madeFilm(find('frontSupportHold', 2)), repertoire)).toMatchObject({
    error: { code: 'nothingMoves' },
  });
  const fault = { id: 'arch', amount: 14, repetitions: [2, 4], when: 'through' as const };
  expect(readFilm(madeFilm({ ...find('legFloat', 1), set: { ...playedSet, fault } }), repertoire)).toMatchObject({
    error: { code: 'tooLittle' },
  });
  expect(readFilm({ ...made, exercise: 'nothing' }, repertoire)).toMatchObject({ ok: false });
});

test('marks of a frame are those that were seen in it, each with its own error', () => {
  const { film, lines } = madeFilm({ ...lowered, only: ['GT_R', 'LK_R'] });
  const gone = { ...film, points: { ...film.points, LK_R: film.times.map(() => null) } };
  const marks = marksAt(gone, lines, 10);
  expect(Object.keys(marks.landmarks)).toEqual(['GT_R']);
  expect(marks.sdPx).toEqual({ GT_R: 0.2 });
});

test('where what moves was lost on its way, that is told, and not that nothing moves', () => {
  const { film, ...input } = madeFilm({ ...lowered, set: playedSet, fps: 25 });
  const from = film.times.findIndex((at) => at > playedSet.stillS);
  const cut = (keys: readonly string[]) => ({
    ...film,
    points: Object.fromEntries(
      Object.entries(film.points).map(([key, path]) => [
        key,
        (path ?? []).map((at, i) => (i > from && keys.includes(key) ? null : at)),
      ]),
    ),
  });
  const all = Object.keys(film.points);
  const lost = readFilm({ ...input, film: cut(all) }, repertoire);
  expect(lost).toMatchObject({
    error: { code: 'lostOnTheWay', message: expect.stringContaining(`${all.length} of ${all.length} marks`) },
  });
  const resting = {
    ...film,
    points: Object.fromEntries(
      Object.entries(film.points).map(([key, path]) => [key, (path ?? []).map(() => path?.[0] ?? null)]),
    ),
  };
  expect(readFilm({ ...input, film: resting }, repertoire)).toMatchObject({ error: { code: 'nothingMoves' } });
});

test('the moment that marks were set in is where what was followed lies on them', () => {
  const path = (x: number): Vec2 => [x, 10];
  const film = {
    times: [0, 0.1, 0.2, 0.3],
    points: { GT_R: [path(1), path(5), null, path(9)], LK_R: [path(20), path(21), path(22), path(21.04)] },
    sdPx: {},
  };
  expect(frameOfMarks(film, { GT_R: [9.02, 10], LK_R: [21, 10] })).toBe(3);
  expect(frameOfMarks(film, { GT_R: [5, 10], LK_R: [21, 10], AC_R: [0, 0] })).toBe(1);
  expect(frameOfMarks(film, { AC_R: [0, 0] })).toBeUndefined(); // none of both is told
  expect(frameOfMarks({ ...film, points: { GT_R: [null, null, null, null] } }, { GT_R: [9, 10] })).toBeUndefined();
});
