'use client';

import styled from 'styled-components';
import type { JudgeOutput } from '@/core/alignment/judge';
import type { ReadPicture, Role } from '@/core/alignment/look';
import { readBlocks, readRest } from '@/core/alignment/vial';
import type { BlockReading } from '@/core/alignment/vial';
import { formatMeasure, nameOf } from '@/core/alignment/words';
import { entry } from '@/core/knowledge/entries';
import { Small } from '@/design/layout';
import { VialStack } from '@/design/vial';
import type { VialReading } from '@/design/vial';
import { repertoire } from '@/repertoire';

/** A block's reading in words for its vial. */
export function tellBlock({ block, state, place, finding, shown }: BlockReading): VialReading {
  const fault = finding && entry(repertoire.faults, finding.fault);
  const word = state === 'out' && fault ? `${finding.severity}: ${fault.plain}` : undefined;
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
export const outBlocks = (judged: JudgeOutput | undefined): ReadonlySet<string> =>
  new Set(
    (judged?.findings ?? [])
      .filter(({ verdict }) => verdict === 'out')
      .map(({ fault }): string => entry(repertoire.faults, fault).block),
  );

function blocksOf(
  role: Role,
  read: ReadPicture,
  judged: JudgeOutput | undefined,
  headEnd: 'left' | 'right',
): BlockReading[] {
  return role === 'setup' && read.state === 'read'
    ? readRest(judged, read.measured, headEnd)
    : readBlocks(judged, headEnd);
}

const shownMeasures = [
  'pelvicTilt',
  'pelvicTiltPsis',
  'ribFlare',
  'ribPelvisRatio',
  'legElevation',
  'tabletopError',
] as const;

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
`;

const plainNames: Readonly<Record<string, string>> = { neutral: 'the set-up picture', scale: 'a known length' };
const tellLacks = (lacks: readonly string[]): string => {
  const fromSetUp = lacks.filter((name) => name.startsWith('neutral.')).map((name) => name.slice(8));
  const here = lacks.filter((name) => !name.startsWith('neutral.')).map((name) => plainNames[name] ?? name);
  return [here.join(', '), fromSetUp.length > 0 ? `${fromSetUp.join(', ')} in the set-up picture` : '']
    .filter(Boolean)
    .join('; ');
};

type Shown = { readonly role: Role; readonly read: ReadPicture; readonly judged: JudgeOutput | undefined };

/** The three vials of one picture as its marks stand now. */
export const Vials = ({ role, read, judged, headEnd }: Shown & { readonly headEnd: 'left' | 'right' }) => (
  <VialStack label="Head, ribs and pelvis" readings={blocksOf(role, read, judged, headEnd).map(tellBlock)} />
);

/** The figures of one picture as its marks stand now. */
export function Numbers({ role, read, judged }: Shown) {
  const measured = read.state === 'read' ? read.measured : undefined;
  const rows = shownMeasures.filter((id) => {
    if (id === 'pelvicTiltPsis') return measured && id in measured.measures;
    if (id === 'pelvicTilt') return !measured || id in measured.measures || !('pelvicTiltPsis' in measured.measures);
    return role !== 'setup' || !['ribFlare', 'ribPelvisRatio', 'tabletopError'].includes(id);
  });
  return (
    <>
      <Table>
        <thead>
          <tr>
            <th scope="col">measure</th>
            {role !== 'setup' && <th scope="col">from set-up</th>}
            <th scope="col">against the mat</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((id) => {
            const now = measured?.measures[id];
            const finding = judged?.findings.find(({ measure }) => measure === id);
            const drift = finding && judged?.target[id]?.relativeTo === 'neutral' ? finding : undefined;
            const isDriftItself = id === 'ribFlare' || id === 'ribPelvisRatio';
            const lacks = measured?.missing[id];
            return (
              <tr key={id} data-measure={id}>
                <th scope="row">{nameOf(id)}</th>
                {!now ? (
                  <td className="lacks" colSpan={role === 'setup' ? 1 : 2}>
                    {lacks
                      ? `needs ${tellLacks(lacks)}`
                      : read.state === 'wrong'
                        ? 'see the message'
                        : 'needs the mat line'}
                  </td>
                ) : (
                  <>
                    {role !== 'setup' && (
                      <Figure
                        measure={id}
                        {...(isDriftItself
                          ? { value: now.value, se: now.seWithin }
                          : drift
                            ? { value: drift.value, se: drift.se }
                            : {})}
                      />
                    )}
                    <Figure measure={id} {...(isDriftItself ? {} : { value: now.value, se: now.seBetween })} />
                  </>
                )}
              </tr>
            );
          })}
        </tbody>
      </Table>
      {measured?.warnings.map(({ code, message }) => (
        <Small key={code}>{message}</Small>
      ))}
    </>
  );
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
