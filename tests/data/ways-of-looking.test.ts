// Several views and methods in one look, an instructor's own errors, and own neutral over dates, in the real database.
import { repertoire } from '@/repertoire';
import sharp from 'sharp';
import { noMarks } from '@/core/anatomy/marks';
import type { Marks } from '@/core/anatomy/marks';
import { database } from '@/data/database';
import { takeIn } from '@/data/picture-intake';
import { findClient, changeClient } from '@/data/stores/clients';
import { findLook, keepLook, listLooks, listResults, setLookPicture, setLookReading } from '@/data/stores/looks';
import { addRounds, findObserver, markingInForce, setFinger } from '@/data/stores/observers';
import { addPicture } from '@/data/stores/pictures';
import type { Who } from '@/data/types';
import { readBench, readKeptLook } from '@/features/look/read';
import { beginLook, bringClient, dose, openStudio, someone, emptyResult } from './studio';
import { workedLines, tippedPelvis } from '../rigs/worked-picture';

let ours: Who;
let theirs: Who;
let clientId: string;
beforeAll(async () => {
  [ours, theirs] = await Promise.all([openStudio('East Quay'), openStudio('Far Quay')]);
  clientId = await bringClient(ours);
});
afterAll(() => database().close());

const begin = (exercise = 'legFloat'): Promise<string> => beginLook(ours, clientId, { exercise });
async function picture(): Promise<string> {
  const image = await takeIn(
    await sharp({ create: { width: 90, height: 60, channels: 3, background: '#888' } })
      .png()
      .toBuffer(),
  );
  if (!image.ok) throw new Error(image.error.message);
  const kept = await addPicture(ours, { clientId, title: 'x', ...image.value });
  if (!kept.ok) throw new Error(kept.error.message);
  return kept.value.id;
}
const marks: Marks = {
  ...workedLines(),
  landmarks: tippedPelvis(),
};

describe('one look', () => {
  test('keeps a moment from two sides apart, with how each was taken', async () => {
    const lookId = await begin();
    const [side, foot] = [await picture(), await picture()];
    await setLookPicture(ours, lookId, 'setup', side, marks, {
      view: 'side',
      setting: { headEnd: 'right', lensDistanceMm: 3200 },
    });
    await setLookPicture(ours, lookId, 'setup', foot, noMarks, { view: 'foot', setting: { headEnd: 'left' } });
    await setLookPicture(ours, lookId, 'back', side, noMarks);
    const look = await findLook(ours, lookId);
    const kept = look.ok
      ? look.value.pictures.map(({ role, view, id, setting }) => [role, view, id, setting?.headEnd])
      : [];
    expect(kept).toHaveLength(3);
    expect(kept).toEqual(
      expect.arrayContaining([
        ['setup', 'side', side, 'right'],
        ['setup', 'foot', foot, 'left'],
        ['back', 'side', side, undefined],
      ]),
    );
  });
  test('keeps what hand and eye told, changes it, and takes it back', async () => {
    const lookId = await begin();
    const cuff = { role: 'top', method: 'hand', measure: 'cuffPressure' } as const;
    const readings = async () => {
      const look = await findLook(ours, lookId);
      return look.ok ? look.value.readings : [];
    };
    await setLookReading(ours, lookId, { ...cuff, taken: 40 });
    await setLookReading(ours, lookId, { ...cuff, taken: 24 });
    await setLookReading(ours, lookId, { role: 'top', method: 'eye', measure: 'pelvicTilt', taken: 1 });
    expect(await readings()).toHaveLength(2);
    expect(await readings()).toContainEqual({ ...cuff, taken: 24 });
    await setLookReading(ours, lookId, { ...cuff, taken: null });
    expect(await readings()).toEqual([{ role: 'top', method: 'eye', measure: 'pelvicTilt', taken: 1 }]);
    expect((await listLooks(ours, clientId)).looks.some(({ id }) => id === lookId)).toBe(true); // a look without pictures is one too
  });
  test('keeps a fault that an eye graded, with its side; one of two taps at once stands, not both', async () => {
    const lookId = await begin();
    const longest = 'k'.repeat(60); // as long as an entry of a studio's own may be called
    const fault = { role: 'back', method: 'seen', measure: longest } as const;
    await setLookReading(ours, lookId, { ...fault, taken: 2, side: 'L' });
    await Promise.all([
      setLookReading(ours, lookId, { ...fault, taken: 3, side: 'R' }),
      setLookReading(ours, lookId, { ...fault, taken: 3, side: 'R' }),
    ]);
    const readings = async () => {
      const look = await findLook(ours, lookId);
      return look.ok ? look.value.readings : [];
    };
    expect(await readings()).toEqual([{ ...fault, taken: 3, side: 'R' }]);
    await setLookReading(ours, lookId, { ...fault, taken: 0 });
    expect(await readings()).toEqual([{ ...fault, taken: 0 }]);
  });
  test('another studio reads and changes nothing of it', async () => {
    const lookId = await begin();
    const refused = { ok: false, error: { code: 'notFound' } };
    const reading = { role: 'top', method: 'eye', measure: 'pelvicTilt', taken: 2 } as const;
    expect(await setLookReading(theirs, lookId, reading)).toMatchObject(refused);
    expect(await readBench(theirs, lookId)).toMatchObject(refused);
    expect(await listResults(theirs, clientId, 9)).toEqual([]);
  });
  test('closed, it takes no more readings', async () => {
    const lookId = await begin();
    await keepLook(ours, lookId, { result: emptyResult, trial: undefined, dose });
    expect(
      await setLookReading(ours, lookId, { role: 'top', method: 'eye', measure: 'pelvicTilt', taken: 2 }),
    ).toMatchObject({
      ok: false,
      error: { code: 'alreadyKept' },
    });
  });
});

describe('an instructor as a measuring instrument', () => {
  test('her finger and her repeated marks are hers, and count from enough repeats on', async () => {
    expect(await findObserver(ours)).toEqual({ fingerMm: null, marking: null, eyes: {} });
    await setFinger(ours, 16.5);
    await addRounds(ours, [{ ASIS: [10, 10] }, { ASIS: [12, 10] }, { ASIS: [14, 10] }]);
    const few = await findObserver(ours);
    expect(few.fingerMm).toBe(16.5);
    expect(few.marking?.sdPx).toBeCloseTo(Math.SQRT2, 6); // variance 4 in x, none in y
    expect(markingInForce(few)).toBeUndefined();
    for (let i = 0; i < 5; i += 1) await addRounds(ours, [{ PS: [0, 0] }, { PS: [2, 0] }, { PS: [4, 0] }]);
    expect(markingInForce(await findObserver(ours))).toBeCloseTo(Math.SQRT2, 6);
    expect(await findObserver(theirs)).toEqual({ fingerMm: null, marking: null, eyes: {} });
  });
  test('her own spread of marking is what her looks are read with', async () => {
    const lookId = await begin();
    await setLookPicture(ours, lookId, 'top', await picture(), marks, { view: 'side', setting: { headEnd: 'left' } });
    const [look, client] = [await findLook(ours, lookId), await findClient(ours, clientId)];
    if (!look.ok || !client.ok) throw new Error('the look is gone');
    const read = await readKeptLook(ours, repertoire, look.value, client.value);
    const top = read.ok ? read.value.values.top.pelvicTilt : undefined;
    expect(top?.value).toBeCloseTo(10, 3);
    expect(top?.seWithin).toBeCloseTo((1.221 * Math.SQRT2) / 1.5, 2); // 1.221° at 1.5 px, drawn back 2 % by a lens 3 m away
  });
});

test('grades beside pictures of the same moments become her own eye’s bias and spread', async () => {
  const finding = (value: number) => ({
    fault: 'arch',
    measure: 'pelvicTilt',
    verdict: 'out' as const,
    probability: 1,
    excess: 1,
    safety: false,
    why: '',
    value,
    se: 1,
  });
  const lone = await openStudio('Lone Quay');
  const client = await bringClient(lone);
  for (const [grade, picture] of [
    [1, 2],
    [2, 6],
  ] as const) {
    const look = await beginLook(lone, client);
    await setLookReading(lone, look, { role: 'top', method: 'eye', measure: 'pelvicTilt', taken: grade });
    const result = {
      neutral: {},
      methods: { pelvicTilt: 'picture' as const },
      back: [],
      baseline: [finding(picture)],
      retest: [],
      seen: [],
      target: {},
      verdict: null,
    };
    await keepLook(lone, look, { result, trial: undefined, dose });
  }
  // 4° against 2°, 10° against 6°: 3° too much on the whole, spread √2.
  expect((await findObserver(lone)).eyes).toEqual({ pelvicTilt: { bias: 3, sd: expect.closeTo(Math.SQRT2, 9), n: 2 } });
});

test('own neutral of earlier dates stands in where there is no set-up, with the error between dates', async () => {
  const setUp = (value: number) => ({ ...emptyResult, neutral: { pelvicTilt: { value, se: 4 } } });
  const fresh = await bringClient(ours);
  const before = clientId;
  clientId = fresh;
  try {
    for (const [value, day] of [
      [4, 1],
      [8, 2],
    ] as const)
      await keepLook(ours, await begin(), {
        result: setUp(value),
        trial: undefined,
        dose,
        at: new Date(Date.UTC(2026, 1, day)),
      });
    const lookId = await begin('march');
    await setLookPicture(ours, lookId, 'top', await picture(), marks, { view: 'side', setting: { headEnd: 'left' } });
    const [look, client] = [await findLook(ours, lookId), await findClient(ours, fresh)];
    if (!look.ok || !client.ok) throw new Error('the look is gone');
    const read = await readKeptLook(ours, repertoire, look.value, client.value);
    const tilt = read.ok ? read.value.baseline?.findings.find(({ measure }) => measure === 'pelvicTilt') : undefined;
    expect(tilt?.value).toBeCloseTo(10 - 6, 3); // the mean of 4 and 8, alike sure
    expect(tilt?.se).toBeGreaterThan(6);
  } finally {
    clientId = before;
  }
});

test('how the pubic bone is marked is kept with the client', async () => {
  const id = await bringClient(ours);
  await changeClient(ours, id, () => ({ change: { ...someone, pubicMark: 'declined' } }));
  expect(await findClient(ours, id)).toMatchObject({ ok: true, value: { pubicMark: 'declined' } });
});
