import * as mariadb from 'mariadb';
import { Sequelize } from 'sequelize';
import { withoutValues } from './failures';

// eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- the driver’s own types say less than it does
const shared = globalThis as typeof globalThis & { levelSpineDatabase?: Sequelize };

/** Every statement passes here, and no error of one tells what it carried. */
class Database extends Sequelize {
  // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- the driver’s own types say less than it does
  override query = (async (...asked: Parameters<Sequelize['query']>) => {
    try {
      return await Sequelize.prototype.query.apply(this, asked);
    } catch (error) {
      throw withoutValues(error);
    }
  }) as Sequelize['query'];
}

/** Seconds that a statement waits for a row that another transaction holds. */
const patienceS = 4;

/** Connects by URL; nothing is sent until the first query. */
export function connect(url: string): Sequelize {
  const { hostname, port, username, password, pathname } = new URL(url);
  return new Database(pathname.slice(1), decodeURIComponent(username), decodeURIComponent(password), {
    dialect: 'mariadb',
    dialectModule: mariadb,
    host: hostname,
    port: Number(port || 3306),
    timezone: '+00:00',
    logging: false,
    define: { underscored: true },
    pool: { max: 8, acquire: 6000, idle: 3000, evict: 1000 },
    dialectOptions: {
      connectTimeout: 3000,
      socketTimeout: 9000, // a server that hangs is as good as none
      logParam: false,
      // Each statement sees what was committed before it; a row that is not there locks no gap.
      sessionVariables: { tx_isolation: 'READ-COMMITTED', innodb_lock_wait_timeout: patienceS },
    },
  });
}

/** The connection of this process, from DATABASE_URL. */
export function database(): Sequelize {
  if (!shared.levelSpineDatabase) {
    const url = process.env.DATABASE_URL;
    if (!url) throw new Error('DATABASE_URL is not set: start the application with npm start');
    shared.levelSpineDatabase = connect(url);
  }
  return shared.levelSpineDatabase;
}

/** Does the database answer? Never throws. */
export async function databaseAnswers(): Promise<boolean> {
  try {
    await database().authenticate();
    return true;
  } catch {
    return false;
  }
}
