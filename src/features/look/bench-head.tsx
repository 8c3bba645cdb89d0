'use client';

import { CloudAlert, CloudCheck, CloudUpload } from 'lucide-react';
import Link from 'next/link';
import { Tab, TabList } from 'react-aria-components';
import styled from 'styled-components';
import { Row } from '@/design/layout';
import type { Keeping } from './keeping';

export const stepNames = { setup: 'Set-up', top: 'Top', findings: 'Findings', retest: 'Retest', dose: 'Dose' } as const;
export type StepName = keyof typeof stepNames;

const Steps = styled(TabList)`
  display: flex;
  gap: 4px;
  flex-wrap: wrap;
  .step {
    display: flex;
    gap: 8px;
    align-items: center;
    min-height: 46px;
    padding: 6px 16px;
    border-radius: 12px;
    cursor: pointer;
    outline-offset: 2px;
  }
  .step[data-hovered] {
    background: var(--info-tint);
  }
  .step[data-selected] {
    background: var(--ink);
    color: var(--on-ink);
    font-weight: 650;
  }
  .numeral {
    opacity: 0.75;
  }
`;

const Head = styled.header`
  display: flex;
  flex-wrap: wrap;
  gap: 8px 26px;
  align-items: center;
  margin-top: -8px;
  padding-bottom: 12px;
  border-bottom: 1px solid var(--rule);
  .what {
    flex: 1 1 300px;
    min-width: 0;
    line-height: 1.3;
  }
  h1 {
    font-size: 1.4rem;
  }
  .what a {
    color: var(--info);
    text-underline-offset: 3px;
    overflow-wrap: anywhere;
    display: inline-block;
    padding: 3px 0;
  }
  .keeping {
    color: var(--quiet);
    min-width: 96px;
    font-size: 0.92rem;
  }
  .keeping.waiting,
  .keeping.refused {
    color: var(--out);
  }
`;

const keepingWords: Readonly<Record<Keeping['state'], string>> = {
  kept: 'all kept',
  keeping: 'keeping…',
  waiting: 'not sent yet, trying again',
  refused: 'not kept',
};
const keepingIcons = { kept: CloudCheck, keeping: CloudUpload, waiting: CloudAlert, refused: CloudAlert } as const;

type BenchHeadProps = {
  readonly exercise: string;
  readonly level: string;
  readonly clientId: string;
  readonly clientName: string;
  readonly keeping: Keeping;
};

/** What is looked at, of whom, the steps, and how far everything is kept. */
export function BenchHead({ exercise, level, clientId, clientName, keeping: { state } }: BenchHeadProps) {
  const Icon = keepingIcons[state];
  return (
    <Head>
      <div className="what">
        <h1>
          {exercise}, {level.toLowerCase()}
        </h1>
        <Link prefetch={false} href={`/clients/${clientId}`}>
          {clientName}
        </Link>
      </div>
      <Steps aria-label="Steps of this look">
        {Object.entries(stepNames).map(([id, name], index) => (
          <Tab key={id} id={id} className="step">
            <span className="numeral" aria-hidden>
              {index + 1}
            </span>
            {name}
          </Tab>
        ))}
      </Steps>
      <Row $gap={8} role="status" className={`keeping ${state}`}>
        <Icon size={19} aria-hidden />
        <span data-keeping={state}>{keepingWords[state]}</span>
      </Row>
    </Head>
  );
}
