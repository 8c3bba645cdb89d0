// Minutes from one position to another, as bodies that are well take them. Conventions of this product, in quarters of a minute.
import { positions } from '../anatomy/positions';
import type { Position } from '../anatomy/positions';

/** Up or down between two, either way, in the order of `positions`; a quarter where one only turns over. */
const between: Readonly<Record<Position, readonly number[]>> = {
  supine: [0, 0.25, 0.25, 0.5, 0.5, 0.25, 0.5, 1],
  prone: [0.25, 0, 0.25, 0.25, 0.25, 0.5, 0.5, 1],
  sideLying: [0.25, 0.25, 0, 0.5, 0.5, 0.25, 0.5, 1],
  fourPoint: [0.5, 0.25, 0.5, 0, 0.25, 0.5, 0.25, 0.75],
  frontSupport: [0.5, 0.25, 0.5, 0.25, 0, 0.5, 0.25, 0.75],
  sitting: [0.25, 0.5, 0.25, 0.5, 0.5, 0, 0.5, 0.75],
  kneeling: [0.5, 0.5, 0.5, 0.25, 0.25, 0.5, 0, 0.5],
  standing: [1, 1, 1, 0.75, 0.75, 0.75, 0.5, 0],
};
/** Who must not rise quickly rests on the way. */
const slowMinutes = 0.5;
/** From one apparatus to another, or to the mat: springs off, bar and rests set, straps put away. */
export const apparatusMinutes = 1.5;

export const positionPlace = (position: Position): number => positions.indexOf(position);

/** Minutes between positions, as `compose` takes them; `isSlow`: rising is to be slow. */
export const changeMinutes = (isSlow: boolean): number[][] =>
  positions.map((from) =>
    positions.map((to, i) => {
      const minutes = between[from][i] ?? 0;
      const rises = ['kneeling', 'standing'].includes(to) && !['kneeling', 'standing'].includes(from);
      return isSlow && rises ? minutes + slowMinutes : minutes;
    }),
  );
