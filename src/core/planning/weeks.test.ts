import fc from 'fast-check';
import { daysLater } from '../day';
import { seeded } from '../random';
import { decide } from '../progression/gate';
import type { GateSession } from '../progression/gate-input';
import { taughtOn } from '../../../tests/rigs/knowing';
import { compared, datesAhead, everyDays, homeOf, likelyAfter, scheduleOf, stepsAfter, usualPace } from './weeks';
import type { Ladder } from './weeks';

const today = '2026-03-20';
const history = (...clean: number[]): GateSession[] =>
  clean.map((count, i) => taughtOn(daysLater(today, -7 * (clean.length - i)), count));
const ladder = (more: Partial<Ladder> = {}): Ladder => ({
  ...{ exercise: 'march', name: 'March', level: 1, top: 5, step: 1, history: [], load: 1, homeMinutes: null },
  gate: { cleanReps: 4, sessions: 2 },
  ...more,
});

describe('steps after so many sessions', () => {
  const well = (clean: number) => ({ clean, poor: 0, unsafe: 0 });
  const from = (wanted: number, running: number, above: number, below = 0) => ({ wanted, running, above, below });
  const rounded = (chances: number[]) => chances.map((one) => Number(one.toFixed(10)));
  test('one clean session a step, as often as not: as coins fall', () => {
    expect(stepsAfter(2, well(0.5), from(1, 0, 5))).toEqual([0.25, 0.5, 0.25, 0, 0, 0]);
    expect(stepsAfter(0, well(0.9), from(1, 0, 2))).toEqual([1, 0, 0]);
  });
  test('two clean running a step: in two sessions both must be, with one behind her one is enough', () => {
    expect(rounded(stepsAfter(2, well(0.6), from(2, 0, 5))).slice(0, 2)).toEqual([0.64, 0.36]);
    expect(rounded(stepsAfter(1, well(0.6), from(2, 1, 5)))).toEqual([0.4, 0.6, 0, 0, 0, 0]);
  });
  test('at the top there is no further, and below the first none', () => {
    expect(stepsAfter(9, well(1), from(1, 0, 2))).toEqual([0, 0, 1]);
    expect(stepsAfter(9, { clean: 0, poor: 0, unsafe: 1 }, from(1, 0, 0, 1))).toEqual([1, 0]);
  });
  // Two poor sessions running send her back (0.4 × 0.4), an unsafe one at once (0.1); in two sessions: unsafe first or second,
  // or poor twice. One step up takes two clean ones (0.3 × 0.3).
  test('back after two poor sessions running, or one that could have hurt', () => {
    const [low = 0, here = 0, up = 0] = stepsAfter(2, { clean: 0.3, poor: 0.4, unsafe: 0.1 }, from(2, 0, 1, 2)).slice(
      1,
    );
    expect(up).toBeCloseTo(0.09, 10);
    // Unsafe first, then clean: up again at once, as she held it before.
    expect(low).toBeCloseTo(0.4 * 0.4 + 0.9 * 0.1 + 0.1 * (1 - 0.3 - 0.1), 10);
    expect(here).toBeCloseTo(1 - 0.09 - low - 0.1 * 0.1, 10); // unsafe twice: two steps back
  });
  // The gate itself, asked after every session of made courses.
  test.each([
    [{ clean: 0.7, poor: 0.1, unsafe: 0.03 }, 2],
    [{ clean: 0.5, poor: 0.3, unsafe: 0 }, 3],
    [{ clean: 0.35, poor: 0.4, unsafe: 0.1 }, 2],
  ])('as the gate decides in six thousand made courses at %j, %i clean running', (rates, wanted) => {
    const random = seeded(7);
    const target = { cleanReps: 4, sessions: wanted };
    const courses = 6000;
    const counts = [0, 0, 0, 0, 0, 0];
    // She came up to the third level as everybody does: by as many clean sessions on each below it.
    const begun = [1, 2].flatMap((level) => Array.from({ length: wanted }, (_, i) => taughtOn(daysLater('2026-01-01', 10 * level + i), 4, level))); // prettier-ignore
    for (let i = 0; i < courses; i += 1) {
      let level = 3;
      const taught: GateSession[] = [...begun];
      for (let k = 0; k < 9; k += 1) {
        const dice = random();
        const isUnsafe = dice >= rates.clean && dice < rates.clean + rates.unsafe;
        const isPoor = dice >= rates.clean + rates.unsafe && dice < rates.clean + rates.unsafe + rates.poor;
        const clean = dice < rates.clean ? 4 : isPoor ? 1 : 3;
        taught.push({ ...taughtOn(daysLater('2026-03-01', k), clean, level), safetyFault: isUnsafe });
        const { decision } = decide({ target, history: taught, halfSteps: false, hasNext: level < 6 });
        if (decision === 'advance') level += 1;
        if (decision === 'back') level = Math.max(1, level - 1);
      }
      counts[level - 1] = (counts[level - 1] ?? 0) + 1;
    }
    const told = stepsAfter(9, rates, from(wanted, 0, 3, 2));
    told.forEach((chance, i) => expect([i, Math.abs(chance - (counts[i] ?? 0) / courses) < 0.025]).toEqual([i, true]));
  });
});

describe('where a ladder is likely to be', () => {
  const usual = { clean: 12, short: 3, poor: 1, unsafe: 0 };
  test('the middle lies in its spread, on the ladder; without a session she stays', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 6 }), { maxLength: 8 }), fc.nat(20), fc.integer({ min: 1, max: 5 }), (clean, sessions, level) => {
        const own = ladder({ history: history(...clean), level });
        const { lo, likely, hi } = likelyAfter(own, sessions, usual);
        expect([1 <= lo, lo <= likely, likely <= hi, hi <= 5]).toEqual([true, true, true, true]);
        expect(likelyAfter(own, 0, usual)).toEqual({ lo: level, likely: level, hi: level });
      }),
    ); // prettier-ignore
  });
  test('who always held it moves, who never did hardly does; with little seen the spread is wide', () => {
    const held = likelyAfter(ladder({ history: history(5, 5, 5, 5, 5, 5, 5, 5) }), 6, usual);
    const lost = { clean: 0, short: 4, poor: 16, unsafe: 0 };
    const never = likelyAfter(ladder({ level: 3, history: history(0, 1, 0, 1, 0, 1, 0, 0) }), 6, lost);
    const fresh = likelyAfter(ladder({ history: history(5) }), 6, { clean: 1, short: 1, poor: 0, unsafe: 0 });
    expect([held.likely, held.lo, never.likely, never.hi]).toEqual([4, 3, 1, 2]); // two poor ones running lead down
    expect(fresh.hi - fresh.lo).toBeGreaterThan(held.hi - held.lo);
  });
  test('where a condition asks for half steps it goes by halves', () => {
    const { likely } = likelyAfter(ladder({ step: 0.5, history: history(5, 5, 5, 5, 5, 5) }), 4, usual);
    expect(likely % 1 === 0.5 || likely % 1 === 0).toBe(true);
    expect(likely).toBeLessThan(likelyAfter(ladder({ history: history(5, 5, 5, 5, 5, 5) }), 4, usual).likely + 0.01);
  });
  test('her usual pace is counted over all ladders', () =>
    expect(usualPace([ladder({ history: history(5, 1) }), ladder({ history: history(4) })])).toEqual({ clean: 2, short: 0, poor: 1, unsafe: 0 }));
}); // prettier-ignore

describe('what is due when', () => {
  const weekly = [7, 14, 21, 28, 35, 42].map((by) => ({ day: daysLater(today, by), isBooked: true }));
  test('clean, it comes again at growing gaps; lost, at every session', () => {
    const clean = ladder({ exercise: 'a', name: 'A', history: history(5, 5, 5) });
    const lost = ladder({ exercise: 'b', name: 'B', history: history(1, 1, 1) });
    const { sessions, times } = scheduleOf([clean, lost], weekly, today);
    const daysOf = (id: string) => sessions.flatMap(({ due }, i) => (due.includes(id) ? [i] : []));
    // A: 3 clean sessions: 3 → 4.8 → 7.7 → 12.3 days, last a week ago: due after 14 days, then every 20, 31 days.
    expect(daysOf('a')).toEqual([0, 3]);
    expect(daysOf('b')).toEqual([0, 1, 2, 3, 4, 5]);
    expect([times('a'), times('b'), times('never')]).toEqual([2, 6, 0]);
  });
  test('after a heavy day the next two rest from heavy work', () => {
    const heavy = ladder({ load: 3, history: history(1, 1) });
    const dates = [7, 8, 11].map((by) => ({ day: daysLater(today, by), isBooked: true }));
    const { sessions } = scheduleOf([heavy, ladder({ exercise: 'x', load: 3, name: 'X', history: history(0) })], dates, today);
    expect(sessions.map(({ isHard }) => isHard)).toEqual([true, false, true]);
  });
}); // prettier-ignore

describe('days ahead', () => {
  const asked = { weeks: 3, homeMinutes: 10, pauses: [{ from: '2026-04-01', to: '2026-04-05' }] };
  const came = [28, 21, 14, 7].map((by) => daysLater(today, -by));
  test('those in the book, without pauses; where too few are, as often as she came', () => {
    expect(everyDays(came)).toBe(7);
    const dates = datesAhead(asked, { today, booked: ['2026-03-24', '2026-04-02', '2030-01-01', '2026-03-01'], came });
    expect(dates).toEqual([
      { day: '2026-03-24', isBooked: true },
      { day: '2026-04-10', isBooked: false },
    ]);
  });
  test('of somebody who came once nothing is supposed', () => {
    expect(everyDays(['2026-03-01'])).toBeNull();
    expect(datesAhead(asked, { today, booked: [], came: ['2026-03-01'] })).toEqual([]);
  });
  test('at home only what is able, within her minutes, three days a week at most, never on the day of a session or in a pause', () => {
    const ladders = [ladder({ exercise: 'a', homeMinutes: 4 }), ladder({ exercise: 'b', homeMinutes: 5 }), ladder({ exercise: 'c', homeMinutes: 6 }), ladder({ exercise: 'no', homeMinutes: null }), ladder({ exercise: 'long', homeMinutes: 11 })]; // prettier-ignore
    const days = homeOf(ladders, asked, ['2026-03-24'], today);
    expect(days.length).toBeGreaterThan(4);
    for (const { day, minutes, exercises } of days) {
      expect(minutes).toBeLessThanOrEqual(10);
      expect(exercises).not.toContain('no');
      expect(exercises).not.toContain('long');
      expect(day === '2026-03-24' || (day >= '2026-04-01' && day <= '2026-04-05')).toBe(false);
    }
    for (const { day } of days) expect(days.filter((one) => one.day <= day && one.day > daysLater(day, -7)).length).toBeLessThanOrEqual(3); // prettier-ignore
    const times = (id: string) => days.filter(({ exercises }) => exercises.includes(id)).length;
    expect(Math.min(times('a'), times('b'), times('c'))).toBeGreaterThan(1); // each gets its turn
    expect(homeOf(ladders, { ...asked, homeMinutes: 0 }, [], today)).toEqual([]);
  });
});

test('beside what was expected: inside the spread as expected, above it earlier, under its lower edge later, not taught not judged', () => {
  const expected = { exercise: 'march', from: 2, lo: 3, likely: 3, hi: 4 };
  expect(compared(expected, 5, 0.5, 4)).toBe('earlier');
  expect(compared(expected, 3, 1, 4)).toBe('asExpected');
  expect(compared(expected, 2, 0.3, 4)).toBe('asExpected'); // it is early yet
  expect(compared(expected, 2, 1, 4)).toBe('later');
  expect(compared(expected, 2, 1, 0)).toBe('notTaught');
});
