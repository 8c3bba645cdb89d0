import sharp from 'sharp';
import { distance } from '../geometry';
import type { Vec2 } from '../geometry';
import { withFault } from '../body/deviations';
import { poseBody } from '../body/skeleton';
import { flatEye } from '../figure/camera';
import { demoPicture, standingCamera } from '../figure/picture';
import { entry, levelOf } from '../knowledge/find';
import { normal, seeded } from '../random';
import { repertoire } from '@/repertoire';
import { assignStickers, nearestSticker, stickerColours, stickerPlan } from './sticker-plan';
import { colourAt, findStickers } from './stickers';
import type { Pixels } from './stickers';

const [width, height] = [1280, 720];
const grains = seeded(77);
const noise = Float32Array.from({ length: 65_537 }, () => 3.2 * normal(grains));

type Disc = { readonly at: Vec2; readonly radius: number; readonly colour: number };

/** A studio with stickers in it, as a phone would take it: soft, noisy, lit from one side, colour at half resolution. */
async function photograph(seed: number): Promise<{ pixels: Pixels; discs: Disc[] }> {
  const uniform = seeded(seed);
  const between = (lo: number, hi: number) => lo + (hi - lo) * uniform();
  const discs: Disc[] = [];
  while (discs.length < 8) {
    const at: Vec2 = [between(60, width - 60), between(60, height - 60)];
    if (discs.every((other) => distance(other.at, at) > 60))
      discs.push({ at, radius: between(7, 12), colour: discs.length % 3 });
  }
  const css = (colour: number) => `rgb(${stickerColours[colour]?.join(',')})`;
  const clear = (x: number, y: number, room: number) => discs.every(({ at }) => distance(at, [x, y]) > room);
  const specks = Array.from({ length: 40 }, () => [between(0, width), between(0, height)] as const)
    .filter(([x, y]) => clear(x, y, 40))
    .map(([x, y], i) => `<circle cx="${x}" cy="${y}" r="1.6" fill="${css(i % 3)}"/>`);
  const stripes = [0, 1, 2].map((colour) => {
    const y = [18, 352, 704][colour] ?? 0;
    return clear(640, y, 0) ? `<rect x="0" y="${y}" width="${width}" height="9" fill="${css(colour)}"/>` : '';
  });
  const far = stripes.map((stripe, colour) =>
    discs.some(({ at }) => Math.abs(at[1] - ([22, 356, 708][colour] ?? 0)) < 40) ? '' : stripe,
  );
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}">
    <defs><linearGradient id="light"><stop offset="0" stop-color="#000" stop-opacity=".42"/><stop offset="1" stop-color="#fff" stop-opacity=".18"/></linearGradient></defs>
    <rect width="100%" height="100%" fill="#d8cfbd"/><rect y="430" width="100%" height="290" fill="#8f7a5c"/>
    <rect x="200" y="180" width="240" height="330" fill="#b4533a"/><rect x="700" y="90" width="330" height="200" fill="#2d6f8f"/>
    <ellipse cx="560" cy="420" rx="300" ry="120" fill="#c99b7d"/><rect x="900" y="360" width="300" height="240" fill="#4f7a3a"/>
    ${far.join('')}${specks.join('')}
    ${discs.map(({ at, radius, colour }) => `<circle cx="${at[0]}" cy="${at[1]}" r="${radius}" fill="${css(colour)}"/>`).join('')}
    <rect width="100%" height="100%" fill="url(#light)"/></svg>`;
  const soft = await sharp(Buffer.from(svg)).removeAlpha().blur(0.9).raw().toBuffer();
  const shift = Math.floor(uniform() * noise.length);
  const noisy = Buffer.from(soft);
  for (let i = 0; i < noisy.length; i += 1)
    noisy[i] = Math.max(0, Math.min(255, (soft[i] ?? 0) + (noise[(i * 7 + shift) % noise.length] ?? 0)));
  const jpeg = await sharp(noisy, { raw: { width, height, channels: 3 } })
    .jpeg({ quality: 88, chromaSubsampling: '4:2:0' })
    .toBuffer();
  const data = await sharp(jpeg).ensureAlpha().raw().toBuffer();
  return { pixels: { width, height, data: new Uint8Array(data) }, discs };
}

describe('stickers in a picture', () => {
  test('five studios: every sticker found, none invented, on average within a tenth of a pixel', async () => {
    const errors: number[] = [];
    for (let seed = 1; seed <= 5; seed += 1) {
      const { pixels, discs } = await photograph(seed);
      const found = findStickers(pixels, stickerColours);
      expect(found).toHaveLength(discs.length);
      for (const { at, colour, radius } of discs) {
        const [nearest] = [...found].sort((a, b) => distance(a.at, at) - distance(b.at, at));
        if (!nearest) throw new Error('nothing was found');
        expect(nearest.colour).toBe(colour);
        expect(Math.abs(nearest.radius - radius)).toBeLessThan(1.2);
        errors.push(distance(nearest.at, at));
      }
    }
    expect(errors.reduce((sum, one) => sum + one, 0) / errors.length).toBeLessThan(0.1);
    errors.sort((a, b) => a - b);
    expect(errors[Math.floor(0.95 * errors.length)]).toBeLessThan(0.35); // those that straddle the edge of a thing of their own hue
  }, 60_000);

  const plain = (paint: (x: number, y: number) => readonly [number, number, number]): Pixels => {
    const data = new Uint8Array(200 * 120 * 4);
    for (let y = 0; y < 120; y += 1)
      for (let x = 0; x < 200; x += 1) data.set([...paint(x + 0.5, y + 0.5), 255], (y * 200 + x) * 4);
    return { width: 200, height: 120, data };
  };
  const wall = [210, 205, 190] as const;
  const magenta = stickerPlan[0]?.rgb ?? [0, 0, 0];
  test('a bar and a wall of the same colour are no stickers', () => {
    expect(
      findStickers(
        plain((x, y) => (x > 40 && x < 130 && y > 50 && y < 62 ? magenta : wall)),
        stickerColours,
      ),
    ).toEqual([]);
    expect(
      findStickers(
        plain(() => magenta),
        stickerColours,
      ),
    ).toEqual([]);
    expect(
      findStickers(
        plain(() => wall),
        stickerColours,
      ),
    ).toEqual([]);
  });
  test('a tap tells the colour, and with it the sticker is found wherever else it is', () => {
    const violet = [120, 40, 190] as const;
    const two = plain((x, y) => (distance([x, y], [50, 60]) < 9 || distance([x, y], [140, 40]) < 9 ? violet : wall));
    const colour = colourAt(two, [50, 60]);
    if (!colour) throw new Error('too pale');
    const found = findStickers(two, [colour]);
    expect(found.map(({ at }) => at.map(Math.round))).toEqual(
      expect.arrayContaining([
        [50, 60],
        [140, 40],
      ]),
    );
    expect(colourAt(two, [5, 5])).toBeUndefined();
    expect(nearestSticker(found, [55, 62], 12)?.at[0]).toBeCloseTo(50, 0);
    expect(nearestSticker(found, [90, 100], 12)).toBeUndefined();
  });
});

test('stickers become landmarks by colour and place, turned, moved and with one too many', () => {
  const model = [
    { name: 'ASIS', at: [0, 0] },
    { name: 'PS', at: [101, 2] },
    { name: 'GT', at: [71, 50] },
    { name: 'LK', at: [75, -310] },
    { name: 'LM', at: [500, -305] },
    { name: 'SN', at: [-420, -20] },
    { name: 'LR', at: [-165, -60] },
    { name: 'FH', at: [-640, 10] },
    { name: 'CH', at: [-490, 12] },
  ] as const;
  const [c, s, k] = [Math.cos(0.1), Math.sin(0.1), 1.4];
  const colourOf = (name: string) =>
    stickerPlan.findIndex(({ landmarks }) => (landmarks as readonly string[]).includes(name));
  const stickers = model.map(({ name, at: [x, y] }, i) => ({
    at: [900 + k * (c * x - s * y) + (i % 3) * 6, 500 + k * (s * x + c * y) - (i % 2) * 7] as Vec2,
    radius: 9,
    colour: colourOf(name),
  }));
  const stray = { at: [300, 60] as Vec2, radius: 9, colour: 2 };
  const assigned = assignStickers([stray, ...stickers], model);
  expect(assigned).toHaveLength(model.length);
  for (const { landmark, at } of assigned)
    expect(at).toEqual(stickers[model.findIndex(({ name }) => name === landmark)]?.at);
});

test.each(
  ['frontSupportHold', 'armLegReach', 'legFloat', 'standKneeLift'].flatMap((id) =>
    [null, 'arch', 'sag', 'flare', 'chinUp'].map((fault) => [id, fault] as const),
  ),
)('%s with %s: the stickers of a fault are named as those of the clean pose would be', (id, fault) => {
  const exercise = entry(repertoire.exercises, id);
  const pose = levelOf(exercise, 2).top;
  const done = fault ? withFault(pose, fault) : pose;
  const camera = standingCamera(exercise.position, 'side', { wide: 2000, high: 2000 });
  const seen = demoPicture(poseBody({ heightM: 1.78, massKg: 70 }, done), camera).landmarks;
  const model = poseBody({ heightM: 1.7, massKg: 65 }, pose).landmarks; // of another height than the client
  const eye = flatEye('side', 1, [0, 0]);
  const bare = (key: string) => key.replace(/_[LR]$/, '') as 'ASIS';
  const expected = Object.keys(seen).flatMap((key) => {
    const at = model[key as 'PS'];
    return at ? [{ name: bare(key), at: eye.see(at).at }] : [];
  });
  const stickers = Object.entries(seen).map(([key, at]) => ({
    at,
    radius: 9,
    colour: stickerPlan.findIndex(({ landmarks }) => (landmarks as readonly string[]).includes(bare(key))),
  }));
  const assigned = assignStickers(stickers, expected);
  expect(assigned.length).toBeGreaterThanOrEqual(stickers.length - 2);
  for (const { landmark, at } of assigned)
    expect([landmark, at]).toEqual([landmark, Object.entries(seen).find(([key]) => bare(key) === landmark)?.[1]]);
});
