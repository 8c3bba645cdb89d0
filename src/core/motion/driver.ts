// Which line of the body tells where a movement is: of all that were followed, the one that turns furthest.
import { mean, quantile } from 'simple-statistics';
import { isLandmarkKey, sidedKey } from '../anatomy/landmarks';
import type { Landmark, LandmarkKey } from '../anatomy/landmarks';
import type { Vec2 } from '../geometry';
import { segmentsOf } from './articulate';

/** Places of landmarks over time, pixels, y down; null: not seen. */
export type Paths = Readonly<Partial<Record<LandmarkKey, readonly (Vec2 | null)[]>>>;

/** Lines whose turning can tell a movement; of two that turn alike, the one named first does. */
const lines = [
  ['thigh', 'GT', 'LK'],
  ['thigh', 'GT', 'PAT'],
  ['leg', 'GT', 'LM'],
  ['shin', 'LK', 'LM'],
  ['shin', 'PAT', 'LM'],
  ['trunk', 'GT', 'AC'],
  ['chest', 'LR', 'SN'],
  ['chest', 'SL4', 'SL5'],
  ['low back', 'SL2', 'SL4'],
  ['pelvis', 'PS', 'ASIS'],
  ['pelvis', 'STB', 'STF'],
  ['arm', 'AC', 'WR'],
  ['head', 'CH', 'FH'],
  ['neck', 'C7', 'TR'],
] as const satisfies readonly (readonly [string, Landmark, Landmark])[];

/** A line of the body by name; of a leg that goes round, its circle. */
export type BodyLine = (typeof lines)[number][0] | 'circle';
/** Lines of what is moved, rather than of what should hold. */
export const limbLines: readonly BodyLine[] = ['thigh', 'leg', 'shin', 'arm'];

export type Driver = {
  readonly line: BodyLine;
  readonly from: LandmarkKey;
  readonly to: LandmarkKey;
  /** Its angle in the picture, unwrapped, degrees; null: not seen. */
  readonly values: readonly (number | null)[];
  /** Where it rests: the movement takes it up from there, or down. */
  readonly rest: 'low' | 'high';
  /** How far it goes, without the outermost twentieths, degrees. */
  readonly range: number;
};

/** Seen in so much of the film at least. */
const leastSeen = 0.6;
/** A line turns further than another only by so much, as a share. */
const furtherBy = 1.1;
/** The rest is looked for in the first second. */
const restS = 1;
/** Less is no movement, degrees. */
const leastRangeDeg = 8;

const bothSides = (from: Landmark, to: Landmark): readonly (readonly [LandmarkKey, LandmarkKey])[] => [
  [from, to],
  [sidedKey(from, 'L'), sidedKey(to, 'L')],
  [sidedKey(from, 'R'), sidedKey(to, 'R')],
];

function turningOf(times: readonly number[], paths: Paths, line: BodyLine, from: LandmarkKey, to: LandmarkKey) {
  const [a, b] = [paths[from], paths[to]];
  if (!a || !b) return undefined;
  const values = segmentsOf({ [from]: a, [to]: b }, [[from, to]])[`${from}-${to}`] ?? [];
  const seen = values.flatMap((value) => value ?? []);
  if (seen.length < Math.max(3, leastSeen * times.length)) return undefined;
  const [low, high] = [quantile(seen, 0.05), quantile(seen, 0.95)];
  const startS = times[values.findIndex((value) => value !== null)] ?? 0;
  const first = values.filter((value, i) => value !== null && (times[i] ?? 0) <= startS + restS);
  const level = mean(first.flatMap((value) => value ?? []));
  const rest = high - level >= level - low ? ('low' as const) : ('high' as const);
  return { line, from, to, values, rest, range: high - low };
}

/** The line that turns furthest; undefined where nothing that was followed moves. */
export function driverOf(times: readonly number[], paths: Paths): Driver | undefined {
  let best: Driver | undefined;
  for (const [line, from, to] of lines)
    for (const [a, b] of bothSides(from, to)) {
      const one = turningOf(times, paths, line, a, b);
      if (one && one.range >= leastRangeDeg && (!best || one.range > furtherBy * best.range)) best = one;
    }
  return best;
}

/** Paths of landmarks among those of all that was followed. */
export const landmarkPaths = (points: Readonly<Record<string, readonly (Vec2 | null)[]>>): Paths =>
  Object.fromEntries(Object.entries(points).filter(([key]) => isLandmarkKey(key)));
