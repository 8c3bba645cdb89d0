// Run by npm run password: prints where a person sets herself a new password.
import { v7 as newId } from 'uuid';
import { database } from './database';
import { invitePasswordFor } from './stores/links';

async function main(): Promise<void> {
  const made = await invitePasswordFor(process.argv[2] ?? '', newId());
  if (made.ok) console.warn(`Within two days, once: /join/${made.value} at the address of Level Spine`);
  else console.error(made.error.message);
  process.exitCode = made.ok ? 0 : 1;
  await database().close();
}

void main();
