'use client';

import { valibotResolver } from '@hookform/resolvers/valibot';
import { useRouter } from 'next/navigation';
import { useState, useSyncExternalStore } from 'react';
import { useForm } from 'react-hook-form';
import { apparatuses } from '@/core/knowledge/load-tags';
import { answered } from '@/core/result';
import { Button } from '@/design/button';
import { ChecklistField, TextField } from '@/design/fields';
import { SelectField } from '@/design/select-field';
import type { PickerChoice } from '@/design/picker';
import { Failed, Quiet, Stack, TextLink } from '@/design/layout';
import { apparatusNames, unitChoices } from '@/design/words';
import { fieldAt, typedStays, withoutPath } from '@/platform/browser/asking';
import { useOnce } from '@/platform/browser/once';
import { makeStudio } from './actions';
import { firstForm } from './form';
import type { FirstForm } from './form';
import { Front } from './front';
import { NewPassword } from './password-fields';

export type FirstPage = {
  readonly schools: readonly PickerChoice[];
  readonly zones: readonly string[];
  readonly props: readonly PickerChoice[];
  /** Away from the machine itself, the code that its start command showed is asked for. */
  readonly wantsCode: boolean;
};

const none = () => () => undefined;
/** Where inches and pounds are in daily use. */
const inchRegions = new Set(['US', 'LR', 'MM']);
const unitsHere = () =>
  inchRegions.has(new Intl.Locale(navigator.language).maximize().region ?? '') ? 'imperial' : 'metric';
const zoneHere = () => Intl.DateTimeFormat().resolvedOptions().timeZone;

/** The first page of a studio of one's own. It waits for the browser, which knows its time zone. */
export function First(page: FirstPage) {
  const zone = useSyncExternalStore(none, zoneHere, () => '');
  return <Front>{zone && <FirstFields {...page} zone={zone} />}</Front>;
}

const fields = ['studio', 'timeZone', 'school', 'room', 'name', 'email', 'password', 'again', 'code'] as const;

function FirstFields({ schools, zones, props, wantsCode, zone }: FirstPage & { readonly zone: string }) {
  const router = useRouter();
  const once = useOnce();
  const [failed, setFailed] = useState<string>();
  const { control, handleSubmit, setError, formState } = useForm<FirstForm>({
    resolver: valibotResolver(firstForm),
    defaultValues: {
      ...{ studio: '', timeZone: zones.includes(zone) ? zone : 'UTC', school: schools[0]?.id ?? '' },
      units: unitsHere(),
      ...{ room: 'Studio', apparatus: ['mat'], props: [], name: '', email: '', password: '', again: '', code: '' },
    },
  });
  const submit = handleSubmit(async (form) => {
    setFailed(undefined);
    const result = await answered(makeStudio({ id: once.id(), form }), typedStays);
    if (result.ok) {
      window.scrollTo(0, 0);
      return router.replace('/');
    }
    const { path, message } = result.error;
    const at = fieldAt(fields, path);
    if (at) setError(at, { message: withoutPath(message) }, { shouldFocus: true });
    else setFailed(withoutPath(message));
  });
  return (
    <form onSubmit={submit} noValidate>
      <h2>A studio of your own</h2>
      <Quiet>You become its lead. Everything here can be changed later on the studio’s page.</Quiet>
      {wantsCode && (
        <TextField
          control={control}
          name="code"
          label="Code of the start command"
          help="It stands where the server was started, under its address."
        />
      )}
      <TextField control={control} name="studio" label="Name of the studio" autoComplete="organization" />
      <SelectField
        control={control}
        name="timeZone"
        label="Time zone"
        choices={zones.map((id) => ({ id, name: id.replaceAll('_', ' ') }))}
      />
      <SelectField
        control={control}
        name="school"
        label="School to begin with"
        help="Where teachers disagree, this says whose targets and words hold. The product takes no side."
        choices={schools}
      />
      <SelectField control={control} name="units" label="Bodies are measured in" choices={unitChoices} />
      <TextField control={control} name="room" label="First room" />
      <ChecklistField
        control={control}
        name="apparatus"
        label="Apparatus in it"
        least={170}
        choices={apparatuses.map((id) => ({ id, name: apparatusNames[id] }))}
      />
      <ChecklistField control={control} name="props" label="Props in it" least={170} choices={props} />
      <Stack $gap={18} role="group" aria-label="You">
        <h2>You</h2>
        <TextField control={control} name="name" label="Your name" autoComplete="name" />
        <TextField control={control} name="email" label="E-mail address" type="email" autoComplete="username" />
        <NewPassword control={control} names={['password', 'again']} />
      </Stack>
      <Failed>{failed}</Failed>
      <Button $look="main" type="submit" isDisabled={formState.isSubmitting}>
        {formState.isSubmitting ? 'Making it…' : 'Make the studio'}
      </Button>
      <TextLink href="/sign-in">Sign in to one that is there</TextLink>
    </form>
  );
}
