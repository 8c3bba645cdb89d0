'use client';

import { ArrowRight } from 'lucide-react';
import { Fragment } from 'react';
import styled from 'styled-components';
import { listWords } from '@/core/alignment/words';
import type { Rolled as RolledSet, RolledStretch, RolledWay } from '@/core/knowledge/rolled';
import { Button } from '@/design/button';
import { Quiet, Row, Small, Stack } from '@/design/layout';
import { partNames, stepsOf, stretchNames, wordOrder, wordStretch, wordsOfFlat } from './rolled-words';

const Grid = styled.div`
  display: grid;
  grid-template-columns: minmax(180px, 1fr) minmax(180px, 1fr);
  gap: 14px 40px;
  @media (max-width: 700px) {
    grid-template-columns: 1fr;
  }
  .stretch {
    display: grid;
    grid-template-columns: 5.4rem minmax(0, 1fr);
    gap: 2px 12px;
    align-items: center;
    padding: 7px 0;
    border-bottom: 1px solid var(--rule);
  }
  .bar {
    position: relative;
    height: 18px;
    border-radius: 9px;
    background: color-mix(in srgb, var(--ink) 8%, transparent);
  }
  .did {
    position: absolute;
    inset: 0 auto 0 0;
    border-radius: 9px;
    background: linear-gradient(var(--fluid-top), var(--fluid));
    border: 1px solid var(--ink);
  }
  [data-verdict='flat'] .did {
    background: var(--out);
  }
  .part {
    position: absolute;
    top: -4px;
    bottom: -4px;
    width: 2px;
    background: var(--ink);
  }
  .words {
    grid-column: 2;
    font-size: 0.88rem;
    color: var(--quiet);
  }
  [data-verdict='flat'] .words {
    color: var(--out);
    font-weight: 700;
  }
  .order {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 8px;
    align-items: center;
    font-family: var(--head);
    font-stretch: 88%;
    font-weight: 700;
  }
  .order small {
    font-family: var(--text);
    font-weight: 400;
    color: var(--quiet);
  }
`;

const percent = (share: number): string => `${Math.round(100 * Math.min(1, Math.max(0, share)))}%`;

function Stretch({ told, most }: { readonly told: RolledStretch; readonly most: number }) {
  const { stretch, deg, partDeg, verdict } = told;
  return (
    <div className="stretch" data-stretch={stretch} data-verdict={verdict}>
      <b>{stretchNames[stretch]}</b>
      <div className="bar" aria-hidden>
        <div className="did" style={{ width: percent(Math.max(0, deg) / most) }} />
        <div className="part" style={{ left: `calc(${percent(partDeg / most)} - 1px)` }} />
      </div>
      <span className="words">{wordStretch(told)}</span>
    </div>
  );
}

/** Parts in the order in which they began, or came to rest, with how much later than the first; what is together stands together. */
function Order({ name, way }: { readonly name: string; readonly way: RolledWay }) {
  const steps = stepsOf(way);
  return (
    <Stack $gap={4} data-way={name}>
      <Small>{name}</Small>
      <div className="order">
        {steps.map(({ parts, s }, i) => (
          <Fragment key={parts[0]}>
            {i > 0 && <ArrowRight size={16} aria-hidden />}
            <span>
              {listWords(parts.map((part) => partNames[part]))} {i > 0 && <small>+{s.toFixed(1)} s</small>}
            </span>
          </Fragment>
        ))}
      </div>
      <Quiet>{wordOrder(way)}</Quiet>
    </Stack>
  );
}

type RolledProps = {
  readonly rolled: RolledSet;
  /** A flat spot is among what was seen in this look. */
  readonly noted: boolean;
  /** Puts it there; absent where nothing can be noted. */
  readonly onNote?: (() => void) | undefined;
};

/** Whether the spine rolled bone by bone: what each stretch did of its part, and in which order its parts moved. */
export function Rolled({ rolled, noted, onNote }: RolledProps) {
  const top = rolled.stretches.toReversed();
  const most = Math.max(1, ...top.flatMap(({ deg, partDeg }) => [deg, partDeg])) * 1.05;
  const flat = wordsOfFlat(rolled);
  return (
    <Stack as="section" $gap={10} aria-label="How the spine rolls">
      <h2 style={{ fontSize: '1.15rem' }}>How the spine rolls</h2>
      {flat && (
        <Row>
          <p>{flat}</p>
          {onNote && (
            <Button isDisabled={noted} onPress={onNote}>
              {noted ? 'It is among the findings' : 'Put it among the findings'}
            </Button>
          )}
        </Row>
      )}
      <Grid>
        <div>
          {top.map((told) => (
            <Stretch key={told.stretch} told={told} most={most} />
          ))}
          <Small>The line is what would be its part of all that bends, as this level shares it out.</Small>
        </div>
        <Stack $gap={14}>
          <Order name="Begins, on the way out" way={rolled.out} />
          <Order name="At rest again, on the way back" way={rolled.back} />
        </Stack>
      </Grid>
    </Stack>
  );
}
