'use client';

// The live session.
import { CircleHelp, Flag, ListOrdered, OctagonX, Phone, Undo2 } from 'lucide-react';
import dynamic from 'next/dynamic';
import styled from 'styled-components';
import type { Payload } from '@/core/progression/events';
import { ExerciseInHand } from './exercise';
import { Clock, KeepMark } from './head';
import { FloorLink } from './link';
import { Leave, Tap, Warn } from './parts';
import { levelText } from '@/core/load/rungs';
import { useLive } from './use-live';
import type { Live, LiveState } from './use-live';

// What is not needed at once comes after, from the tablet's own store when there is no network.
const Begin = dynamic(() => import('./begin').then((all) => all.Begin));
const Wrap = dynamic(() => import('./wrap').then((all) => all.Wrap));
const AsideSheet = dynamic(() => import('./sheets').then((all) => all.AsideSheet));
const ChangeSheet = dynamic(() => import('./sheets').then((all) => all.ChangeSheet));
const HelpSheet = dynamic(() => import('./sheets').then((all) => all.HelpSheet));
const LookSheet = dynamic(() => import('./sheets').then((all) => all.LookSheet));
const NoteSheet = dynamic(() => import('./sheets').then((all) => all.NoteSheet));
const EyeSheet = dynamic(() => import('./eye/eye-sheet').then((all) => all.EyeSheet));
const PainSheet = dynamic(() => import('./sheets').then((all) => all.PainSheet));
const FeltSheet = dynamic(() => import('./felt-sheet').then((all) => all.FeltSheet));
const PictureSheet = dynamic(() => import('./sheets').then((all) => all.PictureSheet));
const PlanSheet = dynamic(() => import('./sheets').then((all) => all.PlanSheet));
const CallSheet = dynamic(() => import('./call-sheet').then((all) => all.CallSheet));
const StopSheet = dynamic(() => import('./sheets').then((all) => all.StopSheet));

const Frame = styled.main`
  height: 100dvh;
  display: grid;
  grid-template: auto minmax(0, 1fr) auto / 204px minmax(0, 1fr) 372px;
  grid-template-areas: 'head head head' 'rail middle side' 'bar bar bar';
  & > header {
    grid-area: head;
  }
  & > nav {
    grid-area: rail;
  }
  & > section:last-of-type {
    grid-area: bar;
  }
  @media (max-width: 1000px) {
    height: auto;
    min-height: 100dvh;
    grid-template: auto auto auto auto auto / minmax(0, 1fr);
    grid-template-areas: 'head' 'rail' 'middle' 'side' 'bar';
  }
`;

const Head = styled.header`
  display: flex;
  align-items: center;
  gap: 8px 12px;
  padding: 6px 14px 6px 20px;
  border-bottom: 1px solid var(--rule);
  min-width: 0;
  .name {
    font-family: var(--head);
    font-stretch: 88%;
    font-weight: 700;
    font-size: 1.35rem;
    min-width: 0;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .cautions {
    color: var(--out);
    font-weight: 600;
    min-width: 0;
    flex: 1;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .tools {
    display: flex;
    gap: 8px;
  }
  .clock {
    font-size: 1.25rem;
    white-space: nowrap;
  }
  @media (max-width: 860px) {
    flex-wrap: wrap;
    padding: 4px 10px 6px;
    .name {
      flex: 1 1 60%;
    }
    .cautions {
      order: 8;
      flex: 1 1 30%;
    }
    .tools {
      order: 9;
      flex-wrap: wrap;
    }
    .word {
      display: none;
    }
  }
  @media (max-width: 480px) {
    .keys {
      display: none; /* a phone has neither keys nor pedals */
    }
  }
`;

const Rail = styled.nav`
  border-right: 1px solid var(--rule);
  overflow-y: auto;
  padding: 8px;
  display: grid;
  align-content: start;
  gap: 4px;
  button {
    justify-content: flex-start;
    text-align: left;
    width: 100%;
    padding: 6px 10px;
    font-weight: 550;
  }
  .vial {
    width: 28px;
    height: 13px;
    flex: none;
    border: 2px solid currentColor;
    border-radius: 8px;
    display: grid;
    place-items: center;
  }
  .vial[data-done]::after {
    content: '';
    width: 7px;
    height: 7px;
    border-radius: 50%;
    background: currentColor;
  }
  small {
    display: block;
    font-weight: 400;
    opacity: 0.86;
  }
  @media (max-width: 1000px) {
    border-right: 0;
    border-bottom: 1px solid var(--rule);
    grid-auto-flow: column;
    grid-auto-columns: max-content;
    overflow-x: auto;
    overflow-y: hidden;
    padding: 6px 10px;
  }
`;

/** The sheet that is open over the session. */
function OpenSheet({ live }: { readonly live: Live }) {
  const { link, state, pack, client, session, inHand, sheet, setSheet, record } = live;
  const onClose = () => setSheet(undefined);
  const item = inHand?.view.item.item;
  switch (sheet) {
    case 'stop': {
      const recordStop = async (what: Payload) => {
        if (session.client === null) await record(beginning(state));
        return record(what);
      };
      return <StopSheet pack={pack} client={client} record={recordStop} onClose={onClose} />;
    }
    case 'call':
      return <CallSheet client={client} onClose={onClose} />;
    case 'help':
      return <HelpSheet onClose={onClose} />;
    case 'aside':
      return <AsideSheet aside={state.aside} onClose={onClose} onDrop={() => void link.dropAside()} />;
    case 'plan':
      return <PlanSheet pack={pack} client={client} session={session} record={record} onClose={onClose} />;
    case 'note':
      return item && <NoteSheet record={record} onClose={onClose} item={item} />;
    case 'pain':
      return item && <PainSheet record={record} onClose={onClose} item={item} onStop={() => setSheet('stop')} />;
    case 'felt':
      return inHand && <FeltSheet record={record} onClose={onClose} view={inHand.view} />;
    case 'look':
      return inHand && <LookSheet record={record} onClose={onClose} view={inHand.view} />;
    case 'eye':
      return inHand && <EyeSheet inHand={inHand} onClose={onClose} />;
    case 'picture':
      return inHand && <PictureSheet client={client} onClose={onClose} view={inHand.view} />;
    case 'change':
      return inHand && <ChangeSheet pack={pack} client={client} record={record} onClose={onClose} view={inHand.view} />;
    default:
      return null;
  }
}

/** Before and after the exercises there is only the way out, and how far everything is kept. */
const QuietHead = ({ live }: { readonly live: Live }) => (
  <Head>
    <Leave href="/">Today</Leave>
    <span className="cautions" />
    <KeepMark state={live.state} here={`/floor?client=${live.client.id}`} onAside={() => live.setSheet('aside')} />
  </Head>
);

function LiveHead({ live }: { readonly live: Live }) {
  const { client, session, state, setSheet } = live;
  const inForce = client.cautions.filter(({ clearedOn }) => clearedOn === null);
  return (
    <Head>
      <span className="name">{client.name}</span>
      <span className="cautions">{inForce.map(({ name }) => name).join(' · ')}</span>
      <Clock from={session.startedAt} minutes={client.minutes} />
      <KeepMark state={state} here={`/floor?client=${client.id}`} onAside={() => setSheet('aside')} />
      <div className="tools">
        <Tap onClick={live.undo} disabled={!live.canUndo} aria-label="Undo">
          <Undo2 size={24} aria-hidden />
          <span className="word">Undo</span>
        </Tap>
        <Tap onClick={() => setSheet('plan')} aria-label="Exercises">
          <ListOrdered size={24} aria-hidden />
        </Tap>
        <Tap className="keys" onClick={() => setSheet('help')} aria-label="Keys and pedals">
          <CircleHelp size={24} aria-hidden />
        </Tap>
        <Tap onClick={() => setSheet('call')} aria-label="Whom to call">
          <Phone size={24} aria-hidden />
        </Tap>
        <Tap $look="out" onClick={() => setSheet('stop')} aria-label="Stop sign">
          <OctagonX size={24} aria-hidden />
          <span className="word">Stop</span>
        </Tap>
        <Tap onClick={() => live.setWrapping(true)} aria-label="Wrap up">
          <Flag size={24} aria-hidden />
          <span className="word">Wrap up</span>
        </Tap>
      </div>
    </Head>
  );
}

const LiveRail = ({ live: { items, current, openItem } }: { readonly live: Live }) => (
  <Rail aria-label="Exercises of this session">
    {items.map((item) => (
      <Tap
        key={item.item}
        $look={item.item === current?.item ? 'chosen' : 'bare'}
        aria-current={item.item === current?.item ? 'step' : undefined}
        onClick={() => openItem(item.item)}
      >
        <i className="vial" data-done={item.decision || item.sets.length > 0 ? '' : undefined} aria-hidden />
        <span>
          {item.name}
          <small>level {levelText(item.level)}</small>
        </span>
      </Tap>
    ))}
  </Rail>
);

export function LiveSession({ link, state: given }: { readonly link: FloorLink; readonly state: LiveState }) {
  const live = useLive(link, given);
  const { state, pack, client, session, record, setSheet } = live;
  const sheet = <OpenSheet live={live} />;
  if (session.client === null)
    return (
      <>
        <QuietHead live={live} />
        <Begin pack={pack} client={client} record={record} onStop={() => setSheet('stop')} />
        {sheet}
      </>
    );
  if (!live.isLive)
    return (
      <>
        <QuietHead live={live} />
        <Wrap
          key={session.endedAt ?? 0}
          pack={pack}
          client={client}
          session={session}
          waiting={state.waiting}
          record={record}
          onBack={() => live.setWrapping(false)}
          onAnother={() => void link.another()}
        />
        {sheet}
      </>
    );
  return (
    <Frame>
      <LiveHead live={live} />
      <LiveRail live={live} />
      {live.inHand ? (
        <ExerciseInHand {...live.inHand} />
      ) : (
        <section aria-label="Exercise">
          <Warn>No exercise is left on the plan.</Warn>
          <Tap onClick={() => setSheet('plan')}>Add one</Tap>
        </section>
      )}
      {sheet}
    </Frame>
  );
}

/** A session that begins with a stop sign: nothing is planned. */
const beginning = ({ pack, client }: LiveState): Payload => ({
  kind: 'started',
  client: client.id,
  room: pack.studio.room.name,
  school: client.school ?? pack.studio.school,
  rules: pack.rules,
  plan: [],
});
