// Whether what a rule looks for is what a level asks.
import type { LoadOf, LoadQuery, LoadTags } from './load-tags';

const listed = ['flexion', 'extension', 'twist', 'sideBend', 'lever', 'legs', 'effort', 'lying'] as const;
const flagged = [
  'inversion',
  'headUp',
  'rolling',
  'balance',
  'movingCarriage',
  'jump',
  'breathEffort',
] as const satisfies readonly (keyof LoadTags)[];

/** Nothing bends, nothing leaves the floor, nothing is carried: breathing, and feeling for level. */
export const isGentle = ({ tags, apparatus }: LoadOf): boolean =>
  apparatus === 'mat' &&
  tags.legs === 'none' &&
  tags.weightOn.length === 0 &&
  tags.effort !== 'strong' &&
  [tags.flexion, tags.extension, tags.twist, tags.sideBend].every((one) => one === 'none' || one === 'light') &&
  !flagged.some((name) => tags[name]) &&
  !tags.also.some((one) => one === 'fallRisk' || one === 'singleLegStance');

/** Whether a level asks what a rule looks for. */
export function fits(query: LoadQuery, load: LoadOf): boolean {
  const { tags } = load;
  if (query.butGentle && isGentle(load)) return false;
  for (const name of listed) {
    const wanted = query[name] as readonly string[] | undefined;
    if (wanted && !wanted.includes(tags[name])) return false;
  }
  for (const name of flagged) if (query[name] && !tags[name]) return false;
  if (query.weightOn && !query.weightOn.some((one) => tags.weightOn.includes(one))) return false;
  if (query.also && !query.also.some((one) => tags.also.includes(one))) return false;
  if (query.position && !query.position.includes(load.position)) return false;
  if (query.apparatus && !query.apparatus.includes(load.apparatus)) return false;
  return query.demandAbove === undefined || (load.demandPct ?? 0) > query.demandAbove;
}
