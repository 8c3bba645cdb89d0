import { wrap } from 'comlink';
import type { Colliding, Composed } from '@/core/planning/compose';
import type { Lesson } from '@/core/planning/lesson';
import type { Wishes } from '@/core/planning/session-plan';
import { failure } from '@/core/result';
import type { Result } from '@/core/result';
import type { Composer } from './compose.worker';

const failed = failure('noWorker', 'This browser could not compose. Try again, or put the plan together by hand.');

/** Composes in a worker; `signal` ends it. */
export async function composeAside(
  lesson: Lesson,
  wishes: Wishes,
  effortMs: number,
  signal: AbortSignal,
): Promise<Result<Composed | Colliding>> {
  const worker = new Worker(new URL('./compose.worker.ts', import.meta.url), { type: 'module' });
  const ended = new Promise<Result<never>>((resolve) => {
    worker.onerror = () => resolve(failed);
    signal.addEventListener('abort', () => resolve(failed));
  });
  try {
    return await Promise.race([wrap<Composer>(worker).compose(lesson, wishes, effortMs), ended]);
  } catch {
    return failed;
  } finally {
    worker.terminate();
  }
}
