'use client';

import { X } from 'lucide-react';
import { eyeBlocks, isTrained, untrainedSdDeg } from '@/core/alignment/by-eye';
import type { EyeBlock, OwnEye } from '@/core/alignment/by-eye';
import type { Role } from '@/core/alignment/look-values';
import type { Taken } from '@/core/alignment/readings';
import { placeBubble } from '@/core/alignment/bubble';
import type { Vantage } from '@/core/alignment/bubble';
import { Button } from '@/design/button';
import { Quiet, Row, Small, Stack, TextLink } from '@/design/layout';
import { TiltSlider } from '@/design/tilt-slider';
import { fromWhere } from '@/core/anatomy/positions';

const steps = ['far ', '', 'level', '', 'far '] as const;
const gradeWords = ({ low, high }: EyeBlock, grade: number): string =>
  grade === 0 ? 'level' : `${steps[grade + 2]}${grade < 0 ? low : high}`;

type ByEyeProps = {
  readonly role: Role;
  readonly vantage: Vantage;
  readonly readings: readonly Taken[];
  /** Her eye by measure, as far as it is known. */
  readonly eyes: Readonly<Partial<Record<string, OwnEye>>>;
  readonly onRead: (measure: string, taken: number | null) => void;
};

/** A grade for each block: tilt its vial with a finger or with the arrow keys. */
export function ByEye({ role, vantage, readings, eyes, onRead }: ByEyeProps) {
  const { position, view } = vantage;
  return (
    <Stack $gap={18} style={{ maxWidth: 760, paddingTop: 16 }}>
      <div>
        <h2>By eye, {fromWhere[view]}</h2>
        <Quiet>
          Push each bubble to where you see it: five steps. A grade counts as 4° or 10° off level, with your own error
          where your eye is trained, else that of an untrained one (± {untrainedSdDeg}°).
        </Quiet>
      </div>
      {eyeBlocks(position, view).map((block) => {
        const grade = readings.find(
          (one) => one.role === role && one.method === 'eye' && one.measure === block.measure,
        )?.taken;
        const toward = Math.sign(placeBubble(block.block, 1, 0, [-1, 1], 1, vantage).at) || 1;
        return (
          <TiltSlider
            key={block.measure}
            name={block.block}
            label={`${block.block}: ${block.low} to ${block.high}`}
            most={2}
            step={1}
            value={grade === undefined ? undefined : grade * toward}
            ends={toward > 0 ? [block.low, block.high] : [block.high, block.low]}
            onChange={(value) => onRead(block.measure, value * toward)}
            measure={block.measure}
          >
            <Row $gap={4}>
              <strong data-grade={block.measure}>
                {grade === undefined ? 'not graded' : gradeWords(block, grade)}
              </strong>
              {grade === undefined ? (
                <Button $look="quiet" onPress={() => onRead(block.measure, 0)}>
                  Level
                </Button>
              ) : (
                <Button
                  $look="quiet"
                  aria-label={`Take back the grade of ${block.block}`}
                  onPress={() => onRead(block.measure, null)}
                >
                  <X size={18} aria-hidden />
                </Button>
              )}
            </Row>
            <Goodness own={eyes[block.measure]} measure={block.measure} />
          </TiltSlider>
        );
      })}
    </Stack>
  );
}

/** How good her eye is for this block here, and where it is not, what would be. */
function Goodness({ own, measure }: { readonly own: OwnEye | undefined; readonly measure: string }) {
  const isOwn = isTrained(own);
  const off = isOwn ? own.bias : 0;
  const bias =
    Math.abs(off) < 0.5 ? '' : ` You see ${Math.abs(off).toFixed(1)}° too ${off > 0 ? 'much' : 'little'}: taken off.`;
  return (
    <Small style={{ gridColumn: '1 / -1' }} data-goodness={measure}>
      {isOwn
        ? `Your eye is good to ± ${own.sd.toFixed(1)}° here.${bias}${own.sd > untrainedSdDeg ? ' A picture would tell more.' : ''}`
        : `Not trained here: ± ${untrainedSdDeg}°.`}{' '}
      {!isOwn && <TextLink href="/eye">Train your eye</TextLink>}
    </Small>
  );
}
