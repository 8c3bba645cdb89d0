'use client';

import { Printer, TriangleAlert } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { useAsking } from '@/platform/browser/asking';
import { Button, ButtonLink } from '@/design/button';
import { Failed, Notice, PageHead, Quiet, Row, Section, Small, Stack, TextLink } from '@/design/layout';
import { SheetToSign } from '@/design/sheet';
import { PlainField } from '@/design/plain-field';
import { keepIntake } from './actions';
import { useOnce } from '@/platform/browser/once';
import { Ticks } from '@/design/tick';

const asOption = ({ id, ask }: { readonly id: string; readonly ask: string }) => ({ id, name: ask });

export type IntakePage = {
  readonly client: { readonly id: string; readonly name: string };
  readonly studio: string;
  /** In its time zone, as 2026-03-01. */
  readonly today: string;
  readonly conditions: readonly { readonly id: string; readonly ask: string; readonly onFile: boolean }[];
  readonly signs: readonly { readonly id: string; readonly ask: string }[];
};

/** Short, on one page, yearly: what to know before working with a body. Filled in here, or printed and signed by hand. */
export function IntakeForm({
  page: { client, studio, today, conditions, signs },
  deferring,
}: {
  page: IntakePage;
  deferring: string;
}) {
  const router = useRouter();
  const [yes, setYes] = useState<readonly string[]>(conditions.filter(({ onFile }) => onFile).map(({ id }) => id));
  const [flags, setFlags] = useState<readonly string[]>([]);
  const [words, setWords] = useState('');
  const [name, setName] = useState('');
  const [on, setOn] = useState(today);
  const { busy, failed, ask } = useAsking();
  const once = useOnce();
  const keep = async () => {
    const signed = { signedName: name, signedOn: on };
    const asked = keepIntake({ id: once.id(), clientId: client.id, conditions: yes, signs: flags, words, ...signed });
    const result = await ask(asked, 'What was filled in stays here; try again in a moment.');
    if (result.ok) router.push(`/clients/${client.id}`);
  };
  return (
    <SheetToSign>
      <PageHead>
        <div>
          <TextLink href={`/clients/${client.id}`}>{client.name}</TextLink>
          <h1>Intake form</h1>
          <Quiet>{studio}. Once a year, and whenever something changes. Tick what is so; leave the rest.</Quiet>
        </div>
        <Button onPress={() => window.print()} className="screen">
          <Printer size={18} aria-hidden />
          Print to sign by hand
        </Button>
      </PageHead>
      <Section aria-label="Today" style={{ paddingTop: 18 }}>
        <h2>Today, is there</h2>
        <Ticks label="Today, is there" isSheet options={signs.map(asOption)} values={flags} onChange={setFlags} />
        {flags.length > 0 && (
          <Notice $tone="out" role="alert">
            <TriangleAlert size={20} aria-hidden />
            <span>
              One of these ends the session: nothing goes on before clearance is on file. Seek medical help according to
              local emergency practice.
            </span>
          </Notice>
        )}
      </Section>
      <Section aria-label="To know">
        <h2>To know before we move</h2>
        <Ticks
          label="To know before we move"
          isSheet
          options={conditions.map(asOption)}
          values={yes}
          onChange={setYes}
        />
      </Section>
      <Section aria-label="Signature">
        <Small>{deferring} Health notes are kept as few as possible and shown only to the studio’s instructors.</Small>
        <div className="paper">
          <p>In your own words:</p>
          <div className="line" />
          <div className="line" />
          <p style={{ paddingTop: 18 }}>Name, date and signature:</p>
          <div className="line" />
        </div>
        <Stack className="screen" style={{ maxWidth: 620 }}>
          <PlainField label="In your own words, if anything is missing" value={words} onChange={setWords} lines />
          <PlainField label="Signed, full name" value={name} onChange={setName} />
          <PlainField label="Date" type="date" value={on} onChange={setOn} />
          <Failed>{failed}</Failed>
          <Row>
            <Button $look="main" onPress={() => void keep()} isDisabled={busy}>
              {busy ? 'Keeping…' : 'Keep the signed form'}
            </Button>
            <ButtonLink href={`/clients/${client.id}`}>Leave without keeping</ButtonLink>
          </Row>
        </Stack>
      </Section>
    </SheetToSign>
  );
}
