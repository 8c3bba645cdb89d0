// npm run -s core -- VERB < in.json: the core from a shell. Bundles src/cli once, and again when a source is newer.
import { existsSync, mkdirSync, renameSync, statSync } from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { filesBelow } from './app.mjs';
import { ownFolder, root } from './stages.mjs';

const bundle = path.join(ownFolder, 'core.mjs');
/** The verbs of the shell, and the worker that reads files beside the server. */
const entries = { core: 'main.ts', aside: 'aside.ts' };

function isFresh() {
  const files = Object.keys(entries).map((name) => path.join(ownFolder, `${name}.mjs`));
  if (!files.every(existsSync)) return false;
  const built = Math.min(...files.map((file) => statSync(file).mtimeMs));
  return ['src/core', 'src/repertoire', 'src/cli']
    .flatMap((folder) => filesBelow(path.join(root, folder)))
    .every((file) => statSync(file).mtimeMs < built);
}

/** One file with everything it imports, as plain JavaScript. `more`: settings of the bundler beyond these. */
export async function bundleFile(source, outfile, more = {}) {
  const { build } = await import('esbuild');
  await build({
    entryPoints: [source],
    outfile,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    tsconfig: path.join(root, 'tsconfig.json'),
    // Packages that are still written with require find it.
    banner: { js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);" },
    logLevel: 'error',
    ...more,
  });
}

export async function bundleCore() {
  if (isFresh()) return 'up to date';
  mkdirSync(path.dirname(bundle), { recursive: true, mode: 0o700 });
  for (const [name, source] of Object.entries(entries)) {
    const draft = path.join(ownFolder, `${name}.mjs.${process.pid}`);
    await bundleFile(path.join(root, 'src', 'cli', source), draft);
    renameSync(draft, path.join(ownFolder, `${name}.mjs`));
  }
  return 'bundled';
}

if (process.argv[1] === path.join(root, 'scripts', 'core.mjs')) {
  if (!existsSync(path.join(root, 'node_modules', 'esbuild'))) {
    console.error(
      JSON.stringify({
        error: {
          code: 'notInstalled',
          message: 'Run npm start or npm test once first: the packages are missing.',
          path: '',
        },
      }),
    );
    process.exit(2);
  }
  await bundleCore();
  await import(pathToFileURL(bundle).href);
}
