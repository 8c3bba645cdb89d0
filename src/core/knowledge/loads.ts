// What a level's poses ask of a body at every moment of the way: cautions act on it, so that a curl is a curl whatever its
// level says of itself. What is written with a level only adds (what no pose shows: grips, effort, a spotter).
import { angleBetween3, minus3 } from '../geometry';
import { keysOf } from '../keyed';
import type { Position } from '../anatomy/positions';
import { poseAt } from '../body/movement';
import { movementOf } from '../body/shown';
import { positionOf } from '../body/position';
import { isLegFree, jointLimits } from '../body/pose';
import type { ArmPose, LegPose, Pose } from '../body/pose';
import { place } from '../body/block';
import { typicalBody } from '../body/segments';
import { poseBody } from '../body/skeleton';
import type { PosedBody } from '../body/skeleton';
import { demandPctOf } from '../load/gravity';
import { areLegsHeld } from '../load/levels';
import type { Phase } from '../anatomy/positions';
import { isRolledOver, loadOfPosed } from '../load/moments';
import type { PoseLoad } from '../load/moments';
import { remembering } from '../remember';
import type { Exercise, Level } from './entries';
import { amounts, carriers, loadExtras } from './load-tags';
import type { Amount, LoadExtra, LoadOf, LoadTags } from './load-tags';

/**
 * Where a bend, a turn or a place begins to count. Degrees, mm and % of weight × stature. Conventions of this product: they
 * sort levels for cautions, they are no medical limits.
 */
export const loadEdges = {
  /** A bend, turn or side bend of the spine is `light` from so far. */
  lightDeg: 6,
  /** It is `loaded` from so far, where the trunk's own moment is `loadedPct` at least. */
  loadedDeg: 12,
  loadedPct: 1.5,
  /** It is at the end of its range from this share of what the joints allow; in one part of the spine alone from `endOfPart`. */
  endShare: 0.68,
  endOfPart: 0.88,
  /** Middle of the skull over the mat: lying it is at 99, on the mat with the hips over it at 182, in the lowest curl at 315. */
  headUpMm: 200,
  /** A trunk so near to lying, with the head off the mat, is carried as in a curl; higher up it sits. */
  nearlyLyingDeg: 25,
  /** The skull so far under the heart hangs; lying flat it is some 50 mm under it. */
  headLowMm: 110,
  /** Pelvis in a bridge, from the mat: low bridges stay under it. */
  highBridgeMm: 270,
  /** A hip bent past this is deep, a knee likewise. */
  deepHipDeg: 99,
  deepKneeDeg: 110,
  /** A leg with its knee straighter than this is a long one. */
  longKneeDeg: 40,
  /** A leg out to the side, or across, by so much. */
  wideDeg: 16,
  acrossDeg: 5,
  behindDeg: 6,
  turnedDeg: 15,
  overheadDeg: 145,
  upperBackDeg: 25,
} as const;

/** A moment of the way, worked out. */
export type Moment = {
  readonly pose: Pose;
  readonly posed: PosedBody;
  readonly load: PoseLoad;
};

/** What is asked of the way: as `Level` has it. */
export type Asking = Pick<Level, 'start' | 'via' | 'back' | 'legOrder' | 'top' | 'load' | 'scene'>;

const wayShares = [0.25, 0.5, 0.75] as const;
const rememberMoments = remembering<Asking, readonly Moment[]>();
const rememberPosed = remembering<Asking, Pick<Moment, 'pose' | 'posed'>>();

/** A level's pose in a phase, `share` of the way through it, and a middling body posed so. */
export const posedAt = (level: Asking, phase: Phase, share = 0.5): Pick<Moment, 'pose' | 'posed'> =>
  rememberPosed(level, phase === 'start' || phase === 'hold' ? phase : `${phase} ${share}`, () => {
    const pose = poseAt(typicalBody, movementOf(level), phase, share);
    return { pose, posed: poseBody(typicalBody, pose) };
  });

/** The moments that are looked at: the start, three on the way out, the top, and the middle of another way back. */
export const momentsOf = (level: Asking): readonly Moment[] =>
  rememberMoments(level, '', () => {
    const movement = movementOf(level);
    const legsHeld = areLegsHeld(level);
    const met = [
      posedAt(level, 'start'),
      ...wayShares.map((share) => posedAt(level, 'out', share)),
      posedAt(level, 'hold'),
      ...(movement.back === movement.out ? [] : [posedAt(level, 'back')]),
    ];
    return met.map(({ pose, posed }) => ({ pose, posed, load: loadOfPosed(typicalBody, pose, posed, { legsHeld }) }));
  });

/** Bends of the spine, degrees: + flexion; a pelvis rolled back rounds the low back. */
const bendOf = ({ lumbarFlexDeg = 0, thoracicFlexDeg = 0, pelvicTiltDeg = 0 }: Pose) => ({
  low: lumbarFlexDeg - pelvicTiltDeg,
  upper: thoracicFlexDeg,
});

/** % of weight × stature that the trunk weighs on itself: a curl, a leaning trunk, a bridge, legs held from the low back. */
function trunkPct({ pose, posed, load }: Moment): number {
  const { curl = 0, trunk = 0 } = load.demand;
  const lumbar = Math.abs(load.lumbarNm ?? 0);
  const isBridge = posed.position === 'supine' && (pose.trunkDeg ?? 0) < 0;
  return Math.max(
    curl,
    trunk,
    isBridge ? demandPctOf(typicalBody, Math.abs(load.span?.hipsNm ?? 0)) : 0,
    isBridge ? demandPctOf(typicalBody, lumbar) : 0,
  );
}

type Part = { readonly deg: number; readonly limit: number };

/** How much one direction of the spine is asked at a moment. */
function amountOf(parts: readonly Part[], pct: number): Amount {
  const { lightDeg, loadedDeg, loadedPct, endShare, endOfPart } = loadEdges;
  const deg = parts.reduce((sum, part) => sum + part.deg, 0);
  const limit = parts.reduce((sum, part) => sum + part.limit, 0);
  if (deg >= endShare * limit || parts.some((part) => part.deg >= endOfPart * part.limit)) return 'endRange';
  if (deg >= loadedDeg && pct >= loadedPct) return 'loaded';
  return deg >= lightDeg ? 'light' : 'none';
}

const more = (a: Amount, b: Amount): Amount => (amounts.indexOf(a) >= amounts.indexOf(b) ? a : b);
const most = (found: readonly Amount[]): Amount => found.reduce(more, 'none');
/** The larger limit of a joint in a direction, and the same the other way. */
const limitOf = (name: keyof typeof jointLimits, way: 1 | -1): number => Math.abs(jointLimits[name][way === 1 ? 1 : 0]);

const flexionAt = (moment: Moment, way: 1 | -1): Amount => {
  const { low, upper } = bendOf(moment.pose);
  return amountOf(
    [
      { deg: way * low, limit: limitOf('lumbarFlexDeg', way) },
      { deg: way * upper, limit: limitOf('thoracicFlexDeg', way) },
    ],
    trunkPct(moment),
  );
};

const sidewaysAt = (
  moment: Moment,
  low: 'lumbarTurnDeg' | 'lumbarSideDeg',
  upper: 'thoracicTurnDeg' | 'thoracicSideDeg',
) =>
  amountOf(
    ([low, upper] as const).map((name) => ({ deg: Math.abs(moment.pose[name] ?? 0), limit: limitOf(name, 1) })),
    trunkPct(moment),
  );

const legsOf = ({ left, right }: Pose): readonly LegPose[] => [left, right];
const armsOf = ({ leftArm, rightArm }: Pose): readonly (ArmPose | undefined)[] => [leftArm, rightArm];

/** Rolled up from lying so far that it sits or balances. */
export const isRolledUp = (pose: Pose): boolean =>
  positionOf(pose) === 'supine' && (pose.trunkDeg ?? 0) > loadEdges.nearlyLyingDeg;

/** The skull is off its support while the trunk lies, or rises from lying and sinks to it. */
const isHeadUp = ({ pose, posed }: Pick<Moment, 'pose' | 'posed'>): boolean =>
  posed.position === 'supine' &&
  posed.head.at[2] > loadEdges.headUpMm + (pose.headSupportMm ?? 0) &&
  Math.abs(pose.trunkDeg ?? 0) <= loadEdges.nearlyLyingDeg;

/** The heart: behind the lower breastbone, mm. */
const heartOf = ({ ribs, heightMm: h }: PosedBody): number => place(ribs, [0.09 * h, 0, 0.02 * h])[2];
const isHeadLow = ({ posed }: Moment): boolean => heartOf(posed) - posed.head.at[2] > loadEdges.headLowMm;

/** Weight on the back of the neck: the hips well over the shoulders, the head down. */
const isOnNeck = ({ pose, posed }: Moment): boolean =>
  posed.position === 'supine' && (pose.trunkDeg ?? 0) <= -60 && posed.head.at[2] <= loadEdges.headUpMm;

/** Hips bent between thigh and pelvis, degrees; 0 in one line. */
function hipDeg({ posed }: Moment, side: 'L' | 'R'): number {
  const { hip, knee } = posed.sides[side];
  const { turn } = posed.pelvis;
  return 180 - angleBetween3(minus3(knee, hip), [turn[0][0], turn[1][0], turn[2][0]]);
}

const isCarried = (arm: ArmPose | undefined, position: Position): 'hands' | 'forearms' | undefined => {
  if (arm?.kind === 'forearmDown') return 'forearms';
  const leans = position === 'fourPoint' || position === 'frontSupport';
  return leans && (arm === undefined || arm.kind === 'handDown') ? 'hands' : undefined;
};

function weightAt(moment: Moment): LoadTags['weightOn'] {
  const { pose, posed } = moment;
  const onArms = armsOf(pose).flatMap((arm) => isCarried(arm, posed.position) ?? []);
  return [
    ...onArms,
    ...(legsOf(pose).some(({ kind }) => kind === 'kneeDown') ? (['knees'] as const) : []),
    ...(isOnNeck(moment) ? (['neck'] as const) : []),
  ];
}

/** An angle of a leg by its name; 0 where it has none such. */
const angleOf = (leg: LegPose, name: 'outDeg' | 'turnDeg' | 'kneeDeg'): number =>
  Number(Object.entries(leg).find(([key]) => key === name)?.[1] ?? 0);

/** Feet so far apart along the mat stand one-sided: share of the straight leg. A foot that is not told stands at 0.72. */
const reachApart = 0.2;

/** Left and right differ, by limbs or by a trunk that turns or bends to one side. */
function isOneSided({ left, right, leftArm, rightArm, ...trunk }: Pose): boolean {
  const differ = (a: object | undefined, b: object | undefined): boolean => {
    const [one, other]: Record<string, unknown>[] = [{ ...a }, { ...b }];
    return [...new Set([...keysOf(one ?? {}), ...keysOf(other ?? {})])].some((key) => {
      if (key === 'heelLift') return false; // both feet stand
      const [x, y] = [one?.[key], other?.[key]];
      if (typeof x === 'string' || typeof y === 'string') return x !== y;
      const rest = key === 'reach' ? 0.72 : 0;
      const apart = Math.abs(Number(x ?? rest) - Number(y ?? rest));
      return apart > (key === 'reach' ? reachApart : 10);
    });
  };
  const sideways = [
    'lumbarTurnDeg',
    'thoracicTurnDeg',
    'lumbarSideDeg',
    'thoracicSideDeg',
    'pelvicHikeDeg',
    'pelvicRollDeg',
  ] as const;
  return differ(left, right) || differ(leftArm, rightArm) || sideways.some((name) => Math.abs(trunk[name] ?? 0) > 10);
}

/** What no pose of a limb shows is not here: grips, locked knees under load, a spotter. */
function extrasAt(moment: Moment, legsHeld: boolean): LoadExtra[] {
  const { pose, posed } = moment;
  const legs = legsOf(pose);
  const free = legs.filter(isLegFree);
  const { position } = posed;
  const has: Readonly<Partial<Record<LoadExtra, boolean>>> = {
    oneSided: isOneSided(pose),
    singleLegStance: position === 'standing' && free.length === 1,
    wideOrCrossed: legs.some(
      (leg) => angleOf(leg, 'outDeg') >= loadEdges.wideDeg || angleOf(leg, 'outDeg') <= -loadEdges.acrossDeg,
    ),
    deepHip: (['L', 'R'] as const).some((side) => hipDeg(moment, side) >= loadEdges.deepHipDeg),
    hipBehind: !legsHeld && free.some((leg) => leg.thighDeg <= -loadEdges.behindDeg),
    hipTurnedOut: legs.some((leg) => angleOf(leg, 'turnDeg') >= loadEdges.turnedDeg),
    hipTurnedIn: legs.some((leg) => angleOf(leg, 'turnDeg') <= -loadEdges.turnedDeg),
    deepKnee: legs.some((leg) => angleOf(leg, 'kneeDeg') >= loadEdges.deepKneeDeg),
    armsOverhead: armsOf(pose).some((arm) => arm?.kind === 'reaching' && arm.liftDeg >= loadEdges.overheadDeg),
    hardSeat: position === 'sitting' ? !pose.seatMm : isRolledUp(pose),
    highBridge:
      position === 'supine' &&
      !isRolledOver(pose) &&
      (pose.trunkDeg ?? 0) < 0 &&
      posed.pelvis.at[2] >= loadEdges.highBridgeMm,
    upperBackRounds: (pose.thoracicFlexDeg ?? 0) >= loadEdges.upperBackDeg,
  };
  return loadExtras.filter((name) => has[name]);
}

const lyingAt = (moment: Moment): LoadTags['lying'] => {
  const { pose, posed } = moment;
  switch (posed.position) {
    case 'prone':
      return 'front';
    case 'sideLying':
      return 'side';
    case 'supine':
      return isRolledUp(pose) || isRolledOver(pose) ? 'no' : 'flat';
    default:
      return 'no';
  }
};

const inOrder = <T extends string>(all: readonly T[], some: readonly T[]): T[] =>
  all.filter((one) => some.includes(one));

/** Legs that hang free at once, and how long the longest of them is. */
function leversOf(moments: readonly Moment[], load: LoadTags, legsHeld: boolean): Pick<LoadTags, 'legs' | 'lever'> {
  const counts = ['none', 'one', 'both'] as const;
  const free = legsHeld ? [] : moments.map(({ pose }) => legsOf(pose).filter(isLegFree));
  const atOnce = Math.max(counts.indexOf(load.legs), ...free.map(({ length }) => length));
  const isLong = free.some((legs) => legs.some(({ kneeDeg }) => kneeDeg < loadEdges.longKneeDeg));
  const found = isLong ? 'long' : free.some(({ length }) => length > 0) ? 'short' : 'none';
  const levers = ['none', 'short', 'long'] as const;
  return {
    legs: counts[Math.min(2, atOnce)] ?? 'both',
    lever: levers[Math.max(levers.indexOf(load.lever), levers.indexOf(found))] ?? 'long',
  };
}

function workOut(level: Asking): LoadTags {
  const { load } = level;
  const moments = momentsOf(level);
  const held = [moments[0], moments[wayShares.length + 1]].flatMap((one) => one ?? []);
  const legsHeld = areLegsHeld(level);
  const some = (is: (moment: Moment) => boolean): boolean => moments.some(is);
  const isOver = some(({ pose }) => isRolledOver(pose));
  const rolls = isOver && moments.some(({ pose: { trunkDeg = 0 } }) => trunkDeg <= -60 || trunkDeg >= 20);
  const lying = held.map(lyingAt).find((one) => one !== 'no') ?? 'no';
  return {
    ...load,
    ...leversOf(moments, load, legsHeld),
    flexion: more(load.flexion, most(moments.map((one) => flexionAt(one, 1)))),
    extension: more(load.extension, most(moments.map((one) => flexionAt(one, -1)))),
    twist: more(load.twist, most(moments.map((one) => sidewaysAt(one, 'lumbarTurnDeg', 'thoracicTurnDeg')))),
    sideBend: more(load.sideBend, most(moments.map((one) => sidewaysAt(one, 'lumbarSideDeg', 'thoracicSideDeg')))),
    inversion: load.inversion || isOver || some(isHeadLow),
    headUp: load.headUp || some(isHeadUp),
    rolling: load.rolling || rolls,
    weightOn: inOrder(carriers, [...load.weightOn, ...moments.flatMap(weightAt)]),
    balance: load.balance || some(({ pose }) => isRolledUp(pose) && legsOf(pose).every(isLegFree)),
    lying: load.lying === 'no' ? lying : load.lying,
    also: inOrder(loadExtras, [...load.also, ...moments.flatMap((one) => extrasAt(one, legsHeld))]),
  };
}

/** The most that the legs weigh on the way, % of weight × stature; absent where none hangs from a lying trunk. */
function mostLegsPct(level: Asking): number | undefined {
  const found = momentsOf(level).flatMap(({ load }) => load.demand.legs ?? []);
  return found.length > 0 ? Math.max(...found) : undefined;
}

const remember = remembering<Asking, LoadTags>();

/** All that a level asks: what its poses show at any moment of the way, and what is written with it beside. */
export const loadsOf = (level: Asking): LoadTags => remember(level, '', () => workOut(level));

/** The same with where it is done and on what: what a rule looks at. */
export const loadOf = ({ apparatus }: Pick<Exercise, 'apparatus'>, level: Asking): LoadOf => ({
  tags: loadsOf(level),
  positions: [...new Set(momentsOf(level).map(({ posed }) => posed.position))],
  apparatus,
  demandPct: mostLegsPct(level),
});
