'use client';

// Better, same or worse: what a retest says, in a band of its own.
import { ArrowRight } from 'lucide-react';
import styled from 'styled-components';
import { formatMeasure, nameOf } from '@/core/alignment/words';
import { entry } from '@/core/knowledge/find';
import type { LookReading } from '@/core/knowledge/look';
import { useRepertoire } from '@/platform/browser/repertoire';

const Band = styled.div<{ $tone: 'better' | 'same' | 'worse' }>`
  border-radius: 16px;
  padding: 16px 20px;
  display: grid;
  gap: 4px;
  background: ${({ $tone }) => ($tone === 'worse' ? 'var(--out-tint)' : $tone === 'better' ? 'color-mix(in srgb, var(--fluid) 30%, var(--panel))' : 'var(--info-tint)')};
  line-height: 1.35;
  .word {
    font-size: 1.7rem;
    color: ${({ $tone }) => ($tone === 'worse' ? 'var(--out)' : 'var(--ink)')};
  }
  .change {
    display: flex;
    gap: 12px;
    align-items: center;
    font-size: 1.3rem;
  }
`;

export const verdictWords = { better: 'Better', same: 'Same', worse: 'Worse' } as const;

/** The verdict in words: what changed, and whether it is more than the two errors allow. */
export function Verdict({
  verdict,
  correction,
}: {
  verdict: NonNullable<LookReading['verdict']>;
  correction: string | null;
}) {
  const repertoire = useRepertoire();
  const { measure, fault, before, after, change, mdc, verdict: word } = verdict;
  const real = Math.abs(change) > mdc;
  const reason =
    word === 'same'
      ? real
        ? 'The change is real, but it is no nearer to the target and no farther from it.'
        : 'The change is within the error of the method.'
      : 'The change is larger than the least real change.';
  return (
    <Band $tone={word} data-verdict={word}>
      <h2 className="word">{verdictWords[word]}</h2>
      <span className="change numeral">
        {formatMeasure(measure, before.value)} <ArrowRight size={20} aria-label="to" />{' '}
        {formatMeasure(measure, after.value)}
      </span>
      <span>
        {nameOf(measure)} (against {entry(repertoire.faults, fault).plain}) changed by {formatMeasure(measure, change)};
        the least real change is {formatMeasure(measure, mdc, 'error')}. {reason}
      </span>
      <span>
        {correction
          ? `Tried: “${entry(repertoire.corrections, correction).say}”`
          : 'Nothing was picked to try, so this change is not counted for any correction.'}
      </span>
    </Band>
  );
}
