// Half-way steps between two levels: one leg bent, a shorter lever, a shorter way, the head down, straps that carry.
import { between } from '../body/movement';
import { isLegFree } from '../body/pose';
import type { LegPose, Pose, RaisedLegPose } from '../body/pose';
import type { Body } from '../body/segments';
import type { LadderLevel } from './ladder-level';
import { leapAt, leastCapacityPct } from './thresholds';
import { demandOf } from './demand';

const halfStepKinds = ['oneBent', 'lever', 'range', 'headDown', 'strap'] as const;
export type HalfStepKind = (typeof halfStepKinds)[number];

export type HalfStep = {
  readonly kind: HalfStepKind;
  readonly words: string;
  readonly pose: Pose;
  /** Legs' demand at its top, %; absent where the arithmetic does not reach. */
  readonly demandPct: number | undefined;
};

const shares = [0.5, 0.35, 0.2] as const;
const wayWords: Readonly<Record<number, string>> = { 0.5: 'Half', 0.35: 'A third', 0.2: 'A fifth' };
const moreBendDeg = [20, 35, 50, 70] as const;
const mostBendDeg = 100;
/** An elastic round the feet, held by the hands: what it carries of the legs' weight, a convention. */
const strapCarries = 0.35;

/** Lying with the upper back off the mat. */
const isCurled = ({ thoracicFlexDeg = 0, trunkDeg = 0 }: Pose): boolean => thoracicFlexDeg > 10 && trunkDeg === 0;

function* candidates(body: Body, below: LadderLevel, above: LadderLevel): Generator<HalfStep> {
  const { left, right } = above.top;
  const legs = (one: LegPose, other: LegPose): Pose => ({ ...above.top, left: one, right: other });
  const step = (kind: HalfStepKind, words: string, pose: Pose, carried = 0): HalfStep => {
    const demand = demandOf(body, pose);
    return { kind, words, pose, demandPct: demand === undefined ? undefined : demand * (1 - carried) };
  };
  if (isLegFree(left) && isLegFree(right) && right.kneeDeg < 70 && left.kneeDeg < 70) {
    const tabletop: RaisedLegPose = { ...left, thighDeg: 90, kneeDeg: 90, outDeg: 0 };
    yield step('oneBent', 'One leg goes, the other stays in tabletop.', legs(tabletop, right));
  }
  for (const more of moreBendDeg) {
    const bent = (leg: LegPose): LegPose =>
      isLegFree(leg) && leg.kneeDeg < 80 ? { ...leg, kneeDeg: Math.min(mostBendDeg, leg.kneeDeg + more) } : leg;
    const bends = [left, right].some((leg) => isLegFree(leg) && leg.kneeDeg < 80);
    if (bends) yield step('lever', `Knees bent by ${more}° more: a shorter lever.`, legs(bent(left), bent(right)));
  }
  // A leg that only lies otherwise is not carried through the air on the way.
  const lies = (was: LegPose, is: LegPose): LegPose => (was.kind === 'raised' || is.kind === 'raised' ? was : is);
  const from = { ...below.top, left: lies(below.top.left, left), right: lies(below.top.right, right) };
  const carrierOf = (leg: LegPose) => (leg.kind === 'raised' ? leg.on : undefined);
  const isSameWay = (['left', 'right'] as const).every(
    (leg) => carrierOf(below.top[leg]) === carrierOf(above.top[leg]),
  );
  for (const share of isSameWay ? shares : [])
    // half on a cloth and half on a ball is no way
    yield step(
      'range',
      `${wayWords[share]} of the way from “${below.name.toLowerCase()}” to “${above.name.toLowerCase()}”.`,
      between(body, from, above.top, share),
    );
  const { thoracicFlexDeg: _, lumbarFlexDeg: __, neckFlexDeg: ___, ...flat } = above.top;
  if (isCurled(above.top) && !isCurled(below.top)) yield step('headDown', 'The same with the head down.', flat);
  if (isLegFree(left) && isLegFree(right))
    yield step('strap', 'An elastic round the feet carries a part of the legs.', above.top, strapCarries);
}

const heelOffMm = 45;

/** A foot that leaves the mat weighs more low than in tabletop: before it does, it is only made light, the toes staying. */
function lightened(body: Body, below: LadderLevel, above: LadderLevel): HalfStep | undefined {
  const light = (leg: LegPose, next: LegPose): LegPose =>
    leg.kind === 'footDown' && isLegFree(next) ? { ...leg, heelLift: heelOffMm } : leg;
  const left = light(below.top.left, above.top.left);
  const right = light(below.top.right, above.top.right);
  if (left === below.top.left && right === below.top.right) return undefined;
  const pose = { ...below.top, left, right };
  const words = 'The foot is only made light: the heel floats, the toes stay on the mat.';
  return { kind: 'range', words, pose, demandPct: demandOf(body, pose) };
}

/**
 * Steps whose demand lands between what is held and the next level, none a leap by itself; the best of each kind, and the
 * kind nearest the middle first. Where the legs' demand does not tell them apart, the shorter way is left.
 */
export function halfStepsBetween(body: Body, below: LadderLevel, above: LadderLevel, heldPct?: number): HalfStep[] {
  const [own, asked] = [demandOf(body, below.top), demandOf(body, above.top)];
  const all = [...candidates(body, below, above)];
  const shorterWay = all.filter(({ kind }) => kind === 'range');
  if (own === undefined || asked === undefined || asked <= own) return shorterWay.slice(0, 1);
  const held = Math.max(own, heldPct ?? 0);
  const most = leapAt * Math.max(held, leastCapacityPct);
  const middle = (Math.min(held, asked) + asked) / 2;
  const lands = all.filter(
    ({ demandPct }) =>
      demandPct !== undefined && demandPct > own + 1e-6 && demandPct < asked - 1e-6 && demandPct <= most + 1e-6,
  );
  const far = ({ demandPct }: HalfStep): number => Math.abs((demandPct ?? 0) - Math.min(middle, most));
  const best = halfStepKinds.flatMap((kind) => {
    const [first] = lands.filter((one) => one.kind === kind).sort((a, b) => far(a) - far(b));
    return first ? [first] : [];
  });
  if (best.length > 0) return best.sort((a, b) => far(a) - far(b));
  const light = lightened(body, below, above);
  return light ? [light] : shorterWay.slice(-1);
}
