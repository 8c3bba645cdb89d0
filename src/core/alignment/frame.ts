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
function nearSide({ position, headEnd, facing, bellySide }: FrameInput): Side {
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

/** Reads directions and scale; refuses a mat line or scale that has no length. */
export function readFrame(input: FrameInput, at = ''): Result<Frame> {
  const { position, view, headEnd, facing, matLine, scale } = input;
  const path = (name: string) => (at ? `${at}.${name}` : name);
  const matLengthPx = distance(matLine[0], matLine[1]);
  if (!(matLengthPx >= 2))
    return failure(
      'matLineTooShort',
      'The mat line has no length: set its two ends apart along the mat.',
      path('matLine'),
    );

  let along = unit(minus(matLine[1], matLine[0]));
  if (along[0] < 0) along = opposite(along); // picture left to right
  const matTiltDeg = degrees(Math.atan2(-along[1], along[0]));
  if (Math.abs(matTiltDeg) > matSteepestDeg)
    return failure(
      'matLineTooSteep',
      `The mat line stands at ${Math.round(Math.abs(matTiltDeg))}°: turn the picture so that the mat runs across it.`,
      path('matLine'),
    );
  const up: Vec2 = [along[1], -along[0]];

  let mmPerPx: number | undefined;
  if (scale) {
    const px = distance(scale.points[0], scale.points[1]);
    if (!(px >= 2))
      return failure(
        'scaleTooShort',
        'The known length has no length in the picture: set its two ends apart.',
        path('scale.points'),
      );
    mmPerPx = scale.mm / px;
  }

  const isUp = isUpright(position);
  if (isUp && view === 'side' && !facing)
    return failure('missing', 'facing is missing: say which way the client faces in the picture.', path('facing'));
  if (!isUp && (view === 'side' || view === 'above') && !headEnd)
    return failure('missing', 'headEnd is missing: say at which end of the picture the head is.', path('headEnd'));
  const front = facing === 'left' ? opposite(along) : along;
  const headward = isUp ? up : headEnd === 'left' ? opposite(along) : along;
  const bellyUp = position === 'sideLying' ? input.bellySide !== 'down' : !isBellyDown(position);
  return success({
    headward,
    bellyward: isUp ? front : bellyUp ? up : opposite(up),
    up,
    footward: isUp ? front : opposite(headward),
    rightward: rightwardOf(view, input, along, up),
    matAt: matLine[0],
    matMiddle: middle(matLine[0], matLine[1]),
    matTiltDeg,
    matLengthPx,
    mmPerPx,
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
