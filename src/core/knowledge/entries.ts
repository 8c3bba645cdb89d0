// The shapes of the repertoire's entries. The data lies in src/repertoire; nothing here knows any one exercise.
import * as v from 'valibot';
import { phases, positions, views } from '../alignment/input';
import { poseShape } from '../body/pose';
import type { Pose } from '../body/pose';

const id = v.pipe(v.string(), v.regex(/^[a-z][A-Za-z0-9]*$/));
const text = v.pipe(v.string(), v.trim(), v.nonEmpty());
const interval = v.tuple([v.nullable(v.number()), v.nullable(v.number())]);

export const blocks = ['head', 'ribs', 'pelvis', 'legs'] as const;
export type Block = (typeof blocks)[number];

export const fault = v.strictObject({
  id,
  name: text,
  plain: text,
  block: v.picklist(blocks),
  seen: text,
  standAt: v.picklist(views),
  why: text,
  causes: v.array(text),
  /** Could hurt by itself, whoever shows it. */
  safety: v.boolean(),
});
export type Fault = v.InferOutput<typeof fault>;

/** What a measure should be, and which fault each side of it is. */
export const target = v.strictObject({
  measure: id,
  interval,
  /** Unit of severity: half the width, or given for one-sided targets. */
  tolerance: v.number(),
  /** `neutral`: the measured value less the client's own neutral; `asMeasured`: the value itself. */
  relativeTo: v.picklist(['neutral', 'asMeasured']),
  /** Means nothing without the client's own neutral. */
  needsNeutral: v.optional(v.literal(true)),
  low: v.nullable(id),
  high: v.nullable(id),
  block: v.picklist(blocks),
});
export type Target = v.InferOutput<typeof target>;

export const stance = v.strictObject({
  id,
  name: text,
  choices: v.array(
    v.strictObject({
      id,
      name: text,
      why: text,
      /** Intervals that this choice sets, instead of the default target's. */
      targets: v.optional(v.array(v.strictObject({ measure: id, interval, whenBothLegsUp: v.optional(interval) }))),
    }),
  ),
});
export type Stance = v.InferOutput<typeof stance>;

export const school = v.strictObject({ id, name: text, about: text, stances: v.record(id, id) });
export type School = v.InferOutput<typeof school>;

const dose = v.strictObject({ repetitions: v.number(), sets: v.number(), sides: v.number(), directions: v.number() });

export const exercise = v.strictObject({
  id,
  name: text,
  plain: text,
  purpose: text,
  position: v.picklist(positions),
  setUp: v.array(v.strictObject({ block: v.picklist([...blocks, 'feet']), check: text })),
  /** Measures watched, by phase; an interval here overrides the default target's. */
  watches: v.array(
    v.strictObject({
      measure: id,
      phases: v.array(v.picklist(phases)),
      stance: v.optional(id),
      interval: v.optional(interval),
      /** Absent: every level. */
      levels: v.optional(v.array(v.number())),
    }),
  ),
  looks: v.array(v.strictObject({ view: v.picklist(views), where: text, top: text })),
  levels: v.pipe(
    v.array(
      v.strictObject({
        number: v.number(),
        name: text,
        change: text,
        bothLegsUp: v.boolean(),
        /** Before anything moves; hook lying when left out. */
        start: v.optional(poseShape),
        top: poseShape,
        dose,
      }),
    ),
    v.minLength(1),
  ),
  gate: v.strictObject({ cleanReps: v.number(), sessions: v.number() }),
  breath: v.array(v.strictObject({ name: text, pattern: text })),
  faults: v.array(id),
});
export type Exercise = v.InferOutput<typeof exercise>;
export type Level = Exercise['levels'][number];

/** The pose before anything moves. */
export const startOf = ({ start }: Level): Pose => start ?? { left: { kind: 'footDown' }, right: { kind: 'footDown' } };

export const correctionKinds = ['verbal', 'image', 'touch', 'prop', 'modification', 'stepBack'] as const;
export type CorrectionKind = (typeof correctionKinds)[number];

export const correction = v.strictObject({
  id,
  kind: v.picklist(correctionKinds),
  faults: v.array(id),
  /** Absent: any exercise. */
  exercises: v.optional(v.array(id)),
  /** What she says or does: one breath long. */
  say: text,
  /** What it is for, in plain words. */
  because: text,
  prop: v.optional(id),
  /** Chance that it works, before anything is known of this client or studio. */
  prior: v.pipe(v.number(), v.minValue(0.05), v.maxValue(0.95)),
  notWith: v.optional(v.array(v.strictObject({ condition: id, why: text }))),
});
export type Correction = v.InferOutput<typeof correction>;

export const prop = v.strictObject({ id, name: text, placement: text, whichWay: text, notWhen: v.optional(text) });
export type Prop = v.InferOutput<typeof prop>;

export const condition = v.strictObject({
  id,
  name: text,
  caution: text,
  change: text,
  /** Faults that count as safety faults for a person with this condition. */
  safetyFaults: v.array(id),
});
export type Condition = v.InferOutput<typeof condition>;

export const repertoire = v.strictObject({
  exercises: v.array(exercise),
  faults: v.array(fault),
  targets: v.array(target),
  stances: v.array(stance),
  schools: v.array(school),
  corrections: v.array(correction),
  props: v.array(prop),
  conditions: v.array(condition),
});
export type Repertoire = v.InferOutput<typeof repertoire>;

/** The entry with this id; throws when the repertoire's own references are broken (a test keeps them whole). */
export function entry<T extends { readonly id: string }>(entries: readonly T[], wanted: string): T {
  const found = entries.find((one) => one.id === wanted);
  if (!found) throw new Error(`the repertoire has no "${wanted}"`);
  return found;
}

/** A level by its number; throws where the exercise has none such, like `entry`. */
export function levelOf({ id: exerciseId, levels }: Exercise, wanted: number): Level {
  const found = levels.find(({ number }) => number === wanted);
  if (!found) throw new Error(`${exerciseId} has no level ${wanted}`);
  return found;
}
