// Opens the eye for an exercise: what it is told to look for, and where its frames come from.
import type { Setting } from '@/core/alignment/setting';
import { typicalBody } from '@/core/body/segments';
import type { Exercise, Level } from '@/core/knowledge/entries';
import { onlyFor } from '@/core/knowledge/beside-wants';
import type { BesideWants } from '@/core/knowledge/beside-wants';
import { exerciseAt } from '@/core/knowledge/find';
import { liveTask, viewsToWatch } from '@/core/knowledge/live-task';
import type { EyePlace } from '@/platform/browser/eye-place';
import type { LiveDesk } from '@/platform/browser/live/desk';
import { simulatedSource } from '@/platform/browser/live/simulated';
import { cameraSource } from '@/platform/browser/live/sources';
import { stancesFor } from '../state';
import type { ToOpen } from './settings';

export { mirror } from './mirroring';

const settingOf = ({ headEnd, distanceMm, heightMm }: EyePlace): Setting => ({
  headEnd,
  ...(distanceMm === null ? {} : { lensDistanceMm: distanceMm }),
  ...(heightMm === null ? {} : { lensHeightMm: heightMm }),
});

/** What to look for in an exercise, with the stances in force for this client. */
function taskOf({ pack, client, settings }: ToOpen, exercise: Exercise, level: Level, isSimulated: boolean) {
  const { school, choices } = stancesFor(pack, client, exercise.id);
  return liveTask({
    ...{ exercise, level, view: settings.view },
    body: isSimulated ? typicalBody : client.body,
    school: school.id,
    stances: Object.fromEntries(Object.entries(choices).map(([stance, { choice }]) => [stance, choice])),
    conditions: client.conditions,
    setting: isSimulated ? { headEnd: 'left' } : settingOf(settings.place),
  });
}

/** What another device is told to watch: nothing of the client but how tall and heavy she is. */
export function wantsOf(open: ToOpen): BesideWants | undefined {
  const { exercise, level, pack } = open;
  if (!exercise || !level) return undefined;
  const task = viewsToWatch(exercise).length > 0 ? taskOf(open, exercise, level, false) : undefined;
  return {
    name: exercise.name,
    levelName: level.name,
    position: exerciseAt(exercise, level.number).position,
    watch: task
      ? {
          task: { ...task, input: { ...task.input, conditions: [] } },
          repertoire: onlyFor(pack.repertoire, exercise),
        }
      : null,
  };
}

/** Begins to watch: a camera that is open already goes on with the new task. */
export async function openEye(desk: LiveDesk, open: ToOpen): Promise<void> {
  const { exercise, level, pack, settings } = open;
  if (!exercise || !level) return;
  const isSimulated = settings.way === 'simulated';
  const task = taskOf(open, exercise, level, isSimulated);
  if (desk.now().isOn && !isSimulated) return desk.retask(task, pack.repertoire);
  const source = isSimulated ? simulatedSource(exercise, level, settings.view, settings.fault) : cameraSource;
  return desk.start(task, pack.repertoire, source);
}
