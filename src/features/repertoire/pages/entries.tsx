import { requireTeacher } from '@/platform/server/session';
import { Entries } from '../entries';
import { readEntries } from '../read';

export async function EntriesScreen() {
  return <Entries lines={await readEntries(await requireTeacher())} />;
}
