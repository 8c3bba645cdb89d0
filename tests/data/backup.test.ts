// A backup as a file: whole, and nothing else taken for one.
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { gunzipSync, gzipSync } from 'node:zlib';
import { BrokenBackup, readBackup, writeBackup } from '@/data/backup/file';
import type { Row } from '@/data/backup/file';
import { makeBackup } from '@/data/backup/tables';
import { Client, Picture } from '@/data/models';
import { bringClient, openStudio } from './studio';

const folder = mkdtempSync(path.join(os.tmpdir(), 'spine-backup-'));
const file = path.join(folder, 'all.backup.gz');

/** The rows of one table, each by its columns' names. */
async function rowsOf(table: string): Promise<Record<string, unknown>[]> {
  const rows: Record<string, unknown>[] = [];
  let columns: readonly string[] | undefined;
  await readBackup(file, {
    table: async (name, own) => {
      columns = name === table ? own : undefined;
    },
    row: async (row) => {
      if (columns) rows.push(Object.fromEntries(columns.map((name, i) => [name, row[i]])));
    },
  });
  return rows;
}

test('everything that is kept is in it, to the letter and the byte; what is of the moment is not', async () => {
  const who = await openStudio('Weir House');
  const id = await bringClient(who, {
    name: 'Zoë “O’Lock” \\ 横 🌊',
    heightM: 1.7300000000000002,
    note: 'line\nbreak\t\u0000',
  });
  const { totals } = await makeBackup(file).then(() => readBackup(file));
  expect(totals.clients?.rows).toBe(await Client.count());
  for (const name of ['sessions', 'rate_limits', 'preparing', 'migrations']) expect(totals[name]).toBeUndefined();
  expect((await rowsOf('clients')).find((row) => row.id === id)).toMatchObject({
    name: 'Zoë “O’Lock” \\ 横 🌊',
    height_m: '1.7300000000000002',
    note: 'line\nbreak\t\u0000',
    birth_year: null,
  });
  const picture = await Picture.findOne({ rejectOnEmpty: true });
  const kept = (await rowsOf('pictures')).find((row) => row.id === picture.id);
  expect(kept?.bytes).toEqual({ b: (picture.bytes ?? Buffer.alloc(0)).toString('base64') });
});

test.each<[string, (lines: string[]) => string[]]>([
  ['without its end', (lines) => lines.slice(0, -1)],
  ['with a row less', (lines) => lines.filter((_, i) => i !== 3)],
  ['with a row changed', (lines) => lines.map((line, i) => (i === 3 ? line.replace(/"/, '"x') : line))],
  ['with something after its end', (lines) => [...lines, '["a"]']],
  ['that begins elsewhere', (lines) => lines.slice(1)],
  ['of another kind', () => ['{"format":"something else"}']],
  ['that is no JSON', () => ['not a line of ours']],
  ['that holds nothing', () => []],
  ['whose table is no name', (lines) => lines.map((line, i) => (i === 1 ? '{"table":"a; DROP","columns":[]}' : line))],
])('a file %s is refused', async (_, spoil) => {
  const rows = async function* (): AsyncIterable<Row> {
    yield* [
      ['1', null],
      ['2', { b: 'AAEC' }],
    ] satisfies Row[];
  };
  const whole = path.join(folder, 'small.gz');
  await writeBackup(whole, { madeAt: '2026-11-30', migrations: ['001-first'] }, (put) =>
    put('things', ['id', 'x'], rows()),
  );
  expect((await readBackup(whole)).totals.things?.rows).toBe(2);
  const lines = gunzipSync(readFileSync(whole)).toString().trim().split('\n');
  const spoilt = path.join(folder, 'spoilt.gz');
  writeFileSync(spoilt, gzipSync(spoil(lines).join('\n')));
  await expect(readBackup(spoilt)).rejects.toThrow(BrokenBackup);
});

test('a file that was cut off, is not packed, or is not there is refused', async () => {
  const cut = path.join(folder, 'cut.gz');
  writeFileSync(cut, readFileSync(file).subarray(0, 2000));
  await expect(readBackup(cut)).rejects.toThrow(BrokenBackup);
  writeFileSync(cut, 'plain text');
  await expect(readBackup(cut)).rejects.toThrow(BrokenBackup);
  await expect(readBackup(path.join(folder, 'none.gz'))).rejects.toThrow('ENOENT');
});
