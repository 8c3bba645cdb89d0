// Which springs for an exercise and a person: a wanted force or a wanted rest for the hips, the sets that come nearest, why,
// and what was learned with this client before.
import type { RaisedLeg } from '../load/demand';
import { gravity } from '../load/gravity';
import { serves } from './find';
import { startOf } from '../body/movement';
import type { Exercise, Level, Repertoire, SpringForce } from './entries';
import type { Body } from '../body/segments';
import type { LegPose } from '../body/pose';
import { failure, success } from '../result';
import type { Result } from '../result';
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
  const told = faults.flatMap((fault) => {
    const correction = found.find((one) => serves(one, exercise, fault));
    const plain = repertoire.faults.find(({ id }) => id === fault)?.plain;
    return correction?.spring && plain ? [{ way: correction.spring, plain }] : [];
  });
  const ways = new Set(told.map(({ way }) => way));
  const reasons = told.map(({ way, plain }) => `${plain[0]?.toUpperCase()}${plain.slice(1)}: ${way} spring.`);
  if (ways.size > 1) return { way: null, reasons: [...reasons, 'They point both ways: look at one fault at a time.'] };
  return { way: told[0]?.way ?? null, reasons };
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

/** Sets for a level and a person, nearest first, with reasons; refused where the level is not done on these springs. */
export function offerSprings(asked: Asked): Result<SpringOffer> {
  const { repertoire, exercise, level, rig, body, capacityPct, history } = asked;
  if (!level.force) return failure('noForce', 'No springs are told for this level.', 'level');
  if (exercise.apparatus !== rig.kind)
    return failure('otherApparatus', `${exercise.name} is not done on this apparatus.`, 'apparatus');
  const { role, units, weightPct, ofCapacity } = level.force;
  const advice = springAdvice(repertoire, exercise, history.faults);
  // More spring by one step, or less: as a share of what is usual.
  const turned = advice.way === 'more' ? 1 + stepUnits / units : advice.way === 'less' ? 1 - stepUnits / units : 1;
  const because = [roleWords[role], ...advice.reasons];
  const hasRates = rig.springs.some(({ rate }) => rate !== null);
  const [left, right] = [raised(level.top.left), raised(level.top.right)];
  const lowest = left && right ? (left.thighDeg < right.thighDeg ? left : right) : undefined;
  const start = raised(startOf(level).right);

  if (ofCapacity !== undefined && capacityPct !== undefined && lowest && start && rig.rope && hasRates) {
    // Straps that carry more leave less: a step more of spring is a step less for the hips.
    const pct = ofCapacity * capacityPct * (2 - turned);
    const found = nearestInStraps(body, rig, { from: start, lowest }, pct);
    if (!found.ok) return found;
    return success({
      wanted: { kind: 'rest', pct, thighDeg: lowest.thighDeg, kneeDeg: lowest.kneeDeg },
      because: [
        ...because,
        `Wanted at the lowest, thighs at ${Math.round(lowest.thighDeg)}°: ${percent(ofCapacity)} of the ${capacityPct.toFixed(1)} % that is held, so ${pct.toFixed(1)} % left for the hips.`,
      ],
      sets: found.value.sets.map(({ set, text, units: own, netPct, peakPct, travelM, isSlack }) => ({
        set,
        text,
        units: own,
        meanN: null,
        restPct: netPct,
        peakPct,
        travelM,
        reason: isSlack
          ? 'The ropes hang slack here: the legs carry themselves.'
          : netPct < 0
            ? 'Carries more than the legs weigh: they have to be pressed down.'
            : `Leaves ${netPct.toFixed(1)} % for the hips at the lowest.`,
      })),
      leftOut: found.value.leftOut,
    });
  }
  if (weightPct !== undefined && hasRates) {
    const far = level.scene?.apparatus?.kind === 'reformer' ? level.scene.apparatus.travelMm / 1000 : rig.travelM * 0.6;
    const stroke = [0, Math.max(shortestStrokeM, Math.min(far, rig.travelM))] as const;
    const meanN = (weightPct / 100) * body.massKg * gravity * turned;
    const { sets, leftOut } = nearestByForce(rig, meanN, stroke);
    return success({
      wanted: { kind: 'force', meanN, stroke },
      because: [
        ...because,
        `Wanted over the stroke: ${weightPct} % of body weight${turned === 1 ? '' : `, ${advice.way} by half a spring,`} is ${newtons(meanN)} for ${Math.round(body.massKg)} kg.`,
      ],
      sets: sets.map(({ set, text, units: own, meanN: mean, fromN, toN, off }) => ({
        set,
        text,
        units: own,
        meanN: mean,
        restPct: null,
        peakPct: null,
        travelM: stroke[1],
        reason: `${newtons(mean ?? 0)} on the mean, ${newtons(fromN ?? 0)} rising to ${newtons(toN ?? 0)}${off < 0.05 ? '' : mean !== null && mean > meanN ? `, ${percent(off)} over` : `, ${percent(off)} under`}.`,
      })),
      leftOut,
    });
  }
  const scaled = units * turned * (body.massKg / usualMassKg);
  const sets = nearestByUnits(rig, scaled);
  return success({
    wanted: { kind: 'units', units: scaled },
    because: [
      ...because,
      `In relative units only: ${unitsText(units)} usual for ${usualMassKg} kg${turned === 1 ? '' : `, ${advice.way} by half a spring`}, ${scaled.toFixed(2)} for ${Math.round(body.massKg)} kg. ${whyRelative(hasRates, ofCapacity !== undefined)}`,
    ],
    sets: sets.map(({ set, text, units: own }) => ({
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
  });
}

/** `1½ springs more than last time`. */
export function againstLast(rig: Pick<Rig, 'springs'>, set: SpringSet, last: SpringSet): string {
  const change = unitsOf(rig.springs, set) - unitsOf(rig.springs, last);
  if (Math.abs(change) < 1e-6) return 'as last time';
  return `${unitsText(Math.abs(change))} ${change > 0 ? 'more' : 'less'} than last time`;
}
