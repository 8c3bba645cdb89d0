// Minutes from one position to another, as bodies that are well take them. Conventions of this product, in quarters of a minute.
import { positions } from '../anatomy/positions';
import type { Position } from '../anatomy/positions';
import { median } from 'simple-statistics';
import type { Exercise } from '../knowledge/entries';
import type { Task } from './compose-input';
import type { ItemOutcome, Outcome } from '../progression/kept-outcome';

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

/** From one setting of springs to another on the same apparatus. */
const springMinutes = 0.5;
/** Words and hands before an exercise that is known, beside its own setting up. */
export const tellingMinutes = 1;

/** In quarters, as all durations of a plan; nothing that takes time takes none. */
const quarters = (minutes: number): number => (minutes > 0 ? Math.max(0.25, Math.round(minutes * 4) / 4) : 0);

/** What changing over takes at somebody's pace, as `compose` takes it. */
export const changeTask = (isSlow: boolean, { times }: ChangePace): Task['change'] => ({
  position: changeMinutes(isSlow).map((row) => row.map((minutes) => quarters(minutes * times))),
  apparatus: quarters(apparatusMinutes * times),
  springs: quarters(springMinutes * times),
});

/** A change-over that was seen: how long it took, and how long it usually takes. */
export type ChangeSeen = { readonly seconds: number; readonly usualMinutes: number };
/** How many times as long as usual changing over takes somebody, and from how many changes that is known. */
export type ChangePace = { readonly times: number; readonly count: number };

export const usualChange: ChangePace = { times: 1, count: 0 };
/** As many changes as the usual weighs; fewer than so many tell nothing. */
const usualWeighs = 6;
const fewest = 3;
const [quickest, slowest] = [0.5, 2.5];

/** From the middle of what was seen, drawn toward the usual where little was. Weights and limits are conventions of this product. */
export function paceOf(seen: readonly ChangeSeen[]): ChangePace {
  const logs = seen
    .filter(({ seconds, usualMinutes }) => seconds > 0 && usualMinutes > 0)
    .map(({ seconds, usualMinutes }) => Math.log(seconds / 60 / usualMinutes));
  if (logs.length < fewest) return usualChange;
  const drawn = (median(logs) * logs.length) / (logs.length + usualWeighs);
  return { times: Math.min(slowest, Math.max(quickest, Math.exp(drawn))), count: logs.length };
}

/** What of a session tells how long changing over took. */
export type SessionTimed = Pick<Outcome, 'class'> & {
  readonly items: readonly Pick<ItemOutcome, 'exercise' | 'change'>[];
};

type Stands = Pick<Exercise, 'id' | 'position' | 'apparatus' | 'setUpMinutes'>;

/** Change-overs of sessions, each beside the usual. A class changes over at the pace of all, so its sessions tell nothing of her. */
export function changesSeen(
  exercises: readonly Stands[],
  sessions: readonly SessionTimed[],
  isSlow: boolean,
): ChangeSeen[] {
  const minutes = changeMinutes(isSlow);
  const of = (id: string) => exercises.find((one) => one.id === id);
  return sessions
    .filter((one) => one.class === undefined)
    .flatMap(({ items }) =>
      items.flatMap(({ exercise, change }): ChangeSeen[] => {
        const [from, to] = [of(change?.from ?? ''), of(exercise)];
        if (!change || !from || !to) return [];
        const between = minutes[positionPlace(from.position)]?.[positionPlace(to.position)] ?? 0;
        const apparatus = from.apparatus === to.apparatus ? 0 : apparatusMinutes;
        return [{ seconds: change.seconds, usualMinutes: between + apparatus + to.setUpMinutes + tellingMinutes }];
      }),
    );
}

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
