import { notFound } from 'next/navigation';
import { currentLocale } from '@/platform/server/locale';
import { requireTeacher } from '@/platform/server/session';
import { Plan } from '../plan';
import { readPlanPage } from '../read';

export async function PlanScreen({ id }: { id: string }) {
  const [who, locale] = await Promise.all([requireTeacher(), currentLocale()]);
  const page = await readPlanPage(who, locale, id);
  if (!page.ok) notFound();
  return <Plan {...page.value} />;
}
