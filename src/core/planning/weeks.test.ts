import fc from 'fast-check';
import { daysLater } from '../day';
import { seeded } from '../random';
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

describe('steps up after so many sessions', () => {
  test('one clean session a step, as often as not: as coins fall', () => {
    expect(stepsAfter(2, 0.5, 1, 0, 5)).toEqual([0.25, 0.5, 0.25, 0, 0, 0]);
    expect(stepsAfter(0, 0.9, 1, 0, 2)).toEqual([1, 0, 0]);
  });
  test('two clean running a step: in two sessions both must be, with one behind her one is enough', () => {
    const [stays = 0, moves = 0] = stepsAfter(2, 0.6, 2, 0, 5);
    expect([stays, moves].map((one) => Number(one.toFixed(10)))).toEqual([0.64, 0.36]);
    expect(stepsAfter(1, 0.6, 2, 1, 5).map((one) => Number(one.toFixed(10)))).toEqual([0.4, 0.6, 0, 0, 0, 0]);
  });
  test('at the top there is no further', () => {
    expect(stepsAfter(9, 1, 1, 0, 2)).toEqual([0, 0, 1]);
    expect(stepsAfter(9, 1, 1, 0, 0)).toEqual([1]);
  });
  test('as ten thousand made courses say', () => {
    const random = seeded(7);
    const counts = [0, 0, 0, 0, 0];
    for (let i = 0; i < 10_000; i += 1) {
      let [step, run] = [0, 1];
      for (let k = 0; k < 8 && step < 4; k += 1) {
        run = random() < 0.7 ? run + 1 : 0;
        if (run === 3) [step, run] = [step + 1, 0];
      }
      counts[step] = (counts[step] ?? 0) + 1;
    }
    stepsAfter(8, 0.7, 3, 1, 4).forEach((chance, i) => expect(Math.abs(chance - (counts[i] ?? 0) / 10_000)).toBeLessThan(0.02));
  }); // prettier-ignore
});

describe('where a ladder is likely to be', () => {
  const usual = { clean: 12, lost: 4 };
  test('the middle lies in its spread; more sessions take nobody lower, and nobody above the top', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 6 }), { maxLength: 8 }), fc.nat(20), fc.integer({ min: 1, max: 5 }), (clean, sessions, level) => {
        const own = ladder({ history: history(...clean), level });
        const [now, more] = [likelyAfter(own, sessions, usual), likelyAfter(own, sessions + 3, usual)];
        expect(now.lo).toBeGreaterThanOrEqual(level);
        expect([now.lo <= now.likely, now.likely <= now.hi, now.hi <= 5]).toEqual([true, true, true]);
        expect([more.lo >= now.lo, more.likely >= now.likely, more.hi >= now.hi]).toEqual([true, true, true]);
      }),
    ); // prettier-ignore
  });
  test('who always held it moves, who never did hardly does; with little seen the spread is wide', () => {
    const held = likelyAfter(ladder({ history: history(5, 5, 5, 5, 5, 5, 5, 5) }), 6, usual);
    const never = likelyAfter(ladder({ history: history(0, 1, 0, 1, 0, 1, 0, 0) }), 6, { clean: 0, lost: 20 });
    const fresh = likelyAfter(ladder({ history: history(5) }), 6, { clean: 1, lost: 1 });
    expect([held.likely, never.likely]).toEqual([4, 1]);
    expect(fresh.hi - fresh.lo).toBeGreaterThan(held.hi - held.lo);
  });
  test('where a condition asks for half steps it goes by halves', () => {
    const { likely } = likelyAfter(ladder({ step: 0.5, history: history(5, 5, 5, 5, 5, 5) }), 4, usual);
    expect(likely % 1 === 0.5 || likely % 1 === 0).toBe(true);
    expect(likely).toBeLessThan(likelyAfter(ladder({ history: history(5, 5, 5, 5, 5, 5) }), 4, usual).likely + 0.01);
  });
  test('her usual pace is counted over all ladders', () =>
    expect(usualPace([ladder({ history: history(5, 1) }), ladder({ history: history(4) })])).toEqual({ clean: 2, lost: 1 }));
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
