import { plus3, times3 } from '../geometry';
import type { Vec3 } from '../geometry';
import type { LandmarkKey, Side } from '../anatomy/landmarks';
import { place } from './block';
import type { BlockFrame } from './block';
import type { Joints } from './joints';

/** Where the landmarks of the blocks and limbs lie on a posed body; `h` is stature, `w` the ASIS width. */
export function findLandmarks(
  sides: Readonly<Record<Side, Joints>>,
  { pelvis, ribs, head }: Readonly<Record<'pelvis' | 'ribs' | 'head', BlockFrame>>,
  h: number,
  w: number,
  shrugMm: number,
): Partial<Record<LandmarkKey, Vec3>> {
  const found: Partial<Record<LandmarkKey, Vec3>> = {
    PS: place(pelvis, [-0.125 * w, 0, 0.19 * w]),
    SN: place(ribs, [0.148 * h, 0, 0.05 * h]),
    XP: place(ribs, [0.045 * h, 0, 0.085 * h]),
    FH: place(head, [0.028 * h, 0, 0.06 * h]),
    CH: place(head, [-0.06 * h, 0, 0.06 * h]),
  };
  for (const side of ['L', 'R'] as const) {
    const sign = side === 'R' ? 1 : -1;
    const { knee, ankle, elbow, wrist, toe, heel, kneeFront, legRight } = sides[side];
    const outward = times3(legRight, sign);
    found[`ASIS_${side}`] = place(pelvis, [0.3 * w, sign * 0.5 * w, 0.19 * w]);
    found[`PSIS_${side}`] = place(pelvis, [0.422 * w, sign * 0.19 * w, -0.438 * w]);
    found[`GT_${side}`] = place(pelvis, [0, sign * 0.7 * w, -0.02 * w]);
    found[`SEAT_${side}`] = place(pelvis, [-0.35 * w, sign * 0.25 * w, -0.2 * w]);
    found[`STF_${side}`] = place(pelvis, [0.28 * w, sign * 0.62 * w, 0]);
    found[`STB_${side}`] = place(pelvis, [0.1 * w, sign * 0.68 * w, -0.3 * w]);
    found[`SL1_${side}`] = place(pelvis, [0, sign * 0.7 * w, -0.02 * w]);
    found[`SL2_${side}`] = place(pelvis, [0.55 * w, sign * 0.6 * w, -0.1 * w]);
    found[`SL3_${side}`] = place(ribs, [-0.01 * h, sign * 0.08 * h, 0.01 * h]);
    found[`SL4_${side}`] = place(ribs, [0.045 * h, sign * 0.086 * h, 0.01 * h]);
    found[`SL5_${side}`] = place(ribs, [0.105 * h, sign * 0.088 * h, 0.005 * h]);
    found[`SL7_${side}`] = place(head, [-0.015 * h, sign * 0.045 * h, -0.005 * h]);
    found[`LR_${side}`] = place(ribs, [-0.003 * h, sign * 0.055 * h, 0.07 * h]);
    found[`AC_${side}`] = place(ribs, [0.15 * h + shrugMm, sign * 0.107 * h, 0]);
    found[`TR_${side}`] = place(head, [-0.015 * h, sign * 0.045 * h, -0.005 * h]);
    found[`LK_${side}`] = plus3(knee, times3(outward, 0.03 * h));
    found[`LM_${side}`] = plus3(ankle, times3(outward, 0.021 * h));
    found[`PAT_${side}`] = plus3(knee, times3(kneeFront, 0.033 * h));
    found[`EL_${side}`] = elbow;
    found[`WR_${side}`] = wrist;
    found[`TOE_${side}`] = toe;
    found[`HEEL_${side}`] = heel;
  }
  return found;
}
