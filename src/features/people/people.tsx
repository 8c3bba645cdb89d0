'use client';

import { KeyRound, LogOut, ShieldOff, Trash2, UserMinus, UserPlus } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Result } from '@/core/result';
import { Button } from '@/design/button';
import {
  Chip,
  Failed,
  Notice,
  Page,
  PageHead,
  Quiet,
  Row,
  Ruled,
  Section,
  Small,
  Stack,
  TextLink,
} from '@/design/layout';
import { Picker } from '@/design/picker';
import { useAsking } from '@/platform/browser/asking';
import { useOnce } from '@/platform/browser/once';
import { roleIds } from '@/data/types';
import { changeRole, renewPassword, signColleagueOut, takeBackLink, takeDemoAway, takeSecond } from './actions';
import { Invite } from './invite';
import { LetGo } from './let-go';
import { Link } from './link';
import type { ShownLink } from './link';
import { roleChoices, roleNames } from './person';
import type { PeoplePage, PersonLine } from './person';
import { Rules } from './rules';
import { Sure } from './sure';

type Open = 'invite' | 'demo' | { readonly letGo: PersonLine } | { readonly shutOut: PersonLine };

/** Who works here, links that are open, and what a lead may do about them. */
export function People(page: PeoplePage) {
  const { studio, people, mayChange, mayRemoveDemo } = page;
  const router = useRouter();
  const once = useOnce();
  const { busy, failed, ask } = useAsking();
  const [open, setOpen] = useState<Open>();
  const [link, setLink] = useState<ShownLink>();
  const close = () => setOpen(undefined);
  const run = async (work: Promise<Result<null>>) => {
    if ((await ask(work)).ok) close();
    router.refresh();
  };
  const renew = async ({ id: person, name }: PersonLine) => {
    const result = await ask(renewPassword({ id: once.id(), person }));
    if (!result.ok) return;
    once.kept();
    setLink({ ...result.value, name, kind: 'password' });
    router.refresh();
  };
  const here = people.filter(({ left }) => !left);
  const gone = people.filter(({ left }) => left);
  const at = typeof open === 'object' ? open : undefined;
  return (
    <Page>
      <PageHead>
        <div>
          <TextLink href="/studio">{studio}</TextLink>
          <h1>People</h1>
          <Quiet>Who works here. What each one did stays under that name, also after leaving.</Quiet>
        </div>
        {mayChange && (
          <Button $look="main" onPress={() => setOpen('invite')}>
            <UserPlus size={19} aria-hidden />
            Invite a colleague
          </Button>
        )}
      </PageHead>
      <Stack $gap={34} style={{ paddingTop: 20 }}>
        {!mayChange && <Notice>A lead instructor can change these.</Notice>}
        <Failed>{failed}</Failed>
        {link && <Link {...link} onClose={() => setLink(undefined)} />}
        <Section aria-label="Working here">
          <Ruled>
            {here.map((person) => (
              <Person
                key={person.id}
                person={person}
                isSelf={person.id === page.own}
                mayChange={mayChange}
                isBusy={busy}
                onRole={(role) => void run(changeRole({ id: person.id, role }))}
                onRenew={() => void renew(person)}
                onShutOut={() => setOpen({ shutOut: person })}
                onTakeSecond={() => void run(takeSecond({ id: person.id }))}
                onLetGo={() => setOpen({ letGo: person })}
              />
            ))}
          </Ruled>
        </Section>
        {mayChange && <Rules page={page} isBusy={busy} onRule={(work) => void run(work)} />}
        <OpenLinks page={page} isBusy={busy} onTakeBack={(id) => void run(takeBackLink({ id }))} />
        <WorkedHere people={gone} />
        {mayRemoveDemo && <TheDemo onAway={() => setOpen('demo')} />}
      </Stack>
      {open === 'invite' && (
        <Invite
          onClose={close}
          onMade={(made) => {
            close();
            setLink(made);
            router.refresh();
          }}
        />
      )}
      {at && 'shutOut' in at && (
        <Sure
          title={`Sign ${at.shutOut.name} out everywhere?`}
          yes="Sign out everywhere"
          isBusy={busy}
          onClose={close}
          onYes={() => void run(signColleagueOut({ id: at.shutOut.id }))}
        >
          A tablet that was lost opens nothing from then on. What was tapped on it and not sent yet is locked on it, and
          goes on its way when the same person signs in on it again.
        </Sure>
      )}
      {at && 'letGo' in at && (
        <LetGo
          person={at.letGo}
          others={here.filter(({ id }) => id !== at.letGo.id)}
          onClose={close}
          onGone={() => {
            close();
            router.refresh();
          }}
        />
      )}
      {open === 'demo' && (
        <Sure
          title="Take the demo away?"
          yes="Take it away"
          isBusy={busy}
          onClose={close}
          onYes={() => void run(takeDemoAway({}))}
        >
          Its clients, sessions and pictures go, and do not come back. Your own studio stays as it is.
        </Sure>
      )}
    </Page>
  );
}

const WorkedHere = ({ people }: { readonly people: readonly PersonLine[] }) =>
  people.length > 0 && (
    <Section aria-label="Worked here">
      <h2>Worked here</h2>
      <Ruled>
        {people.map(({ id, name, left }) => (
          <li key={id}>
            {name} <Small>until {left}</Small>
          </li>
        ))}
      </Ruled>
    </Section>
  );

const TheDemo = ({ onAway }: { readonly onAway: () => void }) => (
  <Section aria-label="The demo">
    <h2>The demo</h2>
    <Quiet>The boathouse studio with its made-up clients stands beside yours, and opens on this machine only.</Quiet>
    <Row>
      <Button onPress={onAway}>
        <Trash2 size={18} aria-hidden />
        Take the demo away
      </Button>
    </Row>
  </Section>
);

type PersonProps = {
  readonly person: PersonLine;
  readonly isSelf: boolean;
  readonly mayChange: boolean;
  readonly isBusy: boolean;
  readonly onRole: (role: PersonLine['role']) => void;
  readonly onRenew: () => void;
  readonly onShutOut: () => void;
  readonly onTakeSecond: () => void;
  readonly onLetGo: () => void;
};

const seenWords = ({ seen, signedIn }: PersonLine): string =>
  seen ? `last seen ${seen}, signed in ${signedIn === 1 ? 'once' : `${signedIn} times`}` : 'signed in nowhere';

function Person({ person, isSelf, mayChange, isBusy, onRole, onRenew, onShutOut, onTakeSecond, onLetGo }: PersonProps) {
  const { name, email, role, hasSecond, clients } = person;
  return (
    <li data-person={name}>
      <Row style={{ justifyContent: 'space-between' }} $gap={16}>
        <div style={{ flex: '1 1 260px', minWidth: 0, overflowWrap: 'anywhere' }}>
          <Row $gap={10}>
            <strong>{name}</strong>
            {isSelf && <Chip $tone="info">you</Chip>}
            {!mayChange && <Chip>{roleNames[role]}</Chip>}
            {hasSecond && <Chip>second factor</Chip>}
          </Row>
          <Small>
            {email} · {seenWords(person)}
            {clients > 0 && ` · ${clients} ${clients === 1 ? 'client' : 'clients'}`}
          </Small>
        </div>
        {mayChange && (
          <Row $gap={6}>
            <div style={{ width: 170 }}>
              <Picker
                label={`Role of ${name}`}
                isLabelled
                value={role}
                isDisabled={isBusy}
                choices={roleChoices}
                onChange={(next) => onRole(roleIds.find((one) => one === next) ?? role)}
              />
            </div>
            {!isSelf && (
              <>
                <Button $look="quiet" isDisabled={isBusy} onPress={onRenew}>
                  <KeyRound size={18} aria-hidden />
                  New password
                </Button>
                <Button
                  $look="quiet"
                  isDisabled={isBusy}
                  aria-label={`Sign out ${name} everywhere`}
                  onPress={onShutOut}
                >
                  <LogOut size={18} aria-hidden />
                  Sign out
                </Button>
                {hasSecond && (
                  <Button
                    $look="quiet"
                    isDisabled={isBusy}
                    aria-label={`Take the second factor of ${name} away`}
                    onPress={onTakeSecond}
                  >
                    <ShieldOff size={18} aria-hidden />
                    Lost phone
                  </Button>
                )}
                <Button $look="quiet" isDisabled={isBusy} aria-label={`${name} leaves`} onPress={onLetGo}>
                  <UserMinus size={18} aria-hidden />
                  Leaves
                </Button>
              </>
            )}
          </Row>
        )}
      </Row>
    </li>
  );
}

type OpenLinksProps = {
  readonly page: PeoplePage;
  readonly isBusy: boolean;
  readonly onTakeBack: (id: string) => void;
};

function OpenLinks({ page: { invitations, mayChange }, isBusy, onTakeBack }: OpenLinksProps) {
  if (invitations.length === 0) return null;
  return (
    <Section aria-label="Open links">
      <h2>Open links</h2>
      <Ruled>
        {invitations.map(({ id, name, role, kind, madeBy, until }) => (
          <li key={id}>
            <Row style={{ justifyContent: 'space-between' }}>
              <div>
                <strong>{name}</strong>
                <br />
                <Small>
                  {kind === 'join' ? `to come in as ${roleNames[role]}` : 'for a new password'}; made by {madeBy}, good
                  until {until}
                </Small>
              </div>
              {mayChange && (
                <Button $look="quiet" isDisabled={isBusy} onPress={() => onTakeBack(id)}>
                  Take it back
                </Button>
              )}
            </Row>
          </li>
        ))}
      </Ruled>
    </Section>
  );
}
