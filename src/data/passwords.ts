// How hard a password is to guess, by a kept estimator of how long guessing would take; and its hash.
import { hash, verify } from '@node-rs/argon2';
import { ZxcvbnFactory } from '@zxcvbn-ts/core';
import * as common from '@zxcvbn-ts/language-common';
import * as english from '@zxcvbn-ts/language-en';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';

export const hashPassword = (password: string): Promise<string> => hash(password);
export const isPasswordOf = (kept: string, password: string): Promise<boolean> => verify(kept, password);

const shortest = 10;
/** Of 4: from here on, ten thousand guesses a second would go on for years. */
const leastScore = 3;
/** The estimator's time grows with the square of the length; what comes after says nothing more of strength. */
const longestWeighed = 64;

let estimator: ZxcvbnFactory | undefined;
const estimate = (password: string, own: readonly string[]) => {
  estimator ??= new ZxcvbnFactory({
    dictionary: { ...common.dictionary, ...english.dictionary },
    graphs: common.adjacencyGraphs,
  });
  return estimator.check(password.slice(0, longestWeighed), [...own]);
};

/** Whether a password is hard enough to guess; `own`: what is known of its owner, and so of no use in it. */
export function weighPassword(password: string, own: readonly string[] = [], path = 'password'): Result<null> {
  if ([...password].length < shortest)
    return failure('weakPassword', `A password has at least ${shortest} characters.`, path);
  const words = ['level spine', 'pilates', ...own].flatMap((one) => [one.replaceAll(' ', ''), ...one.split(/[\s@.]+/)]);
  const known = words.filter(Boolean).map((one) => one.toLowerCase());
  return estimate(password, known).score >= leastScore
    ? success(null)
    : failure(
        'weakPassword',
        'This would be guessed too soon. Take four or five words that have nothing to do with each other, or with you.',
        path,
      );
}
