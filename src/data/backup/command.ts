// Run by npm run backup and npm run restore: make FILE | check FILE | restore FILE | note FILE proven|unproven.
import { statSync } from 'node:fs';
import path from 'node:path';
import { v7 as newId } from 'uuid';
import { database } from '../database';
import { BackupRow } from '../models';
import { ready } from '../ready';
import { BrokenBackup, readBackup } from './file';
import type { Totals } from './file';
import { makeBackup, ownStudios, restoreBackup } from './tables';

const rowsIn = (totals: Totals): number => Object.values(totals).reduce((sum, { rows }) => sum + rows, 0);
const say = (words: string): void => void process.stdout.write(`${words}\n`);

/** The migration that makes the place where backups are noted. */
const noted = '014-backups';

async function note(file: string, isProven: boolean): Promise<void> {
  const { heading, totals } = await readBackup(file);
  ready();
  if (!heading.migrations.includes(noted)) return say('not noted: the database is of an older version');
  await BackupRow.create({
    id: newId(),
    file: path.basename(file).slice(0, 200),
    bytes: statSync(file).size,
    rowCount: rowsIn(totals),
    madeAt: new Date(heading.madeAt),
    provenAt: isProven ? new Date() : null,
  });
}

const verbs: Readonly<Record<string, (file: string, more: string | undefined) => Promise<void>>> = {
  make: async (file) => say(`${rowsIn(await makeBackup(file))} rows in ${path.basename(file)}`),
  check: async (file) => say(`${rowsIn((await readBackup(file)).totals)} rows, whole`),
  restore: async (file, more) => {
    if (more !== '--replace' && (await ownStudios()) > 0)
      throw new BrokenBackup(
        'there is a studio in this database: everything in it would be replaced. Say --replace to do that',
      );
    say(`${rowsIn(await restoreBackup(file))} rows restored`);
  },
  note: (file, more) => note(file, more === 'proven'),
};

async function main(): Promise<void> {
  const [verb = '', file = '', more] = process.argv.slice(2);
  const work = verbs[verb];
  if (!work || !file) throw new BrokenBackup('name a file');
  await work(file, more);
}

main()
  .catch((error: unknown) => {
    console.error(error instanceof Error ? error.message : error);
    process.exitCode = 1;
  })
  .finally(() => (process.env.DATABASE_URL ? database().close() : undefined));
