import { remembering } from './remember';

test('works a thing out once for each thing and key, and anew for another', () => {
  const remember = remembering<object, number>();
  let made = 0;
  const make = () => (made += 1);
  const [a, b] = [{}, {}];
  expect([remember(a, 'x', make), remember(a, 'x', make), remember(a, 'y', make), remember(b, 'x', make)]).toEqual([
    1, 1, 2, 3,
  ]);
});

test('holds no more keys of one thing than it may', () => {
  const remember = remembering<object, number>();
  const thing = {};
  for (let i = 0; i < 1000; i += 1) expect(remember(thing, String(i), () => i)).toBe(i);
  expect(remember(thing, '0', () => -1)).toBe(-1); // forgotten by then, so made anew
});
