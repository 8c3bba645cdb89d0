'use client';

import {
  Bar,
  BarChart,
  CartesianGrid,
  ErrorBar,
  Line,
  LineChart,
  ReferenceLine,
  ResponsiveContainer,
  XAxis,
  YAxis,
} from 'recharts';
import type { Learned } from '@/core/eye/learned';
import { sureWords } from '@/core/eye/question';
import { percentText } from '@/design/words';

const ticks = [0, 0.25, 0.5, 0.75, 1];

/** Of what was said with each sureness, how much was right, with its interval; a line where it should be. */
export function Sureness({ all }: { readonly all: Learned['sureness'] }) {
  const data = all.map(({ sure, right, n, ci: [lo, hi] }) => ({
    name: sureWords[sure],
    sure,
    share: right / n,
    off: [right / n - lo, hi - right / n],
  }));
  return (
    <ResponsiveContainer width="100%" height="100%">
      <BarChart data={data} margin={{ top: 8, right: 8, left: -8, bottom: 0 }} accessibilityLayer>
        <CartesianGrid vertical={false} stroke="var(--rule)" />
        <XAxis dataKey="name" stroke="var(--rule-strong)" />
        <YAxis domain={[0, 1]} ticks={ticks} tickFormatter={percentText} stroke="var(--rule-strong)" />
        {data.map(({ sure }) => (
          <ReferenceLine key={sure} y={sure} stroke="var(--info)" strokeDasharray="3 4" />
        ))}
        <Bar dataKey="share" fill="var(--fluid)" stroke="#1c2a2f" isAnimationActive={false} maxBarSize={70}>
          <ErrorBar dataKey="off" stroke="var(--ink)" width={10} strokeWidth={2} />
        </Bar>
      </BarChart>
    </ResponsiveContainer>
  );
}

/** Mean miss of tilts, day by day. */
export function OverTime({ days }: { readonly days: Learned['days'] }) {
  return (
    <ResponsiveContainer width="100%" height="100%">
      <LineChart data={[...days]} margin={{ top: 8, right: 8, left: -8, bottom: 0 }} accessibilityLayer>
        <CartesianGrid vertical={false} stroke="var(--rule)" />
        <XAxis dataKey="day" stroke="var(--rule-strong)" minTickGap={30} />
        <YAxis unit="°" domain={[0, 'auto']} stroke="var(--rule-strong)" />
        <Line dataKey="missDeg" stroke="var(--info)" strokeWidth={2.5} dot={{ r: 4 }} isAnimationActive={false} />
      </LineChart>
    </ResponsiveContainer>
  );
}
