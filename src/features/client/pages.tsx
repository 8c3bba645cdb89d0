import { notFound } from 'next/navigation';
import { currentLocale } from '@/platform/server/locale';
import { requireWho } from '@/platform/server/session';
import { layStances } from '@/core/knowledge/stances';
import { findClient, listNames } from '@/data/stores/clients';
import { findRepertoire, findStudio } from '@/data/stores/studio';
import { todayIn } from '@/data/days';
import type { Who } from '@/data/types';
import { RepertoireProvider } from '@/platform/browser/repertoire';
import { deferring } from '@/repertoire/words';
import { Client } from './client';
import { ClientForm } from './client-form';
import type { Choices } from './client-form';
import { Clients } from './clients';
import { ClientFiles } from './csv-import';
import { IntakeForm } from './intake';
import { ClientStances } from './stances';
import { emptyClient } from './form';
import { clientParts, readClient, readClientForm, readClients } from './read';

/** A page number from an address; the first page for anything else. */
const pageOf = (text: string | undefined): number => (/^[1-9]\d{0,5}$/.test(text ?? '') ? Number(text) : 1);

export async function ClientsScreen({ find, page }: { find?: string | undefined; page?: string | undefined }) {
  return <Clients {...await readClients(await requireWho(), (find ?? '').trim().slice(0, 120), pageOf(page))} />;
}

type Wanted = { readonly id: string; readonly part?: string | undefined; readonly page?: string | undefined };

export async function ClientScreen({ id, part = 'now', page }: Wanted) {
  const wanted = clientParts.find((one) => one === part);
  if (!wanted) notFound();
  const [who, locale] = await Promise.all([requireWho(), currentLocale()]);
  const read = await readClient(who, id, wanted, pageOf(page), locale);
  if (!read.ok) notFound();
  return (
    <RepertoireProvider value={read.value.repertoire}>
      <Client page={read.value} deferring={deferring} />
    </RepertoireProvider>
  );
}

async function choicesOf(who: Who): Promise<Choices> {
  const { schools, conditions } = await findRepertoire(who);
  return {
    schools: schools.map(({ id, name, about }) => ({ id, name, about })),
    conditions: conditions.map(({ id, name }) => ({ id, name })),
  };
}

export async function NewClientScreen() {
  const who = await requireWho();
  return <ClientForm values={emptyClient} deferring={deferring} choices={await choicesOf(who)} />;
}

export async function EditClientScreen({ id }: { id: string }) {
  const who = await requireWho();
  const [read, choices] = await Promise.all([readClientForm(who, id), choicesOf(who)]);
  return read.ok ? <ClientForm id={id} values={read.value} deferring={deferring} choices={choices} /> : notFound();
}

export async function IntakeScreen({ id }: { id: string }) {
  const who = await requireWho();
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
        conditions: conditions.map(({ id: condition, ask }) => ({
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

export async function ClientStancesScreen({ id }: { id: string }) {
  const who = await requireWho();
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

export async function ClientFilesScreen() {
  const who = await requireWho();
  const [{ conditions }, names] = await Promise.all([findRepertoire(who), listNames(who)]);
  return <ClientFiles conditions={conditions.map(({ id, name }) => ({ id, name }))} names={names} />;
}
