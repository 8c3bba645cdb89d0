import * as v from 'valibot';

/** A number as people type it: `1,5` and `1.5`, spaces between thousands; undefined when it is none. */
export function readNumber(text: string): number | undefined {
  const plain = text
    .trim()
    .replace(/[\s\u00a0\u202f]/g, '')
    .replace(',', '.')
    .replace('\u2212', '-');
  return /^-?\d+(\.\d+)?$/.test(plain) ? Number(plain) : undefined;
}

export type Limits = {
  readonly least: number;
  readonly most: number;
  readonly whole?: boolean;
  readonly unit?: string;
};

/** The number within limits, or what is wrong with the text. */
export function readWithin(text: string, { least, most, whole, unit }: Limits): number | string {
  const range = `${least} to ${most}${unit ? ` ${unit}` : ''}`;
  const value = readNumber(text);
  if (value === undefined) return `Type a number, ${range}.`;
  if (whole && !Number.isInteger(value)) return `Type a whole number, ${range}.`;
  return value < least || value > most ? `Type a number from ${range}.` : value;
}

/** A text field that holds a number within limits; the text is kept as typed, the form gets the number. */
export const numberText = (limits: Limits) =>
  v.pipe(
    v.string(),
    v.rawTransform(({ dataset, addIssue, NEVER }) => {
      const read = readWithin(dataset.value, limits);
      if (typeof read === 'number') return read;
      addIssue({ message: read });
      return NEVER;
    }),
  );

/** The same, but may be left empty. */
export const optionalNumberText = (limits: Limits) =>
  v.pipe(
    v.string(),
    v.rawTransform(({ dataset, addIssue, NEVER }): number | null => {
      if (dataset.value.trim() === '') return null;
      const read = readWithin(dataset.value, limits);
      if (typeof read === 'number') return read;
      addIssue({ message: read });
      return NEVER;
    }),
  );
