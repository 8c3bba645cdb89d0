// The shell's `standing`: how the levels of an exercise stand for a body with conditions, on a day.
import * as v from 'valibot';
import { dayInput } from '../day';
import { failure, success } from '../result';
import type { Result } from '../result';
import { weighLevel } from './cautions';
import { conditionsByBirth, onDay } from './conditions';
import type { ConditionToday } from './conditions';
import type { Repertoire } from './entries';
import { lookUp, lookUpLevel } from './lookup';
import { resolveStances } from './stances';

const day = v.optional(dayInput);

/**
 * `today`: without it no date can act, and what a date could lift stays in force. `approach`: which of a condition's kinds it
 * is (of a hip operation, `behind` or `front`). `since`: a birth, an operation, an injury.
 */
export const standingInput = v.strictObject({
  exercise: v.string(),
  level: v.optional(v.number()),
  today: day,
  bornOn: day,
  conditions: v.array(
    v.strictObject({
      condition: v.string(),
      since: day,
      dueOn: day,
      clearedOn: day,
      clearedUntil: day,
      approach: v.optional(v.string()),
    }),
  ),
  school: v.optional(v.string()),
});

export type LevelStanding = {
  readonly level: number;
  readonly standing: 'fine' | 'change' | 'ruledOut';
  readonly reasons: readonly {
    readonly condition: string;
    readonly rule: string;
    readonly does: 'change' | 'ruleOut';
    readonly why: string;
  }[];
};

type Asked = v.InferOutput<typeof standingInput>;

/** One condition as it is today; a kind that it does not have is refused. */
function conditionToday(
  { approach, ...asked }: Asked['conditions'][number],
  today: string | undefined,
  path: string,
  repertoire: Repertoire,
): Result<ConditionToday> {
  const found = lookUp(repertoire.conditions, asked.condition, 'condition', `${path}.condition`);
  if (!found.ok) return found;
  const { id, kinds, name } = found.value;
  if (approach !== undefined && !kinds.some((kind) => kind.id === approach))
    return failure(
      'unknownApproach',
      kinds.length > 0
        ? `"${approach}" is no kind of ${name}; there are ${kinds.map((kind) => kind.id).join(', ')}`
        : `${name} has no kinds to tell apart`,
      `${path}.approach`,
    );
  const { since, dueOn, clearedUntil } = asked;
  // A clearance that ends, on a day that nobody names, may have ended.
  const clearedOn = clearedUntil !== undefined && today === undefined ? null : (asked.clearedOn ?? null);
  const one = {
    condition: id,
    clearedOn,
    ...(approach === undefined ? {} : { kindOf: approach }),
    ...(since === undefined ? {} : { since }),
    ...(dueOn === undefined ? {} : { dueOn }),
    ...(clearedUntil === undefined ? {} : { clearedUntil }),
  };
  return success(today === undefined ? one : onDay(one, today));
}

/** How each level stands, by names; unknown ones are refused where they stand. */
export function standingFromNames(
  { exercise, level, today, bornOn, conditions, school }: Asked,
  repertoire: Repertoire,
): Result<{ readonly levels: readonly LevelStanding[] }> {
  const whole = lookUp(repertoire.exercises, exercise, 'exercise', 'exercise');
  if (!whole.ok) return whole;
  const one = level === undefined ? undefined : lookUpLevel(whole.value, level);
  if (one && !one.ok) return one;
  const inForce = resolveStances(repertoire, school);
  if (!inForce.ok) return inForce;
  const acting: ConditionToday[] = [];
  for (const [i, asked] of conditions.entries()) {
    const dated = conditionToday(asked, today, `conditions.${i}`, repertoire);
    if (!dated.ok) return dated;
    acting.push(dated.value);
  }
  if (bornOn !== undefined && today !== undefined) acting.push(...conditionsByBirth(bornOn, today));
  return success({
    levels: (one ? [one.value] : whole.value.levels).map((rung) => {
      const weighed = weighLevel(repertoire, whole.value, rung, { conditions: acting });
      const reasons = weighed.reasons.map(({ condition, rule, act, why }) => ({ condition, rule, does: act, why }));
      const standing = weighed.standing === 'fine' ? 'fine' : weighed.standing === 'ruledOut' ? 'ruledOut' : 'change';
      return { level: rung.number, standing, reasons } as const;
    }),
  });
}
