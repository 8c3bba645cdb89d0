import { parse } from 'yaml';
import { repertoire as shipped, rulesVersion } from '@/repertoire';
import { entry } from './find';
import type { Exercise } from './entries';
import { readEntry, readRepertoireFile, writeEntry, writeFile } from './files';
import { differences, stateOf, withOwn } from './own-entries';
import type { OwnEntry } from './own-entries';
import { sliceOf } from './slice';
import { checkRepertoire } from './check';

const march = entry(shipped.exercises, 'march');
const own = (entryOf: { id: string }, base: unknown = null): OwnEntry => ({
  kind: 'exercises',
  id: entryOf.id,
  entry: entryOf,
  base,
});
const renamed: Exercise = { ...march, name: 'Boathouse march' };
const fresh: Exercise = { ...march, id: 'slipwayMarch', name: 'Slipway march' };

describe('a studio’s own entries over the shipped ones', () => {
  test('a version stands in the shipped one’s place; a new one comes last; the shipped value is untouched', () => {
    const merged = withOwn(shipped, [own(renamed, march), own(fresh)]);
    expect(merged.exercises.map(({ id }) => id)).toEqual([...shipped.exercises.map(({ id }) => id), 'slipwayMarch']);
    expect(entry(merged.exercises, 'march').name).toBe('Boathouse march');
    expect(entry(shipped.exercises, 'march').name).toBe('March');
    expect(withOwn(shipped, [])).toBe(shipped);
  });
  test('what differs, field by field; lists of things go by what names them', () => {
    const changed: Exercise = {
      ...march,
      name: 'Boathouse march',
      levels: march.levels.map((level) => (level.number === 3 ? { ...level, change: 'Thigh upright.' } : level)),
      regions: ['abdomen'],
      release: undefined,
    };
    expect(differences(march, changed)).toEqual([
      { path: 'name', before: 'March', after: 'Boathouse march' },
      { path: 'regions', before: JSON.stringify(march.regions), after: '["abdomen"]' },
      { path: 'release', before: march.release },
      { path: 'levels.3.change', before: 'The thigh comes upright.', after: 'Thigh upright.' },
    ]);
    expect(differences(march, structuredClone(march))).toEqual([]);
  });
  test('a level taken out is one difference, not a shift of all that follow', () => {
    const shorter = { ...march, levels: march.levels.filter(({ number }) => number !== 2) };
    expect(differences(march, shorter).every(({ path }) => path.startsWith('levels.2'))).toBe(true);
  });
  test.each([
    ['new', own(fresh), 'new'],
    ['changed', own(renamed, march), 'changed'],
    ['the same as shipped', own(march, march), 'same'],
    ['older than an upgrade', own(renamed, { ...march, plain: 'an older text' }), 'shippedChanged'],
    ['left behind by an upgrade', own(fresh, { ...fresh }), 'shippedGone'],
  ])('a version that is %s says so', (_, one, state) => expect(stateOf(shipped, one)).toBe(state));
});

describe('the repertoire as a file', () => {
  test.each(['json', 'yaml'] as const)('what goes out as %s comes in as the same, changing nothing', (as) => {
    const read = readRepertoireFile(writeFile(shipped, as, rulesVersion), shipped, []);
    if (!read.ok) throw new Error(JSON.stringify(read.errors.slice(0, 3)));
    expect(read.entries.length).toBe(
      shipped.exercises.length +
        shipped.faults.length +
        shipped.corrections.length +
        shipped.props.length +
        shipped.sequences.length,
    );
    expect(read.entries.filter(({ state }) => state !== 'same')).toEqual([]);
  });
  test('only what is chosen goes out', () => {
    const text = writeFile(shipped, 'yaml', rulesVersion, { ids: new Set(['march']) });
    expect(parse(text)).toMatchObject({ format: 'level-spine-repertoire', version: 1, exercises: [{ id: 'march' }] });
    expect(Object.keys(parse(text) as object)).toEqual(['format', 'version', 'rules', 'exercises']);
  });
  test('new and changed entries are told with what differs', () => {
    const text = writeFile(withOwn(shipped, [own(renamed, march), own(fresh)]), 'yaml', rulesVersion, {
      ids: new Set(['march', 'slipwayMarch']),
    });
    const read = readRepertoireFile(text, shipped, []);
    expect(read.ok && read.entries.map(({ id, state, differences: list }) => [id, state, list.length])).toEqual([
      ['march', 'changed', 1],
      ['slipwayMarch', 'new', 0],
    ]);
  });

  const lineOf = (text: string, part: string): number => text.slice(0, text.indexOf(part)).split('\n').length;
  const file = (as: 'json' | 'yaml' = 'yaml') =>
    writeFile(shipped, as, rulesVersion, { ids: new Set(['legFloat', 'march']) });
  const errorsOf = (text: string) => {
    const read = readRepertoireFile(text, shipped, []);
    return read.ok ? [] : read.errors;
  };
  test.each(['json', 'yaml'] as const)('a word of the wrong kind is named with its line, in %s', (as) => {
    const good = file(as);
    const bad = good.replace(/("?position"?: )"?supine"?/, '$1upsideDown');
    const text = as === 'json' ? bad.replace('upsideDown', '"upsideDown"') : bad;
    const [error] = errorsOf(text);
    expect(error?.path).toBe('exercises.0.position');
    expect(error?.line).toBe(lineOf(text, 'upsideDown'));
  });
  test('a missing field stands at its entry, an unknown one at itself', () => {
    const lacks = file().replace(/^ {4}purpose: .*\n/m, '');
    expect(errorsOf(lacks)[0]).toMatchObject({ path: 'exercises.0.purpose', message: '"purpose" is missing' });
    const extra = file().replace(/^ {4}plain: /m, '    colour: blue\n    plain: ');
    expect(errorsOf(extra)).toEqual([
      { line: lineOf(extra, 'colour'), path: 'exercises.0.colour', message: '"colour" is not known here' },
    ]);
  });
  test('what breaks the whole is found too: a reference that leads nowhere', () => {
    const text = file().replace('- kneeFloat', '- kneeFlight');
    const [error] = errorsOf(text);
    expect(error?.message).toContain('there is no exercise "kneeFlight"');
    expect(error?.line).toBeGreaterThan(3);
  });
  test('text that is no YAML, another format, another version, a list: each in words', () => {
    expect(errorsOf('exercises: [1, 2')[0]?.line).toBe(1);
    expect(errorsOf('- a\n- b')[0]?.message).toMatch(/not a repertoire file/);
    expect(errorsOf('format: songs\nversion: 7\n').map(({ line, path }) => [line, path])).toEqual([
      [1, 'format'],
      [2, 'version'],
    ]);
    expect(errorsOf(file().replace('version: 1', 'version: 1\nsongs: []'))[0]?.path).toBe('songs');
  });
  test('an entry that stands twice is refused', () => {
    const text = writeFile({ ...shipped, exercises: [march, march] }, 'yaml', rulesVersion, {
      ids: new Set(['march']),
    });
    expect(errorsOf(text)[0]?.message).toMatch(/twice/);
  });
});

describe('one entry as text', () => {
  const read = (text: string) => readEntry(text, 'exercises', shipped, []);
  test('is read back as it was written', () => {
    expect(read(writeEntry(march))).toEqual({ ok: true, entry: march });
  });
  test('errors of shape and of the whole come back with their lines', () => {
    const text = writeEntry({ ...march, gate: { cleanReps: 'four', sessions: 2 } });
    const wrong = read(text);
    expect(wrong.ok ? [] : wrong.errors).toEqual([
      expect.objectContaining({
        path: 'gate.cleanReps',
        line: text.slice(0, text.indexOf('cleanReps')).split('\n').length,
      }),
    ]);
    const past = writeEntry({
      ...march,
      levels: march.levels.map((level) =>
        level.number === 5
          ? {
              ...level,
              top: {
                left: { kind: 'raised', thighDeg: 90, kneeDeg: 170 },
                right: { kind: 'raised', thighDeg: 90, kneeDeg: 90 },
              },
            }
          : level,
      ),
    });
    const broken = read(past);
    expect(broken.ok ? [] : broken.errors[0]).toMatchObject({
      path: 'levels.5.top',
      message: expect.stringContaining('past what a joint allows'),
    });
  });
});

test('a slice for a page holds together, and judges as the whole does', () => {
  const slice = sliceOf(shipped, ['march']);
  expect(slice.exercises.map(({ id }) => id)).toEqual(['march']);
  expect(JSON.stringify(slice).length).toBeLessThan(JSON.stringify(shipped).length / 3);
  const problems = checkRepertoire(slice).filter(
    ({ message }) => !/no exercise "|no correction "|no level of any exercise|no fault "/.test(message),
  );
  expect(problems).toEqual([]);
});

describe('files that would hurt', () => {
  const file = (rest: string) => `format: level-spine-repertoire\nversion: 1\n${rest}`;
  const messages = (text: string) => {
    const read = readRepertoireFile(text, shipped, []);
    return read.ok ? [] : read.errors.map(({ message }) => message);
  };
  test('many thousand wrong keys and entries: the first forty are told, the rest counted', () => {
    const keys = Array.from({ length: 8000 }, (_, i) => `k${i}: 1`).join('\n');
    expect(messages(file(keys))).toHaveLength(41);
    expect(messages(file(keys)).at(-1)).toBe('and 7960 more');
    const entries = `props:\n${Array.from({ length: 3000 }, (_, i) => `  - id: p${i}`).join('\n')}`;
    expect(messages(file(entries)).at(-1)).toMatch(/^and \d+ more$/);
  });
  test('a key that stands twice, references, nesting without end and length without end are each named', () => {
    expect(messages(file('props: []\nprops: []'))).toEqual(['This key stands twice here.']);
    expect(messages(file('a: &a [1]\nb: [*a, *a]'))[0]).toMatch(/References/);
    expect(messages(`${'['.repeat(60_000)}`)[0]).toMatch(/nested too deeply/);
    expect(messages(' '.repeat(2_000_001))[0]).toMatch(/two million/);
  });
});
