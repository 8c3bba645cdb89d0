'use client';

import { valibotResolver } from '@hookform/resolvers/valibot';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { answered } from '@/core/result';
import { Button } from '@/design/button';
import { Dialog } from '@/design/dialog';
import { TextField } from '@/design/fields';
import { SelectField } from '@/design/select-field';
import { Failed, Row, Stack } from '@/design/layout';
import { fieldAt, typedStays, withoutPath } from '@/platform/browser/asking';
import { useOnce } from '@/platform/browser/once';
import { inviteColleague } from './actions';
import { inviteForm } from './form';
import type { InviteForm } from './form';
import type { ShownLink } from './link';
import { roleChoices } from './person';

type InviteProps = { readonly onClose: () => void; readonly onMade: (link: ShownLink) => void };

const fields = ['name', 'email', 'role'] as const;

export function Invite({ onClose, onMade }: InviteProps) {
  const once = useOnce();
  const [failed, setFailed] = useState<string>();
  const { control, handleSubmit, setError, formState } = useForm<InviteForm>({
    resolver: valibotResolver(inviteForm),
    defaultValues: { name: '', email: '', role: 'instructor' },
  });
  const submit = handleSubmit(async (form) => {
    setFailed(undefined);
    const result = await answered(inviteColleague({ id: once.id(), form }), typedStays);
    if (result.ok) return onMade({ ...result.value, name: form.name, kind: 'join' });
    const { path, message } = result.error;
    const at = fieldAt(fields, path);
    if (at) setError(at, { message: withoutPath(message) });
    else setFailed(withoutPath(message));
  });
  return (
    <Dialog isOpen title="Invite a colleague" onClose={onClose}>
      <form onSubmit={submit} noValidate>
        <Stack $gap={16}>
          <TextField control={control} name="name" label="Name" />
          <TextField
            control={control}
            name="email"
            label="E-mail address"
            type="email"
            help="The link is sent there, where the server has a way to. May be left empty."
          />
          <SelectField control={control} name="role" label="As" choices={roleChoices} />
          <Failed>{failed}</Failed>
          <Row>
            <Button $look="main" type="submit" isDisabled={formState.isSubmitting}>
              {formState.isSubmitting ? 'Making the link…' : 'Make the link'}
            </Button>
          </Row>
        </Stack>
      </form>
    </Dialog>
  );
}
