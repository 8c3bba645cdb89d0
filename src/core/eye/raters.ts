// Several raters of the same pictures, blind to each other: how well they agree, and on which picture least.
import { mean, sampleStandardDeviation } from 'simple-statistics';
import { agree, iccTwoOne } from '../agreement/agree';
import type { Agreement } from '../agreement/agree';
import type { Range } from './observer';

export const ratingMethods = ['tilt', 'grade', 'marks'] as const;
export type RatingMethod = (typeof ratingMethods)[number];

/** A rater, or one rater on another day; values picture by picture, degrees. */
export type Rater = {
  readonly name: string;
  readonly values: readonly number[];
  /** Somebody who has read them before: compared two by two, but no further rater. */
  readonly again?: boolean;
};

export type Pair = {
  readonly first: string;
  readonly second: string;
  /** Missing where all values are the same. */
  readonly agreement?: Agreement;
  /** Picture by picture: mean of the two, and first less second. */
  readonly points: readonly { readonly place: number; readonly mean: number; readonly difference: number }[];
};

export type Report = {
  readonly raters: readonly (Rater & { readonly bias: number; readonly sd: number })[];
  readonly pairs: readonly Pair[];
  readonly icc?: number;
  readonly iccCi?: Range;
  /** The picture that is read most differently, and how widely. */
  readonly worst?: { readonly place: number; readonly spread: number };
  readonly words: readonly string[];
};

/** Koo & Li 2016, J Chiropr Med 15:155–163. */
const grades: readonly (readonly [from: number, word: string])[] = [
  [0.9, 'excellent'],
  [0.75, 'good'],
  [0.5, 'moderate'],
  [-Infinity, 'poor'],
];
export const iccWord = (icc: number): string => grades.find(([from]) => icc >= from)?.[1] ?? 'poor';

const degrees = (deg: number): string => `${Math.abs(deg).toFixed(1)}°`;

function pairOf(first: Rater, second: Rater, isGrades: boolean): Pair {
  const points = first.values.map((value, place) => {
    const other = second.values[place] ?? Number.NaN;
    return { place, mean: (value + other) / 2, difference: value - other };
  });
  const pairs = first.values.map((value, i): [number, number] => [value, second.values[i] ?? Number.NaN]);
  const agreement = pairs.length >= 3 ? agree({ pairs, grades: isGrades }) : undefined;
  return {
    ...{ first: first.name, second: second.name, points },
    ...(agreement?.ok ? { agreement: agreement.value } : {}),
  };
}

/** Which picture is read most differently: the largest spread over the raters. */
function worstOf(raters: readonly Rater[], count: number): Report['worst'] {
  if (raters.length < 2 || count === 0) return undefined;
  const spreads = Array.from({ length: count }, (_, place) => ({
    place,
    spread: sampleStandardDeviation(raters.map(({ values }) => values[place] ?? Number.NaN)),
  }));
  return spreads.toSorted((a, b) => b.spread - a.spread)[0];
}

function wordsOf({ raters, pairs, icc, iccCi, worst }: Omit<Report, 'words'>): string[] {
  const same =
    icc === undefined || !iccCi
      ? []
      : [
          `Agreement is ${iccWord(icc)} (ICC ${icc.toFixed(2)}, ${iccCi[0].toFixed(2)} to ${iccCi[1].toFixed(2)}).`,
          ...(iccWord(iccCi[0]) === iccWord(iccCi[1])
            ? []
            : [`With so few pictures it may as well be ${iccWord(iccCi[0])} or ${iccWord(iccCi[1])}: rate more.`]),
          ...(raters.filter(({ again }) => !again).length === 2
            ? ['With two raters who differ by a constant this interval is too narrow, nearer to 85 or 90 than to 95 %.']
            : []),
        ];
  const apart = pairs.flatMap(({ first, second, agreement }) => {
    if (!agreement) return [];
    const { bias, loa } = agreement;
    const off =
      Math.abs(bias) < 0.05
        ? `${first} and ${second} are not apart on the whole`
        : `${first} reads ${degrees(bias)} ${bias > 0 ? 'more' : 'less'} than ${second}`;
    return [`${off}; of 20 pictures 19 lie between ${loa[0].toFixed(1)}° and ${loa[1].toFixed(1)}° apart.`];
  });
  const most =
    worst && worst.spread > 0 ? [`Picture ${worst.place + 1} is read most differently: look at it together.`] : [];
  return [...same, ...apart, ...most];
}

/**
 * What raters of the same pictures have in common. `truth`: what is true of each picture, degrees. ICC(2,1) over all of them (absolute
 * agreement, single ratings), limits of agreement pair by pair; weighted kappa where they gave grades.
 */
export function reportOf(raters: readonly Rater[], truth: readonly number[], method: RatingMethod): Report {
  const judged = raters.map((rater) => {
    const errors = rater.values.map((value, i) => value - (truth[i] ?? 0));
    return { ...rater, bias: mean(errors), sd: errors.length > 1 ? sampleStandardDeviation(errors) : 0 };
  });
  const pairs = raters.flatMap((first, i) =>
    raters.slice(i + 1).map((second) => pairOf(first, second, method === 'grade')),
  );
  const people = raters.filter(({ again }) => !again);
  const table = truth.map((_, place) => people.map(({ values }) => values[place] ?? Number.NaN));
  const varies = new Set(table.flat()).size > 1;
  const all = people.length > 1 && truth.length > 2 && varies ? iccTwoOne(table) : undefined;
  const worst = worstOf(people, truth.length);
  const report = {
    ...{ raters: judged, pairs },
    ...(all ? { icc: all.icc, iccCi: all.ci } : {}),
    ...(worst ? { worst } : {}),
  };
  return { ...report, words: wordsOf(report) };
}

/** Rows of a file: a picture a row, with the truth and what everybody read. */
export const rowsOf = ({ raters }: Report, truth: readonly number[]): (string | number)[][] => [
  ['picture', 'truth (°)', ...raters.map(({ name }) => `${name} (°)`)],
  ...truth.map((deg, place) => [place + 1, deg, ...raters.map(({ values }) => values[place] ?? '')]),
];
