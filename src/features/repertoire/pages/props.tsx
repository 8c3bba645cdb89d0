import { findRepertoire, findStudio } from '@/data/stores/studio';
import { requireWho } from '@/platform/server/session';
import { Props } from '../props';

export async function PropsScreen() {
  const who = await requireWho();
  const [{ props }, { room }] = await Promise.all([findRepertoire(who), findStudio(who)]);
  return <Props props={props} here={{ name: room.name, props: room.props }} />;
}
