import { headers } from 'next/headers';

/** The browser's own English, for dates and times; the words on screen are English too. */
export async function currentLocale(): Promise<string> {
  const wanted = (await headers()).get('accept-language')?.split(',')[0]?.split(';')[0]?.trim() ?? '';
  return /^en(-[A-Za-z]{2})?$/.test(wanted) ? wanted : 'en-GB';
}
