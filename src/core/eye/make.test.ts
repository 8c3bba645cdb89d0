import { repertoire } from '@/repertoire';
import { usualAmount, withFault } from '../body/deviations';
import { poseBody } from '../body/skeleton';
import { angleBetween3 } from '../geometry';
import { entry, levelOf } from '../knowledge/find';
import { resolveStances } from '../knowledge/stances';
import { seeded } from '../random';
import { makeFault, makeStand, makeTilt } from './make';
import type { Making } from './make';
import { isRight, questionShape, withoutTruth } from './question';
import { trained } from './trained';
import type { Question } from './question';
import { looksTheSame, posesOf, visibleFaults, withinBody } from './scenes';
import { parse } from '../check';

const making = (seed: number, school = 'evenKeel'): Making => {
  const stances = resolveStances(repertoire, school);
  if (!stances.ok) throw new Error(stances.error.message);
  return { repertoire, stances: stances.value, random: seeded(seed) };
};
const made = (question: Question | undefined): Question => {
  if (!question) throw new Error('nothing was made');
  return question;
};
const all = <T>(count: number, work: (i: number) => T): T[] => Array.from({ length: count }, (_, i) => work(i));
const tiltAsked = ({ asked }: Question) => {
  if (asked.kind !== 'tilt' && asked.kind !== 'level') throw new Error('no tilt');
  return asked;
};

describe('tilts', () => {
  test.each(trained)('%s: near what was wanted, level is level, and the words fit the sign', (measure) => {
    const from = making(4);
    for (const [i, wanted] of [-11, -4, 0, 3, 9].entries()) {
      const question = made(makeTilt(from, i % 2 ? 'tilt' : 'level', measure, wanted));
      const { truthDeg, low, high } = tiltAsked(question);
      expect(Math.abs(truthDeg - wanted)).toBeLessThanOrEqual(Math.max(0.4, 0.3 * Math.abs(wanted)));
      expect(parse(questionShape, JSON.parse(JSON.stringify(question)))).toMatchObject({ ok: true });
      expect(low).not.toBe(high);
      if (wanted === 0) expect(truthDeg).toBe(0);
    }
  });

  // The body is built otherwise than it is measured: between two drawings the pelvis itself turned by so much in space.
  test('the pelvis of the drawing has turned in space by what is told as true', () => {
    const from = making(12);
    for (const wanted of [-10, -6, 7, 12]) {
      const { figure, ...question } = made(makeTilt(from, 'tilt', 'pelvicTilt', wanted));
      const [level, turned] = [figure.frames[0], figure.frames.at(-1)].map((pose) => pose && poseBody(figure.body, pose));
      if (!level || !turned || level.position !== turned.position || figure.exercise === 'hundred') continue;
      const front = (body: typeof level) => [body.pelvis.turn[0][0], body.pelvis.turn[1][0], body.pelvis.turn[2][0]] as const;
      const between = angleBetween3(front(level), front(turned));
      expect(Math.abs(between - Math.abs(tiltAsked({ figure, ...question }).truthDeg))).toBeLessThan(4);
    }
  }); // prettier-ignore

  test('what moves ends where it is judged, and begins at the set-up', () => {
    const moving = all(12, (i) => makeTilt(making(i), 'tilt', 'pelvicTilt', 8, { moving: true })).flatMap((one) =>
      one?.figure.moving ? [one.figure] : [],
    );
    expect(moving.length).toBeGreaterThan(3);
    for (const { frames, style } of moving) {
      expect(frames.length).toBeGreaterThan(4);
      expect(style).toBe('drawn');
    }
  });
});

describe('faults', () => {
  const questions = all(16, (i) => made(makeFault(making(100 + i), { size: 0.6 + (i % 5) / 5, clean: i % 4 === 0 })));
  test('what is drawn can be named, once, and clean ones have nothing', () => {
    for (const { asked } of questions) {
      if (asked.kind !== 'fault') throw new Error('no fault');
      expect(new Set(asked.options).size).toBe(asked.options.length);
      expect(asked.options.length).toBeGreaterThan(1);
      if (asked.fault) expect(asked.options).toContain(asked.fault);
      for (const other of asked.alike) expect(other).not.toBe(asked.fault);
    }
    expect(questions.filter(({ asked }) => asked.kind === 'fault' && asked.fault === null)).toHaveLength(4);
  });
  test('one that is asked for comes, drawn at least as much as was wanted', () => {
    const { asked } = made(makeFault(making(7), { size: 0.9, clean: false, wanted: 'roll' }));
    expect(asked).toMatchObject({ fault: 'roll' });
    if (asked.kind === 'fault') expect(asked.size).toBeGreaterThanOrEqual(0.9);
  });
  test('from the side nobody is asked for a roll, from the feet nobody for an arch', () => {
    const exercise = entry(repertoire.exercises, 'legFloat');
    const level = levelOf(exercise, 1);
    const { stances } = making(1);
    const shown = (view: 'side' | 'foot') => {
      const scene = { exercise, level, view };
      return visibleFaults(repertoire, scene, posesOf(repertoire, scene, stances).clean, stances).map(({ id }) => id);
    };
    expect(shown('side')).toEqual(expect.arrayContaining(['arch', 'flare']));
    expect(shown('side')).not.toContain('roll');
    expect(shown('foot')).toContain('roll');
    expect(shown('foot')).not.toContain('arch');
  });
  test('a school that wants an imprint is not told of a tuck where it imprints', () => {
    const clean = all(6, (i) => made(makeFault(making(40 + i, 'gradedImprint'), { size: 1, clean: true })));
    expect(clean.every(({ asked }) => asked.kind === 'fault' && asked.fault === null)).toBe(true);
  });
});

test('two that move a body the same way are one to the eye; a body that slides as a whole shows nothing', () => {
  expect(looksTheSame([1, 0, 2, 0], [2, 0, 4, 0.1])).toBe(true);
  expect(looksTheSame([1, 0, 2, 0], [-1, 0, -2, 0])).toBe(false);
  expect(looksTheSame([0, 0], [1, 0])).toBe(false);
  expect(withinBody([3, 1, 3, 1, 3, 1])).toEqual([0, 0, 0, 0, 0, 0]);
  expect(withinBody([2, 0, 4, 0])).toEqual([-1, 0, 1, 0]);
});

test('where to stand: some places show it and some do not', () => {
  for (const { asked, figure } of all(5, (i) => made(makeStand(making(60 + i))))) {
    if (asked.kind !== 'stand') throw new Error('not asked where to stand');
    expect(asked.right.length).toBeGreaterThan(0);
    expect(asked.right.length).toBeLessThan(asked.options.length);
    expect(asked.options).toEqual(expect.arrayContaining(asked.right));
    expect(usualAmount(asked.fault)).toBeGreaterThan(0);
    expect(figure.style).toBe('drawn');
  }
});

describe('answers', () => {
  const figure = made(makeTilt(making(3), 'tilt', 'pelvicTilt', 6)).figure;
  const tilt = { kind: 'tilt', measure: 'pelvicTilt', block: 'pelvis', low: 'tucked', high: 'arched', truthDeg: 6 } as const;
  const fault = { kind: 'fault', options: ['arch', 'flare'], fault: 'arch', side: 'R', alike: ['sag'], size: 1 } as const;
  test.each([
    [{ ...tilt }, { kind: 'tilt', estimateDeg: 9, sure: 0.7 }, true],
    [{ ...tilt }, { kind: 'tilt', estimateDeg: 9.5, sure: 0.7 }, false],
    [{ ...tilt, truthSe: 2 }, { kind: 'tilt', estimateDeg: 11, sure: 0.7 }, true], // a measured truth is not sharp
    [{ ...tilt, truthSe: 2 }, { kind: 'tilt', estimateDeg: 11.5, sure: 0.7 }, false],
    [{ ...tilt, kind: 'level' }, { kind: 'level', said: 'high', sure: 0.7 }, true],
    [{ ...tilt, kind: 'level' }, { kind: 'level', said: 'low', sure: 0.7 }, false],
    [{ ...tilt, kind: 'level', truthDeg: 0 }, { kind: 'level', said: 'level', sure: 0.4 }, true],
    [{ ...fault }, { kind: 'fault', said: 'arch', sure: 0.95 }, true],
    [{ ...fault }, { kind: 'fault', said: 'sag', sure: 0.95 }, true],
    [{ ...fault }, { kind: 'fault', said: null, sure: 0.95 }, false],
    [{ ...fault, fault: null, alike: [] }, { kind: 'fault', said: null, sure: 0.95 }, true],
    [{ kind: 'stand', fault: 'arch', side: null, options: ['side', 'foot'], right: ['side'] }, { kind: 'stand', said: 'foot', sure: 0.4 }, false],
    [{ ...tilt }, { kind: 'stand', said: 'foot', sure: 0.4 }, false],
  ] as const)('%j answered by %j is right: %s', (asked, answer, right) => {
    expect(isRight({ asked: JSON.parse(JSON.stringify(asked)) }, answer)).toBe(right);
  });
  test('before the answer no truth is told', () => {
    const open = JSON.stringify(withoutTruth({ figure, asked: { ...tilt } }).asked);
    expect(open).not.toContain('truth');
    const openFault = withoutTruth({ figure, asked: { ...fault, options: [...fault.options], alike: [] } });
    expect(openFault.asked).toEqual({ kind: 'fault', options: ['arch', 'flare'] });
    expect(withFault({ left: { kind: 'footDown' }, right: { kind: 'footDown' } }, 'arch', 5).pelvicTiltDeg).toBe(5);
  });
}); // prettier-ignore
