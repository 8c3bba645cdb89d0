// Props in place on a posed body. Millimetres.
import { length3, middle3, minus3, plus3, times3, unit3 } from '../geometry';
import type { Vec3 } from '../geometry';
import { place } from '../body/block';
import type { Pose } from '../body/pose';
import type { PosedBody } from '../body/skeleton';
import type { Eye } from './camera';
import type { Piece } from './draw';
import { disc } from './shapes';
import { box, circle, cylinder, line, solid } from './solids';

export const propPlaces = [
  'underHead',
  'underNeck',
  'underRibs',
  'underLowBack',
  'underSacrum',
  'underKnees',
  'underFeet',
  'underRightFoot',
  'underRightHeel',
  'underCalves',
  'underSeat',
  'betweenKnees',
  'betweenAnkles',
  'betweenHands',
  'aroundThighs',
  'footToHands',
  'alongBack',
] as const;
export type PropPlace = (typeof propPlaces)[number];
export const propForms = ['roll', 'block', 'wedge', 'pad', 'ball', 'bigBall', 'ring', 'band', 'strap', 'pole'] as const;
export type PropForm = (typeof propForms)[number];
export type PlacedProp = { readonly form: PropForm; readonly at: PropPlace };

/** Where a prop goes on this body: its middle, and how far the body is from what lies under it. */
function spotOf(at: PropPlace, body: PosedBody): Vec3 {
  const { sides, landmarks, heightMm: h } = body;
  const both = (name: 'knee' | 'ankle' | 'hand' | 'ball' | 'wrist'): Vec3 => middle3(sides.L[name], sides.R[name]);
  const lowered = (point: Vec3, radius: number): Vec3 => [point[0], point[1], point[2] - radius];
  switch (at) {
    case 'underHead':
      return lowered(place(body.head, [0.012 * h, 0, 0]), 0.058 * h);
    case 'underNeck':
      return lowered(body.spine[11] ?? body.head.at, 0.036 * h);
    case 'underRibs':
      return landmarks.T6 ?? body.ribs.at;
    case 'underLowBack':
      return landmarks.L3 ?? body.pelvis.at;
    case 'underSacrum':
      return landmarks.S2 ?? body.pelvis.at;
    case 'underKnees':
      return lowered(both('knee'), 0.034 * h);
    case 'underFeet':
      return lowered(both('ball'), 0.0135 * h);
    case 'underRightFoot':
      return lowered(middle3(sides.R.ankle, sides.R.ball), 0.0135 * h);
    case 'underRightHeel':
      return lowered(sides.R.heel, 0.01 * h);
    case 'underCalves': {
      const calf = (side: 'L' | 'R') => middle3(sides[side].knee, sides[side].ankle);
      return lowered(middle3(calf('L'), calf('R')), 0.028 * h);
    }
    case 'underSeat':
      return place(body.pelvis, [-0.09 * h, 0, -0.02 * h]);
    case 'betweenKnees':
    case 'aroundThighs':
      return both('knee');
    case 'betweenAnkles':
      return both('ankle');
    case 'betweenHands':
      return both('hand');
    case 'footToHands':
    case 'alongBack':
      return body.pelvis.at;
  }
}

/** Round the near thigh: between the two, wherever their knees are. */
function bandRound(body: PosedBody): Vec3[] {
  const at = (side: 'L' | 'R'): Vec3 => {
    const { hip, knee } = body.sides[side];
    return plus3(hip, times3(minus3(knee, hip), 0.72));
  };
  const [left, right] = [at('L'), at('R')];
  const { hip, knee } = body.sides.R;
  const out = times3(unit3(minus3(right, left)), 0.045 * body.heightMm);
  const half = times3(unit3(minus3(knee, hip)), 0.02 * body.heightMm);
  const corners = [plus3(right, out), minus3(left, out)];
  const thick = circle([0, 0, 0], 0.043 * body.heightMm, minus3(knee, hip));
  return corners.flatMap((corner) =>
    thick.flatMap((rim) => [
      plus3(corner, plus3(times3(rim, 0.98), half)),
      plus3(corner, minus3(times3(rim, 0.98), half)),
    ]),
  );
}

/** Where a prop goes on a body, drawn with what eye. */
type Placing = {
  readonly at: PropPlace;
  readonly body: PosedBody;
  readonly eye: Eye;
  readonly spot: Vec3;
  readonly top: number;
};

const isBetween = (at: PropPlace): boolean => at.startsWith('between');

/** A box from the mat up to what lies on it. */
const onMat = ({ spot, top }: Placing, halfX: number, halfY: number): Vec3[] =>
  box([spot[0] - halfX, spot[1] - halfY, 0], [spot[0] + halfX, spot[1] + halfY, top]);

const landmarkOr = (body: PosedBody, name: 'S2' | 'T6'): Vec3 => body.landmarks[name] ?? body.pelvis.at;

/** Along the back: it touches sacrum, chest and head. */
function polePiece({ body, eye }: Placing): Piece[] {
  const start = landmarkOr(body, 'S2');
  const along = unit3(minus3(place(body.head, [0, 0, -0.06 * body.heightMm]), start));
  const reach = (share: number): Vec3 => plus3(start, times3(along, share * body.heightMm));
  return [line([reach(-0.12), reach(0.46)], 22, eye)];
}

/** From hand to hand round the higher foot. */
function strapPiece({ body: { sides }, eye }: Placing): Piece[] {
  const foot = sides.R.ball[2] > sides.L.ball[2] ? sides.R.ball : sides.L.ball;
  return [line([sides.L.hand, foot, sides.R.hand], 12, eye)];
}

function bandPiece({ at, body, eye, spot }: Placing): Piece[] {
  const { L, R } = body.sides;
  if (at === 'footToHands') return [line([L.hand, L.ball, R.ball, R.hand], 16, eye)];
  return [{ ...solid(bandRound(body), eye), away: eye.see(spot).away - 500 }];
}

function ballPiece({ at, body, eye, spot, top }: Placing): Piece[] {
  const { L, R } = body.sides;
  const gap = length3(minus3(L.knee, R.knee)) / 2 - 0.031 * body.heightMm;
  const radius = isBetween(at) ? Math.max(50, gap) : 55;
  const centre: Vec3 = isBetween(at) ? spot : [spot[0], spot[1], Math.max(radius * 0.8, top - radius)];
  const looked = eye.see(centre);
  const path = disc({ at: looked.at, radius: radius * looked.perMm });
  return [{ away: looked.away, shapes: [{ role: 'prop', path }] }];
}

function ringPiece({ at, body: { sides }, eye }: Placing): Piece[] {
  const joint = at === 'betweenHands' ? 'hand' : at === 'betweenAnkles' ? 'ankle' : 'knee';
  const [a, b] = [sides.L[joint], sides.R[joint]];
  const facing: Vec3 = Math.abs(minus3(b, a)[0]) > 1 ? [0, 1, 0] : [1, 0, 0];
  return [line(circle(middle3(a, b), 180, facing), 24, eye)];
}

function rollPiece({ at, eye, spot, top }: Placing): Piece[] {
  const radius = Math.max(14, Math.min(90, top / 2));
  return [solid(cylinder([spot[0], spot[1], radius], radius, at === 'underNeck' ? 150 : 260), eye)];
}

function blockPiece(placing: Placing): Piece[] {
  const { at, eye, spot } = placing;
  if (!isBetween(at)) return [solid(onMat(placing, 60, 110), eye)];
  return [solid(box(plus3(spot, [-55, -60, -38]), plus3(spot, [55, 60, 38])), eye)];
}

/** Thick edge under the heel of each hand, thin edge past the fingers: the wrist opens. */
function handWedges({ body, eye }: Placing): Piece[] {
  return [body.sides.L, body.sides.R].map(({ wrist, hand }) => {
    const along = Math.sign(hand[0] - wrist[0]) || 1;
    const [heel, tip] = [wrist[0] - along * 45, hand[0] + along * 35];
    return solid(
      [-45, 45].flatMap((y): Vec3[] => [
        [heel, hand[1] + y, 0],
        [heel, hand[1] + y, 46],
        [tip, hand[1] + y, 6],
        [tip, hand[1] + y, 0],
      ]),
      eye,
    );
  });
}

/** Thin end at the lowest rib, thick end toward the head: it fills what is under ribs, neck and skull. */
function trunkWedge({ body, eye, spot }: Placing): Piece[] {
  const { landmarks, head, heightMm: h } = body;
  const start = landmarks.T12 ?? spot;
  const skull = place(head, [0.03 * h, 0, -0.056 * h]);
  const under = [landmarks.T6 ?? spot, landmarks.C7 ?? spot, skull, plus3(skull, [60, 0, 0])];
  const cut = (y: number): Vec3[] => [
    [start[0] - 30, y, 0],
    [skull[0] + 60, y, 0],
    ...under.map((at): Vec3 => [at[0], y, Math.max(0, Math.min(at[2], skull[2]))]),
  ];
  return [solid([-170, 170].flatMap(cut), eye)];
}

/** It lies on the mat under what rests on it, as large as that leaves room for; a studio's big ball at most. */
function bigBallPiece({ eye, spot, top }: Placing): Piece[] {
  const radius = Math.min(220, top / 2);
  const looked = eye.see([spot[0], spot[1], radius]);
  return [
    { away: looked.away, shapes: [{ role: 'prop', path: disc({ at: looked.at, radius: radius * looked.perMm }) }] },
  ];
}

const pieceOf: Readonly<Record<PropForm, (placing: Placing) => Piece[]>> = {
  pole: polePiece,
  strap: strapPiece,
  band: bandPiece,
  ball: ballPiece,
  bigBall: bigBallPiece,
  ring: ringPiece,
  roll: rollPiece,
  pad: (placing) => [solid(onMat(placing, placing.at === 'underHead' ? 95 : 60, 110), placing.eye)],
  block: blockPiece,
  wedge: (placing) => (placing.at === 'betweenHands' ? handWedges(placing) : trunkWedge(placing)),
};

/** One prop where it belongs. */
export function propPieces({ form, at }: PlacedProp, body: PosedBody, eye: Eye): Piece[] {
  const spot = spotOf(at, body);
  return pieceOf[form]({ at, body, eye, spot, top: Math.max(spot[2], 12) });
}

/** The pose as a prop changes it: what lifts head or ribs. */
export function onProp(pose: Pose, { form, at }: PlacedProp): Pose {
  if (form === 'wedge')
    return { ...pose, thoracicFlexDeg: (pose.thoracicFlexDeg ?? 0) + 14, neckFlexDeg: (pose.neckFlexDeg ?? 0) + 2 };
  if (at === 'underHead') return { ...pose, headSupportMm: (pose.headSupportMm ?? 0) + (form === 'pad' ? 25 : 40) };
  return pose;
}
