'use client';

import {
  Area,
  CartesianGrid,
  ComposedChart,
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
import type { RunLine, TrendLine } from './progress';

const tooltip = {
  contentStyle: { background: 'var(--panel)', border: '1px solid var(--rule-strong)', borderRadius: 10 },
  itemStyle: { color: 'var(--ink)' },
  labelStyle: { color: 'var(--ink)' },
};
const margin = { top: 8, right: 14, bottom: 0, left: -18 };

/** Many points want small dots, and a band for their errors. */
const isMany = (count: number): boolean => count > 20;
const dotOf = (count: number, fill: string) => ({ r: isMany(count) ? 2.5 : 5, fill, strokeDasharray: '' });
/** Dates: of few points first and last stay; of many as many as fit, evenly, of which Recharts measures one, not all. */
const datesOf = (count: number) =>
  ({
    dataKey: 'date',
    stroke: 'var(--rule-strong)',
    interval: isMany(count) ? 'equidistantPreserveStart' : 'preserveEnd',
    minTickGap: isMany(count) ? 24 : 5,
  }) as const;

/** Clean repetitions in a row, by side, over time. */
export function RunChart({ wanted, points }: Pick<RunLine, 'wanted' | 'points'>) {
  return (
    <ResponsiveContainer width="100%" height="100%">
      <LineChart data={[...points]} margin={margin} accessibilityLayer>
        <CartesianGrid stroke="var(--rule)" vertical={false} />
        <XAxis {...datesOf(points.length)} />
        <YAxis allowDecimals={false} domain={[0, 'auto']} stroke="var(--rule-strong)" />
        <Tooltip {...tooltip} />
        <Legend />
        <ReferenceLine y={wanted} stroke="var(--fluid-deep)" strokeDasharray="6 4" />
        <Line
          dataKey="left"
          stroke="var(--ink)"
          strokeWidth={2.5}
          dot={dotOf(points.length, 'var(--ink)')}
          isAnimationActive={false}
        />
        <Line
          dataKey="right"
          stroke="var(--info)"
          strokeWidth={2.5}
          strokeDasharray="3 4"
          dot={dotOf(points.length, 'var(--paper)')}
          isAnimationActive={false}
        />
      </LineChart>
    </ResponsiveContainer>
  );
}

/** A measure of looks over time, with its errors (a bar each, or a band where they are many) and the newest target. */
export function TrendChart({ points, interval: [lo, hi] }: Pick<TrendLine, 'points' | 'interval'>) {
  const areMany = isMany(points.length);
  const data = points.map((one) => ({ ...one, band: [one.value - one.error, one.value + one.error] }));
  return (
    <ResponsiveContainer width="100%" height="100%">
      <ComposedChart data={data} margin={margin} accessibilityLayer>
        <CartesianGrid stroke="var(--rule)" vertical={false} />
        <XAxis {...datesOf(points.length)} />
        <YAxis
          stroke="var(--rule-strong)"
          tickFormatter={(value: number) => value.toFixed(Math.abs(points[0]?.value ?? 9) < 3 ? 1 : 0)}
        />
        {lo !== null && hi !== null && (
          <ReferenceArea y1={lo} y2={hi} fill="var(--fluid)" fillOpacity={0.25} ifOverflow="extendDomain" />
        )}
        <Tooltip
          {...tooltip}
          // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- the payload is one of the points given to the chart
          formatter={(_value, _name, { payload }) => [(payload as { shown: string }).shown, 'from target’s zero']}
        />
        {areMany && (
          <Area
            dataKey="band"
            stroke="none"
            fill="var(--ink)"
            fillOpacity={0.16}
            tooltipType="none"
            isAnimationActive={false}
          />
        )}
        <Line
          dataKey="value"
          stroke="var(--ink)"
          strokeWidth={2.5}
          dot={dotOf(points.length, 'var(--ink)')}
          isAnimationActive={false}
        >
          {!areMany && (
            <ErrorBar
              dataKey="error"
              width={6}
              strokeWidth={2}
              stroke="var(--ink)"
              direction="y"
              isAnimationActive={false}
            />
          )}
        </Line>
      </ComposedChart>
    </ResponsiveContainer>
  );
}
