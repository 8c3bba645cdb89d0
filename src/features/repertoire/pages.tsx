import { notFound } from 'next/navigation';
import { editableKinds } from '@/core/knowledge/own-entries';
import { findRepertoire, findStudio } from '@/data/stores/studio';
import { requireWho } from '@/platform/server/session';
import { Browse } from './browse';
import { Editor } from './editor';
import { Entries } from './entries';
import { ExerciseScreen } from './exercise';
import { Files } from './files';
import { Glossary } from './glossary';
import { Props } from './props';
import { readBrowse, readEditor, readEntries, readExercise } from './read';

type Client = { readonly client?: string | undefined };

export async function BrowseScreen({ client }: Client) {
  return <Browse {...await readBrowse(await requireWho(), client)} />;
}

export async function ExercisePageScreen({ id, client }: Client & { readonly id: string }) {
  const read = await readExercise(await requireWho(), id, client);
  return read.ok ? <ExerciseScreen page={read.value} /> : notFound();
}

export async function EntriesScreen() {
  return <Entries lines={await readEntries(await requireWho())} />;
}

export async function EditorScreen({ kind, id, copy }: { kind: string; id: string; copy: boolean }) {
  const of = editableKinds.find((one) => one === kind);
  const who = await requireWho();
  if (!of) notFound();
  const read = copy ? await readEditor(who, of, 'new', id) : await readEditor(who, of, id);
  return read.ok ? <Editor key={`${of} ${id} ${copy}`} page={read.value} isNew={copy} /> : notFound();
}

export async function FilesScreen() {
  await requireWho();
  return <Files />;
}

export async function GlossaryScreen() {
  const { glossary } = await findRepertoire(await requireWho());
  return <Glossary terms={glossary} />;
}

export async function PropsScreen() {
  const who = await requireWho();
  const [{ props }, { room }] = await Promise.all([findRepertoire(who), findStudio(who)]);
  return <Props props={props} here={{ name: room.name, props: room.props }} />;
}
