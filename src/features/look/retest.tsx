'use client';

import { keysOf } from '@/core/keyed';
import styled from 'styled-components';
import type { LookReading } from '@/core/knowledge/look';
import type { Marks } from '@/core/anatomy/marks';
import { readBlocks } from '@/core/alignment/vial';
import type { Vantage } from '@/core/alignment/bubble';
import { Swipe } from './swipe';
import { entry } from '@/core/knowledge/find';
import { Quiet, Row, Stack } from '@/design/layout';
import { MarkedPicture } from '@/design/marked-picture';
import { VialStack } from '@/design/vial';
import { narrow } from '@/design/theme';
import { useRepertoire } from '@/platform/browser/repertoire';
import { outBlocks, vialOf } from './numbers';
import { verdictWords } from './verdict';
import type { Sheet } from './state';
import { OneOf, optionsOf } from '@/design/choice';

const Pair = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 22px;
  ${narrow} {
    grid-template-columns: 1fr;
  }
`;

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
