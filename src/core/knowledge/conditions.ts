import { entry } from './find';
import type { Repertoire } from './entries';

/** A condition as it stands on a client's file. Dates as `2026-03-01`. */
export type ConditionOnFile = {
  readonly condition: string;
  readonly note: string;
  readonly clearedOn: string | null;
  readonly clearedBy: string | null;
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
};

/** Conditions on file with the repertoire's words for them; those that act come first. */
export const cautionsOf = ({ conditions }: Repertoire, onFile: readonly ConditionOnFile[]): Caution[] =>
  [...onFile]
    .sort((a, b) => Number(a.clearedOn !== null) - Number(b.clearedOn !== null))
    .map(({ condition, note, clearedOn, clearedBy }) => {
      const { id, name, caution, change, clearedBy: clearing } = entry(conditions, condition);
      const cleared = clearedOn && `cleared ${clearedOn}${clearedBy ? ` by ${clearedBy}` : ''}`;
      return { id, name, caution, change, note, clearedOn, clearedBy, clearing, ...(cleared ? { cleared } : {}) };
    });
