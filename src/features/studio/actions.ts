'use server';

import { revalidatePath } from 'next/cache';
import * as v from 'valibot';
import { apparatuses } from '@/core/knowledge/load-tags';
import { failure } from '@/core/result';
import type { Result } from '@/core/result';
import { findStudio } from '@/data/stores/clients';
import { findRepertoire, updateStudio } from '@/data/stores/studio';
import type { StudioChange } from '@/data/stores/studio';
import type { Who } from '@/data/types';
import { act } from '@/platform/server/act';

const short = v.pipe(v.string(), v.trim(), v.maxLength(60));
const bound = v.nullable(v.pipe(v.number(), v.finite()));

async function change(who: Who, wanted: StudioChange): Promise<Result<null>> {
  const result = await updateStudio(who, wanted);
  if (result.ok) revalidatePath('/', 'layout');
  return result;
}

export async function setSchool(input: unknown): Promise<Result<null>> {
  return act(v.strictObject({ school: short }), input, async (who, { school }) => {
    const { schools } = await findRepertoire(who);
    if (!schools.some(({ id }) => id === school)) return failure('unknownSchool', 'There is no such school.', 'school');
    return change(who, { school });
  });
}

/** Sets the studio's own choice on one point, or lets the preset hold again. */
export async function setStance(input: unknown): Promise<Result<null>> {
  return act(v.strictObject({ stance: short, choice: v.nullable(short) }), input, async (who, { stance, choice }) => {
    const [studio, { stances }] = await Promise.all([findStudio(who), findRepertoire(who)]);
    const known = stances.find(({ id }) => id === stance);
    if (!known || (choice !== null && !known.choices.some(({ id }) => id === choice)))
      return failure('unknownStance', 'There is no such choice.', 'choice');
    const { [stance]: _, ...others } = studio.stances;
    return change(who, { stances: choice === null ? others : { ...others, [stance]: choice } });
  });
}

const toleranceForm = v.strictObject({ measure: short, interval: v.nullable(v.tuple([bound, bound])) });

/** Sets the studio's own interval for a measure, or lets the usual one hold again. */
export async function setTolerance(input: unknown): Promise<Result<null>> {
  return act(toleranceForm, input, async (who, { measure, interval }) => {
    const [studio, { targets }] = await Promise.all([findStudio(who), findRepertoire(who)]);
    if (!targets.some((target) => target.measure === measure))
      return failure('unknownMeasure', 'Nothing is judged by this measure.', 'measure');
    if (interval) {
      const [lo, hi] = interval;
      if (lo === null && hi === null) return failure('empty', 'Give at least one end.', 'interval');
      if (lo !== null && hi !== null && lo >= hi)
        return failure('order', 'The lower end must lie below the upper one.', 'interval');
    }
    const { [measure]: _, ...others } = studio.tolerances;
    return change(who, { tolerances: interval ? { ...others, [measure]: interval } : others });
  });
}

const room = v.strictObject({
  id: short,
  name: v.pipe(short, v.nonEmpty('A room needs a name.')),
  props: v.array(short),
  apparatus: v.array(v.picklist(apparatuses)),
});
const roomsForm = v.strictObject({
  rooms: v.pipe(v.array(room), v.minLength(1, 'There must be at least one room.'), v.maxLength(30)),
});

export async function setRooms(input: unknown): Promise<Result<null>> {
  return act(roomsForm, input, async (who, { rooms }) => {
    const { props } = await findRepertoire(who);
    const known = new Set(props.map(({ id }) => id));
    if (new Set(rooms.map(({ id }) => id)).size < rooms.length)
      return failure('twice', 'Two rooms have the same id.', 'rooms');
    for (const { props: inRoom, name } of rooms)
      if (!inRoom.every((id) => known.has(id)))
        return failure('unknownProp', `${name} names a prop that is not known.`, 'rooms');
    return change(who, { rooms });
  });
}
