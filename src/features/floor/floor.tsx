'use client';

// The Floor's page without any client in it: what it shows comes from the tablet, and from the server when it answers.
import dynamic from 'next/dynamic';
import { useEffect, useState, useSyncExternalStore } from 'react';
import styled from 'styled-components';
import { FloorLink } from './link';
import type { FloorState, Whom } from './link';
import { Leave, Tap } from './parts';

// Fetched while the tablet is asked what it holds.
const loadLive = () => import('./live');
const LiveSession = dynamic(() => loadLive().then((all) => all.LiveSession), {
  ssr: false,
  loading: () => <Waiting>Opening the Floor…</Waiting>,
});

const Board = dynamic(() => import('./class/board').then((all) => all.Board), {
  ssr: false,
  loading: () => <Waiting>Opening the class…</Waiting>,
});

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
/** `client=…` or `class=…`: a text, as it is held against the last one at every look. */
const whomInAddress = (): string => {
  const asked = new URLSearchParams(location.search);
  return asked.has('class') ? `class ${asked.get('class')}` : `client ${asked.get('client') ?? ''}`;
};

const themeInCookie = (): string | undefined => /(?:^|; )spine-theme=(dark|light)/.exec(document.cookie)?.[1];

/** Reads whose session it is from the address: the page itself is the same for everyone. */
export function Floor() {
  const whom = useSyncExternalStore(noListener, whomInAddress, () => undefined);
  useEffect(() => {
    const theme = themeInCookie(); // this page is the same for everyone: its markup knows no theme
    if (theme) document.documentElement.dataset.theme = theme;
  }, []);
  if (whom === undefined) return <Waiting>Opening the Floor…</Waiting>;
  const [kind, id = ''] = whom.split(' ');
  return <Opened key={whom} kind={kind === 'class' ? 'class' : 'client'} id={id} />;
}

const Waiting = ({ children }: { readonly children: React.ReactNode }) => (
  <Middle>
    <h1 style={{ fontSize: '1.3rem' }}>{children}</h1>
  </Middle>
);

function useLink({ kind, id }: Whom): readonly [FloorLink, FloorState] {
  const [link] = useState(() => new FloorLink());
  const state = useSyncExternalStore(link.listen, link.read, link.read);
  useEffect(() => {
    void loadLive().catch(() => undefined); // asked for again where it is shown
    void link.open({ kind, id });
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
  }, [link, kind, id]);
  return [link, state];
}

function Opened({ kind, id }: Whom) {
  const [link, state] = useLink({ kind, id });
  const { stage, pack, client, session } = state;
  const back = <Leave href="/">Back to Today</Leave>;
  if (stage === 'opening') return <Waiting>Opening the Floor…</Waiting>;
  if (stage === 'signIn')
    return (
      <Middle>
        <h1>Signed out</h1>
        <p>Sign in, and the Floor opens where it was. What was tapped is kept on this tablet.</p>
        <Leave href={`/sign-in?to=${encodeURIComponent(`/floor?${kind}=${id}`)}`}>Sign in</Leave>
      </Middle>
    );
  if (stage === 'unavailable')
    return (
      <Middle>
        <h1>No connection</h1>
        <p>The Floor was not opened for this {kind} on this tablet today, and the studio’s server does not answer.</p>
        <Tap onClick={() => location.reload()}>Try again</Tap>
        {back}
      </Middle>
    );
  if (stage === 'noClient' || !pack || !client)
    return (
      <Middle>
        <h1>No such {kind}</h1>
        <p>
          {kind === 'client'
            ? 'There is no such client in this studio.'
            : 'No such class is in today’s book, or nobody is in it.'}
        </p>
        {back}
      </Middle>
    );
  if (kind === 'class') return <Board link={link} state={{ ...state, pack, appointment: id }} />;
  return <LiveSession key={session.id} link={link} state={{ ...state, pack, client }} />;
}
