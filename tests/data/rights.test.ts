// Every action × nobody, instructor, lead, and another studio's things: walked through the very functions that screens call.
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { v7 as newId } from 'uuid';
import { QueryTypes } from 'sequelize';
import { usualRig } from '@/core/springs/apparatus';
import { noMarks } from '@/core/anatomy/marks';
import { ready } from '@/data/ready';
import { addApparatus } from '@/data/stores/apparatus';
import { addOverrule, addStop } from '@/data/stores/cautions';
import { invite } from '@/data/stores/links';
import { addPicture } from '@/data/stores/pictures';
import { addRanges, listRanges } from '@/data/stores/ranges';
import { signIn } from '@/data/stores/sessions';
import { User } from '@/data/models';
import { emptyClient } from '@/features/client/form';
import { openToAll, rights } from '@/platform/server/rights';
import type { ActionName } from '@/platform/server/rights';
import type { Result } from '@/core/result';
import { seeded } from '@/core/random';
import { keysOf } from '@/core/keyed';
import { makeHistory } from '../rigs/histories';
import { beginLook, dose, openStudio, password } from './studio';

let token: string | undefined;
jest.mock('next/headers', () => ({
  cookies: async () => ({
    get: () => (token ? { value: token } : undefined),
    set: () => undefined,
    delete: () => undefined,
  }),
  headers: async () => new Headers(),
}));
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

test('an instructor may do all but what is a lead’s; a lead may do all', async () => {
  const lead = await openStudio('Weir House');
  for (const role of ['instructor', 'lead'] as const) {
    await User.update({ role }, { where: { id: lead.userId } });
    const opened = await signIn(lead.email, password);
    if (!opened.ok) throw new Error(opened.error.message);
    ({ token } = opened.value);
    for (const name of keysOf(rights)) {
      const may = role === 'lead' || rights[name] === 'instructor';
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
  const history = await makeHistory(who, seeded(3), 'Ansel Towpath');
  const { clientId } = history;
  const lookId = await beginLook(who, clientId);
  const must = <T>(result: Result<T>): T => {
    if (!result.ok) throw new Error(result.error.message);
    return result.value;
  };
  const size = { width: 1, height: 1, originalWidth: 1, originalHeight: 1 };
  const picture = must(
    await addPicture(who, { clientId, title: 'x', bytes: Buffer.from([1]), format: 'png', ...size }),
  );
  const rule = { exercise: 'hundred', level: 2, rule: 'neck.curl', reason: 'the neck is carried' };
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
  const client = { ...emptyClient, name: 'Taken over' };
  const spring = rig.springs[0]?.id ?? '';
  const id = newId();
  const inputs: Partial<Record<ActionName, unknown>> = {
    keepRanges: { clientId, takenOn: '2026-11-01', ranges: [{ id, ...range }] },
    strikeOutRange: { id: kept?.id, isStruck: true },
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
    letColleagueGo: { id: who.userId, heir: who.userId },
  };
  return { who, inputs };
}

/** Actions that name nothing which could be another studio's. */
const ofOnesOwn = [
  ...['findClientNames', 'setPassword', 'signOutElsewhere', 'keepFinger', 'keepRounds', 'chooseRoom', 'keepNewClient'],
  ...[
    'keepTable',
    'addToRoom',
    'setSchool',
    'setStance',
    'setTolerance',
    'setRooms',
    'inviteColleague',
    'takeDemoAway',
  ],
  ...['keepEntryText', 'keepEntry', 'revertEntry', 'setExerciseStance', 'previewFile', 'keepFile'],
];

test('a lead of one studio changes and reads nothing of another, by whatever action', async () => {
  const { who: theirs, inputs } = await othersThings();
  expect([...Object.keys(inputs), ...ofOnesOwn].sort()).toEqual(keysOf(rights).sort());
  const ours = await openStudio('Weir House');
  const opened = await signIn(ours.email, password);
  if (!opened.ok) throw new Error(opened.error.message);
  ({ token } = opened.value);
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
