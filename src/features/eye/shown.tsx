'use client';

// What an eye is shown: a body as it is drawn, in a room, or moving; and, once answered, the truth over it.
import { useEffect, useMemo, useState } from 'react';
import styled from 'styled-components';
import { fromWhere } from '@/core/anatomy/positions';
import type { View } from '@/core/anatomy/positions';
import { between } from '@/core/body/movement';
import type { Pose } from '@/core/body/pose';
import { poseBody } from '@/core/body/skeleton';
import type { PosedBody } from '@/core/body/skeleton';
import type { Vec2, Vec3 } from '@/core/geometry';
import { linesAbout, risesAt, truthLines } from '@/core/eye/lines';
import { positionOf } from '@/core/body/position';
import { Quiet } from '@/design/layout';
import type { Line, TruthLines } from '@/core/eye/lines';
import type { BlockAsked } from '@/core/eye/question';
import { roomOf } from '@/core/eye/room';
import { pinhole } from '@/core/figure/camera';
import { plainPicture } from '@/core/figure/picture';
import { frameFigure } from '@/core/figure/frame';
import { Figure } from '@/design/figure';
import type { ShownQuestion } from './read';

/** As wide as the column, but never higher than leaves room for the rest. */
const Frame = styled.div<{ $ratio: number }>`
  position: relative;
  width: 100%;
  max-width: min(860px, calc(58vh * ${({ $ratio }) => $ratio}));
  margin: 0 auto;
  img,
  & > svg {
    display: block;
    width: 100%;
    height: auto;
    border-radius: 10px;
  }
  .over {
    position: absolute;
    inset: 0;
  }
  &.mirrored img {
    transform: scaleX(-1);
  }
`;

/** What is to be drawn over a picture, once she has answered. */
export type Truth = { readonly asked: BlockAsked; readonly saidDeg?: number };

const stroke = ([[x1, y1], [x2, y2]]: Line, colour: string, width: number, dashed = false) => (
  <line
    {...{ x1, y1, x2, y2 }}
    stroke={colour}
    strokeWidth={width}
    strokeLinecap="round"
    strokeDasharray={dashed ? `${2.2 * width} ${2 * width}` : undefined}
  />
);

/** Inks of the lines on a drawing, in the theme; and on a picture, which is the same in every theme, each on a dark ground. */
const inks = {
  drawn: { level: 'var(--ink)', is: 'var(--out)', said: 'var(--info)' },
  room: { level: '#ffffff', is: '#ff8a5c', said: '#8fd3e6' },
} as const;

type LinesProps = { readonly lines: TruthLines; readonly weight: number; readonly on: keyof typeof inks };

/** Level dashed, the block as it is in the warm colour, and what she said in the cool one. */
const Lines = ({ lines: { is, level, said }, weight, on }: LinesProps) => (
  <g data-truth>
    {on === 'room' &&
      [level, is, ...(said ? [said] : [])].map((line, i) => <g key={i}>{stroke(line, '#0d1518', 2.4 * weight)}</g>)}
    {stroke(level, inks[on].level, weight, true)}
    {said && stroke(said, inks[on].said, 1.3 * weight)}
    {stroke(is, inks[on].is, 1.5 * weight)}
  </g>
);

/** The lines over a body as it lies in a picture; the picture is made with the head at the left, and mirrored as a whole. */
function linesOver(posed: PosedBody, view: View, truth: Truth | undefined, see: (point: Vec3) => Vec2) {
  if (!truth) return undefined;
  const { asked, saidDeg } = truth;
  const told = { truthDeg: asked.truthDeg, ...(saidDeg === undefined ? {} : { saidDeg }) };
  return truthLines(posed, asked, { position: posed.position, view, headEnd: 'left' }, told, see);
}

const secondsThere = 2.6;
const restShare = 0.25;

/** Where a movement is, 0 at the set-up and 1 at the top: there, a rest, and back, over and over. */
function useCycle(isMoving: boolean): number {
  const [share, setShare] = useState(isMoving ? 0 : 1);
  useEffect(() => {
    if (!isMoving || matchMedia('(prefers-reduced-motion: reduce)').matches) return;
    const begun = performance.now();
    const timer = setInterval(() => {
      const turn = ((performance.now() - begun) / 1000 / secondsThere) % (2 + 2 * restShare);
      const there = turn < 1 ? turn : turn < 1 + restShare ? 1 : turn < 2 + restShare ? 2 + restShare - turn : 0;
      setShare((1 - Math.cos(Math.PI * there)) / 2);
    }, 50);
    return () => clearInterval(timer);
  }, [isMoving]);
  return share;
}

const poseOn = ({ frames, body }: ShownQuestion['figure'], share: number): Pose | undefined => {
  const at = share * (frames.length - 1);
  const [from, to] = [frames[Math.floor(at)], frames[Math.ceil(at)]];
  return from && to ? between(body, from, to, at % 1) : frames.at(-1);
};

type ShownProps = {
  readonly question: ShownQuestion;
  readonly truth?: Truth | undefined;
  readonly label: string;
};

function InRoom({ question, pose, truth, label }: ShownProps & { readonly pose: Pose }) {
  const { body, view, headEnd } = question.figure;
  const posed = useMemo(() => poseBody(body, pose), [body, pose]);
  const { size, camera } = useMemo(() => roomOf(posed, view), [posed, view]);
  const picture = useMemo(
    () => `data:image/svg+xml;utf8,${encodeURIComponent(plainPicture(posed, camera, view))}`,
    [posed, camera, view],
  );
  const lines = linesOver(posed, view, truth, (point) => pinhole(camera).see(point).at);
  return (
    <Frame $ratio={size.wide / size.high} className={headEnd === 'right' ? 'mirrored' : ''}>
      {/* eslint-disable-next-line @next/next/no-img-element -- drawn here, from nowhere */}
      <img src={picture} alt={label} width={size.wide} height={size.high} />
      {lines && (
        <svg className="over" viewBox={`0 0 ${size.wide} ${size.high}`} aria-hidden>
          <g transform={headEnd === 'right' ? `translate(${size.wide} 0) scale(-1 1)` : undefined}>
            <Lines lines={lines} weight={4} on="room" />
          </g>
        </svg>
      )}
    </Frame>
  );
}

/** A client's picture, her face covered; once answered, the lines through the block as it was marked. */
function Photo({ question, truth, label }: ShownProps) {
  const { figure, photo } = question;
  const [isGone, setGone] = useState(false);
  const pose = figure.frames.at(-1);
  if (!photo || !figure.photo || !pose) return null;
  const { width, height } = figure.photo;
  const { view, headEnd } = figure;
  const line = truth?.asked.line;
  const lines =
    truth && line
      ? linesAbout(line, risesAt(truth.asked.block, { position: positionOf(pose), view, headEnd }), {
          truthDeg: truth.asked.truthDeg,
          ...(truth.saidDeg === undefined ? {} : { saidDeg: truth.saidDeg }),
        })
      : undefined;
  if (isGone)
    return (
      <Quiet>This picture is shown no longer: its client took that back, or it is erased. Answer as you like.</Quiet>
    );
  return (
    <Frame $ratio={width / height}>
      {/* eslint-disable-next-line @next/next/no-img-element -- its bytes are covered for each asking, and kept nowhere */}
      <img src={photo.address} alt={label} width={width} height={height} onError={() => setGone(true)} />
      {lines && (
        <svg className="over" viewBox={`0 0 ${width} ${height}`} aria-hidden>
          <Lines lines={lines} weight={width / 320} on="room" />
        </svg>
      )}
    </Frame>
  );
}

/** What is to be judged. */
export function Shown(props: ShownProps) {
  return props.question.photo ? <Photo {...props} /> : <Made {...props} />;
}

function Made({ question, truth, label }: ShownProps) {
  const { figure, scene } = question;
  const { body, view, headEnd, frames, moving, style } = figure;
  const share = useCycle(moving && !truth);
  const still = frames.at(-1);
  const pose = moving && !truth ? poseOn(figure, share) : still;
  if (!pose || !still) return null;
  if (style === 'room') return <InRoom question={question} pose={still} truth={truth} label={label} />;
  const { width, height } = frameFigure(poseBody(body, still), view, 1, scene ?? {});
  return (
    <Frame $ratio={width / height}>
      <Figure
        pose={pose}
        body={body}
        view={view}
        headEnd={headEnd}
        label={label}
        plain
        {...(scene ? { scene } : {})}
        over={({ see, posed }) => {
          const lines = linesOver(posed, view, truth, see);
          return lines && <Lines lines={lines} weight={2.4} on="drawn" />;
        }}
      />
    </Frame>
  );
}

/** The set-up beside it: her own neutral. */
export function SetUp({ question: { figure, scene, photo } }: { readonly question: ShownQuestion }) {
  const [pose] = figure.frames;
  if (photo)
    return (
      <Frame $ratio={figure.photo ? figure.photo.width / figure.photo.height : 2}>
        {/* eslint-disable-next-line @next/next/no-img-element -- as above */}
        <img src={photo.setUp} alt="Her set-up" />
      </Frame>
    );
  if (!pose) return null;
  const { width, height } = frameFigure(poseBody(figure.body, pose), figure.view, 1, scene ?? {});
  return (
    <Frame $ratio={width / height}>
      <Figure
        pose={pose}
        body={figure.body}
        view={figure.view}
        headEnd={figure.headEnd}
        label="The set-up: her own neutral"
        plain
        {...(scene ? { scene } : {})}
      />
    </Frame>
  );
}

/** The same body from another place. */
export function From({
  question: { figure, scene },
  view,
  pose,
}: {
  readonly question: ShownQuestion;
  readonly view: View;
  readonly pose: Pose;
}) {
  const { width, height } = frameFigure(poseBody(figure.body, pose), view, 1, scene ?? {});
  return (
    <Frame $ratio={width / height}>
      <Figure
        pose={pose}
        body={figure.body}
        view={view}
        label={`Seen ${fromWhere[view]}`}
        plain
        {...(scene ? { scene } : {})}
      />
    </Frame>
  );
}
