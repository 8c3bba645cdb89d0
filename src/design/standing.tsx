'use client';

// How a level stands for a client: a word, a shape and a colour that say the same; and why.
import { Ban, Check, OctagonX, PencilLine, TriangleAlert } from 'lucide-react';
import styled from 'styled-components';
import type { Reason } from '@/core/knowledge/cautions';
import type { CautionStanding } from '@/core/knowledge/standings';
import { Chip, Small } from './layout';

export const standingWords: Readonly<Record<CautionStanding, string>> = {
  fine: 'no caution acts',
  changed: 'with changes',
  overruled: 'overruled',
  ruledOut: 'ruled out',
  stopped: 'stopped',
};

const icons = { fine: Check, changed: TriangleAlert, overruled: PencilLine, ruledOut: Ban, stopped: OctagonX } as const;

export function StandingChip({ standing }: { readonly standing: CautionStanding }) {
  const Icon = icons[standing];
  const tone = standing === 'fine' ? 'plain' : standing === 'changed' ? 'info' : 'out';
  return (
    <Chip $tone={tone} data-standing={standing}>
      <Icon size={14} aria-hidden />
      {standingWords[standing]}
    </Chip>
  );
}

const List = styled.ul`
  display: grid;
  gap: 8px;
  li {
    display: grid;
    gap: 1px;
    padding-left: 14px;
    border-left: 3px solid var(--rule-strong);
  }
  li[data-act='ruleOut'] {
    border-color: var(--out);
  }
`;

/** Each reason in words, and whose clearance would lift it. */
export function Reasons({
  reasons,
  action,
}: {
  readonly reasons: readonly Reason[];
  readonly action?: (reason: Reason) => React.ReactNode;
}) {
  return (
    <List aria-label="Reasons">
      {reasons.map((reason) => (
        <li key={reason.rule} data-act={reason.overruled ? 'change' : reason.act}>
          <span>
            <strong>
              {reason.name[0]?.toUpperCase()}
              {reason.name.slice(1)}
            </strong>
            : {reason.why}.
          </span>
          {reason.act === 'ruleOut' && !reason.overruled && (
            <Small>Out until cleared by {reason.clearedBy}, or overruled with a reason.</Small>
          )}
          {reason.overruled && <Small>Overruled: {reason.overruled}</Small>}
          {action?.(reason)}
        </li>
      ))}
    </List>
  );
}
