import sharp from 'sharp';
import type { MarkId } from '../anatomy/marks';
import { stickerPlan } from '../anatomy/stickers';
import { distance } from '../geometry';
import type { Vec2 } from '../geometry';
import { normal, seeded } from '../random';
import type { Pixels } from './sticker-colour';
import { beginFollowing, followStickers } from './sticker-follow';
import type { FollowedSticker, ReadWindow } from './sticker-follow';

const [width, height, fps] = [420, 240, 25];
const radius = 7;
type Worn = {
  readonly name: MarkId;
  readonly colour: number;
  readonly at: (s: number) => Vec2;
  readonly hides?: (s: number) => boolean;
};

/** A frame as a phone films it: discs on a grey, grainy wall, soft at the edge, through compression. */
async function film(worn: readonly Worn[], s: number, seed: number): Promise<Pixels> {
  const uniform = seeded(seed);
  const data = Buffer.alloc(width * height * 3);
  const shown = worn
    .filter(({ hides }) => !hides?.(s))
    .map(({ colour, at }) => ({ rgb: stickerPlan[colour]?.rgb ?? [0, 0, 0], at: at(s) }));
  for (let y = 0, k = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      let rgb: readonly number[] = [186 - x / 12, 180 - y / 10, 168];
      for (const { rgb: own, at } of shown) {
        const cover = Math.min(1, Math.max(0, radius + 0.5 - Math.hypot(x + 0.5 - at[0], y + 0.5 - at[1])));
        if (cover > 0) rgb = rgb.map((value, i) => value + cover * ((own[i] ?? 0) - value));
      }
      const grain = 4 * normal(uniform);
      for (const value of rgb) data[k++] = Math.min(255, Math.max(0, value + grain));
    }
  const jpeg = await sharp(data, { raw: { width, height, channels: 3 } })
    .jpeg({ quality: 72 })
    .toBuffer();
  const { data: back } = await sharp(jpeg).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  return { width, height, data: back };
}

const windowOf =
  ({ data }: Pixels): ReadWindow =>
  (x, y, w, h) => {
    const [left, top] = [Math.max(0, x), Math.max(0, y)];
    const [wide, high] = [Math.min(width, x + w) - left, Math.min(height, y + h) - top];
    if (wide < 8 || high < 8) return undefined;
    const own = new Uint8Array(wide * high * 4);
    for (let row = 0; row < high; row += 1) {
      const from = ((top + row) * width + left) * 4;
      own.set(data.subarray(from, from + wide * 4), row * wide * 4);
    }
    return { left, top, pixels: { width: wide, height: high, data: own } };
  };

/** The stickers through so many seconds, frame by frame. */
async function follow(
  worn: readonly Worn[],
  lastS: number,
  rate = fps,
): Promise<readonly (readonly FollowedSticker[])[]> {
  const sticker = ({ at, colour }: Worn) => ({ at: at(0), radius, colour, isCovered: false, sdPx: 0.3 });
  let now = beginFollowing(
    worn.map((one) => ({ name: one.name, sticker: sticker(one) })),
    0,
  );
  const all = [now];
  for (let i = 1; i <= lastS * rate; i += 1) {
    now = followStickers(now, i / rate, windowOf(await film(worn, i / rate, i)));
    all.push(now);
  }
  return all;
}
const errorsOf = (worn: readonly Worn[], frames: readonly (readonly FollowedSticker[])[], rate = fps): number[] =>
  frames
    .slice(1)
    .flatMap((now, i) =>
      now.flatMap((one, k) => (one.isSeen ? [distance(one.at, worn[k]?.at((i + 1) / rate) ?? [0, 0])] : [])),
    );
const mean = (all: readonly number[]) => all.reduce((a, b) => a + b, 0) / all.length;

/** A pelvis that sways, and a knee that swings by, at four pixels a frame. */
const sway =
  (x: number, y: number) =>
  (s: number): Vec2 => [x + 12 * Math.sin(3 * s), y + 5 * Math.sin(4 * s)];
const pelvis: readonly Worn[] = [
  { name: 'ASIS', colour: 0, at: sway(120, 90) },
  { name: 'PS', colour: 0, at: sway(175, 80) },
  { name: 'GT', colour: 0, at: sway(150, 135) },
];
const knee: Worn = { name: 'LK', colour: 1, at: (s) => [260 + 60 * Math.cos(1.6 * s), 130 - 60 * Math.sin(1.6 * s)] };

test('through compressed film the middle of a moving sticker is right to less than 0.3 px, and none is lost', async () => {
  const worn = [...pelvis, knee];
  const frames = await follow(worn, 2);
  const errors = errorsOf(worn, frames);
  expect(errors).toHaveLength(worn.length * 50);
  expect(mean(errors)).toBeLessThan(0.3);
  expect(Math.max(...errors)).toBeLessThan(1.2);
});

test('a lower leg thrown up in under a second is not lost where a slow machine films ten or twelve frames a second', async () => {
  const from = (s: number) => Math.min(1, Math.max(0, (s - 0.4) / 0.7));
  const turn = (s: number) => 0.2 + (Math.PI / 2) * from(s) ** 2 * (3 - 2 * from(s)); // still, up by a quarter turn, still
  const swings =
    (far: number) =>
    (s: number): Vec2 => [150 + far * Math.cos(turn(s)), 205 - far * Math.sin(turn(s))];
  const worn: readonly Worn[] = [
    ...pelvis.slice(0, 2),
    { name: 'LK', colour: 1, at: swings(95) },
    { name: 'LM', colour: 1, at: swings(190) },
  ];
  for (const rate of [10, 12, 25]) {
    const frames = await follow(worn, 1.6, rate);
    const errors = errorsOf(worn, frames, rate);
    expect([rate, errors.length]).toEqual([rate, worn.length * Math.floor(1.6 * rate)]);
    expect(Math.max(...errors)).toBeLessThan(1.5);
  }
});

test('hidden for a second while the body moves on, it is itself within three frames of being seen again', async () => {
  const hides = (s: number) => s > 0.4 && s < 1.4;
  const worn = pelvis.map((one) => (one.name === 'PS' ? { ...one, hides } : one));
  const frames = await follow(worn, 2);
  const seen = frames.map((now) => now.find(({ name }) => name === 'PS'));
  expect(seen.slice(12, 34).every((one) => one?.isSeen === false)).toBe(true);
  expect(seen[Math.ceil(1.4 * fps) + 3]?.isSeen).toBe(true);
  expect(Math.max(...errorsOf(worn, frames))).toBeLessThan(2);
});

test('two of one colour hidden together and moved meanwhile are not taken for each other', async () => {
  const hides = (s: number) => s > 0.3 && s < 1;
  const worn = pelvis.map((one) => (one.name === 'GT' ? one : { ...one, hides }));
  const frames = await follow(worn, 1.8);
  expect(Math.max(...errorsOf(worn, frames))).toBeLessThan(2);
  expect(frames.at(-1)?.every(({ isSeen }) => isSeen)).toBe(true);
});

test('a hand over one does not make its neighbour’s disc the hidden one’s', async () => {
  const near: readonly Worn[] = [
    { name: 'STF', colour: 0, at: sway(140, 100) },
    { name: 'STB', colour: 0, at: sway(166, 104), hides: (s) => s > 0.3 },
    { name: 'LR', colour: 2, at: sway(200, 60) },
  ];
  const frames = await follow(near, 1.2);
  expect(frames.at(-1)?.map(({ isSeen }) => isSeen)).toEqual([true, false, true]);
  expect(Math.max(...errorsOf(near, frames))).toBeLessThan(2);
});

test('a speck of another colour, or of another size, is not it', async () => {
  const lone: readonly Worn[] = [{ name: 'LK', colour: 1, at: () => [200, 120], hides: (s) => s > 0.1 }];
  const start = beginFollowing(
    [{ name: 'LK', sticker: { at: [200, 120], radius, colour: 1, isCovered: false, sdPx: 0.3 } }],
    0,
  );
  const other = await film([{ name: 'GT', colour: 0, at: () => [202, 121] }], 1, 5);
  expect(followStickers(start, 0.04, windowOf(other))[0]?.isSeen).toBe(false);
  expect(followStickers(start, 0.04, windowOf(await film(lone, 1, 6)))[0]).toMatchObject({
    isSeen: false,
    at: [200, 120],
  });
});
