// The directions in which a picture is read, from its mat line and where the client lies or faces.
import { degrees, distance, dot, length, middle, minus, rotate, times, unit } from '../geometry';
import type { Vec2 } from '../geometry';
import { isUpright } from '../anatomy/positions';
import { failure, success } from '../result';
import type { Result } from '../result';
import type { MeasureInput } from './input';
import type { Position, View } from '../anatomy/positions';
import type { Side } from '../anatomy/landmarks';

/** Unit vectors in picture coordinates (y down). */
export type Frame = {
  /** c: toward the head along the trunk's intended line. */
  readonly headward: Vec2;
  /** v: toward the belly side. */
  readonly bellyward: Vec2;
  /** Away from the mat, whatever the belly does. */
  readonly up: Vec2;
  /** Along the mat, toward the feet end (lying) or where the client faces (upright). */
  readonly footward: Vec2;
  /** The client's left to right, in views that show it. */
  readonly rightward: Vec2;
  /** A point of the mat line, and its middle. */
  readonly matAt: Vec2;
  readonly matMiddle: Vec2;
  readonly matTiltDeg: number;
  readonly matLengthPx: number;
  readonly mmPerPx: number | undefined;
  readonly near: Side;
};

const bellyDownPositions: readonly Position[] = ['prone', 'fourPoint', 'frontSupport'];

const isBellyDown = (position: Position): boolean => bellyDownPositions.includes(position);

export type FrameInput = Pick<
  MeasureInput,
  'position' | 'view' | 'headEnd' | 'facing' | 'bellySide' | 'matLine' | 'scale'
>;

const matSteepestDeg = 60;

const opposite = (direction: Vec2): Vec2 => times(direction, -1);

/** Which side of the client the eye is nearer to in a side view. */
export function nearSide({ position, headEnd, facing, bellySide }: Omit<FrameInput, 'matLine' | 'scale'>): Side {
  if (isUpright(position)) return facing === 'left' ? 'L' : 'R';
  if (position === 'sideLying') return (headEnd === 'left') === (bellySide !== 'down') ? 'R' : 'L'; // the side that is up
  const rightIsNearer = (headEnd === 'left') !== isBellyDown(position);
  return rightIsNearer ? 'R' : 'L';
}

/** The client's left to right across the picture, in end, front, behind and above views. */
function rightwardOf(view: View, { position, headEnd }: FrameInput, along: Vec2, up: Vec2): Vec2 {
  if (view === 'above') {
    // Seen from above with the head left, the right hand of a client on her back is down in the picture.
    const upInPicture = (headEnd === 'left') === isBellyDown(position);
    return upInPicture ? up : opposite(up);
  }
  if (isUpright(position)) return view === 'front' ? opposite(along) : along;
  const fromFeet = view === 'foot' || view === 'behind';
  return fromFeet === isBellyDown(position) ? along : opposite(along);
}

type MatLine = Pick<Frame, 'matAt' | 'matMiddle' | 'matTiltDeg' | 'matLengthPx' | 'up'> & { readonly along: Vec2 };

/** The mat line as directions, picture left to right; refused where it has no length or stands on end. */
function readMatLine([from, to]: MeasureInput['matLine'], path: string): Result<MatLine> {
  const matLengthPx = distance(from, to);
  if (!(matLengthPx >= 2))
    return failure('matLineTooShort', 'The mat line has no length: set its two ends apart along the mat.', path);
  const drawn = unit(minus(to, from));
  const along = drawn[0] < 0 ? opposite(drawn) : drawn;
  const matTiltDeg = degrees(Math.atan2(-along[1], along[0]));
  if (Math.abs(matTiltDeg) > matSteepestDeg)
    return failure(
      'matLineTooSteep',
      `The mat line stands at ${Math.round(Math.abs(matTiltDeg))}°: turn the picture so that the mat runs across it.`,
      path,
    );
  const up: Vec2 = [along[1], -along[0]];
  return success({ along, up, matAt: from, matMiddle: middle(from, to), matTiltDeg, matLengthPx });
}

/** Millimetres in a pixel where a known length is marked; refused where it has none in the picture. */
function readScale(scale: FrameInput['scale'], path: string): Result<number | undefined> {
  if (!scale) return success(undefined);
  const px = distance(scale.points[0], scale.points[1]);
  return px >= 2
    ? success(scale.mm / px)
    : failure('scaleTooShort', 'The known length has no length in the picture: set its two ends apart.', path);
}

/** Refused where it is not told which way the client lies or faces, and the view does not say it. */
function checkDirection({ position, view, headEnd, facing }: FrameInput, path: (name: string) => string): Result<true> {
  if (isUpright(position)) {
    if (view !== 'side' || facing) return success(true);
    return failure('missing', 'facing is missing: say which way the client faces in the picture.', path('facing'));
  }
  if ((view !== 'side' && view !== 'above') || headEnd) return success(true);
  return failure('missing', 'headEnd is missing: say at which end of the picture the head is.', path('headEnd'));
}

/** Where head, belly, and feet (or face) are, as unit vectors. */
function bodyDirections(
  { position, headEnd, facing, bellySide }: FrameInput,
  along: Vec2,
  up: Vec2,
): Pick<Frame, 'headward' | 'bellyward' | 'footward'> {
  if (isUpright(position)) {
    const front = facing === 'left' ? opposite(along) : along;
    return { headward: up, bellyward: front, footward: front };
  }
  const headward = headEnd === 'left' ? opposite(along) : along;
  const bellyUp = position === 'sideLying' ? bellySide !== 'down' : !isBellyDown(position);
  return { headward, bellyward: bellyUp ? up : opposite(up), footward: opposite(headward) };
}

/** Reads directions and scale; refuses a mat line or scale that has no length. `at` leads to them in the input. */
export function readFrame(input: FrameInput, at = ''): Result<Frame> {
  const path = (name: string) => (at ? `${at}.${name}` : name);
  const mat = readMatLine(input.matLine, path('matLine'));
  if (!mat.ok) return mat;
  const scale = readScale(input.scale, path('scale.points'));
  if (!scale.ok) return scale;
  const direction = checkDirection(input, path);
  if (!direction.ok) return direction;
  const { along, up, matAt, matMiddle, matTiltDeg, matLengthPx } = mat.value;
  const { headward, bellyward, footward } = bodyDirections(input, along, up);
  // Written out: an object spread into another is several times slower, and this is read for every picture.
  return success({
    headward,
    bellyward,
    up,
    footward,
    rightward: rightwardOf(input.view, input, along, up),
    matAt,
    matMiddle,
    matTiltDeg,
    matLengthPx,
    mmPerPx: scale.value,
    near: nearSide(input),
  });
}

/** The frame with the trunk's own line as reference, for a trunk that is off the mat. */
export function alongTrunk(frame: Frame, hip: Vec2, shoulder: Vec2): Frame {
  const trunk = minus(shoulder, hip);
  if (length(trunk) === 0) return frame;
  const headward = unit(trunk);
  const side = rotate(headward, Math.PI / 2);
  const turned = rotate(frame.headward, Math.PI / 2);
  const bellyward = dot(turned, frame.bellyward) > 0 ? side : opposite(side);
  return { ...frame, headward, bellyward };
}
