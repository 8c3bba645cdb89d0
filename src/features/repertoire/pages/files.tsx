import { requireTeacher } from '@/platform/server/session';
import { Files } from '../files';

export async function FilesScreen() {
  await requireTeacher();
  return <Files />;
}
