'use client';

import { valibotResolver } from '@hookform/resolvers/valibot';
import { Check, LogOut } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { answered } from '@/core/result';
import { Button } from '@/design/button';
import { TextField } from '@/design/fields';
import { Chip, Failed, Notice, Page, PageHead, Quiet, Row, Ruled, Section, Small, Stack } from '@/design/layout';
import { fieldAt, typedStays, useAsking, withoutPath } from '@/platform/browser/asking';
import { setPassword, signOutElsewhere } from './actions';
import { passwordForm } from './form';
import type { PasswordForm } from './form';
import { OwnSecond } from './own-second';
import type { OwnSecondProps } from './own-second';
import { NewPassword } from './password-fields';

export type MePage = {
  readonly name: string;
  readonly email: string;
  readonly role: string;
  readonly second: OwnSecondProps;
  readonly sessions: readonly {
    readonly id: string;
    readonly device: string;
    readonly opened: string;
    readonly seen: string;
    readonly isThis: boolean;
  }[];
};

/** One's own account: password, and where one is signed in. */
export function Me({ name, email, role, second, sessions }: MePage) {
  return (
    <Page>
      <PageHead>
        <div>
          <h1>{name}</h1>
          <Quiet>
            {email} · {role}
          </Quiet>
        </div>
      </PageHead>
      <Stack $gap={36} style={{ paddingTop: 24, maxWidth: 620 }}>
        <Password />
        <OwnSecond {...second} />
        <SignedIn sessions={sessions} />
      </Stack>
    </Page>
  );
}

const fields = ['old', 'password', 'again'] as const;

function Password() {
  const router = useRouter();
  const [done, setDone] = useState(false);
  const [failed, setFailed] = useState<string>();
  const { control, handleSubmit, setError, reset, formState } = useForm<PasswordForm>({
    resolver: valibotResolver(passwordForm),
    defaultValues: { old: '', password: '', again: '' },
  });
  const submit = handleSubmit(async (form) => {
    setFailed(undefined);
    setDone(false);
    const result = await answered(setPassword(form), typedStays);
    if (result.ok) {
      reset();
      setDone(true);
      return router.refresh();
    }
    const { path, message } = result.error;
    const at = fieldAt(fields, path);
    if (at) setError(at, { message: withoutPath(message) }, { shouldFocus: true });
    else setFailed(withoutPath(message));
  });
  return (
    <Section aria-label="Password">
      <h2>Password</h2>
      <form onSubmit={submit} noValidate style={{ display: 'grid', gap: 18, maxWidth: 400 }}>
        <TextField control={control} name="old" label="Password now" type="password" autoComplete="current-password" />
        <NewPassword control={control} names={['password', 'again']} />
        <Failed>{failed}</Failed>
        {done && (
          <Notice role="status">
            <Check size={20} aria-hidden />
            <span>The new password holds. Everywhere but here you are signed out.</span>
          </Notice>
        )}
        <Row>
          <Button $look="main" type="submit" isDisabled={formState.isSubmitting}>
            {formState.isSubmitting ? 'Setting…' : 'Set the new password'}
          </Button>
        </Row>
      </form>
    </Section>
  );
}

function SignedIn({ sessions }: Pick<MePage, 'sessions'>) {
  const router = useRouter();
  const { busy, failed, ask } = useAsking();
  const end = async (only?: string) => {
    await ask(signOutElsewhere(only === undefined ? {} : { only }));
    router.refresh();
  };
  return (
    <Section aria-label="Signed in">
      <h2>Where you are signed in</h2>
      <Quiet>What lies unused for four days is signed out by itself; after fourteen days each asks again.</Quiet>
      <Ruled>
        {sessions.map(({ id, device, opened, seen, isThis }) => (
          <li key={id} data-session={isThis ? 'this' : 'other'}>
            <Row style={{ justifyContent: 'space-between' }}>
              <div>
                <Row $gap={10}>
                  <strong>{device}</strong>
                  {isThis && <Chip $tone="info">this one</Chip>}
                </Row>
                <Small>
                  since {opened}, last used {seen}
                </Small>
              </div>
              {!isThis && (
                <Button $look="quiet" isDisabled={busy} onPress={() => void end(id)}>
                  <LogOut size={18} aria-hidden />
                  Sign out there
                </Button>
              )}
            </Row>
          </li>
        ))}
      </Ruled>
      <Failed>{failed}</Failed>
      {sessions.length > 2 && (
        <Row>
          <Button isDisabled={busy} onPress={() => void end()}>
            Sign out everywhere but here
          </Button>
        </Row>
      )}
    </Section>
  );
}
