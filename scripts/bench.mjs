// npm run bench: how long things take, as ratios taken in one run, so that a noisy machine tells the same.
import { rmSync } from 'node:fs';
import path from 'node:path';
import { build } from './app.mjs';
import { setUp } from './set-up.mjs';
import { giveUp, root, run, stage } from './stages.mjs';

const folder = path.join(root, '.private', 'bench');
const measureIn = (file) =>
  run(process.execPath, ['--import', 'tsx', path.join(root, 'tests', 'load', file)], {
    show: true,
    env: { SPINE_FOLDER: folder },
  });

async function main() {
  await setUp({ browser: true });
  await stage('application', build);
  rmSync(folder, { recursive: true, force: true });
  await measureIn('core-bench.ts');
  await measureIn('body-bench.ts');
  await measureIn('load-bench.ts');
  await measureIn('page-bench.ts');
  await measureIn('floor-bench.ts');
  rmSync(folder, { recursive: true, force: true });
}

main().catch(giveUp);
