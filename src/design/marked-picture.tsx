'use client';

import { useMemo } from 'react';
import styled from 'styled-components';
import { levelLines } from '@/core/alignment/levels';
import type { LevelLine } from '@/core/alignment/levels';
import type { Marks } from '@/core/alignment/look';

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
export function Levels({ lines, out, unit }: { lines: readonly LevelLine[]; out: ReadonlySet<string>; unit: number }) {
  return (
    <g strokeLinecap="round" pointerEvents="none">
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
