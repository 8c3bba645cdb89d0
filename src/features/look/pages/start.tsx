import { notFound } from 'next/navigation';
import { requireTeacher } from '@/platform/server/session';
import { readStart } from '../read-start';
import { StartLook } from '../start';

type Wanted = { readonly clientId: string; readonly exercise?: string | undefined; readonly level?: number };

export async function StartLookScreen({ clientId, exercise, level }: Wanted) {
  const read = await readStart(await requireTeacher(), clientId, exercise, level);
  return read.ok ? <StartLook {...read.value} /> : notFound();
}
