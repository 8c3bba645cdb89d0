// From space to picture: seen from the side without perspective (drawings) or through a lens (pictures).
import { cross3, dot3, minus3, unit3 } from '../geometry';
import type { Vec2, Vec3 } from '../geometry';

/** A point in the picture and the size of one millimetre there, in picture units; y down. */
export type Seen = { readonly at: Vec2; readonly perMm: number };
export type Eye = (point: Vec3) => Seen;

/** Side view without perspective, head at the left; `originMm` is what lands at picture (0, 0). */
export const flatSide =
  (perMm: number, originMm: readonly [number, number]): Eye =>
  ([x, , z]) => ({ at: [(originMm[0] - x) * perMm, (originMm[1] - z) * perMm], perMm });

export type Camera = {
  readonly positionMm: Vec3;
  readonly lookAtMm: Vec3;
  readonly focalPx: number;
  readonly widthPx: number;
  readonly heightPx: number;
  /** Where the lens axis meets the picture, from its top; the middle unless the picture is cropped. */
  readonly horizonPx?: number;
};

/** A pinhole camera held upright. */
export function pinhole(camera: Camera): Eye {
  const forward = unit3(minus3(camera.lookAtMm, camera.positionMm));
  const right = unit3(cross3(forward, [0, 0, 1]));
  const up = cross3(right, forward);
  return (point) => {
    const ray = minus3(point, camera.positionMm);
    const perMm = camera.focalPx / dot3(ray, forward);
    return {
      at: [
        camera.widthPx / 2 + dot3(ray, right) * perMm,
        (camera.horizonPx ?? camera.heightPx / 2) - dot3(ray, up) * perMm,
      ],
      perMm,
    };
  };
}
