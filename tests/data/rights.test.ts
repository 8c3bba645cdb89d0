// Every action and route × nobody, guest, instructor (own and not own), lead, and another studio's things: walked through the
// very functions that screens and browsers call.
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { v7 as newId } from 'uuid';
import { QueryTypes } from 'sequelize';
import { usualRig } from '@/core/springs/apparatus';
import { noMarks } from '@/core/anatomy/marks';
import { ready } from '@/data/ready';
import { addApparatus } from '@/data/stores/apparatus';
import { addOverrule, addStop } from '@/data/stores/cautions';
import { receiveEvents } from '@/data/stores/floor';
import { invite } from '@/data/stores/links';
import { addPicture } from '@/data/stores/pictures';
import { addRanges, listRanges } from '@/data/stores/ranges';
import { shareClient } from '@/data/stores/shares';
import { signIn } from '@/data/stores/sessions';
import { Client, ClientCondition, Studio, User } from '@/data/models';
import { emptyClient } from '@/features/client/form';
import { openToAll, rights, routeRights, routesByCode, routesForAll } from '@/platform/server/rights';
import { roleIds } from '@/data/types';
import type { Who } from '@/data/types';
import type { ActionName } from '@/platform/server/rights';
import type { Result } from '@/core/result';
import { seeded } from '@/core/random';
import { keysOf } from '@/core/keyed';
import { bookOne } from '@/data/stores/book';
import { beginRating } from '@/data/stores/raters';
import { makeRatedPictures } from '@/features/eye/raters-read';
import { makeHistory } from '../rigs/histories';
import {
  addColleague,
  agreeToPictures,
  beginLook,
  dose,
  followFilm,
  keepFilmWhole,
  must,
  openStudio,
  password,
} from './studio';

let token: string | undefined;
jest.mock('next/headers', () => ({
  cookies: async () => ({
    get: () => (token ? { value: token } : undefined),
    set: () => undefined,
    delete: () => undefined,
  }),
  headers: async () => new Headers(),
}));
// Files to read are made elsewhere: here only who gets them.
jest.mock('@react-pdf/renderer', () => ({ StyleSheet: { create: () => ({}) }, Font: { register: () => undefined } }));
jest.mock('@/features/client/whole-pdf', () => ({ wholePdf: async () => Buffer.from('pdf') }));
jest.mock('@/features/hand-out/pdf', () => ({ handOutPdf: async () => Buffer.from('pdf') }));
jest.mock('next/cache', () => ({ revalidatePath: () => undefined }));

type Action = (input: unknown) => Promise<unknown>;
const root = path.join(process.cwd(), 'src');

/** Files whose functions a browser may call. */
const actionFiles = readdirSync(root, { recursive: true, encoding: 'utf8' })
  .filter((name) => /\.tsx?$/.test(name) && /^'use server';/m.test(readFileSync(path.join(root, name), 'utf8')))
  .sort();

const actions = new Map<string, Action>();
beforeAll(async () => {
  ready();
  for (const file of actionFiles)
    for (const [name, action] of Object.entries<Action>(await import(path.join(root, file)))) actions.set(name, action);
});

const call = (name: ActionName, input: unknown): Promise<unknown> => {
  const action = actions.get(name);
  if (!action) throw new Error(`no action ${name}`);
  return action(input);
};
const isResult = (value: unknown): value is Result<unknown> =>
  typeof value === 'object' && value !== null && 'ok' in value;
async function enter({ email }: { readonly email: string }): Promise<void> {
  const opened = await signIn(email, password, { place: newId(), isLocal: true });
  if (!opened.ok) throw new Error(opened.error.message);
  ({ token } = opened.value);
}

/** How it went: a failure's code, or fine; a chooser's list tells nothing. */
const codeOf = (value: unknown): string =>
  Array.isArray(value)
    ? value.length === 0
      ? 'nothing'
      : 'names'
    : isResult(value) && !value.ok
      ? value.error.code
      : 'fine';

test('every function that a browser may call is in the table, and nothing else is', () => {
  expect([...actions.keys()].sort()).toEqual([...keysOf(rights), ...openToAll].sort());
});

test('nobody may do anything, whatever is sent', async () => {
  token = undefined;
  for (const name of keysOf(rights)) {
    expect([name, codeOf(await call(name, {}))]).toEqual([name, name === 'findClientNames' ? 'nothing' : 'signedOut']);
    token = 'made up';
    expect([name, codeOf(await call(name, undefined))]).toEqual([
      name,
      name === 'findClientNames' ? 'nothing' : 'signedOut',
    ]);
    token = undefined;
  }
});

test('a guest reads, an instructor may do all but what is a lead’s, a lead may do all', async () => {
  const lead = await openStudio('Weir House');
  for (const role of roleIds) {
    await User.update({ role }, { where: { id: lead.userId } });
    await enter(lead);
    for (const name of keysOf(rights)) {
      const may = roleIds.indexOf(role) >= roleIds.indexOf(rights[name]);
      const code = codeOf(await call(name, { none: 'of its names' })); // what is sent is looked at afterwards
      expect([role, name, code === 'notAllowed']).toEqual([role, name, !may]);
    }
  }
});

/** Every row of a studio, table by table. */
async function wholeStudio(studioId: string): Promise<unknown> {
  const tables = await ready().query<{ name: string }>(
    `SELECT table_name AS name FROM information_schema.columns WHERE table_schema = DATABASE() AND column_name = 'studio_id'`,
    { type: QueryTypes.SELECT },
  );
  const rows: Record<string, unknown> = {};
  for (const { name } of tables) {
    const found = await ready().query<Record<string, unknown>>(`SELECT * FROM ${name} WHERE studio_id = :studioId`, {
      replacements: { studioId },
      type: QueryTypes.SELECT,
    });
    rows[name] = found.map((row) => JSON.stringify(row)).sort();
  }
  return rows;
}

/** A studio that has one of everything, and what would be sent to change each of them. */
async function othersThings() {
  const who = await openStudio('Mill Lane');
  const colleague = await addColleague(who, 'Odile Sandbar');
  const visitor = await addColleague(who, 'Fenn Mooring', { role: 'guest' });
  const history = await makeHistory(who, seeded(3), 'Ansel Towpath');
  const { clientId } = history;
  const lookId = await beginLook(who, clientId);
  await ClientCondition.findOrCreate({
    where: { clientId, condition: 'neck' },
    defaults: {
      id: newId(),
      studioId: who.studioId,
      clientId,
      condition: 'neck',
      note: '',
      clearedOn: null,
      clearedBy: null,
    },
  });
  const size = { width: 1, height: 1, originalWidth: 1, originalHeight: 1 };
  const picture = must(
    await addPicture(who, { clientId, title: 'x', bytes: Buffer.from([1]), format: 'png', ...size }),
  );
  const rule = { exercise: 'hundred', level: 2, rule: 'neck.curl', reason: 'the neck is carried' };
  await followFilm(who, lookId);
  await agreeToPictures(who, clientId);
  const keptFilm = must(await keepFilmWhole(who, lookId, Buffer.from([1]))).id;
  const overrule = must(await addOverrule(who, clientId, rule));
  const rig = usualRig('reformer');
  const apparatus = must(await addApparatus(who, { room: 'studio', name: 'Wader', rig }));
  const range = { range: 'straightLegRaise' as const, side: 'L' as const, value: 70, method: 'hand' as const };
  must(await addRanges(who, clientId, '2026-11-01', [{ id: newId(), ...range }]));
  const [kept] = await listRanges(who, [clientId]);
  const stop = must(await addStop(who, clientId, { sign: 'faint', seen: 'pale', lookId: null }));
  const link = newId();
  const { setS: _, breathsPerMinute: __, ...asked } = dose;
  must(await invite(who, { id: link, name: 'Odile', email: null, role: 'instructor' }));
  const inAWeek = new Date(Date.now() + 7 * 86_400_000).toISOString().slice(0, 10);
  const shared = { id: newId(), personId: visitor.userId, until: inAWeek };
  must(await shareClient(who, clientId, shared));
  const sessionId = history.sessions[0] ?? '';
  const home = { days: [], at: '18:30', items: [], words: '' };
  const wrapped = {
    ...{ v: 1, id: newId(), session: sessionId, by: who.userId, device: newId(), seq: 1, at: Date.now() },
    what: { kind: 'wrapped', points: [], note: '', next: null, home },
  };
  expect((await receiveEvents(who, [wrapped], Date.now())).refused).toEqual([]); // there is something to hand out
  const booking = {
    instructorId: who.userId,
    at: '2027-03-01T09:30',
    minutes: 50,
    room: null,
    title: null,
    capacity: 1,
    note: '',
  };
  const booked = newId();
  must(await bookOne(who, booked, { ...booking, clientIds: [clientId], repeat: null }));
  const ofClass = newId();
  must(await bookOne(who, ofClass, { ...booking, title: 'Mat', clientIds: [clientId], repeat: null }));
  const rating = newId();
  const rated = must(await makeRatedPictures(who, 'tilt', 'pelvicTilt', 5));
  must(await beginRating(who, { id: rating, title: 'Pelvis', method: 'tilt' }, rated));
  const client = { ...emptyClient, name: 'Taken over' };
  const spring = rig.springs[0]?.id ?? '';
  const id = newId();
  const inputs: Partial<Record<ActionName, unknown>> = {
    keepRanges: { clientId, takenOn: '2026-11-01', ranges: [{ id, ...range }] },
    strikeOutRange: { id: kept?.id, isStruck: true },
    keepPlan: {
      clientId,
      plan: { minutes: 50, order: [{ exercise: 'march', level: 1 }], locked: [], leftOut: [] },
      revision: 0,
    },
    keepWeeks: {
      clientId,
      weeks: { weeks: 4, homeMinutes: 10, pauses: [], from: '2026-11-01', sessions: [], expected: [] },
      revision: 0,
    },
    keepClassPlan: {
      id: ofClass,
      plan: { minutes: 50, order: [{ exercise: 'march', level: 1 }], locked: [], leftOut: [] },
      revision: 0,
    },
    keepReading: { id: rating, occasion: 1, place: 0, value: { deg: 2 } },
    askLesson: { clientId, feeling: 'well', minutes: 50 },
    keepBooking: { id, booking: { ...booking, clientIds: [clientId], repeat: null }, anyway: true },
    keepBookingChange: {
      ...{ id: booked, revision: 0, change: booking, clientIds: [clientId], scope: 'one', next: newId(), anyway: true },
    },
    markPlace: { id: booked, clientId, state: 'came' },
    addPerson: { id: booked, clientId },
    takeOut: { id: booked, revision: 1, scope: 'one', isOff: true },
    takeInCalendar: { events: [{ uid: 'x', at: '2027-03-01T09:00', minutes: 50, title: null, clientIds: [clientId] }] },
    noteStop: { id, clientId, sign: 'faint', seen: '', lookId: null },
    chooseExercise: { clientId, exercise: 'march' },
    beginLook: { id, clientId, exercise: 'march', level: 1, headEnd: 'left' },
    keepMarks: {
      lookId,
      role: 'top',
      view: 'side',
      pictureId: picture.id,
      marks: noMarks,
      setting: { headEnd: 'left' },
    },
    keepFilm: {
      ...{ lookId, role: 'baseline', view: 'side', setting: { headEnd: 'left' } },
      film: {
        size: { width: 1280, height: 720 },
        lines: { matLine: null, scale: null },
        paths: { times: [0, 33, 33], points: {} },
      },
    },
    beginFilm: { id, lookId, role: 'baseline', type: 'video/mp4', turn: 0, size: 1, days: 30 },
    endFilm: { id: keptFilm, sha256: '0'.repeat(64) },
    dropFilm: { id: keptFilm },
    keepTaken: { lookId, role: 'top', method: 'eye', measure: 'pelvis', taken: 1 },
    pickCorrection: { lookId, fault: null, correction: null },
    keepTried: { lookId, tryId: id },
    takeBackTried: { lookId, tryId: id },
    keepWholeLook: { lookId, doseId: id, dose: asked },
    overruleHere: { id, clientId, ...rule },
    amendRepetition: { session: history.sessions[0], of: id, clean: true, why: 'it was clean' },
    keepClient: { id: clientId, client, typed: client, base: { ...emptyClient, name: 'Ansel Towpath' } },
    keepClearance: {
      clientId,
      condition: 'neck',
      revision: 0,
      clearance: null,
      note: 'x',
      since: null,
      dueOn: null,
      kindOf: null,
    },
    clearStop: { clientId, stops: [stop], on: '2026-11-02', by: 'Dr Inglenook' },
    takeBackOverrule: { clientId, id: overrule },
    keepIntake: { id, clientId, conditions: [], signs: [], words: '', signedName: 'A T', signedOn: '2026-11-02' },
    setClientStance: { clientId, stance: 'foot', choice: 'flexed' },
    erase: { id: clientId, name: 'Ansel Towpath' },
    keepPaper: {
      ...{
        id,
        clientId,
        kind: 'touch',
        gives: true,
        version: 0,
        signedName: 'A T',
        signedAs: 'self',
        signedOn: '2026-11-02',
      },
    },
    keepContacts: { clientId, contacts: [], revision: 0 },
    keepReport: {
      ...{ id, clientId, stopId: stop, revision: null },
      report: { doing: '', happened: 'pale', done: '', told: '', atTime: '14:05' },
    },
    giveClient: { id: clientId, person: who.userId },
    share: { id: clientId, share: id, person: colleague.userId, until: inAWeek },
    shareNoMore: { id: clientId, share: shared.id },
    keepRig: { id: apparatus, revision: 0, name: 'Wader', rig },
    takeAway: { id: apparatus },
    keepCalibration: {
      id: apparatus,
      spring,
      readings: [
        { travelM: 0.1, forceN: 40 },
        { travelM: 0.4, forceN: 100 },
      ],
    },
    keepForClient: { id, clientId, apparatusId: apparatus, exercise: 'footwork', springs: {}, note: '' },
    renewPassword: { id, person: who.userId },
    takeBackLink: { id: link },
    changeRole: { id: who.userId, role: 'instructor' },
    signColleagueOut: { id: who.userId },
    takeSecond: { id: who.userId },
    letColleagueGo: { id: who.userId, heir: who.userId },
  };
  return {
    who,
    colleague,
    visitor,
    inputs,
    clientId,
    lookId,
    pictureId: picture.id,
    keptFilm,
    sessionId,
  };
}

/** Actions that name nothing which could be another studio's. */
const ofOnesOwn = [
  ...['keepOrder', 'dropOrder'],
  ...['askEye', 'answerEye', 'shareEye', 'beginRaters', 'dropRaters'],
  ...['findAnything', 'weighCalendar', 'makeCalendarLink', 'dropCalendarLink'],
  ...['findClientNames', 'setPassword', 'signOutElsewhere', 'keepFinger', 'keepRounds', 'chooseRoom', 'keepNewClient'],
  ...[
    'keepTable',
    'addToRoom',
    'setSchool',
    'setStance',
    'setTolerance',
    'setRooms',
    'keepPaperText',
    'keepFor',
    'letDueGo',
    'setSight',
    'setUnits',
    'askForSecond',
    'startSecond',
    'finishSecond',
    'makeCodes',
    'dropSecond',
    'inviteColleague',
    'takeDemoAway',
  ],
  ...['keepEntryText', 'keepEntry', 'revertEntry', 'setExerciseStance', 'previewFile', 'keepFile'],
];

test('a lead of one studio changes and reads nothing of another, by whatever action', async () => {
  const { who: theirs, inputs } = await othersThings();
  expect([...Object.keys(inputs), ...ofOnesOwn].sort()).toEqual(keysOf(rights).sort());
  const ours = await openStudio('Weir House');
  await enter(ours);
  const before = await wholeStudio(theirs.studioId);
  for (const name of keysOf(inputs)) {
    const code = codeOf(await call(name, inputs[name]));
    expect([name, code]).not.toEqual([name, 'fine']);
    // Refused for what it names, and not for how it was written.
    expect([name, ['badValue', 'missing', 'unknownKey', 'signedOut', 'unreachable'].includes(code)]).toEqual([
      name,
      false,
    ]);
  }
  expect(await wholeStudio(theirs.studioId)).toEqual(before);
});

/** Actions that name something of the whole studio, which is no client's. */
const ofTheStudio: readonly string[] = ['keepRig', 'takeAway', 'keepCalibration', 'keepReading'];
const aboutClients = (inputs: Partial<Record<ActionName, unknown>>): ActionName[] =>
  keysOf(inputs).filter((name) => rights[name] === 'instructor' && !ofTheStudio.includes(name));

test('where each sees her own, an instructor changes nothing of a colleague’s client, and all of her own', async () => {
  const { who, colleague, inputs, clientId } = await othersThings();
  await Studio.update({ sees: 'own' }, { where: { id: who.studioId } });
  await enter(colleague);
  const before = await wholeStudio(who.studioId);
  for (const name of aboutClients(inputs)) {
    const code = codeOf(await call(name, inputs[name]));
    expect([name, code]).toEqual([name, 'notFound']);
  }
  expect(await wholeStudio(who.studioId)).toEqual(before);
  await Client.update({ instructorId: colleague.userId }, { where: { id: clientId } });
  for (const name of aboutClients(inputs)) {
    if (name === 'giveClient') continue; // by it she would be hers no more
    const code = codeOf(await call(name, inputs[name]));
    expect([name, ['notFound', 'notAllowed', 'signedOut'].includes(code)]).toEqual([name, false]);
  }
});

type Handler = (request: Request, more: { params: Promise<{ id: string; n: string }> }) => Promise<Response>;
const api = path.join(root, 'app', 'api');
const routeFiles = readdirSync(api, { recursive: true, encoding: 'utf8' }).filter((name) => name.endsWith('route.ts'));
const routeOf = (file: string): string => path.dirname(file);

test('every route is in the table, and nothing else is', () => {
  expect(routeFiles.map(routeOf).sort()).toEqual(
    [...Object.keys(routeRights), ...routesForAll, ...routesByCode].sort(),
  );
});

/** What a route answers somebody. What it tells lies in nobody's cache but hers. */
async function answerOf(file: string, id: string, query = ''): Promise<number> {
  const handlers: Partial<Record<'GET' | 'POST' | 'PUT', Handler>> = await import(path.join(api, file));
  const address = `http://127.0.0.1/api/${routeOf(file).replace('[id]', id).replace('[n]', '0')}${query}`;
  const isOwn = { origin: 'http://127.0.0.1', host: '127.0.0.1', 'sec-fetch-site': 'same-origin' };
  const request = handlers.GET
    ? new Request(address, { headers: isOwn })
    : new Request(address, {
        method: 'POST',
        headers: { ...isOwn, 'content-type': 'application/json' },
        body: JSON.stringify({ sentAt: Date.now(), follow: null, events: [] }),
      });
  const handler = handlers.GET ?? handlers.POST ?? handlers.PUT;
  if (!handler) throw new Error(`${file} answers nothing`);
  const { status, headers } = await handler(request, { params: Promise.resolve({ id, n: '0' }) });
  const isKept = routeOf(file) === 'pictures' ? 'no-store' : headers.get('cache-control'); // a POST is kept by nobody
  if (status === 200) expect([file, isKept]).toEqual([file, expect.stringMatching(/no-store|^private/)]);
  return status;
}

/** Routes about one thing, and which; a day asked for a client too. */
function addressesOf(things: Awaited<ReturnType<typeof othersThings>>) {
  const named: Readonly<Record<string, readonly [string, string?]>> = {
    'clients/[id]': [things.clientId],
    'hand-out/[id]': [things.sessionId, '?as=calendar'],
    'pictures/[id]': [things.pictureId],
    'films/[id]': [things.keptFilm],
    'floor/day': ['', `?client=${things.clientId}`],
    repertoire: ['', '?what=own&as=json'],
  };
  return routeFiles.map((file) => {
    const [id = '', query] = named[routeOf(file)] ?? [];
    return { file, id, query, isAboutClient: id !== '' || routeOf(file) === 'floor/day' };
  });
}

/** 422: what was sent is looked at; what is asked for is there or not. */
const fine = (status: number, file: string): boolean =>
  status === 200 || (status === 422 && routeOf(file) !== 'floor/day');

test('routes answer those who may, and tell nobody else whether there is anything', async () => {
  const things = await othersThings();
  const { who, colleague, visitor } = things;
  await Studio.update({ sees: 'own' }, { where: { id: who.studioId } });
  const stranger = await openStudio('Weir House');
  const walk = async (person: Who & { email: string }, hasClient: boolean) => {
    await enter(person);
    for (const { file, id, query, isAboutClient } of addressesOf(things)) {
      const route = routeOf(file);
      const least = Object.entries(routeRights).find(([name]) => name === route)?.[1] ?? 'guest';
      const may = roleIds.indexOf(person.role) >= roleIds.indexOf(least) && (!isAboutClient || hasClient);
      expect([person.name, route, fine(await answerOf(file, id, query), file)]).toEqual([
        person.name,
        route,
        (may || (route === 'pictures' && person.role !== 'guest')) &&
          route !== 'calendar/[token]' &&
          route !== 'eye/[id]', // a secret opens the one, her own question alone the other
      ]);
    }
  };
  await walk(who, true);
  await walk(colleague, false);
  await walk(visitor, true);
  await walk(stranger, false);
  token = undefined;
  for (const { file, id, query } of addressesOf(things)) {
    const status = await answerOf(file, id, query);
    expect([routeOf(file), status === 200]).toEqual([routeOf(file), routesForAll.includes(routeOf(file))]);
  }
});
