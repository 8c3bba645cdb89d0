// The core from a shell: one JSON value in, one out. Exit 2 with one line on standard error when the input is bad.
// `batch` answers lines, one by one as they come, whatever each of them holds.
import { once } from 'node:events';
import { readFileSync } from 'node:fs';
import { answer, answerLine, mostText } from './verbs';

/** Lines of standard input as they come; one longer than `mostText` comes as undefined, and is not held. */
async function* linesIn(): AsyncGenerator<string | undefined> {
  process.stdin.setEncoding('utf8');
  let held = '';
  let isTooLong = false;
  // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- text: the encoding is set above
  for await (const chunk of process.stdin as AsyncIterable<string>) {
    const parts = chunk.split('\n');
    for (const [i, part] of parts.entries()) {
      if (!isTooLong) held += part;
      if (held.length > mostText) [held, isTooLong] = ['', true];
      if (i === parts.length - 1) break; // the line goes on in the next chunk
      yield isTooLong ? undefined : held;
      [held, isTooLong] = ['', false];
    }
  }
  if (held || isTooLong) yield isTooLong ? undefined : held;
}

async function batch(): Promise<void> {
  for await (const line of linesIn())
    if (!process.stdout.write(`${JSON.stringify(answerLine(line))}\n`)) await once(process.stdout, 'drain');
}

function one(name: string | undefined): void {
  const result = answer(name, readFileSync(0, 'utf8'));
  if (result.ok) process.stdout.write(`${JSON.stringify(result.value)}\n`);
  else {
    process.stderr.write(`${JSON.stringify({ error: result.error })}\n`);
    process.exitCode = 2;
  }
}

process.stdout.on('error', () => process.exit(0)); // whoever reads has had enough
if (process.argv[2] === 'batch') void batch();
else one(process.argv[2]);
