import { failure, success } from '../result';
import type { Result } from '../result';
import type { Exercise, Level } from './entries';

const loosely = (name: string): string => name.toLowerCase().replace(/[\s_-]/g, '');

/** An entry named from outside: by id, else by name; upper and lower case, spaces and hyphens aside. Unknown names are refused with the known ones. */
export function lookUp<T extends { readonly id: string; readonly name: string }>(
  entries: readonly T[],
  name: string,
  what: string,
  path: string,
): Result<T> {
  const found =
    entries.find(({ id }) => id === name) ??
    entries.find((one) => [one.id, one.name].some((own) => loosely(own) === loosely(name)));
  if (found) return success(found);
  return failure(
    `unknown${what[0]?.toUpperCase()}${what.slice(1)}`,
    `"${name}" is not a known ${what}; known: ${entries.map(({ id }) => id).join(', ')}`,
    path,
  );
}

/** A level of an exercise by its number; one that it does not have is refused. */
export function lookUpLevel({ name, levels }: Exercise, wanted: number): Result<Level> {
  const found = levels.find(({ number }) => number === wanted);
  return found
    ? success(found)
    : failure('unknownLevel', `${name} has levels 1 to ${levels.length}, not ${wanted}`, 'level');
}

/** `a`, `a and b`, `a, b and c`; beyond `most` the rest is counted. */
export function listOf(words: readonly string[], most = 6): string {
  const shown = words.length > most ? [...words.slice(0, most - 1), `${words.length - most + 1} more`] : words;
  const [last = '', ...before] = [...shown].reverse();
  return before.length === 0 ? last : `${before.reverse().join(', ')} and ${last}`;
}
