'use client';

// The safe window drawn where it is: from the hip, how low the legs may go, and how sure that is.
import styled from 'styled-components';
import { radians } from '@/core/geometry';
import type { Vec2 } from '@/core/geometry';
import type { Pose } from '@/core/body/pose';
import { segmentLengthMm } from '@/core/body/segments';
import type { Body } from '@/core/body/segments';
import type { Ray } from '@/core/load/fan';
import { Figure } from './figure';
import type { Under } from './figure';

const Arc = styled.g`
  .held {
    fill: var(--fluid);
    fill-opacity: 0.32;
  }
  .unsure {
    fill: var(--fluid);
    fill-opacity: 0.14;
    stroke: var(--fluid-deep);
    stroke-dasharray: 4 6;
    stroke-width: 1.5;
  }
  .beyond {
    fill: var(--out);
    fill-opacity: 0.1;
  }
  .edge {
    stroke: var(--fluid-deep);
    stroke-width: 4;
    stroke-linecap: round;
  }
  text {
    font-family: var(--head);
    font-stretch: 88%;
    font-weight: 700;
    fill: var(--ink);
    paint-order: stroke;
    stroke: var(--paper);
    stroke-width: 6px;
  }
`;

/** A slice of a disc between two elevations; feet are to the right, the head to the left. */
function slice([x, y]: Vec2, radius: number, fromDeg: number, toDeg: number): string {
  const at = (deg: number): string =>
    `${(x + radius * Math.cos(radians(deg))).toFixed(1)} ${(y - radius * Math.sin(radians(deg))).toFixed(1)}`;
  return `M${x.toFixed(1)} ${y.toFixed(1)}L${at(fromDeg)}A${radius.toFixed(1)} ${radius.toFixed(1)} 0 0 0 ${at(toDeg)}Z`;
}

export type Edge = Pick<Ray, 'thighDeg' | 'mightDeg'>;

/** The window under a figure: a wedge from straight up down to the edge, paler where it is not known, warm beyond. */
export function fanUnder(
  body: Body,
  { thighDeg, mightDeg }: Edge,
  kneeDeg: number,
): { readonly under: Under; readonly reachMm: number } | undefined {
  if (thighDeg === null) return undefined;
  const bent = kneeDeg >= 45;
  const reach = segmentLengthMm('thigh', body) + (bent ? 0.25 : 1) * segmentLengthMm('shank', body) + (bent ? 40 : 90);
  const lo = Math.min(thighDeg, mightDeg ?? thighDeg);
  const under: Under = ({ see, posed, perMm }) => {
    const hip = see(posed.sides.R.hip);
    const radius = reach * perMm;
    const rim = (deg: number, by: number): Vec2 => [
      hip[0] + (radius + by) * Math.cos(radians(deg)),
      hip[1] - (radius + by) * Math.sin(radians(deg)),
    ];
    const [tx, ty] = rim(thighDeg, 30);
    const [ex, ey] = rim(thighDeg, 0);
    return (
      <Arc aria-hidden>
        <path className="beyond" d={slice(hip, radius, 0, lo)} />
        {thighDeg - lo > 1 && <path className="unsure" d={slice(hip, radius, lo, thighDeg)} />}
        <path className="held" d={slice(hip, radius, thighDeg, 90)} />
        <line className="edge" x1={hip[0]} y1={hip[1]} x2={ex} y2={ey} />
        <text x={tx} y={ty + 8} fontSize={30} textAnchor={thighDeg > 60 ? 'middle' : 'start'}>
          {Math.round(thighDeg)}°
        </text>
      </Arc>
    );
  };
  return { under, reachMm: reach + 70 };
}

/** A form of the legs at an angle, as a pose. */
export function poseOfForm({ form }: Pick<Ray, 'form'>, thighDeg: number): Pose {
  const leg = { kind: 'raised', thighDeg, kneeDeg: form.kneeDeg } as const;
  return { right: leg, left: form.legCount === 2 ? leg : { kind: 'footDown' } };
}

/** A body at the edge of its window. */
export function Fan({ body, ray }: { readonly body: Body; readonly ray: Ray }) {
  const deg = ray.thighDeg ?? 90;
  return (
    <Figure
      pose={poseOfForm(ray, deg)}
      body={body}
      label={`${ray.name}: ${ray.thighDeg === null ? ray.words : `down to ${Math.round(deg)} degrees, ${ray.words}`}`}
      {...fanUnder(body, ray, ray.form.kneeDeg)}
    />
  );
}
