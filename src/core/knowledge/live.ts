// A set watched while it is done: the body at rest once, then every frame measured from there, shown by vials, and cut into
// repetitions as they end. What a film tells afterwards and what is told here come from the same scene, the same targets, the same cut.
import type { Estimate } from '../alignment/input';
import type { Vantage } from '../alignment/bubble';
import { readBlocks } from '../alignment/vial';
import type { BlockReading } from '../alignment/vial';
import type { LandmarkKey, Moved, Side } from '../anatomy/landmarks';
import type { Block } from '../anatomy/blocks';
import type { Marks } from '../anatomy/marks';
import { nearSideOf } from '../figure/camera';
import { directionsIn } from '../figure/true-marks';
import { degrees, distance } from '../geometry';
import type { Vec2 } from '../geometry';
import { entriesOf, keysOf } from '../keyed';
import { beginCausal, stepCausal } from '../motion/causal';
import type { Causal } from '../motion/causal';
import { driverOf, limbLines } from '../motion/driver';
import type { Driver } from '../motion/driver';
import { failure, success } from '../result';
import type { Result } from '../result';
import { isCountable } from './countable';
import type { Repertoire } from './entries';
import { driveOf, furthestIn } from './film';
import { measuresIn, restMarks, sceneOf, valueFrom, watchedIn } from './film-scene';
import type { Scene, SceneInput, Values, WatchedMeasures } from './film-scene';
import { judgeSet } from './film-set';
import type { FilmRepetition } from './film-set';
import { judge } from './judge';

/** What the eye sees in a frame: landmarks by their places, pixels, with the spread of each. */
export type SeenFrame = {
  readonly atS: number;
  readonly points: Readonly<Partial<Record<LandmarkKey, Vec2>>>;
  readonly sdPx: Readonly<Partial<Record<LandmarkKey, number>>>;
};

/** What decided a repetition. */
export type Reason = {
  readonly measure: string;
  readonly value: number;
  readonly se: number;
  readonly block: Block | null;
  readonly fault: string | null;
  readonly when: 'out' | 'hold' | 'back' | null;
};

export type LiveRepetition = {
  readonly turnS: number;
  readonly endS: number;
  readonly verdict: 'clean' | 'lost' | 'notJudged';
  readonly because?: FilmRepetition['because'];
  readonly reason: Reason | null;
  /** The side toward the lens, where a limb of that side drives. */
  readonly side: Side | null;
};

export type LiveView = {
  readonly stage: 'still' | 'watching';
  /** Share of the still second that is through. */
  readonly stillShare: number;
  readonly readings: readonly BlockReading[];
  /** The level moves enough for its repetitions to be told apart. */
  readonly counts: boolean;
  /** Out of its rest: a repetition is going on. */
  readonly isMoving: boolean;
  /** Repetitions that have ended since the last frame. */
  readonly ended: readonly LiveRepetition[];
};

/** Still: nothing moves further than this for a second, as a share of the picture's width, at least px. */
const [stillShareOfWidth, stillPx, stillForS] = [0.004, 3, 1];
/** So many landmarks at least make a rest. */
const fewest = 3;
/** A repetition is told when it ended so long ago: the filter needs what comes after. */
const settledS = 0.25;
/** The set is cut anew so long after the driver came back to its rest; and so often all the same. */
const [cutAfterS, cutEveryS] = [[0.3, 0.6, 1.2], 5];
/** What drives is looked for so often, until it is found. */
const seekEveryS = 0.25;
/** Longer than this is not held in mind; of it, so much is kept, besides the still second. */
const [longestS, keptS] = [70, 35];
/** Targets of the turn hold where the movement has gone so far of its way. */
const nearTurn = 0.85;
/** The driver this far from its rest, a repetition is going on. */
const movesFromDeg = 6;

const scaled = ({ hip, knee, arm }: Moved[Side], by: number): Moved[Side] => ({
  hip: hip * by,
  knee: knee * by,
  arm: arm * by,
});

type Buffer = {
  /** Samples of the still second, which stay. */
  head: number;
  times: number[];
  points: Partial<Record<LandmarkKey, (Vec2 | null)[]>>;
  series: Record<string, (number | null)[]>;
  slip: Record<string, number>;
};

const emptyBuffer = (): Buffer => ({ head: 0, times: [], points: {}, series: {}, slip: {} });

/** Watches one set. Frames are given in the order of their times, s; what is held grows by frames, and is bounded. */
export class LiveWatch {
  private buffer = emptyBuffer();
  private scene: Scene | undefined;
  private watched: WatchedMeasures = { names: [], own: {} };
  private filters = new Map<string, Causal>();
  private driver: Pick<Driver, 'line' | 'from' | 'to' | 'rest'> | undefined;
  /** The driver's angle at rest, as the movement takes it up. */
  private restDeg: number | undefined;
  private back: { readonly atS: number; readonly cuts: number } | undefined;
  private isDriverSure = false;
  /** Blocks that these stickers tell at all. */
  private readonly shownBlocks = new Set<string>();
  private toldUntilS = -Infinity;
  private lastCutS = -Infinity;
  private drive: { range: number; now: number } = { range: 0, now: 0 };

  private readonly counts: boolean;

  private constructor(
    private readonly before: Omit<Scene, 'rest'>,
    private readonly repertoire: Repertoire,
    private readonly restIsNeutral: boolean,
  ) {
    const { level, input } = before;
    this.counts = level === undefined || isCountable(level, input.view);
  }

  /** `restIsNeutral`: the still second is lying at rest, though the movement begins rolled up or lifted. */
  static begin(input: SceneInput, repertoire: Repertoire, restIsNeutral = false): Result<LiveWatch> {
    const scene = sceneOf(input, repertoire);
    if (!scene.ok) return scene;
    if (!input.lines.matLine) return failure('noMatLine', 'No mat line: nothing is level without it.', 'matLine');
    return success(new LiveWatch(scene.value, repertoire, restIsNeutral));
  }

  private get nearSide(): Side {
    const { position } = this.before.lying;
    const { view, setting } = this.before.input;
    const near = nearSideOf(position, view);
    const { headEnd = 'left' } = directionsIn(position, view); // the side toward the lens, with the head at the left
    return setting.headEnd === headEnd ? near : near === 'L' ? 'R' : 'L';
  }

  /** Measures that this frame's rest can be told by; empty before the rest. */
  get measures(): readonly string[] {
    return this.watched.names;
  }

  see(frame: SeenFrame): LiveView {
    this.keep(frame);
    if (!this.scene) return this.settle(frame);
    const marks = this.marksOf(frame);
    const values = measuresIn(this.scene, marks, this.movedNow());
    for (const id of this.watched.names)
      (this.buffer.series[id] ??= []).push(valueFrom(this.scene, this.watched, values, id));
    this.follow(frame);
    const ended = this.counts && this.isTime(frame.atS) ? this.cut(this.scene, frame.atS) : [];
    return {
      stage: 'watching',
      stillShare: 1,
      readings: this.readingsOf(this.scene, values, frame.atS),
      counts: this.counts,
      isMoving: this.drive.now > movesFromDeg,
      ended,
    };
  }

  private keep({ atS, points }: SeenFrame): void {
    const { times, points: paths } = this.buffer;
    for (const key of keysOf(points)) paths[key] ??= times.map(() => null);
    for (const [key, path] of entriesOf(paths)) path?.push(points[key] ?? null);
    times.push(atS);
    const first = times[this.buffer.head] ?? atS;
    if (atS - first > longestS) this.forgetBefore(atS - keptS);
    else if (!this.scene && atS - first > 2 * stillForS) this.forgetBefore(atS - 1.5 * stillForS);
  }

  /** How far the driver is from its rest in this frame, where it is known. */
  private follow({ atS, points }: SeenFrame): void {
    const { driver, restDeg } = this;
    const [from, to] = driver ? [points[driver.from], points[driver.to]] : [];
    if (!driver || !from || !to || restDeg === undefined) return;
    const turned = degrees(Math.atan2(to[1] - from[1], to[0] - from[0])) * (driver.rest === 'high' ? -1 : 1) - restDeg;
    const now = turned - 360 * Math.round(turned / 360);
    if (now > movesFromDeg) this.back = undefined;
    else if (this.drive.now > movesFromDeg) this.back = { atS, cuts: 0 };
    this.drive = { range: Math.max(this.drive.range, now), now };
  }

  /** Whether the set is to be cut anew: a repetition may just have ended, or it is long since. */
  private isTime(atS: number): boolean {
    const { back, lastCutS } = this;
    const next = back && cutAfterS[back.cuts];
    if (back && next !== undefined && atS - back.atS >= next) {
      this.back = { ...back, cuts: back.cuts + 1 };
      return true;
    }
    return atS - lastCutS >= (this.driver ? cutEveryS : seekEveryS);
  }

  private forgetBefore(s: number): void {
    const { head, times, points, series } = this.buffer;
    const gone = Math.max(0, times.findIndex((at) => at >= s) - head);
    times.splice(head, gone);
    for (const [, path] of entriesOf(points)) path?.splice(head, gone);
    for (const values of Object.values(series)) values.splice(head, gone);
  }

  private marksOf({ points, sdPx }: Pick<SeenFrame, 'points' | 'sdPx'>): Marks {
    return { ...this.before.input.lines, landmarks: points, sdPx };
  }

  /** Waits for a still second, and takes the rest from it. */
  private settle({ atS }: SeenFrame): LiveView {
    const { times, points } = this.buffer;
    const from = times.findIndex((at) => at >= atS - stillForS);
    const most = Math.max(stillPx, stillShareOfWidth * this.before.input.size.width);
    let stillFrom = from;
    const paths = entriesOf(points).flatMap(([key, path]) => (path ? [[key, path.slice(from)] as const] : []));
    const seen = paths.filter(([, path]) => path.every((at) => at !== null));
    for (const [, path] of seen) {
      const last = path.at(-1);
      const moved = path.findLastIndex((at) => at && last && distance(at, last) > most);
      if (moved >= 0) stillFrom = Math.max(stillFrom, from + moved + 1);
    }
    const lastedS = atS - (times[stillFrom] ?? atS);
    const isWhole = (times[0] ?? atS) <= atS - 0.9 * stillForS;
    const share = seen.length < fewest ? 0 : Math.min(1, lastedS / (0.9 * stillForS));
    if (share === 1 && isWhole) {
      this.scene = { ...this.before, rest: restMarks(Object.fromEntries(seen), this.before.input.lines) };
      this.watched = watchedIn(this.scene, this.scene.rest);
      this.keepStill(this.scene, from);
    }
    const isAtRest = this.scene !== undefined;
    return {
      stage: isAtRest ? 'watching' : 'still',
      stillShare: isWhole ? share : 0,
      readings: [],
      counts: this.counts,
      isMoving: false,
      ended: [],
    };
  }

  /** The still second stays in mind: all that comes is told from it. */
  private keepStill(scene: Scene, from: number): void {
    const { times, points } = this.buffer;
    const kept = Object.fromEntries(entriesOf(points).map(([key, path]) => [key, (path ?? []).slice(from)]));
    this.buffer = { ...emptyBuffer(), head: times.length - from, times: times.slice(from), points: kept };
    for (const i of this.buffer.times.keys()) {
      const here = Object.fromEntries(entriesOf(kept).flatMap(([key, path]) => (path[i] ? [[key, path[i]]] : [])));
      const values = measuresIn(scene, this.marksOf({ points: here, sdPx: {} }));
      for (const id of this.watched.names)
        (this.buffer.series[id] ??= []).push(valueFrom(scene, this.watched, values, id));
    }
  }

  /** How far each joint has moved by now, as the movement's share of its way. */
  private movedNow(): Moved | undefined {
    const { movedDeg } = this.before;
    const { range, now } = this.drive;
    if (!movedDeg || range <= 0) return undefined;
    const share = Math.min(1, Math.max(0, now / range));
    return { L: scaled(movedDeg.L, share), R: scaled(movedDeg.R, share) };
  }

  /** Measures as the vials show them: low-passed, those whose target holds at this point of the movement. */
  private shownNow({ limits }: Scene, values: Values, atS: number) {
    const atTurn = this.drive.range > 0 && this.drive.now > nearTurn * this.drive.range;
    const measures: Record<string, Estimate> = {};
    const neutral: Record<string, Estimate> = {};
    for (const id of this.watched.names) {
      const [estimate, limit] = [values[id], limits[id]];
      if (!estimate || !limit || (limit.when === 'turn' && !atTurn)) continue;
      const before = this.filters.get(id);
      const filter = before ? stepCausal(before, atS, estimate.value) : beginCausal(atS, estimate.value);
      this.filters.set(id, filter);
      const own = limit.relative ? (this.watched.own[id]?.value ?? 0) : 0;
      measures[id] = { value: filter.value - own, se: estimate.se };
      if (limit.relative) neutral[id] = { value: 0, se: 0 };
    }
    return { measures, neutral };
  }

  private readingsOf(scene: Scene, values: Values, atS: number): readonly BlockReading[] {
    const { input, lying } = scene;
    const { exercise, level, school, stances, from, conditions, setting, view } = input;
    const judged = judge(
      {
        ...{ exercise, level, phase: 'hold', school, stances, conditions: [...conditions] },
        ...this.shownNow(scene, values, atS),
        ...(from ? { from } : {}),
      },
      this.repertoire,
    );
    const { headEnd, bellySide } = setting;
    const vantage: Vantage = { position: lying.position, view, headEnd, ...(bellySide ? { bellySide } : {}) };
    const readings = readBlocks(judged.ok ? judged.value : undefined, vantage);
    for (const { block, state } of readings) if (state !== 'none') this.shownBlocks.add(block);
    return readings.filter(({ block }) => this.shownBlocks.has(block));
  }

  /** The line that drives: found anew until a repetition has told it. */
  private driving(): Driver | undefined {
    const { times, points } = this.buffer;
    const known = this.isDriverSure ? this.driver : undefined;
    if (!known) return driverOf(times, points);
    const own = { [known.from]: points[known.from] ?? [], [known.to]: points[known.to] ?? [] };
    const driver = driverOf(times, own);
    return driver && { ...driver, rest: known.rest };
  }

  private cut(scene: Scene, atS: number): LiveRepetition[] {
    this.lastCutS = atS;
    const { times, series, slip } = this.buffer;
    const driver = this.driving();
    if (!driver) return [];
    const isFirst = this.driver === undefined;
    this.driver = driver;
    const { drive, still } = driveOf(times, driver);
    const furthest = furthestIn(drive);
    const now = drive.findLast((one) => one !== null) ?? 0;
    this.drive = { range: Math.abs(drive[furthest] ?? 0), now };
    this.restDeg = still.level;
    if (isFirst) return []; // it moves now for the first time
    this.learnSlip(scene, furthest);
    const { repetitions } = judgeSet(scene, this.repertoire, {
      ...{ times, series, drive, slip },
      hasNeutral: this.restIsNeutral || !scene.needsNeutral,
    });
    const fresh = repetitions.filter(
      ({ verdict, startS, endS }) =>
        verdict !== 'partial' && endS <= atS - settledS && startS >= this.toldUntilS - settledS / 2,
    );
    if (fresh.length > 0) [this.isDriverSure, this.back] = [true, undefined];
    this.toldUntilS = Math.max(this.toldUntilS, ...fresh.map(({ endS }) => endS));
    return fresh.map((one) => this.told(one, driver));
  }

  /** Skin has slipped most where the movement went furthest. */
  private learnSlip(scene: Scene, furthest: number): void {
    const points = Object.fromEntries(
      entriesOf(this.buffer.points).flatMap(([key, path]) => {
        const at = path?.[furthest];
        return at ? [[key, at] as const] : [];
      }),
    );
    const values = measuresIn(scene, this.marksOf({ points, sdPx: {} }), scene.movedDeg);
    for (const [id, { se }] of Object.entries(values)) this.buffer.slip[id] = se;
  }

  private told({ turnS, endS, verdict, because, finding, lost }: FilmRepetition, driver: Driver): LiveRepetition {
    const fault = finding && this.repertoire.faults.find(({ id }) => id === finding.fault);
    return {
      ...{ turnS, endS },
      verdict: verdict === 'partial' ? 'notJudged' : verdict,
      ...(because ? { because } : {}),
      reason: finding
        ? {
            ...{ measure: finding.measure, value: finding.value, se: finding.se },
            block: fault?.block ?? null,
            fault: verdict === 'lost' ? finding.fault : null,
            when: lost?.when ?? null,
          }
        : null,
      side: limbLines.includes(driver.line) && this.before.input.view === 'side' ? this.nearSide : null,
    };
  }
}
