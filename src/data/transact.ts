// The one place that runs a transaction.
import { setTimeout as sleep } from 'node:timers/promises';
import type { Transaction } from 'sequelize';
import { errnoOf, isPassing, isTaken } from './failures';
import { metrics } from './metrics';
import { ready } from './ready';

const mostTries = 9;
/** A key that is taken again and again is taken for good. */
const mostTaken = 3;
const firstPauseMs = 15;
const longestPauseMs = 700;

/**
 * Runs work in a transaction, and once more from the start after a deadlock, a lock held too long, a cluster's conflict or a
 * connection that went, also at the commit itself. So the work must be the same however often it is done: ids made outside,
 * rows looked for before they are made. Inside, every statement takes the transaction that is handed down.
 *
 * Locks hold on one node of a cluster only. What must never be true together hangs on a unique key, or on a row whose
 * `claims` both raise first (stores/claims.ts): there, one waits; on a cluster, one is refused and tries again.
 */
export async function transact<T>(work: (transaction: Transaction) => Promise<T>): Promise<T> {
  metrics().transactions.inc();
  for (let tries = 1, taken = 0; ; tries += 1)
    try {
      return await ready().transaction(work);
    } catch (error) {
      if (isTaken(error)) taken += 1;
      if (!isPassing(error) || tries === mostTries || taken === mostTaken) throw error;
      metrics().again.inc({ why: String(errnoOf(error) ?? 'connection') });
      const most = Math.min(longestPauseMs, firstPauseMs * 2 ** tries);
      await sleep(most * (0.3 + 0.7 * Math.random()));
    }
}
