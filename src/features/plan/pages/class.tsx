import { notFound } from 'next/navigation';
import { currentLocale } from '@/platform/server/locale';
import { requireTeacher } from '@/platform/server/session';
import { ClassPlan } from '../class-plan';
import { readClassPage } from '../class-read';

export async function ClassScreen({ id }: { id: string }) {
  const [who, locale] = await Promise.all([requireTeacher(), currentLocale()]);
  const page = /^[0-9a-f-]{36}$/i.test(id) ? await readClassPage(who, locale, id) : undefined;
  if (!page?.ok) notFound();
  return <ClassPlan {...page.value} />;
}
