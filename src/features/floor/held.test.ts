import { isAnswer, isAside, isEvent, isOwnPack, isPack, isPlaced } from './held';
import { thisBuild } from './build';

const event = {
  id: 'e',
  v: 1,
  session: 's',
  device: 'd',
  seq: 1,
  at: 5,
  by: 'u',
  what: { kind: 'ended' },
};

describe('what a tablet held', () => {
  test('a pack of another build is not opened: its fields may be others', () => {
    const pack = { build: thisBuild, who: { id: 'u' }, clients: [] };
    expect([isPack(pack), isOwnPack(pack)]).toEqual([true, true]);
    expect([isPack({ ...pack, build: 'older' }), isOwnPack({ ...pack, build: 'older' })]).toEqual([true, false]);
    for (const wrong of [{ ...pack, clients: null }, { ...pack, who: 'u' }, { ...pack, build: 1 }, null, 'pack'])
      expect(isPack(wrong)).toBe(false);
  });
  test('an event must say what happened, when, where and by whom', () => {
    expect(isEvent(event)).toBe(true);
    for (const name of Object.keys(event)) expect(isEvent({ ...event, [name]: undefined })).toBe(false);
    expect(isEvent({ ...event, what: {} })).toBe(false);
    expect(isAside({ why: 'no such client', event })).toBe(true);
    expect(isAside({ event })).toBe(false);
  });
  test('an event of another version can wait and be sent, but is not folded', () => {
    expect(isEvent({ ...event, v: 0 })).toBe(true);
    expect(isPlaced({ n: 1, name: 'Wren', event })).toBe(true);
    expect(isPlaced({ n: 1, name: 'Wren', event: { ...event, v: 0 } })).toBe(false);
    expect(isPlaced({ name: 'Wren', event })).toBe(false);
  });
  test('an answer is whole or none', () => {
    const answer = { acked: [{ id: 'e', n: 1, at: 5 }], refused: [{ id: 'f', error: { code: 'x', message: 'no' } }] };
    expect(isAnswer({ ...answer, news: [{ n: 1, name: 'Wren', event }] })).toBe(true);
    expect(isAnswer(answer)).toBe(false);
    expect(isAnswer({ ...answer, news: [{ n: 1 }] })).toBe(false);
    expect(isAnswer({ ...answer, refused: [{ id: 'f' }], news: [] })).toBe(false);
  });
});
