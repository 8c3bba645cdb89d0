import { parse } from '../check';
import { measureInput } from './input';
import { fromCsv, fromMeasureJson, marksFromPoints, pointsOf, resultsCsv, toCsv, toMeasureJson } from './interchange';
import type { Marks } from './look';
import { measure } from './measure';

const marks: Marks = {
  matLine: [
    [100, 1000],
    [2100, 1000],
  ],
  scale: {
    points: [
      [500, 1010],
      [1500, 1010],
    ],
    mm: 1000,
  },
  landmarks: { ASIS: [1000.456, 682.367], PS: [1100, 700] },
};
const named = { picture: 'one, "two".jpg', points: pointsOf(marks), knownMm: 1000 };

describe('marks as CSV', () => {
  test('come back as they went, to a hundredth of a pixel, whatever the picture is called', () => {
    const back = fromCsv(toCsv([named, { ...named, picture: 'b' }]));
    if (!back.ok) throw new Error(back.error.message);
    expect(back.value.map(({ picture }) => picture)).toEqual(['one, "two".jpg', 'b']);
    const [first] = back.value;
    expect(first?.points.ASIS).toEqual([1000.46, 682.37]);
    expect(marksFromPoints(first?.points ?? {}, first?.knownMm ?? null).scale?.mm).toBe(1000);
  });
  test('the first line names the columns', () => expect(toCsv([named]).split('\n')[0]).toBe('picture,mark,x,y,mm'));
  test.each([
    ['mark,x\nASIS,1', 'noColumn', 'line 1'],
    ['picture,mark,x,y\na,ASIS,1,2\na,NOSE,1,2', 'unknownMark', 'line 3'],
    ['picture,mark,x,y\na,ASIS,one,2', 'badNumber', 'line 2'],
    ['picture,mark,x,y,mm\na,known1,1,2,-5', 'badNumber', 'line 2'],
    ['picture,mark,x,y', 'empty', 'line 2'],
  ])('%j is told: %s at %s', (text, code, path) =>
    expect(fromCsv(text)).toMatchObject({ ok: false, error: { code, path } }),
  );
});

describe('marks as JSON', () => {
  const json = toMeasureJson({ position: 'supine', view: 'side', headEnd: 'left' }, marks, marks);
  test('are what the shell measures, to the same figures', () => {
    const read = parse(measureInput, JSON.parse(JSON.stringify(json)));
    if (!read.ok) throw new Error(`${read.error.path}: ${read.error.message}`);
    const measured = measure(read.value);
    expect(measured.ok && measured.value.measures.pelvicTilt?.value).toBeCloseTo(10.05, 1);
  });
  test('come back, and nonsense is told', () => {
    expect(fromMeasureJson(JSON.stringify(json))).toMatchObject({ ok: true, value: { points: pointsOf(marks) } });
    expect(fromMeasureJson('{')).toMatchObject({ error: { code: 'notJson' } });
    expect(fromMeasureJson('{"landmarks":{"NOSE":[1,2]}}')).toMatchObject({ error: { path: 'landmarks.NOSE' } });
  });
});

test('results of many pictures are one row each, what is wrong beside it', () => {
  const input = parse(
    measureInput,
    toMeasureJson({ position: 'supine', view: 'side', headEnd: 'left' }, marks, undefined),
  );
  if (!input.ok) throw new Error(input.error.message);
  const text = resultsCsv([
    { picture: 'a.jpg', result: measure(input.value) },
    { picture: 'b.jpg', result: { ok: false, error: { code: 'x', message: 'No marks', path: 'landmarks' } } },
  ]);
  const [head = '', first = '', second = ''] = text.split('\n');
  expect(head).toBe('picture,pelvicTilt,pelvicTilt_seWithin,pelvicTilt_seBetween,warnings,error');
  expect(first).toMatch(/^a\.jpg,10\.0\d+,1\.\d+,6\.\d+,,$/);
  expect(second).toBe('b.jpg,,,,,No marks (landmarks)');
});
