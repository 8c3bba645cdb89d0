// What the Floor says after an exercise and within it: which level, which correction next, when to stop.
import type { Body } from '../body/segments';
import type { Trial } from '../corrections/evidence';
import type { RankContext, Ranking } from '../corrections/rank';
import { rankCorrections } from '../corrections/rank';
import type { Weighed } from '../knowledge/cautions';
import { isAllowed } from '../knowledge/standings';
import type { Exercise, Level, Repertoire, School } from '../knowledge/entries';
import { demandOfLevel } from '../load/levels';
import { decide, gateInForce } from './gate';
import type { Advice } from './gate';
import type { GateSession } from './gate-input';
import { gateSession, outcomeOf } from './outcome';
import { painThatEnds } from './words';
import { levelAfter, levelText, rungAt } from '../load/rungs';
import { lostFaults } from './session';
import type { Item } from './session';

export type AdviceContext = {
  readonly repertoire: Repertoire;
  readonly exercise: Exercise;
  readonly school: Pick<School, 'gate'>;
  readonly body: Body;
  readonly conditions: readonly string[];
  readonly unsafe: ReadonlySet<string>;
  /** Sessions before this one, in this exercise. */
  readonly history: readonly GateSession[];
  /** Highest demand held cleanly so far in any exercise, %; absent where nothing is known. */
  readonly capacityPct?: number | undefined;
  /** Today, as 2026-03-01. */
  readonly today: string;
  readonly weigh: (level: Level) => Weighed;
};

/** Less than this is no load of the legs: a step then is one of skill, without a word on load. */
const nothingPct = 0.05;

export type LevelAdvice = Advice & {
  /** Where it leads. */
  readonly level: number;
  readonly levelName: string;
};

/** Up, half step, hold or back after an exercise, from this session and those before; cautions have the last word. */
export function adviseLevel(item: Item, context: AdviceContext): LevelAdvice {
  const { repertoire, exercise, school, body, conditions, history, today } = context;
  const outcome = outcomeOf(item, context.unsafe);
  const now = gateSession(today, outcome);
  const { halfSteps, ...target } = gateInForce(repertoire, exercise, item.level, school, conditions);
  const [here, above] = [rungAt(exercise, item.level, body), rungAt(exercise, Math.floor(item.level) + 1, body)];
  const [held, asked] = [here, above].map((level) => level && demandOfLevel(body, level, 2).peak.legs);
  const step =
    held === undefined || asked === undefined || asked <= nothingPct
      ? undefined
      : { demandNow: Math.max(held, context.capacityPct ?? 0), demandNext: asked };
  const advice = decide({
    target,
    history: now ? [...history, now] : [...history],
    halfSteps,
    hasNext: above !== undefined,
    ...(step ? { step } : {}),
  });
  return cautioned(mended(painful(advice, outcome.pain), outcome.safety), item.level, context);
}

function painful(advice: Advice, pain: number | null): Advice {
  if (pain === null || pain === 0) return advice;
  if (pain >= painThatEnds)
    return {
      decision: 'back',
      reasons: [`Pain of ${pain} of 10: the exercise ends here, and next time starts lower.`],
    };
  if (advice.decision === 'back') return advice;
  return { decision: 'hold', reasons: [`Pain of ${pain} of 10: no step up today.`, ...advice.reasons] };
}

function mended(advice: Advice, safety: 'none' | 'mended' | 'atTheEnd'): Advice {
  if (safety !== 'mended' || (advice.decision !== 'advance' && advice.decision !== 'halfStep')) return advice;
  return {
    decision: 'hold',
    reasons: ['A fault that could hurt was seen before the correction: once more without it first.', ...advice.reasons],
  };
}

/** A step up into a level that a caution rules out is no step: hold, and say why. */
function cautioned(advice: Advice, from: number, { exercise, body, weigh }: AdviceContext): LevelAdvice {
  const to = levelAfter(exercise, from, advice.decision);
  const rung = rungAt(exercise, to, body);
  const weighed = rung && weigh(rung);
  const stays = { level: from, levelName: rungAt(exercise, from, body)?.name ?? '' };
  if (to > from && weighed && !isAllowed(weighed)) {
    const [reason] = weighed.reasons.filter(({ act, overruled }) => act === 'ruleOut' && !overruled);
    return {
      decision: 'hold',
      reasons: [
        `Level ${levelText(to)} is ruled out${reason ? ` (${reason.name}: ${reason.why})` : ''}.`,
        ...advice.reasons,
      ],
      ...stays,
    };
  }
  return rung ? { ...advice, level: to, levelName: rung.name } : { ...advice, ...stays };
}

/** The fault to work on now: what could hurt first, then what was lost most often. */
export function faultInHand(item: Item, unsafe: ReadonlySet<string>): string | undefined {
  const lost = lostFaults(item);
  return (lost.find(({ fault }) => unsafe.has(fault)) ?? lost[0])?.fault;
}

/** The fault that the newest look by eye points to: of what the exercise watches, what could hurt first, then the farthest off. */
export function faultLooked(
  { targets }: Pick<Repertoire, 'targets'>,
  { faults }: Pick<Exercise, 'faults'>,
  item: Item,
  unsafe: ReadonlySet<string>,
): string | undefined {
  const grades = Object.entries(item.looks.at(-1)?.grades ?? {}).filter(([, grade]) => grade !== 0);
  const found = grades.flatMap(([measure, grade]) => {
    const target = targets.find((one) => one.measure === measure);
    const fault = grade < 0 ? target?.low : target?.high;
    return fault && faults.some((one) => one.fault === fault) ? [{ fault, off: Math.abs(grade) }] : [];
  });
  found.sort((a, b) => Number(unsafe.has(b.fault)) - Number(unsafe.has(a.fault)) || b.off - a.off);
  return found[0]?.fault;
}

type Asked = Omit<RankContext, 'fault' | 'exercise' | 'level' | 'history'> & { readonly history: readonly Trial[] };

/** Corrections for a fault in hand; what was judged in this session already counts, and is not offered twice. */
export function suggest(repertoire: Repertoire, item: Item, fault: string, asked: Asked): Ranking {
  const judged = item.tries.filter(({ verdict }) => verdict !== null && verdict !== 'notTried');
  const now = judged.map((one): Trial => ({ ...one, success: one.verdict === 'better', client: 'this' }));
  const ranking = rankCorrections(repertoire, {
    ...asked,
    fault,
    exercise: item.exercise,
    level: Math.floor(item.level),
    history: [...asked.history, ...now],
    felt: item.felt,
  });
  const unhelpful = new Set(judged.filter(({ verdict }) => verdict !== 'better').map(({ correction }) => correction));
  const passedOver = new Set(
    item.tries
      .filter(({ verdict, fault: own }) => verdict === 'notTried' && own === fault)
      .map((one) => one.correction),
  );
  const options = ranking.options.filter(({ correction }) => !unhelpful.has(correction) && !passedOver.has(correction));
  return { options, excluded: ranking.excluded };
}
