// Run by npm run password: prints where a person sets herself a new password; --without-second takes her second factor away.
import { v7 as newId } from 'uuid';
import { database } from './database';
import { accountOf } from './stores/accounts';
import { invitePasswordFor } from './stores/links';
import { takeSecondAway } from './stores/second';

async function main(): Promise<void> {
  const [email = '', more] = process.argv.slice(2);
  const made = await invitePasswordFor(email, newId());
  if (made.ok && more === '--without-second') await takeSecondAway(accountOf(email));
  if (made.ok) console.warn(`Within two days, once: /join/${made.value} at the address of Level Spine`);
  else console.error(made.error.message);
  process.exitCode = made.ok ? 0 : 1;
  await database().close();
}

void main();
