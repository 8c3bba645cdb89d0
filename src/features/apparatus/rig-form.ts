// The numbers of an apparatus as they are typed, and back.
import * as v from 'valibot';
import type { Rig } from '@/core/springs/apparatus';
import type { SpringKind } from '@/core/springs/springs';
import { numberText } from '@/design/number-text';

const springRow = v.object({
  id: v.string(),
  label: v.pipe(v.string(), v.trim(), v.nonEmpty('A spring needs a name: its colour or weight.'), v.maxLength(30)),
  units: numberText({ least: 0.05, most: 10 }),
  count: numberText({ least: 0, most: 12, whole: true }),
});
const barRow = v.object({
  name: v.pipe(v.string(), v.trim(), v.nonEmpty('A bar position needs a name.'), v.maxLength(30)),
  heightCm: numberText({ least: 0, most: 300, unit: 'cm' }),
});

export const rigForm = v.object({
  name: v.pipe(v.string(), v.trim(), v.nonEmpty('An apparatus needs a name.'), v.maxLength(60)),
  hooks: numberText({ least: 1, most: 20, whole: true }),
  travelCm: numberText({ least: 5, most: 300, unit: 'cm' }),
  springs: v.pipe(v.array(springRow), v.minLength(1)),
  bars: v.array(barRow),
  beyondShouldersCm: numberText({ least: -200, most: 300, unit: 'cm' }),
  upCm: numberText({ least: -50, most: 300, unit: 'cm' }),
  ends: v.picklist(['frame', 'carriage']),
});
export type TypedRig = v.InferInput<typeof rigForm>;

const text = (value: number): string => String(Math.round(value * 100) / 100);

export const toTyped = (name: string, { springs, hooks, travelM, bars, rope }: Rig): TypedRig => ({
  name,
  hooks: text(hooks),
  travelCm: text(travelM * 100),
  springs: springs.map(({ id, label, units, count }) => ({ id, label, units: text(units), count: text(count) })),
  bars: bars.map(({ name: bar, heightM }) => ({ name: bar, heightCm: text(heightM * 100) })),
  beyondShouldersCm: text((rope?.beyondShouldersM ?? 0) * 100),
  upCm: text((rope?.upM ?? 0) * 100),
  ends: rope?.ends ?? 'frame',
});

/** A new spring's id: the first that is free. */
export function freshId(taken: readonly string[]): string {
  let n = 1;
  while (taken.includes(`spring${n}`)) n += 1;
  return `spring${n}`;
}

/** What was typed over what was known: rates stay with their springs. */
export function fromTyped(typed: v.InferOutput<typeof rigForm>, was: Rig): Rig {
  return {
    kind: was.kind,
    hooks: typed.hooks,
    ...(was.inPairs === undefined ? {} : { inPairs: was.inPairs }),
    travelM: typed.travelCm / 100,
    bars: typed.bars.map(({ name, heightCm }) => ({ name, heightM: heightCm / 100 })),
    springs: typed.springs.map((row): SpringKind => ({
      ...row,
      rate: was.springs.find(({ id }) => id === row.id)?.rate ?? null,
    })),
    rope: was.rope && {
      beyondShouldersM: typed.beyondShouldersCm / 100,
      upM: typed.upCm / 100,
      ends: typed.ends,
    },
  };
}
