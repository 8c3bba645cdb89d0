'use client';

import { useMemo } from 'react';
import styled from 'styled-components';
import { levelLines } from '@/core/figure/levels';
import type { Band, JointAngle, LevelLine } from '@/core/figure/levels';
import { minus, plus, rotate, times, unit as unitOf } from '@/core/geometry';
import type { Vec2 } from '@/core/geometry';
import type { Marks } from '@/core/anatomy/marks';

export type ShownPicture = {
  readonly id: string;
  readonly title: string;
  readonly originalWidth: number;
  readonly originalHeight: number;
};

export const pictureAddress = (id: string): string => `/api/pictures/${id}`;

const Sheet = styled.svg`
  display: block;
  width: 100%;
  height: auto;
  max-height: 64vh;
  background: #20282b;
  border-radius: 12px;
`;

/** Lines of head, ribs, pelvis and leg as they are, dashed where they would be level; an out-of-level block in the warm colour. */
export function Levels({
  lines,
  bands = [],
  out,
  unit,
}: {
  lines: readonly LevelLine[];
  bands?: readonly Band[];
  out: ReadonlySet<string>;
  unit: number;
}) {
  return (
    <g strokeLinecap="round" pointerEvents="none">
      {bands.map(({ block, lo, hi }) => {
        const level = lines.find((line) => line.block === block)?.level;
        return level && <path key={block} d={fan(level, lo, hi)} fill="#dbe85a" fillOpacity={0.26} />;
      })}
      {lines.map(({ block, line: [a, b], level }) => {
        const isOut = out.has(block) || (out.has('legs') && (block === 'thigh' || block === 'shank'));
        return (
          <g key={`${block}${a[0]}`}>
            {level && (
              <>
                <line
                  x1={level[0][0]}
                  y1={level[0][1]}
                  x2={level[1][0]}
                  y2={level[1][1]}
                  stroke="#0d1518"
                  strokeOpacity={0.55}
                  strokeWidth={4.5 * unit}
                />
                <line
                  x1={level[0][0]}
                  y1={level[0][1]}
                  x2={level[1][0]}
                  y2={level[1][1]}
                  stroke="#ffffff"
                  strokeWidth={1.8 * unit}
                  strokeDasharray={`${7 * unit} ${6 * unit}`}
                />
              </>
            )}
            <line
              x1={a[0]}
              y1={a[1]}
              x2={b[0]}
              y2={b[1]}
              stroke="#0d1518"
              strokeOpacity={0.6}
              strokeWidth={5.5 * unit}
            />
            <line
              x1={a[0]}
              y1={a[1]}
              x2={b[0]}
              y2={b[1]}
              stroke={isOut ? '#ff8a5c' : '#dbe85a'}
              strokeWidth={3 * unit}
            />
          </g>
        );
      })}
    </g>
  );
}

/** The fan a line may turn through about its middle, in radians of the picture. */
function fan([a, b]: readonly [Vec2, Vec2], lo: number, hi: number): string {
  const centre: Vec2 = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
  const arm = minus(b, centre);
  const wing = (direction: Vec2) => {
    const [p, q] = [plus(centre, rotate(direction, lo)), plus(centre, rotate(direction, hi))];
    return `M${centre[0]} ${centre[1]}L${p[0]} ${p[1]}L${q[0]} ${q[1]}Z`;
  };
  return wing(arm) + wing(times(arm, -1));
}

/** Angles at the joints, with their degrees. */
export function JointAngles({ joints, unit }: { joints: readonly JointAngle[]; unit: number }) {
  return (
    <g pointerEvents="none">
      {joints.map(({ name, at, arms, deg }) => {
        const [first, second] = [unitOf(minus(arms[0], at)), unitOf(minus(arms[1], at))];
        const r = 30 * unit;
        const [p, q] = [plus(at, times(first, r)), plus(at, times(second, r))];
        const turns = first[0] * second[1] - first[1] * second[0] > 0 ? 1 : 0;
        const between = plus(first, second);
        const out = Math.hypot(...between) > 0.05 ? unitOf(between) : rotate(first, Math.PI / 2);
        const text = plus(at, times(out, r * 1.75));
        return (
          <g key={name}>
            <path
              d={`M${p[0]} ${p[1]}A${r} ${r} 0 0 ${turns} ${q[0]} ${q[1]}`}
              fill="none"
              stroke="#ffffff"
              strokeWidth={1.8 * unit}
            />
            <text
              x={text[0]}
              y={text[1]}
              fontSize={15 * unit}
              fontWeight={700}
              textAnchor="middle"
              dominantBaseline="middle"
              fill="#ffffff"
              stroke="#0d1518"
              strokeWidth={3.6 * unit}
              paintOrder="stroke"
            >
              {Math.round(deg)}°
            </text>
          </g>
        );
      })}
    </g>
  );
}

/** A kept picture with its levels drawn on it. */
export function MarkedPicture({
  picture,
  marks,
  setup,
  out = new Set(),
  label,
}: {
  picture: ShownPicture;
  marks: Marks;
  setup?: Marks | undefined;
  out?: ReadonlySet<string>;
  label: string;
}) {
  const lines = useMemo(() => levelLines(marks, setup), [marks, setup]);
  const { originalWidth: w, originalHeight: h } = picture;
  return (
    <Sheet viewBox={`0 0 ${w} ${h}`} role="img" aria-label={label}>
      <image href={pictureAddress(picture.id)} width={w} height={h} />
      <Levels lines={lines} out={out} unit={w / 560} />
    </Sheet>
  );
}
