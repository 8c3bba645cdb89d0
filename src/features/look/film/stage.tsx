'use client';

import styled from 'styled-components';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { KeyboardEvent, PointerEvent } from 'react';
import { levelLines, jointAngles } from '@/core/figure/levels';
import { distance } from '@/core/geometry';
import type { Vec2 } from '@/core/geometry';
import { entriesOf } from '@/core/keyed';
import type { LandmarkKey } from '@/core/anatomy/landmarks';
import type { Marks } from '@/core/anatomy/marks';
import { Button } from '@/design/button';
import { Row, Small } from '@/design/layout';
import { JointAngles, Levels } from '@/design/marked-picture';
import { pixelsPerUnit, placeOn } from '@/platform/browser/pointer';
import { nameOfMark } from '@/core/knowledge/wanted';
import type { FilmDesk, FilmState } from './desk';

const Frame = styled.div`
  position: relative;
  border-radius: 14px;
  background: #20282b;
  overflow: hidden;
  .screen {
    position: relative;
    margin: 0 auto;
    max-width: 100%;
  }
  canvas,
  svg {
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
    display: block;
  }
  svg {
    touch-action: none;
    outline: none;
  }
  &:has(svg:focus-visible) {
    outline: 3px solid var(--info);
    outline-offset: 3px;
  }
`;

/** Taken hold of within so many pixels of the screen. */
const reachPx = 18;

/** Draws the frame that the play-head is in, the newest one asked for. */
function useFrame(desk: FilmDesk, atS: number, isOpen: boolean) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const wanted = useRef<number | undefined>(undefined);
  const isDrawing = useRef(false);
  useEffect(() => {
    if (!isOpen) return;
    wanted.current = atS;
    if (isDrawing.current) return;
    isDrawing.current = true;
    const draw = async () => {
      while (wanted.current !== undefined) {
        const at = wanted.current;
        wanted.current = undefined;
        const bitmap = await desk.frame(at);
        const shown = canvas.current;
        if (!bitmap || !shown) continue;
        [shown.width, shown.height] = [bitmap.width, bitmap.height];
        shown.getContext('2d')?.drawImage(bitmap, 0, 0);
        shown.dataset.at = at.toFixed(3);
        bitmap.close();
      }
      isDrawing.current = false;
    };
    void draw();
  }, [desk, atS, isOpen]);
  return canvas;
}

type Moved = { readonly mark: LandmarkKey; readonly at: Vec2 };

type StageProps = {
  readonly desk: FilmDesk;
  readonly state: FilmState;
  /** Marks of the frame that is shown; none before anything was followed. */
  readonly marks: Marks | undefined;
  readonly rest: Marks | undefined;
  readonly out: ReadonlySet<string>;
  readonly onKey: (event: KeyboardEvent) => void;
  readonly onCorrect: (mark: LandmarkKey, at: Vec2) => void;
};

/** The film's frame with what was followed drawn on it; a mark that went astray is dragged back, or nudged by keys. */
export function Stage({ desk, state, marks, rest, out, onKey, onCorrect }: StageProps) {
  const { info, atS, busy } = state;
  const canvas = useFrame(desk, atS, info !== undefined && busy?.what !== 'opening');
  const [moved, setMoved] = useState<Moved>();
  const [isHeld, setHeld] = useState(false);
  const [w, h] = [info?.width ?? 16, info?.height ?? 9];
  const shown = useMemo(
    () => (marks && moved ? { ...marks, landmarks: { ...marks.landmarks, [moved.mark]: moved.at } } : marks),
    [marks, moved],
  );
  const grab = (event: PointerEvent<SVGSVGElement>) => {
    const spot = placeOn(event.currentTarget, event);
    if (!spot || !shown || busy) return;
    const reach = reachPx / pixelsPerUnit(event.currentTarget);
    const near = entriesOf(shown.landmarks)
      .flatMap(([mark, at]) => (at ? [{ mark, at, apart: distance(at, spot) }] : []))
      .filter(({ apart }) => apart < reach)
      .sort((a, b) => a.apart - b.apart)[0];
    if (!near) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    setMoved({ mark: near.mark, at: near.at });
    setHeld(true);
  };
  const drag = (event: PointerEvent<SVGSVGElement>) => {
    const spot = isHeld && placeOn(event.currentTarget, event);
    if (spot && moved) setMoved({ ...moved, at: spot });
  };
  const nudge = (event: KeyboardEvent) => {
    const steps: Readonly<Record<string, Vec2>> = {
      ArrowLeft: [-1, 0],
      ArrowRight: [1, 0],
      ArrowUp: [0, -1],
      ArrowDown: [0, 1],
    };
    const by = steps[event.key];
    if (!moved || !by) return onKey(event);
    event.preventDefault();
    const k = event.shiftKey ? 10 : 1;
    setMoved({ ...moved, at: [moved.at[0] + k * by[0], moved.at[1] + k * by[1]] });
  };
  const pick = (event: KeyboardEvent) => {
    const keys = entriesOf(marks?.landmarks ?? {});
    if (event.key === 'Escape') return setMoved(undefined);
    if (event.key === 'Enter' && moved) return follow();
    if (event.key.toLowerCase() !== 'm' || keys.length === 0) return nudge(event);
    const next = keys[(keys.findIndex(([key]) => key === moved?.mark) + 1) % keys.length];
    if (next?.[1]) setMoved({ mark: next[0], at: next[1] });
  };
  const follow = () => {
    if (!moved) return;
    setMoved(undefined);
    onCorrect(moved.mark, moved.at);
  };
  return (
    <>
      <Frame>
        <div className="screen" style={{ aspectRatio: `${w} / ${h}`, width: `calc(56vh * ${w / h})` }}>
          <canvas ref={canvas} aria-hidden />
          <svg
            viewBox={`0 0 ${w} ${h}`}
            tabIndex={0}
            role="application"
            aria-label={`${state.name}: the film at ${atS.toFixed(1)} s`}
            aria-describedby="film-keys"
            onPointerDown={grab}
            onPointerMove={drag}
            onPointerUp={() => setHeld(false)}
            onPointerCancel={() => setHeld(false)}
            onKeyDown={pick}
          >
            {shown && <Drawn marks={shown} rest={rest} out={out} unit={w / 860} held={moved?.mark} />}
          </svg>
        </div>
      </Frame>
      {moved && (
        <Row role="group" aria-label="A mark moved">
          <Small>
            {nameOfMark(moved.mark)} is in hand: drag it, or nudge it with the arrow keys, to where it belongs here.
          </Small>
          <Button $look="main" onPress={follow}>
            Follow it anew from here
          </Button>
          <Button onPress={() => setMoved(undefined)}>Leave it</Button>
        </Row>
      )}
    </>
  );
}

type DrawnProps = Pick<StageProps, 'rest' | 'out'> & {
  readonly marks: Marks;
  readonly unit: number;
  readonly held: LandmarkKey | undefined;
};

function Drawn({ marks, rest, out, unit, held }: DrawnProps) {
  const lines = useMemo(() => levelLines(marks, rest), [marks, rest]);
  const joints = useMemo(() => jointAngles(marks), [marks]);
  return (
    <>
      <Levels lines={lines} out={out} unit={unit} />
      <JointAngles joints={joints} unit={unit} />
      {entriesOf(marks.landmarks).map(
        ([key, at]) =>
          at && (
            <g key={key} transform={`translate(${at[0]} ${at[1]})`} data-mark={key} style={{ cursor: 'grab' }}>
              <circle r={6 * unit} fill="none" stroke="#0d1518" strokeWidth={4 * unit} strokeOpacity={0.7} />
              <circle r={6 * unit} fill="none" stroke={key === held ? '#dbe85a' : '#fff'} strokeWidth={2 * unit} />
            </g>
          ),
      )}
    </>
  );
}
