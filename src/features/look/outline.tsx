'use client';

import { useState } from 'react';
import type { PointerEvent } from 'react';
import type { Pose } from '@/core/body/pose';
import type { View } from '@/core/anatomy/positions';
import type { Body } from '@/core/body/segments';
import { poseBody } from '@/core/body/skeleton';
import { flatEye } from '@/core/figure/camera';
import { drawBody } from '@/core/figure/draw';
import { placeOn } from '@/platform/browser/pointer';
import type { Vec2 } from '@/core/geometry';
import { expectedPlaces } from '@/core/knowledge/expected';
import type { WantedMarks } from '@/core/knowledge/wanted';
import type { MarkId } from '@/core/anatomy/marks';

/** A body as it should lie in the picture, in millimetres, y down; two points hold it: pelvis and head. */
export type OutlineShape = {
  readonly paths: readonly string[];
  readonly landmarks: readonly { readonly name: MarkId; readonly at: Vec2 }[];
  readonly hold: readonly [Vec2, Vec2];
  readonly mirrored: boolean;
};
/** Where those two points lie in the picture. */
export type OutlinePlace = readonly [Vec2, Vec2];

export function outlineOf(
  body: Body,
  pose: Pose,
  view: View,
  wanted: WantedMarks,
  headEnd: 'left' | 'right',
): OutlineShape {
  const posed = poseBody(body, pose);
  const eye = flatEye(view, 1, [0, 0]);
  const mirrored = headEnd === 'right';
  const flip = ([x, y]: Vec2): Vec2 => [mirrored ? -x : x, y];
  const seen = (at: readonly [number, number, number]): Vec2 => flip(eye.see(at).at);
  const [pelvis, head] = [seen(posed.pelvis.at), seen(posed.head.at)];
  const fromEnd = Math.hypot(pelvis[0] - head[0], pelvis[1] - head[1]) < 250;
  return {
    paths: drawBody(posed, eye)
      .filter(({ role }) => !['spine', 'hair', 'ribsBlock', 'pelvisBlock'].includes(role))
      .map(({ path }) => path),
    landmarks: expectedPlaces(body, pose, view, wanted, headEnd),
    hold: fromEnd ? [seen(posed.sides.L.shoulder), seen(posed.sides.R.shoulder)] : [pelvis, head],
    mirrored,
  };
}

type Similarity = { readonly c: number; readonly s: number; readonly x: number; readonly y: number };

function fit([a, b]: OutlineShape['hold'], [p, q]: OutlinePlace): Similarity {
  const [ux, uy, vx, vy] = [b[0] - a[0], b[1] - a[1], q[0] - p[0], q[1] - p[1]];
  const square = ux * ux + uy * uy;
  const [c, s] = [(ux * vx + uy * vy) / square, (ux * vy - uy * vx) / square];
  return { c, s, x: p[0] - (c * a[0] - s * a[1]), y: p[1] - (s * a[0] + c * a[1]) };
}

/** Where each landmark falls when the outline lies so. */
export function landmarksUnder(shape: OutlineShape, at: OutlinePlace): Partial<Record<MarkId, Vec2>> {
  const { c, s, x, y } = fit(shape.hold, at);
  return Object.fromEntries(
    shape.landmarks.map(({ name, at: [px, py] }) => [name, [c * px - s * py + x, s * px + c * py + y]]),
  );
}

/** A first guess: as large as two thirds of the picture, standing on the mat line where there is one. */
export function firstPlace(
  shape: OutlineShape,
  width: number,
  height: number,
  mat: readonly [Vec2, Vec2] | null,
): OutlinePlace {
  const [a, b] = shape.hold;
  const xs = shape.landmarks.map(({ at }) => at[0]).concat(a[0], b[0]);
  const ys = shape.landmarks.map(({ at }) => at[1]).concat(a[1], b[1]);
  const [wide, high] = [Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys)];
  const scale = Math.min((0.7 * width) / Math.max(wide, 1), (0.7 * height) / Math.max(high, 1));
  const ground = mat ? (mat[0][1] + mat[1][1]) / 2 - 0.02 * height : 0.5 * height + (scale * high) / 2;
  const middle = (Math.max(...xs) + Math.min(...xs)) / 2;
  const put = ([x, y]: Vec2): Vec2 => [width / 2 + (x - middle) * scale, ground + y * scale];
  return [put(a), put(b)];
}

/** The outline over the picture: drag it whole, or by the handles at pelvis and head to turn and size it. */
export function Outline({
  shape,
  at,
  unit,
  onMove,
}: {
  shape: OutlineShape;
  at: OutlinePlace;
  unit: number;
  onMove: (at: OutlinePlace) => void;
}) {
  const [grip, setGrip] = useState<{ which: 0 | 1 | 'all'; from: Vec2; at: OutlinePlace }>();
  const { c, s, x, y } = fit(shape.hold, at);
  const spot = (event: PointerEvent<SVGElement>): Vec2 => placeOn(event.currentTarget.ownerSVGElement, event) ?? [0, 0];
  const take = (which: 0 | 1 | 'all') => (event: PointerEvent<SVGElement>) => {
    event.stopPropagation();
    event.currentTarget.setPointerCapture(event.pointerId);
    setGrip({ which, from: spot(event), at });
  };
  const move = (event: PointerEvent<SVGElement>) => {
    if (!grip) return;
    event.stopPropagation();
    const now = spot(event);
    const { which, from, at: start } = grip;
    const by = ([px, py]: Vec2): Vec2 => [px + now[0] - from[0], py + now[1] - from[1]];
    onMove(
      which === 'all'
        ? [by(start[0]), by(start[1])]
        : which === 0
          ? [by(start[0]), start[1]]
          : [start[0], by(start[1])],
    );
  };
  const release = (event: PointerEvent<SVGElement>) => {
    event.stopPropagation();
    setGrip(undefined);
  };
  const handlers = (which: 0 | 1 | 'all') => ({
    onPointerDown: take(which),
    onPointerMove: move,
    onPointerUp: release,
    onPointerCancel: release,
  });
  return (
    <g data-outline>
      <g
        transform={`matrix(${c} ${s} ${-s} ${c} ${x} ${y})${shape.mirrored ? ' scale(-1 1)' : ''}`}
        fill="#dbe85a"
        opacity={0.42}
        style={{ cursor: 'move' }}
        {...handlers('all')}
      >
        {shape.paths.map((path, index) => (
          <path key={index} d={path} />
        ))}
      </g>
      {([0, 1] as const).map((which) => (
        <g
          key={which}
          transform={`translate(${at[which][0]} ${at[which][1]})`}
          style={{ cursor: 'grab' }}
          {...handlers(which)}
        >
          <circle r={22 * unit} fill="transparent" />
          <circle r={11 * unit} fill="#fdfcf8" stroke="#1c2a2f" strokeWidth={2.5 * unit} />
        </g>
      ))}
    </g>
  );
}
