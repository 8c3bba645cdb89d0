// A studio's own entries as far as they hold, and what would be left behind if one went.
import { repertoire as shipped } from '@/repertoire';
import { entry } from './find';
import type { EditableKind, OwnEntry } from './own-entries';
import { brokenWithout, wholeWithOwn } from './whole';

const march = entry(shipped.exercises, 'march');
const arch = entry(shipped.faults, 'arch');
const box = entry(shipped.props, 'box');
const [watched] = march.faults;
const breathe = entry(shipped.corrections, 'breatheFirst');
const own = (kind: EditableKind, one: { readonly id: string }): OwnEntry => ({
  kind,
  id: one.id,
  entry: one,
  base: null,
});
const has = (entries: readonly OwnEntry[], kind: EditableKind, id: string) =>
  wholeWithOwn(shipped, entries)[kind].some((one) => one.id === id);
const hop = { ...arch, id: 'hop', name: 'Hop' };
const plank = { ...march, id: 'deckMarch', name: 'Deck march' };

test('an entry that can’t be read is passed over; what ships stays in its place', () => {
  const whole = wholeWithOwn(shipped, [
    { kind: 'exercises', id: 'march', entry: { id: 'march', name: 7 }, base: null },
    own('faults', hop),
  ]);
  expect(entry(whole.exercises, 'march')).toEqual(march);
  expect(entry(whole.faults, 'hop').name).toBe('Hop');
});

test.each<[string, EditableKind, { readonly id: string } & Readonly<Record<string, unknown>>]>([
  ['an exercise by its fault', 'exercises', { ...plank, faults: [{ ...watched, fault: 'gone' }] }],
  ['an exercise by its correction', 'exercises', { ...plank, corrections: ['gone'] }],
  ['an exercise by what prepares it', 'exercises', { ...plank, prepares: ['gone'] }],
  ['an exercise by what follows', 'exercises', { ...plank, follows: ['gone'] }],
  ['an exercise by its stance', 'exercises', { ...plank, stances: ['gone'] }],
  ['a fault by its cause', 'faults', { ...hop, causes: ['gone'] }],
  ['a correction by its fault', 'corrections', { ...breathe, id: 'c', faults: ['arch', 'gone'] }],
  ['a correction by its exercise', 'corrections', { ...breathe, id: 'c', exercises: ['gone'] }],
  ['a correction by its prop', 'corrections', { ...breathe, id: 'c', prop: 'gone' }],
  ['an order by its exercise', 'sequences', { id: 's', name: 'S', about: 'x', exercises: ['march', 'gone'] }],
])('what leads to something gone is not in force: %s', (_, kind, one) =>
  expect(has([own(kind, one)], kind, one.id)).toBe(false),
);

test.each<[string, EditableKind, { readonly id: string } & Readonly<Record<string, unknown>>]>([
  ['an exercise', 'exercises', plank],
  ['a fault', 'faults', hop],
  [
    'a correction without exercises or prop',
    'corrections',
    { ...breathe, id: 'c', exercises: undefined, prop: undefined },
  ],
  ['an order', 'sequences', { id: 's', name: 'S', about: 'x', exercises: ['march', 'legFloat'] }],
  ['a prop', 'props', { ...box, id: 'p' }],
])('what holds is in force: %s', (_, kind, one) => expect(has([own(kind, one)], kind, one.id)).toBe(true));

test('one own entry may lead to another; when that goes, both go, and so does what led to them', () => {
  const watching = { ...plank, faults: [...march.faults, { ...watched, fault: 'hop' }] };
  const order = { id: 's', name: 'S', about: 'x', exercises: ['march', 'deckMarch'] };
  const all = [own('sequences', order), own('exercises', watching), own('faults', hop)];
  expect(has(all, 'sequences', 's')).toBe(true);
  expect(has(all.slice(0, 2), 'exercises', 'deckMarch')).toBe(false);
  expect(has(all.slice(0, 2), 'sequences', 's')).toBe(false);
});

test('before one is taken back, all that would lead nowhere is named, each once', () => {
  const watching = {
    ...plank,
    faults: [...march.faults, { ...watched, fault: 'hop' }],
    prepares: [],
    follows: [],
  };
  const twice = { ...breathe, id: 'c', faults: ['hop'], exercises: ['deckMarch'] };
  const all = [own('exercises', watching), own('faults', hop), own('corrections', twice)];
  expect(brokenWithout(shipped, all, 'faults', 'hop')).toEqual(['exercise deckMarch', 'correction c']);
  expect(brokenWithout(shipped, all, 'corrections', 'nothing')).toEqual([]);
});
