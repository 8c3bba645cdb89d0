import * as v from 'valibot';
import { unitSystems } from '@/core/units';
import { apparatuses } from '@/core/knowledge/load-tags';

const email = v.pipe(
  v.string(),
  v.trim(),
  v.nonEmpty('Type your address.'),
  v.email('This is not an e-mail address.'),
  v.maxLength(190, 'This is too long for an address.'),
);
const password = v.pipe(
  v.string(),
  v.nonEmpty('Type your password.'),
  v.maxLength(200, 'This is too long for a password.'),
);
const named = (what: string) => v.pipe(v.string(), v.trim(), v.nonEmpty(what), v.maxLength(120, 'This is too long.'));

export const signInForm = v.strictObject({
  email,
  password,
  /** The number of an authenticator or a code that was written down; empty until it is asked for. */
  code: v.pipe(v.string(), v.trim(), v.maxLength(40)),
});
export type SignInForm = v.InferOutput<typeof signInForm>;

/** Typed once more, so that a slip of the finger locks nobody out. */
const again = {
  password: v.pipe(password, v.minLength(10, 'A password has at least 10 characters.')),
  again: v.string(),
};
const notSame = 'The two are not the same.';

const isZone = (zone: string): boolean => {
  try {
    new Intl.DateTimeFormat('en', { timeZone: zone });
    return zone.length > 0;
  } catch {
    return false;
  }
};

export const firstForm = v.pipe(
  v.strictObject({
    studio: named('A studio needs a name.'),
    timeZone: v.pipe(v.string(), v.check(isZone, 'There is no such time zone.')),
    school: v.pipe(v.string(), v.nonEmpty('Choose one; every point of it can be changed later.')),
    units: v.picklist(unitSystems),
    room: named('A room needs a name.'),
    apparatus: v.array(v.picklist(apparatuses)),
    props: v.array(v.pipe(v.string(), v.maxLength(60))),
    name: named('Type your name.'),
    email,
    ...again,
    code: v.pipe(v.string(), v.trim()),
  }),
  v.forward(
    v.check(({ password: first, again: second }) => first === second, notSame),
    ['again'],
  ),
);
export type FirstForm = v.InferOutput<typeof firstForm>;

export const joinForm = v.pipe(
  v.strictObject({ name: named('Type your name.'), email, ...again }),
  v.forward(
    v.check(({ password: first, again: second }) => first === second, notSame),
    ['again'],
  ),
);
export type JoinForm = v.InferOutput<typeof joinForm>;

export const passwordForm = v.pipe(
  v.strictObject({ old: password, ...again }),
  v.forward(
    v.check(({ password: first, again: second }) => first === second, notSame),
    ['again'],
  ),
);
export type PasswordForm = v.InferOutput<typeof passwordForm>;
