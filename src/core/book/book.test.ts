import fc from 'fast-check';
import * as v from 'valibot';
import { day, instantAt, minutesBetween, minutesLater, mondayOf, wall, weekdayOf } from './clock';
import { clashesOf } from './clashes';
import type { Stood } from './clashes';
import { cancelledAs, comesIn, freePlaces, placeStates, waiting } from './places';
import { repeatOf, repeatWords, ruleOf, timesOf } from './repeat';
import type { Repeat } from './repeat';

const iso = (at: number) => new Date(at).toISOString();

describe('the clock on the wall', () => {
  test('half past nine is half past nine, before and after summer time begins and ends', () => {
    // Europe/London 2027: forward on 28 March, back on 31 October.
    expect(iso(instantAt('2027-03-27T09:30', 'Europe/London'))).toBe('2027-03-27T09:30:00.000Z');
    expect(iso(instantAt('2027-03-28T09:30', 'Europe/London'))).toBe('2027-03-28T08:30:00.000Z');
    expect(iso(instantAt('2027-10-31T09:30', 'Europe/London'))).toBe('2027-10-31T09:30:00.000Z');
    expect(iso(instantAt('2027-07-01T09:30', 'America/St_Johns'))).toBe('2027-07-01T12:00:00.000Z');
  });
  test('an hour that is left out is shown an hour later; of one that comes twice, the first', () => {
    expect(iso(instantAt('2027-03-28T01:30', 'Europe/London'))).toBe('2027-03-28T01:30:00.000Z'); // 02:30 on the wall
    expect(iso(instantAt('2027-10-31T01:30', 'Europe/London'))).toBe('2027-10-31T00:30:00.000Z');
  });
  test.each([
    ['2026-02-28', true],
    ['2026-02-30', false],
    ['28.02.2026', false],
    ['2026-02-28 and more', false],
  ])('%s is a day: %s', (text, is) => {
    expect(v.is(day, text)).toBe(is);
    expect(v.is(wall, `${text}T09:30`)).toBe(is);
    expect(v.is(wall, `${text}T25:30`)).toBe(false);
  });
  test('minutes go over midnight, days into weeks', () => {
    expect(minutesLater('2026-12-31T23:30', 50)).toBe('2027-01-01T00:20');
    expect(minutesBetween('2026-12-31T23:30', '2027-01-01T00:20')).toBe(50);
    expect([mondayOf('2026-12-01'), weekdayOf('2026-12-01')]).toEqual(['2026-11-30', 1]); // a Tuesday
    expect([mondayOf('2026-12-06'), mondayOf('2026-12-07')]).toEqual(['2026-11-30', '2026-12-07']);
  });
});

describe('what comes again', () => {
  const fortnightly: Repeat = { every: 2, days: ['TU', 'TH'], until: '2026-12-31' };
  test('every other week on two days, to a day that is still taken', () => {
    expect(ruleOf(fortnightly)).toBe('FREQ=WEEKLY;INTERVAL=2;BYDAY=TU,TH;UNTIL=20261231T235900');
    expect(timesOf('2026-12-01T09:30', ruleOf(fortnightly), '2026-01-01', '2027-12-31')).toEqual([
      '2026-12-01T09:30',
      '2026-12-03T09:30',
      '2026-12-15T09:30',
      '2026-12-17T09:30',
      '2026-12-29T09:30',
      '2026-12-31T09:30',
    ]);
    expect(timesOf('2026-12-01T09:30', ruleOf(fortnightly), '2026-12-17', '2026-12-29')).toEqual([
      '2026-12-17T09:30',
      '2026-12-29T09:30',
    ]);
  });
  test('without an end as many as are asked for, and no more', () => {
    const weekly = ruleOf({ every: 1, days: ['MO'], until: null });
    expect(timesOf('2026-11-30T07:00', weekly, '2026-11-30', '2999-01-01', 3)).toEqual([
      '2026-11-30T07:00',
      '2026-12-07T07:00',
      '2026-12-14T07:00',
    ]);
  });
  test('read back as written, and told in words', () => {
    expect(repeatOf(ruleOf(fortnightly))).toEqual(fortnightly);
    expect(repeatWords(fortnightly, (of) => of)).toBe('every other week on Tuesday and Thursday, until 2026-12-31');
    expect(repeatWords({ every: 1, days: ['SU', 'MO', 'WE'], until: null }, String)).toBe(
      'every week on Monday, Wednesday and Sunday',
    );
  });
});

describe('clashes', () => {
  const stood = (id: string, from: number, to: number, more: Partial<Stood> = {}): Stood => ({
    ...{ id, from, to, instructor: id, room: null, clients: [] },
    ...more,
  });
  test('one instructor, one room or one client twice at once; who only follows another does not clash', () => {
    const all = [
      stood('a', 0, 50, { instructor: 'wren', room: 'loft', clients: ['pell'] }),
      stood('b', 50, 100, { instructor: 'wren', room: 'loft', clients: ['pell'] }),
      stood('c', 40, 60, { instructor: 'corin', room: 'loft', clients: ['pell'] }),
      stood('d', 45, 55, { instructor: 'wren' }),
    ];
    const found = clashesOf(all);
    expect(found.get('a')).toEqual([
      { with: 'c', over: ['client', 'room'] },
      { with: 'd', over: ['instructor'] },
    ]);
    expect(found.get('b')).toEqual([
      { with: 'c', over: ['client', 'room'] },
      { with: 'd', over: ['instructor'] },
    ]);
    expect(found.get('c')?.map((clash) => clash.with)).toEqual(['a', 'b']);
  });
  test('as every pair held against every other says', () => {
    const one = fc.record({
      from: fc.nat(60),
      minutes: fc.integer({ min: 1, max: 30 }),
      instructor: fc.constantFrom('w', 'c', 'l'),
      room: fc.constantFrom('r', null),
      clients: fc.uniqueArray(fc.constantFrom('p', 'q', 's'), { maxLength: 2 }),
    });
    fc.assert(
      fc.property(fc.array(one, { maxLength: 14 }), (made) => {
        const all = made.map(({ from, minutes, ...rest }, i) => ({ id: String(i), from, to: from + minutes, ...rest }));
        const found = clashesOf(all);
        for (const a of all)
          for (const b of all) {
            if (a.id === b.id) continue;
            const isAtOnce = a.from < b.to && b.from < a.to;
            const shares =
              a.instructor === b.instructor ||
              (a.room !== null && a.room === b.room) ||
              a.clients.some((client) => b.clients.includes(client));
            const isTold = (found.get(a.id) ?? []).some((clash) => clash.with === b.id);
            expect(isTold).toBe(isAtOnce && shares);
          }
      }),
    );
  });
});

describe('places', () => {
  const states = (...all: Parameters<typeof freePlaces>[1][number]['state'][]) => all.map((state) => ({ state }));
  test('who cancelled or waits holds none; who did not come held hers', () => {
    expect(freePlaces(3, states('booked', 'off', 'late', 'waiting'))).toBe(2);
    for (const state of placeStates)
      expect([state, freePlaces(1, states(state))]).toEqual([
        state,
        ['booked', 'came', 'missed'].includes(state) ? 0 : 1,
      ]);
    expect(freePlaces(3, states('came', 'missed', 'booked', 'booked'))).toBe(0); // one too many, told as none free
    expect([comesIn(1, []), comesIn(1, states('booked')), comesIn(1, states('off'))]).toEqual([
      'booked',
      'waiting',
      'booked',
    ]);
  });
  test('who waited longest comes first', () => {
    const all = [
      { state: 'waiting' as const, since: 5, name: 'second' },
      { state: 'booked' as const, since: 1, name: 'in' },
      { state: 'waiting' as const, since: 3, name: 'first' },
    ];
    expect(waiting(all).map(({ name }) => name)).toEqual(['first', 'second']);
  });
  test('a day before is in time, a minute less is late', () => {
    const starts = 1_000 * 3_600_000;
    expect(cancelledAs(starts, starts - 24 * 3_600_000)).toBe('off');
    expect(cancelledAs(starts, starts - 24 * 3_600_000 + 60_000)).toBe('late');
  });
});
