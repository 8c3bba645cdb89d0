'use client';

// What is learned of an eye, and where training begins. Hers alone, unless she shares it.
import dynamic from 'next/dynamic';
import { useState } from 'react';
import styled from 'styled-components';
import { untrainedSdDeg } from '@/core/alignment/by-eye';
import { fromWhere } from '@/core/anatomy/positions';
import { roundKinds, roundLength } from '@/core/eye/question';
import type { Learned, OfMeasure } from '@/core/eye/learned';
import { ButtonLink } from '@/design/button';
import { Switched } from '@/design/choice';
import { Failed, Page, PageHead, Quiet, Row, Section, Small, Stack, TextLink } from '@/design/layout';
import { percentText } from '@/design/words';
import { useAsking } from '@/platform/browser/asking';
import { shareEye } from './actions';
import type { EyePage } from './read';
import { roundNames } from './words';

const OverTime = dynamic(() => import('./charts').then((all) => all.OverTime), { ssr: false });
const Sureness = dynamic(() => import('./charts').then((all) => all.Sureness), { ssr: false });

const Table = styled.div`
  overflow-x: auto;
  table {
    width: 100%;
    border-collapse: collapse;
  }
  th {
    text-align: left;
    font-weight: 500;
    color: var(--quiet);
    font-size: 0.88rem;
    padding: 6px 14px 6px 0;
  }
  td {
    padding: 9px 14px 9px 0;
    border-top: 1px solid var(--rule);
    vertical-align: top;
  }
  tbody th {
    color: var(--ink);
    font-size: 1rem;
    font-weight: 650;
    border-top: 1px solid var(--rule);
    padding: 9px 14px 9px 0;
  }
  .numeral {
    font-size: 1.12rem;
    white-space: nowrap;
  }
  small {
    display: block;
    color: var(--quiet);
  }
`;

const Charts = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 340px), 1fr));
  gap: 26px 36px;
  figure {
    margin: 0;
    min-width: 0;
  }
  .place {
    height: 200px;
  }
  .recharts-text {
    fill: var(--quiet);
    font-size: 13px;
  }
`;

const signed = (deg: number): string => `${deg < 0 ? '−' : '+'}${Math.abs(deg).toFixed(1)}°`;
const plain = (deg: number): string => `${deg.toFixed(1)}°`;
const between = ([lo, hi]: readonly [number, number], as: (value: number) => string = plain): string =>
  `${as(lo)} to ${as(hi)}`;
const ratio = (value: number): string => value.toFixed(2);

type Force = EyePage['inForce'];

function Tilts({
  learned,
  names,
  inForce,
}: {
  readonly learned: Learned;
  readonly names: EyePage['measureNames'];
  readonly inForce: Force | undefined;
}) {
  const force = (measure: string) => inForce?.find((one) => one.measure === measure);
  return (
    <Table>
      <table data-tilts>
        <thead>
          <tr>
            <th>Tilt of</th>
            {inForce && <th>A grade of yours counts</th>}
            <th>Off by</th>
            <th>Spread</th>
            <th>Per degree there is</th>
            <th>Seen half of the time from</th>
          </tr>
        </thead>
        <tbody>
          {learned.measures.map((one) => (
            <tr key={one.measure} data-measure={one.measure}>
              <th scope="row">{names[one.measure]}</th>
              {inForce && <Counts one={one} own={force(one.measure)} />}
              <Figures one={one} />
            </tr>
          ))}
        </tbody>
      </table>
    </Table>
  );
}

const Counts = ({ one, own }: { readonly one: OfMeasure; readonly own: Force[number] | undefined }) => (
  <td>
    <span className="numeral" data-force={own ? 'own' : 'untrained'}>
      ± {plain(own?.sd ?? untrainedSdDeg)}
    </span>
    <small>{own ? 'your own' : `untrained. ${one.wants ?? ''}`}</small>
  </td>
);

function Figures({ one: { spread, threshold } }: { readonly one: OfMeasure }) {
  return (
    <>
      <td>
        {spread && (
          <>
            <span className="numeral">{signed(spread.bias)}</span>
            <small>{between(spread.biasCi, signed)}</small>
          </>
        )}
      </td>
      <td>
        {spread && (
          <>
            <span className="numeral">{plain(spread.sd)}</span>
            <small>
              {between(spread.sdCi)}, {spread.n} tilts
            </small>
          </>
        )}
      </td>
      <td>
        {spread?.slope !== undefined && (
          <>
            <span className="numeral">{plain(spread.slope)}</span>
            {spread.slopeCi && <small>{between(spread.slopeCi)}</small>}
          </>
        )}
      </td>
      <td>
        {threshold && (
          <>
            <span className="numeral">{plain(threshold.size)}</span>
            <small>{between(threshold.ci)}</small>
          </>
        )}
      </td>
    </>
  );
}

function Corners({ learned }: { readonly learned: Learned }) {
  const corners = learned.corners.filter(({ n }) => n >= 4).toSorted((a, b) => b.n - a.n);
  if (corners.length === 0) return <Quiet>Rounds of “Level or out” and “Name it” fill this.</Quiet>;
  return (
    <Table>
      <table>
        <thead>
          <tr>
            <th>Where</th>
            <th>Seen when there</th>
            <th>Said when not</th>
            <th>Telling apart (d′)</th>
            <th>Leaning (c)</th>
          </tr>
        </thead>
        <tbody>
          {corners.map(({ block, view, moving, n, hitRate, falseAlarmRate, dPrime, criterion }) => (
            <tr key={`${block} ${view} ${moving}`}>
              <th scope="row">
                {block}, {fromWhere[view]}, {moving ? 'moving' : 'still'}
              </th>
              {[hitRate, falseAlarmRate].map((rate, i) => (
                <td key={i}>
                  {rate && (
                    <>
                      <span className="numeral">{percentText(rate.value)}</span>
                      {rate.ci && <small>{between(rate.ci, percentText)}</small>}
                    </>
                  )}
                </td>
              ))}
              {[dPrime, criterion].map((one, i) => (
                <td key={i}>
                  {one && (
                    <>
                      <span className="numeral">{ratio(one.value)}</span>
                      {one.ci && <small>{between(one.ci, ratio)}</small>}
                    </>
                  )}
                  {i === 1 && <small>{n} answers</small>}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </Table>
  );
}

function Faults({ learned, names }: { readonly learned: Learned; readonly names: EyePage['faultNames'] }) {
  const faults = learned.faults
    .filter(({ shown, falseAlarms }) => shown > 0 || falseAlarms > 0)
    .toSorted((a, b) => a.hits / Math.max(1, a.shown) - b.hits / Math.max(1, b.shown));
  if (faults.length === 0) return <Quiet>Rounds of “Name it” fill this.</Quiet>;
  return (
    <Table>
      <table>
        <thead>
          <tr>
            <th>Fault</th>
            <th>Seen</th>
            <th>Named where it was not</th>
          </tr>
        </thead>
        <tbody>
          {faults.map(({ fault, shown, hits, hitCi, offered, falseAlarms }) => (
            <tr key={fault}>
              <th scope="row">{names[fault]}</th>
              <td>
                <span className="numeral">
                  {hits} of {shown}
                </span>
                {hitCi && <small>{between(hitCi, percentText)}</small>}
              </td>
              <td>
                <span className="numeral">
                  {falseAlarms} of {offered}
                </span>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </Table>
  );
}

/** Figures of one eye: hers, or one that is shared. */
function All({
  learned,
  page,
  inForce,
}: {
  readonly learned: Learned;
  readonly page: Pick<EyePage, 'measureNames' | 'faultNames'>;
  readonly inForce?: Force;
}) {
  const days = learned.days.filter(({ n }) => n > 0);
  return (
    <Stack $gap={30}>
      <Section aria-label="Tilts">
        <h2>Tilts</h2>
        <Tilts learned={learned} names={page.measureNames} inForce={inForce} />
        <Small>In small: where the figure lies in 95 of 100 such eyes. A few slips of the thumb are allowed for.</Small>
      </Section>
      <Section aria-label="Weak corners">
        <h2>Weak corners</h2>
        {learned.weak.length === 0 ? (
          <Quiet>{learned.n < 3 * roundLength ? 'Too little is known yet.' : 'Nothing stands out.'}</Quiet>
        ) : (
          <ul>
            {learned.weak.map((one) => (
              <li key={one}>{one}</li>
            ))}
          </ul>
        )}
      </Section>
      <Charts>
        {learned.sureness.length > 0 && (
          <figure>
            <h2>Is sure sure?</h2>
            <div className="place">
              <Sureness all={learned.sureness} />
            </div>
            <figcaption>
              <Small>
                {learned.sureness
                  .map(({ sure, right, n }) => `Where you said ${percentText(sure)}, ${right} of ${n} were right.`)
                  .join(' ')}
                {learned.brier
                  ? ` Mean squared miss (Brier) ${ratio(learned.brier.value)}; guessing half and half has 0.25.`
                  : ''}
              </Small>
            </figcaption>
          </figure>
        )}
        {days.length > 1 && (
          <figure>
            <h2>Over time</h2>
            <div className="place">
              <OverTime days={days} />
            </div>
            <figcaption>
              <Small>Mean miss of the tilts you graded, day by day.</Small>
            </figcaption>
          </figure>
        )}
      </Charts>
      <Section aria-label="Something or nothing">
        <h2>Something or nothing</h2>
        <Corners learned={learned} />
        {learned.stand.n > 0 && (
          <Small>
            Where to stand: {learned.stand.right} of {learned.stand.n} right.
          </Small>
        )}
      </Section>
      <Section aria-label="Faults">
        <h2>Faults</h2>
        <Faults learned={learned} names={page.faultNames} />
      </Section>
    </Stack>
  );
}

function Share({ isShared: first }: { readonly isShared: boolean }) {
  const [isShared, setShared] = useState(first);
  const { failed, ask } = useAsking();
  const change = async (shared: boolean) => {
    const told = await ask(shareEye({ shared }));
    if (told.ok) setShared(shared);
  };
  return (
    <Section aria-label="Who sees this">
      <h2>Who sees this</h2>
      <Switched isOn={isShared} onChange={(on) => void change(on)}>
        The studio lead may see my figures
      </Switched>
      <Failed>{failed}</Failed>
      <Small>{isShared ? 'You can take that back at any time.' : 'Nobody but you.'}</Small>
    </Section>
  );
}

export function YourEye(page: EyePage) {
  const { learned, inForce, shared, isShared, isLead } = page;
  return (
    <Page>
      <PageHead>
        <div>
          <h1>Your eye</h1>
          <Quiet>
            {learned.n === 0
              ? `Twelve figures, two minutes: grade, name, and see the truth. From fifteen tilts of a block on, your own error stands behind your grades instead of ± ${untrainedSdDeg}°.`
              : `${learned.n} answers so far.`}
          </Quiet>
        </div>
        <ButtonLink $look="main" href="/eye/round?kind=today">
          {roundNames.today}
        </ButtonLink>
      </PageHead>
      <Row style={{ padding: '14px 0 22px' }}>
        {roundKinds
          .filter((kind) => kind !== 'today')
          .map((kind) => (
            <ButtonLink key={kind} href={`/eye/round?kind=${kind}`}>
              {roundNames[kind]}
            </ButtonLink>
          ))}
        <TextLink href="/eye/place">From the wrong place</TextLink>
        <TextLink href="/eye/raters">Raters</TextLink>
      </Row>
      <Stack $gap={30}>
        <All learned={learned} page={page} inForce={inForce} />
        <Share isShared={isShared} />
        {isLead && shared.length > 0 && (
          <Section aria-label="Shared with you">
            <h2>Shared with you</h2>
            {shared.map((one) => (
              <details key={one.name}>
                <summary>
                  {one.name}: {one.learned.n} answers
                </summary>
                <All learned={one.learned} page={page} />
              </details>
            ))}
          </Section>
        )}
      </Stack>
    </Page>
  );
}
