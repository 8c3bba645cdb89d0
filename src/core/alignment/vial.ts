// The three level vials: where each bubble stands and what state its block is in.
import { clamp } from '../geometry';
import type { Block } from '../knowledge/entries';
import type { Finding, JudgeOutput, Verdict } from './judge';
import type { KeptReading } from './kept';
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

/** Blocks whose positive measure raises the end nearer the head; the others raise the end nearer the feet. */
const headEndRises: Readonly<Record<Block, boolean>> = { pelvis: true, ribs: false, head: false, legs: false };

/**
 * The bubble goes to the high side: on a client lying with the head to the left, an arch sends the pelvis bubble left
 * and a rib flare sends the ribs bubble right. Zero is the middle of the target.
 */
export function placeBubble(
  block: Block,
  value: number,
  se: number,
  [lo, hi]: Interval,
  tolerance: number,
  headEnd: 'left' | 'right',
): BubblePlace {
  const centre = lo !== null && hi !== null ? (lo + hi) / 2 : lo !== null ? lo + tolerance : (hi ?? 0) - tolerance;
  const toHead = ((value - centre) / tolerance) * lineAt * (headEndRises[block] ? 1 : -1);
  const at = headEnd === 'left' ? -toHead : toHead;
  return { at: clamp(at, -0.9, 0.9), spread: Math.min(0.9, (se / tolerance) * lineAt) };
}

export const vialBlocks = ['head', 'ribs', 'pelvis'] as const;
export type VialBlock = (typeof vialBlocks)[number];

/** Measures that a block's vial shows, the best first. */
const shownOn: Readonly<Record<VialBlock, readonly string[]>> = {
  head: ['faceAngle'],
  ribs: ['ribFlare'],
  pelvis: ['pelvicTilt', 'pelvicTiltPsis'],
};

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

function readBlock(block: VialBlock, judged: Judged, headEnd: 'left' | 'right'): BlockReading | undefined {
  const finding = shownOn[block].map((id) => judged.findings.find(({ measure }) => measure === id)).find(Boolean);
  const target = finding && judged.target[finding.measure];
  if (!finding || !target) return undefined;
  const { measure, value, se, verdict } = finding;
  return {
    block,
    state: verdict,
    finding,
    shown: { measure, value, se },
    place: placeBubble(block, value, se, target.interval, target.tolerance, headEnd),
  };
}

/** Head, ribs and pelvis of a judged picture. */
export const readBlocks = (judged: Judged | undefined, headEnd: 'left' | 'right'): BlockReading[] =>
  vialBlocks.map((block) => (judged && readBlock(block, judged, headEnd)) ?? { block, state: 'none' });

/** The same of a kept look: after the correction where there was a retest. */
export const readKeptBlocks = ({ retest, baseline, target }: KeptReading, headEnd: 'left' | 'right'): BlockReading[] =>
  readBlocks({ findings: retest.length > 0 ? retest : baseline, target }, headEnd);

/** The set-up picture: its face is judged against the mat; pelvis and ribs stand at own neutral by definition. */
export function readRest(
  judged: JudgeOutput | undefined,
  measured: MeasureOutput,
  headEnd: 'left' | 'right',
): BlockReading[] {
  const middle: BubblePlace = { at: 0, spread: 0.1 };
  return readBlocks(judged, headEnd).map((reading): BlockReading => {
    if (reading.state !== 'none') return reading;
    const id = shownOn[reading.block].find((one) => one in measured.measures);
    const tilt = id ? measured.measures[id] : undefined;
    if (id && tilt)
      return {
        block: reading.block,
        state: 'rest',
        place: middle,
        shown: { measure: id, value: tilt.value, ...(tilt.seBetween === undefined ? {} : { se: tilt.seBetween }) },
      };
    const ribsMarked = reading.block === 'ribs' && measured.missing.ribFlare?.every((name) => name === 'neutral');
    return ribsMarked ? { block: 'ribs', state: 'rest', place: middle } : reading;
  });
}
