import { onFileConditions } from '@/core/knowledge/conditions';
import { notFound } from 'next/navigation';
import { requireTeacher } from '@/platform/server/session';
import { findClient } from '@/data/stores/clients';
import { findRepertoire, findStudio } from '@/data/stores/studio';
import { todayIn } from '@/data/days';
import { deferring } from '@/repertoire/words';
import { IntakeForm } from '../intake';

export async function IntakeScreen({ id }: { id: string }) {
  const who = await requireTeacher();
  const [found, studio, { conditions, stopSigns }] = await Promise.all([
    findClient(who, id),
    findStudio(who),
    findRepertoire(who),
  ]);
  if (!found.ok) notFound();
  const client = found.value;
  return (
    <IntakeForm
      page={{
        client: { id, name: client.name },
        studio: studio.name,
        today: todayIn(studio.timeZone),
        conditions: onFileConditions(conditions).map(({ id: condition, ask }) => ({
          id: condition,
          ask,
          onFile: client.conditions.some((one) => one.condition === condition),
        })),
        signs: stopSigns.map(({ id: sign, ask }) => ({ id: sign, ask })),
      }}
      deferring={deferring}
    />
  );
}
