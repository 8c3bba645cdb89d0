// What a person holds, told as angles: how low one leg may go, two, with bent knees, with the head down.
import { radians } from '../geometry';
import { segmentLengthMm } from '../body/segments';
import type { Body } from '../body/segments';
import type { Pose } from '../body/pose';
import { legLoad, raisedLegs } from './demand';
import { lowestThigh } from './equal';
import type { Form } from './equal';

export const headDownFactor = 0.85;

export type Ray = {
  readonly id: string;
  readonly name: string;
  readonly form: Form;
  readonly headDown: boolean;
  /** Lowest thigh elevation; null where this form is beyond what is held, however high. */
  readonly thighDeg: number | null;
  /** How low it might be held: the far end of what is known. */
  readonly mightDeg: number | null;
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

const notYet = 'not yet: even straight up it asks more than is held';
const handM = 0.09;
const hipOverMatM = 0.09;
const count = ['no', 'a', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten', 'eleven', 'twelve'];
/** Knees of feet that stand on the mat, as a share of stature: seen beside the moving leg. */
const standingKnee = 0.27;

/** Where a leg at an angle is, by what stands beside it: the heel against the other knee, the foot against the mat. */
export function placeInWords(
  body: Body,
  thighDeg: number,
  { kneeDeg, legCount }: Pick<Form, 'kneeDeg' | 'legCount'>,
): string {
  const [feet, heels] = legCount === 2 ? ['feet over the hips, legs', 'heels'] : ['foot over the hip, leg', 'heel'];
  const [thigh, shank] = [segmentLengthMm('thigh', body) / 1000, segmentLengthMm('shank', body) / 1000];
  const height = hipOverMatM + thigh * Math.sin(radians(thighDeg)) + shank * Math.sin(radians(thighDeg - kneeDeg));
  if (thighDeg >= 80 && kneeDeg < 20) return `${feet} straight up`;
  const hands = Math.round((height - standingKnee * body.heightM) / handM);
  if (height < handM * 1.5) return `${heels} just over the mat`;
  if (hands === 0) return `${heels} level with a standing knee`;
  const many = `${count[Math.abs(hands)] ?? Math.abs(hands)} ${Math.abs(hands) === 1 ? 'hand' : 'hands'}`;
  return `${heels} ${many} ${hands > 0 ? 'above' : 'below'} a standing knee`;
}

/** Every form at what is held; `mightPct`: the most that may be held, by what is known. */
export function fanOf(body: Body, capacityPct: number, mightPct: number = capacityPct): Ray[] {
  return forms.map((one): Ray => {
    const factor = one.headDown ? headDownFactor : 1;
    const at = (pct: number) => lowestThigh(body, one.form, pct * factor);
    const { thighDeg, demandPct, endedBy } = at(capacityPct);
    return {
      ...one,
      thighDeg,
      demandPct,
      endedBy,
      mightDeg: at(mightPct).thighDeg,
      words: thighDeg === null ? notYet : placeInWords(body, thighDeg, one.form),
    };
  });
}

export type PlannedEdge = Pick<Ray, 'thighDeg' | 'mightDeg' | 'words'> & {
  readonly kneeDeg: number;
  /** Where the level means the leg to go. */
  readonly plannedDeg: number;
  /** The level goes lower than is held. */
  readonly isBeyond: boolean;
};

/** Sure to within this, a level is taken as it is planned. */
const slackDeg = 3;

/**
 * Where the legs of a pose may go for what is held, the knees as they are; a leg that stands still takes its share first.
 * Absent where nothing hangs or the body does not lie on its back.
 */
export function edgeOf(
  body: Body,
  pose: Pose,
  { pct, mightPct }: { readonly pct: number; readonly mightPct: number },
): PlannedEdge | undefined {
  const legs = raisedLegs(pose);
  if (!legs || legs.length === 0) return undefined;
  const [moving, still] = [...legs].sort((a, b) => a.thighDeg - b.thighDeg || a.kneeDeg - b.kneeDeg);
  if (!moving) return undefined;
  const areAlike =
    still && Math.abs(still.thighDeg - moving.thighDeg) < 1 && Math.abs(still.kneeDeg - moving.kneeDeg) < 1;
  const form: Form = { legCount: areAlike ? 2 : 1, kneeDeg: Math.max(0, moving.kneeDeg) };
  const taken = still && !areAlike ? legLoad(body, [still]).demandPct : 0;
  const { thighDeg } = lowestThigh(body, form, pct - taken);
  return {
    thighDeg,
    mightDeg: lowestThigh(body, form, mightPct - taken).thighDeg,
    kneeDeg: form.kneeDeg,
    plannedDeg: moving.thighDeg,
    isBeyond: thighDeg === null || moving.thighDeg < thighDeg - slackDeg,
    words: thighDeg === null ? notYet : placeInWords(body, thighDeg, form),
  };
}
