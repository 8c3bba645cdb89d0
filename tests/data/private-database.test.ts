// The private database as the commands use it: shared, stopped, killed, left behind.
import { spawn, spawnSync } from 'node:child_process';
import type { ChildProcess } from 'node:child_process';
import { copyFileSync, existsSync, mkdtempSync, readFileSync, statSync, symlinkSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';

const folder = mkdtempSync(path.join(os.tmpdir(), 'spine-house-'));
const starts = (where: string) =>
  `import { startDatabase } from './scripts/database.mjs'; const database = await startDatabase('${where}');`;
type Said = { port: number; pid: number; shared: boolean; rows?: number };

/** A command that starts the database and lives on until it is ended. */
async function keep(): Promise<{ child: ChildProcess; said: Said }> {
  const lines = `${starts(folder)} process.on('SIGTERM', () => database.stop().then(() => process.exit(0)));
    console.log(JSON.stringify({ port: database.port, pid: database.pid(), shared: database.shared })); setInterval(() => {}, 1000);`;
  const child = spawn(process.execPath, ['--input-type=module', '-e', lines], { stdio: ['ignore', 'pipe', 'inherit'] });
  const said = await new Promise<Said>((resolve) =>
    child.stdout?.once('data', (chunk: Buffer) => resolve(JSON.parse(chunk.toString()))),
  );
  return { child, said };
}

/** A command that starts the database, asks it something and stops it again. */
function pass(sql = 'SELECT 1 AS one', where = folder): Said {
  const lines = `${starts(where)} import { createConnection } from 'mariadb';
    const connection = await createConnection(database.url + '?connectTimeout=60000'); const rows = await connection.query(${JSON.stringify(sql)}); await connection.end();
    console.log(JSON.stringify({ port: database.port, pid: database.pid(), shared: database.shared, rows: rows.length ?? 0 })); await database.stop(); process.exit(0);`;
  const { status, stdout, stderr } = spawnSync(process.execPath, ['--input-type=module', '-e', lines], {
    encoding: 'utf8',
  });
  if (status !== 0) throw new Error(stderr);
  return JSON.parse(stdout.trim().split('\n').at(-1) ?? '') as Said;
}

const lives = (pid: number): boolean => {
  try {
    return readFileSync(`/proc/${pid}/comm`, 'utf8').trim() === 'mariadbd';
  } catch {
    return false;
  }
};
const ended = (child: ChildProcess, signal: NodeJS.Signals) =>
  new Promise<void>((resolve) => {
    child.on('exit', () => resolve());
    child.kill(signal);
  });

test('nobody else may read its password, or what it starts with', async () => {
  const { child } = await keep();
  for (const name of ['password', 'init.sql', 'server.json'])
    expect(statSync(path.join(folder, name)).mode & 0o077).toBe(0);
  await ended(child, 'SIGTERM');
});

test('a second command shares the server of the first and does not stop it; the first stops it cleanly', async () => {
  const { child, said } = await keep();
  expect(pass()).toMatchObject({ port: said.port, pid: said.pid, shared: true, rows: 1 });
  expect(lives(said.pid)).toBe(true);
  await ended(child, 'SIGTERM');
  expect(lives(said.pid)).toBe(false);
  expect(readFileSync(path.join(folder, 'mariadbd.log'), 'utf8')).toMatch(/Shutdown complete\s*$/);
});

test('a server that a killed command left behind is ended, and what it held is there again', async () => {
  pass('CREATE TABLE kept (id INT PRIMARY KEY)');
  pass('INSERT INTO kept VALUES (7)');
  const { child, said } = await keep();
  await ended(child, 'SIGKILL');
  expect(lives(said.pid)).toBe(true);
  const next = pass('SELECT * FROM kept');
  expect(next).toMatchObject({ shared: false, rows: 1 });
  expect(lives(said.pid)).toBe(false);
});

test('a copied folder, password and record and all, gets a server of its own; reached by another way, the folder is the same', async () => {
  const { child, said } = await keep();
  const copy = mkdtempSync(path.join(os.tmpdir(), 'spine-copy-'));
  for (const name of ['password', 'server.json']) copyFileSync(path.join(folder, name), path.join(copy, name));
  const own = pass('SHOW TABLES', copy);
  expect(own).toMatchObject({ shared: false, rows: 0 });
  expect(own.pid).not.toBe(said.pid);
  expect(own.port).not.toBe(said.port);
  const way = path.join(copy, 'way');
  symlinkSync(folder, way);
  expect(pass('SHOW TABLES', way)).toMatchObject({ shared: true, pid: said.pid, rows: 1 });
  await ended(child, 'SIGTERM');
  expect(lives(said.pid)).toBe(false);
});

test('where a killed server kept its sockets and working files is cleared by the next start', async () => {
  const { child, said } = await keep();
  const { sockets } = JSON.parse(readFileSync(path.join(folder, 'server.json'), 'utf8')) as { sockets: string };
  expect(existsSync(path.join(sockets, 's.sock'))).toBe(true);
  process.kill(said.pid, 'SIGKILL');
  await ended(child, 'SIGKILL');
  expect(existsSync(sockets)).toBe(true);
  pass();
  expect(existsSync(sockets)).toBe(false);
});

test('after the server itself is killed, the next start recovers', async () => {
  const { child, said } = await keep();
  process.kill(said.pid, 'SIGKILL');
  await ended(child, 'SIGKILL');
  expect(pass('SELECT * FROM kept')).toMatchObject({ shared: false, rows: 1 });
});

test('a record of a server that is long gone, or that is no record, is no hindrance', () => {
  writeFileSync(path.join(folder, 'server.json'), JSON.stringify({ pid: 1, port: 1, owner: 1 }));
  expect(pass().rows).toBe(1);
  writeFileSync(path.join(folder, 'server.json'), 'not json');
  expect(pass().rows).toBe(1);
});
