'use client';

import { useEffect, useMemo, useRef, useState } from 'react';
import type { Payload } from '@/core/progression/events';
import { nextUp, takenBack } from '@/core/progression/session';
import { lostBlocks } from '@/core/progression/words';
import { useEye } from './eye/use-eye';
import type { InHand, Sheets } from './in-hand';
import { actOfKey, blockOfKey } from './keys';
import type { KeyAct } from './keys';
import type { FloorLink, FloorState } from './link';
import { asToday, before } from './pack';
import type { Sound } from './pacer';
import { lostChoices, onPlan, viewItem } from './state';

export type LiveState = FloorState & {
  readonly pack: NonNullable<FloorState['pack']>;
  readonly client: NonNullable<FloorState['client']>;
};

const notTaps = ['undone', 'started', 'ready', 'opened', 'checked', 'wrapped', 'followed'];

/** What a tap can be undone: the newest of this session that changes what is shown. */
export function lastUndoable({ events }: Pick<FloorState, 'events'>): string | undefined {
  const gone = takenBack(events);
  return events.findLast(({ id, what }) => !gone.has(id) && !notTaps.includes(what.kind))?.id;
}

/** Presses of keys, given to `act` wherever the focus is not in something that takes them itself; true: it took the key. */
export function useKeys(act: (key: string) => boolean): void {
  const newest = useRef(act);
  useEffect(() => {
    newest.current = act;
  });
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const { target } = event;
      if (event.ctrlKey || event.metaKey || event.altKey || event.repeat || !(target instanceof HTMLElement)) return;
      if (/^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName)) return;
      if (target.tagName === 'BUTTON' && event.key === 'Enter') return; // presses the button
      if (newest.current(event.key)) event.preventDefault();
    };
    addEventListener('keydown', press);
    return () => removeEventListener('keydown', press);
  }, []);
}

/** A session in hand: what is shown of it, and everything that can be done. */
export function useLive(link: FloorLink, state: LiveState) {
  const { pack, session } = state;
  const today = session.ready?.today;
  const client = useMemo(
    () => asToday(before(state.client, session.id), pack.repertoire, today ?? []),
    [state.client, session.id, pack.repertoire, today],
  );
  const { items, current } = onPlan(session);
  const [sheet, setSheet] = useState<Sheets>();
  const [isWrapping, setWrapping] = useState(false);
  const [naming, setNaming] = useState<string | null>(null);
  const [chosen, setChosen] = useState<{ item: string; fault: string }>();
  const [isRunning, setRunning] = useState(false);
  const [sound, setSound] = useState<Sound>('off');
  const view = useMemo(() => {
    const inHand = onPlan(session).current;
    return inHand && viewItem(pack, client, inHand, chosen?.item === inHand.item ? chosen.fault : undefined);
  }, [pack, client, session, chosen]);
  const eye = useEye(link, pack, client, view);
  const record = useMemo(() => (what: Payload) => link.tap(what), [link]);
  const undoable = lastUndoable(state);
  const following = items[items.findIndex(({ item }) => item === current?.item) + 1];
  const isLive = session.client !== null && session.endedAt === null && !isWrapping;
  const tapRepetition = (clean: boolean) => {
    if (!current) return;
    eye.dismiss(); // her tap holds
    void link
      .tap((now) => {
        const item = now.items.find((one) => one.item === current.item) ?? current;
        const { set, side, direction } = nextUp(item);
        return { kind: 'repetition', item: item.item, set, side, direction, clean };
      })
      .then((id) => setNaming(clean ? null : id));
  };
  const openItem = (item: string) => {
    setNaming(null);
    void record({ kind: 'opened', item });
  };
  const goOn = () => {
    setNaming(null);
    setRunning(false);
    if (following) void record({ kind: 'opened', item: following.item });
    else setWrapping(true);
  };
  const undo = () => {
    setNaming(null);
    if (undoable) void record({ kind: 'undone', of: undoable });
  };
  const acts: Readonly<Record<KeyAct, () => void>> = {
    clean: () => tapRepetition(true),
    lost: () => tapRepetition(false),
    undo,
    newSet: () => current && void record({ kind: 'newSet', item: current.item }),
    pace: () => setRunning(!isRunning),
    look: () => setSheet('look'),
    note: () => setSheet('note'),
    camera: () => setSheet('eye'),
    confirm: eye.confirm,
    next: goOn,
    help: () => setSheet('help'),
  };
  useKeys((key) => {
    if (!isLive || sheet) return false;
    const blocks = naming && view ? lostChoices(view, pack).map(({ block }) => block) : [];
    const block = naming && view ? blockOfKey(key, blocks.length > 0 ? blocks : lostBlocks) : undefined;
    if (naming && block) {
      void record({ kind: 'named', of: naming, block, fault: null });
      setNaming(null);
      return true;
    }
    const act = actOfKey(key);
    if (act) acts[act]();
    return act !== undefined;
  });
  const inHand: InHand | undefined = view && {
    ...{ pack, client, view, record, open: setSheet },
    next: { name: following?.name, exercise: following?.exercise, level: following?.level, go: goOn },
    count: { naming, onNamed: () => setNaming(null), onTap: tapRepetition },
    work: {
      fault: chosen?.item === view.item.item ? chosen.fault : undefined,
      choose: (fault) => setChosen({ item: view.item.item, fault }),
    },
    eye,
    pace: { running: isRunning, onRun: setRunning, sound, onSound: setSound },
  };
  return {
    ...{ link, state, pack, client, session, items, current, inHand, isLive, sheet, setSheet, setWrapping },
    ...{ record, openItem, undo, canUndo: undoable !== undefined },
  };
}

export type Live = ReturnType<typeof useLive>;
