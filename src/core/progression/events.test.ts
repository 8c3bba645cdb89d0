// What a tablet may tell, at the edge: the ends of every range are taken, one step beyond is refused where it is wrong.
import * as v from 'valibot';
import { refusedAt, refusedWith } from '../../../tests/rigs/refused';
import { envelope, payload } from './events';
import { outcome } from './kept-outcome';
import { gateInput } from './gate-input';

const id = '00000000-0000-7000-8000-000000000001';
const dose = { repetitions: 5, sets: 2, sides: 2, directions: 1, pattern: 'in 4, out 4', pace: 1 };
const planned = {
  item: id,
  exercise: 'march',
  name: 'March',
  level: 2.5,
  levelName: 'One leg',
  order: 'alternate',
  dose,
};
const home = { days: [0, 6], at: '18:30', items: [{ exercise: 'march', level: 1, repetitions: 5 }], words: '' };
const wrapped = { kind: 'wrapped', points: ['a', 'b', 'c'], note: '', next: '2026-03-08', home };
const decided = {
  kind: 'decided',
  item: id,
  advised: 'advance',
  decision: 'hold',
  level: 2,
  reasons: [],
  overruled: null,
};
/** One of each kind that can happen. */
const seen = {
  ...{ item: id, set: 1, side: 'both', direction: 1, by: 'camera', verdict: 'lost' },
  ...{ turnedMs: 1800, endedMs: 300, confirmed: false },
  reason: { measure: 'pelvicTilt', value: 9, se: 1.5, block: 'pelvis', fault: 'arch', when: 'out' },
};
const levelTold = {
  ...{ item: id, by: 'phone', seconds: 40, repetitions: 6, trembling: null },
  ...{ tilt: { value: -7, se: 1.4 }, roll: { value: 2, se: 1.4 } },
};
const each: Readonly<Record<string, object>> = {
  started: { client: id, room: 'River room', school: 'evenKeel', rules: 'x', plan: [planned] },
  ready: { feeling: 'tired', words: '' },
  stopSeen: { sign: 'chest', seen: '' },
  checked: { apparatus: 'reformer' },
  opened: { item: id },
  added: { planned, after: null },
  dropped: { item: id },
  dosed: { item: id, dose },
  levelled: { item: id, level: 1, levelName: '', dose },
  sided: { item: id, side: 'both' },
  repetition: { item: id, set: 1, side: 'left', direction: 2, clean: true },
  seen,
  confirmed: { of: [id] },
  levelTold,
  named: { of: id, block: 'breath', fault: null },
  newSet: { item: id },
  rested: { item: id },
  tried: { item: id, fault: 'arch', correction: 'breatheFirst' },
  judged: { of: id, verdict: 'notTried' },
  looked: { item: id, grades: { arch: -2, flare: 2 } },
  noted: { item: null, words: 'Calm.' },
  felt: { item: id, place: 'neck', isFelt: true },
  pained: { item: id, where: 'hip', score: 0 },
  decided,
  undone: { of: id },
  amended: { of: id, clean: false, why: '' },
  ended: {},
  reopened: {},
  wrapped,
};
const event = (what: object, more: object = {}) => ({
  id,
  v: 1,
  session: id,
  device: id,
  seq: 1,
  at: 1,
  by: id,
  what,
  ...more,
});

test.each<[string, object, string]>([
  ['endedMs', { endedMs: -1 }, 'what.endedMs'],
  ['turnedMs', { turnedMs: 3_600_001 }, 'what.turnedMs'],
  ['by', { by: 'a friend' }, 'what.by'],
  ['verdict', { verdict: 'perhaps' }, 'what.verdict'],
  ['reason', { reason: { ...seen.reason, se: -1 } }, 'what.reason.se'],
  ['reason', { reason: { ...seen.reason, value: Number.NaN } }, 'what.reason.value'],
  ['reason', { reason: { ...seen.reason, when: 'later' } }, 'what.reason.when'],
])('what watches can’t tell a %s like %j', (_, more, path) => {
  expect(refusedAt(envelope, event({ ...seen, ...more, kind: 'seen' }))).toEqual([path]);
});
test('a level tells no trembling above all there is, and confirming names something', () => {
  expect(refusedAt(envelope, event({ ...levelTold, trembling: 1.1, kind: 'levelTold' }))).toEqual(['what.trembling']);
  expect(refusedAt(envelope, event({ of: [], kind: 'confirmed' }))).toEqual(['what.of']);
});

test('every kind can be told, and none with words that it does not have', () => {
  for (const [kind, fields] of Object.entries(each)) {
    expect([kind, refusedAt(envelope, event({ ...fields, kind }))]).toEqual([kind, []]);
    expect([kind, refusedAt(envelope, event({ ...fields, kind, colour: 'red' }))]).toEqual([kind, ['what.colour']]);
  }
  expect(refusedAt(envelope, event({ kind: 'danced' }))).toEqual(['what.kind']);
});

test.each<[string, object, string]>([
  ['started', { client: 'someone' }, 'client'],
  ['started', { room: 'r'.repeat(61) }, 'room'],
  ['started', { school: '' }, 'school'],
  ['started', { school: 's'.repeat(61) }, 'school'],
  ['started', { rules: '' }, 'rules'],
  ['started', { rules: 'r'.repeat(41) }, 'rules'],
  ['started', { plan: Array.from({ length: 101 }, () => planned) }, 'plan'],
  ['started', { plan: [{ ...planned, name: '' }] }, 'plan.0.name'],
  ['started', { plan: [{ ...planned, name: 'n'.repeat(121) }] }, 'plan.0.name'],
  ['started', { plan: [{ ...planned, levelName: 'n'.repeat(121) }] }, 'plan.0.levelName'],
  ['started', { plan: [{ ...planned, level: 0.5 }] }, 'plan.0.level'],
  ['started', { plan: [{ ...planned, level: 2.25 }] }, 'plan.0.level'],
  ['started', { plan: [{ ...planned, level: 20.5 }] }, 'plan.0.level'],
  ['started', { plan: [{ ...planned, order: 'any' }] }, 'plan.0.order'],
  ['ready', { feeling: 'fine' }, 'feeling'],
  ['ready', { words: 'w'.repeat(401) }, 'words'],
  ['stopSeen', { seen: 'w'.repeat(401) }, 'seen'],
  ['dosed', { dose: { ...dose, repetitions: 0 } }, 'dose.repetitions'],
  ['dosed', { dose: { ...dose, repetitions: 101 } }, 'dose.repetitions'],
  ['dosed', { dose: { ...dose, repetitions: 2.5 } }, 'dose.repetitions'],
  ['dosed', { dose: { ...dose, sets: 11 } }, 'dose.sets'],
  ['dosed', { dose: { ...dose, sides: 3 } }, 'dose.sides'],
  ['dosed', { dose: { ...dose, directions: 0 } }, 'dose.directions'],
  ['dosed', { dose: { ...dose, pattern: 'p'.repeat(201) } }, 'dose.pattern'],
  ['dosed', { dose: { ...dose, pace: 0.1 } }, 'dose.pace'],
  ['dosed', { dose: { ...dose, pace: 10.5 } }, 'dose.pace'],
  ['dosed', { dose: { ...dose, springs: 's'.repeat(121) } }, 'dose.springs'],
  ['repetition', { set: 0 }, 'set'],
  ['repetition', { set: 51 }, 'set'],
  ['repetition', { side: 'middle' }, 'side'],
  ['repetition', { direction: 3 }, 'direction'],
  ['repetition', { clean: 'yes' }, 'clean'],
  ['named', { block: 'elbow' }, 'block'],
  ['judged', { verdict: 'good' }, 'verdict'],
  ['looked', { grades: { arch: 3 } }, 'grades.arch'],
  ['noted', { words: 'w'.repeat(2001) }, 'words'],
  ['pained', { score: 11 }, 'score'],
  ['pained', { score: -1 }, 'score'],
  ['pained', { where: 'w'.repeat(121) }, 'where'],
  ['decided', { overruled: 'my eye' }, 'overruled'],
  ['decided', { advised: 'up' }, 'advised'],
  ['decided', { decision: 'up' }, 'decision'],
  ['decided', { reasons: ['r'.repeat(401)] }, 'reasons.0'],
  ['amended', { why: 'w'.repeat(201) }, 'why'],
  ['wrapped', { points: ['a', 'b', 'c', 'd'] }, 'points'],
  ['wrapped', { points: ['p'.repeat(201)] }, 'points.0'],
  ['wrapped', { note: 'n'.repeat(2001) }, 'note'],
  ['wrapped', { next: '2999-01-01' }, 'next'],
  ['wrapped', { home: { ...home, days: [7] } }, 'home.days.0'],
  ['wrapped', { home: { ...home, days: [-1] } }, 'home.days.0'],
  ['wrapped', { home: { ...home, at: '24:00' } }, 'home.at'],
  ['wrapped', { home: { ...home, at: '18:60' } }, 'home.at'],
  ['wrapped', { home: { ...home, at: '9:30' } }, 'home.at'],
  ['wrapped', { home: { ...home, at: 'at 09:30' } }, 'home.at'],
  ['wrapped', { home: { ...home, at: '09:30 sharp' } }, 'home.at'],
  ['wrapped', { home: { ...home, words: 'w'.repeat(601) } }, 'home.words'],
  [
    'wrapped',
    { home: { ...home, items: [{ exercise: 'march', level: 1, repetitions: 0 }] } },
    'home.items.0.repetitions',
  ],
])('%s with %j is refused there', (kind, change, path) =>
  expect(refusedAt(payload, { ...each[kind], kind, ...change })).toEqual([path]),
);

test('the ends of every range are still taken', () => {
  const edges: [string, object][] = [
    [
      'started',
      {
        room: 'r'.repeat(60),
        school: 's'.repeat(60),
        rules: 'r'.repeat(40),
        plan: Array.from({ length: 100 }, () => planned),
      },
    ],
    ['started', { plan: [{ ...planned, level: 1, name: 'n'.repeat(120), levelName: 'n'.repeat(120) }] }],
    ['started', { plan: [{ ...planned, level: 20 }] }],
    [
      'dosed',
      { dose: { ...dose, repetitions: 1, sets: 1, sides: 1, directions: 2, pace: 0.2, springs: 's'.repeat(120) } },
    ],
    ['dosed', { dose: { ...dose, repetitions: 100, sets: 10, pace: 10, pattern: 'p'.repeat(200) } }],
    ['repetition', { set: 50 }],
    ['pained', { score: 10, where: 'w'.repeat(120) }],
    ['decided', { overruled: 'by my eye' }],
    ['decided', { overruled: '12345678' }],
    ['wrapped', { note: 'n'.repeat(2000), next: null, home: { ...home, at: '00:00' } }],
    ['wrapped', { home: { ...home, at: '23:59', words: 'w'.repeat(600) } }],
    ['wrapped', { home: { ...home, at: '10:00' } }],
  ];
  for (const [kind, change] of edges)
    expect([change, refusedAt(payload, { ...each[kind], kind, ...change })]).toEqual([change, []]);
  expect(v.parse(payload, { kind: 'noted', item: null, words: '  Calm. ' })).toMatchObject({ words: 'Calm.' });
});

test('in words', () => {
  const said = (kind: string, change: object) => refusedWith(payload, { ...each[kind], kind, ...change });
  expect(said('noted', { words: 'w'.repeat(2001) })).toEqual(['words: At most 2000 characters.']);
  expect(said('opened', { item: 'x' })).toEqual(['item: is not an id']);
  expect(said('started', { rules: '', school: '' })).toEqual(['school: is empty', 'rules: is empty']);
  expect(said('wrapped', { home: { ...home, at: 'soon' }, points: ['a', 'b', 'c', 'd'] })).toEqual([
    'points: Three points at most.',
    'home.at: Write the time as 18:30.',
  ]);
  expect(said('decided', { overruled: 'no' })).toEqual(['overruled: Give a reason that a colleague would understand.']);
  expect(said('decided', { level: 1.2 })).toEqual(['level: is neither whole nor half']);
  expect(refusedWith(envelope, event({ kind: 'ended' }, { v: 2 }))).toEqual([
    'v: was written by another version of this program',
  ]);
});

test('what carries it: ids, one version, a whole place and moment', () => {
  const what = { kind: 'ended' };
  expect(refusedAt(envelope, event(what, { v: 2 }))).toEqual(['v']);
  expect(refusedAt(envelope, event(what, { seq: -1 }))).toEqual(['seq']);
  expect(refusedAt(envelope, event(what, { at: 8_640_000_000_000_001 }))).toEqual(['at']);
  expect(refusedAt(envelope, event(what, { at: 8_640_000_000_000_000, seq: 0 }))).toEqual([]);
  for (const key of ['id', 'session', 'device', 'by'])
    expect(refusedAt(envelope, event(what, { [key]: 'x' }))).toEqual([key]);
});

test('an outcome is read as it was kept, and a broken one is not', () => {
  const item = {
    item: id,
    exercise: 'march',
    name: 'March',
    level: 3,
    levelName: 'One leg',
    seconds: 60,
    repetitions: 10,
    clean: 8,
    unconfirmed: 2,
    run: { left: 4, right: 3 },
    safety: 'mended',
    breathKept: true,
    rested: false,
    faults: [{ fault: 'arch', times: 2 }],
    pain: null,
    felt: ['neck'],
    tries: [{ fault: 'arch', correction: 'breatheFirst', verdict: null }],
    decision: { advised: 'hold', decision: 'back', level: 2, from: 3, reasons: ['Pain.'], overruled: null },
  };
  const { points, note, next } = wrapped;
  const kept = { seconds: 3000, items: [item], wrap: { points, note, next, home } };
  expect(v.parse(outcome, kept)).toEqual(kept);
  // kept before anybody was asked where she felt it, and before anything watched beside her
  const { felt: _, unconfirmed: __, ...older } = item;
  expect(v.parse(outcome, { ...kept, items: [older] }).items[0]).toMatchObject({ felt: [], unconfirmed: 0 });
  expect(v.parse(outcome, { ...kept, wrap: null, items: [{ ...item, decision: null, pain: 3 }] })).toMatchObject({
    items: [{ pain: 3, decision: null }],
  });
  expect(refusedAt(outcome, { ...kept, items: [{ ...item, safety: 'gone' }] })).toEqual(['items.0.safety']);
  expect(refusedAt(outcome, { ...kept, items: [{ ...item, run: { left: 1 } }] })).toEqual(['items.0.run.right']);
  expect(refusedAt(outcome, { ...kept, items: [{ ...item, tries: [{ fault: 'arch' }] }] })).toEqual([
    'items.0.tries.0.correction',
    'items.0.tries.0.verdict',
  ]);
  expect(refusedAt(outcome, { items: [], wrap: null })).toEqual(['seconds']);
});

test('what the gate takes: a day or a moment, half levels, counts up to a thousand', () => {
  const one = { date: '2026-03-01', level: 2.5, clean: { left: 0, right: 1000 } };
  const asked = (change: object = {}) => ({
    target: { cleanReps: 100, sessions: 20 },
    history: [{ ...one, ...change }],
  });
  for (const date of ['2026-03-01', '2026-03-01T10:00', '2026-03-01T10:00:00Z', '2026-03-01T10:00:00.000+01:00'])
    expect([date, refusedAt(gateInput, asked({ date }))]).toEqual([date, []]);
  expect(refusedAt(gateInput, asked({ date: '2026-13-01x' }))).toEqual(['history.0.date']);
  expect(refusedAt(gateInput, asked({ date: 20260301 }))).toEqual(['history.0.date']);
  expect(refusedAt(gateInput, asked({ clean: { left: 0, right: 1001 } }))).toEqual(['history.0.clean.right']);
  expect(refusedAt(gateInput, { ...asked(), target: { cleanReps: 101, sessions: 20 } })).toEqual(['target.cleanReps']);
  expect(refusedAt(gateInput, { ...asked(), target: { cleanReps: 4, sessions: 21 } })).toEqual(['target.sessions']);
  expect(v.parse(gateInput, asked()).history[0]).toMatchObject({ safetyFault: false, breathKept: true, rested: false });
  expect(v.parse(gateInput, asked())).toMatchObject({ halfSteps: false, hasNext: true });
});
