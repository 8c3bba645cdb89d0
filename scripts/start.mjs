// npm start: from a fresh machine to an address to open. npm run dev: the same, with the development server.
// The demo studio is loaded on this machine alone: not for a network (HOST), not into a database of one's own (DATABASE_URL),
// not with -- --own; -- --demo asks for it by name.
import { randomInt } from 'node:crypto';
import { spawn } from 'node:child_process';
import os from 'node:os';
import path from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { build, endLeftOver, keepServing, prepareDatabase } from './app.mjs';
import { certificateFor } from './certificates.mjs';
import { bundleCore } from './core.mjs';
import { startDatabase } from './database.mjs';
import { openLog } from './logs.mjs';
import { freePort } from './ports.mjs';
import { setUp } from './set-up.mjs';
import { StageFailure, giveUp, ownFolder, root, stage } from './stages.mjs';

const dev = process.argv.includes('--dev');
const host = process.env.HOST || '127.0.0.1';
const wantedPort = Number(process.env.PORT || 3000);
const ownServer = process.env.DATABASE_URL;
const isLoopback = /^(localhost|127(\.\d{1,3}){3}|::1)$/.test(host);
const beside = process.argv.includes('--demo');
const seed = beside || (isLoopback && !ownServer && !process.argv.includes('--own'));

/** Whoever makes a studio from another machine proves by it that she stands by this one. */
const letters = 'abcdefghjkmnpqrstuvwxyz23456789';
const code = Array.from(
  { length: 12 },
  (_, i) => `${i > 0 && i % 4 === 0 ? '-' : ''}${letters[randomInt(letters.length)]}`,
).join('');

const backupHours = Number(process.env.BACKUP_EVERY_HOURS || 0);
const tables = seed ? 'tables and demo' : 'tables';

let database;
let app;
let stopping = false;

async function stop(code) {
  if (stopping) return;
  stopping = true;
  await app?.stop();
  await database?.stop();
  if (code === 0) console.log('• stopped; everything is kept');
  process.exit(code);
}

for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop(0));

/** A server named by DATABASE_URL may be down: serve the page that says so, and prepare it once it answers. */
async function prepareWhenReachable(url) {
  while (!stopping) {
    try {
      await prepareDatabase(url, { seed, beside });
      console.log('• database: prepared');
      return;
    } catch {
      await sleep(5000);
    }
  }
}

/** The address as another machine of the network knows it. */
function placeOnNetwork(address) {
  const outward = Object.values(os.networkInterfaces())
    .flat()
    .find(({ family, internal }) => family === 'IPv4' && !internal);
  return host === '0.0.0.0' && outward ? address.replace('127.0.0.1', outward.address) : address;
}

/** How tablets come to trust this machine. */
function tellTrust(fingerprint) {
  const plain = placeOnNetwork(app.address).replace('https:', 'http:');
  console.log(`  Tablets and phones: open ${plain} on them; it shows how they come to trust this machine.`);
  console.log(`  The authority that they are shown has the fingerprint (SHA-256) ${fingerprint}`);
}

/** Backs up by itself, by BACKUP_EVERY_HOURS; where to and how many stay, by BACKUP_TO and BACKUP_KEEP. */
function backUpEvery(hours, url) {
  let running;
  const log = openLog(path.join(ownFolder, 'backup.log'));
  const timer = setInterval(() => {
    if (running) return;
    running = spawn(process.execPath, [path.join(root, 'scripts', 'backup.mjs')], {
      env: { ...process.env, ...(url ? { DATABASE_URL: url } : {}) },
      stdio: ['ignore', log, log],
    });
    running.on('exit', (ended) => {
      running = undefined;
      if (ended !== 0) console.error(`✗ the backup failed: read backup.log in ${ownFolder}`);
    });
  }, hours * 3_600_000);
  timer.unref();
}

function checkPort() {
  if (Number.isInteger(wantedPort) && wantedPort >= 1 && wantedPort <= 65535) return `${wantedPort} wanted`;
  throw new StageFailure(
    `PORT=${process.env.PORT} is not a port`,
    'give a number from 1 to 65535, or leave PORT unset',
  );
}

async function main() {
  await stage('port', checkPort);
  await setUp({ database: !ownServer });
  if (ownServer) {
    console.log('• database: the server that DATABASE_URL names');
    await stage(tables, () => prepareDatabase(ownServer, { seed, beside })).catch(() => {
      console.error('  The address is served all the same; the database is tried again every 5 seconds.');
      void prepareWhenReachable(ownServer);
    });
  } else {
    await stage('private MariaDB', async () => {
      database = await startDatabase(path.join(ownFolder, 'database'), { keepAlive: true });
      return database.shared
        ? `already running, shared (port ${database.port})`
        : `running on 127.0.0.1:${database.port}`;
    });
    await stage(tables, () => prepareDatabase(database.url, { seed, beside }));
  }
  await stage('core for the shell', bundleCore);
  if (!dev) await stage('application', build);
  await endLeftOver();
  const port = await freePort(wantedPort, host);
  if (port !== wantedPort) console.log(`• port ${wantedPort} is taken; using ${port}`);
  const tls = isLoopback || dev ? undefined : await certificateFor(host, path.join(ownFolder, 'certificates'));
  await stage('server', async () => {
    app = await keepServing({ url: ownServer ?? database.url, port, host, dev, code, tls }, (last) => {
      console.error(`✗ the server ended again and again, last with ${last}: read app.log in ${ownFolder}`);
      void stop(1);
    });
  });
  if (backupHours > 0) backUpEvery(backupHours, ownServer);
  console.log(`\n  Level Spine is at ${app.address}\n  Ctrl-C stops it; everything is kept.`);
  if (tls?.authority) tellTrust(tls.fingerprint);
  if (!isLoopback)
    console.log(`  To make a studio from another machine: ${placeOnNetwork(app.address)}/first, with the code ${code}`);
  console.log('');
}

main().catch(async (error) => {
  await database?.stop();
  giveUp(error);
});
