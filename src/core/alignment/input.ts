// What `measure`, `judge` and `compare` take, checked at the edge.
import * as v from 'valibot';
import { phases, positions, views } from '../anatomy/positions';
import { knownLength, landmarkSds, landmarks, line, point } from '../anatomy/marks';
import { notNegative, number } from '../numbers';

const choice = <const T extends readonly string[]>(options: T) =>
  v.picklist(options, `must be one of ${options.join(', ')}`);

const estimate = v.strictObject({ value: number, se: notNegative });
export type Estimate = v.InferOutput<typeof estimate>;

const bends = v.strictObject({ hip: notNegative, knee: notNegative, arm: notNegative });

export const measureInput = v.strictObject({
  position: choice(positions),
  view: choice(views),
  headEnd: v.optional(choice(['left', 'right'])),
  facing: v.optional(choice(['left', 'right'])),
  /** Side-lying seen from above: where in the picture the belly is. */
  bellySide: v.optional(choice(['up', 'down'])),
  /**
   * `inclined`: the trunk is off the mat (bridge, roll-up, teaser), so tilt is read against GT→AC; `level`: it is not, or
   * only its top (a curl). Where it is not told, a trunk seen to lean from 20° on is off the mat.
   */
  trunk: v.optional(choice(['level', 'inclined'])),
  matLine: line,
  scale: v.optional(knownLength),
  landmarks,
  neutral: v.optional(
    v.strictObject({
      landmarks,
      matLine: v.optional(line),
      scale: v.optional(knownLength),
      landmarkSdPx: v.optional(landmarkSds),
    }),
  ),
  /** Where the lens stands, to undo its perspective in profile views. */
  lens: v.optional(
    v.strictObject({
      /** Where its axis meets the picture: the middle of a picture that is not cropped. */
      axis: point,
      /** From the lens to the client's middle. */
      distanceMm: v.pipe(number, v.minValue(500, 'must be at least 500 mm')),
      /** Elevation of the axis itself, + from above; what is told here goes before `cameraElevationDeg`. */
      elevationDeg: v.optional(number),
      /** How much nearer to the lens the mat line and the known length lie than the client's middle. */
      matNearerMm: v.optional(number),
      knownNearerMm: v.optional(number),
    }),
  ),
  /** How far joints have moved since the set-up, as far as the pictures do not show it; 10° where it is not told. */
  movedDeg: v.optional(v.strictObject({ L: bends, R: bends })),
  /**
   * How far the pelvis has rolled since the set-up, + right side up, where it is known from the same unbroken hold (a picture
   * from an end of the mat, a phone across both hip bones): what a roll makes of tilt is taken off.
   */
  rolledDeg: v.optional(estimate),
  markingSdPx: v.optional(notNegative, 1.5),
  /** The same of single landmarks, where it is another: of a sticker that was found, of one that is partly hidden. */
  landmarkSdPx: v.optional(landmarkSds),
  /** Spread of what is known of the camera's elevation; 2 where nothing is, 0.7 where it was measured. */
  cameraElevationSdDeg: v.optional(notNegative),
  /** Elevation of the line of sight at the client, + from above, where lens height and distance were measured. */
  cameraElevationDeg: v.optional(number),
});
export type MeasureInput = v.InferOutput<typeof measureInput>;

export const judgeInput = v.strictObject({
  exercise: v.string('must be the id of an exercise'),
  level: v.optional(v.pipe(number, v.integer('must be a whole number'), v.minValue(1, 'must be at least 1'))),
  phase: v.optional(choice(phases), 'hold'),
  school: v.optional(v.string('must be the id of a school')),
  stances: v.optional(v.record(v.string(), v.string('must be the id of a choice')), {}),
  conditions: v.optional(v.array(v.string('must be the id of a condition'), 'must be a list'), []),
  neutral: v.optional(v.record(v.string(), estimate, 'must be measures by id')),
  measures: v.record(v.string(), estimate, 'must be measures by id'),
});
export type JudgeInput = v.InferOutput<typeof judgeInput>;

export const compareInput = v.pipe(
  v.strictObject({
    before: estimate,
    after: estimate,
    target: v.strictTuple([v.nullable(number), v.nullable(number)], 'is not an interval [lo, hi]'),
  }),
  v.forward(
    v.check(({ target: [lo, hi] }) => lo === null || hi === null || lo <= hi, 'the lower limit is above the upper one'),
    ['target'],
  ),
);
export type CompareInput = v.InferOutput<typeof compareInput>;
