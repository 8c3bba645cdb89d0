'use client';

// Whom to call, and who signs for a child: a few people, each with a number.
import { Phone, Plus, Trash2 } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { dialled, mostContacts } from '@/core/knowledge/papers';
import type { Contact, isMinor } from '@/core/knowledge/papers';
import { Button } from '@/design/button';
import { Chip, Failed, Notice, Quiet, Row, Ruled, Section, Small, Stack } from '@/design/layout';
import { PlainField } from '@/design/plain-field';
import { Tick } from '@/design/tick';
import { typedStays, useAsking } from '@/platform/browser/asking';
import { keepContacts } from './actions';

type ContactsProps = {
  readonly id: string;
  readonly contacts: readonly Contact[];
  readonly revision: number;
  readonly isMinor: ReturnType<typeof isMinor>;
};

const nobody: Contact = { name: '', relation: '', phone: '', isEmergency: true, isGuardian: false };

export function Contacts({ id, contacts, revision, isMinor: minor }: ContactsProps) {
  const [typed, setTyped] = useState<readonly Contact[]>();
  return (
    <Section aria-label="Whom to call">
      <h2>Whom to call</h2>
      {minor === 'yes' && !contacts.some(({ isGuardian }) => isGuardian) && !typed && (
        <Notice>No guardian is on file.</Notice>
      )}
      {typed ? (
        <Edit id={id} revision={revision} typed={typed} onTyped={setTyped} onDone={() => setTyped(undefined)} />
      ) : (
        <>
          {contacts.length === 0 ? (
            <Quiet>Nobody is on file. On the Floor the first one here is one tap away.</Quiet>
          ) : (
            <Ruled>
              {contacts.map((one) => (
                <li key={`${one.name}${one.phone}`}>
                  <Row style={{ justifyContent: 'space-between' }}>
                    <Row $gap={10}>
                      <strong>{one.name}</strong>
                      <Small>{one.relation}</Small>
                      {one.isEmergency && <Chip $tone="info">in an emergency</Chip>}
                      {one.isGuardian && <Chip>guardian</Chip>}
                    </Row>
                    <a href={`tel:${dialled(one.phone)}`}>
                      <Row $gap={8}>
                        <Phone size={17} aria-hidden />
                        {one.phone}
                      </Row>
                    </a>
                  </Row>
                </li>
              ))}
            </Ruled>
          )}
          <Row>
            <Button onPress={() => setTyped(contacts.length > 0 ? contacts : [nobody])}>
              {contacts.length > 0 ? 'Change' : 'Write somebody down'}
            </Button>
          </Row>
        </>
      )}
    </Section>
  );
}

type EditProps = {
  readonly id: string;
  readonly revision: number;
  readonly typed: readonly Contact[];
  readonly onTyped: (typed: readonly Contact[]) => void;
  readonly onDone: () => void;
};

function Edit({ id, revision, typed, onTyped, onDone }: EditProps) {
  const router = useRouter();
  const { busy, failed, ask } = useAsking();
  const set = (place: number, change: Partial<Contact>) =>
    onTyped(typed.map((one, i) => (i === place ? { ...one, ...change } : one)));
  const keep = async () => {
    if (!(await ask(keepContacts({ clientId: id, contacts: [...typed], revision }), typedStays)).ok) return;
    router.refresh();
    onDone();
  };
  return (
    <Stack $gap={18}>
      {typed.map((one, place) => (
        <Row key={place} $gap={14} style={{ alignItems: 'end' }} role="group" aria-label={`Person ${place + 1}`}>
          <PlainField label="Name" value={one.name} onChange={(name) => set(place, { name })} />
          <PlainField label="Who that is" value={one.relation} onChange={(relation) => set(place, { relation })} />
          <PlainField label="Number" value={one.phone} onChange={(phone) => set(place, { phone })} />
          <Tick isOn={one.isEmergency} onChange={(isEmergency) => set(place, { isEmergency })}>
            in an emergency
          </Tick>
          <Tick isOn={one.isGuardian} onChange={(isGuardian) => set(place, { isGuardian })}>
            guardian
          </Tick>
          <Button
            $look="quiet"
            aria-label={`Without person ${place + 1}`}
            onPress={() => onTyped(typed.filter((_, i) => i !== place))}
          >
            <Trash2 size={18} aria-hidden />
          </Button>
        </Row>
      ))}
      <Failed>{failed}</Failed>
      <Row>
        <Button $look="main" isDisabled={busy} onPress={() => void keep()}>
          Keep
        </Button>
        {typed.length < mostContacts && (
          <Button onPress={() => onTyped([...typed, { ...nobody, isEmergency: false }])}>
            <Plus size={18} aria-hidden />
            One more
          </Button>
        )}
        <Button $look="quiet" onPress={onDone}>
          Leave it
        </Button>
      </Row>
    </Stack>
  );
}
