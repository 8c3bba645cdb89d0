'use client';

import { ChevronFirst, Pause, Play, StepBack, StepForward, Turtle } from 'lucide-react';
import { useEffect, useState } from 'react';
import { Label, Slider, SliderThumb, SliderTrack } from 'react-aria-components';
import styled from 'styled-components';
import type { FilmReading } from '@/core/knowledge/film';
import { Button } from '@/design/button';
import { Switched } from '@/design/choice';
import { glassSlider } from '@/design/glass-slider';
import { Row, Small } from '@/design/layout';
import type { FilmDesk, FilmState } from './desk';
import { seconds } from './words';

const Line = styled(Slider)`
  display: grid;
  ${glassSlider(24)}
  label {
    position: absolute;
    clip-path: inset(50%);
    height: 1px;
    width: 1px;
    overflow: hidden;
  }
  .reps {
    position: relative;
    height: 14px;
    margin-bottom: -6px;
  }
  .rep {
    position: absolute;
    top: 4px;
    height: 8px;
    border-radius: 4px;
    background: var(--fluid);
  }
  .rep[data-verdict='lost'] {
    background: var(--out);
    top: 0;
    height: 12px;
  }
  .rep[data-verdict='notJudged'],
  .rep[data-verdict='partial'] {
    background: none;
    border: 2px dashed var(--rule-strong);
  }
`;

const slowly = 0.25;
const clockMs = 40;

/** The play-head runs as the film does, as fast as its frames can be shown. */
function usePlaying(desk: FilmDesk, { trim, busy }: FilmState) {
  const [speed, setSpeed] = useState<0 | 1 | typeof slowly>(0);
  useEffect(() => {
    if (speed === 0 || busy) return undefined;
    let last = performance.now();
    const clock = setInterval(() => {
      const now = performance.now();
      const next = desk.now().atS + (speed * (now - last)) / 1000;
      last = now;
      desk.goTo(next);
      if (next >= trim.toS) setSpeed(0);
    }, clockMs);
    return () => clearInterval(clock);
  }, [desk, speed, trim, busy]);
  return [speed, setSpeed] as const;
}

type TransportProps = { readonly desk: FilmDesk; readonly state: FilmState; readonly reading: FilmReading | undefined };

/** The film's time: one play-head, with the repetitions along it. */
export function Transport({ desk, state, reading }: TransportProps) {
  const { atS, trim, info } = state;
  const [speed, setSpeed] = usePlaying(desk, state);
  const [fromS, toS] = [trim.fromS, Math.max(trim.toS, trim.fromS + 0.1)];
  const frameS = info ? (info.endS - info.startS) / Math.max(1, info.frames - 1) : 1 / 30;
  const left = (s: number) => `${(100 * (s - fromS)) / (toS - fromS)}%`;
  const play = () => {
    if (speed === 0 && atS >= toS - frameS) desk.goTo(fromS);
    setSpeed(speed === 0 ? 1 : 0);
  };
  return (
    <div>
      <Line minValue={fromS} maxValue={toS} step={0.01} value={atS} onChange={(to) => desk.goTo(Number(to))}>
        <Label>Where in the film</Label>
        <div className="reps" aria-hidden>
          {reading?.repetitions.map(({ startS, endS, verdict }) => (
            <span
              key={startS}
              className="rep"
              data-verdict={verdict}
              style={{ left: left(startS), width: `${(100 * (endS - startS)) / (toS - fromS)}%` }}
            />
          ))}
        </div>
        <SliderTrack className="track">
          <SliderThumb className="thumb" aria-label="Where in the film" />
        </SliderTrack>
      </Line>
      <Row $gap={6}>
        <Button $look="quiet" aria-label="To the beginning" onPress={() => desk.goTo(fromS)}>
          <ChevronFirst size={20} aria-hidden />
        </Button>
        <Button $look="quiet" aria-label="One frame back" onPress={() => desk.goTo(atS - frameS)}>
          <StepBack size={20} aria-hidden />
        </Button>
        <Button aria-label={speed === 0 ? 'Play' : 'Pause'} onPress={play}>
          {speed === 0 ? <Play size={20} aria-hidden /> : <Pause size={20} aria-hidden />}
        </Button>
        <Button $look="quiet" aria-label="One frame on" onPress={() => desk.goTo(atS + frameS)}>
          <StepForward size={20} aria-hidden />
        </Button>
        <Switched isOn={speed === slowly} onChange={() => setSpeed(speed === slowly ? 0 : slowly)} chosen="framed">
          <Turtle size={18} aria-hidden />
          Slowly
        </Switched>
        <Small style={{ fontVariantNumeric: 'tabular-nums' }}>
          {seconds(atS - fromS)} of {seconds(toS - fromS)}
        </Small>
      </Row>
    </div>
  );
}
