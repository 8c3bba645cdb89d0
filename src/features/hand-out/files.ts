import { currentLocale } from '@/platform/server/locale';
import { mayUse } from '@/platform/server/rights';
import { currentWho } from '@/platform/server/session';
import { handOutCalendar } from './calendar';
import { handOutPdf } from './pdf';
import { readHandOut } from './read';

/** The hand-out as a file: `as=pdf` or `as=calendar`. */
export async function sendHandOut(request: Request, id: string): Promise<Response> {
  const who = await currentWho();
  const isId = /^[0-9a-f-]{36}$/i.test(id);
  const read =
    who && mayUse(who, 'hand-out/[id]') && isId ? await readHandOut(who, id, await currentLocale()) : undefined;
  if (!read?.ok) return new Response('Not found', { status: 404 });
  const headers = (type: string, ending: string) => ({
    'content-type': type,
    'content-disposition': `attachment; filename="practice-${read.value.day}.${ending}"`,
    'cache-control': 'no-store',
  });
  switch (new URL(request.url).searchParams.get('as')) {
    case 'pdf':
      return new Response(new Uint8Array(await handOutPdf(read.value)), { headers: headers('application/pdf', 'pdf') });
    case 'calendar':
      return new Response(handOutCalendar(read.value), { headers: headers('text/calendar; charset=utf-8', 'ics') });
    default:
      return new Response('Not found', { status: 404 });
  }
}
