'use client';

// The board of a class: one exercise, everybody in it, read from three metres; a press on a face says how it went with her.
import { ArrowLeft, ArrowRight, Flag, RefreshCw, Undo2 } from 'lucide-react';
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import type { Payload } from '@/core/progression/events';
import { Clock, KeepMark } from '../head';
import type { FloorLink, Thread } from '../link';
import { Tap, Warn } from '../parts';
import { lastUndoable, useKeys } from '../use-live';
import { ClassBegin } from './begin';
import { FaceCard } from './face';
import { Bar, Exercise, Frame, Head, hereOf } from './frame';
import type { ClassProps } from './frame';
import { openFor } from './going-on';
import { BoardSheets } from './sheets';
import type { Open } from './sheets';
import { begins, exerciseNow, faceOf, repetition, shortNames } from './state';
import type { BoardState, Face } from './state';
import { ClassWrap } from './wrap';

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

const digits = ['1', '2', '3', '4', '5', '6', '7', '8', '9', '0', '-', '='] as const;

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

/** Everybody on the board, in the exercise that the class is at. */
function useFaces({ pack, threads }: BoardState, exercise: string | undefined): readonly Face[] {
  return useMemo(() => {
    const short = shortNames(threads.map(({ client }) => client.name));
    return threads.map((thread, i) => faceOf(pack, thread, short[i] ?? thread.client.name, exercise));
  }, [pack, threads, exercise]);
}

function Taught({ link, state, of, onWrap }: ClassProps & { readonly onWrap: () => void }) {
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
      <BoardSheets
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
