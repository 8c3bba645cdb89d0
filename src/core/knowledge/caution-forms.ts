// What comes in about cautions from any screen: shapes checked at the edge.
import * as v from 'valibot';
import { dayInput } from '../day';

const id = v.pipe(v.string(), v.uuid('is not an id'));
const line = (most: number) => v.pipe(v.string(), v.trim(), v.maxLength(most, `At most ${most} characters.`));

/** `id`: made with the form, so that what is sent twice is kept once. */
export const overruleForm = v.strictObject({
  id,
  clientId: id,
  exercise: line(60),
  level: v.nullable(v.pipe(v.number(), v.integer(), v.minValue(1))),
  rule: line(120),
  reason: v.pipe(line(400), v.minLength(8, 'Give a reason that a colleague would understand.')),
});

export const stopForm = v.strictObject({
  id,
  clientId: id,
  sign: line(60),
  seen: line(400),
  lookId: v.nullable(id),
});

/** Clearance after stops: of those that were shown, and no others. */
export const clearStopsForm = v.strictObject({
  clientId: id,
  stops: v.pipe(v.array(id), v.minLength(1), v.maxLength(100)),
  on: dayInput,
  by: v.pipe(line(120), v.nonEmpty('Say from whom the clearance came.')),
});

export const clearanceForm = v.strictObject({
  clientId: id,
  condition: line(60),
  /** Version of the condition that was shown. */
  revision: v.pipe(v.number(), v.integer()),
  /** Null takes the clearance back. */
  clearance: v.nullable(
    v.strictObject({
      on: dayInput,
      by: v.pipe(line(120), v.nonEmpty('Say from whom the clearance came.')),
      /** The last day on which it holds; null: until it is taken back. */
      until: v.nullable(dayInput),
    }),
  ),
  note: line(200),
  since: v.nullable(dayInput),
  dueOn: v.nullable(dayInput),
  kindOf: v.nullable(line(60)),
});

export const intakeForm = v.strictObject({
  id,
  clientId: id,
  conditions: v.pipe(v.array(line(60)), v.maxLength(200)),
  signs: v.pipe(v.array(line(60)), v.maxLength(100)),
  words: line(2000),
  signedName: v.pipe(line(120), v.nonEmpty('The client signs with the full name.')),
  signedOn: dayInput,
});

/** Whether a form signed on one day still holds on another (both as 2026-03-01): for a year. */
export function intakeHolds(signedOn: string, today: string): boolean {
  const [year = 0, ...rest] = signedOn.split('-').map(Number);
  const [month = 1, day = 1] = rest;
  const due = `${year + 1}-${String(month).padStart(2, '0')}-${String(day).padStart(2, '0')}`;
  return today < due;
}
