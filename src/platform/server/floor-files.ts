// Which files of the built application the Floor needs: its page, what that names, and what those name in turn.
import { readFileSync } from 'node:fs';
import path from 'node:path';
import * as v from 'valibot';

const built = path.join(process.cwd(), '.next');
const read = (file: string): string => readFileSync(path.join(built, file), 'utf8');
const named = (text: string): string[] => text.match(/static\/chunks\/[\w.~-]+\.(?:js|css)/g) ?? [];
/** Fonts that a style sheet has fetched with the page. */
const fonts = (css: string): string[] =>
  (css.match(/[\w.~-]+\.p\.[\w.~-]*woff2/g) ?? []).map((name) => `static/media/${name}`);

const manifest = v.object({ rootMainFiles: v.array(v.string()) });

/** Paths below `.next`, for the worker that keeps the Floor without a network. */
export function floorFiles(): string[] {
  const { rootMainFiles } = v.parse(manifest, JSON.parse(read('build-manifest.json')));
  const found = new Set<string>();
  const waiting = [...rootMainFiles, ...named(read('server/app/floor/page_client-reference-manifest.js'))];
  for (let file = waiting.pop(); file !== undefined; file = waiting.pop()) {
    if (found.has(file)) continue;
    found.add(file);
    const text = read(file);
    waiting.push(...named(text));
    if (file.endsWith('.css')) for (const font of fonts(text)) found.add(font);
  }
  return [...found];
}
