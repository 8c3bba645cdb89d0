// npm run summaries: proves what is kept beside histories, in the private database or in that of DATABASE_URL.
import path from 'node:path';
import { startDatabase } from './database.mjs';
import { setUp } from './set-up.mjs';
import { giveUp, ownFolder, root, run } from './stages.mjs';

async function main() {
  await setUp({ database: !process.env.DATABASE_URL });
  const own = process.env.DATABASE_URL ? undefined : await startDatabase(path.join(ownFolder, 'database'));
  try {
    await run(process.execPath, ['--import', 'tsx', path.join(root, 'src', 'data', 'prove.ts')], {
      show: true,
      env: { DATABASE_URL: own?.url ?? process.env.DATABASE_URL },
      advice: 'what differed was written anew: run the same command again',
    });
  } finally {
    await own?.stop();
  }
}

main().catch(giveUp);
