import * as v from 'valibot';
import { failure, success } from './result';
import type { Result } from './result';

/** Checks a value that comes from outside; the first thing wrong is named with its path (`landmarks.ASIS`). */
export function parse<S extends v.GenericSchema>(schema: S, input: unknown): Result<v.InferOutput<S>> {
  const parsed = v.safeParse(schema, input, { abortEarly: true });
  if (parsed.success) return success(parsed.output);
  const issue = parsed.issues[0];
  const path = v.getDotPath(issue) ?? '';
  if (issue.type === 'strict_object' && issue.expected === 'never')
    return failure('unknownKey', `${path} is not a known name here`, path);
  if (issue.received === 'undefined') return failure('missing', `${path || 'the input'} is missing`, path);
  return failure('badValue', path ? `${path}: ${issue.message}` : issue.message, path);
}
