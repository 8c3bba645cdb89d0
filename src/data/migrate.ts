import { SequelizeStorage, Umzug } from 'umzug';
import type { Sequelize } from 'sequelize';
import * as first from './migrations/001-first';
import * as everyWay from './migrations/002-every-way-of-looking';
import * as knowing from './migrations/003-knowing-the-work';
import * as floor from './migrations/004-the-floor';
import * as springs from './migrations/005-springs';

/** Brings the tables to the newest shape; returns the names of the migrations that ran. */
export async function migrate(sequelize: Sequelize): Promise<string[]> {
  const umzug = new Umzug({
    migrations: [
      { name: '001-first', up: ({ context }) => first.up(context), down: ({ context }) => first.down(context) },
      {
        name: '002-every-way-of-looking',
        up: ({ context }) => everyWay.up(context),
        down: ({ context }) => everyWay.down(context),
      },
      {
        name: '003-knowing-the-work',
        up: ({ context }) => knowing.up(context),
        down: ({ context }) => knowing.down(context),
      },
      { name: '004-the-floor', up: ({ context }) => floor.up(context), down: ({ context }) => floor.down(context) },
      { name: '005-springs', up: ({ context }) => springs.up(context), down: ({ context }) => springs.down(context) },
    ],
    context: sequelize.getQueryInterface(),
    storage: new SequelizeStorage({
      sequelize,
      modelName: 'migrations',
      tableName: 'migrations',
      columnType: undefined,
    }),
    logger: undefined,
  });
  return (await umzug.up()).map(({ name }) => name);
}
