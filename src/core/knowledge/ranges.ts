// How far this person's own joints go, and what a level asks of them: a leg that comes up straight to 65° can't lie easily at
// 85°, and a tailbone that lifts there tells of the backs of the thighs.
import * as v from 'valibot';
import { angleBetween3, apply, degrees, dot3, minus3, unit3 } from '../geometry';
import type { Vec3 } from '../geometry';
import { measureRules } from '../alignment/rules';
import type { PosedBody } from '../body/skeleton';
import { remembering } from '../remember';
import { momentsOf } from './loads';
import type { Asking, Moment } from './loads';

export const rangeIds = ['straightLegRaise', 'hipExtension', 'shoulderFlexion', 'curl'] as const;
export type RangeId = (typeof rangeIds)[number];
export const rangeMethods = ['picture', 'hand', 'eye'] as const;
export type RangeMethod = (typeof rangeMethods)[number];
export type RangeSide = 'L' | 'R' | 'both';

export type RangeRule = {
  readonly name: string;
  /** How it is taken, by hand or by eye. */
  readonly how: string;
  readonly unit: '°' | 'mm';
  /** What can be typed. */
  readonly limits: readonly [number, number];
  /** Below this it is short of what most levels count on. A convention. */
  readonly usual: number;
  /** Standard errors by method: conventions, in its unit. */
  readonly se: Readonly<Record<RangeMethod, number>>;
  /** Each side by itself. */
  readonly isPaired: boolean;
  /** Cause that is likelier when it is short, and less likely when it is not. */
  readonly cause: string;
  /** What it is called after `left` or `own`. */
  readonly words: string;
  /** What to do where a level asks more. */
  readonly instead: string;
};

export const rangeRules: Readonly<Record<RangeId, RangeRule>> = {
  straightLegRaise: {
    name: 'Straight leg raised',
    how: 'On the back, other leg long, pelvis level: lift the straight leg until the knee or the pelvis begins to give.',
    unit: '°',
    limits: [0, 150],
    usual: 80,
    se: { picture: 3, hand: 4, eye: 8 },
    isPaired: true,
    cause: 'shortHamstrings',
    words: 'straight leg comes up to',
    instead: 'knees softer, or the leg lower',
  },
  hipExtension: {
    name: 'Leg behind the hip',
    how: 'On the front, pelvis heavy: lift the straight leg until the pelvis begins to tip.',
    unit: '°',
    limits: [-30, 45],
    usual: 10,
    se: { picture: 3, hand: 4, eye: 8 },
    isPaired: true,
    cause: 'shortHipFront',
    words: 'leg goes behind the hip by',
    instead: 'lift less, the rest would come from the low back',
  },
  shoulderFlexion: {
    name: 'Arm overhead',
    how: 'On the back, ribs resting: take the straight arm past the ear until the ribs begin to lift.',
    unit: '°',
    limits: [0, 200],
    usual: 165,
    se: { picture: 4, hand: 5, eye: 10 },
    isPaired: true,
    cause: 'stiffUpperBack',
    words: 'arm goes overhead to',
    instead: 'arms less far, or the ribs will lift',
  },
  curl: {
    name: 'Curl',
    how: 'On the back, feet down: how high the tip of the shoulder blade comes from the mat in the best curl.',
    unit: 'mm',
    limits: [0, 250],
    usual: 40,
    se: { picture: 10, hand: 12, eye: 20 },
    isPaired: false,
    cause: 'weakCurl',
    words: 'curl comes up to',
    instead: 'smaller, or the head on a support',
  },
};

/** One range as it was taken. */
export type OwnRange = {
  readonly range: RangeId;
  readonly side: RangeSide;
  readonly value: number;
  readonly method: RangeMethod;
};

/** The newest of each range and side that was not struck out; the newest come first. */
export function newestRanges(all: readonly (OwnRange & { readonly isStruck: boolean })[]): OwnRange[] {
  const newest = new Map<string, OwnRange>();
  for (const { range, side, value, method, isStruck } of all)
    if (!isStruck && !newest.has(`${range} ${side}`)) newest.set(`${range} ${side}`, { range, side, value, method });
  return [...newest.values()];
}

const sides = ['L', 'R', 'both'] as const;
export const rangeInput = v.pipe(
  v.object({
    range: v.picklist(rangeIds),
    side: v.picklist(sides),
    value: v.pipe(v.number('Write a number.'), v.finite('Write a number.')),
    method: v.picklist(rangeMethods),
  }),
  v.forward(
    v.check(({ range, value }) => {
      const [lo, hi] = rangeRules[range].limits;
      return value >= lo && value <= hi;
    }, 'No body goes there: look at the figure once more.'),
    ['value'],
  ),
  v.forward(
    v.check(({ range, side }) => (side === 'both') !== rangeRules[range].isPaired, 'Say which side.'),
    ['side'],
  ),
);

/** Knees straighter than this are a straight leg. */
const straightDeg = 20;
/** Less than this short of what a level asks is no difference. */
const leastShort: Readonly<Record<RangeRule['unit'], number>> = { '°': 5, mm: 10 };
/** Lying, the tip of the shoulder blade is so high; a curl counts from there. A middling body's. */
const bladeAtRest = (moments: readonly Moment[]): number => moments[0]?.posed.landmarks.T6?.[2] ?? 0;

/** How a thigh stands to the pelvis: + bent at the hip, − behind it. */
function hipDeg({ pelvis, sides: both }: PosedBody, side: 'L' | 'R'): number {
  const { hip, knee } = both[side];
  const thigh = unit3(minus3(knee, hip));
  const headward: Vec3 = apply(pelvis.turn, [1, 0, 0]);
  const front: Vec3 = apply(pelvis.turn, [0, 0, 1]);
  return degrees(Math.atan2(dot3(thigh, front), -dot3(thigh, headward)));
}

const legName = { L: 'Left', R: 'Right' } as const;

/** Knee bend of a leg, by its joints. */
function kneeDegOf({ sides: both }: PosedBody, side: 'L' | 'R'): number {
  const { hip, knee, ankle } = both[side];
  return angleBetween3(minus3(knee, hip), minus3(ankle, knee));
}

function liftOf({ pose }: Moment, side: 'L' | 'R'): number {
  const arm = side === 'L' ? pose.leftArm : pose.rightArm;
  return arm?.kind === 'reaching' ? arm.liftDeg : 0;
}

/** On the back all the way: a curl, and no roll up. */
const staysLying = (moments: readonly Moment[]): boolean =>
  moments.every(({ posed, pose }) => posed.position === 'supine' && (pose.trunkDeg ?? 0) === 0);

export type RangeAsked = Readonly<Partial<Record<RangeId, number>>>;

const remember = remembering<Asking, RangeAsked>();

/** The most that a level asks of each range on its way, of one side or the other; what it does not ask is left out. */
export const rangesAsked = (level: Asking): RangeAsked =>
  remember(level, '', () => {
    const moments = momentsOf(level);
    const legs = moments.flatMap((moment) =>
      (['L', 'R'] as const).map((side) => ({
        deg: hipDeg(moment.posed, side),
        isStraight: kneeDegOf(moment.posed, side) < straightDeg,
      })),
    );
    const most = (all: readonly number[]): number => Math.max(0, ...all);
    const found: Record<RangeId, number> = {
      straightLegRaise: most(legs.filter(({ isStraight }) => isStraight).map(({ deg }) => deg)),
      hipExtension: most(legs.map(({ deg }) => -deg)),
      shoulderFlexion: most(moments.flatMap((moment) => (['L', 'R'] as const).map((side) => liftOf(moment, side)))),
      curl: staysLying(moments)
        ? most(moments.map(({ posed }) => (posed.landmarks.T6?.[2] ?? 0) - bladeAtRest(moments)))
        : 0,
    };
    const asks = rangeIds.filter((id) => found[id] > leastShort[rangeRules[id].unit]);
    return Object.fromEntries(asks.map((id) => [id, found[id]]));
  });

export type Shortfall = OwnRange & {
  readonly asked: number;
  readonly words: string;
};

/** A value of a range with its unit, as it is read: `62.5°`, `40 mm`. */
export const rangeWords = (value: number, { unit }: Pick<RangeRule, 'unit'>): string =>
  unit === '°' ? `${value}°` : `${value} mm`;
const worded = (value: number, rule: RangeRule): string => rangeWords(Math.round(value), rule);
const whose = (side: RangeSide): string => (side === 'both' ? 'Own' : legName[side]);

/** Where a level asks more than this person's own ranges give, beyond their errors, in words; by the newest of each. */
export function shortOf(level: Asking, ranges: readonly OwnRange[]): Shortfall[] {
  const asked = rangesAsked(level);
  return ranges.flatMap((own): Shortfall[] => {
    const rule = rangeRules[own.range];
    const wanted = asked[own.range];
    if (wanted === undefined || wanted - own.value < Math.max(leastShort[rule.unit], rule.se[own.method])) return [];
    const has = own.range === 'hipExtension' && own.value < 0 ? 'leg does not come to the hip by' : rule.words;
    const words = `${whose(own.side)} ${has} ${worded(Math.abs(own.value), rule)}; this level asks ${worded(wanted, rule)}: ${rule.instead}.`;
    return [{ ...own, asked: wanted, words }];
  });
}

/** A range that a moment of a look tells; the side, where it was read from one. */
export type RangeFigure = { readonly range: RangeId; readonly side?: 'L' | 'R'; readonly value: number };

/** Ranges that a picture of a level's top tells: those that it goes into and the bench measures, of each side told apart. */
export const rangeFigures = (
  level: Asking,
  values: Readonly<Record<string, { readonly value: number; readonly method: string }>>,
): RangeFigure[] =>
  rangeIds.flatMap((range): RangeFigure[] => {
    const { isPaired } = rangeRules[range];
    const measure = measureRules.find(({ tellsRange }) => tellsRange === range)?.id;
    if (measure === undefined || rangesAsked(level)[range] === undefined) return [];
    const told = (id: string) => (values[id]?.method === 'picture' ? values[id].value : undefined);
    const bySide = (['L', 'R'] as const).flatMap((side): RangeFigure[] => {
      const value = isPaired ? told(`${measure}_${side}`) : undefined;
      return value === undefined ? [] : [{ range, side, value }];
    });
    const bare = told(measure);
    return bySide.length > 0 || bare === undefined ? bySide : [{ range, value: bare }];
  });

/** A known range is short of the usual, or reaches it; undefined where nobody took it. */
export function isShort(range: RangeId, ranges: readonly OwnRange[]): boolean | undefined {
  const own = ranges.filter((one) => one.range === range);
  if (own.length === 0) return undefined;
  const { usual } = rangeRules[range];
  return own.some(({ value, method }) => value < usual - rangeRules[range].se[method]);
}
