'use client';

import { Maximize, ZoomIn, ZoomOut } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { Dispatch, KeyboardEvent, PointerEvent } from 'react';
import styled from 'styled-components';
import { jointAngles, levelLines } from '@/core/figure/levels';
import type { Band } from '@/core/figure/levels';
import type { Marks } from '@/core/anatomy/marks';
import { clamp, distance } from '@/core/geometry';
import type { Vec2 } from '@/core/geometry';
import { Button } from '@/design/button';
import { JointAngles, Levels, pictureAddress } from '@/design/marked-picture';
import { Outline } from './outline';
import type { OutlinePlace, OutlineShape } from './outline';
import { nextWanted } from './state';
import type { BenchAct, Draft, Place, Sheet } from './state';
import { isLineEnd, nameOfMark } from './wanted';
import type { MarkId, WantedMarks } from './wanted';

const Frame = styled.div`
  position: relative;
  border-radius: 14px;
  background: #20282b;
  overflow: hidden;
  .stage {
    position: relative;
    overflow: hidden;
    margin: 0 auto;
    max-width: 100%;
  }
  .paper {
    position: absolute;
    max-width: none;
    pointer-events: none;
    user-select: none;
  }
  .sheet {
    position: relative;
    display: block;
    width: 100%;
    height: 100%;
    touch-action: none;
    cursor: crosshair;
    user-select: none;
  }
  .sheet.panning {
    cursor: grab;
  }
  &:has(.sheet:focus-visible) {
    outline: 3px solid var(--info);
    outline-offset: 3px;
  }
  .sheet:focus-visible {
    outline: none;
  }
  .loupe {
    position: absolute;
    top: 12px;
    width: 172px;
    height: 172px;
    border-radius: 50%;
    overflow: hidden;
    border: 3px solid #fdfcf8;
    box-shadow: 0 6px 22px rgb(0 0 0 / 45%);
    background: #20282b;
    pointer-events: none;
  }
  .loupe svg {
    display: block;
    width: 100%;
    height: 100%;
  }
  .zoom {
    display: flex;
    justify-content: flex-end;
    gap: 2px;
    padding: 2px 6px;
  }
  .zoom button {
    color: #fdfcf8;
  }
  .zoom button[data-hovered] {
    background: #34424a;
  }
  @media (max-width: 520px) {
    .loupe {
      width: 118px;
      height: 118px;
    }
  }
`;

/** Grab within this many screen pixels of a mark. */
const reachPx = 16;
const mostZoom = 12;
const arrows: Readonly<Record<string, Vec2>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** What of the picture is shown: how many times larger than whole, and its upper left corner in picture pixels. */
type Shown = { readonly zoom: number; readonly x: number; readonly y: number };
const whole: Shown = { zoom: 1, x: 0, y: 0 };

type CanvasProps = {
  readonly place: Place;
  readonly sheet: Sheet;
  readonly draft: Draft;
  readonly wanted: WantedMarks;
  readonly active: MarkId;
  readonly marks: Marks;
  readonly setup: Marks | undefined;
  readonly bands: readonly Band[];
  readonly out: ReadonlySet<string>;
  /** Marks that cannot be right. */
  readonly wrong: ReadonlySet<string>;
  readonly dispatch: Dispatch<BenchAct>;
  /** Told of each mark newly set by hand, with where. */
  readonly onSet?: ((mark: MarkId, at: Vec2) => void) | undefined;
  /** A body's outline laid over the picture, to be dragged onto the client. */
  readonly outline?:
    { readonly shape: OutlineShape; readonly at: OutlinePlace; readonly move: (at: OutlinePlace) => void } | undefined;
};

/** The picture to mark: press and drag to place, arrows to nudge, a loupe on the spot; zoom by wheel, pinch or keys. */
export function Canvas({
  place,
  sheet,
  draft,
  wanted,
  active,
  marks,
  setup,
  bands,
  out,
  wrong,
  dispatch,
  onSet,
  outline,
}: CanvasProps) {
  const svg = useRef<SVGSVGElement>(null);
  const [held, setHeld] = useState<{ mark: MarkId; isNew: boolean }>();
  const [focused, setFocused] = useState(false);
  const [shown, setShown] = useState<Shown>(whole);
  const [panning, setPanning] = useState<{ from: Vec2; at: Shown }>();
  const [spaceDown, setSpaceDown] = useState(false);
  const fingers = useRef(new Map<number, Vec2>());
  const pinch = useRef<{ apart: number; at: Shown; middle: Vec2 } | undefined>(undefined);
  const { originalWidth: w, originalHeight: h } = sheet;
  const unit = w / 860 / shown.zoom;
  const at = draft.points[active];
  const ghost = ghostOf(active, setup);
  const lines = useMemo(() => levelLines(marks, setup), [marks, setup]);
  const joints = useMemo(() => jointAngles(marks), [marks]);

  const keepInside = ({ zoom, x, y }: Shown): Shown => {
    const z = clamp(zoom, 1, mostZoom);
    return { zoom: z, x: clamp(x, 0, w - w / z), y: clamp(y, 0, h - h / z) };
  };
  const zoomAbout = (by: number, [px, py]: Vec2, from: Shown = shown): Shown => {
    const zoom = clamp(from.zoom * by, 1, mostZoom);
    const k = from.zoom / zoom;
    return keepInside({ zoom, x: px - (px - from.x) * k, y: py - (py - from.y) * k });
  };
  const centre: Vec2 = at ?? [shown.x + w / shown.zoom / 2, shown.y + h / shown.zoom / 2];

  useEffect(() => {
    const sheetNow = svg.current;
    if (!sheetNow) return;
    const onWheel = (event: WheelEvent) => {
      event.preventDefault(); // must not scroll the page, so not a passive listener
      const spot = placeOn(sheetNow, event);
      setShown((before) => {
        const zoom = clamp(before.zoom * Math.exp(-event.deltaY / 400), 1, mostZoom);
        const k = before.zoom / zoom;
        const x = spot[0] - (spot[0] - before.x) * k;
        const y = spot[1] - (spot[1] - before.y) * k;
        return { zoom, x: clamp(x, 0, w - w / zoom), y: clamp(y, 0, h - h / zoom) };
      });
    };
    sheetNow.addEventListener('wheel', onWheel, { passive: false });
    return () => sheetNow.removeEventListener('wheel', onWheel);
  }, [w, h]);

  const grab = (event: PointerEvent<SVGSVGElement>) => {
    const sheetNow = event.currentTarget;
    if (event.pointerType === 'touch') fingers.current.set(event.pointerId, [event.clientX, event.clientY]);
    if (fingers.current.size === 2) {
      const [a, b] = [...fingers.current.values()];
      if (!a || !b) return;
      const middle = placeOn(sheetNow, { clientX: (a[0] + b[0]) / 2, clientY: (a[1] + b[1]) / 2 });
      pinch.current = { apart: distance(a, b), at: shown, middle };
      if (held?.isNew) dispatch({ do: 'undo' }); // the first finger of a pinch is no mark
      setHeld(undefined);
      return;
    }
    if (event.button === 1 || (event.button === 0 && spaceDown)) {
      sheetNow.setPointerCapture(event.pointerId);
      return setPanning({ from: [event.clientX, event.clientY], at: shown });
    }
    if (event.button !== 0) return;
    sheetNow.setPointerCapture(event.pointerId);
    const spot = placeOn(sheetNow, event);
    const reach = reachPx / (sheetNow.getScreenCTM()?.a ?? 1);
    const near = wanted.filter((id) => (draft.points[id] ? distance(spot, draft.points[id]) < reach : false));
    const touched = near.includes(active) ? active : near.at(-1);
    if (touched) {
      dispatch({ do: 'choose', place, mark: touched });
      return setHeld({ mark: touched, isNew: false });
    }
    dispatch({ do: 'put', place, mark: active, at: spot, remember: true });
    setHeld({ mark: active, isNew: !draft.points[active] });
  };
  const [dragged, setDragged] = useState(false);
  const drag = (event: PointerEvent<SVGSVGElement>) => {
    if (fingers.current.has(event.pointerId)) fingers.current.set(event.pointerId, [event.clientX, event.clientY]);
    if (pinch.current && fingers.current.size === 2) {
      const [a, b] = [...fingers.current.values()];
      const { apart, at: from, middle } = pinch.current;
      if (a && b) setShown(zoomAbout(distance(a, b) / apart, middle, from));
      return;
    }
    if (panning) {
      const scale = event.currentTarget.getScreenCTM()?.a ?? 1;
      const [dx, dy] = [(event.clientX - panning.from[0]) / scale, (event.clientY - panning.from[1]) / scale];
      return setShown(keepInside({ ...panning.at, x: panning.at.x - dx, y: panning.at.y - dy }));
    }
    if (!held) return;
    const startsDrag = !dragged && !held.isNew;
    dispatch({ do: 'put', place, mark: held.mark, at: placeOn(event.currentTarget, event), remember: startsDrag });
    setDragged(true);
  };
  const release = (event: PointerEvent<SVGSVGElement>) => {
    fingers.current.delete(event.pointerId);
    if (fingers.current.size < 2) pinch.current = undefined;
    setPanning(undefined);
    if (held?.isNew) {
      const set = draft.points[held.mark];
      if (set && !isLineEnd(held.mark)) onSet?.(held.mark, set);
      dispatch({ do: 'choose', place, mark: nextWanted(wanted, draft, held.mark) });
    }
    setHeld(undefined);
    setDragged(false);
  };

  const onKey = (event: KeyboardEvent) => {
    if (event.key === ' ') {
      event.preventDefault();
      return setSpaceDown(true);
    }
    const zoomKey = ({ '+': 1.4, '=': 1.4, '-': 1 / 1.4 } as Readonly<Record<string, number>>)[event.key];
    if (zoomKey) return setShown(zoomAbout(zoomKey, centre));
    if (event.key === '0') return setShown(whole);
    const arrow = arrows[event.key];
    const act: BenchAct | undefined = arrow
      ? {
          do: 'put',
          place,
          mark: active,
          at: nudge(at ?? ghost ?? [w / 2, h / 2], arrow, event.shiftKey ? 10 : event.altKey ? 0.2 : 1),
          remember: true,
        }
      : event.key === 'Enter'
        ? at
          ? { do: 'choose', place, mark: nextWanted(wanted, draft, active) }
          : { do: 'put', place, mark: active, at: ghost ?? [w / 2, h / 2], remember: true }
        : event.key === ']'
          ? { do: 'next', place }
          : event.key === '['
            ? { do: 'previous', place }
            : event.key === 'Delete' || event.key === 'Backspace'
              ? { do: 'remove', place, mark: active }
              : undefined;
    if (!act) return;
    event.preventDefault();
    dispatch(act);
  };

  return (
    <Frame>
      <div className="stage" style={{ aspectRatio: `${w} / ${h}`, width: `calc(62vh * ${w / h})` }}>
        {/* eslint-disable-next-line @next/next/no-img-element -- private and already small; a layer of its own, so that moving a mark repaints no picture */}
        <img
          className="paper"
          src={pictureAddress(sheet.id)}
          alt=""
          draggable={false}
          style={{
            width: `${100 * shown.zoom}%`,
            left: `${(-100 * shown.zoom * shown.x) / w}%`,
            top: `${(-100 * shown.zoom * shown.y) / h}%`,
          }}
        />
        <svg
          ref={svg}
          className={`sheet ${spaceDown ? 'panning' : ''}`}
          viewBox={`${shown.x} ${shown.y} ${w / shown.zoom} ${h / shown.zoom}`}
          tabIndex={0}
          role="application"
          aria-label={`${sheet.title}: picture to mark`}
          aria-describedby="mark-status mark-keys"
          onPointerDown={grab}
          onPointerMove={drag}
          onPointerUp={release}
          onPointerCancel={release}
          onKeyDown={onKey}
          onKeyUp={(event) => event.key === ' ' && setSpaceDown(false)}
          onFocus={() => setFocused(true)}
          onBlur={() => {
            setFocused(false);
            setSpaceDown(false);
          }}
        >
          <Ends draft={draft} unit={unit} />
          <Levels lines={lines} bands={bands} out={out} unit={unit} />
          <JointAngles joints={joints} unit={unit} />
          {ghost && !at && (
            <circle
              cx={ghost[0]}
              cy={ghost[1]}
              r={9 * unit}
              fill="none"
              stroke="#fff"
              strokeWidth={1.6 * unit}
              strokeDasharray={`${4 * unit} ${3 * unit}`}
            />
          )}
          {wanted.map((id) => {
            const spot = draft.points[id];
            return (
              spot && (
                <Mark
                  key={id}
                  at={spot}
                  unit={unit}
                  name={id}
                  state={wrong.has(id) ? 'wrong' : id === active ? 'active' : 'set'}
                />
              )
            );
          })}
          {outline && <Outline shape={outline.shape} at={outline.at} unit={unit} onMove={outline.move} />}
        </svg>
      </div>
      {at && (focused || held) && !outline && (
        <div
          className="loupe"
          style={(at[0] - shown.x) * shown.zoom < w / 2 ? { right: 12 } : { left: 12 }}
          aria-hidden
        >
          <Loupe sheet={sheet} at={at} zoom={shown.zoom} />
        </div>
      )}
      <div className="zoom">
        <Button $look="quiet" aria-label="Zoom in" onPress={() => setShown(zoomAbout(1.6, centre))}>
          <ZoomIn size={19} aria-hidden />
        </Button>
        <Button
          $look="quiet"
          aria-label="Zoom out"
          isDisabled={shown.zoom === 1}
          onPress={() => setShown(zoomAbout(1 / 1.6, centre))}
        >
          <ZoomOut size={19} aria-hidden />
        </Button>
        {shown.zoom > 1 && (
          <Button $look="quiet" aria-label="Whole picture" onPress={() => setShown(whole)}>
            <Maximize size={19} aria-hidden />
          </Button>
        )}
      </div>
    </Frame>
  );
}

/** Picture pixels under a screen point. */
function placeOn(sheet: SVGSVGElement, { clientX, clientY }: { clientX: number; clientY: number }): Vec2 {
  const point = new DOMPoint(clientX, clientY).matrixTransform(sheet.getScreenCTM()?.inverse());
  return [point.x, point.y];
}

const nudge = ([x, y]: Vec2, [dx, dy]: Vec2, by: number): Vec2 => [x + dx * by, y + dy * by];

/** Where this landmark lay in the set-up picture. */
function ghostOf(id: MarkId, setup: Marks | undefined): Vec2 | undefined {
  return isLineEnd(id) ? undefined : setup?.landmarks[id];
}

function Ends({ draft: { points }, unit }: { draft: Draft; unit: number }) {
  const line = (a: Vec2 | undefined, b: Vec2 | undefined, colour: string) =>
    a &&
    b && (
      <g pointerEvents="none">
        <line x1={a[0]} y1={a[1]} x2={b[0]} y2={b[1]} stroke="#0d1518" strokeOpacity={0.6} strokeWidth={4.5 * unit} />
        <line x1={a[0]} y1={a[1]} x2={b[0]} y2={b[1]} stroke={colour} strokeWidth={2.2 * unit} />
      </g>
    );
  return (
    <>
      {line(points.mat1, points.mat2, '#9fdcec')}
      {line(points.known1, points.known2, '#ffd68a')}
    </>
  );
}

const markColours = { wrong: '#ff8a5c', active: '#dbe85a', set: '#ffffff' } as const;

function Mark({
  at: [x, y],
  unit,
  name,
  state,
}: {
  at: Vec2;
  unit: number;
  name: MarkId;
  state: keyof typeof markColours;
}) {
  const r = (state === 'set' ? 6 : 9) * unit;
  return (
    <g
      transform={`translate(${x} ${y})`}
      pointerEvents="none"
      data-mark={name}
      data-x={x.toFixed(1)}
      data-y={y.toFixed(1)}
    >
      <circle r={r} fill="none" stroke="#0d1518" strokeWidth={4.2 * unit} strokeOpacity={0.75} />
      <circle r={r} fill="none" stroke={markColours[state]} strokeWidth={2.2 * unit} />
      <circle r={1.3 * unit} fill={markColours[state]} />
      {state !== 'set' && (
        <text
          x={r + 5 * unit}
          y={-r}
          fontSize={14 * unit}
          fontWeight={700}
          fill={markColours[state]}
          stroke="#0d1518"
          strokeWidth={3.4 * unit}
          paintOrder="stroke"
        >
          {isLineEnd(name) ? nameOfMark(name).split(',')[0] : name.replace('_', ' ')}
        </text>
      )}
    </g>
  );
}

function Loupe({ sheet, at: [x, y], zoom }: { sheet: Sheet; at: Vec2; zoom: number }) {
  const half = (22 * sheet.originalWidth) / 860 / Math.sqrt(zoom);
  const hair = half / 45;
  return (
    <svg viewBox={`${x - half} ${y - half} ${2 * half} ${2 * half}`}>
      <image href={pictureAddress(sheet.id)} width={sheet.originalWidth} height={sheet.originalHeight} />
      <g stroke="#0d1518" strokeWidth={hair * 2.4} opacity={0.55}>
        <path d={cross(x, y, half)} />
      </g>
      <g stroke="#dbe85a" strokeWidth={hair}>
        <path d={cross(x, y, half)} />
      </g>
    </svg>
  );
}

const cross = (x: number, y: number, half: number): string =>
  `M${x - half} ${y}H${x - half * 0.12}M${x + half * 0.12} ${y}H${x + half}M${x} ${y - half}V${y - half * 0.12}M${x} ${y + half * 0.12}V${y + half}`;
