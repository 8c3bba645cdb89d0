// A demonstration picture: a posed body in a room, stickers on its landmarks, seen through a lens. SVG text, plus where
// every sticker truly lands.
import { isUpright } from '../anatomy/positions';
import type { Position, View } from '../anatomy/positions';
import { sidedKey } from '../anatomy/landmarks';
import { matColour, matStickersApartMm, stickerPlan } from '../anatomy/stickers';
import type { LandmarkKey } from '../anatomy/landmarks';
import type { PosedBody } from '../body/skeleton';
import { radians } from '../geometry';
import type { Vec2, Vec3 } from '../geometry';
import { nearSideOf, pinhole } from './camera';
import type { Camera, Eye } from './camera';
import { drawBody } from './draw';
import type { Shape, ShapeRole } from './draw';
import { seatPieces } from './apparatus';
import { disc, polyline } from './shapes';
import { weaveOf } from './weave';
import type { Fill } from './weave';

export type DemoPicture = {
  readonly svg: string;
  readonly landmarks: Readonly<Partial<Record<LandmarkKey, Vec2>>>;
  readonly matLine: readonly [Vec2, Vec2];
  readonly scale: { readonly points: readonly [Vec2, Vec2]; readonly mm: number };
};

export const poleMm = 1000;
const matHalfWidthMm = 305;
const matFromMm = -860;
const matToMm = 1000;
const stickerMm = 10;

const clothes: Readonly<Partial<Record<ShapeRole, string>>> = {
  farLimb: '#2b4a57',
  body: '#8a6f63',
  nearLimb: '#35596a',
  nearArm: '#c99b7d',
  head: '#c99b7d',
  hair: '#4a3326',
  farArm: '#a97f64',
  pelvisBlock: '#31535f',
};
/** Where on the mat's edge the two stickers are that tell the mat line and a metre. */
const matStickers = [560 - matStickersApartMm, 560] as const;
const css = (colour: number): string => `rgb(${stickerPlan[colour]?.rgb.join(',')})`;
const stickerOf = (key: LandmarkKey): string =>
  css(stickerPlan.findIndex(({ landmarks }) => landmarks.some((name) => key === name || key.startsWith(`${name}_`))));

const isNear = (role: ShapeRole): boolean => role === 'nearLimb' || role === 'nearArm';

const inProfile = ['ASIS', 'GT', 'LR', 'LK', 'LM'] as const;
const beltAndShoulders = ['AC', 'TR'] as const;
const fromTheEnds = ['ASIS', 'PAT', 'LM', 'GT'] as const;

/** Landmarks that carry a sticker which this view shows; in profile on the side toward the lens. */
export function stickered(position: Position, view: View): LandmarkKey[] {
  if (view === 'side' || (view === 'above' && position === 'sideLying')) {
    const near = nearSideOf(position, view);
    const upright = isUpright(position);
    const weightOnHands = position === 'fourPoint' || position === 'frontSupport';
    const sided = [...inProfile, ...(upright ? beltAndShoulders : weightOnHands ? (['AC', 'WR'] as const) : [])];
    const middle: LandmarkKey[] = upright ? ['PS', 'SN', 'C7', 'FH', 'CH'] : ['PS', 'SN', 'FH', 'CH'];
    return [...middle, ...sided.map((name) => sidedKey(name, near))];
  }
  return ['SN', ...fromTheEnds.flatMap((name): LandmarkKey[] => [sidedKey(name, 'L'), sidedKey(name, 'R')])];
}

/** The camera of a careful person: square to the mat, a little above the pelvis. */
export const carefulCamera = (heightMm = 260, distanceMm = 3400): Camera => ({
  positionMm: [60, distanceMm, heightMm],
  lookAtMm: [60, 0, heightMm],
  focalPx: 3550,
  widthPx: 2400,
  heightPx: 1200,
  horizonPx: 760,
});

/** Where the middle of the pelvis is, roughly, above the mat: a lens is level with it there. */
export const usualLensHeightMm: Readonly<Record<Position, number>> = {
  supine: 200,
  prone: 200,
  sideLying: 180,
  fourPoint: 420,
  frontSupport: 380,
  sitting: 700,
  kneeling: 620,
  standing: 880,
};

/** A careful person's distance. */
const distanceMm = 3400;

/** How much larger than at the hips a place looks that is nearer to the lens, or smaller that is farther. */
function nearness([x, y, z]: Vec3, view: View): number {
  const toward = { side: y, foot: -x, head: x, front: x, behind: -x, above: z }[view];
  return distanceMm / (distanceMm - toward);
}

/** How much wider than usual a camera must see for bodies that reach far up or out: 1 for those that do not. */
function widening(bodies: readonly PosedBody[], view: View, height: number, acrossMm: number, ratio: number): number {
  const isEnd = view === 'foot' || view === 'head';
  const parts = bodies.flatMap(({ sides, head }) => [
    head.at,
    ...[sides.L, sides.R].flatMap(({ toe, knee, hand, elbow }) => [toe, knee, hand, elbow]),
  ]);
  const most = (of: (part: Vec3) => number) => Math.max(0, ...parts.map((part) => of(part) * nearness(part, view)));
  const up = most(([, , z]) => z - height) + 90;
  const aside = most(([x, y]) => (isEnd ? Math.abs(y) : Math.abs(x - 60)));
  const across = Math.max(view === 'above' ? 0 : 2 * up * ratio, 2 * aside * 1.1);
  return Math.max(1, across / acrossMm);
}

/**
 * A camera that looks from where a view of a position asks for, `askew` degrees from square; sees about two metres across,
 * or as much more as the bodies shown need.
 */
export function standingCamera(
  position: Position,
  view: View,
  { wide, high, askew = 0 }: { readonly wide: number; readonly high: number; readonly askew?: number },
  shown: readonly PosedBody[] = [],
): Camera {
  const distance = distanceMm;
  const turn = radians(askew);
  const [away, aside] = [distance * Math.cos(turn), distance * Math.sin(turn)];
  const height = usualLensHeightMm[position];
  const middle: Vec3 = [isUpright(position) ? 0 : view === 'side' || view === 'above' ? 60 : 0, 0, height];
  const from: Readonly<Record<View, Vec3>> = {
    side: [middle[0] + aside, away, height],
    foot: [-away, aside, height + 260],
    head: [away, aside, height + 260],
    front: [away, aside, height],
    behind: [-away, aside, height],
    above: [middle[0] + aside, 0, away],
  };
  const acrossMm = isUpright(position) ? 1150 : view === 'side' || view === 'above' ? 2000 : wide > high ? 1500 : 1000;
  return {
    positionMm: from[view],
    lookAtMm: middle,
    focalPx: (distance * wide) / (acrossMm * widening(shown, view, height, acrossMm, wide / high)),
    widthPx: wide,
    heightPx: high,
    ...(view === 'above' ? { up: [0, -1, 0] } : {}),
  };
}

/** Above the highest part, and below the mat's edge, mm; how much of the mat is shown at least: its two stickers always. */
const [headRoomMm, footRoomMm] = [160, 200];
const leastAcrossMm = { lying: 1900, upright: 1260 } as const;
const levelViews: readonly View[] = ['side', 'front', 'behind'];

/** The picture of a film, pixels: a standing client is filmed by a device that stands upright too. */
export const filmSize = (position: Position): { readonly wide: number; readonly high: number } =>
  position === 'standing' ? { wide: 720, high: 1280 } : { wide: 1280, high: 720 };

/**
 * A camera that has all that a set moves in its picture, and the mat's edge, no smaller than need be: the lens level with the pelvis, or
 * with half an upright body's height, its picture cut so that as little as can be is empty above and below.
 */
export function filmCamera(
  position: Position,
  view: View,
  size: { readonly wide: number; readonly high: number },
  shown: readonly PosedBody[],
): Camera {
  const camera = standingCamera(position, view, size, shown);
  if (!levelViews.includes(view)) return camera;
  const ends = shown.flatMap(({ head, sides: { L, R } }) => [
    head.at,
    ...[L, R].flatMap(({ toe, knee, hand }) => [toe, knee, hand]),
  ]);
  const [[x, y], [toX, toY]] = [camera.positionMm, camera.lookAtMm];
  const top = Math.max(0, ...ends.map(([, , z]) => z)) + headRoomMm;
  const lens = isUpright(position) ? top / 2 : usualLensHeightMm[position];
  const aside = Math.max(...ends.map(([along, across]) => Math.abs(view === 'side' ? along - toX : across - toY)));
  const least = leastAcrossMm[isUpright(position) ? 'upright' : 'lying'];
  const acrossMm = Math.max(least, (top + footRoomMm) * (size.wide / size.high), 2.2 * aside);
  return {
    ...camera,
    positionMm: [x, y, lens],
    lookAtMm: [toX, toY, lens],
    focalPx: (distanceMm * size.wide) / acrossMm,
    horizonPx: ((top - lens) * size.wide) / acrossMm,
  };
}

/** The room and mat behind a view that is not from beside the mat, and its mat line and known length. */
function roomFrom(view: View, height: number, camera: Camera, at: (point: Vec3) => Vec2): Room {
  const { widthPx: w, heightPx: hPx } = camera;
  const corners: readonly Vec3[] = [
    [matFromMm, -matHalfWidthMm, 0],
    [matToMm, -matHalfWidthMm, 0],
    [matToMm, matHalfWidthMm, 0],
    [matFromMm, matHalfWidthMm, 0],
  ];
  const mat = `<path d="${polyline(corners.map(at))}Z" fill="#5f8f98"/>`;
  if (view === 'above')
    return {
      behind: `<rect width="${w}" height="${hPx}" fill="url(#floor)"/>${mat}`,
      mat: [
        [matToMm, matHalfWidthMm, height],
        [matFromMm, matHalfWidthMm, height],
      ],
      pole: [
        [560, matHalfWidthMm + 60, height],
        [-440, matHalfWidthMm + 60, height],
      ],
    };
  const floor = at([view === 'foot' || view === 'behind' ? 2600 : -2600, 0, 0])[1];
  return {
    behind: `<rect width="${w}" height="${hPx}" fill="#d9d2c2"/><rect y="${floor}" width="${w}" height="${Math.max(0, hPx - floor)}" fill="url(#floor)"/>${mat}`,
    mat: [
      [0, matHalfWidthMm, 0],
      [0, -matHalfWidthMm, 0],
    ],
    pole: [
      [0, 500, 9],
      [0, -500, 9],
    ],
  };
}

/** Wall, window, shelf, floor and mat, seen from beside the mat. */
function roomFromBeside({ widthPx: w, heightPx: hPx }: Camera, at: (point: Vec3) => Vec2): string {
  const top: readonly Vec3[] = [
    [matFromMm, -matHalfWidthMm, 0],
    [matToMm, -matHalfWidthMm, 0],
    [matToMm, matHalfWidthMm, 0],
    [matFromMm, matHalfWidthMm, 0],
  ];
  const near: readonly Vec3[] = [
    [matFromMm, matHalfWidthMm, 0],
    [matToMm, matHalfWidthMm, 0],
    [matToMm, matHalfWidthMm, -10],
    [matFromMm, matHalfWidthMm, -10],
  ];
  const floorLine = at([0, -1500, -8])[1];
  const woods = ['#d9d2c2', '#ddd7c8', '#d5cdbb'];
  const planks = Array.from(
    { length: 14 },
    (_, i) =>
      `<rect x="${(i * w) / 13 - 40}" y="0" width="${w / 13 - 4}" height="${floorLine}" fill="${woods[i % 3]}"/>`,
  ).join('');
  return `<rect width="${w}" height="${hPx}" fill="#d9d2c2"/>${planks}
<rect x="${0.62 * w}" y="60" width="${0.3 * w}" height="300" fill="url(#river)" stroke="#f0ebde" stroke-width="22"/><rect x="${0.768 * w}" y="60" width="12" height="300" fill="#f0ebde"/>
<path d="M180 118h560l36 16-36 16H180z" fill="#9b6b3f"/><rect x="150" y="126" width="60" height="16" rx="8" fill="#5d4025"/>
<rect y="${floorLine}" width="${w}" height="${hPx - floorLine}" fill="url(#floor)"/>
<path d="${polyline(top.map(at))}Z" fill="#5f8f98"/><path d="${polyline(near.map(at))}Z" fill="#46737c"/>`;
}

/** The room of a view, with the ends of its mat line and of its known length, each right end first. */
type Room = {
  readonly behind: string;
  readonly mat: readonly [Vec3, Vec3];
  readonly pole: readonly [Vec3, Vec3];
};

function roomBeside(position: Position, camera: Camera, at: (point: Vec3) => Vec2): Room {
  const upright = isUpright(position);
  const reach = upright ? 500 : 560;
  const poleY = matHalfWidthMm - 45;
  const [right, left] = upright ? [480, -480] : [matToMm, matFromMm];
  return {
    behind: roomFromBeside(camera, at),
    mat: [
      [right, matHalfWidthMm, 0],
      [left, matHalfWidthMm, 0],
    ],
    pole: [
      [reach, poleY, 9],
      [reach - poleMm, poleY, 9],
    ],
  };
}

/** What the body wears, over the room; its blocks in front of what they lie on. */
function clothed(body: PosedBody, eye: Eye): Fill[] {
  const front = ({ role }: Shape): number => Number(role !== 'pelvisBlock' && isNear(role));
  return drawBody(body, eye)
    .sort((a, b) => front(a) - front(b))
    .flatMap(({ role, path }) => (clothes[role] ? [{ path, fill: clothes[role] }] : []));
}

/** A sticker's light rim, mm. */
const [rimMm, rim] = [3, '#f4f1e8'] as const;

function stickersOn(body: PosedBody, { see }: Eye, keys: Iterable<LandmarkKey>) {
  const landmarks: Partial<Record<LandmarkKey, Vec2>> = {};
  const drawn: Fill[] = [];
  for (const key of keys) {
    const point = body.landmarks[key];
    if (!point) continue;
    const { at, perMm } = see(point);
    landmarks[key] = at;
    drawn.push({ path: disc({ at, radius: (stickerMm + rimMm) * perMm }), fill: rim });
    drawn.push({ path: disc({ at, radius: stickerMm * perMm }), fill: stickerOf(key) });
  }
  return { landmarks, drawn };
}

const asSvg = (fills: readonly Fill[]): string =>
  fills.map(({ path, fill }) => `<path d="${path}" fill="${fill}"/>`).join('');

const gradients = `<linearGradient id="light" x1="0" y1="0" x2="1" y2="1"><stop offset="0" stop-color="#fff6df" stop-opacity=".5"/><stop offset=".6" stop-color="#000" stop-opacity="0"/><stop offset="1" stop-color="#0b1a20" stop-opacity=".28"/></linearGradient>
<linearGradient id="floor" x1="0" y1="0" x2="0" y2="1"><stop offset="0" stop-color="#8d7a60"/><stop offset="1" stop-color="#b49d7c"/></linearGradient>
<linearGradient id="river" x1="0" y1="0" x2="0" y2="1"><stop offset="0" stop-color="#cfe0e4"/><stop offset=".62" stop-color="#e7eee9"/><stop offset=".63" stop-color="#8fb0b6"/><stop offset="1" stop-color="#b9d0d2"/></linearGradient>`;

/** What stands still in a film or a picture: the room with the mat, and a rod beside it; and where its known lines are. */
function roomWith(body: PosedBody, camera: Camera, view: View, eye: Eye) {
  const at = (point: Vec3): Vec2 => eye.see(point).at;
  const { behind, mat, pole } =
    view === 'side' ? roomBeside(body.position, camera, at) : roomFrom(view, body.pelvis.at[2], camera, at);
  const [poleA, poleB] = [at(pole[0]), at(pole[1])];
  const isAlong = view === 'side' || view === 'above';
  const onEdge = isAlong ? matStickers.map((x) => eye.see([x, matHalfWidthMm, 0])) : [];
  const rod = `<path d="M${poleA[0]} ${poleA[1]}L${poleB[0]} ${poleB[1]}" stroke="#e9dcc0" stroke-width="${16 * eye.see(pole[1]).perMm}"/>
<path d="M${poleA[0]} ${poleA[1] - 16}v32M${poleB[0]} ${poleB[1] - 16}v32" stroke="#3a2a18" stroke-width="4"/>
`;
  const stuck = onEdge
    .map(({ at: middle, perMm }) => {
      const round = (mm: number, fill: string) =>
        `<path d="${disc({ at: middle, radius: mm * perMm })}" fill="${fill}"/>`;
      return `${round(stickerMm + rimMm, rim)}${round(stickerMm, css(matColour))}`;
    })
    .join('');
  const matLine: readonly [Vec2, Vec2] = [at(mat[0]), at(mat[1])];
  const points: readonly [Vec2, Vec2] = [poleA, poleB];
  return { behind, rod, stuck, matLine, scale: { points, mm: poleMm } };
}

const svgOf = ({ widthPx: w, heightPx: h }: Camera, inside: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${w}" height="${h}" viewBox="0 0 ${w} ${h}"><defs>
${gradients}</defs>
${inside}</svg>`;

const seatOf = (body: PosedBody, eye: Eye): Fill[] =>
  seatPieces(body, eye).flatMap(({ shapes }) => shapes.map(({ path }) => ({ path, fill: '#a98a5b' })));

const light = ({ widthPx: w, heightPx: h }: Camera): string => `<rect width="${w}" height="${h}" fill="url(#light)"/>`;

/**
 * A photograph-like picture of a body with stickers, and where everything in it truly is, in pixels. `also`: landmarks that carry
 * one besides the usual.
 */
export function demoPicture(
  body: PosedBody,
  camera: Camera,
  view: View = 'side',
  also: readonly LandmarkKey[] = [],
): DemoPicture {
  const eye = pinhole(camera);
  const { behind, rod, stuck, matLine, scale } = roomWith(body, camera, view, eye);
  const { landmarks, drawn } = stickersOn(body, eye, new Set([...stickered(body.position, view), ...also]));
  const dressed = asSvg([...seatOf(body, eye), ...clothed(body, eye)]);
  return {
    svg: svgOf(camera, `${behind}\n${dressed}\n${rod}${stuck}${asSvg(drawn)}${light(camera)}`),
    landmarks,
    matLine,
    scale,
  };
}

/** The same without stickers: a client in a room, as one sees her. */
export function plainPicture(body: PosedBody, camera: Camera, view: View): string {
  const eye = pinhole(camera);
  const { behind, rod } = roomWith(body, camera, view, eye);
  const dressed = asSvg([...seatOf(body, eye), ...clothed(body, eye)]);
  return svgOf(camera, `${behind}\n${dressed}\n${rod}${light(camera)}`);
}

/** What stands still in a film, as a picture: the room that a body is in when the film begins, and its known lines. */
export function filmRoom(body: PosedBody, camera: Camera, view: View): Pick<DemoPicture, 'svg' | 'matLine' | 'scale'> {
  const { behind, rod, stuck, matLine, scale } = roomWith(body, camera, view, pinhole(camera));
  const known = stuck || rod; // beside the mat two stickers on its edge tell the scale
  return { svg: svgOf(camera, `${behind}${known}${light(camera)}`), matLine, scale };
}

/** What moves in a film, in one frame, far things first: a body in woven cloth, with stickers on some landmarks or none. */
export function filmFigure(
  body: PosedBody,
  camera: Camera,
  view: View,
  worn: readonly LandmarkKey[],
): { readonly fills: readonly Fill[]; readonly landmarks: DemoPicture['landmarks'] } {
  const eye = pinhole(camera);
  const { landmarks, drawn } = stickersOn(body, eye, worn);
  const cloth = weaveOf(body, eye, nearSideOf(body.position, view));
  return { fills: [...seatOf(body, eye), ...clothed(body, eye), ...cloth, ...drawn], landmarks };
}
