// How honest the measures are: made-up bodies photographed and marked with error, measured, and compared with the truth.
import type { MeasureInput } from '@/core/alignment/input';
import type { Position } from '@/core/anatomy/positions';
import { measure } from '@/core/alignment/measure';
import type { Measure } from '@/core/alignment/propagate';
import { selfCompared, tilts } from '@/core/alignment/rules';
import { seeded } from '@/core/random';
import { nearSideOf, pinhole } from '@/core/figure/camera';
import { directionsIn, trueEye } from '@/core/figure/true-marks';
import { farLens } from './worked-picture';
import { markShot, randomBodies, someCamera, lensAsTold, viewsOf } from './random-look';
import type { MarkedShot, Shaky } from './random-look';

/** Angles with a direction: of these the bias means something. */
export const signedAngles = [
  'pelvicTilt',
  'pelvicTiltPsis',
  'pelvicTiltStrip',
  'ribFlare',
  'faceAngle',
  'legElevation',
  'straightLegElevation',
  'plankLine',
  'craniovertebral',
  'pelvicRoll',
  'pelvicHike',
  'pelvisOnThigh',
  'lowBackBend',
  'chestBend',
  'neckBend',
  'cCurve',
] as const;

export type Tally = {
  /** Pairs of values with their truths. */
  readonly count: number;
  /** Mean of measured − true, in the measure's unit. */
  readonly bias: number;
  /** Share of cases whose truth lies within ±1.96 stated errors. */
  readonly within: number;
  /** Spread of the errors in stated errors: 1 when they are told right. */
  readonly zSd: number;
};
type Sums = { count: number; error: number; inside: number; square: number };

const exact = { markingSdPx: 0, palpated: false } as const;
const drawn = { markingSdPx: 1.5, palpated: false } as const;
const foundAgain = { markingSdPx: 1.5, palpated: true } as const;

/** The same deviates once more, each with the other sign: what is even in them remains, what is odd cancels. */
function mirrored(draws: readonly number[]): Shaky['gauss'] {
  let at = 0;
  return () => -(draws[at++] ?? 0);
}

function recorded(gauss: () => number): { readonly gauss: () => number; readonly draws: number[] } {
  const draws: number[] = [];
  return { draws, gauss: () => draws[draws.push(gauss()) - 1] ?? 0 };
}

const positions = Object.keys(viewsOf) as Position[];

/** Looks one after another through all positions and views; per measure the tally of drift and of absolute values. */
export function honesty(
  count: number,
  seed: number,
): Readonly<Record<string, { readonly drift: Tally; readonly absolute: Tally }>> {
  const uniform = seeded(seed);
  const normals = (): number => Math.sqrt(-2 * Math.log(1 - uniform())) * Math.cos(2 * Math.PI * uniform());
  const drift = new Map<string, Sums>();
  const absolute = new Map<string, Sums>();
  const add = (to: Map<string, Sums>, id: string, error: number, se: number): void => {
    const sums = to.get(id) ?? { count: 0, error: 0, inside: 0, square: 0 };
    const z = error / se;
    to.set(id, {
      count: sums.count + 1,
      error: sums.error + error,
      inside: sums.inside + (Math.abs(z) <= 1.96 ? 1 : 0),
      square: sums.square + z * z,
    });
  };
  for (let i = 0; i < count; i += 1) {
    const position = positions[i % positions.length] ?? 'supine';
    const views = viewsOf[position];
    const view = views[Math.floor(i / positions.length) % views.length] ?? 'side';
    const near = nearSideOf(position, view);
    const base = directionsIn(position, view);
    const read = (
      shot: MarkedShot,
      neutral: MarkedShot | undefined,
      lens?: MeasureInput['lens'],
    ): Readonly<Record<string, Measure>> => {
      const input: MeasureInput = {
        ...base,
        ...shot,
        markingSdPx: 1.5,
        ...(neutral ? { neutral } : {}),
        ...(lens ? { lens } : {}),
      };
      const result = measure(input);
      return result.ok ? result.value.measures : {};
    };
    const bodies = { uniform, gauss: normals };
    const { setup, top, unrolled } = randomBodies(bodies, position);
    const straight = trueEye(view);
    const still: Shaky = { uniform, gauss: () => 0 };
    const trueSetup = markShot(view, near, setup, straight, still, exact);
    const trueTop = markShot(view, near, top, straight, still, exact);
    // Tilt is of the pelvis, not of what its roll makes of the near hip bone.
    const levelSetup = markShot(view, near, unrolled.setup, straight, still, exact);
    const levelTop = markShot(view, near, unrolled.top, straight, still, exact);
    const tiltsOf = (all: Readonly<Record<string, Measure>>) =>
      Object.fromEntries(Object.entries(all).filter(([id]) => tilts.has(id)));
    const truth = {
      setup: { ...read(trueSetup, trueSetup, farLens), ...tiltsOf(read(levelSetup, levelSetup, farLens)) },
      top: { ...read(trueTop, trueSetup, farLens), ...tiltsOf(read(levelTop, levelSetup, farLens)) },
    };
    const first = recorded(normals);
    const cameraShare = [uniform(), uniform()];
    for (const gauss of [first.gauss, mirrored(first.draws)]) {
      let turn = 0;
      const shake: Shaky = { uniform: () => cameraShare[turn++ % 2] ?? 0.5, gauss };
      const camera = someCamera(view, setup, shake);
      const eye = pinhole(camera);
      const lens = lensAsTold(camera, view, position, shake);
      const still1 = markShot(view, near, setup, eye, shake, drawn);
      const moved = markShot(view, near, top, eye, shake, { ...drawn, since: setup });
      const found = markShot(view, near, top, eye, shake, foundAgain);
      const other = markShot(view, near, setup, eye, shake, foundAgain);
      // One set-up has one mat line and one known length.
      const sameLines = (shot: MarkedShot): MarkedShot => ({ ...shot, matLine: still1.matLine, scale: still1.scale });
      const [rest, now] = [read(still1, undefined, lens), read(sameLines(moved), still1, lens)];
      const again = read(sameLines(found), sameLines(other), lens);
      for (const [id, { value, seWithin }] of Object.entries(now)) {
        const [before, trueNow, trueBefore] = [rest[id], truth.top[id], truth.setup[id]];
        if (!trueNow || !trueBefore) continue;
        if (selfCompared.has(id)) add(drift, id, value - trueNow.value, seWithin);
        else if (before)
          add(
            drift,
            id,
            value - before.value - (trueNow.value - trueBefore.value),
            Math.hypot(seWithin, before.seWithin),
          );
        const between = again[id];
        if (between?.seBetween !== undefined) add(absolute, id, between.value - trueNow.value, between.seBetween);
      }
    }
  }
  const close = (sums: Sums | undefined): Tally =>
    sums
      ? {
          count: sums.count,
          bias: sums.error / sums.count,
          within: sums.inside / sums.count,
          zSd: Math.sqrt(sums.square / sums.count),
        }
      : { count: 0, bias: 0, within: 0, zSd: 0 };
  return Object.fromEntries(
    [...drift.keys()].map((id) => [id, { drift: close(drift.get(id)), absolute: close(absolute.get(id)) }]),
  );
}
