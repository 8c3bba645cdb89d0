import { repertoire } from '@/repertoire';
import { madeFilm, playedSet } from '../../../tests/rigs/made-films';
import type { LandmarkKey } from '../anatomy/landmarks';
import type { View } from '../anatomy/positions';
import type { PlayedSet } from '../body/played-set';
import type { Vec2 } from '../geometry';
import { normal, seeded } from '../random';
import { entry, levelOf } from './find';
import { readFilm } from './film';
import type { FilmInput, FilmReading } from './film';

const legCircle = entry(repertoire.exercises, 'legCircle');
const set: PlayedSet = { ...playedSet, repetitions: 4, stillS: 1.5, outS: 1.4, holdS: 0, backS: 1.4, restS: 0 };

function read(input: FilmInput): FilmReading {
  const told = readFilm(input, repertoire);
  if (!told.ok) throw new Error(told.error.message);
  return told.value;
}

const drawn = (view: View, more: Partial<PlayedSet> = {}) =>
  madeFilm({ exercise: legCircle, level: levelOf(legCircle, 3), view, set: { ...set, ...more }, fps: 30 });

test('the drawn leg goes round four times, seen from above: four circles, all clean', () => {
  const { circles, repetitions, driver } = read(drawn('above'));
  expect([driver.line, circles?.mark, circles?.isEdgeOn]).toEqual(['circle', 'LM_R', false]);
  expect(circles?.circles.map(({ clean }) => clean)).toEqual([true, true, true, true]);
  expect(circles?.circles.map(({ direction }) => direction)).toEqual(Array(4).fill(circles?.circles[0]?.direction));
  expect(repetitions.map(({ verdict }) => verdict)).toEqual(['clean', 'clean', 'clean', 'clean']);
});

test('from the foot end a leg that stands upright goes round edge-on: how wide, clean or lost, and no radius', () => {
  const fault = { id: 'roll', amount: 12, repetitions: [3], when: 'through' } as const;
  const { circles, repetitions } = read(drawn('foot', { fault }));
  expect(repetitions.map(({ verdict }) => verdict)).toEqual(['clean', 'clean', 'lost', 'clean']);
  expect([circles?.isEdgeOn, circles?.circles]).toEqual([true, []]);
  // 18° out and 8° across of a leg of some 0.8 m: sin 18° + sin 8° are 0.45 of it.
  for (const { widthMm } of circles?.widths ?? []) expect(widthMm / (0.45 * 800)).toBeCloseTo(1, 0);
  expect(circles?.widths).toHaveLength(4);
  expect(circles?.widestCleanMm ?? 0).toBeGreaterThan(200);
});

test('what a lens at a distance that nobody told leaves unknown of a radius is said: it holds 2.4 m for the usual 3 m', () => {
  const film = drawn('above');
  const circlesAt = (lensDistanceMm: number | undefined) => {
    const { lensDistanceMm: _, ...setting } = film.setting;
    return read({ ...film, setting: { ...setting, ...(lensDistanceMm ? { lensDistanceMm } : {}) } }).circles;
  };
  const [told, usual] = [circlesAt(2400), circlesAt(undefined)];
  const [truth, read3] = [told?.circles[0]?.radiusMm ?? 0, usual?.circles[0]?.radiusMm ?? 0];
  const off = read3 / truth - 1;
  // An ankle some 0.8 m above the mat: (1 − 0.8 / 3) / (1 − 0.8 / 2.4) = 1.1; and 0.36 of 25 % and 10 % together.
  expect(off).toBeCloseTo(0.1, 1);
  expect(usual?.lengthError).toBeCloseTo(0.1, 1);
  expect(off).toBeLessThan(2 * (usual?.lengthError ?? 0));
  expect(told?.lengthError ?? 1).toBeLessThan(0.7 * (usual?.lengthError ?? 0));
});

/** A film in which an ankle goes round on a true circle, about a centre beside the midline; the hips lie still. mm as pixels. */
function truly(radiusMm: number, beside: number, clockwise: boolean, noiseMm: number): FilmInput {
  const uniform = seeded(radiusMm);
  const film = drawn('foot');
  const { times, points } = film.film;
  const [left, right] = [points.ASIS_L?.[0], points.ASIS_R?.[0]];
  if (!left || !right) throw new Error('no hips');
  const [mx, my] = [(left[0] + right[0]) / 2, (left[1] + right[1]) / 2];
  const toLeft = Math.sign(left[0] - right[0]);
  const noisy = ([x, y]: Vec2): Vec2 => [x + noiseMm * normal(uniform), y + noiseMm * normal(uniform)];
  const path = times.map((s): Vec2 => {
    const turn = (clockwise ? -1 : 1) * Math.min(Math.max(0, s - 1.5), 9) * ((2 * Math.PI) / 3);
    const x = beside + radiusMm * Math.cos(turn);
    return noisy([mx + toLeft * x, my - 600 - radiusMm * Math.sin(turn)]);
  });
  const still = (at: Vec2) => times.map(() => noisy(at));
  const keys = { ASIS_L: still(left), ASIS_R: still(right), LM_L: path } satisfies Partial<Record<LandmarkKey, Vec2[]>>;
  const sdPx = Object.fromEntries(Object.keys(keys).map((key) => [key, times.map(() => 0.3)]));
  // What goes round stands as far from the lens as the known length: no perspective to take off.
  return { ...film, setting: { ...film.setting, lensDistanceMm: 20_000 }, film: { times, points: keys, sdPx } };
}

test.each([
  [40, 0, false, true],
  [90, 60, true, true],
  [140, 150, false, false],
])('a true circle of %i mm, its centre %i mm beside the midline', (radiusMm, beside, clockwise, crosses) => {
  const { circles } = read(truly(radiusMm, beside, clockwise, 0.4));
  expect(circles?.circles).toHaveLength(3);
  for (const one of circles?.circles ?? []) {
    expect(Math.abs(one.radiusMm / radiusMm - 1)).toBeLessThan(0.05);
    expect(one.roundness).toBeGreaterThan(0.95);
    expect(one.direction).toBe(clockwise ? 'clockwise' : 'counterclockwise');
    expect(one.crossedMidline).toBe(crosses);
  }
});

test('without a known length, or from the side, no circle is told', () => {
  const film = drawn('foot');
  const told = readFilm({ ...film, lines: { ...film.lines, scale: null } }, repertoire);
  expect(told.ok && told.value.circles).toBeFalsy();
  expect(read(madeFilm({ exercise: legCircle, level: levelOf(legCircle, 3), set })).circles).toBeUndefined();
});
