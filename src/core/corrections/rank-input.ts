import * as v from 'valibot';
import { phases } from '../anatomy/positions';
import type { Repertoire } from '../knowledge/entries';
import { entry } from '../knowledge/find';
import { places } from '../anatomy/places';
import { needWords } from '../knowledge/kinds';
import { lookUp, lookUpLevel } from '../knowledge/lookup';
import { resolveStances } from '../knowledge/stances';
import { failure, success } from '../result';
import type { Result } from '../result';
import { rankCorrections } from './rank';
import type { Option, RankContext, Ranking } from './rank';

/** What the shell's `rank` takes. History oldest first; a trial is this client's unless it says otherwise. */
export const rankInput = v.strictObject({
  fault: v.string(),
  exercise: v.string(),
  level: v.optional(v.number()),
  phase: v.optional(v.picklist(phases)),
  history: v.array(
    v.strictObject({
      correction: v.string(),
      success: v.boolean(),
      client: v.optional(v.picklist(['this', 'other']), 'this'),
    }),
  ),
  conditions: v.optional(v.array(v.string()), []),
  /** Where on the body she says that she feels it. */
  felt: v.optional(v.array(v.picklist(places))),
  /** Props in this room. */
  props: v.optional(v.array(v.string()), []),
  /** The same under the room's name, beside `props`. */
  room: v.optional(v.strictObject({ name: v.optional(v.string()), props: v.array(v.string()) })),
  /** At most so many options. */
  n: v.optional(v.pipe(v.number(), v.integer(), v.minValue(1))),
  school: v.optional(v.string()),
  touchConsent: v.optional(v.boolean(), false),
});

/** An option as the shell tells it: with its words, and what it needs that the level has. */
export type WordedOption = Option & { readonly say: string; readonly fits: readonly string[] };
export type WordedRanking = Omit<Ranking, 'options'> & { readonly options: readonly WordedOption[] };

type Named = { readonly name: string; readonly path: string };

/** Ids of all that is named; the first unknown name is refused where it stands. */
function lookUpAll(
  entries: readonly { readonly id: string; readonly name: string }[],
  named: readonly Named[],
  what: string,
): Result<string[]> {
  const ids: string[] = [];
  for (const { name, path } of named) {
    const found = lookUp(entries, name, what, path);
    if (!found.ok) return found;
    ids.push(found.value.id);
  }
  return success(ids);
}

type Given = Pick<v.InferOutput<typeof rankInput>, 'level' | 'phase' | 'felt'>;

/** What was given of the moment; nothing else. */
const asGiven = ({ level, phase, felt }: Given): Partial<Pick<RankContext, 'level' | 'phase' | 'felt'>> => ({
  ...(level === undefined ? {} : { level }),
  ...(phase === undefined ? {} : { phase }),
  ...(felt === undefined ? {} : { felt }),
});

/** Looks every name up, then ranks. Unknown names, and faults that the exercise does not show, are refused where they stand. */
export function rankFromNames(input: v.InferOutput<typeof rankInput>, repertoire: Repertoire): Result<WordedRanking> {
  const exercise = lookUp(repertoire.exercises, input.exercise, 'exercise', 'exercise');
  if (!exercise.ok) return exercise;
  const fault = lookUp(repertoire.faults, input.fault, 'fault', 'fault');
  if (!fault.ok) return fault;
  const school = resolveStances(repertoire, input.school);
  if (!school.ok) return school;
  const level = input.level === undefined ? undefined : lookUpLevel(exercise.value, input.level);
  if (level && !level.ok) return level;
  const conditions = lookUpAll(
    repertoire.conditions,
    input.conditions.map((name, i) => ({ name, path: `conditions.${i}` })),
    'condition',
  );
  if (!conditions.ok) return conditions;
  const inRoom = [
    ...input.props.map((name, i) => ({ name, path: `props.${i}` })),
    ...(input.room?.props ?? []).map((name, i) => ({ name, path: `room.props.${i}` })),
  ];
  const props = lookUpAll(repertoire.props, inRoom, 'prop');
  if (!props.ok) return props;
  const history: { fault: string; correction: string; success: boolean; client: 'this' | 'other' }[] = [];
  for (const [i, trial] of input.history.entries()) {
    const found = repertoire.corrections.find(({ id }) => id === trial.correction);
    if (!found)
      return failure('unknownCorrection', `"${trial.correction}" is not a known correction`, `history.${i}.correction`);
    history.push({ ...trial, fault: fault.value.id });
  }
  const { options, excluded } = rankCorrections(repertoire, {
    fault: fault.value.id,
    exercise: exercise.value.id,
    history,
    conditions: conditions.value,
    props: props.value,
    touchConsent: input.touchConsent,
    ...(input.felt === undefined ? {} : { felt: input.felt }),
    ...asGiven(input),
  });
  const inWords = (option: Option): WordedOption => {
    const { say, needs = [] } = entry(repertoire.corrections, option.correction);
    return { ...option, say, fits: needs.map((need) => needWords[need]) };
  };
  return success({ options: options.slice(0, input.n).map(inWords), excluded });
}
