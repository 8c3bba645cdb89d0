// The figures of the list on one sheet, which the browser keeps: nothing of them is in the page.
import { createHash } from 'node:crypto';
import { typicalBody } from '@/core/body/segments';
import { poseBody } from '@/core/body/skeleton';
import { figureSymbol } from '@/core/figure/print';
import type { Exercise } from '@/core/knowledge/entries';
import { remembering } from '@/core/remember';
import { findRepertoire } from '@/data/stores/studio';
import { guestsRead, mayUse } from '@/platform/server/rights';
import { currentWho } from '@/platform/server/session';

type Sheet = { readonly svg: string; readonly version: string };

const remember = remembering<readonly Exercise[], Sheet>();

/** The hardest level of every exercise, each under its id. */
function drawSheet(exercises: readonly Exercise[]): Sheet {
  const symbols = exercises.flatMap(({ id, levels }) => {
    const level = levels.at(-1);
    return level ? [figureSymbol(id, poseBody(typicalBody, level.top), level.scene)] : [];
  });
  const svg = `<svg xmlns="http://www.w3.org/2000/svg">${symbols.join('')}</svg>`;
  return { svg, version: createHash('sha256').update(svg).digest('base64url').slice(0, 16) };
}

const sheetOf = (exercises: readonly Exercise[]): Sheet => remember(exercises, '', () => drawSheet(exercises));

/** Where the sheet lies; another address after any change of what is drawn on it. */
export const figuresAddress = (exercises: readonly Exercise[]): string =>
  `/api/repertoire/figures?v=${sheetOf(exercises).version}`;

/** The sheet as it is now; kept by the browser where it is the one that was asked for. */
export async function sendFigures(request: Request): Promise<Response> {
  const who = await currentWho();
  if (!who) return new Response('Sign in first.', { status: 401 });
  if (!mayUse(who, 'repertoire/figures')) return new Response(guestsRead, { status: 403 });
  const { svg, version } = sheetOf((await findRepertoire(who)).exercises);
  const isAsked = new URL(request.url).searchParams.get('v') === version;
  return new Response(svg, {
    headers: {
      'content-type': 'image/svg+xml; charset=utf-8',
      'cache-control': isAsked ? 'private, max-age=31536000, immutable' : 'private, no-cache',
      vary: 'cookie',
    },
  });
}
