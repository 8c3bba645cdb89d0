import * as v from 'valibot';

/** A failure that was to be expected: a stable code, words for a person, and where in the input it is. */
export type Failure = { readonly code: string; readonly message: string; readonly path: string };

export type Result<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly error: Failure };

export const success = <T>(value: T): Result<T> => ({ ok: true, value });

export const failure = (code: string, message: string, path = ''): { readonly ok: false; readonly error: Failure } => ({
  ok: false,
  error: { code, message, path },
});

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
