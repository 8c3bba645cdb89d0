import { notFound } from 'next/navigation';
import { currentLocale } from '@/platform/server/locale';
import { requireWho } from '@/platform/server/session';
import { HandOutPage } from './hand-out';
import { readHandOut } from './read';

export async function HandOutScreen({ id }: { readonly id: string }) {
  const [who, locale] = await Promise.all([requireWho(), currentLocale()]);
  const read = await readHandOut(who, id, locale);
  return read.ok ? <HandOutPage page={read.value} /> : notFound();
}
