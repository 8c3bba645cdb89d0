// Circles of a leg, in words.
import { mean } from 'simple-statistics';
import type { FilmCircles } from '@/core/knowledge/circled';
import { nameOfMark } from '@/core/knowledge/wanted';

const round = (mm: number): string => `${Math.round(mm / 5) / 2} cm`;

/** A length with what is not known of it. */
const withError = (mm: number, share: number): string => `${round(mm)} ± ${((mm * share) / 10).toFixed(1)}`;

/** How often it crossed the midline, of all. */
const crossings = (crossed: readonly boolean[]): string => {
  const count = crossed.filter(Boolean).length;
  if (count === crossed.length) return 'It crosses the midline every time.';
  return count === 0
    ? 'It stays on its side of the midline.'
    : `It crosses the midline in ${count} of ${crossed.length}.`;
};

/** What a set of circles tells. */
export function wordsOfCircles(
  { circles, widths, largestCleanMm, widestCleanMm, isEdgeOn, mark, lengthError }: FilmCircles,
  whole: number,
): string[] {
  const what = nameOfMark(mark);
  if (isEdgeOn || circles.length === 0) {
    const wide = widths.length > 0 ? withError(mean(widths.map(({ widthMm }) => widthMm)), lengthError) : undefined;
    return [
      ...(wide ? [`By the ${what}: ${wide} wide.`] : []),
      ...(widestCleanMm === null ? [] : [`The widest that held: ${round(widestCleanMm)}.`]),
      ...(widths.length > 0 ? [crossings(widths.map(({ crossedMidline }) => crossedMidline))] : []),
      ...(isEdgeOn ? ['From here the circle is seen from its edge: how round it is, only from above.'] : []),
    ];
  }
  const ways = new Set(circles.map(({ direction }) => direction));
  return [
    `By the ${what}: ${circles.length} of ${whole} all the way round, radius ${withError(mean(circles.map(({ radiusMm }) => radiusMm)), lengthError)}, ${Math.round(100 * mean(circles.map(({ roundness }) => roundness)))} % round.`,
    ...(ways.size === 1 ? [`All ${[...ways][0] ?? ''}, as drawn here.`] : ['Both ways round.']),
    crossings(circles.map(({ crossedMidline }) => crossedMidline)),
    largestCleanMm === null ? 'None of them held.' : `The largest that held has a radius of ${round(largestCleanMm)}.`,
  ];
}
