// What every command needs before it can work: the right Node, the npm packages, the Debian packages.
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { StageFailure, root, run, stage } from './stages.mjs';

const oldestNode = [20, 9];

export function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major > oldestNode[0] || (major === oldestNode[0] && minor >= oldestNode[1])) return;
  throw new StageFailure(
    `Node ${process.versions.node} is too old`,
    `install Node ${oldestNode.join('.')} or newer and run the same command again`,
  );
}

/** Installs npm packages when there are none or the lock file has changed since. */
export async function installPackages() {
  const lock = createHash('sha256')
    .update(readFileSync(path.join(root, 'package-lock.json')))
    .digest('hex');
  const stamp = path.join(root, 'node_modules', '.installed-from');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return 'up to date';
  await run('npm', ['ci', '--include=dev', '--no-audit', '--no-fund', '--loglevel=error'], {
    advice: 'check that the npm registry can be reached, then run the same command again',
  });
  writeFileSync(stamp, lock);
  return 'installed';
}

/** Full path of a program, also where an ordinary user's PATH does not look; undefined when missing. */
export function findProgram(name) {
  const folders = [...(process.env.PATH ?? '').split(':'), '/usr/sbin', '/usr/bin', '/usr/local/sbin', '/sbin'];
  return folders.map((folder) => path.join(folder, name)).find((file) => existsSync(file));
}

/** Installs Debian packages when one of `programs` is missing; asks for the one command when it may not. */
export async function installDebian(programs, packages, find = findProgram) {
  const missing = () => programs.filter((program) => !find(program));
  if (missing().length === 0) return 'present';
  const byHand = `apt-get update && apt-get install -y --no-install-recommends ${packages.join(' ')}`;
  const isRoot = process.getuid?.() === 0;
  if (!find('apt-get') || (!isRoot && !find('sudo')))
    throw new StageFailure(`${missing().join(', ')} not found`, `run once, as root: ${byHand}`);
  const asRoot = isRoot ? [] : ['sudo', ...(process.stdin.isTTY ? [] : ['-n'])];
  const apt = (...args) => {
    const [command, ...rest] = [...asRoot, 'env', 'DEBIAN_FRONTEND=noninteractive', 'apt-get', '-q', ...args];
    return run(command, rest, { advice: `run once, as root: ${byHand}` });
  };
  await apt('update');
  await apt('install', '-y', '--no-install-recommends', ...packages);
  if (missing().length > 0)
    throw new StageFailure(`${missing().join(', ')} still missing after the install`, `run once, as root: ${byHand}`);
  return `installed ${packages.join(', ')}`;
}

export const databasePackages = () =>
  installDebian(
    ['mariadbd', 'mariadb-install-db', 'my_print_defaults'],
    ['mariadb-server-core', 'mariadb-client-core'],
  );

export const browserPackages = () => installDebian(['chromium', 'chromedriver'], ['chromium', 'chromium-driver']);

/** The set-up shared by all commands; `browser` and `database` say which Debian packages are wanted. */
export async function setUp({ browser = false, database = true } = {}) {
  await stage('Node', () => {
    checkNode();
    return process.versions.node;
  });
  await stage('npm packages', installPackages);
  if (database) await stage('MariaDB from Debian', databasePackages);
  if (browser) await stage('Chromium from Debian', browserPackages);
}
