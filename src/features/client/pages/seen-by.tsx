import { notFound } from 'next/navigation';
import { datesIn, todayIn } from '@/data/days';
import { findWhoSees } from '@/data/stores/shares';
import { findStudio } from '@/data/stores/studio';
import { currentLocale } from '@/platform/server/locale';
import { requireTeacher } from '@/platform/server/session';
import { SeenBy } from '../seen-by';

export async function SeenByScreen({ id }: { readonly id: string }) {
  const who = await requireTeacher();
  const [found, studio, locale] = await Promise.all([findWhoSees(who, id), findStudio(who), currentLocale()]);
  if (!found.ok) notFound();
  const { moment } = datesIn(locale, studio.timeZone);
  const { client, owner, shares, people, maySay } = found.value;
  return (
    <SeenBy
      id={id}
      client={client}
      owner={owner}
      shares={shares.map(({ until, ...share }) => ({ ...share, until: moment(new Date(until.getTime() - 1)) }))}
      people={people}
      sees={studio.sees}
      maySay={maySay}
      today={todayIn(studio.timeZone)}
    />
  );
}
