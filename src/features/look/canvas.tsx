'use client';

import { useRef, useState } from 'react';
import type { Dispatch, KeyboardEvent, PointerEvent } from 'react';
import styled from 'styled-components';
import { levelLines } from '@/core/alignment/levels';
import type { Marks, Role } from '@/core/alignment/look';
import { distance } from '@/core/geometry';
import type { Vec2 } from '@/core/geometry';
import { Levels, pictureAddress } from '@/design/marked-picture';
import { markIds, nameOfMark, nextWanted } from './state';
import type { BenchAct, Draft, MarkId, Sheet } from './state';

const Frame = styled.div`
  position: relative;
  border-radius: 14px;
  background: #20282b;
  .sheet {
    display: block;
    width: 100%;
    max-height: 62vh;
    touch-action: none;
    cursor: crosshair;
    border-radius: 14px;
    outline-offset: 3px;
    user-select: none;
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
  @media (max-width: 520px) {
    .loupe {
      width: 118px;
      height: 118px;
    }
  }
`;

/** Grab within this many screen pixels of a mark. */
const reachPx = 16;
const arrows: Readonly<Record<string, Vec2>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

type CanvasProps = {
  readonly role: Role;
  readonly sheet: Sheet;
  readonly draft: Draft;
  readonly active: MarkId;
  readonly marks: Marks;
  readonly setup: Marks | undefined;
  readonly out: ReadonlySet<string>;
  /** Marks that cannot be right. */
  readonly wrong: ReadonlySet<string>;
  readonly dispatch: Dispatch<BenchAct>;
};

/** The picture to mark: press and drag to place, arrows to nudge, a loupe on the spot. */
export function Canvas({ role, sheet, draft, active, marks, setup, out, wrong, dispatch }: CanvasProps) {
  const svg = useRef<SVGSVGElement>(null);
  const [held, setHeld] = useState<{ mark: MarkId; isNew: boolean }>();
  const [focused, setFocused] = useState(false);
  const { originalWidth: w, originalHeight: h } = sheet;
  const unit = w / 860;
  const at = draft.points[active];
  const ghost = role === 'setup' ? undefined : ghostOf(active, setup);

  const place = (event: PointerEvent): Vec2 => {
    const matrix = svg.current?.getScreenCTM()?.inverse();
    const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix);
    return [point.x, point.y];
  };
  const grab = (event: PointerEvent<SVGSVGElement>) => {
    if (event.button !== 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    const spot = place(event);
    const reach = reachPx / (svg.current?.getScreenCTM()?.a ?? 1);
    const near = markIds.filter((id) => (draft.points[id] ? distance(spot, draft.points[id]) < reach : false));
    const touched = near.includes(active) ? active : near.at(-1);
    if (touched) {
      dispatch({ do: 'choose', role, mark: touched });
      return setHeld({ mark: touched, isNew: false });
    }
    dispatch({ do: 'put', role, mark: active, at: spot, remember: true });
    setHeld({ mark: active, isNew: !draft.points[active] });
  };
  const [dragged, setDragged] = useState(false);
  const drag = (event: PointerEvent) => {
    if (!held) return;
    const startsDrag = !dragged && !held.isNew;
    dispatch({ do: 'put', role, mark: held.mark, at: place(event), remember: startsDrag });
    setDragged(true);
  };
  const release = () => {
    if (held?.isNew) dispatch({ do: 'choose', role, mark: nextWanted(draft, held.mark) });
    setHeld(undefined);
    setDragged(false);
  };

  const onKey = (event: KeyboardEvent) => {
    const arrow = arrows[event.key];
    const act: BenchAct | undefined = arrow
      ? {
          do: 'put',
          role,
          mark: active,
          at: nudge(at ?? ghost ?? [w / 2, h / 2], arrow, event.shiftKey ? 10 : 1),
          remember: true,
        }
      : event.key === 'Enter'
        ? at
          ? { do: 'choose', role, mark: nextWanted(draft, active) }
          : { do: 'put', role, mark: active, at: ghost ?? [w / 2, h / 2], remember: true }
        : event.key === ']'
          ? { do: 'next', role }
          : event.key === '['
            ? { do: 'previous', role }
            : event.key === 'Delete' || event.key === 'Backspace'
              ? { do: 'remove', role, mark: active }
              : undefined;
    if (!act) return;
    event.preventDefault();
    dispatch(act);
  };

  return (
    <Frame>
      <svg
        ref={svg}
        className="sheet"
        viewBox={`0 0 ${w} ${h}`}
        tabIndex={0}
        role="application"
        aria-label={`${sheet.title}: picture to mark`}
        aria-describedby="mark-status mark-keys"
        onPointerDown={grab}
        onPointerMove={drag}
        onPointerUp={release}
        onPointerCancel={release}
        onKeyDown={onKey}
        onFocus={() => setFocused(true)}
        onBlur={() => setFocused(false)}
      >
        <image href={pictureAddress(sheet.id)} width={w} height={h} />
        <Ends draft={draft} unit={unit} />
        <Levels lines={levelLines(marks, setup)} out={out} unit={unit} />
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
        {markIds.map((id) => {
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
      </svg>
      {at && (focused || held) && (
        <div className="loupe" style={at[0] < w / 2 ? { right: 12 } : { left: 12 }} aria-hidden>
          <Loupe sheet={sheet} at={at} />
        </div>
      )}
    </Frame>
  );
}

const nudge = ([x, y]: Vec2, [dx, dy]: Vec2, by: number): Vec2 => [x + dx * by, y + dy * by];

/** Where this landmark lay in the set-up picture. */
function ghostOf(id: MarkId, setup: Marks | undefined): Vec2 | undefined {
  return setup && id in setup.landmarks ? setup.landmarks[id as keyof typeof setup.landmarks] : undefined;
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
          {/^(mat|known)/.test(name) ? nameOfMark(name).split(',')[0] : name}
        </text>
      )}
    </g>
  );
}

function Loupe({ sheet, at: [x, y] }: { sheet: Sheet; at: Vec2 }) {
  const half = (22 * sheet.originalWidth) / 860;
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
