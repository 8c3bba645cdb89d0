// What a level shows: the poses that its movement goes through, as they are written.
import type { Pose } from './pose';

/** What a level shows: its start and its furthest point; the ways out and back lie between them unless given. */
export type Movement = {
  readonly start: Pose;
  readonly hold: Pose;
  readonly out?: Pose;
  readonly back?: Pose;
  readonly rolls?: RollsFrom;
  /** It comes back another way than it goes out: a circle. */
  readonly isRound?: true;
};

/** The end at which a spine begins to roll bone by bone on the way out; that end is the last to come to rest again. */
export const rollsFrom = ['head', 'tail'] as const;
export type RollsFrom = (typeof rollsFrom)[number];

/** Which leg moves when, on the way out and back: both at once, or the right one first and the left after it. */
export const legOrders = ['together', 'oneAfterOther'] as const;
export type LegOrder = (typeof legOrders)[number];

/**
 * A level as far as it moves: left out, it starts lying with the feet down, and goes straight. `via` is the half-way pose of
 * the way out, `back` of the way back, which passes `via` otherwise.
 */
export type Shown = {
  readonly start?: Pose | undefined;
  readonly via?: Pose | undefined;
  readonly back?: Pose | undefined;
  readonly legOrder?: LegOrder | undefined;
  readonly rolls?: RollsFrom | undefined;
  readonly top: Pose;
};

/** The pose before anything moves. */
export const startOf = ({ start }: Pick<Shown, 'start'>): Pose =>
  start ?? { left: { kind: 'footDown' }, right: { kind: 'footDown' } };

/** A level that goes out one way and comes back another goes round. */
export const goesRound = ({ back }: Pick<Shown, 'back'>): boolean => back !== undefined;

/** A level as a movement: from its start to its top and back, by its half-way poses where it has some. */
export function movementOf(level: Shown): Movement {
  const [start, hold] = [startOf(level), level.top];
  if (level.legOrder === 'oneAfterOther')
    return { start, hold, out: { ...hold, left: start.left }, back: { ...hold, right: start.right } };
  const [out, back] = [level.via, level.back ?? level.via];
  const kind = {
    ...(level.rolls ? { rolls: level.rolls } : {}),
    ...(goesRound(level) ? { isRound: true as const } : {}),
  };
  return { start, hold, ...(out ? { out } : {}), ...(back ? { back } : {}), ...kind };
}
