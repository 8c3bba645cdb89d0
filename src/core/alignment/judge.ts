import type { Side } from '../anatomy/landmarks';
import type { Estimate } from './input';
import { excessOver, probabilityOutside } from './probability';
import type { Interval } from './probability';
import { sideMeant } from './rules';
import { formatInterval, formatMeasure } from './words';

export const verdicts = ['in', 'out', 'unsure'] as const;
export const severities = ['slight', 'clear', 'marked'] as const;
export type Verdict = (typeof verdicts)[number];
export type Severity = (typeof severities)[number];

/** What a measure should be, which fault each side of it is, and whose wish that is. */
export type TargetToMeet = {
  readonly measure: string;
  readonly interval: Interval;
  /** Unit of severity. */
  readonly tolerance: number;
  readonly relativeTo: 'neutral' | 'asMeasured';
  /** Means nothing without the client's own neutral. */
  readonly needsNeutral?: true | undefined;
  readonly low: string | null;
  readonly high: string | null;
  readonly source: string;
};

/** A fault as far as judging goes: in plain words, and whether it could hurt. */
export type JudgedFault = { readonly plain: string; readonly safety: boolean };

/** What a severity is told by; the error in the measure's unit. */
export type Grading = { readonly tolerance: number; readonly se: number; readonly safety: boolean };

export type Finding = {
  readonly fault: string;
  readonly measure: string;
  readonly verdict: Verdict;
  /** Of being outside the target. */
  readonly probability: number;
  /** How far outside the target, in the measure's unit; 0 inside. */
  readonly excess: number;
  readonly severity?: Severity;
  /** It can't be told, and both edges are about as likely passed: what is named is no more likely than its opposite. */
  readonly leansNeither?: true;
  /** Of what has a side: the hip that sinks (roll) or hikes, where the pelvis has shifted, whose knee it is. */
  readonly side?: Side;
  readonly safety: boolean;
  readonly why: string;
  /** What was judged: the value less own neutral where the target asks for it, with the error of that difference. */
  readonly value: number;
  readonly se: number;
};

export type JudgeOutput = {
  readonly findings: readonly Finding[];
  readonly target: Readonly<
    Record<
      string,
      {
        readonly interval: Interval;
        readonly tolerance: number;
        readonly source: string;
        readonly relativeTo: 'neutral' | 'asMeasured';
      }
    >
  >;
  /** Measures that were given but could not be judged, and why. */
  readonly notJudged: Readonly<Record<string, string>>;
};

const surelyOut = 0.8;
const surelyIn = 0.2;

/**
 * Severity counts the excess in tolerances, less what of the error is over half a tolerance: a blunt reading is not called
 * marked. What could hurt is graded from its plain excess, and never below clear.
 */
export function gradeSeverity(excess: number, { tolerance, se, safety }: Grading): Severity {
  const tolerances = (safety ? excess : excess - Math.max(0, se - tolerance / 2)) / tolerance;
  if (tolerances >= 2) return 'marked';
  return tolerances >= 1 || safety ? 'clear' : 'slight';
}

/** Out only when the value itself lies outside: a wide error alone proves nothing. */
function decide(probability: number, excess: number): Verdict {
  if (probability >= surelyOut && excess > 0) return 'out';
  return probability <= surelyIn ? 'in' : 'unsure';
}

const centre = ([lo, hi]: Interval, tolerance: number): number =>
  lo !== null && hi !== null ? (lo + hi) / 2 : lo === null ? (hi ?? 0) - tolerance : lo + tolerance;

/** Even in the middle of the target, or a tolerance inside its only edge, such an error would leave it open. */
const cannotBeIn = ({ interval, tolerance }: TargetToMeet, se: number): boolean =>
  probabilityOutside(centre(interval, tolerance), se, interval) > surelyIn;

/** One edge must be so many times as likely passed as the other for a value to lean its way. */
const leansFrom = 2;

/** Whether a value that can't be told yet is about as likely out on either side. A target open to one side leans to its edge. */
function leansNeither({ value, se }: Estimate, [lo, hi]: Interval): boolean {
  if (lo === null || hi === null) return false;
  const [below, above] = [probabilityOutside(value, se, [lo, null]), probabilityOutside(value, se, [null, hi])];
  return Math.max(below, above) < leansFrom * Math.min(below, above);
}

function explain(
  target: TargetToMeet,
  judged: Estimate,
  compared: boolean,
  verdict: Verdict,
  faultName: string,
  probability: number,
  settles: string | undefined,
): string {
  const percent = probability > 0.995 ? 'over 99 %' : `${Math.round(100 * probability)} %`;
  const from = compared ? ' from own neutral' : '';
  const facts = `${formatMeasure(target.measure, judged.value)} ± ${formatMeasure(target.measure, judged.se, 'error')}${from}; the target is ${formatInterval(target.measure, target.interval)} (${target.source}).`;
  if (verdict === 'in') return `In level: ${facts}`;
  if (verdict === 'out')
    return `Out of level toward ${faultName}: ${facts} ${percent[0]?.toUpperCase()}${percent.slice(1)} sure.`;
  const settle =
    settles ??
    (cannotBeIn(target, judged.se)
      ? 'The error is too wide for this target, so "in" cannot be shown this way: use stickers on the landmarks, a closer camera, or mark three times and average.'
      : 'A closer camera, stickers, or a second look from the same place would settle it.');
  const way = leansNeither(judged, target.interval) ? 'neither way' : `toward ${faultName}`;
  return `Can't tell yet, leans ${way}: ${facts} ${percent} likely out. ${settle}`;
}

function judgeOne(
  target: TargetToMeet,
  measured: Estimate,
  { neutral: own, faultOf, limbs, settles }: ToJudge,
): Finding | undefined {
  const neutral = own?.[target.measure];
  const compared = target.relativeTo === 'neutral' && neutral !== undefined;
  const judged: Estimate = compared
    ? { value: measured.value - neutral.value, se: Math.hypot(measured.se, neutral.se) }
    : measured;
  const probability = probabilityOutside(judged.value, judged.se, target.interval);
  const excess = excessOver(judged.value, target.interval);
  const verdict = decide(probability, excess);
  const leansHigh = judged.value >= centre(target.interval, target.tolerance);
  const faultId = (leansHigh ? target.high : target.low) ?? target.high ?? target.low;
  if (!faultId) return undefined;
  const side = limbs?.[target.measure] ?? sideMeant(target.measure, judged.value);
  const { plain, safety } = faultOf(faultId, side);
  return {
    fault: faultId,
    measure: target.measure,
    verdict,
    probability,
    excess,
    ...(verdict === 'out'
      ? { severity: gradeSeverity(excess, { tolerance: target.tolerance, se: judged.se, safety }) }
      : {}),
    ...(verdict === 'unsure' && leansNeither(judged, target.interval) ? { leansNeither: true } : {}),
    ...(side ? { side } : {}),
    safety,
    why: explain(target, judged, compared, verdict, plain, probability, settles?.[target.measure]),
    value: judged.value,
    se: judged.se,
  };
}

const verdictOrder: Readonly<Record<Verdict, number>> = { out: 0, unsure: 1, in: 2 };
const mayHurt = ({ safety, verdict }: Finding): boolean => safety && verdict !== 'in';

/** What is judged: measures with their errors, own neutral where there is one, against the targets in force. */
export type ToJudge = {
  readonly exerciseName: string;
  readonly measures: Readonly<Record<string, Estimate>>;
  readonly neutral?: Readonly<Record<string, Estimate>> | undefined;
  readonly targets: readonly TargetToMeet[];
  readonly faultOf: (id: string, side: Side | undefined) => JudgedFault;
  /** Whose limb a measure of one limb was read from. */
  readonly limbs?: Readonly<Record<string, Side>> | undefined;
  /** What would settle a measure that can't be told, where more is known of its error than its size. */
  readonly settles?: Readonly<Record<string, string>> | undefined;
};

/** Faults judged from measures against targets; what would hurt comes first, then the worst. */
export function judgeMeasures(toJudge: ToJudge): JudgeOutput {
  const { exerciseName, measures, neutral, targets } = toJudge;
  const findings: (Finding & { tolerances: number })[] = [];
  const notJudged: Record<string, string> = {};
  for (const [id, measured] of Object.entries(measures)) {
    const target = targets.find(({ measure }) => measure === id);
    if (!target) {
      notJudged[id] = `${exerciseName} has no target for it in this phase`;
      continue;
    }
    if (target.needsNeutral && !neutral?.[id]) {
      notJudged[id] = "it means nothing without the client's own neutral";
      continue;
    }
    const finding = judgeOne(target, measured, toJudge);
    if (finding) findings.push({ ...finding, tolerances: finding.excess / target.tolerance });
  }
  findings.sort(
    (a, b) =>
      Number(mayHurt(b)) - Number(mayHurt(a)) ||
      verdictOrder[a.verdict] - verdictOrder[b.verdict] ||
      b.tolerances - a.tolerances ||
      b.probability - a.probability,
  );
  return {
    findings: findings.map(({ tolerances: _, ...finding }) => finding),
    target: Object.fromEntries(
      targets.map(({ measure, interval, tolerance, source, relativeTo }) => [
        measure,
        { interval, tolerance, source, relativeTo },
      ]),
    ),
    notJudged,
  };
}
