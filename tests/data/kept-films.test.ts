// Films that are kept themselves, in the real database: in pieces, for those who agreed, until a day.
import { randomBytes } from 'node:crypto';
import { v7 as newId } from 'uuid';
import { mostStudioBytes, pieceBytes } from '@/core/motion/kept-film';
import { database } from '@/data/database';
import { KeptFilm, KeptFilmPiece } from '@/data/models';
import {
  beginKeptFilm,
  dropKeptFilm,
  endKeptFilm,
  findKeptFilm,
  keepPiece,
  keptFilmsOf,
  letFilmsGo,
} from '@/data/stores/kept-films';
import { listLookFilms } from '@/data/stores/look-films';
import { keepTry, takeBackTry } from '@/data/stores/look-tries';
import { keepLook } from '@/data/stores/looks';
import { countKept, eraseClient, readWhole } from '@/data/stores/whole-client';
import type { Who } from '@/data/types';
import {
  agreeToPictures,
  beginLook,
  bringClient,
  codeOf,
  dose,
  emptyResult,
  followFilm,
  keepFilmWhole,
  must,
  openStudio,
  someone,
  sumOf,
} from './studio';

let ours: Who;
let theirs: Who;
beforeAll(async () => {
  [ours, theirs] = await Promise.all([openStudio('Ferry House'), openStudio('Ford House')]);
});
afterAll(() => database().close());

/** Two and a half pieces of anything. */
const bytes = randomBytes(2.5 * pieceBytes);
const day = 86_400_000;

async function followed({ agrees = true } = {}) {
  const clientId = await bringClient(ours);
  const lookId = await beginLook(ours, clientId);
  await followFilm(ours, lookId);
  if (agrees) await agreeToPictures(ours, clientId);
  return { clientId, lookId };
}

async function shown(who: Who, id: string, now?: Date): Promise<Buffer | undefined> {
  const found = await findKeptFilm(who, id, now);
  const pieces: Buffer[] = [];
  if (found) for await (const piece of found.pieces) pieces.push(piece);
  return found && Buffer.concat(pieces);
}

test('a film comes back byte for byte, whatever order its pieces came in, and however often', async () => {
  const { lookId } = await followed();
  const id = newId();
  const film = { lookId, role: 'baseline', type: 'video/webm', turn: 0, size: bytes.length, days: 90 } as const;
  const begun = await Promise.all([beginKeptFilm(ours, id, film), beginKeptFilm(ours, id, film)]);
  expect(begun).toEqual([1, 2].map(() => ({ ok: true, value: { pieces: 3 } })));
  const piece = (n: number) => keepPiece(ours, id, n, bytes.subarray(n * pieceBytes, (n + 1) * pieceBytes));
  await piece(2);
  expect(codeOf(await endKeptFilm(ours, id, sumOf(bytes)))).toBe('incomplete');
  expect(await shown(ours, id)).toBeUndefined();
  await Promise.all([piece(0), piece(0), piece(1)]);
  expect(codeOf(await endKeptFilm(ours, id, sumOf(Buffer.from('another'))))).toBe('otherBytes');
  const ends = await Promise.all([endKeptFilm(ours, id, sumOf(bytes)), endKeptFilm(ours, id, sumOf(bytes))]);
  const kept = { id, type: 'video/webm', turn: 0, size: bytes.length, goesAt: expect.any(Number) };
  expect(ends).toEqual([1, 2].map(() => ({ ok: true, value: kept })));
  expect((await shown(ours, id))?.equals(bytes)).toBe(true);
  expect((await listLookFilms(ours, lookId))[0]?.kept).toEqual(kept);
  expect(codeOf(await piece(1))).toBe('fine'); // sent once more, after its end: nothing is changed
  expect(await KeptFilmPiece.count({ where: { keptId: id } })).toBe(3);
});

test('a piece that is too long, too short or beyond the end is none', async () => {
  const { lookId } = await followed();
  const id = newId();
  const film = { lookId, role: 'baseline', type: 'video/mp4', turn: 0, size: pieceBytes + 5, days: 30 } as const;
  must(await beginKeptFilm(ours, id, film));
  const codes = [
    await keepPiece(ours, id, 0, Buffer.alloc(pieceBytes - 1)),
    await keepPiece(ours, id, 1, Buffer.alloc(6)),
    await keepPiece(ours, id, 2, Buffer.alloc(1)),
    await keepPiece(ours, id, 1, Buffer.alloc(5)),
  ].map(codeOf);
  expect(codes).toEqual(['badPiece', 'badPiece', 'badPiece', 'fine']);
});

test('only with what was followed, only where she agreed, and never in another studio', async () => {
  const { lookId, clientId } = await followed({ agrees: false });
  expect(codeOf(await keepFilmWhole(ours, lookId, bytes))).toBe('noConsent');
  await agreeToPictures(ours, clientId);
  const { id } = must(await keepFilmWhole(ours, lookId, bytes));
  expect(codeOf(await keepFilmWhole(theirs, lookId, bytes))).toBe('notFound');
  expect(await shown(theirs, id)).toBeUndefined();
  expect(codeOf(await dropKeptFilm(theirs, id))).toBe('notFound');
  await agreeToPictures(ours, clientId, false); // she thought better of it
  expect(await shown(ours, id)).toBeUndefined();
  await agreeToPictures(ours, clientId);
  const bare = await beginLook(ours, clientId);
  expect(codeOf(await keepFilmWhole(ours, bare, bytes))).toBe('notFollowed');
});

test('of one set one film is kept: of several tablets, that which came whole last; the others are told, or were replaced', async () => {
  for (let round = 0; round < 6; round += 1) {
    const { lookId } = await followed();
    const all = await Promise.all([300, 400, 500].map((size) => keepFilmWhole(ours, lookId, randomBytes(size))));
    for (const one of all) expect(['fine', 'notFound']).toContain(codeOf(one));
    const rows = await KeptFilm.findAll({
      where: { studioId: ours.studioId, id: all.flatMap((one) => (one.ok ? [one.value.id] : [])) },
    });
    expect(rows).toHaveLength(1);
    expect(rows[0]?.wholeAt).not.toBeNull();
    const [listed] = await listLookFilms(ours, lookId);
    expect(listed?.kept?.id).toBe(rows[0]?.id);
  }
});

test('its day comes: it is shown to nobody, and goes; one that never became whole goes after an hour', async () => {
  const { lookId } = await followed();
  const longAgo = new Date(Date.now() - 29 * day);
  const { id } = must(await keepFilmWhole(ours, lookId, bytes, { now: longAgo }));
  expect(await shown(ours, id)).toBeDefined();
  const tomorrow = new Date(Date.now() + 1.01 * day);
  expect(await shown(ours, id, tomorrow)).toBeUndefined();
  const half = newId();
  const film = { lookId, role: 'baseline', type: 'video/mp4', turn: 0, size: 8, days: 30 } as const;
  must(await beginKeptFilm(ours, half, film));
  await letFilmsGo(new Date(Date.now() + 59 * 60_000));
  expect(await KeptFilm.count({ where: { id: [id, half] } })).toBe(2);
  expect(await letFilmsGo(tomorrow)).toBeGreaterThanOrEqual(2);
  expect(await KeptFilm.count({ where: { id: [id, half] } })).toBe(0);
  expect(await KeptFilmPiece.count({ where: { keptId: id } })).toBe(0);
});

test('followed anew in the same film it stays, in another it goes; with a try of a retest it goes along', async () => {
  const { lookId } = await followed();
  const { id } = must(await keepFilmWhole(ours, lookId, bytes));
  await followFilm(ours, lookId);
  expect((await listLookFilms(ours, lookId))[0]?.kept?.id).toBe(id);
  await followFilm(ours, lookId, [0, 40, 40]);
  expect((await listLookFilms(ours, lookId))[0]?.kept).toBeUndefined();
  expect(await KeptFilm.count({ where: { id } })).toBe(0);
  const next = must(await keepFilmWhole(ours, lookId, bytes));
  const trial = { fault: 'arch', correction: 'breatheFirst', measure: 'pelvicTilt', changeValue: 0, mdc: 3 };
  const tryId = newId();
  await keepTry(ours, lookId, tryId, { ...trial, verdict: 'same' });
  await takeBackTry(ours, lookId, tryId);
  await keepLook(ours, lookId, { result: emptyResult, trial: undefined, dose });
  expect((await shown(ours, next.id))?.length).toBe(bytes.length); // a closed look holds its film
  expect((await keptFilmsOf(ours, [lookId])).get(lookId)).toMatchObject([{ id: next.id, role: 'baseline' }]);
  expect((await keptFilmsOf(theirs, [lookId])).size).toBe(0);
});

test('a studio holds so many bytes of films and no more; one that is let go makes room', async () => {
  const [{ lookId, clientId }, second, other] = [await followed(), await followed(), await followed()];
  const { id } = must(await keepFilmWhole(ours, lookId, Buffer.from([1, 2])));
  const beside = must(await keepFilmWhole(ours, second.lookId, Buffer.from([1, 2])));
  await KeptFilm.update({ size: mostStudioBytes / 2 - 1 }, { where: { id: [id, beside.id] } });
  expect(codeOf(await keepFilmWhole(ours, other.lookId, Buffer.from([1, 2])))).toBe('studioFull');
  expect(codeOf(await dropKeptFilm(ours, id))).toBe('fine');
  expect(codeOf(await dropKeptFilm(ours, id))).toBe('notFound');
  expect(codeOf(await keepFilmWhole(ours, other.lookId, Buffer.from([1, 2])))).toBe('fine');
  expect(must(await countKept(ours, clientId)).find(({ kind }) => kind === 'keptFilms')?.count).toBe(0);
});

test('the client is handed it with everything else, and erasing her takes it', async () => {
  const { lookId, clientId } = await followed();
  const { id } = must(await keepFilmWhole(ours, lookId, bytes));
  const whole = must(await readWhole(ours, clientId));
  expect(whole.films).toEqual([{ id, type: 'video/mp4' }]);
  must(await eraseClient(ours, clientId, someone.name));
  expect(await KeptFilm.count({ where: { id } })).toBe(0);
  expect(await KeptFilmPiece.count({ where: { keptId: id } })).toBe(0);
});
