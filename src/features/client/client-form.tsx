'use client';

import { isOneOf, keysOf } from '@/core/keyed';
import { valibotResolver } from '@hookform/resolvers/valibot';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { BodyField } from '@/design/body-field';
import type { Units } from '@/core/units';
import type { Control } from 'react-hook-form';
import { Button, ButtonLink } from '@/design/button';
import { CheckField, ChecklistField, TextField } from '@/design/fields';
import { FormGrid } from '@/design/form-grid';
import { SelectField } from '@/design/select-field';
import { Failed, Page, PageHead, Row, Section, Small, Stack, TextLink } from '@/design/layout';
import { mergeChanges } from '@/core/meanwhile';
import { asDifferences, Meanwhile } from '@/design/differences';
import { answered } from '@/core/result';
import { fieldAt, typedStays, withoutPath } from '@/platform/browser/asking';
import { useOnce } from '@/platform/browser/once';
import { keepClient, keepNewClient } from './actions';
import type { KeptClient } from './actions';
import { clientForm, fieldNames } from './form';
import type { ReadClient, TypedClient } from './form';

const fields = ['name', 'goal', 'birthYear', 'heightCm', 'massKg', 'thighCm', 'shankCm', 'note'] as const;

/** A new client (no `id`) or a change to one. What was typed stays through every error. */
export type Choices = {
  readonly units: Units;
  readonly schools: readonly { readonly id: string; readonly name: string; readonly about: string }[];
  readonly conditions: readonly { readonly id: string; readonly name: string }[];
};

export function ClientForm({
  id,
  values,
  deferring,
  choices,
}: {
  id?: string;
  values: TypedClient;
  deferring: string;
  choices: Choices;
}) {
  const router = useRouter();
  const [failed, setFailed] = useState<string>();
  const [base, setBase] = useState(values);
  const [meanwhile, setMeanwhile] = useState<Extract<KeptClient, { clashes: unknown }>>();
  const once = useOnce();
  const { control, handleSubmit, setError, getValues, reset, formState } = useForm<TypedClient, unknown, ReadClient>({
    resolver: valibotResolver(clientForm),
    defaultValues: values,
  });
  const keep = async (from: TypedClient) => {
    setFailed(undefined);
    const typed = getValues();
    const asked = id
      ? keepClient({ id, client: typed, typed, base: from })
      : keepNewClient({ id: once.id(), client: typed });
    const result = await answered(asked, typedStays);
    if (result.ok)
      return 'clashes' in result.value ? setMeanwhile(result.value) : router.push(`/clients/${result.value.clientId}`);
    const { path, message } = result.error;
    const at = fieldAt(fields, path);
    if (at) setError(at, { message: withoutPath(message) });
    else setFailed(message);
  };
  const submit = handleSubmit(() => keep(base));
  const decide = (mine: boolean) => {
    if (!meanwhile) return;
    const { theirs } = meanwhile;
    const { merged } = mergeChanges(base, getValues(), theirs);
    const clashed = new Set(meanwhile.clashes.map(({ field }) => field));
    const taken = Object.entries(theirs).filter(([field]) => !mine && clashed.has(field));
    reset({ ...merged, ...Object.fromEntries(taken) });
    setBase(theirs);
    setMeanwhile(undefined);
    if (mine) void keep(theirs);
  };
  return (
    <Page>
      <PageHead>
        <div>
          <h1>{id ? values.name : 'New client'}</h1>
        </div>
      </PageHead>
      <form onSubmit={submit} noValidate style={{ maxWidth: 860, paddingTop: 20 }}>
        <ClientFields control={control} deferring={deferring} choices={choices} />
        <Stack style={{ paddingTop: 24 }}>
          {meanwhile && (
            <Meanwhile
              list={asDifferences(meanwhile.clashes, (field) =>
                isOneOf(keysOf(fieldNames), field) ? fieldNames[field] : field,
              )}
              onMine={() => decide(true)}
              onTheirs={() => decide(false)}
            />
          )}
          <Failed>{failed}</Failed>
          <Row>
            <Button $look="main" type="submit" isDisabled={formState.isSubmitting}>
              {formState.isSubmitting ? 'Keeping…' : 'Keep client'}
            </Button>
            <ButtonLink href={id ? `/clients/${id}` : '/clients'}>Leave without keeping</ButtonLink>
            {id && <TextLink href={`/clients/${id}/kept`}>What is kept of this client</TextLink>}
          </Row>
        </Stack>
      </form>
    </Page>
  );
}

type FieldsProps = {
  readonly control: Control<TypedClient, unknown, ReadClient>;
  readonly deferring: string;
  readonly choices: Choices;
};

/** Who it is and of what build, what is on file, what was agreed. */
const ClientFields = ({ control, deferring, choices }: FieldsProps) => (
  <>
    <Section>
      <TextField control={control} name="name" label="Name" autoComplete="off" />
      <TextField control={control} name="goal" label="Goal" help="In the client’s own words." />
      <FormGrid>
        <TextField control={control} name="birthYear" label="Year of birth" inputMode="numeric" />
        <BodyField control={control} name="heightCm" label="Height" of="length" units={choices.units} />
        <BodyField control={control} name="massKg" label="Body mass" of="mass" units={choices.units} />
        <SelectField
          control={control}
          name="sex"
          label="Body proportions"
          choices={[
            { id: 'unsaid', name: 'not said', about: 'the mean of both' },
            { id: 'f', name: 'female' },
            { id: 'm', name: 'male' },
          ]}
        />
        <BodyField
          control={control}
          name="thighCm"
          label="Thigh measured"
          of="length"
          units={choices.units}
          help="Bony point of the hip to the knee’s joint line"
        />
        <BodyField
          control={control}
          name="shankCm"
          label="Lower leg measured"
          of="length"
          units={choices.units}
          help="Knee’s joint line to the outer ankle bone"
        />
      </FormGrid>
      <Small>Height and mass scale the drawing and the load arithmetic. They may stay empty.</Small>
    </Section>
    <Section>
      <h2>Cautions</h2>
      <Small>{deferring}</Small>
      <ChecklistField control={control} name="conditions" label="What is on file" choices={choices.conditions} />
    </Section>
    <Section>
      <SelectField
        control={control}
        name="school"
        label="School"
        choices={[{ id: 'studio', name: 'as the studio' }, ...choices.schools]}
      />
      <CheckField
        control={control}
        name="touchConsent"
        label="Agrees to be touched as a cue. Asked once, kept here, changed at any time."
      />
      <SelectField
        control={control}
        name="pubicMark"
        label="Marking the pubic bone"
        choices={[
          { id: 'notAsked', name: 'not asked yet', about: 'Ask before a picture; nothing depends on it.' },
          { id: 'clientMarks', name: 'agrees, and points it out herself or himself', about: 'Through clothing.' },
          { id: 'declined', name: 'rather not', about: 'PSIS or the pelvis strip are taken instead.' },
        ]}
      />
      <TextField control={control} name="note" label="Note" lines />
    </Section>
  </>
);
