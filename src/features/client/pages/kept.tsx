import { notFound } from 'next/navigation';
import { findClient } from '@/data/stores/clients';
import { countKept } from '@/data/stores/whole-client';
import { requireTeacher } from '@/platform/server/session';
import { KeptOf } from '../kept';

export async function KeptScreen({ id }: { readonly id: string }) {
  const who = await requireTeacher();
  const [client, kept] = await Promise.all([findClient(who, id), countKept(who, id)]);
  if (!client.ok || !kept.ok) notFound();
  return <KeptOf id={id} name={client.value.name} kept={kept.value} mayChange={who.role === 'lead'} />;
}
