// What hands, tapes and cuffs tell: each reading as a value with its error, the same kind of thing as a measured picture gives.
import type { Estimate } from './input';
import type { Position } from '../anatomy/positions';
import { positions } from '../anatomy/positions';

/** Breadth of a finger until the instructor has measured her own, mm. */
export const usualFingerMm = 18;

export const handTools = ['goniometer', 'fingers', 'tape', 'cuff', 'inclinometer'] as const;
export type HandTool = (typeof handTools)[number];

type HandRule = {
  readonly measure: string;
  readonly tool: HandTool;
  /** What the number typed is counted in. */
  readonly counts: 'deg' | 'fingers' | 'mmHg' | 'mm';
  readonly how: string;
  readonly lo: number;
  readonly hi: number;
  /** Spread of one reading, in what is counted: within one set-up, and found again. */
  readonly sd: readonly [within: number, between: number];
  readonly positions: readonly Position[];
  /** Says something only where the head is carried off the mat. */
  readonly inCurlsOnly?: true;
};

const lying: readonly Position[] = ['supine', 'prone', 'sideLying', 'fourPoint', 'frontSupport'];
const everywhere = positions;

/** What can be read without a picture. Spreads are conventions to start from, after what such tools give in trained hands. */
export const handRules: readonly HandRule[] = [
  {
    measure: 'pelvicTilt',
    tool: 'inclinometer',
    counts: 'deg',
    how: 'Inclinometer along the line from hip bone to pubic bone, or on a strip at the side of the pelvis. + tips toward an arch.',
    lo: -45,
    hi: 45,
    sd: [1.5, 4],
    positions: everywhere,
  },
  {
    measure: 'lumbarGap',
    tool: 'fingers',
    counts: 'fingers',
    how: 'Fingers that slide flat under the low back, in breadths of your own finger; halves count.',
    lo: 0,
    hi: 6,
    sd: [0.25, 0.4],
    positions: ['supine', 'standing', 'sitting', 'kneeling', 'fourPoint'],
  },
  {
    measure: 'legElevation',
    tool: 'goniometer',
    counts: 'deg',
    how: 'Axis on the outer hip, one arm along the thigh, the other level with the mat.',
    lo: -40,
    hi: 140,
    sd: [2.5, 4],
    positions: lying,
  },
  {
    measure: 'kneeFlexion',
    tool: 'goniometer',
    counts: 'deg',
    how: 'Axis on the outer knee, arms toward outer hip and outer ankle; 0 is straight.',
    lo: -10,
    hi: 160,
    sd: [2.5, 4],
    positions: everywhere,
  },
  {
    measure: 'faceAngle',
    tool: 'inclinometer',
    counts: 'deg',
    how: 'Inclinometer from forehead to chin; 0 is a level face, + chin lifted.',
    lo: -60,
    hi: 60,
    sd: [2, 3],
    positions: everywhere,
  },
  {
    measure: 'pelvicRoll',
    tool: 'inclinometer',
    counts: 'deg',
    how: 'A stick across both front hip bones, inclinometer on it; + right side up.',
    lo: -30,
    hi: 30,
    sd: [1, 2],
    positions: ['supine', 'standing', 'sitting', 'kneeling', 'prone'],
  },
  {
    measure: 'curlHeight',
    tool: 'tape',
    counts: 'mm',
    how: 'Ruler upright at the tip of the shoulder blade.',
    lo: 0,
    hi: 400,
    sd: [4, 8],
    positions: ['supine'],
    inCurlsOnly: true,
  },
  {
    measure: 'cuffPressure',
    tool: 'cuff',
    counts: 'mmHg',
    how: 'Pressure cuff under the low back, pumped to 40 at rest; read it in the movement.',
    lo: 0,
    hi: 200,
    sd: [2, 4],
    positions: ['supine'],
  },
];

/** What a level laid on the pelvis tells. */
export const levelMeasures = { tilt: 'pelvicTilt', roll: 'pelvicRoll' } as const;

/** How a measure is taken by hand in a position; undefined where it is not. */
export const handRuleOf = (measure: string, position: Position): HandRule | undefined =>
  handRules.find((rule) => rule.measure === measure && rule.positions.includes(position));

export type HandReading = { readonly measure: string; readonly read: number };

export type HandEstimate = Estimate & { readonly measure: string; readonly seBetween: number };

/** A reading in the measure's own unit, with its errors; undefined when it lies outside what such a tool can show. */
export function readHand(
  { measure, read }: HandReading,
  position: Position,
  fingerMm: number = usualFingerMm,
): HandEstimate | undefined {
  const rule = handRuleOf(measure, position);
  if (!rule || read < rule.lo || read > rule.hi) return undefined;
  const per = rule.counts === 'fingers' ? fingerMm : 1;
  return { measure, value: read * per, se: rule.sd[0] * per, seBetween: rule.sd[1] * per };
}
