// npm test: the set-up of npm start against a database of its own, then every check. The last line counts them all.
// --unit: the core and the screens' state only, without database and browser.
import { cpSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { build, prepareDatabase } from './app.mjs';
import { bundleCore } from './core.mjs';
import { startDatabase } from './database.mjs';
import { setUp } from './set-up.mjs';
import { StageFailure, root, run, stage } from './stages.mjs';

const onlyUnit = process.argv.includes('--unit');
const folder = path.join(root, '.private', 'test');
const databaseFolder = path.join(folder, 'database');
/** Data folders of the browser tests: one a worker, and those with a house of their own (tests/browser/house.ts). */
const houses = ['house-1', 'house-2', 'floor', 'eye', 'plan', 'book', 'class', 'trained'];
const jest = path.join(root, 'node_modules', 'jest', 'bin', 'jest.js');
const counts = { passed: 0, failed: 0 };
/** What failed, each with how its complaint begins: told once more at the end, where a long log is still read. */
const failures = [];
const complaintLetters = 1200;

/** One check that either holds or does not. */
async function check(name, work) {
  try {
    await stage(name, async () => void (await work()));
    counts.passed += 1;
  } catch (error) {
    if (!(error instanceof StageFailure)) throw error;
    counts.failed += 1;
  }
}

/** A Jest project; its tests are counted one by one, and a suite that could not run counts as failed. */
async function tests(project, env = {}) {
  const output = path.join(folder, `${project}.json`);
  rmSync(output, { force: true });
  try {
    await stage(
      `tests: ${project}`,
      async () =>
        void (await run(
          process.execPath,
          [
            jest,
            '--selectProjects',
            project,
            '--json',
            `--outputFile=${output}`,
            ...(project === 'data' ? ['--runInBand'] : ['-w', '2']),
            ...(project === 'unit' ? [] : ['--forceExit']),
          ],
          { env: { NODE_ENV: 'test', ...env } },
        )),
    );
  } catch (error) {
    if (!(error instanceof StageFailure)) throw error;
  }
  try {
    const told = JSON.parse(readFileSync(output, 'utf8'));
    const { numPassedTests, numFailedTests, numRuntimeErrorTestSuites } = told;
    for (const { assertionResults } of told.testResults)
      for (const { status, fullName, failureMessages } of assertionResults)
        if (status === 'failed') failures.push(`${fullName}\n${failureMessages.join('\n').slice(0, complaintLetters)}`);
    counts.passed += numPassedTests;
    counts.failed += numFailedTests + numRuntimeErrorTestSuites;
    if (numPassedTests + numFailedTests === 0) counts.failed += 1;
  } catch {
    counts.failed += 1;
  }
}

const npm = (...args) => run('npm', ['run', '--silent', ...args]);

async function main() {
  await setUp({ database: !onlyUnit, browser: !onlyUnit });
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  await check('core for the shell', bundleCore);
  if (!onlyUnit) {
    await Promise.all([
      check('type check', () => npm('typecheck')),
      check('lint and import directions', () => npm('lint')),
    ]);
  }
  await tests('unit');
  if (!onlyUnit) {
    for (const one of [databaseFolder, ...houses.map((house) => path.join(folder, house))])
      rmSync(one, { recursive: true, force: true });
    let database;
    await stage('private MariaDB for the tests', async () => {
      database = await startDatabase(databaseFolder);
    });
    const building = stage('application', build);
    building.catch(() => undefined); // told where it is awaited
    try {
      await stage('tables and demo', () => prepareDatabase(database.url));
      await stage('the demo for each house', async () => {
        await database.stop();
        for (const house of houses) cpSync(databaseFolder, path.join(folder, house, 'database'), { recursive: true });
        database = await startDatabase(databaseFolder);
      });
      await tests('data', { DATABASE_URL: database.url });
    } finally {
      await database.stop();
    }
    await building;
    await tests('browser', { SPINE_FOLDER: folder });
    await tests('live', { SPINE_FOLDER: folder });
  }
}

/** The first failures whole, as those after them often follow from them. */
function total() {
  for (const one of failures.slice(0, 3)) console.log(`✗ ${one}\n`);
  console.log(`${counts.passed} passed, ${counts.failed} failed`);
}

main().then(
  () => {
    total();
    process.exit(counts.failed === 0 ? 0 : 1);
  },
  (error) => {
    counts.failed += 1;
    if (!(error instanceof StageFailure)) console.error(error);
    total();
    process.exit(1);
  },
);
