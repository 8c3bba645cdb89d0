'use client';

// Her view: mirrored, only a figure, the vials and one word; on a second screen or window of the device that watches.
import { useEffect, useState } from 'react';
import styled from 'styled-components';
import { seenFigure } from '@/core/figure/seen-figure';
import { Vial } from '@/design/vial';
import { hearMirror } from './mirroring';
import type { Mirrored } from './mirroring';

const Frame = styled.main`
  height: 100dvh;
  display: grid;
  grid-template: minmax(0, 1fr) auto / minmax(0, 1.6fr) minmax(0, 1fr);
  gap: 2vh 4vw;
  padding: 4vh 4vw;
  align-items: center;
  svg.figure {
    width: 100%;
    height: 100%;
    max-height: 62vh;
  }
  .word {
    grid-column: 1 / -1;
    font-family: var(--head);
    font-stretch: 88%;
    font-weight: 800;
    font-size: clamp(4rem, 17vh, 11rem);
    line-height: 1;
    text-align: center;
  }
  .word[data-out] {
    color: var(--out);
  }
  ul {
    display: grid;
    gap: 5vh;
  }
  li {
    display: grid;
    gap: 1vh;
    font-size: clamp(1.3rem, 3.6vh, 2.4rem);
  }
  @media (orientation: portrait) {
    grid-template: minmax(0, 1fr) auto auto / minmax(0, 1fr);
    ul {
      grid-template-columns: repeat(auto-fit, minmax(160px, 1fr));
      gap: 3vw;
    }
  }
`;

const fills = { trunk: 'var(--quiet)', limb: 'var(--ink)', head: 'var(--quiet)', block: 'var(--fluid)' } as const;

/** What of the picture the figure takes up, with room about it; the whole picture where nothing is seen. */
function frameOf({ points, size }: Mirrored): string {
  const all = Object.values(points).flatMap((at) => (at ? [at] : []));
  if (all.length < 2) return `0 0 ${size.width} ${size.height}`;
  const [xs, ys] = [all.map(([x]) => x), all.map(([, y]) => y)];
  const [left, right, top, bottom] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const room = 0.16 * Math.max(right - left, bottom - top);
  return `${left - room} ${top - room} ${right - left + 2 * room} ${bottom - top + 2 * room}`;
}

export function Mirror() {
  const [told, setTold] = useState<Mirrored>();
  useEffect(() => hearMirror(setTold), []);
  if (!told)
    return (
      <Frame>
        <p className="word" style={{ fontSize: '2.4rem' }}>
          Open the camera on the Floor of this device: what it sees is shown here.
        </p>
      </Frame>
    );
  return (
    <Frame data-word={told.word}>
      <svg
        className="figure"
        viewBox={frameOf(told)}
        style={{ transform: 'scaleX(-1)' }}
        role="img"
        aria-label="You, mirrored"
      >
        {seenFigure(told.points).map(({ part, path }, i) => (
          <path key={i} d={path} fill={fills[part]} opacity={part === 'block' ? 0.9 : 1} />
        ))}
      </svg>
      <ul aria-label="Vials">
        {told.readings.map(({ block, state, place }) => (
          <li key={block} data-state={state}>
            {block}
            <Vial place={place && { ...place, at: -place.at }} state={state} />
          </li>
        ))}
      </ul>
      <p className="word" role="status" data-out={told.isOut ? '' : undefined}>
        {told.word}
      </p>
    </Frame>
  );
}
