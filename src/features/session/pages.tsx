import { notFound } from 'next/navigation';
import { currentLocale } from '@/platform/server/locale';
import { requireWho } from '@/platform/server/session';
import { readSession } from './read';
import { SessionScreen } from './session';

export async function SessionPageScreen({ id }: { readonly id: string }) {
  const [who, locale] = await Promise.all([requireWho(), currentLocale()]);
  const read = await readSession(who, id, locale);
  return read.ok ? <SessionScreen page={read.value} /> : notFound();
}
