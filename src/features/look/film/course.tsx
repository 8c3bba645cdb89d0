'use client';

import { Line, LineChart, ReferenceArea, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import styled from 'styled-components';
import { formatInterval, nameOf } from '@/core/alignment/words';
import type { FilmReading } from '@/core/knowledge/film';
import { Small } from '@/design/layout';

const Figures = styled.div`
  display: grid;
  gap: 12px;
  figure {
    margin: 0;
    min-width: 0;
  }
  figcaption {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 10px;
    align-items: baseline;
  }
  .chart {
    height: 108px;
    cursor: pointer;
  }
  .recharts-text {
    fill: var(--quiet);
    font-size: 12px;
  }
`;

/** So many points are as fine as the screen. */
const mostPoints = 420;

type Point = { readonly s: number; readonly value: number | null };

/** A course thinned to what can be seen: of each stretch the value furthest from its neighbours' middle. */
function thinned(times: readonly number[], values: readonly (number | null)[], fromS: number): Point[] {
  const every = Math.max(1, Math.ceil(times.length / mostPoints));
  const points: Point[] = [];
  for (let i = 0; i < times.length; i += every) {
    const own = values.slice(i, i + every).flatMap((value) => value ?? []);
    const middle = own.reduce((sum, value) => sum + value, 0) / Math.max(1, own.length);
    const far = own.reduce((a, b) => (Math.abs(b - middle) > Math.abs(a - middle) ? b : a), own[0] ?? 0);
    points.push({ s: (times[i] ?? 0) - fromS, value: own.length > 0 ? far : null });
  }
  return points;
}

type CourseProps = {
  readonly reading: FilmReading;
  readonly times: readonly number[];
  readonly fromS: number;
  readonly atS: number;
  readonly onGo: (atS: number) => void;
};

/** The measures over time with their targets, the repetitions behind them, and the play-head. */
export function Course({ reading, times, fromS, atS, onGo }: CourseProps) {
  const rows = [
    { id: 'drive', name: `${reading.driver.line}, from its rest`, values: reading.drive, limit: undefined },
    ...Object.entries(reading.series).map(([id, values]) => ({
      id,
      name: nameOf(id),
      values,
      limit: reading.limits[id],
    })),
  ];
  return (
    <Figures>
      {rows.map(({ id, name, values, limit }) => (
        <figure key={id} data-course={id}>
          <figcaption>
            <b>{name}</b>
            <Small>
              {limit
                ? `target ${formatInterval(id, limit.interval)}${limit.when === 'turn' ? ' at the turn' : ''} (${limit.source})`
                : id === 'drive'
                  ? 'what tells the repetitions'
                  : 'not held against its target here'}
            </Small>
          </figcaption>
          <div className="chart">
            <ResponsiveContainer width="100%" height="100%">
              <LineChart
                data={thinned(times, values, fromS)}
                margin={{ top: 6, right: 8, bottom: 0, left: -22 }}
                onClick={({ activeLabel }) => activeLabel !== undefined && onGo(Number(activeLabel) + fromS)}
              >
                <XAxis
                  dataKey="s"
                  type="number"
                  domain={['dataMin', 'dataMax']}
                  unit=" s"
                  tickFormatter={(s: number) => s.toFixed(0)}
                  stroke="var(--rule-strong)"
                />
                <YAxis
                  width={56}
                  stroke="var(--rule-strong)"
                  domain={['auto', 'auto']}
                  tickFormatter={(value: number) => value.toFixed(Math.abs(value) < 3 && value % 1 !== 0 ? 2 : 0)}
                />
                {reading.repetitions.map(({ startS, endS, verdict }) => (
                  <ReferenceArea
                    key={startS}
                    x1={startS - fromS}
                    x2={endS - fromS}
                    fill={verdict === 'lost' ? 'var(--out)' : 'var(--ink)'}
                    fillOpacity={verdict === 'lost' ? 0.14 : 0.05}
                  />
                ))}
                {limit && (
                  <ReferenceArea
                    {...(limit.interval[0] === null ? {} : { y1: limit.interval[0] })}
                    {...(limit.interval[1] === null ? {} : { y2: limit.interval[1] })}
                    fill="var(--fluid)"
                    fillOpacity={0.22}
                    ifOverflow="extendDomain"
                  />
                )}
                <ReferenceLine x={atS - fromS} stroke="var(--info)" strokeWidth={2} />
                <Line dataKey="value" stroke="var(--ink)" strokeWidth={2} dot={false} isAnimationActive={false} />
              </LineChart>
            </ResponsiveContainer>
          </div>
        </figure>
      ))}
    </Figures>
  );
}
