import { SequelizeStorage, Umzug } from 'umzug';
import type { QueryInterface, Sequelize } from 'sequelize';
import * as first from './migrations/001-first';
import * as everyWay from './migrations/002-every-way-of-looking';
import * as knowing from './migrations/003-knowing-the-work';
import * as floor from './migrations/004-the-floor';
import * as springs from './migrations/005-springs';
import * as keptAndTold from './migrations/006-kept-and-told';
import * as summaries from './migrations/007-summaries';
import * as dates from './migrations/008-dates';
import * as seen from './migrations/009-seen';
import * as byExercise from './migrations/010-evidence-by-exercise';
import * as triesInALook from './migrations/011-tries-in-a-look';
import * as ownRanges from './migrations/012-own-ranges';
import * as people from './migrations/013-people';
import * as backups from './migrations/014-backups';
import * as theRecord from './migrations/015-record';
import * as whoseClients from './migrations/016-whose-clients';
import * as secondFactor from './migrations/017-second-factor';
import * as thePapers from './migrations/018-papers';
import * as keeping from './migrations/019-keeping';
import * as picturesElsewhere from './migrations/020-pictures-elsewhere';
import * as units from './migrations/021-units';
import * as films from './migrations/022-films';
import * as beside from './migrations/023-beside';
import * as keptFilms from './migrations/024-kept-films';
import * as plans from './migrations/025-plans';
import * as book from './migrations/026-book';
import * as classes from './migrations/027-classes';
import * as weeks from './migrations/028-weeks';
import * as ownOrders from './migrations/029-own-orders';
import * as eye from './migrations/030-eye';
import * as raters from './migrations/031-raters';
import { restartable } from './migrations/restartable';

type Migration = {
  readonly up: (query: QueryInterface) => Promise<void>;
  readonly down: (query: QueryInterface) => Promise<void>;
};

const migrations: readonly (readonly [string, Migration])[] = [
  ['001-first', first],
  ['002-every-way-of-looking', everyWay],
  ['003-knowing-the-work', knowing],
  ['004-the-floor', floor],
  ['005-springs', springs],
  ['006-kept-and-told', keptAndTold],
  ['007-summaries', summaries],
  ['008-dates', dates],
  ['009-seen', seen],
  ['010-evidence-by-exercise', byExercise],
  ['011-tries-in-a-look', triesInALook],
  ['012-own-ranges', ownRanges],
  ['013-people', people],
  ['014-backups', backups],
  ['015-record', theRecord],
  ['016-whose-clients', whoseClients],
  ['017-second-factor', secondFactor],
  ['018-papers', thePapers],
  ['019-keeping', keeping],
  ['020-pictures-elsewhere', picturesElsewhere],
  ['021-units', units],
  ['022-films', films],
  ['023-beside', beside],
  ['024-kept-films', keptFilms],
  ['025-plans', plans],
  ['026-book', book],
  ['027-classes', classes],
  ['028-weeks', weeks],
  ['029-own-orders', ownOrders],
  ['030-eye', eye],
  ['031-raters', raters],
];

/** Brings the tables to the newest shape, or to that of `to`; returns the names of the migrations that ran. */
export async function migrate(sequelize: Sequelize, to?: string): Promise<string[]> {
  const umzug = new Umzug({
    migrations: migrations.map(([name, { up, down }]) => ({
      name,
      up: ({ context }: { context: QueryInterface }) => up(context),
      down: ({ context }: { context: QueryInterface }) => down(context),
    })),
    context: restartable(sequelize.getQueryInterface()),
    storage: new SequelizeStorage({
      sequelize,
      modelName: 'migrations',
      tableName: 'migrations',
      columnType: undefined,
    }),
    logger: undefined,
  });
  return (await umzug.up(to === undefined ? undefined : { to })).map(({ name }) => name);
}
