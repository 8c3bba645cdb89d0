import { entry } from '../knowledge/find';
import type { Repertoire } from '../knowledge/entries';
import { lookUp } from '../knowledge/lookup';
import { resolveStances, resolveTargets } from '../knowledge/stances';
import type { Layer, TargetInForce } from '../knowledge/stances';
import { success } from '../result';
import type { Result } from '../result';
import type { Estimate, JudgeInput } from './input';
import { excessOver, probabilityOutside } from './probability';
import type { Interval } from './probability';
import { formatInterval, formatMeasure } from './words';

export const verdicts = ['in', 'out', 'unsure'] as const;
export const severities = ['slight', 'clear', 'marked'] as const;
export type Verdict = (typeof verdicts)[number];
export type Severity = (typeof severities)[number];

export type Finding = {
  readonly fault: string;
  readonly measure: string;
  readonly verdict: Verdict;
  /** Of being outside the target. */
  readonly probability: number;
  /** How far outside the target, in the measure's unit; 0 inside. */
  readonly excess: number;
  readonly severity?: Severity;
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

/** Severity counts the excess in tolerances; a safety fault is never below clear. */
export function gradeSeverity(excess: number, tolerance: number, safety: boolean): Severity {
  const tolerances = excess / tolerance;
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

function explain(
  target: TargetInForce,
  judged: Estimate,
  compared: boolean,
  verdict: Verdict,
  faultName: string,
  probability: number,
): string {
  const percent = probability > 0.995 ? 'over 99 %' : `${Math.round(100 * probability)} %`;
  const from = compared ? ' from own neutral' : '';
  const facts = `${formatMeasure(target.measure, judged.value)} ± ${formatMeasure(target.measure, judged.se, 'error')}${from}; the target is ${formatInterval(target.measure, target.interval)} (${target.source}).`;
  if (verdict === 'in') return `In level: ${facts}`;
  if (verdict === 'out')
    return `Out of level toward ${faultName}: ${facts} ${percent[0]?.toUpperCase()}${percent.slice(1)} sure.`;
  const blunt = judged.se > target.tolerance;
  const settle = blunt
    ? 'The error is wider than the tolerance, so "in" cannot be shown this way: use stickers on the landmarks, a closer camera, or mark three times and average.'
    : 'A closer camera, stickers, or a second look from the same place would settle it.';
  return `Can't tell yet, leans toward ${faultName}: ${facts} ${percent} likely out. ${settle}`;
}

function judgeOne(
  repertoire: Repertoire,
  target: TargetInForce,
  measured: Estimate,
  neutral: Estimate | undefined,
  safetyFaults: ReadonlySet<string>,
): Finding | undefined {
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
  const fault = entry(repertoire.faults, faultId);
  const safety = fault.safety || safetyFaults.has(faultId);
  return {
    fault: faultId,
    measure: target.measure,
    verdict,
    probability,
    excess,
    ...(verdict === 'out' ? { severity: gradeSeverity(excess, target.tolerance, safety) } : {}),
    safety,
    why: explain(target, judged, compared, verdict, fault.plain, probability),
    value: judged.value,
    se: judged.se,
  };
}

const verdictOrder: Readonly<Record<Verdict, number>> = { out: 0, unsure: 1, in: 2 };
const mayHurt = ({ safety, verdict }: Finding): boolean => safety && verdict !== 'in';

/** Faults judged from measures, against the targets of the stances in force; what would hurt comes first, then the worst. */
export function judge(
  input: JudgeInput & { readonly from?: Readonly<Record<string, Layer>> },
  repertoire: Repertoire,
): Result<JudgeOutput> {
  const exercise = lookUp(repertoire.exercises, input.exercise, 'exercise', 'exercise');
  if (!exercise.ok) return exercise;
  const stances = resolveStances(repertoire, input.school, input.stances, input.from);
  if (!stances.ok) return stances;
  const targets = resolveTargets(repertoire, exercise.value, input.level, input.phase, stances.value);
  if (!targets.ok) return targets;
  const safetyFaults = new Set<string>();
  for (const [index, name] of input.conditions.entries()) {
    const condition = lookUp(repertoire.conditions, name, 'condition', `conditions.${index}`);
    if (!condition.ok) return condition;
    for (const fault of condition.value.safetyFaults) safetyFaults.add(fault);
  }

  const findings: (Finding & { tolerances: number })[] = [];
  const notJudged: Record<string, string> = {};
  for (const [id, measured] of Object.entries(input.measures)) {
    const target = targets.value.find(({ measure }) => measure === id);
    if (!target) {
      notJudged[id] = `${exercise.value.name} has no target for it in this phase`;
      continue;
    }
    const neutral = input.neutral?.[id];
    if (target.needsNeutral && !neutral) {
      notJudged[id] = "it means nothing without the client's own neutral";
      continue;
    }
    const finding = judgeOne(repertoire, target, measured, neutral, safetyFaults);
    if (finding) findings.push({ ...finding, tolerances: finding.excess / target.tolerance });
  }
  findings.sort(
    (a, b) =>
      Number(mayHurt(b)) - Number(mayHurt(a)) ||
      verdictOrder[a.verdict] - verdictOrder[b.verdict] ||
      b.tolerances - a.tolerances ||
      b.probability - a.probability,
  );
  return success({
    findings: findings.map(({ tolerances: _, ...finding }) => finding),
    target: Object.fromEntries(
      targets.value.map(({ measure, interval, tolerance, source, relativeTo }) => [
        measure,
        { interval, tolerance, source, relativeTo },
      ]),
    ),
    notJudged,
  });
}
