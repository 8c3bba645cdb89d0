'use client';

import { Download, ScrollText, Trash2 } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Button, ButtonLink } from '@/design/button';
import { Dialog } from '@/design/dialog';
import { Failed, Notice, Page, PageHead, Quiet, Row, Ruled, Section, Stack, TextLink } from '@/design/layout';
import { PlainField } from '@/design/plain-field';
import { useAsking } from '@/platform/browser/asking';
import type { Kept } from '@/data/stores/whole-client';
import { erase } from './actions';
import { keptNames } from './kept-names';

type KeptProps = {
  readonly id: string;
  readonly name: string;
  readonly kept: readonly { readonly kind: Kept; readonly count: number }[];
  readonly mayChange: boolean;
};

/** What is kept of a client: how much, all of it to hand over, and erased where she asks for that. */
export function KeptOf({ id, name, kept, mayChange }: KeptProps) {
  const [open, setOpen] = useState(false);
  const some = kept.filter(({ count }) => count > 0);
  return (
    <Page>
      <PageHead>
        <div>
          <TextLink href={`/clients/${id}`}>{name}</TextLink>
          <h1>What is kept</h1>
          <Quiet>What is kept of a client is the client’s: handed over whole, or erased, when asked for.</Quiet>
        </div>
      </PageHead>
      <Stack $gap={28} style={{ paddingTop: 20, maxWidth: 640 }}>
        <Ruled aria-label="How much of each">
          {some.map(({ kind, count }) => (
            <li key={kind}>
              <Row style={{ justifyContent: 'space-between' }}>
                <span>{keptNames[kind]}</span>
                <strong className="numeral">{count}</strong>
              </Row>
            </li>
          ))}
          {some.length === 0 && <li>The card alone.</li>}
        </Ruled>
        {mayChange ? (
          <>
            <Section aria-label="Hand over">
              <h2>Hand over</h2>
              <Quiet>One file: a page to read, everything as JSON, and the pictures. Taking it out is on record.</Quiet>
              <Row>
                <ButtonLink href={`/api/clients/${id}`} download $look="main">
                  <Download size={18} aria-hidden />
                  Everything as a zip
                </ButtonLink>
                <ButtonLink href={`/studio/record?client=${id}`}>
                  <ScrollText size={18} aria-hidden />
                  Who looked, who changed
                </ButtonLink>
              </Row>
            </Section>
            <Section aria-label="Erase">
              <h2>Erase</h2>
              <Quiet>
                All of it goes, pictures among it, and does not come back. Of the record stays only that somebody was
                erased, by whom and when. Backups made before still hold it until they are thinned out.
              </Quiet>
              <Row>
                <Button onPress={() => setOpen(true)}>
                  <Trash2 size={18} aria-hidden />
                  Erase {name}
                </Button>
              </Row>
            </Section>
          </>
        ) : (
          <Notice>A lead instructor hands it over or erases it.</Notice>
        )}
      </Stack>
      {open && <Erase id={id} name={name} onClose={() => setOpen(false)} />}
    </Page>
  );
}

function Erase({ id, name, onClose }: Pick<KeptProps, 'id' | 'name'> & { readonly onClose: () => void }) {
  const router = useRouter();
  const [typed, setTyped] = useState('');
  const { busy, failed, ask } = useAsking();
  const go = async () => {
    if ((await ask(erase({ id, name: typed }))).ok) router.replace('/clients');
  };
  return (
    <Dialog isOpen title={`Erase ${name}?`} onClose={onClose}>
      <Stack $gap={16}>
        <span>Nothing of it can be brought back from here. Type the name to say that this is meant.</span>
        <PlainField label={`The name: ${name}`} value={typed} onChange={setTyped} />
        <Failed>{failed}</Failed>
        <Row>
          <Button $look="main" isDisabled={busy || typed.trim() === ''} onPress={() => void go()}>
            Erase for good
          </Button>
          <Button $look="quiet" onPress={onClose}>
            Leave it
          </Button>
        </Row>
      </Stack>
    </Dialog>
  );
}
