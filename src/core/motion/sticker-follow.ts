// Stickers from one frame to the next: each looked for in a window round where it should be, by its colour; hidden ones are waited
// for, and what comes back must fit the figure that they made. Two of one colour are never swapped: where either may be, neither is.
import type { MarkId } from '../anatomy/marks';
import { isLandmarkKey } from '../anatomy/landmarks';
import { hasLandmarks, stickerColours } from '../anatomy/stickers';
import { distance, minus, plus, times } from '../geometry';
import type { Vec2 } from '../geometry';
import type { Pixels } from './sticker-colour';
import { findDiscs } from './stickers';
import type { Sticker } from './stickers';

/** Reads a window of a frame, pixels; what lies outside the frame is left out, `left` and `top` tell where it begins. */
export type ReadWindow = (
  left: number,
  top: number,
  width: number,
  height: number,
) => { readonly left: number; readonly top: number; readonly pixels: Pixels } | undefined;

/** How far another sticker was when both were last seen. */
type Link = { readonly to: MarkId; readonly offset: Vec2 };

export type FollowedSticker = {
  readonly name: MarkId;
  readonly colour: number;
  readonly at: Vec2;
  /** Pixels a second. */
  readonly velocity: Vec2;
  readonly radius: number;
  readonly sdPx: number;
  /** When it was last seen, s. */
  readonly seenS: number;
  readonly isSeen: boolean;
  /** The others, nearest first. */
  readonly links: readonly Link[];
};

/** Half a window about a sticker whose place is expected; a hidden one may be so much further off with each second, up to the last. */
const [nearPx, wanderPxS, farthestPx] = [30, 120, 110];
/**
 * How fast a limb may speed up, radii of its sticker a second, each second: 11 m/s² of one of 19 mm across. Between two frames of a slow
 * film it goes half of that by the square of their distance further than its speed says, and as much again as its speed is known late.
 */
const speedsUp = 1150;
/** A disc is the sticker when its radius is within these shares of it. */
const [leastSize, mostSize] = [0.6, 1.6];
/** Unseen for longer, its own speed tells nothing more. */
const coastS = 0.25;
/** Back after longer than this, it must fit the others; how much each may have moved against another, as a share and px. */
const [doubtS, fitShare, fitPx] = [0.15, 0.35, 12];
/** One of two claims on a disc holds when it is so much nearer. */
const nearerBy = 0.5;
/** Of the way that a sticker has gone since the last frame, so much tells its speed. */
const newest = 0.6;

const still: Vec2 = [0, 0];

/** Stickers that were named in a frame, to be followed from there. */
export function beginFollowing(
  named: readonly { readonly name: MarkId; readonly sticker: Sticker }[],
  atS: number,
): FollowedSticker[] {
  const stickers = named.map(({ name, sticker: { colour, at, radius, sdPx } }) => ({
    ...{ name, colour, at, radius, sdPx },
    velocity: still,
    seenS: atS,
    isSeen: true,
    links: [],
  }));
  return stickers.map((one) => ({ ...one, links: linksOf(one, stickers) }));
}

/** Half of a window in which a mark's own sticker is looked for; the mark lies this near to its middle, as a share of its radius. */
const [ownPx, ownShare] = [48, 0.6];

/** Of marks that were set in a frame, those that lie on a sticker, with it: they can be followed by its colour. */
export function stickersUnder(marks: Readonly<Record<string, Vec2>>, read: ReadWindow) {
  return Object.entries(marks).flatMap(([name, at]) => {
    const window = read(Math.round(at[0] - ownPx), Math.round(at[1] - ownPx), 2 * ownPx, 2 * ownPx);
    if (!isLandmarkKey(name) || !window) return [];
    const sticker = findDiscs(window.pixels, stickerColours)
      .map((disc) => ({ ...disc, at: plus(disc.at, [window.left, window.top]) }))
      .filter((disc) => hasLandmarks(disc.colour) && distance(disc.at, at) <= ownShare * disc.radius + 1)
      .sort((a, b) => distance(a.at, at) - distance(b.at, at))[0];
    return sticker ? [{ name, sticker }] : [];
  });
}

const linksOf = ({ name, at }: FollowedSticker, all: readonly FollowedSticker[]): Link[] =>
  all
    .filter((other) => other.name !== name && other.isSeen)
    .map((other) => ({ to: other.name, offset: minus(at, other.at) }))
    .sort((a, b) => Math.hypot(...a.offset) - Math.hypot(...b.offset));

/** Where a sticker should be now, and how far about it it is looked for. */
type Search = { readonly sticker: FollowedSticker; readonly at: Vec2; readonly reach: number };

const nearAbout = ({ radius }: FollowedSticker): number => Math.max(nearPx, 2.5 * radius);

function searchFor(sticker: FollowedSticker, all: readonly FollowedSticker[], atS: number): Search {
  const unseenS = atS - sticker.seenS;
  const coasting = plus(sticker.at, times(sticker.velocity, Math.min(unseenS, coastS)));
  const near = nearAbout(sticker);
  if (sticker.isSeen) {
    const swung = speedsUp * sticker.radius * Math.min(unseenS, doubtS) ** 2;
    return { sticker, at: coasting, reach: Math.min(near + farthestPx, Math.max(near, swung)) };
  }
  const reach = near + Math.min(farthestPx, wanderPxS * Math.max(0, unseenS - 0.1));
  const link = sticker.links.find(({ to }) => all.some((other) => other.name === to && other.isSeen));
  const partner = link && all.find(({ name }) => name === link.to);
  return { sticker, at: link && partner ? plus(partner.at, link.offset) : coasting, reach };
}

function discsAbout({ sticker, at: [x, y], reach }: Search, read: ReadWindow): Sticker[] {
  const size = Math.ceil(2 * (reach + sticker.radius));
  const window = read(Math.round(x - size / 2), Math.round(y - size / 2), size, size);
  if (!window) return [];
  return findDiscs(window.pixels, stickerColours)
    .filter(({ colour, radius }) => {
      const share = radius / sticker.radius;
      return colour === sticker.colour && share >= leastSize && share <= mostSize;
    })
    .map((disc) => ({ ...disc, at: plus(disc.at, [window.left, window.top]) }))
    .filter((disc) => distance(disc.at, [x, y]) <= reach);
}

/** Whether a place fits the stickers that are seen as they lay to it before. */
function fits({ sticker }: Search, at: Vec2, all: readonly FollowedSticker[]): boolean {
  const near = sticker.links
    .flatMap(({ to, offset }) => {
      const other = all.find(({ name }) => name === to);
      return other?.isSeen ? [{ other, apart: Math.hypot(...offset) }] : [];
    })
    .slice(0, 2);
  return near.every(({ other, apart }) => Math.abs(distance(at, other.at) - apart) <= fitShare * apart + fitPx);
}

type Claim = { readonly search: Search; readonly disc: Sticker; readonly off: number };

/** Which disc is which sticker: the nearest claims first, each disc once; two that may as well be each other's are neither's. */
function settle(claims: readonly Claim[]): Map<MarkId, Sticker> {
  const settled = new Map<MarkId, Sticker>();
  const taken: Sticker[] = [];
  const isSame = (a: Sticker, b: Sticker) => distance(a.at, b.at) < 0.5 * a.radius;
  for (const { search, disc, off } of [...claims].sort((a, b) => a.off - b.off)) {
    const { name } = search.sticker;
    if (settled.has(name) || taken.some((one) => isSame(one, disc))) continue;
    const rivals = claims.filter(
      (other) =>
        isSame(other.disc, disc) && other.search.sticker.name !== name && !settled.has(other.search.sticker.name),
    );
    const hasOwn = (rival: Claim) =>
      claims.some(({ search: { sticker }, disc: own }) => sticker === rival.search.sticker && !isSame(own, disc));
    if (rivals.some((rival) => !hasOwn(rival) && off > nearerBy * rival.off + 1)) continue;
    settled.set(name, disc);
    taken.push(disc);
  }
  return settled;
}

/** The stickers in the next frame. */
export function followStickers(stickers: readonly FollowedSticker[], atS: number, read: ReadWindow): FollowedSticker[] {
  const claims = stickers.flatMap((sticker): Claim[] => {
    const search = searchFor(sticker, stickers, atS);
    const isDoubtful = atS - sticker.seenS > doubtS;
    return discsAbout(search, read)
      .map((disc) => ({ search, disc, off: distance(disc.at, search.at) }))
      .filter(({ disc, off }) => (!isDoubtful && off <= nearAbout(sticker)) || fits(search, disc.at, stickers));
  });
  const settled = settle(claims);
  const moved = stickers.map((sticker): FollowedSticker => {
    const disc = settled.get(sticker.name);
    if (!disc) return { ...sticker, isSeen: false };
    const step = atS - sticker.seenS;
    const speed = step > 0 && step < doubtS ? times(minus(disc.at, sticker.at), 1 / step) : sticker.velocity;
    const velocity = sticker.isSeen ? plus(times(speed, newest), times(sticker.velocity, 1 - newest)) : still;
    return {
      ...sticker,
      at: disc.at,
      velocity,
      radius: 0.9 * sticker.radius + 0.1 * disc.radius,
      sdPx: disc.sdPx,
      seenS: atS,
      isSeen: true,
    };
  });
  return moved.map((sticker) => (sticker.isSeen ? { ...sticker, links: linksOf(sticker, moved) } : sticker));
}
