'use client';

// The board of a class: one exercise, everybody in it, read from three metres; a press on a face says how it went with her.
import { ArrowLeft, ArrowRight, Flag, RefreshCw, ShieldCheck, Undo2 } from 'lucide-react';
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import type { Payload } from '@/core/progression/events';
import { levelText } from '@/core/load/rungs';
import { Clock, KeepMark } from '../head';
import type { FloorLink, Thread } from '../link';
import type { FloorClass } from '../pack';
import { Leave, Sheet, Small, Tap, Warn, Wrapping } from '../parts';
import { AsideSheet, PainSheet, StopSheet } from '../sheets';
import { lastUndoable, useKeys } from '../use-live';
import { FaceCard } from './face';
import { uncheckedOf } from '../state';
import { apparatusCheck } from '../words';
import { begins, exerciseNow, faceOf, goingOn, planFor, repetition, shortNames } from './state';
import type { BoardState, Face } from './state';
import { ClassWrap } from './wrap';

const Frame = styled.main`
  height: 100dvh;
  display: grid;
  grid-template-rows: auto auto minmax(0, 1fr) auto;
  @media (max-width: 860px), (max-height: 620px) {
    height: auto;
    min-height: 100dvh;
  }
`;

const Head = styled.header`
  display: flex;
  align-items: center;
  gap: 8px 14px;
  padding: 6px 14px 6px 20px;
  border-bottom: 1px solid var(--rule);
  .title {
    font: 700 1.35rem/1.1 var(--head);
    flex: 1;
    min-width: 0;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .clock {
    font-size: 1.25rem;
    white-space: nowrap;
  }
  @media (max-width: 860px) {
    flex-wrap: wrap;
    padding: 4px 10px 6px;
    .word {
      display: none;
    }
  }
`;

const Exercise = styled.div`
  display: flex;
  align-items: baseline;
  flex-wrap: wrap;
  gap: 2px 20px;
  padding: 8px 20px 6px;
  h1 {
    font-size: 2.6rem;
  }
  p {
    font-size: 1.15rem;
    color: var(--quiet);
  }
`;

const Faces = styled.ol<{ $columns: number }>`
  display: grid;
  grid-template-columns: repeat(${({ $columns }) => $columns}, minmax(0, 1fr));
  grid-auto-rows: minmax(112px, 1fr);
  gap: 9px;
  padding: 4px 20px 8px;
  min-height: 0;
  @media (max-width: 860px) {
    grid-template-columns: repeat(3, minmax(0, 1fr));
    grid-auto-rows: minmax(150px, auto);
    padding: 4px 10px 8px;
  }
  @media (max-width: 560px) {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
`;

const Bar = styled.section`
  display: flex;
  gap: 10px;
  padding: 8px 20px 10px;
  border-top: 1px solid var(--rule);
  .next {
    flex: 1;
    min-height: 72px;
    font-size: 1.3rem;
  }
  @media (max-width: 860px) {
    position: sticky;
    bottom: 0;
    background: var(--paper);
    padding: 8px 10px;
  }
`;

const digits = ['1', '2', '3', '4', '5', '6', '7', '8', '9', '0', '-', '='] as const;

type Open =
  | { readonly kind: 'face'; readonly client: string }
  | { readonly kind: 'pain' | 'more' | 'stop'; readonly client: string }
  | { readonly kind: 'aside' }
  | { readonly kind: 'order' };

/** The newest tap of anybody's that can be undone. */
function undoable(threads: readonly Thread[]): { readonly client: string; readonly of: string } | undefined {
  let newest: { at: number; client: string; of: string } | undefined;
  for (const { client, events } of threads) {
    const of = lastUndoable({ events });
    const at = events.find(({ id }) => id === of)?.at;
    if (of && at !== undefined && (!newest || at > newest.at)) newest = { at, client: client.id, of };
  }
  return newest;
}

export function Board({ link, state }: { readonly link: FloorLink; readonly state: BoardState }) {
  const { pack, appointment, threads } = state;
  const of = pack.classes.find(({ id }) => id === appointment);
  const [isWrapping, setWrapping] = useState(false);
  if (!of)
    return (
      <Frame>
        <Warn>This class is not in today’s book any more. What was tapped is kept.</Warn>
      </Frame>
    );
  const begun = threads.filter(({ session }) => session.client !== null);
  const isOver = begun.length > 0 && begun.every(({ session }) => session.endedAt !== null && session.wrap !== null);
  if (begun.length === 0) return <ClassBegin link={link} state={state} of={of} />;
  if (isWrapping || isOver)
    return <ClassWrap link={link} state={state} of={of} isOver={isOver} onBack={() => setWrapping(false)} />;
  return <Taught link={link} state={state} of={of} onWrap={() => setWrapping(true)} />;
}

type Props = { readonly link: FloorLink; readonly state: BoardState; readonly of: FloorClass };

const hereOf = (appointment: string): string => `/floor?class=${appointment}`;

/** Before it begins: who is here. Everybody is, but those who are taken out; a stop sign keeps her out. */
function ClassBegin({ link, state, of }: Props) {
  const { pack, threads } = state;
  const [absent, setAbsent] = useState<readonly string[]>(
    threads.filter(({ client }) => client.acting.stopped !== undefined).map(({ client }) => client.id),
  );
  const present = threads.filter(({ client }) => !absent.includes(client.id));
  const [isBusy, setBusy] = useState(false);
  const [checked, setChecked] = useState<readonly string[]>([]);
  const planned = present.flatMap(({ client, session }) => planFor(pack, of, client, session.id));
  const unchecked = uncheckedOf(pack, planned, checked);
  const begin = async () => {
    setBusy(true);
    for (const thread of present) await link.tap(begins(pack, of, thread), thread.client.id);
    for (const apparatus of checked) await link.tap({ kind: 'checked', apparatus }, present[0]?.client.id);
    const [first] = of.order;
    if (first) for (const { client } of present) await openFor(link, client.id, undefined, first);
  };
  return (
    <Frame>
      <Head>
        <Leave href="/">Today</Leave>
        <span className="title" />
        <KeepMark state={state} here={hereOf(of.id)} onAside={() => undefined} />
      </Head>
      <Exercise>
        <h1>{of.title}</h1>
        <p>
          {of.time} · {of.minutes} min · {of.order.length} exercises
          {!of.isPlanned && ', the beginners’ ones that everybody may do'}
        </p>
      </Exercise>
      <div style={{ padding: '6px 20px', overflow: 'auto' }}>
        {of.note && <p>{of.note}</p>}
        {!of.isPlanned && (
          <p style={{ padding: '4px 0 10px' }}>
            Nobody planned this class. <Leave href={`/book/classes/${of.id}`}>Plan it</Leave>, or begin as it is.
          </p>
        )}
        {of.order.length === 0 && (
          <Warn>Nothing that may be done is common to all of them. Plan two groups, or take somebody out.</Warn>
        )}
        <h2 style={{ padding: '6px 0 8px' }}>Who is here?</h2>
        <Wrapping role="group" aria-label="Who is here">
          {threads.map(({ client }) => {
            const isHere = !absent.includes(client.id);
            return (
              <Tap
                key={client.id}
                $look={isHere ? 'chosen' : 'plain'}
                aria-pressed={isHere}
                disabled={client.acting.stopped !== undefined}
                onClick={() => setAbsent(isHere ? [...absent, client.id] : absent.filter((id) => id !== client.id))}
              >
                {client.name}
                {client.acting.stopped !== undefined && ' (stop sign on file)'}
              </Tap>
            );
          })}
        </Wrapping>
      </div>
      <Bar>
        {unchecked.map((apparatus) => (
          <Tap key={apparatus} onClick={() => setChecked([...checked, apparatus])}>
            <ShieldCheck size={24} aria-hidden />
            {apparatusCheck(apparatus)}
          </Tap>
        ))}
        <Tap
          className="next"
          $look="main"
          disabled={unchecked.length > 0 || present.length === 0 || of.order.length === 0 || isBusy}
          onClick={() => void begin()}
        >
          Begin with {present.length}
        </Tap>
      </Bar>
    </Frame>
  );
}

/** Takes an exercise in hand with somebody, and notes that the one before was done. */
async function openFor(link: FloorLink, client: string, from: string | undefined, to: string): Promise<void> {
  const thread = link.read().threads.find((one) => one.client.id === client);
  if (!thread || thread.session.endedAt !== null) return;
  for (const what of goingOn(thread, from, to)) await link.tap(what, client);
}

/** Everybody on the board, in the exercise that the class is at. */
function useFaces({ pack, threads }: BoardState, exercise: string | undefined): readonly Face[] {
  return useMemo(() => {
    const short = shortNames(threads.map(({ client }) => client.name));
    return threads.map((thread, i) => faceOf(pack, thread, short[i] ?? thread.client.name, exercise));
  }, [pack, threads, exercise]);
}

function Taught({ link, state, of, onWrap }: Props & { readonly onWrap: () => void }) {
  const { pack, threads } = state;
  const [open, setOpen] = useState<Open>();
  const exercise = exerciseNow(of, threads);
  const faces = useFaces(state, exercise);
  const at = of.order.indexOf(exercise ?? '');
  const [before, next] = [of.order[at - 1], of.order[at + 1]];
  const nameOf = (id: string | undefined) => pack.repertoire.exercises.find((one) => one.id === id)?.name ?? '';
  const goTo = async (to: string) => {
    setOpen(undefined);
    for (const { client, session } of link.read().threads)
      if (session.client !== null && session.endedAt === null) await openFor(link, client.id, exercise, to);
  };
  const latecomer = async (client: string) => {
    const thread = threads.find((one) => one.client.id === client);
    if (!thread || thread.client.acting.stopped !== undefined) return;
    if (thread.session.client === null) await link.tap(begins(pack, of, thread), client);
    else await link.tap({ kind: 'reopened' }, client);
    if (exercise) await openFor(link, client, undefined, exercise);
  };
  const last = undoable(threads);
  const undo = () => last && void link.tap({ kind: 'undone', of: last.of }, last.client);
  const opened = open?.kind === 'face' ? faces.find(({ client }) => client.id === open.client) : undefined;
  useKeys((key) => {
    if (open && open.kind !== 'face') return false;
    const face = faces[digits.findIndex((digit) => digit === key)];
    if (face) return (setOpen({ kind: 'face', client: face.client.id }), true);
    if (key === 'Escape') return (setOpen(undefined), true);
    if (key === 'n' && next) return (void goTo(next), true);
    if (key === 'u') return (undo(), true);
    if (!opened?.item || (key !== 'c' && key !== 'l')) return false;
    void link.tap(repetition(opened.item, key === 'c'), opened.client.id);
    setOpen(undefined);
    return true;
  });
  const started = Math.min(...threads.flatMap(({ session }) => session.startedAt ?? []));
  return (
    <Frame>
      <Head>
        <span className="title">{of.title}</span>
        <Clock from={started} minutes={of.minutes} />
        <KeepMark state={state} here={hereOf(of.id)} onAside={() => setOpen({ kind: 'aside' })} />
        <Tap onClick={() => void link.renew()} aria-label="Look who is booked now">
          <RefreshCw size={22} aria-hidden />
        </Tap>
        <Tap onClick={undo} disabled={!last} aria-label="Undo">
          <Undo2 size={24} aria-hidden />
          <span className="word">Undo</span>
        </Tap>
        <Tap onClick={onWrap} aria-label="Wrap up">
          <Flag size={24} aria-hidden />
          <span className="word">Wrap up</span>
        </Tap>
      </Head>
      <Exercise>
        <h1>{nameOf(exercise)}</h1>
        <p>
          {at + 1} of {of.order.length}
          <PatternOf faces={faces} />
        </p>
      </Exercise>
      <Faces $columns={faces.length <= 4 ? 2 : faces.length <= 9 ? 3 : 4} aria-label="Everybody">
        {faces.map((face, i) => (
          <FaceCard
            key={face.client.id}
            face={face}
            digit={digits[i]}
            isLarge={faces.length <= 9}
            isOpen={open?.kind === 'face' && open.client === face.client.id}
            onOpen={(isOpen) => setOpen(isOpen ? { kind: 'face', client: face.client.id } : undefined)}
            onTap={(what: Payload) => void link.tap(what, face.client.id)}
            onMore={() => setOpen({ kind: 'more', client: face.client.id })}
            onPain={() => setOpen({ kind: 'pain', client: face.client.id })}
            onHere={() => void latecomer(face.client.id)}
          />
        ))}
      </Faces>
      <Bar>
        <Tap disabled={!before} onClick={() => before && void goTo(before)} aria-label={`Back: ${nameOf(before)}`}>
          <ArrowLeft size={26} aria-hidden />
        </Tap>
        <Tap onClick={() => setOpen({ kind: 'order' })}>Exercises</Tap>
        <Tap className="next" $look="main" onClick={() => (next ? void goTo(next) : onWrap())}>
          {next ? `Next: ${nameOf(next)}` : 'Wrap up'}
          <ArrowRight size={26} aria-hidden />
        </Tap>
      </Bar>
      <Sheets
        link={link}
        state={state}
        of={of}
        open={open}
        exercise={exercise}
        faces={faces}
        onOpen={setOpen}
        onGo={(to) => void goTo(to)}
      />
    </Frame>
  );
}

/** The breath that most of them have here. */
function PatternOf({ faces }: { readonly faces: readonly Face[] }) {
  const patterns = faces.flatMap(({ item }) => item?.dose.pattern ?? []);
  const times = (one: string) => patterns.filter((other) => other === one).length;
  const [usual] = patterns.toSorted((a, b) => times(b) - times(a));
  return usual ? ` · ${usual}` : '';
}

type SheetsProps = Props & {
  readonly open: Open | undefined;
  readonly exercise: string | undefined;
  readonly faces: readonly Face[];
  readonly onOpen: (open: Open | undefined) => void;
  readonly onGo: (exercise: string) => void;
};

/** What comes up over the board. */
function Sheets({ link, state, of, open, exercise, faces, onOpen, onGo }: SheetsProps) {
  const { pack } = state;
  const onClose = () => onOpen(undefined);
  if (!open || open.kind === 'face') return null;
  if (open.kind === 'aside')
    return <AsideSheet aside={state.aside} onClose={onClose} onDrop={() => void link.dropAside()} />;
  if (open.kind === 'order')
    return (
      <Sheet title="Exercises of this class" onClose={onClose}>
        {of.order.map((id) => (
          <Tap key={id} $look={id === exercise ? 'chosen' : 'plain'} onClick={() => onGo(id)}>
            {pack.repertoire.exercises.find((one) => one.id === id)?.name ?? id}
          </Tap>
        ))}
      </Sheet>
    );
  const { kind, client } = open;
  const face = faces.find((one) => one.client.id === client);
  if (!face) return null;
  const onStop = () => onOpen({ kind: 'stop', client });
  const record = (what: Payload) => link.tap(what, face.client.id);
  if (kind === 'pain')
    return face.item ? <PainSheet record={record} onClose={onClose} item={face.item.item} onStop={onStop} /> : null;
  if (kind === 'stop') return <StopSheet pack={pack} client={face.client} record={record} onClose={onClose} />;
  return <MoreSheet face={face} record={record} onClose={onClose} onStop={onStop} />;
}

type MoreProps = {
  readonly face: Face;
  readonly record: (what: Payload) => Promise<string>;
  readonly onClose: () => void;
  readonly onStop: () => void;
};

/** All that is known of her here, and the ways out: a stop sign, leaving early, the Floor of her own. */
function MoreSheet({ face, record, onClose, onStop }: MoreProps) {
  const { client, item, view, changes, say } = face;
  return (
    <Sheet title={client.name} onClose={onClose}>
      {item && (
        <p>
          Level {levelText(item.level)}, {item.levelName.toLowerCase()}
        </p>
      )}
      {changes.map((change) => (
        <Warn key={change}>{change}</Warn>
      ))}
      {view && view.watch.length > 0 && (
        <ul>
          {view.watch.map(({ fault, plain, because }) => (
            <li key={fault}>
              {plain} <Small>({because})</Small>
            </li>
          ))}
        </ul>
      )}
      {say && <p>“{say}”</p>}
      <Wrapping>
        <Tap $look="out" onClick={onStop}>
          Stop sign
        </Tap>
        <Tap
          onClick={() => {
            void record({ kind: 'ended' });
            onClose();
          }}
        >
          Stops here
        </Tap>
        <Leave href={`/floor?client=${client.id}`}>Floor of one’s own</Leave>
      </Wrapping>
    </Sheet>
  );
}
