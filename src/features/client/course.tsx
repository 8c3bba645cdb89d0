'use client';

// How the client has come along, drawn. Words, captions and the charts' places come with the page; the charts themselves
// after it, one at a time, so that nothing moves and no tablet stands still for them.
import dynamic from 'next/dynamic';
import { useEffect, useState } from 'react';
import type { ReactNode } from 'react';
import styled from 'styled-components';
import { Quiet, Section, Small, Stack } from '@/design/layout';
import type { Progress, RunLine, TrendLine } from './progress';

const RunChart = dynamic(() => import('./charts').then((all) => all.RunChart), { ssr: false });
const TrendChart = dynamic(() => import('./charts').then((all) => all.TrendChart), { ssr: false });

const Grid = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 340px), 1fr));
  gap: 22px 30px;
  .recharts-text {
    fill: var(--quiet);
    font-size: 13px;
  }
  .recharts-legend-item-text {
    color: var(--ink) !important;
  }
  figure {
    display: grid;
    gap: 4px;
    align-content: start;
    min-width: 0;
  }
`;

const Place = styled.div`
  height: 190px;
`;

/** How many of `all` may be drawn by now: one more after each that was, when the browser has nothing better to do. */
function useOneByOne(all: number): number {
  const [drawn, setDrawn] = useState(0);
  useEffect(() => {
    if (drawn >= all) return undefined;
    const next = setTimeout(() => setDrawn(drawn + 1), 30);
    return () => clearTimeout(next);
  }, [drawn, all]);
  return drawn;
}

/** Levels of a run as they changed: `2, 3, 3½`, not one for each session. */
const levelsOf = (points: RunLine['points']): string =>
  points
    .map(({ level }) => level)
    .filter((level, i, all) => level !== all[i - 1])
    .join(', ');

function Charts({ runs, trends }: { readonly runs: readonly RunLine[]; readonly trends: readonly TrendLine[] }) {
  const drawn = useOneByOne(runs.length + trends.length);
  const place = (index: number, chart: ReactNode) => <Place aria-busy={drawn <= index}>{drawn > index && chart}</Place>;
  return (
    <Stack $gap={18}>
      {runs.length > 0 && (
        <>
          <h3>Clean in a row, left and right</h3>
          <Grid>
            {runs.map(({ exercise, name, wanted, points }, i) => (
              <figure key={exercise} data-run={exercise}>
                <figcaption>
                  <b>{name}</b>{' '}
                  <Small>
                    level {levelsOf(points)}; wanted {wanted}
                  </Small>
                </figcaption>
                {place(i, <RunChart wanted={wanted} points={points} />)}
              </figure>
            ))}
          </Grid>
        </>
      )}
      {trends.length > 0 && (
        <>
          <h3>Looks, uncorrected, with their errors</h3>
          <Grid>
            {trends.map(({ key, name, points, interval, words, verdict }, i) => (
              <figure key={key} data-trend={key} data-verdict={verdict}>
                <figcaption>
                  <b>{name}</b>
                </figcaption>
                {place(runs.length + i, <TrendChart points={points} interval={interval} />)}
                <Small>{words}</Small>
              </figure>
            ))}
          </Grid>
        </>
      )}
    </Stack>
  );
}

const Faults = styled.div`
  overflow-x: auto;
  table {
    border-collapse: collapse;
  }
  th,
  td {
    padding: 6px 12px 6px 0;
    border-top: 1px solid var(--rule);
    font-weight: 400;
    text-align: left;
    white-space: nowrap;
  }
  thead th {
    border-top: 0;
    color: var(--quiet);
    font-size: 0.86rem;
  }
  i {
    display: inline-block;
    border-radius: 50%;
    background: var(--out);
    vertical-align: middle;
    margin-right: 6px;
  }
`;

export function Course({ progress: { runs, faults, trends } }: { readonly progress: Progress }) {
  return (
    <Section aria-label="Course" style={{ marginTop: 30 }}>
      <h2>Course</h2>
      {runs.length === 0 && trends.length === 0 && (
        <Quiet>Two sessions or two looks of the same exercise make a course. There are none yet.</Quiet>
      )}
      {(runs.length > 0 || trends.length > 0) && <Charts runs={runs} trends={trends} />}
      {faults.rows.length > 0 && (
        <Stack $gap={6}>
          <h3>What was lost, session by session</h3>
          <Faults tabIndex={0} role="region" aria-label="What was lost, session by session">
            <table>
              <thead>
                <tr>
                  <th scope="col">Fault</th>
                  {faults.dates.map((date, i) => (
                    <th key={i} scope="col">
                      {date}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {faults.rows.map(({ plain, counts }) => (
                  <tr key={plain}>
                    <th scope="row">{plain}</th>
                    {counts.map((count, i) => (
                      <td key={i}>
                        {count > 0 ? (
                          <>
                            <i
                              style={{ width: 6 + 3 * Math.min(count, 6), height: 6 + 3 * Math.min(count, 6) }}
                              aria-hidden
                            />
                            {count}
                          </>
                        ) : (
                          <Small>none</Small>
                        )}
                      </td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </table>
          </Faults>
        </Stack>
      )}
    </Section>
  );
}
