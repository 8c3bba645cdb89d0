import { notFound } from 'next/navigation';
import { currentLocale } from '@/platform/server/locale';
import { requireWho } from '@/platform/server/session';
import { deferring } from '@/repertoire';
import { Client } from './client';
import { ClientForm } from './client-form';
import { Clients } from './clients';
import { emptyClient } from './form';
import { readClient, readClientForm, readClients } from './read';

/** A page number from an address; the first page for anything else. */
const pageOf = (text: string | undefined): number => (/^[1-9]\d{0,5}$/.test(text ?? '') ? Number(text) : 1);

export async function ClientsScreen({ find, page }: { find?: string | undefined; page?: string | undefined }) {
  return <Clients {...await readClients(await requireWho(), (find ?? '').trim().slice(0, 120), pageOf(page))} />;
}

export async function ClientScreen({ id, page }: { id: string; page?: string | undefined }) {
  const [who, locale] = await Promise.all([requireWho(), currentLocale()]);
  const read = await readClient(who, id, pageOf(page), locale);
  return read.ok ? <Client page={read.value} deferring={deferring} /> : notFound();
}

export async function NewClientScreen() {
  await requireWho();
  return <ClientForm values={emptyClient} deferring={deferring} />;
}

export async function EditClientScreen({ id }: { id: string }) {
  const read = await readClientForm(await requireWho(), id);
  return read.ok ? <ClientForm id={id} values={read.value} deferring={deferring} /> : notFound();
}
