// What a level's poses say of the body at its top, and what corrections need of it. Worked out from the poses, never typed.
import { positionOf } from '../body/position';
import { typicalBody } from '../body/segments';
import { poseBody } from '../body/skeleton';
import { startOf } from '../body/movement';
import type { LegPose, Pose } from '../body/pose';
import { isUpright } from '../anatomy/positions';
import type { Correction, Level } from './entries';
import { entriesOf } from '../keyed';
import { remembering } from '../remember';
import { needWords } from './kinds';
import type { Need } from './kinds';

/** A trunk that leans or rolls up so far, in degrees, does not lie any more. */
const rolledDeg = 15;
/** Middle of the skull over the mat, mm: lying it is at 99, on the mat with the hips over it at 180 at most, in the lowest curl at 315. */
const headUpMm = 200;
/** Middle of the pelvis over the mat, mm: lying it is at 119, rolled back onto its upper end at 141, in the lowest bridge at 190. */
const pelvisUpMm = 150;
/** Over its start and top the trunk moves where its angles change by so much together. */
const movesDeg = 15;
/** Knees lie side by side where both legs' angles are as near as this. */
const alikeDeg = 10;

const anglesOf = ({ kind, ...angles }: LegPose): readonly [string, Readonly<Record<string, number | undefined>>] => [
  kind,
  angles,
];

/** Both legs in one shape, whatever way each points. */
function areAlike({ left, right }: Pose): boolean {
  const [[kind, one], [other, two]] = [anglesOf(left), anglesOf(right)];
  return (
    kind === other &&
    ['thighDeg', 'kneeDeg', 'outDeg'].every((name) => Math.abs((one[name] ?? 0) - (two[name] ?? 0)) <= alikeDeg)
  );
}

/** How far the trunk goes between two poses, all its bends and turns together, degrees. */
function trunkWay(from: Pose, to: Pose): number {
  const names = [
    'trunkDeg',
    'lumbarFlexDeg',
    'thoracicFlexDeg',
    'thoracicTurnDeg',
    'lumbarSideDeg',
    'thoracicSideDeg',
  ] as const;
  return names.reduce((sum, name) => sum + Math.abs((to[name] ?? 0) - (from[name] ?? 0)), 0);
}

const onHands: readonly string[] = ['fourPoint', 'frontSupport'];
const isCarrying = (kind: string | undefined): boolean => kind === 'handDown' || kind === 'forearmDown';

type Shaped = Pick<Level, 'start' | 'via' | 'top' | 'scene' | 'load'>;

type Facts = Partial<Record<Need, boolean>>;

/** How the trunk and the head are held. */
function trunkFacts({ start, via, top, load }: Shaped): Facts {
  const position = positionOf(top);
  const posed = poseBody(typicalBody, top);
  const onBack = position === 'supine';
  const headUp = load.headUp || (onBack && posed.head.at[2] > headUpMm);
  const pelvisUp = posed.pelvis.at[2] >= pelvisUpMm;
  const trunkMoves = [startOf({ start }), via ?? top].some((pose) => trunkWay(pose, top) > movesDeg);
  return {
    onBack,
    tall: isUpright(position) && !trunkMoves,
    headDown: onBack && !headUp,
    headUp: !onBack || headUp,
    lowBackDown: onBack && !pelvisUp && Math.abs(top.trunkDeg ?? 0) <= rolledDeg,
    hipsUp: onBack && !headUp && pelvisUp,
    rolledUp: onBack && (top.trunkDeg ?? 0) > rolledDeg,
    trunkMoves,
  };
}

/** Which feet stand, and which legs the hips carry; on a bar they press, and in straps both hang. */
function legFacts({ top, scene, load }: Shaped): Facts {
  const legs = [top.left, top.right];
  const { apparatus } = scene ?? {};
  const onBar = apparatus?.kind === 'reformer' && apparatus.feetOnBar === true;
  const isOff = ({ kind }: LegPose) => kind === 'raised' && !onBar;
  const isFoot = ({ kind }: LegPose) => kind === 'footDown';
  return {
    legUp: legs.some(isOff),
    legsUp: legs.every(isOff) && !load.also.includes('footHeld'),
    footDown: legs.some(isFoot),
    feetDown: legs.every(isFoot),
    kneesAlike: areAlike(top),
  };
}

function handFacts({ top, scene }: Shaped): Facts {
  const arms = [top.leftArm?.kind, top.rightArm?.kind];
  const { apparatus } = scene ?? {};
  const areHeld =
    (apparatus?.kind === 'reformer' && apparatus.ropes === 'hands') ||
    (apparatus?.kind === 'trapezeTable' && apparatus.elastic === 'hands');
  const handsCarry = onHands.includes(positionOf(top)) || arms.some(isCarrying);
  const handsBehindHead = arms.includes('underHead');
  return { handsCarry, handsBehindHead, handsFree: !handsCarry && !areHeld && !handsBehindHead };
}

const workOutFacts = (level: Shaped): ReadonlySet<Need> =>
  new Set(
    entriesOf({ ...trunkFacts(level), ...legFacts(level), ...handFacts(level) }).flatMap(([need, has]) =>
      has ? [need] : [],
    ),
  );

const remember = remembering<Shaped, ReadonlySet<Need>>();

/** What a level has of all that corrections can need. */
export const factsOf = (level: Shaped): ReadonlySet<Need> => remember(level, '', () => workOutFacts(level));

/** The first thing that a correction needs and a level does not have, in words; undefined where it fits. */
export function whyUnfit({ needs = [] }: Pick<Correction, 'needs'>, level: Shaped): string | undefined {
  const facts = factsOf(level);
  const missing = needs.find((need) => !facts.has(need));
  return missing && `It needs ${needWords[missing]}.`;
}

/** Whether a correction fits at one level of an exercise or another. */
export const fitsSomewhere = (correction: Pick<Correction, 'needs'>, levels: readonly Shaped[]): boolean =>
  levels.some((level) => whyUnfit(correction, level) === undefined);
