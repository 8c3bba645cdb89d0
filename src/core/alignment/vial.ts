// Where a bubble stands in its level vial.
import { clamp } from '../geometry';
import type { Block } from '../knowledge/entries';
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
export function placeBubble(block: Block, value: number, se: number, [lo, hi]: Interval, tolerance: number, headEnd: 'left' | 'right'): BubblePlace {
  const centre = lo !== null && hi !== null ? (lo + hi) / 2 : lo !== null ? lo + tolerance : (hi ?? 0) - tolerance;
  const toHead = ((value - centre) / tolerance) * lineAt * (headEndRises[block] ? 1 : -1);
  const at = headEnd === 'left' ? -toHead : toHead;
  return { at: clamp(at, -0.9, 0.9), spread: Math.min(0.9, (se / tolerance) * lineAt) };
}
