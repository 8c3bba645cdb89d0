'use client';

import { ArrowRight } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Label, Slider, SliderThumb, SliderTrack } from 'react-aria-components';
import { Line, LineChart, ReferenceArea, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import styled from 'styled-components';
import { formatMeasure, nameOf } from '@/core/alignment/words';
import { worstRepetition } from '@/core/knowledge/film';
import type { FilmRepetition } from '@/core/knowledge/film-set';
import { compareFilms, wholeOf } from '@/core/knowledge/film-compare';
import type { ComparedMeasure } from '@/core/knowledge/film-compare';
import { holdPhases, phasesOf, timeAtPhase } from '@/core/motion/by-phase';
import { glassSlider } from '@/design/glass-slider';
import { Small, Stack } from '@/design/layout';
import { narrow } from '@/design/theme';
import { verdictWords } from '../verdict';
import type { FilmDesk, FilmState } from './desk';

const Pair = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 14px;
  canvas {
    display: block;
    width: 100%;
    border-radius: 12px;
    background: #20282b;
  }
  figure {
    margin: 0;
  }
  ${narrow} {
    gap: 8px;
  }
`;

const Phase = styled(Slider)`
  display: grid;
  ${glassSlider(24)}
`;

const Rows = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 330px), 1fr));
  gap: 18px 26px;
  figure {
    margin: 0;
    min-width: 0;
  }
  .chart {
    height: 120px;
  }
  .word[data-verdict='worse'] {
    color: var(--out);
  }
  .recharts-text {
    fill: var(--quiet);
    font-size: 12px;
  }
`;

/** A frame of a film at a phase of one repetition. */
function AtPhase({
  desk,
  one,
  phase,
  name,
}: {
  readonly desk: FilmDesk;
  readonly one: FilmRepetition;
  readonly phase: number;
  readonly name: string;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    let over = false;
    void desk.frame(timeAtPhase(one, phase), 720).then((bitmap) => {
      const shown = canvas.current;
      if (!bitmap || !shown || over) return;
      [shown.width, shown.height] = [bitmap.width, bitmap.height];
      shown.getContext('2d')?.drawImage(bitmap, 0, 0);
      bitmap.close();
    });
    return () => {
      over = true;
    };
  }, [desk, one, phase]);
  return (
    <figure>
      <canvas
        ref={canvas}
        role="img"
        aria-label={`${name}, ${Math.round(100 * phase)} % through a repetition`}
        width={16}
        height={9}
      />
      <figcaption>
        <Small>{name}</Small>
      </figcaption>
    </figure>
  );
}

type Film = { readonly desk: FilmDesk; readonly state: FilmState };

/** The part of a repetition in words. */
const partOf = (phase: number): string =>
  phase < holdPhases[0] ? 'on the way out' : phase <= holdPhases[1] ? 'at the turn' : 'on the way back';

/** Two sets of one look by phase: the same moment of the movement beside itself, and each measure's mean course. */
export function SideBySide({ before, after }: { readonly before: Film; readonly after: Film }) {
  const [phase, setPhase] = useState(0.5);
  const [a, b] = [before.state, after.state];
  const compared = useMemo(
    () =>
      a.reading && a.followed && b.reading && b.followed
        ? compareFilms(
            { reading: a.reading, times: a.followed.film.times },
            { reading: b.reading, times: b.followed.film.times },
          )
        : [],
    [a, b],
  );
  if (!a.reading || !b.reading) return null;
  const [first, second] = [worstRepetition(a.reading), worstRepetition(b.reading)];
  const counts = [a.reading, b.reading].map((reading) => `${reading.cleanInARow} of ${wholeOf(reading).length}`);
  return (
    <Stack $gap={16}>
      <h2>Before and after, by phase</h2>
      <p>
        Clean before form went: <b>{counts[0]}</b> before, <b>{counts[1]}</b> after.
      </p>
      {a.info && b.info && first && second && (
        <>
          <Pair>
            <AtPhase desk={before.desk} one={first} phase={phase} name="before" />
            <AtPhase desk={after.desk} one={second} phase={phase} name="after" />
          </Pair>
          <Phase
            minValue={0}
            maxValue={100}
            step={1}
            value={Math.round(100 * phase)}
            onChange={(to) => setPhase(Number(to) / 100)}
          >
            <Label>How far through the repetition: {partOf(phase)}</Label>
            <SliderTrack className="track">
              <SliderThumb className="thumb" aria-label="How far through the repetition" />
            </SliderTrack>
          </Phase>
        </>
      )}
      <Rows>
        {compared.map((one) => (
          <Measure key={one.measure} one={one} />
        ))}
      </Rows>
    </Stack>
  );
}

function Measure({ one }: { readonly one: ComparedMeasure }) {
  const { measure, verdict, before, after, mdc, limit, courses } = one;
  const phases = phasesOf(courses.before.length);
  const data = phases.map((phase, i) => ({ phase: 100 * phase, before: courses.before[i], after: courses.after[i] }));
  const [low, high] = limit.interval;
  return (
    <figure data-compared={measure} data-verdict={verdict}>
      <figcaption>
        <b>{nameOf(measure)}: </b>
        <b className="word" data-verdict={verdict}>
          {verdictWords[verdict]}
        </b>{' '}
        <Small>
          {formatMeasure(measure, before.value)} <ArrowRight size={13} aria-label="then" />{' '}
          {formatMeasure(measure, after.value)} at its furthest, in the mean; less than{' '}
          {formatMeasure(measure, mdc, 'error')} is no real change
        </Small>
      </figcaption>
      <div className="chart">
        <ResponsiveContainer width="100%" height="100%">
          <LineChart data={data} margin={{ top: 6, right: 8, bottom: 0, left: -22 }}>
            <XAxis
              dataKey="phase"
              type="number"
              domain={[0, 100]}
              ticks={[0, 50, 100]}
              unit=" %"
              stroke="var(--rule-strong)"
            />
            <YAxis
              width={56}
              stroke="var(--rule-strong)"
              domain={['auto', 'auto']}
              tickFormatter={(value: number) => value.toFixed(Math.abs(value) < 3 && value % 1 !== 0 ? 2 : 0)}
            />
            <ReferenceArea
              {...(low === null ? {} : { y1: low })}
              {...(high === null ? {} : { y2: high })}
              fill="var(--fluid)"
              fillOpacity={0.22}
              ifOverflow="extendDomain"
            />
            <Line
              dataKey="before"
              stroke="var(--ink)"
              strokeWidth={2}
              strokeDasharray="5 4"
              dot={false}
              isAnimationActive={false}
            />
            <Line dataKey="after" stroke="var(--info)" strokeWidth={2.5} dot={false} isAnimationActive={false} />
          </LineChart>
        </ResponsiveContainer>
      </div>
      <Small>dashed before, full after</Small>
    </figure>
  );
}
