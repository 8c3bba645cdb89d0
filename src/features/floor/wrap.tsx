'use client';

// After the last exercise: what happened, what is decided, what to remember, what to practise at home.
import { decisionWords, verdictWords } from '@/core/progression/words';
import { Check, Printer, RotateCcw } from 'lucide-react';
import { useState } from 'react';
import styled from 'styled-components';
import { draftPoints, outcomesOf, unsafeFaults } from '@/core/progression/outcome';
import { levelText } from '@/core/load/rungs';
import type { Session } from '@/core/progression/session';
import type { Tell } from './in-hand';
import type { DayPack, FloorClient } from './pack';
import { Line, Small, Tap, TwoColumns, Warn, Words, Wrapping, clockText, Leave } from './parts';
import { viewItem } from './state';

const Closing = styled(TwoColumns)`
  .done > li {
    border-top: 1px solid var(--rule);
    padding: 12px 0;
    display: grid;
    gap: 6px;
  }
  .done > li:first-child {
    border-top: 0;
  }
  .head {
    display: flex;
    justify-content: space-between;
    gap: 14px;
    font-size: 1.2rem;
  }
  .links a {
    display: inline-flex;
    align-items: center;
    gap: 8px;
    min-height: 64px;
    padding: 6px 20px;
    border: 1.5px solid var(--rule-strong);
    border-radius: 14px;
    background: var(--panel);
    text-decoration: none;
    font-weight: 650;
  }
`;

const dayNames = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const;

type Props = {
  readonly pack: DayPack;
  readonly client: FloorClient;
  readonly session: Session;
  readonly waiting: number;
  readonly tell: Tell;
  readonly onBack: () => void;
  readonly onAnother: () => void;
};

export function Wrap({ pack, client, session, waiting, tell, onBack, onAnother }: Props) {
  const { repertoire } = pack;
  const told = outcomesOf(session, unsafeFaults(repertoire, client.conditions));
  const [points, setPoints] = useState<readonly string[]>(() => {
    const drafted = session.wrap?.points ?? draftPoints(repertoire, told, levelText);
    return [0, 1, 2].map((i) => drafted[i] ?? '');
  });
  const [touched, setTouched] = useState(session.wrap !== null);
  const drafted = draftPoints(repertoire, told, levelText);
  const shown = touched ? points : [0, 1, 2].map((i) => drafted[i] ?? '');
  const [note, setNote] = useState(session.wrap?.note ?? '');
  const [next, setNext] = useState(session.wrap?.next ?? '');
  const [days, setDays] = useState<readonly number[]>(session.wrap?.home.days ?? []);
  const [at, setAt] = useState(session.wrap?.home.at ?? '18:30');
  const [words, setWords] = useState(session.wrap?.home.words ?? '');
  const onMat = told.items.filter(
    ({ exercise, repetitions }) =>
      repetitions > 0 && repertoire.exercises.find(({ id }) => id === exercise)?.apparatus === 'mat',
  );
  const [home, setHome] = useState<readonly string[]>(
    () => session.wrap?.home.items.map(({ exercise }) => exercise) ?? onMat.slice(0, 3).map(({ exercise }) => exercise),
  );
  const isDone = session.wrap !== null && session.endedAt !== null;
  const undecided = told.items.filter(({ repetitions, decision }) => repetitions > 0 && !decision);
  const adviceFor = (id: string) => {
    const item = session.items.find((one) => one.item === id);
    return item && viewItem(pack, client, item).advice;
  };
  const accept = (id: string) => {
    const advice = adviceFor(id);
    if (!advice) return;
    return tell({
      kind: 'decided',
      item: id,
      advised: advice.decision,
      decision: advice.decision,
      level: advice.level,
      reasons: [...advice.reasons],
      overruled: null,
    });
  };
  const finish = async () => {
    if (session.endedAt === null) await tell({ kind: 'ended' });
    await tell({
      kind: 'wrapped',
      points: shown.map((one) => one.trim()).filter(Boolean),
      note: note.trim(),
      next: next || null,
      home: {
        days: [...days].sort(),
        at,
        words: words.trim(),
        items: told.items.flatMap(({ item, exercise, level, decision }) => {
          const dose = session.items.find((one) => one.item === item)?.dose;
          // At home only what is held: never the level that is new next time.
          return home.includes(exercise) && dose
            ? [{ exercise, level: Math.min(level, decision?.level ?? level), repetitions: dose.repetitions }]
            : [];
        }),
      },
    });
  };
  return (
    <Closing>
      <div>
        <h1>{isDone ? 'Session closed' : 'Wrap-up'}</h1>
        <Small>
          {client.name} · {clockText(told.seconds)} of {client.minutes} min
          {session.stop ? ' · ended by a stop sign' : ''}
        </Small>
      </div>
      <div className="links">
        <Wrapping>
          {isDone && (
            <Leave href={`/sessions/${session.id}/hand-out`}>
              <Printer size={22} aria-hidden />
              Hand-out
            </Leave>
          )}
          {isDone && <Leave href={`/clients/${client.id}`}>Client</Leave>}
          {isDone && <Leave href="/">Today</Leave>}
          {!session.stop && (
            <Tap
              onClick={() => {
                if (session.endedAt !== null) void tell({ kind: 'reopened' });
                onBack();
              }}
            >
              <RotateCcw size={22} aria-hidden />
              Back to the Floor
            </Tap>
          )}
          {isDone && <Tap onClick={onAnother}>Another session</Tap>}
        </Wrapping>
      </div>
      {session.stop && <Warn>A stop sign is now on the client’s file. It is lifted only by clearance.</Warn>}
      {waiting > 0 && (
        <Small>{waiting} taps are not sent yet. They are kept on this tablet and go by themselves.</Small>
      )}
      <div className="columns">
        <section aria-label="What happened">
          <h2>What happened</h2>
          {told.items.length === 0 && <p>No repetition was tapped.</p>}
          <ol className="done">
            {told.items.map((one) => {
              const advice = one.decision ? undefined : adviceFor(one.item);
              return (
                <li key={one.item} data-exercise={one.exercise}>
                  <div className="head">
                    <b>
                      {one.name} <Small as="span">level {levelText(one.level)}</Small>
                    </b>
                    <span>{clockText(one.seconds)}</span>
                  </div>
                  <span>
                    {one.clean} of {one.repetitions} clean
                    {one.run.left === one.run.right
                      ? `, ${one.run.left} in a row`
                      : `, in a row ${one.run.left} left and ${one.run.right} right`}
                    {one.pain !== null && one.pain > 0 ? ` · pain ${one.pain} of 10` : ''}
                  </span>
                  {one.faults.map(({ fault, times }) => (
                    <Small key={fault}>
                      {repertoire.faults.find(({ id }) => id === fault)?.plain ?? fault}: {times}×
                    </Small>
                  ))}
                  {one.tries.map(({ correction, verdict }, i) => (
                    <Small key={i}>
                      “{repertoire.corrections.find(({ id }) => id === correction)?.say ?? correction}”{' '}
                      {verdict ? verdictWords[verdict] : 'not judged'}
                    </Small>
                  ))}
                  {one.decision ? (
                    <b>
                      <Check size={18} aria-hidden /> {decisionWords[one.decision.decision]} level{' '}
                      {levelText(one.decision.level)}
                      {one.decision.overruled ? `: ${one.decision.overruled}` : ''}
                    </b>
                  ) : (
                    advice &&
                    one.repetitions > 0 && (
                      <Wrapping>
                        <Tap onClick={() => void accept(one.item)}>
                          Confirm: {decisionWords[advice.decision]} level {levelText(advice.level)}
                        </Tap>
                        <Small style={{ flex: '1 1 200px' }}>{advice.reasons[0]}</Small>
                      </Wrapping>
                    )
                  )}
                </li>
              );
            })}
          </ol>
          {undecided.length > 1 && (
            <Tap
              onClick={async () => {
                for (const { item } of undecided) await accept(item);
              }}
            >
              Confirm all {undecided.length}
            </Tap>
          )}
        </section>
        <section aria-label="Next time">
          <h2>Three points for next time</h2>
          {shown.map((point, i) => (
            <Line
              key={i}
              label={`Point ${i + 1}`}
              value={point}
              maxLength={200}
              onChange={(value) => {
                setPoints(shown.map((one, k) => (k === i ? value : one)));
                setTouched(true);
              }}
            />
          ))}
          <Words label="Private note" value={note} onChange={setNote} maxLength={2000} hint="Never on the hand-out." />
          <Line label="Next date" type="date" value={next} onChange={setNext} />
          <h2>At home</h2>
          <Wrapping role="group" aria-label="Exercises at home">
            {onMat.map(({ item, exercise, name }) => (
              <Tap
                key={item}
                $look={home.includes(exercise) ? 'chosen' : 'plain'}
                aria-pressed={home.includes(exercise)}
                onClick={() =>
                  setHome(home.includes(exercise) ? home.filter((one) => one !== exercise) : [...home, exercise])
                }
              >
                {name}
              </Tap>
            ))}
          </Wrapping>
          <Wrapping role="group" aria-label="Days at home">
            {dayNames.map((name, i) => (
              <Tap
                key={name}
                $look={days.includes(i) ? 'chosen' : 'plain'}
                aria-pressed={days.includes(i)}
                onClick={() => setDays(days.includes(i) ? days.filter((one) => one !== i) : [...days, i])}
              >
                {name}
              </Tap>
            ))}
          </Wrapping>
          <Line label="At what time" type="time" value={at} onChange={setAt} />
          <Words label="Words for the client" value={words} onChange={setWords} maxLength={600} />
          <Tap
            $look="main"
            onClick={() => void finish()}
            style={{ minHeight: 84, fontSize: '1.3rem' }}
            disabled={!/^\d\d:\d\d$/.test(at)}
          >
            <Check size={26} aria-hidden />
            {isDone ? 'Keep the changes' : 'Close the session'}
          </Tap>
        </section>
      </div>
    </Closing>
  );
}
