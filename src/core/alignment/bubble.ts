// Where the bubble of a level vial stands, as the block is seen in the picture.
import { clamp } from '../geometry';
import type { Block } from '../anatomy/blocks';
import { isUpright } from '../anatomy/positions';
import type { Position, View } from '../anatomy/positions';
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
/** Whether a vial is seen along the body, so that its bubble goes to a side. */
export const isFromEnd = ({ view, position }: Vantage): boolean =>
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
  return headEndRises[block] * left * (turned ? -1 : 1) > 0 ? 1 : -1;
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
