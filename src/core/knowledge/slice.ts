// As much of a repertoire as some exercises need: what a page sends to the browser.
import { faultIds, servesSomewhere } from './find';
import type { Repertoire } from './entries';

/**
 * The repertoire with these exercises alone, and of the rest what belongs to them. It holds together as the whole does.
 * `namesOnly`: for pages that tell what was, and judge nothing.
 */
export function sliceOf(
  whole: Repertoire,
  exerciseIds: readonly string[],
  { namesOnly = false }: { readonly namesOnly?: boolean } = {},
): Repertoire {
  const exercises = whole.exercises.filter(({ id }) => exerciseIds.includes(id));
  const faults = new Set(exercises.flatMap(faultIds));
  const corrections = whole.corrections
    .filter((correction) =>
      exercises.some((exercise) => faultIds(exercise).some((fault) => servesSomewhere(correction, exercise, fault))),
    )
    .map((correction) => ({ ...correction, faults: correction.faults.filter((fault) => faults.has(fault)) }));
  const props = new Set(corrections.map(({ prop }) => prop));
  const kept = whole.faults.filter(({ id }) => faults.has(id));
  const causes = new Set(kept.flatMap((fault) => fault.causes));
  return {
    ...whole,
    exercises,
    faults: kept,
    causes: whole.causes.filter(({ id }) => causes.has(id)),
    targets: namesOnly ? [] : whole.targets.filter(({ low, high }) => [low, high].some((id) => id && faults.has(id))),
    corrections,
    props: whole.props.filter(({ id }) => props.has(id)),
    conditions: namesOnly ? [] : whole.conditions,
    stances: namesOnly ? [] : whole.stances,
    schools: namesOnly ? [] : whole.schools,
    stopSigns: namesOnly ? [] : whole.stopSigns,
    sequences: [],
    glossary: [],
  };
}
