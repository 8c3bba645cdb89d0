// The second factor: numbers as RFC 6238 has them, each once; codes for when it is lost; studios that ask for it.
import { Secret, TOTP } from 'otpauth';
import { v7 as newId } from 'uuid';
import { RecordRow, User } from '@/data/models';
import { ready } from '@/data/ready';
import { removeStudio } from '@/data/stores/founding';
import { acceptInvitation, invitePassword } from '@/data/stores/links';
import { clearSecond } from '@/data/stores/people';
import { beginSecond, checkSecond, confirmSecond, endSecond, findSecond, renewCodes } from '@/data/stores/second';
import { signIn, whoIs } from '@/data/stores/sessions';
import { changeStudio } from '@/data/stores/studio';
import { success } from '@/core/result';
import type { Who } from '@/data/types';
import { addColleague, codeOf, must, openStudio, password } from './studio';

type Person = Who & { readonly email: string };
const halfMinute = 30_000;

/** What an authenticator shows that was given this secret. */
const shown = (secret: string, at = Date.now()): string =>
  new TOTP({ secret: Secret.fromBase32(secret) }).generate({ timestamp: at });
const other = (number: string): string => String((Number(number) + 1) % 1_000_000).padStart(6, '0');
const enter = ({ email }: Person, code?: string) => signIn(email, password, { place: newId(), isLocal: true, code });

let lead: Person;
beforeAll(async () => {
  lead = await openStudio('Weir House');
});
afterAll(async () => {
  await removeStudio(lead.studioId);
});

async function enrolled(name: string): Promise<Person & { secret: string; codes: readonly string[] }> {
  const person = await addColleague(lead, name);
  const { secret } = must(await beginSecond(person));
  // Put into force by the number before: the one of now is still unused.
  const codes = must(await confirmSecond(person, shown(secret, Date.now() - halfMinute)));
  return { ...person, secret, codes };
}

test('numbers are those of RFC 6238, appendix B: 287082 at 59 s', async () => {
  const { userId } = await addColleague(lead, 'Tide Reader');
  const secret = Secret.fromUTF8('12345678901234567890').base32;
  await User.update({ secondSecret: secret, secondSince: new Date() }, { where: { id: userId } });
  const user = await User.findByPk(userId, { rejectOnEmpty: true });
  expect(codeOf(await checkSecond(user, '287083', 59_000))).toBe('secondRefused');
  expect(codeOf(await checkSecond(user, '287082', 59_000))).toBe('fine');
});

test('it counts from its first number on, and not before', async () => {
  const person = await addColleague(lead, 'Odile Sandbar');
  const { secret, uri } = must(await beginSecond(person));
  expect(uri).toContain(`secret=${secret}`);
  expect(codeOf(await enter(person))).toBe('fine'); // begun, and left
  expect(codeOf(await confirmSecond(person, other(shown(secret))))).toBe('secondRefused');
  expect((await findSecond(person)).since).toBeNull();
  const codes = must(await confirmSecond(person, shown(secret)));
  expect(new Set(codes).size).toBe(10);
  expect(await findSecond(person)).toMatchObject({ codesLeft: 10, isWanted: false });
  expect(codeOf(await beginSecond(person))).toBe('isOn'); // whoever sits at an open tablet makes no other
  const row = await User.findByPk(person.userId, { rejectOnEmpty: true });
  for (const code of codes) expect(JSON.stringify(row.recoveryCodes)).not.toContain(code);
});

test('sign-in asks for it after the password, and tells nobody of it who has not the password', async () => {
  const person = await enrolled('Perrin Lock');
  expect(codeOf(await enter(person))).toBe('secondWanted');
  expect(codeOf(await signIn(person.email, 'not it', { place: newId(), isLocal: true }))).toBe('signInRefused');
  expect(codeOf(await enter(person, other(shown(person.secret))))).toBe('secondRefused');
  expect(codeOf(await enter(person, shown(person.secret)))).toBe('fine');
});

test('a number opens once, also of two at the same time', async () => {
  const person = await enrolled('Ansel Weir');
  const number = shown(person.secret);
  const both = await Promise.all([enter(person, number), enter(person, number)]);
  expect(both.map(codeOf).sort()).toEqual(['fine', 'secondRefused']);
  expect(codeOf(await enter(person, number))).toBe('secondRefused');
});

test('a code opens once, however it is typed, and it is on record', async () => {
  const person = await enrolled('Fenn Mooring');
  const [first = '', second = ''] = person.codes;
  const both = await Promise.all([enter(person, first), enter(person, first.toUpperCase().replace('-', ' '))]);
  expect(both.map(codeOf).sort()).toEqual(['fine', 'secondRefused']);
  expect(await findSecond(person)).toMatchObject({ codesLeft: 9 });
  const notes = await RecordRow.findAll({ where: { personId: person.userId, kind: 'signIn' } });
  expect(notes.map(({ what }) => what)).toContain('used a code for a lost authenticator; 9 left');
  const fresh = must(await renewCodes(person, password));
  expect(codeOf(await enter(person, second))).toBe('secondRefused');
  expect(codeOf(await enter(person, fresh[0]))).toBe('fine');
  expect(codeOf(await renewCodes(person, 'not it'))).toBe('wrongPassword');
});

test('guesses at a number are counted with those at a password', async () => {
  const person = await enrolled('Sorrel Quay');
  const place = newId();
  const wrong = other(shown(person.secret));
  const codes: string[] = [];
  for (let i = 0; i < 7; i += 1)
    codes.push(codeOf(await signIn(person.email, password, { place, isLocal: true, code: wrong })));
  expect(codes.slice(0, 3)).toEqual(['secondRefused', 'secondRefused', 'secondRefused']);
  expect(codes.at(-1)).toBe('tooManyTries');
});

test('from however many places: twenty wrong numbers a day, then codes alone; and the record tells of each', async () => {
  const person = await enrolled('Tarn Sluice');
  const wrong = other(shown(person.secret));
  const codes = [];
  for (let i = 0; i < 22; i += 1) codes.push(codeOf(await enter(person, wrong))); // each from another place
  expect(codes.filter((code) => code === 'secondRefused').length).toBe(20);
  expect(codes.slice(20)).toEqual(['secondLocked', 'secondLocked']);
  expect(codeOf(await enter(person, shown(person.secret)))).toBe('secondLocked'); // who guesses on is told nothing
  expect(codeOf(await enter(person, person.codes[0]))).toBe('fine');
  const told = {
    personId: person.userId,
    kind: 'signIn',
    what: 'a wrong number after the right password of Tarn Sluice',
  };
  expect(await RecordRow.count({ where: told })).toBe(20);
});

test('a studio that asks for one lets nobody in without, but to set it up', async () => {
  const person = await addColleague(lead, 'Lark Towpath');
  const { token } = must(await enter(person));
  expect(await whoIs(token)).toMatchObject({ lacksSecond: false });
  must(await changeStudio(lead, () => success({ wantsSecond: true })));
  expect(await whoIs(token)).toMatchObject({ lacksSecond: true });
  const { secret } = must(await beginSecond(person));
  must(await confirmSecond(person, shown(secret)));
  expect(await whoIs(token)).toMatchObject({ lacksSecond: false });
  must(await changeStudio(lead, () => success({ wantsSecond: false })));
});

test('a link for a new password does not go round it', async () => {
  const person = await enrolled('Bryn Sluice');
  const token = must(await invitePassword(lead, newId(), person.userId));
  const fresh = 'lantern gravel seven otter';
  const form = { id: newId(), token, name: person.name, email: person.email, password: fresh };
  expect(codeOf(await acceptInvitation(form, 'a tablet'))).toBe('signInNow');
  const place = newId();
  expect(codeOf(await signIn(person.email, fresh, { place, isLocal: true }))).toBe('secondWanted');
  const code = shown(person.secret);
  expect(codeOf(await signIn(person.email, fresh, { place, isLocal: true, code }))).toBe('fine');
});

test('lost: a lead takes it away, or its owner by her password; both on record', async () => {
  const person = await enrolled('Wick Harbour');
  expect(codeOf(await endSecond(person, 'not it'))).toBe('wrongPassword');
  must(await clearSecond(lead, person.userId));
  expect(codeOf(await clearSecond(lead, person.userId))).toBe('isOff');
  expect(codeOf(await enter(person))).toBe('fine');
  const again = await enrolled('Wick Harbour the younger');
  must(await endSecond(again, password));
  expect(codeOf(await enter(again))).toBe('fine');
  ready();
  const whats = (await RecordRow.findAll({ where: { studioId: lead.studioId, kind: 'people' } })).map(
    ({ what }) => what,
  );
  expect(whats).toContain('took the second factor of Wick Harbour away');
  expect(whats).toContain('took the second factor of her own away');
});
