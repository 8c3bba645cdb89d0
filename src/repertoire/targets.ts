// Where a measure should be unless a stance or an exercise says otherwise. Practice conventions to start from, no medical norms.
import type { Target } from '@/core/knowledge/entries';

export const targets: readonly Target[] = [
  { measure: 'pelvicTilt', interval: [-5, 5], tolerance: 5, relativeTo: 'neutral', low: 'tuck', high: 'arch', block: 'pelvis' },
  { measure: 'pelvicTiltPsis', interval: [-5, 5], tolerance: 5, relativeTo: 'neutral', needsNeutral: true, low: 'tuck', high: 'arch', block: 'pelvis' },
  { measure: 'lumbarGap', interval: [-8, 8], tolerance: 8, relativeTo: 'neutral', needsNeutral: true, low: 'tuck', high: 'lowBackPops', block: 'pelvis' },
  { measure: 'pelvicRoll', interval: [-4, 4], tolerance: 4, relativeTo: 'neutral', low: 'roll', high: 'roll', block: 'pelvis' },
  { measure: 'ribFlare', interval: [-5, 5], tolerance: 5, relativeTo: 'asMeasured', low: 'overBraced', high: 'flare', block: 'ribs' },
  { measure: 'ribPelvisRatio', interval: [0.93, 1.07], tolerance: 0.07, relativeTo: 'asMeasured', low: 'overBraced', high: 'flare', block: 'ribs' },
  { measure: 'faceAngle', interval: [-12, 3], tolerance: 7.5, relativeTo: 'asMeasured', low: 'chinJam', high: 'chinUp', block: 'head' },
  { measure: 'tabletopError', interval: [null, 8], tolerance: 4, relativeTo: 'asMeasured', low: null, high: 'tabletopLost', block: 'legs' },
];
