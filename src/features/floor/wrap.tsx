'use client';

// After the last exercise: what happened, what is decided, what to remember, what to practise at home.
import { placeWords } from '@/core/anatomy/places';
import { unsafeFaults } from '@/core/knowledge/conditions';
import { decisionWords, verdictWords } from '@/core/progression/words';
import { Check, Printer, RotateCcw } from 'lucide-react';
import { useState } from 'react';
import styled from 'styled-components';
import type { LevelAdvice } from '@/core/progression/advice';
import { draftPoints, outcomesOf } from '@/core/progression/outcome';
import type { Outcome } from '@/core/progression/kept-outcome';
import { levelText } from '@/core/load/rungs';
import type { Session } from '@/core/progression/session';
import type { Recorder } from './in-hand';
import type { DayPack, FloorClient } from './pack';
import { Line, Small, Tap, TwoColumns, Warn, Words, Wrapping, clockText, Leave } from './parts';
import { homeItems, matWork, threeOf, viewItem } from './state';

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
  readonly record: Recorder;
  readonly onBack: () => void;
  readonly onAnother: () => void;
};

/** What is written at the wrap-up: as it was left, else as the session drafts it. */
function useWrapUp({ pack, client, session, record }: Pick<Props, 'pack' | 'client' | 'session' | 'record'>) {
  const { wrap } = session;
  const outcome = outcomesOf(session, unsafeFaults(pack.repertoire, client.conditions));
  const drafted = threeOf(draftPoints(pack.repertoire, outcome, levelText));
  const [points, setPoints] = useState(wrap && threeOf(wrap.points));
  const [note, setNote] = useState(wrap?.note ?? '');
  const [next, setNext] = useState(wrap?.next ?? '');
  const [days, setDays] = useState<readonly number[]>(wrap?.home.days ?? []);
  const [at, setAt] = useState(wrap?.home.at ?? '18:30');
  const [words, setWords] = useState(wrap?.home.words ?? '');
  const onMat = matWork(outcome, pack);
  const [home, setHome] = useState<readonly string[]>(() =>
    (wrap?.home.items ?? onMat.slice(0, 3)).map(({ exercise }) => exercise),
  );
  const shown = points ?? drafted;
  const finish = async () => {
    if (session.endedAt === null) await record({ kind: 'ended' });
    await record({
      kind: 'wrapped',
      points: shown.map((one) => one.trim()).filter(Boolean),
      note: note.trim(),
      next: next || null,
      home: { days: [...days].sort(), at, words: words.trim(), items: homeItems(session, outcome, home) },
    });
  };
  return {
    ...{
      outcome,
      onMat,
      shown,
      note,
      setNote,
      next,
      setNext,
      days,
      setDays,
      at,
      setAt,
      words,
      setWords,
      home,
      setHome,
    },
    setPoint: (i: number, text: string) => setPoints(shown.map((one, k) => (k === i ? text : one))),
    isReadable: /^\d\d:\d\d$/.test(at),
    finish,
  };
}

type WrapUp = ReturnType<typeof useWrapUp>;

/** In a list or out of it. */
const toggled = <T,>(list: readonly T[], one: T): readonly T[] =>
  list.includes(one) ? list.filter((other) => other !== one) : [...list, one];

export function Wrap(props: Props) {
  const { client, session, waiting } = props;
  const wrapUp = useWrapUp(props);
  const isDone = session.wrap !== null && session.endedAt !== null;
  return (
    <Closing>
      <div>
        <h1>{isDone ? 'Session closed' : 'Wrap-up'}</h1>
        <Small>
          {client.name} · {clockText(wrapUp.outcome.seconds)} of {client.minutes} min
          {session.stop ? ' · ended by a stop sign' : ''}
        </Small>
      </div>
      <Ways {...props} isDone={isDone} />
      {session.stop && <Warn>A stop sign is now on the client’s file. It is lifted only by clearance.</Warn>}
      {waiting > 0 && (
        <Small>{waiting} taps are not sent yet. They are kept on this tablet and go by themselves.</Small>
      )}
      <div className="columns">
        <WhatHappened {...props} outcome={wrapUp.outcome} />
        <section aria-label="Next time">
          <NextTime wrapUp={wrapUp} />
          <AtHome wrapUp={wrapUp} />
          <Tap
            $look="main"
            onClick={() => void wrapUp.finish()}
            style={{ minHeight: 84, fontSize: '1.3rem' }}
            disabled={!wrapUp.isReadable}
          >
            <Check size={26} aria-hidden />
            {isDone ? 'Keep the changes' : 'Close the session'}
          </Tap>
        </section>
      </div>
    </Closing>
  );
}

/** Ways on from here. */
function Ways({ client, session, record, onBack, onAnother, isDone }: Props & { readonly isDone: boolean }) {
  const goBack = () => {
    if (session.endedAt !== null) void record({ kind: 'reopened' });
    onBack();
  };
  return (
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
          <Tap onClick={goBack}>
            <RotateCcw size={22} aria-hidden />
            Back to the Floor
          </Tap>
        )}
        {isDone && <Tap onClick={onAnother}>Another session</Tap>}
      </Wrapping>
    </div>
  );
}

type WhatHappenedProps = Pick<Props, 'pack' | 'client' | 'session' | 'record'> & { readonly outcome: Outcome };

/** Each exercise as it went, with its advice to be confirmed. */
function WhatHappened({ pack, client, session, record, outcome }: WhatHappenedProps) {
  const undecided = outcome.items.filter(({ repetitions, decision }) => repetitions > 0 && !decision);
  const adviceFor = (id: string) => {
    const item = session.items.find((one) => one.item === id);
    return item && viewItem(pack, client, item).advice;
  };
  const accept = async (id: string) => {
    const advice = adviceFor(id);
    if (!advice) return;
    const { decision, level, reasons } = advice;
    const decided = { item: id, advised: decision, decision, level, reasons: [...reasons], overruled: null };
    await record({ kind: 'decided', ...decided });
  };
  const acceptAll = async () => {
    for (const { item } of undecided) await accept(item);
  };
  return (
    <section aria-label="What happened">
      <h2>What happened</h2>
      {outcome.items.length === 0 && <p>No repetition was tapped.</p>}
      <ol className="done">
        {outcome.items.map((one) => (
          <Happened
            key={one.item}
            one={one}
            pack={pack}
            advice={one.decision ? undefined : adviceFor(one.item)}
            onAccept={() => void accept(one.item)}
          />
        ))}
      </ol>
      {undecided.length > 1 && <Tap onClick={acceptAll}>Confirm all {undecided.length}</Tap>}
    </section>
  );
}

type HappenedProps = {
  readonly one: Outcome['items'][number];
  readonly pack: DayPack;
  readonly advice: LevelAdvice | undefined;
  readonly onAccept: () => void;
};

function Happened({ one, pack: { repertoire }, advice, onAccept }: HappenedProps) {
  const { exercise, name, level, seconds, clean, repetitions, run, pain, felt, faults, tries, decision } = one;
  return (
    <li data-exercise={exercise}>
      <div className="head">
        <b>
          {name} <Small as="span">level {levelText(level)}</Small>
        </b>
        <span>{clockText(seconds)}</span>
      </div>
      <span>
        {clean} of {repetitions} clean
        {run.left === run.right ? `, ${run.left} in a row` : `, in a row ${run.left} left and ${run.right} right`}
        {pain !== null && pain > 0 ? ` · pain ${pain} of 10` : ''}
      </span>
      {faults.map(({ fault, times }) => (
        <Small key={fault}>
          {repertoire.faults.find(({ id }) => id === fault)?.plain ?? fault}: {times}×
        </Small>
      ))}
      {felt.length > 0 && <Small>Felt in the {felt.map((place) => placeWords[place]).join(', ')}</Small>}
      {tries.map(({ correction, verdict }, i) => (
        <Small key={i}>
          “{repertoire.corrections.find(({ id }) => id === correction)?.say ?? correction}”{' '}
          {verdict ? verdictWords[verdict] : 'not judged'}
        </Small>
      ))}
      {decision && (
        <b>
          <Check size={18} aria-hidden /> {decisionWords[decision.decision]} level {levelText(decision.level)}
          {decision.overruled ? `: ${decision.overruled}` : ''}
        </b>
      )}
      {!decision && advice && repetitions > 0 && (
        <Wrapping>
          <Tap onClick={onAccept}>
            Confirm: {decisionWords[advice.decision]} level {levelText(advice.level)}
          </Tap>
          <Small style={{ flex: '1 1 200px' }}>{advice.reasons[0]}</Small>
        </Wrapping>
      )}
    </li>
  );
}

const NextTime = ({ wrapUp }: { readonly wrapUp: WrapUp }) => (
  <>
    <h2>Three points for next time</h2>
    {wrapUp.shown.map((point, i) => (
      <Line
        key={i}
        label={`Point ${i + 1}`}
        value={point}
        maxLength={200}
        onChange={(value) => wrapUp.setPoint(i, value)}
      />
    ))}
    <Words
      label="Private note"
      value={wrapUp.note}
      onChange={wrapUp.setNote}
      maxLength={2000}
      hint="Never on the hand-out."
    />
    <Line label="Next date" type="date" value={wrapUp.next} onChange={wrapUp.setNext} />
  </>
);

function AtHome({ wrapUp }: { readonly wrapUp: WrapUp }) {
  const { onMat, home, setHome, days, setDays, at, setAt, words, setWords } = wrapUp;
  return (
    <>
      <h2>At home</h2>
      <Wrapping role="group" aria-label="Exercises at home">
        {onMat.map(({ item, exercise, name }) => (
          <Tap
            key={item}
            $look={home.includes(exercise) ? 'chosen' : 'plain'}
            aria-pressed={home.includes(exercise)}
            onClick={() => setHome(toggled(home, exercise))}
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
            onClick={() => setDays(toggled(days, i))}
          >
            {name}
          </Tap>
        ))}
      </Wrapping>
      <Line label="At what time" type="time" value={at} onChange={setAt} />
      <Words label="Words for the client" value={words} onChange={setWords} maxLength={600} />
    </>
  );
}
