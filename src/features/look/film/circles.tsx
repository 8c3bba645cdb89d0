'use client';

import styled from 'styled-components';
import type { FilmCircles } from '@/core/knowledge/circled';
import type { FilmReading } from '@/core/knowledge/film';
import { Small, Stack } from '@/design/layout';
import { wordsOfCircles } from './circle-words';

const Drawn = styled.figure`
  margin: 0;
  display: grid;
  grid-template-columns: minmax(180px, 260px) minmax(0, 1fr);
  gap: 12px 28px;
  align-items: center;
  @media (max-width: 620px) {
    grid-template-columns: 1fr;
  }
  svg {
    width: 100%;
    height: auto;
    max-height: 260px;
    overflow: visible;
  }
  path {
    fill: none;
    stroke: var(--fluid-deep);
    stroke-width: 2;
    vector-effect: non-scaling-stroke;
  }
  path[data-verdict='lost'] {
    stroke: var(--out);
    stroke-dasharray: 5 4;
  }
  line {
    stroke: var(--rule-strong);
    stroke-width: 1.5;
    vector-effect: non-scaling-stroke;
  }
  figcaption p {
    margin: 0 0 6px;
  }
`;

type CirclesProps = { readonly circles: FilmCircles; readonly reading: FilmReading; readonly times: readonly number[] };

/** The path of what goes round beside the midline, a line a repetition, and what it tells. */
export function Circles({ circles, reading, times }: CirclesProps) {
  const { path } = circles;
  const seen = path.flatMap((at) => (at ? [at] : []));
  const [xs, ys] = [[0, ...seen.map(([x]) => x)], seen.map(([, y]) => -y)];
  const pad = 12;
  const [left, top] = [Math.min(...xs) - pad, Math.min(...ys) - pad];
  const [wide, high] = [Math.max(...xs) - left + pad, Math.max(...ys) - top + pad];
  const whole = reading.repetitions.filter(({ verdict }) => verdict !== 'partial');
  const lineOf = ({ startS, endS }: { readonly startS: number; readonly endS: number }): string =>
    path
      .flatMap((at, i) => {
        const s = times[i] ?? 0;
        return at && s >= startS && s <= endS ? [`${at[0].toFixed(1)} ${(-at[1]).toFixed(1)}`] : [];
      })
      .map((at, i) => `${i === 0 ? 'M' : 'L'}${at}`)
      .join('');
  return (
    <Stack as="section" $gap={8} aria-label="Circles">
      <h2 style={{ fontSize: '1.15rem' }}>The circles</h2>
      <Drawn>
        <svg viewBox={`${left} ${top} ${wide} ${high}`} role="img" aria-label="Path beside the midline">
          <line x1={0} x2={0} y1={top} y2={top + high} />
          {whole.map((one) => (
            <path key={one.startS} d={lineOf(one)} data-verdict={one.verdict} />
          ))}
        </svg>
        <figcaption>
          {wordsOfCircles(circles, whole.length).map((words) => (
            <p key={words}>{words}</p>
          ))}
          <Small>
            Drawn from her feet, her left on the right. The upright line is the midline at rest; broken lines were lost.
          </Small>
        </figcaption>
      </Drawn>
    </Stack>
  );
}
