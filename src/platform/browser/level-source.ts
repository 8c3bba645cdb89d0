// Where a level's readings come from: the device's own sensor, or a simulated phone that plays a chosen movement by the same way.
import type { Vec3 } from '@/core/geometry';
import { upIn } from '@/core/motion/phone-level';
import { normal, seeded } from '@/core/random';

export type LevelReading = { readonly atS: number; readonly up: Vec3 };
export type LevelSource = { readonly stop: () => void };
type Events = { readonly onReading: (one: LevelReading) => void; readonly onTrouble: (words: string) => void };

/** No reading for so long: the device has no sensor, or gives none to this page. */
const patienceMs = 2500;

const noSensor =
  'This device gives no level: it has no sensor, or this page is not on a secure address (https). Use another phone, or the simulated one to see how it works.';
const refused = 'Motion and orientation are not allowed here. Allow them for this page, then begin again.';

type Answer = 'granted' | 'denied' | 'default';
/** Some devices want to be asked; what that is called no type knows yet. */
const askPermission = (): Promise<Answer> | undefined => {
  const ask: unknown = Reflect.get(DeviceOrientationEvent, 'requestPermission');
  return typeof ask === 'function' ? Promise.resolve(ask.call(DeviceOrientationEvent)) : undefined;
};

/** The device's sensor. Must be asked for by a tap: some devices want a permission. */
export async function sensorLevel({ onReading, onTrouble }: Events): Promise<LevelSource> {
  if (typeof DeviceOrientationEvent === 'undefined') {
    onTrouble(noSensor);
    return { stop: () => undefined };
  }
  const answer = await askPermission()?.catch(() => 'denied' as const);
  if (answer !== undefined && answer !== 'granted') {
    onTrouble(refused);
    return { stop: () => undefined };
  }
  const waits = setTimeout(() => onTrouble(noSensor), patienceMs);
  const heard = ({ beta, gamma, timeStamp }: DeviceOrientationEvent) => {
    if (beta === null || gamma === null) return;
    clearTimeout(waits);
    onReading({ atS: timeStamp / 1000, up: upIn(beta, gamma) });
  };
  addEventListener('deviceorientation', heard);
  return {
    stop: () => {
      clearTimeout(waits);
      removeEventListener('deviceorientation', heard);
    },
  };
}

/** What a simulated phone can lie on. */
export const playedLevels = {
  holds: 'a pelvis that holds',
  drifts: 'one that arches more and more',
  tips: 'one that tips back and comes again',
  trembles: 'one that trembles at the end',
} as const;
export type PlayedLevel = keyof typeof playedLevels;

/** Tilt at a time, degrees; `beginS`: when the movement begins. */
const tiltOf: Readonly<Record<PlayedLevel, (s: number) => number>> = {
  holds: (s) => 1.2 * Math.sin(0.8 * s),
  drifts: (s) => Math.min(11, 0.7 * Math.max(0, s - 2)),
  tips: (s) => (s < 2 ? 0 : -8 * (1 - Math.cos((2 * Math.PI * (s - 2)) / 3.6))),
  trembles: (s) => 1.2 * Math.sin(0.8 * s) + (s > 6 ? 2.2 * Math.sin(2 * Math.PI * 8 * s) : 0),
};

const everyMs = 20;
/** A hip bone is never quite level: what zero takes off. */
const [lieDeg, rollDeg] = [7, -3];

/** Plays a movement as the angles that a device would give, its top to her left, fifty times a second. */
export function playedLevel(movement: PlayedLevel, { onReading }: Events): LevelSource {
  const began = performance.now();
  const uniform = seeded(5);
  const timer = setInterval(() => {
    const atS = (performance.now() - began) / 1000;
    const tilt = lieDeg + tiltOf[movement](atS) + 0.15 * normal(uniform);
    onReading({ atS, up: upIn(rollDeg, tilt) });
  }, everyMs);
  return { stop: () => clearInterval(timer) };
}
