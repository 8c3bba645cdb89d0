import { currentLocale } from '@/platform/server/locale';
import { requireTeacher } from '@/platform/server/session';
import { Book } from './book';
import { readBookPage } from './read';
import type { Asked } from './read';

export async function BookScreen(asked: Asked) {
  const [who, locale] = await Promise.all([requireTeacher(), currentLocale()]);
  return <Book {...await readBookPage(who, locale, asked)} />;
}
