'use client';

// The live session. One page without any client in it: what it shows comes from the tablet, and from the server when it answers.
import { CircleHelp, CloudOff, Flag, ListOrdered, OctagonX, Undo2 } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useCallback, useEffect, useMemo, useRef, useState, useSyncExternalStore } from 'react';
import styled from 'styled-components';
import type { Payload } from '@/core/progression/events';
import { lostBlocks } from '@/core/progression/words';
import { ExerciseInHand } from './exercise';
import type { Sheets } from './in-hand';
import { FloorLink } from './link';
import type { FloorState } from './link';
import type { Sound } from './pacer';
import { Small, Tap, Warn, clockText, Leave } from './parts';
import { levelText } from '@/core/load/rungs';
import { nextUp, takenBack } from '@/core/progression/session';
import { before } from './pack';
import { lostChoices, onPlan, viewItem } from './state';

// What is not needed at once comes after, from the tablet's own store when there is no network.
const Begin = dynamic(() => import('./begin').then((all) => all.Begin));
const Wrap = dynamic(() => import('./wrap').then((all) => all.Wrap));
const AsideSheet = dynamic(() => import('./sheets').then((all) => all.AsideSheet));
const ChangeSheet = dynamic(() => import('./sheets').then((all) => all.ChangeSheet));
const HelpSheet = dynamic(() => import('./sheets').then((all) => all.HelpSheet));
const LookSheet = dynamic(() => import('./sheets').then((all) => all.LookSheet));
const NoteSheet = dynamic(() => import('./sheets').then((all) => all.NoteSheet));
const PainSheet = dynamic(() => import('./sheets').then((all) => all.PainSheet));
const PictureSheet = dynamic(() => import('./sheets').then((all) => all.PictureSheet));
const PlanSheet = dynamic(() => import('./sheets').then((all) => all.PlanSheet));
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
    font-family: 'Archivo Variable', system-ui, sans-serif;
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
    }
    .word {
      display: none;
    }
  }
`;

const Mark = styled.span<{ $calm: boolean }>`
  display: inline-flex;
  align-items: center;
  gap: 6px;
  padding: 8px 14px;
  border-radius: 999px;
  border: 1.5px solid ${({ $calm }) => ($calm ? 'var(--rule)' : 'var(--out)')};
  color: ${({ $calm }) => ($calm ? 'var(--quiet)' : 'var(--out)')};
  font-weight: 600;
  white-space: nowrap;
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

const Middle = styled.main`
  min-height: 100dvh;
  display: grid;
  place-content: center;
  justify-items: center;
  gap: 16px;
  padding: 24px;
  text-align: center;
  max-width: 620px;
  margin: 0 auto;
`;

const noListener = () => () => undefined;
const clientInAddress = (): string => new URLSearchParams(location.search).get('client') ?? '';

const themeInCookie = (): string | undefined => /(?:^|; )spine-theme=(dark|light)/.exec(document.cookie)?.[1];

/** Reads whose session it is from the address: the page itself is the same for everyone. */
export function Floor() {
  const client = useSyncExternalStore(noListener, clientInAddress, () => undefined);
  useEffect(() => {
    const theme = themeInCookie(); // this page is the same for everyone: its markup knows no theme
    if (theme) document.documentElement.dataset.theme = theme;
  }, []);
  if (client === undefined) return <Waiting>Opening the Floor…</Waiting>;
  return <Session key={client} clientId={client} />;
}

const Waiting = ({ children }: { readonly children: React.ReactNode }) => (
  <Middle>
    <h1 style={{ fontSize: '1.3rem' }}>{children}</h1>
  </Middle>
);

function useLink(clientId: string): readonly [FloorLink, FloorState] {
  const [link] = useState(() => new FloorLink());
  const state = useSyncExternalStore(link.listen, link.read, link.read);
  useEffect(() => {
    void link.open(clientId);
    const hurry = () => {
      if (document.visibilityState === 'visible') link.hurry();
    };
    addEventListener('online', hurry);
    document.addEventListener('visibilitychange', hurry);
    return () => {
      removeEventListener('online', hurry);
      document.removeEventListener('visibilitychange', hurry);
      link.close();
    };
  }, [link, clientId]);
  return [link, state];
}

function Session({ clientId }: { readonly clientId: string }) {
  const [link, state] = useLink(clientId);
  const { stage, pack, client, session } = state;
  const back = <Leave href="/">Back to Today</Leave>;
  if (stage === 'opening') return <Waiting>Opening the Floor…</Waiting>;
  if (stage === 'signIn')
    return (
      <Middle>
        <h1>Signed out</h1>
        <p>Sign in, and the Floor opens where it was. What was tapped is kept on this tablet.</p>
        <Leave href={`/sign-in?to=${encodeURIComponent(`/floor?client=${clientId}`)}`}>Sign in</Leave>
      </Middle>
    );
  if (stage === 'unavailable')
    return (
      <Middle>
        <h1>No connection</h1>
        <p>The Floor was not opened for this client on this tablet today, and the studio’s server does not answer.</p>
        <Tap onClick={() => location.reload()}>Try again</Tap>
        {back}
      </Middle>
    );
  if (stage === 'noClient' || !pack || !client)
    return (
      <Middle>
        <h1>No such client</h1>
        <p>There is no such client in this studio.</p>
        {back}
      </Middle>
    );
  return <Live key={session.id} link={link} state={{ ...state, pack, client }} />;
}

type LiveState = FloorState & {
  readonly pack: NonNullable<FloorState['pack']>;
  readonly client: NonNullable<FloorState['client']>;
};

/** How long the session has gone on; alone in ticking every second. */
function Clock({ from, minutes }: { readonly from: number | null; readonly minutes: number }) {
  const [now, setNow] = useState(0);
  useEffect(() => {
    const turn = () => setNow(Date.now());
    const first = setTimeout(turn, 0);
    const timer = setInterval(turn, 1000);
    return () => {
      clearTimeout(first);
      clearInterval(timer);
    };
  }, []);
  const seconds = from === null || now === 0 ? 0 : Math.max(0, (now - from) / 1000);
  return (
    <span className="clock numeral" aria-label="Time of the session" role="timer">
      {clockText(seconds)} <Small as="span">of {minutes}</Small>
    </span>
  );
}

/** What a tap can be undone: the newest of this session that changes what is shown. */
function lastUndoable({ events }: FloorState): string | undefined {
  const gone = takenBack(events);
  return events.findLast(
    ({ id, what }) =>
      !gone.has(id) && !['undone', 'started', 'ready', 'opened', 'checked', 'wrapped'].includes(what.kind),
  )?.id;
}

function Live({ link, state }: { readonly link: FloorLink; readonly state: LiveState }) {
  const { pack, session } = state;
  const client = useMemo(() => before(state.client, session.id), [state.client, session.id]);
  const { items, current } = onPlan(session);
  const [sheet, setSheet] = useState<Sheets>();
  const [wrapping, setWrapping] = useState(false);
  const [naming, setNaming] = useState<string | null>(null);
  const [work, setWork] = useState<{ item: string; fault: string }>();
  const [running, setRunning] = useState(false);
  const [sound, setSound] = useState<Sound>('off');
  const view = useMemo(() => {
    const inHand = onPlan(session).current;
    return inHand && viewItem(pack, client, inHand, work?.item === inHand.item ? work.fault : undefined);
  }, [pack, client, session, work]);
  const working = view && work?.item === view.item.item ? work.fault : undefined;
  const tell = useCallback((what: Payload) => link.tap(what), [link]);
  const undoable = lastUndoable(state);
  const position = items.findIndex(({ item }) => item === current?.item);
  const following = items[position + 1];
  const tapRepetition = (clean: boolean) => {
    if (!current) return;
    void link
      .tap((now) => {
        const item = now.items.find((one) => one.item === current.item) ?? current;
        const { set, side, direction } = nextUp(item);
        return { kind: 'repetition', item: item.item, set, side, direction, clean };
      })
      .then((id) => setNaming(clean ? null : id));
  };
  const goOn = () => {
    setNaming(null);
    setRunning(false);
    if (following) void tell({ kind: 'opened', item: following.item });
    else setWrapping(true);
  };
  const undo = () => {
    setNaming(null);
    if (undoable) void tell({ kind: 'undone', of: undoable });
  };
  const isLive = session.client !== null && session.endedAt === null && !wrapping;
  const act = useRef<(key: string) => boolean>(() => false);
  useEffect(() => {
    act.current = (key) => {
      if (!isLive || sheet) return false;
      if (naming && view && /^[1-5]$/.test(key)) {
        const choice = lostChoices(view, pack)[Number(key) - 1];
        const block = choice?.block ?? lostBlocks[0];
        void tell({ kind: 'named', of: naming, block, fault: null });
        setNaming(null);
        return true;
      }
      const acts: Readonly<Record<string, () => void>> = {
        ' ': () => tapRepetition(true),
        PageDown: () => tapRepetition(true),
        ArrowRight: () => tapRepetition(true),
        l: () => tapRepetition(false),
        PageUp: () => tapRepetition(false),
        ArrowLeft: () => tapRepetition(false),
        u: undo,
        Backspace: undo,
        s: () => current && void tell({ kind: 'newSet', item: current.item }),
        b: () => setRunning(!running),
        v: () => setSheet('look'),
        n: () => setSheet('note'),
        Enter: goOn,
        '?': () => setSheet('help'),
      };
      const found = acts[key.length === 1 ? key.toLowerCase() : key];
      found?.();
      return found !== undefined;
    };
  });
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      if (event.ctrlKey || event.metaKey || event.altKey || event.repeat) return;
      if (/^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName)) return;
      if (target.tagName === 'BUTTON' && event.key === 'Enter') return; // presses the button
      if (act.current(event.key)) event.preventDefault();
    };
    addEventListener('keydown', press);
    return () => removeEventListener('keydown', press);
  }, []);
  const close = () => setSheet(undefined);
  const sheets = (
    <>
      {sheet === 'stop' && (
        <StopSheet
          pack={pack}
          tell={async (what) => {
            if (session.client === null) await tell(beginning(state));
            return tell(what);
          }}
          onClose={close}
        />
      )}
      {sheet === 'help' && <HelpSheet onClose={close} />}
      {sheet === 'aside' && <AsideSheet aside={state.aside} onClose={close} onDrop={() => void link.dropAside()} />}
      {view && sheet === 'note' && <NoteSheet tell={tell} onClose={close} item={view.item.item} />}
      {view && sheet === 'pain' && (
        <PainSheet tell={tell} onClose={close} item={view.item.item} onStop={() => setSheet('stop')} />
      )}
      {view && sheet === 'look' && <LookSheet tell={tell} onClose={close} view={view} />}
      {view && sheet === 'picture' && <PictureSheet client={client} onClose={close} view={view} />}
      {view && sheet === 'change' && (
        <ChangeSheet pack={pack} client={client} tell={tell} onClose={close} view={view} />
      )}
      {sheet === 'plan' && <PlanSheet pack={pack} client={client} session={session} tell={tell} onClose={close} />}
    </>
  );
  const keeping = <KeepMark state={state} onAside={() => setSheet('aside')} />;
  if (session.client === null)
    return (
      <>
        <Head>
          <Leave href="/">Today</Leave>
          <span className="cautions" />
          {keeping}
        </Head>
        <Begin pack={pack} client={client} tell={tell} onStop={() => setSheet('stop')} />
        {sheets}
      </>
    );
  if (!isLive)
    return (
      <>
        <Head>
          <Leave href="/">Today</Leave>
          <span className="cautions" />
          {keeping}
        </Head>
        <Wrap
          key={session.endedAt ?? 0}
          pack={pack}
          client={client}
          session={session}
          waiting={state.waiting}
          tell={tell}
          onBack={() => setWrapping(false)}
          onAnother={() => void link.another()}
        />
        {sheets}
      </>
    );
  return (
    <Frame>
      <Head>
        <span className="name">{client.name}</span>
        <span className="cautions">
          {client.cautions
            .filter(({ clearedOn }) => clearedOn === null)
            .map(({ name }) => name)
            .join(' · ')}
        </span>
        <Clock from={session.startedAt} minutes={client.minutes} />
        {keeping}
        <div className="tools">
          <Tap onClick={undo} disabled={!undoable} aria-label="Undo">
            <Undo2 size={24} aria-hidden />
            <span className="word">Undo</span>
          </Tap>
          <Tap onClick={() => setSheet('plan')} aria-label="Exercises">
            <ListOrdered size={24} aria-hidden />
          </Tap>
          <Tap onClick={() => setSheet('help')} aria-label="Keys and pedals">
            <CircleHelp size={24} aria-hidden />
          </Tap>
          <Tap $look="out" onClick={() => setSheet('stop')} aria-label="Stop sign">
            <OctagonX size={24} aria-hidden />
            <span className="word">Stop</span>
          </Tap>
          <Tap onClick={() => setWrapping(true)} aria-label="Wrap up">
            <Flag size={24} aria-hidden />
            <span className="word">Wrap up</span>
          </Tap>
        </div>
      </Head>
      <Rail aria-label="Exercises of this session">
        {items.map((item) => (
          <Tap
            key={item.item}
            $look={item.item === current?.item ? 'chosen' : 'bare'}
            aria-current={item.item === current?.item ? 'step' : undefined}
            onClick={() => {
              setNaming(null);
              void tell({ kind: 'opened', item: item.item });
            }}
          >
            <i className="vial" data-done={item.decision || item.sets.length > 0 ? '' : undefined} aria-hidden />
            <span>
              {item.name}
              <small>level {levelText(item.level)}</small>
            </span>
          </Tap>
        ))}
      </Rail>
      {view ? (
        <ExerciseInHand
          pack={pack}
          client={client}
          view={view}
          tell={tell}
          open={setSheet}
          onNext={goOn}
          nextName={following?.name}
          naming={naming}
          onNamed={() => setNaming(null)}
          onTap={tapRepetition}
          working={working}
          onWork={(fault) => setWork({ item: view.item.item, fault })}
          running={running}
          onRun={setRunning}
          sound={sound}
          onSound={setSound}
        />
      ) : (
        <section aria-label="Exercise">
          <Warn>No exercise is left on the plan.</Warn>
          <Tap onClick={() => setSheet('plan')}>Add one</Tap>
        </section>
      )}
      {sheets}
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

/** Whether everything tapped has reached the server, in a few quiet words. */
function KeepMark({ state, onAside }: { readonly state: LiveState; readonly onAside: () => void }) {
  const { waiting, line, storage, aside, client } = state;
  const keeping = waiting > 0 ? 'waiting' : 'sent';
  if (aside.length > 0)
    return (
      <Tap $look="out" onClick={onAside} data-keeping="aside">
        {aside.length} kept aside
      </Tap>
    );
  if (storage !== 'kept' && waiting > 0)
    return (
      <Mark $calm={false} role="alert" data-keeping={keeping} data-storage={storage}>
        {storage === 'full' ? 'Tablet full' : 'Nothing kept on this tablet'}: {waiting} held in this page only
      </Mark>
    );
  if (line === 'signedOut')
    return (
      <Leave
        href={`/sign-in?to=${encodeURIComponent(`/floor?client=${client.id}`)}`}
        data-keeping={keeping}
        data-line="signedOut"
      >
        Signed out: {waiting} kept, sign in to send
      </Leave>
    );
  return (
    <Mark $calm={waiting === 0} role="status" data-keeping={keeping} data-waiting={waiting} data-line={line}>
      {line === 'down' && <CloudOff size={18} aria-hidden />}
      {waiting === 0 ? (line === 'down' ? 'offline' : 'all kept') : `${waiting} to send`}
    </Mark>
  );
}
