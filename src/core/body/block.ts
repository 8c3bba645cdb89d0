import { aboutY, apply, plus3, radians } from '../geometry';
import type { Mat3, Vec3 } from '../geometry';

/** A rigid block: where it sits and how it is turned; local axes are headward, right, front. */
export type BlockFrame = { readonly at: Vec3; readonly turn: Mat3 };

/** A point of a block in the world. */
export const place = ({ at, turn }: BlockFrame, local: Vec3): Vec3 => plus3(at, apply(turn, local));

/** Turns headward toward the front by so many degrees. */
export const pitch = (deg: number): Mat3 => aboutY(-radians(deg));
