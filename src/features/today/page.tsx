import { redirect } from 'next/navigation';
import { currentLocale } from '@/platform/server/locale';
import { requireWho } from '@/platform/server/session';
import { readToday } from './read';
import { Today } from './today';

export async function TodayScreen() {
  const [who, locale] = await Promise.all([requireWho(), currentLocale()]);
  if (who.role === 'guest') redirect('/clients');
  return <Today {...await readToday(who, locale)} />;
}
