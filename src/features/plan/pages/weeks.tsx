import { notFound } from 'next/navigation';
import { currentLocale } from '@/platform/server/locale';
import { requireTeacher } from '@/platform/server/session';
import { Weeks } from '../weeks';
import { readWeeksPage } from '../weeks-read';

export async function WeeksScreen({ id }: { id: string }) {
  const [who, locale] = await Promise.all([requireTeacher(), currentLocale()]);
  const page = await readWeeksPage(who, locale, id);
  if (!page.ok) notFound();
  return <Weeks {...page.value} />;
}
