'use client';

import { useMemo, useState } from 'react';
import { Label, Slider, SliderThumb, SliderTrack } from 'react-aria-components';
import styled from 'styled-components';
import { levelLines } from '@/core/figure/levels';
import type { Marks } from '@/core/anatomy/marks';
import { distance } from '@/core/geometry';
import { Stack } from '@/design/layout';
import { Levels, pictureAddress } from '@/design/marked-picture';
import type { Sheet } from './state';
import { glassSlider } from '@/design/glass-slider';

const Window = styled.div`
  position: relative;
  border-radius: 14px;
  overflow: hidden;
  background: #20282b;
  svg {
    display: block;
    width: 100%;
    max-height: 60vh;
  }
`;

const Bar = styled(Slider)`
  ${glassSlider(34)}
`;

type Shown = { readonly sheet: Sheet; readonly marks: Marks };

/** Turns, stretches and moves the second picture so that mat line and known length fall on those of the first. */
function ontoFirst(first: Shown, second: Shown): string {
  const [a, b] = [first.marks.matLine, second.marks.matLine];
  if (!a || !b) return '';
  const mmPerPx = ({ scale }: Marks) => (scale?.mm ? scale.mm / distance(scale.points[0], scale.points[1]) : undefined);
  const [one, other] = [mmPerPx(first.marks), mmPerPx(second.marks)];
  const k = one && other ? other / one : distance(a[0], a[1]) / distance(b[0], b[1]);
  const angle = ([p, q]: NonNullable<Marks['matLine']>) => Math.atan2(q[1] - p[1], q[0] - p[0]);
  const turn = angle(a) - angle(b);
  const [c, s] = [k * Math.cos(turn), k * Math.sin(turn)];
  const [x, y] = b[0];
  return `matrix(${c} ${s} ${-s} ${c} ${a[0][0] - (c * x - s * y)} ${a[0][1] - (s * x + c * y)})`;
}

/** Before and after in one window, at one scale: a slider wipes from one to the other. */
export function Swipe({
  before,
  after,
  setup,
  outBefore,
  outAfter,
}: {
  before: Shown;
  after: Shown;
  setup: Marks | undefined;
  outBefore: ReadonlySet<string>;
  outAfter: ReadonlySet<string>;
}) {
  const [at, setAt] = useState(50);
  const { originalWidth: w, originalHeight: h } = before.sheet;
  const lines = useMemo(
    () => [levelLines(before.marks, setup), levelLines(after.marks, setup)] as const,
    [before.marks, after.marks, setup],
  );
  const unit = w / 860;
  const edge = (w * at) / 100;
  return (
    <Stack $gap={4}>
      <Window>
        <svg viewBox={`0 0 ${w} ${h}`} role="img" aria-label="Before at the left of the line, after at its right">
          <defs>
            <clipPath id="swipe">
              <rect x={edge} y={0} width={w - edge} height={h} />
            </clipPath>
          </defs>
          <image href={pictureAddress(before.sheet.id)} width={w} height={h} />
          <Levels lines={lines[0]} out={outBefore} unit={unit} />
          <g clipPath="url(#swipe)">
            <g transform={ontoFirst(before, after)}>
              <image
                href={pictureAddress(after.sheet.id)}
                width={after.sheet.originalWidth}
                height={after.sheet.originalHeight}
              />
              <Levels lines={lines[1]} out={outAfter} unit={unit} />
            </g>
          </g>
          <line x1={edge} x2={edge} y1={0} y2={h} stroke="#fdfcf8" strokeWidth={3 * unit} />
          <g
            fill="#fdfcf8"
            fontSize={17 * unit}
            fontWeight={700}
            stroke="#0d1518"
            strokeWidth={4 * unit}
            paintOrder="stroke"
          >
            <text x={14 * unit} y={28 * unit}>
              before
            </text>
            <text x={w - 14 * unit} y={28 * unit} textAnchor="end">
              after
            </text>
          </g>
        </svg>
      </Window>
      <Bar minValue={0} maxValue={100} value={at} onChange={(value) => setAt(Number(value))}>
        <Label style={{ position: 'absolute', width: 1, height: 1, overflow: 'hidden', clipPath: 'inset(50%)' }}>
          Wipe between before and after
        </Label>
        <SliderTrack className="track">
          <SliderThumb className="thumb" />
        </SliderTrack>
      </Bar>
    </Stack>
  );
}
