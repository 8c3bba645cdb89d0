// Whether a client moves up, holds or steps back on a ladder. Its thresholds are conventions of
// this product, and an instructor may overrule every answer.
import { doseInForce } from '../knowledge/stances';
import { movesByHalfSteps } from '../knowledge/cautions';
import type { Exercise, Repertoire, School } from '../knowledge/entries';
import type { GateInput, GateSession } from './gate-input';
import { leapAt, leastCapacityPct, noStepAt } from '../load/thresholds';
import type { Decision } from './words';

export type Advice = { readonly decision: Decision; readonly reasons: readonly string[] };

const mostSideDifference = 1;

/** Demand of the next level as a share of capacity; capacity is never taken as less than 2 %. */
export const stepShare = ({ demandNow, demandNext }: NonNullable<GateInput['step']>): number =>
  demandNext / Math.max(demandNow, leastCapacityPct);

const percent = (value: number): string => `${Math.round(100 * value)} %`;
const times = (count: number): string => (count === 1 ? 'once' : count === 2 ? 'twice' : `${count} times`);
const least = ({ clean: { left, right } }: GateSession): number => Math.min(left, right);

/** What a session lacks to count toward the next level; none when it counts. */
function lacking({ clean, safetyFault, breathKept, rested }: GateSession, wanted: number): string[] {
  const { left, right } = clean;
  const short = Math.min(left, right) < wanted;
  return [
    ...(safetyFault ? ['a fault that could hurt was seen'] : []),
    ...(short && left === right ? [`${left} clean in a row of ${wanted} wanted`] : []),
    ...(short && left !== right
      ? [`left ${left}, right ${right} clean in a row of ${wanted} wanted on each side`]
      : []),
    ...(rested ? ['a rest was needed inside the set'] : []),
    ...(breathKept ? [] : ['the breath was not kept']),
    ...(Math.abs(left - right) > mostSideDifference ? [`the sides differ by ${Math.abs(left - right)}`] : []),
  ];
}

const byHalves = 'A condition or age on file asks for half steps.';

const wordWanted = ({ cleanReps, sessions }: GateInput['target']): string =>
  `${cleanReps} clean in a row on each side, in ${sessions} ${sessions === 1 ? 'session' : 'sessions running'}`;

/** Why a client goes back a step: a fault that could hurt, or under half of what is wanted twice running. */
function whyBack(here: readonly GateSession[], newest: GateSession, cleanReps: number): string | undefined {
  if (newest.safetyFault) return 'A fault that could hurt was seen: a step back first.';
  const lastTwo = here.slice(-2);
  const isPoor = (side: 'left' | 'right') =>
    lastTwo.length === 2 && lastTwo.every(({ clean }) => clean[side] < cleanReps / 2);
  const poor = (['left', 'right'] as const).filter(isPoor);
  if (poor.length === 0) return undefined;
  return `Under half of the ${cleanReps} wanted, twice running${poor.length === 2 ? '' : `, on the ${poor[0]}`}.`;
}

/** How many sessions running, up to the newest, lacked nothing. */
function countRunning(here: readonly GateSession[], cleanReps: number): number {
  const last = here.findLastIndex((one) => lacking(one, cleanReps).length > 0);
  return here.length - 1 - last;
}

/** Up, or up by half: by the size of the step and what is on file. */
function stepUp(held: string, step: GateInput['step'], halfSteps: boolean): Advice {
  const decision = halfSteps ? 'halfStep' : 'advance';
  const onFile = halfSteps ? [byHalves] : [];
  if (!step) return { decision, reasons: [held, ...onFile] };
  const size = stepShare(step);
  const howFar =
    step.demandNow < leastCapacityPct
      ? `The next level asks ${percent(size)} of the least load that is counted`
      : `The next level asks ${percent(size)} of what is held now`;
  if (size > leapAt)
    return { decision: 'halfStep', reasons: [held, `${howFar}: more than ${percent(leapAt)} is a leap.`] };
  const light = size < noStepAt ? `${howFar}: no real step in load, so the step is one of skill.` : `${howFar}.`;
  return { decision, reasons: [held, light, ...onFile] };
}

/** The gate's answer with its reasons: up, up by half, hold, or back. Sessions count in order of their dates, newest last. */
export function decide({ target, history, step, halfSteps, hasNext }: GateInput): Advice {
  const wanted = wordWanted(target);
  const byDate = [...history].sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0));
  const newest = byDate.at(-1);
  if (!newest) return { decision: 'hold', reasons: [`No session at this level yet: wanted are ${wanted}.`] };
  const here = byDate.filter(({ level }) => level === newest.level);
  const back = whyBack(here, newest, target.cleanReps);
  if (back) return { decision: 'back', reasons: [back] };
  const lacks = lacking(newest, target.cleanReps);
  if (lacks.length > 0)
    return { decision: 'hold', reasons: [`Not yet: ${lacks.join('; ')}.`, `Wanted: ${wanted}. Stay, and vary.`] };
  const running = countRunning(here, target.cleanReps);
  const held = `${least(newest)} clean in a row on each side, breath kept, nothing that could hurt, ${times(running)} running.`;
  const more = target.sessions - running;
  if (more > 0)
    return {
      decision: 'hold',
      reasons: [held, `Good: ${more} more ${more === 1 ? 'session' : 'sessions'} like this before moving up.`],
    };
  if (!hasNext)
    return { decision: 'hold', reasons: [held, 'This is the top of the ladder: vary it, or take what follows.'] };
  return stepUp(held, step, Boolean(halfSteps));
}

/**
 * What a client must show before moving up from a level (of any, without one): the exercise's own gate, the school's where it
 * asks more, never more in a row than the level's dose has; and one session more where half steps are asked.
 */
export function gateInForce(
  repertoire: Pick<Repertoire, 'conditions'>,
  { gate, levels }: Pick<Exercise, 'gate' | 'levels'>,
  level: number | undefined,
  school: Pick<School, 'gate' | 'mostRepetitions'>,
  conditions: readonly string[],
): GateInput['target'] & { readonly halfSteps: boolean } {
  const halfSteps = movesByHalfSteps(repertoire, conditions);
  const done = levels.find(({ number }) => level !== undefined && number === Math.floor(level));
  const most = done ? doseInForce(done, { school }).repetitions : Infinity;
  return {
    cleanReps: Math.min(Math.max(gate.cleanReps, school.gate?.cleanReps ?? 0), most),
    sessions: Math.max(gate.sessions, school.gate?.sessions ?? 0) + Number(halfSteps),
    halfSteps,
  };
}
