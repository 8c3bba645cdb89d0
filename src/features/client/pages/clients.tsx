import { requireWho } from '@/platform/server/session';
import { pageNumber } from '@/platform/server/single';
import { Clients } from '../clients';
import { readClients } from '../read';

export async function ClientsScreen({ find, page }: { find?: string | undefined; page?: string | undefined }) {
  return <Clients {...await readClients(await requireWho(), (find ?? '').trim().slice(0, 120), pageNumber(page))} />;
}
