'use client';

import type { Colliding } from '@/core/planning/compose';
import type { Lesson } from '@/core/planning/lesson';
import { collisionWords } from '@/core/planning/session-plan';
import { Failed, Notice } from '@/design/layout';
import { stopWords } from '@/repertoire/words';
import type { Sheet } from './state';

/** What went wrong, and wishes that can't all be had. */
export function Troubles({ lesson, sheet, colliding, failed, isStopped }: TroublesProps) {
  return (
    <>
      {isStopped && <Notice $tone="out">{stopWords}</Notice>}
      <Failed>{failed}</Failed>
      {colliding && (
        <Notice $tone="out" role="alert">
          <span>
            These can’t all be had: {collisionWords(lesson, sheet, colliding).join(' · ')}.
            {colliding.isSure && ' Without any one of them there is a plan.'} What stood here stays.
          </span>
        </Notice>
      )}
    </>
  );
}
type TroublesProps = {
  readonly lesson: Lesson;
  readonly sheet: Sheet;
  readonly colliding: Colliding | undefined;
  readonly failed: string | undefined;
  readonly isStopped: boolean;
};
