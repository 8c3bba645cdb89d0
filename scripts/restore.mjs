// npm run restore -- FILE: puts a backup in the place of everything in the private database, or in that of DATABASE_URL.
// Where a studio is in it already, -- FILE --replace says that it may go.
import { existsSync } from 'node:fs';
import path from 'node:path';
import { prepareDatabase } from './app.mjs';
import { startDatabase } from './database.mjs';
import { setUp } from './set-up.mjs';
import { StageFailure, giveUp, ownFolder, root, run, stage } from './stages.mjs';

const [given = '', ...options] = process.argv.slice(2);

async function main() {
  const file = path.resolve(given);
  if (!given || !existsSync(file))
    throw new StageFailure('name the file of a backup', 'npm run restore -- .private/backups/level-spine-….backup.gz');
  await setUp({ database: !process.env.DATABASE_URL });
  const own = process.env.DATABASE_URL ? undefined : await startDatabase(path.join(ownFolder, 'database'));
  try {
    if (own?.shared)
      throw new StageFailure('Level Spine is running on this database', 'stop it first, then run this again');
    const url = own?.url ?? process.env.DATABASE_URL;
    const command = path.join(root, 'src', 'data', 'backup', 'command.ts');
    await stage('restore', async () => {
      const said = await run(process.execPath, ['--import', 'tsx', command, 'restore', file, ...options], {
        env: { DATABASE_URL: url },
        advice: 'nothing was touched unless it says so; cut short, run the same command again',
      });
      return said.trim().split('\n').at(-1);
    });
    await stage('tables', () => prepareDatabase(url, { seed: false }));
  } finally {
    await own?.stop();
  }
}

main().catch((error) => {
  if (error instanceof StageFailure) console.error(`✗ ${error.message}\n  What to do: ${error.advice}`);
  giveUp(error);
});
