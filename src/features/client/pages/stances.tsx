import { notFound } from 'next/navigation';
import { requireTeacher } from '@/platform/server/session';
import { layStances } from '@/core/knowledge/stances';
import { findClient } from '@/data/stores/clients';
import { findRepertoire, findStudio } from '@/data/stores/studio';
import { ClientStances } from '../stances';

export async function ClientStancesScreen({ id }: { id: string }) {
  const who = await requireTeacher();
  const [found, studio, repertoire] = await Promise.all([findClient(who, id), findStudio(who), findRepertoire(who)]);
  if (!found.ok) notFound();
  const client = found.value;
  const { school, stances } = layStances({ studio, client: { school: client.school, stances: {} } });
  const preset = repertoire.schools.find((one) => one.id === school);
  return (
    <ClientStances
      page={{
        client: { id, name: client.name },
        otherwiseOf: client.school ? (preset?.name ?? 'the school') : 'the studio',
        stances: repertoire.stances.map(({ id: stance, name, about, choices }) => ({
          id: stance,
          name,
          about,
          choices: choices.map(({ id: choice, name: choiceName, why }) => ({ id: choice, name: choiceName, why })),
          otherwise: stances[stance] ?? preset?.stances[stance] ?? choices[0]?.id ?? '',
        })),
        set: client.stances,
      }}
    />
  );
}
