// Everything of a client in one file to hand over: JSON for other programs, her pictures, and a page to read.
import JSZip from 'jszip';
import { listRecord, noteAlone } from '@/data/stores/record';
import { findKeptFilm } from '@/data/stores/kept-films';
import { findPictureBytes } from '@/data/stores/pictures';
import { findStudio } from '@/data/stores/studio';
import { readWhole } from '@/data/stores/whole-client';
import { currentLocale } from '@/platform/server/locale';
import { guestsRead, mayUse } from '@/platform/server/rights';
import { currentWho } from '@/platform/server/session';
import { datesIn } from '@/data/days';
import { filmEndings } from '@/core/motion/kept-film';
import { keptNames } from './kept-names';
import { wholePdf } from './whole-pdf';

const about = `What this studio keeps of one person.

summary.pdf          to read
json/client.json     the card: name, goal, body, notes
json/*.json          one file for each kind of thing; times are UTC, angles degrees, lengths mm, masses kg
json/marks.json      where points were marked in pictures, in pixels of the original
json/sessionEvents.json  everything that was tapped in sessions, in order
json/record.json     who looked at this and who changed it
pictures/            as they were taken in
films/               those that were kept, as they were taken in
`;

/** What a file is called by its kind of picture. */
const endingOf = (format: string): string => (/^[a-z0-9]{2,5}$/i.test(format) ? format : 'bin');

async function all(pieces: AsyncIterable<Buffer>): Promise<Buffer[]> {
  const found: Buffer[] = [];
  for await (const piece of pieces) found.push(piece);
  return found;
}

/** The whole of a client as a zip; leads alone take it out, and it is on record. */
export async function sendWhole(id: string): Promise<Response> {
  const who = await currentWho();
  if (!who) return new Response('Sign in first.', { status: 401 });
  if (!mayUse(who, 'clients/[id]')) return new Response(guestsRead, { status: 403 });
  const read = /^[0-9a-f-]{36}$/i.test(id) ? await readWhole(who, id) : undefined;
  if (!read?.ok) return new Response('Not found', { status: read?.error.code === 'notAllowed' ? 403 : 404 });
  const { name, files, pictures, films } = read.value;
  const [studio, locale, { rows }] = await Promise.all([
    findStudio(who),
    currentLocale(),
    listRecord(who, { clientId: id }),
  ]);
  const { short } = datesIn(locale, studio.timeZone);
  const zip = new JSZip();
  zip.file('README.txt', about);
  for (const [kind, rowsOf] of Object.entries(files)) zip.file(`json/${kind}.json`, JSON.stringify(rowsOf, null, 1));
  for (const { id: picture, format } of pictures) {
    const found = await findPictureBytes(who, picture);
    if (found) zip.file(`pictures/${picture}.${endingOf(format)}`, found.bytes);
  }
  for (const { id: film, type } of films) {
    const found = await findKeptFilm(who, film);
    if (found)
      zip.file(`films/${film}.${filmEndings[type]}`, Buffer.concat(await all(found.pieces)), { compression: 'STORE' });
  }
  const counts = Object.entries(keptNames).map(([kind, words]) => {
    const of = files[kind];
    return { words, count: Array.isArray(of) ? of.length : 0 };
  });
  const lines = rows.map(({ at, person, what }) => `${short(at)}  ${person}: ${what}`);
  zip.file(
    'summary.pdf',
    await wholePdf({ name, studio: studio.name, on: short(new Date()), counts, card: files.client, lines }),
  );
  await noteAlone(who, { kind: 'export', clientId: id, what: 'took out everything that is kept' });
  return new Response(new Uint8Array(await zip.generateAsync({ type: 'uint8array', compression: 'DEFLATE' })), {
    headers: {
      'content-type': 'application/zip',
      'content-disposition': 'attachment; filename="everything.zip"',
      'cache-control': 'no-store',
    },
  });
}
