'use client';

import { useState } from 'react';
import type { Trial } from '@/core/corrections/evidence';
import { answered } from '@/core/result';
import type { LookTry } from '@/data/types';
import { useOnce } from '@/platform/browser/once';
import { keepTried, takeBackTried } from './actions';
import type { BenchOpening } from './read';

type Verdict = LookTry['verdict'];
export type Tried = Pick<LookTry, 'id' | 'fault' | 'correction' | 'verdict'>;

const failedWords = 'It could not be kept. Nothing is lost; try again in a moment.';

/** Corrections tried in this look one after the other; `onNext`: the retest in hand is put away. */
export function useTries(
  { lookId, tried: before }: BenchOpening,
  picked: { readonly fault: string | null; readonly correction: string | null },
  onNext: () => void,
) {
  const once = useOnce();
  const [tried, setTried] = useState<readonly Tried[]>(before);
  const [isBusy, setBusy] = useState(false);
  const [failed, setFailed] = useState<string>();
  const asking = async (ask: () => ReturnType<typeof keepTried>): Promise<boolean> => {
    setBusy(true);
    setFailed(undefined);
    const result = await answered(ask(), failedWords);
    setBusy(false);
    if (!result.ok) setFailed(result.error.message);
    return result.ok;
  };
  /** Keeps how the correction in hand went, and goes on with the next against the same baseline. */
  const next = async (fault: string, verdict: Verdict, byEye: Verdict | undefined): Promise<boolean> => {
    const { correction } = picked;
    if (!correction) return false;
    const id = once.id();
    if (!(await asking(() => keepTried({ lookId, tryId: id, ...(byEye ? { byEye } : {}) })))) return false;
    once.kept();
    setTried((all) => [...all, { id, fault, correction, verdict }]);
    onNext();
    return true;
  };
  /** What was tried last is in hand again, as the server has it. */
  const takeBack = async (id: string): Promise<void> => {
    if (await asking(() => takeBackTried({ lookId, tryId: id }))) location.reload();
  };
  /** Since the page was opened: what was tried before is counted already. */
  const history: readonly Trial[] = tried
    .filter(({ id }) => !before.some((one) => one.id === id))
    .map(({ fault, correction, verdict }) => ({ fault, correction, success: verdict === 'better', client: 'this' }));
  return { tried, history, isBusy, failed, next, takeBack };
}
