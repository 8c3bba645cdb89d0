// What a person holds, told as angles: how low one leg may go, two, with bent knees, with the head down.
import { radians } from '../geometry';
import { segmentLengthMm } from '../body/segments';
import type { Body } from '../body/segments';
import { lowestThigh } from './equal';
import type { Form } from './equal';
import { leapAt } from '../progression/words';

export const headDownFactor = 0.85;

export type Ray = {
  readonly id: string;
  readonly name: string;
  readonly form: Form;
  readonly headDown: boolean;
  /** Lowest thigh elevation; null where this form is beyond what is held, however high. */
  readonly thighDeg: number | null;
  /** The same for the ends of what is known of the capacity: the careful and the bold one. */
  readonly careful: number | null;
  readonly bold: number | null;
  readonly demandPct: number | null;
  readonly endedBy: 'demand' | 'mat' | 'nothing';
  /** Where that is, in plain words. */
  readonly words: string;
};

const forms: readonly Pick<Ray, 'id' | 'name' | 'form' | 'headDown'>[] = [
  { id: 'oneLong', name: 'One leg, long', form: { legCount: 1, kneeDeg: 0 }, headDown: false },
  { id: 'oneBent', name: 'One leg, knee bent', form: { legCount: 1, kneeDeg: 90 }, headDown: false },
  { id: 'twoLong', name: 'Both legs, long', form: { legCount: 2, kneeDeg: 0 }, headDown: false },
  { id: 'twoBent', name: 'Both legs, knees bent', form: { legCount: 2, kneeDeg: 90 }, headDown: false },
  { id: 'twoLongHeadDown', name: 'Both legs, long, head down', form: { legCount: 2, kneeDeg: 0 }, headDown: true },
];

const handM = 0.09;
const hipOverMatM = 0.09;
const count = ['no', 'a', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten', 'eleven', 'twelve'];
/** Knees of feet that stand on the mat, as a share of stature: seen beside the moving leg. */
const standingKnee = 0.27;

/** Where a leg at an angle is, by what stands beside it: the heel against the other knee, the foot against the mat. */
export function placeInWords(body: Body, thighDeg: number, kneeDeg: number): string {
  const [thigh, shank] = [segmentLengthMm('thigh', body) / 1000, segmentLengthMm('shank', body) / 1000];
  const heel = hipOverMatM + thigh * Math.sin(radians(thighDeg)) + shank * Math.sin(radians(thighDeg - kneeDeg));
  if (thighDeg >= 80 && kneeDeg < 20) return 'feet over the hips, legs straight up';
  const hands = Math.round((heel - standingKnee * body.heightM) / handM);
  if (heel < handM * 1.5) return 'heels just over the mat';
  if (hands === 0) return 'heels level with a standing knee';
  const many = `${count[Math.abs(hands)] ?? Math.abs(hands)} ${Math.abs(hands) === 1 ? 'hand' : 'hands'}`;
  return `heels ${many} ${hands > 0 ? 'above' : 'below'} a standing knee`;
}

/** Every form at what is held; `interval`: 95 % of what the capacity may be. */
export function fanOf(
  body: Body,
  capacityPct: number,
  interval: readonly [number, number] = [capacityPct, capacityPct],
): Ray[] {
  return forms.map((one): Ray => {
    const factor = one.headDown ? headDownFactor : 1;
    const at = (pct: number) => lowestThigh(body, one.form, pct * factor);
    const { thighDeg, demandPct, endedBy } = at(capacityPct);
    return {
      ...one,
      thighDeg,
      demandPct,
      endedBy,
      careful: at(interval[0]).thighDeg,
      bold: at(interval[1]).thighDeg,
      words:
        thighDeg === null
          ? 'not yet: even straight up it asks more than is held'
          : placeInWords(body, thighDeg, one.form.kneeDeg),
    };
  });
}

/** Whether a demand is beyond a leap for a capacity. */
export const isLeap = (demandPct: number, capacityPct: number): boolean => demandPct > leapAt * capacityPct;
