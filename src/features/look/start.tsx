'use client';

import { valibotResolver } from '@hookform/resolvers/valibot';
import { ArrowRight, Info, OctagonX } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import type { Control } from 'react-hook-form';
import styled from 'styled-components';
import * as v from 'valibot';
import { isUpright } from '@/core/anatomy/positions';
import type { View } from '@/core/anatomy/positions';
import { isAllowed } from '@/core/knowledge/standings';
import { answered } from '@/core/result';
import { Button } from '@/design/button';
import { FormGrid } from '@/design/form-grid';
import { SelectField } from '@/design/select-field';
import {
  Columns,
  Failed,
  Notice,
  Page,
  PageHead,
  Panel,
  Quiet,
  Row,
  Ruled,
  Small,
  Stack,
  TextLink,
} from '@/design/layout';
import { Part } from '@/design/part';
import { OverruleButton } from '@/design/overrule';
import { Reasons, StandingChip, standingWords } from '@/design/standing';
import { StopButton } from '@/design/stop-dialog';
import { apparatusNames } from '@/design/words';
import { fromWhere } from '@/core/anatomy/positions';
import { deferring, stopWords } from '@/repertoire/words';
import { beginLook, chooseRoom, overruleHere } from './actions';
import { noteStop } from '@/platform/server/stop';
import { SetUpList } from '@/design/set-up-list';
import { useOnce } from '@/platform/browser/once';
import type { StartChoice, StartExercise, StartPage } from './read-start';
import { useChosen } from './use-chosen';
import { OneOf } from '@/design/choice';
import { Tick } from '@/design/tick';

// Drawn by the server; what draws it anew comes after the page.
const Figure = dynamic(() => import('@/design/figure').then((all) => all.Figure));

const form = v.object({
  exercise: v.string(),
  level: v.string(),
  view: v.string(),
  headEnd: v.picklist(['left', 'right']),
  room: v.string(),
});
type Choice = v.InferOutput<typeof form>;

type Level = StartExercise['levels'][number];

/** What still speaks of the former exercise steps back while the next is on its way; an answer at once shows nothing of it. */
const Held = styled(Columns)`
  &[aria-busy='true'] > :last-child,
  &[aria-busy='true'] section,
  &[aria-busy='true'] form > div > :first-child {
    opacity: 0.4;
    transition: opacity 0.2s 0.15s;
  }
`;

/** What is looked at and from where; how it stands for this person; the set-up checks; what to watch. */
export function StartLook(page: StartPage) {
  const { clientId, clientName, first, stopped, room } = page;
  const router = useRouter();
  const [failed, setFailed] = useState<string>();
  const [ticked, setTicked] = useState<readonly string[]>([]);
  const begun = useOnce();
  const { control, handleSubmit, setValue, formState } = useForm<Choice, unknown, Choice>({
    resolver: valibotResolver(form),
    defaultValues: { exercise: first.exercise, level: String(first.level), view: 'side', headEnd: 'left', room },
  });
  const typed = useWatch({ control });
  const { chosen, isComing, shown, ...others } = useChosen(page, typed);
  if (!chosen) return null;
  const { exercise, level, look } = chosen;
  const choose = async (id: string) => {
    if (!(await others.choose(id)) && shown !== undefined) setValue('exercise', shown); // it could not be read
  };
  const isChecked = isLookedAt(page, exercise.apparatus, ticked);
  const submit = handleSubmit(async ({ headEnd }) => {
    setFailed(undefined);
    const { id } = exercise;
    const asked = { id: begun.id(), clientId, exercise: id, level: level.number, headEnd, checked: isChecked };
    const result = await answered(beginLook(asked));
    if (result.ok) return router.push(`/looks/${result.value}`);
    setFailed(result.error.message);
  });
  return (
    <Page>
      <PageHead>
        <div>
          <TextLink href={`/clients/${clientId}`}>{clientName}</TextLink>
          <h1>Look</h1>
        </div>
        <StopHere page={page} />
      </PageHead>
      {stopped && <Stopped stopped={stopped} />}
      {page.notAsAsked && (
        <Notice role="status" style={{ marginTop: 16 }}>
          <Info size={22} aria-hidden />
          <span>{page.notAsAsked}</span>
        </Notice>
      )}
      <Held $side="370px" aria-busy={isComing}>
        <form onSubmit={submit} noValidate>
          <Stack $gap={18}>
            <Drawn exercise={exercise} level={level} view={look.view} headEnd={typed.headEnd ?? 'left'} />
            <WhatToLookAt
              control={control}
              exercises={page.exercises}
              exercise={exercise}
              level={level}
              isComing={isComing}
              onChosen={(id) => void choose(id)}
            />
            <Failed>{others.failed}</Failed>
            <Standing
              page={page}
              exercise={exercise}
              level={level}
              onChanged={() => void others.readAgain(exercise.id).then(() => router.refresh())}
            />
            {exercise.apparatus !== 'mat' && (
              <BeforeAnyone
                page={page}
                apparatus={exercise.apparatus}
                ticked={ticked}
                onTicked={setTicked}
                wantsSpotter={level.wantsSpotter}
              />
            )}
            <ListOf texts={exercise.cautions} />
            <FormGrid>
              <SelectField
                control={control}
                name="view"
                label="From where"
                help={look.where}
                shows={look.view}
                isDisabled={isComing}
                choices={level.looks.map(({ view, where }) => ({ id: view, name: fromWhere[view], about: where }))}
              />
              <HeadEnd
                upright={isUpright(level.position)}
                headEnd={typed.headEnd}
                onHeadEnd={(end) => setValue('headEnd', end)}
              />
              <RoomField page={page} control={control} />
            </FormGrid>
            <Failed>{failed}</Failed>
            <Button
              $look="main"
              type="submit"
              isDisabled={formState.isSubmitting || isComing || !isAllowed(level.weighed) || !isChecked}
              style={{ justifySelf: 'start' }}
            >
              {formState.isSubmitting ? 'Opening…' : 'To the pictures'}
              <ArrowRight size={19} aria-hidden />
            </Button>
          </Stack>
        </form>
        <Part>
          <WatchAndSetUp clientId={clientId} exercise={exercise} level={level} />
        </Part>
      </Held>
    </Page>
  );
}

function StopHere({ page: { clientId, stopSigns } }: { readonly page: StartPage }) {
  const router = useRouter();
  const once = useOnce();
  return (
    <StopButton
      signs={stopSigns}
      words={stopWords}
      onStop={async (sign, seen) => {
        const result = await noteStop({ id: once.id(), clientId, sign, seen, lookId: null });
        if (result.ok) {
          once.kept();
          router.push(`/clients/${clientId}`);
        }
        return result;
      }}
    />
  );
}

const Stopped = ({ stopped }: { readonly stopped: NonNullable<StartPage['stopped']> }) => (
  <Notice $tone="out" role="alert" style={{ marginTop: 16 }}>
    <OctagonX size={22} aria-hidden />
    <span>
      <strong>
        Stopped on {stopped.on}: {stopped.sign}.
      </strong>{' '}
      Nothing goes on before clearance is on file; it is entered on the client’s page. {deferring}
    </span>
  </Notice>
);

type Chosen = { readonly exercise: StartExercise; readonly level: Level };

function Drawn({ exercise, level, view, headEnd }: Chosen & { view: View; headEnd: 'left' | 'right' }) {
  return (
    <Panel style={{ padding: `6px ${isUpright(level.position) ? 30 : 10}%` }}>
      <Figure
        pose={level.top}
        view={view === 'foot' || view === 'head' ? 'side' : view}
        label={`${exercise.name}: ${level.name}`}
        headEnd={headEnd}
        {...(level.scene ? { scene: level.scene } : {})}
      />
    </Panel>
  );
}

type WhatProps = Chosen & {
  readonly control: Control<Choice, unknown, Choice>;
  readonly exercises: readonly StartChoice[];
  /** Another exercise is on its way: its levels are not there yet. */
  readonly isComing: boolean;
  readonly onChosen: (exercise: string) => void;
};

const WhatToLookAt = ({ control, exercises, exercise, level, isComing, onChosen }: WhatProps) => (
  <FormGrid>
    <SelectField
      control={control}
      name="exercise"
      label="Exercise"
      choices={exercises.map(({ id, name, plain, isAllowed: isFor }) => ({
        id,
        name,
        about: isFor ? plain : `${plain}. Ruled out for this client.`,
      }))}
      onChosen={onChosen}
    />
    <SelectField
      control={control}
      name="level"
      label="Level"
      shows={String(level.number)}
      isDisabled={isComing}
      choices={exercise.levels.map(({ number, name, change, weighed: { standing } }) => ({
        id: String(number),
        name: `${number} · ${name}`,
        about: standing === 'fine' ? change : `${change} (${standingWords[standing]})`,
      }))}
    />
  </FormGrid>
);

type StandingProps = Chosen & { readonly page: StartPage; readonly onChanged: () => void };

/** How the level stands for this person, with what may be overruled. */
function Standing({ page: { clientId, stopped }, exercise, level, onChanged }: StandingProps) {
  const once = useOnce();
  const { standing, reasons } = level.weighed;
  if (standing === 'fine' || reasons.length === 0) return null;
  const overrule = async (rule: string, reason: string) => {
    const { id } = exercise;
    const asked = { id: once.id(), clientId, exercise: id, level: level.number, rule, reason };
    const result = await overruleHere(asked);
    if (result.ok) once.kept();
    return result;
  };
  return (
    <Panel as="section" aria-label="Cautions for this level">
      <Stack $gap={10}>
        <Row>
          <h2>This level, for this client</h2>
          <StandingChip standing={standing} />
        </Row>
        <Reasons
          reasons={reasons}
          action={(reason) =>
            reason.act === 'ruleOut' && !reason.overruled && !stopped ? (
              <OverruleButton
                reason={reason}
                what={`${exercise.name}, level ${level.number}`}
                onOverrule={(why) => overrule(reason.rule, why)}
                onDone={onChanged}
              />
            ) : null
          }
        />
        <Small>{deferring}</Small>
      </Stack>
    </Panel>
  );
}

type Apparatus = StartExercise['apparatus'];

/** Whether springs, straps and anchors were looked at: there are none on the mat. */
const isLookedAt = ({ checked }: StartPage, apparatus: Apparatus, ticked: readonly string[]): boolean =>
  apparatus === 'mat' || checked.some((one) => one.apparatus === apparatus) || ticked.includes(apparatus);

type BeforeAnyoneProps = {
  readonly page: StartPage;
  readonly apparatus: Exclude<Apparatus, 'mat'>;
  readonly ticked: readonly string[];
  readonly onTicked: (ticked: readonly string[]) => void;
  readonly wantsSpotter: boolean;
};

function BeforeAnyone({ page, apparatus, ticked, onTicked, wantsSpotter }: BeforeAnyoneProps) {
  const check = page.checked.find((one) => one.apparatus === apparatus);
  return (
    <Panel as="section" aria-label="Apparatus">
      <Stack $gap={8}>
        <h2>Before anyone gets on</h2>
        {!page.inRoom.includes(apparatus) && (
          <Notice>
            This room has no {apparatusNames[apparatus]} on its list: choose another room, or add it on the studio’s
            page.
          </Notice>
        )}
        {check ? (
          <span>Springs, straps and anchors were checked today by {check.by}.</span>
        ) : (
          <Tick
            isOn={ticked.includes(apparatus)}
            onChange={(isOn) => onTicked(isOn ? [...ticked, apparatus] : ticked.filter((one) => one !== apparatus))}
          >
            Springs, straps, elastics and their anchors looked at today; weight within the maker’s limit.
          </Tick>
        )}
        <Small>
          The carriage is never let go; fingers stay away from what moves.
          {wantsSpotter ? ' First tries of this level with a spotter.' : ''}
        </Small>
      </Stack>
    </Panel>
  );
}

const ListOf = ({ texts }: { readonly texts: readonly string[] }) =>
  texts.length === 0 ? null : (
    <ul>
      {texts.map((text) => (
        <li key={text}>
          <Small>{text}</Small>
        </li>
      ))}
    </ul>
  );

type HeadEndProps = {
  readonly upright: boolean;
  readonly headEnd: 'left' | 'right' | undefined;
  readonly onHeadEnd: (end: 'left' | 'right') => void;
};

const HeadEnd = ({ upright, headEnd, onHeadEnd }: HeadEndProps) => (
  <Stack $gap={6}>
    <span style={{ fontWeight: 600, fontSize: '0.94rem' }}>{upright ? 'Client faces' : 'Head in the picture'}</span>
    <OneOf
      label={upright ? 'Client faces' : 'Head in the picture'}
      gap={8}
      options={(['left', 'right'] as const).map((end) => ({ id: end, name: end }))}
      value={headEnd}
      onChange={onHeadEnd}
    />
  </Stack>
);

/** In which room: what stands in it is known once the server has it. */
function RoomField({
  page: { rooms },
  control,
}: {
  readonly page: StartPage;
  readonly control: Control<Choice, unknown, Choice>;
}) {
  const router = useRouter();
  if (rooms.length < 2) return null;
  return (
    <SelectField
      control={control}
      name="room"
      label="Room"
      help="Corrections ask only for what stands in it."
      choices={rooms}
      onChosen={(room) => void answered(chooseRoom({ room })).then(() => router.refresh())}
    />
  );
}

type WatchAndSetUpProps = {
  readonly clientId: string;
  readonly exercise: StartExercise;
  readonly level: StartExercise['levels'][number];
};

const WatchAndSetUp = ({ clientId, exercise, level: { watch, setUp } }: WatchAndSetUpProps) => (
  <Stack $gap={24}>
    <Stack $gap={6}>
      <h2>Watch for</h2>
      <Ruled>
        {watch.map(({ fault, plain, standAt, because, safety }) => (
          <li key={fault} style={safety ? { color: 'var(--out)' } : undefined}>
            <strong>{plain}</strong>, {fromWhere[standAt]}
            <br />
            <Small>{because}</Small>
          </li>
        ))}
      </Ruled>
    </Stack>
    <SetUpList setUp={setUp} />
    <Quiet>
      Judged by {exercise.judgedBy}. First look uncorrected: say what to do, not how.{' '}
      <TextLink href={`/repertoire/${exercise.id}?client=${clientId}`}>The whole exercise</TextLink>
    </Quiet>
  </Stack>
);
