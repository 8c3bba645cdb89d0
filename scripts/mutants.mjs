// npm run mutants: small changes made to the core, one at a time; a test should fail for each.
// Files changed since BASE (default: nothing) wholly; of every folder else a seeded sample (SAMPLE mutants a folder, SEED).
// FOLDERS=alignment,load narrows it. The report lies in .private/mutants.
import { execFileSync } from 'node:child_process';
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { filesBelow } from './app.mjs';
import { setUp } from './set-up.mjs';
import { giveUp, root, run } from './stages.mjs';

/** Folders of the core, each with the unit tests that are asked of its mutants: its own and its nearest readers'. */
const askedOf = {
  alignment: ['alignment', 'agreement', 'figure/picture', 'knowledge/judge', 'knowledge/look', 'knowledge/roll'],
  load: ['load', 'springs', 'progression', 'knowledge/spring-setting'],
  progression: ['progression', 'load', 'floor'],
  springs: ['springs', 'load', 'knowledge/spring-setting'],
  knowledge: ['knowledge', 'corrections', 'progression', 'repertoire'],
  corrections: ['corrections', 'knowledge', 'progression'],
  motion: ['motion'],
  planning: ['planning', 'features/plan'],
  book: ['book'],
  eye: ['eye'],
};
const folders = (process.env.FOLDERS ?? Object.keys(askedOf).join(',')).split(',');
const sample = Number(process.env.SAMPLE ?? 300);
const seed = Number(process.env.SEED ?? 1);
const wanted = 85;
const own = path.join(root, '.private', 'mutants');

/** Repeatable numbers from 0 to 1 (mulberry32). */
function seeded(from) {
  let state = from >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

function changedFiles() {
  if (!process.env.BASE) return new Set();
  const out = execFileSync('git', ['diff', '--name-only', process.env.BASE, '--', 'src/core'], {
    cwd: root,
    encoding: 'utf8',
  });
  return new Set(out.split('\n').filter(Boolean));
}

/** Every place of a file where something can be changed. */
async function placesIn(files) {
  const { createInstrumenter } = await import('@stryker-mutator/instrumenter');
  const { createInjector } = await import('typed-inject');
  const logger = new Proxy({}, { get: () => () => false });
  const instrumenter = createInjector().provideValue('logger', logger).injectFunction(createInstrumenter);
  const { mutants } = await instrumenter.instrument(
    files.map((file) => ({
      name: path.join(root, file),
      content: readFileSync(path.join(root, file), 'utf8'),
      mutate: true,
    })),
    { ignorers: [], excludedMutations: [], noHeader: true, plugins: null },
  );
  return mutants.filter(({ mutatorName }) => mutatorName !== 'BlockStatement');
}

/** Whether a place lies in a drawn range: what nests in a changed expression is changed too. */
function holds(range, { fileName, location: { start, end } }) {
  const [, file, ...at] = /^(.*):(\d+):(\d+)-(\d+):(\d+)$/.exec(range);
  const [fromLine, fromColumn, toLine, toColumn] = at.map(Number);
  const isAfter = start.line + 1 > fromLine || (start.line + 1 === fromLine && start.column >= fromColumn);
  const isBefore = end.line + 1 < toLine || (end.line + 1 === toLine && end.column <= toColumn);
  return path.relative(root, fileName) === file && isAfter && isBefore;
}

/** The ranges of a folder to change: files changed since BASE wholly, of the others a sample. */
async function rangesOf(folder, changed, random) {
  const files = filesBelow(path.join(root, 'src', 'core', folder))
    .filter((file) => file.endsWith('.ts') && !/\.(test|d)\.ts$/.test(file))
    .map((file) => path.relative(root, file));
  const places = await placesIn(files.filter((file) => !changed.has(file)));
  const drawn = [];
  let mutants = 0;
  const shuffled = places.map((place) => ({ place, key: random() })).sort((one, other) => one.key - other.key);
  for (const { place } of shuffled) {
    if (mutants >= sample) break;
    const { fileName, location } = place;
    const { start, end } = location;
    const file = path.relative(root, fileName);
    drawn.push(`${file}:${start.line + 1}:${start.column}-${end.line + 1}:${end.column}`);
    mutants = places.filter((one) => drawn.some((range) => holds(range, one))).length;
  }
  console.log(`• ${folder}: ${places.length} places, ${new Set(drawn).size} drawn with ${mutants} mutants`);
  return [...files.filter((file) => changed.has(file)), ...new Set(drawn)];
}

/** Share of a folder's mutants that its tests kill, %; those left alive are listed beside the report. */
async function kill(folder, ranges) {
  const config = path.join(own, `${folder}.json`);
  const report = path.join(own, `report-${folder}.json`);
  writeFileSync(
    config,
    JSON.stringify({
      mutate: ranges,
      testRunner: 'jest',
      plugins: ['@stryker-mutator/jest-runner'],
      jest: { projectType: 'custom', configFile: 'tests/mutants.jest.mjs', enableFindRelatedTests: true },
      coverageAnalysis: 'perTest',
      concurrency: 2,
      timeoutMS: 90_000,
      timeoutFactor: 3,
      tempDirName: '.private/mutants/tmp',
      ignorePatterns: ['/.next', '/.private', '/docs'],
      reporters: ['json', 'progress-append-only'],
      jsonReporter: { fileName: report },
      disableTypeChecks: false,
      warnings: false,
    }),
  );
  const env = { MUTANT_TESTS: askedOf[folder].join(',') };
  await run(path.join(root, 'node_modules', '.bin', 'stryker'), ['run', config], { show: true, env });
  const alive = [];
  let [killed, all] = [0, 0];
  for (const [file, { mutants }] of Object.entries(JSON.parse(readFileSync(report, 'utf8')).files))
    for (const { status, location, mutatorName, replacement } of mutants) {
      if (status === 'Ignored' || status === 'CompileError' || status === 'RuntimeError') continue;
      all += 1;
      if (status === 'Killed' || status === 'Timeout') killed += 1;
      else alive.push(`${file}:${location.start.line} ${mutatorName} → ${(replacement ?? '').slice(0, 60)}`);
    }
  writeFileSync(path.join(own, `alive-${folder}.txt`), alive.join('\n'));
  return { killed, all, share: (100 * killed) / Math.max(1, all) };
}

async function main() {
  await setUp({ database: false });
  const changed = changedFiles();
  mkdirSync(own, { recursive: true });
  const shares = [];
  for (const folder of folders) {
    const ranges = await rangesOf(folder, changed, seeded(seed));
    const { killed, all, share } = await kill(folder, ranges);
    shares.push({ folder, share });
    console.log(`${folder}: ${killed} of ${all} killed, ${share.toFixed(1)} %`);
  }
  for (const { folder, share } of shares) console.log(`${folder}: ${share.toFixed(1)} %`);
  process.exitCode = shares.some(({ share }) => share < wanted) ? 1 : 0;
}

main().catch(giveUp);
