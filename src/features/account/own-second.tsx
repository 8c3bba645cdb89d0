'use client';

// The second factor on one's own page: since when, how many codes are left, new ones, and without.
import { Check, ShieldCheck } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Button, ButtonLink } from '@/design/button';
import { Dialog } from '@/design/dialog';
import { Quiet, Row, Section, Stack } from '@/design/layout';
import { PlainField } from '@/design/plain-field';
import { useAsking } from '@/platform/browser/asking';
import { Codes } from './codes';
import { dropSecond, makeCodes } from './second-actions';

export type OwnSecondProps = {
  /** The day from which it holds; null: there is none. */
  readonly since: string | null;
  readonly codesLeft: number;
  readonly isWanted: boolean;
};

const fewCodes = 3;

export function OwnSecond({ since, codesLeft, isWanted }: OwnSecondProps) {
  const [open, setOpen] = useState<'codes' | 'drop'>();
  const [codes, setCodes] = useState<readonly string[]>();
  return (
    <Section aria-label="Second factor">
      <h2>Second factor</h2>
      {since ? (
        <Stack $gap={12}>
          <Row $gap={8}>
            <Check size={19} aria-hidden />
            <span>
              Asked for at every sign-in since {since}. {codesLeft === 1 ? 'One code is' : `${codesLeft} codes are`}{' '}
              left for a lost authenticator.
              {codesLeft <= fewCodes && <strong> Make new ones soon.</strong>}
            </span>
          </Row>
          {codes && <Codes codes={codes} onDone={() => setCodes(undefined)} />}
          <Row>
            <Button onPress={() => setOpen('codes')}>New codes</Button>
            <Button $look="quiet" onPress={() => setOpen('drop')}>
              {isWanted ? 'Set up another' : 'Do without'}
            </Button>
          </Row>
        </Stack>
      ) : (
        <>
          <Quiet>
            Beside the password, a number that your phone shows. Nobody opens anything with the password alone.
          </Quiet>
          <Row>
            <ButtonLink href="/second">
              <ShieldCheck size={18} aria-hidden />
              Set it up
            </ButtonLink>
          </Row>
        </>
      )}
      {open && <ByPassword what={open} isWanted={isWanted} onClose={() => setOpen(undefined)} onCodes={setCodes} />}
    </Section>
  );
}

type ByPasswordProps = {
  readonly what: 'codes' | 'drop';
  readonly isWanted: boolean;
  readonly onClose: () => void;
  readonly onCodes: (codes: readonly string[]) => void;
};

function ByPassword({ what, isWanted, onClose, onCodes }: ByPasswordProps) {
  const router = useRouter();
  const { busy, failed, ask } = useAsking();
  const [password, setPassword] = useState('');
  const go = async () => {
    if (what === 'codes') {
      const result = await ask(makeCodes({ password }));
      if (!result.ok) return;
      onCodes(result.value);
    } else {
      if (!(await ask(dropSecond({ password }))).ok) return;
      if (isWanted) return router.replace('/second');
    }
    onClose();
    router.refresh();
  };
  return (
    <Dialog isOpen title={what === 'codes' ? 'New codes' : 'Without this second factor'} onClose={onClose}>
      <Stack $gap={16}>
        <span>
          {what === 'codes'
            ? 'The old ones open nothing from then on.'
            : isWanted
              ? 'Your studio asks for one: you set another up at once.'
              : 'The password alone opens from then on.'}
        </span>
        <PlainField label="Your password" type="password" value={password} onChange={setPassword} error={failed} />
        <Row>
          <Button $look="main" isDisabled={busy || password === ''} onPress={() => void go()}>
            {what === 'codes' ? 'Make new codes' : 'Take it away'}
          </Button>
          <Button $look="quiet" onPress={onClose}>
            Leave it
          </Button>
        </Row>
      </Stack>
    </Dialog>
  );
}
