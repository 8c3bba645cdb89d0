// Drawing and measuring as ratios taken in one run, and how honest each measure's error is.
import { measure } from '@/core/alignment/measure';
import type { MeasureInput } from '@/core/alignment/input';
import { poseBody } from '@/core/body/skeleton';
import { flatEye, pinhole } from '@/core/figure/camera';
import { drawBody } from '@/core/figure/draw';
import { honesty } from '../rigs/honesty';
import { takeLooks, tallyOf } from '../rigs/repertoire-looks';
import type { MadeLook } from '../rigs/repertoire-looks';
import { directionsIn } from '@/core/figure/true-marks';
import { markShot, randomBodies, someCamera } from '../rigs/random-look';
import { normal, seeded } from '@/core/random';
import { leastUs, thousandAngles } from './timing';

function main(): void {
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
  for (const [name, way] of Object.entries(ways)) tellLooks(name, takeLooks(6000, 20261130, way));
}

const ways = {
  'stickers, strip, distance told': { marking: 'stickers', strip: true, lensTold: true },
  'marks by hand, nothing told of the lens': { marking: 'hands', strip: false, lensTold: false },
} as const;
/** Fewer say little. */
const enough = 150;
const percent = (part: number, of: number): string => `${((100 * part) / Math.max(1, of)).toFixed(1)} %`;

/** How right drift is by how the trunk lies, and how many looks end in "can't tell". */
function tellLooks(name: string, looks: readonly MadeLook[]): void {
  const findings = looks.flatMap((one) => one.findings);
  const unsure = findings.filter(({ verdict }) => verdict === 'unsure').length;
  const clean = looks.filter(({ fault }) => !fault);
  const open = clean.filter((one) => one.findings.some(({ verdict }) => verdict === 'unsure')).length;
  const shown = looks.filter(({ fault, findings: all }) => fault && all.some((one) => one.fault === fault));
  const told = shown.filter(({ fault, findings: all }) =>
    all.some((one) => one.fault === fault && one.verdict === 'out'),
  ).length;
  console.warn(
    `• ${looks.length} looks over the repertoire, ${name}: of ${findings.length} findings ${percent(unsure, findings.length)} end in "can't tell", of clean looks ${percent(open, clean.length)} in any; of ${shown.length} faults half to two and a half tolerances out ${percent(told, shown.length)} are told`,
  );
  const groups = tallyOf(looks).filter(({ count }) => count >= enough);
  for (const { trunk, measure: id, count, bias, within } of groups.sort((a, b) => a.trunk.localeCompare(b.trunk)))
    console.warn(
      `    ${trunk.padEnd(14)} ${id.padEnd(20)} ${bias.toFixed(2).padStart(6)}  ${(100 * within).toFixed(1)} %   (${count})`,
    );
}

main();
