// Rows as Sequelize knows them. Only this folder sees them; stores hand out plain values.
import type { Model, ModelAttributes, Sequelize } from 'sequelize';
import { apparatusTables } from './models/apparatus';
import { besideTables } from './models/beside';
import { bookTables } from './models/book';
import { clientsTables } from './models/clients';
import { eyeTables } from './models/eye';
import { filmTables } from './models/films';
import { floorTables } from './models/floor';
import { knownTables } from './models/known';
import { looksTables } from './models/looks';
import { papersTables } from './models/papers';
import { peopleTables } from './models/people';
import { planTables } from './models/plans';
import { studioTables } from './models/studio';
import type { Define } from './models/columns';

export * from './models/apparatus';
export * from './models/beside';
export * from './models/book';
export * from './models/clients';
export * from './models/eye';
export * from './models/films';
export * from './models/floor';
export * from './models/known';
export * from './models/looks';
export * from './models/papers';
export * from './models/people';
export * from './models/plans';
export * from './models/studio';

/** Ties the models to a connection; safe to call again for another one. */
export function defineModels(sequelize: Sequelize): void {
  const define: Define = <M extends Model>(
    model: Parameters<Define>[0],
    tableName: string,
    columns: Record<string, unknown>,
  ) =>
    // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- Sequelize types attributes by a class that is only known to the caller
    void model.init(columns as unknown as ModelAttributes<M>, {
      sequelize,
      tableName,
      modelName: tableName,
      timestamps: false,
    }); // class names do not survive a build
  studioTables(define);
  peopleTables(define);
  planTables(define);
  clientsTables(define);
  papersTables(define);
  apparatusTables(define);
  looksTables(define);
  eyeTables(define);
  filmTables(define);
  floorTables(define);
  knownTables(define);
  besideTables(define);
  bookTables(define);
}
