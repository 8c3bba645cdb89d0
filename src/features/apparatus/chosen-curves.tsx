'use client';

import type { Rig } from '@/core/springs/apparatus';
import { ratedSprings, setText } from '@/core/springs/springs';
import type { SpringSet } from '@/core/springs/springs';
import { ForceCurves, kindCurves } from './curves';

/** The set in hand, and one of each kind beside it. */
export function ChosenCurves({ rig, set }: { readonly rig: Rig; readonly set: SpringSet }) {
  const springs = ratedSprings(rig.springs, set);
  const inHand =
    springs.ok && springs.value.length > 0 ? [{ name: setText(rig.springs, set), springs: springs.value }] : [];
  const kinds = kindCurves(rig.springs).filter(({ name }) => name !== inHand[0]?.name);
  return <ForceCurves curves={[...inHand, ...kinds]} travelM={rig.travelM} />;
}
