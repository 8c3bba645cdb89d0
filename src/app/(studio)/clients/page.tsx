import type { Metadata } from 'next';
import { ClientsScreen } from '@/features/client/pages/clients';
import { single } from '@/platform/server/single';
import type { Asked } from '@/platform/server/single';

export const metadata: Metadata = { title: 'Clients' };

type Place = { searchParams: Promise<{ find?: Asked; page?: Asked }> };

export default async function Page({ searchParams }: Place) {
  const { find, page } = await searchParams;
  return <ClientsScreen find={single(find)} page={single(page)} />;
}
