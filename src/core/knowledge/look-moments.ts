// The pictures of all moments of a look, read: each beside its set-up, with what the exercise moves since, and the roll taken off
// where the same hold was seen from an end of the mat as well.
import type { Estimate } from '../alignment/input';
import type { OtherReading, Role } from '../alignment/look-values';
import { showsRoll } from '../alignment/roll';
import { rollMeasure } from '../alignment/rules';
import { phases, views } from '../anatomy/positions';
import type { Phase, View } from '../anatomy/positions';
import type { Moved } from '../anatomy/landmarks';
import { movedBetween } from '../body/bends';
import { poseAt } from '../body/movement';
import { movementOf } from '../body/shown';
import { typicalBody } from '../body/segments';
import { poseBody } from '../body/skeleton';
import type { PosedBody } from '../body/skeleton';
import { remembering } from '../remember';
import type { Level } from './entries';
import { readPicture } from './look-pictures';
import type { Lying, MarkedPicture, ReadPicture } from './look-pictures';

export type Pictures = Readonly<Partial<Record<Role, Readonly<Partial<Record<View, MarkedPicture>>>>>>;

export const phaseOf: Readonly<Record<Role, Phase>> = { setup: 'start', top: 'hold', back: 'back', retest: 'hold' };

const posed = remembering<Level, Readonly<Record<Phase, PosedBody>>>();

/** How far joints move in a level from its start to a phase. */
export function movedIn(level: Level, phase: Phase): Moved {
  const bodies = posed(level, phases.join(), () => {
    const at = (one: Phase): PosedBody => poseBody(typicalBody, poseAt(typicalBody, movementOf(level), one));
    return { start: at('start'), out: at('out'), hold: at('hold'), back: at('back') };
  });
  return movedBetween(bodies.start, bodies[phase]);
}

/** Views that show a roll of the pelvis as such. */
const endViews: readonly View[] = ['foot', 'head', 'behind'];

type Read = Readonly<Partial<Record<View, ReadPicture>>>;

/** The pelvis' roll in a picture from an end, where it was taken in the same hold as the one from the side. */
function rollSeen(pictures: Pictures[Role], read: Read, view: View): Estimate | undefined {
  const one = read[view];
  const roll = one?.state === 'read' ? one.measured.measures[rollMeasure] : undefined;
  return roll && pictures?.[view]?.setting.sameHold ? { value: roll.value, se: roll.seWithin } : undefined;
}

/** The same by a phone or inclinometer across both hip bones, read in the hold of the picture from the side. */
function rollFelt(pictures: Pictures[Role], readings: readonly OtherReading[]): Estimate | undefined {
  const felt = readings.find(({ measure, method }) => measure === rollMeasure && method === 'hand');
  return felt && pictures?.side?.setting.sameHold ? { value: felt.value, se: felt.seWithin } : undefined;
}

const difference = (now: Estimate | undefined, rest: Estimate | undefined): Estimate | undefined =>
  now && rest && { value: now.value - rest.value, se: Math.hypot(now.se, rest.se) };

/** What is known of a moment besides its pictures. */
type Moment = {
  readonly pictures: Pictures;
  readonly readings: (role: Role) => readonly OtherReading[];
  readonly lying: Lying;
  readonly level: Level | undefined;
};

/** How far the pelvis rolled between the set-up and a moment, + right side up; undefined where the hold did not show it. */
function rolledIn({ pictures, readings, lying }: Moment, role: Role, now: Read, rest: Read): Estimate | undefined {
  if (!showsRoll(lying.position, lying.trunk)) return undefined;
  for (const view of endViews) {
    const seen = difference(rollSeen(pictures[role], now, view), rollSeen(pictures.setup, rest, view));
    if (seen) return seen;
  }
  return difference(rollFelt(pictures[role], readings(role)), rollFelt(pictures.setup, readings('setup')));
}

export type ReadMoment = { readonly read: Read; readonly rolledDeg?: Estimate };

/** The pictures of one moment; `rest`: those of the set-up. */
export function readMoment(moment: Moment, role: Role, rest: Read): ReadMoment {
  const { pictures, lying, level } = moment;
  const found: Partial<Record<View, ReadPicture>> = {};
  let rolledDeg: Estimate | undefined;
  // What is seen from an end first: the roll is taken off what is seen from the side.
  for (const view of [...endViews, ...views.filter((one) => !endViews.includes(one))]) {
    if (!pictures[role] || !(view in pictures[role])) continue;
    const setup = role === 'setup' ? undefined : pictures.setup?.[view];
    if (setup && !endViews.includes(view)) rolledDeg ??= rolledIn(moment, role, found, rest);
    const moved = setup && level ? { movedDeg: movedIn(level, phaseOf[role]) } : {};
    const rolled = setup && rolledDeg ? { rolledDeg } : {};
    found[view] = readPicture({ ...lying, ...moved, ...rolled }, view, pictures[role][view], setup);
  }
  const inOrder = Object.fromEntries(views.flatMap((view) => (found[view] ? [[view, found[view]]] : [])));
  return { read: inOrder, ...(rolledDeg ? { rolledDeg } : {}) };
}
