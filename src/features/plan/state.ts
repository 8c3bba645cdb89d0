// A plan on the screen: its order, what is locked and left out, and what was before. Pure: tested without a browser.
import { nothingDone, remembered, travel } from '@/core/history';
import type { History } from '@/core/history';
import type { KeptPlan } from '@/core/planning/kept-plan';
import type { Lesson } from '@/core/planning/lesson';

export type Sheet = {
  readonly order: readonly string[];
  readonly locked: readonly string[];
  readonly leftOut: readonly string[];
};
export type PlanState = { readonly sheet: Sheet; readonly history: History<Sheet> };

export type PlanAct =
  | { readonly kind: 'take'; readonly order: readonly string[] }
  | { readonly kind: 'move'; readonly id: string; readonly to: number }
  | { readonly kind: 'lock'; readonly id: string }
  | { readonly kind: 'leaveOut'; readonly id: string }
  | { readonly kind: 'instead'; readonly id: string; readonly other: string }
  | { readonly kind: 'add'; readonly id: string }
  | { readonly kind: 'undo' }
  | { readonly kind: 'redo' };

export const emptySheet: Sheet = { order: [], locked: [], leftOut: [] };
export const openPlan = (sheet: Sheet): PlanState => ({ sheet, history: nothingDone });

const without = (all: readonly string[], id: string): string[] => all.filter((one) => one !== id);

function changed(sheet: Sheet, act: Exclude<PlanAct, { kind: 'undo' | 'redo' }>): Sheet {
  const { order, locked, leftOut } = sheet;
  switch (act.kind) {
    case 'take':
      return { order: act.order, locked: locked.filter((id) => act.order.includes(id)), leftOut };
    case 'move': {
      const rest = without(order, act.id);
      return { ...sheet, order: rest.toSpliced(Math.max(0, Math.min(rest.length, act.to)), 0, act.id) };
    }
    case 'lock':
      return { ...sheet, locked: locked.includes(act.id) ? without(locked, act.id) : [...locked, act.id] };
    case 'leaveOut':
      return {
        order: without(order, act.id),
        locked: without(locked, act.id),
        leftOut: [...without(leftOut, act.id), act.id],
      };
    case 'instead':
      return {
        order: order.map((id) => (id === act.id ? act.other : id)),
        locked: without(locked, act.id),
        leftOut: without(leftOut, act.other),
      };
    case 'add':
      return { ...sheet, order: [...without(order, act.id), act.id], leftOut: without(leftOut, act.id) };
  }
}

/** One thing done to the plan; undoing and doing again lead through all of them. */
export function onPlan(state: PlanState, act: PlanAct): PlanState {
  const { sheet, history } = state;
  if (act.kind === 'undo' || act.kind === 'redo') {
    const gone = travel(history, act.kind, () => sheet);
    return gone ? { sheet: gone.to, history: gone.history } : state;
  }
  const next = changed(sheet, act);
  return JSON.stringify(next) === JSON.stringify(sheet) ? state : { sheet: next, history: remembered(history, sheet) };
}

/** What is kept of the sheet: each exercise at its level of today; and the room, if one was chosen. */
export const toKeep = (lesson: Lesson, { order, locked, leftOut }: Sheet, room?: string): KeptPlan => ({
  minutes: lesson.task.minutes,
  order: order.flatMap((id) => {
    const face = lesson.faces[id];
    return face ? [{ exercise: id, level: face.level }] : [];
  }),
  locked: [...locked],
  leftOut: [...leftOut],
  ...(room === undefined ? {} : { room }),
});

/** Whether the sheet is what is kept. */
export const isKeptSo = (lesson: Lesson, sheet: Sheet, kept: KeptPlan | null, room?: string): boolean =>
  kept !== null && JSON.stringify(toKeep(lesson, sheet, room)) === JSON.stringify(kept);

/** A kept plan on the screen: what may not be done today has gone from it. */
export const opened = (lesson: Lesson, { order, locked, leftOut }: KeptPlan): Sheet => ({
  order: order.map(({ exercise }) => exercise).filter((id) => lesson.faces[id]),
  ...{ locked, leftOut },
});

/** An order to start from, as far as it fits into the minutes. `minutesOf`: of an order with its change-overs. */
export function fitting(
  order: readonly string[],
  minutes: number,
  minutesOf: (order: readonly string[]) => number,
): string[] {
  let kept = [...order];
  while (kept.length > 1 && minutesOf(kept) > minutes) kept = kept.slice(0, -1);
  return kept;
}
