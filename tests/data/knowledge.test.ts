import { today } from '@internationalized/date';
// The studio's own knowledge and a client's cautions in the real database: kept, merged, taken back, and never another studio's.
import { weighExercise } from '@/core/knowledge/cautions';
import { entry } from '@/core/knowledge/find';
import type { Exercise } from '@/core/knowledge/entries';
import { readRepertoireFile, writeFile } from '@/core/knowledge/files';
import { stateOf } from '@/core/knowledge/own-entries';
import { database } from '@/data/database';
import { demoClients } from '@/data/demo/world';
import { Studio, User } from '@/data/models';
import { ready } from '@/data/ready';
import {
  addIntake,
  addOverrule,
  addStop,
  clearStops,
  listIntakes,
  listStops,
  removeOverrule,
  setCondition,
} from '@/data/stores/cautions';
import {
  findClient,
  listAllClients,
  listClients,
  listNames,
  setClientStance,
  changeClient,
} from '@/data/stores/clients';
import { usesOf } from '@/data/stores/uses';
import { success } from '@/core/result';
import {
  checkedOn,
  findRepertoire,
  keepCheck,
  changeOwn,
  listOwn,
  revertOwn,
  setRoom,
  changeStudio,
  findStudio,
} from '@/data/stores/studio';
import { actingOn } from '@/data/types';
import type { ClientCard, Who } from '@/data/types';
import { readBrowse, readEditor, readEntries, readExercise } from '@/features/repertoire/read';
import { isAllowed } from '@/core/knowledge/standings';
import { readStart, readStartExercise } from '@/features/look/read-start';
import { repertoire as shipped, rulesVersion } from '@/repertoire';
import { beginLook, bringClient, openStudio, someone } from './studio';

let ours: Who;
let theirs: Who;
const march = entry(shipped.exercises, 'march');

beforeAll(async () => {
  [ours, theirs] = [await openStudio('Weir Street'), await openStudio('Mill Lane')];
});
afterAll(() => database().close());

async function clientOf(who: Who, id: string): Promise<ClientCard> {
  const found = await findClient(who, id);
  if (!found.ok) throw new Error(found.error.message);
  return found.value;
}

describe('the studio’s own entries', () => {
  test('a version is in force here, not next door; the shipped one comes back when it is taken back', async () => {
    const renamed: Exercise = { ...march, name: 'Weir march' };
    await changeOwn(ours, () => ({ keep: [{ kind: 'exercises', id: 'march', entry: renamed }] }));
    expect(entry((await findRepertoire(ours)).exercises, 'march').name).toBe('Weir march');
    expect(entry((await findRepertoire(theirs)).exercises, 'march').name).toBe('March');
    const [mine] = await listOwn(ours);
    expect(mine && stateOf(shipped, mine)).toBe('changed');
    expect(mine?.changedBy).toBe('Lead of Weir Street');
    const editor = await readEditor(ours, 'exercises', 'march');
    expect(editor.ok && editor.value.changes).toEqual([{ path: 'name', before: 'March', after: 'Weir march' }]);
    expect(await revertOwn(theirs, 'exercises', 'march')).toMatchObject({ ok: false });
    expect(await revertOwn(ours, 'exercises', 'march')).toMatchObject({ ok: true });
    expect(await findRepertoire(ours)).toEqual(shipped);
  });
  test('a version remembers the shipped text it was made from, through later changes', async () => {
    await changeOwn(ours, () => ({ keep: [{ kind: 'exercises', id: 'march', entry: { ...march, name: 'One' } }] }));
    await changeOwn(ours, () => ({ keep: [{ kind: 'exercises', id: 'march', entry: { ...march, name: 'Two' } }] }));
    const [mine] = await listOwn(ours);
    expect(mine?.base).toEqual(JSON.parse(JSON.stringify(march)));
    expect(mine?.entry).toMatchObject({ name: 'Two' });
    await revertOwn(ours, 'exercises', 'march');
  });
  test('a new exercise is there to browse, to look with, and out as a file; one that is used is known to be', async () => {
    const own: Exercise = { ...march, id: 'weirMarch', name: 'Weir march' };
    await changeOwn(ours, () => ({ keep: [{ kind: 'exercises', id: own.id, entry: own }] }));
    const clientId = await bringClient(ours, { conditions: [] });
    expect((await readBrowse(ours)).lines.find(({ id }) => id === 'weirMarch')).toMatchObject({
      own: 'new',
      levels: 5,
    });
    expect((await readEntries(ours)).find(({ id }) => id === 'weirMarch')?.own).toBe('new');
    const start = await readStart(ours, clientId);
    expect(start.ok && start.value.exercises.map(({ id }) => id)).toContain('weirMarch');
    expect(await usesOf(ours, 'exercises', 'weirMarch')).toEqual([]);
    await beginLook(ours, clientId, { exercise: 'weirMarch' });
    expect(await usesOf(ours, 'exercises', 'weirMarch')).toEqual(['1 look']);
    expect(await usesOf(theirs, 'exercises', 'weirMarch')).toEqual([]);
    const text = writeFile(await findRepertoire(ours), 'yaml', rulesVersion, { ids: new Set(['weirMarch']) });
    const read = readRepertoireFile(text, shipped, await listOwn(theirs));
    expect(read.ok && read.entries.map(({ id, state }) => [id, state])).toEqual([['weirMarch', 'new']]);
  });
});

describe('what a studio sets for itself', () => {
  test('school, stances, tolerances and rooms; each instructor in a room', async () => {
    const rooms = [
      { id: 'a', name: 'Upper floor', props: ['box'], apparatus: ['mat' as const] },
      { id: 'b', name: 'Cellar', props: ['wedge', 'blocks'], apparatus: ['reformer' as const] },
    ];
    expect(
      await changeStudio(theirs, () =>
        success({
          school: 'gradedImprint',
          stances: { foot: 'pointed' },
          tolerances: { pelvicRoll: [-2, 2] },
          rooms,
          exerciseStances: { march: { supinePelvis: 'neutral' } },
        }),
      ),
    ).toMatchObject({ ok: true });
    await setRoom(theirs, 'b');
    const studio = await findStudio(theirs);
    expect(studio).toMatchObject({
      school: 'gradedImprint',
      stances: { foot: 'pointed' },
      rooms,
      room: { name: 'Cellar' },
    });
    expect((await findRepertoire(theirs)).targets.find(({ measure }) => measure === 'pelvicRoll')).toMatchObject({
      interval: [-2, 2],
      tolerance: 2,
      own: true,
    });
    const page = await readExercise(theirs, 'march');
    const pelvis = page.ok ? page.value.stances.find(({ id }) => id === 'supinePelvis') : undefined;
    expect(pelvis?.here).toMatchObject({ choice: 'neutral', from: 'exercise' });
    expect(page.ok && page.value.inForce).toMatchObject({
      school: 'Graded imprint',
      gate: { cleanReps: 5, sessions: 3 },
    });
    const other = await readExercise(theirs, 'legFloat');
    expect(other.ok && other.value.stances.find(({ id }) => id === 'supinePelvis')?.here).toMatchObject({
      choice: 'imprint',
      from: 'school',
    });
  });
  test('only a lead may', async () => {
    const helper: Who = { ...ours, role: 'instructor' };
    expect(await changeStudio(helper, () => success({ school: 'freeSpine' }))).toMatchObject({
      ok: false,
      error: { code: 'notAllowed' },
    });
    expect((await findStudio(ours)).school).toBe('evenKeel');
  });
  test('that an apparatus was checked is kept for the day, here alone', async () => {
    await keepCheck(ours, 'reformer', '2026-11-25');
    expect(await checkedOn(ours, '2026-11-25')).toEqual([{ apparatus: 'reformer', by: 'Lead of Weir Street' }]);
    expect(await checkedOn(ours, '2026-11-26')).toEqual([]);
    expect(await checkedOn(theirs, '2026-11-25')).toEqual([]);
  });
  test('a studio from before rooms works in one room with its props', async () => {
    const studio = await findStudio(ours);
    expect(studio.rooms).toEqual([{ id: 'studio', name: 'Studio', props: ['thinPad'], apparatus: ['mat'] }]);
    expect(studio.room.id).toBe('studio');
  });
});

const notCleared = { note: '', clearedOn: null, clearedBy: null };

describe('a client’s cautions', () => {
  test('clearance, with date and from whom, lifts what waited; taken back, it waits again', async () => {
    const id = await bringClient(ours, { conditions: ['neck'] });
    const curl = entry(shipped.exercises, 'headFloat');
    const standing = async () => weighExercise(shipped, curl, actingOn(await clientOf(ours, id))).levels[2]?.standing;
    expect(await standing()).toBe('ruledOut');
    await setCondition(ours, id, 'neck', { clearedOn: '2026-10-01', clearedBy: 'Dr Inglenook', note: 'fine again' }, 0);
    expect((await clientOf(ours, id)).conditions).toMatchObject([
      { condition: 'neck', clearedOn: '2026-10-01', clearedBy: 'Dr Inglenook', note: 'fine again', revision: 1 },
    ]);
    expect(await standing()).toBe('fine');
    await setCondition(ours, id, 'neck', notCleared, 1);
    expect(await standing()).toBe('ruledOut');
    expect(await setCondition(theirs, id, 'neck', notCleared, 2)).toMatchObject({ ok: false });
    expect(await setCondition(ours, id, 'wrist', notCleared, 0)).toMatchObject({ ok: false });
  });
  test('dates are kept with a condition and act: weeks of a pregnancy, a clearance that has run out', async () => {
    const id = await bringClient(ours, { conditions: ['pregnancy', 'heart'] });
    const day = (weeks: number) => today('UTC').add({ weeks }).toString();
    await setCondition(ours, id, 'pregnancy', { ...notCleared, dueOn: day(30) }, 0);
    const cleared = { ...notCleared, clearedOn: day(-9), clearedBy: 'Dr Inglenook' };
    await setCondition(ours, id, 'heart', { ...cleared, clearedUntil: day(-1) }, 0);
    const conditions = async () => (await clientOf(ours, id)).conditions;
    expect(await conditions()).toMatchObject([
      { condition: 'heart', clearedOn: null, clearedUntil: day(-1) },
      { condition: 'pregnancy', dueOn: day(30), week: 10 },
    ]);
    await setCondition(ours, id, 'heart', { ...cleared, clearedUntil: day(1) }, 1);
    await setCondition(ours, id, 'pregnancy', notCleared, 1); // what is not named stays
    expect(await conditions()).toMatchObject([
      { condition: 'heart', clearedOn: day(-9) },
      { condition: 'pregnancy', dueOn: day(30) },
    ]);
  });
  test('age follows from the year of birth, and stands on no file', async () => {
    const id = await bringClient(ours, { birthYear: today('UTC').year - 80, conditions: ['neck'] });
    expect((await clientOf(ours, id)).conditions.map(({ condition, byAge }) => [condition, byAge])).toEqual([
      ['neck', undefined],
      ['over75', true],
    ]);
    expect(await setCondition(ours, id, 'over75', notCleared, 0)).toMatchObject({ error: { code: 'notFound' } });
  });
  test('an overrule is kept with its reason and name, acts, and can be taken back', async () => {
    const id = await bringClient(ours, { conditions: ['neck'] });
    const made = await addOverrule(ours, id, {
      exercise: 'headFloat',
      level: 2,
      rule: 'neck.curl',
      reason: 'head in both hands',
    });
    if (!made.ok) throw new Error(made.error.message);
    const client = await clientOf(ours, id);
    expect(client.overrules).toMatchObject([
      { rule: 'neck.curl', reason: 'head in both hands', madeBy: 'Lead of Weir Street' },
    ]);
    expect(weighExercise(shipped, entry(shipped.exercises, 'headFloat'), actingOn(client)).levels[2]?.standing).toBe(
      'overruled',
    );
    expect(await removeOverrule(theirs, id, made.value)).toMatchObject({ ok: false });
    expect(await removeOverrule(ours, id, made.value)).toMatchObject({ ok: true });
    expect((await clientOf(ours, id)).overrules).toEqual([]);
    expect(
      await addOverrule(theirs, id, { exercise: 'headFloat', level: 2, rule: 'neck.curl', reason: 'not their client' }),
    ).toMatchObject({
      ok: false,
    });
  });
  test('a stop holds everything until clearance is on file; what was seen stays', async () => {
    const id = await bringClient(ours, { conditions: [] });
    const noted = await addStop(ours, id, { sign: 'faint', seen: 'pale, sat down', lookId: null });
    if (!noted.ok) throw new Error(noted.error.message);
    const stops = [noted.value];
    const stopped = await clientOf(ours, id);
    expect(stopped.stop).toMatchObject({ sign: 'faint', seen: 'pale, sat down', clearedOn: null });
    expect(weighExercise(shipped, march, actingOn(stopped)).standing).toBe('stopped');
    const start = await readStart(ours, id);
    expect(start.ok && start.value.stopped?.sign).toBe('faintness');
    expect(await clearStops(theirs, id, stops, { clearedOn: '2026-11-01', clearedBy: 'x' })).toMatchObject({
      ok: false,
    });
    await clearStops(ours, id, stops, { clearedOn: '2026-11-01', clearedBy: 'Dr Inglenook' });
    expect((await clientOf(ours, id)).stop).toBeNull();
    expect(await listStops(ours, id)).toMatchObject([{ sign: 'faint', clearedBy: 'Dr Inglenook' }]);
    expect(await clearStops(ours, id, stops, { clearedOn: '2026-11-01', clearedBy: 'again' })).toMatchObject({
      ok: false,
    });
  });
  test('a signed form adds what is new to the file, leaves clearances alone, and a red flag stops', async () => {
    const id = await bringClient(ours, { conditions: ['neck'] });
    await setCondition(ours, id, 'neck', { note: '', clearedOn: '2026-01-05', clearedBy: 'Nurse Petherwick' }, 0);
    const signed = { signedName: 'Perrin Shoal', signedOn: '2026-11-20' };
    await addIntake(ours, id, { answers: { conditions: ['neck', 'wrist'], signs: [], words: '' }, ...signed });
    const client = await clientOf(ours, id);
    expect(client.conditions.map(({ condition, clearedOn }) => [condition, clearedOn])).toEqual([
      ['neck', '2026-01-05'],
      ['wrist', null],
    ]);
    expect(client.intake).toMatchObject(signed);
    expect(client.stop).toBeNull();
    await addIntake(ours, id, {
      answers: { conditions: [], signs: ['chest'], words: '' },
      ...signed,
      signedOn: '2026-11-21',
    });
    expect((await clientOf(ours, id)).stop?.sign).toBe('chest');
    expect((await listIntakes(ours, id)).map(({ signedOn }) => signedOn)).toEqual(['2026-11-21', '2026-11-20']);
    expect(await listIntakes(theirs, id)).toEqual([]);
  });
  test('own stances stay through a change of the form, and go one by one', async () => {
    const id = await bringClient(ours, {});
    await setClientStance(ours, id, 'legLine', 'turnedOut');
    await setClientStance(ours, id, 'foot', 'flexed');
    await changeClient(ours, id, () => ({ change: { ...someone, name: 'Perrin Shoal, renamed' } }));
    expect((await clientOf(ours, id)).stances).toEqual({ legLine: 'turnedOut', foot: 'flexed' });
    const page = await readExercise(ours, 'legCircle', id);
    expect(page.ok && page.value.stances.find((one) => one.id === 'legLine')?.here).toMatchObject({
      choice: 'turnedOut',
      from: 'client',
    });
    await setClientStance(ours, id, 'foot', null);
    expect((await clientOf(ours, id)).stances).toEqual({ legLine: 'turnedOut' });
    expect(await setClientStance(theirs, id, 'foot', 'flexed')).toMatchObject({ ok: false });
  });
  test('all clients and their names, of this studio alone', async () => {
    const names = await listNames(ours);
    expect(names).toContain('Perrin Shoal, renamed');
    expect((await listAllClients(ours)).map(({ name }) => name).sort()).toEqual([...names].sort());
    expect(await listNames(theirs)).toEqual([]);
  });
});

describe('in the demo studio', () => {
  let wren: Who;
  const idOf = async (name: string) => (await listClients(wren, { search: name })).clients[0]?.id ?? '';
  beforeAll(async () => {
    ready();
    const studio = await Studio.findOne({ where: { demo: true }, rejectOnEmpty: true });
    const user = await User.findOne({ where: { studioId: studio.id, role: 'lead' }, rejectOnEmpty: true });
    wren = { userId: user.id, studioId: studio.id, name: user.name, role: 'lead', sees: 'all' };
  });
  test('after the demo’s history different things lead for two clients, and the screen says why', async () => {
    const firstFor = async (name: string) => {
      const page = await readExercise(wren, 'march', await idOf(name));
      const arch = page.ok ? page.value.faults.find(({ id }) => id === 'arch') : undefined;
      return { first: arch?.corrections[0], excluded: arch?.excluded };
    };
    const [odo, ness] = [await firstFor('Odo'), await firstFor('Ness')];
    expect(odo.first).toMatchObject({
      id: 'padUnderBack',
      why: expect.stringContaining('Worked 2 of 2 times with this client'),
    });
    expect(ness.first).toMatchObject({
      id: 'breatheFirst',
      why: expect.stringContaining('Worked 2 of 2 times with this client'),
    });
    expect(odo.excluded?.map(({ why }) => why)).toContain('It has not helped this client the last two times.');
  });
  test.each(demoClients.filter(({ conditions }) => conditions.length > 0).map(({ name }) => name))(
    'nothing that the cautions of %s rule out is offered as fine, in browsing or before a look',
    async (name) => {
      const id = await idOf(name);
      const client = await clientOf(wren, id);
      const [browse, start] = [await readBrowse(wren, id), await readStart(wren, id)];
      if (!start.ok) throw new Error(start.error.message);
      for (const exercise of shipped.exercises) {
        const weighed = weighExercise(shipped, exercise, actingOn(client));
        expect(browse.lines.find((line) => line.id === exercise.id)?.weighed).toEqual(weighed);
        const offered = start.value.exercises.find((one) => one.id === exercise.id);
        const chosen = await readStartExercise(wren, id, exercise.id);
        if (!chosen.ok) throw new Error(chosen.error.message);
        for (const level of chosen.value.levels) expect(level.weighed).toEqual(weighed.levels[level.number]);
        expect(offered?.isAllowed).toBe(chosen.value.levels.some((level) => isAllowed(level.weighed)));
      }
      const { first, exercise: begun } = start.value;
      expect(begun?.id).toBe(first.exercise);
      const level = begun?.levels.find(({ number }) => number === first.level);
      expect(level?.weighed.standing).not.toBe('ruledOut'); // what is proposed is allowed
    },
  );
});
