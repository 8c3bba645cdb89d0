// One question and answer between a tablet and the server: here is what was tapped; what is new?
import * as v from 'valibot';
import { failure, success } from '@/core/result';
import { parse } from '@/core/check';
import { newsOf, receiveEvents } from '@/data/stores/floor';
import type { Received } from '@/data/stores/floor';
import type { PlacedEvent } from '@/data/types';
import { guarded } from '@/platform/server/act';
import { isOwnOrigin } from '@/platform/server/asking';
import { readBounded } from '@/platform/server/bounded';
import { currentLocale } from '@/platform/server/locale';
import { measured } from '@/platform/server/measured';
import { guestsRead, mayUse } from '@/platform/server/rights';
import { statusOf } from '@/platform/server/status';
import { currentEnd, currentWho } from '@/platform/server/session';
import { readDay } from './day';

/** Most events sent at a time, and most bytes. */
export const mostAtOnce = 500;
const mostBytes = 2_000_000;

/** A class has no more people than this. */
const mostFollowed = 30;
const followed = v.strictObject({
  session: v.pipe(v.string(), v.uuid()),
  after: v.pipe(v.number(), v.safeInteger(), v.minValue(0)),
});
type Followed = v.InferOutput<typeof followed>;

const question = v.strictObject({
  /** The tablet's clock, ms since 1970. */
  sentAt: v.pipe(v.number(), v.finite()),
  /** Sessions that are followed for what others tapped: none, one, or a class of them. */
  follow: v.union([
    v.pipe(
      v.null(),
      v.transform((): Followed[] => []),
    ),
    v.pipe(
      followed,
      v.transform((one) => [one]),
    ),
    v.pipe(v.array(followed), v.maxLength(mostFollowed)),
  ]),
  events: v.pipe(v.array(v.unknown()), v.maxLength(mostAtOnce)),
});

export type Answer = Received & { readonly news: readonly PlacedEvent[] };

const signedOut = () => failure('signedOut', 'You are signed out.');

export async function exchange(request: Request): Promise<Response> {
  const result = await measured('floor/exchange', () =>
    guarded(async () => {
      const who = await currentWho();
      if (!who) return signedOut();
      if (!mayUse(who, 'floor/exchange')) return failure('notAllowed', guestsRead);
      if (!isOwnOrigin(request)) return failure('otherOrigin', 'This was not sent by a page of this studio.');
      const body = await readBounded(request, mostBytes);
      if (!body) return failure('tooLarge', 'Too much at once.');
      let asked: unknown;
      try {
        asked = JSON.parse(new TextDecoder().decode(body));
      } catch {
        return failure('notJson', 'The input is not JSON.');
      }
      const parsed = parse(question, asked);
      if (!parsed.ok) return parsed;
      const { events, sentAt, follow } = parsed.value;
      const received: Received =
        events.length === 0 ? { acked: [], refused: [] } : await receiveEvents(who, events, sentAt);
      const news = await newsOf(who, follow);
      return success<Answer>({ ...received, news });
    }),
  );
  return Response.json(result, {
    status: result.ok ? 200 : statusOf(result.error),
    headers: { 'cache-control': 'no-store' },
  });
}

/** The day's pack, for a tablet. */
export async function sendDay(request: Request): Promise<Response> {
  const also = new URL(request.url).searchParams.get('client') ?? undefined;
  const result = await measured('floor/day', () =>
    guarded(async () => {
      const who = await currentWho();
      if (!who) return signedOut();
      if (!mayUse(who, 'floor/day')) return failure('notAllowed', guestsRead);
      if (also !== undefined && !v.is(v.pipe(v.string(), v.uuid()), also))
        return failure('notFound', 'There is no such client in this studio.', 'client');
      return readDay(who, await currentLocale(), also, await currentEnd());
    }),
  );
  return Response.json(result, {
    status: result.ok ? 200 : statusOf(result.error),
    headers: { 'cache-control': 'no-store' },
  });
}
