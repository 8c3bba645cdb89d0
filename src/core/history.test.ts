import { keepSteps, nothingDone, remembered, travel } from './history';
import type { History } from './history';

const to = (history: History<string>, way: 'undo' | 'redo', now: string) => travel(history, way, () => now);

describe('what can be undone', () => {
  const ab = remembered(remembered<string>(nothingDone, 'a'), 'b');
  test('back, back, forward, forward: the same places in turn', () => {
    const back = to(ab, 'undo', 'c');
    expect(back).toEqual({ to: 'b', history: { past: ['a'], future: ['c'] } });
    const start = to(back?.history ?? nothingDone, 'undo', 'b');
    expect(start).toEqual({ to: 'a', history: { past: [], future: ['c', 'b'] } });
    expect(to(start?.history ?? nothingDone, 'undo', 'a')).toBeUndefined();
    const forward = to(start?.history ?? nothingDone, 'redo', 'a');
    expect(forward).toEqual({ to: 'b', history: { past: ['a'], future: ['c'] } });
    expect(to(forward?.history ?? nothingDone, 'redo', 'b')).toEqual({ to: 'c', history: ab });
  });
  test('a new step ends what could be done again', () => {
    const back = to(ab, 'undo', 'c');
    expect(remembered(back?.history ?? nothingDone, 'b')).toEqual({ past: ['a', 'b'], future: [] });
  });
  test('two hundred steps are kept, the newest', () => {
    let long: History<number> = nothingDone;
    for (let i = 0; i < 205; i += 1) long = remembered(long, i);
    expect([long.past.length, long.past[0], long.past.at(-1)]).toEqual([200, 5, 204]);
  });
  test('steps that have lost their place go', () =>
    expect(keepSteps({ past: ['a', 'b'], future: ['a'] }, (one) => one !== 'a')).toEqual({ past: ['b'], future: [] }));
});
