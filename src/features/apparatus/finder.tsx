'use client';

// Which springs for an exercise and a person, why, and what was set before.
import { useAsking } from '@/platform/browser/asking';
import { Minus, Plus } from 'lucide-react';
import { useState } from 'react';
import styled from 'styled-components';
import { checkSet, setText, unitsOf, unitsText } from '@/core/springs/springs';
import type { SpringSet } from '@/core/springs/springs';
import { ClientPicker } from '@/design/client-picker';
import { findClientNames } from '@/platform/server/client-names';
import { Button } from '@/design/button';
import { Chip, Failed, Notice, Quiet, Row, Small, Stack, TextLink } from '@/design/layout';
import { Picker } from '@/design/picker';
import { PlainField } from '@/design/plain-field';
import { StandingChip } from '@/design/standing';
import { keepForClient } from './actions';
import { useOnce } from '@/platform/browser/once';
import type { ApparatusLine, ApparatusPage, Finder } from './read';

const Sets = styled.ol`
  display: grid;
  gap: 8px;
  button {
    display: grid;
    gap: 2px;
    width: 100%;
    text-align: left;
    padding: 10px 14px;
    border: 1.5px solid var(--rule);
    border-radius: 12px;
    background: var(--panel);
    color: inherit;
    font: inherit;
    cursor: pointer;
  }
  button[aria-pressed='true'] {
    border-color: var(--ink);
    border-width: 2.5px;
  }
  .set {
    font-family: var(--head);
    font-stretch: 88%;
    font-weight: 700;
    font-size: 1.25rem;
  }
`;
const Steps = styled.div`
  display: grid;
  gap: 6px;
  .step {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    align-items: center;
    gap: 8px;
    border-top: 1px solid var(--rule);
  }
  .count {
    display: inline-block;
    min-width: 2ch;
    text-align: center;
    font-weight: 700;
  }
`;

type FinderProps = {
  readonly apparatus: ApparatusLine;
  readonly finder: Finder;
  readonly clients: ApparatusPage['clients'];
  readonly onAsk: (asked: { readonly exercise?: string; readonly level?: string; readonly client?: string }) => void;
  readonly set: SpringSet;
  readonly onSet: (set: SpringSet) => void;
  readonly onKept: () => void;
};

const sameSet = (a: SpringSet, b: SpringSet): boolean =>
  [...new Set([...Object.keys(a), ...Object.keys(b)])].every((id) => (a[id] ?? 0) === (b[id] ?? 0));

export function FindSetting({ apparatus, finder, clients, onAsk, set, onSet, onKept }: FinderProps) {
  const { exercises, exercise, level, levelWords, usual, client, standing, offer, refused, history } = finder;
  const levels = exercises.find(({ id }) => id === exercise)?.levels ?? [];
  return (
    <Stack as="section" $gap={14} aria-label="Find a setting">
      <h2>Find a setting</h2>
      <Picker label="Exercise" value={exercise} onChange={(id) => onAsk({ exercise: id })} choices={exercises} />
      <Picker label="Level" value={String(level)} onChange={(id) => onAsk({ level: id })} choices={levels} />
      <ClientPicker
        chosen={client}
        anyone="a body of usual size"
        clients={clients}
        find={findClientNames}
        onChange={(id) => onAsk({ client: id ?? '' })}
      />
      <Small>
        {levelWords} {usual && `Usually ${usual}.`}
      </Small>
      {standing && (
        <Row>
          <StandingChip standing={standing} />{' '}
          <TextLink href={`/repertoire/${exercise}${client ? `?client=${client.id}` : ''}`}>Why</TextLink>
        </Row>
      )}
      {refused && <Notice role="alert">{refused.message}</Notice>}
      {offer && (
        <>
          <Stack $gap={4} data-because>
            {offer.because.map((one) => (
              <Small key={one}>{one}</Small>
            ))}
            {offer.leftOut.length > 0 && (
              <Small>Not reckoned with, being uncalibrated: {offer.leftOut.join(', ')}.</Small>
            )}
          </Stack>
          {offer.sets.length === 0 && <Quiet>No set of these springs can be hooked on.</Quiet>}
          <Sets aria-label="Sets">
            {offer.sets.map((one) => (
              <li key={one.text}>
                <button type="button" aria-pressed={sameSet(one.set, set)} onClick={() => onSet(one.set)}>
                  <span className="set">{one.text}</span>
                  <Small>
                    {one.reason} {one.against && <b>{one.against}</b>}
                  </Small>
                </button>
              </li>
            ))}
          </Sets>
        </>
      )}
      <Adjust apparatus={apparatus} finder={finder} set={set} onSet={onSet} onKept={onKept} />
      {client && (
        <Stack $gap={6}>
          <h3>Set for {client.name} before</h3>
          {history.length === 0 ? (
            <Quiet>Nothing yet, in this exercise.</Quiet>
          ) : (
            <ul>
              {history.map(({ id, on, by, text, note }) => (
                <li key={id} style={{ padding: '4px 0' }}>
                  <b>{text}</b>{' '}
                  <Small>
                    {on}, {by}
                  </Small>
                  {note && <div>{note}</div>}
                </li>
              ))}
            </ul>
          )}
        </Stack>
      )}
    </Stack>
  );
}

/** The set in hand, spring by spring; kept for the client with a word on why. */
function Adjust({
  apparatus: { id: apparatusId, rig },
  finder: { client, exercise },
  set,
  onSet,
  onKept,
}: Pick<FinderProps, 'apparatus' | 'finder' | 'set' | 'onSet' | 'onKept'>) {
  const [note, setNote] = useState('');
  const { failed: trouble, ask } = useAsking();
  const [kept, setKept] = useState(false);
  const once = useOnce();
  const allowed = checkSet(rig, set);
  const step = rig.inPairs ? 2 : 1;
  const change = (id: string, by: number) => {
    setKept(false);
    onSet({ ...set, [id]: Math.max(0, (set[id] ?? 0) + by) });
  };
  const isEmpty = Object.values(set).every((n) => n === 0);
  const keep = async () => {
    if (!client) return;
    const springs = Object.fromEntries(Object.entries(set).filter(([, n]) => n > 0));
    const asked = { id: once.id(), clientId: client.id, apparatusId, exercise, springs, note };
    const result = await ask(keepForClient(asked));
    setKept(result.ok);
    if (!result.ok) return;
    once.kept();
    setNote('');
    onKept();
  };
  return (
    <Stack $gap={10}>
      <Row $gap={10}>
        <h3>Springs on</h3>
        <Chip data-set>
          {isEmpty ? 'none' : `${setText(rig.springs, set)} · ${unitsText(unitsOf(rig.springs, set))}`}
        </Chip>
      </Row>
      <Steps>
        {rig.springs.map(({ id, label, count }) => (
          <div key={id} className="step">
            <span>
              {label} <Small>of {count}</Small>
            </span>
            <Row $gap={4}>
              <Button $look="quiet" aria-label={`One ${label} less`} onPress={() => change(id, -step)}>
                <Minus size={18} aria-hidden />
              </Button>
              <span className="count numeral">{set[id] ?? 0}</span>
              <Button $look="quiet" aria-label={`One ${label} more`} onPress={() => change(id, step)}>
                <Plus size={18} aria-hidden />
              </Button>
            </Row>
          </div>
        ))}
      </Steps>
      {!allowed.ok && (
        <Notice role="alert" $tone="out">
          {allowed.error.message}
        </Notice>
      )}
      {client ? (
        <>
          <PlainField label="A word on it" value={note} onChange={setNote} help="What was felt, what to try next" />
          <Row>
            <Button $look="main" isDisabled={!allowed.ok || isEmpty} onPress={() => void keep()}>
              Set for {client.name}
            </Button>
            {kept && <Small role="status">Kept. The Floor shows it next time.</Small>}
          </Row>
        </>
      ) : (
        <Small>Choose a client to remember what was set.</Small>
      )}
      <Failed>{trouble}</Failed>
    </Stack>
  );
}
