// Measures in words and figures, the same on every screen and in the shell.
import { measureRules } from './rules';
import type { Unit } from './rules';
import type { Interval } from './probability';

const extraUnits: Readonly<Record<string, Unit>> = {
  pelvicHike: 'deg',
  pelvicShift: 'ratio',
  kneeTrack: 'ratio',
  poleGap: 'mm',
};

export const unitOf = (measure: string): Unit =>
  measureRules.find(({ id }) => id === measure)?.unit ?? extraUnits[measure] ?? 'deg';

export const nameOf = (measure: string): string => measureRules.find(({ id }) => id === measure)?.name ?? measure;

const minusSign = '−';
const signed = (text: string, value: number): string =>
  Number(text) === 0 ? text.replace('-', '') : value < 0 ? `${minusSign}${text.replace('-', '')}` : `+${text}`;

const unsigned: ReadonlySet<string> = new Set([
  'tabletopError',
  'kneeFlexion',
  'legElevation',
  'straightLegElevation',
  'craniovertebral',
  'lumbarGap',
  'lumbarCurve',
  'curlHeight',
]);

/** A value with its unit: `+9°`, `12 mm`, `1.04`; errors and unsigned measures without a plus. */
export function formatMeasure(measure: string, value: number, as: 'value' | 'error' = 'value'): string {
  const unit = unitOf(measure);
  const digits = unit === 'ratio' ? 2 : as === 'error' || Math.abs(value) < 10 ? 1 : 0;
  const text = value.toFixed(digits);
  const figure =
    as === 'error' || unit === 'ratio' || (unsigned.has(measure) && value >= 0)
      ? text.replace('-', minusSign)
      : signed(text, value);
  return unit === 'deg' ? `${figure}°` : unit === 'mm' ? `${figure} mm` : figure;
}

/** An interval: `−5…+5°`, `up to 8°`. */
export function formatInterval(measure: string, [lo, hi]: Interval): string {
  const suffix = unitOf(measure) === 'deg' ? '°' : unitOf(measure) === 'mm' ? ' mm' : '';
  const plain = (value: number) =>
    formatMeasure(measure, value)
      .replace(/[°]| mm/g, '')
      .replace(/\.0$/, '');
  if (lo === null) return hi === null ? 'anything' : `up to ${plain(hi)}${suffix}`;
  if (hi === null) return `at least ${plain(lo)}${suffix}`;
  return `${plain(lo)}…${plain(hi)}${suffix}`;
}
