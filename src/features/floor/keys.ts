// Keys and pedals of the Floor: which act each stands for.
import type { LostBlock } from '@/core/progression/words';

export const keyActs = {
  ' ': 'clean',
  PageDown: 'clean',
  ArrowRight: 'clean',
  l: 'lost',
  PageUp: 'lost',
  ArrowLeft: 'lost',
  u: 'undo',
  Backspace: 'undo',
  s: 'newSet',
  b: 'pace',
  v: 'look',
  n: 'note',
  c: 'confirm',
  k: 'camera',
  Enter: 'next',
  '?': 'help',
} as const satisfies Readonly<Record<string, string>>;
export type KeyAct = (typeof keyActs)[keyof typeof keyActs];

const isKey = (key: string): key is keyof typeof keyActs => Object.hasOwn(keyActs, key);

/** What a key stands for; letters in either case. */
export function actOfKey(key: string): KeyAct | undefined {
  const plain = key.length === 1 ? key.toLowerCase() : key;
  return isKey(plain) ? keyActs[plain] : undefined;
}

/** The block that a number names, while a lost repetition waits for its name. */
export const blockOfKey = (key: string, blocks: readonly LostBlock[]): LostBlock | undefined =>
  /^[1-5]$/.test(key) ? (blocks[Number(key) - 1] ?? blocks[0]) : undefined;
