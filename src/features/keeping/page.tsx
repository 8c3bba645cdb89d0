import { redirect } from 'next/navigation';
import { datesIn } from '@/data/days';
import { findDue } from '@/data/stores/keeping';
import { findStudio } from '@/data/stores/studio';
import { currentLocale } from '@/platform/server/locale';
import { requireTeacher } from '@/platform/server/session';
import { KeepingOf } from './keeping';

export async function KeepingScreen() {
  const [who, locale] = await Promise.all([requireTeacher(), currentLocale()]);
  if (who.role !== 'lead') redirect('/studio');
  const [studio, due] = await Promise.all([findStudio(who), findDue(who)]);
  const { short } = datesIn(locale, studio.timeZone);
  return (
    <KeepingOf {...due} clients={due.clients.map(({ lastAt, ...client }) => ({ ...client, last: short(lastAt) }))} />
  );
}
