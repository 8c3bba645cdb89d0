// What the trainer shows: a question made for her now, its truth once she has answered, and what is learned of her eye.
import { nameOf } from '@/core/alignment/words';
import { blocks } from '@/core/anatomy/blocks';
import { learnedFrom } from '@/core/eye/learned';
import type { Learned } from '@/core/eye/learned';
import { makeFault, makeStand, makeTilt } from '@/core/eye/make';
import type { Making } from '@/core/eye/make';
import { photoQuestion } from '@/core/eye/photo';
import { isRight, withoutTruth } from '@/core/eye/question';
import type { Answer, Asked, Open, Question } from '@/core/eye/question';
import { nextAsk } from '@/core/eye/round';
import { trained } from '@/core/eye/trained';
import type { Ask } from '@/core/eye/round';
import { roundLength } from '@/core/eye/question';
import type { RoundKind } from '@/core/eye/question';
import type { BlockOf } from '@/core/eye/seen';
import type { Level, Repertoire } from '@/core/knowledge/entries';
import { faultWords } from '@/core/knowledge/names';
import { resolveStances } from '@/core/knowledge/stances';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { todayIn } from '@/data/days';
import { beginRound, isShared, keepQuestion, listQuestions, listSeen, listShared } from '@/data/stores/eye';
import type { QuestionCard } from '@/data/stores/eye';
import { findEyes } from '@/data/stores/observers';
import { listPractice } from '@/data/stores/practice';
import { findRepertoire, findStudio } from '@/data/stores/studio';
import type { StudioCard, Who } from '@/data/types';

export type Option = { readonly id: string; readonly name: string; readonly block: string };

/** The truth, once there is an answer. */
export type Told = { readonly asked: Asked; readonly answer: Answer; readonly right: boolean };

export type ShownQuestion = Open & {
  readonly place: number;
  readonly of: number;
  readonly exerciseName: string;
  readonly levelName: string;
  readonly scene: Level['scene'] | null;
  /** Names of the faults that are asked for. */
  readonly options: readonly Option[];
  /** Where a client's picture is, of which a question is asked; `setUp`: of her set-up. */
  readonly photo: { readonly address: string; readonly setUp: string } | null;
  readonly told: Told | null;
};

/** A question as it is shown before there is an answer. */
export function shownFrom({ exercises }: Repertoire, question: Question, place: number, of: number): ShownQuestion {
  const exercise = exercises.find(({ id }) => id === question.figure.exercise);
  const level = exercise?.levels.find(({ number }) => number === question.figure.level);
  return {
    ...withoutTruth(question),
    ...{ place, of, exerciseName: exercise?.name ?? '', levelName: level?.name ?? '' },
    ...{ scene: level?.scene ?? null, options: [], photo: null, told: null },
  };
}

/** A card as it is shown: the truth only with her answer. */
function shownOf(repertoire: Repertoire, card: QuestionCard): ShownQuestion {
  const { faults } = repertoire;
  const open = shownFrom(repertoire, card, card.place, roundLength);
  const asked =
    open.asked.kind === 'fault' ? open.asked.options : open.asked.kind === 'stand' ? [open.asked.fault] : [];
  const also = card.asked.kind === 'fault' && card.answer && card.asked.fault ? [card.asked.fault] : [];
  return {
    ...open,
    photo: card.figure.photo ? { address: `/api/eye/${card.id}`, setUp: `/api/eye/${card.id}?of=setUp` } : null,
    options: [...new Set([...asked, ...also])]
      .map((id) => ({
        id,
        name: faultWords({ faults }, id),
        block: faults.find((one) => one.id === id)?.block ?? 'pelvis',
      }))
      .toSorted((a, b) => blockOrder(a.block) - blockOrder(b.block)),
    told: card.answer ? { asked: card.asked, answer: card.answer, right: isRight(card, card.answer) } : null,
  };
}

const blockOrder = (block: string): number => blocks.findIndex((one) => one === block);

/** What a studio's questions are made from. */
export function makingFor(repertoire: Repertoire, { school, stances }: StudioCard): Result<Making> {
  const inForce = resolveStances(repertoire, school, stances);
  return inForce.ok ? success({ repertoire, stances: inForce.value, random: Math.random }) : inForce;
}

/** What is asked for; where the repertoire shows none of just that, the nearest of its kind. */
function make(making: Making, ask: Ask): Question | undefined {
  if (ask.kind === 'stand') return makeStand(making);
  if (ask.kind === 'fault') {
    const { wanted: _, ...any } = ask;
    return makeFault(making, ask) ?? makeFault(making, any);
  }
  const { kind, measure, wantedDeg } = ask;
  return makeTilt(making, kind, measure, wantedDeg, ask) ?? makeTilt(making, kind, trained[0], wantedDeg);
}

/** How often a tilt is asked of a client's picture, where there are any. */
const photoShare = 0.35;

/** A picture of a client who agreed to that use, as a question; undefined where there is none, and most of the time. */
async function onePhoto(who: Who, making: Making, measure: string) {
  if (making.random() > photoShare) return undefined;
  const all = await listPractice(who, measure);
  const picked = all[Math.floor(making.random() * all.length)];
  const question = picked && photoQuestion(making, picked, measure);
  return question && { question, source: picked.source };
}

/** The question at a place of a round: the one that stands there, or a new one that follows from all she has answered. */
export async function readQuestion(
  who: Who,
  roundId: string,
  kind: RoundKind,
  place: number,
): Promise<Result<ShownQuestion>> {
  const [round, repertoire, studio] = await Promise.all([
    beginRound(who, roundId, kind),
    findRepertoire(who),
    findStudio(who),
  ]);
  if (!round.ok) return round;
  const cards = await listQuestions(who, roundId);
  const card = cards.find((one) => one.place === place);
  if (card) return success(shownOf(repertoire, card));
  if (place > cards.length) return failure('tooFar', 'An earlier question of this round was not shown yet.', 'place');
  const asMade = makingFor(repertoire, studio);
  if (!asMade.ok) return asMade;
  const making = asMade.value;
  const ask = nextAsk(round.value.kind, place, await listSeen(who), todayIn(studio.timeZone), Math.random);
  const photo = ask.kind === 'tilt' ? await onePhoto(who, making, ask.measure) : undefined;
  const made = photo?.question ?? make(making, ask);
  if (!made) return failure('noQuestion', 'The repertoire shows nothing that could be asked here.');
  const kept = await keepQuestion(who, roundId, place, made, photo?.source);
  return kept.ok ? success(shownOf(repertoire, kept.value)) : kept;
}

/** A question that was just answered, with its truth. */
export async function readTold(who: Who, card: QuestionCard): Promise<ShownQuestion> {
  return shownOf(await findRepertoire(who), card);
}

export type EyeOf = { readonly name: string; readonly learned: Learned };

export type EyePage = {
  readonly learned: Learned;
  /** In force for her grades now, by measure: ± degrees. */
  readonly inForce: readonly {
    readonly measure: string;
    readonly name: string;
    readonly sd: number;
    readonly bias: number;
  }[];
  readonly measureNames: Readonly<Record<string, string>>;
  readonly faultNames: Readonly<Record<string, string>>;
  readonly isShared: boolean;
  readonly isLead: boolean;
  readonly shared: readonly EyeOf[];
};

const learnedOf = async (who: Pick<Who, 'userId' | 'studioId'>, repertoire: Repertoire): Promise<Learned> => {
  const blockOf: BlockOf = (fault) => repertoire.faults.find(({ id }) => id === fault)?.block;
  return learnedFrom(await listSeen(who), blockOf, {
    measure: nameOf,
    fault: (id) => faultWords(repertoire, id),
  });
};

export async function readEye(who: Who): Promise<EyePage> {
  const repertoire = await findRepertoire(who);
  const [learned, eyes, shared, colleagues] = await Promise.all([
    learnedOf(who, repertoire),
    findEyes(who),
    isShared(who),
    listShared(who),
  ]);
  const theirs = await Promise.all(
    colleagues.map(async ({ userId, name }) => ({
      name,
      learned: await learnedOf({ userId, studioId: who.studioId }, repertoire),
    })),
  );
  const faults = [learned, ...theirs.map((one) => one.learned)].flatMap((one) => one.faults.map(({ fault }) => fault));
  return {
    learned,
    inForce: Object.entries(eyes).map(([measure, { sd, bias }]) => ({ measure, name: nameOf(measure), sd, bias })),
    measureNames: Object.fromEntries(learned.measures.map(({ measure }) => [measure, nameOf(measure)])),
    faultNames: Object.fromEntries(faults.map((id) => [id, faultWords(repertoire, id)])),
    isShared: shared,
    isLead: who.role === 'lead',
    shared: theirs,
  };
}
