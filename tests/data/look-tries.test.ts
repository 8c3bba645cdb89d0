import { v7 as newId } from 'uuid';
import { noMarks } from '@/core/anatomy/marks';
import { database } from '@/data/database';
import { Look, LookPicture, LookReading, Trial } from '@/data/models';
import { findEvidence } from '@/data/stores/evidence';
import { keepTry, takeBackTry } from '@/data/stores/look-tries';
import { chooseCorrection, findLook, keepLook, setLookPicture, setLookReading } from '@/data/stores/looks';
import type { TrialResult } from '@/data/stores/looks';
import { addPicture } from '@/data/stores/pictures';
import { addStop } from '@/data/stores/cautions';
import type { Who } from '@/data/types';
import { beginLook, bringClient, dose, emptyResult, openStudio } from './studio';

let ours: Who;
let theirs: Who;
beforeAll(async () => {
  [ours, theirs] = await Promise.all([openStudio('Weir House'), openStudio('Lock House')]);
});
afterAll(() => database().close());

const trial = (correction: string, verdict: TrialResult['verdict']): TrialResult => ({
  fault: 'arch',
  correction,
  measure: 'pelvicTilt',
  verdict,
  changeValue: -4,
  mdc: 3,
});
const picture = async (clientId: string): Promise<string> => {
  const size = { width: 4, height: 3, originalWidth: 4, originalHeight: 3 };
  const kept = await addPicture(ours, { clientId, title: 'x', bytes: Buffer.from('x'), format: 'image/webp', ...size });
  if (!kept.ok) throw new Error(kept.error.message);
  return kept.value.id;
};
/** A look with a top, and a retest in hand. */
async function retested(correction = 'breatheFirst') {
  const clientId = await bringClient(ours);
  const lookId = await beginLook(ours, clientId, { level: 2 });
  const [top, retest] = [await picture(clientId), await picture(clientId)];
  await setLookPicture(ours, lookId, 'top', top, noMarks);
  await setLookPicture(ours, lookId, 'retest', retest, noMarks);
  await setLookReading(ours, lookId, { role: 'retest', method: 'eye', measure: 'pelvicTilt', taken: 1 });
  await chooseCorrection(ours, lookId, 'arch', correction);
  return { clientId, lookId, top, retest };
}
const look = async (id: string) => {
  const found = await findLook(ours, id);
  if (!found.ok) throw new Error(found.error.message);
  return found.value;
};
const counted = async (clientId: string) =>
  (await findEvidence(ours, [clientId]))
    .of(clientId)
    .map(({ correction, tried, helped }) => [correction, tried, helped]);

test('one after the other, each with its own retest against the same baseline; the last closes the look', async () => {
  const { clientId, lookId, top, retest } = await retested();
  expect(await keepTry(ours, lookId, newId(), trial('breatheFirst', 'same'))).toEqual({ ok: true, value: null });
  const between = await look(lookId);
  expect(between).toMatchObject({ fault: 'arch', correction: null, readings: [] });
  expect(between.pictures.map(({ role, id }) => [role, id])).toEqual([['top', top]]);
  await chooseCorrection(ours, lookId, 'arch', 'bowlOfWater');
  await setLookPicture(ours, lookId, 'retest', await picture(clientId), noMarks);
  await keepLook(ours, lookId, { result: emptyResult, trial: trial('bowlOfWater', 'better'), dose });
  const kept = await look(lookId);
  expect(kept.tried.map(({ correction, verdict }) => [correction, verdict])).toEqual([
    ['breatheFirst', 'same'],
    ['bowlOfWater', 'better'],
  ]);
  expect(await counted(clientId)).toEqual(
    expect.arrayContaining([
      ['breatheFirst', 1, 0],
      ['bowlOfWater', 1, 1],
    ]),
  );
  // what was taken of the first retest stays with the look
  expect(await LookPicture.count({ where: { lookId, role: 'tried1', pictureId: retest } })).toBe(1);
  expect(await LookReading.count({ where: { lookId, role: 'tried1' } })).toBe(1);
});

test('sent twice it is kept once, and two tablets at once lose nothing', async () => {
  const { clientId, lookId } = await retested();
  const id = newId();
  const answers = await Promise.all([1, 2, 3].map(() => keepTry(ours, lookId, id, trial('breatheFirst', 'same'))));
  expect(answers.filter(({ ok }) => ok)).toHaveLength(3);
  expect(await counted(clientId)).toEqual([['breatheFirst', 1, 0]]);
  await Promise.all(['a', 'b', 'c'].map(() => keepTry(ours, lookId, newId(), trial('bowlOfWater', 'better'))));
  const numbers = (await Trial.findAll({ where: { lookId } })).map(({ number }) => number).sort();
  expect(numbers).toEqual([1, 2, 3, 4]);
  expect(await counted(clientId)).toEqual(
    expect.arrayContaining([
      ['breatheFirst', 1, 0],
      ['bowlOfWater', 3, 3],
    ]),
  );
});

test('taken back it counts no more, and its retest is in hand again; only the newest, before the next is begun', async () => {
  const { clientId, lookId, retest } = await retested();
  const [first, second] = [newId(), newId()];
  await keepTry(ours, lookId, first, trial('breatheFirst', 'worse'));
  await keepTry(ours, lookId, second, trial('bowlOfWater', 'same'));
  expect(await takeBackTry(ours, lookId, first)).toMatchObject({ ok: false, error: { code: 'notNewest' } });
  expect(await takeBackTry(ours, lookId, second)).toMatchObject({ ok: true });
  await setLookReading(ours, lookId, { role: 'retest', method: 'eye', measure: 'ribFlare', taken: 1 });
  expect(await takeBackTry(ours, lookId, first)).toMatchObject({ ok: false, error: { code: 'retestBegun' } });
  await setLookReading(ours, lookId, { role: 'retest', method: 'eye', measure: 'ribFlare', taken: null });
  expect(await takeBackTry(ours, lookId, first)).toMatchObject({ ok: true });
  expect(await takeBackTry(ours, lookId, first)).toMatchObject({ ok: false, error: { code: 'notNewest' } });
  const back = await look(lookId);
  expect(back).toMatchObject({ correction: 'breatheFirst', tried: [], readings: [{ role: 'retest', taken: 1 }] });
  expect(back.pictures.find(({ role }) => role === 'retest')?.id).toBe(retest);
  expect(await counted(clientId)).toEqual([]);
});

test('nothing is tried in another studio’s look, in one that is closed, or after a stop sign', async () => {
  const { clientId, lookId } = await retested();
  expect(await keepTry(theirs, lookId, newId(), trial('breatheFirst', 'same'))).toMatchObject({
    ok: false,
    error: { code: 'notFound' },
  });
  await addStop(ours, clientId, { sign: 'chest', seen: '', lookId: null });
  expect(await keepTry(ours, lookId, newId(), trial('breatheFirst', 'same'))).toMatchObject({
    ok: false,
    error: { code: 'stopped' },
  });
  const other = await retested();
  await keepLook(ours, other.lookId, { result: emptyResult, trial: undefined, dose });
  for (const refused of [
    await keepTry(ours, other.lookId, newId(), trial('breatheFirst', 'same')),
    await takeBackTry(ours, other.lookId, newId()),
  ])
    expect(refused).toMatchObject({ ok: false, error: { code: 'alreadyKept' } });
  expect(await Trial.count({ where: { lookId: [lookId, other.lookId] } })).toBe(0);
  expect((await Look.findByPk(lookId))?.correction).toBe('breatheFirst');
});
