// The rule about who may import whom, seen to catch a tree that breaks it.
import { spawnSync } from 'node:child_process';
import { readFileSync, readdirSync } from 'node:fs';
import path from 'node:path';
import { measureIds } from '@/core/alignment/rules';

jest.setTimeout(60_000);

const root = process.cwd();

/** What the rules complain of in a tree: `rule: file → file`. */
function cruise(folder: string): string[] {
  const program = path.join(root, 'node_modules/dependency-cruiser/bin/dependency-cruise.mjs');
  const rules = path.join(root, '.dependency-cruiser.cjs');
  const { stdout } = spawnSync(process.execPath, [program, 'src', '--config', rules, '-T', 'err'], {
    cwd: folder,
    encoding: 'utf8',
    env: { ...process.env, NO_COLOR: '1' },
  });
  return stdout.split('\n').flatMap((line) => /error (\S+): (.+)$/.exec(line)?.slice(1, 3).join(': ') ?? []);
}

/** Every source below a folder, but tests. */
function* sources(folder: string): Generator<string> {
  for (const name of readdirSync(folder, { withFileTypes: true })) {
    const at = path.join(folder, name.name);
    if (name.isDirectory()) yield* sources(at);
    else if (/\.tsx?$/.test(name.name) && !/\.test\.tsx?$/.test(name.name)) yield at;
  }
}

test('a measure is one entry: outside its rule, ways of reading it by hand and by eye, and a screen of one tool, none is named', () => {
  const naming = new RegExp(`['"](${measureIds.join('|')})['"]`);
  const found = [
    ...['core', 'features', 'design', 'data/stores', 'platform'].flatMap((one) => [
      ...sources(path.join(root, 'src', one)),
    ]),
  ]
    .filter((file) => naming.test(readFileSync(file, 'utf8')))
    .map((file) => path.relative(root, file));
  expect(found.sort()).toEqual([
    'src/core/alignment/by-eye.ts',
    'src/core/alignment/by-hand.ts',
    'src/core/alignment/rules.ts',
    'src/core/eye/trained.ts', // what an eye is trained on
    'src/features/look/by-hand.tsx', // the pole: its own gap and curve
    'src/features/repertoire/blank.ts', // what a new exercise begins with
  ]);
});

test('what reaches up, across or out is caught; what reaches down is not', () => {
  expect(cruise(path.join(root, 'tests/fixtures/imports')).sort()).toEqual([
    'app-only-routes: src/app/route.ts → src/data/models.ts',
    'core-figure-reaches-only-down: src/core/figure/reaches-up.ts → src/core/knowledge/words.ts',
    'core-folders-have-a-floor: src/core/knowledge/strays.ts → src/core/elsewhere/words.ts',
    'core-is-pure: src/core/reads-files.ts → fs',
    'core-knowledge-reaches-only-down: src/core/knowledge/strays.ts → src/core/elsewhere/words.ts',
    'core-reaches-only-down: src/core/reaches-up.ts → src/data/models.ts',
    'features-keep-apart: src/features/one/one.ts → src/features/two/two.ts',
  ]);
});
