// The larger apparatus that a body lies, stands or kneels on, and what it sits on. Millimetres.
import { minus3, plus3, times3 } from '../geometry';
import type { Vec3 } from '../geometry';
import type { PosedBody } from '../body/skeleton';
import type { Eye } from './camera';
import type { Piece } from './draw';
import { box, line, solid } from './solids';

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

export const carriageTop = 390;
export const tableTop = 600;

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
export function pedalPieces({ pedalMm }: Extract<Apparatus, { kind: 'chair' }>, body: PosedBody, eye: Eye): Piece[] {
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
export function reformerPieces(
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

/** A frame of four posts round the body, with its elastic from the head end, as pieces to draw. */
export function tablePieces(
  { elastic }: Extract<Apparatus, { kind: 'trapezeTable' }>,
  body: PosedBody,
  eye: Eye,
): Piece[] {
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
