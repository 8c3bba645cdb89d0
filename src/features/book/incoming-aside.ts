import { wrap } from 'comlink';
import type { Calendar, Reading } from '@/core/book/incoming';
import { failure } from '@/core/result';
import type { Result } from '@/core/result';
import type { CalendarReader } from './incoming.worker';

export const mostBytes = 30_000_000;
const patienceMs = 60_000;
const failed = failure('noWorker', 'This browser could not read the file. Try again, or a smaller file.', 'file');

/** Reads a file in a worker; `signal` ends it. */
export async function readFileAside(file: File, reading: Reading, signal: AbortSignal): Promise<Result<Calendar>> {
  if (file.size > mostBytes)
    return failure('tooLarge', `The file has ${Math.round(file.size / 1e6)} MB; up to 30 can be read.`, 'file');
  const worker = new Worker(new URL('./incoming.worker.ts', import.meta.url), { type: 'module' });
  const ended = new Promise<Result<never>>((resolve) => {
    worker.onerror = () => resolve(failed);
    signal.addEventListener('abort', () => resolve(failed));
    setTimeout(() => resolve(failed), patienceMs);
  });
  try {
    return await Promise.race([wrap<CalendarReader>(worker).read(await file.text(), reading), ended]);
  } catch {
    return failed;
  } finally {
    worker.terminate();
  }
}
