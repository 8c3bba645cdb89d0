// Short forms for writing entries: looks, doses, watched measures, poses. Data only; nothing here computes.
import type { ExerciseEntry } from '@/core/knowledge/entries';
import type { ArmPose, LegPose, Pose } from '@/core/body/pose';

type Look = ExerciseEntry['looks'][number];
type Watch = ExerciseEntry['watches'][number];
type Phases = Watch['phases'];
type FaultSeen = ExerciseEntry['faults'][number];
type Dose = ExerciseEntry['levels'][number]['dose'];

// where to stand
export const side = (top: string): Look => ({
  view: 'side',
  where: 'Beside the mat, lens level with the pelvis, three metres away.',
  top,
});
export const foot = (top: string): Look => ({
  view: 'foot',
  where: 'At the foot end, lens a hand above the knees, three metres away.',
  top,
});
export const head = (top: string): Look => ({
  view: 'head',
  where: 'At the head end, lens a hand above the mat, three metres away.',
  top,
});
export const above = (top: string): Look => ({
  view: 'above',
  where: 'Above the client, lens straight down over the pelvis, as high as the room allows.',
  top,
});
export const front = (top: string): Look => ({
  view: 'front',
  where: 'In front, lens level with the hips, three metres away.',
  top,
});
export const behind = (top: string): Look => ({
  view: 'behind',
  where: 'Behind, lens level with the hips, three metres away.',
  top,
});

// phases
export const moving: Phases = ['out', 'hold', 'back'];
export const always: Phases = ['start', 'out', 'hold', 'back'];
export const held: Phases = ['hold'];

// doses
const dose = (repetitions: number, sides: 1 | 2, directions: 1 | 2 = 1): Dose => ({
  repetitions,
  sets: 1,
  sides,
  directions,
});
export const times = (repetitions: number): Dose => dose(repetitions, 1);
export const each = (repetitions: number): Dose => dose(repetitions, 2);
export const circles = (repetitions: number): Dose => dose(repetitions, 2, 2);

// what is watched
const tilts = ['pelvicTilt', 'pelvicTiltPsis', 'pelvicTiltStrip'] as const;
export const tilt = (phases: Phases = moving, stance?: string): Watch[] =>
  tilts.map((measure) => ({ measure, phases, ...(stance ? { stance } : {}) }));
export const ribs = (phases: Phases = moving): Watch[] =>
  ['ribFlare', 'ribPelvisRatio'].map((measure) => ({ measure, phases }));
/** Lying on the back while the legs weigh: pelvis by stance, gap, both ways of looking at the sides, ribs, face. */
export const supineWatches: Watch[] = [
  ...tilt(moving, 'supinePelvis'),
  { measure: 'cuffPressure', phases: moving },
  { measure: 'pelvicShift', phases: moving },
  { measure: 'lumbarGap', phases: moving },
  { measure: 'pelvicRoll', phases: moving },
  ...ribs(),
  { measure: 'faceAngle', phases: always },
];
export const shelf = (...levels: number[]): Watch => ({ measure: 'tabletopError', phases: held, levels });
/** A curl: the gap by stance; the face looks along the body, so it is not judged against the mat. */
export const curlWatches: Watch[] = [...tilt(moving, 'backInCurls'), { measure: 'pelvicRoll', phases: moving }];

/** A fault to watch: where from, and in which phases. */
export const see = (fault: string, standAt: FaultSeen['standAt'], phases: Phases = moving): FaultSeen => ({
  fault,
  standAt,
  phases,
});
export const supineFaults: FaultSeen[] = [
  see('arch', 'side'),
  see('tuck', 'side'),
  see('lowBackPops', 'side', ['out']),
  see('roll', 'foot'),
  see('shift', 'above'),
  see('bellyDome', 'side', ['out', 'hold']),
  see('flare', 'side'),
  see('overBraced', 'side'),
  see('chinUp', 'side', always),
  see('chinJam', 'side', always),
];
export const curlFaults: FaultSeen[] = [
  see('bellyDome', 'side'),
  see('throatLeads', 'side', ['out']),
  see('neckPulled', 'side', ['hold']),
  see('arch', 'side'),
  see('tuck', 'side'),
  see('roll', 'foot'),
  see('breathHeld', 'side', ['hold']),
];
export const trunkFaults: FaultSeen[] = [
  see('arch', 'side'),
  see('tuck', 'side'),
  see('flare', 'side'),
  see('overBraced', 'side'),
];

// poses
export const down: LegPose = { kind: 'footDown' };
export const long: LegPose = { kind: 'along' };
export const kneeDown: LegPose = { kind: 'kneeDown' };
export const stand: LegPose = { kind: 'standing' };
type RaisedMore = Partial<Omit<Extract<LegPose, { kind: 'raised' }>, 'kind'>>;
export const up = (thighDeg: number, kneeDeg: number, more: RaisedMore = {}): LegPose => ({
  kind: 'raised',
  thighDeg,
  kneeDeg,
  ...more,
});
export const tabletop = up(90, 90);
export const both = (leg: LegPose): Pick<Pose, 'left' | 'right'> => ({ left: leg, right: leg });
type ReachMore = Partial<Omit<Extract<ArmPose, { kind: 'reaching' }>, 'kind'>>;
export const reach = (liftDeg: number, more: ReachMore = {}): ArmPose => ({ kind: 'reaching', liftDeg, ...more });
export const arms = (arm: ArmPose): Pick<Pose, 'leftArm' | 'rightArm'> => ({ leftArm: arm, rightArm: arm });
export const handsBehindHead = arms({ kind: 'underHead' });
/** Shoulder-blade tips just clear of the mat, the face toward the thighs. */
export const curl = { thoracicFlexDeg: 38, lumbarFlexDeg: 8, neckFlexDeg: 18 } as const;
export const smallCurl = { thoracicFlexDeg: 24, lumbarFlexDeg: 4, neckFlexDeg: 14 } as const;

// set-up, tailbone to head
export const supineSetUp: ExerciseEntry['setUp'] = [
  { block: 'feet', check: 'Feet under the seat bones, knees over the feet.' },
  {
    block: 'pelvis',
    check: 'Back of the pelvis heavy, hip bones and pubic bone level with each other, a small gap under the low back.',
  },
  { block: 'ribs', check: 'Ribs resting, front ribs neither lifted nor pressed.' },
  {
    block: 'head',
    check: 'The neck’s own curve kept, back of the skull heavy, face level; a folded towel if the chin points up.',
  },
];
export const fourPointSetUp: ExerciseEntry['setUp'] = [
  { block: 'pelvis', check: 'Hips above the knees, a light own curve.' },
  { block: 'ribs', check: 'Ribs drawn up to the back, not hanging.' },
  { block: 'legs', check: 'Shoulders above the hands, hands not too near the knees.' },
  { block: 'head', check: 'Crown forward, eyes down.' },
];
export const proneSetUp: ExerciseEntry['setUp'] = [
  { block: 'pelvis', check: 'Both hip bones and the pubic bone on the mat.' },
  { block: 'ribs', check: 'Lower ribs heavy, breath into the back.' },
  { block: 'head', check: 'Forehead on the hands, neck long.' },
];
/** Checks of a level that starts so. */
export const startingFrom = (
  trunk: NonNullable<ExerciseEntry['setUp'][number]['starts']>[number],
  setUp: ExerciseEntry['setUp'],
): ExerciseEntry['setUp'] => setUp.map((one) => ({ ...one, starts: [trunk] }));
export const uprightSetUp: ExerciseEntry['setUp'] = [
  { block: 'pelvis', check: 'Hip bones level, own neutral.' },
  { block: 'ribs', check: 'Ribs above the pelvis.' },
  { block: 'head', check: 'Ears above the shoulders.' },
];
export const fromHookLying =
  'Sit, lie down over one side, feet drawn in one at a time. Up again over the side, hands help.';
