// From space to picture: flat, without perspective (drawings), or through a lens (pictures).
import { cross3, dot3, minus3, times3, unit3 } from '../geometry';
import type { Vec2, Vec3 } from '../geometry';
import type { Position, View } from '../anatomy/positions';

/** A point in the picture, the size of one millimetre there, and how far away it is (larger is farther); y down. */
export type Seen = { readonly at: Vec2; readonly perMm: number; readonly away: number };
export type Eye = {
  readonly see: (point: Vec3) => Seen;
  /** Unit vector from the eye into the picture. */
  readonly forward: Vec3;
};

/** Picture directions of a view in the body's world (see `skeleton`); the head, or the face, is at the left. */
const axes: Readonly<Record<View, { readonly right: Vec3; readonly up: Vec3 }>> = {
  side: { right: [-1, 0, 0], up: [0, 0, 1] },
  foot: { right: [0, -1, 0], up: [0, 0, 1] },
  head: { right: [0, 1, 0], up: [0, 0, 1] },
  above: { right: [-1, 0, 0], up: [0, -1, 0] },
  front: { right: [0, 1, 0], up: [0, 0, 1] },
  behind: { right: [0, -1, 0], up: [0, 0, 1] },
};

/** Farther things of a flat side view are drawn a little aside, so that two legs in one place are told apart. */
const aside: Vec2 = [0.16, -0.1];

/** A drawing's eye; `origin` is what lands at picture (0, 0), in mm along the picture's right and up. */
export function flatEye(view: View, perMm: number, origin: Vec2): Eye {
  const { right, up } = axes[view];
  const forward = times3(cross3(right, up), -1);
  return {
    forward,
    see: (point) => {
      const away = dot3(point, forward);
      const shift = view === 'side' ? Math.max(0, away) : 0;
      return {
        at: [
          (dot3(point, right) - origin[0] + shift * aside[0]) * perMm,
          (origin[1] - dot3(point, up) + shift * aside[1]) * perMm,
        ],
        perMm,
        away,
      };
    },
  };
}

export type Camera = {
  readonly positionMm: Vec3;
  readonly lookAtMm: Vec3;
  readonly focalPx: number;
  readonly widthPx: number;
  readonly heightPx: number;
  /** Where the lens axis meets the picture, from its top; the middle unless the picture is cropped. */
  readonly horizonPx?: number;
  /** Turned about the lens axis, radians; + tips the picture's right side down. */
  readonly roll?: number;
  /** What is up in the picture when looking straight down; z otherwise. */
  readonly up?: Vec3;
};

/** A pinhole camera. */
export function pinhole(camera: Camera): Eye {
  const forward = unit3(minus3(camera.lookAtMm, camera.positionMm));
  const levelRight = unit3(cross3(forward, camera.up ?? [0, 0, 1]));
  const levelUp = cross3(levelRight, forward);
  const [c, s] = [Math.cos(camera.roll ?? 0), Math.sin(camera.roll ?? 0)];
  const mix = (a: Vec3, p: number, b: Vec3, q: number): Vec3 => [
    a[0] * p + b[0] * q,
    a[1] * p + b[1] * q,
    a[2] * p + b[2] * q,
  ];
  const right = mix(levelRight, c, levelUp, s);
  const up = mix(levelUp, c, levelRight, -s);
  return {
    forward,
    see: (point) => {
      const ray = minus3(point, camera.positionMm);
      const away = dot3(ray, forward);
      const perMm = camera.focalPx / away;
      return {
        at: [
          camera.widthPx / 2 + dot3(ray, right) * perMm,
          (camera.horizonPx ?? camera.heightPx / 2) - dot3(ray, up) * perMm,
        ],
        perMm,
        away,
      };
    },
  };
}

/** The side of the client nearer to a careful person's camera (head, or face, at the left). */
export const nearSideOf = (position: Position, view: View): 'L' | 'R' =>
  view === 'above' || position === 'supine' ? 'R' : 'L';
