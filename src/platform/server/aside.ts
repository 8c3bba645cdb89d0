// Work that may take long, beside the server's own thread: one at a time, bounded in time and memory.
import path from 'node:path';
import { Worker } from 'node:worker_threads';
import type { FileError, FileQuestion, ReadEntry, ReadFile } from '@/core/knowledge/files';
import type { EditableKind, OwnEntry } from '@/core/knowledge/own-entries';
import { log } from './log';

const mostMs = 15_000;
const mostMb = 400;
const mostWaiting = 6;

let waiting = 0;
let last: Promise<unknown> = Promise.resolve();

const refusal = (message: string): { readonly ok: false; readonly errors: readonly FileError[] } => ({
  ok: false,
  errors: [{ line: 1, path: '', message }],
});

/** Bundled by the start and test commands (scripts/core.mjs). */
const script = () =>
  path.join(/* turbopackIgnore: true */ process.env.SPINE_BUNDLES ?? path.resolve('.private'), 'aside.mjs');

function answer<T>(question: FileQuestion): Promise<T | ReturnType<typeof refusal>> {
  return new Promise((resolve) => {
    const worker = new Worker(script(), { execArgv: [], resourceLimits: { maxOldGenerationSizeMb: mostMb } });
    const end = (value: T | ReturnType<typeof refusal>) => {
      clearTimeout(patience);
      resolve(value);
      void worker.terminate();
    };
    const patience = setTimeout(() => end(refusal('This takes too long to read. Send a smaller file.')), mostMs);
    worker.once('message', end);
    worker.once('error', (error) => {
      log.error(error);
      end(refusal('This can’t be read: it is nested too deeply, or too large.'));
    });
    worker.postMessage(question);
  });
}

async function inTurn<T>(question: FileQuestion): Promise<T | ReturnType<typeof refusal>> {
  if (waiting >= mostWaiting) return refusal('Several files are being read just now. Try again in a moment.');
  waiting += 1;
  const turn = last.then(() => answer<T>(question));
  last = turn.catch(() => undefined);
  try {
    return await turn;
  } finally {
    waiting -= 1;
  }
}

const bare = (own: readonly OwnEntry[]): OwnEntry[] =>
  own.map(({ kind, id, entry, base }) => ({ kind, id, entry, base }));

/** Reads a whole repertoire file and tells what it would change. */
export const readFileAside = (text: string, own: readonly OwnEntry[]): Promise<ReadFile> =>
  inTurn<ReadFile>({ read: 'file', text, own: bare(own) });

/** Reads one entry and checks it within the whole. */
export const readEntryAside = (text: string, kind: EditableKind, own: readonly OwnEntry[]): Promise<ReadEntry> =>
  inTurn<ReadEntry>({ read: 'entry', text, kind, own: bare(own) });
