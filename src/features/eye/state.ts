// A round in hand: which question, whether it is answered, how it goes; pure, so that every tap can be thought through.
import type { Answer } from '@/core/eye/question';
import type { ShownQuestion } from './read';

/** What she has entered so far for the question that stands. */
export type Draft = {
  readonly estimateDeg?: number;
  readonly level?: 'level' | 'low' | 'high';
  /** Null: nothing is out. */
  readonly fault?: string | null;
  readonly stand?: Extract<Answer, { kind: 'stand' }>['said'];
};

export type RoundState = {
  readonly question: ShownQuestion | undefined;
  readonly draft: Draft;
  /** Right or not, question by question. */
  readonly marks: readonly boolean[];
  readonly isOver: boolean;
};

export type RoundAct =
  | { readonly do: 'show'; readonly question: ShownQuestion }
  | { readonly do: 'draft'; readonly draft: Draft }
  | { readonly do: 'told'; readonly question: ShownQuestion }
  | { readonly do: 'end' };

export const emptyRound: RoundState = { question: undefined, draft: {}, marks: [], isOver: false };

const marked = (marks: readonly boolean[], { place, told }: ShownQuestion): readonly boolean[] =>
  told ? [...marks.slice(0, place), told.right] : marks;

export function onRound(state: RoundState, act: RoundAct): RoundState {
  switch (act.do) {
    case 'show':
      return { ...state, question: act.question, draft: {}, marks: marked(state.marks, act.question) };
    case 'draft':
      return state.question?.told ? state : { ...state, draft: act.draft };
    case 'told':
      return { ...state, question: act.question, marks: marked(state.marks, act.question) };
    case 'end':
      return { ...state, isOver: true };
  }
}

/** The answer that a draft makes, with how sure she is; undefined while something is wanting. */
export function answerOf(kind: Answer['kind'], draft: Draft, sure: Answer['sure']): Answer | undefined {
  if (kind === 'tilt' && draft.estimateDeg !== undefined) return { kind, estimateDeg: draft.estimateDeg, sure };
  if (kind === 'level' && draft.level !== undefined) return { kind, said: draft.level, sure };
  if (kind === 'fault' && draft.fault !== undefined) return { kind, said: draft.fault, sure };
  if (kind === 'stand' && draft.stand !== undefined) return { kind, said: draft.stand, sure };
  return undefined;
}
