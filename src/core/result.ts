/** A failure that was to be expected: a stable code, words for a person, and where in the input it is. */
export type Failure = { readonly code: string; readonly message: string; readonly path: string };

export type Result<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly error: Failure };

/** A result that came. */
export const success = <T>(value: T): Result<T> => ({ ok: true, value });

/** A failure that can be expected. `code`: for programs; `message`: for people; `path`: where in the input, as `landmarks.ASIS`. */
export const failure = (code: string, message: string, path = ''): { readonly ok: false; readonly error: Failure } => ({
  ok: false,
  error: { code, message, path },
});

/**
 * What an action answers; no answer is a failure like any other. `left`: what became of what was entered, and what to do.
 */
export const answered = async <T>(asked: Promise<Result<T>>, left = 'Try again in a moment.'): Promise<Result<T>> => {
  try {
    return await asked;
  } catch {
    return failure('noAnswer', `The server does not answer. ${left}`);
  }
};
