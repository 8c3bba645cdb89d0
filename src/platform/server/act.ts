import type * as v from 'valibot';
import { failure } from '@/core/result';
import { parse } from '@/core/check';
import type { Result } from '@/core/result';
import type { Who } from '@/data/types';
import { log } from './log';
import { measured } from './measured';
import { beforeSecond, guestsRead, isAllowedTo, rights } from './rights';
import type { ActionName } from './rights';
import { currentSignedIn } from './session';

const unreachable = () =>
  failure(
    'unreachable',
    'The studio’s records can’t be reached just now. Nothing you entered is lost: try again in a moment.',
  );

/** Work whose only expected throw is a database that does not answer. */
export async function guarded<T>(work: () => Promise<Result<T>>): Promise<Result<T>> {
  try {
    return await work();
  } catch (error) {
    log.error(error);
    return unreachable();
  }
}

/** The one way to change anything: know who asks and whether she may, check the input, do it; every failure is a value. */
export function act<S extends v.GenericSchema, T>(
  name: ActionName,
  schema: S,
  input: unknown,
  work: (who: Who, value: v.InferOutput<S>) => Promise<Result<T>>,
): Promise<Result<T>> {
  return measured(name, () =>
    guarded(async () => {
      const who = await currentSignedIn();
      if (!who || (who.lacksSecond && !beforeSecond.includes(name)))
        return failure(
          'signedOut',
          'You are signed out. Sign in again in another tab, then try once more: what you entered stays here.',
        );
      if (!isAllowedTo(who.role, name))
        return failure('notAllowed', rights[name] === 'lead' ? 'Only a lead instructor may do that.' : guestsRead);
      const parsed = parse(schema, input);
      return parsed.ok ? work(who, parsed.value) : parsed;
    }),
  );
}
