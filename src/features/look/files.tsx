'use client';

import { useRef } from 'react';
import type { ReactNode } from 'react';
import { Menu, MenuItem, MenuTrigger } from 'react-aria-components';
import { isKnownOnMatLine, pointsOf } from '@/core/anatomy/marks';
import type { Position } from '@/core/anatomy/positions';
import type { Marks } from '@/core/anatomy/marks';
import type { MeasureOutput } from '@/core/alignment/measure';
import { cameraOf, directionsOf } from '@/core/alignment/setting';
import type { Setting } from '@/core/alignment/setting';
import type { Vec2 } from '@/core/geometry';
import { Button } from '@/design/button';
import { pictureAddress } from '@/design/marked-picture';
import { MenuPopover } from '@/design/menu';
import { saveFile } from '@/platform/browser/save-file';
import { partsOf } from './state';
import type { Place, Sheet } from './state';
import type { MarkId } from '@/core/anatomy/marks';

type FilesProps = {
  readonly icon: ReactNode;
  readonly sheet: Sheet;
  readonly place: Place;
  readonly marks: Marks;
  readonly setup: Marks | undefined;
  readonly setting: Setting;
  readonly position: Position;
  readonly exercise: string;
  readonly measured: MeasureOutput | undefined;
  readonly out: ReadonlySet<string>;
  readonly onMarks: (points: Readonly<Partial<Record<MarkId, Vec2>>>, knownMm: number | null) => void;
  readonly onNote: (note: { tone: 'out' | 'info'; text: string }) => void;
};

async function pictureAsData(id: string): Promise<string> {
  const response = await fetch(pictureAddress(id));
  if (!response.ok) throw new Error('the picture could not be fetched');
  const blob = await response.blob();
  return new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(String(reader.result));
    reader.onerror = () => reject(new Error('the picture could not be read'));
    reader.readAsDataURL(blob);
  });
}

async function rasterise(svg: string, width: number, height: number): Promise<Blob> {
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
  await image.decode();
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [width, height];
  canvas.getContext('2d')?.drawImage(image, 0, 0, width, height);
  const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'));
  if (!blob) throw new Error('no picture came of it');
  return blob;
}

const loadFormats = () => import('@/core/alignment/interchange');

/** Marks, figures and pictures in and out of files. */
export function FilesMenu(props: FilesProps) {
  const { icon, sheet, place, marks, setup, setting, position, exercise, measured, out, onMarks, onNote } = props;
  const input = useRef<HTMLInputElement>(null);
  const [role, view] = partsOf(place);
  const name = sheet.title.replace(/\.\w+$/, '').replace(/[^\p{L}\p{N} ,·-]/gu, '_');
  const size = { width: sheet.originalWidth, height: sheet.originalHeight };
  const facts = {
    position,
    view,
    ...directionsOf(setting, position),
    ...cameraOf(setting, size, { position, view, isKnownOnEdge: isKnownOnMatLine(marks) }),
  };
  const save = async (what: string): Promise<void> => {
    switch (what) {
      case 'csv': {
        const { toCsv } = await loadFormats();
        const rows = [{ picture: sheet.title, points: pointsOf(marks), knownMm: marks.scale?.mm ?? null }];
        return saveFile(`${name}.csv`, 'text/csv', toCsv(rows));
      }
      case 'json': {
        const { toMeasureJson } = await loadFormats();
        const text = JSON.stringify(toMeasureJson(facts, marks, setup), null, 2);
        return saveFile(`${name}.json`, 'application/json', text);
      }
      case 'observation': {
        const observation = {
          format: 'level-spine-observation',
          version: 1,
          exercise,
          role,
          ...facts,
          title: sheet.title,
          size,
          marks,
          ...(setup ? { setUp: setup } : {}),
          measured: measured ?? null,
          picture: await pictureAsData(sheet.id),
        };
        return saveFile(`${name}.observation.json`, 'application/json', JSON.stringify(observation));
      }
      default: {
        const [{ overlaySvg }, { levelLines }] = await Promise.all([
          import('@/core/figure/overlay'),
          import('@/core/figure/levels'),
        ]);
        const svg = overlaySvg(await pictureAsData(sheet.id), size, levelLines(marks, setup), out, marks);
        if (what === 'svg') return saveFile(`${name}.svg`, 'image/svg+xml', svg);
        return saveFile(`${name}.png`, 'image/png', await rasterise(svg, sheet.width, sheet.height));
      }
    }
  };
  const load = async (file: File | undefined) => {
    if (!file) return;
    const text = await file.text();
    const { fromCsv, fromMeasureJson } = await loadFormats();
    const isCsv = /\.csv$/i.test(file.name);
    const read = isCsv ? fromCsv(text) : fromMeasureJson(text);
    if (!read.ok) {
      const { path, message } = read.error;
      return onNote({ tone: 'out', text: `${file.name}${path ? `, ${path}` : ''}: ${message}` });
    }
    const all = Array.isArray(read.value) ? read.value : [read.value];
    const one = all.find(({ picture }) => picture === sheet.title) ?? all[0];
    if (!one) return;
    onMarks(one.points, one.knownMm);
    onNote({
      tone: 'info',
      text: `${Object.keys(one.points).length} marks loaded from ${file.name}. Undo takes them back.`,
    });
  };
  return (
    <>
      <MenuTrigger>
        <Button $look="quiet">
          {icon}
          Files
        </Button>
        <MenuPopover>
          <Menu
            aria-label="Files"
            onAction={(what) => {
              if (what === 'load') return input.current?.click();
              save(String(what)).catch(() =>
                onNote({
                  tone: 'out',
                  text: 'The file could not be made: the picture could not be fetched. Try again in a moment.',
                }),
              );
            }}
          >
            <MenuItem id="load">Load marks (CSV or JSON)…</MenuItem>
            <MenuItem id="csv">Save marks as CSV</MenuItem>
            <MenuItem id="json">Save marks as JSON, for the shell</MenuItem>
            <MenuItem id="observation">Save the observation with its picture</MenuItem>
            <MenuItem id="png">Save the picture with its levels, PNG</MenuItem>
            <MenuItem id="svg">Save the picture with its levels, SVG</MenuItem>
          </Menu>
        </MenuPopover>
      </MenuTrigger>
      <input
        ref={input}
        type="file"
        accept=".csv,.json,text/csv,application/json"
        hidden
        data-load-marks
        onChange={(event) => {
          void load(event.target.files?.[0]);
          event.target.value = '';
        }}
      />
    </>
  );
}
