// npm start: from a fresh machine to an address to open. npm run dev: the same, with the development server.
import path from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { build, endLeftOver, keepServing, prepareDatabase } from './app.mjs';
import { bundleCore } from './core.mjs';
import { startDatabase } from './database.mjs';
import { freePort } from './ports.mjs';
import { setUp } from './set-up.mjs';
import { StageFailure, giveUp, ownFolder, stage } from './stages.mjs';

const dev = process.argv.includes('--dev');
const host = process.env.HOST || '127.0.0.1';
const wantedPort = Number(process.env.PORT || 3000);
const ownServer = process.env.DATABASE_URL;

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
      await prepareDatabase(url);
      console.log('• database: prepared');
      return;
    } catch {
      await sleep(5000);
    }
  }
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
    await stage('tables and demo', () => prepareDatabase(ownServer)).catch(() => {
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
    await stage('tables and demo', () => prepareDatabase(database.url));
  }
  await stage('core for the shell', bundleCore);
  if (!dev) await stage('application', build);
  await endLeftOver();
  const port = await freePort(wantedPort, host);
  if (port !== wantedPort) console.log(`• port ${wantedPort} is taken; using ${port}`);
  await stage('server', async () => {
    app = await keepServing({ url: ownServer ?? database.url, port, host, dev }, (code) => {
      console.error(`✗ the server ended again and again, last with ${code}: read app.log in ${ownFolder}`);
      void stop(1);
    });
  });
  console.log(`\n  Level Spine is at ${app.address}\n  Ctrl-C stops it; everything is kept.\n`);
}

main().catch(async (error) => {
  await database?.stop();
  giveUp(error);
});
