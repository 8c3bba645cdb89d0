'use client';

import { useMemo } from 'react';
import styled from 'styled-components';
import type { Landmark } from '@/core/alignment/landmarks';
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

type FigureProps = {
  readonly pose: SupinePose;
  readonly label: string;
  readonly out?: 'pelvis' | 'ribs' | 'head' | 'legs';
  readonly small?: boolean;
  /** A landmark to point out. */
  readonly spot?: Landmark | undefined;
  readonly headEnd?: 'left' | 'right';
};

/** A body on its back, drawn from the pose: blocks outlined, level line on the pelvis, an out-of-level block in the warm colour. */
export function Figure({ pose, label, out, small = false, spot, headEnd = 'left' }: FigureProps) {
  const { shapes, pelvis, places } = useMemo(() => {
    const body = poseSupine(averageBody, pose);
    const see = flatSide(perMm, [frame.left, frame.top]);
    const marks = [body.landmarks.ASIS_R, body.landmarks.PS].map((point) => (point ? see(point).at : undefined));
    const at = (name: Landmark) => {
      const point = body.landmarks[name] ?? body.landmarks[`${name}_R`];
      return point && see(point).at;
    };
    return { shapes: drawBody(body, see, 'R'), pelvis: marks, places: at };
  }, [pose]);
  const pointed = spot && places(spot);
  const [asis, ps] = pelvis;
  const stroke = (role: ShapeRole) =>
    (role === 'pelvisBlock' && out === 'pelvis') || (role === 'ribsBlock' && out === 'ribs')
      ? 'var(--out)'
      : 'var(--ink)';
  const weight = small ? 3.4 : 2.2;
  return (
    <Drawing viewBox="0 0 700 276" role="img" aria-label={label}>
      <g transform={headEnd === 'right' ? 'translate(700 0) scale(-1 1)' : undefined}>
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
        {pointed && (
          <g transform={`translate(${pointed[0]} ${pointed[1]})`}>
            <circle r={30} fill="var(--fluid)" fillOpacity={0.45} />
            <circle r={15} fill="var(--fluid)" stroke="var(--ink)" strokeWidth={5} />
          </g>
        )}
      </g>
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
