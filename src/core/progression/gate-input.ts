// What the shell's `gate` takes.
import * as v from 'valibot';
import { notNegative, whole, yesOrNo } from '../numbers';

const day = v.union([
  v.pipe(v.string(), v.isoDate()),
  v.pipe(v.string(), v.isoDateTime()),
  v.pipe(v.string(), v.isoTimestamp()),
]);
const session = v.strictObject({
  /** A date such as 2026-03-01, or a moment on it: these sort as text. */
  date: v.pipe(
    v.string('must be text'),
    v.check((text) => v.is(day, text), 'must be a date such as 2026-03-01, or a moment on it'),
  ),
  /** Half levels stand between two rungs: 2.5. */
  level: notNegative,
  /** Most clean repetitions one after another, without a rest, on each side; twice the same where both move together. */
  clean: v.strictObject({ left: whole(0, 1000), right: whole(0, 1000) }),
  safetyFault: v.optional(yesOrNo, false),
  breathKept: v.optional(yesOrNo, true),
  rested: v.optional(yesOrNo, false),
});
export type GateSession = v.InferOutput<typeof session>;

export const gateInput = v.strictObject({
  target: v.strictObject({ cleanReps: whole(1, 100), sessions: whole(1, 20) }),
  history: v.array(session),
  /** Demand in % of body weight × stature: what this person holds (capacity), and the next level's peak. */
  step: v.optional(v.strictObject({ demandNow: notNegative, demandNext: notNegative })),
  /** Age or a condition asks for half steps, always. */
  halfSteps: v.optional(yesOrNo, false),
  /** There is a level above; true when left out. */
  hasNext: v.optional(yesOrNo, true),
});
export type GateInput = v.InferOutput<typeof gateInput>;
