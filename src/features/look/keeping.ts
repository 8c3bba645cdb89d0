'use client';

import { useEffect, useRef, useState } from 'react';
import type { Marks, Role } from '@/core/alignment/look';
import type { Result } from '@/core/result';
import { forgetDraft, keepDraft } from '@/platform/browser/drafts';
import { keepMarks } from './actions';

export type Keeping = 'kept' | 'keeping' | 'waiting' | 'refused';

const settleMs = 500;
const againMs = 3000;

/** Sends the marks of one picture after every change, and again until they are acknowledged; a copy waits in the browser. */
export function useKeptMarks(
  lookId: string,
  role: Role,
  pictureId: string | undefined,
  marks: Marks,
  isFresh: boolean,
): { state: Keeping; message?: string } {
  const [kept, setKept] = useState<{ state: Keeping; message?: string }>({ state: 'kept' });
  const sent = useRef(isFresh ? '' : JSON.stringify({ pictureId, marks }));
  const wanted = JSON.stringify({ pictureId, marks });
  useEffect(() => {
    if (!pictureId || wanted === sent.current) return;
    let over = false;
    let timer: ReturnType<typeof setTimeout> | undefined;
    keepDraft(lookId, role, wanted);
    const send = async () => {
      setKept({ state: 'keeping' });
      const body: object = JSON.parse(wanted);
      const result: Result<null> | undefined = await keepMarks({ lookId, role, ...body }).catch(() => undefined);
      if (over) return;
      if (result?.ok) {
        sent.current = wanted;
        forgetDraft(lookId, role);
        return setKept({ state: 'kept' });
      }
      const canWait = !result || result.error.code === 'unreachable' || result.error.code === 'signedOut';
      setKept(
        canWait
          ? { state: 'waiting', ...(result ? { message: result.error.message } : {}) }
          : { state: 'refused', message: result.error.message },
      );
      if (canWait) timer = setTimeout(send, againMs);
    };
    timer = setTimeout(send, settleMs);
    return () => {
      over = true;
      clearTimeout(timer);
    };
  }, [lookId, role, pictureId, wanted]);
  return kept;
}
