// The plain-Node scripts, run as a person would.
import { spawnSync } from 'node:child_process';
import { createServer } from 'node:net';
import { mkdtempSync, readFileSync, statSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';

jest.setTimeout(120_000);

const root = process.cwd();
const node = (args: readonly string[], env: Readonly<Record<string, string>> = {}, input = '') => {
  const { status, stdout, stderr } = spawnSync(process.execPath, args, {
    cwd: root,
    encoding: 'utf8',
    input,
    env: { ...process.env, ...env },
  });
  return { status, stdout, stderr };
};
/** Runs a few lines that import our scripts; the last thing printed is its result. */
const script = (lines: string, env: Readonly<Record<string, string>> = {}): unknown => {
  const { status, stdout, stderr } = node(['--input-type=module', '-e', lines], env);
  if (status !== 0) throw new Error(stderr);
  return JSON.parse(stdout.trim().split('\n').at(-1) ?? 'null');
};

test('a port that is none is refused before anything is done, with what to do', () => {
  const { status, stderr } = node(['scripts/start.mjs'], { PORT: 'harbour' });
  expect(status).toBe(1);
  expect(stderr).toContain('PORT=harbour is not a port');
  expect(stderr).toContain('1 to 65535');
});

test('a taken port gives the next free one', async () => {
  const server = createServer();
  const taken = await new Promise<number>((resolve) => {
    server.listen(0, '127.0.0.1', () => {
      const address = server.address();
      resolve(typeof address === 'object' && address ? address.port : 0);
    });
  });
  const asked = new Promise<unknown>((resolve) =>
    resolve(script(`import { freePort } from './scripts/ports.mjs'; console.log(await freePort(${taken}))`)),
  );
  expect(await asked).toBeGreaterThan(taken);
  await new Promise((resolve) => server.close(resolve));
  expect(script(`import { freePort } from './scripts/ports.mjs'; console.log(await freePort(${taken}))`)).toBe(taken);
});

test('a stage says how it went and how long it took; a failure says what to do', () => {
  const { stdout, stderr } = node([
    '--input-type=module',
    '-e',
    `import { StageFailure, stage } from './scripts/stages.mjs';
     await stage('good', () => 'as it was');
     await stage('bad', () => { throw new StageFailure('it broke', 'mend it'); }).catch(() => {});`,
  ]);
  expect(stdout).toMatch(/• good: as it was \(\d+\.\d s\)/);
  expect(stderr).toMatch(/✗ bad: it broke \(\d+\.\d s\)\n {2}What to do: mend it/);
});

test('a command that fails shows what it printed', () => {
  const { stderr } = node([
    '--input-type=module',
    '-e',
    `import { run } from './scripts/stages.mjs'; await run(process.execPath, ['-e', 'console.log("the reason"); process.exit(3)']).catch((error) => console.error(error.message, '/', error.advice));`,
  ]);
  expect(stderr).toContain('the reason');
  expect(stderr).toMatch(/ended with 3 \/ read the output above/);
});

test('Debian packages that are there are not installed again, and a program is found where a PATH does not look', () => {
  expect(
    script(
      `import { installDebian } from './scripts/set-up.mjs'; console.log(JSON.stringify(await installDebian(['sh'], ['nothing'])))`,
    ),
  ).toBe('present');
  expect(
    script(
      `import { findProgram } from './scripts/set-up.mjs'; console.log(JSON.stringify(findProgram('sh') ?? null))`,
      { PATH: '/nowhere' },
    ),
  ).toMatch(/\/sh$/);
});

test('without root and sudo the one command to run is printed', () => {
  const said = script(
    `import { installDebian } from './scripts/set-up.mjs';
     process.getuid = () => 1000;
     const failure = await installDebian(['no-such-program'], ['some-package'], () => undefined).catch((error) => error);
     console.log(JSON.stringify([failure.message, failure.advice]));`,
  );
  expect(said).toEqual([
    'no-such-program not found',
    'run once, as root: apt-get update && apt-get install -y --no-install-recommends some-package',
  ]);
});

describe('the core from a shell, bundled', () => {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'spine-core-'));
  const ask = (verb: string, input: unknown) =>
    node(['scripts/core.mjs', verb], { SPINE_FOLDER: folder }, JSON.stringify(input));
  const breath = { pattern: 'in 4, out 4', repetitions: 5 };
  test('is bundled at the first call, answers, and is not bundled again', () => {
    expect(JSON.parse(ask('breath', breath).stdout)).toMatchObject({ repetitionS: 8, setS: 40 });
    const made = statSync(path.join(folder, 'core.mjs')).mtimeMs;
    expect(
      JSON.parse(ask('compare', { before: { value: 12, se: 1 }, after: { value: 4, se: 1 }, target: [-5, 5] }).stdout),
    ).toMatchObject({ verdict: 'better', change: -8 });
    expect(statSync(path.join(folder, 'core.mjs')).mtimeMs).toBe(made);
  });
  test('holds no interface and no database', () => {
    const bundle = readFileSync(path.join(folder, 'core.mjs'), 'utf8');
    for (const foreign of ['react', 'sequelize', 'styled-components', 'next/'])
      expect(bundle).not.toContain(`from "${foreign}`);
  });
  test('judges by the school that it is told', () => {
    const of = (school: string) =>
      JSON.parse(
        ask('judge', { exercise: 'legFloat', school, measures: { pelvicTilt: { value: -8, se: 0.5 } } }).stdout,
      ).findings[0];
    expect(of('Graded imprint')).toMatchObject({ verdict: 'in' });
    expect(of('Free spine')).toMatchObject({ verdict: 'out', fault: 'tuck', severity: 'slight', safety: false });
  });
});

test('the worker that reads files beside the server runs as it is bundled, and answers with lines', () => {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'spine-bundles-'));
  const outcome = script(
    `import { Worker } from 'node:worker_threads';
     import { bundleCore } from './scripts/core.mjs';
     await bundleCore();
     const worker = new Worker(process.env.SPINE_FOLDER + '/aside.mjs', { execArgv: [] });
     worker.postMessage({ read: 'file', text: 'format: level-spine-repertoire\\nversion: 1\\ncolour: blue', own: [] });
     worker.once('message', (read) => { console.log(JSON.stringify(read)); process.exit(0); });`,
    { SPINE_FOLDER: folder },
  );
  expect(outcome).toMatchObject({ ok: false, errors: [{ line: 3, path: 'colour' }] });
});

test('a log is kept over starts and turned over when it has grown: the server goes on writing into the same file', () => {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'spine-log-'));
  const outcome = script(
    `import { readFileSync, writeSync } from 'node:fs';
     import { openLog, turnOver } from './scripts/logs.mjs';
     const file = '${folder}/app.log';
     const first = openLog(file);
     writeSync(first, 'before\\n');
     const second = openLog(file);
     writeSync(second, 'x'.repeat(100));
     const turned = [turnOver(file, 50), turnOver(file, 50)];
     writeSync(second, 'after\\n');
     console.log(JSON.stringify([turned, readFileSync(file + '.1', 'utf8').slice(0, 7), readFileSync(file, 'utf8')]));
     process.exit(0);`,
  );
  expect(outcome).toEqual([[true, false], 'before\n', 'after\n']);
});
