'use client';

// What stands at the head of the Floor: the time, and whether all that was tapped is kept.
import { CloudOff } from 'lucide-react';
import { useEffect, useState } from 'react';
import styled from 'styled-components';
import type { FloorState } from './link';
import { Leave, Small, Tap, clockText } from './parts';

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

/** How long the session has gone on; alone in ticking every second. */
export function Clock({ from, minutes }: { readonly from: number | null; readonly minutes: number }) {
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

type KeepMarkProps = {
  readonly state: Pick<FloorState, 'waiting' | 'line' | 'storage' | 'aside'>;
  /** This page's own address: signing in leads back to it. */
  readonly here: string;
  readonly onAside: () => void;
};

const storageWords = { slow: 'Tablet slow to keep', full: 'Tablet full', none: 'Nothing kept on this tablet' };

/** Whether everything tapped has reached the server, in a few quiet words. */
export function KeepMark({ state, here, onAside }: KeepMarkProps) {
  const { waiting, line, storage, aside } = state;
  const keeping = waiting > 0 ? 'waiting' : 'sent';
  if (aside.length > 0)
    return (
      <Tap $look="out" onClick={onAside} data-keeping="aside">
        {aside.length} kept aside
      </Tap>
    );
  if (storage !== 'kept' && waiting > 0)
    return (
      <Mark $calm={false} role="alert" data-keeping={keeping} data-storage={storage} data-line={line}>
        {storageWords[storage]}: {waiting} held in this page only
      </Mark>
    );
  if (line === 'signedOut')
    return (
      <Leave href={`/sign-in?to=${encodeURIComponent(here)}`} data-keeping={keeping} data-line="signedOut">
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
