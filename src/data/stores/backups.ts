// When everything was last written away.
import { Op } from 'sequelize';
import { BackupRow } from '../models';
import { ready } from '../ready';

export type BackupCard = { readonly madeAt: Date; readonly provenAt: Date | null; readonly bytes: number };

/** The newest backup of the whole database, and the newest that was read back and proven. */
export async function lastBackups(): Promise<{ readonly made: BackupCard | null; readonly proven: BackupCard | null }> {
  ready();
  const order: [['madeAt', 'DESC']] = [['madeAt', 'DESC']];
  const [made, proven] = await Promise.all([
    BackupRow.findOne({ order }),
    BackupRow.findOne({ where: { provenAt: { [Op.ne]: null } }, order }),
  ]);
  const card = (row: BackupRow | null): BackupCard | null =>
    row && { madeAt: row.madeAt, provenAt: row.provenAt, bytes: Number(row.bytes) };
  return { made: card(made), proven: card(proven) };
}
