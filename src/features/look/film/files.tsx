'use client';

import { FileDown } from 'lucide-react';
import { Menu, MenuItem, MenuTrigger } from 'react-aria-components';
import { nameOf, unitOf } from '@/core/alignment/words';
import type { Marks } from '@/core/anatomy/marks';
import type { FilmReading } from '@/core/knowledge/film';
import { planeOf, trcOf } from '@/core/motion/trc';
import type { Followed } from '@/core/motion/packed';
import { Button } from '@/design/button';
import { MenuPopover } from '@/design/menu';
import { saveFile } from '@/platform/browser/save-file';
import type { Repertoire } from '@/core/knowledge/entries';
import { useRepertoire } from '@/platform/browser/repertoire';
import { verdictNames, wordRepetition } from './words';

export type FilmFilesProps = {
  /** Of the files, without what tells their kind. */
  readonly name: string;
  readonly reading: FilmReading;
  readonly film: Followed;
  readonly lines: Pick<Marks, 'matLine' | 'scale'>;
  readonly stills: readonly (string | undefined)[] | undefined;
};

/** The series as a table: a line a frame, a column a measure with its unit; empty where it was not seen. */
async function csvOf({ reading, film }: FilmFilesProps): Promise<string> {
  const { default: Papa } = await import('papaparse');
  const columns = Object.entries(reading.series);
  const fields = [
    'time (s)',
    `${reading.driver.line} from its rest (deg)`,
    ...columns.map(([id]) => `${nameOf(id)} (${unitOf(id)})`),
  ];
  const [startS = 0] = film.times;
  const data = film.times.map((at, i) => [
    (at - startS).toFixed(4),
    reading.drive[i]?.toFixed(3) ?? '',
    ...columns.map(([, values]) => values[i]?.toFixed(3) ?? ''),
  ]);
  return Papa.unparse({ fields, data });
}

const [cardPx, stillHighPx, textPx] = [240, 135, 62];

/** The repetitions side by side as a picture. */
async function stripOf({ reading, stills }: FilmFilesProps, repertoire: Repertoire): Promise<Blob | null> {
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [cardPx * Math.max(1, reading.repetitions.length), stillHighPx + textPx];
  const context = canvas.getContext('2d');
  if (!context) return null;
  context.fillStyle = '#f6f4ed';
  context.fillRect(0, 0, canvas.width, canvas.height);
  for (const [i, one] of reading.repetitions.entries()) {
    const address = stills?.[i];
    if (address) {
      const image = new Image();
      image.src = address;
      await image.decode().catch(() => undefined);
      context.drawImage(image, i * cardPx, 0, cardPx - 6, stillHighPx);
    }
    context.fillStyle = one.verdict === 'lost' ? '#8f300c' : '#1c2a2f';
    context.font = '700 17px sans-serif';
    context.fillText(`${i + 1}  ${verdictNames[one.verdict]}`, i * cardPx + 4, stillHighPx + 22);
    context.fillStyle = '#424e53';
    context.font = '13px sans-serif';
    context.fillText(wordRepetition(one, repertoire), i * cardPx + 4, stillHighPx + 44, cardPx - 14);
  }
  return new Promise((resolve) => canvas.toBlob(resolve, 'image/png'));
}

/** What was followed, for other programs; the strip as a picture. */
export function FilmFiles(props: FilmFilesProps) {
  const repertoire = useRepertoire();
  const { name, film, lines, stills } = props;
  const { matLine, scale } = lines;
  const canPlace = matLine !== null && Boolean(scale?.mm);
  const save = async (what: unknown) => {
    if (what === 'csv') saveFile(`${name}.csv`, 'text/csv', await csvOf(props));
    if (what === 'trc' && matLine && scale?.mm)
      saveFile(
        `${name}.trc`,
        'text/plain',
        trcOf(`${name}.trc`, film, planeOf(matLine, { points: scale.points, mm: scale.mm })),
      );
    if (what === 'strip') {
      const blob = await stripOf(props, repertoire);
      if (blob) saveFile(`${name}.png`, 'image/png', blob);
    }
  };
  return (
    <MenuTrigger>
      <Button $look="quiet">
        <FileDown size={18} aria-hidden />
        Files
      </Button>
      <MenuPopover>
        <Menu onAction={(key) => void save(key)} disabledKeys={canPlace ? [] : ['trc']}>
          <MenuItem id="csv">Measures over time (CSV)</MenuItem>
          <MenuItem id="trc">{canPlace ? 'Points (TRC, mm)' : 'Points (TRC): needs a known length'}</MenuItem>
          {stills && <MenuItem id="strip">The strip (PNG)</MenuItem>}
        </Menu>
      </MenuPopover>
    </MenuTrigger>
  );
}
