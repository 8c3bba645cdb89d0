// Clients as a table: out, and in with a mapping of columns and a preview. Pure.
import { isOneOf } from '@/core/keyed';
import Papa from 'papaparse';
import * as v from 'valibot';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { clientForm, emptyClient } from './form';
import type { TypedClient } from './form';

export const csvFields = [
  'name',
  'goal',
  'birthYear',
  'heightCm',
  'massKg',
  'sex',
  'touchConsent',
  'conditions',
  'note',
] as const;
export type CsvField = (typeof csvFields)[number];
export const csvNames: Readonly<Record<CsvField, string>> = {
  name: 'Name',
  goal: 'Goal',
  birthYear: 'Year of birth',
  heightCm: 'Height, cm',
  massKg: 'Body mass, kg',
  sex: 'Body proportions (f or m)',
  touchConsent: 'Touch agreed (yes or no)',
  conditions: 'Cautions, by name, with ; between',
  note: 'Note',
};
/** Most lines of one table, and how many of them are sent at a time. */
export const mostRows = 20_000;
export const rowsAtOnce = 500;
/** Most bytes of one file. */
export const mostTableBytes = 8_000_000;

export type Table = { readonly columns: readonly string[]; readonly rows: readonly Readonly<Record<string, string>>[] };

/** A CSV text as a table; the first line names the columns. */
export function readTable(text: string): Result<Table> {
  if (text.length > mostTableBytes) return failure('tooLarge', 'The file is larger than 8 MB.', '');
  const parsed = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
  });
  const [wrong] = parsed.errors.filter(({ type }) => type !== 'Delimiter');
  if (wrong)
    return failure(
      'csv',
      `Line ${(wrong.row ?? 0) + 2}: ${wrong.message.toLowerCase()}. Nothing was read.`,
      `${(wrong.row ?? 0) + 2}`,
    );
  const columns = (parsed.meta.fields ?? []).filter(Boolean);
  if (columns.length === 0 || parsed.data.length === 0) return failure('empty', 'There is no table in this file.', '');
  if (parsed.data.length > mostRows)
    return failure('tooMany', `The table has ${parsed.data.length} lines; up to ${mostRows} can be read at once.`, '');
  return success({ columns, rows: parsed.data });
}

export type Mapping = Readonly<Partial<Record<CsvField, string>>>;

const guesses: Readonly<Record<CsvField, RegExp>> = {
  name: /^(full ?)?name|client/i,
  goal: /goal|aim/i,
  birthYear: /birth|born|year/i,
  heightCm: /height|tall/i,
  massKg: /mass|weight/i,
  sex: /sex|gender|proportion/i,
  touchConsent: /touch/i,
  conditions: /condition|caution|health/i,
  note: /note|remark|comment/i,
};

/** Which column most likely holds which field: the first whose name fits. */
export function guessMapping(columns: readonly string[]): Mapping {
  const mapping: Partial<Record<CsvField, string>> = {};
  for (const field of csvFields) {
    const found =
      columns.find((column) => column === csvNames[field]) ??
      columns.find((column) => guesses[field].test(column) && !Object.values(mapping).includes(column));
    if (found) mapping[field] = found;
  }
  return mapping;
}

export type PreviewRow = {
  /** Line in the file, counted from 1. */
  readonly line: number;
  readonly typed: TypedClient;
  readonly errors: readonly string[];
  /** Somebody of this name is on the books already. */
  readonly isKnown: boolean;
};

type Known = {
  readonly conditions: readonly { readonly id: string; readonly name: string }[];
  readonly names: ReadonlySet<string>;
};

const yes = /^(yes|y|true|1|agreed|x)$/i;
const no = /^(no|n|false|0|not agreed|)$/i;

/** Cautions by id or name, set off by ; or |; what is not known is told among the errors. */
function readConditions(text: string, known: Known, errors: string[]): string[] {
  const words = text.split(/[;|]/).map((one) => one.trim());
  return words.filter(Boolean).flatMap((word) => {
    const isIt = (one: string) => one.toLowerCase() === word.toLowerCase();
    const found = known.conditions.find(({ id, name }) => isIt(id) || isIt(name));
    if (!found) errors.push(`the caution “${word}” is not known`);
    return found ? [found.id] : [];
  });
}

const sexes: Readonly<Record<string, TypedClient['sex']>> = {
  f: 'f',
  female: 'f',
  m: 'm',
  male: 'm',
  '': 'unsaid',
  unsaid: 'unsaid',
  'not said': 'unsaid',
  '-': 'unsaid',
};

function readSex(text: string, errors: string[]): TypedClient['sex'] {
  const word = text.toLowerCase();
  if (!Object.hasOwn(sexes, word)) errors.push(`“${text}” is neither f nor m`);
  return (Object.hasOwn(sexes, word) ? sexes[word] : undefined) ?? 'unsaid';
}

/** Each line as the client form would read it, with what is wrong in words. */
export function previewRows({ rows }: Table, mapping: Mapping, known: Known): PreviewRow[] {
  const seen = new Set<string>();
  return rows.map((row, i) => {
    const of = (field: CsvField): string => (mapping[field] ? (row[mapping[field]] ?? '').trim() : '');
    const errors: string[] = [];
    const conditions = readConditions(of('conditions'), known, errors);
    const sex = readSex(of('sex'), errors);
    const touch = of('touchConsent');
    if (!yes.test(touch) && !no.test(touch)) errors.push(`“${touch}” is neither yes nor no`);
    const typed: TypedClient = {
      ...emptyClient,
      name: of('name'),
      goal: of('goal'),
      birthYear: of('birthYear'),
      heightCm: of('heightCm'),
      massKg: of('massKg'),
      note: of('note'),
      sex,
      touchConsent: yes.test(touch),
      conditions: [...new Set(conditions)],
    };
    const parsed = v.safeParse(clientForm, typed);
    for (const { path, message } of parsed.issues ?? []) {
      const field = path?.[0]?.key;
      errors.push(`${isOneOf(csvFields, field) ? csvNames[field] : 'field'}: ${message}`);
    }
    const key = typed.name.toLowerCase();
    if (key && seen.has(key)) errors.push('this name stands in the file twice');
    seen.add(key);
    return { line: i + 2, typed, errors, isKnown: known.names.has(key) };
  });
}

/** A cell that a spreadsheet would take for a formula is written as text. */
const harmless = (text: string): string => (/^[=+\-@\t\r]/.test(text) ? `'${text}` : text);

export type CsvClient = {
  readonly name: string;
  readonly goal: string;
  readonly birthYear: number | null;
  readonly heightM: number | null;
  readonly massKg: number | null;
  readonly sex: 'f' | 'm' | null;
  readonly touchConsent: boolean;
  readonly note: string;
  readonly conditions: readonly string[];
};

/** Clients as CSV, with the columns that are read back in. */
export function writeTable(clients: readonly CsvClient[], conditions: Known['conditions']): string {
  const nameOf = (id: string) => conditions.find((one) => one.id === id)?.name ?? id;
  const rows = clients.map((client) => ({
    [csvNames.name]: harmless(client.name),
    [csvNames.goal]: harmless(client.goal),
    [csvNames.birthYear]: client.birthYear ?? '',
    [csvNames.heightCm]: client.heightM === null ? '' : Math.round(client.heightM * 1000) / 10,
    [csvNames.massKg]: client.massKg ?? '',
    [csvNames.sex]: client.sex ?? '',
    [csvNames.touchConsent]: client.touchConsent ? 'yes' : 'no',
    [csvNames.conditions]: client.conditions.map(nameOf).join('; '),
    [csvNames.note]: harmless(client.note),
  }));
  return Papa.unparse(rows, { columns: csvFields.map((field) => csvNames[field]), newline: '\r\n' });
}
