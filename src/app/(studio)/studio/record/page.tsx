import type { Metadata } from 'next';
import { RecordScreen } from '@/features/record/page';
import { pageNumber, single } from '@/platform/server/single';
import type { Asked } from '@/platform/server/single';

export const metadata: Metadata = { title: 'Who looked, who changed' };

type Place = { searchParams: Promise<Readonly<Record<'client' | 'person' | 'kind' | 'find' | 'page', Asked>>> };

export default async function Page({ searchParams }: Place) {
  const { client, person, kind, find, page } = await searchParams;
  return (
    <RecordScreen
      client={single(client)}
      person={single(person)}
      kind={single(kind)}
      find={single(find)}
      page={pageNumber(single(page))}
    />
  );
}
