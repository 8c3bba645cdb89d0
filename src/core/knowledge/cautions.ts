// What a client's conditions make of a level: fine, changed, or ruled out, each with its reason. An instructor may overrule
// a rule with a reason; a stop sign nobody overrules.
import type { ConditionToday } from './conditions';
import type { Condition, Correction, Exercise, Level, Prop, Repertoire } from './entries';
import { fits } from './load-fit';
import { loadOf } from './loads';
import { isAllowed, standings } from './standings';
import type { CautionStanding } from './standings';

export type Reason = {
  readonly condition: string;
  /** `condition.rule`, by which it is overruled. */
  readonly rule: string;
  readonly name: string;
  readonly act: 'ruleOut' | 'change';
  readonly why: string;
  /** Whose word would lift it. */
  readonly clearedBy: string;
  /** The reason given by whoever overruled it. */
  readonly overruled?: string;
};

export type Weighed = { readonly standing: CautionStanding; readonly reasons: readonly Reason[] };

/** A rule put aside by an instructor, for one exercise and level or for all of an exercise's. */
export type Overrule = {
  readonly exercise: string;
  readonly level: number | null;
  readonly rule: string;
  readonly reason: string;
};

/** What acts on a client: conditions without clearance, what cleared ones leave behind, overrules, and an open stop. */
export type ActingOn = {
  readonly conditions: readonly ConditionToday[];
  readonly overrules?: readonly Overrule[];
  /** A stop sign was seen, and no clearance is on file since. */
  readonly stopped?: string | undefined;
};

type Acting = { readonly condition: Condition; readonly as: string; readonly week?: number | undefined };

/** A condition is over by itself: so long after it began, for its usual kinds. */
const isOver = ({ over }: Condition, { weeksSince, kindOf }: ConditionToday): boolean =>
  over !== undefined &&
  weeksSince !== undefined &&
  weeksSince >= over.afterWeeks &&
  !(kindOf && over.butKinds.includes(kindOf));

/** Conditions whose rules act: those in force, of the kind that is known; and for cleared ones those that they leave behind. */
export function actingConditions(
  { conditions: known }: Pick<Repertoire, 'conditions'>,
  onFile: ActingOn['conditions'],
): Acting[] {
  const found = new Map<string, Acting>();
  const named = (id: string | undefined): Condition | undefined => known.find((one) => one.id === id);
  for (const one of onFile) {
    const own = named(one.condition);
    if (!own) continue; // gone from the repertoire: its words on file say to ask
    if (one.clearedOn === null && !isOver(own, one)) {
      const kind = named(own.kinds.find(({ id }) => id === one.kindOf)?.as) ?? own;
      found.set(kind.id, { condition: kind, as: kind.name, week: one.week });
      continue;
    }
    const how = one.clearedOn === null ? 'over' : 'cleared';
    for (const left of own.then) {
      const condition = named(left);
      if (condition && !found.has(left))
        found.set(left, { condition, as: `${own.name}, ${how}: as for ${condition.name}` });
    }
  }
  return [...found.values()];
}

const worst = (a: CautionStanding, b: CautionStanding): CautionStanding =>
  standings.indexOf(a) >= standings.indexOf(b) ? a : b;

/** How one level stands for a client, and why. */
export function weighLevel(
  repertoire: Pick<Repertoire, 'conditions'>,
  exercise: Exercise,
  level: Level,
  client: ActingOn,
): Weighed {
  const reasons: Reason[] = [];
  let standing: CautionStanding = 'fine';
  const load = loadOf(exercise, level);
  for (const { condition, as, week } of actingConditions(repertoire, client.conditions))
    for (const { id, when, act, why, fromWeek } of condition.rules) {
      if (!fits(when, load) || (fromWeek !== undefined && week !== undefined && week < fromWeek)) continue;
      const rule = `${condition.id}.${id}`;
      const overrule = client.overrules?.find(
        (one) =>
          one.rule === rule && one.exercise === exercise.id && (one.level === null || one.level === level.number),
      );
      const overruled = act === 'ruleOut' ? overrule?.reason : undefined;
      reasons.push({
        condition: condition.id,
        rule,
        name: as,
        act,
        why,
        clearedBy: condition.clearedBy,
        ...(overruled ? { overruled } : {}),
      });
      standing = worst(standing, act === 'change' ? 'changed' : overruled ? 'overruled' : 'ruledOut');
    }
  reasons.sort((a, b) => Number(b.act === 'ruleOut' && !b.overruled) - Number(a.act === 'ruleOut' && !a.overruled));
  return client.stopped ? { standing: 'stopped', reasons } : { standing, reasons };
}

export type WeighedExercise = {
  /** The best standing of any level: an exercise is ruled out when all of its levels are. */
  readonly standing: CautionStanding;
  readonly levels: Readonly<Record<number, Weighed>>;
};

/** How each level of an exercise stands for a client. */
export function weighExercise(
  repertoire: Pick<Repertoire, 'conditions'>,
  exercise: Exercise,
  client: ActingOn,
): WeighedExercise {
  const levels = Object.fromEntries(
    exercise.levels.map((level) => [level.number, weighLevel(repertoire, exercise, level, client)] as const),
  );
  const found = Object.values(levels).map(({ standing }) => standings.indexOf(standing));
  return { standing: standings[Math.min(...found)] ?? 'fine', levels };
}

/** The highest level of an exercise that is allowed and not above `most`; the lowest allowed one otherwise. */
export function allowedLevel(weighed: WeighedExercise, most: number): number | undefined {
  const allowed = Object.entries(weighed.levels)
    .filter(([, one]) => isAllowed(one))
    .map(([number]) => Number(number));
  return allowed.filter((number) => number <= most).at(-1) ?? allowed[0];
}

/** Why a correction is out for a client: by its own word or its prop's. */
export function correctionRuledOut(
  correction: Correction,
  props: readonly Prop[],
  conditions: readonly string[],
): string | undefined {
  const prop = correction.prop ? props.find(({ id }) => id === correction.prop) : undefined;
  return [...(correction.notWith ?? []), ...(prop?.notWith ?? [])].find(({ condition }) =>
    conditions.includes(condition),
  )?.why;
}

/** One more clean repetition set before moving up, and half steps, where age or a condition asks for them. */
export const movesByHalfSteps = (repertoire: Pick<Repertoire, 'conditions'>, conditions: readonly string[]): boolean =>
  conditions.some((id) => repertoire.conditions.find((one) => one.id === id)?.halfSteps);
