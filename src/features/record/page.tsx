import { datesIn } from '@/data/days';
import { recordKinds } from '@/data/record-kinds';
import { findClient } from '@/data/stores/clients';
import { listPeople } from '@/data/stores/people';
import { listRecord, recordsPerPage } from '@/data/stores/record';
import { findStudio } from '@/data/stores/studio';
import type { Who } from '@/data/types';
import { currentLocale } from '@/platform/server/locale';
import { requireTeacher } from '@/platform/server/session';
import { TheRecord } from './record';
import type { RecordPage } from './record';

type Asked = {
  readonly client?: string | undefined;
  readonly person?: string | undefined;
  readonly kind?: string | undefined;
  readonly find?: string | undefined;
  readonly page: number;
};

const isId = (text: string | undefined): text is string => text !== undefined && /^[0-9a-f-]{36}$/i.test(text);

/** The record of a studio as its lead reads it; null for anybody else. */
export async function readRecord(who: Who, asked: Asked, locale: string): Promise<RecordPage | null> {
  if (who.role !== 'lead') return null;
  const { page } = asked;
  const kind = recordKinds.find((one) => one === asked.kind);
  const clientId = isId(asked.client) ? asked.client : undefined;
  const personId = isId(asked.person) ? asked.person : undefined;
  const find = (asked.find ?? '').slice(0, 80);
  const [studio, { people }, { rows, total }, client] = await Promise.all([
    findStudio(who),
    listPeople(who),
    listRecord(who, { clientId, personId, kind, find, page }),
    clientId ? findClient(who, clientId) : undefined,
  ]);
  const { moment } = datesIn(locale, studio.timeZone);
  return {
    studio: studio.name,
    rows: rows.map(({ at, was, became, ...row }) => ({
      ...row,
      when: moment(at),
      was: words(was),
      became: words(became),
    })),
    ...{ total, page, pages: Math.max(1, Math.ceil(total / recordsPerPage)) },
    asked: { client: clientId ?? '', person: personId ?? '', kind: kind ?? '', find },
    client: client?.ok ? client.value.name : null,
    people: people.map(({ id, name }) => ({ id, name })),
  };
}

/** A value as a line to read: `note: sore today; massKg: 71`. */
function words(value: unknown): string {
  if (value === null || value === undefined || value === '') return '';
  if (Array.isArray(value)) return value.map(words).join(', ') || 'none';
  if (typeof value === 'object')
    return Object.entries(value)
      .map(([key, one]) => `${key}: ${words(one) || '–'}`)
      .join('; ');
  return typeof value === 'boolean' ? (value ? 'yes' : 'no') : String(value);
}

export async function RecordScreen(asked: Asked) {
  const [who, locale] = await Promise.all([requireTeacher(), currentLocale()]);
  return <TheRecord page={await readRecord(who, asked, locale)} />;
}
