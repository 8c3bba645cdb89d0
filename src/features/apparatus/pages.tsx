import { currentLocale } from '@/platform/server/locale';
import { requireWho } from '@/platform/server/session';
import { deferring } from '@/repertoire/words';
import { ApparatusPageView } from './apparatus';
import { readApparatus } from './read';
import type { Asked } from './read';

export async function ApparatusScreen({ asked }: { asked: Asked }) {
  const [who, locale] = await Promise.all([requireWho(), currentLocale()]);
  return <ApparatusPageView page={await readApparatus(who, asked, locale)} deferring={deferring} />;
}
