import { notFound } from 'next/navigation';

/** What an address may ask: each name once. */
export type Asked = string | string[] | undefined;

/** A name's one value; an address that gives it twice, or without end, leads nowhere. */
export function single(value: Asked): string | undefined {
  if (Array.isArray(value) || (value !== undefined && value.length > 400)) notFound();
  return value;
}

/** A page number from an address; the first page for anything else. */
export const pageNumber = (text: string | undefined): number => (/^[1-9]\d{0,5}$/.test(text ?? '') ? Number(text) : 1);
