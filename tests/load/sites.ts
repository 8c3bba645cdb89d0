// Where the product runs while things are killed: on one machine with its own database, or as two servers on a cluster.
import { spawnSync } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { startCluster } from '../../scripts/cluster.mjs';
import { databasePid, databaseUrl, openHouse, ownFolder } from '../browser/house';
import { endDisk, makeDisk, mayMakeDisks } from './disk';

export type Blow = 'server' | 'database' | 'disk';

export type Site = {
  /** Of the servers by turns: what a proxy would do for a tablet whose server does not answer. */
  readonly address: (turn: number) => string;
  /** Where what was kept is read. */
  readonly databaseUrl: string;
  /** What can be struck here, and how. */
  readonly blows: Readonly<Partial<Record<Blow, () => void>>>;
  /** What was killed stands again; a disk has room again. */
  readonly mended: () => Promise<void>;
  readonly end: () => Promise<void>;
};

const killServer = (folder: string): void => {
  const { pid }: { pid: number } = JSON.parse(readFileSync(path.join(folder, 'app.json'), 'utf8'));
  process.kill(pid, 'SIGKILL');
};

export async function onOneMachine(): Promise<Site> {
  rmSync(ownFolder, { recursive: true, force: true });
  mkdirSync(ownFolder, { recursive: true });
  if (mayMakeDisks) makeDisk(ownFolder, 1024);
  const house = await openHouse({ PORT: '3720' });
  const ballast = path.join(ownFolder, 'ballast');
  const fillDisk = () => {
    spawnSync('dd', ['if=/dev/zero', `of=${ballast}`, 'bs=64k'], { stdio: 'ignore' });
    setTimeout(() => rmSync(ballast, { force: true }), 6000);
  };
  return {
    address: () => house.address,
    databaseUrl: databaseUrl(),
    blows: {
      server: () => killServer(ownFolder),
      database: () => void process.kill(databasePid(), 'SIGKILL'),
      ...(mayMakeDisks ? { disk: fillDisk } : {}),
    },
    mended: async () => {},
    end: async () => {
      await house.end('SIGTERM');
      if (mayMakeDisks) endDisk(ownFolder);
      rmSync(ownFolder, { recursive: true, force: true });
    },
  };
}

/** The second node is the one that dies; the first start of both servers is at once, on an empty database. */
export async function onCluster(): Promise<Site> {
  const cluster = await startCluster();
  const folders = ['one', 'two'].map((name) => path.join(ownFolder, name));
  const [one = '', two = '', three = ''] = cluster.urls;
  const houses = await Promise.all(
    [one, two].map(async (url, n) => {
      const folder = folders[n] ?? '';
      rmSync(folder, { recursive: true, force: true });
      return openHouse({ PORT: String(3720 + 10 * n), SPINE_FOLDER: folder, DATABASE_URL: url });
    }),
  );
  let rejoining: Promise<void> = Promise.resolve();
  return {
    address: (turn) => houses[turn % houses.length]?.address ?? '',
    databaseUrl: three,
    blows: {
      server: () => killServer(folders[1] ?? ''),
      database: () => {
        cluster.kill(1);
        rejoining = sleep(2000).then(() => cluster.start(1));
      },
    },
    mended: () => rejoining,
    end: async () => {
      await Promise.all(houses.map((house) => house.end('SIGTERM')));
      await cluster.stop();
      rmSync(ownFolder, { recursive: true, force: true });
    },
  };
}
