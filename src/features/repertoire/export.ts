import * as v from 'valibot';
import { writeFile } from '@/core/knowledge/files';
import { findRepertoire, listOwn } from '@/data/stores/studio';
import { guestsRead, mayUse } from '@/platform/server/rights';
import { currentWho } from '@/platform/server/session';
import { rulesVersion } from '@/repertoire';

const wanted = v.object({ what: v.picklist(['all', 'own']), as: v.picklist(['json', 'yaml']) });

/** The repertoire in force, or only the studio's own entries, as a file to keep. */
export async function sendRepertoire(request: Request): Promise<Response> {
  const who = await currentWho();
  if (!who) return new Response('Sign in first.', { status: 401 });
  if (!mayUse(who, 'repertoire')) return new Response(guestsRead, { status: 403 });
  const asked = v.safeParse(wanted, Object.fromEntries(new URL(request.url).searchParams));
  if (!asked.success) return new Response('Ask for what=all or own, as=json or yaml.', { status: 400 });
  const { what, as } = asked.output;
  const [repertoire, own] = await Promise.all([findRepertoire(who), listOwn(who)]);
  const text = writeFile(repertoire, as, rulesVersion, what === 'own' ? { ids: new Set(own.map(({ id }) => id)) } : {});
  return new Response(text, {
    headers: {
      'content-type': as === 'json' ? 'application/json; charset=utf-8' : 'application/yaml; charset=utf-8',
      'cache-control': 'no-store',
      'content-disposition': `attachment; filename="repertoire-${what}.${as}"`,
    },
  });
}
