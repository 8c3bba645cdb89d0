'use client';

import { drawableFaults, usualAmount, withFault } from '@/core/body/deviations';
import { startOf } from '@/core/body/shown';
import type { Level } from '@/core/knowledge/entries';
import { Figure } from '@/design/figure';
import { Small } from '@/design/layout';
import type { FaultCard } from './read';

/** The level clean and with the fault, where the fault can be drawn; else how an eye or a hand tells it. */
export function FaultSeen({ fault, level }: { readonly fault: FaultCard; readonly level: Level }) {
  const { id, plain, standAt, phases, byEye, block } = fault;
  const clean = phases.includes('start') && !phases.includes('hold') ? startOf(level) : level.top;
  const wrong = drawableFaults.includes(id) ? withFault(clean, id, usualAmount(id)) : clean;
  if (JSON.stringify(wrong) === JSON.stringify(clean))
    return <Small style={{ gridColumn: '1 / -1' }}>{byEye ?? 'By eye or touch.'}</Small>;
  const view = standAt === 'head' ? 'foot' : standAt;
  return (
    <>
      <figure>
        <Figure pose={clean} view={view} label={`${plain}: clean`} small />
        <figcaption>
          <Small>clean</Small>
        </figcaption>
      </figure>
      <figure>
        <Figure pose={wrong} view={view} label={plain} out={block} small />
        <figcaption>
          <Small>{plain}</Small>
        </figcaption>
      </figure>
    </>
  );
}
