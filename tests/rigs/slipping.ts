// Skin and clothes that slip over the bone as a joint moves, by the page of measures: each mark its own way in each set, the further
// the movement has gone.
import type { LandmarkKey } from '@/core/anatomy/landmarks';
import { momentAt } from '@/core/body/played-set';
import type { PlayedSet } from '@/core/body/played-set';
import { entriesOf } from '@/core/keyed';
import type { FilmInput } from '@/core/knowledge/film';
import { normal } from '@/core/random';

/** Spread per axis, mm: at any movement, and more for so much per 90° of a joint. */
const slips: Readonly<Record<string, readonly [anyMm: number, per90Mm: number, joint: 'hip' | 'knee' | 'arm']>> = {
  ASIS: [2, 6, 'hip'],
  GT: [3, 17, 'hip'],
  SL1: [3, 17, 'hip'],
  LK: [3, 9, 'knee'],
  LM: [3, 0, 'knee'],
  AC: [3, 8, 'arm'],
  SL2: [3, 0, 'hip'],
  SL4: [3, 0, 'hip'],
  SL5: [3, 8, 'arm'],
};
const usual = [2, 0, 'hip'] as const;

export type MovedDeg = Readonly<Record<'hip' | 'knee' | 'arm', number>>;

/** How far the movement has gone at a time, 0–1. */
function goneAt(set: PlayedSet, s: number): number {
  const { phase, share } = momentAt(set, s);
  return phase === 'out' ? share : phase === 'hold' ? 1 : phase === 'back' ? 1 - share : 0;
}

/** The film with every mark slipped as far as its joint has moved by then. A pixel is a millimetre. */
export function slipped(input: FilmInput, set: PlayedSet, moved: MovedDeg, uniform: () => number): FilmInput {
  const { times, points } = input.film;
  const gone = times.map((s) => goneAt(set, s));
  const paths = entriesOf(points).map(([key, path]) => {
    const [anyMm, per90Mm, joint] = slips[key.replace(/_[LR]$/, '')] ?? usual;
    const sd = anyMm + (per90Mm * moved[joint]) / 90;
    const [dx, dy] = [sd * normal(uniform), sd * normal(uniform)];
    const there = (path ?? []).map((at, i) => {
      const by = gone[i] ?? 0;
      return at && ([at[0] + dx * by, at[1] + dy * by] as const);
    });
    return [key, there] satisfies [LandmarkKey, unknown];
  });
  return { ...input, film: { ...input.film, points: Object.fromEntries(paths) } };
}
