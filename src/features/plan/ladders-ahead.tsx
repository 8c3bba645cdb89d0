'use client';

import styled from 'styled-components';
import { levelText } from '@/core/load/rungs';
import { Quiet, Small } from '@/design/layout';
import type { LadderAhead, WeeksAhead } from './weeks-state';

const Ahead = styled.table`
  width: 100%;
  border-collapse: collapse;
  th,
  td {
    text-align: left;
    padding: 9px 10px 9px 0;
    border-top: 1px solid var(--rule);
    vertical-align: middle;
  }
  th {
    font-weight: 500;
    color: var(--quiet);
    font-size: 0.88rem;
    border-top: 0;
  }
  td:first-child {
    font-weight: 650;
    overflow-wrap: anywhere;
  }
  .many {
    white-space: nowrap;
  }
`;

const Rungs = styled.svg`
  display: block;
  width: 100%;
  min-width: 120px;
  max-width: 320px;
  height: 30px;
`;

/** A ladder from its first level to its top: where she stands, where she is likely to be, and how wide that is. */
function LadderLine({ ahead: { ladder, lo, likely, hi } }: { readonly ahead: LadderAhead }) {
  const { level, top, name } = ladder;
  const x = (at: number) => 10 + (300 * (at - 1)) / Math.max(1, top - 1);
  const steps = Array.from({ length: top }, (_, i) => i + 1);
  return (
    <Rungs
      viewBox="0 0 320 30"
      role="img"
      aria-label={`${name}: level ${levelText(level)} now, likely ${levelText(likely)}, between ${levelText(lo)} and ${levelText(hi)}`}
    >
      <line x1={x(1)} x2={x(top)} y1="15" y2="15" stroke="var(--rule-strong)" strokeWidth="1.5" />
      {steps.map((step) => (
        <line key={step} x1={x(step)} x2={x(step)} y1="9" y2="21" stroke="var(--rule-strong)" strokeWidth="1.5" />
      ))}
      <rect x={x(lo) - 7} y="8" width={x(hi) - x(lo) + 14} height="14" rx="7" fill="var(--fluid)" opacity="0.55" />
      <circle cx={x(likely)} cy="15" r="7" fill="var(--bubble)" stroke="var(--ink)" strokeWidth="1.5" />
      <line x1={x(level)} x2={x(level)} y1="3" y2="27" stroke="var(--ink)" strokeWidth="2.5" />
    </Rungs>
  );
}

/** Every ladder that is taught again in these weeks. */
export function LaddersAhead({ ahead, weeks }: { readonly ahead: WeeksAhead; readonly weeks: number }) {
  if (ahead.ladders.length === 0)
    return <Quiet>Nothing that was taught comes again in these weeks: book sessions, or teach first.</Quiet>;
  return (
    <>
      <Ahead>
        <thead>
          <tr>
            <th scope="col">Exercise</th>
            <th scope="col">Now, and likely in {weeks} weeks</th>
            <th scope="col">Level</th>
            <th scope="col">Taught</th>
          </tr>
        </thead>
        <tbody>
          {ahead.ladders.map((one) => (
            <tr key={one.ladder.exercise} data-ladder={one.ladder.exercise}>
              <td>{one.ladder.name}</td>
              <td>
                <LadderLine ahead={one} />
              </td>
              <td className="many numeral">
                {levelText(one.ladder.level)} → {levelText(one.likely)}{' '}
                {one.lo !== one.hi && (
                  <Small>
                    ({levelText(one.lo)} to {levelText(one.hi)})
                  </Small>
                )}
              </td>
              <td className="many numeral">{one.times} ×</td>
            </tr>
          ))}
        </tbody>
      </Ahead>
      <Small>
        The line is the level now, the bubble the middle of what the sessions so far make likely, the band four fifths
        of it. Not a promise: bodies have weeks of their own, and the gate decides each time.
      </Small>
    </>
  );
}
