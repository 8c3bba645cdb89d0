// The three level vials: where each bubble stands and what state its block is in.
import { clamp } from '../geometry';
import type { Block } from '../anatomy/blocks';
import { isUpright } from '../anatomy/positions';
import type { Position, View } from '../anatomy/positions';
import type { Finding, JudgeOutput, Verdict } from './judge';
import type { Told } from './told';
import type { MeasureOutput } from './measure';
import type { Interval } from './probability';

/** The two lines of a vial stand at ± this share of its half length; they are the limits of the target. */
export const lineAt = 0.4;

export type BubblePlace = {
  /** −1 … 1 along the vial, + toward the picture's right; held inside the glass. */
  readonly at: number;
  /** Half width of the softened bubble: one standard error, on the same scale. */
  readonly spread: number;
};

/** From where a block is looked at: what decides to which side of the picture its high side is. */
export type Vantage = {
  readonly position: Position;
  readonly view: View;
  /** Where the head is; in upright positions, where the client faces. */
  readonly headEnd: 'left' | 'right';
  readonly bellySide?: 'up' | 'down';
};

/** In profile, lying on the back: the sense in which a positive measure raises the end nearer the head. */
const headEndRises: Readonly<Record<Block, 1 | -1>> = { pelvis: 1, ribs: -1, head: -1, legs: -1 };

const ends: readonly View[] = ['foot', 'head', 'front', 'behind'];
const isFromEnd = ({ view, position }: Vantage): boolean =>
  ends.includes(view) || (view === 'above' && position !== 'sideLying');

/**
 * Which way the bubble goes for a positive measure: + toward the picture's right. In profile a vial lies along the trunk
 * (front to back when upright), from the ends left to right; as in a real level the bubble goes to the high side.
 */
function highSide(block: Block, vantage: Vantage): 1 | -1 {
  const { position, view, headEnd, bellySide } = vantage;
  if (isFromEnd(vantage)) {
    // + is the right side up, or the right side toward the head.
    const bellyDown = ['prone', 'fourPoint', 'frontSupport'].includes(position);
    const rightAtPictureRight = isUpright(position) ? view === 'behind' : (view === 'head') !== bellyDown;
    return rightAtPictureRight ? 1 : -1;
  }
  const left = headEnd === 'left' ? -1 : 1;
  // Belly down, or upright, the end that a tilt raises is the other one.
  const turned =
    isUpright(position) ||
    ['prone', 'fourPoint', 'frontSupport'].includes(position) ||
    (position === 'sideLying' && bellySide === 'down');
  return (headEndRises[block] * left * (turned ? -1 : 1)) as 1 | -1;
}

/** Where the bubble stands. Zero is the middle of the target. */
export function placeBubble(
  block: Block,
  value: number,
  se: number,
  [lo, hi]: Interval,
  tolerance: number,
  vantage: Vantage,
): BubblePlace {
  const centre = lo !== null && hi !== null ? (lo + hi) / 2 : lo !== null ? lo + tolerance : (hi ?? 0) - tolerance;
  const at = ((value - centre) / tolerance) * lineAt * highSide(block, vantage);
  return { at: clamp(at, -0.9, 0.9), spread: Math.min(0.9, (se / tolerance) * lineAt) };
}

export const vialBlocks = ['head', 'ribs', 'pelvis'] as const;
export type VialBlock = (typeof vialBlocks)[number];

/** Measures that a block's vial shows, the best first. */
const shownInProfile: Readonly<Record<VialBlock, readonly string[]>> = {
  head: ['faceAngle', 'craniovertebral'],
  ribs: ['ribFlare'],
  pelvis: ['pelvicTilt', 'pelvicTiltPsis', 'pelvicTiltStrip', 'plankLine'],
};
const shownFromEnd: Readonly<Record<VialBlock, readonly string[]>> = {
  head: [],
  ribs: [],
  pelvis: ['pelvicRoll', 'pelvicHike'],
};
const shownOn = (vantage: Vantage) => (isFromEnd(vantage) ? shownFromEnd : shownInProfile);

/** Blocks that a vial can be drawn for from here. */
export const blocksSeen = (vantage: Vantage): readonly VialBlock[] =>
  vialBlocks.filter((block) => shownOn(vantage)[block].length > 0);

export type BlockReading = {
  readonly block: VialBlock;
  /** `rest`: the set-up picture, where the block's own neutral is. */
  readonly state: Verdict | 'rest' | 'none';
  readonly place?: BubblePlace;
  readonly finding?: Finding;
  /** What stands beside the glass; `se` is absent where the error is not known. */
  readonly shown?: { readonly measure: string; readonly value: number; readonly se?: number };
};

type Judged = Pick<JudgeOutput, 'findings' | 'target'>;

function readBlock(block: VialBlock, judged: Judged, vantage: Vantage): BlockReading | undefined {
  const finding = shownOn(vantage)
    [block].map((id) => judged.findings.find(({ measure }) => measure === id))
    .find(Boolean);
  const target = finding && judged.target[finding.measure];
  if (!finding || !target) return undefined;
  const { measure, value, se, verdict } = finding;
  return {
    block,
    state: verdict,
    finding,
    shown: { measure, value, se },
    place: placeBubble(block, value, se, target.interval, target.tolerance, vantage),
  };
}

/** The blocks of a judged moment that can be seen from here: in profile head, ribs and pelvis. */
export const readBlocks = (judged: Judged | undefined, vantage: Vantage): BlockReading[] =>
  blocksSeen(vantage).map((block) => (judged && readBlock(block, judged, vantage)) ?? { block, state: 'none' });

/** As much of a kept look as its vials show. */
export type KeptFindings = {
  readonly baseline: readonly Finding[];
  readonly retest: readonly Finding[];
  readonly target: JudgeOutput['target'];
};

/** The same of a kept look: after the correction where there was a retest. */
export const readKeptBlocks = ({ retest, baseline, target }: KeptFindings, vantage: Vantage): BlockReading[] =>
  readBlocks({ findings: retest.length > 0 ? retest : baseline, target }, vantage);

/** The set-up: its face is judged against the mat; pelvis and ribs stand at own neutral by definition. */
export function readRest(
  judged: JudgeOutput | undefined,
  told: Readonly<Record<string, Told>>,
  missing: MeasureOutput['missing'],
  vantage: Vantage,
): BlockReading[] {
  const middle: BubblePlace = { at: 0, spread: 0.1 };
  return readBlocks(judged, vantage).map((reading): BlockReading => {
    if (reading.state !== 'none') return reading;
    const id = shownOn(vantage)[reading.block].find((one) => one in told);
    const rest = id ? told[id] : undefined;
    if (id && rest)
      return {
        block: reading.block,
        state: 'rest',
        place: middle,
        shown: { measure: id, value: rest.value, ...(rest.seBetween === undefined ? {} : { se: rest.seBetween }) },
      };
    const ribsMarked = reading.block === 'ribs' && missing.ribFlare?.every((name) => name === 'neutral');
    return ribsMarked ? { block: 'ribs', state: 'rest', place: middle } : reading;
  });
}
