import { notFound } from 'next/navigation';
import { editableKinds } from '@/core/knowledge/own-entries';
import { requireTeacher } from '@/platform/server/session';
import { Editor } from '../editor';
import { readEditor } from '../read';

export async function EditorScreen({ kind, id, copy }: { kind: string; id: string; copy: boolean }) {
  const of = editableKinds.find((one) => one === kind);
  const who = await requireTeacher();
  if (!of) notFound();
  const read = copy ? await readEditor(who, of, 'new', id) : await readEditor(who, of, id);
  return read.ok ? <Editor key={`${of} ${id} ${copy}`} page={read.value} isNew={copy} /> : notFound();
}
