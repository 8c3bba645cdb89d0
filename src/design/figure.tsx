'use client';

import { useMemo } from 'react';
import styled from 'styled-components';
import { poseSupine } from '@/core/body/pose';
import type { SupinePose } from '@/core/body/pose';
import type { Body } from '@/core/body/segments';
import { flatSide } from '@/core/figure/camera';
import { drawBody } from '@/core/figure/draw';
import type { ShapeRole } from '@/core/figure/draw';

const averageBody: Body = { heightM: 1.7, massKg: 65 };

const fills: Readonly<Partial<Record<ShapeRole, string>>> = {
  farLimb: 'var(--figure-far)',
  farArm: 'var(--figure-far)',
  body: 'var(--figure)',
  head: 'var(--figure)',
  hair: 'var(--figure-hair)',
  nearLimb: 'var(--figure)',
  nearArm: 'var(--figure)',
};

const Drawing = styled.svg`
  display: block;
  width: 100%;
  height: auto;
`;

const perMm = 0.4;
const frame = { left: 905, top: 655 }; // mm of the world at the drawing's upper left corner: head at the left

/** A body on its back, drawn from the pose: blocks outlined, level line on the pelvis, an out-of-level block in the warm colour. */
export function Figure({
  pose,
  label,
  out,
  small = false,
}: {
  pose: SupinePose;
  label: string;
  out?: 'pelvis' | 'ribs' | 'head' | 'legs';
  small?: boolean;
}) {
  const { shapes, pelvis } = useMemo(() => {
    const body = poseSupine(averageBody, pose);
    const see = flatSide(perMm, [frame.left, frame.top]);
    const marks = [body.landmarks.ASIS_R, body.landmarks.PS].map((point) => (point ? see(point).at : undefined));
    return { shapes: drawBody(body, see, 'R'), pelvis: marks };
  }, [pose]);
  const [asis, ps] = pelvis;
  const stroke = (role: ShapeRole) =>
    (role === 'pelvisBlock' && out === 'pelvis') || (role === 'ribsBlock' && out === 'ribs')
      ? 'var(--out)'
      : 'var(--ink)';
  const weight = small ? 3.4 : 2.2;
  return (
    <Drawing viewBox="0 0 700 276" role="img" aria-label={label}>
      <rect x={8} y={frame.top * perMm} width={684} height={small ? 10 : 8} rx={4} fill="var(--mat)" />
      {shapes.map(({ role, path }, index) =>
        role === 'pelvisBlock' || role === 'ribsBlock' ? (
          <path key={index} d={path} fill="none" stroke={stroke(role)} strokeWidth={weight} />
        ) : role === 'spine' ? (
          !small && (
            <path
              key={index}
              d={path}
              fill="none"
              stroke="var(--ink)"
              strokeWidth={2.6}
              strokeDasharray="0.1 6"
              strokeLinecap="round"
            />
          )
        ) : (
          <path
            key={index}
            d={path}
            fill={fills[role]}
            stroke={role === 'nearArm' ? 'var(--paper)' : undefined}
            strokeWidth={role === 'nearArm' ? 2.4 : undefined}
            paintOrder="stroke"
          />
        ),
      )}
      {!small && asis && ps && <LevelLine from={asis} to={ps} out={out === 'pelvis'} />}
    </Drawing>
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
