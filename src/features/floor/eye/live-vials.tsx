'use client';

// The Floor's camera as vials: beside what is to be watched, or large in the middle.
import { LiveVials as Vials } from '@/design/live-vials';
import type { LiveDesk } from '@/platform/browser/live/desk';
import { troubleOf, useDesk, useLeavingTone } from '@/platform/browser/live/use-desk';
import { Tap } from '../parts';

type VialsProps = {
  readonly desk: LiveDesk;
  readonly large?: boolean;
  readonly tone?: boolean;
  readonly onAgain?: () => void;
};

export function LiveVials({ desk, large = false, tone = false, onAgain }: VialsProps) {
  const state = useDesk(desk);
  useLeavingTone(desk, tone);
  if (!state) return null;
  const { told, rate, lateMs } = state;
  return (
    <Vials
      {...{ told, rate, lateMs, large }}
      trouble={troubleOf(state)}
      again={onAgain && <Tap onClick={onAgain}>Again</Tap>}
    />
  );
}
