// What a lens does to a body: a point nearer to it is drawn larger, away from where the lens points. Undone by how far each
// landmark usually lies from the body's middle plane; where nobody measured the lens' place, by where it usually stands.
import { middle } from '../geometry';
import type { Vec2 } from '../geometry';
import type { MeasureInput } from './input';
import type { Landmark, Landmarks, Side } from '../anatomy/landmarks';
import { sidedKey } from '../anatomy/landmarks';
import { nearerMm } from './mark-table';
import type { MarkTable } from './mark-table';

/** Whether a body is seen from its side, so that left and right landmarks lie at different distances from the lens. */
export const isProfile = ({ view, position }: Pick<MeasureInput, 'view' | 'position'>): boolean =>
  view === 'above' ? position === 'sideLying' : view === 'side';

export type Lens = NonNullable<MeasureInput['lens']>;

/** Where a lens usually stands: as far as it is asked to; level with the pelvis, square to it. */
export const usualDistanceMm = 3000;
/** What is not known of the distance, as a share of it: where it was told, and where it is the usual one. Conventions. */
export const unknownShare = { told: 0.05, usual: 0.25 } as const;

/** Said wherever it is reckoned with. */
export const usualLensWords = `The lens' distance was not told: reckoned with ${usualDistanceMm / 1000} m ± ${100 * unknownShare.usual} %, level with the pelvis of the set-up.`;

/** Marks with the pelvis between them; the first that are there say at what the lens was aimed. */
const pelvisMarks: readonly (readonly [Landmark, Landmark])[] = [
  ['ASIS', 'PS'],
  ['ASIS', 'PSIS'],
  ['STF', 'STB'],
  ['GT', 'GT'],
];

/** Where the pelvis is; where it is not marked, the middle of what is. */
function aimedAt(landmarks: Landmarks, near: Side): Vec2 {
  const at = (name: Landmark): Vec2 | undefined => landmarks[name] ?? landmarks[sidedKey(name, near)];
  for (const [first, second] of pelvisMarks) {
    const [a, b] = [at(first), at(second)];
    if (a && b) return middle(a, b);
  }
  const all = Object.values(landmarks);
  const sumOf = (part: 0 | 1): number => all.reduce((sum, at) => sum + at[part], 0);
  return all.length > 0 ? [sumOf(0) / all.length, sumOf(1) / all.length] : [0, 0];
}

/**
 * The lens to reckon with in a profile: as told, else the usual one aimed at the pelvis of the set-up picture (of this one
 * where there is none). Undefined where left and right lie equally far.
 */
export function lensOf(input: MeasureInput, near: Side): Lens | undefined {
  if (!isProfile(input)) return undefined;
  if (input.lens) return input.lens;
  const [x, y] = aimedAt(input.neutral?.landmarks ?? input.landmarks, near);
  return { axis: [x, y], distanceMm: usualDistanceMm };
}

/** What is so much nearer to the lens, brought back to the body's middle: this part of what is seen. */
export const shareAtMiddle = ({ lens }: Pick<MeasureInput, 'lens'>, nearer: number): number =>
  1 - nearer / (lens?.distanceMm ?? usualDistanceMm);

/** A point so far nearer to the lens than the body's middle, as an eye infinitely far away would see it. */
function drawBack({ axis: [cx, cy], distanceMm }: Lens, [x, y]: Vec2, nearer: number): [number, number] {
  const by = 1 - nearer / distanceMm;
  return [cx + (x - cx) * by, cy + (y - cy) * by];
}

/** The same marks as an eye infinitely far away would see them. */
export function flattenMarks(table: MarkTable, lens: Lens, near: Side): MarkTable {
  const depths = nearerMm[near];
  return table.map((at, slot) => at && drawBack(lens, at, depths[slot] ?? 0));
}

type Lines = Pick<MeasureInput, 'matLine' | 'scale'>;

/** The same mat line and known length, by its ends, as an eye infinitely far away would see them. */
export function flattenLines({ matLine, scale }: Lines, lens: Lens): Lines {
  const { matNearerMm = 0, knownNearerMm = 0 } = lens;
  const drawLine = ([a, b]: MeasureInput['matLine'], nearer: number): MeasureInput['matLine'] => [
    drawBack(lens, a, nearer),
    drawBack(lens, b, nearer),
  ];
  return {
    matLine: drawLine(matLine, matNearerMm),
    scale: scale && { points: drawLine(scale.points, knownNearerMm), mm: scale.mm },
  };
}
