// Which marks the bench asks for, in which order: what the exercise watches, seen from where one stands.
import { isOneOf } from '../keyed';
import type { View } from '../anatomy/positions';
import { landmarkInfo, landmarkNames, sidedKey } from '../anatomy/landmarks';
import type { Landmark, LandmarkKey } from '../anatomy/landmarks';
import { measuresSeen } from '../alignment/needs';
import { alwaysAsked, bendsOf, measureRules, sideLineServedBy } from '../alignment/rules';
import { isLineMark, lineMarks } from '../anatomy/marks';
import type { LineMark, MarkId } from '../anatomy/marks';
import type { Exercise, Level } from './entries';
import { goesRound } from '../body/shown';
import { roundMarks } from './circled';
import { isInclined } from './find';

export const bareName = (id: MarkId): Landmark | undefined => {
  const name = id.replace(/_[LR]$/, '');
  return isOneOf(landmarkNames, name) ? name : undefined;
};

const lineNames: Readonly<Record<LineMark, string>> = {
  mat1: 'mat line, one end',
  mat2: 'mat line, other end',
  known1: 'known length, one end',
  known2: 'known length, other end',
  knownMid: 'known length, its middle',
};

export function nameOfMark(id: MarkId): string {
  if (isLineMark(id)) return lineNames[id];
  const name = bareName(id);
  if (!name) return id;
  const side = id.endsWith('_L') ? 'left ' : id.endsWith('_R') ? 'right ' : '';
  return `${side}${landmarkInfo[name].name}`;
}

const order: readonly Landmark[] = [
  'ASIS',
  'PS',
  'PSIS',
  'STF',
  'STB',
  'SN',
  'LR',
  'GT',
  'LK',
  'PAT',
  'LM',
  'HEEL',
  'AC',
  'WR',
  'FH',
  'CH',
  'C7',
  'TR',
  'S2',
  'L3',
  'T6',
  'SL2',
  'SL4',
  'SL5',
];
/** Marks that sharpen or replace others, but are not waited for. */
const extra: ReadonlySet<string> = new Set([
  'PSIS',
  'STF',
  'STB',
  'S2',
  'L3',
  'T6',
  'SL2',
  'SL4',
  'SL5',
  'knownMid',
  'HEEL',
]);
/** Any one of these serves for the tilt of the pelvis; none is insisted on. */
const oneOf: readonly (readonly Landmark[])[] = [['PS', 'PSIS', 'STF']];

export type WantedMarks = readonly MarkId[];

/** Where a trunk leans off the mat, what is read along it needs both of its ends. */
const trunkLine = ['GT', 'AC'] as const satisfies readonly Landmark[];

type Asking = Pick<Level, 'top' | 'rolls' | 'back'>;

/** Marks that a measure needs. */
const neededBy = ({ needs, paired = [], sided }: (typeof measureRules)[number]): LandmarkKey[] =>
  needs.flatMap((needed): LandmarkKey[] => {
    const name = sideLineServedBy[needed] ?? needed;
    return paired.includes(name) || sided === 'always' ? [sidedKey(name, 'L'), sidedKey(name, 'R')] : [name];
  });

/** Marks that a level asks for itself: of a trunk that leaves the mat both ends, of a leg that goes round what goes round. */
const askedBy = (level: Asking, view: View): readonly LandmarkKey[] => [
  ...(goesRound(level) ? roundMarks(view) : []),
  ...(isInclined(level) && view === 'side' ? trunkLine : []),
];

/** Every mark that can be set in this view of this exercise; of a level whose trunk leaves the mat, or rolls, what that needs too. */
export function marksFor(
  { position, watches }: Pick<Exercise, 'watches' | 'position'>,
  view: View,
  level?: Asking,
): WantedMarks {
  const seen = new Set(measuresSeen(position, view));
  const wanted = new Set<string>([
    ...watches.map(({ measure }) => measure),
    ...(view === 'side' ? alwaysAsked : []),
    ...(level?.rolls ? Object.values(bendsOf).flat() : []),
  ]);
  const rules = measureRules.filter(({ id }) => seen.has(id) && wanted.has(id));
  const keys = new Set([...rules.flatMap(neededBy), ...(level ? askedBy(level, view) : [])]);
  const landmarks = order.flatMap((name) =>
    ([name, sidedKey(name, 'L'), sidedKey(name, 'R')] as const).filter((key) => keys.has(key)),
  );
  return [...lineMarks, ...landmarks];
}

/** Stickers of the side line are asked for only where a curve is watched, and are worn then. */
export const isSideLine = (landmark: Landmark): boolean => landmark.startsWith('SL');

export const isExtra = (id: MarkId): boolean => extra.has(bareName(id) ?? id);

/** Whether something that serves as well is already there. */
export const isServed = (id: MarkId, has: (id: MarkId) => boolean): boolean =>
  oneOf.some((group) => {
    const name = bareName(id);
    return name !== undefined && group.includes(name) && group.some((other) => other !== name && has(other));
  });

export type MarkGroup = { readonly name: string; readonly marks: readonly MarkId[] };
const blocks: readonly (readonly [string, readonly Landmark[]])[] = [
  ['pelvis', ['ASIS', 'PS', 'PSIS']],
  ['pelvis strip', ['STF', 'STB']],
  ['ribs', ['SN', 'LR']],
  ['leg', ['GT', 'LK', 'PAT', 'LM', 'HEEL']],
  ['arm', ['AC', 'WR']],
  ['head', ['FH', 'CH', 'C7', 'TR']],
  ['back', ['S2', 'L3', 'T6']],
  ['side line', ['SL2', 'SL4', 'SL5']],
];

/** The same by block, for buttons. */
export const groupsOf = (wanted: WantedMarks): MarkGroup[] => {
  const lines: readonly MarkGroup[] = [
    { name: 'mat line', marks: ['mat1', 'mat2'] },
    { name: 'known length', marks: ['known1', 'known2', 'knownMid'] },
  ];
  const ofBlocks = blocks.map(([name, landmarks]): MarkGroup => ({
    name,
    marks: wanted.filter((id) => isOneOf(landmarks, bareName(id))),
  }));
  return [...lines, ...ofBlocks].filter(({ marks }) => marks.length > 0);
};
