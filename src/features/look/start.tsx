'use client';

import { valibotResolver } from '@hookform/resolvers/valibot';
import { ArrowRight, OctagonX } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import styled from 'styled-components';
import * as v from 'valibot';
import { isUpright } from '@/core/anatomy/positions';
import { isAllowed } from '@/core/knowledge/cautions';
import { Button } from '@/design/button';
import { FormGrid, SelectField } from '@/design/fields';
import { Figure } from '@/design/figure';
import { Columns, Notice, Page, PageHead, Panel, Quiet, Row, Ruled, Small, Stack, TextLink } from '@/design/layout';
import { OverruleButton } from '@/design/overrule';
import { Reasons, StandingChip, standingWords } from '@/design/standing';
import { StopButton } from '@/design/stop-dialog';
import { apparatusNames, fromWhere } from '@/design/words';
import { deferring, stopWords } from '@/repertoire/words';
import { beginLook, chooseRoom, overruleHere, stopHere } from './actions';
import { useOnce } from '@/platform/browser/once';
import type { StartPage } from './read';

const form = v.object({
  exercise: v.string(),
  level: v.string(),
  view: v.string(),
  headEnd: v.picklist(['left', 'right']),
  room: v.string(),
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

const goneWords = 'The server does not answer. Try again in a moment.';

/** What is looked at and from where; how it stands for this person; the set-up checks; what to watch. */
export function StartLook({
  clientId,
  clientName,
  first,
  exercises,
  stopped,
  stopSigns,
  rooms,
  room,
  inRoom,
  checked,
}: StartPage) {
  const router = useRouter();
  const [failed, setFailed] = useState<string>();
  const [ticked, setTicked] = useState<readonly string[]>([]);
  const [begun, once] = [useOnce(), useOnce()];
  const { control, handleSubmit, setValue, formState } = useForm<Choice, unknown, Choice>({
    resolver: valibotResolver(form),
    defaultValues: { exercise: first.exercise, level: String(first.level), view: 'side', headEnd: 'left', room },
  });
  const chosen = useWatch({ control });
  const exercise = exercises.find(({ id }) => id === chosen.exercise) ?? exercises[0];
  const level = exercise?.levels.find(({ number }) => String(number) === chosen.level) ?? exercise?.levels[0];
  const look = level?.looks.find(({ view }) => view === chosen.view) ?? level?.looks[0];
  const isOfExercise = exercise?.levels.some(({ number }) => String(number) === chosen.level);
  const firstNumber = exercise?.levels.find(({ weighed }) => isAllowed(weighed))?.number ?? exercise?.levels[0]?.number;
  useEffect(() => {
    if (!isOfExercise && firstNumber) setValue('level', String(firstNumber)); // the exercise was changed for one with fewer levels
  }, [isOfExercise, firstNumber, setValue]);
  const isHere = level?.looks.some(({ view }) => view === chosen.view);
  const firstView = level?.looks[0]?.view;
  useEffect(() => {
    if (!isHere && firstView) setValue('view', firstView); // this level is not looked at from there
  }, [isHere, firstView, setValue]);
  const roomNow = chosen.room;
  useEffect(() => {
    if (roomNow && roomNow !== room) void chooseRoom({ room: roomNow }).then(() => router.refresh());
  }, [roomNow, room, router]);
  if (!exercise || !level || !look) return null;
  const { weighed } = level;
  const { apparatus } = exercise;
  const check = checked.find((one) => one.apparatus === apparatus);
  const isChecked = apparatus === 'mat' || check !== undefined || ticked.includes(apparatus);
  const allowed = isAllowed(weighed);
  const upright = isUpright(level.position);
  const submit = handleSubmit(async ({ headEnd }) => {
    setFailed(undefined);
    const result = await beginLook({
      id: begun.id(),
      clientId,
      exercise: exercise.id,
      level: level.number,
      headEnd,
      checked: isChecked,
    }).catch(() => undefined);
    if (result?.ok) return router.push(`/looks/${result.value}`);
    setFailed(result?.error.message ?? goneWords);
  });
  return (
    <Page>
      <PageHead>
        <div>
          <TextLink href={`/clients/${clientId}`}>{clientName}</TextLink>
          <h1>Look</h1>
        </div>
        <StopButton
          signs={stopSigns}
          words={stopWords}
          onStop={async (sign, seen) => {
            const result = await stopHere({ id: once.id(), clientId, sign, seen, lookId: null });
            if (result.ok) {
              once.kept();
              router.push(`/clients/${clientId}`);
            }
            return result;
          }}
        />
      </PageHead>
      {stopped && (
        <Notice $tone="out" role="alert" style={{ marginTop: 16 }}>
          <OctagonX size={22} aria-hidden />
          <span>
            <strong>
              Stopped on {stopped.on}: {stopped.sign}.
            </strong>{' '}
            Nothing goes on before clearance is on file; it is entered on the client’s page. {deferring}
          </span>
        </Notice>
      )}
      <Columns $side="370px">
        <form onSubmit={submit} noValidate>
          <Stack $gap={18}>
            <Panel style={{ padding: `6px ${upright ? 30 : 10}%` }}>
              <Figure
                pose={level.top}
                view={look.view === 'foot' || look.view === 'head' ? 'side' : look.view}
                label={`${exercise.name}: ${level.name}`}
                headEnd={chosen.headEnd ?? 'left'}
                {...(level.scene ? { scene: level.scene } : {})}
              />
            </Panel>
            <FormGrid>
              <SelectField
                control={control}
                name="exercise"
                label="Exercise"
                choices={exercises.map(({ id, name, plain, levels }) => ({
                  id,
                  name,
                  about: levels.some((one) => isAllowed(one.weighed)) ? plain : `${plain}. Ruled out for this client.`,
                }))}
              />
              <SelectField
                control={control}
                name="level"
                label="Level"
                choices={exercise.levels.map(({ number, name, change, weighed: { standing } }) => ({
                  id: String(number),
                  name: `${number} · ${name}`,
                  about: standing === 'fine' ? change : `${change} (${standingWords[standing]})`,
                }))}
              />
            </FormGrid>
            {weighed.standing !== 'fine' && weighed.reasons.length > 0 && (
              <Panel as="section" aria-label="Cautions for this level">
                <Stack $gap={10}>
                  <Row>
                    <h2>This level, for this client</h2>
                    <StandingChip standing={weighed.standing} />
                  </Row>
                  <Reasons
                    reasons={weighed.reasons}
                    action={(reason) =>
                      reason.act === 'ruleOut' && !reason.overruled && !stopped ? (
                        <OverruleButton
                          reason={reason}
                          what={`${exercise.name}, level ${level.number}`}
                          onOverrule={async (why) => {
                            const result = await overruleHere({
                              id: once.id(),
                              clientId,
                              exercise: exercise.id,
                              level: level.number,
                              rule: reason.rule,
                              reason: why,
                            });
                            if (result.ok) once.kept();
                            return result;
                          }}
                          onDone={() => router.refresh()}
                        />
                      ) : null
                    }
                  />
                  <Small>{deferring}</Small>
                </Stack>
              </Panel>
            )}
            {apparatus !== 'mat' && (
              <Panel as="section" aria-label="Apparatus">
                <Stack $gap={8}>
                  <h2>Before anyone gets on</h2>
                  {!inRoom.includes(apparatus) && (
                    <Notice>
                      This room has no {apparatusNames[apparatus]} on its list: choose another room, or add it on the
                      studio’s page.
                    </Notice>
                  )}
                  {check ? (
                    <span>Springs, straps and anchors were checked today by {check.by}.</span>
                  ) : (
                    <label style={{ display: 'flex', gap: 12, alignItems: 'center', minHeight: 48 }}>
                      <input
                        type="checkbox"
                        checked={ticked.includes(apparatus)}
                        onChange={({ target }) =>
                          setTicked(target.checked ? [...ticked, apparatus] : ticked.filter((one) => one !== apparatus))
                        }
                        style={{ width: 24, height: 24, flex: 'none' }}
                      />
                      Springs, straps, elastics and their anchors looked at today; weight within the maker’s limit.
                    </label>
                  )}
                  <Small>
                    The carriage is never let go; fingers stay away from what moves.
                    {level.wantsSpotter ? ' First tries of this level with a spotter.' : ''}
                  </Small>
                </Stack>
              </Panel>
            )}
            {exercise.cautions.length > 0 && (
              <ul>
                {exercise.cautions.map((caution) => (
                  <li key={caution}>
                    <Small>{caution}</Small>
                  </li>
                ))}
              </ul>
            )}
            <FormGrid>
              <SelectField
                control={control}
                name="view"
                label="From where"
                help={look.where}
                choices={level.looks.map(({ view, where }) => ({ id: view, name: fromWhere[view], about: where }))}
              />
              <Stack $gap={6}>
                <span style={{ fontWeight: 600, fontSize: '0.94rem' }}>
                  {upright ? 'Client faces' : 'Head in the picture'}
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
                      {upright ? 'to' : 'at'} the {end}
                    </Button>
                  ))}
                </div>
              </Stack>
              {rooms.length > 1 && (
                <SelectField
                  control={control}
                  name="room"
                  label="Room"
                  help="Corrections ask only for what stands in it."
                  choices={rooms}
                />
              )}
            </FormGrid>
            {failed && (
              <Notice $tone="out" role="alert">
                {failed}
              </Notice>
            )}
            <Button
              $look="main"
              type="submit"
              isDisabled={formState.isSubmitting || !allowed || !isChecked}
              style={{ justifySelf: 'start' }}
            >
              {formState.isSubmitting ? 'Opening…' : 'To the pictures'}
              <ArrowRight size={19} aria-hidden />
            </Button>
          </Stack>
        </form>
        <Stack $gap={24}>
          <Stack $gap={6}>
            <h2>Watch for</h2>
            <Ruled>
              {exercise.watch.map(({ fault, plain, standAt, because, safety }) => (
                <li key={fault} style={safety ? { color: 'var(--out)' } : undefined}>
                  <strong>{plain}</strong>, {fromWhere[standAt]}
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
                <li key={check}>
                  <Small>{block}</Small>
                  <span>{check}</span>
                </li>
              ))}
            </Checks>
          </Stack>
          <Quiet>
            Judged by {exercise.judgedBy}. First look uncorrected: say what to do, not how.{' '}
            <TextLink href={`/repertoire/${exercise.id}?client=${clientId}`}>The whole exercise</TextLink>
          </Quiet>
        </Stack>
      </Columns>
    </Page>
  );
}
