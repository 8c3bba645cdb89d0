// What of a picture is shown, and what keys do on it: plain values for the canvas.
import { clamp } from '@/core/geometry';
import type { Vec2 } from '@/core/geometry';
import { nextWanted } from './state';
import type { BenchAct, Draft, Place } from './state';
import type { WantedMarks } from '@/core/knowledge/wanted';
import type { MarkId } from '@/core/anatomy/marks';

/** How many times larger than whole, and the upper left corner in picture pixels. */
export type Shown = { readonly zoom: number; readonly x: number; readonly y: number };
export type Size = { readonly w: number; readonly h: number };

export const whole: Shown = { zoom: 1, x: 0, y: 0 };
const mostZoom = 12;

/** The same, no farther than the picture's edges. */
export function keepInside({ zoom, x, y }: Shown, { w, h }: Size): Shown {
  const z = clamp(zoom, 1, mostZoom);
  return { zoom: z, x: clamp(x, 0, w - w / z), y: clamp(y, 0, h - h / z) };
}

/** So many times larger, a spot of the picture staying where it is on the screen. */
export function zoomAbout(shown: Shown, by: number, [px, py]: Vec2, size: Size): Shown {
  const zoom = clamp(shown.zoom * by, 1, mostZoom);
  const k = shown.zoom / zoom;
  return keepInside({ zoom, x: px - (px - shown.x) * k, y: py - (py - shown.y) * k }, size);
}

export const centreOf = ({ zoom, x, y }: Shown, { w, h }: Size): Vec2 => [x + w / zoom / 2, y + h / zoom / 2];

const zoomKeys: Readonly<Record<string, number>> = { '+': 1.4, '=': 1.4, '-': 1 / 1.4 };

/** What is shown after a key; undefined where the key shows nothing else. */
export function shownAfter(key: string, shown: Shown, about: Vec2, size: Size): Shown | undefined {
  if (key === '0') return whole;
  const by = zoomKeys[key];
  return by ? zoomAbout(shown, by, about, size) : undefined;
}

const arrows: Readonly<Record<string, Vec2>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

export type KeyPress = { readonly key: string; readonly shiftKey: boolean; readonly altKey: boolean };

/** Picture pixels that an arrow moves a mark. */
const stepOf = ({ shiftKey, altKey }: KeyPress): number => (shiftKey ? 10 : altKey ? 0.2 : 1);

/** What a mark is before it is set: where it lay in the set-up picture, else the middle of this one. */
type Marking = {
  readonly place: Place;
  readonly draft: Draft;
  readonly wanted: WantedMarks;
  readonly active: MarkId;
  readonly start: Vec2;
};

/** What a key does to the marks; undefined where it does nothing. */
export function actFor(press: KeyPress, { place, draft, wanted, active, start }: Marking): BenchAct | undefined {
  const at = draft.points[active];
  const arrow = arrows[press.key];
  if (arrow) {
    const [x, y] = at ?? start;
    const by = stepOf(press);
    return { do: 'put', place, mark: active, at: [x + arrow[0] * by, y + arrow[1] * by], remember: true };
  }
  switch (press.key) {
    case 'Enter':
      return at
        ? { do: 'choose', place, mark: nextWanted(wanted, draft, active) }
        : { do: 'put', place, mark: active, at: start, remember: true };
    case ']':
      return { do: 'next', place };
    case '[':
      return { do: 'previous', place };
    case 'Delete':
    case 'Backspace':
      return { do: 'remove', place, mark: active };
    default:
      return undefined;
  }
}
