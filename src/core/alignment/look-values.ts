// What was told of one moment of a look, and by which method.
import type { View } from '../anatomy/positions';

/** Moments of a look. */
export const roles = ['setup', 'top', 'back', 'retest'] as const;
export type Role = (typeof roles)[number];
/** Where what was taken of an earlier retest of the same look lies, by the number of its try. */
export type EarlierRole = `tried${number}`;
export const methods = ['picture', 'hand', 'eye'] as const;
export type Method = (typeof methods)[number];

/** What a hand or an eye told. `fromLevel`: already a departure from level, as a grade is. */
export type OtherReading = {
  readonly method: 'hand' | 'eye';
  readonly measure: string;
  readonly value: number;
  readonly seWithin: number;
  readonly seBetween: number;
  readonly fromLevel: boolean;
};

/** A value of one moment, with the method it came from. */
export type LookValue = {
  readonly value: number;
  readonly seWithin: number;
  readonly seBetween: number | undefined;
  readonly method: Method;
  readonly view?: View;
  readonly fromLevel: boolean;
};
