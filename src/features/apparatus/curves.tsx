'use client';

import { CartesianGrid, Legend, Line, LineChart, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import { forceAt } from '@/core/springs/springs';
import type { Spring, SpringKind } from '@/core/springs/springs';

export type Curve = { readonly name: string; readonly springs: readonly Spring[] };

const steps = 20;
const strokes = ['var(--ink)', 'var(--info)', 'var(--fluid-deep)', 'var(--out)', 'var(--quiet)'];
const dashes = ['', '8 4', '2 4', '10 3 2 3', '5 5'];

/** One spring of each kind that has a rate. */
export const kindCurves = (springs: readonly SpringKind[]): Curve[] =>
  springs.flatMap(({ label, rate }) => (rate ? [{ name: `1 ${label}`, springs: [{ ...rate, count: 1 }] }] : []));

/** Force over the carriage's travel, N over cm. */
export function ForceCurves({ curves, travelM }: { readonly curves: readonly Curve[]; readonly travelM: number }) {
  const data = Array.from({ length: steps + 1 }, (_, i) => {
    const at = (travelM * i) / steps;
    return {
      at: Math.round(at * 100),
      ...Object.fromEntries(curves.map(({ name, springs }) => [name, Math.round(10 * forceAt(springs, at)) / 10])),
    };
  });
  return (
    <ResponsiveContainer width="100%" height={260}>
      <LineChart data={data} margin={{ top: 8, right: 14, bottom: 18, left: 0 }} accessibilityLayer>
        <CartesianGrid stroke="var(--rule)" vertical={false} />
        <XAxis
          dataKey="at"
          type="number"
          domain={[0, 'dataMax']}
          stroke="var(--rule-strong)"
          label={{ value: 'travel, cm', position: 'insideBottom', offset: -12, fill: 'var(--quiet)' }}
        />
        <YAxis
          stroke="var(--rule-strong)"
          label={{ value: 'force, N', angle: -90, position: 'insideLeft', fill: 'var(--quiet)' }}
        />
        <Tooltip
          contentStyle={{ background: 'var(--panel)', border: '1px solid var(--rule-strong)', borderRadius: 10 }}
          itemStyle={{ color: 'var(--ink)' }}
          labelFormatter={(at) => `${String(at)} cm`}
          formatter={(value) => `${String(value)} N`}
        />
        <Legend verticalAlign="top" />
        {curves.map(({ name }, i) => (
          <Line
            key={name}
            dataKey={name}
            dot={false}
            stroke={strokes[i % strokes.length]}
            strokeWidth={2.6}
            strokeDasharray={dashes[i % dashes.length]}
            isAnimationActive={false}
          />
        ))}
      </LineChart>
    </ResponsiveContainer>
  );
}
