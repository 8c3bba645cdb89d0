// Drawing, sticker finding and measuring as ratios taken in one run, and how honest each measure's error is.
import sharp from 'sharp';
import { measure } from '@/core/alignment/measure';
import type { MeasureInput } from '@/core/alignment/input';
import { poseBody } from '@/core/body/skeleton';
import { flatEye, pinhole } from '@/core/figure/camera';
import { drawBody } from '@/core/figure/draw';
import { honesty } from '../rigs/honesty';
import { demoPicture, standingCamera } from '@/core/figure/picture';
import { directionsIn } from '@/core/figure/true-marks';
import { markShot, randomBodies, someCamera } from '../rigs/random-look';
import { stickerColours } from '@/core/motion/sticker-plan';
import { findStickers } from '@/core/motion/stickers';
import { normal, seeded } from '@/core/random';
import { leastUs, thousandAngles } from './timing';

async function main(): Promise<void> {
  const size = { heightM: 1.7, massKg: 65 };
  const pose = { left: { kind: 'footDown' }, right: { kind: 'raised', thighDeg: 90, kneeDeg: 90 } } as const;
  const body = poseBody(size, pose);
  for (const view of ['side', 'foot', 'above'] as const) {
    const eye = flatEye(view, 0.4, [-900, 600]);
    const [drawing = 0, placing = 1] = leastUs([
      { work: () => drawBody(body, eye).length, calls: 20 },
      { work: () => poseBody(size, pose).spine.length, calls: 20 },
    ]);
    console.warn(
      `• drawing a figure from ${view}: ${(drawing / placing).toFixed(2)} × placing its joints (here ${drawing.toFixed(0)} µs)`,
    );
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
  const [once = 1, found = 0] = leastUs([
    { work: touch, calls: 4 },
    { work: () => findStickers(pixels, stickerColours).length, calls: 4 },
  ]);
  console.warn(
    `• ${findStickers(pixels, stickerColours).length} stickers in 1280 × 720: ${(found / once).toFixed(2)} × touching each pixel once (here ${(found / 1000).toFixed(1)} ms)`,
  );

  const uniform = seeded(5);
  const shake = { uniform, gauss: () => normal(uniform) };
  const inputs = Array.from({ length: 40 }, (): MeasureInput => {
    const { setup, top } = randomBodies(shake, 'supine');
    const eye = pinhole(someCamera('side', setup, shake));
    const shot = (posed: typeof setup) =>
      markShot('side', 'R', posed, eye, shake, { markingSdPx: 1.5, palpated: false });
    return { ...directionsIn('supine', 'side'), ...shot(top), neutral: shot(setup), markingSdPx: 1.5 };
  });
  let turn = 0;
  const next = () => inputs[turn++ % inputs.length] as MeasureInput;
  const [whole = 0, yard = 1] = leastUs([
    { work: () => (measure(next()).ok ? 1 : 0), calls: 400 },
    { work: thousandAngles, calls: 200 },
  ]);
  const first = measure(inputs[0] as MeasureInput);
  const count = first.ok ? Object.keys(first.value.measures).length : 0;
  console.warn(
    `• measure, ${count} measures with their errors from two full pictures: ${(whole / yard).toFixed(2)} × a thousand arc tangents (here ${whole.toFixed(1)} µs)`,
  );

  console.warn('• 2,000 made-up looks, each with its errors turned round: bias, and share of truths within ±1.96 s');
  for (const [id, { drift, absolute }] of Object.entries(honesty(2000, 20261125)))
    console.warn(
      `    ${id.padEnd(22)} drift ${drift.bias.toFixed(3).padStart(7)}  ${(100 * drift.within).toFixed(1)} %   absolute ${absolute.bias.toFixed(3).padStart(7)}  ${(100 * absolute.within).toFixed(1)} %   (${drift.count})`,
    );
}

main().catch((error: unknown) => {
  console.error(error);
  process.exit(1);
});
