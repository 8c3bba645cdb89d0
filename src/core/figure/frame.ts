// How much of the world a drawing shows: the same for every pose of a position, wider where a pose reaches out of it.
import type { Position, View } from '../anatomy/positions';
import type { Vec2, Vec3 } from '../geometry';
import type { PosedBody } from '../body/skeleton';
import { flatEye } from './camera';
import type { Eye } from './camera';
import type { Apparatus } from './apparatus';
import type { Scene } from './scene';

/** Left, right, bottom, top in mm along the picture's right and up. */
type Extent = readonly [number, number, number, number];

const lyingFrom: Readonly<Record<'side' | 'end' | 'above', Extent>> = {
  side: [-905, 845, -25, 620],
  end: [-430, 430, -25, 620],
  above: [-905, 845, -400, 400],
};
const uprightFrom: Readonly<Record<'side' | 'end' | 'above', Extent>> = {
  side: [-520, 520, -25, 1800],
  end: [-520, 520, -25, 1800],
  above: [-520, 520, -400, 400],
};
const apparatusExtent: Readonly<Record<Apparatus['kind'], Extent>> = {
  chair: [-520, 620, -25, 1420],
  reformer: [-1300, 1300, -20, 1150],
  trapezeTable: [-1250, 1350, -20, 2230],
};

const uprights: readonly Position[] = ['sitting', 'kneeling', 'standing'];
const low: readonly Position[] = ['sitting', 'kneeling'];

function baseExtent(position: Position, view: View): Extent {
  const kind = view === 'side' || view === 'above' ? view : 'end';
  const [left, right, bottom, top] = (uprights.includes(position) ? uprightFrom : lyingFrom)[kind];
  return [left, right, bottom, low.includes(position) && kind !== 'above' ? 1420 : top];
}

const margin = 45;

/** The eye for a drawing and the size of its picture, at `perMm` picture units a millimetre; `also` must fit in. */
export function frameFigure(
  body: PosedBody,
  view: View,
  perMm: number,
  scene: Scene = {},
  also: readonly Vec3[] = [],
): { readonly eye: Eye; readonly width: number; readonly height: number; readonly matY: number } {
  const trial = flatEye(view, 1, [0, 0]);
  const points: Vec2[] = [body.sides.L, body.sides.R]
    .flatMap(({ knee, ankle, toe, elbow, hand, hip }) => [knee, ankle, toe, elbow, hand, hip])
    .concat([body.head.at, body.pelvis.at, ...body.sections.map(({ back }) => back), ...also])
    .map((point) => trial.see(point).at);
  const base = scene.apparatus ? apparatusExtent[scene.apparatus.kind] : baseExtent(body.position, view);
  const lift = { reformer: 390, trapezeTable: 600, chair: 0, none: 0 }[scene.apparatus?.kind ?? 'none'];
  const xs = points.map(([x]) => x);
  const ys = points.map(([, y]) => lift - y);
  const left = Math.min(base[0], ...xs.map((x) => x - margin));
  const right = Math.max(base[1], ...xs.map((x) => x + margin));
  const top = Math.max(base[3], ...ys.map((y) => y + 2.6 * margin));
  const bottom = view === 'above' ? Math.min(base[2], ...ys.map((y) => y - margin)) : base[2];
  return {
    eye: flatEye(view, perMm, [left, top]),
    width: (right - left) * perMm,
    height: (top - bottom) * perMm,
    matY: top * perMm,
  };
}
