'use server';

import { revalidatePath } from 'next/cache';
import * as v from 'valibot';
import { v7 as newId } from 'uuid';
import { eventVersion } from '@/core/progression/words';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { findSession, receiveEvents } from '@/data/stores/floor';
import { act } from '@/platform/server/act';

const id = v.pipe(v.string(), v.uuid('is not an id'));
const form = v.strictObject({
  session: id,
  /** The repetition that was tapped wrongly. */
  of: id,
  clean: v.boolean(),
  why: v.pipe(v.string(), v.trim(), v.minLength(4, 'Say why it is set right.'), v.maxLength(200)),
});

/** Sets a tapped repetition right afterwards: a new event, with who and when; what was tapped stays on record. */
export async function amendRepetition(input: unknown): Promise<Result<null>> {
  return act('amendRepetition', form, input, async (who, { session, of, clean, why }) => {
    const card = await findSession(who, session);
    if (!card.ok) return card;
    const now = Date.now();
    const event = {
      id: newId(),
      v: eventVersion,
      session,
      device: newId(),
      seq: 0,
      at: now,
      by: who.userId,
      what: { kind: 'amended', of, clean, why },
    };
    const { refused } = await receiveEvents(who, [event], now);
    const [problem] = refused;
    if (problem) return failure(problem.error.code, problem.error.message, problem.error.path);
    revalidatePath(`/sessions/${session}`);
    return success(null);
  });
}
