// Where the bytes of pictures lie: in their row, or beside the database. Whatever dies in between, no row is without its bytes,
// and no bytes stay for good without a row: what may have to go is written down before, and paid after.
import { Op } from 'sequelize';
import type { Transaction, WhereOptions } from 'sequelize';
import { MediaOwed, Picture } from '../models';
import { ready } from '../ready';
import { transact } from '../transact';
import { objects } from './objects';
import type { Objects } from './objects';

export const elsewhere = 's3';
/** How long bytes that were laid down wait for their row. */
const waitsMs = 3_600_000;

const keyOf = ({ studioId, id }: Pick<Picture, 'studioId' | 'id'>): string => `${studioId}/${id}`;

const storage = (): Objects => {
  const found = objects();
  if (!found) throw new Error('pictures lie in a storage that is not set: S3_BUCKET and the rest');
  return found;
};

type Laid = { readonly bytes: Buffer | null; readonly place: string | null };

/** Lays a picture's bytes down before its row is written; returns what the row says of them. */
export async function layDown(
  picture: Pick<Picture, 'studioId' | 'id'> & { readonly format: string },
  bytes: Buffer,
): Promise<Laid> {
  ready();
  const beside = objects();
  if (!beside) return { bytes, place: null };
  const key = keyOf(picture);
  await MediaOwed.upsert({ key, dueAt: new Date(Date.now() + waitsMs) });
  await beside.put(key, bytes, picture.format);
  return { bytes: null, place: elsewhere };
}

/** The row of what was laid down is being written: it stays. */
export async function claimLaid(picture: Pick<Picture, 'studioId' | 'id'>, transaction: Transaction): Promise<void> {
  await MediaOwed.destroy({ where: { key: keyOf(picture) }, transaction });
}

/** A picture's bytes, wherever they lie. */
export async function bytesOf(picture: Picture): Promise<Buffer> {
  if (picture.place !== elsewhere) {
    if (!picture.bytes) throw new Error('a picture without its bytes');
    return picture.bytes;
  }
  return bytesAt(picture.studioId, picture.id);
}

/** Bytes that lie beside the database. */
export async function bytesAt(studioId: string, id: string): Promise<Buffer> {
  const bytes = await storage().get(keyOf({ studioId, id }));
  if (!bytes) throw new Error('a picture is missing in the storage');
  return bytes;
}

/** Rows that are about to go: their bytes beside the database go after them. */
export async function oweBytes(where: WhereOptions<Picture>, transaction: Transaction): Promise<void> {
  const rows = await Picture.findAll({
    where: { [Op.and]: [where, { place: elsewhere }] },
    attributes: ['id', 'studioId'],
    transaction,
  });
  const owed = rows.map((row) => ({ key: keyOf(row), dueAt: new Date(0) }));
  await MediaOwed.bulkCreate(owed, { updateOnDuplicate: ['dueAt'], transaction });
}

const mostAtOnce = 200;

/** Whether a row says that its bytes lie there: whoever sent it twice, and died, owes nothing. */
const isNamed = async (key: string): Promise<boolean> =>
  (await Picture.count({ where: { id: key.split('/')[1] ?? '', place: elsewhere } })) > 0;

/** Takes away what is owed by now; what can't be reached stays owed. Returns how many went. */
export async function payBytes(now = new Date()): Promise<number> {
  ready();
  const beside = objects();
  if (!beside) return 0;
  let gone = 0;
  for (;;) {
    const due = await MediaOwed.findAll({ where: { dueAt: { [Op.lte]: now } }, limit: mostAtOnce });
    if (due.length === 0) return gone;
    for (const { key } of due) {
      try {
        if (!(await isNamed(key))) await beside.remove(key);
      } catch {
        return gone; // not reached: another time
      }
      await MediaOwed.destroy({ where: { key } });
      gone += 1;
    }
  }
}

/** One picture after the other goes to where it shall lie; cut short, it is taken up again. Returns how many went. */
export async function movePictures(to: 'database' | typeof elsewhere): Promise<number> {
  ready();
  const where = to === elsewhere ? { place: null } : { place: elsewhere };
  let moved = 0;
  for (let after = ''; ;) {
    const [next] = await Picture.findAll({
      where: { ...where, id: { [Op.gt]: after } },
      order: [['id', 'ASC']],
      limit: 1,
    });
    if (!next) return moved;
    after = next.id;
    if (await moveOne(next, to)) moved += 1;
  }
}

async function moveOne(picture: Picture, to: 'database' | typeof elsewhere): Promise<boolean> {
  const { id, studioId, format } = picture;
  const bytes = await bytesOf(picture);
  const laid = to === elsewhere ? await layDown({ id, studioId, format }, bytes) : { bytes, place: null };
  return transact(async (transaction) => {
    const [changed] = await Picture.update(laid, { where: { id, place: picture.place }, transaction });
    if (to === elsewhere && changed > 0) await claimLaid(picture, transaction);
    // Left behind: in the row nothing, beside the database the object.
    if (to === 'database' && changed > 0)
      await MediaOwed.bulkCreate([{ key: keyOf(picture), dueAt: new Date(0) }], {
        updateOnDuplicate: ['dueAt'],
        transaction,
      });
    return changed > 0;
  });
}
