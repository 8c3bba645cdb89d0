// What the verbs of movement take from outside.
import * as v from 'valibot';
import { number, positive } from '../numbers';
import { failure, success } from '../result';
import type { Result } from '../result';
import { articulate, segmentsOf } from './articulate';
import type { Articulation, Between } from './articulate';
import { measureCircles } from './circles';
import type { MeasuredCircles } from './circles';
import { measureSet } from './reps';
import type { MeasuredSet } from './reps';

const fewest = 3;
const name = v.pipe(v.string('is not a name'), v.minLength(1, 'is empty'), v.maxLength(80, 'is too long'));
const rising = v.pipe(
  v.array(number, 'must be a list of numbers'),
  v.minLength(fewest, `needs at least ${fewest} times`),
  v.check((times) => times.every((at, i) => i === 0 || at > (times[i - 1] ?? 0)), 'must rise'),
);
const values = v.array(v.nullable(number), 'must be a list of numbers, null where not seen');
const point = v.nullable(v.strictTuple([number, number], 'is not a point'));
const target = v.pipe(
  v.strictTuple([number, number], 'is not a pair of numbers'),
  v.check(([low, high]) => low <= high, 'must not fall'),
);
const seriesOf = v.record(name, values);

export const repsInput = v.strictObject({
  fps: v.optional(positive),
  times: v.optional(rising),
  driver: name,
  series: seriesOf,
  targets: v.optional(v.record(name, target), {}),
  sd: v.optional(v.record(name, positive)),
  rest: v.optional(v.picklist(['low', 'high'], 'must be low or high')),
});

export const articulateInput = v.strictObject({
  times: rising,
  segments: v.optional(seriesOf),
  markers: v.optional(v.record(name, v.array(point, 'must be a list of points, null where not seen'))),
  order: v.pipe(v.array(name), v.minLength(2, 'needs at least two'), v.maxLength(40, 'is too long')),
  neutral: v.optional(v.record(name, number)),
});

export const circlesInput = v.strictObject({
  times: rising,
  path: v.array(point, 'must be a list of points, null where not seen'),
  pelvis: v.optional(seriesOf, {}),
  targets: v.optional(v.record(name, target), {}),
});

/** The first list of another length than the times. */
function unlike(lists: Readonly<Record<string, readonly unknown[]>>, count: number, path: string) {
  const odd = Object.entries(lists).find(([, one]) => one.length !== count);
  return (
    odd && failure('length', `${path}.${odd[0]} has ${odd[1].length} values for ${count} times`, `${path}.${odd[0]}`)
  );
}

/** A name that stands in one table and not in the other. */
function unknownIn(named: Readonly<Record<string, unknown>>, known: Readonly<Record<string, unknown>>, path: string) {
  const odd = Object.keys(named).find((one) => !Object.hasOwn(known, one));
  return odd === undefined ? undefined : failure('unknownName', `${path}.${odd}: no such series`, `${path}.${odd}`);
}

export function repsFromInput(input: v.InferOutput<typeof repsInput>): Result<MeasuredSet> {
  const { fps, driver, series, targets, sd, rest } = input;
  const lead = Object.hasOwn(series, driver) ? series[driver] : undefined;
  if (!lead) return failure('missing', `series.${driver} is missing: it drives the set`, `series.${driver}`);
  if (!input.times && fps === undefined) return failure('missing', 'times or fps is missing', 'times');
  const times = input.times ?? lead.map((_, i) => i / (fps ?? 1));
  if (times.length < fewest)
    return failure('badValue', `series.${driver} needs at least ${fewest} values`, `series.${driver}`);
  const refused =
    unlike(series, times.length, 'series') ??
    unknownIn(targets, series, 'targets') ??
    unknownIn(sd ?? {}, series, 'sd');
  if (refused) return refused;
  if (lead.every((value) => value === null)) return failure('notSeen', `${driver} was never seen`, `series.${driver}`);
  return success(measureSet({ times, driver, series, targets, sd, rest }));
}

/** Segments that an order of markers asks for: between neighbours, or named themselves as `SL1-SL2`. */
function betweensOf(order: readonly string[], markers: Readonly<Record<string, unknown>>): Result<readonly Between[]> {
  const isMarker = (one: string | undefined): one is string => one !== undefined && Object.hasOwn(markers, one);
  const named = order.map((one): Between | undefined => {
    const [from, to, ...rest] = one.split('-');
    return isMarker(from) && isMarker(to) && rest.length === 0 ? [from, to] : undefined;
  });
  if (named.every((one) => one !== undefined)) return success(named);
  const absent = order.findIndex((one) => !isMarker(one));
  if (absent >= 0) return failure('unknownName', `order.${absent}: no markers.${order[absent]}`, `order.${absent}`);
  if (order.length < 3) return failure('badValue', 'order: at least three markers make two segments', 'order');
  return success(order.slice(1).map((to, i): Between => [order[i] ?? '', to]));
}

export function articulateFromInput(input: v.InferOutput<typeof articulateInput>): Result<Articulation> {
  const { times, markers, segments, order, neutral } = input;
  if ((segments === undefined) === (markers === undefined))
    return failure('missing', 'either segments or markers are wanted', 'segments');
  const refused = unlike(segments ?? markers ?? {}, times.length, segments ? 'segments' : 'markers');
  if (refused) return refused;
  if (markers) {
    const betweens = betweensOf(order, markers);
    if (!betweens.ok) return betweens;
    const made = segmentsOf(markers, betweens.value);
    return success(articulate(times, made, Object.keys(made), neutral));
  }
  const absent = order.findIndex((one) => !Object.hasOwn(segments ?? {}, one));
  if (absent >= 0) return failure('unknownName', `order.${absent}: no segments.${order[absent]}`, `order.${absent}`);
  return success(articulate(times, segments ?? {}, order, neutral));
}

export function circlesFromInput(input: v.InferOutput<typeof circlesInput>): Result<MeasuredCircles> {
  const { times, path, pelvis, targets } = input;
  const refused =
    unlike({ path }, times.length, 'input') ??
    unlike(pelvis, times.length, 'pelvis') ??
    unknownIn(targets, pelvis, 'targets');
  return refused ?? success(measureCircles(times, path, pelvis, targets));
}
