// What is kept of a trained eye, and of raters: once, first, and for nobody else's eyes.
import { v7 as newId } from 'uuid';
import sharp from 'sharp';
import type { LandmarkKey } from '@/core/anatomy/landmarks';
import { noMarks } from '@/core/anatomy/marks';
import { poseBody } from '@/core/body/skeleton';
import { carefulCamera, demoPicture } from '@/core/figure/picture';
import { photoQuestion } from '@/core/eye/photo';
import { makeTilt } from '@/core/eye/make';
import type { Question } from '@/core/eye/question';
import { resolveStances } from '@/core/knowledge/stances';
import { seeded } from '@/core/random';
import { database } from '@/data/database';
import { renderPicture } from '@/data/demo/render';
import { takeIn } from '@/data/picture-intake';
import { keepLook, setLookPicture } from '@/data/stores/looks';
import { signPaper } from '@/data/stores/papers';
import { addPicture } from '@/data/stores/pictures';
import { findPhoto, listPractice } from '@/data/stores/practice';
import { ready } from '@/data/ready';
import { Rating, User } from '@/data/models';
import {
  answerQuestion,
  beginRound,
  findRound,
  isShared,
  keepQuestion,
  listQuestions,
  listSeen,
  listShared,
  setShared,
} from '@/data/stores/eye';
import { findEyes } from '@/data/stores/observers';
import { beginRating, dropRating, findRating, keepRating, listRatings } from '@/data/stores/raters';
import type { Who } from '@/data/types';
import { readEye, readQuestion } from '@/features/eye/read';
import { makeRatedPictures, readRating } from '@/features/eye/raters-read';
import { readDay } from '@/features/floor/day';
import { repertoire } from '@/repertoire';
import { addColleague, agreeToPictures, beginLook, bringClient, dose, must, openStudio } from './studio';

let ours: Who;
let colleague: Who;
let theirs: Who;
beforeAll(async () => {
  [ours, theirs] = await Promise.all([openStudio('Sharp Bank'), openStudio('Far Bank')]);
  colleague = await addColleague(ours, 'Tern Ebb');
});
afterAll(() => database().close());

const stances = must(resolveStances(repertoire, 'evenKeel'));
const random = seeded(77);
function tilt(deg: number, measure = 'pelvicTilt'): Question {
  const made = makeTilt({ repertoire, stances, random }, 'tilt', measure, deg);
  if (!made) throw new Error('no picture');
  return made;
}
const truthOf = ({ asked }: Question) => (asked.kind === 'tilt' ? asked.truthDeg : Number.NaN);
const estimate = (estimateDeg: number) => ({ kind: 'tilt', estimateDeg, sure: 0.7 }) as const;

/** Tilts graded with this bias, a degree to and fro. */
async function train(who: Who, count: number, bias: number): Promise<void> {
  const roundId = newId();
  must(await beginRound(who, roundId, 'tilt'));
  for (let place = 0; place < count; place += 1) {
    const question = tilt(-12 + (24 * place) / count);
    must(await keepQuestion(who, roundId, place, question));
    const deg = truthOf(question) + bias + (place % 2 ? 1 : -1);
    must(await answerQuestion(who, roundId, place, estimate(Math.round(2 * deg) / 2), 5000));
  }
}

describe('a round', () => {
  test('begun twice it is one; another picture for its place is not taken; the first answer counts', async () => {
    const id = newId();
    await Promise.all([beginRound(ours, id, 'today'), beginRound(ours, id, 'today')]);
    const [one, other] = [tilt(9), tilt(-9)];
    const kept = await Promise.all([keepQuestion(ours, id, 0, one), keepQuestion(ours, id, 0, other)]);
    expect(new Set(kept.map((card) => truthOf(must(card)))).size).toBe(1);
    const answers = await Promise.all([
      answerQuestion(ours, id, 0, estimate(4), 3000),
      answerQuestion(ours, id, 0, estimate(7), 3000),
    ]);
    expect(new Set(answers.map((card) => JSON.stringify(must(card).answer))).size).toBe(1);
    const [shown] = await listQuestions(ours, id);
    expect(must(await answerQuestion(ours, id, 0, estimate(-11), 1)).answer).toEqual(shown?.answer);
    expect((await listSeen(ours)).length).toBe(1);
  });
  test('an answer to another kind of question is refused, and so is a place that was not shown', async () => {
    const id = newId();
    must(await beginRound(ours, id, 'today'));
    must(await keepQuestion(ours, id, 0, tilt(5)));
    expect(await answerQuestion(ours, id, 0, { kind: 'level', said: 'high', sure: 0.4 }, 1)).toMatchObject({ ok: false, error: { path: 'answer.kind' } }); // prettier-ignore
    expect(await answerQuestion(ours, id, 3, estimate(1), 1)).toMatchObject({ ok: false });
    expect(await readQuestion(ours, id, 'today', 5)).toMatchObject({ ok: false, error: { code: 'tooFar' } });
  });
  test('nobody else sees it, answers it or begins it anew: not a colleague, not another studio', async () => {
    const id = newId();
    must(await beginRound(ours, id, 'today'));
    must(await keepQuestion(ours, id, 0, tilt(5)));
    for (const other of [colleague, theirs]) {
      expect(await findRound(other, id)).toMatchObject({ ok: false });
      expect(await beginRound(other, id, 'today')).toMatchObject({ ok: false });
      expect(await listQuestions(other, id)).toEqual([]);
      expect(await answerQuestion(other, id, 0, estimate(1), 1)).toMatchObject({ ok: false });
    }
  });
  test('made for the screen it carries no truth until it is answered, then it does; opened again it is the same', async () => {
    const id = newId();
    const first = must(await readQuestion(ours, id, 'tilt', 0));
    expect(JSON.stringify(first.asked)).not.toContain('truth');
    expect(first.told).toBeNull();
    expect(must(await readQuestion(ours, id, 'tilt', 0)).figure).toEqual(first.figure);
    must(await answerQuestion(ours, id, 0, estimate(2), 1000));
    expect(must(await readQuestion(ours, id, 'tilt', 0)).told?.asked).toHaveProperty('truthDeg');
  });
});

describe('used', () => {
  test('fourteen tilts leave the default, fifteen count; her bias is found, and the Floor has it too', async () => {
    const own = await addColleague(ours, 'Reed Slack');
    await train(own, 14, 3);
    expect(await findEyes(own)).toEqual({});
    await train(own, 6, 3);
    const { pelvicTilt } = await findEyes(own);
    expect(pelvicTilt?.n).toBe(20);
    expect(Math.abs((pelvicTilt?.bias ?? 0) - 3)).toBeLessThan(0.6);
    expect(pelvicTilt?.sd).toBeGreaterThan(1.3); // what whole steps add alone
    expect(pelvicTilt?.sd).toBeLessThan(2.2);
    expect(must(await readDay(own, 'en-GB')).eyes).toEqual({ pelvicTilt });
    expect(await findEyes(colleague)).toEqual({});
  });
  test('what is learned is hers; a lead reads it once she shares it, and no longer once she does not', async () => {
    const own = await addColleague(ours, 'Alder Flow');
    await train(own, 4, 0);
    const { name } = await User.findByPk(own.userId, { rejectOnEmpty: true });
    const sharedWith = async (who: Who) => (await readEye(who)).shared.map((one) => one.name);
    expect(await sharedWith(ours)).not.toContain(name);
    await setShared(own, true);
    expect([await isShared(own), (await listShared(ours)).map((one) => one.name).includes(name)]).toEqual([true, true]);
    expect(await sharedWith(ours)).toContain(name);
    expect(await sharedWith(colleague)).toEqual([]); // no lead
    expect(await sharedWith(theirs)).toEqual([]);
    await setShared(own, false);
    expect(await sharedWith(ours)).not.toContain(name);
  });
});

describe('clients’ own pictures', () => {
  const body = { heightM: 1.7, massKg: 65 };
  const finding = {
    ...{ fault: 'arch', measure: 'pelvicTilt', verdict: 'out' as const, probability: 1, excess: 4, safety: false },
    ...{ why: '', value: 9, se: 1.7 },
  };
  const result = {
    ...{
      neutral: {},
      methods: { pelvicTilt: 'picture' as const },
      back: [],
      baseline: [finding],
      retest: [],
      seen: [],
    },
    target: {
      pelvicTilt: { interval: [-5, 5] as [number, number], tolerance: 5, source: '', relativeTo: 'neutral' as const },
    },
    verdict: null,
  };
  /** A kept look of somebody, with its set-up and top pictures marked as a careful hand would. */
  async function measured(marked = true): Promise<{ clientId: string; face: readonly [number, number] }> {
    const clientId = await bringClient(ours);
    await agreeToPictures(ours, clientId);
    const lookId = await beginLook(ours, clientId);
    let face: readonly [number, number] = [0, 0];
    for (const role of ['setup', 'top'] as const) {
      const pose = {
        left: { kind: 'footDown' },
        right: { kind: 'footDown' },
        pelvicTiltDeg: role === 'top' ? 9 : 0,
      } as const;
      const drawn = demoPicture(poseBody(body, pose), carefulCamera());
      const image = must(await takeIn(await renderPicture(drawn.svg, 4)));
      const picture = must(await addPicture(ours, { clientId, title: role, ...image }));
      const at = (name: LandmarkKey): [number, number] => [...(drawn.landmarks[name] ?? [0, 0])] as [number, number];
      const landmarks = { PS: at('PS'), ASIS: at('ASIS_R'), ...(marked ? { FH: at('FH'), CH: at('CH') } : {}) };
      must(await setLookPicture(ours, lookId, role, picture.id, { ...noMarks, landmarks }));
      const scale = image.width / image.originalWidth;
      face = [((at('FH')[0] + at('CH')[0]) / 2) * scale, ((at('FH')[1] + at('CH')[1]) / 2) * scale];
    }
    must(await keepLook(ours, lookId, { result, trial: undefined, dose }));
    return { clientId, face };
  }
  const says = (clientId: string, gives: boolean) =>
    signPaper(ours, clientId, { kind: 'training', gives, version: 0, signedName: 'A T', signedAs: 'self', signedOn: '2026-01-05' }, newId()); // prettier-ignore
  test('only of who agreed, of what was measured, where the face can be covered; none twice; taken back, none is shown', async () => {
    const { clientId, face } = await measured();
    expect(await listPractice(ours, 'pelvicTilt')).toEqual([]);
    must(await says(clientId, true));
    must(await says((await measured(false)).clientId, true)); // no mark tells where her face is
    const [one, ...more] = await listPractice(ours, 'pelvicTilt');
    expect(more).toEqual([]);
    expect(one).toMatchObject({ truthDeg: 9, truthSe: 1.7 });
    expect([await listPractice(theirs, 'pelvicTilt'), await listPractice(ours, 'pelvicRoll')]).toEqual([[], []]);
    const question = one && photoQuestion({ repertoire, stances, random }, one, 'pelvicTilt');
    if (!one || !question) throw new Error('no question');
    const roundId = newId();
    must(await beginRound(ours, roundId, 'tilt'));
    const card = must(await keepQuestion(ours, roundId, 0, question, one.source));
    expect(await listPractice(ours, 'pelvicTilt')).toEqual([]);
    expect(await listPractice(colleague, 'pelvicTilt')).toHaveLength(1);
    const bytes = await findPhoto(ours, card.id, 'top');
    if (!bytes) throw new Error('no picture');
    const { data, info } = await sharp(bytes).raw().toBuffer({ resolveWithObject: true });
    const colourAt = ([x, y]: readonly [number, number]) => [0, 1, 2].map((c) => data[(Math.round(y) * info.width + Math.round(x)) * info.channels + c] ?? 0); // prettier-ignore
    colourAt(face).forEach((value, c) => expect(Math.abs(value - ([0x6d, 0x6a, 0x60][c] ?? 0))).toBeLessThan(8));
    expect(await findPhoto(ours, card.id, 'setUp')).toBeDefined();
    expect([await findPhoto(colleague, card.id, 'top'), await findPhoto(theirs, card.id, 'top'), await findPhoto(ours, card.id, 'whole')]).toEqual([undefined, undefined, undefined]); // prettier-ignore
    const shown = must(await readQuestion(ours, roundId, 'tilt', 0));
    expect(shown.photo?.address).toBe(`/api/eye/${card.id}`);
    expect(JSON.stringify(shown)).not.toMatch(/truth|pictureId|A T/);
    must(await answerQuestion(ours, roundId, 0, estimate(11), 1000));
    expect((await listSeen(ours)).at(-1)?.asked).toMatchObject({ truthSe: 1.7 });
    must(await says(clientId, false));
    expect([await findPhoto(ours, card.id, 'top'), await listPractice(colleague, 'pelvicTilt')]).toEqual([
      undefined,
      [],
    ]);
  });
});

describe('raters', () => {
  const begin = async (method: 'tilt' | 'marks' = 'tilt', count = 5): Promise<string> => {
    const id = newId();
    const pictures = must(await makeRatedPictures(ours, method, 'pelvicTilt', count));
    must(await beginRating(ours, { id, title: 'Low water', method }, pictures));
    return id;
  };
  const readAll = async (who: Who, id: string, occasion: 1 | 2 = 1, off = 0) => {
    for (let place = 0; place < 5; place += 1)
      must(await keepRating(who, { id, occasion, place, value: { deg: 2 * place + off } }));
  };
  test('blind until hers is whole; then everybody’s that is', async () => {
    const id = await begin();
    await readAll(colleague, id, 1, 1);
    must(await keepRating(ours, { id, occasion: 1, place: 0, value: { deg: 3 } }));
    const half = must(await findRating(ours, id));
    expect([half.all, half.finished, half.mine[1][0]]).toEqual([[], 1, { deg: 3 }]);
    expect(must(await readRating(ours, 'en-GB', id, false)).report).toBeNull();
    await readAll(ours, id);
    const whole = must(await findRating(ours, id));
    expect(whole.all).toHaveLength(2);
    const report = must(await readRating(ours, 'en-GB', id, false)).report;
    expect(report?.pairs[0]?.agreement?.bias).toBeCloseTo(report?.pairs[0]?.first === ours.name ? -1 : 1, 9);
    expect((await listRatings(ours)).find((one) => one.id === id)).toMatchObject({ mine: 5, raters: 2 });
  });
  test('changed until all are read, then it stands; sent again it is no error', async () => {
    const id = await begin();
    const keep = (place: number, deg: number) => keepRating(ours, { id, occasion: 1, place, value: { deg } });
    must(await keep(0, 9));
    must(await keep(0, 4));
    await readAll(ours, id);
    must(await keep(4, 8)); // the last, sent twice
    expect(await keep(4, 1)).toMatchObject({ ok: false, error: { code: 'finished' } });
    expect(await Rating.count({ where: { sessionId: id } })).toBe(5);
  });
  test('one picture read on two tablets at once is one reading', async () => {
    const id = await begin();
    const both = await Promise.all(
      [1, 2].map((deg) => keepRating(ours, { id, occasion: 1, place: 0, value: { deg } })),
    );
    expect(both.map(({ ok }) => ok)).toEqual([true, true]);
    expect(await Rating.count({ where: { sessionId: id } })).toBe(1);
  });
  test('against herself a week later, no sooner', async () => {
    const id = await begin();
    await readAll(ours, id);
    const again = () => keepRating(ours, { id, occasion: 2, place: 0, value: { deg: 1 } });
    expect(await again()).toMatchObject({ ok: false, error: { code: 'tooSoon' } });
    await ready().query('update ratings set made_at = date_sub(made_at, interval 8 day) where session_id = ?', { replacements: [id] }); // prettier-ignore
    must(await again());
    expect(must(await readRating(ours, 'en-GB', id, true)).reading).toMatchObject({ occasion: 2 });
  });
  test('marks tell the tilt that lies between them, and how far apart two people set them', async () => {
    const id = await begin('marks');
    const { pictures } = must(await findRating(ours, id));
    expect(pictures).toHaveLength(5);
    for (const [who, aside] of [[ours, 0], [colleague, 0.01]] as const) // prettier-ignore
      for (let place = 0; place < 5; place += 1)
        must(await keepRating(who, { id, occasion: 1, place, value: { points: [[0.4 + aside, 0.3], [0.5 + aside, 0.3]] } })); // prettier-ignore
    const { report } = must(await readRating(ours, 'en-GB', id, false));
    expect(report?.raters.map(({ values }) => values.every(Number.isFinite))).toEqual([true, true]);
    // 0.01 of 1280 px between two: SD 9.05 px along, none across: √(81.9/2) = 6.4 px, some 10 mm.
    expect(report?.marks[0]?.mm).toBeGreaterThan(5);
    expect(report?.marks[0]?.mm).toBeLessThan(18);
    const onOne = { id, occasion: 1 as const, place: 0, value: { points: [[0.4, 0.3], [0.4, 0.3]] as [number, number][] } }; // prettier-ignore
    expect(await keepRating(theirs, onOne)).toMatchObject({ ok: false, error: { code: 'notFound' } });
    expect(await keepRating(await addColleague(ours, 'Wick Spring'), onOne)).toMatchObject({ ok: false, error: { path: 'value' } }); // prettier-ignore
  });
  test('taken away by whoever made it or a lead; another studio’s is nowhere', async () => {
    const id = newId();
    const pictures = must(await makeRatedPictures(colleague, 'tilt', 'ribFlare', 5));
    must(await beginRating(colleague, { id, title: 'Ribs', method: 'tilt' }, pictures));
    expect(await findRating(theirs, id)).toMatchObject({ ok: false });
    must(await dropRating(theirs, id));
    expect(await dropRating(await addColleague(ours, 'Holm Neap'), id)).toMatchObject({ error: { code: 'notYours' } });
    must(await findRating(ours, id));
    must(await dropRating(ours, id));
    must(await dropRating(ours, id));
    expect(await findRating(ours, id)).toMatchObject({ ok: false });
  });
});
