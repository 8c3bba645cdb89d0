'use server';

import { revalidatePath } from 'next/cache';
import * as v from 'valibot';
import { apparatuses } from '@/core/knowledge/load-tags';
import { unitSystems } from '@/core/units';
import { mergeById } from '@/core/meanwhile';
import type { Clash } from '@/core/meanwhile';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { changeStudio, findRepertoire } from '@/data/stores/studio';
import type { StudioChange } from '@/data/stores/studio';
import type { StudioCard, Who } from '@/data/types';
import { act } from '@/platform/server/act';

const short = v.pipe(v.string(), v.trim(), v.maxLength(60));
const bound = v.nullable(v.pipe(v.number(), v.finite()));

async function change(who: Who, decide: (studio: StudioCard) => Result<StudioChange>): Promise<Result<null>> {
  const result = await changeStudio(who, decide);
  if (result.ok) revalidatePath('/', 'layout');
  return result;
}

/** In which units the studio reads bodies. */
export async function setUnits(input: unknown): Promise<Result<null>> {
  return act('setUnits', v.strictObject({ units: v.picklist(unitSystems) }), input, (who, { units }) =>
    change(who, () => success({ units })),
  );
}

export async function setSchool(input: unknown): Promise<Result<null>> {
  return act('setSchool', v.strictObject({ school: short }), input, async (who, { school }) => {
    const { schools } = await findRepertoire(who);
    if (!schools.some(({ id }) => id === school)) return failure('unknownSchool', 'There is no such school.', 'school');
    return change(who, () => success({ school }));
  });
}

/** Sets the studio's own choice on one point, or lets the preset hold again. */
export async function setStance(input: unknown): Promise<Result<null>> {
  return act(
    'setStance',
    v.strictObject({ stance: short, choice: v.nullable(short) }),
    input,
    async (who, { stance, choice }) => {
      const { stances } = await findRepertoire(who);
      const known = stances.find(({ id }) => id === stance);
      if (!known || (choice !== null && !known.choices.some(({ id }) => id === choice)))
        return failure('unknownStance', 'There is no such choice.', 'choice');
      return change(who, ({ stances: set }) => {
        const { [stance]: _, ...others } = set;
        return success({ stances: choice === null ? others : { ...others, [stance]: choice } });
      });
    },
  );
}

const toleranceForm = v.strictObject({ measure: short, interval: v.nullable(v.tuple([bound, bound])) });

/** Sets the studio's own interval for a measure, or lets the usual one hold again. */
export async function setTolerance(input: unknown): Promise<Result<null>> {
  return act('setTolerance', toleranceForm, input, async (who, { measure, interval }) => {
    const { targets } = await findRepertoire(who);
    if (!targets.some((target) => target.measure === measure))
      return failure('unknownMeasure', 'Nothing is judged by this measure.', 'measure');
    if (interval) {
      const [lo, hi] = interval;
      if (lo === null && hi === null) return failure('empty', 'Give at least one end.', 'interval');
      if (lo !== null && hi !== null && lo >= hi)
        return failure('order', 'The lower end must lie below the upper one.', 'interval');
    }
    return change(who, ({ tolerances }) => {
      const { [measure]: _, ...others } = tolerances;
      return success({ tolerances: interval ? { ...others, [measure]: interval } : others });
    });
  });
}

const room = v.strictObject({
  id: short,
  name: v.pipe(short, v.nonEmpty('A room needs a name.')),
  props: v.array(short),
  apparatus: v.array(v.picklist(apparatuses)),
});
const roomsForm = v.strictObject({
  /** As they stood when they were shown. */
  base: v.pipe(v.array(room), v.maxLength(30)),
  rooms: v.pipe(v.array(room), v.minLength(1, 'There must be at least one room.'), v.maxLength(30)),
});

type Rooms = v.InferOutput<typeof roomsForm>['rooms'];
export type KeptRooms = { readonly kept: true } | { readonly meanwhile: readonly Clash[]; readonly rooms: Rooms };

/** Keeps the rooms; a colleague's change meanwhile is joined with this one, or told beside it. */
export async function setRooms(input: unknown): Promise<Result<KeptRooms>> {
  return act('setRooms', roomsForm, input, async (who, { base, rooms }): Promise<Result<KeptRooms>> => {
    const { props } = await findRepertoire(who);
    const known = new Set(props.map(({ id }) => id));
    if (new Set(rooms.map(({ id }) => id)).size < rooms.length)
      return failure('twice', 'Two rooms have the same id.', 'rooms');
    for (const { props: inRoom, name } of rooms)
      if (!inRoom.every((id) => known.has(id)))
        return failure('unknownProp', `${name} names a prop that is not known.`, 'rooms');
    let meanwhile: KeptRooms | undefined;
    const result = await change(who, (studio) => {
      const theirs: Rooms = studio.rooms.map(({ props, apparatus, ...room }) => ({
        ...room,
        props: [...props],
        apparatus: [...apparatus],
      }));
      const merged = mergeById(base, rooms, theirs);
      meanwhile = merged.clashes.length > 0 ? { meanwhile: merged.clashes, rooms: theirs } : undefined;
      return meanwhile ? failure('changedMeanwhile', 'changed meanwhile', 'rooms') : success({ rooms: merged.merged });
    });
    if (!result.ok) return meanwhile && result.error.code === 'changedMeanwhile' ? success(meanwhile) : result;
    return success({ kept: true });
  });
}
