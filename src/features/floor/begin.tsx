'use client';

// Before the first exercise: how the client is today, what was agreed last time, the apparatus checked, the plan.
import { Play, ShieldCheck, TriangleAlert } from 'lucide-react';
import { useState } from 'react';
import styled from 'styled-components';
import { weighLevel } from '@/core/knowledge/cautions';
import { feelings } from '@/core/progression/words';
import type { Planned } from '@/core/progression/events';
import { levelText, rungAt } from '@/core/load/rungs';
import { apparatusNames } from '@/design/words';
import { deferring } from '@/repertoire/words';
import type { Tell } from './in-hand';
import type { DayPack, FloorClient } from './pack';
import { Choose, Line, Small, Tap, TwoColumns, Warn, Wrapping, Leave } from './parts';
import { plan, uncheckedOf } from './state';

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

type Props = {
  readonly pack: DayPack;
  readonly client: FloorClient;
  readonly tell: Tell;
  readonly onStop: () => void;
};

export function Begin({ pack, client, tell, onStop }: Props) {
  const [feeling, setFeeling] = useState<(typeof feelings)[number]>();
  const [words, setWords] = useState('');
  const [planned, setPlanned] = useState<readonly Planned[]>(() =>
    client.plan.flatMap((standing) => plan(pack, client, standing) ?? []),
  );
  const [chosen, setChosen] = useState(pack.repertoire.exercises[0]?.id ?? '');
  const [checked, setChecked] = useState<readonly string[]>([]);
  const unchecked = uncheckedOf(pack, planned, checked);
  const stopped = client.acting.stopped !== undefined;
  const start = async () => {
    await tell({
      kind: 'started',
      client: client.id,
      room: pack.studio.room.name,
      school: client.school ?? pack.studio.school,
      rules: pack.rules,
      plan: [...planned],
    });
    await tell({ kind: 'ready', feeling: feeling ?? 'well', words: words.trim() });
    for (const apparatus of checked) await tell({ kind: 'checked', apparatus });
    const [first] = planned;
    if (first) await tell({ kind: 'opened', item: first.item });
  };
  const add = () => {
    const level = client.standings.find((one) => one.exercise === chosen)?.level ?? 1;
    const one = plan(pack, client, { exercise: chosen, level });
    if (one) setPlanned([...planned, one]);
  };
  return (
    <Start>
      <div>
        <h1>{client.name}</h1>
        <Small>
          {[client.time, `${client.minutes} min`, pack.studio.room.name].filter(Boolean).join(' · ')} · {client.goal}
        </Small>
      </div>
      {stopped && (
        <Warn role="alert">A stop sign is on file. Nothing goes on until clearance is on file too. {deferring}</Warn>
      )}
      <div className="columns">
        <section aria-label="Today">
          <h2>How is it today?</h2>
          <Wrapping role="group" aria-label="How is it today?">
            {feelings.map((one) => (
              <Tap
                key={one}
                $look={feeling === one ? 'chosen' : 'plain'}
                aria-pressed={feeling === one}
                onClick={() => setFeeling(one)}
              >
                {feelingNames[one]}
              </Tap>
            ))}
          </Wrapping>
          <Line label="Anything new?" value={words} onChange={setWords} maxLength={400} />
          {feeling === 'unwell' && <Warn role="alert">Ask for stop signs before anything else.</Warn>}
          <Tap $look="out" onClick={onStop}>
            A stop sign was seen or told
          </Tap>
          {client.note && <p>{client.note}</p>}
          {client.lastTime && (
            <>
              <h2>From last time</h2>
              <ul style={{ listStyle: 'disc', paddingLeft: 20, fontSize: '1.1rem', display: 'grid', gap: 4 }}>
                {client.lastTime.points.map((one) => (
                  <li key={one}>{one}</li>
                ))}
              </ul>
            </>
          )}
          {client.cautions.length > 0 && (
            <>
              <h2>Cautions</h2>
              <ul style={{ display: 'grid', gap: 8 }}>
                {client.cautions.map(({ id, name, caution, cleared, note }) => (
                  <li key={id}>
                    <TriangleAlert size={18} aria-hidden style={{ verticalAlign: '-3px' }} /> <b>{name}</b>
                    {cleared ? ` (${cleared})` : `: ${caution}`} {note && <Small>{note}</Small>}
                  </li>
                ))}
              </ul>
              <Small>{deferring}</Small>
            </>
          )}
        </section>
        <section aria-label="Plan">
          <h2>Plan</h2>
          <ol className="plan">
            {planned.map((one) => (
              <li key={one.item}>
                <span>
                  {one.name}{' '}
                  <Small>
                    level {levelText(one.level)}, {one.levelName.toLowerCase()}
                  </Small>
                </span>
                <Tap
                  aria-label={`Leave out ${one.name}`}
                  disabled={planned.length < 2}
                  onClick={() => setPlanned(planned.filter(({ item }) => item !== one.item))}
                >
                  Leave out
                </Tap>
              </li>
            ))}
          </ol>
          <Choose
            label="Add an exercise"
            value={chosen}
            onChange={setChosen}
            choices={pack.repertoire.exercises.flatMap((exercise) => {
              const rung = rungAt(exercise, 1, client.body);
              const isOut = rung && weighLevel(pack.repertoire, exercise, rung, client.acting).standing === 'ruledOut';
              return isOut ? [] : [{ id: exercise.id, name: exercise.name }];
            })}
          />
          <Tap onClick={add}>Add</Tap>
          {unchecked.map((apparatus) => (
            <Tap key={apparatus} onClick={() => setChecked([...checked, apparatus])}>
              <ShieldCheck size={24} aria-hidden />
              Springs, straps and anchors of the{' '}
              {apparatusNames[apparatus as keyof typeof apparatusNames].toLowerCase()} looked at
            </Tap>
          ))}
          {checked.length > 0 && <Small>Checked for today.</Small>}
          <Tap
            $look="main"
            disabled={stopped || planned.length === 0 || unchecked.length > 0 || !feeling}
            onClick={() => void start()}
            style={{ minHeight: 84, fontSize: '1.4rem' }}
          >
            <Play size={28} aria-hidden />
            Begin
          </Tap>
          {!feeling && !stopped && <Small>First ask how it is today.</Small>}
          {unchecked.length > 0 && <Small>First look at the apparatus, and tick that it was done.</Small>}
          <Leave href={`/clients/${client.id}`}>To {client.name}’s page</Leave>
        </section>
      </div>
    </Start>
  );
}
