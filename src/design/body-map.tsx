'use client';

// A body from the front and from behind: what is tapped on it, or on a name beside it, is where she feels it.
import type { MouseEvent } from 'react';
import { useMemo } from 'react';
import styled from 'styled-components';
import { bodyMap, placeAt, placesIn } from '@/core/figure/body-map';
import type { MapView } from '@/core/figure/body-map';
import { placeWords } from '@/core/anatomy/places';
import type { Place } from '@/core/anatomy/places';
import { Part } from './figure';

const Sides = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 400px) minmax(0, 1fr);
  gap: 10px;
  align-items: start;
  .names {
    display: grid;
    gap: 6px;
  }
  .names button {
    min-height: 64px;
    padding: 4px 10px;
    border: 1.5px solid var(--rule-strong);
    border-radius: 14px;
    background: var(--panel);
    font-weight: 600;
    line-height: 1.15;
    cursor: pointer;
    touch-action: manipulation;
  }
  .names button[aria-pressed='true'] {
    background: var(--ink);
    border-color: var(--ink);
    color: var(--on-ink);
  }
  .names button[data-wrong][aria-pressed='true'] {
    background: var(--out);
    border-color: var(--out);
    color: var(--paper);
  }
  .names small {
    display: block;
    font-weight: 400;
  }
  .bodies {
    display: grid;
    grid-template-columns: 1fr 1fr;
  }
  .bodies figcaption {
    text-align: center;
    color: var(--quiet);
  }
  svg {
    display: block;
    width: 100%;
    height: auto;
    cursor: pointer;
    touch-action: manipulation;
  }
  @media (max-width: 620px) {
    grid-template-columns: 1fr 1fr;
    .bodies {
      grid-column: 1 / -1;
      grid-row: 1;
      max-width: 300px;
      justify-self: center;
    }
  }
`;

type BodyMapProps = {
  readonly felt: readonly Place[];
  readonly wanted: readonly Place[];
  readonly unwanted: readonly Place[];
  readonly onPlace: (place: Place) => void;
};

const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);

/** Front and back with a name for each place; `wanted` and `unwanted` are said beside the names. */
export function BodyMap({ felt, wanted, unwanted, onPlace }: BodyMapProps) {
  const names = (view: MapView) => (
    <div className="names" role="group" aria-label={view === 'front' ? 'Front of the body' : 'Back of the body'}>
      {placesIn[view].map((place) => (
        <button
          key={place}
          type="button"
          aria-pressed={felt.includes(place)}
          data-wrong={unwanted.includes(place) || undefined}
          onClick={() => onPlace(place)}
        >
          {capital(placeWords[place])}
          {wanted.includes(place) && <small>wanted here</small>}
          {unwanted.includes(place) && <small>not here</small>}
        </button>
      ))}
    </div>
  );
  return (
    <Sides>
      {names('front')}
      <div className="bodies">
        {(['front', 'behind'] as const).map((view) => (
          <figure key={view}>
            <OneSide view={view} felt={felt} unwanted={unwanted} onPlace={onPlace} />
            <figcaption>{view === 'front' ? 'front' : 'back'}</figcaption>
          </figure>
        ))}
      </div>
      {names('behind')}
    </Sides>
  );
}

/** A tap in the picture's own units, however large it is shown. */
function tapIn(event: MouseEvent<SVGSVGElement>, width: number, height: number): readonly [number, number] {
  const box = event.currentTarget.getBoundingClientRect();
  return [((event.clientX - box.left) / box.width) * width, ((event.clientY - box.top) / box.height) * height];
}

/** Drawn for fingers: the names beside it are the same buttons for everybody else. */
function OneSide({ view, felt, unwanted, onPlace }: Omit<BodyMapProps, 'wanted'> & { readonly view: MapView }) {
  const map = useMemo(() => bodyMap(view), [view]);
  const { width, height, shapes, spots } = map;
  const tap = (event: MouseEvent<SVGSVGElement>) => {
    const place = placeAt(map, tapIn(event, width, height));
    if (place) onPlace(place);
  };
  return (
    <svg viewBox={`0 0 ${width} ${height}`} aria-hidden onClick={tap} data-body={view}>
      {shapes.map((shape, index) => (
        <Part key={index} shape={shape} out={undefined} small weight={2} />
      ))}
      {spots.map(({ place, at: [x, y] }) => {
        const isFelt = felt.includes(place);
        const fill = !isFelt ? 'var(--paper)' : unwanted.includes(place) ? 'var(--out)' : 'var(--fluid)';
        return (
          <circle
            key={`${place} ${x} ${y}`}
            cx={x}
            cy={y}
            r={isFelt ? 19 : 11}
            fill={fill}
            fillOpacity={isFelt ? 1 : 0.75}
            stroke="var(--ink)"
            strokeWidth={isFelt ? 3 : 1.5}
          />
        );
      })}
    </svg>
  );
}
