// Telling the person at the terminal what is happening: one line a stage, with its time, and what to do when it fails.
import { spawn } from 'node:child_process';
import { existsSync, statfsSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '..');

/** Where everything that is ours alone lies: database, bundles, records of what runs. Git ignores it. */
export const ownFolder = process.env.SPINE_FOLDER
  ? path.resolve(process.env.SPINE_FOLDER)
  : path.join(root, '.private');

/** A failure with advice: printed without a stack, because the person can act on it. */
export class StageFailure extends Error {
  constructor(message, advice) {
    super(message);
    this.advice = advice;
  }
}

const leastFreeMb = 32;

/** What to do about a disk without room, whatever it was that failed for want of it; undefined while there is room. */
function adviceOnRoom() {
  const { bavail, bsize } = statfsSync(existsSync(ownFolder) ? ownFolder : root);
  if ((bavail * bsize) / 1e6 > leastFreeMb) return undefined;
  return `the disk that holds ${ownFolder} is full: make room (a first start takes 400 MB) and run the same command again; what is kept stays`;
}

/** Runs `work`, prints `name … done (1.2 s)`; `work` may return a short remark. */
export async function stage(name, work) {
  const started = performance.now();
  const seconds = () => ((performance.now() - started) / 1000).toFixed(1);
  try {
    const remark = await work();
    console.log(`• ${name}: ${typeof remark === 'string' ? remark : 'done'} (${seconds()} s)`);
    return remark;
  } catch (error) {
    console.error(`✗ ${name}: ${error.message} (${seconds()} s)`);
    const advice = adviceOnRoom() ?? (error instanceof StageFailure ? error.advice : undefined);
    if (advice) console.error(`  What to do: ${advice}`);
    throw error;
  }
}

/**
 * Runs a command to its end. Output is shown as it comes (`show`), else kept and printed only on failure.
 * Resolves to its output; rejects with a StageFailure that carries `advice`.
 */
export function run(command, args, { show = false, env, advice = 'read the output above' } = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, {
      cwd: root,
      env: { ...process.env, ...env },
      stdio: show ? 'inherit' : ['ignore', 'pipe', 'pipe'],
    });
    let output = '';
    child.stdout?.on('data', (chunk) => (output += chunk));
    child.stderr?.on('data', (chunk) => (output += chunk));
    child.on('error', (error) => reject(new StageFailure(`${command}: ${error.message}`, advice)));
    child.on('close', (code) => {
      if (code === 0) return resolve(output);
      if (output) console.error(output);
      reject(new StageFailure(`${command} ended with ${code}`, advice));
    });
  });
}

/** Ends the process after a failure that `stage` has already told. */
export function giveUp(error) {
  if (!(error instanceof StageFailure)) console.error(error);
  process.exit(1);
}
