'use client';

// After a class: what came of it for each, three points each as they were drafted, and one note on all of them.
import { Check, RotateCcw } from 'lucide-react';
import { useState } from 'react';
import styled from 'styled-components';
import { unsafeFaults } from '@/core/knowledge/conditions';
import { levelText } from '@/core/load/rungs';
import { draftPoints, outcomesOf, wentWords } from '@/core/progression/outcome';
import type { Outcome } from '@/core/progression/kept-outcome';
import { KeepMark } from '../head';
import type { FloorLink, Thread } from '../link';
import { Leave, Small, Tap, TwoColumns, Words, Wrapping, clockText } from '../parts';
import type { FloorClass } from '../pack';
import type { BoardState } from './state';

const People = styled.ul`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(100%, 320px), 1fr));
  gap: 14px 28px;
  & > li {
    border-top: 1px solid var(--rule);
    padding-top: 10px;
    display: grid;
    gap: 4px;
    align-content: start;
  }
  h2 {
    font-size: 1.25rem;
  }
`;

type Props = {
  readonly link: FloorLink;
  readonly state: BoardState;
  readonly of: FloorClass;
  readonly isOver: boolean;
  readonly onBack: () => void;
};

const noHome = { days: [], at: '18:00', items: [], words: '' };

type Came = { readonly thread: Thread; readonly outcome: Outcome; readonly points: readonly string[] };

/** What came of it for whoever took part. */
function cameOf({ pack, threads }: BoardState): readonly Came[] {
  return threads
    .filter(({ session }) => session.client !== null)
    .map((thread) => {
      const outcome = outcomesOf(thread.session, unsafeFaults(pack.repertoire, thread.client.conditions));
      return { thread, outcome, points: draftPoints(pack.repertoire, outcome, levelText) };
    });
}

export function ClassWrap({ link, state, of, isOver, onBack }: Props) {
  const [note, setNote] = useState('');
  const [isBusy, setBusy] = useState(false);
  const came = cameOf(state);
  const close = async () => {
    setBusy(true);
    for (const { thread, points } of came) {
      const { client, session } = thread;
      if (session.wrap === null)
        await link.tap(
          { kind: 'wrapped', points: [...points], note: note.trim(), next: null, home: noHome },
          client.id,
        );
      if (session.endedAt === null) await link.tap({ kind: 'ended' }, client.id);
    }
    setBusy(false);
  };
  return (
    <TwoColumns>
      <Wrapping style={{ justifyContent: 'space-between' }}>
        <div>
          <h1>{isOver ? 'Class closed' : 'Wrap-up'}</h1>
          <Small>
            {of.title} · {came.length} took part ·{' '}
            {clockText(Math.max(0, ...came.map(({ outcome }) => outcome.seconds)))}
          </Small>
        </div>
        <KeepMark state={state} here={`/floor?class=${of.id}`} onAside={() => undefined} />
      </Wrapping>
      <People aria-label="What came of it">
        {came.map(({ thread: { client }, outcome, points }) => (
          <li key={client.id} data-came={client.name}>
            <h2>{client.name}</h2>
            <Happened outcome={outcome} />
            {points.map((point) => (
              <p key={point}>{point}</p>
            ))}
            {isOver && <Leave href={`/clients/${client.id}?part=course`}>Client’s page</Leave>}
          </li>
        ))}
      </People>
      {isOver ? (
        <Wrapping>
          <Leave href="/">Today</Leave>
        </Wrapping>
      ) : (
        <>
          <Words label="A note on the class, kept with each of them" value={note} onChange={setNote} maxLength={2000} />
          <Wrapping>
            <Tap onClick={onBack}>
              <RotateCcw size={22} aria-hidden />
              Back to the board
            </Tap>
            <Tap $look="main" disabled={isBusy} onClick={() => void close()} style={{ minHeight: 72, flex: 1 }}>
              <Check size={26} aria-hidden />
              Close the class
            </Tap>
          </Wrapping>
        </>
      )}
    </TwoColumns>
  );
}

/** What was looked at, and how much was done beside. */
function Happened({ outcome: { items } }: { readonly outcome: Outcome }) {
  const counted = items.filter(({ repetitions, pain, tries }) => repetitions > 0 || pain !== null || tries.length > 0);
  const others = items.length - counted.length;
  return (
    <>
      {counted.map((one) => (
        <Small key={one.item}>
          {one.name}, level {levelText(one.level)}: {wentWords(one)}
          {one.pain !== null && `, pain ${one.pain} of 10`}
        </Small>
      ))}
      {others > 0 && (
        <Small>
          {others} {counted.length > 0 ? 'more ' : ''}done with the class, not counted
        </Small>
      )}
    </>
  );
}
