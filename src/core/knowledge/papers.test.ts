import * as v from 'valibot';
import { contact, dialled, emergencyOf, isMinor, standingOf } from './papers';
import type { Contact, Paper } from './papers';

const signed = (more: Partial<Paper> = {}): Paper => ({
  kind: 'pictures',
  gives: true,
  version: 2,
  signedName: 'Ansel Towpath',
  signedAs: 'self',
  signedOn: '2026-11-01',
  ...more,
});
const pictures = { kind: 'pictures', version: 2 } as const;

test('a paper stands as its newest signature says; another kind says nothing', () => {
  expect(standingOf([], pictures)).toBe('none');
  expect(standingOf([signed({ kind: 'touch' })], pictures)).toBe('none');
  expect(standingOf([signed()], pictures)).toBe('agreed');
  expect(standingOf([signed({ gives: false }), signed()], pictures)).toBe('refused');
  expect(standingOf([signed(), signed({ gives: false })], pictures)).toBe('agreed');
});

test('a yes to older words is shown as such; a no is a no in whatever words', () => {
  expect(standingOf([signed({ version: 1 })], pictures)).toBe('olderWords');
  expect(standingOf([signed({ version: 1, gives: false })], pictures)).toBe('refused');
});

test.each([
  [null, 'unknown'],
  [2009, 'yes'],
  [2008, 'maybe'],
  [2007, 'no'],
] as const)('born %s, in 2026: under 18 %s', (year, answer) => {
  expect(isMinor(year, '2026-11-30')).toBe(answer);
});

const person = (more: Partial<Contact>): Contact => ({
  ...{ name: 'Odile Towpath', relation: 'mother', phone: '+44 20 7946 0018', isEmergency: false, isGuardian: false },
  ...more,
});

test('in an emergency: whoever is named for it, else a guardian, else nobody', () => {
  const [guardian, named] = [person({ isGuardian: true }), person({ name: 'Bryn', isEmergency: true })];
  expect(emergencyOf([guardian, named])?.name).toBe('Bryn');
  expect(emergencyOf([person({}), guardian])).toBe(guardian);
  expect(emergencyOf([person({})])).toBeUndefined();
});

test.each([
  ['+44 20 7946 0018', '+442079460018'],
  ['(020) 7946-0018', undefined],
  ['020/7946.0018', '02079460018'],
  ['ask the desk', undefined],
  ['', undefined],
])('“%s” is dialled as %s', (phone, number) => {
  const read = v.safeParse(contact, person({ phone }));
  expect(read.success ? dialled(read.output.phone) : undefined).toBe(number);
});
