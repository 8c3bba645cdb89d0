// Where a camera stands in a room, as it was told once on this device: another device, or another room, is told anew.
import * as v from 'valibot';

const place = v.object({
  /** From the lens to the client's middle, and above the mat, mm; null: not told. */
  distanceMm: v.nullable(v.pipe(v.number(), v.minValue(500), v.maxValue(20_000))),
  heightMm: v.nullable(v.pipe(v.number(), v.minValue(0), v.maxValue(4000))),
  headEnd: v.picklist(['left', 'right']),
});
export type EyePlace = v.InferOutput<typeof place>;

export const noPlace: EyePlace = { distanceMm: null, heightMm: null, headEnd: 'left' };

const keyOf = (room: string): string => `spine-eye ${room}`;

/** What is kept of a room; nothing told where nothing, or nothing readable, is. */
export function readPlace(room: string): EyePlace {
  try {
    const kept = v.safeParse(place, JSON.parse(localStorage.getItem(keyOf(room)) ?? 'null'));
    return kept.success ? kept.output : noPlace;
  } catch {
    return noPlace;
  }
}

export function keepPlace(room: string, kept: EyePlace): void {
  try {
    localStorage.setItem(keyOf(room), JSON.stringify(kept));
  } catch {
    // a device that keeps nothing is told anew each time
  }
}
