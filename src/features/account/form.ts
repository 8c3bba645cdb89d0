import * as v from 'valibot';

export const signInForm = v.strictObject({
  email: v.pipe(v.string(), v.trim(), v.nonEmpty('Type your address.'), v.email('This is not an e-mail address.')),
  password: v.pipe(v.string(), v.nonEmpty('Type your password.'), v.maxLength(200, 'This is too long for a password.')),
});
export type SignInForm = v.InferOutput<typeof signInForm>;
