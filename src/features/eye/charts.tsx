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
  Scatter,
  ScatterChart,
  XAxis,
  YAxis,
} from 'recharts';
import type { Learned } from '@/core/eye/learned';
import type { Pair } from '@/core/eye/raters';
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

/** Difference of two raters against their mean, with the mean difference and the limits of agreement (Bland & Altman 1986). */
export function Apart({ pair: { points, agreement } }: { readonly pair: Pair }) {
  const data = points.map(({ mean, difference, place }) => ({ mean, difference, picture: place + 1 }));
  const most = Math.ceil(Math.max(4, ...points.map(({ difference }) => Math.abs(difference)), ...(agreement?.loa ?? []).map(Math.abs))); // prettier-ignore
  return (
    <ResponsiveContainer width="100%" height="100%">
      <ScatterChart margin={{ top: 8, right: 14, left: -8, bottom: 4 }} accessibilityLayer>
        <CartesianGrid stroke="var(--rule)" vertical={false} />
        <XAxis dataKey="mean" type="number" unit="°" stroke="var(--rule-strong)" domain={['auto', 'auto']} />
        <YAxis dataKey="difference" type="number" unit="°" stroke="var(--rule-strong)" domain={[-most, most]} />
        <ReferenceLine y={0} stroke="var(--rule-strong)" />
        {agreement && <ReferenceLine y={agreement.bias} stroke="var(--info)" strokeWidth={2} />}
        {agreement?.loa.map((at) => (
          <ReferenceLine key={at} y={at} stroke="var(--info)" strokeDasharray="6 4" />
        ))}
        <Scatter data={data} fill="var(--fluid)" stroke="#1c2a2f" strokeWidth={1.4} isAnimationActive={false} />
      </ScatterChart>
    </ResponsiveContainer>
  );
}
