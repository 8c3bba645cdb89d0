import * as v from 'valibot';
import { pubicMarks } from '@/core/knowledge/consent';
import { optionalNumberText } from '@/design/number-text';

const line = (most: number) => v.pipe(v.string(), v.trim(), v.maxLength(most, `At most ${most} characters.`));

/** As typed; numbers as text. */
export const clientForm = v.object({
  name: v.pipe(line(120), v.nonEmpty('Type a name.')),
  goal: line(300),
  birthYear: optionalNumberText({ least: 1900, most: new Date().getFullYear(), whole: true }),
  heightCm: optionalNumberText({ least: 60, most: 250, unit: 'cm' }),
  massKg: optionalNumberText({ least: 15, most: 350, unit: 'kg' }),
  thighCm: optionalNumberText({ least: 15, most: 80, unit: 'cm' }),
  shankCm: optionalNumberText({ least: 15, most: 80, unit: 'cm' }),
  sex: v.picklist(['unsaid', 'f', 'm']),
  school: v.string(),
  touchConsent: v.boolean(),
  pubicMark: v.picklist(pubicMarks),
  note: line(4000),
  conditions: v.array(v.string()),
});
export type TypedClient = v.InferInput<typeof clientForm>;
export type ReadClient = v.InferOutput<typeof clientForm>;

export const emptyClient: TypedClient = {
  name: '',
  goal: '',
  birthYear: '',
  heightCm: '',
  massKg: '',
  thighCm: '',
  shankCm: '',
  sex: 'unsaid',
  school: 'studio',
  touchConsent: false,
  pubicMark: 'notAsked',
  note: '',
  conditions: [],
};
