'use client';

import { FileDown } from 'lucide-react';
import { useState } from 'react';
import { Menu, MenuItem, MenuTrigger } from 'react-aria-components';
import type { Key } from 'react-aria-components';
import { nameOf, unitOf } from '@/core/alignment/words';
import type { Marks } from '@/core/anatomy/marks';
import type { FilmReading } from '@/core/knowledge/film';
import type { FilmRepetition } from '@/core/knowledge/film-set';
import { planeOf, trcOf } from '@/core/motion/trc';
import type { Followed } from '@/core/motion/packed';
import { Button } from '@/design/button';
import { MenuPopover } from '@/design/menu';
import { saveFile } from '@/platform/browser/save-file';
import type { Repertoire } from '@/core/knowledge/entries';
import { useRepertoire } from '@/platform/browser/repertoire';
import type { Over } from '@/platform/browser/film/over';
import { Failed } from '@/design/layout';
import type { FilmDesk } from './desk';
import { verdictNames, wordRepetition, wordSet, wordsOfMovement } from './words';

export type FilmFilesProps = {
  readonly desk: FilmDesk;
  /** What was done, as a heading. */
  readonly title: string;
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

/** A repetition by its number and what it is. */
const headOf = ({ verdict }: Pick<FilmRepetition, 'verdict'>, i: number): string =>
  `${i + 1}  ${verdictNames[verdict]}`;

const [cardPx, textPx] = [240, 62];
const wide = 16 / 9;

async function loaded(address: string | undefined): Promise<HTMLImageElement | undefined> {
  if (!address) return undefined;
  const image = new Image();
  image.src = address;
  await image.decode();
  return image;
}

/** The repetitions side by side as a picture. */
async function stripOf({ reading, stills }: FilmFilesProps, repertoire: Repertoire): Promise<Blob | null> {
  const canvas = document.createElement('canvas');
  const images = await Promise.all(reading.repetitions.map((_, i) => loaded(stills?.[i]).catch(() => undefined)));
  const shown = images.find((one) => one !== undefined);
  const stillHighPx = Math.round((cardPx - 6) / (shown ? shown.naturalWidth / shown.naturalHeight : wide));
  [canvas.width, canvas.height] = [cardPx * Math.max(1, reading.repetitions.length), stillHighPx + textPx];
  const context = canvas.getContext('2d');
  if (!context) return null;
  context.fillStyle = '#f6f4ed';
  context.fillRect(0, 0, canvas.width, canvas.height);
  for (const [i, one] of reading.repetitions.entries()) {
    const image = images[i];
    if (image) context.drawImage(image, i * cardPx, 0, cardPx - 6, stillHighPx);
    context.fillStyle = one.verdict === 'lost' ? '#8f300c' : '#1c2a2f';
    context.font = '700 17px sans-serif';
    context.fillText(headOf(one, i), i * cardPx + 4, stillHighPx + 22);
    context.fillStyle = '#424e53';
    context.font = '13px sans-serif';
    context.fillText(wordRepetition(one, repertoire), i * cardPx + 4, stillHighPx + 44, cardPx - 14);
  }
  return new Promise((resolve) => canvas.toBlob(resolve, 'image/png'));
}

/** What is written under each repetition of a film, and from when which block is out. */
const captionsOf = ({ repetitions }: FilmReading, { faults }: Repertoire): Over['repetitions'] =>
  repetitions.map(({ startS, endS, verdict, lost, finding }, i) => {
    const block = faults.find(({ id }) => id === finding?.fault)?.block;
    return {
      ...{ startS, endS },
      words: headOf({ verdict }, i),
      ...(verdict === 'lost' && lost && block ? { out: { fromS: lost.atS, block } } : {}),
    };
  });

/** The strip on A4: made on the server, of stills that it forgets. */
async function stripPaper(
  { desk, title, reading, stills }: FilmFilesProps,
  repertoire: Repertoire,
): Promise<Blob | undefined> {
  const cards = await Promise.all(
    reading.repetitions.map(async (one, i) => {
      const still = await stillAsText(stills?.[i]);
      return {
        name: headOf(one, i),
        isLost: one.verdict === 'lost',
        why: wordRepetition(one, repertoire),
        ...(still ? { still } : {}),
      };
    }),
  );
  const { width = 16, height = 9 } = desk.now().info ?? {};
  const body = JSON.stringify({
    isUpright: height > width,
    title,
    words: [wordSet(reading), ...wordsOfMovement(reading)],
    cards,
  });
  const answer = await fetch('/api/strip', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body,
  }).catch(() => undefined);
  return answer?.ok ? answer.blob() : undefined;
}

/** A still of this page as text that can be sent: a page may not fetch what it has made itself. */
async function stillAsText(address: string | undefined): Promise<string | undefined> {
  const image = await loaded(address);
  if (!image) return undefined;
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [image.naturalWidth, image.naturalHeight];
  canvas.getContext('2d')?.drawImage(image, 0, 0);
  return canvas.toDataURL('image/jpeg', 0.9).split(',')[1];
}

const notMade = 'This file could not be made. Look whether you are online, then try once more.';

/** What was followed, for other programs; the strip as a picture and on paper; the film with what is drawn on it. */
export function FilmFiles(props: FilmFilesProps) {
  const repertoire = useRepertoire();
  const [failed, setFailed] = useState<string>();
  const { desk, name, reading, film, lines, stills } = props;
  const { matLine, scale } = lines;
  const canPlace = matLine !== null && Boolean(scale?.mm);
  const make = async (
    what: Key,
  ): Promise<readonly [ending: string, type: string, content: string | Blob | null | undefined]> => {
    switch (what) {
      case 'csv':
        return ['csv', 'text/csv', await csvOf(props)];
      case 'strip':
        return ['png', 'image/png', await stripOf(props, repertoire)];
      case 'paper':
        return ['pdf', 'application/pdf', await stripPaper(props, repertoire)];
      case 'film': {
        const repetitions = captionsOf(reading, repertoire);
        return ['webm', 'video/webm', await desk.over({ lines, restS: reading.still.atS, repetitions })];
      }
      default: {
        const plane = matLine && scale?.mm ? planeOf(matLine, { points: scale.points, mm: scale.mm }) : undefined;
        return ['trc', 'text/plain', plane && trcOf(`${name}.trc`, film, plane)];
      }
    }
  };
  const save = async (what: Key) => {
    setFailed(undefined);
    const made = await make(what).catch(() => undefined);
    if (!made) return setFailed(notMade);
    const [ending, type, content] = made;
    if (content) saveFile(`${name}.${ending}`, type, content);
    else if (what !== 'film') setFailed(notMade);
  };
  return (
    <>
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
            {stills && <MenuItem id="paper">The strip on paper (PDF)</MenuItem>}
            {stills && <MenuItem id="film">The film, drawn on (WebM)</MenuItem>}
          </Menu>
        </MenuPopover>
      </MenuTrigger>
      <Failed>{failed}</Failed>
    </>
  );
}
