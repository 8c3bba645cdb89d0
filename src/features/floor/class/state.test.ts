import { v5 as ownId, v7 as newId } from 'uuid';
import { foldSession } from '@/core/progression/session';
import type { Payload, SessionEvent } from '@/core/progression/events';
import { outcomesOf, wentWords } from '@/core/progression/outcome';
import { repertoire } from '@/repertoire';
import type { Thread } from '../link';
import type { DayPack, FloorClass, FloorClient } from '../pack';
import { begins, exerciseNow, faceOf, goingOn, repetition, shortNames } from './state';

test('first names, with as much more as tells two apart', () => {
  expect(shortNames(['Maren Tolleck', 'Pell Rowlock'])).toEqual(['Maren', 'Pell']);
  expect(shortNames(['Maren Tolleck', 'Maren Towpath', 'Maren Skiff'])).toEqual([
    'Maren Tol.',
    'Maren Tow.',
    'Maren S.',
  ]);
  expect(shortNames(['Maren', 'Maren Tolleck', ''])).toEqual(['Maren', 'Maren T.', '']);
  expect(shortNames(['Maren Tolleck', 'Maren Tolleck'])).toEqual(['Maren Tolleck', 'Maren Tolleck']);
});

const appointment = newId();
const order = ['neutralCheck', 'legFloat', 'hundred'];
const client = (name: string, conditions: readonly string[] = []): FloorClient => ({
  ...{ id: newId(), name, goal: '', body: { heightM: 1.7, massKg: 65 }, bodyIsTypical: true, cautions: [], conditions },
  load: { windows: {}, capacity: null },
  acting: { conditions: conditions.map((condition) => ({ condition, note: '', clearedOn: null, clearedBy: null })) },
  ...{ touchConsent: false, contact: null, ranges: [], school: null, stances: {}, time: null, minutes: 50, note: '' },
  ...{ springs: {}, standings: [], history: {}, last: {}, known: [], trials: [], plan: [], lastTime: null, open: null },
});
const [maren, sefa] = [client('Maren Tolleck'), client('Sefa Marrowby', ['pelvicFloor'])];
const of: FloorClass = {
  ...{ id: appointment, title: 'River mat', time: '18:00', minutes: 50, note: '', isPlanned: true, order },
  people: [
    { client: maren.id, plan: order.map((exercise) => ({ exercise, level: 1 })) },
    { client: sefa.id, plan: ['neutralCheck', 'legFloat'].map((exercise) => ({ exercise, level: 1 })) },
  ],
};
const pack: DayPack = {
  ...{ eyes: {},
  build: 'test', who: { id: newId(), name: 'Lead' }, until: 0, key: '', day: '2026-03-08', rules: 'x', repertoire },
  studio: { name: 'Quay', school: 'evenKeel', stances: {}, exerciseStances: {}, room: { name: 'Loft', props: [], rigs: [] } },
  ...{ known: [], checked: [], clients: [maren, sefa], classes: [of] },
}; // prettier-ignore

/** Somebody's session after these taps, a second apart. */
function after(whose: FloorClient, taps: readonly ((thread: Thread) => readonly Payload[])[]): Thread {
  const id = ownId(whose.id, appointment);
  let thread: Thread = { client: whose, session: foldSession(id, []), events: [] };
  let at = 1_800_000_000_000;
  for (const tap of taps)
    for (const what of tap(thread)) {
      at += 1000;
      const event: SessionEvent = { v: 1, id: newId(), session: id, device: appointment, seq: at, at, by: pack.who.id, what };
      const events = [...thread.events, event];
      thread = { client: whose, events, session: foldSession(id, events) };
    }
  return thread;
} // prettier-ignore
const start = (thread: Thread) => [begins(pack, of, thread)];
const go = (from: string | undefined, to: string) => (thread: Thread) => goingOn(thread, from, to);
const clean = (exercise: string, isClean: boolean) => ({ session }: Thread) => {
  const item = session.items.find((one) => one.exercise === exercise);
  return item ? [repetition(item, isClean)] : [];
}; // prettier-ignore

test('begun on two tablets at once it is one session with one plan: what either taps is hers', () => {
  const twice = after(maren, [start, start, go(undefined, 'neutralCheck')]);
  expect(twice.session.items.map(({ exercise }) => exercise)).toEqual(order);
  const other = after(maren, [start]);
  expect(other.session.items.map(({ item }) => item)).toEqual(twice.session.items.map(({ item }) => item));
  expect(twice.session.class).toEqual({ id: appointment, title: 'River mat' });
});

test('going on, what nobody noted is done with the class; what was counted is not', () => {
  const quiet = after(maren, [start, go(undefined, 'neutralCheck'), go('neutralCheck', 'legFloat')]);
  const [checked] = outcomesOf(quiet.session, new Set()).items;
  expect(checked).toMatchObject({ exercise: 'neutralCheck', followed: true, repetitions: 0 });
  expect(checked && wentWords(checked)).toBe('done with the class, not counted');
  const counted = after(maren, [start, go(undefined, 'neutralCheck'), clean('neutralCheck', true), clean('neutralCheck', false), go('neutralCheck', 'legFloat')]); // prettier-ignore
  const [seen] = outcomesOf(counted.session, new Set()).items;
  expect(seen?.followed).toBeUndefined();
  expect(seen && wentWords(seen)).toBe('1 of 2 clean');
  expect(outcomesOf(counted.session, new Set()).class).toBe('River mat');
});

test('the class is at what was taken in hand last, by anybody; back is back', () => {
  const ahead = after(maren, [start, go(undefined, 'neutralCheck'), go('neutralCheck', 'legFloat')]);
  const waits = after(sefa, [start, go(undefined, 'neutralCheck')]);
  expect(exerciseNow(of, [waits, ahead])).toBe('legFloat');
  expect(exerciseNow(of, [after(maren, [start])])).toBe('neutralCheck');
  const back = after(maren, [start, go(undefined, 'legFloat'), go('legFloat', 'neutralCheck')]);
  expect(exerciseNow(of, [back])).toBe('neutralCheck');
});

test('a face: not here, here with what is tapped, not in this one with the reason, left', () => {
  expect(faceOf(pack, after(maren, []), 'Maren', 'legFloat')).toMatchObject({ here: 'notYet', out: null, clean: 0 });
  const taught = after(maren, [start, go(undefined, 'legFloat'), clean('legFloat', true), clean('legFloat', true), clean('legFloat', false)]); // prettier-ignore
  const face = faceOf(pack, taught, 'Maren', 'legFloat');
  expect(face).toMatchObject({ here: 'here', clean: 2, lost: 1, pain: null });
  expect(face.item?.level).toBe(1);
  expect(face.watch?.plain).toBeTruthy();
  const out = faceOf(pack, after(sefa, [start, go(undefined, 'hundred')]), 'Sefa', 'hundred');
  expect(out.item).toBeUndefined();
  expect(out.out).toMatch(/^pelvic floor symptoms: /);
  const left = after(maren, [start, () => [{ kind: 'ended' }]]);
  expect(faceOf(pack, left, 'Maren', 'legFloat').here).toBe('left');
});

test('before anything was lost, what is watched first can be corrected, by a cue that fits her', () => {
  const face = faceOf(pack, after(maren, [start, go(undefined, 'legFloat')]), 'Maren', 'legFloat');
  expect(face.view?.fault?.id).toBe(face.watch?.fault);
  expect(face.say).toBeTruthy();
  const fault = face.view?.fault?.id ?? '';
  const tried = after(maren, [start, go(undefined, 'legFloat'), ({ session }) => [{ kind: 'tried', item: session.items[1]?.item ?? '', fault, correction: face.view?.option?.correction ?? '' }]]); // prettier-ignore
  expect(faceOf(pack, tried, 'Maren', 'legFloat').trying?.say).toBe(face.say);
});
