// Many pictures at once: a zip or a folder with pictures and a table of marks → one row of figures a picture.
import JSZip from 'jszip';
import { fromCsv } from '@/core/alignment/interchange';
import { marksFromPoints } from '@/core/anatomy/marks';
import type { NamedMarks } from '@/core/alignment/interchange';
import type { MeasureInput } from '@/core/alignment/input';
import type { Position, View } from '@/core/anatomy/positions';
import { measure } from '@/core/alignment/measure';
import type { MeasureOutput } from '@/core/alignment/measure';
import { directionsOf } from '@/core/alignment/setting';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';

export type NamedFile = { readonly name: string; readonly file: Blob };
export type BatchRow = { readonly picture: string; readonly result: Result<MeasureOutput> };

const mostFiles = 500;
const isPicture = (name: string): boolean => /\.(png|jpe?g|webp)$/i.test(name);
const isTable = (name: string): boolean => /\.csv$/i.test(name);
const plain = (name: string): string => name.split('/').at(-1) ?? name;
const isHidden = (name: string): boolean => name.split('/').some((part) => part.startsWith('.') || part === '__MACOSX');

/** What is in the files chosen: a zip is opened, a folder's files are taken as they are. */
export async function openFiles(files: readonly File[]): Promise<Result<NamedFile[]>> {
  const all: NamedFile[] = [];
  for (const file of files) {
    if (!/\.zip$/i.test(file.name)) {
      all.push({ name: file.webkitRelativePath || file.name, file });
      continue;
    }
    const zip = await JSZip.loadAsync(await file.arrayBuffer()).catch(() => undefined);
    if (!zip) return failure('notZip', `${file.name} is not a zip file that can be read.`, file.name);
    for (const entry of Object.values(zip.files))
      if (!entry.dir) all.push({ name: entry.name, file: new Blob([await entry.async('arraybuffer')]) });
  }
  const kept = all.filter(({ name }) => !isHidden(name) && (isPicture(name) || isTable(name)));
  if (kept.length > mostFiles)
    return failure('tooMany', `There are ${kept.length} files; up to ${mostFiles} can be read at once.`, '');
  if (kept.length === 0) return failure('empty', 'There is no picture and no table of marks in there.', '');
  return success(kept);
}

/** Marks of every picture named in the tables; a table that is wrong is told with its line. */
export async function readMarks(files: readonly NamedFile[]): Promise<Result<NamedMarks[]>> {
  const found: NamedMarks[] = [];
  for (const { name, file } of files.filter((one) => isTable(one.name))) {
    const read = fromCsv(await file.text());
    if (!read.ok) return failure(read.error.code, `${plain(name)}: ${read.error.message}`, read.error.path);
    found.push(...read.value);
  }
  return success(found);
}

export type BatchFacts = {
  readonly position: Position;
  readonly view: View;
  readonly headEnd: 'left' | 'right';
  readonly markingSdPx: number;
};

/**
 * One row a picture, in the order of the files, then of the table. The picture called `neutral` or `setup` (whatever its
 * ending) is own neutral for the others.
 */
export function measureAll(pictures: readonly string[], marks: readonly NamedMarks[], facts: BatchFacts): BatchRow[] {
  const names = [...new Set([...pictures.filter(isPicture).map(plain), ...marks.map(({ picture }) => plain(picture))])];
  const marksOf = (name: string) => marks.find(({ picture }) => plain(picture) === name);
  const rest = marks.find(({ picture }) => /^(neutral|set-?up)\b/i.test(plain(picture)));
  const setup = rest && marksFromPoints(rest.points, rest.knownMm);
  return names.map((picture): BatchRow => {
    const named = marksOf(picture);
    if (!named) return { picture, result: failure('noMarks', 'No marks in the table.', 'marks') };
    const { matLine, scale, landmarks } = marksFromPoints(named.points, named.knownMm);
    if (!matLine)
      return { picture, result: failure('noMatLine', 'Both ends of the mat line (mat1, mat2) are needed.', 'matLine') };
    const input: MeasureInput = {
      position: facts.position,
      view: facts.view,
      ...directionsOf({ headEnd: facts.headEnd }, facts.position),
      matLine,
      ...(scale?.mm ? { scale: { ...scale, mm: scale.mm } } : {}),
      landmarks,
      markingSdPx: facts.markingSdPx,
      ...(setup && named !== rest
        ? {
            neutral: {
              landmarks: setup.landmarks,
              ...(setup.matLine ? { matLine: setup.matLine } : {}),
              ...(setup.scale?.mm ? { scale: { ...setup.scale, mm: setup.scale.mm } } : {}),
            },
          }
        : {}),
    };
    return { picture, result: measure(input) };
  });
}
