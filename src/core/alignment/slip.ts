// How far marks slip over the bone between the set-up and a later moment of one unmoved set-up: more where a joint beside
// them has moved.
import { bendShownBy, landmarkInfo } from '../anatomy/landmarks';
import type { Joint, Landmark, Moved, Side } from '../anatomy/landmarks';
import { degrees, minus } from '../geometry';
import type { Vec2 } from '../geometry';
import { nameAt, nearSlot, numberOf, sideAt } from './mark-table';
import type { Picture } from './needs';

/** What a joint that these pictures do not show may have moved by. */
const unseenDeg = 10;
const unseenBends = { hip: unseenDeg, knee: unseenDeg, arm: unseenDeg };
const unseen: Moved = { L: unseenBends, R: unseenBends };

const markOf = ({ table, frame }: Picture, name: Landmark): Vec2 | undefined =>
  table[nearSlot(table, numberOf[name], frame.near)];

function bendIn(picture: Picture, [from, at, to]: readonly [Landmark, Landmark, Landmark]): number | undefined {
  const [a, joint, b] = [markOf(picture, from), markOf(picture, at), markOf(picture, to)];
  if (!a || !joint || !b) return undefined;
  const [ux, uy] = minus(a, joint);
  const [vx, vy] = minus(b, joint);
  return Math.abs(degrees(Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy)));
}

function movedBy(joint: Joint, now: Picture, rest: Picture): number | undefined {
  for (const marks of bendShownBy[joint]) {
    const [bent, before] = [bendIn(now, marks), bendIn(rest, marks)];
    if (bent !== undefined && before !== undefined) return Math.abs(bent - before);
  }
  return undefined;
}

/** How far the joints of the side toward the lens have moved, as its marks show; what they don't show as was told. */
function seenIn(now: Picture, rest: Picture, told: Moved[Side] = unseenBends): Moved[Side] {
  return {
    hip: movedBy('hip', now, rest) ?? told.hip,
    knee: movedBy('knee', now, rest) ?? told.knee,
    arm: movedBy('arm', now, rest) ?? told.arm,
  };
}

/**
 * How far hip, knee and arm have moved since the set-up. In profile the marks of the near side show it; what they don't show is
 * as was told (of what the exercise does), else a little.
 */
export function movedSince(now: Picture, rest: Picture, inProfile: boolean, told: Moved | undefined): Moved {
  if (!inProfile) return told ?? unseen;
  const { near } = now.frame;
  const seen = seenIn(now, rest, told?.[near]);
  return near === 'L' ? { L: seen, R: told?.R ?? seen } : { L: told?.L ?? seen, R: seen };
}

/** Spread of a mark's slip since the set-up, mm per axis; of a mark without a side as of the one that moved more. */
export function slipSdMm(slot: number, moved: Moved): number {
  const [rest, per90, joint] = landmarkInfo[nameAt(slot)].slipMm;
  if (joint === undefined) return rest;
  const side = sideAt(slot);
  const by = side ? moved[side][joint] : Math.max(moved.L[joint], moved.R[joint]);
  return rest + (per90 * by) / 90;
}
