// npm run build: everything that npm start builds, and nothing started: for an image, or a machine that serves elsewhere.
import { build } from './app.mjs';
import { bundleCore } from './core.mjs';
import { setUp } from './set-up.mjs';
import { giveUp, stage } from './stages.mjs';

async function main() {
  await setUp({ database: false });
  await stage('core for the shell', bundleCore);
  await stage('application', build);
}

main().catch(giveUp);
