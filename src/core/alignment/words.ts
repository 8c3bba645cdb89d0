// Measures in words and figures, the same on every screen and in the shell.
import { measureRules, signless } from './rules';
import type { Unit } from './rules';
import type { Interval } from './probability';

/** Measures that no picture gives; none of them has a direction. */
const otherMeasures: Readonly<Record<string, { readonly name: string; readonly unit: Unit }>> = {
  cuffPressure: { name: 'pressure under the low back', unit: 'mmHg' },
  neckGap: { name: 'gap behind the neck', unit: 'mm' },
};
const isSignless = (id: string): boolean => signless.has(id) || id in otherMeasures;

/** A measure told of one limb goes by the same rule. */
const bare = (measure: string): string => measure.replace(/_[LR]$/, '');

/** Unit of a measure, sided or not; degrees for one that is not known. */
export const unitOf = (measure: string): Unit =>
  measureRules.find(({ id }) => id === bare(measure))?.unit ?? otherMeasures[bare(measure)]?.unit ?? 'deg';

/** Name of a measure in words, with its side; its id for one that is not known. */
export function nameOf(measure: string): string {
  const id = bare(measure);
  const name = measureRules.find((rule) => rule.id === id)?.name ?? otherMeasures[id]?.name ?? id;
  return id === measure ? name : `${name}, ${measure.endsWith('_L') ? 'left' : 'right'}`;
}

const minusSign = '−';
const signed = (text: string, value: number): string =>
  Number(text) === 0 ? text.replace('-', '') : value < 0 ? `${minusSign}${text.replace('-', '')}` : `+${text}`;

/** A value with its unit: `+9°`, `12 mm`, `1.04`; errors and unsigned measures without a plus. */
export function formatMeasure(measure: string, value: number, as: 'value' | 'error' = 'value'): string {
  const unit = unitOf(measure);
  const digits = unit === 'ratio' ? 2 : as === 'error' || Math.abs(value) < 10 ? 1 : 0;
  const text = value.toFixed(digits);
  const figure =
    as === 'error' || unit === 'ratio' || (isSignless(bare(measure)) && value >= 0)
      ? text.replace('-', Number(text) === 0 ? '' : minusSign)
      : signed(text, value);
  return unit === 'deg' ? `${figure}°` : unit === 'ratio' ? figure : `${figure} ${unit === 'mmHg' ? 'mmHg' : 'mm'}`;
}

/** An interval: `−5…+5°`, `up to 8°`. */
export function formatInterval(measure: string, [lo, hi]: Interval): string {
  const unit = unitOf(measure);
  const suffix = unit === 'deg' ? '°' : unit === 'ratio' ? '' : ` ${unit}`;
  const plain = (value: number) =>
    formatMeasure(measure, value)
      .replace(/[°]| mmHg| mm/g, '')
      .replace(/\.0$/, '');
  if (lo === null) return hi === null ? 'anything' : `up to ${plain(hi)}${suffix}`;
  if (hi === null) return `at least ${plain(lo)}${suffix}`;
  return `${plain(lo)}…${plain(hi)}${suffix}`;
}

/** `a`, `a and b`, `a, b and c`; or with another word before the last. */
export const listWords = (words: readonly string[], last = 'and'): string =>
  words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')} ${last} ${words.at(-1)}`;
