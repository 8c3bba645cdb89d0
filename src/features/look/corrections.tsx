'use client';

import { useState } from 'react';
import { Radio, RadioGroup } from 'react-aria-components';
import styled from 'styled-components';
import { rankCorrections } from '@/core/corrections/rank';
import type { RankContext } from '@/core/corrections/rank';
import { entry, propOf } from '@/core/knowledge/find';
import { faultAt } from '@/core/knowledge/fits';
import { onProp } from '@/core/figure/props';
import { Figure } from '@/design/figure';
import { Button } from '@/design/button';
import { Chip, Quiet, Row, Small, Stack } from '@/design/layout';
import type { Tried } from './use-tries';
import { useRepertoire } from '@/platform/browser/repertoire';

const kindNames = {
  verbal: 'words',
  image: 'image',
  touch: 'touch',
  prop: 'prop',
  modification: 'change',
  stepBack: 'step back',
} as const;

const Choices = styled(RadioGroup)`
  display: grid;
  gap: 10px;
  .option {
    display: grid;
    gap: 4px;
    padding: 12px 16px;
    border: 1.5px solid var(--rule);
    border-radius: 14px;
    background: var(--panel);
    cursor: pointer;
    min-height: 64px;
  }
  .option[data-hovered] {
    border-color: var(--ink);
  }
  .option[data-focus-visible] {
    outline: 3px solid var(--info);
    outline-offset: 2px;
  }
  .option[data-selected] {
    border-color: var(--info);
    background: var(--info-tint);
    box-shadow: inset 0 0 0 1px var(--info);
  }
  .say {
    font-family: var(--head);
    font-stretch: 88%;
    font-weight: 700;
    font-size: 1.14rem;
    line-height: 1.2;
  }
  .placing {
    font-size: 0.92rem;
  }
`;

const firstShown = 6;

type CorrectionsProps = {
  readonly context: RankContext;
  /** What was tried in this look already: what did not help is not offered again. */
  readonly tried?: readonly Pick<Tried, 'fault' | 'correction' | 'verdict'>[];
  readonly chosen: string | undefined;
  readonly onChoose: (correction: string) => void;
};

/** What to try for the finding worked on, in the order to try it; one is picked. */
export function Corrections({ context, tried = [], chosen, onChoose }: CorrectionsProps) {
  const repertoire = useRepertoire();
  const [all, setAll] = useState(false);
  const { options: ranked, excluded: left } = rankCorrections(repertoire, context);
  const hasFailed = (id: string) =>
    tried.some(
      ({ correction, fault: of, verdict }) => correction === id && of === context.fault && verdict !== 'better',
    );
  const options = ranked.filter(({ correction }) => !hasFailed(correction));
  const excluded = left.filter(({ unfit }) => !unfit); // what the shape forbids is no news to her
  const shown = all ? options : leastOfEachKind(options);
  const fault = faultAt(repertoire, entry(repertoire.exercises, context.exercise), context.fault, context.level);
  return (
    <Stack>
      <div>
        <h2>Try one thing against {fault.plain}</h2>
        <Quiet>{fault.why}</Quiet>
      </div>
      <Choices aria-label="Corrections" value={chosen ?? null} onChange={onChoose}>
        {shown.map(({ correction: id, kind, why }) => {
          const correction = entry(repertoire.corrections, id);
          const prop = propOf(correction, repertoire.props);
          return (
            <Radio key={id} value={id} className="option" data-kind={kind}>
              <Row $gap={8}>
                <Chip>
                  {kindNames[kind]}
                  {prop ? `: ${prop.name}` : ''}
                </Chip>
                <Small>{why}</Small>
              </Row>
              <span className="say">“{correction.say}”</span>
              {prop?.drawn && id === chosen && (
                <Figure
                  pose={onProp(prop.drawn.pose, prop.drawn)}
                  scene={{ props: [prop.drawn] }}
                  label={`${prop.name} in place`}
                  view={prop.drawn.view ?? 'side'}
                  small
                />
              )}
              {prop ? (
                <span className="placing">
                  {prop.placed} {prop.notWhen}
                </span>
              ) : (
                <Small>{correction.because}</Small>
              )}
            </Radio>
          );
        })}
      </Choices>
      {!all && options.length > shown.length && (
        <Button $look="quiet" onPress={() => setAll(true)} style={{ justifySelf: 'start' }}>
          Show {options.length - shown.length} more
        </Button>
      )}
      {excluded.length > 0 && (
        <Small>
          Left out:{' '}
          {excluded.map(({ correction: id, why }) => `“${entry(repertoire.corrections, id).say}” ${why}`).join(' ')}
        </Small>
      )}
    </Stack>
  );
}

/** The best ones, but always with a prop, a change and a step back among them, in ranked order. */
function leastOfEachKind<T extends { readonly kind: string }>(options: readonly T[]): T[] {
  const firsts = new Set(
    options.filter((option, index) => options.findIndex(({ kind }) => kind === option.kind) === index),
  );
  const secondCue = options.filter(({ kind }) => kind === 'verbal' || kind === 'image')[1];
  if (secondCue) firsts.add(secondCue);
  for (const option of options) if (firsts.size < firstShown) firsts.add(option);
  return options.filter((option) => firsts.has(option));
}
