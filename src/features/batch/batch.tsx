'use client';

import { Download, FolderOpen, Package } from 'lucide-react';
import { useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import styled from 'styled-components';
import { isUpright, positions, views } from '@/core/anatomy/positions';
import type { Position, View } from '@/core/anatomy/positions';
import { resultsCsv } from '@/core/alignment/interchange';
import { handMarkingSdPx } from '@/core/knowledge/look-pictures';
import { measuresSeen } from '@/core/alignment/needs';
import { formatMeasure, nameOf } from '@/core/alignment/words';
import { Button } from '@/design/button';
import { Failed, Page, PageHead, Quiet, Row, Small, Stack } from '@/design/layout';
import { positionNames } from '@/design/words';
import { fromWhere } from '@/core/anatomy/positions';
import { saveFile } from '@/platform/browser/save-file';
import { measureAll, openFiles, readMarks } from './read-files';
import type { BatchRow } from './read-files';
import { OneOf, optionsOf } from '@/design/choice';

const Table = styled.div`
  overflow-x: auto;
  table {
    border-collapse: collapse;
    font-size: 0.94rem;
    min-width: 100%;
  }
  th,
  td {
    text-align: left;
    padding: 8px 16px 8px 0;
    border-top: 1px solid var(--rule);
    vertical-align: baseline;
    white-space: nowrap;
  }
  td.wrong {
    color: var(--out);
    white-space: normal;
  }
`;

const sides = ['left', 'right'] as const;

/** Pictures that were marked elsewhere, measured all at once. */
export function Batch() {
  const [position, setPosition] = useState<Position>('supine');
  const [view, setView] = useState<View>('side');
  const [headEnd, setHeadEnd] = useState<'left' | 'right'>('left');
  const [rows, setRows] = useState<BatchRow[]>();
  const [error, setError] = useState<string>();
  const [busy, setBusy] = useState(false);
  const shownViews = views.filter((one) => measuresSeen(position, one).length > 0);
  const take = async (list: FileList | null) => {
    setError(undefined);
    setRows(undefined);
    setBusy(true);
    const opened = await openFiles([...(list ?? [])]);
    const marks = opened.ok ? await readMarks(opened.value) : opened;
    setBusy(false);
    if (!opened.ok) return setError(opened.error.message);
    if (!marks.ok) return setError(`${marks.error.path}: ${marks.error.message}`);
    setRows(
      measureAll(
        opened.value.map(({ name }) => name),
        marks.value,
        { position, view, headEnd, markingSdPx: handMarkingSdPx },
      ),
    );
  };
  return (
    <Page>
      <PageHead>
        <div>
          <h1>Many pictures at once</h1>
          <Quiet>
            A zip or a folder with pictures and a table of their marks (CSV: picture, mark, x, y, mm). A picture called
            “setup” is own neutral for the others. Nothing leaves this browser.
          </Quiet>
        </div>
      </PageHead>
      <Stack $gap={18} style={{ paddingTop: 18 }}>
        <OneOf
          label="Position"
          options={optionsOf(positions, positionNames)}
          value={position}
          onChange={(one) => {
            setPosition(one);
            if (measuresSeen(one, view).length === 0) setView(one === 'sideLying' ? 'above' : 'side');
          }}
        />
        <OneOf label="From where" options={optionsOf(shownViews, fromWhere)} value={view} onChange={setView} />
        <OneOf
          label={isUpright(position) ? 'Client faces' : 'Head at the'}
          options={sides.map((id) => ({ id, name: `${isUpright(position) ? 'facing' : 'head at the'} ${id}` }))}
          value={headEnd}
          onChange={setHeadEnd}
        />
        <Row>
          <FileTrigger
            allowsMultiple
            acceptedFileTypes={['.zip', '.csv', 'image/*']}
            onSelect={(list) => void take(list)}
          >
            <Button $look="main" isDisabled={busy}>
              <Package size={20} aria-hidden />
              {busy ? 'Reading…' : 'Choose a zip or files'}
            </Button>
          </FileTrigger>
          <FileTrigger acceptDirectory onSelect={(list) => void take(list)}>
            <Button isDisabled={busy}>
              <FolderOpen size={20} aria-hidden />
              Choose a folder
            </Button>
          </FileTrigger>
        </Row>
        <Failed>{error}</Failed>
        {rows && <Results rows={rows} />}
      </Stack>
    </Page>
  );
}

/** A row a picture, a column a measure, to be saved as it stands. */
function Results({ rows }: { readonly rows: readonly BatchRow[] }) {
  const ids = [...new Set(rows.flatMap(({ result }) => (result.ok ? Object.keys(result.value.measures) : [])))];
  const measured = rows.filter(({ result }) => result.ok).length;
  return (
    <Stack $gap={12}>
      <Row>
        <h2>
          {measured} of {rows.length} measured
        </h2>
        <Button onPress={() => saveFile('results.csv', 'text/csv', resultsCsv(rows))}>
          <Download size={18} aria-hidden />
          Save results as CSV
        </Button>
      </Row>
      <Table>
        <table>
          <thead>
            <tr>
              <th scope="col">picture</th>
              {ids.map((id) => (
                <th key={id} scope="col">
                  {nameOf(id)}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <ResultRow key={row.picture} row={row} ids={ids} />
            ))}
          </tbody>
        </table>
      </Table>
    </Stack>
  );
}

function ResultRow({ row: { picture, result }, ids }: { readonly row: BatchRow; readonly ids: readonly string[] }) {
  return (
    <tr data-picture={picture}>
      <th scope="row">{picture || 'without a name'}</th>
      {!result.ok && (
        <td className="wrong" colSpan={Math.max(1, ids.length)}>
          {result.error.message}
        </td>
      )}
      {result.ok &&
        ids.map((id) => {
          const one = result.value.measures[id];
          return (
            <td key={id} data-measure={id}>
              {one ? (
                <>
                  {formatMeasure(id, one.value)}{' '}
                  <Small>± {formatMeasure(id, one.seBetween ?? one.seWithin, 'error')}</Small>
                </>
              ) : (
                '–'
              )}
            </td>
          );
        })}
    </tr>
  );
}
