'use client';

// The newest repetition as the camera saw it: she lets it stand, confirms it, or says what it was.
import { Check, X } from 'lucide-react';
import { useEffect, useState } from 'react';
import styled from 'styled-components';
import { wordSeen } from '@/core/knowledge/film-words';
import { isSimulated, watcherWords } from '@/core/progression/words';
import type { InHand } from '../in-hand';
import { Small, Tap } from '../parts';
import { answersForMs } from './settings';

const Bar = styled.div`
  position: absolute;
  inset: auto 0 100% 0;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 10px 16px;
  padding: 8px 20px;
  border-top: 3px solid var(--info);
  background: var(--paper);
  box-shadow: 0 -10px 26px rgb(17 24 27 / 0.16);
  &[data-verdict='lost'] {
    border-color: var(--out);
  }
  p {
    flex: 1 1 260px;
    font-size: 1.15rem;
    line-height: 1.25;
  }
  b {
    font-family: var(--head);
    font-size: 1.35rem;
  }
  &[data-verdict='lost'] b {
    color: var(--out);
  }
`;

const names = { clean: 'Clean', lost: 'Lost', notJudged: 'Not judged' } as const;
/** A clean one that was tapped needs no answer, and goes by itself. */
const cleanGoesMs = 2500;

export function LastSeenBar({ pack, eye }: Pick<InHand, 'pack' | 'eye'>) {
  const { last, settings, confirm, say, dismiss } = eye;
  const [goneAt, setGoneAt] = useState(0);
  const heardAt = last?.heardAt ?? 0;
  const isQuiet = last?.one.verdict === 'clean' && settings.taps;
  useEffect(() => {
    const timer = setTimeout(() => setGoneAt(heardAt), isQuiet ? cleanGoesMs : answersForMs);
    return () => clearTimeout(timer);
  }, [heardAt, isQuiet]);
  if (!last || goneAt === heardAt) return null;
  const { verdict } = last.one;
  const by = watcherWords[last.by];
  const isTapped = last.event !== undefined || settings.taps;
  return (
    <Bar role="group" aria-label="Seen by the camera" data-verdict={verdict} data-tapped={isTapped ? '' : undefined}>
      <p role="status">
        <b>{names[verdict]}</b> · {wordSeen(last.one, pack.repertoire)}
        <br />
        <small>{isTapped ? `Tapped by ${by}.` : `Proposed by ${by}: not counted until you answer.`}</small>
      </p>
      {verdict !== 'notJudged' && (
        <Tap $look="main" onClick={confirm} aria-keyshortcuts="C">
          <Check size={22} aria-hidden />
          {verdict === 'clean' ? 'Clean, yes' : 'Lost, yes'}
        </Tap>
      )}
      {verdict !== 'clean' && <Tap onClick={() => say(true)}>It was clean</Tap>}
      {verdict !== 'lost' && (
        <Tap $look="out" onClick={() => say(false)}>
          It was lost
        </Tap>
      )}
      <Tap $look="bare" onClick={dismiss} aria-label="Leave it">
        <X size={24} aria-hidden />
      </Tap>
    </Bar>
  );
}

/** Repetitions of the exercise that the camera counted and she has not confirmed. */
export function Unconfirmed({ view, record }: Pick<InHand, 'view' | 'record'>) {
  const waiting = view.item.sets.flatMap(({ repetitions }) =>
    repetitions.flatMap(({ id, watched }) => (watched && !watched.confirmed ? [{ id, by: watched.by }] : [])),
  );
  const ids = waiting.filter(({ by }) => !isSimulated(by)).map(({ id }) => id);
  if (ids.length === 0)
    return waiting.length > 0 ? (
      <Small>What the simulated camera counts is for trying it: it feeds no next level.</Small>
    ) : null;
  return (
    <Tap onClick={() => void record({ kind: 'confirmed', of: ids.slice(0, 100) })}>
      <Check size={22} aria-hidden />
      Confirm {ids.length} seen by the camera
    </Tap>
  );
}
