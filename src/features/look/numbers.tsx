'use client';

import { Camera, Eye, Hand } from 'lucide-react';
import styled from 'styled-components';
import { isUpright } from '@/core/anatomy/positions';
import type { View } from '@/core/anatomy/positions';
import type { JudgeOutput } from '@/core/alignment/judge';
import type { Band } from '@/core/figure/levels';
import type { LookReading } from '@/core/knowledge/look';
import type { Method, Role, LookValue } from '@/core/alignment/look-values';
import { measuresSeen } from '@/core/alignment/needs';
import { alwaysListed, ofTheTop, selfCompared, tilts } from '@/core/alignment/rules';
import { readBlocks, readRest } from '@/core/alignment/vial';
import type { BlockReading } from '@/core/alignment/vial';
import type { Vantage } from '@/core/alignment/bubble';
import { formatInterval, formatMeasure, nameOf } from '@/core/alignment/words';
import { radians } from '@/core/geometry';
import { entry } from '@/core/knowledge/find';
import { plainOf } from '@/core/knowledge/names';
import type { Exercise, Repertoire } from '@/core/knowledge/entries';
import { Small } from '@/design/layout';
import { VialStack } from '@/design/vial';
import type { VialReading } from '@/design/vial';
import { useRepertoire } from '@/platform/browser/repertoire';
import { wordLacks } from './lacks';

/** A block's reading in words for its vial. */
export function vialOf(
  { faults }: Pick<Repertoire, 'faults'>,
  { block, state, place, finding, shown }: BlockReading,
): VialReading {
  const fault = finding && entry(faults, finding.fault);
  const word = state === 'out' && fault ? `${finding.severity}: ${plainOf(fault, finding.side)}` : undefined;
  return {
    block,
    place,
    state,
    ...(shown
      ? {
          value: formatMeasure(shown.measure, shown.value),
          ...(shown.se === undefined ? {} : { error: `± ${formatMeasure(shown.measure, shown.se, 'error')}` }),
        }
      : {}),
    ...(word ? { word } : {}),
  };
}

/** Blocks that are surely out of level. */
export const outBlocks = (
  { faults }: Pick<Repertoire, 'faults'>,
  judged: Pick<JudgeOutput, 'findings'> | undefined,
): ReadonlySet<string> =>
  new Set(
    (judged?.findings ?? [])
      .filter(({ verdict }) => verdict === 'out')
      .map(({ fault }): string => entry(faults, fault).block),
  );

/** The target of the pelvis as a fan about its level line, as the picture is turned. */
export function bandsOf(judged: JudgeOutput | undefined, { position, view, headEnd }: Vantage): Band[] {
  const id = [...tilts].find((one) => judged?.findings.some(({ measure }) => measure === one));
  const target = id ? judged?.target[id] : undefined;
  if (!target || (view !== 'side' && view !== 'above')) return [];
  const [lo, hi] = target.interval;
  if (lo === null || hi === null) return [];
  // In the picture an arch turns the pelvis of a body lying on its back, head at the left, one way; belly down or upright, the other.
  const turned = isUpright(position) || ['prone', 'fourPoint', 'frontSupport'].includes(position);
  const sign = (headEnd === 'left' ? 1 : -1) * (turned ? -1 : 1);
  return [{ block: 'pelvis', lo: radians(sign * lo), hi: radians(sign * hi) }];
}

const Table = styled.table`
  width: 100%;
  border-collapse: collapse;
  font-size: 0.94rem;
  th {
    text-align: left;
    font-weight: 400;
  }
  thead th {
    color: var(--quiet);
    font-size: 0.84rem;
    padding-bottom: 4px;
  }
  thead th + th,
  td {
    text-align: right;
  }
  tbody tr {
    border-top: 1px solid var(--rule);
  }
  td,
  th {
    padding: 7px 0 7px 10px;
    vertical-align: baseline;
  }
  th:first-child {
    padding-left: 0;
  }
  .numeral {
    font-weight: 700;
  }
  .error,
  .lacks {
    color: var(--quiet);
    font-size: 0.86rem;
    white-space: nowrap;
  }
  .lacks {
    white-space: normal;
  }
  .by {
    color: var(--info);
    vertical-align: -2px;
    margin-right: 6px;
  }
`;

const methodIcons = { picture: Camera, hand: Hand, eye: Eye } as const;
const methodWords: Readonly<Record<Method, string>> = {
  picture: 'from a picture',
  hand: 'by hand',
  eye: 'by eye',
};

type Shown = {
  readonly role: Role;
  readonly reading: LookReading;
  readonly view: View;
  readonly judged: JudgeOutput | undefined;
};

/** The vials of one moment as its marks and readings stand now. */
export function Vials({ role, reading, view, judged, vantage }: Shown & { readonly vantage: Vantage }) {
  const repertoire = useRepertoire();
  const picture = reading.pictures[role][view];
  const missing = picture?.state === 'read' ? picture.measured.missing : {};
  const blocks =
    role === 'setup' ? readRest(judged, reading.values.setup, missing, vantage) : readBlocks(judged, vantage);
  return <VialStack label="Levels" readings={blocks.map((one) => vialOf(repertoire, one))} />;
}

const [usualTilt] = tilts;

/** Measures to list: what the exercise watches and this view shows, and what was told another way. */
function rowsOf({ role, reading, view }: Omit<Shown, 'judged'>, { position, watches }: Exercise): string[] {
  const values = reading.values[role];
  const seen = measuresSeen(position, view);
  const watched = watches.map(({ measure }) => measure).filter((id) => seen.includes(id));
  const lying = view === 'side' ? [...alwaysListed].filter((id) => seen.includes(id)) : [];
  const all = [
    ...new Set([...watched, ...lying, ...Object.keys(values).filter((id) => values[id]?.method !== 'picture')]),
  ];
  return all.filter((id) => {
    if (role === 'setup' && (selfCompared.has(id) || ofTheTop.has(id)) && values[id]?.method !== 'hand') return false;
    if (!tilts.has(id)) return true;
    return id in values || (id === usualTilt && ![...tilts].some((one) => one in values));
  });
}

/** The figures of one moment, each with its error and the method it came from. */
export function Numbers({ role, reading, view, judged, exercise }: Shown & { readonly exercise: Exercise }) {
  const picture = reading.pictures[role][view];
  const measured = picture?.state === 'read' ? picture.measured : undefined;
  const rows = rowsOf({ role, reading, view }, exercise);
  const isSetup = role === 'setup';
  return (
    <>
      <Table>
        <thead>
          <tr>
            <th scope="col">measure</th>
            {!isSetup && <th scope="col">from set-up</th>}
            <th scope="col">against the mat</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((id) => (
            <MeasureRow
              key={id}
              id={id}
              now={reading.values[role][id]}
              judged={judged}
              lacks={wordLacks(picture, id)}
              isSetup={isSetup}
            />
          ))}
        </tbody>
      </Table>
      {measured?.warnings.map(({ code, message }) => (
        <Small key={message} data-warning={code}>
          {message}
        </Small>
      ))}
      {Object.entries(measured?.unseen ?? {})
        .filter(([id]) => exercise.watches.some(({ measure }) => measure === id))
        .map(([id, why]) => (
          <Small key={id}>{why[0]?.toUpperCase() + why.slice(1)}.</Small>
        ))}
    </>
  );
}

type MeasureRowProps = Pick<Shown, 'judged'> & {
  readonly id: string;
  readonly now: LookValue | undefined;
  readonly lacks: string;
  readonly isSetup: boolean;
};

/** One measure: its departure from the set-up, and against the mat. */
function MeasureRow({ id, now, judged, lacks, isSetup }: MeasureRowProps) {
  const target = judged?.target[id];
  const finding = judged?.findings.find(({ measure }) => measure === id);
  const drift = target?.relativeTo === 'neutral' ? finding : undefined;
  return (
    <tr
      data-measure={id}
      data-method={now?.method}
      title={target ? `target ${formatInterval(id, target.interval)}, ${target.source}` : undefined}
    >
      <th scope="row">
        {now && <By method={now.method} />}
        {nameOf(id)}
      </th>
      {!now ? (
        <td className="lacks" colSpan={isSetup ? 1 : 2}>
          {lacks}
        </td>
      ) : (
        <>
          {!isSetup && <Figure measure={id} {...fromSetUp(id, now, drift)} />}
          <Figure measure={id} {...againstMat(id, now)} />
        </>
      )}
    </tr>
  );
}

const fromSetUp = (id: string, now: LookValue, drift: { value: number; se: number } | undefined) =>
  selfCompared.has(id) || now.fromLevel
    ? { value: now.value, se: now.seWithin }
    : drift
      ? { value: drift.value, se: drift.se }
      : {};
const againstMat = (id: string, now: LookValue) =>
  selfCompared.has(id) || now.fromLevel ? {} : { value: now.value, se: now.seBetween };

function By({ method }: { method: Method }) {
  const Icon = methodIcons[method];
  return <Icon className="by" size={15} role="img" aria-label={methodWords[method]} />;
}

function Figure({ measure, value, se }: { measure: string; value?: number; se?: number | undefined }) {
  if (value === undefined) return <td aria-label="does not apply">–</td>;
  return (
    <td>
      <span className="numeral">{formatMeasure(measure, value)}</span>{' '}
      <span className="error">{se === undefined ? '± ?' : `± ${formatMeasure(measure, se, 'error')}`}</span>
    </td>
  );
}
