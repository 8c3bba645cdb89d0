import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import * as v from 'valibot';
import { checkRepertoire } from '@/core/knowledge/check';
import { repertoire as shape } from '@/core/knowledge/entries';
import { entry, propOf } from '@/core/knowledge/find';
import type { Position } from '@/core/anatomy/positions';
import type { Repertoire } from '@/core/knowledge/entries';
import { repertoire } from '.';

const { corrections, exercises, schools } = repertoire;

test('the shipped repertoire holds together', () => expect(checkRepertoire(repertoire)).toEqual([]));

test('it is as large as a studio needs', () => {
  expect(exercises.length).toBeGreaterThanOrEqual(45);
  expect(schools.map(({ name }) => name)).toEqual(['Even keel', 'Graded imprint', 'Classical flow', 'Free spine']);
  for (const kind of ['reformer', 'trapezeTable', 'chair', 'mat'] as const)
    expect(exercises.some(({ apparatus }) => apparatus === kind)).toBe(true);
});

type Changed = { [K in keyof Repertoire]: unknown[] };
type Loose = Record<string, unknown>;

/** A copy of the repertoire with one thing broken in it. */
function broken(change: (copy: Changed) => void): Repertoire {
  const copy = structuredClone(repertoire) as unknown as Changed;
  change(copy);
  return copy as unknown as Repertoire;
}
const named = (copy: Changed, kind: keyof Changed, id: string): Loose =>
  (copy[kind] as Loose[]).find((one) => one['id'] === id) as Loose;
const levelOf = (copy: Changed, id: string, number: number): Loose =>
  (named(copy, 'exercises', id)['levels'] as Loose[])[number - 1] as Loose;

const breakages: readonly [string, (copy: Changed) => void, string, RegExp][] = [
  ['two entries with one id', (c) => c.props.push({ ...named(c, 'props', 'box') }), 'props.box', /taken twice/],
  [
    'an exercise that leads nowhere',
    (c) => (named(c, 'exercises', 'march')['follows'] = ['flying']),
    'exercises.march.follows',
    /no exercise "flying"/,
  ],
  [
    'a fault nobody watches for',
    (c) => c.faults.push({ ...named(c, 'faults', 'arch'), id: 'hop' }),
    'faults.hop',
    /no exercise watches/,
  ],
  [
    'a fault without words against it',
    (c) => (c.corrections = (c.corrections as Loose[]).filter(({ kind }) => kind !== 'verbal')),
    'exercises.legFloat.faults.arch',
    /or no words/,
  ],
  [
    'a pose past what joints allow',
    (c) =>
      (levelOf(c, 'legCircle', 3)['top'] = {
        left: { kind: 'footDown' },
        right: { kind: 'raised', thighDeg: 170, kneeDeg: 0 },
      }),
    'exercises.legCircle.levels.3.top',
    /thighDeg is 170°, past/,
  ],
  [
    'a pose that cannot be drawn',
    (c) =>
      (levelOf(c, 'legFloat', 2)['top'] = {
        left: { kind: 'footDown' },
        right: { kind: 'raised', thighDeg: NaN, kneeDeg: 0 },
      }),
    'exercises.legFloat.levels.2.top',
    /cannot be drawn/,
  ],
  [
    'a breath that cannot be read',
    (c) => (named(c, 'exercises', 'hundred')['breath'] = [{ name: 'odd', pattern: 'sigh 5' }]),
    'exercises.hundred.breath',
    /sigh 5/,
  ],
  [
    'a ladder whose load does not rise and does not say what else does',
    (c) => delete levelOf(c, 'march', 5)['rises'],
    'exercises.march.levels.5.rises',
    /does not rise/,
  ],
  [
    'a caution that no level matches',
    (c) =>
      (named(c, 'conditions', 'wrist')['rules'] = [
        { id: 'none', when: { jump: true, inversion: true }, act: 'ruleOut', why: 'never' },
      ]),
    'conditions.wrist.rules.none',
    /no level of any exercise matches/,
  ],
  [
    'tags that say more legs than the pose',
    (c) => (levelOf(c, 'legFloat', 2)['load'] = { ...(levelOf(c, 'legFloat', 2)['load'] as Loose), legs: 'both' }),
    'exercises.legFloat.levels.2.load.legs',
    /pose shows fewer/,
  ],
  [
    'a school without a choice',
    (c) => (named(c, 'schools', 'freeSpine')['stances'] = { supinePelvis: 'neutral' }),
    'schools.freeSpine.stances.coreEffort',
    /no choice on this point/,
  ],
  [
    'a measure that shows a fault the exercise does not watch',
    (c) => (named(c, 'exercises', 'rollUp')['watches'] = [{ measure: 'plankLine', phases: ['hold'] }]),
    'exercises.rollUp.faults',
    /"plankLine" can show "sag"/,
  ],
];

test.each(breakages)('broken on purpose, %s is found and named', (_, change, path, message) => {
  const problems = checkRepertoire(broken(change));
  expect(problems).toContainEqual({ path, message: expect.stringMatching(message) });
});

test.each([
  ['a level without a pose', (c: Changed) => delete levelOf(c, 'march', 3)['top'], 'top'],
  ['a fault without words', (c: Changed) => (named(c, 'faults', 'arch')['seen'] = ' '), 'seen'],
  ['an unknown key', (c: Changed) => (named(c, 'props', 'box')['colour'] = 'blue'), 'colour'],
  ['an id with a hyphen', (c: Changed) => (named(c, 'causes', 'tired')['id'] = 'very-tired'), 'id'],
])('broken on purpose, %s does not fit the shape', (_, change, key) => {
  const result = v.safeParse(shape, broken(change));
  expect(result.success).toBe(false);
  expect(result.issues?.map((issue) => v.getDotPath(issue)?.split('.').at(-1))).toContain(key);
});

test('cues are short enough to say in one breath', () => {
  for (const { say } of corrections) expect(say.length).toBeLessThanOrEqual(95);
});

test('adding an exercise touches only data: no screen and no computation names one', () => {
  const ids = new Set(exercises.map(({ id }) => id));
  const used = (folder: string): string[] =>
    readdirSync(folder, { recursive: true, encoding: 'utf8' })
      .filter((name) => /\.tsx?$/.test(name) && !/\.test\.tsx?$/.test(name))
      .flatMap((name) => {
        const text = readFileSync(join(folder, name), 'utf8');
        return [...text.matchAll(/'([a-z]+[A-Z]\w+)'/g)].flatMap(([, word = '']) =>
          ids.has(word) ? [`${name}: ${word}`] : [],
        );
      });
  expect([...used('src/core'), ...used('src/features'), ...used('src/design')]).toEqual([]);
});

describe('where a prop goes is said for the correction that uses it', () => {
  /** In which positions the usual place of a prop, as its text names it, has the mat or the hands under it. */
  const usual: Readonly<Record<string, readonly Position[]>> = {
    thinPad: ['supine'],
    rolledTowel: ['supine'],
    foldedTowel: ['supine'],
    inclinePillow: ['supine'],
    wedge: ['fourPoint', 'frontSupport'],
    blocks: ['fourPoint', 'frontSupport'],
    box: ['supine'],
    slipCloth: ['supine'],
  };
  const whereOffered = ({ id, positions }: Repertoire['corrections'][number]): readonly Position[] =>
    positions ?? exercises.filter((one) => one.corrections.includes(id)).map(({ position }) => position);

  test.each(Object.keys(usual))('%s', (prop) => {
    const inUsual = corrections.filter((one) => one.prop === prop && one.placing === undefined);
    for (const one of inUsual)
      expect([one.id, whereOffered(one).filter((at) => !usual[prop]?.includes(at))]).toEqual([one.id, []]);
  });

  const as = (id: string) => propOf(entry(corrections, id), repertoire.props);
  test('the same towel lies under the skull, and elsewhere under the hips', () => {
    expect(as('towelUnderSkull')?.placed).toMatch(/^Under the back of the skull, not under the neck. Fold toward/);
    expect(as('padUnderFrontHips')).toMatchObject({ name: 'folded towel', placed: expect.stringMatching(/hips/) });
    expect(as('padUnderFrontHips')?.placed).not.toMatch(/skull/);
  });
  test('it is drawn in its usual place alone, and a caution stays with it', () => {
    expect(as('padUnderBack')?.drawn).toBeDefined();
    expect(as('padUnderTail')).toMatchObject({ drawn: undefined, notWhen: 'Not if it makes the low back ache.' });
    expect(as('ribBand')?.notWhen).toMatch(/nicked/);
  });
  test('words alone use no prop', () => expect(as('oneBoneAtATime')).toBeUndefined());
});
