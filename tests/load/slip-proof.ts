// Whether stated errors are honest where skin slips as the page of measures says: the drift of 2,000 sets, each another body's skin; and
// flat spots of rolling spines, found and invented. A command of its own: it takes a quarter of an hour.
import { momentAt } from '@/core/body/played-set';
import type { PlayedSet } from '@/core/body/played-set';
import { levelOf, entry } from '@/core/knowledge/find';
import { readFilm } from '@/core/knowledge/film';
import type { FilmInput, FilmReading } from '@/core/knowledge/film';
import { normal, seeded } from '@/core/random';
import { repertoire } from '@/repertoire';
import { madeFilm } from '../rigs/made-films';
import { pick } from '../rigs/made-sets';
import { slipped } from '../rigs/slipping';

const [driftSets, rolledSets] = [Number(process.env.SETS ?? 2000), Number(process.env.ROLLS ?? 300)];
const noiseMm = 0.3;
const percent = (part: number, all: number) => `${((100 * part) / Math.max(1, all)).toFixed(1)} %`;

/** How far each joint goes in the levels that are played, degrees. */
const levels = [
  { id: 'lowerLift', number: 1, moved: { hip: 25, knee: 0, arm: 0 } },
  { id: 'legFloat', number: 2, moved: { hip: 45, knee: 10, arm: 0 } },
  { id: 'kneeFloat', number: 2, moved: { hip: 45, knee: 10, arm: 0 } },
] as const;

function read(film: FilmInput): FilmReading {
  const told = readFilm(film, repertoire);
  if (!told.ok) throw new Error(told.error.message);
  return told.value;
}

const shortSet = (uniform: () => number): PlayedSet => ({
  ...{ repetitions: 2, stillS: 1.2, outS: 0.8 + uniform(), holdS: pick([0, 0.3], uniform) },
  ...{ backS: 0.8 + uniform(), restS: 0.4 },
});

/** Errors of the first repetition's drift, in stated ones. */
function drifts(): void {
  const uniform = seeded(51);
  const errors: number[] = [];
  for (let i = 0; i < driftSets; i += 1) {
    const { id, number, moved } = pick(levels, uniform);
    const exercise = entry(repertoire.exercises, id);
    const archDeg = Math.round(3 + 12 * uniform());
    const set: PlayedSet = {
      ...shortSet(uniform),
      fault: { id: 'arch', amount: archDeg, repetitions: [1], when: 'through' },
    };
    const noise = () => noiseMm * normal(uniform);
    const film = madeFilm({ exercise, level: levelOf(exercise, number), set, fps: 25, noise });
    const first = read(slipped(film, set, moved, uniform)).repetitions[0];
    const { repetition } = momentAt(set, first?.turnS ?? 0);
    if (repetition !== 1) continue;
    const drift = first?.drift.pelvicTiltStrip;
    if (drift) errors.push((drift.value - archDeg) / drift.se);
  }
  const within = errors.filter((one) => Math.abs(one) < 1.96).length;
  console.warn(
    `• the pelvis' drift in ${errors.length} sets within 1.96 stated errors in ${percent(within, errors.length)}`,
  );
}

/** Flat spots: what is truly flat by more than two stated errors, and what is truly not. */
function rolls(): void {
  const uniform = seeded(52);
  const standing = [
    { id: 'rollDownStanding', number: 2, moved: { hip: 0, knee: 0, arm: 40 } },
    { id: 'spineStretch', number: 2, moved: { hip: 10, knee: 0, arm: 10 } },
    { id: 'rollUp', number: 5, moved: { hip: 82, knee: 0, arm: 68 } },
  ] as const;
  let [flat, found, bending, invented, unsure, all] = [0, 0, 0, 0, 0, 0];
  const straight = { flat: 0, bends: 0, unsure: 0 };
  for (let i = 0; i < rolledSets; i += 1) {
    const { id, number, moved } = pick(standing, uniform);
    const exercise = entry(repertoire.exercises, id);
    const fault = { id: 'flatSpot', amount: 110 * uniform(), repetitions: [1, 2], when: 'through' } as const;
    const set: PlayedSet = { repetitions: 2, stillS: 1.3, outS: 2, holdS: 0.4, backS: 2, restS: 0.8, fault };
    const noise = () => noiseMm * normal(uniform);
    const made = { exercise, level: levelOf(exercise, number), set, fps: 12 };
    const truly = read(madeFilm(made)).rolled?.repetitions[0]?.stretches ?? [];
    const told = read(slipped(madeFilm({ ...made, noise }), set, moved, uniform)).rolled?.repetitions[0];
    for (const { stretch, deg, flatUnderDeg } of truly) {
      const one = told?.stretches.find((own) => own.stretch === stretch);
      if (!one) continue;
      all += 1;
      if (one.verdict === 'unsure') unsure += 1;
      const beyond = (flatUnderDeg - deg) / one.se;
      if (beyond > 0) straight[one.verdict] += 1;
      if (beyond > 2) [flat, found] = [flat + 1, found + (one.verdict === 'flat' ? 1 : 0)];
      if (beyond < 0) [bending, invented] = [bending + 1, invented + (one.verdict === 'flat' ? 1 : 0)];
    }
  }
  console.warn(
    `• flat spots in ${rolledSets} rolls with skin that slips: of ${flat} beyond two stated errors ${percent(found, flat)} found; of ${bending} stretches that bend ${percent(invented, bending)} called flat; ${percent(unsure, all)} can't tell; of ${straight.flat + straight.bends + straight.unsure} flat ones, however near the limit, ${straight.flat} called flat, ${straight.unsure} can't tell, ${straight.bends} called bending`,
  );
}

drifts();
rolls();
