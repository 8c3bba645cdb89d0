// What a level's body is like at a moment of its way: how the trunk rests and whether it moves, where head and eyes are, what
// carries feet and hands. Worked out from pose, path, props and apparatus; texts, corrections and set-ups ask for it.
import { entriesOf } from '../keyed';
import { length3, minus3 } from '../geometry';
import type { Vec3 } from '../geometry';
import type { Phase } from '../anatomy/positions';
import { movementOf, startOf } from '../body/shown';
import { positionOf } from '../body/position';
import type { ArmPose, LegCarrier, LegPose, Pose } from '../body/pose';
import type { PosedBody } from '../body/skeleton';
import { remembering } from '../remember';
import { isRolledOver } from '../load/moments';
import { isRolledUp, loadEdges, posedAt } from './loads';
import type { Asking } from './loads';
import type { TrunkFact } from './kinds';

/** `held`: the trunk keeps its shape from start to top. */
export type TrunkMoves = 'held' | 'rolls' | 'curls' | 'arches' | 'bends' | 'turns';
export type HeadFact = 'down' | 'downOnSupport' | 'carriedByHands' | 'up' | 'hanging' | 'upright';
export type Gaze = 'ceiling' | 'thighs' | 'floorBetweenHands' | 'floorAheadOfHands' | 'floor' | 'ahead';
export type FootFact = LegCarrier | 'toes' | 'long' | 'knee' | 'straps' | 'pedal' | 'air';
export type HandFact =
  'free' | 'bySides' | 'behindHead' | 'onLeg' | 'restsFlat' | 'carriesFlat' | 'carriesForearm' | 'apparatus';

export type Facts = {
  readonly trunk: TrunkFact;
  readonly trunkMoves: TrunkMoves;
  readonly head: HeadFact;
  readonly gaze: Gaze;
  readonly feet: { readonly onMat: 'both' | 'one' | 'none'; readonly left: FootFact; readonly right: FootFact };
  readonly hands: { readonly left: HandFact; readonly right: HandFact };
  readonly knees: {
    readonly together: boolean;
    /** Both legs in one shape, whatever way each points. */
    readonly alike: boolean;
    readonly left: 'bent' | 'long';
    readonly right: 'bent' | 'long';
  };
  /** Which legs change their place from start to top. */
  readonly moves: 'left' | 'right' | 'both' | 'none';
  /** Something goes somewhere: a leg, the trunk, an arm by more than a beat. */
  readonly isMoving: boolean;
  /** The thigh upright and the shin level, as near as a plan has them. */
  readonly tabletop: { readonly left: boolean; readonly right: boolean };
  /** The spine is bent backward. */
  readonly opens: boolean;
  /** What the body sits on. */
  readonly seat: 'mat' | 'raised' | 'none';
  /** Springs or a carriage are part of it. */
  readonly apparatus: boolean;
};

/** Conventions: where one fact ends and the other begins. */
const edges = {
  /** Middle of the pelvis over the mat, mm: lying it is at 119, rolled back onto its upper end at 141, in the lowest bridge at 190. */
  bridgeMm: 150,
  /** A trunk lifted so far from the mat sits on its own. */
  sitsDeg: 60,
  /** Bends and turns together from start to top by which a trunk moves. */
  movesDeg: 12,
  /** Hands nearer to a leg than this hold it, mm. */
  onLegMm: 110,
  alikeDeg: 10,
  /** A spine bent back by so much has opened. */
  opensDeg: 8,
  longDeg: 30,
  /** Knees nearer to each other than this share of the hips' distance, or as near as the hips, are together. */
  togetherShare: 1.15,
  /** Lying on the front the face is at 112 mm. */
  proneHeadMm: 140,
} as const;

const trunkAt = (pose: Pose, posed: PosedBody): TrunkFact => {
  switch (posed.position) {
    case 'supine':
      if (isRolledOver(pose)) return 'inverted';
      if (isRolledUp(pose)) return (pose.trunkDeg ?? 0) >= edges.sitsDeg ? 'sitting' : 'rolled';
      return (pose.trunkDeg ?? 0) < 0 && posed.pelvis.at[2] >= edges.bridgeMm ? 'bridged' : 'onBack';
    case 'prone':
      return 'onFront';
    case 'sideLying':
      return 'onSide';
    case 'fourPoint':
      return 'handsAndKnees';
    case 'frontSupport':
      return 'plank';
    case 'sitting':
    case 'kneeling':
    case 'standing':
      return posed.position;
  }
};

type Ways = Readonly<Record<Exclude<TrunkMoves, 'held'>, number>>;

/** How far the trunk goes between two poses, by what it does, degrees. */
function trunkWays(from: Pose, to: Pose): Ways {
  const way = (name: keyof Pose): number => Number(to[name] ?? 0) - Number(from[name] ?? 0);
  const bend = way('lumbarFlexDeg') + way('thoracicFlexDeg');
  const isRolling = positionOf(to) === 'supine' || positionOf(to) === 'sitting';
  const isBridging = [from, to].every((pose) => !isRolledOver(pose) && (pose.trunkDeg ?? 0) <= 0);
  return {
    rolls: isRolling && !isBridging ? Math.abs(way('trunkDeg')) : 0,
    curls: Math.max(0, bend),
    arches: Math.max(0, -bend),
    bends:
      Math.abs(way('lumbarSideDeg')) + Math.abs(way('thoracicSideDeg')) + (isRolling ? 0 : Math.abs(way('trunkDeg'))),
    turns: Math.abs(way('thoracicTurnDeg')) + Math.abs(way('lumbarTurnDeg')),
  };
}

function movesOf(level: Asking): TrunkMoves {
  const { start, hold, out = hold } = movementOf(level);
  const found = [trunkWays(start, hold), trunkWays(out, hold), trunkWays(start, out)];
  const whole = found.filter((ways) => entriesOf(ways).reduce((sum, [, deg]) => sum + deg, 0) > edges.movesDeg);
  const [most] = whole.flatMap((ways) => entriesOf(ways)).sort(([, a], [, b]) => b - a);
  return most?.[0] ?? 'held';
}

function headAt(pose: Pose, posed: PosedBody, level: Asking): HeadFact {
  const inHands = [pose.leftArm, pose.rightArm].some((arm) => arm?.kind === 'underHead');
  const onSupport = Boolean(pose.headSupportMm) || level.scene?.props?.some(({ at }) => at === 'underHead');
  const c7 = posed.landmarks.C7;
  switch (posed.position) {
    case 'supine':
      if (posed.head.at[2] > loadEdges.headUpMm + (pose.headSupportMm ?? 0)) return inHands ? 'carriedByHands' : 'up';
      return onSupport ? 'downOnSupport' : 'down';
    case 'prone':
      return posed.head.at[2] > edges.proneHeadMm ? 'up' : 'down';
    case 'sideLying':
      return 'downOnSupport';
    case 'fourPoint':
    case 'frontSupport':
      return 'up';
    case 'sitting':
    case 'kneeling':
    case 'standing':
      return c7 && posed.head.at[2] < c7[2] ? 'hanging' : 'upright';
  }
}

function gazeAt(trunk: TrunkFact, head: HeadFact, pose: Pose): Gaze {
  switch (trunk) {
    case 'onBack':
    case 'bridged':
      return head === 'down' || head === 'downOnSupport' ? 'ceiling' : 'thighs';
    case 'inverted':
    case 'rolled':
      return 'thighs';
    case 'handsAndKnees':
      return 'floorBetweenHands';
    case 'plank':
      return 'floorAheadOfHands';
    case 'onFront':
      return 'floor';
    case 'onSide':
      return 'ahead';
    case 'sitting':
    case 'kneeling':
    case 'standing':
      return head === 'hanging' || (pose.lumbarFlexDeg ?? 0) + (pose.thoracicFlexDeg ?? 0) > 20 ? 'thighs' : 'ahead';
  }
}

/** What of an apparatus takes a foot that is off the mat. */
function heldBy(apparatus: NonNullable<Asking['scene']>['apparatus']): FootFact {
  switch (apparatus?.kind) {
    case 'reformer':
      return apparatus.feetOnBar ? 'bar' : apparatus.ropes === 'feet' ? 'straps' : 'air';
    case 'trapezeTable':
      return apparatus.elastic === 'feet' ? 'straps' : 'air';
    case 'chair':
      return 'pedal';
    default:
      return 'air';
  }
}

function footAt(leg: LegPose, { scene }: Asking): FootFact {
  const { apparatus } = scene ?? {};
  switch (leg.kind) {
    case 'footDown':
    case 'standing':
      return 'mat';
    case 'kneeDown':
      return 'knee';
    case 'along':
      return 'long';
    case 'raised':
      return leg.on === 'mat' ? 'toes' : (leg.on ?? heldBy(apparatus));
  }
}

const nearness = (at: Vec3, from: Vec3, to: Vec3): number => {
  const step = minus3(to, from);
  return Math.min(
    ...[0, 0.25, 0.5, 0.75, 1].map((share) =>
      length3(minus3(at, [from[0] + share * step[0], from[1] + share * step[1], from[2] + share * step[2]])),
    ),
  );
};

/** Springs or straps are in the hands. */
const areHandsHeld = ({ scene }: Asking): boolean => {
  const { apparatus } = scene ?? {};
  if (apparatus?.kind === 'reformer') return apparatus.ropes === 'hands';
  return apparatus?.kind === 'trapezeTable' && apparatus.elastic === 'hands';
};

/** The body leans on its hands. */
const isOnHands = (posed: PosedBody, { load }: Asking): boolean =>
  posed.position === 'fourPoint' || posed.position === 'frontSupport' || load.weightOn.includes('hands');

/** A hand so near to a leg that it holds it, or draws on it. */
const isHoldingLeg = (side: 'L' | 'R', { sides }: PosedBody, { load }: Asking): boolean =>
  load.also.includes('shinPull') ||
  (['L', 'R'] as const).some((leg) => {
    const { hip, knee, ankle } = sides[leg];
    return Math.min(nearness(sides[side].hand, hip, knee), nearness(sides[side].hand, knee, ankle)) < edges.onLegMm;
  });

function handAt(arm: ArmPose | undefined, side: 'L' | 'R', posed: PosedBody, level: Asking): HandFact {
  const leans = isOnHands(posed, level);
  switch (arm?.kind) {
    case 'underHead':
      return 'behindHead';
    case 'forearmDown':
      return 'carriesForearm';
    case 'handDown':
      return leans ? 'carriesFlat' : 'restsFlat';
    case 'reaching':
      return areHandsHeld(level) ? 'apparatus' : isHoldingLeg(side, posed, level) ? 'onLeg' : 'free';
    default:
      return arm === undefined && leans ? 'carriesFlat' : areHandsHeld(level) ? 'apparatus' : 'bySides';
  }
}

/** Both legs in one shape, whatever way each points. */
function areAlike({ left, right }: Pose): boolean {
  const numberOf = (leg: LegPose, name: string): number =>
    Number(Object.entries(leg).find(([key]) => key === name)?.[1] ?? 0);
  return (
    left.kind === right.kind &&
    ['thighDeg', 'kneeDeg', 'outDeg'].every(
      (name) => Math.abs(numberOf(left, name) - numberOf(right, name)) <= edges.alikeDeg,
    )
  );
}

function kneesAt(pose: Pose, { sides }: PosedBody): Facts['knees'] {
  const apart = (name: 'knee' | 'hip'): number => length3(minus3(sides.L[name], sides.R[name]));
  const bend = ({ hip, knee, ankle }: PosedBody['sides']['L']): 'bent' | 'long' => {
    const [straight, direct] = [length3(minus3(knee, hip)) + length3(minus3(ankle, knee)), length3(minus3(ankle, hip))];
    return direct >= straight * Math.cos((edges.longDeg / 2) * (Math.PI / 180)) ? 'long' : 'bent';
  };
  return {
    together: apart('knee') <= edges.togetherShare * apart('hip'),
    alike: areAlike(pose),
    left: bend(sides.L),
    right: bend(sides.R),
  };
}

/** Legs that are elsewhere at the top, or on the way, than at the start. */
function legsMoving(level: Asking): Facts['moves'] {
  const { start, hold, out } = movementOf(level);
  const isMoved = (side: 'left' | 'right') =>
    [hold, out ?? hold].some((pose) => JSON.stringify(pose[side]) !== JSON.stringify(start[side]));
  const [left, right] = [isMoved('left'), isMoved('right')];
  return left && right ? 'both' : left ? 'left' : right ? 'right' : 'none';
}

/** A thigh upright and a shin level, each within so many degrees of a plan. */
const tabletopWithinDeg = 15;
const isTabletop = (leg: LegPose): boolean =>
  leg.kind === 'raised' &&
  Math.abs(leg.thighDeg - 90) <= tabletopWithinDeg &&
  Math.abs(leg.kneeDeg - 90) <= tabletopWithinDeg;

/** Angles that change by this much and more are a movement; of the arms, more than a beat. */
const movedBy = { trunk: 3, arms: 20 } as const;

function isMoving(level: Asking): boolean {
  if (legsMoving(level) !== 'none') return true;
  const { start, hold, out = hold } = movementOf(level);
  return [hold, out].some((pose) =>
    entriesOf({ ...start, ...pose }).some(([name]) => {
      const [from, to]: unknown[] = [start[name], pose[name]];
      if (name === 'leftArm' || name === 'rightArm') return armWay(start[name], pose[name]) >= movedBy.arms;
      return typeof (from ?? to) === 'number' && Math.abs(Number(to ?? 0) - Number(from ?? 0)) >= movedBy.trunk;
    }),
  );
}

/** How far an arm goes, degrees; one that is laid elsewhere goes far. */
function armWay(from: ArmPose | undefined, to: ArmPose | undefined): number {
  if (from?.kind !== to?.kind) return movedBy.arms;
  return from?.kind === 'reaching' && to?.kind === 'reaching' ? Math.abs(to.liftDeg - from.liftDeg) : 0;
}

function factsAt(level: Asking, phase: Phase): Facts {
  const { pose, posed } = posedAt(level, phase);
  const trunk = trunkAt(pose, posed);
  const head = headAt(pose, posed, level);
  const [left, right] = [footAt(pose.left, level), footAt(pose.right, level)];
  const standing = [left, right].filter((foot) => foot === 'mat').length;
  return {
    trunk,
    trunkMoves: movesOf(level),
    head,
    gaze: gazeAt(trunk, head, pose),
    feet: { onMat: standing === 2 ? 'both' : standing === 1 ? 'one' : 'none', left, right },
    hands: { left: handAt(pose.leftArm, 'L', posed, level), right: handAt(pose.rightArm, 'R', posed, level) },
    knees: kneesAt(pose, posed),
    moves: legsMoving(level),
    isMoving: isMoving(level),
    tabletop: { left: isTabletop(pose.left), right: isTabletop(pose.right) },
    opens: (pose.lumbarFlexDeg ?? 0) + (pose.thoracicFlexDeg ?? 0) <= -edges.opensDeg,
    seat: posed.position !== 'sitting' ? 'none' : pose.seatMm ? 'raised' : 'mat',
    apparatus: level.scene?.apparatus !== undefined,
  };
}

const remember = remembering<Asking, Facts>();
const weighing: readonly FootFact[] = ['air', 'straps'];

/** Facts of a level in a phase: at its start, half-way out, at its top, half-way back. */
export const factsOfPhase = (level: Asking, phase: Phase = 'hold'): Facts =>
  remember(level, phase, () => factsAt(level, phase));

const offRest: readonly TrunkFact[] = ['rolled', 'inverted', 'bridged', 'sitting'];

/** It begins rolled up or lifted from where it lies on the back: what it begins in is nobody's neutral. */
export const startsOffRest = (level: Asking): boolean =>
  positionOf(startOf(level)) === 'supine' && offRest.includes(factsOfPhase(level, 'start').trunk);

/** Both legs weigh on a trunk that lies on its back. */
export function areBothLegsUp(level: Asking): boolean {
  const { trunk, feet } = factsOfPhase(level);
  return trunk === 'onBack' && [feet.left, feet.right].every((foot) => weighing.includes(foot));
}

/** A leg moves or is off the mat, so that its weight asks something of the pelvis. */
export function isUnderLegLoad(level: Asking): boolean {
  const { feet, moves } = factsOfPhase(level);
  return moves !== 'none' || feet.onMat !== 'both';
}
