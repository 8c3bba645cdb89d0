// From the screen to a drawing: where a pointer is, in the drawing's own units.
import type { Vec2 } from '@/core/geometry';

type OnScreen = { readonly clientX: number; readonly clientY: number };

/** The point of an SVG drawing under a point of the screen; nowhere while the drawing is not laid out. */
export function placeOn(drawing: SVGSVGElement | null | undefined, { clientX, clientY }: OnScreen): Vec2 | undefined {
  const matrix = drawing?.getScreenCTM();
  if (!matrix) return undefined;
  const { x, y } = new DOMPoint(clientX, clientY).matrixTransform(matrix.inverse());
  return [x, y];
}

/** Screen pixels in one unit of a drawing. */
export const pixelsPerUnit = (drawing: SVGSVGElement): number => drawing.getScreenCTM()?.a ?? 1;
