// What comes in about cautions from any screen: shapes checked at the edge.
import * as v from 'valibot';

const id = v.pipe(v.string(), v.uuid('is not an id'));
const line = (most: number) => v.pipe(v.string(), v.trim(), v.maxLength(most, `At most ${most} characters.`));

export const overruleForm = v.strictObject({
  clientId: id,
  exercise: line(60),
  level: v.nullable(v.pipe(v.number(), v.integer(), v.minValue(1))),
  rule: line(120),
  reason: v.pipe(line(400), v.minLength(8, 'Give a reason that a colleague would understand.')),
});

export const stopForm = v.strictObject({
  clientId: id,
  sign: line(40),
  seen: line(400),
  lookId: v.nullable(id),
});

const day = v.pipe(v.string(), v.isoDate('Write the date as 2026-03-01.'));

export const clearanceForm = v.strictObject({
  clientId: id,
  condition: line(40),
  /** Null takes the clearance back. */
  clearance: v.nullable(
    v.strictObject({ on: day, by: v.pipe(line(120), v.nonEmpty('Say from whom the clearance came.')) }),
  ),
  note: line(200),
});

export const intakeForm = v.strictObject({
  clientId: id,
  conditions: v.array(line(40)),
  signs: v.array(line(40)),
  words: line(2000),
  signedName: v.pipe(line(120), v.nonEmpty('The client signs with the full name.')),
  signedOn: day,
});

/** Whether a form signed on one day still holds on another (both as 2026-03-01): for a year. */
export function intakeHolds(signedOn: string, today: string): boolean {
  const [year = 0, ...rest] = signedOn.split('-').map(Number);
  const [month = 1, day = 1] = rest;
  const due = `${year + 1}-${String(month).padStart(2, '0')}-${String(day).padStart(2, '0')}`;
  return today < due;
}
