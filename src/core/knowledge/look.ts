// One bench visit as a calculation: set-up, top of the movement, way back, retest, from several sides and by several
// methods → levels, findings, verdict.
import { entriesOf } from '../keyed';
import type { Repertoire } from './entries';
import { lookUp } from './lookup';
import { entry, exerciseAt, isInclined } from './find';
import { watchedAt } from './fits';
import { seenAt, settledFaults } from './seen';
import type { SeenByEye } from './seen';
import type { Taken } from '../alignment/readings';
import { readPicture } from './look-pictures';
import type { Lying, MarkedPicture, ReadPicture } from './look-pictures';
import { phaseOf, readMoment } from './look-moments';
import type { Pictures } from './look-moments';
import type { Layer } from './stances';
import { success } from '../result';
import type { Result } from '../result';
import { compare } from '../alignment/compare';
import type { Comparison } from '../alignment/compare';
import { roles } from '../alignment/look-values';
import type { Method, OtherReading, Role, LookValue } from '../alignment/look-values';
import type { Estimate } from '../alignment/input';
import type { Side } from '../anatomy/landmarks';
import type { Phase, View } from '../anatomy/positions';
import { judge } from './judge';
import type { Finding, JudgeOutput } from '../alignment/judge';
import { excessOver } from '../alignment/probability';
import { showsRoll } from '../alignment/roll';
import { formatMeasure, listWords } from '../alignment/words';
import type { Interval } from '../alignment/probability';
import { implausible, isToldApart, rollAlike, rollMeasure, selfCompared, tilts } from '../alignment/rules';

export type LookInput = {
  readonly exercise: string;
  readonly level: number;
  readonly school: string;
  readonly stances: Readonly<Record<string, string>>;
  /** Who set each of the stances. */
  readonly from?: Readonly<Record<string, Layer>>;
  readonly conditions: readonly string[];
  readonly pictures: Pictures;
  readonly readings?: Readonly<Partial<Record<Role, readonly OtherReading[]>>>;
  /** Everything as it was taken; of it, faults that were graded by themselves. */
  readonly taken?: readonly Taken[];
  /** Own neutral of earlier dates, for when there is no set-up of this one. */
  readonly ownNeutral?: Readonly<Record<string, Estimate>>;
};

export type LookReading = {
  readonly pictures: Readonly<Record<Role, Readonly<Partial<Record<View, ReadPicture>>>>>;
  /** Everything told of a moment, the best method first. */
  readonly values: Readonly<Record<Role, Readonly<Record<string, LookValue>>>>;
  /** Faults that an eye or a hand graded at each moment, worst first. */
  readonly seen: Readonly<Record<Role, readonly SeenByEye[]>>;
  /** The set-up: what is read against the mat alone; tilt and flare are own neutral by definition. */
  readonly setup?: JudgeOutput;
  /** At the top of the movement, uncorrected; absent until it can be judged. */
  readonly baseline?: JudgeOutput;
  readonly back?: JudgeOutput;
  readonly retest?: JudgeOutput;
  /** Of the worst baseline finding's measure (or of the fault asked for). */
  readonly verdict?: Comparison & {
    readonly measure: string;
    readonly fault: string;
    readonly before: Estimate;
    readonly after: Estimate;
    readonly target: Interval;
  };
};

/** Everything told of one moment: pictures from every side, then hands, then eyes; the first to tell a measure has it. */
function collect(
  pictures: Readonly<Partial<Record<View, ReadPicture>>>,
  readings: readonly OtherReading[],
  preferred: (measure: string, method: Method) => boolean,
): Record<string, LookValue> {
  const all: (LookValue & { measure: string })[] = [];
  for (const [view, read] of entriesOf(pictures))
    if (read.state === 'read')
      for (const [id, { value, seWithin, seBetween }] of Object.entries(read.measured.measures))
        all.push({ measure: id, value, seWithin, seBetween, method: 'picture', view, fromLevel: false });
  for (const method of ['hand', 'eye'] as const)
    for (const { measure: id, value, seWithin, seBetween, fromLevel } of readings.filter(
      (one) => one.method === method,
    ))
      all.push({ measure: id, value, seWithin, seBetween, method, fromLevel });
  const values: Record<string, LookValue> = {};
  for (const strict of [true, false])
    for (const { measure: id, ...one } of all)
      if (!(id in values) && (!strict || preferred(id, one.method))) values[id] = one;
  return values;
}

const noErrorKnown = 'without a known length in the picture its error is not known';

/** What a moment is judged against: own neutral of this set-up, of earlier dates, and what the body's position takes away. */
type Context = {
  readonly setup: Readonly<Record<string, LookValue>>;
  readonly earlier: Readonly<Record<string, Estimate>>;
  /** Measures whose target is told from own neutral. */
  readonly relative: ReadonlySet<string>;
  /** The trunk leans by how the body stands on its hands. */
  readonly slopes: boolean;
};

/** A value as it goes to judgement: with the error that counts, and its own neutral; or why it can't. */
type Judgeable = { readonly value: Estimate; readonly neutral?: Estimate } | { readonly why: string };

/** The set-up's value with the error between set-ups, where that is known. */
const withBetween = (rest: LookValue | undefined): Estimate | undefined =>
  rest?.seBetween === undefined ? undefined : { value: rest.value, se: rest.seBetween };

const against = (value: Estimate, neutral: Estimate | undefined): Judgeable =>
  neutral ? { value, neutral } : { value };

function asJudgeable(id: string, looked: LookValue, { setup, earlier, relative, slopes }: Context): Judgeable {
  const { value, seWithin, method } = looked;
  const unlikely = implausible(id, value);
  if (unlikely) return { why: unlikely };
  const [rest, known] = [setup[id], earlier[id]];
  const isRelative = relative.has(id);
  // A grade is a departure from level already.
  if (looked.fromLevel) return against({ value, se: seWithin }, isRelative ? { value: 0, se: 0 } : undefined);
  // Drift from the set-up of the same set carries the error within a set-up only.
  if (isRelative && rest?.method === method)
    return against({ value, se: seWithin }, { value: rest.value, se: rest.seWithin });
  if (method === 'picture' && selfCompared.has(id)) return { value: { value, se: seWithin } };
  if (slopes && tilts.has(id) && !rest && !known)
    return { why: 'the trunk slopes in this position, so tilt means nothing without the set-up' };
  return againstOthers(looked, isRelative ? (withBetween(rest) ?? known) : undefined);
}

/** Read against the mat, or against another method or date: the error between set-ups. */
const againstOthers = ({ value, seBetween }: LookValue, neutral: Estimate | undefined): Judgeable =>
  seBetween === undefined ? { why: noErrorKnown } : against({ value, se: seBetween }, neutral);

const toldApart = 'pelvis and ribs are measured: it is what both make of it, and names neither';

/** As near to each other two limbs are the same: neither is named. */
const sameLimbs = 1e-6;

/** Whose limb a measure was read from, where both or one of them are told apart; neither's where both are the same. */
function limbsIn(values: Readonly<Record<string, LookValue>>): Readonly<Record<string, Side>> {
  const limbs: Record<string, Side> = {};
  for (const [id, { value }] of Object.entries(values)) {
    const its = (['L', 'R'] as const).filter(
      (side) => Math.abs((values[`${id}_${side}`]?.value ?? Infinity) - value) < sameLimbs,
    );
    const [side] = its;
    if (side && its.length === 1) limbs[id] = side;
  }
  return limbs;
}

function judgeMoment(
  input: LookInput,
  repertoire: Repertoire,
  {
    values,
    rolledDeg,
    lying,
  }: { readonly values: Values; readonly rolledDeg: Estimate | undefined; readonly lying: Lying },
  setup: Values | undefined,
  phase: Phase,
): Result<JudgeOutput> | undefined {
  if (Object.keys(values).length === 0) return undefined;
  const { watches, position } = exerciseAt(entry(repertoire.exercises, input.exercise), input.level);
  const watched = new Set(watches.map(({ measure }) => measure));
  const relative = repertoire.targets.filter(({ relativeTo }) => relativeTo === 'neutral');
  const context: Context = {
    setup: setup ?? {},
    earlier: (phase === 'start' ? undefined : input.ownNeutral) ?? {},
    relative: new Set(relative.map(({ measure }) => measure)),
    slopes: position === 'frontSupport' || position === 'fourPoint',
  };
  const measures: Record<string, Estimate> = {};
  const neutral: Record<string, Estimate> = {};
  const notJudged: Record<string, string> = {};
  for (const [id, one] of Object.entries(values)) {
    if (!watched.has(id)) continue;
    const judgeable = isToldApart(id, Object.keys(values)) ? { why: toldApart } : asJudgeable(id, one, context);
    if ('why' in judgeable) notJudged[id] = judgeable.why;
    else {
      measures[id] = judgeable.value;
      if (judgeable.neutral) neutral[id] = judgeable.neutral;
    }
  }
  const { exercise, level, school, stances, from, conditions } = input;
  const judged = judge(
    {
      exercise,
      level,
      phase,
      school,
      stances,
      ...(from ? { from } : {}),
      conditions: [...conditions],
      measures,
      limbs: limbsIn(values),
      ...(rolledDeg ? {} : { settles: settledByRoll(values, lying) }),
      ...(Object.keys(neutral).length > 0 ? { neutral } : {}),
    },
    repertoire,
  );
  if (!judged.ok) return judged;
  const findings = judged.value.findings.map((finding) =>
    withRoll(finding, values[finding.measure]?.method, rolledDeg),
  );
  return success({ ...judged.value, findings, notJudged: { ...judged.value.notJudged, ...notJudged } });
}

/**
 * What is out by a picture that a roll of the pelvis would show alike says so, and what tells them apart; where the roll was seen
 * in the same hold, that it is taken off.
 */
function withRoll(finding: Finding, method: Method | undefined, rolledDeg: Estimate | undefined): Finding {
  const roll = method === 'picture' ? rollAlike(finding.measure, finding.excess) : undefined;
  if (roll === undefined) return finding;
  if (rolledDeg) return { ...finding, why: `${finding.why} ${wordRolled(rolledDeg)}` };
  if (finding.verdict !== 'out') return finding;
  return {
    ...finding,
    why: `${finding.why} A pelvis rolled by ${Math.max(1, Math.round(roll))}° more would read so too: the strip, or a look from the foot end in the same hold, tells.`,
  };
}

/** Ways that tell tilt from roll where the body lies like this: PSIS is hidden on the back, an end of the mat shows no roll upright. */
function waysPastRoll({ position, trunk }: Lying): string {
  const ways = [
    'the pelvis strip',
    ...(position === 'supine' ? [] : ['PSIS']),
    ...(showsRoll(position, trunk) ? ['a picture from the foot end in the same hold'] : []),
  ];
  return listWords(ways, 'or');
}

/** What would settle tilt by marks that a roll moves: most of its error is that roll, whatever the marks are. */
function settledByRoll(values: Values, lying: Lying): Readonly<Record<string, string>> {
  const isMoved = (id: string): boolean => values[id]?.method === 'picture' && rollAlike(id, 1) !== undefined;
  const words = `From the side a roll of the pelvis reads as tilt, and most of the error is that: ${waysPastRoll(lying)} would settle it.`;
  return Object.fromEntries(Object.keys(values).flatMap((id) => (isMoved(id) ? [[id, words]] : [])));
}

function wordRolled({ value, se }: Estimate): string {
  const [rolled, error] = [formatMeasure(rollMeasure, Math.abs(value)), formatMeasure(rollMeasure, se, 'error')];
  const side = value > 0 ? 'left' : 'right';
  return `The pelvis’ roll in the same hold, ${rolled.replace('+', '')} ± ${error} toward the ${side}, is taken off.`;
}

const isRetold = (retest: JudgeOutput | undefined, { measure }: Finding): boolean =>
  retest?.findings.some((one) => one.measure === measure) === true;

const toleranceIn = ({ target }: JudgeOutput, { measure }: Finding): number => target[measure]?.tolerance ?? 1;

/** The worst thing that is surely out; what would hurt first. */
export const worstFinding = (judged: JudgeOutput | undefined): Finding | undefined =>
  judged?.findings.find(({ verdict }) => verdict === 'out');

type Judged = Pick<LookReading, 'setup' | 'baseline' | 'back' | 'retest'>;
type OfRole<T> = Readonly<Record<Role, T>>;
type Values = Readonly<Record<string, LookValue>>;

const ofRoles = <T>(read: (role: Role) => T): OfRole<T> => ({
  setup: read('setup'),
  top: read('top'),
  back: read('back'),
  retest: read('retest'),
});

/** Everything told of each moment; what a moment and the set-up have by one method compares best. */
function collectAll(
  pictures: LookReading['pictures'],
  readingsOf: (role: Role) => readonly OtherReading[],
): OfRole<Values> {
  const setup = collect(pictures.setup, readingsOf('setup'), () => true);
  const restMethods = new Set([
    ...Object.values(pictures.setup).flatMap((read) =>
      read.state === 'read' ? Object.keys(read.measured.measures).map((id) => `picture ${id}`) : [],
    ),
    ...readingsOf('setup').map((one) => `${one.method} ${one.measure}`),
  ]);
  const sameAsRest = (id: string, method: Method): boolean =>
    restMethods.size === 0 || method === 'eye' || selfCompared.has(id) || restMethods.has(`${method} ${id}`);
  return ofRoles((role) => (role === 'setup' ? setup : collect(pictures[role], readingsOf(role), sameAsRest)));
}

/**
 * Error of the change of a measure from the top to the retest, by two pictures of one set-up: what the set-up adds cancels, and
 * little slips, as the body is there again. Half the variance for each moment.
 */
function errorOfChange({ pictures }: LookInput, lying: Lying, values: OfRole<Values>, id: string): number | undefined {
  const [top, retest] = [values.top[id], values.retest[id]];
  const view = top?.view;
  if (!view || retest?.view !== view || top.method !== 'picture' || retest.method !== 'picture') return undefined;
  const seIn = (picture: MarkedPicture | undefined, from: MarkedPicture | undefined): number | undefined => {
    const read = readPicture(lying, view, picture, from);
    return read.state === 'read' ? read.measured.measures[id]?.seWithin : undefined;
  };
  const since = seIn(pictures.retest?.[view], pictures.top?.[view]);
  const first = selfCompared.has(id) ? 0 : seIn(pictures.top?.[view], undefined); // what compares itself carries both
  return since === undefined || first === undefined ? undefined : Math.hypot(first, since) / Math.SQRT2;
}

/** Better, same or worse: of the finding that was worked on, else of the worst, where the retest tells its measure. */
function verdictOf(
  values: OfRole<Values>,
  { baseline, retest }: Judged,
  fault: string | undefined,
  changeOf: (id: string) => number | undefined,
): LookReading['verdict'] {
  const asked = fault && baseline?.findings.find((one) => one.fault === fault && one.verdict !== 'in');
  const worst = asked || worstFinding(baseline);
  // Where several measures show the fault, the one that tells it most sharply.
  const before = baseline?.findings
    .filter((one) => one.fault === worst?.fault && one.verdict === worst.verdict && isRetold(retest, one))
    .sort((a, b) => a.se / toleranceIn(baseline, a) - b.se / toleranceIn(baseline, b))[0];
  const after = before && retest?.findings.find(({ measure }) => measure === before.measure);
  if (!before || !after) return undefined;
  const change = changeOf(before.measure);
  // Both were read against the same set-up, so its own error cancels in the change.
  const own = ({ measure, value, se }: Finding, role: Role): Estimate => ({
    value,
    se: change ?? values[role][measure]?.seWithin ?? se,
  });
  const [first, second] = [own(before, 'top'), own(after, 'retest')];
  const target = baseline?.target[before.measure]?.interval ?? [null, null];
  return {
    ...compare({ before: first, after: second, target: [target[0], target[1]] }),
    measure: before.measure,
    fault: before.fault,
    before: first,
    after: second,
    target,
  };
}

/**
 * Everything that a bench visit says. `fault`: the finding that was worked on, else the worst. Refused where exercise, school
 * or stances are not in the repertoire.
 */
export function readLook(input: LookInput, repertoire: Repertoire, fault?: string): Result<LookReading> {
  const known = lookUp(repertoire.exercises, input.exercise, 'exercise', 'exercise');
  if (!known.ok) return known;
  const { position, levels } = exerciseAt(known.value, input.level);
  const level = levels.find(({ number }) => number === input.level);
  const lying: Lying = { position, trunk: level && isInclined(level) ? 'inclined' : 'level' };
  const readingsOf = (role: Role): readonly OtherReading[] => input.readings?.[role] ?? [];
  const moment = { pictures: input.pictures, readings: readingsOf, lying, level };
  const atRest = readMoment(moment, 'setup', {});
  const moments = ofRoles((role) => (role === 'setup' ? atRest : readMoment(moment, role, atRest.read)));
  const pictures = ofRoles((role) => moments[role].read);
  const values = collectAll(pictures, readingsOf);
  const judged: { -readonly [Key in keyof Judged]: Judged[Key] } = {};
  for (const role of roles) {
    const rest =
      role === 'setup'
        ? undefined
        : collect(pictures.setup, readingsOf('setup'), (id, method) => values[role][id]?.method === method);
    const result = judgeMoment(
      input,
      repertoire,
      { values: values[role], rolledDeg: moments[role].rolledDeg, lying },
      rest,
      phaseOf[role],
    );
    if (result && !result.ok) return result;
    if (result) judged[role === 'top' ? 'baseline' : role] = result.value;
  }
  const watching = watchedAt(repertoire, known.value, input.level);
  const targeted = new Set(watching.watches.map(({ measure }) => measure));
  const seen = ofRoles((role) => {
    const untargeted = readingsOf(role).filter(({ fromLevel, measure }) => fromLevel && !targeted.has(measure));
    const findings = judged[role === 'top' ? 'baseline' : role]?.findings ?? [];
    const measured = settledFaults(watching, repertoire, findings, []); // what a measure tells goes before an eye
    return seenAt(role, input.taken ?? [], untargeted, watching, repertoire, input.conditions).filter(
      ({ fault }) => !measured.has(fault),
    );
  });
  const verdict = verdictOf(values, judged, fault, (id) => errorOfChange(input, lying, values, id));
  return success({ pictures, values, seen, ...judged, ...(verdict ? { verdict } : {}) });
}

/**
 * What a retest teaches about the correction: better by more than the error, or by one grade when the same eye graded both
 * moments (smallest real change: Weir 2005, J Strength Cond Res 19:231–240).
 */
export function taught({ verdict, values }: LookReading): Comparison['verdict'] | undefined {
  if (!verdict) return undefined;
  const { measure: id, before, after, target } = verdict;
  if (values.top[id]?.method !== 'eye' || values.retest[id]?.method !== 'eye') return verdict.verdict;
  const closer = excessOver(before.value, target) - excessOver(after.value, target);
  return closer > leastGradeStep ? 'better' : closer < -leastGradeStep ? 'worse' : 'same';
}

/** Just under the smallest step of the grades, less what lies inside the target. */
const leastGradeStep = 1;
