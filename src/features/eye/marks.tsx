'use client';

// A picture on which two places are marked: by a press, then nudged by the arrow keys.
import { useMemo, useRef } from 'react';
import styled from 'styled-components';
import { poseBody } from '@/core/body/skeleton';
import { markedNames, markedPlaces, roomOf } from '@/core/eye/room';
import { Quiet, Stack } from '@/design/layout';
import type { ShownQuestion } from './read';
import { Shown } from './shown';

const Board = styled.div`
  position: relative;
  width: 100%;
  margin: 0 auto;
  touch-action: none;
  cursor: crosshair;
  svg.marks {
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
  }
  &:focus-visible {
    outline: 3px solid var(--info);
    outline-offset: 4px;
  }
`;

/** Marks so far, in shares of the picture's width, as it is made (head at the left). */
export type SomePoints = readonly (readonly [number, number])[];

/** A press of an arrow moves a mark by this share of the picture's width. */
const nudge = 1 / 1280;
const arrows: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

export function MarkBoard({
  question,
  points,
  onPoints,
}: {
  readonly question: ShownQuestion;
  readonly points: SomePoints;
  readonly onPoints: (points: SomePoints) => void;
}) {
  const { figure } = question;
  const board = useRef<HTMLDivElement>(null);
  const pose = figure.frames.at(-1);
  const size = useMemo(() => pose && roomOf(poseBody(figure.body, pose), figure.view).size, [pose, figure]);
  if (!size) return null;
  const mirrored = figure.headEnd === 'right';
  const set = ([x, y]: readonly [number, number]) => {
    const at = [mirrored ? 1 - x : x, y] as const;
    onPoints(points.length < 2 ? [...points, at] : [...points.slice(0, 1), at]);
  };
  const press = (event: React.PointerEvent) => {
    const box = board.current?.getBoundingClientRect();
    if (!box) return;
    set([(event.clientX - box.left) / box.width, (event.clientY - box.top) / box.width]);
  };
  const onKey = (event: React.KeyboardEvent) => {
    const by = arrows[event.key];
    const last = points.at(-1);
    if (!by || !last) return;
    event.preventDefault();
    const much = event.shiftKey ? 10 * nudge : nudge;
    onPoints([...points.slice(0, -1), [last[0] + (mirrored ? -1 : 1) * by[0] * much, last[1] + by[1] * much]]);
  };
  const next = markedPlaces[points.length];
  return (
    <Stack $gap={8}>
      <Quiet role="status">
        {next ? `Now: the ${markedNames[next]}.` : 'Both are set. Arrow keys move the last, a press sets it anew.'}
      </Quiet>
      <Board
        style={{ maxWidth: `min(860px, calc(58vh * ${size.wide / size.high}))` }}
        ref={board}
        tabIndex={0}
        onPointerDown={press}
        onKeyDown={onKey}
        aria-label="Picture to mark"
        role="application"
      >
        <Shown question={question} label={`${question.exerciseName}: mark pubic bone and front hip bone`} />
        <svg className="marks" viewBox={`0 0 1 ${size.high / size.wide}`} aria-hidden>
          {points.map(([x, y], i) => (
            <g key={i} transform={`translate(${mirrored ? 1 - x : x} ${y})`}>
              <circle r={0.009} fill="none" stroke="#fff" strokeWidth={0.004} />
              <circle r={0.009} fill="none" stroke="#0d1518" strokeWidth={0.0015} />
              <circle r={0.0012} fill="#fff" />
            </g>
          ))}
        </svg>
      </Board>
    </Stack>
  );
}
