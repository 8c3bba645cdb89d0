// What a level asks, in words a teacher would use.
import { entriesOf } from '../keyed';
import { extraWords } from './load-tags';
import type { Amount, LoadTags } from './load-tags';

const bends = { flexion: 'bends forward', extension: 'bends back', twist: 'turns', sideBend: 'bends aside' } as const;
const amountWords: Readonly<Record<Exclude<Amount, 'none'>, string>> = {
  light: 'a little',
  loaded: 'under load',
  endRange: 'to the end of its range',
};
const flags = {
  headUp: 'the head is carried off the mat',
  inversion: 'head lower than the heart, or hips over the shoulders',
  rolling: 'rolls over the back',
  balance: 'balances',
  movingCarriage: 'stands or leans on a moving carriage',
  jump: 'jumps',
  breathEffort: 'breath held or pumped',
} as const;
const legWords = { none: '', one: 'one leg off the mat', both: 'both legs off the mat' } as const;
const carrierWords = {
  hands: 'weight on the hands',
  forearms: 'weight on the forearms',
  knees: 'weight on the knees',
  neck: 'weight near the neck',
} as const;

/** Everything that a level asks, each in a few words, the spine first. */
export function loadWords(tags: LoadTags): string[] {
  const { legs, lever, weightOn, effort, also } = tags;
  const spine = entriesOf(bends).flatMap(([name, does]) => {
    const amount = tags[name];
    return amount === 'none' ? [] : [`the spine ${does} ${amountWords[amount]}`];
  });
  return [
    ...spine,
    ...entriesOf(flags).flatMap(([name, words]) => (tags[name] ? [words] : [])),
    ...(legs === 'none' ? [] : [`${legWords[legs]}${lever === 'long' ? ', long' : ''}`]),
    ...weightOn.map((one) => carrierWords[one]),
    ...(effort === 'strong' ? ['strong effort of the trunk'] : []),
    ...also.map((one) => extraWords[one]),
  ];
}
