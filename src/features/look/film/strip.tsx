'use client';

import { Check, CircleHelp, CircleSlash2, X } from 'lucide-react';
import { useEffect, useState } from 'react';
import styled from 'styled-components';
import type { FilmReading } from '@/core/knowledge/film';
import type { FilmRepetition } from '@/core/knowledge/film-set';
import { useRepertoire } from '@/platform/browser/repertoire';
import type { FilmDesk } from './desk';
import { verdictNames, wordRepetition } from './words';

const Cards = styled.ol`
  list-style: none;
  margin: 0;
  padding: 2px;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: 12px;
  button {
    display: grid;
    align-content: start;
    width: 100%;
    height: 100%;
    padding: 0 0 8px;
    border: 1px solid var(--rule);
    border-radius: 12px;
    overflow: hidden;
    background: var(--panel);
    color: var(--ink);
    text-align: left;
    font: inherit;
    cursor: pointer;
  }
  button:hover {
    border-color: var(--ink);
  }
  button[aria-current='true'] {
    outline: 3px solid var(--info);
    outline-offset: 1px;
  }
  img,
  .blank {
    display: block;
    width: 100%;
    object-fit: cover;
    background: #20282b;
  }
  img {
    max-height: 250px; /* of a film that stands upright */
  }
  .blank {
    aspect-ratio: 16 / 9;
  }
  b {
    display: flex;
    gap: 6px;
    align-items: center;
    padding: 7px 10px 0;
    font-family: var(--head);
    font-stretch: 88%;
  }
  b[data-verdict='lost'] {
    color: var(--out);
  }
  .why {
    padding: 2px 10px 0;
    font-size: 0.84rem;
    line-height: 1.3;
    color: var(--quiet);
    overflow-wrap: anywhere;
  }
`;

const icons = { clean: Check, lost: X, notJudged: CircleHelp, partial: CircleSlash2 } as const;
/** Wide enough for a card on a sharp screen. */
export const stillPx = 320;

/** Small stills of the repetitions at their worst moments, as they come. */
export function useStills(desk: FilmDesk, repetitions: readonly FilmRepetition[]): readonly (string | undefined)[] {
  const [stills, setStills] = useState<readonly (string | undefined)[]>([]);
  useEffect(() => {
    let over = false;
    const made: string[] = [];
    const make = async () => {
      setStills([]);
      for (const { worstS } of repetitions) {
        const file = await desk.still(worstS, 'still', stillPx);
        if (over) return;
        if (file) made.push(URL.createObjectURL(file));
        setStills([...made]);
      }
    };
    void make();
    return () => {
      over = true;
      made.forEach((address) => URL.revokeObjectURL(address));
    };
  }, [desk, repetitions]);
  return stills;
}

type StripProps = {
  readonly reading: Pick<FilmReading, 'repetitions'>;
  /** None where the film is not here. */
  readonly stills: readonly (string | undefined)[] | undefined;
  readonly atS: number;
  readonly onGo: (atS: number) => void;
};

/** The repetitions side by side, each at its worst moment: clean or lost, with the reason. */
export function Strip({ reading, stills, atS, onGo }: StripProps) {
  const repertoire = useRepertoire();
  return (
    <Cards aria-label="Repetitions">
      {reading.repetitions.map((one, i) => {
        const Icon = icons[one.verdict];
        return (
          <li key={one.startS}>
            <button type="button" aria-current={atS >= one.startS && atS <= one.endS} onClick={() => onGo(one.worstS)}>
              {/* eslint-disable-next-line @next/next/no-img-element -- made in this page, of a film that never left it */}
              {stills && (stills[i] ? <img src={stills[i]} alt="" /> : <span className="blank" />)}
              <b data-verdict={one.verdict}>
                {i + 1}
                <Icon size={17} aria-hidden />
                {verdictNames[one.verdict]}
              </b>
              <span className="why">{wordRepetition(one, repertoire)}</span>
            </button>
          </li>
        );
      })}
    </Cards>
  );
}
