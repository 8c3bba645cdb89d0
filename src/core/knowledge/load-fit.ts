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

const isAmong = (wanted: readonly string[] | undefined, one: string): boolean => !wanted || wanted.includes(one);
const haveOneOf = (wanted: readonly string[] | undefined, all: readonly string[]): boolean =>
  !wanted || wanted.some((one) => all.includes(one));

function tagsFit(query: LoadQuery, tags: LoadTags): boolean {
  for (const name of listed) if (!isAmong(query[name], tags[name])) return false;
  for (const name of flagged) if (query[name] && !tags[name]) return false;
  return haveOneOf(query.weightOn, tags.weightOn) && haveOneOf(query.also, tags.also);
}

/** Whether a level asks what a rule looks for. */
export function fits(query: LoadQuery, load: LoadOf): boolean {
  if (query.butGentle && isGentle(load)) return false;
  if (!tagsFit(query, load.tags)) return false;
  if (!haveOneOf(query.position, load.positions) || !isAmong(query.apparatus, load.apparatus)) return false;
  return query.demandAbove === undefined || (load.demandPct ?? 0) > query.demandAbove;
}
