'use client';

// Corrections tried in this look, each with how its own retest went; the newest can be taken back.
import { Undo2 } from 'lucide-react';
import styled from 'styled-components';
import { correctionWords } from '@/core/knowledge/names';
import { Button } from '@/design/button';
import { Chip, Failed, Row, Small, Stack } from '@/design/layout';
import { useRepertoire } from '@/platform/browser/repertoire';
import type { BenchModel } from './use-bench';
import { verdictWords } from './verdict';

const List = styled.ol`
  display: grid;
  gap: 6px;
  li {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 10px;
    align-items: baseline;
  }
`;

const tones = { better: 'info', same: 'plain', worse: 'out' } as const;

export function TriedSoFar({ model: { tries } }: { readonly model: BenchModel }) {
  const repertoire = useRepertoire();
  const { tried, isBusy, failed, takeBack } = tries;
  const newest = tried.at(-1);
  if (!newest) return <Failed>{failed}</Failed>;
  return (
    <Stack $gap={8} role="group" aria-label="Tried in this look">
      <Small>Tried against the same baseline</Small>
      <List>
        {tried.map(({ id, correction, verdict }) => (
          <li key={id} data-tried={correction} data-verdict={verdict}>
            <Chip $tone={tones[verdict]}>{verdictWords[verdict]}</Chip>
            <span>“{correctionWords(repertoire, correction)}”</span>
          </li>
        ))}
      </List>
      <Row>
        <Button $look="quiet" isDisabled={isBusy} onPress={() => void takeBack(newest.id)}>
          <Undo2 size={18} aria-hidden />
          Take the last one back
        </Button>
      </Row>
      <Failed>{failed}</Failed>
    </Stack>
  );
}
