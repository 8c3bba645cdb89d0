// A demonstration picture: a posed body in a room, stickers on its landmarks, seen through a lens. SVG text, plus where
// every sticker truly lands.
import type { LandmarkKey } from '../alignment/landmarks';
import type { PosedBody } from '../body/skeleton';
import type { Vec2, Vec3 } from '../geometry';
import { pinhole } from './camera';
import type { Camera } from './camera';
import { drawBody } from './draw';
import type { ShapeRole } from './draw';
import { disc, polyline } from './shapes';

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
const stickerOf = (name: string): string =>
  /^(ASIS|PS|GT)/.test(name) ? '#c3166f' : /^(LK|LM)/.test(name) ? '#0f7a45' : '#1450b8';

const isNear = (role: ShapeRole): boolean => role === 'nearLimb' || role === 'nearArm';

/** Landmarks that carry a sticker on the side toward the lens (the client's right, head at the left). */
export const stickered: readonly LandmarkKey[] = ['ASIS_R', 'PS', 'SN', 'LR_R', 'GT_R', 'LK_R', 'LM_R', 'FH', 'CH'];

/** The camera of a careful person: square to the mat, a little above the pelvis. */
export const carefulCamera = (heightMm = 260, distanceMm = 3400): Camera => ({
  positionMm: [60, distanceMm, heightMm],
  lookAtMm: [60, 0, heightMm],
  focalPx: 3550,
  widthPx: 2400,
  heightPx: 1200,
  horizonPx: 760,
});

export function demoPicture(body: PosedBody, camera: Camera): DemoPicture {
  const eye = pinhole(camera);
  const { see } = eye;
  const at = (point: Vec3): Vec2 => see(point).at;
  const { widthPx: w, heightPx: hPx } = camera;
  const slab = (z: number): string =>
    `${polyline(
      [
        [matFromMm, -matHalfWidthMm, z],
        [matToMm, -matHalfWidthMm, z],
        [matToMm, matHalfWidthMm, z],
        [matFromMm, matHalfWidthMm, z],
      ].map((p) => at(p as unknown as Vec3)),
    )}Z`;
  const floorLine = at([0, -1500, -8])[1];
  const planks = Array.from(
    { length: 14 },
    (_, i) =>
      `<rect x="${(i * w) / 13 - 40}" y="0" width="${w / 13 - 4}" height="${floorLine}" fill="${i % 3 === 0 ? '#d9d2c2' : i % 3 === 1 ? '#ddd7c8' : '#d5cdbb'}"/>`,
  ).join('');
  const edge = `${polyline([at([matFromMm, matHalfWidthMm, 0]), at([matToMm, matHalfWidthMm, 0]), at([matToMm, matHalfWidthMm, -10]), at([matFromMm, matHalfWidthMm, -10])])}Z`;
  const poleY = matHalfWidthMm - 45;
  const poleEnds: [Vec3, Vec3] = [
    [-500 + 60, poleY, 9],
    [500 + 60, poleY, 9],
  ];
  const [poleA, poleB] = [at(poleEnds[1]), at(poleEnds[0])];
  const shapes = drawBody(body, eye)
    .filter(({ role }) => clothes[role])
    .sort(
      (a, b) => Number(a.role !== 'pelvisBlock' && isNear(a.role)) - Number(b.role !== 'pelvisBlock' && isNear(b.role)),
    )
    .map(({ role, path }) => `<path d="${path}" fill="${clothes[role]}"/>`)
    .join('');
  const landmarks: Partial<Record<LandmarkKey, Vec2>> = {};
  let stickers = '';
  for (const key of stickered) {
    const point = body.landmarks[key];
    if (!point) continue;
    const seen = see(point);
    landmarks[key] = seen.at;
    stickers += `<path d="${disc({ at: seen.at, radius: (stickerMm + 3) * seen.perMm })}" fill="#f4f1e8"/><path d="${disc({ at: seen.at, radius: stickerMm * seen.perMm })}" fill="${stickerOf(key)}"/>`;
  }
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${w}" height="${hPx}" viewBox="0 0 ${w} ${hPx}"><defs>
<linearGradient id="light" x1="0" y1="0" x2="1" y2="1"><stop offset="0" stop-color="#fff6df" stop-opacity=".5"/><stop offset=".6" stop-color="#000" stop-opacity="0"/><stop offset="1" stop-color="#0b1a20" stop-opacity=".28"/></linearGradient>
<linearGradient id="floor" x1="0" y1="0" x2="0" y2="1"><stop offset="0" stop-color="#8d7a60"/><stop offset="1" stop-color="#b49d7c"/></linearGradient>
<linearGradient id="river" x1="0" y1="0" x2="0" y2="1"><stop offset="0" stop-color="#cfe0e4"/><stop offset=".62" stop-color="#e7eee9"/><stop offset=".63" stop-color="#8fb0b6"/><stop offset="1" stop-color="#b9d0d2"/></linearGradient></defs>
<rect width="${w}" height="${hPx}" fill="#d9d2c2"/>${planks}
<rect x="${0.62 * w}" y="60" width="${0.3 * w}" height="300" fill="url(#river)" stroke="#f0ebde" stroke-width="22"/><rect x="${0.768 * w}" y="60" width="12" height="300" fill="#f0ebde"/>
<path d="M180 118h560l36 16-36 16H180z" fill="#9b6b3f"/><rect x="150" y="126" width="60" height="16" rx="8" fill="#5d4025"/>
<rect y="${floorLine}" width="${w}" height="${hPx - floorLine}" fill="url(#floor)"/>
<path d="${slab(0)}" fill="#5f8f98"/><path d="${edge}" fill="#46737c"/>
${shapes}
<path d="M${poleA[0]} ${poleA[1]}L${poleB[0]} ${poleB[1]}" stroke="#e9dcc0" stroke-width="${16 * see(poleEnds[0]).perMm}"/>
<path d="M${poleA[0]} ${poleA[1] - 16}v32M${poleB[0]} ${poleB[1] - 16}v32" stroke="#3a2a18" stroke-width="4"/>
${stickers}<rect width="${w}" height="${hPx}" fill="url(#light)"/></svg>`;
  return {
    svg,
    landmarks,
    matLine: [at([matToMm, matHalfWidthMm, 0]), at([matFromMm, matHalfWidthMm, 0])],
    scale: { points: [poleA, poleB], mm: poleMm },
  };
}
