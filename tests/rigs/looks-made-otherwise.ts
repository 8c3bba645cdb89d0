// Looks at bodies that share no code with the product, with the truth beside them: how far off it is there, and whether it knows.
import { readFileSync } from 'node:fs';
import path from 'node:path';
import * as v from 'valibot';
import { measureInput } from '@/core/alignment/input';
import { measure } from '@/core/alignment/measure';
import type { Measure } from '@/core/alignment/propagate';
import { selfCompared } from '@/core/alignment/rules';

const point = v.tuple([v.number(), v.number()]);
const marked = v.object({
  landmarks: v.record(v.string(), point),
  matLine: v.tuple([point, point]),
  scale: v.object({ points: v.tuple([point, point]), mm: v.number() }),
});
const values = v.record(v.string(), v.optional(v.number()));
const look = v.object({
  scene: v.string(),
  position: v.string(),
  view: v.string(),
  headEnd: v.optional(v.string()),
  facing: v.optional(v.string()),
  bellySide: v.optional(v.string()),
  camera: v.object({ size: point, distanceMm: v.number(), pitchDeg: v.number() }),
  setup: marked,
  top: marked,
  true: v.object({ top: values, stickersSetup: values, stickersTop: values }),
});
type Look = v.InferOutput<typeof look>;

/** An error of a measure, with the standard error that was stated for it. */
export type Miss = { readonly error: number; readonly se: number };

/** What of the camera was told: all that a careful person measures, or nothing. */
export type CameraTold = 'all' | 'nothing';

const cameraAsTold = ({ camera }: Look, told: CameraTold): object =>
  told === 'nothing'
    ? {}
    : {
        cameraElevationSdDeg: 0.7,
        lens: {
          axis: [camera.size[0] / 2, camera.size[1] / 2],
          distanceMm: camera.distanceMm,
          elevationDeg: camera.pitchDeg,
        },
      };

/** The set-up of an inclined trunk is read against the trunk's line as well. */
function read(look: Look, shot: Look['top'], isTop: boolean, told: CameraTold): Readonly<Record<string, Measure>> {
  const { scene, position, view, headEnd, facing, bellySide, setup } = look;
  const asked = v.parse(measureInput, {
    position,
    view,
    ...(headEnd ? { headEnd } : {}),
    ...(facing ? { facing } : {}),
    ...(bellySide ? { bellySide } : {}),
    ...(scene === 'bridge' || scene === 'teaser' ? { trunk: 'inclined' } : {}),
    ...shot,
    ...(isTop ? { neutral: setup } : {}),
    markingSdPx: 1.5,
    ...cameraAsTold(look, told),
  });
  const result = measure(asked);
  if (!result.ok) throw new Error(result.error.message);
  return result.value.measures;
}

export type Missed = Readonly<Record<string, { readonly drift: readonly Miss[]; readonly absolute: readonly Miss[] }>>;

/** Misses by `scene view measure`, of these measures. */
export function missesIn(measures: readonly string[], told: CameraTold = 'all'): Missed {
  const file = path.join(__dirname, '../fixtures/looks-made-otherwise.json');
  const looks = v.parse(v.array(look), JSON.parse(readFileSync(file, 'utf8')));
  const found: Record<string, { drift: Miss[]; absolute: Miss[] }> = {};
  for (const one of looks) {
    const [rest, now] = [read(one, one.setup, false, told), read(one, one.top, true, told)];
    for (const id of measures) {
      const [before, after] = [rest[id], now[id]];
      const [stuck, moved, bone] = [one.true.stickersSetup[id], one.true.stickersTop[id], one.true.top[id]];
      if (!after || stuck === undefined || moved === undefined || bone === undefined) continue;
      const at = (found[`${one.scene} ${one.view} ${id}`] ??= { drift: [], absolute: [] });
      if (selfCompared.has(id)) at.drift.push({ error: after.value - moved, se: after.seWithin });
      else if (before)
        at.drift.push({
          error: after.value - before.value - (moved - stuck),
          se: Math.hypot(before.seWithin, after.seWithin),
        });
      if (after.seBetween !== undefined) at.absolute.push({ error: after.value - bone, se: after.seBetween });
    }
  }
  return found;
}
