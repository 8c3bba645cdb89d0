'use client';

import { useRouter } from 'next/navigation';
import { startTransition, useEffect, useState } from 'react';
import styled from 'styled-components';
import { Button, ButtonLink } from './button';
import { Quiet, Row, Stack } from './layout';
import { Vial } from './vial';

const Centre = styled.main`
  min-height: 100vh;
  display: grid;
  place-items: center;
  padding: 24px;
  & > div {
    max-width: 560px;
    width: 100%;
  }
  .glass {
    width: 150px;
  }
`;

const askEveryMs = 3000;

/** What stands in place of a page that could not be made; goes on by itself once the records can be reached again. */
export function Trouble({ reset }: { error: Error; reset: () => void }) {
  const router = useRouter();
  const [cause, setCause] = useState<'asking' | 'records' | 'network' | 'page'>('asking');
  useEffect(() => {
    let over = false;
    let waited = false;
    const ask = async () => {
      const health = await fetch('/api/health', { cache: 'no-store' }).catch(() => undefined);
      if (over) return;
      if (health?.ok && waited)
        return startTransition(() => {
          router.refresh();
          reset();
        });
      setCause(health === undefined ? 'network' : health.ok ? 'page' : 'records');
      waited ||= !health?.ok;
      if (!health?.ok) timer = setTimeout(ask, askEveryMs);
    };
    let timer = setTimeout(ask, 0);
    return () => {
      over = true;
      clearTimeout(timer);
    };
  }, [reset, router]);
  const again = () =>
    startTransition(() => {
      router.refresh();
      reset();
    });
  const [title, text] =
    cause === 'records'
      ? [
          'The studio’s records can’t be reached',
          'The database does not answer just now. Nothing that was kept is lost. This page asks again every few seconds and goes on by itself.',
        ]
      : cause === 'network'
        ? ['No connection', 'The server does not answer. This page goes on by itself when it is back.']
        : cause === 'page'
          ? [
              'This page could not be made',
              'Something went wrong on our side. Try again; if it stays, go back to Today.',
            ]
          : ['One moment', 'Finding out what is wrong.'];
  return (
    <Centre>
      <Stack $gap={16} role="alert">
        <div className="glass">
          <Vial place={{ at: 0.8, spread: 0.3 }} state="out" />
        </div>
        <h1>{title}</h1>
        <Quiet>{text}</Quiet>
        <Row>
          <Button $look="main" onPress={again}>
            Try again
          </Button>
          <ButtonLink href="/">Today</ButtonLink>
        </Row>
      </Stack>
    </Centre>
  );
}

export function NotFound() {
  return (
    <Centre>
      <Stack $gap={16}>
        <div className="glass">
          <Vial place={undefined} state="none" />
        </div>
        <h1>Not found</h1>
        <Quiet>
          There is nothing at this address in your studio. It may have been removed, or belong to someone else.
        </Quiet>
        <Row>
          <ButtonLink href="/" $look="main">
            Today
          </ButtonLink>
          <ButtonLink href="/clients">Clients</ButtonLink>
        </Row>
      </Stack>
    </Centre>
  );
}
