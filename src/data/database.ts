import * as mariadb from 'mariadb';
import { Sequelize } from 'sequelize';

const shared = globalThis as typeof globalThis & { levelSpineDatabase?: Sequelize };

/** Connects by URL; nothing is sent until the first query. */
export function connect(url: string): Sequelize {
  const { hostname, port, username, password, pathname } = new URL(url);
  return new Sequelize(pathname.slice(1), decodeURIComponent(username), decodeURIComponent(password), {
    dialect: 'mariadb',
    dialectModule: mariadb,
    host: hostname,
    port: Number(port || 3306),
    timezone: '+00:00',
    logging: false,
    define: { underscored: true },
    pool: { max: 8, acquire: 4000, idle: 3000, evict: 1000 },
    dialectOptions: { connectTimeout: 3000, socketTimeout: 6000 }, // a server that hangs is as good as none
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
