// What the shell's `gate` takes.
import * as v from 'valibot';

const number = v.pipe(v.number('is not a number'), v.finite('is not a finite number'));
const whole = (least: number, most: number) =>
  v.pipe(
    number,
    v.integer('must be a whole number'),
    v.minValue(least, `must be at least ${least}`),
    v.maxValue(most, `must be at most ${most}`),
  );
const share = v.pipe(number, v.minValue(0, 'must not be below 0'));

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
  level: v.pipe(number, v.minValue(0, 'must not be below 0')),
  /** Most clean repetitions one after another, without a rest, on each side; twice the same where both move together. */
  clean: v.strictObject({ left: whole(0, 1000), right: whole(0, 1000) }),
  safetyFault: v.optional(v.boolean('must be true or false'), false),
  breathKept: v.optional(v.boolean('must be true or false'), true),
  rested: v.optional(v.boolean('must be true or false'), false),
});
export type GateSession = v.InferOutput<typeof session>;

export const gateInput = v.strictObject({
  target: v.strictObject({ cleanReps: whole(1, 100), sessions: whole(1, 20) }),
  history: v.array(session),
  /** Demand in % of body weight × stature: what this person holds (capacity), and the next level's peak. */
  step: v.optional(v.strictObject({ demandNow: share, demandNext: share })),
  /** Age or a condition asks for half steps, always. */
  halfSteps: v.optional(v.boolean('must be true or false'), false),
  /** There is a level above; true when left out. */
  hasNext: v.optional(v.boolean('must be true or false'), true),
});
export type GateInput = v.InferOutput<typeof gateInput>;
