import type { Metadata } from 'next';
import { ClientsScreen } from '@/features/client/pages';

export const metadata: Metadata = { title: 'Clients' };

type Asked = { find?: string; page?: string };

export default async function Page({ searchParams }: { searchParams: Promise<Asked> }) {
  const { find, page } = await searchParams;
  return <ClientsScreen find={find} page={page} />;
}
