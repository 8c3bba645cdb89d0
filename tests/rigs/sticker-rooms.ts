// Rooms with stickers in them, as a phone would take them: soft, noisy, lit from one side, colour at half resolution. Where
// each sticker truly is, is known. For checking that stickers are found, and nothing else for one.
import sharp from 'sharp';
import { distance } from '@/core/geometry';
import type { Vec2 } from '@/core/geometry';
import { stickerColours } from '@/core/anatomy/stickers';
import type { Pixels } from '@/core/motion/sticker-colour';
import { normal, seeded } from '@/core/random';

export const roomKinds = ['bright', 'half light', 'busy', 'busy at dusk'] as const;
export type RoomKind = (typeof roomKinds)[number];

/** `coveredShare`: of its breadth, by a thing that lies over it. */
export type Disc = {
  readonly at: Vec2;
  readonly radius: number;
  readonly colour: number;
  readonly coveredShare: number;
};

const [width, height] = [1280, 720];
const grains = seeded(77);
const noise = Float32Array.from({ length: 65_537 }, () => normal(grains));

/** How bright the light is, its tint, and how grainy that makes the picture. */
const lightOf: Readonly<Record<RoomKind, { share: number; tint: readonly [number, number, number]; grain: number }>> = {
  bright: { share: 1, tint: [1, 1, 1], grain: 3.2 },
  'half light': { share: 0.5, tint: [1, 1, 1], grain: 3.6 },
  busy: { share: 1, tint: [1, 1, 1], grain: 3.2 },
  'busy at dusk': { share: 0.55, tint: [1.06, 0.97, 0.84], grain: 4 },
};

type Dice = { readonly between: (lo: number, hi: number) => number; readonly oneOf: <T>(list: readonly T[]) => T };

function diceFrom(seed: number): Dice {
  const uniform = seeded(seed);
  const between = (lo: number, hi: number) => lo + (hi - lo) * uniform();
  return {
    between,
    oneOf: (list) => {
      const one = list[Math.floor(uniform() * list.length)];
      if (one === undefined) throw new Error('nothing to choose from');
      return one;
    },
  };
}

const css = (rgb: readonly number[]) => `rgb(${rgb.map(Math.round).join(',')})`;
const sticker = (colour: number) => css(stickerColours[colour] ?? [0, 0, 0]);

function someDiscs({ between }: Dice, count: number, isSomeCovered: boolean): Disc[] {
  const discs: Disc[] = [];
  while (discs.length < count) {
    const at: Vec2 = [between(60, width - 60), between(60, height - 60)];
    if (!discs.every((other) => distance(other.at, at) > 60)) continue;
    const coveredShare = isSomeCovered && discs.length % 3 === 2 ? between(0.15, 0.5) : 0;
    discs.push({ at, radius: between(7, 12), colour: discs.length % stickerColours.length, coveredShare });
  }
  return discs;
}

const studio = `<rect width="100%" height="100%" fill="#d8cfbd"/><rect y="430" width="100%" height="290" fill="#8f7a5c"/>
  <rect x="200" y="180" width="240" height="330" fill="#b4533a"/><rect x="700" y="90" width="330" height="200" fill="#2d6f8f"/>
  <ellipse cx="560" cy="420" rx="300" ry="120" fill="#c99b7d"/><rect x="900" y="360" width="300" height="240" fill="#4f7a3a"/>`;

/** Books, leaves, cloths with patterns, balls and bottles, some of them in the stickers' own colours: none is a small round disc. */
function clutter(dice: Dice, clear: (x: number, y: number, room: number) => boolean): string {
  const { between, oneOf } = dice;
  const any = () => css([between(20, 235), between(20, 235), between(20, 235)]);
  const paint = () => (between(0, 1) < 0.35 ? sticker(Math.floor(between(0, stickerColours.length))) : any());
  const parts: string[] = [];
  const put = (room: number, draw: (x: number, y: number) => string): void => {
    const [x, y] = [between(0, width), between(0, height)];
    if (clear(x, y, room)) parts.push(draw(x, y));
  };
  for (let i = 0; i < 14; i += 1) {
    const [w, h] = [between(60, 260), between(40, 200)];
    put(
      0.5 * Math.hypot(w, h) + 24,
      (x, y) => `<rect x="${x - w / 2}" y="${y - h / 2}" width="${w}" height="${h}" fill="${any()}"/>`,
    );
  }
  for (let i = 0; i < 70; i += 1) {
    const [w, h] = [between(5, 16), between(34, 90)]; // spines of books
    put(70, (x, y) => `<rect x="${x}" y="${y}" width="${w}" height="${h}" fill="${paint()}"/>`);
  }
  for (let i = 0; i < 60; i += 1) {
    const [rx, ry] = [between(10, 34), between(3, 7)]; // leaves
    const green = css([between(20, 90), between(90, 150), between(30, 80)]);
    put(
      50,
      (x, y) =>
        `<ellipse cx="${x}" cy="${y}" rx="${rx}" ry="${ry}" transform="rotate(${between(0, 180)} ${x} ${y})" fill="${green}"/>`,
    );
  }
  for (let i = 0; i < 45; i += 1) {
    const size = between(9, 26); // tiles, corners, flags
    const shape = oneOf(['square', 'triangle', 'ring', 'half']);
    put(50, (x, y) => {
      const fill = paint();
      if (shape === 'square')
        return `<rect x="${x}" y="${y}" width="${size}" height="${size}" transform="rotate(${between(0, 90)} ${x} ${y})" fill="${fill}"/>`;
      if (shape === 'triangle')
        return `<path d="M${x} ${y}l${size} ${0.2 * size}l${-0.6 * size} ${0.9 * size}z" fill="${fill}"/>`;
      if (shape === 'ring')
        return `<circle cx="${x}" cy="${y}" r="${size / 2}" fill="none" stroke="${fill}" stroke-width="${0.22 * size}"/>`;
      return `<path d="M${x} ${y}a${size / 2} ${size / 2} 0 0 1 ${size} 0z" fill="${fill}"/>`;
    });
  }
  for (let i = 0; i < 3; i += 1) {
    const radius = between(64, 110); // big balls
    put(radius + 30, (x, y) => `<circle cx="${x}" cy="${y}" r="${radius}" fill="${paint()}"/>`);
  }
  for (let i = 0; i < 60; i += 1)
    put(40, (x, y) => `<circle cx="${x}" cy="${y}" r="${between(1, 2)}" fill="${paint()}"/>`);
  return parts.join('');
}

/** What lies over a sticker: a fold of cloth with a straight edge, from one side. */
function fold({ at: [x, y], radius, coveredShare }: Disc, { between, oneOf }: Dice): string {
  if (coveredShare === 0) return '';
  const depth = radius * (1 - 2 * coveredShare);
  const fill = oneOf(['#c99b7d', '#4a4f57', '#e3dccf', '#6e5a48']);
  return `<rect x="${x + depth}" y="${y - 1.6 * radius}" width="${1.7 * radius}" height="${3.2 * radius}" transform="rotate(${between(0, 360)} ${x} ${y})" fill="${fill}"/>`;
}

/** A picture of such a room, 1280 × 720, with eight stickers or as many as asked for; every third is partly covered if wanted. */
export async function photograph(
  kind: RoomKind,
  seed: number,
  { count = 8, isSomeCovered = false }: { readonly count?: number; readonly isSomeCovered?: boolean } = {},
): Promise<{ readonly pixels: Pixels; readonly discs: readonly Disc[] }> {
  const dice = diceFrom(seed);
  const discs = someDiscs(dice, count, isSomeCovered);
  const clear = (x: number, y: number, room: number) => discs.every(({ at }) => distance(at, [x, y]) > room);
  const specks = Array.from({ length: 40 }, () => [dice.between(0, width), dice.between(0, height)] as const)
    .filter(([x, y]) => clear(x, y, 40))
    .map(([x, y], i) => `<circle cx="${x}" cy="${y}" r="1.6" fill="${sticker(i % 3)}"/>`);
  const stripes = [18, 352, 704].map((y, colour) =>
    discs.some(({ at }) => Math.abs(at[1] - y - 4) < 40)
      ? ''
      : `<rect x="0" y="${y}" width="${width}" height="9" fill="${sticker(colour)}"/>`,
  );
  const isBusy = kind.startsWith('busy');
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}">
    <defs><linearGradient id="light"><stop offset="0" stop-color="#000" stop-opacity=".42"/><stop offset="1" stop-color="#fff" stop-opacity=".18"/></linearGradient></defs>
    ${studio}${isBusy ? clutter(dice, clear) : ''}${stripes.join('')}${specks.join('')}
    ${discs.map((disc) => `<circle cx="${disc.at[0]}" cy="${disc.at[1]}" r="${disc.radius}" fill="${sticker(disc.colour)}"/>${fold(disc, dice)}`).join('')}
    <rect width="100%" height="100%" fill="url(#light)"/></svg>`;
  const soft = await sharp(Buffer.from(svg)).removeAlpha().blur(0.9).raw().toBuffer();
  const { share, tint, grain } = lightOf[kind];
  const shift = Math.floor(dice.between(0, noise.length));
  const noisy = Buffer.from(soft);
  for (let i = 0; i < noisy.length; i += 1) {
    const lit = (soft[i] ?? 0) * share * (tint[i % 3] ?? 1);
    noisy[i] = Math.max(0, Math.min(255, lit + grain * (noise[(i * 7 + shift) % noise.length] ?? 0)));
  }
  const jpeg = await sharp(noisy, { raw: { width, height, channels: 3 } })
    .jpeg({ quality: 88, chromaSubsampling: '4:2:0' })
    .toBuffer();
  const data = await sharp(jpeg).ensureAlpha().raw().toBuffer();
  return { pixels: { width, height, data: new Uint8Array(data) }, discs };
}
