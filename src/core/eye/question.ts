// What is shown to an eye and asked of it, and the answer: a tilt to grade, level or out, which fault, where to stand.
import * as v from 'valibot';
import { blocks } from '../anatomy/blocks';
import { sides } from '../anatomy/landmarks';
import { views } from '../anatomy/positions';
import { poseShape } from '../body/pose';
import { number, positive, whole, within, yesOrNo } from '../numbers';

export const questionKinds = ['tilt', 'level', 'fault', 'stand'] as const;
export type QuestionKind = (typeof questionKinds)[number];

/** So many questions a round: about two minutes. */
export const roundLength = 12;
export const roundKinds = ['today', 'tilt', 'level', 'fault', 'stand'] as const;
export type RoundKind = (typeof roundKinds)[number];

/** Styles: as the product draws, or as a lens sees a client in a room. */
const styles = ['drawn', 'room'] as const;
const id = v.pipe(v.string(), v.regex(/^[a-zA-Z][a-zA-Z0-9]{0,59}$/));
const text = v.pipe(v.string(), v.maxLength(200));

const figureShape = v.strictObject({
  exercise: id,
  level: whole(1, 99),
  view: v.picklist(views),
  headEnd: v.picklist(['left', 'right']),
  style: v.picklist(styles),
  body: v.strictObject({ heightM: positive, massKg: positive, sex: v.optional(v.picklist(['f', 'm'])) }),
  /** From the set-up to what is to be judged, evenly; two of them where it stands still. */
  frames: v.pipe(v.array(poseShape), v.minLength(2), v.maxLength(12)),
  moving: yesOrNo,
  /** A client's picture, her face covered: its size as it is kept, px. `setUp`: that of her set-up. */
  photo: v.optional(v.strictObject({ width: positive, height: positive, setUp: yesOrNo })),
});
export type Figure = v.InferOutput<typeof figureShape>;

const blockAsked = {
  measure: id,
  block: v.picklist(blocks),
  /** What is said of it below and above level. */
  low: text,
  high: text,
  truthDeg: number,
  /** How well a picture's truth is known, and the block's two ends in it, px. */
  truthSe: v.optional(number),
  line: v.optional(v.strictTuple([v.strictTuple([number, number]), v.strictTuple([number, number])])),
};

/** What is asked, with the truth: of a tilt its degrees from level, 0 where nothing is out. */
const askedShape = v.variant('kind', [
  v.strictObject({ kind: v.literal('tilt'), ...blockAsked }),
  v.strictObject({ kind: v.literal('level'), ...blockAsked }),
  v.strictObject({
    kind: v.literal('fault'),
    options: v.array(id),
    /** Null: nothing is out. */
    fault: v.nullable(id),
    side: v.nullable(v.picklist(sides)),
    /** Faults that nobody could tell from it here: as right as itself. */
    alike: v.array(id),
    /** How much of it is drawn, as a share of what is plain. */
    size: number,
  }),
  v.strictObject({
    kind: v.literal('stand'),
    fault: id,
    side: v.nullable(v.picklist(sides)),
    options: v.array(v.picklist(views)),
    right: v.array(v.picklist(views)),
  }),
]);
export type Asked = v.InferOutput<typeof askedShape>;
export type BlockAsked = Extract<Asked, { kind: 'tilt' | 'level' }>;

export const questionShape = v.strictObject({ figure: figureShape, asked: askedShape });
export type Question = v.InferOutput<typeof questionShape>;

/** How sure she may say that she is: chances of being right. */
export const sureness = [0.4, 0.7, 0.95] as const;
export const sureWords: Readonly<Record<string, string>> = { 0.4: 'A guess', 0.7: 'Fairly sure', 0.95: 'Sure' };

export const levelAnswers = ['level', 'low', 'high'] as const;
export const answerShape = v.variant('kind', [
  v.strictObject({ kind: v.literal('tilt'), estimateDeg: within(-20, 20), sure: v.picklist(sureness) }),
  v.strictObject({ kind: v.literal('level'), said: v.picklist(levelAnswers), sure: v.picklist(sureness) }),
  v.strictObject({ kind: v.literal('fault'), said: v.nullable(id), sure: v.picklist(sureness) }),
  v.strictObject({ kind: v.literal('stand'), said: v.picklist(views), sure: v.picklist(sureness) }),
]);
export type Answer = v.InferOutput<typeof answerShape>;

/** A tilt that is estimated within this is right: the product's own steps are no finer. A measured truth's own error is added. */
export const rightWithinDeg = 3;

/** Which way a block is out. */
export const wayOf = (truthDeg: number): (typeof levelAnswers)[number] =>
  truthDeg === 0 ? 'level' : truthDeg > 0 ? 'high' : 'low';

/** Whether an answer is right; an answer to another kind of question never is. */
export function isRight({ asked }: Pick<Question, 'asked'>, answer: Answer): boolean {
  if (asked.kind === 'tilt')
    return (
      answer.kind === 'tilt' && Math.abs(answer.estimateDeg - asked.truthDeg) <= rightWithinDeg + (asked.truthSe ?? 0)
    );
  if (asked.kind === 'level') return answer.kind === 'level' && answer.said === wayOf(asked.truthDeg);
  if (asked.kind === 'stand') return answer.kind === 'stand' && asked.right.includes(answer.said);
  if (answer.kind !== 'fault') return false;
  return answer.said === asked.fault || (answer.said !== null && asked.alike.includes(answer.said));
}

/** What may be told before the answer. */
export type Open = Omit<Question, 'asked'> & {
  readonly asked:
    | {
        readonly kind: 'tilt' | 'level';
        readonly measure: string;
        readonly block: BlockAsked['block'];
        readonly low: string;
        readonly high: string;
      }
    | { readonly kind: 'fault'; readonly options: readonly string[] }
    | { readonly kind: 'stand'; readonly fault: string; readonly options: readonly (typeof views)[number][] };
};

/** A question without its truth, as far as its picture does not show it. */
export function withoutTruth({ figure, asked }: Question): Open {
  switch (asked.kind) {
    case 'tilt':
    case 'level': {
      const { kind, measure, block, low, high } = asked;
      return { figure, asked: { kind, measure, block, low, high } };
    }
    case 'fault':
      return { figure, asked: { kind: 'fault', options: asked.options } };
    case 'stand':
      return { figure, asked: { kind: 'stand', fault: asked.fault, options: asked.options } };
  }
}

/** Two marks on a picture, in shares of its width, as it is made (head at the left). */
const twoPoints = v.pipe(v.array(v.strictTuple([within(0, 2), within(0, 2)])), v.length(2));
/** What a rater gives for a picture: degrees from level, or two marks. */
export const readingShape = v.union([v.strictObject({ deg: within(-90, 90) }), v.strictObject({ points: twoPoints })]);
export type Reading = v.InferOutput<typeof readingShape>;

/** What is kept of it: degrees from level in any case. */
export type RatingValue = { readonly deg: number; readonly points?: v.InferOutput<typeof twoPoints> };
