// How far a person goes before alignment is lost, from what was seen to hold and what was lost: an edge with its
// uncertainty, whether it has moved, and a working limit with a margin. Along any axis: demand, degrees, radius.
// Estimate: the posterior of a logistic edge on a grid, every sighting blurred by its own error. Few sightings leave it wide.

import { bisect } from '../bisect';

/** One sighting along an axis: where, how sure the place is, and which share of it was held (1 all, 0 none). */
export type Sighting = {
  readonly at: number;
  readonly se: number;
  readonly held: number;
  /** As 2026-03-01. */
  readonly day: string;
};

export type Axis = {
  readonly lo: number;
  readonly hi: number;
  /** Toward which end it gets harder. */
  readonly harder: 'up' | 'down';
  /** No step smaller than this is worth a word. */
  readonly unitMargin: number;
};

export type SafeWindow = {
  /** Where it is lost as often as held, on the axis. */
  readonly edge: number;
  /** 95 % of where that may be; one of its ends is the axis' own where nothing was seen beyond. */
  readonly interval: readonly [number, number];
  /** Where work may go: held nine times in ten, the uncertainty counted, and the margin kept. */
  readonly limit: number;
  readonly sure: 'wide' | 'fair' | 'good';
  readonly hardestHeld: number | null;
  readonly easiestLost: number | null;
  readonly sightings: number;
  /** Newer half of the days against the older: + has gained. Absent with fewer than four days. */
  readonly trend?: { readonly gain: number; readonly leastReal: number; readonly isReal: boolean };
};

const edges = 121;
/** Widths over which holding turns to losing, as shares of the axis. */
const widths = [0.015, 0.03, 0.06, 0.12] as const;
/** Now and then it is lost, or held, for a reason that lies elsewhere. */
const lapse = 0.04;
const wantedSure = 0.9;
const heldFrom = 0.75;
const lostUpTo = 0.5;
const daysForTrend = 4;

type Posterior = { readonly at: readonly number[]; readonly weight: readonly (readonly number[])[] };

/** Holding at z widths beyond the edge. */
const holds = (z: number): number => lapse / 2 + (1 - lapse) / (1 + Math.exp(z));

/** On an axis from 0 (easy) to 1 (hard). */
function posterior(
  sightings: readonly { readonly at: number; readonly se: number; readonly held: number }[],
): Posterior {
  const at = Array.from({ length: edges }, (_, i) => i / (edges - 1));
  const logs = at.map((edge) =>
    widths.map((width) =>
      sightings.reduce((sum, one) => {
        const blurred = Math.sqrt(width ** 2 + (3 * one.se ** 2) / Math.PI ** 2);
        const chance = holds((one.at - edge) / blurred);
        return sum + one.held * Math.log(chance) + (1 - one.held) * Math.log(1 - chance);
      }, 0),
    ),
  );
  const most = Math.max(...logs.flat());
  const raw = logs.map((row) => row.map((log) => Math.exp(log - most)));
  const total = raw.flat().reduce((sum, one) => sum + one, 0);
  return { at, weight: raw.map((row) => row.map((one) => one / total)) };
}

const marginal = ({ weight }: Posterior): number[] => weight.map((row) => row.reduce((sum, one) => sum + one, 0));

function quantile(at: readonly number[], weight: readonly number[], share: number): number {
  let sum = 0;
  for (let i = 0; i < at.length; i += 1) {
    const next = sum + (weight[i] ?? 0);
    if (next >= share) {
      const before = i > 0 ? (at[i - 1] ?? 0) : 0;
      const inside = next > sum ? (share - sum) / (next - sum) : 1;
      return before + inside * ((at[i] ?? 0) - before);
    }
    sum = next;
  }
  return at[at.length - 1] ?? 1;
}

const spread = (at: readonly number[], weight: readonly number[]): { mean: number; sd: number } => {
  const mean = at.reduce((sum, one, i) => sum + one * (weight[i] ?? 0), 0);
  return { mean, sd: Math.sqrt(at.reduce((sum, one, i) => sum + (one - mean) ** 2 * (weight[i] ?? 0), 0)) };
};

/** The farthest place that holds nine times in ten, over all edges and widths that may be. */
function workingLimit({ at, weight }: Posterior): number {
  const chance = (place: number): number =>
    weight.reduce(
      (sum, row, i) =>
        sum + row.reduce((inner, one, j) => inner + one * holds((place - (at[i] ?? 0)) / (widths[j] ?? 1)), 0),
      0,
    );
  if (chance(0) < wantedSure) return 0;
  if (chance(1) >= wantedSure) return 1;
  return bisect(0, 1, (place) => chance(place) >= wantedSure, 30).holds;
}

/** Where a person's window ends on an axis; absent where nothing was seen. */
export function safeWindow(axis: Axis, sightings: readonly Sighting[]): SafeWindow | undefined {
  if (sightings.length === 0) return undefined;
  const { lo, hi, harder, unitMargin } = axis;
  const span = hi - lo;
  const inward = (value: number): number => (harder === 'up' ? (value - lo) / span : (hi - value) / span);
  const outward = (share: number): number => (harder === 'up' ? lo + share * span : hi - share * span);
  const fold = (some: readonly Sighting[]) =>
    posterior(some.map(({ at, se, held }) => ({ at: inward(at), se: se / span, held })));
  const found = fold(sightings);
  const weights = marginal(found);
  const { mean, sd } = spread(found.at, weights);
  const [low, high] = [quantile(found.at, weights, 0.025), quantile(found.at, weights, 0.975)];
  const toHarder = (a: number, b: number) => (harder === 'up' ? a - b : b - a);
  const held = sightings.filter((one) => one.held >= heldFrom).map(({ at }) => at);
  const lost = sightings.filter((one) => one.held < lostUpTo).map(({ at }) => at);
  const limit = Math.max(0, workingLimit(found) - unitMargin / span);
  const trend = trendOf(sightings, fold, span);
  return {
    edge: outward(mean),
    interval: harder === 'up' ? [outward(low), outward(high)] : [outward(high), outward(low)],
    limit: outward(limit),
    sure: sd > 0.14 ? 'wide' : sd > 0.06 ? 'fair' : 'good',
    hardestHeld: held.length > 0 ? held.reduce((a, b) => (toHarder(b, a) > 0 ? b : a)) : null,
    easiestLost: lost.length > 0 ? lost.reduce((a, b) => (toHarder(b, a) < 0 ? b : a)) : null,
    sightings: sightings.length,
    ...(trend ? { trend } : {}),
  };
}

/** Newer half of the days against the older; real only beyond the least change that both errors leave. */
function trendOf(
  sightings: readonly Sighting[],
  fold: (some: readonly Sighting[]) => Posterior,
  span: number,
): SafeWindow['trend'] {
  const days = [...new Set(sightings.map(({ day }) => day))].sort();
  if (days.length < daysForTrend) return undefined;
  const turn = days[Math.floor(days.length / 2)] ?? '';
  const half = (newer: boolean) => {
    const { at, weight } = fold(sightings.filter(({ day }) => day >= turn === newer));
    return spread(at, marginal({ at, weight }));
  };
  const [older, newer] = [half(false), half(true)];
  const gain = (newer.mean - older.mean) * span;
  const leastReal = 1.96 * Math.hypot(older.sd, newer.sd) * span;
  return { gain, leastReal, isReal: Math.abs(gain) > leastReal };
}
