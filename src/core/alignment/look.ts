// One bench visit as a calculation: the set-up picture, the top of the movement, the retest → levels, findings, verdict.
import * as v from 'valibot';
import type { Repertoire } from '../knowledge/entries';
import { entry } from '../knowledge/entries';
import { success } from '../result';
import type { Failure, Result } from '../result';
import { compare } from './compare';
import type { Comparison } from './compare';
import type { Estimate, MeasureInput, Phase, View } from './input';
import { measureInput } from './input';
import { isLandmarkKey } from './landmarks';
import type { Landmarks } from './landmarks';
import { judge } from './judge';
import type { Finding, JudgeOutput } from './judge';
import { measure } from './measure';
import type { MeasureOutput } from './measure';
import type { Interval } from './probability';

export const roles = ['setup', 'top', 'retest'] as const;
export type Role = (typeof roles)[number];

const { matLine, scale, landmarks } = measureInput.entries;

/** What has been marked on one picture so far, in pixels of the original picture. */
export const marksInput = v.strictObject({
  matLine: v.nullable(matLine),
  scale: v.nullable(v.strictObject({ ...scale.wrapped.entries, mm: v.nullable(scale.wrapped.entries.mm) })),
  landmarks,
});
export type Marks = v.InferOutput<typeof marksInput>;

export const noMarks: Marks = { matLine: null, scale: null, landmarks: {} };

/** Spread of marks set by hand, in pixels of the picture as it is shown. */
export const handMarkingSdPx = 1.5;

/** The same in pixels of the original, of which a large picture is kept and shown smaller. */
export const markingSdFor = ({
  width,
  originalWidth,
}: {
  readonly width: number;
  readonly originalWidth: number;
}): number => handMarkingSdPx * Math.max(1, originalWidth / width);

export type MarkedPicture = { readonly marks: Marks; readonly markingSdPx: number };

export type LookInput = {
  readonly exercise: string;
  readonly level: number;
  readonly view: View;
  readonly headEnd: 'left' | 'right';
  readonly school: string;
  readonly stances: Readonly<Record<string, string>>;
  readonly conditions: readonly string[];
  readonly pictures: Readonly<Partial<Record<Role, MarkedPicture>>>;
};

export type ReadPicture =
  | { readonly state: 'unmarked'; readonly lacks: 'picture' | 'matLine' }
  | { readonly state: 'wrong'; readonly error: Failure }
  /** `wrong`: marks that cannot be right; what they belong to was left out of the measuring. */
  | { readonly state: 'read'; readonly measured: MeasureOutput; readonly wrong?: Failure };

export type LookReading = {
  readonly pictures: Readonly<Record<Role, ReadPicture>>;
  /** The set-up picture: what is read against the mat alone; tilt and flare are own neutral by definition. */
  readonly setup?: JudgeOutput;
  /** At the top of the movement, uncorrected; absent until it can be judged. */
  readonly baseline?: JudgeOutput;
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

/** Measures a picture; where marks cannot be right, says so and measures with what is left. */
function measureWhatHolds(input: MeasureInput, wrong?: Failure): ReadPicture {
  const measured = measure(input);
  if (measured.ok) return { state: 'read', measured: measured.value, ...(wrong ? { wrong } : {}) };
  const [, inSetUp, key] = /^(neutral\.)?landmarks\.(\w+)$/.exec(measured.error.path) ?? [];
  if (!key || !isLandmarkKey(key)) return { state: 'wrong', error: measured.error };
  const without = ({ [key]: _, ...rest }: Landmarks): Landmarks => rest;
  const left: MeasureInput =
    inSetUp && input.neutral
      ? { ...input, neutral: { ...input.neutral, landmarks: without(input.neutral.landmarks) } }
      : { ...input, landmarks: without(input.landmarks) };
  return measureWhatHolds(left, wrong ?? measured.error);
}

function readPicture(input: LookInput, role: Role): ReadPicture {
  const picture = input.pictures[role];
  if (!picture) return { state: 'unmarked', lacks: 'picture' };
  if (!picture.marks.matLine) return { state: 'unmarked', lacks: 'matLine' };
  const setup = role === 'setup' ? undefined : input.pictures.setup?.marks;
  const known = (marks: Marks) => (marks.scale?.mm ? { scale: { ...marks.scale, mm: marks.scale.mm } } : {});
  const hasSetup = setup !== undefined && Object.keys(setup.landmarks).length > 0;
  const full: MeasureInput = {
    position: 'supine',
    view: input.view,
    headEnd: input.headEnd,
    matLine: picture.marks.matLine,
    ...known(picture.marks),
    landmarks: picture.marks.landmarks,
    ...(hasSetup
      ? {
          neutral: {
            landmarks: setup.landmarks,
            ...(setup.matLine ? { matLine: setup.matLine } : {}),
            ...known(setup),
          },
        }
      : {}),
    markingSdPx: picture.markingSdPx,
  };
  return measureWhatHolds(full);
}

/** Measures that compare with the set-up picture inside their own definition. */
const drawnFromNeutral: ReadonlySet<string> = new Set(['ribFlare', 'ribPelvisRatio', 'shoulderEar']);

const noErrorKnown = 'without a known length in the picture its error is not known';

function judgePicture(
  input: LookInput,
  repertoire: Repertoire,
  top: ReadPicture,
  setup: ReadPicture,
  phase: Phase,
): Result<JudgeOutput> | undefined {
  if (top.state !== 'read') return undefined;
  const relativeIds = new Set(
    repertoire.targets.filter(({ relativeTo }) => relativeTo === 'neutral').map(({ measure: id }) => id),
  );
  const atRest = setup.state === 'read' ? Object.entries(setup.measured.measures) : [];
  const neutral = Object.fromEntries(
    atRest.filter(([id]) => relativeIds.has(id)).map(([id, { value, seWithin }]) => [id, { value, se: seWithin }]),
  );
  const watched = new Set(entry(repertoire.exercises, input.exercise).watches.map(({ measure: id }) => id));
  const measures: Record<string, Estimate> = {};
  const notJudged: Record<string, string> = {};
  for (const [id, { value, seWithin, seBetween }] of Object.entries(top.measured.measures)) {
    if (!watched.has(id)) continue;
    // Drift from the set-up picture carries marking error only; what is read against the mat alone, the error between set-ups.
    const se = id in neutral || drawnFromNeutral.has(id) ? seWithin : seBetween;
    if (se === undefined) notJudged[id] = noErrorKnown;
    else measures[id] = { value, se };
  }
  const judged = judge(
    {
      exercise: input.exercise,
      level: input.level,
      phase,
      school: input.school,
      stances: input.stances,
      conditions: [...input.conditions],
      measures,
      ...(atRest.length > 0 ? { neutral } : {}),
    },
    repertoire,
  );
  return judged.ok ? success({ ...judged.value, notJudged: { ...judged.value.notJudged, ...notJudged } }) : judged;
}

/** The worst thing that is surely out; what would hurt first. */
export const worstFinding = (judged: JudgeOutput | undefined): Finding | undefined =>
  judged?.findings.find(({ verdict }) => verdict === 'out');

/** Everything that the marks of a bench visit say. `fault`: the finding that was worked on, else the worst. */
export function readLook(input: LookInput, repertoire: Repertoire, fault?: string): Result<LookReading> {
  const pictures = {
    setup: readPicture(input, 'setup'),
    top: readPicture(input, 'top'),
    retest: readPicture(input, 'retest'),
  };
  const setup = judgePicture(input, repertoire, pictures.setup, { state: 'unmarked', lacks: 'picture' }, 'start');
  if (setup && !setup.ok) return setup;
  const baseline = judgePicture(input, repertoire, pictures.top, pictures.setup, 'hold');
  if (baseline && !baseline.ok) return baseline;
  const retest = judgePicture(input, repertoire, pictures.retest, pictures.setup, 'hold');
  if (retest && !retest.ok) return retest;
  const before =
    (fault
      ? baseline?.value.findings.find((finding) => finding.fault === fault && finding.verdict !== 'in')
      : undefined) ?? worstFinding(baseline?.value);
  const after = before && retest?.value.findings.find((finding) => finding.measure === before.measure);
  const reading: LookReading = {
    pictures,
    ...(setup ? { setup: setup.value } : {}),
    ...(baseline ? { baseline: baseline.value } : {}),
    ...(retest ? { retest: retest.value } : {}),
  };
  if (!before || !after || pictures.top.state !== 'read' || pictures.retest.state !== 'read') return success(reading);
  // Both were read against the same set-up picture, so its own error cancels in the change.
  const own = (finding: Finding, read: MeasureOutput): Estimate => ({
    value: finding.value,
    se: read.measures[finding.measure]?.seWithin ?? finding.se,
  });
  const [first, second] = [own(before, pictures.top.measured), own(after, pictures.retest.measured)];
  const target = baseline?.value.target[before.measure]?.interval ?? [null, null];
  return success({
    ...reading,
    verdict: {
      ...compare({ before: first, after: second, target: [target[0], target[1]] }),
      measure: before.measure,
      fault: before.fault,
      before: first,
      after: second,
      target,
    },
  });
}
