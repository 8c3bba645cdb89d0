// What a studio sets for itself: school and stances, tolerances, rooms; and its own entries of the repertoire.
import type { Transaction } from 'sequelize';
import { v7 as newId } from 'uuid';
import type { Repertoire, Target } from '@/core/knowledge/entries';
import type { ApparatusKind } from '@/core/knowledge/load-tags';
import { withOwn } from '@/core/knowledge/own-entries';
import type { EditableKind, OwnEntry } from '@/core/knowledge/own-entries';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { repertoire as shipped } from '@/repertoire';
import { ApparatusCheck, OwnEntryRow, Studio, User } from '../models';
import { ready } from '../ready';
import type { Room, Tolerances, Who } from '../types';

export type OwnCard = OwnEntry & { readonly changedBy: string; readonly changedAt: Date };

/** The studio's own entries, the newest change first. */
export async function listOwn(who: Who): Promise<OwnCard[]> {
  ready();
  const rows = await OwnEntryRow.findAll({ where: { studioId: who.studioId }, order: [['changedAt', 'DESC']] });
  return rows.map(({ kind, entryId, entry, base, changedBy, changedAt }) => ({
    kind,
    id: entryId,
    entry,
    base,
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
export async function findRepertoire(who: Who): Promise<Repertoire> {
  ready();
  const [own, studio] = await Promise.all([
    listOwn(who),
    Studio.findByPk(who.studioId, { attributes: ['id', 'tolerances'] }),
  ]);
  return withTolerances(withOwn(shipped, own), studio?.tolerances ?? {});
}

type NewVersion = { readonly kind: EditableKind; readonly id: string; readonly entry: unknown };

/** Keeps the studio's version of an entry. */
export const keepOwn = (who: Who, kind: EditableKind, id: string, entry: unknown): Promise<void> =>
  keepAllOwn(who, [{ kind, id, entry }]);

/** Keeps several versions, all or none; the first over a shipped entry remembers what it was made from. */
export async function keepAllOwn(who: Who, versions: readonly NewVersion[]): Promise<void> {
  await ready().transaction(async (transaction) => {
    for (const version of versions) await keepVersion(who, version, transaction);
  });
}

async function keepVersion(
  who: Who,
  { kind, id: entryId, entry }: NewVersion,
  transaction: Transaction,
): Promise<void> {
  const where = { studioId: who.studioId, kind, entryId };
  const row = await OwnEntryRow.findOne({ where, transaction, lock: true });
  const change = { entry, changedBy: who.name, changedAt: new Date() };
  if (row) await row.update(change, { transaction });
  else
    await OwnEntryRow.create(
      {
        id: newId(),
        ...where,
        base: shipped[kind].find(({ id }) => id === entryId) ?? null,
        ...change,
      },
      { transaction },
    );
}

/** Takes back the studio's version: the shipped one is in force again, a new entry is gone. */
export async function revertOwn(who: Who, kind: EditableKind, entryId: string): Promise<Result<null>> {
  ready();
  const gone = await OwnEntryRow.destroy({ where: { studioId: who.studioId, kind, entryId } });
  return gone > 0 ? success(null) : failure('notFound', 'There is no version of your own to take back.', 'id');
}

export type StudioChange = {
  readonly school?: string;
  readonly stances?: Readonly<Record<string, string>>;
  readonly exerciseStances?: Readonly<Record<string, Readonly<Record<string, string>>>>;
  readonly tolerances?: Tolerances;
  readonly rooms?: readonly Room[];
};

/** Changes what a studio sets for itself. Only its leads may. */
export async function updateStudio(who: Who, change: StudioChange): Promise<Result<null>> {
  ready();
  if (who.role !== 'lead') return failure('notAllowed', 'Only a lead instructor may change the studio.', '');
  const { rooms, stances, exerciseStances, ...rest } = change;
  await Studio.update(
    {
      ...rest,
      ...(stances ? { stances: { ...stances } } : {}),
      ...(exerciseStances
        ? { exerciseStances: Object.fromEntries(Object.entries(exerciseStances).map(([id, one]) => [id, { ...one }])) }
        : {}),
      ...(rooms ? { rooms: [...rooms] } : {}),
    },
    { where: { id: who.studioId } },
  );
  return success(null);
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

/** Keeps the tick that an apparatus was checked. */
export async function keepCheck(who: Who, apparatus: ApparatusKind, day: string): Promise<void> {
  ready();
  await ApparatusCheck.create({
    id: newId(),
    studioId: who.studioId,
    apparatus,
    day,
    madeBy: who.name,
    madeAt: new Date(),
  });
}
