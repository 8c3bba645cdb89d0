'use client';

// What raters of the same pictures have in common, drawn and in words; for print and as a file.
import dynamic from 'next/dynamic';
import { Printer } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import styled from 'styled-components';
import { rowsOf } from '@/core/eye/raters';
import type { Pair } from '@/core/eye/raters';
import { Button, ButtonLink } from '@/design/button';
import { OneOf } from '@/design/choice';
import { Failed, Page, PageHead, Quiet, Row, Section, Small, Stack, TextLink } from '@/design/layout';
import { useAsking } from '@/platform/browser/asking';
import { saveFile } from '@/platform/browser/save-file';
import { dropRaters } from './actions';
import type { RatingPage } from './raters-read';
import { Shown } from './shown';

const Apart = dynamic(() => import('./charts').then((all) => all.Apart), { ssr: false });

const Sheet = styled(Page)`
  table {
    border-collapse: collapse;
    width: 100%;
  }
  th,
  td {
    text-align: left;
    padding: 7px 16px 7px 0;
    border-top: 1px solid var(--rule);
  }
  thead th {
    border: none;
    color: var(--quiet);
    font-weight: 500;
    font-size: 0.88rem;
  }
  .place {
    height: 260px;
    max-width: 640px;
  }
  .recharts-text {
    fill: var(--quiet);
    font-size: 13px;
  }
  .wide {
    overflow-x: auto;
  }
  @media print {
    .screen {
      display: none;
    }
    section {
      break-inside: avoid;
    }
  }
`;

const deg = (value: number): string => `${value < 0 ? '−' : value > 0 ? '+' : ''}${Math.abs(value).toFixed(1)}°`;
const two = (value: number): string => value.toFixed(2);

type Full = NonNullable<RatingPage['report']>;

function Pairs({ pairs, isGrades }: { readonly pairs: readonly Pair[]; readonly isGrades: boolean }) {
  const [shown, setShown] = useState(0);
  const pair = pairs[shown] ?? pairs[0];
  if (!pair) return null;
  const names = pairs.map(({ first, second }, id) => ({ id, name: `${first} and ${second}` }));
  return (
    <Section aria-label="Two by two">
      <h2>Two by two</h2>
      {pairs.length > 1 && (
        <div className="screen">
          <OneOf label="Which two" options={names} value={shown} onChange={setShown} />
        </div>
      )}
      <div className="place" data-apart>
        <Apart pair={pair} />
      </div>
      <Small>
        Each dot a picture: across, the mean of {pair.first} and {pair.second}; up, how much more {pair.first} reads.
        Lines: the mean difference, and the limits between which 95 of 100 lie (Bland and Altman).
      </Small>
      <div className="wide">
        <table data-pairs>
          <thead>
            <tr>
              <th>Two</th>
              <th>Mean difference</th>
              <th>Limits of agreement</th>
              <th>ICC(2,1)</th>
              {isGrades && <th>Weighted kappa</th>}
            </tr>
          </thead>
          <tbody>
            {pairs.map(({ first, second, agreement }) => (
              <tr key={`${first} ${second}`}>
                <th scope="row">
                  {first}, {second}
                </th>
                {agreement ? (
                  <>
                    <td>{deg(agreement.bias)}</td>
                    <td>
                      {deg(agreement.loa[0])} to {deg(agreement.loa[1])}
                    </td>
                    <td>
                      {two(agreement.icc)} ({two(agreement.iccCi[0])} to {two(agreement.iccCi[1])})
                    </td>
                    {isGrades && <td>{agreement.kappa === undefined ? '–' : two(agreement.kappa)}</td>}
                  </>
                ) : (
                  <td colSpan={3}>All the same: nothing to be said.</td>
                )}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </Section>
  );
}

function Everybody({ report }: { readonly report: Full }) {
  return (
    <Section aria-label="Against what is true">
      <h2>Against what is true</h2>
      <div className="wide">
        <table>
          <thead>
            <tr>
              <th>Who</th>
              <th>Off by</th>
              <th>Spread</th>
              {report.truth.map((_, i) => (
                <th key={i}>{i + 1}</th>
              ))}
            </tr>
          </thead>
          <tbody>
            <tr>
              <th scope="row">What is true</th>
              <td />
              <td />
              {report.truth.map((value, i) => (
                <td key={i}>{deg(value)}</td>
              ))}
            </tr>
            {report.raters.map(({ name, bias, sd, values }) => (
              <tr key={name} data-rater={name}>
                <th scope="row">{name}</th>
                <td>{deg(bias)}</td>
                <td>{sd.toFixed(1)}°</td>
                {values.map((value, i) => (
                  <td key={i}>{deg(value)}</td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </Section>
  );
}

function Worst({ page, report }: { readonly page: RatingPage; readonly report: Full }) {
  const { worst } = report;
  const question = worst && page.pictures[worst.place];
  if (!question || worst.spread === 0) return null;
  const { asked } = question;
  const truth = report.truth[worst.place] ?? 0;
  const shown = asked.kind === 'tilt' ? { asked: { ...asked, kind: 'tilt' as const, truthDeg: truth } } : undefined;
  return (
    <Section aria-label="Read most differently">
      <h2>Read most differently: picture {worst.place + 1}</h2>
      <div style={{ maxWidth: 560 }}>
        <Shown question={question} truth={shown} label={`Picture ${worst.place + 1}, with what is true`} />
      </div>
      <Small>
        {report.raters.map(({ name, values }) => `${name} ${deg(values[worst.place] ?? 0)}`).join(', ')}; it is{' '}
        {deg(truth)}.
      </Small>
    </Section>
  );
}

export function RatersReport({ page }: { readonly page: RatingPage }) {
  const router = useRouter();
  const { failed, ask } = useAsking();
  const { report, again, isOwn } = page;
  const save = async () => {
    if (!report) return;
    const { default: Papa } = await import('papaparse');
    saveFile(`${page.title}.csv`, 'text/csv', Papa.unparse(rowsOf(report, report.truth), { escapeFormulae: true }));
  };
  const drop = async () => {
    if ((await ask(dropRaters({ id: page.id }))).ok) router.push('/eye/raters');
  };
  return (
    <Sheet>
      <PageHead>
        <div>
          <TextLink href="/eye/raters">Raters</TextLink>
          <h1>{page.title}</h1>
          <Quiet>
            {page.pictures.length} pictures, {page.measureName} · begun by {page.madeBy}, {page.on}
          </Quiet>
        </div>
        <Row className="screen">
          {again?.may && <ButtonLink href={`/eye/raters/${page.id}?again=1`}>Read them again</ButtonLink>}
          <Button onPress={() => void save()} isDisabled={!report}>
            CSV
          </Button>
          <Button onPress={() => window.print()} aria-label="Print">
            <Printer size={20} aria-hidden />
          </Button>
        </Row>
      </PageHead>
      {report && (
        <Stack $gap={28} style={{ paddingTop: 18 }}>
          <Section aria-label="In words">
            {report.raters.length < 2 && (
              <p>
                Yours is whole. {again && !again.may ? `From ${again.from} on you can read them again. ` : ''}With a
                colleague’s there is something to compare.
              </p>
            )}
            {report.words.map((one) => (
              <p key={one}>{one}</p>
            ))}
            {report.marks.map(({ name, mm }) => (
              <p key={name}>
                The {name} is set {mm.toFixed(0)} mm apart (spread, each way).
              </p>
            ))}
            {again && !again.may && report.raters.length > 1 && (
              <Small>From {again.from} on you can read them again, against yourself.</Small>
            )}
          </Section>
          <Pairs pairs={report.pairs} isGrades={page.method === 'grade'} />
          <Everybody report={report} />
          <Worst page={page} report={report} />
          {isOwn && (
            <div className="screen">
              <Failed>{failed}</Failed>
              <Button $look="quiet" onPress={() => void drop()}>
                Take this session away
              </Button>
            </div>
          )}
        </Stack>
      )}
    </Sheet>
  );
}
