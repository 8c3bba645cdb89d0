'use client';

import { useAsking } from '@/platform/browser/asking';
import { wentWords } from '@/core/progression/outcome';
import { decisionWords } from '@/core/progression/words';
import { Printer } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import styled from 'styled-components';
import type { ItemOutcome } from '@/core/progression/kept-outcome';
import { outcomesOf } from '@/core/progression/outcome';
import { levelText } from '@/core/load/rungs';
import { foldSession } from '@/core/progression/session';
import { Button, ButtonLink } from '@/design/button';
import { Dialog } from '@/design/dialog';
import { Columns, Failed, Page, PageHead, Quiet, Row, Ruled, Small, Stack, TextLink } from '@/design/layout';
import { PlainField } from '@/design/plain-field';
import { amendRepetition } from './actions';
import type { SessionPage } from './read';

const Log = styled.ol`
  li {
    display: grid;
    grid-template-columns: 92px minmax(0, 1fr) auto;
    gap: 12px;
    align-items: center;
    padding: 5px 0;
    min-height: 44px;
    border-top: 1px solid var(--rule);
  }
  li[data-gone] .words {
    text-decoration: line-through;
    color: var(--quiet);
  }
  li[data-later] {
    opacity: 0.45;
  }
`;
const Slider = styled.input`
  width: 100%;
  height: 44px;
  accent-color: var(--info);
`;

/** A session as it was: move through its events and see what it had come to. */
export function SessionScreen({ page }: { readonly page: SessionPage }) {
  const { id, client, instructor, on, isWrapped, rules, placed, log, unsafe, names } = page;
  const [chosen, setChosen] = useState<number>();
  const upTo = chosen ?? placed.length; // all of them, also those that come in later
  const [amending, setAmending] = useState<SessionPage['log'][number]>();
  const session = foldSession(
    id,
    placed.slice(0, upTo).map(({ event }) => event),
  );
  const { items } = outcomesOf(session, new Set(unsafe));
  const last = log[upTo - 1];
  return (
    <Page>
      <PageHead>
        <div>
          <TextLink href={`/clients/${client.id}`}>{client.name}</TextLink>
          <h1>Session</h1>
          <Quiet>
            {on}, with {instructor}
          </Quiet>
        </div>
        {isWrapped && (
          <ButtonLink href={`/sessions/${id}/hand-out`}>
            <Printer size={18} aria-hidden />
            Hand-out
          </ButtonLink>
        )}
      </PageHead>
      <Columns $side="480px">
        <Stack $gap={18}>
          <label>
            <b>As it stood after event {upTo}</b> of {placed.length}
            {last ? `, ${last.time}` : ''}
            <Slider
              type="range"
              min={0}
              max={placed.length}
              value={upTo}
              onChange={(event) => setChosen(Number(event.target.value))}
            />
          </label>
          <h2>What it had come to</h2>
          {items.length === 0 && <Quiet>Nothing was tapped yet.</Quiet>}
          <Ruled>
            {items.map((one) => (
              <Done key={one.item} one={one} names={names} />
            ))}
          </Ruled>
          {session.wrap && (
            <Stack $gap={6}>
              <h2>For next time</h2>
              <ul style={{ listStyle: 'disc', paddingLeft: 20 }}>
                {session.wrap.points.map((point) => (
                  <li key={point}>{point}</li>
                ))}
              </ul>
              {session.wrap.note && (
                <>
                  <h3>Private note</h3>
                  <span style={{ whiteSpace: 'pre-wrap' }}>{session.wrap.note}</span>
                </>
              )}
            </Stack>
          )}
          <Small>Judged then by rules {rules}.</Small>
        </Stack>
        <Stack $gap={6}>
          <h2>Event by event</h2>
          <Log>
            {log.map((one) => (
              <li key={one.n} data-gone={one.gone ? '' : undefined} data-later={one.n > upTo ? '' : undefined}>
                <Small>{one.time}</Small>
                <span className="words">
                  {one.words} <Small>{one.by}</Small>
                </span>
                {one.mayAmend && !one.gone ? (
                  <Button $look="quiet" onPress={() => setAmending(one)} aria-label={`Set event ${one.n} right`}>
                    Set right
                  </Button>
                ) : (
                  <span />
                )}
              </li>
            ))}
          </Log>
        </Stack>
      </Columns>
      {amending && <Amend page={page} line={amending} onClose={() => setAmending(undefined)} />}
    </Page>
  );
}

type DoneProps = { readonly one: ItemOutcome; readonly names: SessionPage['names'] };

/** One exercise as it had come to stand. */
const Done = ({ one, names }: DoneProps) => (
  <li style={{ padding: '12px 0' }} data-exercise={one.exercise}>
    <Stack $gap={3}>
      <Row style={{ justifyContent: 'space-between' }}>
        <h3>
          {one.name}, level {levelText(one.level)}
        </h3>
        <Small>{Math.round(one.seconds / 60)} min</Small>
      </Row>
      <span>
        {wentWords(one)}
        {one.repetitions > 0 && `; in a row ${one.run.left} left, ${one.run.right} right`}
        {one.unconfirmed > 0 && `; ${one.unconfirmed} of them seen by a camera and confirmed by nobody`}
      </span>
      {one.faults.map(({ fault, times }) => (
        <Small key={fault}>
          {names.faults[fault] ?? fault}: {times}×
        </Small>
      ))}
      {one.tries.map(({ correction, verdict }, i) => (
        <Small key={i}>
          “{names.corrections[correction] ?? correction}” {verdict ?? 'not judged'}
        </Small>
      ))}
      {one.pain !== null && <Small>Pain {one.pain} of 10</Small>}
      {one.decision && (
        <Stack $gap={2}>
          <b>
            {decisionWords[one.decision.decision]} level {levelText(one.decision.level)}
          </b>
          <Small>{one.decision.overruled ?? one.decision.reasons.join(' ')}</Small>
        </Stack>
      )}
    </Stack>
  </li>
);

function Amend({
  page,
  line,
  onClose,
}: {
  readonly page: SessionPage;
  readonly line: SessionPage['log'][number];
  readonly onClose: () => void;
}) {
  const router = useRouter();
  const [why, setWhy] = useState('');
  const { failed, ask } = useAsking();
  const of = page.placed.find(({ n }) => n === line.n)?.event.id;
  const keep = async () => {
    const result = await ask(amendRepetition({ session: page.id, of, clean: !line.clean, why }));
    if (!result.ok) return;
    router.refresh();
    onClose();
  };
  return (
    <Dialog title={`It was ${line.clean ? 'lost' : 'clean'}`} isOpen onClose={onClose}>
      <Stack $gap={14}>
        <span>
          Tapped as {line.clean ? 'clean' : 'lost'} at {line.time}. What was tapped stays on record; the session counts
          what you say now.
        </span>
        <PlainField label="Why" value={why} onChange={setWhy} />
        <Failed>{failed}</Failed>
        <Row>
          <Button $look="main" onPress={() => void keep()}>
            Count it as {line.clean ? 'lost' : 'clean'}
          </Button>
          <Button onPress={onClose}>Leave it</Button>
        </Row>
      </Stack>
    </Dialog>
  );
}
