// Building and serving the application.
import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, openSync, readFileSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { StageFailure, ownFolder, root, run } from './stages.mjs';

const sources = ['src', 'public', 'package-lock.json', 'next.config.ts', 'tsconfig.json'];
const next = path.join(root, 'node_modules', 'next', 'dist', 'bin', 'next');
const quiet = { NEXT_TELEMETRY_DISABLED: '1' };

/** Files below `entry`, in a fixed order. */
export function filesBelow(entry) {
  if (!existsSync(entry)) return [];
  if (!statSync(entry).isDirectory()) return [entry];
  return readdirSync(entry)
    .sort()
    .flatMap((name) => filesBelow(path.join(entry, name)));
}

function fingerprint() {
  const hash = createHash('sha256');
  for (const file of sources.flatMap((entry) => filesBelow(path.join(root, entry)))) {
    if (/\.test\.tsx?$/.test(file)) continue;
    hash.update(path.relative(root, file)).update(readFileSync(file));
  }
  return hash.digest('hex');
}

/** Builds the application when its sources have changed since the last build. */
export async function build() {
  const stamp = path.join(root, '.next', 'built-from');
  const wanted = fingerprint();
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return 'up to date';
  await run(process.execPath, [next, 'build'], { env: { ...quiet, NODE_ENV: 'production' } });
  writeFileSync(stamp, wanted);
  return 'built';
}

/** Migrates and seeds the database at `url`. */
export async function prepareDatabase(url, { seed = true } = {}) {
  const output = await run(
    process.execPath,
    ['--import', 'tsx', path.join(root, 'src', 'data', 'prepare.ts'), ...(seed ? [] : ['--no-seed'])],
    {
      env: { DATABASE_URL: url },
      advice: 'read the output above; the data itself has not been touched by a failed step',
    },
  );
  return output.trim().split('\n').at(-1);
}

const record = path.join(ownFolder, 'app.json');

function commandLine(pid) {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8');
  } catch {
    return '';
  }
}

/** Ends an application server whose command was killed and left it behind; one whose command lives is left alone. */
export async function endLeftOver() {
  if (!existsSync(record)) return;
  const { pid, owner } = JSON.parse(readFileSync(record, 'utf8'));
  const isOurs = commandLine(pid).includes('next') && !commandLine(owner).includes('start.mjs');
  if (!isOurs) return;
  process.kill(pid, 'SIGTERM');
  for (let tries = 0; tries < 50 && commandLine(pid); tries += 1) await sleep(100);
  if (commandLine(pid)) process.kill(pid, 'SIGKILL');
}

/** Serves the built application (or the development server) until stopped. */
export async function serve({ url, port, host = '127.0.0.1', dev = false }) {
  mkdirSync(ownFolder, { recursive: true, mode: 0o700 });
  const log = dev ? 'inherit' : openSync(path.join(ownFolder, 'app.log'), 'w', 0o600);
  const child = spawn(process.execPath, [next, dev ? 'dev' : 'start', '-H', host, '-p', String(port)], {
    cwd: root,
    env: {
      ...process.env,
      ...quiet,
      SPINE_BUNDLES: ownFolder,
      DATABASE_URL: url,
      NODE_ENV: dev ? 'development' : 'production',
    },
    stdio: ['ignore', log, log],
  });
  const ended = new Promise((resolve) => child.on('exit', resolve));
  writeFileSync(record, JSON.stringify({ pid: child.pid, owner: process.pid }));
  const address = `http://${host === '0.0.0.0' ? '127.0.0.1' : host}:${port}`;
  for (let tries = 0; ; tries += 1) {
    if (child.exitCode !== null)
      throw new StageFailure(`the server ended with ${child.exitCode}`, `read ${path.join(ownFolder, 'app.log')}`);
    if (
      await fetch(`${address}/api/health`).then(
        () => true,
        () => false,
      )
    )
      break;
    if (tries > 600) throw new StageFailure('the server does not answer', `read ${path.join(ownFolder, 'app.log')}`);
    await sleep(100);
  }
  return {
    address,
    ended,
    pid: child.pid,
    async stop(signal = 'SIGTERM') {
      child.kill(signal);
      const patience = setTimeout(() => child.kill('SIGKILL'), 5000);
      await ended;
      clearTimeout(patience);
      rmSync(record, { force: true });
    },
  };
}
