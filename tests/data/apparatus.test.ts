// Apparatus, settings and what is known of load, in the real database.
import { v7 as newId } from 'uuid';
import { bodyOf } from '@/core/body/segments';
import { legMoment } from '@/core/load/demand';
import { usualRig } from '@/core/springs/apparatus';
import { success } from '@/core/result';
import { database } from '@/data/database';
import { ApparatusRow, Client } from '@/data/models';
import {
  addApparatus,
  changeApparatus,
  keepSetting,
  listApparatus,
  listSettings,
  newestSettings,
  removeApparatus,
} from '@/data/stores/apparatus';
import { findClient } from '@/data/stores/clients';
import { findLoad } from '@/data/stores/summaries';
import { isDemoLoaded, signIn, whoIs } from '@/data/stores/sessions';
import { findRepertoire } from '@/data/stores/studio';
import { demoSignIn } from '@/data/demo/world';
import { readApparatus } from '@/features/apparatus/read';
import { readClientForm } from '@/features/client/read';
import { readDay } from '@/features/floor/day';
import { bringClient, openStudio } from './studio';

type Who = Awaited<ReturnType<typeof openStudio>>;
let [who, stranger]: Who[] = [];
const asker = (): Who => {
  if (!who) throw new Error('no studio yet');
  return who;
};
const value = <T>(result: { ok: true; value: T } | { ok: false; error: { message: string } }): T => {
  if (!result.ok) throw new Error(result.error.message);
  return result.value;
};
const heron = { room: 'main', name: 'Heron', rig: usualRig('reformer') };

beforeAll(async () => {
  who = await openStudio('Springs');
  stranger = await openStudio('Elsewhere');
});
afterAll(() => database().close());

describe('an apparatus', () => {
  test('is kept with its numbers, changed, and told by whom', async () => {
    const id = value(await addApparatus(asker(), heron));
    const rig = {
      ...heron.rig,
      hooks: 3,
      springs: heron.rig.springs.map((one) => ({ ...one, rate: { rateNPerM: 240, preloadM: 0.2, residualN: 1 } })),
    };
    expect((await changeApparatus(asker(), id, () => success({ rig }))).ok).toBe(true);
    const [kept] = await listApparatus(asker());
    expect(kept).toMatchObject({ id, name: 'Heron', changedBy: asker().name, rig });
  });
  test('is nobody else’s: not seen, not changed, not taken away, not set on', async () => {
    const [kept] = await listApparatus(asker());
    const other = stranger as Who;
    expect(await listApparatus(other)).toEqual([]);
    const id = kept?.id ?? '';
    expect(await changeApparatus(other, id, () => success({ name: 'Mine' }))).toMatchObject({ ok: false });
    expect(await removeApparatus(other, id)).toMatchObject({ ok: false });
    const theirs = await bringClient(other);
    const setting = { clientId: theirs, apparatusId: id, exercise: 'footwork', springs: { full: 2 }, note: '' };
    expect(await keepSetting(other, setting)).toMatchObject({ ok: false, error: { path: 'apparatusId' } });
    expect(await keepSetting(asker(), setting)).toMatchObject({ ok: false, error: { path: 'clientId' } });
  });
  test('whose numbers were spoiled in the database is passed over, not guessed at, and closes no page', async () => {
    const id = value(await addApparatus(stranger as Who, { ...heron, name: 'Spoiled' }));
    await ApparatusRow.update({ rig: { kind: 'reformer' } }, { where: { id } });
    expect(await listApparatus(stranger as Who)).toEqual([]);
    expect(await changeApparatus(stranger as Who, id, () => success({}))).toMatchObject({
      error: { code: 'unreadable' },
    });
    await removeApparatus(stranger as Who, id);
  });
});

describe('what was set for a client', () => {
  test('is remembered, newest first, and the Floor and the finder go on from it', async () => {
    const clientId = await bringClient(asker(), { massKg: 65, heightM: 1.7 });
    const [kept] = await listApparatus(asker());
    const apparatusId = kept?.id ?? '';
    const set = (full: number, at: string, note = '') =>
      keepSetting(
        asker(),
        { clientId, apparatusId, exercise: 'footwork', springs: { full }, note },
        { at: new Date(at) },
      );
    value(await set(2, '2026-03-01T10:00:00Z'));
    value(await set(3, '2026-03-08T10:00:00Z', 'two came home with a knock'));
    const settings = await listSettings(asker(), clientId, 'footwork');
    expect(settings.map(({ springs }) => springs)).toEqual([{ full: 3 }, { full: 2 }]);
    expect(await newestSettings(asker(), [clientId])).toMatchObject([{ springs: { full: 3 } }]);
    expect(await newestSettings(stranger as Who, [clientId])).toEqual([]);
    const day = value(await readDay(asker(), 'en-GB', clientId));
    expect(day.clients.find(({ id }) => id === clientId)?.springs).toEqual({
      footwork: { text: '3 full', note: 'two came home with a knock' },
    });
    const page = await readApparatus(
      asker(),
      { id: apparatusId, exercise: 'footwork', level: '2', client: clientId },
      'en-GB',
    );
    expect(page.finder).toMatchObject({ exercise: 'footwork', level: 2, last: { full: 3 } });
    expect(page.finder?.history[0]).toMatchObject({ text: '3 full', note: 'two came home with a knock' });
    expect(page.finder?.offer?.sets[0]?.against).toMatch(/last time$/);
  });
  test('goes with its apparatus', async () => {
    const [kept] = await listApparatus(asker());
    value(await removeApparatus(asker(), kept?.id ?? ''));
    expect(await listApparatus(asker())).toEqual([]);
    expect(await removeApparatus(asker(), newId())).toMatchObject({ ok: false, error: { code: 'notFound' } });
    expect((await readApparatus(asker(), {}, 'en-GB')).chosen).toBeNull();
  });
});

describe('a leg that was measured', () => {
  test('is kept with the client, stands in the form, and load is reckoned with it', async () => {
    const id = await bringClient(asker(), { heightM: 1.7, massKg: 65, sex: 'f', measuredMm: { thigh: 420 } });
    const client = value(await findClient(asker(), id));
    expect(bodyOf(client).measuredMm).toEqual({ thigh: 420 });
    expect(value(await readClientForm(asker(), id))).toMatchObject({ thighCm: '42', shankCm: '' });
    const byTable = legMoment({ heightM: 1.7, massKg: 65, sex: 'f' }, { thighDeg: 0, kneeDeg: 0 });
    // By hand: the thigh's own lever and all that hangs beyond it, 0.42 m instead of 0.2124 of 1.70 m.
    const longer = 9.81 * 65 * (0.42 - 0.2124 * 1.7) * (0.1478 * 0.3612 + 0.0481 + 0.0129);
    expect(legMoment(bodyOf(client), { thighDeg: 0, kneeDeg: 0 })).toBeCloseTo(byTable + longer, 6);
  });
});

describe('the demo’s people', () => {
  const loadOf = async (name: string) => {
    expect(await isDemoLoaded()).toBe(true);
    const session = await signIn(demoSignIn.email, demoSignIn.password);
    const wren = session.ok ? await whoIs(session.value.token) : undefined;
    if (!wren) throw new Error('the demo instructor cannot sign in');
    const row = await Client.findOne({ where: { studioId: wren.studioId, name } });
    const client = value(await findClient(wren, row?.id ?? ''));
    return findLoad(wren, await findRepertoire(wren), client);
  };
  test('a strong one holds much more than one who begins, and it is known from more', async () => {
    const [strong, begun, fresh] = [
      await loadOf('Pell Rowlock'),
      await loadOf('Maren Tolleck'),
      await loadOf('Jory Thwart'),
    ];
    expect(strong.windows.legs?.sure).not.toBe('wide');
    expect(strong.capacity?.pct ?? 0).toBeGreaterThan(1.5 * (begun.capacity?.pct ?? 9));
    expect(strong.windows.legs?.easiestLost ?? 0).toBeGreaterThan(strong.capacity?.pct ?? 9);
    expect(fresh).toEqual({ windows: {}, capacity: null });
  });
});
