// The simulated camera for an exercise: what is drawn, worn and played.
import type { View } from '@/core/anatomy/positions';
import { drawableFaults, usualAmount } from '@/core/body/deviations';
import { doneBy } from '@/core/body/mirror';
import type { PlayedSet } from '@/core/body/played-set';
import { typicalBody } from '@/core/body/segments';
import { movementOf } from '@/core/body/shown';
import { poseBody } from '@/core/body/skeleton';
import { nearSideOf } from '@/core/figure/camera';
import { filmCamera, filmRoom, filmSize } from '@/core/figure/picture';
import type { Exercise, Level } from '@/core/knowledge/entries';
import { exerciseAt } from '@/core/knowledge/find';
import { marksFor } from '@/core/knowledge/wanted';
import { wornInFilms } from '@/core/knowledge/worn';
import { playedSource } from './sources';
import type { LiveSource, SourceEvents } from './sources';

/** The simulated set: ten repetitions, two of them lost if something goes wrong. */
export const simulatedSet: PlayedSet = { repetitions: 10, stillS: 3, outS: 1.2, holdS: 0.4, backS: 1.4, restS: 0.6 };
export const lostIn: readonly number[] = [4, 8];
const fps = 25;

/** Faults that the simulated client can show in this exercise. */
export const faultsToShow = ({ faults }: Exercise): readonly string[] =>
  faults.map(({ fault }) => fault).filter((fault) => drawableFaults.includes(fault));

/** The simulated camera on an exercise: the drawn client does the set, and a fault of it, if any, in two repetitions. */
export function simulatedSource(
  exercise: Exercise,
  level: Level,
  view: View,
  fault: string,
): (events: SourceEvents) => LiveSource {
  const { position } = exerciseAt(exercise, level.number);
  const movement = doneBy(typicalBody, movementOf(level), nearSideOf(position, view));
  const start = poseBody(typicalBody, movement.start);
  const shown = [movement.start, movement.hold].map((pose) => poseBody(typicalBody, pose));
  const camera = filmCamera(position, view, filmSize(position), shown);
  const set: PlayedSet = fault
    ? { ...simulatedSet, fault: { id: fault, amount: usualAmount(fault), repetitions: lostIn, when: 'through' } }
    : simulatedSet;
  const worn = wornInFilms(marksFor(exercise, view, level), start, view);
  const room = filmRoom(start, camera, view).svg;
  return (events) => playedSource({ body: typicalBody, movement, set, camera, view, worn, fps }, room, events);
}
