'use client';

import { Maximize, ZoomIn, ZoomOut } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useMemo, useRef, useState } from 'react';
import type { Dispatch, KeyboardEvent } from 'react';
import styled from 'styled-components';
import { jointAngles, levelLines } from '@/core/figure/levels';
import type { Band } from '@/core/figure/levels';
import type { Marks } from '@/core/anatomy/marks';
import { distance } from '@/core/geometry';
import type { Vec2 } from '@/core/geometry';
import { Button } from '@/design/button';
import { JointAngles, Levels, pictureAddress } from '@/design/marked-picture';
import type { OutlinePlace, OutlineShape } from './outline';
import { actFor, centreOf, shownAfter, whole, zoomAbout } from './shown';
import type { BenchAct, Draft, Place, Sheet } from './state';
import type { LooseSticker } from './stickers';
import { usePointing } from './use-pointing';
import { nameOfMark } from '@/core/knowledge/wanted';
import { isLineMark } from '@/core/anatomy/marks';
import type { WantedMarks } from '@/core/knowledge/wanted';
import type { MarkId } from '@/core/anatomy/marks';

const Outline = dynamic(() => import('./outline').then((all) => all.Outline));

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
  /** Stickers that were found and got no name. */
  readonly loose?: readonly LooseSticker[];
  /** A body's outline laid over the picture, to be dragged onto the client. */
  readonly outline?:
    { readonly shape: OutlineShape; readonly at: OutlinePlace; readonly move: (at: OutlinePlace) => void } | undefined;
};

/** The picture to mark: press and drag to place, arrows to nudge, a loupe on the spot; zoom by wheel, pinch or keys. */
export function Canvas(props: CanvasProps) {
  const { place, sheet, draft, wanted, active, setup, dispatch, onSet, outline } = props;
  const svg = useRef<SVGSVGElement>(null);
  const [focused, setFocused] = useState(false);
  const [isSpaceDown, setSpaceDown] = useState(false);
  const size = { w: sheet.originalWidth, h: sheet.originalHeight };
  const { w, h } = size;
  const pointing = usePointing({ svg, size, place, draft, wanted, active, isSpaceDown, dispatch, onSet });
  const { shown, setShown, grab, drag, release } = pointing;
  const at = draft.points[active];
  const ghost = ghostOf(active, setup);
  const about = at ?? centreOf(shown, size);
  const onKey = (event: KeyboardEvent) => {
    if (event.key === ' ') {
      event.preventDefault();
      return setSpaceDown(true);
    }
    const shownNext = shownAfter(event.key, shown, about, size);
    if (shownNext) return setShown(shownNext);
    const act = actFor(event, { place, draft, wanted, active, start: ghost ?? [w / 2, h / 2] });
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
          className={`sheet ${isSpaceDown ? 'panning' : ''}`}
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
          <Drawn {...props} ghost={at ? undefined : ghost} unit={w / 860 / shown.zoom} />
        </svg>
      </div>
      {at && (focused || pointing.isHeld) && !outline && (
        <div
          className="loupe"
          style={(at[0] - shown.x) * shown.zoom < w / 2 ? { right: 12 } : { left: 12 }}
          aria-hidden
        >
          <Loupe sheet={sheet} at={at} zoom={shown.zoom} />
        </div>
      )}
      <ZoomButtons zoom={shown.zoom} onZoom={(by) => setShown(by ? zoomAbout(shown, by, about, size) : whole)} />
    </Frame>
  );
}

/** Lines, angles and marks on the picture; `ghost`: where the mark in hand lay in the set-up. */
function Drawn({
  draft,
  wanted,
  active,
  marks,
  setup,
  bands,
  out,
  wrong,
  outline,
  loose = [],
  ghost,
  unit,
}: CanvasProps & { readonly ghost: Vec2 | undefined; readonly unit: number }) {
  const lines = useMemo(() => levelLines(marks, setup), [marks, setup]);
  const joints = useMemo(() => jointAngles(marks), [marks]);
  return (
    <>
      <Ends draft={draft} unit={unit} />
      <Levels lines={lines} bands={bands} out={out} unit={unit} />
      <JointAngles joints={joints} unit={unit} />
      {ghost && (
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
      {loose
        .filter(({ at, radius }) => !isMarkedNear(draft, at, 1.5 * radius))
        .map((one) => (
          <Loose key={one.at.join()} sticker={one} unit={unit} />
        ))}
      {wanted.map((id) => {
        const spot = draft.points[id];
        const state = wrong.has(id) ? 'wrong' : id === active ? 'active' : 'set';
        return spot && <Mark key={id} at={spot} unit={unit} name={id} state={state} />;
      })}
      {outline && <Outline shape={outline.shape} at={outline.at} unit={unit} onMove={outline.move} />}
    </>
  );
}

const isMarkedNear = ({ points }: Draft, at: Vec2, within: number): boolean =>
  Object.values(points).some((point) => distance(point, at) < within);

/** A sticker that got no name: ringed, with a question mark. */
const Loose = ({ sticker: { at, radius, why }, unit }: { readonly sticker: LooseSticker; readonly unit: number }) => (
  <g transform={`translate(${at[0]} ${at[1]})`} pointerEvents="none" data-loose>
    <title>{why}</title>
    <circle r={radius + 4 * unit} fill="none" stroke="#0d1518" strokeWidth={4.4 * unit} strokeOpacity={0.7} />
    <circle
      r={radius + 4 * unit}
      fill="none"
      stroke="#ffd68a"
      strokeWidth={2.2 * unit}
      strokeDasharray={`${5 * unit} ${3.5 * unit}`}
    />
    <text
      x={radius + 8 * unit}
      y={5 * unit}
      fontSize={17 * unit}
      fontWeight={700}
      fill="#ffd68a"
      stroke="#0d1518"
      strokeWidth={3.4 * unit}
      paintOrder="stroke"
    >
      ?
    </text>
  </g>
);

/** Larger, smaller, whole (no factor). */
const ZoomButtons = ({
  zoom,
  onZoom,
}: {
  readonly zoom: number;
  readonly onZoom: (by: number | undefined) => void;
}) => (
  <div className="zoom">
    <Button $look="quiet" aria-label="Zoom in" onPress={() => onZoom(1.6)}>
      <ZoomIn size={19} aria-hidden />
    </Button>
    <Button $look="quiet" aria-label="Zoom out" isDisabled={zoom === 1} onPress={() => onZoom(1 / 1.6)}>
      <ZoomOut size={19} aria-hidden />
    </Button>
    {zoom > 1 && (
      <Button $look="quiet" aria-label="Whole picture" onPress={() => onZoom(undefined)}>
        <Maximize size={19} aria-hidden />
      </Button>
    )}
  </div>
);

/** Where this landmark lay in the set-up picture. */
function ghostOf(id: MarkId, setup: Marks | undefined): Vec2 | undefined {
  return isLineMark(id) ? undefined : setup?.landmarks[id];
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
          {isLineMark(name) ? nameOfMark(name).split(',')[0] : name.replace('_', ' ')}
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
