import { entry } from '@/core/knowledge/entries';
import type { Repertoire } from '@/core/knowledge/entries';
import type { ConditionOnFile } from '@/data/types';

export type CautionOnFile = {
  readonly id: string;
  readonly name: string;
  readonly caution: string;
  readonly change: string;
  readonly note: string;
  readonly cleared?: string;
};

/** Conditions on file with the repertoire's words for them; uncleared ones first. */
export const cautionsOf = (
  { conditions }: Pick<Repertoire, 'conditions'>,
  onFile: readonly ConditionOnFile[],
): CautionOnFile[] =>
  [...onFile]
    .sort((a, b) => Number(a.clearedOn !== null) - Number(b.clearedOn !== null))
    .map(({ condition, note, clearedOn, clearedBy }) => {
      const { id, name, caution, change } = entry(conditions, condition);
      return {
        id,
        name,
        caution,
        change,
        note,
        ...(clearedOn ? { cleared: `cleared ${clearedOn}${clearedBy ? ` by ${clearedBy}` : ''}` } : {}),
      };
    });
