// Pages of an account: before there is a studio, by a link, and one's own.
import { redirect } from 'next/navigation';
import { findInvitation } from '@/data/stores/links';
import { findPerson } from '@/data/stores/people';
import { hasOwnStudio } from '@/data/stores/founding';
import { findSecond } from '@/data/stores/second';
import { isDemoLoaded, listSessions } from '@/data/stores/sessions';
import { findStudio } from '@/data/stores/studio';
import { datesIn } from '@/data/days';
import { demoSignIn } from '@/data/demo/world';
import { currentAsking } from '@/platform/server/asking';
import { currentLocale } from '@/platform/server/locale';
import { currentToken, currentWho, requireWho } from '@/platform/server/session';
import { repertoire } from '@/repertoire';
import { First } from './first';
import { Join, NoLink } from './join';
import { Me } from './me';
import { ownPage } from './own-page';
import { SignIn } from './sign-in';

/** Sign-in; where nobody could sign in yet, the first page of all. */
export async function SignInScreen({ to: asked }: { readonly to: unknown }) {
  const to = ownPage(asked);
  if (await currentWho()) redirect(to);
  const [{ isLocal }, isDemo, hasOwn] = await Promise.all([currentAsking(), isDemoLoaded(), hasOwnStudio()]);
  if (!hasOwn && !(isLocal && isDemo)) redirect('/first');
  return <SignIn demo={isLocal && isDemo ? demoSignIn : null} to={to} mayFound={isLocal} />;
}

export async function FirstScreen() {
  if (await currentWho()) redirect('/');
  const { isLocal } = await currentAsking();
  return (
    <First
      schools={repertoire.schools.map(({ id, name, about }) => ({ id, name, about }))}
      zones={['UTC', ...Intl.supportedValuesOf('timeZone')]}
      props={repertoire.props.map(({ id, name }) => ({ id, name }))}
      wantsCode={!isLocal}
    />
  );
}

export async function JoinScreen({ token }: { readonly token: string }) {
  const found = await findInvitation(token);
  return found.ok ? <Join token={token} {...found.value} /> : <NoLink why={found.error.message} />;
}

export async function MeScreen() {
  const who = await requireWho();
  const [studio, person, sessions, second, locale] = await Promise.all([
    findStudio(who),
    findPerson(who),
    listSessions(who, await currentToken()),
    findSecond(who),
    currentLocale(),
  ]);
  const { moment, short } = datesIn(locale, studio.timeZone);
  return (
    <Me
      name={who.name}
      email={person.email}
      role={who.role}
      second={{ ...second, since: second.since && short(second.since) }}
      sessions={sessions.map(({ id, device, openedAt, seenAt, isThis }) => ({
        id,
        device: device ?? 'A browser',
        opened: openedAt ? moment(openedAt) : 'before this was noted',
        seen: seenAt ? moment(seenAt) : 'before this was noted',
        isThis,
      }))}
    />
  );
}
