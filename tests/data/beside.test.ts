// A device beside an instructor's own, in the real database: the code, who it lets in, what it says.
import { v7 as newId } from 'uuid';
import { readCode, showCode } from '@/core/progression/beside';
import type { BesideMessage } from '@/core/progression/beside';
import { database } from '@/data/database';
import { BesideLink, BesideMessageRow } from '@/data/models';
import { closeLink, hearLink, joinLink, openLink, readBeside, sayBeside, setWants } from '@/data/stores/beside';
import type { Who } from '@/data/types';
import { openStudio } from './studio';

let ours: Who;
let theirs: Who;
beforeAll(async () => {
  [ours, theirs] = await Promise.all([openStudio('Lock House'), openStudio('Mill House')]);
});
afterAll(() => database().close());

const wants = { exercise: 'march' };
const token = () => `${newId()}${newId()}`;
let places = 0;
/** Somewhere that has guessed nothing yet. */
const elsewhere = () => `10.0.0.${(places += 1)}`;
const open = async (who = ours) => {
  const id = newId();
  const opened = await openLink(who, id, wants);
  if (!opened.ok) throw new Error(opened.error.message);
  return { id, code: opened.value.code };
};
const join = async (code: string) => {
  const own = token();
  const joined = await joinLink(code, own, elsewhere());
  if (!joined.ok) throw new Error(joined.error.message);
  return own;
};
const level = (value = 4): BesideMessage => ({
  ...{ kind: 'level', by: 'phone', seconds: 30, repetitions: 5, trembling: null },
  ...{ tilt: { value, se: 1.6 }, roll: { value: 0, se: 1.6 } },
});
const codeOf = (result: { ok: boolean; error?: { code: string } }) => (result.ok ? 'ok' : result.error?.code);

test('a code lets one device in, however it is typed, and is then used up', async () => {
  const { id, code } = await open();
  expect(code).toMatch(/^[A-Z346789]{6}$/);
  const own = token();
  expect(await joinLink(` ${showCode(code).toLowerCase()} `, own, elsewhere())).toMatchObject({
    ok: true,
    value: { wants },
  });
  expect(await joinLink(code, own, elsewhere())).toMatchObject({ ok: true }); // its answer was lost: asked again
  expect(codeOf(await joinLink(code, token(), elsewhere()))).toBe('wrongCode');
  expect(await hearLink(ours, id, 0)).toMatchObject({ value: { joined: true, said: [] } });
});

test('two devices with one code at once: one is in', async () => {
  const { code } = await open();
  const both = await Promise.all([1, 2, 3].map(() => joinLink(code, token(), elsewhere())));
  expect(both.filter(({ ok }) => ok)).toHaveLength(1);
});

test('guesses at a code wait longer and longer, from one place; a right one is not held up elsewhere', async () => {
  const { code } = await open();
  const place = elsewhere();
  const guesses: (string | undefined)[] = [];
  for (let i = 0; i < 7; i += 1) guesses.push(codeOf(await joinLink('ABCDEF', token(), place)));
  expect(guesses).toEqual([...Array.from({ length: 5 }, () => 'wrongCode'), 'tooManyTries', 'tooManyTries']);
  expect(codeOf(await joinLink(code, token(), place))).toBe('tooManyTries');
  expect(codeOf(await joinLink(code, token(), elsewhere()))).toBe('ok');
});

test('an old code, and what is no code, let nobody in', async () => {
  const { id, code } = await open();
  await BesideLink.update({ codeUntil: new Date(Date.now() - 1) }, { where: { id } });
  expect(codeOf(await joinLink(code, token(), elsewhere()))).toBe('wrongCode');
  expect(codeOf(await joinLink('12', token(), elsewhere()))).toBe('wrongCode');
  expect([readCode('ab3-k9t'), readCode('AB3K9'), readCode('AB0K9T')]).toEqual(['AB3K9T', undefined, undefined]);
});

test('what it says is heard once and in order, with how long ago, however often it was sent', async () => {
  const { id, code } = await open();
  const own = await join(code);
  const [one, two] = [newId(), newId()];
  await sayBeside(own, one, level(1), 5000);
  await Promise.all([1, 2, 3].map(() => sayBeside(own, two, level(2), 0)));
  const heard = await hearLink(ours, id, 0);
  if (!heard.ok) throw new Error(heard.error.message);
  expect(heard.value.said.map(({ n, id: said, body }) => [n, said, body])).toEqual([
    [1, one, level(1)],
    [2, two, level(2)],
  ]);
  expect(heard.value.said[0]?.agoMs).toBeGreaterThanOrEqual(5000);
  expect(heard.value.said[1]?.agoMs).toBeLessThan(5000);
  expect(await hearLink(ours, id, 1)).toMatchObject({ value: { said: [{ n: 2 }] } });
});

test('another exercise is told; another code lets the first device go', async () => {
  const { id, code } = await open();
  const own = await join(code);
  await setWants(ours, id, { exercise: 'legFloat' });
  expect(await readBeside(own)).toMatchObject({ value: { wants: { exercise: 'legFloat' } } });
  await openLink(ours, id, wants);
  expect(codeOf(await readBeside(own))).toBe('letGo');
  expect(codeOf(await sayBeside(own, newId(), level(), 0))).toBe('letGo');
});

test('nobody else hears, changes or takes it over; closed, all of it is gone', async () => {
  const { id, code } = await open();
  const own = await join(code);
  await sayBeside(own, newId(), level(), 0);
  expect([
    codeOf(await hearLink(theirs, id, 0)),
    codeOf(await setWants(theirs, id, {})),
    codeOf(await openLink(theirs, id, {})),
  ]).toEqual(['noLink', 'noLink', 'noLink']);
  await closeLink(theirs, id);
  expect(codeOf(await readBeside(own))).toBe('ok');
  await closeLink(ours, id);
  expect(codeOf(await readBeside(own))).toBe('letGo');
  expect(await BesideMessageRow.count({ where: { linkId: id } })).toBe(0);
});

test('neither code nor key lies in the database as it is used, and an old link is let go by itself', async () => {
  const { id, code } = await open();
  const row = await BesideLink.findByPk(id, { rejectOnEmpty: true });
  expect(JSON.stringify(row)).not.toContain(code);
  const own = await join(code);
  expect(JSON.stringify(await row.reload())).not.toContain(own);
  await row.update({ until: new Date(Date.now() - 1) });
  expect(codeOf(await readBeside(own))).toBe('letGo');
  await open();
  expect(await BesideLink.findByPk(id)).toBeNull();
});
