import type { Colliding, Composed } from '@/core/planning/compose';
import type { Lesson } from '@/core/planning/lesson';
import type { Wishes } from '@/core/planning/session-plan';
import { failure } from '@/core/result';
import type { Result } from '@/core/result';
import { workAside } from '@/platform/browser/aside';
import type { Composer } from './compose.worker';

const failed = failure('noWorker', 'This browser could not compose. Try again, or put the plan together by hand.');

const start = () => new Worker(new URL('./compose.worker.ts', import.meta.url), { type: 'module' });

/** Composes in a worker; `signal` ends it. */
export async function composeAside(
  lesson: Lesson,
  wishes: Wishes,
  effortMs: number,
  signal: AbortSignal,
): Promise<Result<Composed | Colliding>> {
  const told = await workAside<Composer, Result<Composed | Colliding>>(
    start,
    (composer) => composer.compose(lesson, wishes, effortMs),
    signal,
  );
  return told ?? failed;
}
