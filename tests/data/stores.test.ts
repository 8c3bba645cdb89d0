import sharp from 'sharp';
import { Op, QueryTypes } from 'sequelize';
import { v7 as newId } from 'uuid';
import { noMarks } from '@/core/anatomy/marks';
import { database } from '@/data/database';
import {
  Client,
  ClientCondition,
  Dose,
  Look,
  LookPicture,
  Picture,
  RateLimit,
  Session,
  Studio,
  Trial,
} from '@/data/models';
import { migrate } from '@/data/migrate';
import { takeIn } from '@/data/picture-intake';
import { findClient, listAppointments, listClients, changeClient } from '@/data/stores/clients';
import {
  chooseCorrection,
  findLook,
  keepLook,
  listLooks,
  listResults,
  setLookPicture,
  startLook,
} from '@/data/stores/looks';
import { addPicture, findPictureBytes, listDemoPictures } from '@/data/stores/pictures';
import { signIn, signOut, whoIs } from '@/data/stores/sessions';
import { triesAllowed } from '@/data/stores/tries';
import type { Who } from '@/data/types';
import { findEvidence } from '@/data/stores/evidence';
import { findRepertoire } from '@/data/stores/studio';
import { findSummaries } from '@/data/stores/summaries';
import { aLook, beginLook, bringClient, dose, dosesOf, openStudio, password, someone, emptyResult } from './studio';

let ours: Who & { email: string };
let theirs: Who & { email: string };
beforeAll(async () => {
  [ours, theirs] = await Promise.all([openStudio('North Quay'), openStudio('South Quay')]);
});
afterAll(() => database().close());

const begin = (who: Who, clientId: string): Promise<string> => beginLook(who, clientId, { level: 2 });
const pictureOf = async (who: Who, clientId: string): Promise<string> => {
  const image = await takeIn(
    await sharp({ create: { width: 40, height: 30, channels: 3, background: '#456' } })
      .png()
      .toBuffer(),
  );
  if (!image.ok) throw new Error(image.error.message);
  const kept = await addPicture(who, { clientId, title: 'a picture', ...image.value });
  if (!kept.ok) throw new Error(kept.error.message);
  return kept.value.id;
};

describe('clients', () => {
  test('a new client is found again, with what is on file', async () => {
    const id = await bringClient(ours, { name: 'Ulla Weir', heightM: 1.7, conditions: ['neck', 'hip'] });
    const found = await findClient(ours, id);
    expect(found).toMatchObject({ ok: true, value: { name: 'Ulla Weir', heightM: 1.7, touchConsent: false } });
    expect(found.ok && found.value.conditions.map(({ condition }) => condition)).toEqual(['hip', 'neck']);
  });
  test('a change keeps note and clearance of the conditions that stay', async () => {
    const id = await bringClient(ours, { conditions: ['neck', 'hip'] });
    await ClientCondition.update(
      { note: 'stiff', clearedOn: '2026-01-02', clearedBy: 'Dr Weir' },
      { where: { clientId: id, condition: 'neck' } },
    );
    expect(
      (
        await changeClient(ours, id, () => ({
          change: { ...someone, name: 'Ulla Brook', conditions: ['neck', 'reflux'] },
        }))
      ).ok,
    ).toBe(true);
    const found = await findClient(ours, id);
    expect(found.ok && found.value).toMatchObject({
      name: 'Ulla Brook',
      conditions: [{ condition: 'neck', note: 'stiff', clearedOn: '2026-01-02' }, { condition: 'reflux' }],
    });
  });
  test('names are searched by part, and signs that mean something to the database mean nothing here', async () => {
    await bringClient(ours, { name: 'Merle 100% Marsh' });
    const names = async (search: string) => (await listClients(ours, { search })).clients.map(({ name }) => name);
    expect(await names('100% m')).toEqual(['Merle 100% Marsh']);
    expect(await names('1_0')).toEqual([]);
    expect(await names("' OR 1=1 -- ")).toEqual([]);
  });
});

describe('another studio sees nothing and changes nothing', () => {
  let clientId: string, lookId: string, pictureId: string;
  beforeAll(async () => {
    clientId = await bringClient(ours);
    lookId = await begin(ours, clientId);
    pictureId = await pictureOf(ours, clientId);
    await setLookPicture(ours, lookId, 'setup', pictureId, noMarks);
  });
  test('reading', async () => {
    const hidden = { ok: false, error: { code: 'notFound' } };
    expect(await findClient(theirs, clientId)).toMatchObject(hidden);
    expect(await findLook(theirs, lookId)).toMatchObject(hidden);
    expect(await findPictureBytes(theirs, pictureId)).toBeUndefined();
    expect((await listClients(theirs)).total).toBe(0);
    expect((await listLooks(theirs, clientId)).looks).toEqual([]);
    expect(await listResults(theirs, clientId, 9)).toEqual([]);
    expect(await dosesOf(theirs, clientId)).toEqual([]);
    expect((await findEvidence(theirs, [clientId])).of(clientId)).toEqual([]);
    expect(await listDemoPictures(theirs)).toEqual([]);
    expect(await listAppointments(theirs, new Date(0), new Date('2100-01-01'))).toEqual([]);
  });
  test('writing', async () => {
    const own = await bringClient(theirs);
    const refused = { ok: false, error: { code: 'notFound' } };
    expect(await changeClient(theirs, clientId, () => ({ change: someone }))).toMatchObject(refused);
    expect(await startLook(theirs, aLook(clientId))).toMatchObject(refused);
    expect(
      await addPicture(theirs, {
        clientId,
        title: '',
        bytes: Buffer.from('x'),
        format: 'image/webp',
        width: 1,
        height: 1,
        originalWidth: 1,
        originalHeight: 1,
      }),
    ).toMatchObject(refused);
    expect(await setLookPicture(theirs, lookId, 'top', pictureId, noMarks)).toMatchObject(refused);
    expect(await setLookPicture(theirs, await begin(theirs, own), 'top', pictureId, noMarks)).toMatchObject(refused);
    expect(await chooseCorrection(theirs, lookId, 'arch', 'breatheFirst')).toMatchObject(refused);
    expect(await keepLook(theirs, lookId, { result: emptyResult, trial: undefined, dose })).toMatchObject(refused);
    expect(await Dose.count({ where: { lookId } })).toBe(0);
  });
});

describe('a look', () => {
  const trial = {
    fault: 'arch',
    correction: 'breatheFirst',
    measure: 'pelvicTilt',
    verdict: 'better',
    changeValue: -8,
    mdc: 3,
  } as const;
  test('is kept once, whole: result, trial and dose; then it is closed', async () => {
    const clientId = await bringClient(ours);
    const lookId = await begin(ours, clientId);
    const pictureId = await pictureOf(ours, clientId);
    const marks = {
      matLine: [
        [1, 20],
        [39, 20],
      ],
      scale: null,
      landmarks: { ASIS: [3.25, 4] },
    } as const;
    await setLookPicture(ours, lookId, 'setup', pictureId, noMarks);
    await setLookPicture(ours, lookId, 'setup', pictureId, JSON.parse(JSON.stringify(marks)));
    await chooseCorrection(ours, lookId, 'arch', 'breatheFirst');
    expect(await keepLook(ours, lookId, { result: emptyResult, trial, dose })).toMatchObject({ ok: true });
    const found = await findLook(ours, lookId);
    expect(found.ok && found.value).toMatchObject({
      fault: 'arch',
      correction: 'breatheFirst',
      result: emptyResult,
      pictures: [{ role: 'setup', marks, originalWidth: 40 }],
    });
    expect(await dosesOf(ours, clientId)).toMatchObject([{ level: 2, setS: 41, lookId }]);
    expect(await Trial.findAll({ where: { clientId } })).toMatchObject([trial]);
    const { fault, correction } = trial;
    const counted = (await findEvidence(ours, [clientId])).of(clientId);
    expect(counted).toMatchObject([{ exercise: 'legFloat', fault, correction, tried: 1, helped: 1 }]);
    expect((await listResults(ours, clientId, 9)).map(({ id }) => id)).toEqual([lookId]);
    for (const again of [
      await keepLook(ours, lookId, { result: emptyResult, trial, dose }),
      await setLookPicture(ours, lookId, 'top', pictureId, noMarks),
      await chooseCorrection(ours, lookId, null, null),
    ])
      expect(again).toMatchObject({ ok: false, error: { code: 'alreadyKept' } });
    expect(await Trial.count({ where: { lookId } })).toBe(1);
  });
  test('kept twice at the same moment gives one dose', async () => {
    const lookId = await begin(ours, await bringClient(ours));
    const results = await Promise.all(
      [1, 2, 3].map(() => keepLook(ours, lookId, { result: emptyResult, trial: undefined, dose })),
    );
    expect(results.filter(({ ok }) => ok)).toHaveLength(1);
    expect(await Dose.count({ where: { lookId } })).toBe(1);
  });
  test('when its dose cannot be kept, nothing of it is', async () => {
    const lookId = await begin(ours, await bringClient(ours));
    await expect(
      keepLook(ours, lookId, { result: emptyResult, trial, dose: { ...dose, pattern: null as unknown as string } }),
    ).rejects.toThrow();
    expect((await Look.findByPk(lookId))?.keptAt).toBeNull();
    expect(await Trial.count({ where: { lookId } })).toBe(0);
  });
  test('shows pictures of its own client only, and one that is replaced is not kept', async () => {
    const [clientId, another] = [await bringClient(ours), await bringClient(ours)];
    const lookId = await begin(ours, clientId);
    const [first, second] = [await pictureOf(ours, clientId), await pictureOf(ours, clientId)];
    expect(await setLookPicture(ours, lookId, 'top', await pictureOf(ours, another), noMarks)).toMatchObject({
      ok: false,
      error: { code: 'notFound' },
    });
    await setLookPicture(ours, lookId, 'setup', first, noMarks);
    await setLookPicture(ours, lookId, 'top', first, noMarks);
    await setLookPicture(ours, lookId, 'setup', second, noMarks);
    expect(await findPictureBytes(ours, first)).toBeDefined(); // the top still shows it
    await setLookPicture(ours, lookId, 'top', second, noMarks);
    expect(await findPictureBytes(ours, first)).toBeUndefined();
    expect(await findPictureBytes(ours, second)).toBeDefined();
  });
  test('begun and left without a picture, it does not stand in the list', async () => {
    const clientId = await bringClient(ours);
    const left = await begin(ours, clientId);
    const open = await begin(ours, clientId);
    await setLookPicture(ours, open, 'setup', await pictureOf(ours, clientId), noMarks);
    const { looks, total } = await listLooks(ours, clientId);
    expect([looks.map(({ id }) => id), total]).toEqual([[open], 1]);
    expect(left).not.toBe(open);
  });
  test('goes with its client, down to the last row', async () => {
    const clientId = await bringClient(ours);
    const lookId = await begin(ours, clientId);
    await setLookPicture(ours, lookId, 'setup', await pictureOf(ours, clientId), noMarks);
    await keepLook(ours, lookId, { result: emptyResult, trial, dose });
    await LookPicture.destroy({ where: { lookId } });
    await Client.destroy({ where: { id: clientId } });
    for (const left of [
      await Look.count({ where: { clientId } }),
      await Dose.count({ where: { clientId } }),
      await Trial.count({ where: { clientId } }),
      await Picture.count({ where: { clientId } }),
    ])
      expect(left).toBe(0);
  });
});

test('of several doses each client stands on her newest, however long ago', async () => {
  const [early, late] = [await bringClient(ours), await bringClient(ours)];
  const keep = async (clientId: string, level: number, day: number) =>
    keepLook(ours, await begin(ours, clientId), {
      result: emptyResult,
      trial: undefined,
      dose: { ...dose, level },
      at: new Date(Date.UTC(2026, 0, day)),
    });
  for (const [client, level, day] of [
    [early, 1, 1],
    [late, 1, 20],
    [late, 2, 22],
    [late, 1, 21],
  ] as const)
    await keep(client, level, day);
  const cards = await Promise.all(
    [early, late].map(async (id) => {
      const found = await findClient(ours, id);
      if (!found.ok) throw new Error(found.error.message);
      return found.value;
    }),
  );
  const summaries = await findSummaries(ours, await findRepertoire(ours), cards);
  expect([early, late].map((id) => summaries.get(id)?.standings.map(({ level }) => level))).toEqual([[1], [2]]);
  expect((await findSummaries(ours, await findRepertoire(ours), [])).size).toBe(0);
});

describe('signing in', () => {
  test('gives a token that says who, until signed out; only its digest is stored', async () => {
    const session = await signIn(` ${ours.email.toUpperCase()} `, password);
    if (!session.ok) throw new Error(session.error.message);
    expect(await whoIs(session.value.token)).toMatchObject({ userId: ours.userId, studioId: ours.studioId });
    expect(await Session.count({ where: { id: session.value.token } })).toBe(0);
    await signOut(session.value.token);
    expect(await whoIs(session.value.token)).toBeUndefined();
  });
  test('an ended session is nobody’s', async () => {
    const session = await signIn(ours.email, password);
    await Session.update({ expiresAt: new Date(Date.now() - 1000) }, { where: { userId: ours.userId } });
    expect(session.ok && (await whoIs(session.value.token))).toBeUndefined();
  });
  test('a wrong password and an unknown address get the same answer', async () => {
    const [wrong, unknown] = [await signIn(theirs.email, 'guess'), await signIn('nobody@quay.example', 'guess')];
    expect(wrong).toMatchObject({ ok: false, error: { code: 'signInRefused' } });
    expect(unknown).toEqual(wrong);
  });
  const unlooked = ['tooManyTries', 'busy'];
  const codeOf = async (tried: ReturnType<typeof signIn>) => {
    const answer = await tried;
    return answer.ok ? 'ok' : answer.error.code;
  };
  test('after five wrong tries even the right password waits, seconds at first, and then does not', async () => {
    const { email } = await openStudio('East Quay');
    for (let i = 0; i < triesAllowed; i += 1) await signIn(email, 'guess');
    const late = await signIn(email, password);
    expect(late).toMatchObject({ ok: false, error: { code: 'tooManyTries' } });
    expect(!late.ok && late.error.message).toMatch(/Wait [1-4] seconds?,/);
    await RateLimit.update({ expiresAt: new Date(Date.now() - 1000) }, { where: { id: { [Op.like]: 'both:%' } } });
    expect((await signIn(email, password)).ok).toBe(true);
  });
  test('a hundred guesses at once: five are looked at, and another account opens meanwhile', async () => {
    const { email } = await openStudio('Mill Quay');
    const guesses = Array.from({ length: 100 }, (_, i) => codeOf(signIn(email, `guess ${i}`)));
    expect(await codeOf(signIn(ours.email, password))).toBe('ok');
    const codes = await Promise.all(guesses);
    expect(codes.filter((code) => code === 'signInRefused').length).toBeLessThanOrEqual(triesAllowed);
    expect(codes.filter((code) => unlooked.includes(code)).length).toBeGreaterThanOrEqual(100 - triesAllowed);
  });
  test('guessers from everywhere slow an account down, but not where its owner has signed in before', async () => {
    const { email } = await openStudio('Long Quay');
    const at = (place: string) => ({ place, isLocal: true });
    expect((await signIn(email, password, at('her own'))).ok).toBe(true);
    for (let i = 0; i < 45; i += 1) await signIn(email, 'guess', at(`elsewhere ${i}`));
    expect(await codeOf(signIn(email, 'guess', at('one more')))).toBe('tooManyTries');
    expect(await codeOf(signIn(email, password, at('her own')))).toBe('ok');
  });
  test('counts that have run out are cleared away', async () => {
    await RateLimit.create({ id: 'both:old', points: 3, expiresAt: new Date(Date.now() - 1000) });
    await signIn(ours.email, password);
    expect(await RateLimit.findByPk('both:old')).toBeNull();
  });
  test('the demo opens on the machine itself alone', async () => {
    const demo = await openStudio('Demo of a kind');
    await Studio.update({ demo: true, seededAt: new Date() }, { where: { id: demo.studioId } });
    expect(await codeOf(signIn(demo.email, password, { place: '10.0.0.7', isLocal: false }))).toBe('demoElsewhere');
    expect(await codeOf(signIn(demo.email, password, { place: '127.0.0.1', isLocal: true }))).toBe('ok');
    await Studio.update({ demo: false }, { where: { id: demo.studioId } });
  });
});

describe('a picture from outside', () => {
  const plain = (width: number, height: number) =>
    sharp({ create: { width, height, channels: 3, background: '#a53' } });
  test('is turned upright by its EXIF, which is then gone', async () => {
    const sideways = await plain(60, 40)
      .withExif({ IFD0: { Copyright: 'somebody', ImageDescription: 'a place' } })
      .jpeg()
      .withMetadata({ orientation: 6 })
      .toBuffer();
    const kept = await takeIn(sideways);
    if (!kept.ok) throw new Error(kept.error.message);
    expect(kept.value).toMatchObject({
      width: 40,
      height: 60,
      originalWidth: 40,
      originalHeight: 60,
      format: 'image/webp',
    });
    const stored = await sharp(kept.value.bytes).metadata();
    expect([stored.exif, stored.orientation, stored.xmp]).toEqual([undefined, undefined, undefined]);
  });
  test('is kept smaller when large, with its own size remembered', async () => {
    const kept = await takeIn(await plain(4800, 1200).png().toBuffer());
    expect(kept.ok && kept.value).toMatchObject({
      width: 2400,
      height: 600,
      originalWidth: 4800,
      originalHeight: 1200,
    });
  });
  test.each(['png', 'jpeg', 'webp'] as const)('%s is read', async (format) =>
    expect((await takeIn(await plain(30, 20).toFormat(format).toBuffer())).ok).toBe(true),
  );
  test('with 81 megapixels is refused, and the message says how many there may be', async () => {
    const huge = await plain(9000, 9000).png({ compressionLevel: 9 }).toBuffer();
    expect(await takeIn(huge)).toMatchObject({
      ok: false,
      error: { code: 'pictureTooLarge', message: expect.stringMatching(/81 megapixels; up to 60/) },
    });
  });
  test.each([
    ['text', () => Buffer.from('This is no picture.')],
    ['nothing', () => Buffer.alloc(0)],
    [
      'a drawing that could fetch things',
      () => Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>'),
    ],
  ])('%s is refused as no picture', async (_, file) =>
    expect(await takeIn(file())).toMatchObject({ ok: false, error: { code: 'notAPicture', path: 'picture' } }),
  );
  test('cut short behind a good header is refused', async () => {
    const whole = await sharp({
      create: {
        width: 400,
        height: 300,
        channels: 3,
        background: '#123',
        noise: { type: 'gaussian', mean: 120, sigma: 40 },
      },
    })
      .png()
      .toBuffer();
    expect(await takeIn(whole.subarray(0, whole.length / 2))).toMatchObject({
      ok: false,
      error: { code: 'notAPicture' },
    });
  });
});

describe('tables', () => {
  test('migrating again changes nothing', async () => expect(await migrate(database())).toEqual([]));
  test('every table that belongs to a studio is tied to it by a foreign key', async () => {
    const tied = await database().query<{ TABLE_NAME: string }>(
      "SELECT TABLE_NAME FROM information_schema.KEY_COLUMN_USAGE WHERE TABLE_SCHEMA = DATABASE() AND COLUMN_NAME = 'studio_id' AND REFERENCED_TABLE_NAME = 'studios'",
      { type: QueryTypes.SELECT },
    );
    expect(tied.map(({ TABLE_NAME }) => TABLE_NAME).sort()).toEqual([
      'apparatus',
      'apparatus_checks',
      'appointment_places',
      'appointments',
      'beside_links',
      'beside_messages',
      'calendar_links',
      'class_plans',
      'client_conditions',
      'client_plans',
      'client_ranges',
      'client_shares',
      'client_summaries',
      'client_trial_counts',
      'client_weeks',
      'clients',
      'doses',
      'eye_questions',
      'eye_rounds',
      'incidents',
      'intakes',
      'invitations',
      'kept_film_pieces',
      'kept_films',
      'look_films',
      'look_pictures',
      'look_readings',
      'looks',
      'marking_rounds',
      'overrules',
      'own_entries',
      'own_orders',
      'paper_texts',
      'papers',
      'pictures',
      'rating_sessions',
      'ratings',
      'records',
      'series',
      'session_events',
      'sessions',
      'spring_settings',
      'stops',
      'studio_trial_counts',
      'taught_sessions',
      'trials',
      'users',
    ]);
  });
  test('a row of a studio that does not exist is refused', async () => {
    await expect(Client.create({ ...someone, id: newId(), studioId: newId(), createdAt: new Date() })).rejects.toThrow(
      /1452/,
    );
  });
});
