// A device beside an instructor's own: joined by a code that works once and for ten minutes, it says what it sees, and reads nothing
// but what it is asked to watch.
import { createHash, randomInt } from 'node:crypto';
import { Op } from 'sequelize';
import type { Transaction } from 'sequelize';
import { codeLength, codeLetters, readCode } from '@/core/progression/beside';
import type { BesideMessage } from '@/core/progression/beside';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { BesideLink, BesideMessageRow } from '../models';
import { ready } from '../ready';
import { transact } from '../transact';
import type { Who } from '../types';
import { forgetTries, takeTry, tooMany } from './tries';

const codeForMs = 10 * 60_000;
/** A joined device is let go by itself after so long. */
const linkForMs = 4 * 3_600_000;
/** So many messages of a link are kept. */
const mostSaid = 5000;
const account = 'a code for a device beside';

const hashOf = (text: string): string => createHash('sha256').update(text).digest('hex');
const newCode = (): string =>
  Array.from({ length: codeLength }, () => codeLetters[randomInt(codeLetters.length)]).join('');

export type OpenedLink = { readonly code: string; readonly codeUntil: number };

/** Opens a link, or gives an own one another code: whoever had joined it by the last is let go. */
export async function openLink(who: Who, id: string, wants: unknown): Promise<Result<OpenedLink>> {
  const code = newCode();
  const now = Date.now();
  const fresh = {
    code: hashOf(code),
    token: null,
    wants,
    codeUntil: new Date(now + codeForMs),
    until: new Date(now + linkForMs),
  };
  return transact(async (transaction) => {
    await BesideLink.destroy({ where: { until: { [Op.lt]: new Date(now) } }, limit: 200, transaction });
    const found = await BesideLink.findByPk(id, { transaction, lock: true });
    if (found && (found.studioId !== who.studioId || found.userId !== who.userId)) return noLink();
    if (found) await found.update(fresh, { transaction });
    else await BesideLink.create({ id, studioId: who.studioId, userId: who.userId, ...fresh }, { transaction });
    return success({ code, codeUntil: now + codeForMs });
  });
}

const noLink = () => failure('noLink', 'The other device was let go meanwhile. Join it again by a new code.', 'id');

const ownLink = (who: Who, id: string, transaction?: Transaction) =>
  BesideLink.findOne({
    where: { id, studioId: who.studioId, userId: who.userId, until: { [Op.gt]: new Date() } },
    ...(transaction ? { transaction, lock: true } : {}),
  });

/** Another exercise is in hand: what the device is to watch now. */
export function setWants(who: Who, id: string, wants: unknown): Promise<Result<null>> {
  return transact(async (transaction) => {
    const link = await ownLink(who, id, transaction);
    if (!link) return noLink();
    await link.update({ wants }, { transaction });
    return success(null);
  });
}

export type Heard = {
  readonly joined: boolean;
  readonly said: readonly {
    readonly n: number;
    readonly id: string;
    readonly agoMs: number;
    readonly body: BesideMessage;
  }[];
};

/** What an own link's device has said after its n-th word, each with how long ago by the server's clock. */
export async function hearLink(who: Who, id: string, after: number): Promise<Result<Heard>> {
  ready();
  const link = await ownLink(who, id);
  if (!link) return noLink();
  const rows = await BesideMessageRow.findAll({
    where: { linkId: id, studioId: who.studioId, n: { [Op.gt]: after } },
    order: [['n', 'ASC']],
    limit: 200,
  });
  const now = Date.now();
  return success({
    joined: link.token !== null,
    said: rows.map(({ n, id: message, body, at }) => ({
      n,
      id: message,
      body,
      agoMs: Math.max(0, now - at.getTime()),
    })),
  });
}

/** Lets the device go, and forgets what it said. */
export async function closeLink(who: Who, id: string): Promise<Result<null>> {
  await transact((transaction) =>
    BesideLink.destroy({ where: { id, studioId: who.studioId, userId: who.userId }, transaction }),
  );
  return success(null);
}

export type JoinedLink = { readonly wants: unknown; readonly until: number };

const wrongCode = () =>
  failure('wrongCode', 'There is no such code, or it is older than ten minutes. Ask for a new one.', 'code');

/**
 * Joins by a code. `token`: made by the device, 32 bytes; sent again after an answer that was lost, it finds the link it joined.
 * Wrong codes are counted by place, and wait longer and longer.
 */
export async function joinLink(typed: string, token: string, place: string): Promise<Result<JoinedLink>> {
  ready();
  const code = readCode(typed);
  if (!code) return wrongCode();
  const again = await readBeside(token);
  if (again.ok) return again;
  const wait = await takeTry(account, place);
  if (wait > 0) return tooMany(wait, 'code');
  const joined = await transact(async (transaction): Promise<Result<JoinedLink>> => {
    const where = { code: hashOf(code), token: null, codeUntil: { [Op.gt]: new Date() } };
    const link = await BesideLink.findOne({ where, transaction, lock: true });
    if (!link) return wrongCode();
    await link.update({ code: null, token: hashOf(token) }, { transaction });
    return success({ wants: link.wants, until: link.until.getTime() });
  });
  if (joined.ok) await forgetTries(account, place);
  return joined;
}

const joinedBy = (token: string, transaction?: Transaction) =>
  BesideLink.findOne({
    where: { token: hashOf(token), until: { [Op.gt]: new Date() } },
    ...(transaction ? { transaction, lock: true } : {}),
  });

const letGo = () => failure('letGo', 'This device was let go. Ask for a new code.', 'token');

/** What the joined device is to watch now. */
export async function readBeside(token: string): Promise<Result<JoinedLink>> {
  ready();
  const link = await joinedBy(token);
  return link ? success({ wants: link.wants, until: link.until.getTime() }) : letGo();
}

/** One word of the device; said twice, it is kept once. `agoMs`: how long it waited on the device before it could be sent. */
export function sayBeside(token: string, id: string, body: BesideMessage, agoMs: number): Promise<Result<null>> {
  return transact(async (transaction) => {
    const link = await joinedBy(token, transaction);
    if (!link) return letGo();
    if (await BesideMessageRow.findOne({ where: { id }, attributes: ['id'], transaction })) return success(null);
    if (link.said >= mostSaid)
      return failure('tooMuch', 'This device has said enough for one code. Join it again.', 'token');
    const n = link.said + 1;
    await link.update({ said: n }, { transaction });
    const at = new Date(Date.now() - agoMs);
    await BesideMessageRow.create({ id, studioId: link.studioId, linkId: link.id, n, body, at }, { transaction });
    return success(null);
  });
}
