'use client';

import type { Ref } from 'react';
import styled from 'styled-components';
import type { BreathMoment } from '@/core/breathing/timeline';
import { curve } from '@/core/figure/shapes';
import type { Vec2 } from '@/core/geometry';

const Ribbon = styled.svg`
  display: block;
  width: 100%;
  height: auto;
  overflow: visible;
  text {
    font-size: 21px;
    fill: var(--ink);
  }
  .moves {
    fill: var(--quiet);
    font-size: 19px;
  }
`;

const [width, top, bottom] = [640, 12, 76];

/** The wave of one repetition: up as the breath comes in, down as it goes out, level where it is held. */
function wave(timeline: readonly BreathMoment[], perCount: number): string {
  const points: Vec2[] = [];
  let level = timeline.find(({ phase }) => phase !== 'hold')?.phase === 'in' ? bottom : top;
  let x = 0;
  for (const { phase, count } of timeline) {
    const to = phase === 'in' ? top : phase === 'out' ? bottom : level;
    for (let share = 0; share < 1; share += 0.125)
      points.push([x + share * count * perCount, level + ((to - level) * (1 - Math.cos(Math.PI * share))) / 2]);
    x += count * perCount;
    level = to;
  }
  return curve([...points, [x, level]]);
}

/** Where on the ribbon a moment stands: part of the pattern, and how far through it. */
export function ribbonPoint(timeline: readonly BreathMoment[], part: number, share: number): Vec2 {
  const counts = timeline.reduce((sum, { count }) => sum + count, 0);
  let level = timeline.find(({ phase }) => phase !== 'hold')?.phase === 'in' ? bottom : top;
  let x = 0;
  for (const [index, { phase, count }] of timeline.entries()) {
    const to = phase === 'in' ? top : phase === 'out' ? bottom : level;
    const long = (count * width) / counts;
    if (index === part) return [x + share * long, level + ((to - level) * (1 - Math.cos(Math.PI * share))) / 2];
    x += long;
    level = to;
  }
  return [0, level];
}

/** One repetition's breath, drawn to time; `dot` moves along it, `now` is the part in hand. */
export function BreathRibbon({
  timeline,
  dot,
  now,
}: {
  timeline: readonly BreathMoment[];
  dot?: Ref<SVGCircleElement>;
  now?: number | undefined;
}) {
  const counts = timeline.reduce((sum, { count }) => sum + count, 0);
  const perCount = width / counts;
  const starts = timeline.map(
    (_, index) => timeline.slice(0, index).reduce((sum, { count }) => sum + count, 0) * perCount,
  );
  return (
    <Ribbon
      viewBox={`0 0 ${width} 132`}
      role="img"
      aria-label={timeline.map(({ phase, count, moves }) => `${phase} ${count} ${moves}`.trim()).join(', ')}
    >
      {starts.slice(1).map((x) => (
        <line key={x} x1={x} x2={x} y1={4} y2={84} stroke="var(--rule)" strokeWidth={1.5} />
      ))}
      <path d={wave(timeline, perCount)} fill="none" stroke="var(--info)" strokeWidth={4} strokeLinecap="round" />
      {dot && <circle ref={dot} r={13} fill="var(--info)" stroke="var(--paper)" strokeWidth={3} cx={0} cy={bottom} />}
      {timeline.map(({ phase, count, moves }, index) => (
        <g
          key={starts[index]}
          transform={`translate(${(starts[index] ?? 0) + (count * perCount) / 2} 102)`}
          textAnchor="middle"
        >
          <text
            fontWeight={700}
            fontSize={now === index ? 26 : undefined}
            opacity={now === undefined || now === index ? 1 : 0.62}
          >
            {phase} {count}
          </text>
          <text className="moves" y={24}>
            {moves}
          </text>
        </g>
      ))}
    </Ribbon>
  );
}
