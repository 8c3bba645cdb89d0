// Sessions of raters as they are shown: the pictures without their truth while she reads, the report once hers is whole.
import { nameOf } from '@/core/alignment/words';
import { makeTilt } from '@/core/eye/make';
import type { Making } from '@/core/eye/make';
import { withoutTruth } from '@/core/eye/question';
import type { Question, RatingValue } from '@/core/eye/question';
import { trained } from '@/core/eye/trained';
import type { Trained } from '@/core/eye/trained';
import { reportOf } from '@/core/eye/raters';
import type { RatingMethod, Report } from '@/core/eye/raters';
import { markedNames, markedPlaces, trueMarksOf } from '@/core/eye/room';
import type { Level, Repertoire } from '@/core/knowledge/entries';
import { resolveStances } from '@/core/knowledge/stances';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { sampleStandardDeviation } from 'simple-statistics';
import { datesIn } from '@/data/days';
import { againAfterDays, findRating, listRatings, mayReadAgain } from '@/data/stores/raters';
import type { RatingView } from '@/data/stores/raters';
import { findRepertoire, findStudio } from '@/data/stores/studio';
import type { Who } from '@/data/types';
import type { ShownQuestion } from './read';

export type RatersList = {
  readonly sessions: readonly {
    readonly id: string;
    readonly title: string;
    readonly method: RatingMethod;
    readonly count: number;
    readonly on: string;
    readonly madeBy: string;
    readonly mine: number;
    readonly raters: number;
  }[];
};

export async function readRaters(who: Who, locale: string): Promise<RatersList> {
  const [sessions, { timeZone }] = await Promise.all([listRatings(who), findStudio(who)]);
  const { short } = datesIn(locale, timeZone);
  return { sessions: sessions.map(({ madeAt, isOwn: _, ...one }) => ({ ...one, on: short(madeAt) })) };
}

/** Marks are five pictures, as many as one sets with patience. */
const markedCount = 5;
const widestDeg = 13;
const tries = 12;

/** Pictures for raters: tilts spread evenly over what is met, in no order. */
export async function makeRatedPictures(
  who: Who,
  method: RatingMethod,
  measure: Trained,
  wanted: number,
): Promise<Result<Question[]>> {
  const [repertoire, studio] = await Promise.all([findRepertoire(who), findStudio(who)]);
  const stances = resolveStances(repertoire, studio.school, studio.stances);
  if (!stances.ok) return stances;
  const making: Making = { repertoire, stances: stances.value, random: Math.random };
  const count = method === 'marks' ? markedCount : wanted;
  const tilts = Array.from({ length: count }, (_, i) => -widestDeg + (2 * widestDeg * (i + Math.random())) / count);
  const pictures = tilts.flatMap((deg) => onePicture(making, method, measure, deg) ?? []);
  if (pictures.length < count)
    return failure('noQuestion', 'The repertoire shows too little of this block.', 'measure');
  return success(shuffled(pictures));
}

function onePicture(making: Making, method: RatingMethod, measure: Trained, deg: number): Question | undefined {
  for (let i = 0; i < tries; i += 1) {
    const made = makeTilt(making, 'tilt', method === 'marks' ? trained[0] : measure, deg);
    if (!made || method !== 'marks') return made;
    if (made.figure.style === 'room' && made.figure.view === 'side') return made;
  }
  return undefined;
}

function shuffled<T>(all: readonly T[]): T[] {
  const mixed = [...all];
  for (let i = mixed.length - 1; i > 0; i -= 1) {
    const k = Math.floor(Math.random() * (i + 1));
    const [a, b] = [mixed[i], mixed[k]];
    if (a !== undefined && b !== undefined) [mixed[i], mixed[k]] = [b, a];
  }
  return mixed;
}

export type RatingPage = {
  readonly id: string;
  readonly title: string;
  readonly method: RatingMethod;
  readonly on: string;
  readonly madeBy: string;
  readonly isOwn: boolean;
  readonly measureName: string;
  /** The pictures, without truth while she reads. */
  readonly pictures: readonly ShownQuestion[];
  /** Which reading is under way; none when hers is whole. */
  readonly reading: { readonly occasion: 1 | 2; readonly values: readonly (RatingValue | null)[] } | null;
  readonly finished: number;
  readonly report: (Report & { readonly truth: readonly number[]; readonly marks: readonly Spread[] }) | null;
  /** Whether, or from which day on, she may read them again. */
  readonly again: { readonly may: boolean; readonly from: string } | null;
};

/** How far apart several set one mark, mm. */
export type Spread = { readonly name: string; readonly mm: number };

const truthOf = ({ asked }: Question): number => (asked.kind === 'tilt' ? asked.truthDeg : 0);

function shownOf({ exercises }: Repertoire, question: Question, place: number, of: number): ShownQuestion {
  const exercise = exercises.find(({ id }) => id === question.figure.exercise);
  const level: Level | undefined = exercise?.levels.find(({ number }) => number === question.figure.level);
  return {
    ...withoutTruth(question),
    ...{ place, of, exerciseName: exercise?.name ?? '', levelName: level?.name ?? '' },
    ...{ scene: level?.scene ?? null, options: [], photo: null, told: null },
  };
}

/** Over all pictures, how far several people's marks of one place lie apart: root of the mean variance, each axis, mm. */
function spreadOfMarks({ pictures, all }: RatingView): Spread[] {
  return markedPlaces.map((name, k) => {
    const variances = pictures.flatMap((question, place) => {
      const mmPerPx = trueMarksOf(question)[k]?.mmPerPx ?? 0;
      const set = all.flatMap(({ values }) => values[place]?.points?.[k] ?? []);
      const axis = (which: 0 | 1) => set.filter((_, i) => i % 2 === which).map((share) => share * roomWidth * mmPerPx);
      return set.length >= 4 ? [axis(0), axis(1)].map((values) => sampleStandardDeviation(values) ** 2) : [];
    });
    const mean = variances.reduce((sum, one) => sum + one, 0) / Math.max(1, variances.length);
    return { name: markedNames[name], mm: Math.sqrt(mean) };
  });
}
/** Marks are kept in shares of a lying picture's width, px. */
const roomWidth = 1280;

function reportFor(view: RatingView): RatingPage['report'] {
  if (view.all.length < 1) return null;
  const truth = view.pictures.map(truthOf);
  const raters = view.all.map(({ name, occasion, values }) => ({
    name: occasion === 2 ? `${name}, again` : name,
    again: occasion === 2,
    values: values.map(({ deg }) => deg),
  }));
  const marks = view.card.method === 'marks' && raters.length > 1 ? spreadOfMarks(view) : [];
  return { ...reportOf(raters, truth, view.card.method), truth, marks };
}

/** Her reading that is under way: the first, or a second that she has begun or asks for. */
function readingOf({ mine, mineFinishedAt }: RatingView, again: boolean): RatingPage['reading'] {
  const values = (occasion: 1 | 2) => ({ occasion, values: mine[occasion].map((one) => one ?? null) });
  if (!mineFinishedAt) return values(1);
  const second = mine[2].filter(Boolean).length;
  const isWhole = second === mine[2].length;
  return !isWhole && (second > 0 || (again && mayReadAgain(mineFinishedAt, new Date()))) ? values(2) : null;
}

export async function readRating(who: Who, locale: string, id: string, again: boolean): Promise<Result<RatingPage>> {
  const [found, repertoire, { timeZone }] = await Promise.all([
    findRating(who, id),
    findRepertoire(who),
    findStudio(who),
  ]);
  if (!found.ok) return found;
  const view = found.value;
  const { short } = datesIn(locale, timeZone);
  const { title, method, madeAt, madeBy, isOwn } = view.card;
  const [first] = view.pictures;
  const reading = readingOf(view, again);
  const hasAgain = view.mine[2].some(Boolean);
  const from = view.mineFinishedAt && new Date(view.mineFinishedAt.getTime() + againAfterDays * 86_400_000);
  return success({
    ...{ id, title, method, madeBy, isOwn, reading, finished: view.finished },
    on: short(madeAt),
    measureName: first && first.asked.kind === 'tilt' ? nameOf(first.asked.measure) : '',
    pictures: view.pictures.map((question, place) => shownOf(repertoire, question, place, view.pictures.length)),
    report: reading ? null : reportFor(view),
    again: from && !reading && !hasAgain ? { may: from.getTime() <= Date.now(), from: short(from) } : null,
  });
}
