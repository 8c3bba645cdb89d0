'use client';

// A second factor, set up in three steps: read, type a number, write the codes down.
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import styled from 'styled-components';
import { Button } from '@/design/button';
import { Failed, Quiet, Row, Small, Stack, TextLink } from '@/design/layout';
import { PlainField } from '@/design/plain-field';
import { useAsking } from '@/platform/browser/asking';
import { signOutHere } from './actions';
import { Codes } from './codes';
import { Front } from './front';
import { finishSecond, startSecond } from './second-actions';
import type { Shared } from './second-actions';

const Picture = styled.img`
  width: 220px;
  height: 220px;
  border-radius: 10px;
  image-rendering: pixelated;
`;
const Secret = styled.code`
  overflow-wrap: anywhere;
  font-size: 0.98rem;
`;

/** The secret in groups of four, as it is typed. */
const grouped = (secret: string): string => secret.replace(/(.{4})(?=.)/g, '$1 ');

export function SetUpSecond({ isWanted }: { readonly isWanted: boolean }) {
  const router = useRouter();
  const { busy, failed, ask } = useAsking();
  const [shared, setShared] = useState<Shared>();
  const [codes, setCodes] = useState<readonly string[]>();
  const [code, setCode] = useState('');
  const start = async () => {
    const result = await ask(startSecond({}));
    if (result.ok) setShared(result.value);
  };
  const finish = async () => {
    const result = await ask(finishSecond({ code }));
    if (result.ok) setCodes(result.value);
  };
  return (
    <Front>
      <Stack $gap={20} style={{ maxWidth: 420 }}>
        <h2>Second factor</h2>
        {codes ? (
          <Codes codes={codes} onDone={() => router.replace('/')} />
        ) : shared ? (
          <form
            onSubmit={(event) => {
              event.preventDefault();
              void finish();
            }}
          >
            <span>Read this with an authenticator on your phone, then type the number that it shows.</span>
            <Picture src={shared.picture} alt="For the authenticator’s camera" width={220} height={220} />
            <Small>
              Or type it there: <Secret data-secret={shared.secret}>{grouped(shared.secret)}</Secret>
            </Small>
            <PlainField label="The number" value={code} onChange={setCode} inputMode="numeric" error={failed} />
            <Row>
              <Button $look="main" type="submit" isDisabled={busy || code.trim() === ''}>
                Put it into force
              </Button>
            </Row>
          </form>
        ) : (
          <>
            <span>
              {isWanted
                ? 'Your studio asks for a second factor beside the password: health notes are kept here.'
                : 'Beside the password, a number that your phone shows: whoever learns the password alone opens nothing.'}
            </span>
            <Quiet>You need an authenticator: any that shows numbers of six digits anew every half minute.</Quiet>
            <Failed>{failed}</Failed>
            <Row>
              <Button $look="main" isDisabled={busy} onPress={() => void start()}>
                Set it up
              </Button>
              {isWanted ? (
                <Button $look="quiet" onPress={() => void signOutHere()}>
                  Sign out
                </Button>
              ) : (
                <TextLink href="/me">Not now</TextLink>
              )}
            </Row>
          </>
        )}
      </Stack>
    </Front>
  );
}
