// The core from a shell: one JSON value in, one out. Exit 2 with one line on standard error when the input is bad.
import { readFileSync } from 'node:fs';
import { answer } from './verbs';

const result = answer(process.argv[2], readFileSync(0, 'utf8'));
if (result.ok) process.stdout.write(`${JSON.stringify(result.value)}\n`);
else {
  process.stderr.write(`${JSON.stringify({ error: result.error })}\n`);
  process.exitCode = 2;
}
