// One at a time migrates and seeds, whichever node of a cluster it talks to: a lease in a row, not a lock of one node.
import { randomUUID } from 'node:crypto';
import { setTimeout as sleep } from 'node:timers/promises';
import { QueryTypes } from 'sequelize';
import type { Sequelize } from 'sequelize';

const leaseS = 8;
const renewMs = 2000;
const askMs = 250;

const table = `CREATE TABLE IF NOT EXISTS preparing (
  id TINYINT PRIMARY KEY, holder CHAR(36) NOT NULL, ends DATETIME(3) NOT NULL)`;
const first = `INSERT IGNORE INTO preparing (id, holder, ends) VALUES (1, '', '2000-01-01')`;
const take = `UPDATE preparing SET holder = :holder, ends = NOW(3) + INTERVAL ${leaseS} SECOND
  WHERE id = 1 AND (holder = :holder OR ends < NOW(3))`;
const free = `UPDATE preparing SET ends = '2000-01-01' WHERE id = 1 AND holder = :holder`;

/** Runs work while nobody else prepares the same database; waits for one who does. A killed one's lease runs out. */
export async function preparingAlone<T>(sequelize: Sequelize, work: () => Promise<T>): Promise<T> {
  const holder = randomUUID();
  const takes = async (): Promise<boolean> => {
    const [, changed] = await sequelize.query(take, { replacements: { holder }, type: QueryTypes.UPDATE });
    return changed > 0;
  };
  await sequelize.query(table);
  await sequelize.query(first);
  while (!(await takes())) await sleep(askMs);
  const renew = async () => {
    const isHeld = await takes().catch(() => true); // a database that is away for a moment took nothing over
    if (!isHeld) throw new Error('somebody else prepares this database by now'); // ends the process
  };
  const renewing = setInterval(() => void renew(), renewMs);
  try {
    return await work();
  } finally {
    clearInterval(renewing);
    await sequelize.query(free, { replacements: { holder } });
  }
}
