import { currentLocale } from '@/platform/server/locale';
import { requireTeacher } from '@/platform/server/session';
import { readStudio } from './read';
import { Studio } from './studio';

export async function StudioScreen() {
  return <Studio page={await readStudio(await requireTeacher(), await currentLocale())} />;
}
