// A backup as a file: gzipped lines of JSON, a heading, each table's columns and rows, and an end that says what must be there.
// See docs/formats/backup.md.
import { createHash } from 'node:crypto';
import type { Hash } from 'node:crypto';
import { createReadStream, createWriteStream } from 'node:fs';
import { rename } from 'node:fs/promises';
import { createInterface } from 'node:readline';
import { once } from 'node:events';
import { finished } from 'node:stream/promises';
import { createGunzip, createGzip } from 'node:zlib';
import * as v from 'valibot';

/** As the database writes it; bytes as base64. */
export type Cell = string | null | { readonly b: string };
export type Row = readonly Cell[];

const heading = v.object({
  format: v.literal('level-spine backup'),
  version: v.literal(1),
  madeAt: v.string(),
  migrations: v.array(v.string()),
});
export type Heading = v.InferOutput<typeof heading>;
const name = v.pipe(v.string(), v.regex(/^[a-z][a-z0-9_]*$/, 'is no name of a table or column'));
const table = v.object({ table: name, columns: v.array(name) });
const row = v.array(v.union([v.string(), v.null(), v.object({ b: v.string() })]));
const ending = v.object({
  end: v.literal(true),
  tables: v.record(v.string(), v.object({ rows: v.number(), sha256: v.string() })),
});
export type Totals = v.InferOutput<typeof ending>['tables'];

/** Writes a backup beside its place and moves it there once it is whole. */
export async function writeBackup(
  file: string,
  head: Omit<Heading, 'format' | 'version'>,
  work: (put: (table: string, columns: readonly string[], rows: AsyncIterable<Row>) => Promise<void>) => Promise<void>,
): Promise<Totals> {
  const aside = `${file}.part`;
  const zip = createGzip();
  const out = createWriteStream(aside, { mode: 0o600 });
  zip.pipe(out);
  const failed = new Promise<never>((_, reject) => {
    for (const stream of [zip, out]) stream.once('error', reject);
  });
  failed.catch(() => undefined); // told where it is awaited
  const line = async (value: unknown): Promise<string> => {
    const text = JSON.stringify(value);
    if (!zip.write(`${text}\n`)) await Promise.race([once(zip, 'drain'), failed]);
    return text;
  };
  const totals: Totals = {};
  await line({ format: 'level-spine backup', version: 1, ...head });
  await work(async (one, columns, rows) => {
    await line({ table: one, columns });
    const hash = createHash('sha256');
    let count = 0;
    for await (const each of rows) {
      hash.update(`${await line(each)}\n`);
      count += 1;
    }
    totals[one] = { rows: count, sha256: hash.digest('hex') };
  });
  await line({ end: true, tables: totals });
  zip.end();
  await Promise.race([finished(out), failed]);
  await rename(aside, file);
  return totals;
}

export class BrokenBackup extends Error {}

const broken = (why: string): never => {
  throw new BrokenBackup(`this file is no whole backup: ${why}`);
};

type Taker = {
  readonly head?: (heading: Heading) => Promise<void>;
  readonly table?: (name: string, columns: readonly string[]) => Promise<void>;
  readonly row?: (row: Row) => Promise<void>;
};

/** Reads line after line: a heading, tables with their rows, an end. */
class Reader {
  heading: Heading | undefined;
  end: Totals | undefined;
  #at: { table: string; hash: Hash; rows: number } | undefined;
  readonly #found: Totals = {};

  constructor(readonly taker: Taker) {}

  async take(text: string): Promise<void> {
    const value: unknown = JSON.parse(text);
    if (!this.heading) {
      this.heading = v.parse(heading, value);
      return this.taker.head?.(this.heading);
    }
    if (this.end) broken('something follows its end');
    if (Array.isArray(value)) return this.#row(text, v.parse(row, value));
    this.#close();
    if (v.is(ending, value)) this.end = value.tables;
    else return this.#table(v.parse(table, value));
  }

  #table({ table: next, columns }: v.InferOutput<typeof table>): Promise<void> | undefined {
    this.#at = { table: next, hash: createHash('sha256'), rows: 0 };
    return this.taker.table?.(next, columns);
  }

  #row(text: string, one: Row): Promise<void> | undefined {
    if (!this.#at) return broken('rows before any table');
    this.#at.hash.update(`${text}\n`);
    this.#at.rows += 1;
    return this.taker.row?.(one);
  }

  #close(): void {
    if (this.#at) this.#found[this.#at.table] = { rows: this.#at.rows, sha256: this.#at.hash.digest('hex') };
    this.#at = undefined;
  }

  /** What was read, once it is what its end says. */
  whole(): { heading: Heading; totals: Totals } {
    const { heading: head, end } = this;
    if (!head) return broken('it is empty');
    if (!end) return broken('its end is missing');
    for (const one of new Set([...Object.keys(end), ...Object.keys(this.#found)]))
      if (end[one]?.sha256 !== this.#found[one]?.sha256 || end[one]?.rows !== this.#found[one]?.rows)
        broken(`table ${one} is not what was written`);
    return { heading: head, totals: end };
  }
}

/** Reads a backup in order, and holds every table against what its end says; throws `BrokenBackup` for any other file. */
export async function readBackup(file: string, taker: Taker = {}): Promise<{ heading: Heading; totals: Totals }> {
  const source = createReadStream(file);
  const unzip = createGunzip();
  source.once('error', (error) => unzip.destroy(error));
  const reader = new Reader(taker);
  try {
    // Failures of the file reach the loop through the last stream of the three.
    const lines = createInterface({ input: source.pipe(unzip), crlfDelay: Infinity });
    const cut = new Promise<never>((_, reject) => unzip.once('error', reject));
    cut.catch(() => undefined);
    for await (const text of lines) await reader.take(text);
    if (unzip.errored) await cut;
  } catch (error) {
    if (error instanceof SyntaxError || v.isValiError(error) || isZipError(error)) broken(error.message);
    throw error;
  }
  return reader.whole();
}

/** Asked by its code: an error of Node's own may be of another realm. */
const isZipError = (error: unknown): error is Error =>
  typeof error === 'object' && error !== null && 'code' in error && /^Z_/.test(String(error.code));
