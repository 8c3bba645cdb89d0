'use client';

import { valibotResolver } from '@hookform/resolvers/valibot';
import { useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import styled from 'styled-components';
import type * as v from 'valibot';
import { entry } from '@/core/knowledge/find';
import { weighExercise } from '@/core/knowledge/cautions';
import type { ActingOn } from '@/core/knowledge/cautions';
import { breathInForce, doseInForce, resolveStances } from '@/core/knowledge/stances';
import { formatSeconds, timeDose } from '@/core/progression/dose';
import type { Dose } from '@/core/progression/dose';
import { BreathRibbon } from '@/design/breath-ribbon';
import { Button } from '@/design/button';
import { FormGrid, SelectField, TextField } from '@/design/fields';
import { Columns, Notice, Quiet, Row, Small, Stack } from '@/design/layout';
import { Reasons, StandingChip, standingWords } from '@/design/standing';
import { useRepertoire } from '@/platform/browser/repertoire';
import { doseForm, readDose } from './dose-form';
import type { TypedDose } from './dose-form';

const Times = styled.dl`
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 14px 20px;
  dt {
    color: var(--quiet);
    font-size: 0.9rem;
  }
  dd {
    font-size: 1.7rem;
    line-height: 1.15;
    white-space: nowrap;
  }
`;

type DoseFormProps = {
  readonly exercise: string;
  readonly level: number;
  readonly school: string;
  readonly stances: Readonly<Record<string, string>>;
  readonly acting: ActingOn;
  readonly onKeep: (dose: Dose) => Promise<string | undefined>;
};

/** Level, how many, how breathed; set time and breaths a minute are computed as she types. */
export function DoseForm({ exercise: exerciseId, level: levelNumber, school, stances, acting, onKeep }: DoseFormProps) {
  const repertoire = useRepertoire();
  const exercise = entry(repertoire.exercises, exerciseId);
  const level = exercise.levels.find(({ number }) => number === levelNumber) ?? exercise.levels[0];
  const force = resolveStances(repertoire, school, stances);
  const asked = level && (force.ok ? doseInForce(level, force.value) : level.dose);
  const breath = force.ok ? breathInForce(exercise, force.value, levelNumber) : exercise.breath[0];
  const { control, handleSubmit, setValue, setError, formState } = useForm<
    TypedDose,
    unknown,
    v.InferOutput<typeof doseForm>
  >({
    resolver: valibotResolver(doseForm),
    mode: 'onChange',
    defaultValues: {
      level: String(levelNumber),
      repetitions: String(asked?.repetitions ?? 5),
      sets: String(asked?.sets ?? 1),
      sides: String(asked?.sides ?? 2),
      pattern: breath?.pattern ?? '',
      pace: '1',
      changeOverS: '5',
    },
  });
  const [failed, setFailed] = useState<string>();
  const typed = useWatch({ control });
  const dose = readDose(exerciseId, typed);
  const weighed = weighExercise(repertoire, exercise, acting);
  const here = dose && weighed.levels[dose.level];
  const times = dose && timeDose(dose);
  const submit = handleSubmit(async () => {
    setFailed(undefined);
    if (!dose || !times) return setFailed('The dose can’t be read; look through the fields once more.');
    if (!times.ok) return setError('pattern', { message: times.error.message });
    setFailed(await onKeep(dose));
  });
  return (
    <form onSubmit={submit} noValidate aria-label="Dose">
      <Columns $side="minmax(320px, 460px)" style={{ paddingTop: 4 }}>
        <Stack $gap={18}>
          <SelectField
            control={control}
            name="level"
            label="Level"
            choices={exercise.levels.map(({ number, name, change }) => ({
              id: String(number),
              name: `${number} · ${name}`,
              about: `${change}${(weighed.levels[number]?.standing ?? 'fine') === 'fine' ? '' : ` (${standingWords[weighed.levels[number]?.standing ?? 'fine']})`}`,
            }))}
          />
          {here && here.standing !== 'fine' && (
            <Stack $gap={8}>
              <Row>
                <StandingChip standing={here.standing} />
              </Row>
              <Reasons reasons={here.reasons} />
            </Stack>
          )}
          <FormGrid>
            <TextField
              control={control}
              name="repetitions"
              label="Repetitions"
              inputMode="numeric"
              help="Each side; stop before form goes."
            />
            <TextField control={control} name="sets" label="Sets" inputMode="numeric" />
            <SelectField
              control={control}
              name="sides"
              label="Sides"
              choices={[
                { id: '2', name: 'left and right' },
                { id: '1', name: 'both together' },
              ]}
            />
          </FormGrid>
          <Stack $gap={6}>
            <TextField
              control={control}
              name="pattern"
              label="Breath"
              help="in, out or hold; how many counts; what moves. Parts are set off by commas."
            />
            <div>
              {exercise.breath.map(({ name, pattern }) => (
                <Button key={name} $look="quiet" onPress={() => setValue('pattern', pattern, { shouldValidate: true })}>
                  {name}
                </Button>
              ))}
            </div>
          </Stack>
          <FormGrid>
            <TextField control={control} name="pace" label="Seconds per count" inputMode="decimal" />
            <TextField control={control} name="changeOverS" label="Seconds to change sides" inputMode="decimal" />
          </FormGrid>
        </Stack>
        <Stack $gap={18}>
          {dose && times?.ok ? (
            <>
              <Times aria-live="polite">
                <div>
                  <dt>one repetition</dt>
                  <dd className="numeral" data-time="repetition">
                    {formatSeconds(times.value.repetitionS)}
                  </dd>
                </div>
                <div>
                  <dt>{dose.sides === 2 ? 'one set, both sides' : 'one set'}</dt>
                  <dd className="numeral" data-time="set">
                    {formatSeconds(times.value.setS)}
                  </dd>
                </div>
                {dose.sets > 1 && (
                  <div>
                    <dt>{dose.sets} sets, without rests</dt>
                    <dd className="numeral" data-time="work">
                      {formatSeconds(times.value.workS)}
                    </dd>
                  </div>
                )}
                <div>
                  <dt>breaths a minute</dt>
                  <dd className="numeral" data-time="breaths">
                    {times.value.breathsPerMinute.toFixed(1)}
                  </dd>
                </div>
              </Times>
              <BreathRibbon timeline={times.value.timeline} />
              {times.value.warnings.map(({ code, message }) => (
                <Notice key={code} $tone="out">
                  {message}
                </Notice>
              ))}
            </>
          ) : (
            <Quiet>
              {times && !times.ok
                ? times.error.message
                : 'Set time and breaths a minute appear once every field can be read.'}
            </Quiet>
          )}
          {failed && (
            <Notice $tone="out" role="alert">
              {failed}
            </Notice>
          )}
          <Button $look="main" type="submit" isDisabled={formState.isSubmitting} style={{ justifySelf: 'start' }}>
            {formState.isSubmitting ? 'Keeping…' : 'Keep look and dose'}
          </Button>
          <Small>
            Closes this look. Its pictures, findings, what was tried and the dose stand on the client’s page.
          </Small>
        </Stack>
      </Columns>
    </form>
  );
}
