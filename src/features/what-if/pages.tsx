import { bodyOf, typicalBody } from '@/core/body/segments';
import { listApparatus } from '@/data/stores/apparatus';
import { findClient, findNames } from '@/data/stores/clients';
import { findLoad } from '@/data/stores/summaries';
import { findRepertoire, findStudio } from '@/data/stores/studio';
import { requireTeacher } from '@/platform/server/session';
import { deferring } from '@/repertoire/words';
import type { WhatIfPage } from './page';
import { WhatIfBench } from './what-if';

export async function WhatIfScreen({ clientId }: { clientId?: string | undefined }) {
  const who = await requireTeacher();
  const [repertoire, clients, found, apparatus, { units }] = await Promise.all([
    findRepertoire(who),
    findNames(who),
    clientId ? findClient(who, clientId) : undefined,
    listApparatus(who),
    findStudio(who),
  ]);
  const client = found?.ok ? found.value : undefined;
  const load = client && (await findLoad(who, repertoire, client));
  const page: WhatIfPage = {
    client: client ? { id: client.id, name: client.name } : null,
    clients,
    body: client ? bodyOf(client) : typicalBody,
    isTypical: !client || client.heightM === null || client.massKg === null,
    units,
    capacity: load?.capacity ?? null,
    apparatus: apparatus.filter(({ rig }) => rig.rope).map(({ id, name, rig }) => ({ id, name, rig })),
  };
  return <WhatIfBench key={client?.id ?? ''} page={page} deferring={deferring} />;
}
