// A body from the front and from behind with the places on it where something can be felt.
import type { Place } from '../anatomy/places';
import type { LandmarkKey } from '../anatomy/landmarks';
import type { Pose } from '../body/pose';
import { poseBody } from '../body/skeleton';
import type { PosedBody } from '../body/skeleton';
import { typicalBody } from '../body/segments';
import { distance, middle3 } from '../geometry';
import type { Vec2, Vec3 } from '../geometry';
import { flatEye } from './camera';
import { drawBody } from './draw';
import type { Shape } from './draw';

export type MapView = 'front' | 'behind';
export type Spot = { readonly place: Place; readonly at: Vec2 };
export type BodyMap = {
  readonly width: number;
  readonly height: number;
  readonly shapes: readonly Shape[];
  readonly spots: readonly Spot[];
};

const standing: Pose = {
  position: 'standing',
  left: { kind: 'standing' },
  right: { kind: 'standing' },
  leftArm: { kind: 'reaching', liftDeg: 4, outDeg: 16 },
  rightArm: { kind: 'reaching', liftDeg: 4, outDeg: 16 },
};
const perMm = 0.4;
/** Half the width and the whole height that are shown, mm. */
const shown = { halfWidthMm: 400, heightMm: 1760 };

/** Which side of the body each place is pointed out on. */
export const placesIn: Readonly<Record<MapView, readonly Place[]>> = {
  front: ['ribs', 'arms', 'abdomen', 'wrists', 'hipFronts', 'thighFronts', 'knees'],
  behind: ['neck', 'shoulders', 'upperBack', 'lowBack', 'seat', 'thighBacks', 'feet'],
};

/** Where a place lies, mm: once on the midline, or on both sides. */
function pointsOf(place: Place, { sides, landmarks }: PosedBody): readonly Vec3[] {
  const marked = (...keys: LandmarkKey[]): Vec3[] => keys.flatMap((key) => (landmarks[key] ? [landmarks[key]] : []));
  const both = (of: (side: PosedBody['sides']['L']) => Vec3): Vec3[] => [of(sides.L), of(sides.R)];
  switch (place) {
    case 'neck':
      return marked('C7');
    case 'shoulders':
      return marked('AC_L', 'AC_R');
    case 'upperBack': {
      const [high, low] = [marked('T6')[0], marked('T12')[0]];
      return high && low ? [middle3(high, low)] : [];
    }
    case 'ribs':
      return marked('LR_L', 'LR_R');
    case 'arms':
      return both(({ elbow }) => elbow);
    case 'abdomen': {
      const [low, high] = [marked('PS')[0], marked('XP')[0]];
      return low && high ? [middle3(low, high)] : [];
    }
    case 'lowBack':
      return marked('L3');
    case 'wrists':
      return both(({ hand }) => hand);
    case 'hipFronts':
      return both(({ hip }) => hip);
    case 'seat':
      return both(({ hip }) => hip);
    case 'thighFronts':
    case 'thighBacks':
      return both(({ hip, knee }) => middle3(hip, knee));
    case 'knees':
      return both(({ knee }) => knee);
    case 'feet':
      return both(({ ankle }) => ankle);
  }
}

/** The body drawn from one side in picture units, with its spots there. */
export function bodyMap(view: MapView): BodyMap {
  const posed = poseBody(typicalBody, standing);
  const eye = flatEye(view, perMm, [-shown.halfWidthMm, shown.heightMm]);
  return {
    width: 2 * shown.halfWidthMm * perMm,
    height: (shown.heightMm + 20) * perMm,
    shapes: drawBody(posed, eye),
    spots: placesIn[view].flatMap((place) =>
      pointsOf(place, posed).map((point): Spot => ({ place, at: eye.see(point).at })),
    ),
  };
}

/** A tap farther than this from every spot means none of them, picture units. */
const reach = 130 * perMm;

/** The place nearest to a tap; undefined for one beside the body. */
export function placeAt({ spots }: Pick<BodyMap, 'spots'>, tap: Vec2): Place | undefined {
  const nearest = [...spots].sort((a, b) => distance(a.at, tap) - distance(b.at, tap))[0];
  return nearest && distance(nearest.at, tap) <= reach ? nearest.place : undefined;
}
