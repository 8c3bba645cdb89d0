// The demo studio as seeded into an empty database, read the way the screens read it.
import { keepReading } from '@/core/knowledge/kept';
import { database } from '@/data/database';
import { fillToday } from '@/data/demo/book';
import { demoClients, demoLooks, demoPictures, demoSignIn } from '@/data/demo/world';
import { Appointment, Client } from '@/data/models';
import { findClient, listClients } from '@/data/stores/clients';
import { listLooks } from '@/data/stores/looks';
import { listDemoPictures } from '@/data/stores/pictures';
import { isDemoLoaded, signIn, whoIs } from '@/data/stores/sessions';
import type { Who } from '@/data/types';
import { readClient, readClientForm, readClients, whatHelped } from '@/features/client/read';
import type { ClientPart, Shown } from '@/features/client/read';
import { readBench, readKeptLook } from '@/features/look/read';
import { readStart, readStartExercise } from '@/features/look/read-start';
import { readToday } from '@/features/today/read';
import { repertoire } from '@/repertoire';
import { dosesOf, openStudio } from './studio';

let wren: Who;
const idOf = async (name: string): Promise<string> => {
  const client = await Client.findOne({ where: { studioId: wren.studioId, name } });
  if (!client) throw new Error(`${name} is not in the demo`);
  return client.id;
};
const pageOf = async <P extends ClientPart>(name: string, part: P) => {
  const read = await readClient(wren, await idOf(name), part, 1, 'en-GB');
  if (!read.ok) throw new Error(read.error.message);
  return { ...read.value, shown: read.value.shown as Extract<Shown, { part: P }> };
};

beforeAll(async () => {
  const session = await signIn(demoSignIn.email, demoSignIn.password);
  const who = session.ok ? await whoIs(session.value.token) : undefined;
  if (!who) throw new Error('the demo instructor cannot sign in');
  wren = who;
});
afterAll(() => database().close());

describe('what was seeded', () => {
  test('everyone in the demo world is there, once', async () => {
    expect(await isDemoLoaded()).toBe(true);
    const { clients, total } = await listClients(wren);
    expect(total).toBe(demoClients.length);
    expect(clients.map(({ name }) => name).sort()).toEqual(demoClients.map(({ name }) => name).sort());
    expect((await listDemoPictures(wren)).map(({ title }) => title).sort()).toEqual(
      demoPictures.map(({ title }) => title).sort(),
    );
  });

  test.each([...new Set(demoLooks.map(({ client }) => client))])(
    'every kept look of %s, computed again from its marks, says the same',
    async (name) => {
      const id = await idOf(name);
      const client = await findClient(wren, id);
      const { looks } = await listLooks(wren, id);
      expect(looks.length).toBe(demoLooks.filter((look) => look.client === name).length);
      for (const look of looks) {
        if (!client.ok) throw new Error(client.error.message);
        const again = await readKeptLook(wren, repertoire, look, client.value);
        if (!again.ok) throw new Error(again.error.message);
        expect(JSON.parse(JSON.stringify(keepReading(again.value)))).toEqual(look.result);
      }
    },
  );

  test('what was measured is what the bodies were posed to do, within its error', async () => {
    for (const { client, setup, top } of demoLooks) {
      const found = (await listLooks(wren, await idOf(client))).looks.flatMap(({ result }) => result?.baseline ?? []);
      const truth = (top.pelvicTiltDeg ?? 0) - (setup.pelvicTiltDeg ?? 0);
      const nearest = found
        .filter(({ measure }) => measure === 'pelvicTilt')
        .map(({ value, se }) => Math.abs(value - truth) / se);
      expect(Math.min(...nearest)).toBeLessThan(2.5);
    }
  });

  test('the stories: one progressing, one set back, one new', async () => {
    const { looks } = (await pageOf('Maren Tolleck', 'looks')).shown;
    expect(looks.map(({ result }) => result?.verdict?.verdict)).toEqual(['better', 'same']);
    const maren = (await pageOf('Maren Tolleck', 'ladders')).shown;
    expect(maren.standings.find(({ exercise }) => exercise === 'march')).toMatchObject({ level: 3 });
    const sefa = await pageOf('Sefa Marrowby', 'ladders');
    const march = sefa.shown.standings.find(({ exercise }) => exercise === 'march');
    expect(march?.level).toBe(1);
    expect(Math.max(...(march?.steps ?? []).map(({ level }) => level))).toBeGreaterThan(1);
    expect((await pageOf('Jory Thwart', 'now')).shown).toMatchObject({ neutrals: [], helped: [], lines: [] });
    expect((await pageOf('Jory Thwart', 'looks')).shown).toMatchObject({ looks: [], total: 0 });
  });
});

describe('today', () => {
  test('lists the booked, in order of time, in the studio’s own zone', async () => {
    const { rows, studio } = await readToday(wren, 'en-GB');
    const booked = demoClients.filter(({ today }) => today);
    expect(studio).toContain('Sallow Reach');
    expect(rows.map(({ name }) => name)).toEqual(booked.map(({ name }) => name));
    expect(rows.map(({ time }) => time.padStart(5, '0'))).toEqual(
      booked.map(({ today }) => today?.at.map((part) => String(part).padStart(2, '0')).join(':')),
    );
  });
  test('says of each what to mind and what to watch, three things at most', async () => {
    const { rows } = await readToday(wren, 'en-GB');
    const row = (name: string) => rows.find((one) => one.name.startsWith(name));
    expect(row('Maren')?.cautions.map(({ id }) => id)).toEqual(['neck']);
    expect(row('Maren')?.watch.map(({ fault }) => fault)).toEqual(['chinUp', 'chinJam', 'arch']);
    expect(row('Maren')?.lastTime).toMatch(/helped last time/);
    expect(row('Sefa')?.watch[0]).toMatchObject({ safety: true });
    expect(row('Jory')).toMatchObject({ vials: [], watch: expect.any(Array) });
    expect(row('Jory')?.standing).toBeUndefined();
    for (const { watch } of rows) expect(watch.length).toBeLessThanOrEqual(3);
  });
  test('filling the book again changes nothing; on the next day it is filled anew', async () => {
    const count = () => Appointment.count({ where: { studioId: wren.studioId } });
    const before = await count();
    expect(await fillToday()).toBe(false);
    expect(await count()).toBe(before);
    const names = async () => (await readToday(wren, 'en-GB')).rows.map(({ name }) => name);
    const wanted = await names();
    await Appointment.update({ startsAt: new Date(0) }, { where: { studioId: wren.studioId, title: null } });
    expect(await names()).toEqual([]);
    expect(await fillToday()).toBe(true);
    expect(await names()).toEqual(wanted);
  });
  test('a studio with nobody booked has an empty day', async () => {
    expect((await readToday(await openStudio('West Quay'), 'en-GB')).rows).toEqual([]);
  });
});

describe('a client', () => {
  test('own neutral is the mean of her set-ups, each with its blunt error', async () => {
    const { neutrals } = (await pageOf('Maren Tolleck', 'now')).shown;
    const supine = neutrals.find(({ position, measure }) => position === 'supine' && measure === 'pelvicTilt');
    expect(Math.abs((supine?.own.value ?? 99) - 2)).toBeLessThan(2 * (supine?.own.se ?? 0)); // she was posed with +2°
    expect(supine?.history).toHaveLength(demoLooks.filter(({ client }) => client === 'Maren Tolleck').length);
    const single = Number.parseFloat(supine?.history[0]?.error ?? '');
    expect(single).toBeGreaterThan(5);
    expect(supine?.own.se).toBeLessThan(single); // the mean of several is surer than one
    expect(supine?.said).toMatchObject({ value: expect.stringMatching(/°$/), name: 'pelvic tilt' });
  });
  test('a standing began with the first dose of the run at its level', async () => {
    const id = await idOf('Maren Tolleck');
    const doses = (await dosesOf(wren, id)).filter(({ exercise }) => exercise === 'legFloat');
    const first = doses.filter(({ level }) => level === 2).at(-1)?.createdAt;
    const shown = new Intl.DateTimeFormat('en-GB', {
      timeZone: 'Europe/London',
      day: 'numeric',
      month: 'short',
      year: 'numeric',
    }).format(first);
    const { standings } = (await pageOf('Maren Tolleck', 'ladders')).shown;
    expect(standings.find(({ exercise }) => exercise === 'legFloat')?.since).toBe(shown);
  });
  test('a cleared condition is told as cleared, after those that are not', async () => {
    const { cautions } = await pageOf('Bertil Oakum', 'now');
    expect(cautions.map(({ id, cleared }) => [id, cleared !== undefined])).toEqual([
      ['kyphosis', false],
      ['highBloodPressure', true],
    ]);
    expect(cautions[1]?.cleared).toMatch(/^cleared \d{1,2} [A-Z][a-z]{2,3} \d{4} by Dr Inglenook$/);
  });
  test('the form opens with what is on file, in centimetres', async () => {
    const form = await readClientForm(wren, await idOf('Sefa Marrowby'));
    expect(form).toMatchObject({
      ok: true,
      value: {
        heightCm: '164',
        massKg: '58',
        birthYear: '1992',
        sex: 'f',
        school: 'gradedImprint',
        touchConsent: false,
        conditions: ['lowBackPain'],
      },
    });
  });
  test('lists are paged, and a search narrows them', async () => {
    expect(await readClients(wren, '', 1)).toMatchObject({ total: demoClients.length, pages: 1 });
    expect((await readClients(wren, 'oak', 1)).lines.map(({ name }) => name)).toEqual(['Bertil Oakum']);
    expect((await readClients(wren, '', 9)).lines).toEqual([]);
  });
  test('what helped is told as it is said, the most helpful first', () => {
    const counted = (correction: string, tried: number, helped: number, exercise = 'march') => ({
      exercise,
      fault: 'arch',
      correction,
      tried,
      helped,
      failedRunning: 0,
    });
    const helped = whatHelped(repertoire, [
      counted('breatheFirst', 2, 1),
      counted('goneCue', 1, 0),
      counted('bowlOfWater', 3, 3),
    ]);
    expect(helped.map(({ correction, better, tried }) => [correction, better, tried])).toEqual([
      ['bowlOfWater', 3, 3],
      ['breatheFirst', 1, 2],
      ['goneCue', 0, 1],
    ]);
    expect(helped[2]?.say).toBe('goneCue (no longer in the repertoire)');
  });
});

describe('opening the bench', () => {
  test('before it: what to watch in each exercise, and by which school it will be judged', async () => {
    const start = await readStart(wren, await idOf('Sefa Marrowby'));
    if (!start.ok) throw new Error(start.error.message);
    expect(start.value.first.exercise).toBe('march');
    const { exercise: march } = start.value;
    expect(march).toMatchObject({ id: 'march', judgedBy: 'Graded imprint' });
    expect(march?.levels.every(({ watch }) => watch.length > 0)).toBe(true);
    expect(await readStartExercise(wren, start.value.clientId, 'march')).toEqual({ ok: true, value: march });
    expect(await readStartExercise(wren, start.value.clientId, 'flying')).toMatchObject({ ok: false });
    // What no picture measures is looked at by eye: every exercise is offered.
    expect(start.value.exercises.map(({ id }) => id)).toEqual(repertoire.exercises.map(({ id }) => id));
    expect(start.value.notAsAsked).toBeNull();
  });
  test('before it: what was asked for and is not chosen is told, and why', async () => {
    const id = await idOf('Sefa Marrowby');
    const asked = async (exercise: string, level?: number) => {
      const start = await readStart(wren, id, exercise, level);
      return start.ok ? start.value.notAsAsked : start.error.message;
    };
    expect(await asked('rollUp', 1)).toBeNull();
    expect(await asked('rollUp', 2)).toBe(
      'Level 2 of Roll-down and roll-up is ruled out for this client; level 1 is chosen here.',
    );
    expect(await asked('snake', 1)).toBeNull();
    expect(await asked('flying')).toContain('not in the repertoire');
    expect(await asked('bridgeNeutral', 1)).toBeNull();
    expect(await asked('bridgeNeutral')).toBeNull();
  });
  test('a kept look is closed; one that is not there is not found', async () => {
    const { looks } = await listLooks(wren, await idOf('Maren Tolleck'));
    expect(await readBench(wren, looks[0]?.id ?? '')).toMatchObject({ ok: true, value: { kept: true } });
    expect(await readBench(wren, 'none such')).toMatchObject({ ok: false, error: { code: 'notFound' } });
  });
});
