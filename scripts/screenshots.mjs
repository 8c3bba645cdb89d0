// npm run screenshots: the main views from freshly seeded demo data, into docs/screenshots.
import { rmSync } from 'node:fs';
import path from 'node:path';
import { build } from './app.mjs';
import { setUp } from './set-up.mjs';
import { giveUp, root, run, stage } from './stages.mjs';

const folder = path.join(root, '.private', 'screenshots');

async function main() {
  await setUp({ browser: true });
  await stage('application', build);
  rmSync(folder, { recursive: true, force: true });
  await stage('pictures', async () => {
    const output = await run(
      process.execPath,
      ['--import', 'tsx', path.join(root, 'tests', 'browser', 'screenshots.ts')],
      { env: { SPINE_FOLDER: folder } },
    );
    return output.trim().split('\n').at(-1);
  });
  rmSync(folder, { recursive: true, force: true });
}

main().catch(giveUp);
