import * as v from 'valibot';
import { pubicMarks } from '@/core/knowledge/consent';
import type { ClientCard } from '@/data/types';
import { optionalNumberText } from '@/design/number-text';
import { today, getLocalTimeZone } from '@internationalized/date';

const line = (most: number) => v.pipe(v.string(), v.trim(), v.maxLength(most, `At most ${most} characters.`));

/** Asked anew each time: a server runs past New Year. */
const birthYear = () => optionalNumberText({ least: 1900, most: today(getLocalTimeZone()).year, whole: true });

/** As typed; numbers as text. */
export const clientForm = v.object({
  name: v.pipe(line(120), v.nonEmpty('Type a name.')),
  goal: line(300),
  birthYear: v.lazy(birthYear),
  heightCm: optionalNumberText({ least: 60, most: 250, unit: 'cm' }),
  massKg: optionalNumberText({ least: 15, most: 350, unit: 'kg' }),
  thighCm: optionalNumberText({ least: 15, most: 80, unit: 'cm' }),
  shankCm: optionalNumberText({ least: 15, most: 80, unit: 'cm' }),
  sex: v.picklist(['unsaid', 'f', 'm']),
  school: v.pipe(v.string(), v.maxLength(60)),
  touchConsent: v.boolean(),
  pubicMark: v.picklist(pubicMarks),
  note: line(4000),
  conditions: v.pipe(v.array(v.pipe(v.string(), v.maxLength(60))), v.maxLength(200)),
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

const text = (value: number | null): string => (value === null ? '' : String(Math.round(value * 10) / 10));
const cm = (mm: number | undefined): string => text(mm === undefined ? null : mm / 10);

/** A client on file as the form shows her. */
export const toTyped = (card: ClientCard): TypedClient => ({
  name: card.name,
  goal: card.goal,
  note: card.note,
  touchConsent: card.touchConsent,
  pubicMark: card.pubicMark,
  birthYear: text(card.birthYear),
  heightCm: text(card.heightM && card.heightM * 100),
  massKg: text(card.massKg),
  thighCm: cm(card.measuredMm?.thigh),
  shankCm: cm(card.measuredMm?.shank),
  sex: card.sex ?? 'unsaid',
  school: card.school ?? 'studio',
  conditions: card.conditions.filter(({ byAge }) => !byAge).map(({ condition }) => condition),
});

/** Fields of the form in words, for telling what two people changed. */
export const fieldNames: Readonly<Record<keyof TypedClient, string>> = {
  name: 'Name',
  goal: 'Goal',
  birthYear: 'Year of birth',
  heightCm: 'Height, cm',
  massKg: 'Body mass, kg',
  thighCm: 'Thigh measured, cm',
  shankCm: 'Lower leg measured, cm',
  sex: 'Body proportions',
  school: 'School',
  touchConsent: 'Agrees to be touched',
  pubicMark: 'Marking the pubic bone',
  note: 'Note',
  conditions: 'What is on file',
};
