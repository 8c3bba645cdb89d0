'use client';

import { CircleAlert, CircleCheck, CircleHelp } from 'lucide-react';
import styled from 'styled-components';
import type { Finding, JudgeOutput } from '@/core/alignment/judge';
import { formatMeasure, nameOf } from '@/core/alignment/words';
import { entry } from '@/core/knowledge/find';
import { plainOf } from '@/core/knowledge/names';
import { faultAt } from '@/core/knowledge/fits';
import type { Exercise, Repertoire } from '@/core/knowledge/entries';
import { Button } from '@/design/button';
import { Chip, Quiet, Row, Ruled, Small, Stack } from '@/design/layout';
import { useRepertoire } from '@/platform/browser/repertoire';

const Item = styled.li`
  display: grid;
  grid-template-columns: 26px minmax(0, 1fr) auto;
  gap: 4px 12px;
  align-items: start;
  .mark {
    padding-top: 2px;
    color: var(--quiet);
  }
  .mark.out {
    color: var(--out);
  }
  .mark.in {
    color: var(--good);
  }
  .numeral {
    font-size: 1.3rem;
    white-space: nowrap;
  }
  .out-text {
    color: var(--out);
  }
`;

/** What can be acted on comes first. */
const order = { out: 0, unsure: 1, in: 2 } as const;
const icons = { out: CircleAlert, unsure: CircleHelp, in: CircleCheck } as const;

/** `Marked arch`, `Can't tell yet: leans toward an arch`, `Can't tell yet: pelvic tilt`, `In level: pelvic tilt`. */
export function titleOf(
  { faults }: Repertoire,
  { fault, verdict, severity, measure, side, leansNeither }: Finding,
): string {
  const plain = plainOf(entry(faults, fault), side);
  if (verdict === 'out') return `${severity?.[0]?.toUpperCase()}${severity?.slice(1)}: ${plain}`;
  if (verdict === 'in') return `In level: ${nameOf(measure)}`;
  return `Can’t tell yet: ${leansNeither ? nameOf(measure) : `leans toward ${plain}`}`;
}

type FindingsProps = {
  readonly judged: JudgeOutput;
  readonly exercise: Exercise;
  readonly level: number;
  readonly working: string | undefined;
  readonly onWork?: (fault: string) => void;
};

/** What was judged: what is out first, and of that what would hurt; each with its figures, its target and why. */
export function Findings({ judged, exercise, level, working, onWork }: FindingsProps) {
  const repertoire = useRepertoire();
  return (
    <Stack>
      <Ruled aria-label="Findings">
        {[...judged.findings]
          .sort((a, b) => order[a.verdict] - order[b.verdict])
          .map((finding) => {
            const Icon = icons[finding.verdict];
            const { seen } = faultAt(repertoire, exercise, finding.fault, level);
            const isTold = finding.verdict !== 'in' && !finding.leansNeither;
            return (
              <Item
                key={finding.measure}
                data-fault={finding.fault}
                data-verdict={finding.verdict}
                data-measure={finding.measure}
              >
                <span className={`mark ${finding.verdict}`}>
                  <Icon size={22} aria-hidden />
                </span>
                <Stack $gap={4}>
                  <Row $gap={8}>
                    <h3 className={finding.verdict === 'out' ? 'out-text' : ''}>{titleOf(repertoire, finding)}</h3>
                    {finding.safety && isTold && <Chip $tone="out">watch: could hurt</Chip>}
                    {finding.fault === working && <Chip $tone="info">working on this</Chip>}
                  </Row>
                  {isTold && <span>{seen}</span>}
                  <Small>{finding.why}</Small>
                </Stack>
                <Stack $gap={6} style={{ justifyItems: 'end' }}>
                  <span className={`numeral ${finding.verdict === 'out' ? 'out-text' : ''}`}>
                    {formatMeasure(finding.measure, finding.value)}
                  </span>
                  {onWork && isTold && finding.fault !== working && (
                    <Button $look="quiet" onPress={() => onWork(finding.fault)}>
                      Work on this
                    </Button>
                  )}
                </Stack>
              </Item>
            );
          })}
      </Ruled>
      {Object.entries(judged.notJudged).map(([measure, why]) => (
        <Small key={measure}>
          {nameOf(measure)} was not judged: {why}.
        </Small>
      ))}
      <Quiet>Targets are a practice convention of the stance named, no medical norm.</Quiet>
    </Stack>
  );
}
