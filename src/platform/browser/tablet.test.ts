import { randomBytes } from 'node:crypto';
import { keyFrom, lock, unlock } from './tablet';

const fresh = () => randomBytes(32).toString('base64');

test('what waits under the key before the last password is read by whoever has both, and by nobody with the new one alone', async () => {
  const [before, after, other] = [fresh(), fresh(), fresh()];
  const tap = { id: 'a', clean: true, words: 'Zoë 🌊' };
  const locked = await lock(await keyFrom(before), tap);
  expect(await unlock(await keyFrom(`${after} ${before}`), locked)).toEqual(tap);
  expect(await unlock(await keyFrom(`${other} ${after} ${before}`), locked)).toEqual(tap);
  await expect(unlock(await keyFrom(after), locked)).rejects.toThrow();
  await expect(unlock(await keyFrom(`${other} ${after}`), locked)).rejects.toThrow();
  // What is locked from now on is under the new one.
  const later = await lock(await keyFrom(`${after} ${before}`), tap);
  expect(await unlock(await keyFrom(after), later)).toEqual(tap);
  await expect(unlock(await keyFrom(before), later)).rejects.toThrow();
});
