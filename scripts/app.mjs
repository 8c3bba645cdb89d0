// Building and serving the application.
import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import http from 'node:http';
import https from 'node:https';
import path from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { alone } from './alone.mjs';
import { openLog } from './logs.mjs';
import { StageFailure, ownFolder, root, run } from './stages.mjs';

const sources = ['src', 'public', 'package-lock.json', 'next.config.ts', 'tsconfig.json'];
const next = path.join(root, 'node_modules', 'next', 'dist', 'bin', 'next');
const locked = path.join(root, 'scripts', 'server.mjs');
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
export const build = () => alone(path.join(root, '.private', 'building'), buildStale);

async function buildStale() {
  const stamp = path.join(root, '.next', 'built-from');
  const wanted = fingerprint();
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return 'up to date';
  await run(process.execPath, [next, 'build'], {
    env: { ...quiet, NODE_ENV: 'production', SPINE_BUILD: wanted.slice(0, 16) },
  });
  writeFileSync(stamp, wanted);
  return 'built';
}

/** Migrates the database at `url`, and loads the demo where there is no studio yet (`seed`), or beside others (`beside`). */
export async function prepareDatabase(url, { seed = true, beside = false } = {}) {
  const asked = seed ? (beside ? ['--demo'] : []) : ['--no-seed'];
  const output = await run(
    process.execPath,
    ['--import', 'tsx', path.join(root, 'src', 'data', 'prepare.ts'), ...asked],
    {
      env: { DATABASE_URL: url },
      advice: 'read the output above, then run the same command again: it goes on where it stopped',
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
  const isOurs = /next|server\.mjs/.test(commandLine(pid)) && !commandLine(owner).includes('start.mjs');
  if (!isOurs) return;
  process.kill(pid, 'SIGTERM');
  for (let tries = 0; tries < 50 && commandLine(pid); tries += 1) await sleep(100);
  if (commandLine(pid)) process.kill(pid, 'SIGKILL');
}

/** Whether anything answers at an address; whose certificate it shows does not matter here. */
const isAnswered = (address) =>
  new Promise((resolve) => {
    const { get } = address.startsWith('https:') ? https : http;
    const asked = get(address, { rejectUnauthorized: false, timeout: 2000 }, (response) => {
      response.resume();
      resolve(true);
    });
    asked.on('timeout', () => asked.destroy());
    asked.on('error', () => resolve(false));
  });

/** Serves the built application (or the development server) until stopped; locked where there is a certificate (`tls`). */
export async function serve({ url, port, host = '127.0.0.1', dev = false, code = '', tls }) {
  mkdirSync(ownFolder, { recursive: true, mode: 0o700 });
  const log = dev ? 'inherit' : openLog(path.join(ownFolder, 'app.log'));
  const command = tls ? [locked] : [next, dev ? 'dev' : 'start', '-H', host, '-p', String(port)];
  const child = spawn(process.execPath, command, {
    cwd: root,
    env: {
      ...process.env,
      ...quiet,
      SPINE_BUNDLES: ownFolder,
      SPINE_HOST: host,
      SPINE_CODE: code,
      ...(tls ? { PORT: String(port), SPINE_TLS: JSON.stringify(tls) } : {}),
      DATABASE_URL: url,
      NODE_ENV: dev ? 'development' : 'production',
    },
    stdio: ['ignore', log, log],
  });
  const ended = new Promise((resolve) => child.on('exit', resolve));
  writeFileSync(record, JSON.stringify({ pid: child.pid, owner: process.pid }));
  const address = `${tls ? 'https' : 'http'}://${['0.0.0.0', '::'].includes(host) ? '127.0.0.1' : host}:${port}`;
  for (let tries = 0; ; tries += 1) {
    if (child.exitCode !== null)
      throw new StageFailure(`the server ended with ${child.exitCode}`, `read ${path.join(ownFolder, 'app.log')}`);
    if (await isAnswered(`${address}/api/health`)) break;
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

const mostRestarts = 5;
const restartsWithinMs = 5 * 60_000;

/**
 * Serves, and starts the server again when it dies by itself; gives up after a few deaths close together.
 * `onGone` is told when it has given up.
 */
export async function keepServing(how, onGone) {
  let app = await serve(how);
  let stopping = false;
  const deaths = [];
  const watch = async () => {
    for (;;) {
      const code = await app.ended;
      if (stopping) return;
      const now = Date.now();
      deaths.push(now);
      if (deaths.filter((at) => now - at < restartsWithinMs).length > mostRestarts) return onGone(code);
      console.error(`• the server ended by itself (${code ?? 'killed'}); starting it again`);
      await sleep(500);
      if (stopping) return;
      try {
        app = await serve(how);
      } catch {
        return stopping ? undefined : onGone(code);
      }
      console.error(`• the server is back at ${app.address}`);
    }
  };
  void watch();
  return {
    address: app.address,
    async stop(signal) {
      stopping = true;
      await app.stop(signal);
    },
  };
}
