// What a backup takes from a database and gives back to it, over a connection of its own.
import * as mariadb from 'mariadb';
import { database, connect } from '../database';
import { migrate } from '../migrate';
import { bytesAt, elsewhere } from '../media/pictures';
import { readBackup, writeBackup } from './file';
import type { Cell, Row, Totals } from './file';

/** Who is signed in, who guesses, who prepares: of the moment alone. */
const leftOut = new Set(['sessions', 'rate_limits', 'preparing', 'restoring', 'media_owed']);
/** Written by the migrations themselves. */
const ofMigrations = 'migrations';
const chunkRows = 400;
const chunkBytes = 4_000_000;

async function open(): Promise<mariadb.Connection> {
  const { hostname, port, username, password, pathname } = new URL(process.env.DATABASE_URL ?? '');
  return mariadb.createConnection({
    host: hostname,
    port: Number(port || 3306),
    user: decodeURIComponent(username),
    password: decodeURIComponent(password),
    database: pathname.slice(1),
    connectTimeout: 5000,
    logParam: false,
  });
}

const quoted = (name: string): string => `\`${name.replaceAll('`', '')}\``;

type Column = { readonly name: string; readonly isBytes: boolean };

const namesIn = async (connection: mariadb.Connection): Promise<string[]> => {
  const rows: { name: string }[] = await connection.query(
    `SELECT table_name AS name FROM information_schema.tables
     WHERE table_schema = DATABASE() AND table_type = 'BASE TABLE' ORDER BY table_name`,
  );
  return rows.map(({ name }) => name);
};

async function columnsOf(connection: mariadb.Connection, table: string): Promise<Column[]> {
  const rows: { name: string; type: string }[] = await connection.query(
    `SELECT column_name AS name, data_type AS type FROM information_schema.columns
     WHERE table_schema = DATABASE() AND table_name = ? AND COALESCE(generation_expression, '') = '' ORDER BY ordinal_position`,
    [table],
  );
  return rows.map(({ name, type }) => ({ name, isBytes: /blob|binary/.test(type) }));
}

/** A table's rows in the order of its key, every value as the database writes it. */
async function* rowsOf(connection: mariadb.Connection, table: string, columns: readonly Column[]): AsyncIterable<Row> {
  const bytes = new Set(columns.filter(({ isBytes }) => isBytes).map(({ name }) => name));
  const stream = connection.queryStream({
    sql: `SELECT ${columns.map(({ name }) => quoted(name)).join(', ')} FROM ${quoted(table)}`,
    rowsAsArray: true,
    typeCast: (column): Cell => {
      if (!bytes.has(column.name())) return column.string();
      const held = column.buffer();
      return held === null ? null : { b: held.toString('base64') };
    },
  });
  for await (const row of stream) yield row;
}

/** Rows of pictures with the bytes that lie beside the database: a backup needs no other storage to be whole. */
async function* withBytes(rows: AsyncIterable<Row>, columns: readonly Column[]): AsyncIterable<Row> {
  const at = (wanted: string) => columns.findIndex(({ name }) => name === wanted);
  const [place, bytes, id, studio] = [at('place'), at('bytes'), at('id'), at('studio_id')];
  for await (const row of rows) {
    if (place < 0 || row[place] !== elsewhere) yield row;
    else {
      const b = (await bytesAt(String(row[studio]), String(row[id]))).toString('base64');
      yield row.map((cell, i) => (i === bytes ? { b } : i === place ? null : cell));
    }
  }
}

const migrationsIn = async (connection: mariadb.Connection): Promise<string[]> => {
  const rows: { name: string }[] = await connection.query(`SELECT name FROM ${ofMigrations} ORDER BY name`);
  return rows.map(({ name }) => name);
};

/** Writes everything that is kept into a file, as it stood at one moment, while the studio goes on. */
export async function makeBackup(file: string): Promise<Totals> {
  const connection = await open();
  try {
    await connection.query('SET SESSION TRANSACTION ISOLATION LEVEL REPEATABLE READ');
    await connection.query('START TRANSACTION WITH CONSISTENT SNAPSHOT, READ ONLY');
    const migrations = await migrationsIn(connection);
    const tables = (await namesIn(connection)).filter((name) => !leftOut.has(name) && name !== ofMigrations);
    return await writeBackup(file, { madeAt: new Date().toISOString(), migrations }, async (put) => {
      for (const table of tables) {
        const columns = await columnsOf(connection, table);
        await put(
          table,
          columns.map(({ name }) => name),
          table === 'pictures'
            ? withBytes(rowsOf(connection, table, columns), columns)
            : rowsOf(connection, table, columns),
        );
      }
    });
  } finally {
    await connection.end();
  }
}

/** Studios that are nobody's demo. */
export async function ownStudios(): Promise<number> {
  const connection = await open();
  try {
    if (!(await namesIn(connection)).includes('studios')) return 0;
    const [row]: { n: bigint }[] = await connection.query('SELECT COUNT(*) AS n FROM studios WHERE demo = 0');
    return Number(row?.n ?? 0);
  } finally {
    await connection.end();
  }
}

const valueOf = (cell: Cell): string | null | Buffer =>
  cell !== null && typeof cell === 'object' ? Buffer.from(cell.b, 'base64') : cell;

const sizeOf = (row: Row): number =>
  row.reduce((sum, cell) => sum + (cell === null ? 1 : typeof cell === 'string' ? cell.length : cell.b.length), 0);

/** Rows on their way into a table, sent some at a time. */
class Filling {
  #rows: (string | null | Buffer)[][] = [];
  #bytes = 0;
  #into = '';

  constructor(readonly connection: mariadb.Connection) {}

  async table(name: string, columns: readonly string[]): Promise<void> {
    await this.flush();
    this.#into = `INSERT INTO ${quoted(name)} (${columns.map(quoted).join(', ')}) VALUES (${columns.map(() => '?').join(', ')})`;
  }

  async row(row: Row): Promise<void> {
    this.#rows.push(row.map(valueOf));
    this.#bytes += sizeOf(row);
    if (this.#rows.length >= chunkRows || this.#bytes >= chunkBytes) await this.flush();
  }

  async flush(): Promise<void> {
    if (this.#rows.length > 0) await this.connection.batch(this.#into, this.#rows);
    this.#rows = [];
    this.#bytes = 0;
  }
}

/**
 * Puts a backup in the place of everything that the database holds: of its own version first, then brought to the newest. The
 * file is read through once before anything is touched. Cut short, it leaves a mark, and nothing starts before it was run again.
 */
export async function restoreBackup(file: string): Promise<Totals> {
  const { heading, totals } = await readBackup(file);
  const connection = await open();
  try {
    await connection.query('CREATE TABLE IF NOT EXISTS restoring (id TINYINT)');
    await connection.query('SET FOREIGN_KEY_CHECKS = 0');
    for (const name of await namesIn(connection))
      if (name !== 'restoring') await connection.query(`DROP TABLE ${quoted(name)}`);
    await migrateTo(heading.migrations.at(-1));
    const filling = new Filling(connection);
    for (const name of await namesIn(connection))
      if (name !== 'restoring' && name !== ofMigrations) await connection.query(`DELETE FROM ${quoted(name)}`);
    await readBackup(file, {
      table: (name, columns) => filling.table(name, columns),
      row: (row) => filling.row(row),
    });
    await filling.flush();
    await connection.query('SET FOREIGN_KEY_CHECKS = 1');
    for (const [name, { rows }] of Object.entries(totals)) {
      const [found]: { n: bigint }[] = await connection.query(`SELECT COUNT(*) AS n FROM ${quoted(name)}`);
      if (Number(found?.n) !== rows) throw new Error(`${name} holds ${found?.n} rows of ${rows}`);
    }
    await migrateTo(undefined);
    await connection.query('DROP TABLE restoring');
    return totals;
  } finally {
    await connection.end();
  }
}

async function migrateTo(name: string | undefined): Promise<void> {
  const sequelize = connect(process.env.DATABASE_URL ?? '');
  try {
    await migrate(sequelize, name);
  } finally {
    await sequelize.close();
  }
}

/** Whether a restore into this database was cut short. */
export async function isHalfRestored(): Promise<boolean> {
  const tables = await database().getQueryInterface().showAllTables();
  return tables.includes('restoring');
}
