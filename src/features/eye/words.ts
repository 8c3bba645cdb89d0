// What the trainer says.
import type { View } from '@/core/anatomy/positions';
import { fromWhere } from '@/core/anatomy/positions';
import type { Asked, BlockAsked } from '@/core/eye/question';
import { wayOf } from '@/core/eye/question';
import type { ShownQuestion, Told } from './read';

export const roundNames = {
  today: 'Today’s round',
  tilt: 'Grade tilts',
  level: 'Level or out',
  fault: 'Name it',
  stand: 'Where to stand',
} as const;

export const standWords: Readonly<Record<View, string>> = {
  side: 'Beside her',
  foot: 'At her feet',
  head: 'At her head',
  above: 'Over her',
  front: 'Before her',
  behind: 'Behind her',
};

const degrees = (deg: number): string => `${Math.abs(Math.round(deg * 10) / 10)}°`;

/** A tilt in words: `7°, arched`, `level`. */
export const tiltWords = ({ low, high }: Pick<BlockAsked, 'low' | 'high'>, deg: number): string =>
  Math.round(deg * 10) === 0 ? 'level' : `${degrees(deg)}, ${deg > 0 ? high : low}`;

const wayWords = ({ low, high }: Pick<BlockAsked, 'low' | 'high'>, way: ReturnType<typeof wayOf>): string =>
  way === 'level' ? 'level' : way === 'high' ? high : low;

const nameIn = ({ options }: ShownQuestion, id: string | null): string =>
  id === null ? 'nothing' : (options.find((one) => one.id === id)?.name ?? id);

/** What is asked, in a sentence. */
export function askWords(question: ShownQuestion): string {
  const { asked, figure } = question;
  if (asked.kind === 'stand') return `Where do you stand to see ${nameIn(question, asked.fault)}?`;
  if (asked.kind === 'fault') return `What is out, seen ${fromWhere[figure.view]}?`;
  return asked.kind === 'tilt'
    ? `How far is the ${asked.block} from level?`
    : `The ${asked.block}: level, or out, and which way?`;
}

/** The truth and what she said, in a sentence each. */
export function toldWords(question: ShownQuestion, { asked, answer }: Told): readonly [truth: string, said: string] {
  if (asked.kind === 'tilt' && answer.kind === 'tilt')
    return [
      `It is ${tiltWords(asked, asked.truthDeg)}${asked.truthSe === undefined ? '' : `; measured, ± ${degrees(asked.truthSe)}`}.`,
      `You said ${tiltWords(asked, answer.estimateDeg)}.`,
    ];
  if (asked.kind === 'level' && answer.kind === 'level')
    return [`It is ${tiltWords(asked, asked.truthDeg)}.`, `You said ${wayWords(asked, answer.said)}.`];
  if (asked.kind === 'fault' && answer.kind === 'fault')
    return [faultTruth(question, asked), `You said ${nameIn(question, answer.said)}.`];
  if (asked.kind === 'stand' && answer.kind === 'stand')
    return [
      `It shows ${asked.right.map((view) => fromWhere[view]).join(' and ')}.`,
      `You would stand ${standWords[answer.said].toLowerCase()}.`,
    ];
  return ['', ''];
}

const faultTruth = (question: ShownQuestion, { fault }: Extract<Asked, { kind: 'fault' }>): string =>
  fault === null ? 'Nothing is out.' : `It is ${nameIn(question, fault)}.`;
