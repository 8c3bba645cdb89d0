// Marks in and out of files. CSV: one row a mark, `picture,mark,x,y` in pixels of the original, with the ends of the mat
// line (`mat1`, `mat2`) and of the known length (`known1`, `known2`, its middle `knownMid`) as marks, and the length in
// `mm` on the row of `known1`. JSON: what the shell's `measure` takes.
import Papa from 'papaparse';
import * as v from 'valibot';
import type { Vec2 } from '../geometry';
import { failure, success } from '../result';
import { parse } from '../check';
import type { Result } from '../result';
import { measureInput } from './input';
import type { MeasureInput } from './input';
import { isLandmarkKey } from '../anatomy/landmarks';
import type { MarkId, Marks, Points } from '../anatomy/marks';
import { isLineMark, pointsOf } from '../anatomy/marks';
import type { MeasureOutput } from './measure';

const columns = ['picture', 'mark', 'x', 'y', 'mm'] as const;
const places = (value: number): number => Math.round(value * 100) / 100;

export type NamedMarks = { readonly picture: string; readonly points: Points; readonly knownMm: number | null };

/** Marks of pictures as CSV: picture, mark, x, y in px, to a hundredth; the known length in mm beside its first end. */
export function toCsv(pictures: readonly NamedMarks[]): string {
  const rows = pictures.flatMap(({ picture, points, knownMm }) =>
    Object.entries(points).flatMap(([mark, at]) =>
      at ? [[picture, mark, places(at[0]), places(at[1]), mark === 'known1' ? (knownMm ?? '') : '']] : [],
    ),
  );
  return Papa.unparse({ fields: [...columns], data: rows }, { newline: '\n' });
}

type MarkRow = {
  readonly picture: string;
  readonly mark: MarkId;
  readonly at: Vec2;
  readonly mm: number | null;
};

/** A number as a cell holds it; nothing is no number. */
const numberIn = (cell: string | undefined): number => (cell?.trim() === '' ? Number.NaN : Number(cell));

/** One line of the file; `line` says which, for errors. */
function readRow(row: Readonly<Record<string, string | undefined>>, line: string): Result<MarkRow> {
  const mark = (row.mark ?? '').trim();
  if (!isLandmarkKey(mark) && !isLineMark(mark)) return failure('unknownMark', `"${mark}" is not a known mark.`, line);
  const [x, y] = [numberIn(row.x), numberIn(row.y)];
  if (!Number.isFinite(x) || !Number.isFinite(y))
    return failure('badNumber', `${mark}: x and y must be numbers.`, line);
  const mm = row.mm?.trim() ? Number(row.mm) : null;
  if (mm !== null && !(mm > 0))
    return failure('badNumber', 'The known length must be a number of millimetres above 0.', line);
  return success({ picture: row.picture?.trim() ?? '', mark, at: [x, y], mm });
}

/** Marks by picture, in the order in which the file names them; what is wrong is told with its line. */
export function fromCsv(text: string): Result<NamedMarks[]> {
  const { data, meta } = Papa.parse<Record<string, string>>(text.trim(), { header: true, skipEmptyLines: 'greedy' });
  const lacking = ['mark', 'x', 'y'].filter((name) => !meta.fields?.includes(name));
  if (lacking.length > 0)
    return failure(
      'noColumn',
      `The first line must name the columns ${columns.join(', ')}; ${lacking.join(', ')} is missing.`,
      'line 1',
    );
  const found = new Map<string, { points: Partial<Record<MarkId, Vec2>>; knownMm: number | null }>();
  for (const [index, cells] of data.entries()) {
    const row = readRow(cells, `line ${index + 2}`);
    if (!row.ok) return row;
    const { picture, mark, at, mm } = row.value;
    const one = found.get(picture) ?? { points: {}, knownMm: null };
    one.points[mark] = at;
    if (mm !== null) one.knownMm = mm;
    found.set(picture, one);
  }
  if (found.size === 0) return failure('empty', 'There are no marks in this file.', 'line 2');
  return success([...found].map(([picture, one]) => ({ picture, ...one })));
}

/** A picture's marks as the shell's `measure` takes them. */
export function toMeasureJson(
  facts: Pick<MeasureInput, 'position' | 'view' | 'headEnd' | 'facing' | 'bellySide' | 'lens' | 'cameraElevationDeg'>,
  marks: Marks,
  setup: Marks | undefined,
): object {
  const scaleOf = ({ scale }: Marks) => (scale?.mm ? { scale: { ...scale, mm: scale.mm } } : {});
  const sdsOf = ({ sdPx }: Marks) => (sdPx ? { landmarkSdPx: sdPx } : {});
  return {
    ...facts,
    ...(marks.matLine ? { matLine: marks.matLine } : {}),
    ...scaleOf(marks),
    landmarks: marks.landmarks,
    ...sdsOf(marks),
    ...(setup && Object.keys(setup.landmarks).length > 0
      ? {
          neutral: {
            landmarks: setup.landmarks,
            ...(setup.matLine ? { matLine: setup.matLine } : {}),
            ...scaleOf(setup),
            ...sdsOf(setup),
          },
        }
      : {}),
  };
}

const lenient = v.object({
  matLine: v.optional(measureInput.entries.matLine),
  scale: measureInput.entries.scale,
  landmarks: measureInput.entries.landmarks,
});

/** Marks from JSON as `measure` takes it; what else is in there is left alone. */
export function fromMeasureJson(text: string): Result<NamedMarks> {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    return failure('notJson', 'This file is not JSON.', '');
  }
  const parsed = parse(lenient, value);
  if (!parsed.ok) return parsed;
  const { matLine = null, scale, landmarks } = parsed.value;
  const marks: Marks = { matLine, scale: scale ?? null, landmarks };
  return success({ picture: '', points: pointsOf(marks), knownMm: scale?.mm ?? null });
}

/** One row a picture: every measure with its two errors, then what was doubtful. */
export function resultsCsv(
  rows: readonly { readonly picture: string; readonly result: Result<MeasureOutput> }[],
): string {
  const ids = [...new Set(rows.flatMap(({ result }) => (result.ok ? Object.keys(result.value.measures) : [])))];
  const fields = ['picture', ...ids.flatMap((id) => [id, `${id}_seWithin`, `${id}_seBetween`]), 'warnings', 'error'];
  const figure = (value: number | undefined): number | '' =>
    value === undefined ? '' : Math.round(value * 1000) / 1000;
  const data = rows.map(({ picture, result }) => [
    picture,
    ...ids.flatMap((id) => {
      const one = result.ok ? result.value.measures[id] : undefined;
      return [figure(one?.value), figure(one?.seWithin), figure(one?.seBetween)];
    }),
    result.ok ? result.value.warnings.map(({ code }) => code).join(' ') : '',
    result.ok ? '' : `${result.error.message}${result.error.path ? ` (${result.error.path})` : ''}`,
  ]);
  return Papa.unparse({ fields, data }, { newline: '\n' });
}
