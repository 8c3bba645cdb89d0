// Bodies in the units that a person reads: stature, lengths and mass. Inside, everything is SI.

export const unitSystems = ['metric', 'imperial'] as const;
export type Units = (typeof unitSystems)[number];

/** Of a length of the body, and of a mass; exact by definition (international yard and pound, 1959). */
const cmPerInch = 2.54;
const kgPerPound = 0.45359237;
const inchesPerFoot = 12;

export type Quantity = 'length' | 'mass';
export const unitWords: Readonly<Record<Units, Readonly<Record<Quantity, string>>>> = {
  metric: { length: 'cm', mass: 'kg' },
  imperial: { length: 'in', mass: 'lb' },
};

const factor: Readonly<Record<Quantity, number>> = { length: cmPerInch, mass: kgPerPound };

/** Centimetres or kilograms as inches or pounds. */
export const fromMetric = (of: Quantity, value: number): number => value / factor[of];
/** Inches or pounds as centimetres or kilograms. */
export const toMetric = (of: Quantity, value: number): number => value * factor[of];

const rounded = (value: number, places: number): string => String(Math.round(value * 10 ** places) / 10 ** places);

/** A stature as people say it, from metres: 171 cm, 5 ft 7 in. */
export function statureText(units: Units, heightM: number): string {
  if (units === 'metric') return `${Math.round(heightM * 100)} cm`;
  const inches = Math.round(fromMetric('length', heightM * 100));
  return `${Math.floor(inches / inchesPerFoot)} ft ${inches % inchesPerFoot} in`;
}

/** A mass as people say it, from kilograms. */
export const massText = (units: Units, massKg: number): string =>
  units === 'metric' ? `${Math.round(massKg)} kg` : `${Math.round(fromMetric('mass', massKg))} lb`;

/** What a field shows in inches or pounds for a text in centimetres or kilograms; what is no number stays as it is. */
export function shownFor(of: Quantity, metric: string): string {
  const value = Number(metric);
  return metric.trim() === '' || !Number.isFinite(value) ? metric : rounded(fromMetric(of, value), 1);
}

/** `5'7"`, `5 ft 7 in`, `5 7`: feet and inches. */
const feetAndInches = /^(\d{1,2})\s*(?:'|′|’|ft|feet|\s)\s*(\d{1,2}(?:[.,]\d+)?)?\s*(?:"|″|”|''|in|inches)?$/i;

/** The text in centimetres or kilograms for what was typed in inches (feet too) or pounds; what is no number stays as it is. */
export function metricFor(of: Quantity, typed: string): string {
  const plain = typed.trim();
  const feet = of === 'length' ? feetAndInches.exec(plain) : null;
  const value = feet
    ? Number(feet[1]) * inchesPerFoot + Number((feet[2] ?? '0').replace(',', '.'))
    : Number(plain.replace(',', '.'));
  return plain === '' || !Number.isFinite(value) ? typed : rounded(toMetric(of, value), 2);
}

/** What is said of a field's limits, in inches or pounds. */
export const limitsFor = (of: Quantity, message: string): string =>
  message.replace(
    /(\d+(?:\.\d+)?) to (\d+(?:\.\d+)?) (?:cm|kg)/,
    (_, least: string, most: string) =>
      `${Math.ceil(fromMetric(of, Number(least)))} to ${Math.floor(fromMetric(of, Number(most)))} ${unitWords.imperial[of]}`,
  );
