// A migration killed in the middle is run again from its start: what it has done already is passed over.
import type { QueryInterface } from 'sequelize';

type Named = { readonly name: string };
type IndexOptions = { readonly name?: string };

const indexName = (table: string, columns: readonly string[], options?: IndexOptions): string =>
  options?.name ?? `${table}_${columns.join('_')}`;

/** The query interface with every step of a migration asked first whether it was done before. */
export function restartable(query: QueryInterface): QueryInterface {
  const columnsOf = async (table: string) => Object.keys(await query.describeTable(table));
  const indexesOf = async (table: string) => ((await query.showIndex(table)) as Named[]).map(({ name }) => name);
  const own: Record<string, unknown> = {
    async addColumn(table: string, column: string, definition: Parameters<QueryInterface['addColumn']>[2]) {
      if (!(await columnsOf(table)).includes(column)) await query.addColumn(table, column, definition);
    },
    async removeColumn(table: string, column: string) {
      if ((await columnsOf(table)).includes(column)) await query.removeColumn(table, column);
    },
    async addIndex(table: string, columns: string[], options?: IndexOptions) {
      const name = indexName(table, columns, options);
      if (!(await indexesOf(table)).includes(name)) await query.addIndex(table, columns, { ...options, name });
    },
    async removeIndex(table: string, columns: string[] | string) {
      const name = typeof columns === 'string' ? columns : indexName(table, columns);
      if ((await indexesOf(table)).includes(name)) await query.removeIndex(table, name);
    },
  };
  return new Proxy(query, {
    get: (target, name) => {
      const value: unknown = typeof name === 'string' && name in own ? own[name] : Reflect.get(target, name);
      return typeof value === 'function' && !(typeof name === 'string' && name in own) ? value.bind(target) : value;
    },
  });
}
