import { notFound } from 'next/navigation';
import { requireTeacher } from '@/platform/server/session';
import { currentLocale } from '@/platform/server/locale';
import { datesIn, todayIn } from '@/data/days';
import { findClient } from '@/data/stores/clients';
import { listRanges } from '@/data/stores/ranges';
import { findStudio } from '@/data/stores/studio';
import { ClientRanges } from '../ranges';

export async function ClientRangesScreen({ id }: { id: string }) {
  const who = await requireTeacher();
  const [found, studio, cards] = await Promise.all([findClient(who, id), findStudio(who), listRanges(who, [id])]);
  if (!found.ok) notFound();
  const { shortDay } = datesIn(await currentLocale(), studio.timeZone);
  return (
    <ClientRanges
      client={{ id, name: found.value.name }}
      today={todayIn(studio.timeZone)}
      ranges={cards.map((card) => ({ ...card, day: shortDay(card.takenOn) }))}
    />
  );
}
