// Papers of a client: consents and waivers, whom to call, and the report of a stop.
import type { Transaction } from 'sequelize';
import * as v from 'valibot';
import { keysOf } from '@/core/keyed';
import { contacts as contactsShape, isMinor, paperKinds } from '@/core/knowledge/papers';
import type { Contact, Paper, PaperKind, PaperText } from '@/core/knowledge/papers';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { paperWords } from '@/repertoire/papers';
import { todayIn } from '../days';
import { Client, Incident, PaperRow, PaperTextRow, Stop, Studio } from '../models';
import { ready } from '../ready';
import { transact } from '../transact';
import type { StopCard, Who } from '../types';
import { claimClient, claimStudio } from './claims';
import { note } from './record';
import { clientsSeenBy, noClient, rowsSeenBy } from './seen-by';

export type PaperCard = Paper & { readonly id: string; readonly words: string; readonly madeBy: string };

/** Contacts as they were kept; none where they can't be read. */
export function readContacts(kept: unknown): readonly Contact[] {
  const parsed = v.safeParse(contactsShape, kept ?? []);
  return parsed.success ? parsed.output : [];
}

/** The words in force: the studio's own newest ones, else those that came with the product. */
export async function listPaperTexts({ studioId }: Who, transaction?: Transaction): Promise<readonly PaperText[]> {
  ready();
  const rows = await PaperTextRow.findAll({
    where: { studioId },
    order: [['version', 'DESC']],
    ...(transaction ? { transaction } : {}),
  });
  return paperKinds.map((kind): PaperText => {
    const own = rows.find((row) => row.kind === kind);
    return own ? { kind, version: own.version, words: own.words } : { kind, version: 0, words: paperWords[kind] };
  });
}

/** Writes new words for a kind of paper: who signed the older ones is shown as such. `version`: the one that was changed. */
export function writePaperText(
  who: Who,
  kind: PaperKind,
  words: string,
  version: number,
  id: string,
): Promise<Result<null>> {
  return transact(async (transaction) => {
    await claimStudio(who, transaction);
    if (await PaperTextRow.findByPk(id, { transaction })) return success(null); // sent twice
    const now = (await listPaperTexts(who, transaction)).find((text) => text.kind === kind);
    if (now?.version !== version)
      return failure(
        'changedMeanwhile',
        'A colleague has changed these words meanwhile. Load the page to see them.',
        'words',
      );
    if (now.words === words) return success(null);
    const row = { id, studioId: who.studioId, kind, version: version + 1, words, madeBy: who.name, madeAt: new Date() };
    await PaperTextRow.create(row, { transaction });
    const what = `changed the words of a paper: ${kind}`;
    await note(who, { kind: 'paper', what, was: now.words, became: words }, transaction);
    return success(null);
  });
}

const cardOf = (row: PaperRow): PaperCard => {
  const { id, kind, gives, version, words, signedName, signedAs, signedOn, madeBy } = row;
  return { id, kind, gives, version, words, signedName, signedAs, signedOn, madeBy };
};

export type Papers = {
  readonly client: string;
  readonly birthYear: number | null;
  readonly revision: number;
  readonly contacts: readonly Contact[];
  /** Newest first; each stays as it was signed. */
  readonly papers: readonly PaperCard[];
  readonly texts: readonly PaperText[];
};

/** Everything on paper of a client. */
export async function findPapers(who: Who, clientId: string): Promise<Result<Papers>> {
  ready();
  const client = await Client.findOne({ where: { ...clientsSeenBy(who), id: clientId } });
  if (!client) return noClient();
  const [rows, texts] = await Promise.all([
    PaperRow.findAll({
      where: { studioId: who.studioId, clientId },
      order: [
        ['madeAt', 'DESC'],
        ['id', 'DESC'],
      ],
    }),
    listPaperTexts(who),
  ]);
  const { name, birthYear, revision } = client;
  return success({
    ...{ client: name, birthYear, revision: revision ?? 0, contacts: readContacts(client.contacts) },
    ...{ papers: rows.map(cardOf), texts },
  });
}

export type NewPaper = Pick<Paper, 'kind' | 'gives' | 'version' | 'signedName' | 'signedAs' | 'signedOn'>;

/**
 * Keeps what was signed, with the words that were signed; nothing is changed by it but what holds from now on. Sent twice under
 * one id it is kept once. Words that changed while they were read are not signed unread.
 */
export function signPaper(who: Who, clientId: string, paper: NewPaper, id: string): Promise<Result<null>> {
  return transact(async (transaction) => {
    if (!(await claimClient(who, clientId, transaction))) return noClient();
    if (await PaperRow.findByPk(id, { transaction })) return success(null);
    const { studioId, name: madeBy } = who;
    const text = (await listPaperTexts(who, transaction)).find(({ kind }) => kind === paper.kind);
    if (!text || text.version !== paper.version)
      return failure(
        'otherWords',
        'These words were changed meanwhile. Load the page, and read the new ones first.',
        'words',
      );
    const client = await Client.findByPk(clientId, { transaction, rejectOnEmpty: true });
    const studio = await Studio.findByPk(studioId, { transaction, rejectOnEmpty: true });
    const today = todayIn(studio.timeZone);
    if (paper.signedOn > today) return failure('ahead', 'This day has not come yet.', 'signedOn');
    if (paper.gives && paper.signedAs === 'self' && isMinor(client.birthYear, today) === 'yes')
      return failure('guardianWanted', 'Under 18 by the year on file: a guardian signs.', 'signedAs');
    const row = { id, studioId, clientId, ...paper, words: text.words, madeBy, madeAt: new Date() };
    await PaperRow.create(row, { transaction });
    if (paper.kind === 'touch' && client.touchConsent !== paper.gives)
      await client.update({ touchConsent: paper.gives, revision: (client.revision ?? 0) + 1 }, { transaction });
    const how = paper.gives ? 'agreed' : 'not agreed';
    const by = `${paper.signedName}${paper.signedAs === 'guardian' ? ' as guardian' : ''}`;
    await note(who, { kind: 'paper', clientId, what: `${paper.kind}: ${how} by ${by}`, became: paper }, transaction);
    return success(null);
  });
}

/** What was said to something last; undefined where it was never asked. */
async function answerTo(
  { studioId }: Who,
  clientId: string,
  kind: PaperKind,
  transaction?: Transaction,
): Promise<boolean | undefined> {
  const newest = await PaperRow.findOne({
    where: { studioId, clientId, kind },
    order: [
      ['madeAt', 'DESC'],
      ['id', 'DESC'],
    ],
    ...(transaction ? { transaction } : {}),
  });
  return newest?.gives;
}

type Asked = readonly [who: Who, clientId: string, kind: PaperKind, transaction?: Transaction];

/** Whether a client has said no to something: what was never asked is no no. */
export const isRefused = async (...asked: Asked): Promise<boolean> => (await answerTo(...asked)) === false;

/** Whether a client has said yes to something: what was never asked is no yes. */
export const isAgreed = async (...asked: Asked): Promise<boolean> => (await answerTo(...asked)) === true;

/** Whom to call, and who signs for a child. `revision`: of the card that it was typed from. */
export function setContacts(
  who: Who,
  clientId: string,
  contacts: readonly Contact[],
  revision: number,
): Promise<Result<null>> {
  return transact(async (transaction) => {
    if (!(await claimClient(who, clientId, transaction))) return noClient();
    const client = await Client.findByPk(clientId, { transaction, rejectOnEmpty: true });
    const was = readContacts(client.contacts);
    if (JSON.stringify(was) === JSON.stringify(contacts)) return success(null);
    if (client.revision !== revision)
      return failure(
        'changedMeanwhile',
        'A colleague has changed this client meanwhile. Yours was not kept; load the page to change it from there.',
        'contacts',
      );
    await client.update({ contacts: [...contacts], revision: revision + 1 }, { transaction });
    await note(who, { kind: 'client', clientId, what: 'changed: whom to call', was, became: contacts }, transaction);
    return success(null);
  });
}

export type Report = {
  /** What was being done. */
  readonly doing: string;
  readonly happened: string;
  /** What was done about it. */
  readonly done: string;
  readonly told: string;
  /** Clock of the studio, as 14:05. */
  readonly atTime: string;
};
export type ReportCard = Report & {
  readonly madeBy: string;
  readonly madeAt: Date;
  readonly changedBy: string | null;
  readonly changedAt: Date | null;
  readonly revision: number;
};
export type Incidents = {
  readonly client: string;
  readonly contacts: readonly Contact[];
  readonly stop: StopCard;
  readonly report: ReportCard | null;
};

const reportOf = (row: Incident | null): ReportCard | null => {
  if (!row) return null;
  const { doing, happened, done, told, atTime, madeBy, madeAt, changedBy, changedAt, revision } = row;
  return { doing, happened, done, told, atTime, madeBy, madeAt, changedBy, changedAt, revision: revision ?? 0 };
};

/** A stop of a client with its report, if there is one. */
export async function findIncident(who: Who, clientId: string, stopId: string): Promise<Result<Incidents>> {
  ready();
  const [client, stop] = await Promise.all([
    Client.findOne({ where: { ...clientsSeenBy(who), id: clientId } }),
    Stop.findOne({ where: { ...rowsSeenBy(who), clientId, id: stopId } }),
  ]);
  if (!client || !stop) return failure('notFound', 'There is no such stop in this studio.', 'stop');
  const { id, sign, seen, madeBy, madeAt, clearedOn, clearedBy } = stop;
  return success({
    client: client.name,
    contacts: readContacts(client.contacts),
    stop: { id, sign, seen, madeBy, madeAt, clearedOn, clearedBy },
    report: reportOf(await Incident.findOne({ where: { stopId } })),
  });
}

/** Stops of a client that have their report. */
export async function reportedStops(who: Who, clientId: string): Promise<ReadonlySet<string>> {
  ready();
  const rows = await Incident.findAll({ where: { ...rowsSeenBy(who), clientId }, attributes: ['stopId'] });
  return new Set(rows.map(({ stopId }) => stopId));
}

/**
 * Writes the report of a stop, or changes it; how it stood before stays on record. `revision`: null for one that is new. Two
 * who write at once: the second is told, and loses nothing that she typed.
 */
export function writeReport(
  who: Who,
  { clientId, stopId, id }: { readonly clientId: string; readonly stopId: string; readonly id: string },
  report: Report,
  revision: number | null,
): Promise<Result<null>> {
  return transact(async (transaction) => {
    if (!(await claimClient(who, clientId, transaction))) return noClient();
    const { studioId, name } = who;
    if ((await Stop.count({ where: { id: stopId, clientId, studioId }, transaction })) === 0)
      return failure('notFound', 'There is no such stop in this studio.', 'stop');
    const kept = await Incident.findOne({ where: { stopId }, transaction });
    if (kept && (kept.id !== id || revision !== null) && kept.revision !== revision)
      return failure(
        'changedMeanwhile',
        `${kept.changedBy ?? kept.madeBy} has written this report meanwhile. Yours was not kept; load the page to go on from there.`,
        'happened',
      );
    const was = reportOf(kept);
    if (!kept)
      await Incident.create(
        { id, studioId, clientId, stopId, ...report, madeBy: name, madeAt: new Date() },
        { transaction },
      );
    else {
      if (keysOf(report).every((key) => kept[key] === report[key])) return success(null);
      await kept.update(
        { ...report, changedBy: name, changedAt: new Date(), revision: (kept.revision ?? 0) + 1 },
        { transaction },
      );
    }
    const what = kept ? 'changed the report of a stop' : 'wrote the report of a stop';
    await note(who, { kind: 'stop', clientId, what, was, became: report }, transaction);
    return success(null);
  });
}
