import type { Metadata } from 'next';
import { BookScreen } from '@/features/book/page';

export const metadata: Metadata = { title: 'Book' };

type Query = Promise<Readonly<Record<string, string | string[] | undefined>>>;
const one = (value: string | string[] | undefined): string | undefined => (Array.isArray(value) ? value[0] : value);

export default async function Page({ searchParams }: { searchParams: Query }) {
  const { day, view, whose } = await searchParams;
  return <BookScreen day={one(day)} view={one(view)} whose={one(whose)} />;
}
