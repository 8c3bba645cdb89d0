'use client';

// What cautions make of a client's work: stop, clearance, overrules, what is open, intake.
import { typedStays, useAsking } from '@/platform/browser/asking';
import { ForTeachers, useIsGuest } from '@/platform/browser/role';
import { FileSignature, OctagonX, Undo2 } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import styled from 'styled-components';
import { standings } from '@/core/knowledge/standings';
import type { Caution } from '@/core/knowledge/conditions';
import { Button, ButtonLink } from '@/design/button';
import { Dialog } from '@/design/dialog';
import { Notice, Panel, Quiet, Row, Ruled, Small, Stack, TextLink } from '@/design/layout';
import { PlainField } from '@/design/plain-field';
import { StandingChip, standingWords } from '@/design/standing';
import { clearStop, keepClearance, takeBackOverrule } from './actions';
import type { ClientPage, Shown } from './read';

const Picker = dynamic(() => import('@/design/picker').then((all) => all.Picker));

type Now = Extract<Shown, { part: 'now' }>;
type OfClient = { readonly client: Pick<ClientPage['client'], 'id'> };
type ClearanceProps = { readonly clientId: string; readonly caution: Caution; readonly today: string };

/** Nothing goes on: the stop that was seen, and where its clearance is entered. */
export function StopBanner({ page: { client, stops, today }, deferring }: { page: ClientPage; deferring: string }) {
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const [on, setOn] = useState(today);
  const [by, setBy] = useState('');
  const { failed, ask } = useAsking();
  const seen = stops.filter(({ clearedOn }) => clearedOn === null);
  const [current, ...others] = seen;
  if (!current) return null;
  const clear = async () => {
    const ids = seen.map(({ id }) => id); // those that stand here, not one that is being noted just now
    const result = await ask(clearStop({ clientId: client.id, stops: ids, on, by }), typedStays);
    if (!result.ok) return;
    setOpen(false);
    router.refresh();
  };
  return (
    <Notice $tone="out" role="alert" style={{ marginTop: 16 }}>
      <OctagonX size={22} aria-hidden />
      <Stack $gap={6}>
        <span>
          <strong>
            Stopped on {current.on}: {current.sign}.
          </strong>{' '}
          {current.seen} Noted by {current.madeBy}.{' '}
          {others.length > 0 && `Also ${others.map(({ sign, on: day }) => `${sign} (${day})`).join('; ')}. `}
          Nothing goes on before clearance is on file. {deferring}
        </span>
        <ForTeachers>
          <Row>
            <Button onPress={() => setOpen(true)}>Clearance received</Button>
            <ButtonLink href={`/clients/${client.id}/stops/${current.id}`}>Report of this stop</ButtonLink>
          </Row>
        </ForTeachers>
      </Stack>
      <Dialog title="Clearance received" isOpen={open} onClose={() => setOpen(false)}>
        {others.length > 0 && <Quiet>It clears all {seen.length} signs that are named here.</Quiet>}
        <PlainField label="Date" type="date" value={on} onChange={setOn} />
        <PlainField label="From whom" value={by} onChange={setBy} error={failed} />
        <Row>
          <Button $look="main" onPress={() => void clear()}>
            Keep the clearance
          </Button>
          <Button onPress={() => setOpen(false)}>Not yet</Button>
        </Row>
      </Dialog>
    </Notice>
  );
}

/** What of a condition is typed in the dialog; empty dates are none. */
const typedOf = (caution: Caution, today: string) => ({
  on: caution.clearedOn ?? today,
  by: caution.clearedBy ?? '',
  until: caution.clearedUntil ?? '',
  note: caution.note,
  since: caution.since ?? '',
  dueOn: caution.dueOn ?? '',
  kindOf: caution.kindOf ?? 'unknown',
});

/** Enters, changes or takes back the clearance of one condition, its dates and its note. */
export function ClearanceButton({ clientId, caution, today }: ClearanceProps) {
  const router = useRouter();
  const isGuest = useIsGuest();
  const [open, setOpen] = useState(false);
  const [typed, setTyped] = useState(() => typedOf(caution, today));
  const { failed, ask } = useAsking();
  const set = (field: keyof typeof typed) => (text: string) => setTyped({ ...typed, [field]: text });
  const keep = async (isCleared: boolean) => {
    const { on, by, until, note, since, dueOn, kindOf } = typed;
    const asked = {
      ...{ clientId, condition: caution.id, note, revision: caution.revision },
      ...{ since: since || null, dueOn: dueOn || null, kindOf: kindOf === 'unknown' ? null : kindOf },
      clearance: isCleared ? { on, by, until: until || null } : null,
    };
    const result = await ask(keepClearance(asked), typedStays);
    if (!result.ok) return;
    setOpen(false);
    router.refresh();
  };
  if (caution.byAge || isGuest) return null; // nobody clears an age
  const { dated, kinds, clearing, cleared } = caution;
  return (
    <>
      <Button $look="quiet" onPress={() => setOpen(true)} style={{ justifySelf: 'start', paddingInline: 0 }}>
        {cleared ? 'Change the clearance' : dated ? 'Dates, clearance, note' : 'Clearance or note'}
      </Button>
      <Dialog
        title={`${caution.name[0]?.toUpperCase()}${caution.name.slice(1)}`}
        isOpen={open}
        onClose={() => setOpen(false)}
      >
        <Quiet>{caution.caution}</Quiet>
        {dated === 'due' && (
          <PlainField label="The child is due on" type="date" value={typed.dueOn} onChange={set('dueOn')} />
        )}
        {dated === 'since' && <PlainField label="Since" type="date" value={typed.since} onChange={set('since')} />}
        {kinds.length > 0 && (
          <Picker
            label="Which kind"
            value={typed.kindOf}
            onChange={set('kindOf')}
            choices={[{ id: 'unknown', name: 'not known yet: the limits of all kinds' }, ...kinds]}
          />
        )}
        <PlainField label="Note" value={typed.note} onChange={set('note')} help="As little as needed." />
        <PlainField label="Cleared on" type="date" value={typed.on} onChange={set('on')} />
        <PlainField
          label="Holds until"
          type="date"
          value={typed.until}
          onChange={set('until')}
          help="Empty: until it is taken back."
        />
        <PlainField label={`Cleared by (${clearing})`} value={typed.by} onChange={set('by')} error={failed} />
        <Row>
          <Button $look={typed.by ? 'main' : 'plain'} onPress={() => void keep(true)}>
            Keep as cleared
          </Button>
          {cleared ? (
            <Button onPress={() => void keep(false)}>
              <Undo2 size={17} aria-hidden />
              Take the clearance back
            </Button>
          ) : (
            <Button $look={typed.by ? 'plain' : 'main'} onPress={() => void keep(false)}>
              {dated ? 'Keep dates and note only' : 'Keep the note only'}
            </Button>
          )}
        </Row>
      </Dialog>
    </>
  );
}

const Open = styled.details`
  summary {
    cursor: pointer;
    min-height: 44px;
    display: flex;
    align-items: center;
    gap: 10px;
  }
  summary::marker {
    content: '';
  }
  ul {
    padding-left: 16px;
  }
`;

/** How many exercises stand how, with the names one press away. */
export function WhatIsOpen({ client, open }: OfClient & Pick<Now, 'open'>) {
  const groups = standings
    .map((standing) => ({ standing, exercises: open.filter((one) => one.standing === standing) }))
    .filter(({ exercises }) => exercises.length > 0);
  return (
    <Panel as="section" aria-label="What is open">
      <Stack $gap={4}>
        <h2>What is open</h2>
        {groups.map(({ standing, exercises }) => (
          <Open key={standing} open={standing === 'ruledOut' && exercises.length <= 8}>
            <summary>
              <StandingChip standing={standing} />
              <span>{exercises.length}</span>
            </summary>
            <ul aria-label={`Exercises: ${standingWords[standing]}`}>
              {exercises.map(({ id, name }) => (
                <li key={id}>
                  <TextLink href={`/repertoire/${id}?client=${client.id}`} style={{ minHeight: 30 }}>
                    {name}
                  </TextLink>
                </li>
              ))}
            </ul>
          </Open>
        ))}
        <TextLink href={`/repertoire?client=${client.id}`}>Browse the repertoire for this client</TextLink>
      </Stack>
    </Panel>
  );
}

/** Rules put aside, with the reasons; each can be taken back. */
export function Overrules({ client, overrules }: OfClient & Pick<Now, 'overrules'>) {
  const router = useRouter();
  if (overrules.length === 0) return null;
  return (
    <Panel as="section" aria-label="Overrules">
      <Stack $gap={6}>
        <h2>Overruled</h2>
        <Ruled>
          {overrules.map(({ id, what, against, reason, by, on }) => (
            <li key={id} style={{ padding: '8px 0' }}>
              <strong>{what}</strong> <Small>({against})</Small>
              <br />“{reason}”{' '}
              <Small>
                {by}, {on}
              </Small>
              <ForTeachers>
                <br />
                <Button
                  $look="quiet"
                  style={{ paddingInline: 0 }}
                  onPress={() => void takeBackOverrule({ clientId: client.id, id }).then(() => router.refresh())}
                >
                  Take back
                </Button>
              </ForTeachers>
            </li>
          ))}
        </Ruled>
      </Stack>
    </Panel>
  );
}

/** The yearly form, and whether it is due. */
export function IntakeNote({ client, intake }: OfClient & Pick<Now, 'intake'>) {
  return (
    <Panel as="section" aria-label="Intake form">
      <Stack $gap={6}>
        <h2>Intake form</h2>
        {intake ? (
          <span>
            Signed by {intake.signedName} on {intake.on}.{' '}
            {intake.holds ? (
              <Small>Renewed every year.</Small>
            ) : (
              <strong className="out-text">More than a year old: due again.</strong>
            )}
          </span>
        ) : (
          <Quiet>None signed yet.</Quiet>
        )}
        <ForTeachers>
          <Row>
            <ButtonLink href={`/clients/${client.id}/intake`}>
              <FileSignature size={18} aria-hidden />
              {intake ? 'Fill in anew' : 'Fill in'}
            </ButtonLink>
          </Row>
        </ForTeachers>
      </Stack>
    </Panel>
  );
}
