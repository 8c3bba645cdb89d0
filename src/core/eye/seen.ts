// Answers given, as what is learned reads them.
import type { View } from '../anatomy/positions';
import type { Estimated } from './own-eye';
import type { DetectionTrial } from './observer';
import { isRight, wayOf } from './question';
import type { Answer, Asked } from './question';
import type { Shown } from './threshold';

export type Seen = {
  readonly asked: Asked;
  readonly answer: Answer;
  readonly view: View;
  readonly moving: boolean;
  /** The day in the studio's zone, as `2026-03-09`. */
  readonly day: string;
};

export const isSeenRight = ({ asked, answer }: Seen): boolean => isRight({ asked }, answer);

/** Tilts of a measure that were estimated. */
export const estimatesOf = (seen: readonly Seen[], measure: string): Estimated[] =>
  seen.flatMap(({ asked, answer }) =>
    asked.kind === 'tilt' && answer.kind === 'tilt' && asked.measure === measure
      ? [
          {
            ...{ truthDeg: asked.truthDeg, estimateDeg: answer.estimateDeg },
            ...(asked.truthSe === undefined ? {} : { truthSe: asked.truthSe }),
          },
        ]
      : [],
  );

/** Tilts of a measure that were to be told from level, with their size: seen where they were told the right way. */
export const shownOf = (seen: readonly Seen[], measure: string): Shown[] =>
  seen.flatMap(({ asked, answer }) =>
    asked.kind === 'level' && answer.kind === 'level' && asked.measure === measure && asked.truthDeg !== 0
      ? [{ size: Math.abs(asked.truthDeg), seen: answer.said === wayOf(asked.truthDeg) }]
      : [],
  );

/** The block of a fault. */
export type BlockOf = (fault: string) => string | undefined;

/**
 * Something or nothing, block by block: of a block that was asked for by itself; of several that a fault could have been in, each. A fault
 * that was named in the right block is seen there.
 */
export function detections({ asked, answer }: Seen, blockOf: BlockOf): (DetectionTrial & { readonly block: string })[] {
  const confidence = answer.sure;
  if (asked.kind === 'level' && answer.kind === 'level')
    return [{ block: asked.block, present: asked.truthDeg !== 0, said: answer.said !== 'level', confidence }];
  if (asked.kind !== 'fault' || answer.kind !== 'fault') return [];
  const there = asked.fault === null ? undefined : blockOf(asked.fault);
  const said = answer.said === null ? undefined : blockOf(answer.said);
  const blocks = new Set(asked.options.flatMap((fault) => blockOf(fault) ?? []));
  return [...blocks].map((block) => ({ block, present: block === there, said: block === said, confidence }));
}
