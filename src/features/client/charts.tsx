'use client';

import {
  CartesianGrid,
  ErrorBar,
  Legend,
  Line,
  LineChart,
  ReferenceArea,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import styled from 'styled-components';
import { Small, Stack } from '@/design/layout';
import type { RunLine, TrendLine } from './progress';

const Grid = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 340px), 1fr));
  gap: 22px 30px;
  .recharts-text {
    fill: var(--quiet);
    font-size: 13px;
  }
  .recharts-legend-item-text {
    color: var(--ink) !important;
  }
  figure {
    display: grid;
    gap: 4px;
    align-content: start;
    min-width: 0;
  }
`;

const tooltip = {
  contentStyle: { background: 'var(--panel)', border: '1px solid var(--rule-strong)', borderRadius: 10 },
  itemStyle: { color: 'var(--ink)' },
  labelStyle: { color: 'var(--ink)' },
};
const margin = { top: 8, right: 14, bottom: 0, left: -18 };

/** Clean repetitions in a row by side, and measures with their errors, over time. */
export function Charts({ runs, trends }: { readonly runs: readonly RunLine[]; readonly trends: readonly TrendLine[] }) {
  return (
    <Stack $gap={18}>
      {runs.length > 0 && (
        <>
          <h3>Clean in a row, left and right</h3>
          <Grid>
            {runs.map(({ exercise, name, wanted, points }) => (
              <figure key={exercise} data-run={exercise}>
                <figcaption>
                  <b>{name}</b>{' '}
                  <Small>
                    level {points.map(({ level }) => level).join(', ')}; wanted {wanted}
                  </Small>
                </figcaption>
                <ResponsiveContainer width="100%" height={190}>
                  <LineChart data={[...points]} margin={margin} accessibilityLayer>
                    <CartesianGrid stroke="var(--rule)" vertical={false} />
                    <XAxis dataKey="date" stroke="var(--rule-strong)" />
                    <YAxis allowDecimals={false} domain={[0, 'auto']} stroke="var(--rule-strong)" />
                    <Tooltip {...tooltip} />
                    <Legend />
                    <ReferenceLine y={wanted} stroke="var(--fluid-deep)" strokeDasharray="6 4" />
                    <Line
                      dataKey="left"
                      stroke="var(--ink)"
                      strokeWidth={2.5}
                      dot={{ r: 5, fill: 'var(--ink)' }}
                      isAnimationActive={false}
                    />
                    <Line
                      dataKey="right"
                      stroke="var(--info)"
                      strokeWidth={2.5}
                      strokeDasharray="3 4"
                      dot={{ r: 5, fill: 'var(--paper)', strokeDasharray: '' }}
                      isAnimationActive={false}
                    />
                  </LineChart>
                </ResponsiveContainer>
              </figure>
            ))}
          </Grid>
        </>
      )}
      {trends.length > 0 && (
        <>
          <h3>Looks, uncorrected, with their errors</h3>
          <Grid>
            {trends.map(({ key, name, points, interval: [lo, hi], words, verdict }) => (
              <figure key={key} data-trend={key} data-verdict={verdict}>
                <figcaption>
                  <b>{name}</b>
                </figcaption>
                <ResponsiveContainer width="100%" height={190}>
                  <LineChart data={[...points]} margin={margin} accessibilityLayer>
                    <CartesianGrid stroke="var(--rule)" vertical={false} />
                    <XAxis dataKey="date" stroke="var(--rule-strong)" />
                    <YAxis
                      stroke="var(--rule-strong)"
                      tickFormatter={(value: number) => value.toFixed(Math.abs(points[0]?.value ?? 9) < 3 ? 1 : 0)}
                    />
                    {lo !== null && hi !== null && (
                      <ReferenceArea y1={lo} y2={hi} fill="var(--fluid)" fillOpacity={0.25} ifOverflow="extendDomain" />
                    )}
                    <Tooltip
                      {...tooltip}
                      formatter={(_value, _name, { payload }) => [
                        (payload as { shown: string }).shown,
                        'from target’s zero',
                      ]}
                    />
                    <Line
                      dataKey="value"
                      stroke="var(--ink)"
                      strokeWidth={2.5}
                      dot={{ r: 5, fill: 'var(--ink)' }}
                      isAnimationActive={false}
                    >
                      <ErrorBar dataKey="error" width={6} strokeWidth={2} stroke="var(--ink)" direction="y" />
                    </Line>
                  </LineChart>
                </ResponsiveContainer>
                <Small>{words}</Small>
              </figure>
            ))}
          </Grid>
        </>
      )}
    </Stack>
  );
}
