// An apparatus whose springs have been calibrated: so many N/m for each of the trade's units, stretched 0.2 m before.
import type { Rig } from '@/core/springs/apparatus';

export const calibrated = (rig: Rig, perUnit = 240): Rig => ({
  ...rig,
  springs: rig.springs.map((one) => ({
    ...one,
    rate: { rateNPerM: perUnit * one.units, preloadM: 0.2, residualN: 1 },
  })),
});
