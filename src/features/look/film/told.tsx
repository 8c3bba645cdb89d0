'use client';

import styled from 'styled-components';
import { isLandmarkKey } from '@/core/anatomy/landmarks';
import type { FilmReading } from '@/core/knowledge/film';
import type { Disturbance } from '@/core/motion/disturbed';
import { Notice, Small, Stack } from '@/design/layout';
import { nameOfMark } from '@/core/knowledge/wanted';
import { seconds, wordDisturbance, wordLost, wordSet, wordsNotJudged, wordsOfMovement } from './words';

const Count = styled.div`
  display: flex;
  gap: 12px;
  align-items: baseline;
  .figure {
    font-family: var(--head);
    font-stretch: 84%;
    font-weight: 800;
    font-size: 4.2rem;
    line-height: 0.95;
  }
`;

const nameOf = (key: string): string => (isLandmarkKey(key) ? nameOfMark(key) : key);

type ToldProps = {
  readonly reading: FilmReading;
  readonly disturbed: readonly Disturbance[];
  readonly cutOffS: number | undefined;
};

/** What the set tells, in words: how many, how many clean, what moves first, what could not be judged. */
export function Told({ reading, disturbed, cutOffS }: ToldProps) {
  const lost = wordLost(reading, nameOf);
  const notJudged = wordsNotJudged(reading);
  const isJudged = reading.repetitions.some(({ verdict }) => verdict === 'clean' || verdict === 'lost');
  return (
    <Stack $gap={10} role="status">
      <Count>
        {isJudged && <span className="figure">{reading.cleanInARow}</span>}
        <span>{isJudged ? 'clean before form went' : 'None of them could be judged clean or lost.'}</span>
      </Count>
      <p>{wordSet(reading)}</p>
      {wordsOfMovement(reading).map((words) => (
        <Small key={words}>{words}</Small>
      ))}
      {notJudged.length > 0 && <Small>Not judged here: {notJudged.join(' ')}</Small>}
      {[
        ...disturbed.map(wordDisturbance),
        ...(cutOffS === undefined ? [] : [`The film is cut off at ${seconds(cutOffS)}: what came before was read.`]),
        ...(lost ? [lost] : []),
      ].map((words) => (
        <Notice key={words} $tone="info">
          {words}
        </Notice>
      ))}
    </Stack>
  );
}
