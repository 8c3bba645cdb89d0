import type { Condition, Repertoire } from './entries';

/** A condition as it stands on a client's file. Dates as `2026-03-01`. */
export type ConditionOnFile = {
  readonly condition: string;
  readonly note: string;
  readonly clearedOn: string | null;
  readonly clearedBy: string | null;
  /** Raised by every change on file. */
  readonly revision?: number;
};

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
  readonly clearedOn: string | null;
  readonly clearedBy: string | null;
  /** Whose word clears it. */
  readonly clearing: string;
  readonly revision: number;
};

/** A condition that the repertoire knows no more: it stays on file, and is asked about. */
const unknown = (id: string): Pick<Condition, 'id' | 'name' | 'caution' | 'change' | 'clearedBy'> => ({
  id,
  name: `${id} (no longer in the repertoire)`,
  caution: 'What it rules out is not known here any more. Ask before working, and defer to the clinician.',
  change: '',
  clearedBy: 'the physician',
});

/** Conditions on file with the repertoire's words for them; those that act come first. */
export const cautionsOf = ({ conditions }: Repertoire, onFile: readonly ConditionOnFile[]): Caution[] =>
  [...onFile]
    .sort((a, b) => Number(a.clearedOn !== null) - Number(b.clearedOn !== null))
    .map(({ condition, note, clearedOn, clearedBy, revision = 0 }) => {
      const found = conditions.find(({ id }) => id === condition) ?? unknown(condition);
      const { id, name, caution, change, clearedBy: clearing } = found;
      const cleared = clearedOn && `cleared ${clearedOn}${clearedBy ? ` by ${clearedBy}` : ''}`;
      return {
        id,
        name,
        caution,
        change,
        note,
        clearedOn,
        clearedBy,
        clearing,
        revision,
        ...(cleared ? { cleared } : {}),
      };
    });
