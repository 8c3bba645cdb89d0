// npm run media -- s3|database: pictures go beside the database (S3_ENDPOINT, S3_BUCKET, S3_KEY, S3_SECRET), or back into it.
// In the private database, or in that of DATABASE_URL. Cut short, it is run again.
import path from 'node:path';
import { startDatabase } from './database.mjs';
import { setUp } from './set-up.mjs';
import { giveUp, ownFolder, root, run } from './stages.mjs';

async function main() {
  const to = process.argv[2] ?? '';
  await setUp({ database: !process.env.DATABASE_URL });
  const own = process.env.DATABASE_URL ? undefined : await startDatabase(path.join(ownFolder, 'database'));
  try {
    await run(process.execPath, ['--import', 'tsx', path.join(root, 'src', 'data', 'media', 'command.ts'), to], {
      show: true,
      env: { DATABASE_URL: own?.url ?? process.env.DATABASE_URL },
      advice: 'say where to, with the storage set: S3_BUCKET=… npm run media -- s3',
    });
  } finally {
    await own?.stop();
  }
}

main().catch(giveUp);
