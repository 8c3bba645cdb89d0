'use client';

// What a level asks, as a bar against what is held.
import styled from 'styled-components';
import type { RungLoad } from '@/core/load/ladder';
import { percentText } from './words';

const Bar = styled.span`
  position: relative;
  display: block;
  height: 9px;
  margin: 5px 0 2px;
  border-radius: 3px;
  background: var(--rule);
  overflow: visible;
  .asked {
    display: block;
    height: 100%;
    border-radius: 3px;
    background: var(--info);
  }
  .asked[data-leap] {
    background: var(--out);
  }
  .held {
    position: absolute;
    top: -3px;
    bottom: -3px;
    width: 3px;
    border-radius: 2px;
    background: var(--ink);
  }
`;
const Words = styled.span`
  display: block;
  font-size: 0.85rem;
  color: var(--quiet);
  b {
    color: var(--out);
  }
`;

const sizes = { leap: 'a leap', step: '', noStep: 'no more load', first: 'first load' } as const;

/** `most` is the longest bar of the ladder, %; `heldPct` what this person holds. */
export function DemandBar({ rung, most, heldPct }: { rung: RungLoad; most: number; heldPct: number | null }) {
  if (rung.pct === undefined) return null;
  const full = Math.max(most, heldPct ?? 0);
  const share = (pct: number): string => `${Math.max(0, Math.min(100, (100 * pct) / full)).toFixed(1)}%`;
  const isLeap = rung.size?.kind === 'leap';
  return (
    <span data-demand={rung.pct.toFixed(1)} data-size={rung.size?.kind}>
      <Bar aria-hidden>
        <span className="asked" data-leap={isLeap ? '' : undefined} style={{ width: share(rung.pct) }} />
        {heldPct !== null && <span className="held" style={{ left: `calc(${share(heldPct)} - 1px)` }} />}
      </Bar>
      <Words>
        {rung.pct < 0.05 ? 'no load' : `asks ${rung.pct.toFixed(1)} %`}
        {rung.size && (
          <>
            {' · '}
            {isLeap ? (
              <b>
                {percentText(rung.size.share)} of what is held: {sizes.leap}
              </b>
            ) : (
              `${percentText(rung.size.share)} of what is held${sizes[rung.size.kind] ? `: ${sizes[rung.size.kind]}` : ''}`
            )}
          </>
        )}
      </Words>
    </span>
  );
}
