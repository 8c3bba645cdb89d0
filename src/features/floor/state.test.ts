import { entry } from '@/core/knowledge/find';
import { usualRig } from '@/core/springs/apparatus';
import type { Payload, SessionEvent } from '@/core/progression/events';
import { foldSession } from '@/core/progression/session';
import { repertoire } from '@/repertoire';
import type { DayPack, FloorClient } from './pack';
import { asToday, before } from './pack';
import { doseText, lostChoices, plan, ruledOutOf, uncheckedOf, viewItem } from './state';
import { readVials } from './vials';

const counted = (fault: string, correction: string, tried: number, helped: number) => ({
  exercise: 'march',
  fault,
  correction,
  tried,
  helped,
  failedRunning: 0,
});
const client = (more: Partial<FloorClient> = {}): FloorClient => ({
  id: 'c',
  name: 'Perrin Shoal',
  goal: '',
  body: { heightM: 1.7, massKg: 65 },
  bodyIsTypical: false,
  load: { windows: {}, capacity: null },
  cautions: [],
  acting: { conditions: [] },
  conditions: [],
  touchConsent: true,
  contact: null,
  ranges: [],
  school: null,
  stances: {},
  time: null,
  minutes: 50,
  note: '',
  springs: {},
  standings: [],
  history: {},
  last: {},
  known: [],
  trials: [],
  plan: [],
  lastTime: null,
  open: null,
  ...more,
});
const pack = (clients: readonly FloorClient[] = [client()]): DayPack => ({
  build: 'test',
  who: { id: 'w', name: 'Lead' },
  eyes: {},
  key: '',
  studio: {
    name: 'Quay',
    school: 'evenKeel',
    stances: {},
    exerciseStances: {},
    room: { name: 'Loft', props: [], rigs: [] },
  },
  until: 0,
  day: '2026-03-08',
  rules: 'x',
  classes: [],
  repertoire,
  known: [counted('arch', 'breatheFirst', 3, 2)],
  checked: [],
  clients,
});

const march = { exercise: 'march', level: 3 };
let made = 0;
/** A march taught with these happenings, as the Floor shows it. */
function shown(whats: readonly ((item: string) => Payload)[], who = client(), working?: string) {
  const planned = plan(pack([who]), who, march);
  if (!planned) throw new Error('march is in the repertoire');
  const started: Payload = { kind: 'started', client: 'c', room: '', school: 'evenKeel', rules: 'x', plan: [planned] };
  const events: SessionEvent[] = [];
  for (const what of [() => started, ...whats]) {
    const payload = what(planned.item); // in its turn: a naming points at the event before it
    made += 1;
    events.push({ id: `e${made}`, v: 1, session: 's', device: 'd', seq: made, at: made, by: 'w', what: payload });
  }
  const [item] = foldSession('s', events).items;
  if (!item) throw new Error('nothing folded');
  return viewItem(pack([who]), who, item, working);
}
const rep =
  (side: 'left' | 'right', clean = true) =>
  (item: string): Payload => ({ kind: 'repetition', item, set: 1, side, direction: 1, clean });
const named = (block: 'pelvis' | 'ribs' | 'head' | 'legs' | 'breath', fault: string | null) => (): Payload => ({
  kind: 'named',
  of: `e${made}`,
  block,
  fault,
});
const full = (clean = true) =>
  (['left', 'right'] as const).flatMap((side) => Array.from({ length: 5 }, () => rep(side, clean)));

describe('the pane that fits the moment', () => {
  test('before anything: set-up; in the first set: watch, uncorrected', () => {
    expect(shown([]).pane).toBe('setUp');
    expect(shown([rep('left')]).pane).toBe('watch');
  });
  test('lost twice running: correct at once; a full dose: the level', () => {
    expect(shown([rep('left', false), named('pelvis', 'arch'), rep('right', false)]).pane).toBe('correct');
    expect(shown(full()).pane).toBe('level');
  });
  test('a correction that waits for its verdict goes before the level', () => {
    const tried = (item: string): Payload => ({ kind: 'tried', item, fault: 'arch', correction: 'breatheFirst' });
    expect(shown([...full(), tried]).pane).not.toBe('level');
  });
});

describe('what to say now', () => {
  test('the best for the fault that was lost; with what others were helped by', () => {
    const view = shown([rep('left', false), named('pelvis', 'arch')]);
    expect(view.fault?.id).toBe('arch');
    expect(view.ranking?.options.find(({ correction }) => correction === 'breatheFirst')?.evidence.studio).toEqual([
      2, 3,
    ]);
    expect(view.option?.correction).toBe(view.ranking?.options[0]?.correction);
  });
  test('only a block was named: the fault of that block that is watched first; a chosen one goes before', () => {
    expect(shown([rep('left', false), named('ribs', null)]).fault?.block).toBe('ribs');
    expect(shown([rep('left', false), named('ribs', null)], client(), 'tuck').fault?.id).toBe('tuck');
  });
  test('nothing was lost, but an eye saw it: what could hurt first, then what was farthest off; level says nothing', () => {
    const looked =
      (grades: Record<string, -2 | -1 | 0 | 1 | 2>) =>
      (item: string): Payload => ({ kind: 'looked', item, grades });
    expect(shown([looked({ pelvicTilt: 1, ribFlare: 2 })]).fault?.id).toBe('flare');
    expect(shown([looked({ pelvicTilt: -2, faceAngle: 1 })]).fault?.id).toBe('tuck');
    expect(shown([looked({ pelvicTilt: 0 })]).fault).toBeUndefined();
    expect(shown([looked({ pelvicTilt: 2 }), looked({ ribFlare: 1 })]).fault?.id).toBe('flare'); // the newest look counts
  });
  test('nothing was lost, but she feels it in the low back: the fault that is felt there, and what acts on it', () => {
    const felt = (item: string): Payload => ({ kind: 'felt', item, place: 'lowBack', isFelt: true });
    expect(shown([felt]).fault?.id).toBe('arch');
    expect(shown([felt, rep('left', false), named('head', 'chinUp')]).fault?.id).toBe('chinUp');
    expect(shown([felt]).ranking?.options.some(({ eases }) => eases === 'lowBack')).toBe(true);
  });
  test('what is being tried stays until it is judged', () => {
    const tried = (item: string): Payload => ({ kind: 'tried', item, fault: 'arch', correction: 'bowlOfWater' });
    expect(shown([rep('left', false), named('pelvis', 'arch'), tried]).option?.correction).toBe('bowlOfWater');
  });
});

describe('what can have been lost', () => {
  test('faults of the exercise under their block, the breath beside them', () => {
    const choices = lostChoices(shown([]), pack());
    expect(choices.map(({ block }) => block)).toEqual(['head', 'ribs', 'pelvis', 'legs', 'breath']);
    const watched = entry(repertoire.exercises, 'march').faults.map(({ fault }) => fault);
    for (const { block, faults } of choices)
      for (const { id } of faults) {
        expect(watched).toContain(id);
        if (block !== 'breath') expect(entry(repertoire.faults, id).block).toBe(block);
      }
  });
  test('what could hurt this client is marked', () => {
    const arch = (conditions: string[]) =>
      lostChoices(shown([], client({ conditions })), pack())
        .flatMap(({ faults }) => faults)
        .find(({ id }) => id === 'arch')?.safety;
    expect([arch([]), arch(['lowBackPain'])]).toEqual([false, true]);
  });
});

describe('plan and dose', () => {
  test('as it was left last time at the same level, else the level’s own', () => {
    const dose = {
      repetitions: 3,
      sets: 2,
      sides: 2 as const,
      directions: 1 as const,
      pattern: 'in 2, out 2',
      pace: 1.2,
    };
    const left = client({ standings: [{ ...march, dose }] });
    expect(plan(pack([left]), left, march)?.dose).toEqual(dose);
    expect(plan(pack([left]), left, { exercise: 'march', level: 2 })?.dose).toMatchObject({ repetitions: 5, pace: 1 });
  });
  test('an unknown exercise or level is no plan', () => {
    expect(plan(pack(), client(), { exercise: 'gone', level: 1 })).toBeUndefined();
    expect(plan(pack(), client(), { exercise: 'march', level: 9 })).toBeUndefined();
  });
  test.each([
    [{ repetitions: 5, sets: 1, sides: 2, directions: 1 } as const, '5 each side'],
    [{ repetitions: 3, sets: 2, sides: 1, directions: 2 } as const, '2 sets of 3, each way'],
  ])('%j reads %s', (dose, text) => expect(doseText({ ...dose, pattern: '', pace: 1 })).toBe(text));
  test('springs are those that hang in the room, nearest to what the level means; her own setting goes before', () => {
    const springs = (rigs: DayPack['studio']['room']['rigs'], who = client(), level = 1) => {
      const day = pack([who]);
      const here = { ...day, studio: { ...day.studio, room: { ...day.studio.room, rigs } } };
      return plan(here, who, { exercise: 'footwork', level })?.dose.springs;
    };
    expect(springs([])).toBe('three full to start'); // nothing is known of this room: the level's own words
    expect(springs([usualRig('reformer')])).toBe('3 full');
    expect(springs([usualRig('reformer')], client(), 4)).toBe('1 full, with the jump board');
    const set = { ...client(), springs: { footwork: { text: '2 full + 1 half', note: '' } } };
    expect(springs([usualRig('reformer')], set)).toBe('2 full + 1 half'); // hers goes before it
  });
  test('apparatus is asked for until it is checked, and the mat never', () => {
    const footwork = plan(pack(), client(), { exercise: 'footwork', level: 1 });
    const mat = plan(pack(), client(), march);
    const planned = [footwork, mat].flatMap((one) => one ?? []);
    expect(uncheckedOf(pack(), planned, [])).toEqual(['reformer']);
    expect(uncheckedOf(pack(), planned, ['reformer'])).toEqual([]);
  });
});

test('a quick look far arched puts the pelvis bubble to the head end, and an untrained eye is not sure of a small step', () => {
  const exercise = entry(repertoire.exercises, 'march');
  const looked = (grade: 1 | 2) => {
    const { item } = shown([(id) => ({ kind: 'looked', item: id, grades: { pelvicTilt: grade } })]);
    return readVials({ pack: pack(), client: client(), exercise, item }).find(({ block }) => block === 'pelvis');
  };
  expect(looked(2)?.place?.at).toBeLessThan(-0.4);
  expect(looked(1)?.state).toBe('unsure');
});

test('what helped others and her is weighed apart, by their counts', () => {
  const own = client({ known: [counted('arch', 'breatheFirst', 2, 2)] });
  const view = shown([], own, 'arch');
  const option = view.ranking?.options.find(({ correction }) => correction === 'breatheFirst');
  expect(option?.evidence).toEqual({ client: [2, 2], studio: [2, 3] });
});

test('what a session told already does not count twice when the pack is fetched anew', () => {
  const gated = {
    date: '2026-03-08',
    level: 3,
    clean: { left: 5, right: 5 },
    safetyFault: false,
    breathKept: true,
    rested: false,
  };
  const tried = { fault: 'arch', correction: 'x', success: true, client: 'this' as const };
  const full = client({
    history: {
      march: [
        { ...gated, session: 'before' },
        { ...gated, session: 'now' },
      ],
    },
    known: [counted('arch', 'x', 3, 2)],
    trials: [
      { ...tried, session: 'before' },
      { ...tried, session: 'now' },
    ],
  });
  const left = before(full, 'now');
  expect(left.history.march?.map(({ session }) => session)).toEqual(['before']);
  expect(left.known).toEqual([counted('arch', 'x', 2, 1)]);
  expect(left.trials).toEqual([{ ...tried, session: 'now' }]); // to be taken off the studio’s counts as well
});

describe('what was answered before the session acts today', () => {
  const planned = (exercise: string, level: number) => {
    const one = plan(pack(), client(), { exercise, level });
    if (!one) throw new Error('nothing planned');
    return one;
  };
  const hurting = asToday(client(), repertoire, ['neck', 'fullStomach']);
  test('a curl is ruled out for a neck that hurts today, and an easier level offered where there is one', () => {
    expect(ruledOutOf(pack(), client(), planned('hundred', 2))).toBeUndefined();
    expect(ruledOutOf(pack(), hurting, planned('hundred', 2))).toEqual({
      why: 'neck pain or neck surgery: the neck would carry the head',
      instead: 1,
    });
    expect(ruledOutOf(pack(), hurting, planned('headFloat', 1))).toEqual({
      why: 'neck pain or neck surgery: the neck would carry the head',
    });
    expect(ruledOutOf(pack(), hurting, planned('rollOver', 1))?.why).toMatch(/neck|stomach/);
    expect(ruledOutOf(pack(), hurting, planned('march', 3))).toBeUndefined();
  });
  test('it is told with the cautions, and what is on file anyway is not told twice', () => {
    expect(hurting.cautions.map(({ id, note }) => [id, note])).toEqual([
      ['neck', 'today'],
      ['fullStomach', 'today'],
    ]);
    expect(hurting.conditions).toEqual(['neck', 'fullStomach']);
    const known = client({ conditions: ['neck'] });
    expect(asToday(known, repertoire, ['neck'])).toBe(known);
  });
  test('a clearance on file does not help against what hurts today', () => {
    const cleared = client({ acting: { conditions: [{ condition: 'neck', clearedOn: '2026-01-01' }] } });
    expect(ruledOutOf(pack(), cleared, planned('hundred', 2))).toBeUndefined();
    expect(ruledOutOf(pack(), asToday(cleared, repertoire, ['neck']), planned('hundred', 2))).toBeDefined();
  });
});
