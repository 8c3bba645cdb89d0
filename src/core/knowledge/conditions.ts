import { daysBetween, weeksBetween } from '../day';
import type { Condition, Repertoire } from './entries';

/** What is known of a condition's time and kind. Dates as `2026-03-01`. */
export type Dates = {
  /** When it began: a birth, an operation, an injury. */
  readonly since?: string | null;
  /** When a child is due. */
  readonly dueOn?: string | null;
  /** The last day on which a clearance holds. */
  readonly clearedUntil?: string | null;
  /** Which of its kinds it is. */
  readonly kindOf?: string | null;
};

/** A condition as it stands on a client's file. Dates as `2026-03-01`. */
export type ConditionOnFile = Dates & {
  readonly condition: string;
  readonly note: string;
  readonly clearedOn: string | null;
  readonly clearedBy: string | null;
  /** Follows from the year of birth; it stands on no file and nobody clears it. */
  readonly byAge?: true;
  /** Raised by every change on file. */
  readonly revision?: number;
};

/** A condition as it is on a day: what its dates come to. */
export type ConditionToday = Dates & {
  readonly condition: string;
  readonly clearedOn: string | null;
  /** Week of pregnancy, counted from 0; absent where no date is on file. */
  readonly week?: number;
  /** Whole weeks since it began; absent where no date is on file. */
  readonly weeksSince?: number;
};

/** Weeks of a pregnancy from its first day to the day on which the child is due. */
const weeksToBirth = 40;

/** What the dates of a condition come to on a day: a clearance that has run out is none any more. */
export function onDay<C extends Pick<ConditionOnFile, 'condition' | 'clearedOn'> & Dates>(
  one: C,
  today: string,
): C & Pick<ConditionToday, 'week' | 'weeksSince'> {
  const { since, dueOn, clearedUntil, clearedOn } = one;
  return {
    ...one,
    clearedOn: clearedUntil && clearedUntil < today ? null : clearedOn,
    ...(dueOn ? { week: weeksToBirth - Math.ceil(daysBetween(today, dueOn) / 7) } : {}),
    ...(since ? { weeksSince: weeksBetween(since, today) } : {}),
  };
}

/** Years from which, and up to which, age alone asks for smaller steps. */
const [under, over] = [16, 75];

/** What an age asks for, where it lies between two. */
function conditionsOfAge(least: number, most: number): ConditionOnFile[] {
  const condition = least < under ? 'under16' : most > over ? 'over75' : undefined;
  return condition ? [{ condition, note: 'by the date of birth', clearedOn: null, clearedBy: null, byAge: true }] : [];
}

/** What follows from the year of birth on a day: the younger or older age counts, whichever asks for more care. */
export function conditionsByAge(birthYear: number | null | undefined, today: string): ConditionOnFile[] {
  if (!birthYear) return [];
  const age = Number(today.slice(0, 4)) - birthYear;
  return conditionsOfAge(age - 1, age);
}

/** The same from the day of birth, where the age is known. */
export function conditionsByBirth(bornOn: string, today: string): ConditionOnFile[] {
  const age = Number(today.slice(0, 4)) - Number(bornOn.slice(0, 4)) - (today.slice(5) < bornOn.slice(5) ? 1 : 0);
  return conditionsOfAge(age, age);
}

/** Conditions that can stand on a file: not those that are asked about before a session only. */
export const onFileConditions = (conditions: readonly Condition[]): Condition[] =>
  conditions.filter(({ onlyToday }) => !onlyToday);

/** Ids of the conditions that still act: those without clearance. */
export const conditionsInForce = (onFile: readonly Pick<ConditionOnFile, 'condition' | 'clearedOn'>[]): string[] =>
  onFile.filter(({ clearedOn }) => clearedOn === null).map(({ condition }) => condition);

/** A condition on file in words. */
export type Caution = {
  readonly id: string;
  readonly name: string;
  readonly caution: string;
  readonly change: string;
  readonly note: string;
  /** `cleared 2026-03-01 by …`; absent while it acts. */
  readonly cleared?: string;
  /** What its dates come to, in words: the week of a pregnancy, since when, of which kind. */
  readonly dates: string;
  readonly clearedOn: string | null;
  readonly clearedBy: string | null;
  readonly clearedUntil: string | null;
  readonly since: string | null;
  readonly dueOn: string | null;
  readonly kindOf: string | null;
  /** Which date is asked for, and which kinds there are. */
  readonly dated?: 'due' | 'since';
  readonly kinds: readonly { readonly id: string; readonly name: string }[];
  /** Follows from the year of birth: nobody clears it. */
  readonly byAge?: true;
  /** Whose word clears it. */
  readonly clearing: string;
  readonly revision: number;
};

/** A condition that the repertoire knows no more: it stays on file, and is asked about. */
const unknown = (
  id: string,
): Pick<Condition, 'id' | 'name' | 'caution' | 'change' | 'clearedBy' | 'kinds' | 'dated'> => ({
  kinds: [],
  id,
  name: `${id} (no longer in the repertoire)`,
  caution: 'What it rules out is not known here any more. Ask before working, and defer to the clinician.',
  change: '',
  clearedBy: 'the physician',
});

/** Faults that could hurt this client: those that could hurt anyone, and those that the conditions name. */
export function unsafeFaults(
  { faults, conditions }: Pick<Repertoire, 'faults' | 'conditions'>,
  inForce: readonly string[],
): ReadonlySet<string> {
  return new Set([
    ...faults.filter(({ safety }) => safety).map(({ id }) => id),
    ...inForce.flatMap((id) => conditions.find((one) => one.id === id)?.safetyFaults ?? []),
  ]);
}

/** How a day is written for who reads it; `2026-09-06` is. */
type WordDay = (day: string) => string;
const asItIs: WordDay = (day) => day;

/** `week 14, due 2026-09-06`; `12 weeks ago, by surgery`; a clearance that has run out. */
function datesInWords(
  one: ConditionOnFile & Pick<ConditionToday, 'week' | 'weeksSince'>,
  kinds: Condition['kinds'],
  wordDay: WordDay,
): string {
  const { week, weeksSince, dueOn, since, clearedUntil, clearedOn, kindOf } = one;
  const kind = kinds.find(({ id }) => id === kindOf)?.name;
  return [
    ...(kind ? [kind] : []),
    ...(dueOn && week !== undefined ? [`week ${week}, due ${wordDay(dueOn)}`] : []),
    ...(since && weeksSince !== undefined
      ? [`since ${wordDay(since)}, ${weeksSince} ${weeksSince === 1 ? 'week' : 'weeks'} ago`]
      : []),
    ...(clearedUntil && clearedOn === null ? [`the clearance ran out on ${wordDay(clearedUntil)}`] : []),
  ].join('; ');
}

/** Conditions on file with the repertoire's words for them; those that act come first. */
export const cautionsOf = (
  { conditions }: Repertoire,
  onFile: readonly ConditionOnFile[],
  wordDay: WordDay = asItIs,
): Caution[] =>
  [...onFile]
    .sort((a, b) => Number(a.clearedOn !== null) - Number(b.clearedOn !== null))
    .map((one) => {
      const { condition, note, clearedOn, clearedBy, revision = 0, byAge } = one;
      const found = conditions.find(({ id }) => id === condition) ?? unknown(condition);
      const { id, name, caution, change, clearedBy: clearing, dated, kinds } = found;
      const { clearedUntil = null, since = null, dueOn = null, kindOf = null } = one;
      const until = clearedUntil ? ` until ${wordDay(clearedUntil)}` : '';
      const cleared = clearedOn && `cleared ${wordDay(clearedOn)}${clearedBy ? ` by ${clearedBy}` : ''}${until}`;
      return {
        ...{ id, name, caution, change, note, clearing, revision },
        ...{ clearedOn, clearedBy, clearedUntil, since, dueOn, kindOf },
        dates: datesInWords(one, kinds, wordDay),
        kinds: kinds.map((kind) => ({ id: kind.id, name: kind.name })),
        ...(dated ? { dated } : {}),
        ...(byAge ? { byAge } : {}),
        ...(cleared ? { cleared } : {}),
      };
    });
