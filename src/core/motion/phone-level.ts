// A phone laid across both hip bones as a level: what gravity in its own axes says of the pelvis. Euler angles jump where the device
// stands on its edge; the direction of up in device axes never does.
import type { Position } from '../anatomy/positions';
import type { Vec3 } from '../geometry';
import { degrees, radians } from '../geometry';

/** Where the top of the phone points as it lies: its screen away from the body. */
export type TopTo = 'left' | 'right';

/** Its own error, and what strap and cloth slip over the bone through a set, degrees. */
const [ownSdDeg, strapSdDeg] = [1, 1.2];
/** Of an angle against where it was set to zero, degrees. */
export const phoneSeDeg = Math.hypot(ownSdDeg, strapSdDeg);

/** A phone lies across both ASIS, or on the sacrum where the back is up; on its side gravity tells no tilt. */
export type Lies = 'front' | 'back' | 'cannot';

export function liesOn(position: Position): Lies {
  if (position === 'supine') return 'front';
  if (position === 'prone' || position === 'fourPoint' || position === 'frontSupport') return 'back';
  return 'cannot';
}

/**
 * Up in the device's axes (x to the right of its screen, y to its top, z out of the screen), length 1, from DeviceOrientation's beta
 * and gamma in degrees, whatever alpha. W3C DeviceOrientation Event, rotation Z-X'-Y''.
 */
export function upIn(betaDeg: number, gammaDeg: number): Vec3 {
  const [b, c] = [radians(betaDeg), radians(gammaDeg)];
  return [-Math.cos(b) * Math.sin(c), Math.sin(b), Math.cos(b) * Math.cos(c)];
}

export type PelvisLevel = {
  /** + anterior (arch), − posterior. */
  readonly tiltDeg: number;
  /** + right side up. */
  readonly rollDeg: number;
};

const wrapped = (deg: number): number => deg - 360 * Math.round(deg / 360);

/**
 * The pelvis from up in the device's axes. The phone lies across the body, screen away from it; its top points to the client's left or
 * right. On the front x then points to her feet or her head, on the back the other way round.
 */
export function pelvisLevel([x, y, z]: Vec3, top: TopTo, lies: Exclude<Lies, 'cannot'>): PelvisLevel {
  const towardHead = top === 'left' ? -x : x;
  const headUp = lies === 'front' ? towardHead : -towardHead;
  // The head end rises by the front as the pelvis tips forward; with the back up it sinks.
  const tilt = degrees(Math.atan2(headUp, z)) * (lies === 'front' ? 1 : -1);
  const roll = degrees(Math.atan2(top === 'right' ? y : -y, Math.hypot(x, z)));
  return { tiltDeg: tilt, rollDeg: roll };
}

/** From where it was set to zero. */
export const fromZero = (now: PelvisLevel, zero: PelvisLevel): PelvisLevel => ({
  tiltDeg: wrapped(now.tiltDeg - zero.tiltDeg),
  rollDeg: wrapped(now.rollDeg - zero.rollDeg),
});

/** A camera from up in its device's axes: how far the lens behind the screen looks above the horizon, and how far the picture leans. */
export function cameraLevel(
  [x, y, z]: Vec3,
  screenTurnedDeg: number,
): { readonly pitchDeg: number; readonly rollDeg: number } {
  const pitch = degrees(Math.asin(Math.max(-1, Math.min(1, -z))));
  return { pitchDeg: pitch, rollDeg: wrapped(degrees(Math.atan2(x, y)) - screenTurnedDeg) };
}
