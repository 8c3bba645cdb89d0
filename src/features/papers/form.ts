import * as v from 'valibot';
import { dayInput } from '@/core/day';
import { contacts, paperKinds, signers } from '@/core/knowledge/papers';

const id = v.pipe(v.string(), v.uuid('is not an id'));
const line = (most: number) => v.pipe(v.string(), v.trim(), v.maxLength(most, `At most ${most} characters.`));
const version = v.pipe(v.number(), v.integer(), v.minValue(0));

export const signForm = v.strictObject({
  id,
  clientId: id,
  kind: v.picklist(paperKinds),
  gives: v.boolean(),
  version,
  signedName: v.pipe(line(120), v.nonEmpty('Who signed?')),
  signedAs: v.picklist(signers),
  signedOn: dayInput,
});

export const contactsForm = v.strictObject({ clientId: id, contacts, revision: version });

export const textForm = v.strictObject({
  id,
  kind: v.picklist(paperKinds),
  words: v.pipe(line(6000), v.minLength(20, 'A paper says what is agreed to.')),
  version,
});

export const reportForm = v.strictObject({
  id,
  clientId: id,
  stopId: id,
  report: v.strictObject({
    doing: line(300),
    happened: v.pipe(line(4000), v.nonEmpty('What happened?')),
    done: line(4000),
    told: line(400),
    atTime: v.pipe(v.string(), v.regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'Write the time as 14:05.')),
  }),
  revision: v.nullable(version),
});
export type TypedReport = v.InferInput<typeof reportForm>['report'];
