// What a look is working on, from what was read of it and what was named by eye: plain values for the bench's screens.
import { marksInput } from '@/core/anatomy/marks';
import type { View } from '@/core/anatomy/positions';
import type { Finding, JudgeOutput } from '@/core/alignment/judge';
import type { Role } from '@/core/alignment/look-values';
import type { MeasureOutput } from '@/core/alignment/measure';
import { readTaken } from '@/core/alignment/readings';
import type { Taken } from '@/core/alignment/readings';
import { settingInput } from '@/core/alignment/setting';
import type { SeenFault } from '@/core/knowledge/causes';
import type { Repertoire } from '@/core/knowledge/entries';
import { entry, exerciseAt } from '@/core/knowledge/find';
import { readLook, worstFinding } from '@/core/knowledge/look';
import type { LookReading } from '@/core/knowledge/look';
import { markingSdFor } from '@/core/knowledge/look-pictures';
import type { MarkedPicture, ReadPicture } from '@/core/knowledge/look-pictures';
import type { Result } from '@/core/result';
import * as v from 'valibot';
import type { BenchOpening } from './read';
import { draftAt, partsOf, placesOf, settingAt, toMarks } from './state';
import type { Bench } from './state';

/** What an earlier visit left in this browser. */
export const heldDraft = v.object({ pictureId: v.string(), marks: marksInput, setting: settingInput });

export const keyOf = ({ role, method, measure }: Pick<Taken, 'role' | 'method' | 'measure'>): string =>
  `${role}:${method}:${measure}`;

/** Readings with a fault graded by eye at one moment, in place of how it was graded before; null takes it back. */
export function withSeen(
  readings: readonly Taken[],
  fault: string,
  noted: Pick<Taken, 'role' | 'taken' | 'side'> | null,
): readonly Taken[] {
  const others = readings.filter(
    ({ method, measure, role }) => method !== 'seen' || measure !== fault || role === 'retest',
  );
  return noted ? [...others, { method: 'seen', measure: fault, ...noted }] : others;
}

/** Readings with one more, or one changed; null takes it back. */
export function withTaken(
  readings: readonly Taken[],
  one: Omit<Taken, 'taken'>,
  taken: number | null,
): readonly Taken[] {
  const others = readings.filter((other) => keyOf(other) !== keyOf(one));
  return taken === null ? others : [...others, { ...one, taken }];
}

/** Everything on the bench, read by the core. */
export function readBench(
  repertoire: Repertoire,
  { frame, observer, markingSdPx }: Pick<BenchOpening, 'frame' | 'observer' | 'markingSdPx'>,
  bench: Bench,
  readings: readonly Taken[],
  fault: string | null,
): Result<LookReading> {
  const pictures: Partial<Record<Role, Partial<Record<View, MarkedPicture>>>> = {};
  for (const [place, sheet] of placesOf(bench)) {
    const [role, view] = partsOf(place);
    (pictures[role] ??= {})[view] = {
      marks: toMarks(draftAt(bench, place)),
      markingSdPx: markingSdFor(sheet, markingSdPx),
      setting: settingAt(bench, place),
      size: { width: sheet.originalWidth, height: sheet.originalHeight },
    };
  }
  const { position } = exerciseAt(entry(repertoire.exercises, frame.exercise), frame.level);
  const who = { fingerMm: observer.fingerMm ?? undefined, eyes: observer.eyes };
  const read = readTaken(readings, position, who, repertoire.targets);
  return readLook({ ...frame, pictures, readings: read, taken: readings }, repertoire, fault ?? undefined);
}

export type Work = {
  /** The fault in hand: the one chosen, else the worst that is out, else one that can't be told yet. */
  readonly fault: string | undefined;
  /** Whether a measure shows it; else it is retested by eye. */
  readonly isMeasured: boolean;
  /** Something was named by eye, or a fault is worked on that no measure shows. */
  readonly isByEye: boolean;
  /** Everything seen, each fault once: by eye first. */
  readonly seen: readonly SeenFault[];
};

/** What is worked on by itself: the worst that is surely out or was seen, what could hurt first; else what can't be told yet and leans to a side. */
function worstOf({ baseline, seen }: Pick<LookReading, 'baseline' | 'seen'>): string | undefined {
  const measured = worstFinding(baseline);
  const byEye = [...seen.top, ...seen.back].find(({ severity }) => severity);
  const first = byEye?.safety && !measured?.safety ? byEye : (measured ?? byEye);
  return (
    first?.fault ?? baseline?.findings.find(({ verdict, leansNeither }) => verdict === 'unsure' && !leansNeither)?.fault
  );
}

/** What is worked on. `chosen`: the fault picked by hand. */
export function workOf(reading: Pick<LookReading, 'baseline' | 'back' | 'seen'>, chosen: string | null): Work {
  const { baseline, back, seen } = reading;
  const findings = baseline?.findings ?? [];
  const shows = (fault: string | undefined) => findings.some((one) => one.fault === fault);
  const fault = chosen ?? worstOf(reading);
  const noted = [...seen.setup, ...seen.top, ...seen.back];
  const judged: readonly Finding[] = [...findings, ...(back?.findings ?? [])];
  const isFirst = (one: Finding, at: number) => judged.findIndex((other) => other.fault === one.fault) === at;
  return {
    fault,
    isMeasured: shows(fault),
    isByEye: noted.length > 0 || (chosen !== null && !shows(chosen)),
    seen: [
      ...noted.map((one): SeenFault => ({ fault: one.fault, verdict: one.severity ? 'out' : 'in' })),
      ...judged.filter((one, at) => isFirst(one, at) && !noted.some(({ fault: id }) => id === one.fault)),
    ],
  };
}

const momentOf: Readonly<Record<Role, 'setup' | 'baseline' | 'back' | 'retest'>> = {
  setup: 'setup',
  top: 'baseline',
  back: 'back',
  retest: 'retest',
};

/** How a moment was judged; nothing until it can be. */
export const judgedAt = (reading: LookReading, role: Role): JudgeOutput | undefined => reading[momentOf[role]];

/** Marks named by an error's path (`landmarks.ASIS`, `matLine`). */
function marksAt(path: string): readonly string[] {
  const name = path.split('.').at(-1) ?? '';
  if (name === 'matLine') return ['mat1', 'mat2'];
  return path.includes('scale') ? ['known1', 'known2'] : [name];
}

/** What cannot be right in a picture or is doubtful: in words, and the marks that it is about. */
export function doubtOf(read: ReadPicture | undefined): {
  readonly words: string | undefined;
  readonly marks: ReadonlySet<string>;
  readonly measured: MeasureOutput | undefined;
} {
  if (read?.state !== 'read' && read?.state !== 'wrong')
    return { words: undefined, marks: new Set(), measured: undefined };
  const error = read.state === 'wrong' ? read.error : read.wrong;
  const isInSetUp = error?.path.startsWith('neutral') ?? false;
  const measured = read.state === 'read' ? read.measured : undefined;
  const doubtful = measured?.warnings.flatMap(({ landmarks }) => landmarks ?? []) ?? [];
  return {
    words: error && `${isInSetUp ? 'In the set-up picture: ' : ''}${error.message}`,
    marks: new Set([...(error && !isInSetUp ? marksAt(error.path) : []), ...doubtful]),
    measured,
  };
}
