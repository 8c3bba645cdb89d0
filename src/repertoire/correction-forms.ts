// How a correction is written in one call, and the faults that go together: for the lists that serve many exercises.
import type { Correction } from '@/core/knowledge/entries';

type More = Pick<
  Correction,
  'exercises' | 'positions' | 'prop' | 'placing' | 'notWith' | 'levelDown' | 'spring' | 'needs'
>;
const of =
  (kind: Correction['kind']) =>
  (id: string, prior: number, faults: string[], say: string, because: string, more: More = {}): Correction => ({
    id,
    kind,
    faults,
    prior,
    say,
    because,
    ...more,
  });
export const [verbal, image, touch, prop, change, back] = [
  of('verbal'),
  of('image'),
  of('touch'),
  of('prop'),
  of('modification'),
  of('stepBack'),
] as const;

export const tilt = ['arch', 'tuck', 'tailboneUp', 'lowBackPops', 'overArch'];
export const sideways = ['roll', 'hike', 'shift', 'hipDrop', 'weightDrift', 'twist'];
export const ribs = ['flare', 'overBraced', 'bellyDome', 'sinkShoulders'];
export const neck = [
  'chinUp',
  'chinJam',
  'headThrown',
  'neckTense',
  'throatLeads',
  'neckPulled',
  'headForward',
  'shouldersUp',
];
export const knees = [
  'kneeOut',
  'kneeAcross',
  'kneesPart',
  'legTurns',
  'kneeBends',
  'tabletopLost',
  'legDrops',
  'heelsLift',
];
export const grips = ['hipFlexorGrip', 'gluteGrip'];
export const rolling = ['flatSpot', 'momentum'];
export const planks = ['sag', 'pike', 'handsAhead', 'hipsOff', 'leansBack'];
export const tempo = ['breathHeld', 'trembling', 'rushes', 'endPointVaries'];
export const arms = ['elbowsPush', 'armsPush', 'carriageRuns'];
export const allFaults = [
  ...tilt,
  ...sideways,
  ...ribs,
  ...neck,
  ...knees,
  ...grips,
  ...rolling,
  ...planks,
  ...tempo,
  ...arms,
];

export const strongEffort = [
  { condition: 'pelvicFloor', why: 'Strong effort bears down on the pelvic floor.' },
  { condition: 'highBloodPressure', why: 'Strong effort raises the pressure.' },
];
