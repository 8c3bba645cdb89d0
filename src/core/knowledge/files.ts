// The repertoire as a file: JSON or YAML, versioned, checked on the way in with errors by line.
import { isRecord } from '../keyed';
import * as v from 'valibot';
import { isMap, isNode, isScalar, isSeq, LineCounter, parseDocument, stringify, visit } from 'yaml';
import type { Document } from 'yaml';
import { checkRepertoire } from './check';
import { correction, exercise, fault, prop, sequence } from './entries';
import type { Repertoire } from './entries';
import { differences, editableKinds, withOwn } from './own-entries';
import type { Difference, EditableKind, OwnEntry } from './own-entries';

export const fileFormat = 'level-spine-repertoire';
export const fileVersion = 1;

const shapes = {
  exercises: exercise,
  faults: fault,
  corrections: correction,
  props: prop,
  sequences: sequence,
} as const satisfies Readonly<Record<EditableKind, v.GenericSchema>>;

/** The shape of one entry of a kind. */
export const shapeOf = (kind: EditableKind): (typeof shapes)[EditableKind] => shapes[kind];

/** Where something is wrong in a file. Lines count from 1. */
export type FileError = { readonly line: number; readonly path: string; readonly message: string };

export type FileEntry = {
  readonly kind: EditableKind;
  readonly id: string;
  readonly entry: unknown;
  readonly state: 'new' | 'changed' | 'same';
  readonly differences: readonly Difference[];
};

export type ReadFile =
  | { readonly ok: true; readonly entries: readonly FileEntry[] }
  | { readonly ok: false; readonly errors: readonly FileError[] };

export type ReadEntry =
  | { readonly ok: true; readonly entry: { readonly id: string } }
  | { readonly ok: false; readonly errors: readonly FileError[] };

/** What a worker that reads files is asked. */
export type FileQuestion =
  | { readonly read: 'file'; readonly text: string; readonly own: readonly OwnEntry[] }
  | { readonly read: 'entry'; readonly text: string; readonly kind: EditableKind; readonly own: readonly OwnEntry[] };

export type FileChoice = { readonly ids?: ReadonlySet<string> };

/** A repertoire as text. `ids`: of each kind only these entries. */
export function writeFile(repertoire: Repertoire, as: 'json' | 'yaml', rules: string, choice: FileChoice = {}): string {
  const content: Record<string, unknown> = { format: fileFormat, version: fileVersion, rules };
  for (const kind of editableKinds) {
    const entries = repertoire[kind].filter(({ id }) => choice.ids?.has(id) ?? true);
    if (entries.length > 0) content[kind] = entries;
  }
  return as === 'json'
    ? `${JSON.stringify(content, null, 2)}\n`
    : stringify(content, { lineWidth: 110, aliasDuplicateObjects: false });
}

/** One entry as YAML, for editing by hand. */
export const writeEntry = (entry: unknown): string =>
  stringify(entry, { lineWidth: 100, aliasDuplicateObjects: false });

type Path = readonly (string | number)[];

/** Most errors told of one text, and most characters of one. */
const mostErrors = 40;
const mostMessage = 300;
/** Most characters of a text: two million and not one more. */
export const mostText = 2_000_000;

/** The line where a path of the document stands; of its nearest ancestor when it is missing. */
function lineAt(document: Document.Parsed, lines: LineCounter, path: Path): number {
  let here: unknown = document.contents;
  let found: unknown = here;
  for (const key of path) {
    const pair = isMap(here) ? here.items.find(({ key: name }) => isScalar(name) && name.value === key) : undefined;
    const next: unknown = pair ? pair.value : isSeq(here) && typeof key === 'number' ? here.items[key] : undefined;
    if (next === undefined || next === null) break;
    [found, here] = [pair?.key ?? next, next];
  }
  const range = isNode(found) ? found.range : undefined;
  return range ? lines.linePos(range[0]).line : 1;
}

/** Keys that stand twice in one map, the first of them. Linear, where the parser's own check is not. */
function twice(document: Document.Parsed): Range | undefined {
  let found: Range | undefined;
  visit(document, {
    Map(_, { items }) {
      const seen = new Set<unknown>();
      for (const { key } of items) {
        if (!isScalar(key)) continue;
        if (seen.has(key.value)) {
          found = key.range ?? undefined;
          return visit.BREAK;
        }
        seen.add(key.value);
      }
      return undefined;
    },
  });
  return found;
}
type Range = readonly [number, number, number];

type Opened =
  | { readonly ok: true; readonly lines: LineCounter; readonly document: Document.Parsed; readonly content: unknown }
  | { readonly ok: false; readonly errors: readonly FileError[] };

const tooDeep = 'This can’t be read: it is nested too deeply.';
const wholly = (line: number, message: string): Opened => ({ ok: false, errors: [{ line, path: '', message }] });

/** A text as a document and as plain values; bounded in length, and without references to other places of it. */
function open(text: string): Opened {
  if (text.length > mostText) return wholly(1, 'The text is longer than two million characters.');
  const lines = new LineCounter();
  try {
    const document = parseDocument(text, { lineCounter: lines, prettyErrors: false, uniqueKeys: false });
    const [first] = document.errors;
    if (first && /call stack/i.test(first.message)) return wholly(1, tooDeep);
    if (first)
      return {
        ok: false,
        errors: document.errors.slice(0, mostErrors).map(({ message, pos }) => ({
          line: lines.linePos(pos[0]).line,
          path: '',
          message: (message.split('\n')[0] ?? message).slice(0, mostMessage),
        })),
      };
    const range = twice(document);
    if (range) return wholly(lines.linePos(range[0]).line, 'This key stands twice here.');
    return { ok: true, lines, document, content: document.toJS({ maxAliasCount: 0 }) };
  } catch (error) {
    return wholly(
      1,
      error instanceof ReferenceError ? 'References to other places of the text (& and *) are not read.' : tooDeep,
    );
  }
}

/** As many errors as a person reads, and how many more there are. */
const asTold = (errors: readonly FileError[]): FileError[] => {
  const shown = errors
    .slice(0, mostErrors)
    .map(({ line, path, message }) => ({ line, path: path.slice(0, 200), message: message.slice(0, mostMessage) }));
  const more = errors.length - shown.length;
  return more > 0 ? [...shown, { line: shown.at(-1)?.line ?? 1, path: '', message: `and ${more} more` }] : shown;
};

const pathOf = (issue: v.BaseIssue<unknown>): (string | number)[] =>
  (issue.path ?? []).map(({ key }) => (typeof key === 'number' ? key : String(key)));

function plainMessage(issue: v.BaseIssue<unknown>): string {
  if (issue.type === 'strict_object' && issue.expected === 'never')
    return `"${String(pathOf(issue).at(-1))}" is not known here`;
  if (issue.received === 'undefined') return `"${String(pathOf(issue).at(-1))}" is missing`;
  return issue.message.replace(/^Invalid type: Expected (.*) but received (.*)$/, 'expected $1, found $2');
}

/** Reads one entry from YAML (or JSON) and checks it within the whole. */
export function readEntry(text: string, kind: EditableKind, shipped: Repertoire, own: readonly OwnEntry[]): ReadEntry {
  const opened = open(text);
  if (!opened.ok) return opened;
  const { lines, document, content } = opened;
  const parsed = v.safeParse(shapes[kind], content);
  if (!parsed.success)
    return {
      ok: false,
      errors: asTold(
        parsed.issues.slice(0, mostErrors + 1).map((issue) => ({
          line: lineAt(document, lines, pathOf(issue)),
          path: pathOf(issue).join('.'),
          message: plainMessage(issue),
        })),
      ),
    };
  const entry = parsed.output;
  const problems = problemsOf(shipped, own, [{ kind, id: entry.id, entry, base: null }]);
  const head = `${kind}.${entry.id}.`;
  return problems.length > 0
    ? {
        ok: false,
        errors: asTold(
          problems.map(({ path, message }) => {
            const inside = path.startsWith(head) ? path.slice(head.length) : '';
            return { line: lineAt(document, lines, stepsOf(content, inside)), path: inside || path, message };
          }),
        ),
      }
    : { ok: true, entry };
}

/** `levels.3.top` as steps of the document: levels are known by their number. */
function stepsOf(content: unknown, path: string): (string | number)[] {
  const [first, second, ...rest] = path.split('.').filter(Boolean);
  if (!first) return [];
  if (second === undefined) return [first];
  if (first === 'levels') {
    const levels = isRecord(content) ? content['levels'] : undefined;
    const index = Array.isArray(levels)
      ? levels.findIndex((one: { number?: number }) => String(one.number) === second)
      : -1;
    return index >= 0 ? [first, index, ...rest] : [first];
  }
  return [first];
}

/** What entries would break that held together before. */
function problemsOf(shipped: Repertoire, own: readonly OwnEntry[], added: readonly OwnEntry[]) {
  const others = own.filter((one) => !added.some((more) => more.kind === one.kind && more.id === one.id));
  const before = new Set(checkRepertoire(withOwn(shipped, own)).map(({ path, message }) => `${path} ${message}`));
  return checkRepertoire(withOwn(shipped, [...others, ...added])).filter(
    ({ path, message }) => !before.has(`${path} ${message}`),
  );
}

/** Takes what is wrong, with where it stands. */
type Wrong = (path: Path, message: string) => void;

/** What a file says of itself, and keys that no repertoire file has. */
function checkHead(file: Readonly<Record<string, unknown>>, wrong: Wrong): void {
  if (file['format'] !== fileFormat) wrong(['format'], `"format" should be ${fileFormat}.`);
  if (file['version'] !== fileVersion)
    wrong(['version'], `This file is of version ${String(file['version'])}; version ${fileVersion} is read here.`);
  for (const key of Object.keys(file))
    if (!['format', 'version', 'rules', ...editableKinds].includes(key))
      wrong([key], `"${key}" is not known in a repertoire file.`);
}

/** An entry against what is in force. */
function asFileEntry(kind: EditableKind, entry: { readonly id: string }, inForce: Repertoire): FileEntry {
  const before = inForce[kind].find(({ id }) => id === entry.id);
  const changes = before ? differences(before, entry) : [];
  const state = before ? (changes.length > 0 ? 'changed' : 'same') : 'new';
  return { kind, id: entry.id, entry, state, differences: changes };
}

/** The entries of one kind that can be read, each with its place in the list. */
function readKind(kind: EditableKind, list: readonly unknown[], inForce: Repertoire, wrong: Wrong) {
  const read = new Map<string, { readonly at: number; readonly entry: FileEntry }>();
  for (const [at, one] of list.entries()) {
    const parsed = v.safeParse(shapes[kind], one);
    if (!parsed.success) {
      for (const issue of parsed.issues) wrong([kind, at, ...pathOf(issue)], plainMessage(issue));
      continue;
    }
    const { id } = parsed.output;
    if (read.has(id)) wrong([kind, at, 'id'], `"${id}" stands in this file twice.`);
    else read.set(id, { at, entry: asFileEntry(kind, parsed.output, inForce) });
  }
  return [...read.values()];
}

/** Reads a whole file and tells what it would change, or every error with its line. Nothing is kept here. */
export function readRepertoireFile(text: string, shipped: Repertoire, own: readonly OwnEntry[]): ReadFile {
  const opened = open(text);
  if (!opened.ok) return opened;
  const { lines, document, content } = opened;
  const found: FileError[] = [];
  const wrong: Wrong = (path, message) =>
    found.push({
      line: found.length < mostErrors ? lineAt(document, lines, path) : 1, // the rest are only counted
      path: path.join('.'),
      message,
    });
  if (!isRecord(content)) {
    wrong([], `This is not a repertoire file: it should begin with "format: ${fileFormat}".`);
    return { ok: false, errors: asTold(found) };
  }
  checkHead(content, wrong);
  const inForce = withOwn(shipped, own);
  const read = editableKinds.flatMap((kind) => {
    const list = content[kind];
    if (list === undefined) return [];
    if (Array.isArray(list)) return readKind(kind, list, inForce, wrong);
    wrong([kind], `"${kind}" should be a list.`);
    return [];
  });
  const entries = read.map(({ entry }) => entry);
  if (found.length === 0) {
    const places = new Map<string, Path>(read.map(({ at, entry: { kind, id } }) => [`${kind}.${id}`, [kind, at]]));
    const added = entries.map(({ kind, id, entry }) => ({ kind, id, entry, base: null }));
    for (const { path, message } of problemsOf(shipped, own, added)) {
      const [kind = '', id = ''] = path.split('.');
      wrong(places.get(`${kind}.${id}`) ?? [], `${path}: ${message}`);
    }
  }
  return found.length > 0 ? { ok: false, errors: asTold(found) } : { ok: true, entries };
}
