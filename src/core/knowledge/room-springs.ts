// A level's springs in the words of the room: of the kinds that hang there, those nearest to what the level means.
import { nearestByUnits } from '../springs/springs';
import type { Rig } from '../springs/apparatus';
import type { Exercise, Level } from './entries';

/** What a level's own words add to its springs: `two medium, with the jump board` → `with the jump board`. */
const besides = (springs: string): string => springs.split(', ').slice(1).join(', ');

/**
 * Springs for a level from the rig of its apparatus in this room, by the trade's units (full 1, half ½); the level's own words
 * where there is no such rig, or nothing to reckon with. A setting kept for a client goes before it.
 */
export function springsInRoom(
  { apparatus }: Pick<Exercise, 'apparatus'>,
  { springs, force }: Pick<Level, 'springs' | 'force'>,
  rigs: readonly Rig[],
): string | undefined {
  const rig = rigs.find(({ kind }) => kind === apparatus);
  if (!springs || !rig || !force) return springs;
  const [nearest] = nearestByUnits(rig, force.units);
  if (!nearest) return springs;
  return [nearest.text, besides(springs)].filter(Boolean).join(', ');
}
