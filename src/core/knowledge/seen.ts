// Faults that an eye or a hand graded, where no measure shows them: with side and moment. 0 is looked for and not there.
import type { Finding, Severity } from '../alignment/judge';
import type { OtherReading, Role } from '../alignment/look-values';
import type { Taken } from '../alignment/readings';
import type { Side } from '../anatomy/landmarks';
import { isOneOf } from '../keyed';
import { unsafeFaults } from './conditions';
import type { Exercise, Fault, Repertoire } from './entries';
import { entry } from './find';
import { plainOf } from './names';

/** Grades of a fault by eye: not there, slight, clear, marked. */
export const seenGrades = [0, 1, 2, 3] as const;
export type SeenGrade = (typeof seenGrades)[number];
const severityOf: Readonly<Record<SeenGrade, Severity | undefined>> = {
  0: undefined,
  1: 'slight',
  2: 'clear',
  3: 'marked',
};

/** A fault as it was graded at one moment. `severity`: absent where it was looked for and is not there. */
export type SeenByEye = {
  readonly fault: string;
  readonly plain: string;
  readonly side?: Side;
  readonly severity?: Severity;
  readonly safety: boolean;
};

/** What could hurt is never below clear. */
const graded = (fault: Fault, grade: SeenGrade, side: Side | undefined, unsafe: ReadonlySet<string>): SeenByEye => {
  const safety = unsafe.has(fault.id);
  const severity = severityOf[safety && grade === 1 ? 2 : grade];
  return {
    fault: fault.id,
    plain: plainOf(fault, side),
    safety,
    ...(severity ? { severity } : {}),
    ...(severity && side ? { side } : {}),
  };
};

/** Degrees of a grade by eye from which it is a clear one: the middle between the two steps. */
const clearFromDeg = 7;
/** Below it a grade by eye is level, whatever own bias was taken off it. */
const levelWithinDeg = 2;

/** A block graded by eye that has no target here, as faults: the one that it leans to, and those of the same measure that it is not. */
function fromBlock(
  { measure, value }: OtherReading,
  watched: readonly Fault[],
  unsafe: ReadonlySet<string>,
): readonly SeenByEye[] {
  const leans = Math.abs(value) < levelWithinDeg ? undefined : value > 0 ? 'high' : 'low';
  const grade = Math.abs(value) >= clearFromDeg ? 2 : 1;
  return watched.flatMap((fault) => {
    const shown = fault.shownBy.find((one) => one.measure === measure);
    return shown
      ? [graded(fault, shown.side === leans || (leans && shown.side === 'either') ? grade : 0, undefined, unsafe)]
      : [];
  });
}

/**
 * What was seen by eye or touch at one moment of a level, worst first, each fault once: faults graded by themselves, then
 * blocks whose grade no target judges (`untargeted`).
 */
export function seenAt(
  role: Role,
  taken: readonly Taken[],
  untargeted: readonly OtherReading[],
  exercise: Pick<Exercise, 'faults'>,
  { faults, conditions }: Pick<Repertoire, 'faults' | 'conditions'>,
  inForce: readonly string[],
): readonly SeenByEye[] {
  const watched = exercise.faults.map(({ fault }) => entry(faults, fault));
  const unsafe = unsafeFaults({ faults, conditions }, inForce);
  const alone = taken.flatMap((one) => {
    const fault = faults.find(({ id }) => id === one.measure);
    if (one.role !== role || one.method !== 'seen' || !fault || !isOneOf(seenGrades, one.taken)) return [];
    return [graded(fault, one.taken, one.side ?? undefined, unsafe)];
  });
  const found = [...alone, ...untargeted.flatMap((reading) => fromBlock(reading, watched, unsafe))];
  const isFirst = (one: SeenByEye, at: number): boolean => found.findIndex(({ fault }) => fault === one.fault) === at;
  return found.filter(isFirst).sort(bySafetyAndGrade);
}

const weight: Readonly<Record<Severity, number>> = { slight: 1, clear: 2, marked: 3 };
const weigh = ({ severity, safety }: SeenByEye): number => (severity ? weight[severity] + (safety ? 3 : 0) : 0);
const bySafetyAndGrade = (a: SeenByEye, b: SeenByEye): number => weigh(b) - weigh(a);

/** Faults that were surely told at a moment, as out or as not there: by a measure, or by eye. */
export function settledFaults(
  exercise: Pick<Exercise, 'faults'>,
  { faults }: Pick<Repertoire, 'faults'>,
  findings: readonly Pick<Finding, 'measure' | 'verdict'>[],
  seen: readonly SeenByEye[],
): ReadonlySet<string> {
  const judged = new Set(findings.filter(({ verdict }) => verdict !== 'unsure').map(({ measure }) => measure));
  const measured = exercise.faults
    .map(({ fault }) => entry(faults, fault))
    .filter(({ shownBy }) => shownBy.some(({ measure }) => judged.has(measure)));
  return new Set([...measured.map(({ id }) => id), ...seen.map(({ fault }) => fault)]);
}
