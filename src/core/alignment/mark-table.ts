// A picture's landmarks laid out by number, each bare, left and right: found without building a name.
import { keysOf, recordOf } from '../keyed';
import type { Vec2 } from '../geometry';
import { landmarkInfo, landmarkNames, sidedKey } from '../anatomy/landmarks';
import type { Landmark, LandmarkKey, Landmarks, Side } from '../anatomy/landmarks';

export type MarkTable = readonly (Vec2 | undefined)[];
export type SdTable = readonly (number | undefined)[];

/** Places of a landmark's three marks in the table. */
const bare = 0;
const left = 1;
const right = 2;
const wide = 3;

const keys: readonly LandmarkKey[] = landmarkNames.flatMap((name) => [name, sidedKey(name, 'L'), sidedKey(name, 'R')]);
const slotOfKey = new Map<string, number>(keys.map((key, slot) => [key, slot]));

export const numberOf: Readonly<Record<Landmark, number>> = recordOf(landmarkNames, (_, i) => i);
/** The landmark of a slot, with its side. */
export const keyAt = (slot: number): LandmarkKey => keys[slot] ?? 'ASIS';
/** The landmark of a slot, whatever its side. */
export const nameAt = (slot: number): Landmark => landmarkNames[Math.floor(slot / wide)] ?? 'ASIS';

/** Spread of finding each again and its distance from the body's middle, by slot. */
export const findingSdMm: readonly number[] = keys.map((_, slot) => landmarkInfo[nameAt(slot)].findingSdMm);
const depthMm: readonly number[] = keys.map((_, slot) => landmarkInfo[nameAt(slot)].depthMm);

/** How much nearer to the lens than the body's middle plane each slot lies, seen with this side toward the lens, mm. */
export const nearerMm: Readonly<Record<Side, readonly number[]>> = {
  L: depthMm.map((mm, slot) => mm * nearness(slot, 'L')),
  R: depthMm.map((mm, slot) => mm * nearness(slot, 'R')),
};

/** Landmarks laid out by slot: places in px, undefined where nothing is marked. */
export function layOut(landmarks: Landmarks): MarkTable {
  const table = new Array<Vec2 | undefined>(keys.length).fill(undefined);
  for (const key of keysOf(landmarks)) {
    const slot = slotOfKey.get(key);
    if (slot !== undefined) table[slot] = landmarks[key];
  }
  return table;
}

/** Spread of single marks by slot, px; undefined where none is told. */
export function layOutSds(sds: Readonly<Partial<Record<LandmarkKey, number>>> | undefined): SdTable | undefined {
  if (!sds) return undefined;
  const table = new Array<number | undefined>(keys.length).fill(undefined);
  for (const key of keysOf(sds)) {
    const slot = slotOfKey.get(key);
    if (slot !== undefined) table[slot] = sds[key];
  }
  return table;
}

/** Slot of a landmark of one side. */
export const sidedSlot = (number: number, side: Side): number => number * wide + (side === 'L' ? left : right);

/** Slot of the mark to take for a landmark: unsided, else the near side's, else the far one's; −1 where none is set. */
export function nearSlot(table: MarkTable, number: number, near: Side): number {
  const first = number * wide;
  if (table[first + bare]) return first + bare;
  const [own, other] = near === 'L' ? [left, right] : [right, left];
  if (table[first + own]) return first + own;
  return table[first + other] ? first + other : -1;
}

/** + on the near side or unsided, − on the far side. */
function nearness(slot: number, near: Side): 1 | -1 {
  const place = slot % wide;
  return (place === left && near === 'R') || (place === right && near === 'L') ? -1 : 1;
}

/** The side of a slot; undefined for a landmark without one. */
export const sideAt = (slot: number): Side | undefined =>
  slot % wide === left ? 'L' : slot % wide === right ? 'R' : undefined;
