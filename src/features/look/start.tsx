'use client';

import { valibotResolver } from '@hookform/resolvers/valibot';
import { ArrowRight } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import styled from 'styled-components';
import * as v from 'valibot';
import { entry } from '@/core/knowledge/entries';
import { isUpright } from '@/core/alignment/frame';
import type { Watch } from '@/core/knowledge/watch';
import { Button } from '@/design/button';
import { FormGrid, SelectField } from '@/design/fields';
import { Figure } from '@/design/figure';
import { Columns, Notice, Page, PageHead, Panel, Quiet, Ruled, Small, Stack, TextLink } from '@/design/layout';
import { fromWhere } from '@/design/words';
import { repertoire } from '@/repertoire';
import { beginLook } from './actions';

const form = v.object({
  exercise: v.string(),
  level: v.string(),
  view: v.string(),
  headEnd: v.picklist(['left', 'right']),
});
type Choice = v.InferOutput<typeof form>;

const Checks = styled(Ruled)`
  li {
    display: grid;
    grid-template-columns: 74px 1fr;
    gap: 12px;
    padding: 9px 0;
  }
`;

/** What is looked at and from where; the set-up checks; what to watch for this person. */
export function StartLook({
  clientId,
  clientName,
  exercise: first,
  watch,
  school,
}: {
  clientId: string;
  clientName: string;
  exercise: string;
  watch: Readonly<Record<string, readonly Watch[]>>;
  school: string;
}) {
  const router = useRouter();
  const [failed, setFailed] = useState<string>();
  const { control, handleSubmit, setValue, formState } = useForm<Choice, unknown, Choice>({
    resolver: valibotResolver(form),
    defaultValues: { exercise: first, level: '2', view: 'side', headEnd: 'left' },
  });
  const chosen = useWatch({ control });
  const exercise = entry(repertoire.exercises, chosen.exercise ?? first);
  const level = exercise.levels.find(({ number }) => String(number) === chosen.level) ?? exercise.levels[0];
  const look = exercise.looks.find(({ view }) => view === chosen.view) ?? exercise.looks[0];
  const isShort = look?.view === 'foot';
  const isOfExercise = exercise.levels.some(({ number }) => String(number) === chosen.level);
  useEffect(() => {
    if (!isOfExercise) setValue('level', '1'); // the exercise was changed for one with fewer levels
  }, [isOfExercise, setValue]);
  const submit = handleSubmit(async ({ headEnd }) => {
    setFailed(undefined);
    const result = await beginLook({ clientId, exercise: exercise.id, level: level?.number ?? 1, headEnd }).catch(
      () => undefined,
    );
    if (result?.ok) return router.push(`/looks/${result.value}`);
    setFailed(result?.error.message ?? 'The server does not answer. Try again in a moment.');
  });
  return (
    <Page>
      <PageHead>
        <div>
          <TextLink href={`/clients/${clientId}`}>{clientName}</TextLink>
          <h1>Look</h1>
        </div>
      </PageHead>
      <Columns $side="370px">
        <form onSubmit={submit} noValidate>
          <Stack $gap={18}>
            <Panel style={{ padding: `6px ${isUpright(exercise.position) ? 30 : 10}%` }}>
              <Figure
                pose={level?.top ?? { left: { kind: 'footDown' }, right: { kind: 'footDown' } }}
                view={isShort ? 'side' : (look?.view ?? 'side')}
                label={`${exercise.name}: ${level?.name}`}
                headEnd={chosen.headEnd ?? 'left'}
              />
            </Panel>
            <FormGrid>
              <SelectField
                control={control}
                name="exercise"
                label="Exercise"
                choices={repertoire.exercises.map(({ id, name, plain }) => ({ id, name, about: plain }))}
              />
              <SelectField
                control={control}
                name="level"
                label="Level"
                choices={exercise.levels.map(({ number, name, change }) => ({
                  id: String(number),
                  name: `${number} · ${name}`,
                  about: change,
                }))}
              />
            </FormGrid>
            <FormGrid>
              <SelectField
                control={control}
                name="view"
                label="From where"
                help={look?.where}
                choices={exercise.looks.map(({ view, where }) => ({
                  id: view,
                  name: fromWhere[view],
                  about: where,
                }))}
              />
              <Stack $gap={6}>
                <span style={{ fontWeight: 600, fontSize: '0.94rem' }}>
                  {isUpright(exercise.position) ? 'Client faces' : 'Head in the picture'}
                </span>
                <div>
                  {(['left', 'right'] as const).map((end) => (
                    <Button
                      key={end}
                      aria-pressed={chosen.headEnd === end}
                      onPress={() => setValue('headEnd', end)}
                      style={
                        chosen.headEnd === end
                          ? { background: 'var(--ink)', color: 'var(--on-ink)', marginRight: 8 }
                          : { marginRight: 8 }
                      }
                    >
                      {isUpright(exercise.position) ? 'to' : 'at'} the {end}
                    </Button>
                  ))}
                </div>
              </Stack>
            </FormGrid>
            {failed && (
              <Notice $tone="out" role="alert">
                {failed}
              </Notice>
            )}
            <Button $look="main" type="submit" isDisabled={formState.isSubmitting} style={{ justifySelf: 'start' }}>
              {formState.isSubmitting ? 'Opening…' : 'To the pictures'}
              <ArrowRight size={19} aria-hidden />
            </Button>
          </Stack>
        </form>
        <Stack $gap={24}>
          <Stack $gap={6}>
            <h2>Watch for</h2>
            <Ruled>
              {(watch[exercise.id] ?? []).map(({ fault, standAt, because, safety }) => (
                <li key={fault} style={safety ? { color: 'var(--out)' } : undefined}>
                  <strong>{entry(repertoire.faults, fault).plain}</strong>, {fromWhere[standAt]}
                  <br />
                  <Small>{because}</Small>
                </li>
              ))}
            </Ruled>
          </Stack>
          <Stack $gap={6}>
            <h2>Set up, tailbone to head</h2>
            <Checks>
              {exercise.setUp.map(({ block, check }) => (
                <li key={block}>
                  <Small>{block}</Small>
                  <span>{check}</span>
                </li>
              ))}
            </Checks>
          </Stack>
          <Quiet>Judged by {school}. First look uncorrected: say what to do, not how.</Quiet>
        </Stack>
      </Columns>
    </Page>
  );
}
