'use client';

// Before the first exercise: how the client is today, what was agreed last time, the apparatus checked, the plan.
import { Play, ShieldCheck, TriangleAlert } from 'lucide-react';
import { useState } from 'react';
import type { ReactNode } from 'react';
import styled from 'styled-components';
import { weighLevel } from '@/core/knowledge/cautions';
import type { Repertoire } from '@/core/knowledge/entries';
import { feelings } from '@/core/progression/words';
import type { Planned } from '@/core/progression/events';
import { levelText, rungAt } from '@/core/load/rungs';
import { deferring } from '@/repertoire/words';
import type { Recorder } from './in-hand';
import { asToday } from './pack';
import type { DayPack, FloorClient } from './pack';
import { Choose, Line, Small, Tap, TwoColumns, Warn, Wrapping, Leave } from './parts';
import { plan, ruledOutOf, uncheckedOf } from './state';
import { apparatusCheck } from './words';

const Start = styled(TwoColumns)`
  .plan li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 10px;
    align-items: center;
    border-top: 1px solid var(--rule);
    padding: 6px 0;
    font-size: 1.15rem;
  }
  .plan li:first-child {
    border-top: 0;
  }
`;

const feelingNames = { well: 'Well', tired: 'Tired', sore: 'Sore', unwell: 'Unwell' } as const;

type Feeling = (typeof feelings)[number];

type Props = {
  readonly pack: DayPack;
  readonly client: FloorClient;
  readonly record: Recorder;
  readonly onStop: () => void;
};

export function Begin({ pack, client: onFile, record, onStop }: Props) {
  const [today, setToday] = useState<readonly string[]>([]);
  const client = asToday(onFile, pack.repertoire, today);
  const [feeling, setFeeling] = useState<Feeling>();
  const [words, setWords] = useState('');
  const [planned, setPlanned] = useState<readonly Planned[]>(() =>
    client.plan.flatMap((standing) => plan(pack, client, standing) ?? []),
  );
  const [checked, setChecked] = useState<readonly string[]>([]);
  const unchecked = uncheckedOf(pack, planned, checked);
  const out = planned.filter((one) => ruledOutOf(pack, client, one) !== undefined);
  const stopped = client.acting.stopped !== undefined;
  const start = async () => {
    const { id, school } = client;
    const at = { client: id, room: pack.studio.room.name, school: school ?? pack.studio.school, rules: pack.rules };
    await record({ kind: 'started', ...at, plan: [...planned] });
    await record({
      kind: 'ready',
      feeling: feeling ?? 'well',
      words: words.trim(),
      ...(today.length > 0 ? { today: [...today] } : {}),
    });
    for (const apparatus of checked) await record({ kind: 'checked', apparatus });
    const [first] = planned;
    if (first) await record({ kind: 'opened', item: first.item });
  };
  return (
    <Start>
      <div>
        <h1>{client.name}</h1>
        <Small>
          {[client.time, `${client.minutes} min`, pack.studio.room.name, client.goal].filter(Boolean).join(' · ')}
        </Small>
      </div>
      {stopped && (
        <Warn role="alert">A stop sign is on file. Nothing goes on until clearance is on file too. {deferring}</Warn>
      )}
      <div className="columns">
        <section aria-label="Today">
          <HowToday feeling={feeling} onFeeling={setFeeling} words={words} onWords={setWords} onStop={onStop}>
            <AskToday conditions={pack.repertoire.conditions} onFile={onFile} today={today} onToday={setToday} />
          </HowToday>
          <ToKnow client={client} />
        </section>
        <section aria-label="Plan">
          <PlanList pack={pack} client={client} planned={planned} onPlanned={setPlanned} />
          <AddExercise pack={pack} client={client} onAdd={(one) => setPlanned([...planned, one])} />
          {unchecked.map((apparatus) => (
            <Tap key={apparatus} onClick={() => setChecked([...checked, apparatus])}>
              <ShieldCheck size={24} aria-hidden />
              {apparatusCheck(apparatus)}
            </Tap>
          ))}
          {checked.length > 0 && <Small>Checked for today.</Small>}
          <Tap
            $look="main"
            disabled={stopped || planned.length === 0 || unchecked.length > 0 || out.length > 0 || !feeling}
            onClick={() => void start()}
            style={{ minHeight: 84, fontSize: '1.4rem' }}
          >
            <Play size={28} aria-hidden />
            Begin
          </Tap>
          {!feeling && !stopped && <Small>First ask how it is today.</Small>}
          {out.length > 0 && !stopped && (
            <Small>First leave out, or make easier, what is ruled out: {out.map(({ name }) => name).join(', ')}.</Small>
          )}
          {unchecked.length > 0 && <Small>First look at the apparatus, and tick that it was done.</Small>}
          <Leave href={`/clients/${client.id}`}>To {client.name}’s page</Leave>
        </section>
      </div>
    </Start>
  );
}

type HowTodayProps = {
  readonly feeling: Feeling | undefined;
  readonly onFeeling: (feeling: Feeling) => void;
  readonly words: string;
  readonly onWords: (words: string) => void;
  readonly onStop: () => void;
  readonly children: ReactNode;
};

type AskTodayProps = {
  readonly conditions: Repertoire['conditions'];
  readonly onFile: FloorClient;
  readonly today: readonly string[];
  readonly onToday: (today: readonly string[]) => void;
};

/** What can be new since last time, one tap each; what is on file anyway is not asked again. */
function AskToday({ conditions, onFile, today, onToday }: AskTodayProps) {
  const asked = conditions.flatMap(({ id, askToday }) =>
    askToday && !onFile.conditions.includes(id) ? [{ id, words: askToday }] : [],
  );
  const isYes = (id: string): boolean => today.includes(id);
  const toggle = (id: string) => onToday(isYes(id) ? today.filter((one) => one !== id) : [...today, id]);
  return (
    <Wrapping role="group" aria-label="Today only">
      {asked.map(({ id, words }) => (
        <Tap key={id} $look={isYes(id) ? 'chosen' : 'plain'} aria-pressed={isYes(id)} onClick={() => toggle(id)}>
          {words}
        </Tap>
      ))}
    </Wrapping>
  );
}

const HowToday = ({ feeling, onFeeling, words, onWords, onStop, children }: HowTodayProps) => (
  <>
    <h2>How is it today?</h2>
    <Wrapping role="group" aria-label="How is it today?">
      {feelings.map((one) => (
        <Tap
          key={one}
          $look={feeling === one ? 'chosen' : 'plain'}
          aria-pressed={feeling === one}
          onClick={() => onFeeling(one)}
        >
          {feelingNames[one]}
        </Tap>
      ))}
    </Wrapping>
    {children}
    <Line label="Anything else?" value={words} onChange={onWords} maxLength={400} />
    {feeling === 'unwell' && <Warn role="alert">Ask for stop signs before anything else.</Warn>}
    <Tap $look="out" onClick={onStop}>
      A stop sign was seen or told
    </Tap>
  </>
);

/** Note, last time's points, cautions. */
const ToKnow = ({ client: { note, lastTime, cautions } }: { readonly client: FloorClient }) => (
  <>
    {note && <p>{note}</p>}
    {lastTime && (
      <>
        <h2>From last time</h2>
        <ul style={{ listStyle: 'disc', paddingLeft: 20, fontSize: '1.1rem', display: 'grid', gap: 4 }}>
          {lastTime.points.map((one) => (
            <li key={one}>{one}</li>
          ))}
        </ul>
      </>
    )}
    {cautions.length > 0 && (
      <>
        <h2>Cautions</h2>
        <ul style={{ display: 'grid', gap: 8 }}>
          {cautions.map(({ id, name, caution, cleared, note: own }) => (
            <li key={id}>
              <TriangleAlert size={18} aria-hidden style={{ verticalAlign: '-3px' }} /> <b>{name}</b>
              {cleared ? ` (${cleared})` : `: ${caution}`} {own && <Small>{own}</Small>}
            </li>
          ))}
        </ul>
        <Small>{deferring}</Small>
      </>
    )}
  </>
);

type PlanListProps = Pick<Props, 'pack' | 'client'> & {
  readonly planned: readonly Planned[];
  readonly onPlanned: (planned: readonly Planned[]) => void;
};

const PlanList = ({ pack, client, planned, onPlanned }: PlanListProps) => {
  const swap = (old: Planned, level: number) => {
    const easier = plan(pack, client, { exercise: old.exercise, level });
    if (easier) onPlanned(planned.map((one) => (one.item === old.item ? easier : one)));
  };
  return (
    <>
      <h2>Plan</h2>
      <ol className="plan">
        {planned.map((one) => {
          const out = ruledOutOf(pack, client, one);
          const { instead } = out ?? {};
          return (
            <li key={one.item}>
              <span>
                {one.name}{' '}
                <Small>
                  level {levelText(one.level)}, {one.levelName.toLowerCase()}
                </Small>
                {out && (
                  <Warn as="span" style={{ display: 'block' }}>
                    Ruled out: {out.why}.
                  </Warn>
                )}
              </span>
              <span style={{ display: 'grid', gap: 8 }}>
                <Tap
                  aria-label={`Leave out ${one.name}`}
                  disabled={planned.length < 2}
                  onClick={() => onPlanned(planned.filter(({ item }) => item !== one.item))}
                >
                  Leave out
                </Tap>
                {instead !== undefined && (
                  <Tap aria-label={`${one.name} at level ${levelText(instead)}`} onClick={() => swap(one, instead)}>
                    Level {levelText(instead)}
                  </Tap>
                )}
              </span>
            </li>
          );
        })}
      </ol>
    </>
  );
};

type AddExerciseProps = Pick<Props, 'pack' | 'client'> & { readonly onAdd: (planned: Planned) => void };

/** One exercise more, of those that are not ruled out, at the level where she stands. */
function AddExercise({ pack, client, onAdd }: AddExerciseProps) {
  const { repertoire } = pack;
  const [chosen, setChosen] = useState(repertoire.exercises[0]?.id ?? '');
  const add = () => {
    const level = client.standings.find((one) => one.exercise === chosen)?.level ?? 1;
    const one = plan(pack, client, { exercise: chosen, level });
    if (one) onAdd(one);
  };
  return (
    <>
      <Choose
        label="Add an exercise"
        value={chosen}
        onChange={setChosen}
        choices={repertoire.exercises.flatMap((exercise) => {
          const rung = rungAt(exercise, 1, client.body);
          const isOut = rung && weighLevel(repertoire, exercise, rung, client.acting).standing === 'ruledOut';
          return isOut ? [] : [{ id: exercise.id, name: exercise.name }];
        })}
      />
      <Tap onClick={add}>Add</Tap>
    </>
  );
}
