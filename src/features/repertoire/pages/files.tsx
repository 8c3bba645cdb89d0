import { requireWho } from '@/platform/server/session';
import { Files } from '../files';

export async function FilesScreen() {
  await requireWho();
  return <Files />;
}
