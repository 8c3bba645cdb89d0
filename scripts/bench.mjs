// npm run bench: how long things take, as ratios taken in one run, so that a noisy machine tells the same.
import { existsSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { build } from './app.mjs';
import { bundleFile } from './core.mjs';
import { setUp } from './set-up.mjs';
import { giveUp, root, run, stage } from './stages.mjs';

const folder = path.join(root, '.private', 'bench');
const measureIn = (file) =>
  run(process.execPath, ['--import', 'tsx', path.join(root, 'tests', 'load', file)], {
    show: true,
    env: { SPINE_FOLDER: folder },
  });

/** What runs is measured: the core as it is built, without a loader. */
async function measureBuilt(file) {
  const built = path.join(folder, file.replace(/\.ts$/, '.mjs'));
  await bundleFile(path.join(root, 'tests', 'load', file), built, { packages: 'external' });
  await run(process.execPath, [built], { show: true, env: { SPINE_FOLDER: folder } });
}

/** The pages of a studio that has grown for three years, beside the demo's: filled once, kept for the next time. */
async function grown() {
  const { prepareDatabase } = await import('./app.mjs');
  const { startDatabase } = await import('./database.mjs');
  const kept = path.join(root, '.private', 'grown');
  const database = await startDatabase(path.join(kept, 'database'));
  const inStudio = (file) => stage(file, () => runFile(file, { DATABASE_URL: database.url, SPINE_FOLDER: kept }));
  try {
    await stage('tables and demo', () => prepareDatabase(database.url));
    await inStudio('grown-bench.ts');
    if (!existsSync(path.join(kept, 'filled'))) {
      await inStudio('fill.ts');
      writeFileSync(path.join(kept, 'filled'), '');
    }
    await inStudio('grown-bench.ts');
    await stage('application', build);
    await inStudio('grown-page.ts');
  } finally {
    await database.stop();
  }
}

const runFile = (file, env) =>
  run(process.execPath, ['--import', 'tsx', path.join(root, 'tests', 'load', file)], { show: true, env });

async function main() {
  if (process.argv[2] === 'grown') {
    await setUp({ browser: true });
    return grown();
  }
  await setUp({ browser: true });
  await stage('application', build);
  rmSync(folder, { recursive: true, force: true });
  await measureBuilt('core-bench.ts');
  await measureBuilt('plan-bench.ts');
  await measureBuilt('body-bench.ts');
  await measureBuilt('sticker-bench.ts');
  await measureBuilt('film-bench.ts');
  await measureBuilt('live-bench.ts');
  await measureBuilt('load-bench.ts');
  await measureIn('page-bench.ts');
  await measureIn('weight-bench.ts');
  await measureIn('floor-bench.ts');
  rmSync(folder, { recursive: true, force: true });
}

main().catch(giveUp);
