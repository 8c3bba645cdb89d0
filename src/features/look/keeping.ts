'use client';

import { useEffect, useMemo, useRef, useState } from 'react';
import type { Result } from '@/core/result';
import type { Drafts } from '@/platform/browser/drafts';

export type Keeping = {
  /** `kept` only when the server has acknowledged exactly what stands here. */
  readonly state: 'kept' | 'keeping' | 'waiting' | 'refused';
  readonly message?: string;
};

/** One thing to keep: under which name, what, and how it is sent. `fresh`: the server does not have it yet. */
export type Kept = {
  readonly key: string;
  readonly body: object;
  readonly fresh: boolean;
  readonly send: (body: object) => Promise<Result<null>>;
};

const settleMs = 500;
const againMs = 3000;
const gravest: readonly Keeping['state'][] = ['refused', 'waiting', 'keeping', 'kept'];

/** Sends each thing after every change, and again until it is acknowledged; a copy waits in the browser, by look and thing. */
export function useKept(
  lookId: string,
  things: readonly Kept[],
  drafts: Drafts,
): { readonly keeping: Keeping; readonly forget: (isOf: (key: string) => boolean) => void } {
  const wanted = useMemo(() => things.map(({ key, body }) => [key, JSON.stringify(body)] as const), [things]);
  const [acknowledged, setAcknowledged] = useState<Readonly<Record<string, string>>>(() =>
    Object.fromEntries(things.filter(({ fresh }) => !fresh).map(({ key, body }) => [key, JSON.stringify(body)])),
  );
  const [trouble, setTrouble] = useState<Readonly<Record<string, { of: string; keeping: Keeping }>>>({});
  const senders = useRef(things);
  useEffect(() => {
    senders.current = things;
  }, [things]);
  const pending = wanted.filter(([key, body]) => acknowledged[key] !== body);
  const pendingText = JSON.stringify(pending);
  useEffect(() => {
    // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- written above, in this shape
    const left = JSON.parse(pendingText) as [string, string][];
    if (left.length === 0) return;
    let over = false;
    let timer: ReturnType<typeof setTimeout> | undefined;
    for (const [key, body] of left) void drafts.keep(`${lookId}/${key}`, JSON.parse(body));
    const sendAll = async () => {
      let mustWait = false;
      for (const [key, body] of left) {
        const thing = senders.current.find((one) => one.key === key);
        // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- written above, in this shape
        const result = await thing?.send(JSON.parse(body) as object).catch(() => undefined);
        if (over) return;
        if (result?.ok) {
          void drafts.forget(`${lookId}/${key}`);
          setAcknowledged((before) => ({ ...before, [key]: body }));
          continue;
        }
        const canWait = !result || result.error.code === 'unreachable' || result.error.code === 'signedOut';
        const message = result ? { message: result.error.message } : {};
        setTrouble((before) => ({
          ...before,
          [key]: { of: body, keeping: { state: canWait ? 'waiting' : 'refused', ...message } },
        }));
        mustWait ||= canWait;
      }
      if (mustWait) timer = setTimeout(sendAll, againMs);
    };
    timer = setTimeout(sendAll, settleMs);
    return () => {
      over = true;
      clearTimeout(timer);
    };
  }, [lookId, pendingText, drafts]);
  const states = pending.map(([key, body]): Keeping => {
    const known = trouble[key];
    return known?.of === body ? known.keeping : { state: 'keeping' };
  });
  const keeping = gravest.map((state) => states.find((one) => one.state === state)).find(Boolean) ?? { state: 'kept' };
  /** What the server has put away is sent anew when it comes again, be it the same. */
  const forget = (isOf: (key: string) => boolean) =>
    setAcknowledged((before) => Object.fromEntries(Object.entries(before).filter(([key]) => !isOf(key))));
  return { keeping, forget };
}
