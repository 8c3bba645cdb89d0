'use client';

import { answered } from '@/core/result';
import { valibotResolver } from '@hookform/resolvers/valibot';
import { KeyRound } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { Button } from '@/design/button';
import { TextField } from '@/design/fields';
import { Notice, Small, Stack, TextLink } from '@/design/layout';
import { fieldAt } from '@/platform/browser/asking';
import { signInWith } from './actions';
import { Front } from './front';
import { signInForm } from './form';
import type { SignInForm } from './form';

type SignInProps = {
  readonly demo: { readonly email: string; readonly password: string } | null;
  readonly to: string;
  /** On the machine itself, or while there is no studio at all. */
  readonly mayFound: boolean;
};

export function SignIn({ demo, to, mayFound }: SignInProps) {
  const router = useRouter();
  const [asksSecond, setAsksSecond] = useState(false);
  const { control, handleSubmit, setError, setValue, formState } = useForm<SignInForm>({
    resolver: valibotResolver(signInForm),
    defaultValues: { email: '', password: '', code: '' },
  });
  const submit = handleSubmit(async (values) => {
    const result = await answered(signInWith(values));
    if (result.ok) return router.replace(to);
    const { code, path, message } = result.error;
    if (path === 'code') setAsksSecond(true);
    if (code === 'secondWanted') return;
    setError(fieldAt(['email', 'code'] as const, path) ?? 'password', { message });
  });
  const fill = (values: NonNullable<SignInProps['demo']>) => {
    setValue('email', values.email, { shouldValidate: true });
    setValue('password', values.password, { shouldValidate: true });
  };
  return (
    <Front>
      <form onSubmit={submit} noValidate>
        <h2>Sign in</h2>
        <TextField control={control} name="email" label="E-mail address" type="email" autoComplete="username" />
        <TextField control={control} name="password" label="Password" type="password" autoComplete="current-password" />
        {asksSecond && (
          <TextField
            control={control}
            name="code"
            label="Second factor"
            autoComplete="one-time-code"
            help="The number that your authenticator shows, or one of the codes that you wrote down."
          />
        )}
        <Button $look="main" type="submit" isDisabled={formState.isSubmitting}>
          {formState.isSubmitting ? 'Signing in…' : 'Sign in'}
        </Button>
        <Small>
          Forgotten it? Your studio’s lead makes you a link for a new one.
          {mayFound && (
            <>
              {' '}
              <TextLink href="/first">Make a studio of your own</TextLink>
            </>
          )}
        </Small>
        {demo && (
          <Notice>
            <KeyRound size={20} aria-hidden />
            <Stack $gap={8}>
              <span>
                The demo studio is loaded. Its instructor signs in with
                <br />
                <strong>{demo.email}</strong>
                <br />
                <strong>{demo.password}</strong>
              </span>
              <Button onPress={() => fill(demo)}>Fill in for me</Button>
            </Stack>
          </Notice>
        )}
      </form>
    </Front>
  );
}
