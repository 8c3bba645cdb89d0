// Errors of the database without what was being written: health notes travel in statements and their values.

type DriverError = { readonly errno?: unknown; readonly code?: unknown; readonly sqlMessage?: unknown };

/** Errors that tell of tables and columns alone: unknown ones, doubled ones. */
const ofTables = new Set([1050, 1054, 1060, 1061, 1091, 1146]);

const isObject = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null;
const cause = (error: unknown): DriverError => {
  if (!isObject(error)) return {};
  return isObject(error.parent) ? error.parent : error;
};

/** Number of a MariaDB error; undefined for anything else. */
export const errnoOf = (error: unknown): number | undefined => {
  const { errno } = cause(error);
  return typeof errno === 'number' ? errno : undefined;
};

const codeOf = (error: unknown): string => {
  const { code } = cause(error);
  return typeof code === 'string' ? code : '';
};

/**
 * Takes statement and values out of an error of the database, and out of everything it carries, in place: its class, number
 * and code stay. Other errors are left as they are.
 */
export function withoutValues(error: unknown): unknown {
  if (!(error instanceof Error) || !('sql' in error || 'parent' in error || 'sqlMessage' in error)) return error;
  const [errno, code] = [errnoOf(error), codeOf(error)];
  const { sqlMessage } = cause(error);
  const where = (error.stack ?? '').split('\n').filter((line) => /^\s+at /.test(line));
  const bare = Object.assign(new Error(code), { errno, code });
  bare.stack = '';
  for (const name of Object.getOwnPropertyNames(error))
    if (!['name', 'message', 'stack'].includes(name)) Reflect.deleteProperty(error, name);
  const schema = errno !== undefined && ofTables.has(errno) && typeof sqlMessage === 'string' ? `: ${sqlMessage}` : '';
  const message = `the database refused: ${code || error.name}${errno === undefined ? '' : ` (${errno})`}${schema}`;
  Object.defineProperty(error, 'message', { value: message, configurable: true, writable: true });
  Object.defineProperty(error, 'stack', {
    value: [`${error.name}: ${message}`, ...where].join('\n'),
    configurable: true,
    writable: true,
  });
  return Object.assign(error, { parent: bare, original: bare, errno, code });
}

/** Deadlock, lock wait, a node of a cluster that is not ready, a row that somebody else made meanwhile. */
const passing = new Set([1213, 1205, 1047, 1062, 1020, 1317]);
/** The connection went: nobody knows whether the last statement was carried out. */
const lostCodes =
  /ECONNRESET|EPIPE|ETIMEDOUT|ECONNREFUSED|SOCKET|CONNECTION_LOST|ER_CMD_CONNECTION_CLOSED|SERVER_SHUTDOWN|ER_CONNECTION_KILLED/;
const lostNames = new Set([
  'SequelizeConnectionError',
  'SequelizeConnectionRefusedError',
  'SequelizeConnectionAcquireTimeoutError',
  'SequelizeHostNotReachableError',
]);

/** Whether doing the same once more may go well. */
export function isPassing(error: unknown): boolean {
  const errno = errnoOf(error);
  if (errno !== undefined && passing.has(errno)) return true;
  if (lostCodes.test(codeOf(error))) return true;
  return error instanceof Error && lostNames.has(error.name);
}

/** Two wrote the same key at once. */
export const isTaken = (error: unknown): boolean => errnoOf(error) === 1062;
