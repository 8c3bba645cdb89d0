'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Signer } from '@/core/knowledge/papers';
import { Button } from '@/design/button';
import { OneOf } from '@/design/choice';
import { Dialog } from '@/design/dialog';
import { Failed, Panel, Row, Small, Stack } from '@/design/layout';
import { PlainField } from '@/design/plain-field';
import { typedStays, useAsking } from '@/platform/browser/asking';
import { useOnce } from '@/platform/browser/once';
import { keepPaper } from './actions';
import type { PaperLine, PapersPage } from './read';

type SignProps = { readonly page: PapersPage; readonly paper: PaperLine; readonly onClose: () => void };

/** The words, who signs, and whether it is agreed to: a no is kept as well as a yes. */
export function Sign({ page, paper: { kind, name, words, version, standing }, onClose }: SignProps) {
  const router = useRouter();
  const once = useOnce();
  const { busy, failed, ask } = useAsking();
  const guardian = page.contacts.find(({ isGuardian }) => isGuardian);
  const [as, setAs] = useState<Signer>(page.isMinor === 'yes' ? 'guardian' : 'self');
  const [signedName, setSignedName] = useState(page.isMinor === 'yes' ? (guardian?.name ?? '') : page.client);
  const [on, setOn] = useState(page.today);
  const keep = async (gives: boolean) => {
    const signed = { gives, version, signedName, signedAs: as, signedOn: on };
    if (!(await ask(keepPaper({ id: once.id(), clientId: page.id, kind, ...signed }), typedStays)).ok) return;
    router.refresh();
    onClose();
  };
  return (
    <Dialog isOpen title={name} onClose={onClose}>
      <Stack $gap={16}>
        <Panel>
          <span style={{ whiteSpace: 'pre-wrap' }}>{words}</span>
        </Panel>
        <OneOf
          label="Who signs"
          isSmall
          value={as}
          options={[
            { id: 'self', name: 'the client' },
            { id: 'guardian', name: 'a guardian' },
          ]}
          onChange={(next) => {
            setAs(next);
            setSignedName(next === 'self' ? page.client : (guardian?.name ?? ''));
          }}
        />
        <Row $gap={16} style={{ alignItems: 'start' }}>
          <PlainField label="Signed, full name" value={signedName} onChange={setSignedName} />
          <PlainField label="Date" type="date" value={on} onChange={setOn} />
        </Row>
        <Failed>{failed}</Failed>
        <Row>
          <Button $look="main" isDisabled={busy} onPress={() => void keep(true)}>
            {as === 'self' ? 'Agrees' : 'The guardian agrees'}
          </Button>
          <Button isDisabled={busy} onPress={() => void keep(false)}>
            {standing === 'agreed' || standing === 'olderWords' ? 'Taken back' : 'Does not agree'}
          </Button>
          <Button $look="quiet" onPress={onClose}>
            Leave it
          </Button>
        </Row>
        <Small>What was signed before stays on file.</Small>
      </Stack>
    </Dialog>
  );
}
