// Where a posed body's landmarks truly lie in a picture from each view: by an eye without lens or error, level and square,
// a pixel a millimetre. What every measure is defined by; with a lens and errors on top, pictures to practise on.
import { isUpright } from '../anatomy/positions';
import type { Position, View } from '../anatomy/positions';
import type { Landmark, LandmarkKey } from '../anatomy/landmarks';
import type { PosedBody } from '../body/skeleton';
import type { Vec2, Vec3 } from '../geometry';
import { nearSideOf, pinhole } from './camera';
import type { Eye } from './camera';

const sideLine: readonly Landmark[] = ['SL1', 'SL2', 'SL3', 'SL4', 'SL5', 'SL7'];

/** Landmarks that a view shows; in profile those of the near side. */
export function shownIn(view: View, near: 'L' | 'R'): LandmarkKey[] {
  const single: Landmark[] = ['PS', 'SN', 'XP', 'FH', 'CH', 'C7', 'T6', 'T12', 'L3', 'S2'];
  const paired: Landmark[] = [
    'ASIS',
    'PSIS',
    'GT',
    'LK',
    'LM',
    'LR',
    'AC',
    'TR',
    'EL',
    'WR',
    'TOE',
    'STF',
    'STB',
    ...sideLine,
  ];
  if (view === 'side') return [...single, ...paired.map((name): LandmarkKey => `${name}_${near}`)];
  const both: Landmark[] = ['ASIS', 'GT', 'PAT', 'LM', 'HEEL', 'AC', 'TR'];
  return ['SN', ...both.flatMap((name): LandmarkKey[] => [`${name}_L`, `${name}_R`])];
}

const pelvisHeight = (body: PosedBody): number => body.pelvis.at[2];

/** Half a mat's width, mm. */
export const matHalf = 305;

/** Mat line and known length as a view shows them: along the mat, or across its end. */
export function references(view: View, body: PosedBody): { mat: readonly [Vec3, Vec3]; rod: readonly [Vec3, Vec3] } {
  const beside = matHalf - 60;
  if (view === 'side' || view === 'above') {
    const height = view === 'above' && body.position === 'sideLying' ? pelvisHeight(body) : 9;
    return {
      mat: [
        [1000, matHalf, view === 'above' ? height : 0],
        [-860, matHalf, view === 'above' ? height : 0],
      ],
      rod: [
        [560, beside, height],
        [-440, beside, height],
      ],
    };
  }
  const x = view === 'front' || view === 'head' ? 60 : -60;
  return {
    mat: [
      [x, matHalf, 0],
      [x, -matHalf, 0],
    ],
    rod: [
      [x, 400, 9],
      [x, -400, 9],
    ],
  };
}

/** How the client lies in such a picture. */
export const directionsIn = (
  position: Position,
  view: View,
): {
  readonly position: Position;
  readonly view: View;
  readonly headEnd?: 'left';
  readonly facing?: 'left';
  readonly bellySide?: 'up';
} => ({
  position,
  view,
  ...(isUpright(position) ? { facing: 'left' } : { headEnd: 'left' }),
  ...(position === 'sideLying' ? { bellySide: 'up' } : {}),
});

/** So far away that nothing is drawn larger for being nearer. */
const infinitelyFarMm = 1e7;
/** As far away as a look's lens can be told to stand: what little it draws larger is taken off as from any lens. */
export const farthestToldMm = 20_000;

/** An eye without error, level and square, a pixel a millimetre at the body's middle: the definition of every measure. */
export function trueEye(view: View, far = infinitelyFarMm): Eye {
  const up: Vec3 = [0, -1, 0];
  const from: Readonly<Record<View, Vec3>> = {
    side: [0, far, 0],
    foot: [-far, 0, 0],
    head: [far, 0, 0],
    front: [far, 0, 0],
    behind: [-far, 0, 0],
    above: [0, 0, far],
  };
  return pinhole({
    positionMm: from[view],
    lookAtMm: [0, 0, 0],
    focalPx: far,
    widthPx: 4000,
    heightPx: 4000,
    ...(view === 'above' ? { up } : {}),
  });
}

type TrueMarks = {
  readonly landmarks: Readonly<Partial<Record<LandmarkKey, Vec2>>>;
  readonly matLine: readonly [Vec2, Vec2];
  readonly scale: { readonly points: readonly [Vec2, Vec2]; readonly mm: number };
};

/** Everything that a view of a body shows, where it truly is, seen from `farthestToldMm`. */
export function trueMarks(body: PosedBody, view: View): TrueMarks {
  const { see } = trueEye(view, farthestToldMm);
  const at = (point: Vec3): Vec2 => see(point).at;
  const near = nearSideOf(body.position, view);
  const inProfile = view === 'above' && body.position === 'sideLying' ? 'side' : view;
  const seen = shownIn(inProfile, near).flatMap((key): [LandmarkKey, Vec2][] => {
    const point = body.landmarks[key];
    return point ? [[key, at(point)]] : [];
  });
  const { mat, rod } = references(view, body);
  return {
    landmarks: Object.fromEntries(seen),
    matLine: [at(mat[0]), at(mat[1])],
    scale: { points: [at(rod[0]), at(rod[1])], mm: Math.hypot(rod[0][0] - rod[1][0], rod[0][1] - rod[1][1]) },
  };
}
