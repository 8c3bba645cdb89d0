// What came of a session, exercise by exercise: what the gate, the corrections and the client's page go on with.
import { misplaced } from '../corrections/felt';
import { placeWords } from '../anatomy/places';
import type { Place } from '../anatomy/places';
import type { Repertoire } from '../knowledge/entries';
import type { GateSession } from './gate-input';
import type { ItemOutcome, Outcome } from './kept-outcome';
import { longestPauseS, lostFaults } from './session';
import type { Item, Repetition, Session } from './session';
import { isHers } from './slots';
import { painThatEnds } from './words';

/** Most clean ones running. What nobody judged, or nobody confirmed, adds nothing; one lost ends a run whoever saw it. */
function longestRun(repetitions: readonly Repetition[], side: 'left' | 'right'): number {
  let [best, run] = [0, 0];
  for (const one of repetitions) {
    if (one.side !== side && one.side !== 'both') continue;
    if (one.clean !== false && (one.clean === null || !isHers(one))) continue; // says nothing yet
    run = one.clean ? run + 1 : 0;
    best = Math.max(best, run);
  }
  return best;
}

/** What came of one exercise of a session. */
export function outcomeOf(item: Item, unsafe: ReadonlySet<string>): ItemOutcome {
  const here = item.sets.filter(({ level }) => level === item.level);
  const all = item.sets.flatMap(({ repetitions }) => repetitions);
  const best = (side: 'left' | 'right') => Math.max(0, ...here.map(({ repetitions }) => longestRun(repetitions, side)));
  const isUnsafe = ({ repetitions }: { readonly repetitions: readonly Repetition[] }) =>
    repetitions.some((one) => isHers(one) && one.fault !== undefined && unsafe.has(one.fault));
  const pain = item.pains.length > 0 ? Math.max(...item.pains.map(({ score }) => score)) : null;
  const last = here.at(-1);
  const atTheEnd = (last && isUnsafe(last)) || (pain !== null && pain >= painThatEnds);
  const { item: id, exercise, name, level, levelName, seconds, tries, decision } = item;
  return {
    item: id,
    exercise,
    name,
    level,
    levelName,
    seconds: Math.round(seconds),
    ...(item.followed && all.length === 0 ? { followed: true } : {}),
    repetitions: all.length,
    unconfirmed: all.filter((one) => !isHers(one)).length,
    clean: all.filter(({ clean }) => clean).length,
    run: { left: best('left'), right: best('right') },
    safety: atTheEnd ? 'atTheEnd' : here.some(isUnsafe) ? 'mended' : 'none',
    breathKept: !here.some(({ repetitions }) => repetitions.some((one) => isHers(one) && one.block === 'breath')),
    rested: here.some(({ rested }) => rested),
    faults: [...lostFaults(item, isHers)],
    pain,
    felt: [...item.felt],
    tries: tries.map(({ fault, correction, verdict }) => ({ fault, correction, verdict })),
    decision: decision && {
      advised: decision.advised,
      decision: decision.decision,
      level: decision.level,
      from: decision.from,
      reasons: [...decision.reasons],
      overruled: decision.overruled,
    },
  };
}

/** The change-over before each exercise, by its item: from the last repetition of the one before it to its own first. */
function changesOf(items: readonly Item[]): ReadonlyMap<string, NonNullable<ItemOutcome['change']>> {
  const spans = items
    .flatMap(({ item, exercise, sets }) => {
      const moments = sets.flatMap(({ repetitions }) => repetitions.map(({ at }) => at));
      return moments.length > 0 ? [{ item, exercise, first: Math.min(...moments), last: Math.max(...moments) }] : [];
    })
    .toSorted((a, b) => a.first - b.first);
  return new Map(
    spans.flatMap(({ item, first }, i) => {
      const before = spans[i - 1];
      const seconds = before ? Math.round((first - before.last) / 1000) : 0;
      return before && seconds > 0 && seconds <= longestPauseS ? [[item, { from: before.exercise, seconds }]] : [];
    }),
  );
}

/** What came of a session: only what was begun. */
export function outcomesOf(session: Session, unsafe: ReadonlySet<string>): Outcome {
  const begun = session.items.filter(
    ({ sets, tries, decision, pains, looks, felt, followed }) =>
      sets.length + tries.length + pains.length + looks.length + felt.length > 0 || decision || followed,
  );
  const { startedAt, endedAt, until, wrap } = session;
  const end = endedAt ?? until;
  const changes = changesOf(begun);
  return {
    seconds: startedAt !== null && end !== null ? Math.max(0, Math.round((end - startedAt) / 1000)) : 0,
    items: begun.map((item) => {
      const change = changes.get(item.item);
      return { ...outcomeOf(item, unsafe), ...(change ? { change } : {}) };
    }),
    wrap: wrap && { ...wrap, points: [...wrap.points], home: { ...wrap.home, days: [...wrap.home.days] } },
    ...(session.class ? { class: session.class.title } : {}),
  };
}

/** An outcome as the gate counts it; none where no repetition was done, or none that she stands behind. */
export function gateSession(date: string, one: ItemOutcome): GateSession | undefined {
  if (one.repetitions === one.unconfirmed && one.safety === 'none') return undefined;
  const { level, run, safety, breathKept, rested } = one;
  return { date, level, clean: run, safetyFault: safety === 'atTheEnd', breathKept, rested };
}

/** The first place where an exercise was felt and should not be. */
function feltWrong(exercises: Repertoire['exercises'], { exercise: id, felt }: ItemOutcome): Place | undefined {
  const exercise = exercises.find((one) => one.id === id);
  return exercise ? misplaced(exercise, felt)[0] : undefined;
}

type Named = Pick<Repertoire, 'faults' | 'corrections' | 'exercises'>;
type Items = Outcome['items'];

/** What was lost most often, where it was, and where it was felt with it. */
function worstPoint(
  { faults, exercises }: Named,
  items: Items,
): { readonly item?: ItemOutcome; readonly words: string[] } {
  const [worst] = items
    .flatMap((item) => item.faults.map((one) => ({ ...one, item })))
    .sort((a, b) => b.times - a.times);
  const fault = worst && faults.find(({ id }) => id === worst.fault);
  if (!worst || !fault) return { words: [] };
  const { item } = worst;
  const place = feltWrong(exercises, item);
  const times = worst.times === 1 ? 'once' : `${worst.times} times`;
  const also = place ? `, and felt in the ${placeWords[place]}` : '';
  return { item, words: [`Watch ${fault.plain.toLowerCase()} in ${item.name.toLowerCase()}: lost ${times}${also}.`] };
}

/** What was felt where it should not be, in the exercises that were not spoken of. */
const feltPoints = ({ exercises }: Named, items: Items, spoken: ItemOutcome | undefined): string[] =>
  items.flatMap((item) => {
    const place = item === spoken ? undefined : feltWrong(exercises, item);
    return place ? [`${item.name}: felt in the ${placeWords[place]}, where it should not be.`] : [];
  });

function workedPoint({ corrections }: Named, items: Items): string[] {
  const worked = items.flatMap(({ tries }) => tries).find(({ verdict }) => verdict === 'better');
  const correction = worked && corrections.find(({ id }) => id === worked.correction);
  return correction ? [`Begin with “${correction.say}” It helped.`] : [];
}

const levelPoints = (items: Items, way: 1 | -1, words: (level: number) => string): string[] =>
  items.flatMap(({ decision, name }) =>
    decision && Math.sign(decision.level - decision.from) === way ? [`${name}: ${words(decision.level)}`] : [],
  );

/** How it went, as a count where anybody counted: `4 of 6 clean`. */
export const wentWords = ({ clean, repetitions, followed, tries }: ItemOutcome): string =>
  repetitions > 0
    ? `${clean} of ${repetitions} clean`
    : tries.length > 0
      ? 'corrected, not counted'
      : followed
        ? 'done with the class, not counted'
        : 'not counted';

/** Three things to remember next time, drafted from what happened: what to watch, what worked, who moves. */
export function draftPoints(
  known: Named,
  { items }: Pick<Outcome, 'items'>,
  levelText: (level: number) => string,
): string[] {
  const hurting = items.find(({ pain }) => pain !== null && pain > 0);
  const worst = worstPoint(known, items);
  return [
    ...(hurting ? [`Ask about the pain in ${hurting.name.toLowerCase()} (${hurting.pain} of 10).`] : []),
    ...worst.words,
    ...workedPoint(known, items),
    ...levelPoints(items, 1, (level) => `begin at level ${levelText(level)}.`),
    ...feltPoints(known, items, worst.item),
    ...levelPoints(items, -1, (level) => `back at level ${levelText(level)}; look again before more.`),
  ].slice(0, 3);
}
