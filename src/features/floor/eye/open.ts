// Opens the eye for an exercise: what it is told to look for, and where its frames come from.
import { drawableFaults, usualAmount } from '@/core/body/deviations';
import { doneBy } from '@/core/body/mirror';
import type { PlayedSet } from '@/core/body/played-set';
import { typicalBody } from '@/core/body/segments';
import { movementOf } from '@/core/body/shown';
import { poseBody } from '@/core/body/skeleton';
import { nearSideOf } from '@/core/figure/camera';
import { filmCamera, filmRoom } from '@/core/figure/picture';
import type { Exercise, Level } from '@/core/knowledge/entries';
import { exerciseAt, isInclined } from '@/core/knowledge/find';
import { liveTask } from '@/core/knowledge/live-task';
import { marksFor } from '@/core/knowledge/wanted';
import { wornInFilms } from '@/core/knowledge/worn';
import type { LiveDesk } from '@/platform/browser/live/desk';
import { cameraSource, playedSource } from '@/platform/browser/live/sources';
import type { LiveSource, SourceEvents } from '@/platform/browser/live/sources';
import type { DayPack, FloorClient } from '../pack';
import { stancesFor } from '../state';
import type { EyeSettings } from './settings';

export { mirror } from './mirroring';

/** The simulated set: ten repetitions, two of them lost if something goes wrong. */
export const simulatedSet: PlayedSet = { repetitions: 10, stillS: 3, outS: 1.2, holdS: 0.4, backS: 1.4, restS: 0.6 };
export const lostIn: readonly number[] = [4, 8];
const size = { wide: 1280, high: 720 } as const;
const fps = 25;

export type ToWatch = {
  readonly pack: DayPack;
  readonly client: FloorClient;
  readonly exercise: Exercise;
  readonly level: Level;
  readonly settings: EyeSettings;
};

/** Faults that the simulated client can show in this exercise. */
export const faultsToShow = ({ faults }: Exercise): readonly string[] =>
  faults.map(({ fault }) => fault).filter((fault) => drawableFaults.includes(fault));

function simulated({ exercise, level, settings: { view, fault } }: ToWatch): (events: SourceEvents) => LiveSource {
  const { position } = exerciseAt(exercise, level.number);
  const movement = doneBy(typicalBody, movementOf(level), nearSideOf(position, view));
  const start = poseBody(typicalBody, movement.start);
  const shown = [movement.start, movement.hold].map((pose) => poseBody(typicalBody, pose));
  const camera = filmCamera(position, view, size, shown);
  const set: PlayedSet = fault
    ? { ...simulatedSet, fault: { id: fault, amount: usualAmount(fault), repetitions: lostIn, when: 'through' } }
    : simulatedSet;
  const worn = wornInFilms(marksFor(exercise, view, isInclined(level)), start, view);
  const room = filmRoom(start, camera, view).svg;
  return (events) => playedSource({ body: typicalBody, movement, set, camera, view, worn, fps }, room, events);
}

/** Begins to watch: what is open already goes on with the new task where it can. */
export async function openEye(desk: LiveDesk, watch: ToWatch): Promise<void> {
  const { pack, client, exercise, level, settings } = watch;
  const { school, choices } = stancesFor(pack, client, exercise.id);
  const isSimulated = settings.way === 'simulated';
  const task = liveTask({
    ...{ exercise, level, view: settings.view },
    body: isSimulated ? typicalBody : client.body,
    school: school.id,
    stances: Object.fromEntries(Object.entries(choices).map(([stance, { choice }]) => [stance, choice])),
    conditions: client.conditions,
    setting: { headEnd: isSimulated ? 'left' : settings.headEnd },
  });
  if (desk.now().isOn && !isSimulated) await desk.retask(task, pack.repertoire);
  else await desk.start(task, pack.repertoire, isSimulated ? simulated(watch) : cameraSource);
}
