// How a film, or a camera that watches live, is read: by which targets, from which rest, and what one of its frames measures.
import type { Estimate } from '../alignment/input';
import type { Interval } from '../alignment/probability';
import { isToldApart, selfCompared, tilts, tiltsByRoll } from '../alignment/rules';
import type { PictureSize, Setting } from '../alignment/setting';
import type { LandmarkKey, Moved } from '../anatomy/landmarks';
import type { Marks } from '../anatomy/marks';
import type { Phase, View } from '../anatomy/positions';
import type { RollsFrom } from '../body/shown';
import { meanOfSeen } from '../geometry';
import type { Vec2 } from '../geometry';
import { entriesOf, keysOf } from '../keyed';
import { success } from '../result';
import type { Result } from '../result';
import type { Exercise, Level, Repertoire } from './entries';
import { startsOffRest } from './facts';
import { exerciseAt, isInclined } from './find';
import type { LookInput } from './look';
import { movedIn } from './look-moments';
import { readPicture } from './look-pictures';
import type { Lying, MarkedPicture } from './look-pictures';
import { lookUp } from './lookup';
import { breathInForce, resolveStances, resolveTargets } from './stances';
import type { StancesInForce, TargetInForce } from './stances';

/** What the frames of a camera that stands still are read by. */
export type SceneInput = Omit<LookInput, 'pictures' | 'readings' | 'taken' | 'ownNeutral'> & {
  readonly view: View;
  readonly setting: Setting;
  readonly size: PictureSize;
  readonly lines: Pick<Marks, 'matLine' | 'scale'>;
};

/** What a measure is held against in a film: all through a repetition, or at its turn alone. */
export type FilmLimit = {
  readonly interval: Interval;
  readonly tolerance: number;
  readonly source: string;
  readonly when: 'through' | 'turn';
};

/** What following errs by at least, px: compression and grain. */
export const leastSdPx = 0.1;

/** Places of landmarks over a still stretch as marks: the mean of each over it. */
export function restMarks(
  points: Readonly<Partial<Record<LandmarkKey, readonly (Vec2 | null)[]>>>,
  lines: SceneInput['lines'],
): Marks {
  const landmarks: Partial<Record<LandmarkKey, Vec2>> = {};
  const sds: Partial<Record<LandmarkKey, number>> = {};
  for (const [key, path] of entriesOf(points)) {
    const at = meanOfSeen(path ?? []);
    if (at) [landmarks[key], sds[key]] = [at, leastSdPx];
  }
  return { ...lines, landmarks, sdPx: sds };
}

/** Targets by measure, with when each holds. */
function limitsOf(byPhase: Readonly<Record<'out' | 'hold' | 'back', readonly TargetInForce[]>>) {
  const limits: Record<string, FilmLimit & { readonly relative: boolean }> = {};
  for (const { measure, interval, tolerance, source, relativeTo } of byPhase.hold) {
    const isThrough = (['out', 'back'] as const).every((phase) =>
      byPhase[phase].some((one) => one.measure === measure),
    );
    limits[measure] = {
      ...{ interval, tolerance, source },
      when: isThrough ? 'through' : 'turn',
      relative: relativeTo === 'neutral' && !selfCompared.has(measure),
    };
  }
  return limits;
}

/** Lines, limits and rest that frames are read by. */
export type Scene = {
  readonly input: SceneInput;
  readonly lying: Lying;
  readonly limits: ReturnType<typeof limitsOf>;
  readonly movedDeg: Moved | undefined;
  /** It begins where the body is not at rest: its first still second is no neutral. */
  readonly needsNeutral: boolean;
  readonly level?: Level;
  /** The breath in force. */
  readonly breath: string;
  /** The spine rolls bone by bone, on the way out from this end. */
  readonly rolls?: RollsFrom;
  readonly rest: Marks;
};

export type Values = Readonly<Record<string, Estimate>>;

/** A frame's measures, against the still second. */
export function measuresIn(
  { input: { view, setting, size }, lying, rest }: Scene,
  marks: Marks,
  movedDeg?: Moved | undefined,
): Values {
  const asPicture = (own: Marks): MarkedPicture => ({ marks: own, setting, size, markingSdPx: leastSdPx });
  const read = readPicture({ ...lying, ...(movedDeg ? { movedDeg } : {}) }, view, asPicture(marks), asPicture(rest));
  if (read.state !== 'read') return {};
  return Object.fromEntries(
    Object.entries(read.measured.measures).map(([id, { value, seWithin }]) => [id, { value, se: seWithin }]),
  );
}

/** What is watched through a set: names of measures, and what each is at rest. */
export type WatchedMeasures = { readonly names: readonly string[]; readonly own: Values };

/** Measures with a target that the rest, or these other marks, tell; of several tilts the one that a roll moves least. */
export function watchedIn(scene: Scene, others: Marks): WatchedMeasures {
  const own = measuresIn(scene, scene.rest);
  const measured = keysOf({ ...own, ...measuresIn(scene, others) });
  const watched = keysOf(scene.limits).filter((id) => measured.includes(id) && !isToldApart(id, measured));
  const tilt = tiltsByRoll.find((id) => watched.includes(id));
  return { names: watched.filter((id) => !tilts.has(id) || id === tilt), own };
}

/** A watched measure's value in a frame, from own neutral where its target is told from that; null: not seen. */
export function valueFrom({ limits }: Scene, { own }: WatchedMeasures, values: Values, id: string): number | null {
  const value = values[id]?.value;
  return value === undefined ? null : value - (limits[id]?.relative ? (own[id]?.value ?? 0) : 0);
}

/** From which end a level rolls, as it is taught; undefined: it does not. */
export function rollsAt(
  { stances: disputed }: Pick<Exercise, 'stances'>,
  { rolls }: Pick<Level, 'rolls'>,
  { choices }: Pick<StancesInForce, 'choices'>,
  { stances }: Pick<Repertoire, 'stances'>,
): RollsFrom | undefined {
  if (rolls !== 'head') return rolls;
  const own = stances
    .filter(({ id }) => disputed.includes(id))
    .flatMap(({ id, choices: all }) => all.find((one) => one.id === choices[id]?.choice)?.rolls ?? []);
  return own[0] ?? rolls;
}

/** The scene before its rest is known. Refused where exercise, level, school or stances are unknown. */
export function sceneOf(input: SceneInput, repertoire: Repertoire): Result<Omit<Scene, 'rest'>> {
  const known = lookUp(repertoire.exercises, input.exercise, 'exercise', 'exercise');
  if (!known.ok) return known;
  const { position, levels } = exerciseAt(known.value, input.level);
  const level = levels.find(({ number }) => number === input.level);
  const stances = resolveStances(repertoire, input.school, input.stances, input.from);
  if (!stances.ok) return stances;
  const at = (phase: Phase) => resolveTargets(repertoire, known.value, input.level, phase, stances.value);
  const [out, hold, back] = [at('out'), at('hold'), at('back')];
  if (!out.ok) return out;
  if (!hold.ok) return hold;
  if (!back.ok) return back;
  const rolls = level && rollsAt(known.value, level, stances.value, repertoire);
  return success({
    input,
    ...(level ? { level } : {}),
    ...(rolls ? { rolls } : {}),
    breath: breathInForce(known.value, stances.value, input.level).pattern,
    lying: { position, trunk: level && isInclined(level) ? 'inclined' : 'level' },
    limits: limitsOf({ out: out.value, hold: hold.value, back: back.value }),
    movedDeg: level && movedIn(level, 'hold'),
    needsNeutral: level !== undefined && startsOffRest(level),
  });
}
