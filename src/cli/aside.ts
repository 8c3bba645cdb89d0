// A worker that reads repertoire files beside the server: checking one takes longer than a request may hold the others up.
// It answers one question.
import { parentPort } from 'node:worker_threads';
import { readEntry, readRepertoireFile } from '@/core/knowledge/files';
import type { FileQuestion } from '@/core/knowledge/files';
import { repertoire } from '@/repertoire';

parentPort?.once('message', (asked: FileQuestion) => {
  parentPort?.postMessage(
    asked.read === 'file'
      ? readRepertoireFile(asked.text, repertoire, asked.own)
      : readEntry(asked.text, asked.kind, repertoire, asked.own),
  );
});
