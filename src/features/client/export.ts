import { conditionsInForce } from '@/core/knowledge/conditions';
import { listAllClients } from '@/data/stores/clients';
import { noteAlone } from '@/data/stores/record';
import { findRepertoire } from '@/data/stores/studio';
import { guestsRead, mayUse } from '@/platform/server/rights';
import { currentWho } from '@/platform/server/session';
import { writeTable } from './csv';

/** Every client of the studio as a CSV file. */
export async function sendClients(): Promise<Response> {
  const who = await currentWho();
  if (!who) return new Response('Sign in first.', { status: 401 });
  if (!mayUse(who, 'clients')) return new Response(guestsRead, { status: 403 });
  const [clients, { conditions }] = await Promise.all([listAllClients(who), findRepertoire(who)]);
  await noteAlone(who, { kind: 'export', what: `took ${clients.length} clients out as a table` });
  const text = writeTable(
    clients.map((client) => ({
      ...client,
      conditions: conditionsInForce(client.conditions.filter(({ byAge }) => !byAge)),
    })),
    conditions,
  );
  return new Response(`\uFEFF${text}`, {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': 'attachment; filename="clients.csv"',
      'cache-control': 'no-store',
    },
  });
}
