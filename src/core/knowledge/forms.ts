// Forms of an exercise: a change at about the same level, weighed as the level is with what the form asks besides.
import { remembering } from '../remember';
import { weighLevel } from './cautions';
import { isAllowed } from './standings';
import type { ActingOn, Weighed } from './cautions';
import type { Exercise, Form, Level, Repertoire } from './entries';
import { amounts } from './load-tags';
import type { Amount, LoadTags } from './load-tags';

const more = (a: Amount, b: Amount): Amount => (amounts.indexOf(a) > amounts.indexOf(b) ? a : b);

/** What a level asks, and what a form adds to it: of each the more. */
const addLoads = (level: LoadTags, form: LoadTags): LoadTags => ({
  ...level,
  flexion: more(level.flexion, form.flexion),
  extension: more(level.extension, form.extension),
  twist: more(level.twist, form.twist),
  sideBend: more(level.sideBend, form.sideBend),
  inversion: level.inversion || form.inversion,
  headUp: level.headUp || form.headUp,
  balance: level.balance || form.balance,
  weightOn: [...new Set([...level.weightOn, ...form.weightOn])],
  effort: form.effort === 'strong' ? 'strong' : level.effort,
  also: [...new Set([...level.also, ...form.also])],
});

const remember = remembering<Level, Level>();

/** A level as a form changes it: its top where the form has another, and what both ask. */
export const levelInForm = (level: Level, form: Form): Level =>
  remember(level, form.id, () => ({
    ...level,
    load: addLoads(level.load, form.load),
    ...(form.top ? { top: form.top } : {}),
  }));

export type WeighedForm = { readonly form: Form; readonly weighed: Weighed };

/** Forms that a level can take, each as it stands for a client. */
export function formsAt(
  repertoire: Pick<Repertoire, 'conditions'>,
  exercise: Exercise,
  wanted: number,
  client: ActingOn,
): WeighedForm[] {
  const level = exercise.levels.find(({ number }) => number === Math.floor(wanted));
  if (!level) return [];
  return exercise.forms
    .filter(({ levels }) => !levels || levels.includes(level.number))
    .map((form) => ({ form, weighed: weighLevel(repertoire, exercise, levelInForm(level, form), client) }));
}

/** Those of them that may be done here: nothing stands against them, and the prop is in the room. */
export const openForms = (forms: readonly WeighedForm[], props: readonly string[]): Form[] =>
  forms
    .filter(({ form, weighed }) => isAllowed(weighed) && (form.prop === undefined || props.includes(form.prop)))
    .map(({ form }) => form);
