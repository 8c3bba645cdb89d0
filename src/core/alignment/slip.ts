// How far marks slip over the bone between the set-up and a later moment of one unmoved set-up: more where a joint beside
// them has moved.
import { landmarkInfo } from '../anatomy/landmarks';
import type { Joint, Landmark } from '../anatomy/landmarks';
import { degrees, minus } from '../geometry';
import type { Vec2 } from '../geometry';
import { nameAt, nearSlot, numberOf } from './mark-table';
import type { Picture } from './needs';

/** Degrees that joints have moved by between two pictures. */
export type Moved = Readonly<Record<Joint, number>>;

/** Three marks that show a joint's bend, the joint in the middle; the first that are marked count. */
const shownBy: Readonly<Record<Joint, readonly (readonly [Landmark, Landmark, Landmark])[]>> = {
  hip: [
    ['AC', 'GT', 'LK'],
    ['ASIS', 'GT', 'LK'],
    ['AC', 'GT', 'LM'],
  ],
  knee: [['GT', 'LK', 'LM']],
  arm: [
    ['GT', 'AC', 'EL'],
    ['GT', 'AC', 'WR'],
  ],
};
/** What a joint that these pictures do not show may have moved by. */
const unseenDeg = 10;

const markOf = ({ table, frame }: Picture, name: Landmark): Vec2 | undefined =>
  table[nearSlot(table, numberOf[name], frame.near)];

function bendIn(picture: Picture, [from, at, to]: readonly [Landmark, Landmark, Landmark]): number | undefined {
  const [a, joint, b] = [markOf(picture, from), markOf(picture, at), markOf(picture, to)];
  if (!a || !joint || !b) return undefined;
  const [ux, uy] = minus(a, joint);
  const [vx, vy] = minus(b, joint);
  return Math.abs(degrees(Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy)));
}

function movedBy(joint: Joint, now: Picture, rest: Picture): number {
  for (const marks of shownBy[joint]) {
    const [bent, before] = [bendIn(now, marks), bendIn(rest, marks)];
    if (bent !== undefined && before !== undefined) return Math.abs(bent - before);
  }
  return unseenDeg;
}

/** How far hip, knee and arm of the side toward the lens have moved since the set-up: only a profile shows their bends. */
export const movedSince = (now: Picture, rest: Picture, inProfile: boolean): Moved => ({
  hip: inProfile ? movedBy('hip', now, rest) : unseenDeg,
  knee: inProfile ? movedBy('knee', now, rest) : unseenDeg,
  arm: inProfile ? movedBy('arm', now, rest) : unseenDeg,
});

/** Spread of a mark's slip since the set-up, mm per axis. */
export function slipSdMm(slot: number, moved: Moved): number {
  const [rest, per90, joint] = landmarkInfo[nameAt(slot)].slipMm;
  return joint === undefined ? rest : rest + (per90 * moved[joint]) / 90;
}
