import { datesIn } from '@/data/days';
import { listPeople } from '@/data/stores/people';
import { findSecond } from '@/data/stores/second';
import { countNobodys } from '@/data/stores/shares';
import { isDemo, isDemoLoaded } from '@/data/stores/sessions';
import { findStudio } from '@/data/stores/studio';
import type { Who } from '@/data/types';
import { currentAsking } from '@/platform/server/asking';
import { currentLocale } from '@/platform/server/locale';
import { requireTeacher } from '@/platform/server/session';
import { People } from './people';
import type { PeoplePage } from './person';

/** Who works in a studio, as its lead or a colleague sees it. */
export async function readPeople(who: Who, locale: string, isLocal: boolean): Promise<PeoplePage> {
  const [studio, { people, invitations }, { since, isWanted }, nobodys, isOwnDemo, isLoaded] = await Promise.all([
    findStudio(who),
    listPeople(who),
    findSecond(who),
    countNobodys(who),
    isDemo(who.studioId),
    isDemoLoaded(),
  ]);
  const { moment, short } = datesIn(locale, studio.timeZone);
  return {
    studio: studio.name,
    own: who.userId,
    sees: studio.sees,
    nobodys,
    wantsSecond: isWanted,
    hasSecond: since !== null,
    mayChange: who.role === 'lead',
    people: people.map(({ seenAt, leftAt, ...person }) => ({
      ...person,
      seen: seenAt ? moment(seenAt) : null,
      left: leftAt ? short(leftAt) : null,
    })),
    invitations: invitations.map(({ expiresAt, ...link }) => ({ ...link, until: moment(expiresAt) })),
    mayRemoveDemo: who.role === 'lead' && isLocal && isLoaded && !isOwnDemo,
  };
}

export async function PeopleScreen() {
  const [who, locale, { isLocal }] = await Promise.all([requireTeacher(), currentLocale(), currentAsking()]);
  return <People {...await readPeople(who, locale, isLocal)} />;
}
