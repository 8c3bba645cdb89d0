// What a studio sets for itself: school and stances, tolerances, rooms; and its own entries of the repertoire.
import type { Transaction } from 'sequelize';
import { v7 as newId } from 'uuid';
import type { Repertoire, Target } from '@/core/knowledge/entries';
import type { ApparatusKind } from '@/core/knowledge/load-tags';
import { wholeWithOwn } from '@/core/knowledge/whole';
import type { EditableKind, OwnEntry } from '@/core/knowledge/own-entries';
import { failure, success } from '@/core/result';
import type { Failure, Result } from '@/core/result';
import type { Units } from '@/core/units';
import { repertoire as shipped } from '@/repertoire';
import { ApparatusCheck, OwnEntryRow, Studio, User } from '../models';
import { ready } from '../ready';
import { transact } from '../transact';
import type { Room, Sight, StudioCard, Tolerances, Who } from '../types';
import { claimStudio } from './claims';

export type OwnCard = OwnEntry & { readonly revision: number; readonly changedBy: string; readonly changedAt: Date };

const within = (transaction: Transaction | undefined) => (transaction ? { transaction } : {});

/** What the studio sets for itself, and the room where the asker works. */
export async function findStudio(who: Who, transaction?: Transaction): Promise<StudioCard> {
  ready();
  const studio = await Studio.findByPk(who.studioId, { rejectOnEmpty: true, ...within(transaction) });
  const user = await User.findOne({ where: { id: who.userId, studioId: who.studioId }, ...within(transaction) });
  const { id, name, school, stances, props, timeZone, sees, units, revision } = studio;
  const first: Room = { id: 'studio', name: 'Studio', props, apparatus: ['mat'] };
  const rooms = studio.rooms?.length ? studio.rooms : [first];
  return {
    id,
    name,
    school,
    stances,
    exerciseStances: studio.exerciseStances ?? {},
    tolerances: studio.tolerances ?? {},
    rooms,
    room: rooms.find((room) => room.id === user?.room) ?? rooms[0] ?? first,
    timeZone,
    sees,
    units,
    revision,
  };
}

/** The studio's own entries, the newest change first. */
export async function listOwn(who: Who, transaction?: Transaction): Promise<OwnCard[]> {
  ready();
  const rows = await OwnEntryRow.findAll({
    where: { studioId: who.studioId },
    order: [['changedAt', 'DESC']],
    ...within(transaction),
  });
  return rows.map(({ kind, entryId, entry, base, revision, changedBy, changedAt }) => ({
    kind,
    id: entryId,
    entry,
    base,
    revision,
    changedBy,
    changedAt,
  }));
}

/** Targets with the studio's own intervals in place of the usual ones. */
function withTolerances(whole: Repertoire, own: Tolerances): Repertoire {
  if (Object.keys(own).length === 0) return whole;
  const targets = whole.targets.map((target): Target => {
    const interval = own[target.measure];
    if (!interval) return target;
    const [lo, hi] = interval;
    return {
      ...target,
      interval: [lo, hi],
      ...(lo !== null && hi !== null ? { tolerance: (hi - lo) / 2 } : {}),
      own: true,
    };
  });
  return { ...whole, targets };
}

/** The repertoire in force: what ships, the studio's own entries over it, its own tolerances. */
export async function findRepertoire(who: Who, transaction?: Transaction): Promise<Repertoire> {
  ready();
  const own = await listOwn(who, transaction);
  const studio = await Studio.findByPk(who.studioId, { attributes: ['id', 'tolerances'], ...within(transaction) });
  return withTolerances(wholeWithOwn(shipped, own), studio?.tolerances ?? {});
}

type NewVersion = { readonly kind: EditableKind; readonly id: string; readonly entry: unknown };

/**
 * Keeps the studio's versions of entries, all or none; the first over a shipped entry remembers what it was made from.
 * `decide` sees the studio's own entries as they stand, with nobody else changing them, and returns what to keep, or why not.
 */
export function changeOwn<T>(
  who: Who,
  decide: (own: readonly OwnCard[]) => { readonly keep: readonly NewVersion[] } | { readonly refused: T },
): Promise<{ readonly refused: T } | { readonly kept: number }> {
  return transact(async (transaction) => {
    await claimStudio(who, transaction);
    const decided = decide(await listOwn(who, transaction));
    if ('refused' in decided) return decided;
    for (const version of decided.keep) await keepVersion(who, version, transaction);
    return { kept: decided.keep.length };
  });
}

async function keepVersion(
  who: Who,
  { kind, id: entryId, entry }: NewVersion,
  transaction: Transaction,
): Promise<void> {
  const where = { studioId: who.studioId, kind, entryId };
  const row = await OwnEntryRow.findOne({ where, transaction });
  const change = { entry, changedBy: who.name, changedAt: new Date() };
  if (row) return void (await row.update({ ...change, revision: row.revision + 1 }, { transaction }));
  const base = shipped[kind].find(({ id }) => id === entryId) ?? null;
  await OwnEntryRow.create({ id: newId(), ...where, base, ...change }, { transaction });
}

/** Takes back the studio's version: the shipped one is in force again, a new entry is gone. `refuse` may say why not. */
export function revertOwn(
  who: Who,
  kind: EditableKind,
  entryId: string,
  refuse: (own: readonly OwnCard[]) => Failure | undefined = () => undefined,
): Promise<Result<null>> {
  return transact(async (transaction) => {
    await claimStudio(who, transaction);
    const refused = refuse(await listOwn(who, transaction));
    if (refused) return { ok: false, error: refused };
    const gone = await OwnEntryRow.destroy({ where: { studioId: who.studioId, kind, entryId }, transaction });
    return gone > 0 ? success(null) : failure('notFound', 'There is no version of your own to take back.', 'id');
  });
}

export type StudioChange = {
  readonly school?: string;
  readonly stances?: Readonly<Record<string, string>>;
  readonly exerciseStances?: Readonly<Record<string, Readonly<Record<string, string>>>>;
  readonly tolerances?: Tolerances;
  readonly rooms?: readonly Room[];
  readonly sees?: Sight;
  readonly units?: Units;
  readonly wantsSecond?: boolean;
};

/**
 * Changes what a studio sets for itself; only its leads may. `decide` is given it as it stands, with nobody else changing it:
 * two choices made at once are both kept.
 */
export async function changeStudio(
  who: Who,
  decide: (studio: StudioCard) => Result<StudioChange>,
): Promise<Result<null>> {
  ready();
  if (who.role !== 'lead') return failure('notAllowed', 'Only a lead instructor may change the studio.', '');
  return transact(async (transaction) => {
    await claimStudio(who, transaction);
    const studio = await findStudio(who, transaction);
    const change = decide(studio);
    if (!change.ok) return change;
    const { rooms, ...rest } = change.value;
    await Studio.update(
      // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- JSON columns take what their readers parse
      { ...structuredClone(rest), ...(rooms ? { rooms: [...rooms] } : {}), revision: studio.revision + 1 } as object,
      { where: { id: who.studioId }, transaction },
    );
    return success(null);
  });
}

/** The room where the asker works from now on. */
export async function setRoom(who: Who, room: string): Promise<void> {
  ready();
  await User.update({ room }, { where: { id: who.userId, studioId: who.studioId } });
}

/** Apparatus whose springs, straps and anchors were looked at on a day (as 2026-11-25), and by whom. */
export async function checkedOn(
  who: Who,
  day: string,
): Promise<{ readonly apparatus: ApparatusKind; readonly by: string }[]> {
  ready();
  const rows = await ApparatusCheck.findAll({ where: { studioId: who.studioId, day } });
  return rows.map(({ apparatus, madeBy }) => ({ apparatus, by: madeBy }));
}

/** Keeps the tick that an apparatus was checked: once a day, whoever ticks it again. */
export async function keepCheck(who: Who, apparatus: ApparatusKind, day: string): Promise<void> {
  const row = { id: newId(), studioId: who.studioId, apparatus, day, madeBy: who.name, madeAt: new Date() };
  await transact((transaction) => ApparatusCheck.bulkCreate([row], { ignoreDuplicates: true, transaction }));
}
