// npm run backup: everything that is kept, in one file, while the studio goes on; then proven: restored into a database of its
// own, and what is kept beside histories held against them.
//   npm run backup                     into .private/backups
//   npm run backup -- --to FOLDER      elsewhere
//   npm run backup -- --keep 14        afterwards only the newest so many stay
//   npm run backup -- --unproven       without the second part
import { existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync, statSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { startDatabase } from './database.mjs';
import { findProgram, setUp } from './set-up.mjs';
import { StageFailure, giveUp, ownFolder, root, run, stage } from './stages.mjs';

const options = process.argv.slice(2);
const after = (name) => (options.includes(name) ? options[options.indexOf(name) + 1] : undefined);
const folder = path.resolve(after('--to') ?? process.env.BACKUP_TO ?? path.join(ownFolder, 'backups'));
const keep = Number(after('--keep') ?? process.env.BACKUP_KEEP ?? 0);
const isOurs = (name) => /^level-spine-\d{4}-\d\d-\d\dT[\d-]+Z\.backup\.gz$/.test(name);

const command = (url, ...args) =>
  run(process.execPath, ['--import', 'tsx', path.join(root, 'src', 'data', 'backup', 'command.ts'), ...args], {
    env: { DATABASE_URL: url },
  });

/** Restores the file into a database that is thrown away, and proves what is in it. */
async function prove(file) {
  const scratch = mkdtempSync(path.join(os.tmpdir(), 'spine-proof-'));
  const database = await startDatabase(scratch);
  try {
    await command(database.url, 'restore', file);
    await run(process.execPath, ['--import', 'tsx', path.join(root, 'src', 'data', 'prove.ts')], {
      env: { DATABASE_URL: database.url },
    });
    return 'restored into a database of its own, and equal';
  } finally {
    await database.stop();
    rmSync(scratch, { recursive: true, force: true });
  }
}

/** Only the newest stay. */
function thinOut() {
  const old = readdirSync(folder).filter(isOurs).sort().slice(0, -keep);
  for (const name of old) rmSync(path.join(folder, name));
  return old.length > 0 ? `${old.length} taken away` : 'nothing to take away';
}

async function main() {
  if (!Number.isInteger(keep) || keep < 0) throw new StageFailure('--keep is no count', 'say how many are to stay');
  await setUp({ database: !process.env.DATABASE_URL });
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const file = path.join(folder, `level-spine-${new Date().toISOString().replace(/[:.]/g, '-')}.backup.gz`);
  const own = process.env.DATABASE_URL ? undefined : await startDatabase(path.join(ownFolder, 'database'));
  const url = own?.url ?? process.env.DATABASE_URL;
  const mayProve = !options.includes('--unproven') && existsSync(findProgram('mariadbd') ?? '');
  try {
    await stage('backup', async () => (await command(url, 'make', file)).trim().split('\n').at(-1));
    await stage('read back', async () => (await command(url, 'check', file)).trim().split('\n').at(-1));
    if (mayProve) await stage('proof', () => prove(file));
    await command(url, 'note', file, mayProve ? 'proven' : 'unproven');
    if (keep > 0) await stage('older ones', thinOut);
    console.log(`\n  ${file} (${(statSync(file).size / 1e6).toFixed(1)} MB). Keep a copy away from this machine.\n`);
  } finally {
    await own?.stop();
  }
}

main().catch(giveUp);
