import { currentLocale } from '@/platform/server/locale';
import { requireTeacher } from '@/platform/server/session';
import { deferring } from '@/repertoire/words';
import { ApparatusPageView } from './apparatus';
import { readApparatus } from './read';
import type { Asked } from './read';

export async function ApparatusScreen({ asked }: { asked: Asked }) {
  const [who, locale] = await Promise.all([requireTeacher(), currentLocale()]);
  return <ApparatusPageView page={await readApparatus(who, asked, locale)} deferring={deferring} />;
}
