'use client';

import { valibotResolver } from '@hookform/resolvers/valibot';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { answered } from '@/core/result';
import { Button } from '@/design/button';
import { TextField } from '@/design/fields';
import { Failed, Quiet, Stack, TextLink } from '@/design/layout';
import { fieldAt, typedStays, withoutPath } from '@/platform/browser/asking';
import { useOnce } from '@/platform/browser/once';
import { join } from './actions';
import { joinForm } from './form';
import type { JoinForm } from './form';
import { Front } from './front';
import { NewPassword } from './password-fields';

type Invited = {
  readonly token: string;
  readonly studio: string;
  readonly kind: 'join' | 'password';
  readonly name: string;
  readonly email: string | null;
  readonly role: string;
};

const fields = ['name', 'email', 'password', 'again'] as const;

/** Where a link leads: a colleague comes in, or has a new password. */
export function Join({ token, studio, kind, name, email, role }: Invited) {
  const router = useRouter();
  const once = useOnce();
  const [failed, setFailed] = useState<string>();
  const [done, setDone] = useState<string>();
  const { control, handleSubmit, setError, formState } = useForm<JoinForm>({
    resolver: valibotResolver(joinForm),
    defaultValues: { name, email: email ?? '', password: '', again: '' },
  });
  const submit = handleSubmit(async (form) => {
    setFailed(undefined);
    const result = await answered(join({ id: once.id(), token, form }), typedStays);
    if (result.ok) {
      window.scrollTo(0, 0);
      return router.replace('/');
    }
    const { code, path, message } = result.error;
    if (code === 'signInNow') return setDone(withoutPath(message));
    const at = fieldAt(fields, path);
    if (at) setError(at, { message: withoutPath(message) }, { shouldFocus: true });
    else setFailed(withoutPath(message));
  });
  const isNew = kind === 'join';
  if (done) return <Ended title="The new password holds" why={done} />;
  return (
    <Front>
      <form onSubmit={submit} noValidate>
        <h2>{isNew ? `Come in to ${studio}` : 'A new password'}</h2>
        <Quiet>
          {isNew
            ? `You join as ${role === 'instructor' ? 'an' : 'a'} ${role}. This link works once.`
            : `For ${name} at ${studio}. You will be signed out everywhere else. This link works once.`}
        </Quiet>
        {isNew && (
          <>
            <TextField control={control} name="name" label="Your name" autoComplete="name" />
            <TextField control={control} name="email" label="E-mail address" type="email" autoComplete="username" />
          </>
        )}
        <NewPassword control={control} names={['password', 'again']} />
        <Failed>{failed}</Failed>
        <Button $look="main" type="submit" isDisabled={formState.isSubmitting}>
          {formState.isSubmitting ? 'Opening…' : isNew ? 'Come in' : 'Set it and sign in'}
        </Button>
      </form>
    </Front>
  );
}

export const NoLink = ({ why }: { readonly why: string }) => <Ended title="This link leads nowhere" why={why} />;

const Ended = ({ title, why }: { readonly title: string; readonly why: string }) => (
  <Front>
    <Stack $gap={14} style={{ maxWidth: 400 }}>
      <h2>{title}</h2>
      <Quiet>{why}</Quiet>
      <TextLink href="/sign-in">Sign in</TextLink>
    </Stack>
  </Front>
);
