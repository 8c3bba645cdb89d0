import { onFileConditions } from '@/core/knowledge/conditions';
import { requireTeacher } from '@/platform/server/session';
import { listNames } from '@/data/stores/clients';
import { findRepertoire } from '@/data/stores/studio';
import { ClientFiles } from '../csv-import';

export async function ClientFilesScreen() {
  const who = await requireTeacher();
  const [{ conditions }, names] = await Promise.all([findRepertoire(who), listNames(who)]);
  return <ClientFiles conditions={onFileConditions(conditions).map(({ id, name }) => ({ id, name }))} names={names} />;
}
