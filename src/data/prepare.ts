// Run by the start and test commands: migrates, seeds the demo into an empty database (--demo: beside others; --no-seed: not), fills the demo's day, writes what
// sessions still owe. It can be killed at any point and begun again; of two at once, one waits.
// The last line printed is the remark shown beside the stage.
import { checkRepertoire } from '@/core/knowledge/check';
import { repertoire } from '@/repertoire';
import { isHalfRestored } from './backup/tables';
import { database } from './database';
import { fillToday } from './demo/book';
import { seedDemo } from './demo/seed';
import { migrate } from './migrate';
import { preparingAlone } from './preparing';
import { ready } from './ready';
import { payBytes } from './media/pictures';
import { letFilmsGo } from './stores/kept-films';
import { payEverything } from './stores/follows';

async function prepare(): Promise<string> {
  const broken = checkRepertoire(repertoire);
  if (broken.length > 0)
    throw new Error(`the repertoire is broken: ${broken.map(({ path, message }) => `${path}: ${message}`).join('; ')}`);
  if (await isHalfRestored())
    throw new Error('A restore into this database was cut short: run npm run restore again with the same file.');
  const remarks: string[] = [];
  const ran = await migrate(database());
  if (ran.length > 0) remarks.push(`migrated (${ran.join(', ')})`);
  ready();
  if (!process.argv.includes('--no-seed')) {
    if (await seedDemo({ beside: process.argv.includes('--demo') })) remarks.push('demo studio loaded');
    if (await fillToday()) remarks.push("today's book filled");
  }
  const paid = await payEverything();
  await letFilmsGo();
  await payBytes().catch(() => 0); // what is owed stays owed
  if (paid > 0) remarks.push(`${paid} sessions written to their clients' files`);
  return remarks.join(', ') || 'up to date';
}

// Whoever started this and died wants nothing more of it: the next start begins again.
const parent = process.ppid;
setInterval(() => process.ppid !== parent && process.exit(1), 500).unref();

preparingAlone(database(), prepare)
  .then(async (remark) => {
    await database().close();
    console.log(remark);
  })
  .catch((error: unknown) => {
    console.error(error instanceof Error ? error.message : error);
    process.exit(1);
  });
