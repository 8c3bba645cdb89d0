'use client';

import { valibotResolver } from '@hookform/resolvers/valibot';
import { useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import type { Control } from 'react-hook-form';
import styled from 'styled-components';
import type * as v from 'valibot';
import { entry } from '@/core/knowledge/find';
import { weighExercise } from '@/core/knowledge/cautions';
import type { ActingOn, Weighed } from '@/core/knowledge/cautions';
import type { Exercise } from '@/core/knowledge/entries';
import { formatSeconds, timeDose } from '@/core/progression/dose';
import type { Dose } from '@/core/progression/dose';
import { BreathRibbon } from '@/design/breath-ribbon';
import { Button } from '@/design/button';
import { TextField } from '@/design/fields';
import { FormGrid } from '@/design/form-grid';
import { SelectField } from '@/design/select-field';
import { Columns, Failed, Notice, Quiet, Row, Small, Stack } from '@/design/layout';
import { Reasons, StandingChip, standingWords } from '@/design/standing';
import { useRepertoire } from '@/platform/browser/repertoire';
import { doseForm, offerDose, readDose } from './dose-form';
import type { OfferedDose, TypedDose } from './dose-form';

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

/** The dose that is offered first, and which breath goes with it. */
function asForm({ level, repetitions, sets, sides }: OfferedDose, pattern: string): TypedDose {
  return {
    level: String(level),
    repetitions: String(repetitions),
    sets: String(sets),
    sides: String(sides),
    pattern,
    pace: '1',
    changeOverS: '5',
  };
}

/** Level, how many, how breathed; set time and breaths a minute are computed as she types. */
export function DoseForm({ exercise: exerciseId, level, school, stances, acting, onKeep }: DoseFormProps) {
  const repertoire = useRepertoire();
  const exercise = entry(repertoire.exercises, exerciseId);
  const offered = offerDose(repertoire, exercise, level, school, stances);
  const form = useForm<TypedDose, unknown, v.InferOutput<typeof doseForm>>({
    resolver: valibotResolver(doseForm),
    mode: 'onChange',
    defaultValues: asForm(offered, offered.pattern),
  });
  const { control, handleSubmit, setValue, setError, formState } = form;
  const [failed, setFailed] = useState<string>();
  const dose = readDose(exerciseId, useWatch({ control }));
  const weighed = weighExercise(repertoire, exercise, acting);
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
        <DoseFields
          control={control}
          exercise={exercise}
          weighed={weighed}
          here={dose && weighed.levels[dose.level]}
          onPattern={(pattern) => setValue('pattern', pattern, { shouldValidate: true })}
        />
        <Stack $gap={18}>
          <SetTimes dose={dose} times={times} />
          <Failed>{failed}</Failed>
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

type DoseFieldsProps = {
  readonly control: Control<TypedDose, unknown, v.InferOutput<typeof doseForm>>;
  readonly exercise: Exercise;
  readonly weighed: ReturnType<typeof weighExercise>;
  /** How the level that is typed stands for this client. */
  readonly here: Weighed | undefined;
  readonly onPattern: (pattern: string) => void;
};

function DoseFields({ control, exercise, weighed, here, onPattern }: DoseFieldsProps) {
  const wordStanding = (number: number): string => {
    const standing = weighed.levels[number]?.standing ?? 'fine';
    return standing === 'fine' ? '' : ` (${standingWords[standing]})`;
  };
  return (
    <Stack $gap={18}>
      <SelectField
        control={control}
        name="level"
        label="Level"
        choices={exercise.levels.map(({ number, name, change }) => ({
          id: String(number),
          name: `${number} · ${name}`,
          about: `${change}${wordStanding(number)}`,
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
            <Button key={name} $look="quiet" onPress={() => onPattern(pattern)}>
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
  );
}

type SetTimesProps = { readonly dose: Dose | undefined; readonly times: ReturnType<typeof timeDose> | undefined };

const Time = ({ name, id, children }: { readonly name: string; readonly id: string; readonly children: string }) => (
  <div>
    <dt>{name}</dt>
    <dd className="numeral" data-time={id}>
      {children}
    </dd>
  </div>
);

/** How long a repetition and a set take, and how fast that breathes. */
function SetTimes({ dose, times }: SetTimesProps) {
  if (!dose || !times?.ok)
    return (
      <Quiet>
        {times && !times.ok
          ? times.error.message
          : 'Set time and breaths a minute appear once every field can be read.'}
      </Quiet>
    );
  const { repetitionS, setS, workS, breathsPerMinute, timeline, warnings } = times.value;
  return (
    <>
      <Times aria-live="polite">
        <Time name="one repetition" id="repetition">
          {formatSeconds(repetitionS)}
        </Time>
        <Time name={dose.sides === 2 ? 'one set, both sides' : 'one set'} id="set">
          {formatSeconds(setS)}
        </Time>
        {dose.sets > 1 && (
          <Time name={`${dose.sets} sets, without rests`} id="work">
            {formatSeconds(workS)}
          </Time>
        )}
        <Time name="breaths a minute" id="breaths">
          {breathsPerMinute.toFixed(1)}
        </Time>
      </Times>
      <BreathRibbon timeline={timeline} />
      {warnings.map(({ code, message }) => (
        <Notice key={code} $tone="out">
          {message}
        </Notice>
      ))}
    </>
  );
}
