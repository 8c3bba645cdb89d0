'use client';

import { keysOf } from '@/core/keyed';
import { ArrowRight } from 'lucide-react';
import styled from 'styled-components';
import type { LookReading } from '@/core/knowledge/look';
import type { Marks } from '@/core/anatomy/marks';
import { readBlocks } from '@/core/alignment/vial';
import type { Vantage } from '@/core/alignment/bubble';
import { Swipe } from './swipe';
import { formatMeasure, nameOf } from '@/core/alignment/words';
import { entry } from '@/core/knowledge/find';
import { Quiet, Row, Stack } from '@/design/layout';
import { MarkedPicture } from '@/design/marked-picture';
import { VialStack } from '@/design/vial';
import { narrow } from '@/design/theme';
import { useRepertoire } from '@/platform/browser/repertoire';
import { outBlocks, vialOf } from './numbers';
import type { Sheet } from './state';
import { OneOf, optionsOf } from '@/design/choice';

const Band = styled.div<{ $tone: 'better' | 'same' | 'worse' }>`
  border-radius: 16px;
  padding: 16px 20px;
  display: grid;
  gap: 4px;
  background: ${({ $tone }) => ($tone === 'worse' ? 'var(--out-tint)' : $tone === 'better' ? 'color-mix(in srgb, var(--fluid) 30%, var(--panel))' : 'var(--info-tint)')};
  line-height: 1.35;
  .word {
    font-size: 1.7rem;
    color: ${({ $tone }) => ($tone === 'worse' ? 'var(--out)' : 'var(--ink)')};
  }
  .change {
    display: flex;
    gap: 12px;
    align-items: center;
    font-size: 1.3rem;
  }
`;

const Pair = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 22px;
  ${narrow} {
    grid-template-columns: 1fr;
  }
`;

export const verdictWords = { better: 'Better', same: 'Same', worse: 'Worse' } as const;

/** The verdict in words: what changed, and whether it is more than the two errors allow. */
export function Verdict({
  verdict,
  correction,
}: {
  verdict: NonNullable<LookReading['verdict']>;
  correction: string | null;
}) {
  const repertoire = useRepertoire();
  const { measure, fault, before, after, change, mdc, verdict: word } = verdict;
  const real = Math.abs(change) > mdc;
  const reason =
    word === 'same'
      ? real
        ? 'The change is real, but it is no nearer to the target and no farther from it.'
        : 'The change is within the error of the method.'
      : 'The change is larger than the least real change.';
  return (
    <Band $tone={word} data-verdict={word}>
      <h2 className="word">{verdictWords[word]}</h2>
      <span className="change numeral">
        {formatMeasure(measure, before.value)} <ArrowRight size={20} aria-label="to" />{' '}
        {formatMeasure(measure, after.value)}
      </span>
      <span>
        {nameOf(measure)} (against {entry(repertoire.faults, fault).plain}) changed by {formatMeasure(measure, change)};
        the least real change is {formatMeasure(measure, mdc, 'error')}. {reason}
      </span>
      <span>
        {correction
          ? `Tried: “${entry(repertoire.corrections, correction).say}”`
          : 'Nothing was picked to try, so this change is not counted for any correction.'}
      </span>
    </Band>
  );
}

type Shown = { readonly sheet: Sheet; readonly marks: Marks };

/** Before and after side by side, each with its vials. */
export function BeforeAfter({
  before,
  after,
  setup,
  reading,
  vantage,
}: {
  before: Shown;
  after: Shown;
  setup: Marks | undefined;
  reading: LookReading;
  vantage: Vantage;
}) {
  const repertoire = useRepertoire();
  const sides = [
    { name: 'Before', shown: before, judged: reading.baseline },
    { name: 'After', shown: after, judged: reading.retest },
  ];
  return (
    <>
      <Swipe
        before={before}
        after={after}
        setup={setup}
        outBefore={outBlocks(repertoire, reading.baseline)}
        outAfter={outBlocks(repertoire, reading.retest)}
      />
      <Pair>
        {sides.map(({ name, shown, judged }) => (
          <Stack key={name} $gap={12}>
            <h3>{name}</h3>
            <MarkedPicture
              picture={shown.sheet}
              marks={shown.marks}
              setup={setup}
              out={outBlocks(repertoire, judged)}
              label={`${name}: levels drawn on the picture`}
            />
            <VialStack label={name} readings={readBlocks(judged, vantage).map((one) => vialOf(repertoire, one))} />
          </Stack>
        ))}
      </Pair>
    </>
  );
}

export const RetestHint = () => (
  <Quiet>Leave camera, mat and stickers as they are, give the one correction, and take the same picture again.</Quiet>
);

/** A fault that no picture shows is retested by the eye that named it. */
export function ByEyeVerdict({
  fault,
  verdict,
  onVerdict,
}: {
  fault: string;
  verdict: keyof typeof verdictWords | undefined;
  onVerdict: (verdict: keyof typeof verdictWords) => void;
}) {
  const { faults } = useRepertoire();
  return (
    <Row $gap={10}>
      <span>By eye, against {entry(faults, fault).plain}:</span>
      <OneOf
        label="By eye, after the correction"
        chosen="main"
        gap={10}
        options={optionsOf(keysOf(verdictWords), verdictWords)}
        value={verdict}
        onChange={onVerdict}
      />
    </Row>
  );
}
