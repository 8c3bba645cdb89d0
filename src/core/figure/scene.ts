// A body with its props on the mat or on its apparatus.
import { moveBody } from '../body/skeleton';
import type { PosedBody } from '../body/skeleton';
import { carriageTop, pedalPieces, reformerPieces, seatPieces, tablePieces, tableTop } from './apparatus';
import type { Apparatus } from './apparatus';
import type { Eye } from './camera';
import { drawBody } from './draw';
import type { Piece, Shape } from './draw';
import { propPieces } from './props';
import type { PlacedProp } from './props';

export type Scene = {
  readonly props?: readonly PlacedProp[] | undefined;
  readonly apparatus?: Apparatus | undefined;
};

/** A body where it lies in a scene: as high as the apparatus that carries it. */
export function bodyIn({ apparatus }: Scene, body: PosedBody): PosedBody {
  if (!apparatus || apparatus.kind === 'chair') return body;
  return moveBody(body, [0, 0, apparatus.kind === 'reformer' ? carriageTop : tableTop]);
}

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
  const lifted = bodyIn({ apparatus }, body);
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
