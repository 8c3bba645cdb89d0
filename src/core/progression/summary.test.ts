import { repertoire } from '@/repertoire';
import type { ItemOutcome } from './kept-outcome';
import { summarize } from './summary';

const body = { heightM: 1.7, massKg: 65 };
const item = (exercise: string, more: Partial<ItemOutcome> = {}): ItemOutcome => ({
  item: exercise,
  exercise,
  name: exercise,
  level: 3,
  levelName: '',
  seconds: 60,
  repetitions: 10,
  unconfirmed: 0,
  clean: 8,
  run: { left: 4, right: 3 },
  safety: 'none',
  breathKept: true,
  rested: false,
  faults: [],
  pain: null,
  felt: [],
  tries: [],
  decision: null,
  ...more,
});
const decided = (level: number, reasons: string[], overruled: string | null = null): ItemOutcome['decision'] => ({
  advised: 'hold',
  decision: 'hold',
  level,
  from: 3,
  reasons,
  overruled,
});
const session = (id: string, day: string, items: ItemOutcome[], points?: string[]) => ({
  id,
  day,
  outcome: {
    seconds: 3000,
    items,
    wrap: points ? { points, note: '', next: null, home: { days: [], at: '18:00', items: [], words: '' } } : null,
  },
});
const dose = (exercise: string, level: number, half = false) => ({
  exercise,
  level,
  half,
  repetitions: 5,
  sets: 2,
  sides: 2,
  directions: 1,
  pattern: 'in 4, out 4',
  pace: 1,
});
const nothing = { sessions: [], looks: [], doses: [] };

test('of nobody anything is known', () => {
  expect(summarize(repertoire, body, nothing)).toEqual({
    load: { windows: {}, capacity: null },
    standings: [],
    history: {},
    last: {},
    why: {},
    lastLook: null,
    lastSession: null,
  });
});

test('she stands on the newest dose of each exercise that there is, half steps too', () => {
  const doses = [dose('march', 2, true), dose('goneSince', 1), dose('march', 3), dose('legFloat', 1)];
  expect(summarize(repertoire, body, { ...nothing, doses }).standings).toMatchObject([
    { exercise: 'march', level: 2.5, dose: { sets: 2, sides: 2 } },
    { exercise: 'legFloat', level: 1 },
  ]);
});

test('sessions as the gate counts them, oldest first; the newest decision says why; the newest session comes next', () => {
  const sessions = [
    session(
      'new',
      '2026-03-08',
      [item('march', { level: 4, decision: decided(4.5, ['Nearly.', 'Half a step.']) })],
      ['One.'],
    ),
    session('old', '2026-03-01', [
      item('march', { decision: decided(4, ['Good.'], 'By my eye.') }),
      item('legFloat', { repetitions: 0 }),
    ]),
  ];
  const summary = summarize(repertoire, body, { ...nothing, sessions });
  expect(summary.history.march?.map(({ date, session: of, level }) => [date, of, level])).toEqual([
    ['2026-03-01', 'old', 3],
    ['2026-03-08', 'new', 4],
  ]);
  expect(summary.history.legFloat).toBeUndefined(); // begun, but not one repetition
  expect(summary.why).toEqual({ march: 'Nearly. Half a step.' });
  expect(summary.lastSession).toEqual({
    day: '2026-03-08',
    items: [{ exercise: 'march', level: 4.5 }],
    points: ['One.'],
  });
  const before = summarize(repertoire, body, { ...nothing, sessions: sessions.slice(1) });
  expect(before.why).toEqual({ march: 'Overruled: By my eye.' });
});

test('what was out last: the session’s word goes before the look’s; twice is clear, four times marked', () => {
  const finding = { fault: 'flare', verdict: 'out', severity: 'marked' };
  const looks = [
    {
      id: 'older',
      day: '2026-02-01',
      exercise: 'march',
      level: 3,
      result: { baseline: [finding], seen: [], retest: [] },
    },
    {
      id: 'newer',
      day: '2026-02-02',
      exercise: 'legFloat',
      level: 1,
      result: {
        baseline: [finding, { ...finding, verdict: 'in' }],
        seen: [
          { role: 'top', fault: 'gluteGrip', severity: 'clear', side: 'L', safety: false },
          { role: 'top', fault: 'bellyDome', safety: true },
          { role: 'back', fault: 'hike', severity: 'slight', safety: false },
        ],
        retest: [],
      },
    },
  ] as never;
  const faults = [
    { fault: 'arch', times: 4 },
    { fault: 'tuck', times: 2 },
    { fault: 'hike', times: 1 },
  ];
  const sessions = [session('s', '2026-01-01', [item('march', { faults })])];
  const { last, lastLook } = summarize(repertoire, body, { ...nothing, sessions, looks });
  expect(lastLook).toBe('newer');
  expect(last.march?.map(({ fault, severity }) => [fault, severity])).toEqual([
    ['arch', 'marked'],
    ['tuck', 'clear'],
    ['hike', 'slight'],
  ]);
  // Of what an eye graded, what was there at the top.
  expect(last.legFloat).toEqual([
    { fault: 'flare', verdict: 'out', severity: 'marked' },
    { fault: 'gluteGrip', verdict: 'out', severity: 'clear', side: 'L' },
  ]);
});
