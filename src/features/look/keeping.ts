'use client';

import { useEffect, useState } from 'react';
import type { Marks, Role } from '@/core/alignment/look';
import type { Result } from '@/core/result';
import { forgetDraft, keepDraft } from '@/platform/browser/drafts';
import { keepMarks } from './actions';

export type Keeping = {
  /** `kept` only when the server has acknowledged exactly these marks. */
  readonly state: 'kept' | 'keeping' | 'waiting' | 'refused';
  readonly message?: string;
};

const settleMs = 500;
const againMs = 3000;

/** Sends the marks of one picture after every change, and again until they are acknowledged; a copy waits in the browser. */
export function useKeptMarks(
  lookId: string,
  role: Role,
  pictureId: string | undefined,
  marks: Marks,
  isFresh: boolean,
): Keeping {
  const wanted = JSON.stringify({ pictureId, marks });
  const [acknowledged, setAcknowledged] = useState(isFresh ? '' : wanted);
  const [trouble, setTrouble] = useState<{ of: string; keeping: Keeping }>();
  useEffect(() => {
    if (!pictureId || wanted === acknowledged) return;
    let over = false;
    let timer: ReturnType<typeof setTimeout> | undefined;
    keepDraft(lookId, role, wanted);
    const send = async () => {
      const body: object = JSON.parse(wanted);
      const result: Result<null> | undefined = await keepMarks({ lookId, role, ...body }).catch(() => undefined);
      if (over) return;
      if (result?.ok) {
        forgetDraft(lookId, role);
        return setAcknowledged(wanted);
      }
      const canWait = !result || result.error.code === 'unreachable' || result.error.code === 'signedOut';
      const message = result ? { message: result.error.message } : {};
      setTrouble({ of: wanted, keeping: { state: canWait ? 'waiting' : 'refused', ...message } });
      if (canWait) timer = setTimeout(send, againMs);
    };
    timer = setTimeout(send, settleMs);
    return () => {
      over = true;
      clearTimeout(timer);
    };
  }, [lookId, role, pictureId, wanted, acknowledged]);
  if (!pictureId || wanted === acknowledged) return { state: 'kept' };
  return trouble?.of === wanted ? trouble.keeping : { state: 'keeping' };
}

const gravest: readonly Keeping['state'][] = ['refused', 'waiting', 'keeping', 'kept'];

/** Of several, the one that matters most. */
export const worstOf = (all: readonly Keeping[]): Keeping =>
  gravest.map((state) => all.find((one) => one.state === state)).find(Boolean) ?? { state: 'kept' };
