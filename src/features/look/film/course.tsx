'use client';

import { memo, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Line, LineChart, ReferenceArea, ResponsiveContainer, XAxis, YAxis } from 'recharts';
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
    position: relative;
    height: 108px;
    cursor: pointer;
  }
  .head {
    position: absolute;
    top: 6px;
    bottom: 30px;
    width: 2px;
    margin-left: -1px;
    background: var(--info);
    pointer-events: none;
  }
  .recharts-text {
    fill: var(--quiet);
    font-size: 12px;
  }
`;

/** Where a chart's plot begins and ends, from its edges, and how broad its upright axis is, px. */
const [plotLeftPx, plotRightPx, axisPx] = [34, 8, 56];
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

type Row = {
  readonly id: string;
  readonly name: string;
  readonly values: readonly (number | null)[];
  readonly limit: FilmReading['limits'][string] | undefined;
};

const rowsOf = (reading: FilmReading): Row[] => [
  { id: 'drive', name: `${reading.driver.line}, from its rest`, values: reading.drive, limit: undefined },
  ...Object.entries(reading.series).map(([id, values]) => ({
    id,
    name: nameOf(id),
    values,
    limit: reading.limits[id],
  })),
];

/** How many of them are drawn: one more with every frame of the screen, so that the page is never held up by all at once. */
function useOneByOne(count: number): number {
  const [drawn, setDrawn] = useState(1);
  useEffect(() => {
    if (drawn >= count) return undefined;
    const next = requestAnimationFrame(() => setDrawn(drawn + 1));
    return () => cancelAnimationFrame(next);
  }, [drawn, count]);
  return drawn;
}

/** The measures over time with their targets, the repetitions behind them, and the play-head. */
export function Course({ reading, times, fromS, atS, onGo }: CourseProps) {
  const rows = useMemo(() => rowsOf(reading), [reading]);
  const drawn = useOneByOne(rows.length);
  const go = useRef(onGo);
  useEffect(() => {
    go.current = onGo;
  });
  const goTo = useCallback((to: number) => go.current(to), []);
  const [startS, endS] = [times[0] ?? 0, times.at(-1) ?? 1];
  const share = Math.min(1, Math.max(0, (atS - startS) / Math.max(1e-6, endS - startS)));
  return (
    <Figures>
      {rows.map(({ id, name, values, limit }, i) => (
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
            {i < drawn && <Chart {...{ times, values, limit, fromS }} repetitions={reading.repetitions} onGo={goTo} />}
            <span
              className="head"
              style={{ left: `calc(${plotLeftPx}px + ${share} * (100% - ${plotLeftPx + plotRightPx}px))` }}
            />
          </div>
        </figure>
      ))}
    </Figures>
  );
}

type ChartProps = Pick<Row, 'values' | 'limit'> &
  Pick<FilmReading, 'repetitions'> &
  Pick<CourseProps, 'times' | 'fromS' | 'onGo'>;

/** One course. The play-head lies over it: while a film plays, nothing of it is drawn anew. */
const Chart = memo(function Chart({ times, values, limit, repetitions, fromS, onGo }: ChartProps) {
  return (
    <ResponsiveContainer width="100%" height="100%">
      <LineChart
        data={thinned(times, values, fromS)}
        margin={{ top: 6, right: plotRightPx, bottom: 0, left: plotLeftPx - axisPx }}
        onClick={({ activeLabel }) => activeLabel !== undefined && onGo(Number(activeLabel) + fromS)}
      >
        <XAxis
          dataKey="s"
          type="number"
          domain={[(times[0] ?? 0) - fromS, (times.at(-1) ?? 1) - fromS]}
          unit=" s"
          tickFormatter={(s: number) => s.toFixed(0)}
          stroke="var(--rule-strong)"
        />
        <YAxis
          width={axisPx}
          stroke="var(--rule-strong)"
          domain={['auto', 'auto']}
          tickFormatter={(value: number) => value.toFixed(Math.abs(value) < 3 && value % 1 !== 0 ? 2 : 0)}
        />
        {repetitions.map(({ startS, endS, verdict }) => (
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
        <Line dataKey="value" stroke="var(--ink)" strokeWidth={2} dot={false} isAnimationActive={false} />
      </LineChart>
    </ResponsiveContainer>
  );
});
