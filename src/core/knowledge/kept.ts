// What is stored of a reading: enough to show it as it was judged then, whatever the rules become.
import * as v from 'valibot';
import { severities, verdicts } from '../alignment/judge';
import { methods, roles } from '../alignment/look-values';
import type { LookReading } from './look';
import type { LastFinding } from './watch';

const estimate = v.object({ value: v.number(), se: v.number() });
const limit = v.nullable(v.number());

const finding = v.object({
  fault: v.string(),
  measure: v.string(),
  side: v.optional(v.picklist(['L', 'R'])),
  verdict: v.picklist(verdicts),
  probability: v.number(),
  excess: v.number(),
  severity: v.optional(v.picklist(severities)),
  leansNeither: v.optional(v.literal(true)),
  safety: v.boolean(),
  why: v.string(),
  ...estimate.entries,
});

export const keptReading = v.object({
  /** What exercise, faults and correction were called then, by id. */
  words: v.optional(v.record(v.string(), v.string())),
  /** Tilt in the set-up picture, with the error between set-ups (null without a scale). */
  neutral: v.record(v.string(), v.object({ value: v.number(), se: limit })),
  /** Which method each measure came from; looks kept before there were several had pictures only. */
  methods: v.optional(v.record(v.string(), v.picklist(methods)), {}),
  baseline: v.array(finding),
  back: v.optional(v.array(finding), []),
  retest: v.array(finding),
  /** Faults graded by eye or touch at the top, on the way back and at the retest. */
  seen: v.optional(
    v.array(
      v.object({
        role: v.picklist(roles),
        fault: v.string(),
        side: v.optional(v.picklist(['L', 'R'])),
        severity: v.optional(v.picklist(severities)),
        safety: v.boolean(),
      }),
    ),
    [],
  ),
  target: v.record(
    v.string(),
    v.object({
      interval: v.tuple([limit, limit]),
      tolerance: v.number(),
      source: v.string(),
      relativeTo: v.picklist(['neutral', 'asMeasured']),
    }),
  ),
  verdict: v.nullable(
    v.object({
      fault: v.string(),
      measure: v.string(),
      verdict: v.picklist(['better', 'same', 'worse']),
      change: v.number(),
      mdc: v.number(),
      before: estimate,
      after: estimate,
      target: v.tuple([limit, limit]),
    }),
  ),
});
export type KeptReading = v.InferOutput<typeof keptReading>;

/** A kept result as it was; null where there is none, or one that this program can't read. */
export function readKept(kept: unknown): KeptReading | null {
  const parsed = kept === null ? undefined : v.safeParse(keptReading, kept);
  return parsed?.success ? parsed.output : null;
}

/** What a kept look found at the top of the movement: by measures, then by eye what these did not tell. */
export function lastFound({ baseline, seen }: Pick<KeptReading, 'baseline' | 'seen'>): readonly LastFinding[] {
  const byEye = seen.flatMap(({ role, fault, severity, side }): LastFinding[] =>
    role === 'top' && severity && !baseline.some((one) => one.fault === fault && one.verdict === 'out')
      ? [{ fault, verdict: 'out', severity, ...(side ? { side } : {}) }]
      : [],
  );
  return [...baseline.filter(({ leansNeither }) => !leansNeither), ...byEye];
}

/** What is kept of a look: findings as they were judged, own neutral, methods, targets and verdict; no pictures. */
export function keepReading({ values, seen, baseline, back, retest, verdict }: LookReading): KeptReading {
  const atRest = Object.entries(values.setup).filter(([, { fromLevel }]) => !fromLevel);
  const methods = Object.entries({ ...values.top, ...values.retest }).map(([id, { method }]) => [id, method]);
  return {
    neutral: Object.fromEntries(atRest.map(([id, { value, seBetween }]) => [id, { value, se: seBetween ?? null }])),
    methods: Object.fromEntries(methods),
    back: [...(back?.findings ?? [])],
    baseline: [...(baseline?.findings ?? [])],
    retest: [...(retest?.findings ?? [])],
    seen: roles.flatMap((role) => seen[role].map(({ plain: _, ...one }) => ({ role, ...one }))),
    target: Object.fromEntries(
      Object.entries({ ...baseline?.target, ...back?.target, ...retest?.target }).map(([id, { interval, ...rest }]) => [
        id,
        { ...rest, interval: [interval[0], interval[1]] },
      ]),
    ),
    verdict: verdict ? { ...verdict, target: [...verdict.target] } : null,
  };
}
