import { wrap } from 'comlink';
import type { Remote } from 'comlink';

/** A worker that is asked whether it is there before it is given work. */
export type Answering = { readonly isUp: () => true };
export const isUp = (): true => true;

/** So long a worker may take to load and answer; then another is started in its place, as a load that stalls tells nobody. */
const startMs = 12_000;
const mostStarts = 3;

/**
 * Work in a worker of its own, which ends with it. Undefined where no worker comes up, one fails, `signal` ends it, or `patienceMs` are
 * over.
 */
export async function workAside<T extends Answering, R>(
  start: () => Worker,
  work: (remote: Remote<T>) => Promise<R>,
  signal: AbortSignal,
  patienceMs?: number,
): Promise<R | undefined> {
  for (let starts = 0; starts < mostStarts && !signal.aborted; starts += 1) {
    const worker = start();
    const remote = wrap<T>(worker);
    const ended = new Promise<undefined>((resolve) => {
      worker.onerror = () => resolve(undefined);
      signal.addEventListener('abort', () => resolve(undefined), { once: true });
    });
    const after = (ms: number) => new Promise<undefined>((resolve) => setTimeout(() => resolve(undefined), ms));
    try {
      if (!(await Promise.race([remote.isUp(), ended, after(startMs)]))) continue;
      return await Promise.race([work(remote), ended, ...(patienceMs === undefined ? [] : [after(patienceMs)])]);
    } catch {
      return undefined;
    } finally {
      worker.terminate();
    }
  }
  return undefined;
}
