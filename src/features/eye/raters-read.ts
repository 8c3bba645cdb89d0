// Sessions of raters as they are shown: the pictures without their truth while she reads, the report once hers is whole.
import { nameOf } from '@/core/alignment/words';
import { makeTilt } from '@/core/eye/make';
import type { Making } from '@/core/eye/make';
import type { Question, RatingValue } from '@/core/eye/question';
import { trained } from '@/core/eye/trained';
import type { Trained } from '@/core/eye/trained';
import { reportOf } from '@/core/eye/raters';
import type { RatingMethod, Report } from '@/core/eye/raters';
import { spreadOfMarks } from '@/core/eye/room';
import type { Spread } from '@/core/eye/room';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { shuffle } from 'simple-statistics';
import { datesIn } from '@/data/days';
import { againAfterDays, findRating, listRatings, mayReadAgain } from '@/data/stores/raters';
import type { RatingView } from '@/data/stores/raters';
import { findRepertoire, findStudio } from '@/data/stores/studio';
import type { Who } from '@/data/types';
import { makingFor, shownFrom } from './read';
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
  const making = makingFor(repertoire, studio);
  if (!making.ok) return making;
  const count = method === 'marks' ? markedCount : wanted;
  const tilts = Array.from({ length: count }, (_, i) => -widestDeg + (2 * widestDeg * (i + Math.random())) / count);
  const pictures = tilts.flatMap((deg) => onePicture(making.value, method, measure, deg) ?? []);
  if (pictures.length < count)
    return failure('noQuestion', 'The repertoire shows too little of this block.', 'measure');
  return success(shuffle(pictures));
}

function onePicture(making: Making, method: RatingMethod, measure: Trained, deg: number): Question | undefined {
  for (let i = 0; i < tries; i += 1) {
    const made = makeTilt(making, 'tilt', method === 'marks' ? trained[0] : measure, deg);
    if (!made || method !== 'marks') return made;
    if (made.figure.style === 'room' && made.figure.view === 'side') return made;
  }
  return undefined;
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

const truthOf = ({ asked }: Question): number => (asked.kind === 'tilt' ? asked.truthDeg : 0);

function reportFor(view: RatingView): RatingPage['report'] {
  if (view.all.length < 1) return null;
  const truth = view.pictures.map(truthOf);
  const raters = view.all.map(({ name, occasion, values }) => ({
    name: occasion === 2 ? `${name}, again` : name,
    again: occasion === 2,
    values: values.map(({ deg }) => deg),
  }));
  const isMarked = view.card.method === 'marks' && raters.length > 1;
  const marks = isMarked ? spreadOfMarks(view.pictures, view.all.map(({ values }) => values)) : []; // prettier-ignore
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
    pictures: view.pictures.map((question, place) => shownFrom(repertoire, question, place, view.pictures.length)),
    report: reading ? null : reportFor(view),
    again: from && !reading && !hasAgain ? { may: from.getTime() <= Date.now(), from: short(from) } : null,
  });
}
