'use client';

import { X } from 'lucide-react';
import { Label, Slider, SliderThumb, SliderTrack } from 'react-aria-components';
import styled from 'styled-components';
import { eyeBlocks } from '@/core/alignment/by-eye';
import type { EyeBlock } from '@/core/alignment/by-eye';
import type { Role } from '@/core/alignment/look-values';
import type { Taken } from '@/core/alignment/readings';
import { lineAt, placeBubble } from '@/core/alignment/bubble';
import type { Vantage } from '@/core/alignment/bubble';
import { Button } from '@/design/button';
import { Quiet, Row, Stack } from '@/design/layout';
import { fromWhere } from '@/core/anatomy/positions';

const Tilt = styled(Slider)`
  display: grid;
  grid-template-columns: 84px minmax(0, 1fr) 190px;
  gap: 6px 18px;
  align-items: center;
  .name {
    font-family: var(--head);
    font-stretch: 88%;
    font-weight: 700;
    font-size: 1.15rem;
    text-transform: capitalize;
  }
  .track {
    position: relative;
    height: 64px;
    margin: 0 36px;
    cursor: pointer;
    touch-action: none;
  }
  .glass {
    position: absolute;
    inset: 10px -36px;
    border-radius: 22px;
    border: 2px solid #1c2a2f;
    background: linear-gradient(var(--fluid-top), var(--fluid) 55%, var(--fluid-deep));
  }
  .line {
    position: absolute;
    top: 10px;
    bottom: 10px;
    width: 2.5px;
    background: #1c2a2f;
  }
  /* What either end means: the same block may be graded in two ways. */
  .way {
    position: absolute;
    bottom: -13px;
    font-size: 0.88rem;
    color: var(--quiet);
    white-space: nowrap;
    &.least {
      left: -30px;
    }
    &.most {
      right: -30px;
    }
  }
  .bubble {
    top: 50%;
    width: 58px;
    height: 34px;
    border-radius: 50%;
    background: var(--bubble);
    border: 2px solid #1c2a2f;
  }
  .bubble[data-focus-visible] {
    outline: 3px solid var(--info);
    outline-offset: 4px;
  }
  &.untouched .glass {
    background: var(--panel);
    border-style: dashed;
    border-color: var(--rule-strong);
  }
  &.untouched .bubble {
    opacity: 0.35;
  }
  @media (max-width: 700px) {
    grid-template-columns: 1fr auto;
    .track {
      grid-column: 1 / -1;
      grid-row: 2;
    }
  }
`;

const steps = ['far ', '', 'level', '', 'far '] as const;
const gradeWords = ({ low, high }: EyeBlock, grade: number): string =>
  grade === 0 ? 'level' : `${steps[grade + 2]}${grade < 0 ? low : high}`;

type ByEyeProps = {
  readonly role: Role;
  readonly vantage: Vantage;
  readonly readings: readonly Taken[];
  readonly onRead: (measure: string, taken: number | null) => void;
};

/** A grade for each block: tilt its vial with a finger or with the arrow keys. */
export function ByEye({ role, vantage, readings, onRead }: ByEyeProps) {
  const { position, view } = vantage;
  return (
    <Stack $gap={18} style={{ maxWidth: 760, paddingTop: 16 }}>
      <div>
        <h2>By eye, {fromWhere[view]}</h2>
        <Quiet>
          Push each bubble to where you see it: five steps. A grade counts as 4° or 10° off level, with the error of an
          untrained eye (5°) until pictures of the same moments show yours.
        </Quiet>
      </div>
      {eyeBlocks(position, view).map((block) => {
        const grade = readings.find(
          (one) => one.role === role && one.method === 'eye' && one.measure === block.measure,
        )?.taken;
        const toward = Math.sign(placeBubble(block.block, 1, 0, [-1, 1], 1, vantage).at) || 1;
        return (
          <Tilt
            key={block.measure}
            className={grade === undefined ? 'untouched' : ''}
            aria-label={`${block.block}: ${block.low} to ${block.high}`}
            minValue={-2}
            maxValue={2}
            step={1}
            value={(grade ?? 0) * toward}
            onChange={(value) => onRead(block.measure, Number(value) * toward)}
          >
            <Label className="name">{block.block}</Label>
            <SliderTrack className="track" data-eye={block.measure}>
              <span className="glass" />
              {[-1, 1].map((side) => (
                <span key={side} className="line" style={{ left: `${50 + side * lineAt * 28}%` }} />
              ))}
              <span className="way least">{toward > 0 ? block.low : block.high}</span>
              <span className="way most">{toward > 0 ? block.high : block.low}</span>
              <SliderThumb className="bubble" />
            </SliderTrack>
            <Row $gap={4}>
              <strong data-grade={block.measure}>
                {grade === undefined ? 'not graded' : gradeWords(block, grade)}
              </strong>
              {grade === undefined ? (
                <Button $look="quiet" onPress={() => onRead(block.measure, 0)}>
                  Level
                </Button>
              ) : (
                <Button
                  $look="quiet"
                  aria-label={`Take back the grade of ${block.block}`}
                  onPress={() => onRead(block.measure, null)}
                >
                  <X size={18} aria-hidden />
                </Button>
              )}
            </Row>
          </Tilt>
        );
      })}
    </Stack>
  );
}
