'use client';

// A camera that watches the exercise in hand: what it tells becomes taps, or proposals that she answers.
import { useCallback, useEffect, useRef, useState } from 'react';
import type { LiveRepetition } from '@/core/knowledge/live';
import type { Payload } from '@/core/progression/events';
import { nextUp } from '@/core/progression/session';
import type { Session } from '@/core/progression/session';
import type { Watcher } from '@/core/progression/words';
import type { BesideMessage } from '@/core/progression/beside';
import type { BesideOwner } from '@/platform/browser/beside';
import type { Ago, LiveDesk } from '@/platform/browser/live/desk';
import { useWakeLock } from '@/platform/browser/wake-lock';
import { keepPlace, readPlace } from '@/platform/browser/eye-place';
import type { FloorLink } from '../link';
import type { DayPack, FloorClient } from '../pack';
import type { ItemView } from '../state';
import { answersForMs, usual } from './settings';
import type { EyeSettings, EyeWay, ToOpen } from './settings';

/** The newest repetition that was seen, and what became of it. */
export type LastSeen = {
  readonly by: Watcher;
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
  /** Another device that was joined by a code, or waits to be. */
  readonly beside: BesideOwner | undefined;
  readonly join: () => void;
  readonly letGo: () => void;
  readonly change: (change: Partial<EyeSettings>) => void;
  readonly start: () => void;
  readonly stop: () => void;
  /** She stands behind the newest, or says what it was. */
  readonly confirm: () => void;
  readonly say: (clean: boolean) => void;
  readonly dismiss: () => void;
};

const watcherOf: Readonly<Record<EyeWay, Watcher>> = { camera: 'camera', simulated: 'simulatedCamera' };
/** Later than this a repetition is told as so old. */
const oldestMs = 3_600_000;

/** The repetition as an event of the session as it stands. */
function seenEvent(
  session: Session,
  { one, ago, heardAt, by, item: id }: Omit<LastSeen, 'event'>,
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
    turnedMs: Math.min(oldestMs, ago.turnedMs + since),
    endedMs: Math.min(oldestMs, ago.endedMs + since),
  };
}

/** What was seen last, and her answer to it. */
function useSeen(link: FloorLink, taps: boolean, item: string | undefined) {
  const [last, setLast] = useState<LastSeen>();
  const now = useRef({ taps, item });
  useEffect(() => {
    now.current = { taps, item };
  });
  const tapSeen = useCallback(
    (seen: Omit<LastSeen, 'event'>, confirmed: boolean) => link.tap((session) => seenEvent(session, seen, confirmed)),
    [link],
  );
  const hear = useCallback(
    (one: LiveRepetition, ago: Ago, by: Watcher) => {
      const { item: inHand, taps: mayTap } = now.current;
      if (!inHand) return;
      const seen = { one, ago, by, heardAt: Date.now(), item: inHand };
      setLast(seen);
      if (!mayTap) return;
      void tapSeen(seen, false).then((event) =>
        setLast((before) => (before?.one === one ? { ...seen, event } : before)),
      );
    },
    [tapSeen],
  );
  const dismiss = useCallback(() => setLast(undefined), []);
  const confirm = () => {
    if (!last || Date.now() - last.heardAt > answersForMs) return;
    if (last.event) void link.tap({ kind: 'confirmed', of: [last.event] });
    else void tapSeen(last, true);
    dismiss();
  };
  const say = (clean: boolean) => {
    if (!last) return;
    if (last.event) void link.tap({ kind: 'amended', of: last.event, clean, why: 'Seen otherwise on the Floor' });
    else void tapSeen({ ...last, one: { ...last.one, verdict: clean ? 'clean' : 'lost', reason: null } }, true);
    dismiss();
  };
  return { last, hear, confirm, say, dismiss };
}

type Hear = ReturnType<typeof useSeen>['hear'];

/** Another device, joined by a code: what it sees is heard as the own camera's, what a level tells is put down. */
function useJoined(link: FloorLink, watch: ToOpen, item: string | undefined, hear: Hear) {
  const [beside, setBeside] = useState<BesideOwner>();
  const now = useRef({ item, watch });
  useEffect(() => {
    now.current = { item, watch };
  });
  useEffect(() => () => beside?.close(), [beside]);
  const said = useCallback(
    (body: BesideMessage, agoMs: number) => {
      const { item: inHand } = now.current;
      if (body.kind === 'seen') {
        const { turnedMs, endedMs, by, verdict, because, reason, side } = body;
        const one = { turnS: 0, endS: 0, verdict, reason, side, ...(because ? { because } : {}) };
        hear(one, { turnedMs: turnedMs + agoMs, endedMs: endedMs + agoMs }, by);
      } else if (inHand) {
        const { kind: _, ...told } = body;
        void link.tap({ kind: 'levelTold', item: inHand, ...told });
      }
    },
    [hear, link],
  );
  const join = () => {
    void (async () => {
      const [{ BesideOwner: Owner }, { wantsOf }] = await Promise.all([
        import('@/platform/browser/beside'),
        import('./open'),
      ]);
      const own = beside ?? new Owner(said);
      setBeside(own);
      const wants = wantsOf(now.current.watch);
      if (wants) await own.open(wants);
    })();
  };
  const letGo = () => {
    beside?.close();
    setBeside(undefined);
  };
  return { beside, join, letGo };
}

export function useEye(link: FloorLink, pack: DayPack, client: FloorClient, view: ItemView | undefined): Eye {
  const [desk, setDesk] = useState<LiveDesk>();
  const [isOn, setOn] = useState(false);
  const [settings, setSettings] = useState<EyeSettings>(() => ({ ...usual, place: readPlace(pack.studio.room.name) }));
  const item = view?.item.item;
  const { last, hear, confirm, say, dismiss } = useSeen(link, settings.taps, item);
  const watch: ToOpen = { pack, client, exercise: view?.exercise, level: view?.rung, settings };
  const { beside, join, letGo } = useJoined(link, watch, item, hear);
  useWakeLock(isOn);
  const newest = useRef(watch);
  useEffect(() => {
    newest.current = watch;
  });
  useEffect(() => {
    if (!desk) return undefined;
    let isOver = false;
    let mirrored = () => {};
    void import('./open').then(({ mirror }) => {
      if (!isOver) mirrored = mirror(desk);
    });
    return () => {
      isOver = true;
      mirrored();
      desk.stop();
    };
  }, [desk]);
  const begin = async (own: LiveDesk) => {
    const { openEye } = await import('./open');
    own.hear((one, ago) => hear(one, ago, watcherOf[newest.current.settings.way]));
    await openEye(own, newest.current);
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
  const stop = () => {
    desk?.stop();
    setOn(false);
    dismiss();
  };
  const what = `${item ?? ''} ${view?.item.level ?? ''}`;
  const watched = useRef(what);
  useEffect(() => {
    if (watched.current === what) return;
    watched.current = what; // another exercise, or another level of it
    if (isOn && desk) void begin(desk);
    if (beside)
      void import('./open').then(({ wantsOf }) => {
        const wants = wantsOf(newest.current);
        if (wants) void beside.tell(wants);
      });
  });
  const change = (by: Partial<EyeSettings>) => {
    if (by.place) keepPlace(pack.studio.room.name, by.place);
    setSettings((before) => ({ ...before, ...by }));
  };
  return { desk, isOn, settings, last, change, start, stop, confirm, say, dismiss, beside, join, letGo };
}
