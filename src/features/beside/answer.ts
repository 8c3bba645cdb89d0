// What a device beside asks and says, and what the instructor's own asks of it.
import * as v from 'valibot';
import { parse } from '@/core/check';
import { besideMessage } from '@/core/progression/beside';
import { failure } from '@/core/result';
import type { Result } from '@/core/result';
import { closeLink, hearLink, joinLink, openLink, readBeside, sayBeside, setWants } from '@/data/stores/beside';
import type { Who } from '@/data/types';
import { guarded } from '@/platform/server/act';
import { currentAsking, isOwnOrigin } from '@/platform/server/asking';
import { readBounded } from '@/platform/server/bounded';
import { measured } from '@/platform/server/measured';
import { guestsRead, mayUse } from '@/platform/server/rights';
import { statusOf } from '@/platform/server/status';
import { currentWho } from '@/platform/server/session';

/** What an exercise is watched by, with as much of the repertoire as that needs. */
const mostBytes = 1_500_000;

const id = v.pipe(v.string(), v.uuid('is not an id'));
const token = v.pipe(v.string(), v.minLength(32), v.maxLength(100));
const wants = v.record(v.string(), v.unknown());

const ofOwner = v.variant('do', [
  v.strictObject({ do: v.literal('open'), id, wants }),
  v.strictObject({ do: v.literal('wants'), id, wants }),
  v.strictObject({ do: v.literal('hear'), id, after: v.pipe(v.number(), v.safeInteger(), v.minValue(0)) }),
  v.strictObject({ do: v.literal('close'), id }),
]);

const ofDevice = v.variant('do', [
  v.strictObject({ do: v.literal('join'), code: v.pipe(v.string(), v.maxLength(40)), token }),
  v.strictObject({ do: v.literal('read'), token }),
  v.strictObject({
    do: v.literal('say'),
    token,
    id,
    body: besideMessage,
    agoMs: v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(3_600_000)),
  }),
]);

async function asked<S extends v.GenericSchema>(request: Request, schema: S): Promise<Result<v.InferOutput<S>>> {
  if (!isOwnOrigin(request)) return failure('otherOrigin', 'This was not sent by a page of this studio.');
  const body = await readBounded(request, mostBytes);
  if (!body) return failure('tooLarge', 'Too much at once.');
  try {
    return parse(schema, JSON.parse(new TextDecoder().decode(body)));
  } catch {
    return failure('notJson', 'The input is not JSON.');
  }
}

const respond = (result: Result<unknown>): Response =>
  Response.json(result, {
    status: result.ok ? 200 : statusOf(result.error),
    headers: { 'cache-control': 'no-store' },
  });

function forOwner(who: Who, ask: v.InferOutput<typeof ofOwner>): Promise<Result<unknown>> {
  switch (ask.do) {
    case 'open':
      return openLink(who, ask.id, ask.wants);
    case 'wants':
      return setWants(who, ask.id, ask.wants);
    case 'hear':
      return hearLink(who, ask.id, ask.after);
    case 'close':
      return closeLink(who, ask.id);
  }
}

/** The instructor's own device: opens a link, tells what to watch, hears what was said. */
export async function answerOwner(request: Request): Promise<Response> {
  return respond(
    await measured('beside/link', () =>
      guarded(async () => {
        const who = await currentWho();
        if (!who) return failure('signedOut', 'You are signed out.');
        if (!mayUse(who, 'beside/link')) return failure('notAllowed', guestsRead);
        const ask = await asked(request, ofOwner);
        return ask.ok ? forOwner(who, ask.value) : ask;
      }),
    ),
  );
}

/** The device beside: nobody is signed in there, the code opened it. */
export async function answerDevice(request: Request): Promise<Response> {
  return respond(
    await measured('beside', () =>
      guarded(async () => {
        const ask = await asked(request, ofDevice);
        if (!ask.ok) return ask;
        const what = ask.value;
        if (what.do === 'join') return joinLink(what.code, what.token, (await currentAsking()).place);
        return what.do === 'read' ? readBeside(what.token) : sayBeside(what.token, what.id, what.body, what.agoMs);
      }),
    ),
  );
}
