// The body in every position, with props and on apparatus, on one sheet: drawn by the core, as print would.
import sharp from 'sharp';
import type { View } from '@/core/anatomy/positions';
import { withFault } from '@/core/body/deviations';
import type { Pose } from '@/core/body/pose';
import { poseBody } from '@/core/body/skeleton';
import { figureSvg } from '@/core/figure/print';
import { onProp } from '@/core/figure/props';
import type { Scene } from '@/core/figure/scene';

const down = { kind: 'footDown' } as const;
const along = { kind: 'along' } as const;
const tabletop = { kind: 'raised', thighDeg: 90, kneeDeg: 90 } as const;
const knee = { kind: 'kneeDown' } as const;
const stand = { kind: 'standing' } as const;
const hook: Pose = { left: down, right: down };
const float: Pose = { left: down, right: tabletop };
const plank: Pose = { position: 'frontSupport', left: along, right: along };
const wedge = { form: 'wedge', at: 'underRibs' } as const;

const cells: readonly (readonly [string, Pose, View?, Scene?])[] = [
  ['hook lying', hook],
  ['leg float', float],
  ['leg float with an arch of 14°', withFault(float, 'arch', 14)],
  [
    'curl',
    {
      left: tabletop,
      right: tabletop,
      thoracicFlexDeg: 35,
      neckFlexDeg: 25,
      leftArm: { kind: 'reaching', liftDeg: 20 },
      rightArm: { kind: 'reaching', liftDeg: 20 },
    },
  ],
  ['bridge, block', { ...hook, trunkDeg: -32 }, 'side', { props: [{ form: 'block', at: 'underSacrum' }] }],
  ['on a wedge', onProp(hook, wedge), 'side', { props: [wedge] }],
  ['prone leg lift', { position: 'prone', left: along, right: { kind: 'raised', thighDeg: -13, kneeDeg: 0 } }],
  [
    'on the side, from above',
    { position: 'sideLying', left: along, right: { kind: 'raised', thighDeg: 0, kneeDeg: 0, outDeg: 24 } },
    'above',
  ],
  [
    'arm and leg reach',
    {
      position: 'fourPoint',
      left: knee,
      right: { kind: 'raised', thighDeg: 0, kneeDeg: 0 },
      leftArm: { kind: 'reaching', liftDeg: 172 },
    },
  ],
  ['front support', plank],
  ['hips sagging', withFault(plank, 'sag', 14)],
  [
    'reformer, feet in straps',
    { left: tabletop, right: tabletop },
    'side',
    { apparatus: { kind: 'reformer', travelMm: 0, springs: 3, ropes: 'feet' } },
  ],
  ['from the foot end, ball', hook, 'foot', { props: [{ form: 'ball', at: 'betweenKnees' }] }],
  ['sitting tall', { position: 'sitting', seatMm: 440, left: down, right: down }],
  ['kneeling', { position: 'kneeling', left: knee, right: knee }],
  [
    'standing, pole',
    { position: 'standing', left: stand, right: stand },
    'side',
    { props: [{ form: 'pole', at: 'alongBack' }] },
  ],
  [
    'standing, from the front',
    { position: 'standing', left: stand, right: { kind: 'raised', thighDeg: 60, kneeDeg: 70 } },
    'front',
  ],
  [
    'trapeze table, elastic',
    { left: along, right: along },
    'side',
    { apparatus: { kind: 'trapezeTable', elastic: 'feet' } },
  ],
];

const [columns, wide, high] = [6, 330, 300];

export async function figureSheet(): Promise<Buffer> {
  const pieces = await Promise.all(
    cells.map(async ([title, pose, view = 'side', scene], index) => {
      const svg = figureSvg(poseBody({ heightM: 1.7, massKg: 65, sex: 'f' }, pose), view, title, scene);
      const drawn = await sharp(Buffer.from(svg), { density: 96 })
        .resize({ width: wide - 30, height: high - 56, fit: 'inside' })
        .png()
        .toBuffer({ resolveWithObject: true });
      const [x, y] = [(index % columns) * wide, Math.floor(index / columns) * high];
      const label = `<svg xmlns="http://www.w3.org/2000/svg" width="${wide}" height="28"><text x="15" y="20" font-family="sans-serif" font-size="15" fill="#424e53">${title}</text></svg>`;
      return [
        {
          input: drawn.data,
          left: x + Math.round((wide - drawn.info.width) / 2),
          top: y + high - 40 - drawn.info.height,
        },
        { input: Buffer.from(label), left: x, top: y + high - 34 },
      ];
    }),
  );
  const rows = Math.ceil(cells.length / columns);
  return sharp({ create: { width: columns * wide, height: rows * high, channels: 3, background: '#fdfcf8' } })
    .composite(pieces.flat())
    .png({ palette: true, compressionLevel: 9 })
    .toBuffer();
}
