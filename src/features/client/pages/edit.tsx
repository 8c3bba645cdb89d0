import { onFileConditions } from '@/core/knowledge/conditions';
import { notFound } from 'next/navigation';
import { requireTeacher } from '@/platform/server/session';
import { findRepertoire, findStudio } from '@/data/stores/studio';
import type { Who } from '@/data/types';
import { deferring } from '@/repertoire/words';
import { ClientForm } from '../client-form';
import type { Choices } from '../client-form';
import { emptyClient } from '../form';
import { readClientForm } from '../read';

async function choicesOf(who: Who): Promise<Choices> {
  const [{ schools, conditions }, { units }] = await Promise.all([findRepertoire(who), findStudio(who)]);
  return {
    units,
    schools: schools.map(({ id, name, about }) => ({ id, name, about })),
    conditions: onFileConditions(conditions).map(({ id, name }) => ({ id, name })),
  };
}

export async function NewClientScreen() {
  const who = await requireTeacher();
  return <ClientForm values={emptyClient} deferring={deferring} choices={await choicesOf(who)} />;
}

export async function EditClientScreen({ id }: { id: string }) {
  const who = await requireTeacher();
  const [read, choices] = await Promise.all([readClientForm(who, id), choicesOf(who)]);
  return read.ok ? <ClientForm id={id} values={read.value} deferring={deferring} choices={choices} /> : notFound();
}
