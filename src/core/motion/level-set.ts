// What a level laid on the pelvis tells of a set: how far it tipped and rolled from where it was set to zero, its turns, its trembling.
import { levelMeasures } from '../alignment/by-hand';
import type { Estimate } from '../alignment/input';
import { phoneSeDeg } from './phone-level';
import { measureSet } from './reps';
import type { MeasuredRepetition } from './reps';
import { seenOf, stepOf } from './series';
import { noiseSdOf, worstOf } from './worst';

export type LevelSet = {
  readonly seconds: number;
  /** Times that the pelvis itself went out and came back, by more than eight degrees. */
  readonly repetitions: number;
  /** Furthest from zero, degrees; free of the bias that the greatest of noisy values has. */
  readonly tilt: Estimate;
  readonly roll: Estimate;
  /** Share of power in 4–12 Hz, 0 where it shakes no more than a sensor at rest does; null: too few samples a second to tell. */
  readonly trembling: number | null;
  readonly turns: readonly Pick<MeasuredRepetition, 'startS' | 'turnS' | 'endS' | 'range'>[];
};

const name = levelMeasures.tilt;
/** A sensor that lies still tells this much noise, degrees. */
const sensorSdDeg = 0.4;

/** SD of what is faster than a movement, degrees. */
function quickSd(times: readonly number[], values: readonly number[]): number {
  const { raw, smooth } = seenOf(times, values);
  return noiseSdOf(raw, smooth, 1 / stepOf(times)) ?? 0;
}

/** The furthest that a series goes from zero. */
function furthest(times: readonly number[], values: readonly number[]): Estimate {
  const { raw, smooth } = seenOf(times, values);
  const step = stepOf(times);
  const sd = noiseSdOf(raw, smooth, 1 / step) ?? 0;
  const { value, se } = worstOf(smooth, 0, sd, 0, step);
  return { value, se: Math.hypot(se, phoneSeDeg) };
}

/** A set of tilts and rolls from zero, degrees, at rising times, s; undefined where there is less than a second of it. */
export function levelSet(
  times: readonly number[],
  tilt: readonly number[],
  roll: readonly number[],
): LevelSet | undefined {
  const [first, last] = [times[0], times.at(-1)];
  if (first === undefined || last === undefined || last - first < 1) return undefined;
  const most = tilt.reduce((a, b) => (Math.abs(b) > Math.abs(a) ? b : a), 0);
  const set = measureSet({
    times,
    driver: name,
    series: { [name]: tilt },
    targets: {},
    rest: most < 0 ? 'high' : 'low',
  });
  const whole = set.repetitions.filter(({ partial }) => !partial);
  return {
    seconds: last - first,
    repetitions: whole.length,
    tilt: furthest(times, tilt),
    roll: furthest(times, roll),
    trembling: set.trembling === null ? null : quickSd(times, tilt) < sensorSdDeg ? 0 : set.trembling,
    turns: whole.map(({ startS, turnS, endS, range }) => ({ startS, turnS, endS, range })),
  };
}
