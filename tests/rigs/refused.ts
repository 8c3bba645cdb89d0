// What a schema says of a value, for tests that go along its edges.
import * as v from 'valibot';

type Issue = { readonly path: string; readonly message: string };
const issuesOf = (schema: v.GenericSchema, value: unknown): Issue[] =>
  v.safeParse(schema, value).issues?.map((issue) => ({ path: v.getDotPath(issue) ?? '', message: issue.message })) ??
  [];

/** Paths of what is refused; none where the value is taken. */
export const refusedAt = (schema: v.GenericSchema, value: unknown): string[] =>
  issuesOf(schema, value).map(({ path }) => path);

/** `path: what is said`. */
export const refusedWith = (schema: v.GenericSchema, value: unknown): string[] =>
  issuesOf(schema, value).map(({ path, message }) => `${path}: ${message}`);
