// Why a repetition that was filmed, or watched, is what it is: in words.
import { formatMeasure, nameOf } from '../alignment/words';
import type { Fault } from './entries';
import type { LiveRepetition, Reason } from './live';

export const parts = { out: 'on the way out', hold: 'at the turn', back: 'on the way back' } as const;

export const whyNot = {
  notSeen: 'something it is judged by was hidden',
  nearLimit: 'too near the limit for this error',
  nothingWatched: 'nothing that has a target was followed',
} as const;

type Words = { readonly faults: readonly Pick<Fault, 'id' | 'plain'>[] };

/** What decided it: `pelvis arches, on the way out: +14° ± 1.9°`. */
export function wordReason({ measure, value, se, fault, when }: Reason, { faults }: Words): string {
  const plain = faults.find(({ id }) => id === fault)?.plain ?? nameOf(measure);
  const figure = `${formatMeasure(measure, value)} ± ${formatMeasure(measure, se, 'error')}`;
  return `${plain.toLowerCase()}${when ? `, ${parts[when]}` : ''}: ${figure}`;
}

/** A repetition as it was seen, short enough for a glance. */
export function wordSeen(
  { verdict, because, reason }: Pick<LiveRepetition, 'verdict' | 'because' | 'reason'>,
  words: Words,
): string {
  if (verdict === 'clean') return 'all that is watched stayed in its target';
  if (verdict === 'notJudged') return because ? whyNot[because] : 'it could not be told';
  return reason ? wordReason(reason, words) : 'out of its target';
}
