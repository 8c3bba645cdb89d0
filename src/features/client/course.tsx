'use client';

// How the client has come along, drawn. The charts come after the page: most visits only need its head.
import dynamic from 'next/dynamic';
import styled from 'styled-components';
import { Quiet, Section, Small, Stack } from '@/design/layout';
import type { Progress } from './progress';

const Charts = dynamic(() => import('./charts').then((all) => all.Charts), {
  ssr: false,
  loading: () => <div style={{ minHeight: 240 }} aria-busy="true" />,
});

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
