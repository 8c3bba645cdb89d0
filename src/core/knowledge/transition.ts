// How one gets from one exercise into the next: the shortest way over the resting places of the mat that a body may go.
import { entriesOf } from '../keyed';
import type { Repertoire, Exercise, Transition } from './entries';
import { factsOfPhase } from './facts';
import type { RestingPlace, TrunkFact } from './kinds';
import { actingConditions } from './cautions';
import type { ActingOn } from './cautions';
import { fits } from './load-fit';

/** Where a trunk comes to rest from where it is. */
const restsOn: Readonly<Record<TrunkFact, RestingPlace>> = {
  onBack: 'onBack',
  bridged: 'onBack',
  inverted: 'onBack',
  onSide: 'onSide',
  onFront: 'onFront',
  sitting: 'sitting',
  rolled: 'sitting',
  handsAndKnees: 'handsAndKnees',
  plank: 'plank',
  kneeling: 'kneeling',
  standing: 'standing',
};

/** Where a level begins and comes back to; undefined where there is no such level. */
export function restingPlaceOf({ levels }: Pick<Exercise, 'levels'>, wanted: number): RestingPlace | undefined {
  const level = levels.find(({ number }) => number === Math.floor(wanted)) ?? levels[0];
  return level && restsOn[factsOfPhase(level, 'start').trunk];
}

type Acting = ReturnType<typeof actingConditions>;

/** A condition that acts rules out what the step asks. Steps that ask nothing are open to everybody. */
function isRuledOut(load: Transition['load'], acting: Acting): boolean {
  const asks = entriesOf(load).some(([, asked]) => (Array.isArray(asked) ? asked.length > 0 : asked === true));
  const bends = [load.flexion, load.extension, load.twist].some((one) => one !== 'none');
  if (!asks && !bends && load.lying === 'no') return false;
  return acting.some(({ condition, week }) =>
    condition.rules.some(
      ({ when, act, fromWeek }) =>
        act === 'ruleOut' &&
        !when.anything &&
        !(fromWeek !== undefined && week !== undefined && week < fromWeek) &&
        fits(when, { tags: load, positions: [], apparatus: 'mat' }),
    ),
  );
}

/** The way with the fewest steps, by these transitions; undefined where none leads there. */
function shortestWay(all: readonly Transition[], from: RestingPlace, to: RestingPlace): Transition[] | undefined {
  const best = new Map<RestingPlace, { readonly cost: number; readonly way: readonly Transition[] }>([
    [from, { cost: 0, way: [] }],
  ]);
  const open = [from];
  for (let here = open.shift(); here !== undefined; here = open.shift()) {
    const reached = best.get(here);
    for (const one of all.filter((step) => step.from === here)) {
      const cost = (reached?.cost ?? 0) + one.steps;
      if (cost >= (best.get(one.to)?.cost ?? Infinity)) continue;
      best.set(one.to, { cost, way: [...(reached?.way ?? []), one] });
      open.push(one.to);
    }
  }
  const found = best.get(to);
  return found && [...found.way];
}

const small = (words: string): string => words.replace(/^./, (letter) => letter.toLowerCase());
const asOne = (steps: readonly string[]): string => steps.map(small).join('; then ');

/** Done with the hands free, a step asks balance, and a slip is a fall. */
const handsFree = { balance: true, also: ['fallRisk', 'quickChange'] } satisfies Partial<Transition['load']>;

export type TransitionWords = {
  /** One after the other, with the hands' help: a way that everybody with these conditions may go. */
  readonly steps: readonly string[];
  /** For those who are sure: shorter, or with the hands free. */
  readonly orElse?: string;
};

/** What may be done instead by those who are sure; undefined where there is nothing else. */
function orElseOf(
  way: readonly Transition[],
  skilled: readonly Transition[] | undefined,
  mayFreeHands: (one: Transition) => boolean,
): string | undefined {
  if (skilled?.some(({ isSkilled }) => isSkilled))
    return `Where the spine rolls well: ${asOne(skilled.map(({ how }) => how))}.`;
  const free = way.flatMap((one) => (one.withoutHands && mayFreeHands(one) ? one.withoutHands : []));
  return free.length > 0 ? `Once that is sure: ${asOne(free)}.` : undefined;
}

/**
 * How to get from one resting place to another; undefined where nothing has to change. Ways that a condition in force rules
 * out are left out; where that leaves none, the usual one is told.
 */
export function transitionBetween(
  repertoire: Pick<Repertoire, 'transitions' | 'conditions'>,
  from: RestingPlace,
  to: RestingPlace,
  client: Pick<ActingOn, 'conditions'>,
): TransitionWords | undefined {
  if (from === to) return undefined;
  const acting = actingConditions(repertoire, client.conditions);
  const open = repertoire.transitions.filter(({ load }) => !isRuledOut(load, acting));
  const usual = (all: readonly Transition[]) =>
    shortestWay(
      all.filter(({ isSkilled }) => !isSkilled),
      from,
      to,
    );
  const way = usual(open) ?? usual(repertoire.transitions);
  if (!way) return undefined;
  const mayFreeHands = ({ load }: Transition) => !isRuledOut({ ...load, ...handsFree }, acting);
  const orElse = orElseOf(way, shortestWay(open, from, to), mayFreeHands);
  return { steps: way.map(({ how }) => `${how}.`), ...(orElse ? { orElse } : {}) };
}
