// Pictures beside the database, in a storage that speaks the S3 protocol: kept, shown, moved there and back, backed up, and gone
// with their rows; also when something dies in between.
import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import S3rver from 's3rver';
import { v7 as newId } from 'uuid';
import { MediaOwed, Picture } from '@/data/models';
import { ready } from '@/data/ready';
import { makeBackup } from '@/data/backup/tables';
import { readBackup } from '@/data/backup/file';
import { objects } from '@/data/media/objects';
import { layDown, movePictures, payBytes } from '@/data/media/pictures';
import { removeStudio } from '@/data/stores/founding';
import { addPicture, findPictureBytes } from '@/data/stores/pictures';
import { eraseClient } from '@/data/stores/whole-client';
import type { Who } from '@/data/types';
import { bringClient, image, must, openStudio } from './studio';

const bytes = Buffer.from('the bytes of a picture');
const folder = mkdtempSync(path.join(os.tmpdir(), 'spine-s3-'));
const server = new S3rver({
  ...{ port: 0, address: '127.0.0.1', silent: true, directory: folder },
  configureBuckets: [{ name: 'pictures', configs: [] }],
});
const before = { ...process.env };
const wrong = { S3_ENDPOINT: 'http://127.0.0.1:1' }; // nothing listens there
const there = () => ({ ...process.env, S3_ENDPOINT: endpoint });
let endpoint = '';
let who: Who;

beforeAll(async () => {
  const { port } = await server.run();
  endpoint = `http://127.0.0.1:${port}`;
  who = await openStudio('Weir House');
});
beforeEach(() => {
  Object.assign(process.env, { S3_ENDPOINT: endpoint, S3_BUCKET: 'pictures', S3_KEY: 'S3RVER', S3_SECRET: 'S3RVER' });
});
afterAll(async () => {
  await removeStudio(who.studioId);
  process.env = before;
  await server.close();
  rmSync(folder, { recursive: true, force: true });
});

const objectOf = (id: string) => objects(there())?.get(`${who.studioId}/${id}`);
const rowOf = (id: string) => Picture.findByPk(id, { rejectOnEmpty: true });
const owedFor = (id: string) => MediaOwed.count({ where: { key: `${who.studioId}/${id}` } });

test('kept beside the database, shown from there, and gone with the client', async () => {
  const clientId = await bringClient(who, { name: 'Sorrel Quay' });
  const { id } = must(await addPicture(who, { clientId, ...image, bytes }));
  expect(await rowOf(id)).toMatchObject({ bytes: null, place: 's3' });
  expect(await objectOf(id)).toEqual(bytes);
  expect((await findPictureBytes(who, id))?.bytes).toEqual(bytes);
  expect(await owedFor(id)).toBe(0);
  must(await eraseClient(who, clientId, 'Sorrel Quay'));
  expect(await objectOf(id)).toBeUndefined();
});

test('sent twice at once it is one picture, with its bytes', async () => {
  const clientId = await bringClient(who);
  const id = newId();
  await Promise.all([
    addPicture(who, { clientId, ...image, bytes }, id),
    addPicture(who, { clientId, ...image, bytes }, id),
  ]);
  expect(await Picture.count({ where: { id } })).toBe(1);
  await payBytes(new Date(Date.now() + 7_200_000));
  expect(await objectOf(id)).toEqual(bytes); // nobody takes it for left behind
});

test('sent again after an answer that was lost, and cut short there, it keeps its bytes', async () => {
  const clientId = await bringClient(who);
  const { id } = must(await addPicture(who, { clientId, ...image, bytes }));
  await layDown({ studioId: who.studioId, id, format: 'png' }, bytes); // and then the server dies
  await payBytes(new Date(Date.now() + 7_200_000));
  expect([await objectOf(id), await owedFor(id)]).toEqual([bytes, 0]);
});

test('a storage that does not answer refuses the picture and leaves no row', async () => {
  const clientId = await bringClient(who);
  Object.assign(process.env, wrong);
  await expect(addPicture(who, { clientId, ...image, bytes })).rejects.toThrow();
  expect(await Picture.count({ where: { clientId } })).toBe(0);
});

test('bytes whose row never came are taken away, but not before an hour is over', async () => {
  ready();
  const id = newId();
  await layDown({ studioId: who.studioId, id, format: 'png' }, bytes); // and then the server dies
  await payBytes();
  expect(await objectOf(id)).toEqual(bytes);
  await payBytes(new Date(Date.now() + 7_200_000));
  expect([await objectOf(id), await owedFor(id)]).toEqual([undefined, 0]);
});

test('a client erased while the storage is away: her pictures go as soon as it answers', async () => {
  const clientId = await bringClient(who, { name: 'Lark Quay' });
  const { id } = must(await addPicture(who, { clientId, ...image, bytes }));
  Object.assign(process.env, wrong);
  must(await eraseClient(who, clientId, 'Lark Quay'));
  expect([await Picture.count({ where: { id } }), await owedFor(id)]).toEqual([0, 1]);
  process.env.S3_ENDPOINT = endpoint;
  await payBytes();
  expect([await objectOf(id), await owedFor(id)]).toEqual([undefined, 0]);
});

test('moved there and back, each is shown all the while; moved twice, nothing is left over', async () => {
  const clientId = await bringClient(who);
  delete process.env.S3_BUCKET;
  const { id } = must(await addPicture(who, { clientId, ...image, bytes }));
  expect(await rowOf(id)).toMatchObject({ place: null });
  process.env.S3_BUCKET = 'pictures';
  expect(await movePictures('s3')).toBeGreaterThan(0);
  expect(await movePictures('s3')).toBe(0);
  expect(await rowOf(id)).toMatchObject({ bytes: null, place: 's3' });
  expect((await findPictureBytes(who, id))?.bytes).toEqual(bytes);
  await movePictures('database');
  expect((await rowOf(id)).bytes).toEqual(bytes);
  await payBytes();
  expect(await objectOf(id)).toBeUndefined();
  expect((await findPictureBytes(who, id))?.bytes).toEqual(bytes);
});

test('a backup holds the bytes that lie beside the database', async () => {
  const clientId = await bringClient(who);
  const { id } = must(await addPicture(who, { clientId, ...image, bytes }));
  const file = path.join(folder, 'a.backup.gz');
  await makeBackup(file);
  let columns: readonly string[] = [];
  let found: unknown;
  let table = '';
  await readBackup(file, {
    table: async (name, of) => {
      table = name;
      if (name === 'pictures') columns = of;
    },
    row: async (row) => {
      if (table === 'pictures' && row[columns.indexOf('id')] === id)
        found = { bytes: row[columns.indexOf('bytes')], place: row[columns.indexOf('place')] };
    },
  });
  expect(found).toEqual({ bytes: { b: bytes.toString('base64') }, place: null });
});
