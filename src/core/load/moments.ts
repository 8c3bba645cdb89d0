// What a pose asks of the joints: moments of the segments' weights, in lying, in bridges, on hands, and upright.
// Everything is static, the floor pushes straight up. A static link-segment model (Winter 2009,
// Biomechanics and Motor Control of Human Movement, ch. 5).
import { length3, middle3, minus3 } from '../geometry';
import type { Vec3 } from '../geometry';
import type { Side } from '../anatomy/landmarks';
import { isUpright } from '../anatomy/positions';
import { positionOf } from '../body/position';
import type { Pose } from '../body/pose';
import { poseBody } from '../body/skeleton';
import type { PosedBody } from '../body/skeleton';
import type { Body } from '../body/segments';
import { freeShare } from './demand';
import { demandPctOf, gravity } from './gravity';
import { massesOf, momentAbout } from './masses';
import type { PointMass } from './masses';
import { mean } from 'simple-statistics';

/**
 * `legs`: legs off the floor about their hips, flat on the back. `leg`: the same in any other way of lying or standing. `curl`:
 * head, arms and upper trunk about T12. `trunk`: a leaning trunk about the hips. `hips` and `shoulders`: a body that spans from
 * feet or knees to shoulders or hands; in a bridge `hips` is of each planted leg, and `turn` what turns the pelvis where only
 * one is. `neck`: weight on neck and shoulders with the hips over them. `hands`: weight on each hand or forearm that carries.
 * Only like is compared with like.
 */
export const demandKinds = ['legs', 'leg', 'curl', 'trunk', 'hips', 'shoulders', 'turn', 'neck', 'hands'] as const;
export type DemandKind = (typeof demandKinds)[number];
/** % of body weight × stature; `neck` and `hands` in % of body weight. */
export type Demand = Readonly<Partial<Record<DemandKind, number>>>;

export type PoseLoad = {
  readonly demand: Demand;
  /** About the hip of each leg that is off the floor, N·m; on the back + is a pull toward the feet end. */
  readonly hipsNm: Readonly<Record<Side, number>>;
  /** Legs and pelvis about L5/S1, N·m, as if the floor carried nothing under the pelvis: the most it can be. */
  readonly lumbarNm?: number;
  /** Head, arms and upper trunk about T12, N·m, where they are carried. */
  readonly thoraxNm?: number;
  /** Whole trunk about the hips, N·m, where it leans free. */
  readonly trunkNm?: number;
  /** Of the span from feet or knees to shoulders or hands, N·m. */
  readonly span?: Span;
};

type Span = {
  readonly hipsNm: number;
  readonly shouldersNm: number;
  readonly onHeadEndN: number;
  /** On each hand or forearm that carries; absent in a bridge, which lies on its shoulders. */
  readonly onEachHandN?: number;
  /** About the trunk's long axis, where one leg of a bridge stands; 0 where both do. */
  readonly turnNm: number;
};

const leg: readonly PointMass['segment'][] = ['thigh', 'shank', 'foot', 'ankleWeight'];
const arm: readonly PointMass['segment'][] = ['upperArm', 'forearm', 'hand'];
/** What hangs on T12. */
const upper: readonly PointMass['segment'][] = ['head', 'upperTrunk', ...arm];
const of = (masses: readonly PointMass[], segments: readonly PointMass['segment'][], side?: Side): PointMass[] =>
  masses.filter((one) => segments.includes(one.segment) && (side === undefined || one.side === side));

const lying: readonly PosedBody['position'][] = ['supine', 'prone', 'sideLying'];
const sides = ['L', 'R'] as const;
const legOf = (pose: Pose, side: Side) => (side === 'R' ? pose.right : pose.left);
const isBridge = (pose: Pose): boolean => positionOf(pose) === 'supine' && (pose.trunkDeg ?? 0) < 0;

/** A pull about the hip: on the back signed in the side plane, else whatever its direction. */
const pull = (position: PosedBody['position'], [x, y]: Vec3): number => (position === 'supine' ? -y : Math.hypot(x, y));

/** Feet from hips in hook lying, as a share of the straight leg. */
const hookReach = 0.72;

/** Where the body stands on the floor at each end, along it; absent where it does not span. */
function supports(pose: Pose, posed: PosedBody): { readonly foot: number; readonly head: number } | undefined {
  const { position } = posed;
  const foot: number[] = sides.flatMap((side) => {
    const { kind } = legOf(pose, side);
    const { knee, ankle, ball } = posed.sides[side];
    if (isBridge(pose)) return kind === 'footDown' ? [(ankle[0] + ball[0]) / 2] : kind === 'along' ? [ankle[0]] : [];
    if (position === 'fourPoint') return kind === 'kneeDown' ? [knee[0]] : [];
    return kind === 'along' ? [ball[0]] : kind === 'kneeDown' ? [knee[0]] : [];
  });
  if (isBridge(pose)) {
    // Feet stay where they stood: a low bridge is not reached by walking them away.
    const { hip, knee, ankle } = posed.sides.R;
    const farthest = hip[0] - hookReach * (length3(minus3(knee, hip)) + length3(minus3(ankle, knee)));
    const [t6, c7] = [posed.landmarks.T6, posed.landmarks.C7];
    return t6 && c7 && foot.length > 0
      ? { foot: Math.max(mean(foot), farthest), head: (t6[0] + c7[0]) / 2 }
      : undefined;
  }
  if (position !== 'fourPoint' && position !== 'frontSupport') return undefined;
  const head = sides.flatMap((side) => {
    const { kind } = (side === 'R' ? pose.rightArm : pose.leftArm) ?? { kind: 'handDown' };
    const { elbow, wrist } = posed.sides[side];
    return kind === 'handDown' ? [wrist[0]] : kind === 'forearmDown' ? [elbow[0]] : [];
  });
  return foot.length > 0 && head.length > 0 ? { foot: mean(foot), head: mean(head) } : undefined;
}

/** Arms that carry, on hands or forearms. */
const carryingArms = (pose: Pose): number =>
  [pose.leftArm, pose.rightArm].filter((one) => !one || one.kind === 'handDown' || one.kind === 'forearmDown').length;

/** Moments at hips and shoulders of a beam from foot end to head end, each end on one support. */
function spanOf(pose: Pose, posed: PosedBody, masses: readonly PointMass[]): Span | undefined {
  const ends = supports(pose, posed);
  if (!ends) return undefined;
  const lies = isBridge(pose);
  const carried = lies ? masses.filter(({ segment }) => !arm.includes(segment) && segment !== 'head') : masses; // on the mat
  const weight = carried.reduce((sum, { massKg }) => sum + gravity * massKg, 0);
  const onHeadEndN =
    carried.reduce((sum, { at, massKg }) => sum + gravity * massKg * (at[0] - ends.foot), 0) / (ends.head - ends.foot);
  const hip = middle3(posed.sides.L.hip, posed.sides.R.hip)[0];
  const shoulder = middle3(posed.sides.L.shoulder, posed.sides.R.shoulder)[0];
  const about = (x: number, some: readonly PointMass[]) =>
    some.reduce((sum, { at, massKg }) => sum + gravity * massKg * (x - at[0]), 0);
  const hipsNm = ((weight - onHeadEndN) * (hip - ends.foot) - about(hip, of(masses, leg))) / 1000;
  const beyond = lies ? [] : of(masses, arm);
  const shouldersNm = (onHeadEndN * (ends.head - shoulder) + about(shoulder, beyond)) / 1000;
  const planted = lies ? plantedIn(pose) : [];
  const [only] = planted;
  // The floor pushes up under the one foot; legs weigh on either side of the middle.
  const turnNm =
    planted.length === 1 && only
      ? Math.abs(
          (weight - onHeadEndN) * posed.sides[only].ankle[1] -
            of(masses, leg).reduce((sum, { at, massKg }) => sum + gravity * massKg * at[1], 0),
        ) / 1000
      : 0;
  return { hipsNm, shouldersNm, onHeadEndN, turnNm, ...(lies ? {} : { onEachHandN: onHeadEndN / carryingArms(pose) }) };
}

/** Legs whose foot stands, in a bridge. */
const plantedIn = (pose: Pose): readonly Side[] =>
  sides.filter((side) => ['footDown', 'along'].includes(legOf(pose, side).kind));

/** Bent so far, degrees, and its trunk leaning headward so far, a body without a foot on the floor is rolled over onto its shoulders. */
const overFromDeg = 20;

/** Lying on the upper back with the hips over it and no foot on the floor. */
export function isRolledOver(pose: Pose): boolean {
  const { lumbarFlexDeg = 0, thoracicFlexDeg = 0, pelvicTiltDeg = 0, trunkDeg = 0 } = pose;
  return (
    positionOf(pose) === 'supine' &&
    trunkDeg <= -overFromDeg &&
    lumbarFlexDeg - pelvicTiltDeg + thoracicFlexDeg >= overFromDeg &&
    sides.every((side) => legOf(pose, side).kind === 'raised')
  );
}

/** So near to the lowest of it, mm, a piece of the spine lies on the mat. */
const touchesWithinMm = 25;
/** Place of T6 in the spine, from its foot; from there on it is neck and shoulders that lie. */
const fromT6 = 7;

/**
 * Share of body weight on neck and shoulders, %, with the hips over them. Head and arms lie of themselves; the rest stands on
 * the mat between T6 and the last piece of the spine that touches, more on the one that it balances over.
 */
function neckPctOf(pose: Pose, posed: PosedBody, masses: readonly PointMass[]): number | undefined {
  if (!isRolledOver(pose)) return undefined;
  const lies: readonly PointMass['segment'][] = ['head', ...arm];
  const carried = masses.filter(({ segment }) => !lies.includes(segment));
  const massOf = (some: readonly PointMass[]) => some.reduce((sum, { massKg }) => sum + massKg, 0);
  const middle = carried.reduce((sum, { at, massKg }) => sum + at[0] * massKg, 0) / massOf(carried);
  const lowest = Math.min(...posed.spine.map(([, , z]) => z));
  const last = posed.spine.findIndex(([, , z]) => z <= lowest + touchesWithinMm);
  const [from, upTo] = [posed.spine[last]?.[0] ?? 0, posed.spine[fromT6]?.[0] ?? 0];
  const share = last >= fromT6 ? 1 : Math.min(1, Math.max(0, (middle - from) / (upTo - from)));
  return (100 * share * massOf(carried)) / massOf(masses);
}

/** The trunk or its upper part, where muscles hold it off the floor. */
function carriedTrunk(
  pose: Pose,
  posed: PosedBody,
  masses: readonly PointMass[],
): { readonly at: 'T12' | 'hips'; readonly nm: number } | undefined {
  const { position } = posed;
  const { trunkDeg = 0, thoracicFlexDeg = 0, lumbarFlexDeg = 0 } = pose;
  const curls = thoracicFlexDeg + lumbarFlexDeg;
  if (position === 'supine' ? trunkDeg > 0 : isUpright(position) && (trunkDeg !== 0 || curls !== 0)) {
    const hips = middle3(posed.sides.L.hip, posed.sides.R.hip);
    return { at: 'hips', nm: Math.abs(momentAbout(hips, of(masses, [...upper, 'midTrunk', 'lowerTrunk']))[1]) };
  }
  const t12 = posed.spine[5];
  const isUp = position === 'supine' ? curls > 0 && trunkDeg === 0 : position === 'prone' && curls < 0;
  return t12 && isUp ? { at: 'T12', nm: Math.abs(momentAbout(t12, of(masses, upper))[1]) } : undefined;
}

export type LoadAsked = {
  readonly ankleWeightKg?: Readonly<Record<Side, number>>;
  /** Bars, straps or pedals carry the legs: what they weigh on the hips is not known from the pose. */
  readonly legsHeld?: boolean;
};

/** A body that spans, on how many feet of a bridge; and what lies on neck and shoulders. */
type Carried = {
  readonly weightN: number;
  readonly span: Span | undefined;
  readonly planted: number;
  readonly neckPct: number | undefined;
};

/** What is carried, in its kinds, % of weight × stature. */
function demandOf(
  { hips, legs }: { readonly hips: number; readonly legs: 'legs' | 'leg' | undefined },
  trunk: ReturnType<typeof carriedTrunk>,
  { weightN, span, planted, neckPct }: Carried,
  share: (nm: number) => number,
): Demand {
  return {
    ...(legs ? { [legs]: hips } : {}),
    ...(trunk ? { [trunk.at === 'T12' ? 'curl' : 'trunk']: share(trunk.nm) } : {}),
    ...(span
      ? { hips: share(Math.abs(span.hipsNm)) / Math.max(1, planted), shoulders: share(Math.abs(span.shouldersNm)) }
      : {}),
    ...(span && span.turnNm > 0 ? { turn: share(span.turnNm) } : {}),
    ...(span?.onEachHandN === undefined ? {} : { hands: (100 * span.onEachHandN) / weightN }),
    ...(neckPct === undefined ? {} : { neck: neckPct }),
  };
}

/** Legs and pelvis about L5/S1, as if the floor carried nothing under the pelvis. */
function lumbarOf(posed: PosedBody, masses: readonly PointMass[], up: readonly Side[]): number | undefined {
  const lumbar = posed.spine[0];
  if (!lumbar || up.length === 0 || !lying.includes(posed.position)) return undefined;
  const carried = [...up.flatMap((side) => of(masses, leg, side)), ...of(masses, ['lowerTrunk'])];
  return pull(posed.position, momentAbout(lumbar, carried));
}

/** What a pose asks of a body, standing still: moments in N·m, demand in % of weight × stature. */
export const loadOfPose = (body: Body, pose: Pose, asked: LoadAsked = {}): PoseLoad =>
  loadOfPosed(body, pose, poseBody(body, pose), asked);

/** The same of a body that is posed so already. */
export function loadOfPosed(body: Body, pose: Pose, posed: PosedBody, asked: LoadAsked = {}): PoseLoad {
  const masses = massesOf(body, posed, asked.ankleWeightKg ?? { L: 0, R: 0 });
  const share = (nm: number): number => demandPctOf(body, nm);
  const span = spanOf(pose, posed, masses);
  const up = asked.legsHeld ? [] : sides.filter((side) => freeShare(legOf(pose, side)) > 0);
  const hipOf = (side: Side): number =>
    up.includes(side)
      ? freeShare(legOf(pose, side)) * pull(posed.position, momentAbout(posed.sides[side].hip, of(masses, leg, side)))
      : 0;
  const hipsNm = { L: hipOf('L'), R: hipOf('R') };
  const isFlat = posed.position === 'supine' && !pose.trunkDeg;
  const legs = asked.legsHeld || span ? undefined : isFlat ? 'legs' : up.length > 0 ? 'leg' : undefined;
  const trunk = carriedTrunk(pose, posed, masses);
  const lumbarNm = span ? undefined : lumbarOf(posed, masses, up);
  return {
    hipsNm,
    demand: demandOf(
      { hips: share(hipsNm.L + hipsNm.R), legs },
      trunk,
      {
        weightN: gravity * body.massKg,
        span,
        planted: isBridge(pose) ? plantedIn(pose).length : 1,
        neckPct: neckPctOf(pose, posed, masses),
      },
      share,
    ),
    ...(lumbarNm === undefined ? {} : { lumbarNm }),
    ...(trunk ? { [trunk.at === 'T12' ? 'thoraxNm' : 'trunkNm']: trunk.nm } : {}),
    ...(span ? { span } : {}),
  };
}
