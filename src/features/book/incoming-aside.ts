import type { Calendar, Reading } from '@/core/book/incoming';
import { failure } from '@/core/result';
import type { Result } from '@/core/result';
import { workAside } from '@/platform/browser/aside';
import type { CalendarReader } from './incoming.worker';

export const mostBytes = 30_000_000;
const patienceMs = 60_000;
const failed = failure('noWorker', 'This browser could not read the file. Try again, or a smaller file.', 'file');

const start = () => new Worker(new URL('./incoming.worker.ts', import.meta.url), { type: 'module' });

/** Reads a file in a worker; `signal` ends it. */
export async function readFileAside(file: File, reading: Reading, signal: AbortSignal): Promise<Result<Calendar>> {
  if (file.size > mostBytes)
    return failure('tooLarge', `The file has ${Math.round(file.size / 1e6)} MB; up to 30 can be read.`, 'file');
  const text = await file.text().catch(() => undefined);
  const read =
    text === undefined
      ? undefined
      : await workAside<CalendarReader, Result<Calendar>>(
          start,
          (reader) => reader.read(text, reading),
          signal,
          patienceMs,
        );
  return read ?? failed;
}
