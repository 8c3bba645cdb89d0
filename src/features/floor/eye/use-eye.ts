'use client';

// A camera that watches the exercise in hand: what it tells becomes taps, or proposals that she answers.
import { useCallback, useEffect, useRef, useState } from 'react';
import type { LiveRepetition } from '@/core/knowledge/live';
import type { Payload } from '@/core/progression/events';
import { nextUp } from '@/core/progression/session';
import type { Session } from '@/core/progression/session';
import type { Watcher } from '@/core/progression/words';
import type { Ago, LiveDesk } from '@/platform/browser/live/desk';
import type { FloorLink } from '../link';
import type { DayPack, FloorClient } from '../pack';
import type { ItemView } from '../state';
import { usual } from './settings';
import type { EyeSettings, EyeWay } from './settings';

/** The newest repetition that was seen, and what became of it. */
export type LastSeen = {
  readonly one: LiveRepetition;
  readonly ago: Ago;
  /** When the page heard of it, ms since 1970. */
  readonly heardAt: number;
  readonly item: string;
  /** The event it became, where it tapped. */
  readonly event?: string;
};

export type Eye = {
  readonly desk: LiveDesk | undefined;
  readonly isOn: boolean;
  readonly settings: EyeSettings;
  readonly last: LastSeen | undefined;
  readonly change: (change: Partial<EyeSettings>) => void;
  readonly start: () => void;
  readonly stop: () => void;
  /** She stands behind the newest, or says what it was. */
  readonly confirm: () => void;
  readonly say: (clean: boolean) => void;
  readonly dismiss: () => void;
};

const watcherOf: Readonly<Record<EyeWay, Watcher>> = { camera: 'camera', simulated: 'simulatedCamera' };

/** The repetition as an event of the session as it stands. */
function seenEvent(
  session: Session,
  { one, ago, heardAt, item: id }: Omit<LastSeen, 'event'>,
  by: Watcher,
  confirmed: boolean,
): Payload {
  const item = session.items.find((other) => other.item === id);
  if (!item) throw new Error('watched an exercise that is not in this session');
  const { set, side, direction } = nextUp(item);
  const near = one.side === 'L' ? 'left' : 'right';
  const since = Math.max(0, Date.now() - heardAt);
  return {
    kind: 'seen',
    ...{ item: id, set, direction, by, confirmed, reason: one.reason },
    side: one.side && item.dose.sides === 2 ? near : side,
    verdict: one.verdict,
    turnedMs: ago.turnedMs + since,
    endedMs: ago.endedMs + since,
  };
}

export function useEye(link: FloorLink, pack: DayPack, client: FloorClient, view: ItemView | undefined): Eye {
  const [desk, setDesk] = useState<LiveDesk>();
  const [isOn, setOn] = useState(false);
  const [settings, setSettings] = useState<EyeSettings>(usual);
  const [last, setLast] = useState<LastSeen>();
  const item = view?.item.item;
  const mirroring = useRef<() => void>(undefined);
  const now = useRef({ settings, item });
  useEffect(() => {
    now.current = { settings, item };
  });
  const tapSeen = useCallback(
    async (seen: Omit<LastSeen, 'event'>, confirmed: boolean) => {
      const by = watcherOf[now.current.settings.way];
      return link.tap((session) => seenEvent(session, seen, by, confirmed));
    },
    [link],
  );
  const hear = useCallback(
    (one: LiveRepetition, ago: Ago) => {
      const { item: inHand, settings: by } = now.current;
      if (!inHand) return;
      const seen = { one, ago, heardAt: Date.now(), item: inHand };
      setLast(seen);
      if (by.taps)
        void tapSeen(seen, false).then((event) =>
          setLast((before) => (before?.one === one ? { ...seen, event } : before)),
        );
    },
    [tapSeen],
  );
  const stop = useCallback(() => {
    desk?.stop();
    setOn(false);
    setLast(undefined);
  }, [desk]);
  useEffect(
    () => () => {
      desk?.stop();
      mirroring.current?.();
      mirroring.current = undefined;
    },
    [desk],
  );

  const begin = async (own: LiveDesk) => {
    if (!view?.exercise || !view.rung) return;
    const { openEye, mirror } = await import('./open');
    mirroring.current ??= mirror(own);
    own.hear(hear);
    await openEye(own, { pack, client, exercise: view.exercise, level: view.rung, settings: now.current.settings });
  };
  const start = () => {
    setOn(true);
    void (async () => {
      const { LiveDesk: Desk } = await import('@/platform/browser/live/desk');
      const own = desk ?? new Desk();
      setDesk(own);
      await begin(own);
    })();
  };
  const what = `${item ?? ''} ${view?.item.level ?? ''}`;
  const watched = useRef(what);
  useEffect(() => {
    if (watched.current === what) return;
    watched.current = what;
    if (isOn && desk) void begin(desk); // another exercise, or another level of it
  });

  const confirm = () => {
    if (!last || Date.now() - last.heardAt > answersForMs) return;
    if (last.event) void link.tap({ kind: 'confirmed', of: [last.event] });
    else void tapSeen(last, true);
    setLast(undefined);
  };
  const say = (clean: boolean) => {
    if (!last) return;
    if (last.event) void link.tap({ kind: 'amended', of: last.event, clean, why: 'Seen otherwise on the Floor' });
    else void tapSeen({ ...last, one: { ...last.one, verdict: clean ? 'clean' : 'lost', reason: null } }, true);
    setLast(undefined);
  };
  const change = (by: Partial<EyeSettings>) => setSettings((before) => ({ ...before, ...by }));
  return { desk, isOn, settings, last, change, start, stop, confirm, say, dismiss: () => setLast(undefined) };
}

/** A proposal waits for an answer so long; after it she has gone on. */
export const answersForMs = 20_000;
