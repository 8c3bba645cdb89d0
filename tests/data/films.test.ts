// What was followed in films of a look, in the real database.
import { v7 as newId } from 'uuid';
import { database } from '@/data/database';
import { LookFilm } from '@/data/models';
import { eraseClient } from '@/data/stores/whole-client';
import { listLookFilms, setLookFilm } from '@/data/stores/look-films';
import { keepTry, takeBackTry } from '@/data/stores/look-tries';
import { keepLook } from '@/data/stores/looks';
import { signPaper } from '@/data/stores/papers';
import type { FilmCard, Who } from '@/data/types';
import { beginLook, bringClient, dose, emptyResult, openStudio, someone } from './studio';
import { workedLines } from '../rigs/worked-picture';

let ours: Who;
let theirs: Who;
beforeAll(async () => {
  [ours, theirs] = await Promise.all([openStudio('Ferry House'), openStudio('Ford House')]);
});
afterAll(() => database().close());

const film = (role: FilmCard['role'], x = 1000): FilmCard => ({
  role,
  view: 'side',
  setting: { headEnd: 'left' },
  film: {
    size: { width: 1280, height: 720 },
    lines: workedLines(),
    paths: { times: [0, 33, 34], points: { GT_R: { x: [x, 5, null], y: [2000, -3, null], sd: [0, 1, null] } } },
  },
});
const begun = async () => {
  const clientId = await bringClient(ours);
  return { clientId, lookId: await beginLook(ours, clientId) };
};
const kept = { ok: true, value: null };

test('a film comes back as it was kept; of the same set a newer one takes its place', async () => {
  const { lookId } = await begun();
  expect(await setLookFilm(ours, lookId, film('baseline'))).toEqual(kept);
  expect(await setLookFilm(ours, lookId, film('retest', 7))).toEqual(kept);
  expect(await setLookFilm(ours, lookId, film('baseline', 900))).toEqual(kept);
  const all = await listLookFilms(ours, lookId);
  expect(all).toHaveLength(2);
  expect(all).toEqual(expect.arrayContaining([film('baseline', 900), film('retest', 7)]));
});

test('two tablets that keep a film of one set at once leave one', async () => {
  const { lookId } = await begun();
  const both = await Promise.all([1, 2, 3, 4].map((x) => setLookFilm(ours, lookId, film('baseline', x))));
  expect(both).toEqual([kept, kept, kept, kept]);
  expect(await LookFilm.count({ where: { lookId } })).toBe(1);
});

test('another studio neither keeps nor reads one, a closed look takes none, nor does a client who refused pictures', async () => {
  const { lookId, clientId } = await begun();
  expect(await setLookFilm(theirs, lookId, film('baseline'))).toMatchObject({ error: { code: 'notFound' } });
  await setLookFilm(ours, lookId, film('baseline'));
  expect(await listLookFilms(theirs, lookId)).toEqual([]);
  await keepLook(ours, lookId, { result: emptyResult, trial: undefined, dose });
  expect(await setLookFilm(ours, lookId, film('baseline', 5))).toMatchObject({ error: { code: 'alreadyKept' } });
  const next = await beginLook(ours, clientId);
  const no = {
    kind: 'pictures',
    gives: false,
    version: 0,
    signedName: 'Nell Quay',
    signedAs: 'self',
    signedOn: '2026-01-05',
  } as const;
  expect(await signPaper(ours, clientId, no, newId())).toEqual(kept);
  expect(await setLookFilm(ours, next, film('baseline'))).toMatchObject({ error: { code: 'noConsent' } });
});

test('the film of a retest goes with its try, and comes back with it', async () => {
  const { lookId } = await begun();
  await setLookFilm(ours, lookId, film('baseline'));
  await setLookFilm(ours, lookId, film('retest', 3));
  const tryId = newId();
  const trial = {
    fault: 'arch',
    correction: 'breatheFirst',
    measure: 'pelvicTilt',
    verdict: 'same' as const,
    changeValue: 0,
    mdc: 3,
  };
  await keepTry(ours, lookId, tryId, trial);
  expect((await listLookFilms(ours, lookId)).map(({ role }) => role)).toEqual(['baseline']);
  await takeBackTry(ours, lookId, tryId);
  expect(await listLookFilms(ours, lookId)).toEqual(expect.arrayContaining([film('retest', 3)]));
});

test('erasing a client takes them along', async () => {
  const { lookId, clientId } = await begun();
  await setLookFilm(ours, lookId, film('baseline'));
  expect(await eraseClient(ours, clientId, someone.name)).toMatchObject({ ok: true });
  expect(await LookFilm.count({ where: { lookId } })).toBe(0);
});
