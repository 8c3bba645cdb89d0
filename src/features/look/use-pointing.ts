'use client';

import { useEffect, useRef, useState } from 'react';
import type { Dispatch, PointerEvent, RefObject } from 'react';
import { distance } from '@/core/geometry';
import type { Vec2 } from '@/core/geometry';
import { pixelsPerUnit, placeOn } from '@/platform/browser/pointer';
import { keepInside, whole, zoomAbout } from './shown';
import type { Shown, Size } from './shown';
import { nextWanted } from './state';
import type { BenchAct, Draft, Place } from './state';
import { isLineMark } from '@/core/anatomy/marks';
import type { WantedMarks } from '@/core/knowledge/wanted';
import type { MarkId } from '@/core/anatomy/marks';

/** Grab within this many screen pixels of a mark. */
const reachPx = 16;

type OnSheet = {
  readonly svg: RefObject<SVGSVGElement | null>;
  readonly size: Size;
  readonly place: Place;
  readonly draft: Draft;
  readonly wanted: WantedMarks;
  readonly active: MarkId;
  readonly isSpaceDown: boolean;
  readonly dispatch: Dispatch<BenchAct>;
  /** Told of each mark newly set by hand, with where. */
  readonly onSet: ((mark: MarkId, at: Vec2) => void) | undefined;
};

const onScreen = ({ clientX, clientY }: { readonly clientX: number; readonly clientY: number }): Vec2 => [
  clientX,
  clientY,
];

/** What is shown of a picture, zoomed by wheel about the pointer. */
function useShown(svg: RefObject<SVGSVGElement | null>, w: number, h: number) {
  const [shown, setShown] = useState<Shown>(whole);
  useEffect(() => {
    const sheet = svg.current;
    if (!sheet) return;
    const onWheel = (event: WheelEvent) => {
      event.preventDefault(); // must not scroll the page, so not a passive listener
      const spot = placeOn(sheet, event);
      if (spot) setShown((before) => zoomAbout(before, Math.exp(-event.deltaY / 400), spot, { w, h }));
    };
    sheet.addEventListener('wheel', onWheel, { passive: false });
    return () => sheet.removeEventListener('wheel', onWheel);
  }, [svg, w, h]);
  return [shown, setShown] as const;
}

type Pinch = { readonly apart: number; readonly at: Shown; readonly middle: Vec2 };

/** Two fingers on the sheet: how far apart, and about which spot. */
function useFingers() {
  const fingers = useRef(new Map<number, Vec2>());
  const pinch = useRef<Pinch | undefined>(undefined);
  const pair = (): readonly [Vec2, Vec2] | undefined => {
    const [a, b, more] = [...fingers.current.values()];
    return a && b && !more ? [a, b] : undefined;
  };
  return {
    down: (event: PointerEvent) => {
      if (event.pointerType === 'touch') fingers.current.set(event.pointerId, onScreen(event));
    },
    moved: (event: PointerEvent) => {
      if (fingers.current.has(event.pointerId)) fingers.current.set(event.pointerId, onScreen(event));
    },
    up: (event: PointerEvent) => {
      fingers.current.delete(event.pointerId);
      if (fingers.current.size < 2) pinch.current = undefined;
    },
    /** A pinch begins, when a second finger came down. */
    begin: (sheet: SVGSVGElement, at: Shown): boolean => {
      const both = pair();
      if (!both) return false;
      const [a, b] = both;
      const middle = placeOn(sheet, { clientX: (a[0] + b[0]) / 2, clientY: (a[1] + b[1]) / 2 });
      if (middle) pinch.current = { apart: distance(a, b), at, middle };
      return true;
    },
    /** What is shown as the fingers part; undefined while there are not two. */
    spread: (size: Size): Shown | undefined => {
      const both = pair();
      if (!both || !pinch.current) return undefined;
      const { apart, at, middle } = pinch.current;
      return zoomAbout(at, distance(...both) / apart, middle, size);
    },
  };
}

/** Pointer on the picture: press to place or take hold of a mark, drag it; pinch, wheel and Space move the picture. */
export function usePointing({ svg, size, place, draft, wanted, active, isSpaceDown, dispatch, onSet }: OnSheet) {
  const [shown, setShown] = useShown(svg, size.w, size.h);
  const [held, setHeld] = useState<{ mark: MarkId; isNew: boolean; dragged: boolean }>();
  const [panning, setPanning] = useState<{ from: Vec2; at: Shown }>();
  const fingers = useFingers();
  const takeHold = (sheet: SVGSVGElement, spot: Vec2) => {
    const reach = reachPx / pixelsPerUnit(sheet);
    const near = wanted.filter((id) => (draft.points[id] ? distance(spot, draft.points[id]) < reach : false));
    const touched = near.includes(active) ? active : near.at(-1);
    if (touched) dispatch({ do: 'choose', place, mark: touched });
    else dispatch({ do: 'put', place, mark: active, at: spot, remember: true });
    setHeld({ mark: touched ?? active, isNew: !touched && !draft.points[active], dragged: !touched });
  };
  const grab = (event: PointerEvent<SVGSVGElement>) => {
    const sheet = event.currentTarget;
    fingers.down(event);
    if (fingers.begin(sheet, shown)) {
      if (held?.isNew) dispatch({ do: 'undo' }); // the first finger of a pinch is no mark
      return setHeld(undefined);
    }
    const pans = event.button === 1 || (event.button === 0 && isSpaceDown);
    if (event.button !== 0 && !pans) return;
    sheet.setPointerCapture(event.pointerId);
    if (pans) return setPanning({ from: onScreen(event), at: shown });
    const spot = placeOn(sheet, event);
    if (spot) takeHold(sheet, spot);
  };
  const drag = (event: PointerEvent<SVGSVGElement>) => {
    fingers.moved(event);
    const spread = fingers.spread(size);
    if (spread) return setShown(spread);
    if (panning) {
      const scale = pixelsPerUnit(event.currentTarget);
      const [x, y] = onScreen(event);
      const [dx, dy] = [(x - panning.from[0]) / scale, (y - panning.from[1]) / scale];
      return setShown(keepInside({ ...panning.at, x: panning.at.x - dx, y: panning.at.y - dy }, size));
    }
    const spot = held && placeOn(event.currentTarget, event);
    if (!spot) return;
    dispatch({ do: 'put', place, mark: held.mark, at: spot, remember: !held.dragged });
    setHeld({ ...held, dragged: true });
  };
  const release = (event: PointerEvent<SVGSVGElement>) => {
    fingers.up(event);
    setPanning(undefined);
    if (held?.isNew) {
      const set = draft.points[held.mark];
      if (set && !isLineMark(held.mark)) onSet?.(held.mark, set);
      dispatch({ do: 'choose', place, mark: nextWanted(wanted, draft, held.mark) });
    }
    setHeld(undefined);
  };
  return { shown, setShown, isHeld: held !== undefined, grab, drag, release };
}
