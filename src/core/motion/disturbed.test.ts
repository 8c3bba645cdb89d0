import type { Vec2 } from '../geometry';
import { disturbancesIn } from './disturbed';

const times = Array.from({ length: 100 }, (_, i) => i / 25);
const steady = (at: Vec2): Vec2[] => times.map(() => at);
const room = [steady([10, 10]), steady([1200, 20]), steady([30, 600])];
const from = (s: number, to: number) => (at: number) => at >= s && at <= to;
const still = { anchors: room, points: [steady([500, 300]), steady([600, 300])], widthPx: 1280 };

test('a film in which the room stands still and all marks are seen is not disturbed', () => {
  expect(disturbancesIn(times, still)).toEqual([]);
});

test('the camera moved from where the whole room has shifted on', () => {
  const knocked = room.map((path) => path.map(([x, y], i): Vec2 => ((times[i] ?? 0) >= 2 ? [x + 6, y - 3] : [x, y])));
  expect(disturbancesIn(times, { ...still, anchors: knocked })).toEqual([{ what: 'cameraMoved', fromS: 2, toS: 3.96 }]);
});

test('one thing of the room that moves is no camera that moved; nor are two points enough to tell', () => {
  const door = [...room.slice(1), room[0]?.map(([x, y]): Vec2 => [x + 40, y]) ?? []];
  const opened = [room[0] ?? [], room[1] ?? [], door[2] ?? []];
  expect(disturbancesIn(times, { ...still, anchors: opened })).toEqual([]);
  const two = room
    .slice(0, 2)
    .map((path) => path.map(([x, y], i): Vec2 => ((times[i] ?? 0) >= 2 ? [x + 9, y] : [x, y])));
  expect(disturbancesIn(times, { ...still, anchors: two })).toEqual([]);
});

test('a film twice as wide shifts twice as far before that counts', () => {
  const shifted = room.map((path) => path.map(([x, y], i): Vec2 => ((times[i] ?? 0) >= 2 ? [x + 4, y] : [x, y])));
  expect(disturbancesIn(times, { ...still, anchors: shifted })).toHaveLength(1);
  expect(disturbancesIn(times, { ...still, anchors: shifted, widthPx: 2560 })).toEqual([]);
});

test('somebody who walks through hides most marks for a while; a single frame is a flicker', () => {
  const hidden = (holds: (at: number) => boolean) => times.map((at): Vec2 | null => (holds(at) ? null : [500, 300]));
  const walked = [hidden(from(1, 1.6)), hidden(from(1.2, 1.6)), steady([0, 0])];
  expect(disturbancesIn(times, { ...still, points: walked })).toEqual([{ what: 'covered', fromS: 1.2, toS: 1.6 }]);
  const flicker = [hidden(from(1, 1.04)), hidden(from(1, 1.04)), steady([0, 0])];
  expect(disturbancesIn(times, { ...still, points: flicker })).toEqual([]);
});
