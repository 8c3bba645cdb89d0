'use client';

import { useMemo } from 'react';
import type { ReactNode } from 'react';
import styled from 'styled-components';
import { findLandmarkKey } from '@/core/anatomy/landmarks';
import type { Landmark } from '@/core/anatomy/landmarks';
import type { View } from '@/core/anatomy/positions';
import type { Pose } from '@/core/body/pose';
import type { Vec2, Vec3 } from '@/core/geometry';
import { poseBody } from '@/core/body/skeleton';
import type { PosedBody } from '@/core/body/skeleton';
import { typicalBody } from '@/core/body/segments';
import type { Body } from '@/core/body/segments';
import type { Shape, ShapeRole } from '@/core/figure/draw';
import { frameFigure } from '@/core/figure/frame';
import { bodyIn, drawScene } from '@/core/figure/scene';
import type { Scene } from '@/core/figure/scene';
import { themeInks } from '@/core/figure/print';

const { fills } = themeInks;
const lines: Readonly<Partial<Record<ShapeRole, string>>> = {
  propLine: 'var(--prop-deep)',
  frame: 'var(--figure-far)',
  spring: 'var(--ink)',
};

const Drawing = styled.svg`
  display: block;
  width: 100%;
  height: auto;
`;

const perMm = 0.4;

/** Something drawn behind or over a figure, in the picture's own units. */
export type Under = (drawn: {
  readonly see: (point: Vec3) => Vec2;
  readonly posed: PosedBody;
  readonly perMm: number;
}) => ReactNode;

type FigureProps = {
  readonly pose: Pose;
  readonly label: string;
  readonly view?: View;
  readonly body?: Body;
  readonly scene?: Scene;
  readonly out?: 'pelvis' | 'ribs' | 'head' | 'legs';
  readonly small?: boolean;
  /** A landmark to point out. */
  readonly spot?: Landmark | undefined;
  readonly headEnd?: 'left' | 'right';
  /** Drawn behind the body, and how far it reaches from the hip, mm: the picture makes room for it. */
  readonly under?: Under;
  readonly reachMm?: number;
  /** Drawn over the body. */
  readonly over?: Under;
  /** No level line: what it shows is asked for. */
  readonly plain?: boolean;
};

/** A body drawn from its pose: blocks outlined, level line on the pelvis, an out-of-level block in the warm colour. */
export function Figure({
  pose,
  label,
  view = 'side',
  body = typicalBody,
  scene,
  out,
  small = false,
  spot,
  headEnd = 'left',
  under,
  reachMm,
  over,
  plain = false,
}: FigureProps) {
  const drawing = useMemo(() => {
    const posed = poseBody(body, pose);
    const { hip } = posed.sides.R;
    const also: readonly Vec3[] =
      reachMm === undefined
        ? []
        : [
            [hip[0] - reachMm, 0, hip[2]],
            [hip[0], 0, hip[2] + reachMm],
          ];
    const { eye, width, height, matY } = frameFigure(posed, view, perMm, scene, also);
    const at = (name: Landmark) => {
      const key = findLandmarkKey(posed.landmarks, name, 'R');
      const point = key && posed.landmarks[key];
      return point && eye.see(point).at;
    };
    const [asis, ps] = [at('ASIS'), at('PS')];
    const isLying = !['sitting', 'kneeling', 'standing'].includes(posed.position);
    return {
      posed,
      lain: bodyIn(scene ?? {}, posed),
      see: (point: Vec3): Vec2 => eye.see(point).at,
      shapes: drawScene(posed, eye, scene),
      width,
      height,
      mat: view === 'above' ? undefined : matY,
      level: view === 'side' && isLying && !scene?.apparatus && asis && ps ? ([asis, ps] as const) : undefined,
      spotAt: spot && at(spot),
    };
  }, [body, pose, view, scene, spot, reachMm]);
  const { shapes, width, height, mat, level, spotAt, posed, lain, see } = drawing;
  const inMm = width / 700; // strokes keep their weight whatever the drawing shows
  return (
    <Drawing viewBox={`0 0 ${width.toFixed(1)} ${height.toFixed(1)}`} role="img" aria-label={label}>
      <g transform={headEnd === 'right' ? `translate(${width.toFixed(1)} 0) scale(-1 1)` : undefined}>
        {mat !== undefined && (
          <rect x={width * 0.012} y={mat} width={width * 0.976} height={small ? 10 : 8} rx={4} fill="var(--mat)" />
        )}
        {under?.({ see, posed, perMm })}
        {shapes.map((shape, index) => (
          <Part key={index} shape={shape} out={out} small={small} weight={(small ? 3.4 : 2.2) * Math.max(0.8, inMm)} />
        ))}
        {!small && !plain && level && <LevelLine from={level[0]} to={level[1]} out={out === 'pelvis'} />}
        {over?.({ see, posed: lain, perMm })}
        {spotAt && (
          <g transform={`translate(${spotAt[0]} ${spotAt[1]}) scale(${inMm})`}>
            <circle r={30} fill="var(--fluid)" fillOpacity={0.45} />
            <circle r={15} fill="var(--fluid)" stroke="var(--ink)" strokeWidth={5} />
          </g>
        )}
      </g>
    </Drawing>
  );
}

/** One shape of a drawing in the colours of the theme. */
export function Part({
  shape: { role, path, width },
  out,
  small,
  weight,
}: {
  shape: Shape;
  out: FigureProps['out'];
  small: boolean;
  weight: number;
}) {
  if (role === 'pelvisBlock' || role === 'ribsBlock') {
    const isOut = (role === 'pelvisBlock' && out === 'pelvis') || (role === 'ribsBlock' && out === 'ribs');
    return (
      <path
        d={path}
        fill="none"
        stroke={isOut ? 'var(--out)' : 'var(--ink)'}
        strokeWidth={weight}
        strokeLinejoin="round"
      />
    );
  }
  if (role === 'spine')
    return small ? null : (
      <path d={path} fill="none" stroke="var(--ink)" strokeWidth={2.6} strokeDasharray="0.1 6" strokeLinecap="round" />
    );
  if (width !== undefined)
    return (
      <path
        d={path}
        fill="none"
        stroke={lines[role]}
        strokeWidth={Math.max(1.4, width)}
        strokeLinejoin="round"
        strokeLinecap="round"
      />
    );
  const stands = role === 'nearArm' || role === 'nearLimb' || role === 'prop';
  return (
    <path
      d={path}
      fill={fills[role]}
      stroke={stands ? 'var(--paper)' : undefined}
      strokeWidth={stands ? (role === 'nearLimb' ? 1.6 : 2.4) : undefined}
      strokeLinejoin="round"
      paintOrder="stroke"
    />
  );
}

function LevelLine({
  from,
  to,
  out,
}: {
  from: readonly [number, number];
  to: readonly [number, number];
  out: boolean;
}) {
  const [mx, my] = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2];
  const angle = (Math.atan2(to[1] - from[1], to[0] - from[0]) * 180) / Math.PI;
  return (
    <g transform={`translate(${mx} ${my})`}>
      <line x1={-52} x2={52} stroke="var(--ink)" strokeWidth={1.6} />
      {out && <line x1={-52} x2={52} stroke="var(--out)" strokeWidth={3} transform={`rotate(${angle})`} />}
    </g>
  );
}
