import { today } from '@internationalized/date';
import { v7 as newId } from 'uuid';
import { poseBody } from '@/core/body/skeleton';
import type { Pose } from '@/core/body/pose';
import { bodyOf } from '@/core/body/segments';
import type { Body } from '@/core/body/segments';
import { timeDose } from '@/core/progression/dose';
import { carefulCamera, demoPicture } from '@/core/figure/picture';
import { keepReading } from '@/core/knowledge/kept';
import { readLook, taught } from '@/core/knowledge/look';
import { markingSdFor } from '@/core/knowledge/look-pictures';
import type { MarkedPicture } from '@/core/knowledge/look-pictures';
import type { Role } from '@/core/alignment/look-values';
import type { Marks } from '@/core/anatomy/marks';
import { readTaken } from '@/core/alignment/readings';
import type { Setting } from '@/core/alignment/setting';
import type { Vec2 } from '@/core/geometry';
import { entry, levelOf } from '@/core/knowledge/find';
import { normal, seeded } from '@/core/random';
import type { Result } from '@/core/result';
import { repertoire, rulesVersion } from '@/repertoire';
import { Client, ClientCondition, Dose, Picture, Studio, TaughtSession, User } from '../models';
import { takeIn } from '../picture-intake';
import { hashPassword } from '../passwords';
import { chooseCorrection, keepLook, setLookPicture, setLookReading, startLook } from '../stores/looks';
import { removeStudio } from '../stores/founding';
import type { StoredDose, Who } from '../types';
import { addApparatus, keepSetting } from '../stores/apparatus';
import { signPaper } from '../stores/papers';
import { shareClient } from '../stores/shares';
import {
  demoApparatus,
  demoClients,
  demoEyeLooks,
  demoInstructors,
  demoLooks,
  demoPictureBody,
  demoPictures,
  demoSessions,
  demoSettings,
  demoSignIn,
  demoStudio,
} from './world';
import type { DemoClient, InstructorKey } from './world';
import { seedWeek } from './book';
import { seedEyes } from './eye';
import { renderPicture } from './render';
import { seedSessions } from './sessions';

const dayMs = 86_400_000;

function must<T>(result: Result<T>): T {
  if (!result.ok) throw new Error(`demo data: ${result.error.code}: ${result.error.message}`);
  return result.value;
}

/** Draws, photographs and keeps a posed body; returns the picture and marks as a careful hand would set them. */
/** A lens whose height and distance nobody wrote down, the head at the left. */
const setting: Setting = { headEnd: 'left' };

async function photograph(
  studioId: string,
  clientId: string | null,
  title: string,
  body: Body,
  pose: Pose,
  seed: number,
): Promise<{ pictureId: string; picture: MarkedPicture }> {
  const drawn = demoPicture(poseBody(body, pose), carefulCamera());
  const image = must(await takeIn(await renderPicture(drawn.svg, seed)));
  const uniform = seeded(seed * 31 + 7);
  const markingSd = markingSdFor(image);
  const shake = ([x, y]: Vec2): [number, number] => [x + markingSd * normal(uniform), y + markingSd * normal(uniform)];
  const landmarks = Object.fromEntries(
    Object.entries(drawn.landmarks).map(([key, at]) => [key.replace(/_R$/, ''), shake(at)]),
  );
  const marks: Marks = {
    matLine: [shake(drawn.matLine[0]), shake(drawn.matLine[1])],
    scale: { points: [shake(drawn.scale.points[0]), shake(drawn.scale.points[1])], mm: drawn.scale.mm },
    landmarks,
  };
  const pictureId = newId();
  await Picture.create({ id: pictureId, studioId, clientId, title, ...image, createdAt: new Date() });
  const size = { width: image.originalWidth, height: image.originalHeight };
  return { pictureId, picture: { marks, markingSdPx: markingSd, setting, size } };
}

function plannedDose(exerciseId: string, levelNumber: number): StoredDose {
  const exercise = entry(repertoire.exercises, exerciseId);
  const level = levelOf(exercise, levelNumber);
  const pattern = exercise.breath[0]?.pattern;
  if (!pattern) throw new Error(`demo data: ${exerciseId} has no breath pattern`);
  const dose = { exercise: exerciseId, level: levelNumber, ...level.dose, pattern, pace: 1, changeOverS: 5 };
  const { setS, breathsPerMinute } = must(timeDose(dose));
  return { ...dose, setS, breathsPerMinute };
}

type DemoLook = { readonly daysAgo: number; readonly exercise: string; readonly level: number };

/** A look that began days ago, under the school that the client follows. */
async function beginDemoLook(
  who: Who,
  clientId: string,
  person: DemoClient,
  { daysAgo, exercise: id, level }: DemoLook,
) {
  const at = new Date(Date.now() - daysAgo * dayMs);
  const exercise = entry(repertoire.exercises, id);
  const school = person.school ?? demoStudio.school;
  const lookId = must(
    await startLook(who, {
      clientId,
      exercise: exercise.id,
      level,
      headEnd: 'left',
      school,
      stances: {},
      rulesVersion,
      startedAt: at,
    }),
  );
  return { at, exercise, school, lookId };
}

async function seedLook(
  who: Who,
  clientId: string,
  person: DemoClient,
  look: (typeof demoLooks)[number],
  seed: number,
): Promise<void> {
  const { at, exercise, school, lookId } = await beginDemoLook(who, clientId, person, look);
  const { level, correction } = look;
  const pictures: Partial<Record<Role, { side: MarkedPicture }>> = {};
  const body = bodyOf(person);
  for (const [index, role] of (['setup', 'top', 'retest'] as const).entries()) {
    const { pictureId, picture } = await photograph(
      who.studioId,
      clientId,
      `${exercise.name} · ${role}`,
      body,
      look[role],
      seed + index,
    );
    const first = pictures.setup?.side.marks;
    const marks = first ? { ...picture.marks, matLine: first.matLine } : picture.marks; // one set-up, one mat line
    pictures[role] = { side: { ...picture, marks } };
    must(await setLookPicture(who, lookId, role, pictureId, marks, { view: 'side', setting }));
  }
  const conditions = person.conditions
    .filter(({ clearedWeeksAgo }) => clearedWeeksAgo === undefined)
    .map(({ condition }) => condition);
  const fault = entry(repertoire.corrections, correction).faults[0] ?? null;
  const reading = must(
    readLook(
      { exercise: exercise.id, level, school, stances: {}, conditions, pictures },
      repertoire,
      fault ?? undefined,
    ),
  );
  must(await chooseCorrection(who, lookId, reading.verdict?.fault ?? fault, correction));
  const trial = reading.verdict && {
    fault: reading.verdict.fault,
    correction,
    measure: reading.verdict.measure,
    verdict: reading.verdict.verdict,
    changeValue: reading.verdict.change,
    mdc: reading.verdict.mdc,
  };
  must(await keepLook(who, lookId, { result: keepReading(reading), trial, dose: plannedDose(exercise.id, level), at }));
}

/** A look without pictures: grades by eye before and after one correction. */
async function seedEyeLook(
  who: Who,
  clientId: string,
  person: DemoClient,
  look: (typeof demoEyeLooks)[number],
): Promise<void> {
  const { at, exercise, school, lookId } = await beginDemoLook(who, clientId, person, look);
  const { level, correction } = look;
  const taken = (['top', 'retest'] as const).map((role) => ({
    role,
    method: 'eye' as const,
    measure: 'pelvicTilt',
    taken: look[role],
  }));
  for (const reading of taken) must(await setLookReading(who, lookId, reading));
  const readings = readTaken(taken, exercise.position, {}, repertoire.targets);
  const fault = entry(repertoire.corrections, correction).faults[0] ?? null;
  const conditions = person.conditions
    .filter(({ clearedWeeksAgo }) => clearedWeeksAgo === undefined)
    .map(({ condition }) => condition);
  const reading = must(
    readLook(
      { exercise: exercise.id, level, school, stances: {}, conditions, pictures: {}, readings },
      repertoire,
      fault ?? undefined,
    ),
  );
  must(await chooseCorrection(who, lookId, reading.verdict?.fault ?? fault, correction));
  const { verdict } = reading;
  if (!verdict) throw new Error(`demo data: ${look.client} shows nothing out by eye`);
  const trial = {
    fault: verdict.fault,
    correction,
    measure: verdict.measure,
    verdict: taught(reading) ?? verdict.verdict,
    changeValue: verdict.change,
    mdc: verdict.mdc,
  };
  must(await keepLook(who, lookId, { result: keepReading(reading), trial, dose: plannedDose(exercise.id, level), at }));
}

/** A demo that was cut short is begun again from nothing; one from before that was noted counts as whole with all its clients. */
async function clearHalfDemo(): Promise<void> {
  for (const studio of await Studio.findAll({ where: { demo: true, seededAt: null } })) {
    const clients = await Client.count({ where: { studioId: studio.id } });
    const taught = await TaughtSession.count({ where: { studioId: studio.id } });
    if (clients >= demoClients.length && taught >= demoSessions.length) await studio.update({ seededAt: new Date() });
    else await removeStudio(studio.id);
  }
}

/**
 * Loads the demo studio into a database that has no studio, or `beside` others when it is asked for by name; false where there
 * is one already.
 */
export async function seedDemo({ beside = false }: { readonly beside?: boolean } = {}): Promise<boolean> {
  await clearHalfDemo();
  if ((await Studio.count(beside ? { where: { demo: true } } : {})) > 0) return false;
  const studio = await fillStudio();
  await Studio.update({ seededAt: new Date() }, { where: { id: studio } });
  return true;
}

/** Repeatable but for ids and dates, which are relative to today. */
async function fillStudio(): Promise<string> {
  const studioId = newId();
  await Studio.create({ id: studioId, ...demoStudio, demo: true, createdAt: new Date() });
  const passwordHash = await hashPassword(demoSignIn.password);
  const who = new Map<InstructorKey, Who>();
  for (const { key, email, name, role } of demoInstructors) {
    const userId = newId();
    who.set(key, { userId, studioId, name, role, sees: role === 'guest' ? 'own' : 'all' });
    await User.create({ id: userId, studioId, email, name, role, passwordHash, createdAt: new Date() });
  }
  const asking = (key: InstructorKey): Who =>
    who.get(key) ?? must<Who>({ ok: false, error: { code: 'demo', message: key, path: '' } });
  for (const [index, { title, pose }] of demoPictures.entries())
    await photograph(studioId, null, title, demoPictureBody, pose, 900 + index);
  const apparatus = new Map<string, string>();
  for (const one of demoApparatus) apparatus.set(one.name, must(await addApparatus(asking('wren'), one)));

  for (const [index, person] of demoClients.entries())
    await fillClient(asking(person.instructor), person, index, apparatus);
  for (const { name } of demoClients.filter(({ isShared }) => isShared)) {
    const client = await Client.findOne({ where: { studioId, name }, rejectOnEmpty: true });
    const until = today(demoStudio.timeZone).add({ days: 30 }).toString();
    must(await shareClient(asking('wren'), client.id, { id: newId(), personId: asking('linnet').userId, until }));
  }
  await seedWeek(studioId, demoStudio.timeZone);
  await seedEyes(asking('wren'), asking('corin'));
  return studioId;
}

/** What a demo client signed when she came. */
const agreed = () => ({
  ...{ gives: true, version: 0, signedAs: 'self' as const },
  signedOn: today(demoStudio.timeZone).subtract({ days: 120 }).toString(),
});

/** What somebody has agreed to on paper. */
const agreedTo = ({ touchConsent, picturesConsent = false, trainingConsent = false }: DemoClient) => [
  ...(touchConsent ? (['touch'] as const) : []),
  ...(picturesConsent ? (['pictures'] as const) : []),
  ...(trainingConsent ? (['training'] as const) : []),
];

/** One client with what is on file and everything that was done. `apparatus`: ids by name. */
async function fillClient(
  instructor: Who,
  person: (typeof demoClients)[number],
  index: number,
  apparatus: ReadonlyMap<string, string>,
): Promise<void> {
  const clientId = newId();
  const { studioId } = instructor;
  const { name, goal, birthYear, heightM, massKg, sex, school = null, touchConsent, note = '' } = person;
  await Client.create({
    id: clientId,
    studioId,
    name,
    goal,
    birthYear,
    heightM,
    massKg,
    sex,
    school,
    touchConsent,
    note,
    contacts: [...(person.contacts ?? [])],
    instructorId: instructor.userId,
    createdAt: new Date(Date.now() - 120 * dayMs),
  });
  for (const { condition, note: detail = '', clearedWeeksAgo, clearedBy = null, dueInWeeks } of person.conditions) {
    const clearedOn =
      clearedWeeksAgo === undefined ? null : today(demoStudio.timeZone).subtract({ weeks: clearedWeeksAgo }).toString();
    const dueOn = dueInWeeks === undefined ? null : today(demoStudio.timeZone).add({ weeks: dueInWeeks }).toString();
    const kept = { condition, note: detail, clearedOn, clearedBy, dueOn };
    await ClientCondition.create({ id: newId(), studioId, clientId, ...kept });
  }
  for (const kind of agreedTo(person))
    must(await signPaper(instructor, clientId, { ...agreed(), kind, signedName: name }, newId()));
  for (const { exercise, level, weeksAgo } of person.standings)
    await Dose.create({
      id: newId(),
      studioId,
      clientId,
      lookId: null,
      instructorId: instructor.userId,
      ...plannedDose(exercise, level),
      createdAt: new Date(Date.now() - weeksAgo * 7 * dayMs),
    });
  for (const [turn, look] of demoLooks.filter(({ client }) => client === name).entries())
    await seedLook(instructor, clientId, person, look, 100 * (index + 1) + 10 * turn);
  for (const look of demoEyeLooks.filter(({ client }) => client === name))
    await seedEyeLook(instructor, clientId, person, look);
  await seedSessions(instructor, clientId, person.name);
  for (const { apparatus: on, exercise, springs, note: said, daysAgo } of demoSettings.filter(
    ({ client }) => client === name,
  ))
    must(
      await keepSetting(
        instructor,
        { clientId, apparatusId: apparatus.get(on) ?? '', exercise, springs, note: said },
        { at: new Date(Date.now() - daysAgo * dayMs) },
      ),
    );
}
