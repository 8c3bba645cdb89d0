// How a spine rolls, in words.
import type { Stretch } from '@/core/alignment/rules';
import { listWords } from '@/core/alignment/words';
import { spineParts, togetherS } from '@/core/knowledge/rolled';
import type { Rolled, RolledStretch, RolledWay, SpinePart } from '@/core/knowledge/rolled';

export const stretchNames: Readonly<Record<Stretch, string>> = { lowBack: 'Low back', chest: 'Chest', neck: 'Neck' };
export const partNames: Readonly<Record<SpinePart, string>> = {
  pelvis: 'pelvis',
  lowBack: 'low back',
  chest: 'chest',
  neck: 'head',
};
const verdicts = { flat: 'goes as one piece', bends: 'bends', unsure: 'can’t tell yet' } as const;

/** A stretch in a line: `bends 31° ± 2°; its part is 40°`. */
export const wordStretch = ({
  deg,
  se,
  partDeg,
  verdict,
}: Pick<RolledStretch, 'deg' | 'se' | 'partDeg' | 'verdict'>): string =>
  `${verdicts[verdict]}: ${Math.round(deg)}° ± ${se.toFixed(1)}°, its part ${Math.round(partDeg)}°`;

/** Parts in the order in which they came, those together as one step; s after the first. */
export function stepsOf({ at }: RolledWay): { readonly parts: readonly SpinePart[]; readonly s: number }[] {
  const seen = spineParts
    .flatMap((part) => {
      const s = at[part];
      return s === null ? [] : [{ part, s }];
    })
    .sort((a, b) => a.s - b.s);
  const steps: { parts: SpinePart[]; s: number }[] = [];
  for (const { part, s } of seen) {
    const last = steps.at(-1);
    if (last && s - last.s <= togetherS) last.parts.push(part);
    else steps.push({ parts: [part], s });
  }
  return steps;
}

/** An order as far as it is one. In order from here on, as tau. */
const orderly = 0.6;
export function wordOrder({ at, tau }: RolledWay): string {
  const seen = Object.values(at).filter((s) => s !== null).length;
  if (seen < 2) return 'Too little of it was seen to tell an order.';
  if (tau === null) return 'Together, as near as a film can tell.';
  if (tau >= orderly) return 'One after another, as it is meant.';
  return tau > 0 ? 'Nearly in the order that is meant.' : 'Not in the order that is meant.';
}

/** Flat stretches by name, and in how many repetitions; nothing where none is. */
export function wordsOfFlat({ stretches, repetitions }: Pick<Rolled, 'stretches' | 'repetitions'>): string | undefined {
  const flat = stretches.filter(({ verdict }) => verdict === 'flat');
  if (flat.length === 0) return undefined;
  const each = flat.map(({ stretch }) => {
    const count = repetitions.filter((one) =>
      one.stretches.some((own) => own.stretch === stretch && own.verdict === 'flat'),
    ).length;
    return `the ${stretchNames[stretch].toLowerCase()} goes as one piece, in ${count} of ${repetitions.length}`;
  });
  const words = listWords(each);
  return `Flat spot: ${words}. What is beside it bends the more.`;
}
