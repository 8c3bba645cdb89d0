import { notFound } from 'next/navigation';
import { currentLocale } from '@/platform/server/locale';
import { requireWho } from '@/platform/server/session';
import { pageNumber } from '@/platform/server/single';
import { RepertoireProvider } from '@/platform/browser/repertoire';
import { deferring } from '@/repertoire/words';
import { Client } from '../client';
import { clientParts, readClient } from '../read';

type Wanted = { readonly id: string; readonly part?: string | undefined; readonly page?: string | undefined };

export async function ClientScreen({ id, part = 'now', page }: Wanted) {
  const wanted = clientParts.find((one) => one === part);
  if (!wanted) notFound();
  const [who, locale] = await Promise.all([requireWho(), currentLocale()]);
  const read = await readClient(who, id, wanted, pageNumber(page), locale);
  if (!read.ok) notFound();
  return (
    <RepertoireProvider value={read.value.repertoire}>
      <Client page={read.value} deferring={deferring} />
    </RepertoireProvider>
  );
}
