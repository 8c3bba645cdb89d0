// Makes questions for an eye: a scene of the repertoire, a body, so much of a tilt or a fault, and what is true of it, measured by an eye
// without lens or error.
import { eyeBlocks } from '../alignment/by-eye';
import type { EyeBlock } from '../alignment/by-eye';
import { levelOf } from '../alignment/readings';
import { measuresSeen } from '../alignment/needs';
import type { Side } from '../anatomy/landmarks';
import { isUpright } from '../anatomy/positions';
import type { View } from '../anatomy/positions';
import { usualAmount, withFault } from '../body/deviations';
import { between } from '../body/movement';
import type { Pose } from '../body/pose';
import { positionOf } from '../body/position';
import type { Body } from '../body/segments';
import type { Repertoire } from '../knowledge/entries';
import { watchedAt } from '../knowledge/fits';
import { judgeDrawn } from '../knowledge/rehearse';
import { areAlike } from '../knowledge/rehearse-check';
import { resolveTargets } from '../knowledge/stances';
import type { StancesInForce } from '../knowledge/stances';
import type { Asked, Figure, Question } from './question';
import { ruleOf } from './trained';
import { looksTheSame, moved, posesOf, scenesOf, visibleFaults, withinBody } from './scenes';
import type { Scene } from './scenes';

/** What questions are made from. `random`: uniform in [0, 1). */
export type Making = {
  readonly repertoire: Repertoire;
  readonly stances: StancesInForce;
  readonly random: () => number;
};

/** What a question is to be about. `moving`: the body is to move. */
export type About = { readonly moving?: boolean };

const pick = <T>(all: readonly T[], random: () => number): T | undefined => all[Math.floor(random() * all.length)];

function turn(pose: Pose, measure: string, byDeg: number): Pose {
  const ways = ruleOf(measure);
  if (!ways || byDeg === 0) return pose;
  const [fault, side] = byDeg > 0 ? ways.up : ways.down;
  return withFault(pose, fault, Math.abs(byDeg), side);
}

const bodyOf = (random: () => number): Figure['body'] => {
  const sex = random() < 0.5 ? 'f' : 'm';
  const heightM = (sex === 'f' ? 1.55 : 1.64) + Math.round(random() * 22) / 100;
  return { heightM, massKg: Math.round(22.5 * heightM ** 2), sex };
};

const movingFrames = 8;

/** Whether a level moves to its top in one line: what rolls or goes round is shown still. */
const movesPlainly = ({ level }: Scene, setUp: Pose, top: Pose): boolean =>
  !level.rolls && level.back === undefined && positionOf(setUp) === positionOf(top);

function figureOf(
  scene: Scene,
  body: Figure['body'],
  setUp: Pose,
  pose: Pose,
  { random, moving = false }: Pick<Making, 'random'> & About,
): Figure {
  const { exercise, level, view } = scene;
  const isMoving = moving && movesPlainly(scene, setUp, pose);
  // In a room the legs would hide the pelvis, and lying on a side the arm.
  const isHidden = view === 'foot' || view === 'head' || positionOf(pose) === 'sideLying';
  const onApparatus = level.scene?.apparatus !== undefined || (level.scene?.props ?? []).length > 0;
  return {
    ...{ exercise: exercise.id, level: level.number, view, body, moving: isMoving },
    headEnd: random() < 0.5 ? 'left' : 'right',
    style: onApparatus || isMoving || isHidden || random() < 0.5 ? 'drawn' : 'room',
    frames: isMoving
      ? Array.from({ length: movingFrames }, (_, i) => between(body, setUp, pose, i / (movingFrames - 1)))
      : [setUp, pose],
  };
}

/** A block's tilt from level in a pose, degrees; undefined where it is not judged there. */
function tiltOf(
  { repertoire, stances }: Making,
  scene: Scene,
  body: Body,
  pose: Pose,
  measure: string,
): number | undefined {
  const { exercise, level, view } = scene;
  const seen = judgeDrawn(repertoire, { exercise, level, view, phase: 'hold', stances, body }, pose);
  const targets = resolveTargets(repertoire, exercise, level.number, 'hold', stances);
  const value = seen.ok ? seen.value.findings.find((one) => one.measure === measure)?.value : undefined;
  return value === undefined || !targets.ok ? undefined : value - levelOf(measure, targets.value);
}

/** A block that can be judged from there. */
const blockOf = ({ level, view }: Scene, measure: string): EyeBlock | undefined => {
  const position = positionOf(level.top);
  if (ruleOf(measure)?.hiddenIn?.includes(position)) return undefined;
  return eyeBlocks(position, view).find((one) => one.measure === measure);
};

/** Scenes whose view shows a block that is judged there. */
export const scenesFor = (repertoire: Repertoire, measure: string): Scene[] =>
  scenesOf(repertoire).filter(
    (scene) =>
      blockOf(scene, measure) !== undefined &&
      measuresSeen(positionOf(scene.level.top), scene.view).includes(measure) &&
      scene.exercise.watches.some((one) => one.measure === measure),
  );

/** A body answers a turn of a block about degree for degree, or the block can't be judged fairly there. */
const [leastGain, mostGain] = [0.5, 1.6] as const;
const probeDeg = 8;
const tries = 24;
/** What is called level is drawn so, within this; degrees. */
const levelWithin = 0.4;

/**
 * A block turned by about `wantedDeg` from level (0: level), to be graded or told from level; undefined where no scene of the repertoire
 * shows it fairly. What is told as true is what is measured.
 */
export function makeTilt(
  making: Making,
  kind: 'tilt' | 'level',
  measure: string,
  wantedDeg: number,
  about: About = {},
): Question | undefined {
  const { repertoire, stances, random } = making;
  const scenes = scenesFor(repertoire, measure);
  for (let i = 0; i < tries; i += 1) {
    const scene = pick(scenes, random);
    const block = scene && blockOf(scene, measure);
    if (!scene || !block) return undefined;
    const body = bodyOf(random);
    const { clean, setUp } = posesOf(repertoire, scene, stances);
    const at = (pose: Pose) => tiltOf(making, scene, body, pose, measure);
    const [rest, probe] = [at(clean), at(turn(clean, measure, probeDeg))];
    if (rest === undefined || probe === undefined) continue;
    const gain = (probe - rest) / probeDeg;
    if (gain < leastGain || gain > mostGain) continue;
    const pose = turn(clean, measure, (wantedDeg - rest) / gain);
    const told = at(pose);
    if (told === undefined || Math.abs(told - wantedDeg) > Math.max(levelWithin, 0.3 * Math.abs(wantedDeg))) continue;
    const truthDeg = wantedDeg === 0 ? 0 : Math.round(told * 10) / 10;
    const { low, high, block: name } = block;
    return {
      figure: figureOf(scene, body, setUp, pose, { random, ...about }),
      asked: { kind, measure, block: name, low, high, truthDeg },
    };
  }
  return undefined;
}

const fewestOptions = 2;
const mostOptions = 6;

/** Whether a pose is judged as it is meant: clean, or with this fault or one like it before all others. */
function isJudgedSo(making: Making, scene: Scene, body: Body, pose: Pose, fault: string | null): boolean {
  const { repertoire, stances } = making;
  const { exercise, level, view } = scene;
  const seen = judgeDrawn(repertoire, { exercise, level, view, phase: 'hold', stances, body }, pose);
  if (!seen.ok) return false;
  const [lead] = seen.value.findings.filter(({ verdict }) => verdict === 'out');
  if (fault === null) return lead === undefined;
  return lead ? areAlike(lead.fault, fault) : !isMeasured(making, scene, fault);
}

const isMeasured = ({ repertoire, stances }: Making, { exercise, level, view }: Scene, fault: string): boolean => {
  const targets = resolveTargets(repertoire, exercise, level.number, 'hold', stances);
  const seen = measuresSeen(positionOf(level.top), view);
  return (
    targets.ok &&
    targets.value.some(({ measure, low, high }) => seen.includes(measure) && (low === fault || high === fault))
  );
};

/** Faults that can't be told from one in a scene: alike by measure, or by how the body moves. */
function alikeTo(repertoire: Repertoire, { exercise, level, view }: Scene, clean: Pose, fault: string, side: Side) {
  const fieldOf = (id: string) => withinBody(moved(clean, withFault(clean, id, usualAmount(id), side), view));
  const field = fieldOf(fault);
  return watchedAt(repertoire, exercise, level.number)
    .faults.map((one) => one.fault)
    .filter((other) => other !== fault && (areAlike(other, fault) || looksTheSame(field, fieldOf(other))));
}

/** How much more of a fault is drawn, step by step, until it is one. */
const grow = 1.2;
const mostSize = 1.5;

/**
 * A scene with a fault, `size` of what is plain, or none; to be named among those that the scene can show. `wanted`: the fault to show,
 * where one is asked for.
 */
export function makeFault(
  making: Making,
  {
    size,
    clean: isClean,
    wanted,
    moving,
  }: { readonly size: number; readonly clean: boolean; readonly wanted?: string } & About,
): Question | undefined {
  const { repertoire, stances, random } = making;
  const scenes = scenesOf(repertoire).filter(
    ({ exercise }) => !wanted || exercise.faults.some(({ fault }) => fault === wanted),
  );
  for (let i = 0; i < tries; i += 1) {
    const scene = pick(scenes, random);
    if (!scene) return undefined;
    const body = bodyOf(random);
    const { clean, setUp } = posesOf(repertoire, scene, stances);
    const shown = visibleFaults(repertoire, scene, clean, stances);
    const meant = wanted ? shown.find(({ id }) => id === wanted) : pick(shown, random);
    if (!meant || shown.length < fewestOptions) continue;
    const rest = shown.filter((one) => one !== meant).slice(0, mostOptions - 1);
    const options = [meant, ...rest].map(({ id }) => id).toSorted();
    if (isClean) {
      if (!isJudgedSo(making, scene, body, clean, null)) continue;
      const asked: Asked = { kind: 'fault', options, fault: null, side: null, alike: [], size: 0 };
      return { figure: figureOf(scene, body, setUp, clean, { random, moving: moving ?? false }), asked };
    }
    const { id, side } = meant;
    for (let much = size; much <= mostSize; much *= grow) {
      const pose = withFault(clean, id, much * usualAmount(id), side);
      if (!isJudgedSo(making, scene, body, pose, id)) continue;
      const alike = alikeTo(repertoire, scene, clean, id, side);
      const asked: Asked = { kind: 'fault', options, fault: id, side, alike, size: much };
      return { figure: figureOf(scene, body, setUp, pose, { random, moving: moving ?? false }), asked };
    }
  }
  return undefined;
}

const [lyingViews, uprightViews]: readonly (readonly View[])[] = [
  ['side', 'foot', 'head', 'above'],
  ['side', 'front', 'behind'],
];

/** Where to stand to see a fault: views that show it, among those that one could take; the figure is clean, so nothing is given away. */
export function makeStand(making: Making): Question | undefined {
  const { repertoire, stances, random } = making;
  for (let i = 0; i < tries; i += 1) {
    const scene = pick(scenesOf(repertoire), random);
    if (!scene) return undefined;
    const { clean, setUp } = posesOf(repertoire, scene, stances);
    const meant = pick(visibleFaults(repertoire, scene, clean, stances), random);
    const options = (isUpright(positionOf(clean)) ? uprightViews : lyingViews) ?? [];
    if (!meant || !options.includes(scene.view)) continue;
    const right = options.filter((view) =>
      visibleFaults(repertoire, { ...scene, view }, clean, stances).some(
        ({ id, field }) => id === meant.id || (view === scene.view && looksTheSame(field, meant.field)),
      ),
    );
    if (right.length === 0 || right.length === options.length) continue;
    const asked: Asked = { kind: 'stand', fault: meant.id, side: meant.side, options: [...options], right };
    const body = bodyOf(random);
    const faulty = withFault(clean, meant.id, 1.2 * usualAmount(meant.id), meant.side);
    return { figure: { ...figureOf(scene, body, setUp, faulty, { random }), style: 'drawn' }, asked };
  }
  return undefined;
}
