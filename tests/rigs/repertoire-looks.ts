// Looks at the whole repertoire as they would be taken: somebody in a level's pose, clean or with a fault, photographed before
// and at the top by a careful person, measured and judged. What each measure truly was is known.
import { directionsOf } from '@/core/alignment/setting';
import { measure } from '@/core/alignment/measure';
import type { Measure } from '@/core/alignment/propagate';
import { selfCompared, tilts } from '@/core/alignment/rules';
import type { Verdict } from '@/core/alignment/judge';
import type { Landmarks } from '@/core/anatomy/landmarks';
import type { View } from '@/core/anatomy/positions';
import { positionOf } from '@/core/body/position';
import { drawableFaults } from '@/core/body/deviations';
import { keepWithinLimits } from '@/core/body/pose';
import type { LegPose, Pose } from '@/core/body/pose';
import { poseBody } from '@/core/body/skeleton';
import type { PosedBody } from '@/core/body/skeleton';
import { nearSideOf, pinhole } from '@/core/figure/camera';
import { trueEye } from '@/core/figure/true-marks';
import type { Exercise, Level } from '@/core/knowledge/entries';
import { factsOfPhase } from '@/core/knowledge/facts';
import { isInclined } from '@/core/knowledge/find';
import { watchedAt } from '@/core/knowledge/fits';
import type { TrunkFact } from '@/core/knowledge/kinds';
import { readLook } from '@/core/knowledge/look';
import type { MarkedPicture } from '@/core/knowledge/look-pictures';
import { drawnPoses } from '@/core/knowledge/rehearse';
import type { Drawn } from '@/core/knowledge/rehearse';
import { resolveStances } from '@/core/knowledge/stances';
import { wrapDeg } from '@/core/geometry';
import { isOneOf } from '@/core/keyed';
import { seeded } from '@/core/random';
import { repertoire } from '@/repertoire';
import { lensAsTold, markShot, someBody, someCamera } from './random-look';
import type { MarkedShot, Shaky } from './random-look';
import { farLens } from './worked-picture';

export type Way = {
  /** Stickers on from the set-up, or marks set by hand on the same unmoved points. */
  readonly marking: 'stickers' | 'hands';
  /** Front and back sticker of a strip on the pelvis; else hip bone and pubic bone. */
  readonly strip: boolean;
  readonly lensTold: boolean;
};

export type MadeLook = {
  readonly exercise: string;
  readonly level: number;
  readonly trunk: TrunkFact;
  /** The fault that was added; none: a clean one. */
  readonly fault: string | undefined;
  readonly findings: readonly { readonly measure: string; readonly fault: string; readonly verdict: Verdict }[];
  /** Of tilt, flare, face and bends, and of all else that is judged: what is off of its drift since the set-up, and the error stated. */
  readonly misses: readonly { readonly measure: string; readonly error: number; readonly se: number }[];
};

const sdPx = { stickers: 0.3, hands: 1.5 } as const;
const strip = ['STF', 'STB'];
const byHand = ['ASIS', 'PS'];

/** The same pose as somebody else does it: a little off in every joint. */
function asDone(pose: Pose, { gauss }: Shaky, spread: number): Pose {
  const leg = (one: LegPose): LegPose =>
    one.kind === 'raised'
      ? { ...one, thighDeg: one.thighDeg + 3 * gauss(), kneeDeg: Math.max(0, one.kneeDeg + 3 * gauss()) }
      : one;
  return keepWithinLimits({
    ...pose,
    pelvicTiltDeg: (pose.pelvicTiltDeg ?? 0) + spread * gauss(),
    pelvicRollDeg: (pose.pelvicRollDeg ?? 0) + 1.4 * gauss(), // 2° between two moments
    pelvicHikeDeg: (pose.pelvicHikeDeg ?? 0) + gauss(),
    ribFlareDeg: (pose.ribFlareDeg ?? 0) + spread * gauss(),
    faceDeg: (pose.faceDeg ?? 0) + 2 * spread * gauss(),
    left: leg(pose.left),
    right: leg(pose.right),
  });
}

type Scene = { readonly exercise: Exercise; readonly level: Level; readonly view: View };

/** Every level that is looked at, from each of its views. */
const scenes: readonly Scene[] = repertoire.exercises.flatMap((exercise) =>
  exercise.levels.flatMap((level) =>
    [...new Set(exercise.looks.map(({ view }) => view))].map((view) => ({ exercise, level, view })),
  ),
);

/** Landmarks that this way of looking marks, and the rest of them. */
const worn = (landmarks: Landmarks, view: View, { strip: isStrip }: Way): Landmarks =>
  Object.fromEntries(
    Object.entries(landmarks).filter(
      ([key]) => view !== 'side' || !(isStrip ? byHand : strip).includes(key.replace(/_[LR]$/, '')),
    ),
  );

const pictureOf = (
  shot: MarkedShot,
  view: View,
  told: MarkedPicture['setting'],
  size: MarkedPicture['size'],
  way: Way,
): MarkedPicture => ({
  marks: {
    landmarks: worn(shot.landmarks, view, way),
    matLine: [[...shot.matLine[0]], [...shot.matLine[1]]],
    scale: { points: [[...shot.scale.points[0]], [...shot.scale.points[1]]], mm: shot.scale.mm },
  },
  markingSdPx: sdPx[way.marking],
  setting: told,
  size,
});

/** Read whatever a level watches. */
const always = [
  'pelvicTilt',
  'pelvicTiltPsis',
  'pelvicTiltStrip',
  'ribFlare',
  'faceAngle',
  'lowBackBend',
  'chestBend',
] as const;

/** How far a fault is added beyond its target's edge, tolerances. */
const [leastOut, mostOut] = [0.5, 2.5];

function drawnIn({ exercise, level, view }: Scene): Drawn {
  const stances = resolveStances(repertoire, 'evenKeel');
  if (!stances.ok) throw new Error(stances.error.message);
  return drawnPoses(repertoire, { exercise, level, phase: 'hold', stances: stances.value, view });
}

/** Whether the set-up lies as the top does, so that the two can be compared. */
function isOneBody(scene: Scene): boolean {
  const { setUp, clean } = drawnIn(scene);
  return positionOf(setUp) === positionOf(clean);
}

function takeLook({ exercise, level, view }: Scene, way: Way, shake: Shaky): MadeLook | undefined {
  const drawn = drawnIn({ exercise, level, view });
  const faults = watchedAt(repertoire, exercise, level.number).faults.filter(
    ({ fault, phases }) => phases.includes('hold') && drawableFaults.includes(fault),
  );
  const isFaulty = shake.uniform() < 0.5 && faults.length > 0;
  const fault = isFaulty ? faults[Math.floor(shake.uniform() * faults.length)]?.fault : undefined;
  const tolerances = leastOut + (mostOut - leastOut) * shake.uniform();
  const side = shake.uniform() < 0.5 ? 'L' : 'R';
  const meant = fault ? drawn.withFault({ id: fault, tolerances, side }) : drawn.clean;
  const [rest, done] = [asDone(drawn.setUp, shake, 1), asDone(meant, shake, 1.5)];
  const body = someBody(shake);
  const [setup, top] = [poseBody(body, rest), poseBody(body, done)];
  // Tilt is of the pelvis, not of what a roll between the two moments makes of the near hip bone.
  const unrolled = (pose: Pose, { pelvicRollDeg = 0 }: Pose): PosedBody => poseBody(body, { ...pose, pelvicRollDeg });
  const near = nearSideOf(top.position, view);
  const camera = someCamera(view, setup, shake);
  const eye = pinhole(camera);
  const { distanceMm } = lensAsTold(camera, view, top.position, shake);
  const told: MarkedPicture['setting'] = {
    headEnd: 'left',
    ...(way.lensTold ? { lensDistanceMm: distanceMm } : {}),
    ...(top.position === 'sideLying' ? { bellySide: 'up' } : {}),
  };
  const size = { width: camera.widthPx, height: camera.heightPx };
  const errors = { markingSdPx: sdPx[way.marking], palpated: false };
  const first = markShot(view, near, setup, eye, shake, errors);
  const later = markShot(view, near, top, eye, shake, { ...errors, since: setup });
  const sameLines: MarkedShot = { ...later, matLine: first.matLine, scale: first.scale };
  const [setupPicture, topPicture] = [first, sameLines].map((shot) => pictureOf(shot, view, told, size, way));
  if (!setupPicture || !topPicture) return undefined;
  const reading = readLook(
    {
      exercise: exercise.id,
      level: level.number,
      school: 'evenKeel',
      stances: {},
      conditions: [],
      pictures: { setup: { [view]: setupPicture }, top: { [view]: topPicture } },
    },
    repertoire,
  );
  if (!reading.ok) return undefined;
  const { values, baseline } = reading.value;
  const truth = truthsOf({ setup, top }, view);
  const unrolledTruth = truthsOf({ setup: unrolled(rest, drawn.setUp), top: unrolled(done, meant) }, view);
  const judged = new Set(baseline?.findings.map(({ measure: id }) => id));
  const isTold = (id: string): boolean => judged.has(id) || isOneOf(always, id);
  const misses = Object.entries(values.top).flatMap(([id, now]) => {
    if (!isTold(id)) return [];
    const true1 = (tilts.has(id) ? unrolledTruth : truth)(id, isInclined(level));
    const before = values.setup[id];
    if (!true1 || (!selfCompared.has(id) && !before)) return [];
    if (selfCompared.has(id)) return [{ measure: id, error: wrapDeg(now.value - true1.now), se: now.seWithin }];
    return before
      ? [
          {
            measure: id,
            error: wrapDeg(now.value - before.value - (true1.now - true1.before)),
            se: Math.hypot(now.seWithin, before.seWithin),
          },
        ]
      : [];
  });
  return {
    exercise: exercise.id,
    level: level.number,
    trunk: factsOfPhase(level).trunk,
    fault,
    findings: (baseline?.findings ?? []).map(({ measure: id, fault: named, verdict }) => ({
      measure: id,
      fault: named,
      verdict,
    })),
    misses,
  };
}

/** What measures truly were in the set-up and at the top. */
function truthsOf({ setup, top }: { readonly setup: PosedBody; readonly top: PosedBody }, view: View) {
  const straight = trueEye(view);
  const still: Shaky = { uniform: () => 0.5, gauss: () => 0 };
  const exact = { markingSdPx: 0, palpated: false };
  const near = nearSideOf(top.position, view);
  const [rest, now] = [setup, top].map((body) => markShot(view, near, body, straight, still, exact));
  const read = (
    shot: MarkedShot | undefined,
    neutral: MarkedShot | undefined,
    inclined: boolean,
  ): Readonly<Record<string, Measure>> => {
    if (!shot) return {};
    const result = measure({
      position: top.position,
      view,
      ...directionsOf({ headEnd: 'left', ...(top.position === 'sideLying' ? { bellySide: 'up' } : {}) }, top.position),
      trunk: inclined ? 'inclined' : 'level',
      ...shot,
      ...(neutral ? { neutral } : {}),
      markingSdPx: 1.5,
      lens: farLens,
    });
    return result.ok ? result.value.measures : {};
  };
  const known = new Map<
    boolean,
    { before: Readonly<Record<string, Measure>>; now: Readonly<Record<string, Measure>> }
  >();
  return (id: string, inclined: boolean): { readonly before: number; readonly now: number } | undefined => {
    const all = known.get(inclined) ?? { before: read(rest, undefined, inclined), now: read(now, rest, inclined) };
    known.set(inclined, all);
    const [before, after] = [all.before[id]?.value, all.now[id]?.value];
    return after === undefined ? undefined : { before: before ?? 0, now: after };
  };
}

/** Scenes by how the trunk lies in them. */
function byTrunk(all: readonly Scene[]): (readonly Scene[])[] {
  const groups = new Map<TrunkFact, Scene[]>();
  for (const scene of all) {
    const { trunk } = factsOfPhase(scene.level);
    groups.set(trunk, [...(groups.get(trunk) ?? []), scene]);
  }
  return [...groups.values()];
}

/** So many looks, each way that a trunk can lie in turn; the same for the same seed. */
export function takeLooks(
  count: number,
  seed: number,
  way: Way,
  only: (scene: Scene) => boolean = () => true,
): MadeLook[] {
  const uniform = seeded(seed);
  const gauss = () => Math.sqrt(-2 * Math.log(1 - uniform())) * Math.cos(2 * Math.PI * uniform());
  const groups = byTrunk(scenes.filter((scene) => isOneBody(scene) && only(scene)));
  return Array.from({ length: count }, (_, i) => {
    const from = groups[i % groups.length] ?? [];
    const scene = from[Math.floor(uniform() * from.length)];
    return scene ? takeLook(scene, way, { uniform, gauss }) : undefined;
  }).filter((look) => look !== undefined);
}

export type Group = {
  readonly trunk: TrunkFact;
  readonly measure: string;
  readonly count: number;
  /** Mean of what is off, its spread, and the share within ±1.96 stated errors. */
  readonly bias: number;
  readonly sd: number;
  readonly within: number;
};

/** How right each judged measure was, by how the trunk lies. */
export function tallyOf(looks: readonly MadeLook[]): Group[] {
  const sums = new Map<
    string,
    { trunk: TrunkFact; measure: string; n: number; off: number; square: number; inside: number }
  >();
  for (const { trunk, misses } of looks)
    for (const { measure: id, error, se } of misses) {
      const key = `${trunk} ${id}`;
      const { n, off, square, inside } = sums.get(key) ?? { n: 0, off: 0, square: 0, inside: 0 };
      const isIn = Math.abs(error) <= 1.96 * se ? 1 : 0;
      sums.set(key, {
        trunk,
        measure: id,
        n: n + 1,
        off: off + error,
        square: square + error ** 2,
        inside: inside + isIn,
      });
    }
  return [...sums.values()].map(({ trunk, measure: id, n, off, square, inside }) => ({
    trunk,
    measure: id,
    count: n,
    bias: off / n,
    sd: Math.sqrt(Math.max(0, square / n - (off / n) ** 2)),
    within: inside / n,
  }));
}
