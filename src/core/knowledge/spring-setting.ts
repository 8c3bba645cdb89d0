// Which springs for an exercise and a person: a wanted force or a wanted rest for the hips, the sets that come nearest, why,
// and what was learned with this client before.
import type { RaisedLeg } from '../load/demand';
import { gravity } from '../load/gravity';
import { serves } from './find';
import { startOf } from '../body/shown';
import type { Exercise, Level, Repertoire, SpringForce } from './entries';
import type { Body } from '../body/segments';
import type { LegPose } from '../body/pose';
import { failure, success } from '../result';
import type { Result } from '../result';
import { leftInPlank } from '../load/carriage';
import { nearestInStraps } from '../load/straps';
import type { Rig } from '../springs/apparatus';
import { nearestByForce, nearestByUnits, unitsOf, unitsText } from '../springs/springs';
import type { SpringSet } from '../springs/springs';

/** Body weight for which the trade's words for springs are meant. */
const usualMassKg = 65;
const shortestStrokeM = 0.1;
const stepUnits = 0.5;

export type Wanted =
  | { readonly kind: 'force'; readonly meanN: number; readonly stroke: readonly [number, number] }
  | { readonly kind: 'rest'; readonly pct: number; readonly thighDeg: number; readonly kneeDeg: number }
  | { readonly kind: 'units'; readonly units: number };

export type OfferedSet = {
  readonly set: SpringSet;
  readonly text: string;
  readonly units: number;
  readonly reason: string;
  readonly meanN: number | null;
  /** Left for the hips at the lowest, and at most on the way, % of weight × stature. */
  readonly restPct: number | null;
  readonly peakPct: number | null;
  readonly travelM: number | null;
};

export type SpringOffer = {
  readonly wanted: Wanted;
  /** Where the wanted figure comes from, in a sentence or two. */
  readonly because: readonly string[];
  readonly sets: readonly OfferedSet[];
  /** Kinds without a rate: not reckoned with. */
  readonly leftOut: readonly string[];
};

/** What was set for this client last, and which way faults since then point. */
export type SpringHistory = {
  readonly last?: SpringSet | undefined;
  /** Faults seen in this exercise with these springs. */
  readonly faults: readonly string[];
};

const percent = (share: number): string => `${Math.round(100 * share)} %`;
const newtons = (value: number): string => `${Math.round(value)} N`;

/** More, less, or neither: by the corrections of springs that serve the faults seen. */
export function springAdvice(
  repertoire: Pick<Repertoire, 'corrections' | 'faults'>,
  exercise: Pick<Exercise, 'id' | 'position'>,
  faults: readonly string[],
): { readonly way: 'more' | 'less' | null; readonly reasons: readonly string[] } {
  const found = repertoire.corrections.filter(({ spring }) => spring !== undefined);
  const pointing = faults.flatMap((fault) => {
    const correction = found.find((one) => serves(one, exercise, fault));
    const plain = repertoire.faults.find(({ id }) => id === fault)?.plain;
    return correction?.spring && plain ? [{ way: correction.spring, plain }] : [];
  });
  const ways = new Set(pointing.map(({ way }) => way));
  const reasons = pointing.map(({ way, plain }) => `${plain[0]?.toUpperCase()}${plain.slice(1)}: ${way} spring.`);
  if (ways.size > 1) return { way: null, reasons: [...reasons, 'They point both ways: look at one fault at a time.'] };
  return { way: pointing[0]?.way ?? null, reasons };
}

const raised = (leg: LegPose): RaisedLeg | undefined =>
  leg.kind === 'raised' ? { thighDeg: leg.thighDeg, kneeDeg: leg.kneeDeg } : undefined;

const roleWords: Readonly<Record<SpringForce['role'], string>> = {
  resist: 'The springs resist: heavier is harder.',
  support: 'The springs carry a part of the body: lighter is harder.',
  both: 'The springs carry on the way out and resist on the way back.',
};

export type Asked = {
  readonly repertoire: Pick<Repertoire, 'corrections' | 'faults'>;
  readonly exercise: Exercise;
  readonly level: Level;
  readonly rig: Rig;
  readonly body: Body;
  /** Highest demand held cleanly, % of weight × stature. */
  readonly capacityPct?: number | undefined;
  readonly history: SpringHistory;
};

/** What is lacking for figures in newtons, or in what is left for the hips. */
const whyRelative = (hasRates: boolean, isOfCapacity: boolean): string => {
  if (!hasRates) return 'Calibrate the springs to reckon in newtons.';
  return isOfCapacity
    ? 'How much is held is not known here: choose a client who was seen working, and the straps are reckoned for her.'
    : 'This level tells no force to reckon with.';
};

/** What is asked of springs here: the level's own words for it, turned by what was learned. */
type Turned = {
  readonly force: SpringForce;
  readonly way: 'more' | 'less' | 'as';
  /** More spring by one step, or less: as a share of what is usual. */
  readonly share: number;
  readonly because: readonly string[];
};

function turn(force: SpringForce, { way, reasons }: ReturnType<typeof springAdvice>): Turned {
  const step = stepUnits / force.units;
  const share = way === 'more' ? 1 + step : way === 'less' ? 1 - step : 1;
  return {
    force,
    way: share === 1 ? 'as' : way === 'more' ? 'more' : 'less',
    share,
    because: [roleWords[force.role], ...reasons],
  };
}

const wordTurn = ({ way }: Turned): string => (way === 'as' ? '' : `, ${way} by half a spring`);

/** The legs of a level that hang in straps: where they start, and the lower of the two at the top. */
function legsOf(level: Level): { readonly from: RaisedLeg; readonly lowest: RaisedLeg } | undefined {
  const [left, right, from] = [raised(level.top.left), raised(level.top.right), raised(startOf(level).right)];
  if (!left || !right || !from) return undefined;
  return { from, lowest: left.thighDeg < right.thighDeg ? left : right };
}

function wordRest(netPct: number, isSlack: boolean): string {
  if (isSlack) return 'The ropes hang slack here: the legs carry themselves.';
  return netPct < 0
    ? 'Carries more than the legs weigh: they have to be pressed down.'
    : `Leaves ${netPct.toFixed(1)} % for the hips at the lowest.`;
}

type Strapped = {
  readonly legs: NonNullable<ReturnType<typeof legsOf>>;
  readonly capacityPct: number;
  readonly ofCapacity: number;
};

/** By what straps leave for the hips, of what this person holds. */
function offerInStraps(
  { body, rig }: Asked,
  turned: Turned,
  { legs, capacityPct, ofCapacity }: Strapped,
): Result<SpringOffer> {
  // Straps that carry more leave less: a step more of spring is a step less for the hips.
  const pct = ofCapacity * capacityPct * (2 - turned.share);
  const found = nearestInStraps(body, rig, legs, pct);
  if (!found.ok) return found;
  const { thighDeg, kneeDeg } = legs.lowest;
  return success({
    wanted: { kind: 'rest', pct, thighDeg, kneeDeg },
    because: [
      ...turned.because,
      `Wanted at the lowest, thighs at ${Math.round(thighDeg)}°: ${percent(ofCapacity)} of the ${capacityPct.toFixed(1)} % that is held, so ${pct.toFixed(1)} % left for the hips.`,
    ],
    sets: found.value.sets.map(({ set, text, units, netPct, peakPct, travelM, isSlack }) => ({
      set,
      text,
      units,
      meanN: null,
      restPct: netPct,
      peakPct,
      travelM,
      reason: wordRest(netPct, isSlack),
    })),
    leftOut: found.value.leftOut,
  });
}

function wordOff(off: number, meanN: number | null, wantedN: number): string {
  if (off < 0.05) return '';
  return meanN !== null && meanN > wantedN ? `, ${percent(off)} over` : `, ${percent(off)} under`;
}

/** Left at the hips of a plank that a carriage's springs help to hold, at the end of the way; null for any other shape. */
const leftAtHips = ({ level, body }: Asked, role: SpringForce['role'], forceN: number | null): number | null =>
  role === 'support' && forceN !== null ? (leftInPlank(body, level.top, forceN) ?? null) : null;

const wordLeft = (pct: number | null): string => {
  if (pct === null) return '';
  return pct < 0
    ? ' Folds the hips more than their weight lets them sag.'
    : ` Leaves ${pct.toFixed(1)} % at the hips at the end of the way.`;
};

/** By the mean force over the stroke, as a share of body weight. */
function offerByForce(asked: Asked, turned: Turned, weightPct: number): SpringOffer {
  const { level, rig, body } = asked;
  const far = level.scene?.apparatus?.kind === 'reformer' ? level.scene.apparatus.travelMm / 1000 : rig.travelM * 0.6;
  const stroke = [0, Math.max(shortestStrokeM, Math.min(far, rig.travelM))] as const;
  const wantedN = (weightPct / 100) * body.massKg * gravity * turned.share;
  const { sets, leftOut } = nearestByForce(rig, wantedN, stroke);
  const byHalf = wordTurn(turned);
  return {
    wanted: { kind: 'force', meanN: wantedN, stroke },
    because: [
      ...turned.because,
      `Wanted over the stroke: ${weightPct} % of body weight${byHalf && `${byHalf},`} is ${newtons(wantedN)} for ${Math.round(body.massKg)} kg.`,
    ],
    sets: sets.map(({ set, text, units, meanN, fromN, toN, off }) => {
      const restPct = leftAtHips(asked, turned.force.role, toN);
      return {
        set,
        text,
        units,
        meanN,
        restPct,
        peakPct: null,
        travelM: stroke[1],
        reason: `${newtons(meanN ?? 0)} on the mean, ${newtons(fromN ?? 0)} rising to ${newtons(toN ?? 0)}${wordOff(off, meanN, wantedN)}.${wordLeft(restPct)}`,
      };
    }),
    leftOut,
  };
}

/** In the trade's units, scaled by body weight: where no rates are known, or no force is told. */
function offerByUnits({ rig, body }: Asked, turned: Turned, hasRates: boolean): SpringOffer {
  const { units, ofCapacity } = turned.force;
  const scaled = units * turned.share * (body.massKg / usualMassKg);
  return {
    wanted: { kind: 'units', units: scaled },
    because: [
      ...turned.because,
      `In relative units only: ${unitsText(units)} usual for ${usualMassKg} kg${wordTurn(turned)}, ${scaled.toFixed(2)} for ${Math.round(body.massKg)} kg. ${whyRelative(hasRates, ofCapacity !== undefined)}`,
    ],
    sets: nearestByUnits(rig, scaled).map(({ set, text, units: own }) => ({
      set,
      text,
      units: own,
      meanN: null,
      restPct: null,
      peakPct: null,
      travelM: null,
      reason: `${unitsText(own)} in all.`,
    })),
    leftOut: [],
  };
}

/** Sets for a level and a person, nearest first, with reasons; refused where the level is not done on these springs. */
export function offerSprings(asked: Asked): Result<SpringOffer> {
  const { repertoire, exercise, level, rig, capacityPct, history } = asked;
  if (!level.force) return failure('noForce', 'No springs are told for this level.', 'level');
  if (exercise.apparatus !== rig.kind)
    return failure('otherApparatus', `${exercise.name} is not done on this apparatus.`, 'apparatus');
  const turned = turn(level.force, springAdvice(repertoire, exercise, history.faults));
  const { weightPct, ofCapacity } = level.force;
  const hasRates = rig.springs.some(({ rate }) => rate !== null);
  const legs = rig.rope && hasRates ? legsOf(level) : undefined;
  if (ofCapacity !== undefined && capacityPct !== undefined && legs)
    return offerInStraps(asked, turned, { legs, capacityPct, ofCapacity });
  if (weightPct !== undefined && hasRates) return success(offerByForce(asked, turned, weightPct));
  return success(offerByUnits(asked, turned, hasRates));
}

/** `1½ springs more than last time`. */
export function againstLast(rig: Pick<Rig, 'springs'>, set: SpringSet, last: SpringSet): string {
  const change = unitsOf(rig.springs, set) - unitsOf(rig.springs, last);
  if (Math.abs(change) < 1e-6) return 'as last time';
  return `${unitsText(Math.abs(change))} ${change > 0 ? 'more' : 'less'} than last time`;
}
