// npm run password -- someone@studio.example: a link by which she sets herself a new password, for a lead who has nobody to ask.
// With --without-second her second factor goes too, for an authenticator that was lost.
// In the private database, or in that of DATABASE_URL.
import path from 'node:path';
import { startDatabase } from './database.mjs';
import { setUp } from './set-up.mjs';
import { giveUp, ownFolder, root, run } from './stages.mjs';

async function main() {
  const asked = process.argv.slice(2, 4);
  await setUp({ database: !process.env.DATABASE_URL });
  const own = process.env.DATABASE_URL ? undefined : await startDatabase(path.join(ownFolder, 'database'));
  try {
    await run(process.execPath, ['--import', 'tsx', path.join(root, 'src', 'data', 'password-link.ts'), ...asked], {
      show: true,
      env: { DATABASE_URL: own?.url ?? process.env.DATABASE_URL },
      advice: 'give the address with which she signs in: npm run password -- someone@studio.example',
    });
  } finally {
    await own?.stop();
  }
}

main().catch(giveUp);
