// Drawing, sticker finding and measuring as ratios taken in one run, and how honest each measure's error is.
import sharp from 'sharp';
import { measure } from '@/core/alignment/measure';
import type { MeasureInput } from '@/core/alignment/input';
import { poseBody } from '@/core/body/skeleton';
import { flatEye, pinhole } from '@/core/figure/camera';
import { drawBody } from '@/core/figure/draw';
import { honesty } from '../rigs/honesty';
import { demoPicture, standingCamera } from '@/core/figure/picture';
import { facts, markShot, randomBodies, someCamera } from '../rigs/random-look';
import { stickerColours } from '@/core/motion/sticker-plan';
import { findStickers } from '@/core/motion/stickers';
import { normal, seeded } from '@/core/random';

const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? Number.NaN;

let sink = 0;
/** Milliseconds a call, the median of nine rounds after a warm-up. */
function time(work: () => number, calls: number): number {
  const round = () => {
    const started = process.hrtime.bigint();
    for (let i = 0; i < calls; i += 1) sink += work();
    return Number(process.hrtime.bigint() - started) / calls / 1e6;
  };
  round();
  return median(Array.from({ length: 9 }, round));
}

async function main(): Promise<void> {
  const body = poseBody(
    { heightM: 1.7, massKg: 65 },
    { left: { kind: 'footDown' }, right: { kind: 'raised', thighDeg: 90, kneeDeg: 90 } },
  );
  for (const view of ['side', 'foot', 'above'] as const) {
    const eye = flatEye(view, 0.4, [-900, 600]);
    console.warn(`• drawing a figure from ${view}: ${time(() => drawBody(body, eye).length, 60).toFixed(2)} ms here`);
  }

  const { svg } = demoPicture(body, standingCamera('supine', 'side', { wide: 1280, high: 720 }));
  const { data, info } = await sharp(Buffer.from(svg)).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  const pixels = { width: info.width, height: info.height, data: new Uint8Array(data) };
  const touch = () => {
    let sum = 0;
    for (let i = 0; i < pixels.data.length; i += 4)
      sum += (pixels.data[i] ?? 0) + (pixels.data[i + 1] ?? 0) + (pixels.data[i + 2] ?? 0);
    return sum;
  };
  const [once, found] = [time(touch, 8), time(() => findStickers(pixels, stickerColours).length, 8)];
  console.warn(
    `• ${findStickers(pixels, stickerColours).length} stickers in 1280 × 720: ${(found / once).toFixed(2)} × touching each pixel once (here ${found.toFixed(1)} ms)`,
  );

  const uniform = seeded(5);
  const shake = { uniform, gauss: () => normal(uniform) };
  const inputs = Array.from({ length: 40 }, (): MeasureInput => {
    const { setup, top } = randomBodies(shake, 'supine');
    const eye = pinhole(someCamera('side', setup, shake));
    const shot = (posed: typeof setup) =>
      markShot('side', 'R', posed, eye, shake, { markingSdPx: 1.5, palpated: false });
    return { ...facts('supine', 'side'), ...shot(top), neutral: shot(setup), markingSdPx: 1.5 };
  });
  let turn = 0;
  const next = () => inputs[turn++ % inputs.length] as MeasureInput;
  const whole = time(() => (measure(next()).ok ? 1 : 0), 400);
  const angle = time(() => {
    const { PS = [0, 0], SN = [1, 1] } = next().landmarks;
    return Math.atan2(SN[1] - PS[1], SN[0] - PS[0]);
  }, 20_000);
  const first = measure(inputs[0] as MeasureInput);
  const count = first.ok ? Object.keys(first.value.measures).length : 0;
  console.warn(
    `• measure, ${count} measures with their errors from two full pictures: ${Math.round(whole / angle)} × one bare angle (here ${(1000 * whole).toFixed(0)} µs)`,
  );

  console.warn('• 2,000 made-up looks, each with its errors turned round: bias, and share of truths within ±1.96 s');
  for (const [id, { drift, absolute }] of Object.entries(honesty(2000, 20261125)))
    console.warn(
      `    ${id.padEnd(22)} drift ${drift.bias.toFixed(3).padStart(7)}  ${(100 * drift.within).toFixed(1)} %   absolute ${absolute.bias.toFixed(3).padStart(7)}  ${(100 * absolute.within).toFixed(1)} %   (${drift.count})`,
    );
  if (!Number.isFinite(sink)) throw new Error('the figures came to nothing');
}

main().catch((error: unknown) => {
  console.error(error);
  process.exit(1);
});
