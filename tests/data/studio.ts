// A studio of its own for each test file, in the real database.
import { createHash } from 'node:crypto';
import { pieceBytes } from '@/core/motion/kept-film';
import { beginKeptFilm, endKeptFilm, keepPiece } from '@/data/stores/kept-films';
import { setLookFilm } from '@/data/stores/look-films';
import { signPaper } from '@/data/stores/papers';
import { v7 as newId } from 'uuid';
import { Dose, Studio, User } from '@/data/models';
import { ready } from '@/data/ready';
import { hashPassword } from '@/data/passwords';
import { addClient } from '@/data/stores/clients';
import type { NewClient } from '@/data/stores/clients';
import type { Result } from '@/core/result';
import type { KeptReading } from '@/core/knowledge/kept';
import { startLook } from '@/data/stores/looks';
import type { NewLook } from '@/data/stores/looks';
import type { FilmRole, KeptFilmCard, Role, Sight, StoredDose, Who } from '@/data/types';
import { rulesVersion } from '@/repertoire';

export const password = 'moored-for-the-night';

/** What a store answers where nothing should go wrong. */
export function must<T>(result: Result<T>): T {
  if (!result.ok) throw new Error(result.error.message);
  return result.value;
}

/** How it went: `fine`, or a failure's code. */
export const codeOf = (result: Result<unknown>): string => (result.ok ? 'fine' : result.error.code);

/** A picture as a store takes it, of a single byte. */
export const image = {
  ...{ title: 'x', bytes: Buffer.from([1]), format: 'png' },
  ...{ width: 1, height: 1, originalWidth: 1, originalHeight: 1 },
};

export async function openStudio(name: string): Promise<Who & { email: string }> {
  ready();
  const studioId = newId();
  await Studio.create({
    id: studioId,
    name,
    school: 'evenKeel',
    stances: {},
    props: ['thinPad'],
    timeZone: 'Europe/London',
    demo: false,
    createdAt: new Date(),
  });
  const email = `${newId()}@quay.example`;
  const user = await User.create({
    id: newId(),
    studioId,
    email,
    name: `Lead of ${name}`,
    role: 'lead',
    passwordHash: await hashPassword(password),
    createdAt: new Date(),
  });
  return { userId: user.id, studioId, name: user.name, role: 'lead', sees: 'all', email };
}

/** Somebody more who works in a studio, and whether she sees all of its clients. */
export async function addColleague(
  { studioId }: Who,
  name: string,
  { role = 'instructor', sees = 'all' }: { readonly role?: Role; readonly sees?: Sight } = {},
): Promise<Who & { email: string }> {
  const email = `${newId()}@quay.example`;
  const passwordHash = await hashPassword(password);
  const user = await User.create({ id: newId(), studioId, email, name, role, passwordHash, createdAt: new Date() });
  return {
    userId: user.id,
    studioId,
    name,
    role,
    sees: role === 'lead' ? 'all' : role === 'guest' ? 'own' : sees,
    email,
  };
}

export const someone: NewClient = {
  name: 'Perrin Shoal',
  goal: '',
  birthYear: null,
  heightM: null,
  massKg: null,
  measuredMm: null,
  sex: null,
  school: null,
  touchConsent: false,
  pubicMark: 'notAsked',
  note: '',
  conditions: ['neck'],
};

export const bringClient = (who: Who, more: Partial<NewClient> = {}): Promise<string> =>
  addClient(who, { ...someone, ...more });

/** A look as it begins, in the first school and by nobody's stances. */
export const aLook = (clientId: string, more: Partial<NewLook> = {}): NewLook => ({
  clientId,
  exercise: 'legFloat',
  level: 1,
  headEnd: 'left',
  school: 'evenKeel',
  stances: {},
  rulesVersion,
  ...more,
});

/** Begins a look that must begin; its id. */
export async function beginLook(who: Who, clientId: string, more: Partial<NewLook> = {}): Promise<string> {
  const look = await startLook(who, aLook(clientId, more));
  if (!look.ok) throw new Error(look.error.message);
  return look.value;
}

/** A client's doses as they are kept, newest first. */
export const dosesOf = ({ studioId }: Who, clientId: string): Promise<Dose[]> =>
  Dose.findAll({ where: { studioId, clientId }, order: [['createdAt', 'DESC']] });

/** A leg float as it might be left. */
export const dose: StoredDose = {
  exercise: 'legFloat',
  level: 2,
  repetitions: 3,
  sets: 1,
  sides: 2,
  directions: 1,
  pattern: 'in 3, out 3',
  pace: 1,
  changeOverS: 5,
  setS: 41,
  breathsPerMinute: 10,
};

/** What is kept of a look that told nothing. */
export const emptyResult: KeptReading = {
  neutral: {},
  methods: {},
  back: [],
  baseline: [],
  retest: [],
  seen: [],
  target: {},
  verdict: null,
};

/** A set of a look was followed in a film. `times`: its steps, ms. */
export const followFilm = async (who: Who, lookId: string, times = [0, 33, 33], role: FilmRole = 'baseline') =>
  must(
    await setLookFilm(who, lookId, {
      ...{ role, view: 'side', setting: { headEnd: 'left' } },
      film: { size: { width: 4, height: 3 }, lines: { matLine: null, scale: null }, paths: { times, points: {} } },
    }),
  );

/** She agrees to pictures on paper, or not. */
export const agreeToPictures = async (who: Who, clientId: string, gives = true) => {
  const signed = { version: 0, signedName: someone.name, signedAs: 'self', signedOn: '2026-01-05' } as const;
  must(await signPaper(who, clientId, { kind: 'pictures', gives, ...signed }, newId()));
};

export const sumOf = (bytes: Buffer): string => createHash('sha256').update(bytes).digest('hex');

/** Keeps a film of a set that was followed, as a browser does: begun, piece by piece, ended. */
export async function keepFilmWhole(
  who: Who,
  lookId: string,
  bytes: Buffer,
  { id = newId(), now = new Date(), days = 30 as const } = {},
): Promise<Result<KeptFilmCard>> {
  const begun = await beginKeptFilm(
    who,
    id,
    { lookId, role: 'baseline', type: 'video/mp4', turn: 0, size: bytes.length, days },
    now,
  );
  if (!begun.ok) return begun;
  for (let n = 0; n < begun.value.pieces; n += 1) {
    const put = await keepPiece(who, id, n, bytes.subarray(n * pieceBytes, (n + 1) * pieceBytes));
    if (!put.ok) return put;
  }
  return endKeptFilm(who, id, sumOf(bytes));
}
