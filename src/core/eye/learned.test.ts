import { seeded } from '../random';
import { learnedFrom } from './learned';
import type { Answer, Asked } from './question';
import { dueness, focusOf, nextAsk, stairSize } from './round';
import type { Seen } from './seen';

const blocks: Readonly<Record<string, string>> = { arch: 'pelvis', tuck: 'pelvis', flare: 'ribs', chinUp: 'head' };
const names = { measure: (id: string) => id, fault: (id: string) => id };
const learned = (seen: readonly Seen[]) => learnedFrom(seen, (fault) => blocks[fault], names);

const seen = (asked: Asked, answer: Answer, more: Partial<Seen> = {}): Seen => ({
  ...{ asked, answer, view: 'side', moving: false, day: '2026-03-02' },
  ...more,
});
const faultSeen = (fault: string | null, said: string | null, more: Partial<Seen> = {}): Seen =>
  seen(
    { kind: 'fault', options: ['arch', 'flare', 'chinUp'], fault, side: null, alike: [], size: 1 },
    { kind: 'fault', said, sure: 0.7 },
    more,
  );
const tilted = (measure: string, truthDeg: number, estimateDeg: number, more: Partial<Seen> = {}): Seen =>
  seen(
    { kind: 'tilt', measure, block: 'pelvis', low: 'tucked', high: 'arched', truthDeg },
    { kind: 'tilt', estimateDeg, sure: 0.4 },
    more,
  );
const many = (count: number, make: (i: number) => Seen): Seen[] => Array.from({ length: count }, (_, i) => make(i));

test('hits and false alarms of each fault, of those that could be named', () => {
  const { faults } = learned([
    faultSeen('arch', 'arch'),
    faultSeen('arch', 'flare'),
    faultSeen('flare', 'flare'),
    faultSeen(null, 'flare'),
    faultSeen(null, null),
  ]);
  const of = (id: string) => faults.find(({ fault }) => fault === id);
  expect(of('arch')).toMatchObject({ shown: 2, hits: 1, offered: 3, falseAlarms: 0 });
  expect(of('flare')).toMatchObject({ shown: 1, hits: 1, offered: 4, falseAlarms: 2 });
});

test('of a block something is seen where a fault of it is named, by whatever name', () => {
  const { corners } = learned([faultSeen('arch', 'arch'), faultSeen('arch', null), faultSeen(null, null), faultSeen('flare', 'flare')]); // prettier-ignore
  const pelvis = corners.find(({ block }) => block === 'pelvis');
  expect([pelvis?.hitRate?.value, pelvis?.falseAlarmRate?.value, pelvis?.n]).toEqual([0.5, 0, 4]);
});

test('ribs missed when the body moves are told, and nothing where chance would do as much', () => {
  const [still, moving] = [
    many(10, (i) => faultSeen('flare', i < 9 ? 'flare' : null)),
    many(10, (i) => faultSeen('flare', i < 4 ? 'flare' : null, { moving: true })),
  ];
  expect(learned([...still, ...moving]).weak).toContain('You miss the ribs when the body moves.');
  expect(learned([...still, ...many(10, (i) => faultSeen('flare', i < 8 ? 'flare' : null, { moving: true }))]).weak).toEqual([]); // prettier-ignore
});

test('a fault that is mostly missed, and one seen where there is none', () => {
  const weak = learned([...many(9, (i) => faultSeen('arch', i < 2 ? 'arch' : null)), ...many(8, () => faultSeen(null, 'chinUp'))]).weak; // prettier-ignore
  expect(weak).toContain('You see arch 2 times of 9.');
  expect(weak.join()).toMatch(/something at the head where nothing is: 8 times of 17/);
});

test('sure is sure where it is right', () => {
  const { sureness, brier } = learned([faultSeen('arch', 'arch'), faultSeen('arch', null), faultSeen(null, null)]);
  expect(sureness).toMatchObject([{ sure: 0.7, n: 3, right: 2 }]);
  expect(brier?.value).toBeCloseTo((0.09 + 0.49 + 0.09) / 3, 12);
});

test('day by day: the mean miss of what was graded', () => {
  const { days } = learned([
    tilted('pelvicTilt', 4, 6),
    tilted('ribFlare', 0, -4),
    tilted('pelvicTilt', 5, 5, { day: '2026-03-03' }),
  ]);
  expect(days.map(({ day, missDeg, n }) => [day, missDeg, n])).toEqual([
    ['2026-03-02', 3, 2],
    ['2026-03-03', 0, 1],
  ]);
});

test('who reads half of each degree is told so', () => {
  const half = many(20, (i) => tilted('pelvicTilt', i - 10, (i - 10) / 2 + (i % 2) * 0.2));
  expect(learned(half).weak).toContain('You read less tilt than there is: pelvicTilt.');
});

describe('what comes next', () => {
  const random = seeded(5);
  test('a newcomer grades the pelvis from beside, within what fits on the glass', () => {
    const ask = nextAsk('today', 0, [], '2026-03-02', random);
    expect(ask).toMatchObject({ kind: 'tilt', measure: 'pelvicTilt' });
    if (ask.kind === 'tilt') expect(Math.abs(ask.wantedDeg)).toBeLessThanOrEqual(14);
  });
  test('once the pelvis counts, the ribs are next', () => {
    const known = many(20, (i) => tilted('pelvicTilt', i - 10, i - 10 + (i % 3) - 1));
    expect(focusOf(known, '2026-03-02', random)).toBe('ribFlare');
  });
  test('a round of one kind asks that kind alone', () => {
    for (const kind of ['tilt', 'level', 'fault', 'stand'] as const)
      for (let place = 0; place < 6; place += 1) expect(nextAsk(kind, place, [], '2026-03-02', random).kind).toBe(kind);
  });
  test('about a quarter of “level or out” is level', () => {
    const asks = Array.from({ length: 400 }, (_, i) => nextAsk('level', i % 12, [], '2026-03-02', random));
    const level = asks.filter((ask) => ask.kind === 'level' && ask.wantedDeg === 0).length;
    expect(level).toBeGreaterThan(70);
    expect(level).toBeLessThan(130);
  });
  // 1.1; two right: 1.1/1.25 = 0.88; a miss: 0.88·1.25 = 1.1; a miss: 1.375; capped at 1.4.
  test('two right ones running and less is shown, a miss and more is', () => {
    const [right, wrong] = [faultSeen('arch', 'arch'), faultSeen('arch', null)];
    expect(stairSize([])).toBe(1.1);
    expect(stairSize([right, right])).toBeCloseTo(0.88, 9);
    expect(stairSize([right, right, wrong])).toBeCloseTo(1.1, 9);
    expect(stairSize([right, right, wrong, wrong, wrong])).toBe(1.4);
    expect(stairSize([right, faultSeen(null, 'arch'), right])).toBeCloseTo(0.88, 9); // clean ones say nothing of size
  });
  test('what is missed is due before what was right, and rest doubles with each good day', () => {
    const days = (right: readonly boolean[]) => right.map((ok, i) => faultSeen('arch', ok ? 'arch' : null, { day: `2026-03-0${1 + i}` })); // prettier-ignore
    const today = '2026-03-08';
    expect(dueness(days([true, false]), today)).toBeGreaterThan(dueness(days([true, true]), today));
    expect(dueness(days([true]), '2026-03-02')).toBeGreaterThan(dueness(days([true, true, true]), '2026-03-04'));
    expect(dueness([], today)).toBe(1);
  });
  test('a fault that is mostly missed comes back more often than one that never is', () => {
    const known = [...many(8, () => faultSeen('flare', null)), ...many(8, () => faultSeen('arch', 'arch'))];
    const wanted = Array.from({ length: 300 }, () => nextAsk('fault', 0, known, '2026-03-05', random)).map((ask) => ask.kind === 'fault' ? ask.wanted : undefined); // prettier-ignore
    const of = (fault: string) => wanted.filter((one) => one === fault).length;
    expect(of('flare')).toBeGreaterThan(1.5 * of('arch'));
  });
});
