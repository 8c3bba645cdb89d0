import * as v from 'valibot';
import type { Repertoire } from '../knowledge/entries';
import { entry } from '../knowledge/find';
import { needWords } from '../knowledge/kinds';
import { lookUp, lookUpLevel } from '../knowledge/lookup';
import { resolveStances } from '../knowledge/stances';
import { failure, success } from '../result';
import type { Result } from '../result';
import { rankCorrections } from './rank';
import type { Option, Ranking } from './rank';

/** What the shell's `rank` takes. History oldest first; a trial is this client's unless it says otherwise. */
export const rankInput = v.strictObject({
  fault: v.string(),
  exercise: v.string(),
  level: v.optional(v.number()),
  history: v.array(
    v.strictObject({
      correction: v.string(),
      success: v.boolean(),
      client: v.optional(v.picklist(['this', 'other']), 'this'),
    }),
  ),
  conditions: v.optional(v.array(v.string()), []),
  /** Props in this room. */
  props: v.optional(v.array(v.string()), []),
  school: v.optional(v.string()),
  touchConsent: v.optional(v.boolean(), false),
});

/** An option as the shell tells it: with its words, and what it needs that the level has. */
export type WordedOption = Option & { readonly say: string; readonly fits: readonly string[] };
export type WordedRanking = Omit<Ranking, 'options'> & { readonly options: readonly WordedOption[] };

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
  const conditions: string[] = [];
  for (const [i, name] of input.conditions.entries()) {
    const found = lookUp(repertoire.conditions, name, 'condition', `conditions.${i}`);
    if (!found.ok) return found;
    conditions.push(found.value.id);
  }
  const props: string[] = [];
  for (const [i, name] of input.props.entries()) {
    const found = lookUp(repertoire.props, name, 'prop', `props.${i}`);
    if (!found.ok) return found;
    props.push(found.value.id);
  }
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
    conditions,
    props,
    touchConsent: input.touchConsent,
    ...(input.level === undefined ? {} : { level: input.level }),
  });
  const inWords = (option: Option): WordedOption => {
    const { say, needs = [] } = entry(repertoire.corrections, option.correction);
    return { ...option, say, fits: needs.map((need) => needWords[need]) };
  };
  return success({ options: options.map(inWords), excluded });
}
