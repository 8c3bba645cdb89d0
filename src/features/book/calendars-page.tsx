import { daysLater } from '@/core/day';
import { datesIn, todayIn } from '@/data/days';
import { findLink } from '@/data/stores/calendar-links';
import { findStudio } from '@/data/stores/studio';
import { currentLocale } from '@/platform/server/locale';
import { requireTeacher } from '@/platform/server/session';
import { Calendars } from './calendars';

export async function CalendarsScreen() {
  const [who, locale] = await Promise.all([requireTeacher(), currentLocale()]);
  const [{ timeZone }, link] = await Promise.all([findStudio(who), findLink(who)]);
  const from = todayIn(timeZone);
  const since = link && datesIn(locale, timeZone).moment(link.madeAt);
  return <Calendars {...{ timeZone, from, to: daysLater(from, 365), since }} showsNames={link?.showsNames ?? true} />;
}
