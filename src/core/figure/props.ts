// Props in place on a posed body, and the larger apparatus it lies, stands or kneels on.
import { hull, length3, middle3, minus3, plus3, times3, unit3 } from '../geometry';
import type { Vec2, Vec3 } from '../geometry';
import { place } from '../body/block';
import { moveBody } from '../body/skeleton';
import type { Pose } from '../body/pose';
import type { PosedBody } from '../body/skeleton';
import type { Eye } from './camera';
import { drawBody } from './draw';
import type { Piece, Shape, ShapeRole } from './draw';
import { disc, polyline } from './shapes';

export const propPlaces = [
  'underHead',
  'underNeck',
  'underRibs',
  'underLowBack',
  'underSacrum',
  'underKnees',
  'underFeet',
  'underSeat',
  'betweenKnees',
  'betweenAnkles',
  'betweenHands',
  'aroundThighs',
  'footToHands',
  'alongBack',
] as const;
export type PropPlace = (typeof propPlaces)[number];
export const propForms = ['roll', 'block', 'wedge', 'pad', 'ball', 'ring', 'band', 'strap', 'pole'] as const;
export type PropForm = (typeof propForms)[number];
export type PlacedProp = { readonly form: PropForm; readonly at: PropPlace };

const seen = (points: readonly Vec3[], { see }: Eye): Vec2[] => points.map((point) => see(point).at);
const far = (points: readonly Vec3[], { see }: Eye): number =>
  points.reduce((sum, point) => sum + see(point).away, 0) / points.length;

const solid = (points: readonly Vec3[], eye: Eye, role: ShapeRole = 'prop'): Piece => ({
  away: far(points, eye),
  shapes: [{ role, path: `${polyline(hull(seen(points, eye)), 1)}Z` }],
});
const line = (points: readonly Vec3[], widthMm: number, eye: Eye, role: ShapeRole = 'propLine'): Piece => {
  const middle = points[Math.floor(points.length / 2)] ?? [0, 0, 0];
  return {
    away: far(points, eye),
    shapes: [{ role, path: polyline(seen(points, eye)), width: widthMm * eye.see(middle).perMm }],
  };
};

/** The corners of a box between two opposite ones. */
const box = ([x0, y0, z0]: Vec3, [x1, y1, z1]: Vec3): Vec3[] =>
  [x0, x1].flatMap((x) => [y0, y1].flatMap((y) => [z0, z1].map((z): Vec3 => [x, y, z])));

const steps = Array.from({ length: 24 }, (_, i) => (2 * Math.PI * i) / 24);

/** A round bar across the body. */
const cylinder = (centre: Vec3, radius: number, halfLength: number): Vec3[] =>
  steps.flatMap((angle) =>
    [-1, 1].map((side): Vec3 => plus3(centre, [radius * Math.cos(angle), side * halfLength, radius * Math.sin(angle)])),
  );

/** Points of a circle square to an axis. */
function circle(centre: Vec3, radius: number, axis: Vec3): Vec3[] {
  const along = unit3(axis);
  const helper: Vec3 = Math.abs(along[2]) < 0.9 ? [0, 0, 1] : [1, 0, 0];
  const across = unit3(
    minus3(helper, times3(along, along[0] * helper[0] + along[1] * helper[1] + along[2] * helper[2])),
  );
  const third: Vec3 = [
    along[1] * across[2] - along[2] * across[1],
    along[2] * across[0] - along[0] * across[2],
    along[0] * across[1] - along[1] * across[0],
  ];
  return [...steps, 0].map((angle) =>
    plus3(centre, plus3(times3(across, radius * Math.cos(angle)), times3(third, radius * Math.sin(angle)))),
  );
}

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

/** One prop where it belongs. */
export function propPieces({ form, at }: PlacedProp, body: PosedBody, eye: Eye): Piece[] {
  const h = body.heightMm;
  const spot = spotOf(at, body);
  const top = Math.max(spot[2], 12);
  const onMat = (halfX: number, halfY: number): Vec3[] =>
    box([spot[0] - halfX, spot[1] - halfY, 0], [spot[0] + halfX, spot[1] + halfY, top]);
  switch (form) {
    case 'pole': {
      const { head, ribs } = body;
      const touch = [landmarkOr(body, 'S2'), landmarkOr(body, 'T6'), place(head, [0, 0, -0.06 * h])];
      const along = unit3(minus3(touch[2] ?? ribs.at, touch[0] ?? ribs.at));
      const start = touch[0] ?? ribs.at;
      return [line([plus3(start, times3(along, -0.12 * h)), plus3(start, times3(along, 0.46 * h))], 22, eye)];
    }
    case 'strap': {
      const { L, R } = body.sides;
      const foot = R.ball[2] > L.ball[2] ? R.ball : L.ball;
      return [line([L.hand, foot, R.hand], 12, eye)];
    }
    case 'band':
      return at === 'footToHands'
        ? [line([body.sides.L.hand, body.sides.L.ball, body.sides.R.ball, body.sides.R.hand], 16, eye)]
        : [{ ...solid(bandRound(body), eye), away: eye.see(spot).away - 500 }];
    case 'ball': {
      const between = at.startsWith('between');
      const radius = between ? Math.max(50, length3(minus3(body.sides.L.knee, body.sides.R.knee)) / 2 - 0.031 * h) : 55;
      const centre: Vec3 = between ? spot : [spot[0], spot[1], Math.max(radius * 0.8, top - radius)];
      const looked = eye.see(centre);
      return [
        { away: looked.away, shapes: [{ role: 'prop', path: disc({ at: looked.at, radius: radius * looked.perMm }) }] },
      ];
    }
    case 'ring': {
      const [a, b] =
        at === 'betweenHands'
          ? [body.sides.L.hand, body.sides.R.hand]
          : at === 'betweenAnkles'
            ? [body.sides.L.ankle, body.sides.R.ankle]
            : [body.sides.L.knee, body.sides.R.knee];
      const facing: Vec3 = Math.abs(minus3(b, a)[0]) > 1 ? [0, 1, 0] : [1, 0, 0];
      return [line(circle(middle3(a, b), 180, facing), 24, eye)];
    }
    case 'roll': {
      const radius = Math.max(14, Math.min(90, top / 2));
      return [solid(cylinder([spot[0], spot[1], radius], radius, at === 'underNeck' ? 150 : 260), eye)];
    }
    case 'pad':
      return [solid(onMat(at === 'underHead' ? 95 : 60, 110), eye)];
    case 'block':
      return at.startsWith('between')
        ? [solid(box(plus3(spot, [-55, -60, -38]), plus3(spot, [55, 60, 38])), eye)]
        : [solid(onMat(60, 110), eye)];
    case 'wedge': {
      if (at === 'betweenHands') {
        // Thick edge under the heel of each hand, thin edge past the fingers: the wrist opens.
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
      // Thin end at the lowest rib, thick end toward the head: it fills what is under ribs, neck and skull.
      const start = body.landmarks.T12 ?? spot;
      const skull = place(body.head, [0.03 * h, 0, -0.056 * h]);
      const under = [body.landmarks.T6 ?? spot, body.landmarks.C7 ?? spot, skull, plus3(skull, [60, 0, 0])];
      return [
        solid(
          [-170, 170].flatMap((y): Vec3[] => [
            [start[0] - 30, y, 0],
            [skull[0] + 60, y, 0],
            ...under.map((at): Vec3 => [at[0], y, Math.max(0, Math.min(at[2], skull[2]))]),
          ]),
          eye,
        ),
      ];
    }
  }
}

/** The pose as a prop changes it: what lifts head or ribs. */
export function onProp(pose: Pose, { form, at }: PlacedProp): Pose {
  if (form === 'wedge')
    return { ...pose, thoracicFlexDeg: (pose.thoracicFlexDeg ?? 0) + 14, neckFlexDeg: (pose.neckFlexDeg ?? 0) + 2 };
  if (at === 'underHead') return { ...pose, headSupportMm: (pose.headSupportMm ?? 0) + (form === 'pad' ? 25 : 40) };
  return pose;
}

const landmarkOr = (body: PosedBody, name: 'S2' | 'T6'): Vec3 => body.landmarks[name] ?? body.pelvis.at;

/** What a client sits on, when that is not the mat. */
export function seatPieces(body: PosedBody, eye: Eye): Piece[] {
  const top = body.pelvis.at[2] - 0.078 * body.heightMm;
  if (body.position !== 'sitting' || top < 150) return [];
  const x = body.pelvis.at[0];
  return [solid(box([x - 190, -230, 0], [x + 170, 230, top]), eye)];
}

export type Apparatus =
  /** `travelMm`: how far the carriage stands out; `ropes`: what the straps hold. */
  | {
      readonly kind: 'reformer';
      readonly travelMm: number;
      readonly springs: number;
      readonly ropes?: 'feet' | 'hands' | undefined;
      /** In front support: hands on the bar and feet on the carriage, or feet on the bar and hands on the carriage. */
      readonly facing?: 'bar' | 'rests' | undefined;
      /** The balls of the feet push on the bar. */
      readonly feetOnBar?: boolean | undefined;
    }
  | { readonly kind: 'trapezeTable'; readonly elastic?: 'feet' | 'hands' | undefined }
  /** `pedalMm`: how high the pedal stands. */
  | { readonly kind: 'chair'; readonly pedalMm: number };

const carriageTop = 390;
const tableTop = 600;

/** A zigzag between two points. */
function coil(from: Vec3, to: Vec3, turns: number): Vec3[] {
  const line3 = minus3(to, from);
  return Array.from({ length: 2 * turns + 1 }, (_, i): Vec3 => {
    const side = i === 0 || i === 2 * turns ? 0 : i % 2 === 0 ? 14 : -14;
    return plus3(plus3(from, times3(line3, i / (2 * turns))), [0, 0, side]);
  });
}

const held = (body: PosedBody, what: 'feet' | 'hands'): Vec3[] =>
  what === 'feet' ? [body.sides.L.ball, body.sides.R.ball] : [body.sides.L.hand, body.sides.R.hand];

/** A reformer under a long body: the bar at one end of it, the carriage under the other. */
function plankReformer(facing: 'bar' | 'rests', springs: number, body: PosedBody, eye: Eye): Piece[] {
  const { L, R } = body.sides;
  const hands = (L.hand[0] + R.hand[0]) / 2;
  const feet = (L.ball[0] + R.ball[0]) / 2;
  const toBar = facing === 'bar' ? 1 : -1; // along x, from the carriage to the bar
  const [bar, carried] = facing === 'bar' ? [hands, feet] : [feet, hands];
  const barTop = carriageTop - 10;
  const [near, far] = [carried + toBar * 260, carried - toBar * 330];
  const ends = [bar + toBar * 120, carried - toBar * 470];
  const rails = [-310, 310].flatMap((y) => [
    solid(box([ends[0] ?? 0, y - 22, 250], [ends[1] ?? 0, y + 22, 315]), eye, 'frame'),
    ...ends.map((x) => solid(box([x - 35, y - 22, 0], [x + 35, y + 22, 250]), eye, 'frame')),
  ]);
  const handle = line(
    [
      [bar + toBar * 50, -300, 300],
      [bar, -300, barTop],
      [bar, 300, barTop],
      [bar + toBar * 50, 300, 300],
    ],
    34,
    eye,
    'frame',
  );
  const coils = Array.from({ length: springs }, (_, i) => {
    const y = (i - (springs - 1) / 2) * 90;
    return line(coil([bar + toBar * 40, y, 280], [near, y, 335], 14), 5, eye, 'spring');
  });
  const carriage = solid(box([near, -280, carriageTop - 70], [far, 280, carriageTop]), eye);
  const rests = [-110, 110].map((y) =>
    solid(box([far + toBar * 60, y - 45, carriageTop], [far + toBar * 105, y + 45, carriageTop + 130]), eye),
  );
  return [...rails, handle, ...coils, carriage, ...rests];
}

/** A chair's pedal under the balls of the feet, hinged below the seat. */
function pedalPieces({ pedalMm }: Extract<Apparatus, { kind: 'chair' }>, body: PosedBody, eye: Eye): Piece[] {
  const { L, R } = body.sides;
  const [x, y] = [(L.ball[0] + R.ball[0]) / 2, 210];
  const hinge: Vec3 = [body.pelvis.at[0] + 60, 0, 90];
  const arms = [-y, y].map((at) =>
    line(
      [
        [hinge[0], at, hinge[2]],
        [x, at, pedalMm],
      ],
      22,
      eye,
      'frame',
    ),
  );
  const coils = [-70, 70].map((at) =>
    line(coil([x - 90, at, pedalMm - 10], [hinge[0] + 60, at, 330], 8), 5, eye, 'spring'),
  );
  return [...arms, ...coils, solid(box([x - 55, -y, pedalMm - 26], [x + 55, y, pedalMm]), eye, 'frame')];
}

/** A reformer: the bar and the springs at the foot end, pulleys and straps at the head end. */
function reformerPieces(
  { travelMm, springs, ropes, facing, feetOnBar }: Extract<Apparatus, { kind: 'reformer' }>,
  body: PosedBody,
  eye: Eye,
): Piece[] {
  const shoulders = (body.sides.L.shoulder[0] + body.sides.R.shoulder[0]) / 2;
  const { L, R } = body.sides;
  const balls = L.ball[0] < R.ball[0] ? L.ball : R.ball; // the foot that reaches furthest
  const [foot, head] = [feetOnBar ? balls[0] - 95 : body.pelvis.at[0] - travelMm - 620, shoulders + 620];
  const barTop = feetOnBar ? balls[2] - 20 : 640;
  const seat = body.pelvis.at[0] - 190;
  if (facing) return plankReformer(facing, springs, body, eye);
  const rails = [-310, 310].flatMap((y) => [
    solid(box([foot, y - 22, 250], [head, y + 22, 315]), eye, 'frame'),
    ...[foot + 40, head - 40].map((x) => solid(box([x - 35, y - 22, 0], [x + 35, y + 22, 250]), eye, 'frame')),
  ]);
  const bar = line(
    [
      [foot + 30, -300, 300],
      [foot + 70, -300, barTop],
      [foot + 70, 300, barTop],
      [foot + 30, 300, 300],
    ],
    34,
    eye,
    'frame',
  );
  const coils = Array.from({ length: springs }, (_, i) =>
    line(
      coil([foot + 40, (i - (springs - 1) / 2) * 90, 280], [seat, (i - (springs - 1) / 2) * 90, 335], 14),
      5,
      eye,
      'spring',
    ),
  );
  const carriage = solid(box([seat, -280, carriageTop - 70], [shoulders + 170, 280, carriageTop]), eye);
  const rests = [-110, 110].map((y) =>
    solid(box([shoulders + 60, y - 45, carriageTop], [shoulders + 105, y + 45, carriageTop + 130]), eye),
  );
  const lines = (ropes ? held(body, ropes) : []).map((end, i) =>
    line([[head - 30, i === 0 ? -240 : 240, 620], end], 9, eye, 'propLine'),
  );
  const posts = [-240, 240].map((y) =>
    line(
      [
        [head - 30, y, 300],
        [head - 30, y, 620],
      ],
      26,
      eye,
      'frame',
    ),
  );
  return [...rails, bar, ...coils, carriage, ...rests, ...posts, ...lines];
}

function tablePieces({ elastic }: Extract<Apparatus, { kind: 'trapezeTable' }>, body: PosedBody, eye: Eye): Piece[] {
  const [foot, head] = [body.pelvis.at[0] - 1000, body.head.at[0] + 300];
  const corners = [-340, 340].flatMap((y) => [foot, head].map((x): [number, number] => [x, y]));
  const posts = corners.map(([x, y]) =>
    line(
      [
        [x, y, 0],
        [x, y, 2150],
      ],
      34,
      eye,
      'frame',
    ),
  );
  const rails = [
    ...[-340, 340].map((y) =>
      line(
        [
          [foot, y, 2150],
          [head, y, 2150],
        ],
        34,
        eye,
        'frame',
      ),
    ),
    ...[foot, head].map((x) =>
      line(
        [
          [x, -340, 2150],
          [x, 340, 2150],
        ],
        34,
        eye,
        'frame',
      ),
    ),
  ];
  const top = solid(box([foot, -340, tableTop - 90], [head, 340, tableTop]), eye);
  const bands = (elastic ? held(body, elastic) : []).map((end, i) =>
    line([[elastic === 'feet' ? foot : head, i === 0 ? -180 : 180, 2150], end], 8, eye),
  );
  return [top, ...posts, ...rails, ...bands];
}

export type Scene = {
  readonly props?: readonly PlacedProp[] | undefined;
  readonly apparatus?: Apparatus | undefined;
};

/** A body with its props, on the mat or on its apparatus; far things first. */
export function drawScene(body: PosedBody, eye: Eye, { props = [], apparatus }: Scene = {}): Shape[] {
  if (!apparatus || apparatus.kind === 'chair')
    return [
      ...seatPieces(body, eye).flatMap(({ shapes }) => shapes),
      ...(apparatus ? pedalPieces(apparatus, body, eye).flatMap(({ shapes }) => shapes) : []),
      ...drawBody(
        body,
        eye,
        props.flatMap((prop) => propPieces(prop, body, eye)),
      ),
    ];
  const lifted = moveBody(body, [0, 0, apparatus.kind === 'reformer' ? carriageTop : tableTop]);
  const large =
    apparatus.kind === 'reformer' ? reformerPieces(apparatus, lifted, eye) : tablePieces(apparatus, lifted, eye);
  const carries = ({ shapes }: Piece) => shapes.some(({ role }) => role !== 'propLine');
  return [
    ...large
      .filter(carries)
      .sort((a, b) => b.away - a.away)
      .flatMap(({ shapes }) => shapes),
    ...drawBody(lifted, eye, [
      ...large.filter((piece) => !carries(piece)),
      ...props.flatMap((prop) => propPieces(prop, lifted, eye)),
    ]),
  ];
}
