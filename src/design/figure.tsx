'use client';

import { useMemo } from 'react';
import { PaintedFigure, drawFigure } from './drawing';
import type { FigureProps } from './drawing';

/** A body drawn from its pose, anew whenever the pose changes. */
export function Figure({ pose, view, body, scene, spot, reachMm, ...paint }: FigureProps) {
  const drawn = useMemo(
    () =>
      drawFigure({
        pose,
        ...(view ? { view } : {}),
        ...(body ? { body } : {}),
        ...(scene ? { scene } : {}),
        ...(reachMm === undefined ? {} : { reachMm }),
        spot,
      }),
    [pose, view, body, scene, spot, reachMm],
  );
  return <PaintedFigure drawn={drawn} {...paint} />;
}
