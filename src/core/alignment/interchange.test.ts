import { workedLines } from '../../../tests/rigs/worked-picture';
import { parse } from '../check';
import { measureInput } from './input';
import { fromCsv, fromMeasureJson, resultsCsv, toCsv, toMeasureJson } from './interchange';
import { marksFromPoints, pointsOf } from '../anatomy/marks';
import type { Marks } from '../anatomy/marks';
import { measure } from './measure';

const marks: Marks = {
  ...workedLines(),
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

describe('CSV, to the letter', () => {
  test('a row a mark; the known length stands on the row of its first end', () =>
    expect(toCsv([{ ...named, points: { ...named.points, knownMid: undefined } }]).split('\n')).toEqual([
      'picture,mark,x,y,mm',
      '"one, ""two"".jpg",mat1,100,1000,',
      '"one, ""two"".jpg",mat2,2100,1000,',
      '"one, ""two"".jpg",known1,500,1010,1000',
      '"one, ""two"".jpg",known2,1500,1010,',
      '"one, ""two"".jpg",ASIS,1000.46,682.37,',
      '"one, ""two"".jpg",PS,1100,700,',
    ]));
  test('without a known length the column is empty', () =>
    expect(toCsv([{ ...named, knownMm: null }])).toContain('known1,500,1010,\n'));
  test('spaces and blank lines are passed over; a file without pictures is one picture without a name', () => {
    expect(fromCsv('\nmark,x,y\n ASIS ,1,2\n\n known1 ,3,4\n')).toEqual({
      ok: true,
      value: [{ picture: '', points: { ASIS: [1, 2], known1: [3, 4] }, knownMm: null }],
    });
    expect(fromCsv('picture,mark,x,y,mm\n a ,known1,3,4, 12.5 \nb,PS,1,1,\na,PS,2,2,')).toEqual({
      ok: true,
      value: [
        { picture: 'a', points: { known1: [3, 4], PS: [2, 2] }, knownMm: 12.5 },
        { picture: 'b', points: { PS: [1, 1] }, knownMm: null },
      ],
    });
  });
  test.each<[string, string]>([
    ['mark,x\nASIS,1', 'The first line must name the columns picture, mark, x, y, mm; y is missing.'],
    ['a,b\n1,2', 'The first line must name the columns picture, mark, x, y, mm; mark, x, y is missing.'],
    ['mark,x,y\nNOSE,1,2', '"NOSE" is not a known mark.'],
    ['mark,x,y\nASIS,,2', 'ASIS: x and y must be numbers.'],
    ['mark,x,y\nASIS,1, ', 'ASIS: x and y must be numbers.'],
    ['mark,x,y\nASIS,1,Infinity', 'ASIS: x and y must be numbers.'],
    ['mark,x,y,mm\nknown1,1,2,0', 'The known length must be a number of millimetres above 0.'],
    ['mark,x,y,mm\nknown1,1,2,long', 'The known length must be a number of millimetres above 0.'],
    ['mark,x,y', 'There are no marks in this file.'],
  ])('%j', (text, message) => expect(fromCsv(text)).toMatchObject({ ok: false, error: { message } }));
});

test('points back into marks: half a line is none, a middle belongs to its length, other names are left out', () => {
  const all = { mat1: [0, 9], mat2: [9, 9], known1: [1, 1], known2: [3, 1], knownMid: [2, 1], PS: [4, 4], hat: [5, 5] };
  expect(marksFromPoints(all as never, 50)).toMatchObject({
    matLine: [
      [0, 9],
      [9, 9],
    ],
    scale: {
      points: [
        [1, 1],
        [3, 1],
      ],
      mm: 50,
      middle: [2, 1],
    },
    landmarks: { PS: [4, 4] },
  });
  expect(marksFromPoints(all as never, 50).landmarks).not.toHaveProperty('hat');
  const { mat2: _, known2: __, ...half } = all;
  expect(marksFromPoints(half as never, 50)).toMatchObject({ matLine: null, scale: null });
  const { mat1: ___, known1: ____, ...other } = all;
  expect(marksFromPoints(other as never, 50)).toMatchObject({ matLine: null, scale: null });
  expect(pointsOf(marksFromPoints(all as never, 50))).toMatchObject({ knownMid: [2, 1] });
});

describe('marks as JSON', () => {
  const json = toMeasureJson({ position: 'supine', view: 'side', headEnd: 'left' }, marks, marks);
  test('are what the shell measures, to the same figures', () => {
    const read = parse(measureInput, JSON.parse(JSON.stringify(json)));
    if (!read.ok) throw new Error(`${read.error.path}: ${read.error.message}`);
    const measured = measure(read.value);
    expect(measured.ok && measured.value.measures.pelvicTilt?.value).toBeCloseTo(10.05, 1);
  });
  test('carry the spread of what was found by its sticker', () => {
    const sure = { ...marks, sdPx: { ASIS: 0.3 } };
    const said = toMeasureJson({ position: 'supine', view: 'side', headEnd: 'left' }, sure, sure);
    expect(said).toMatchObject({ landmarkSdPx: { ASIS: 0.3 }, neutral: { landmarkSdPx: { ASIS: 0.3 } } });
    expect(json).not.toHaveProperty('landmarkSdPx');
    expect(parse(measureInput, JSON.parse(JSON.stringify(said))).ok).toBe(true);
  });
  test('come back, and nonsense is told', () => {
    expect(fromMeasureJson(JSON.stringify(json))).toMatchObject({ ok: true, value: { points: pointsOf(marks) } });
    expect(fromMeasureJson('{')).toMatchObject({ error: { code: 'notJson' } });
    expect(fromMeasureJson('{"landmarks":{"NOSE":[1,2]}}')).toMatchObject({ error: { path: 'landmarks.NOSE' } });
  });
});

test('JSON of a picture: a length that is not known is left out, and so is a set-up without marks', () => {
  const facts = { position: 'supine', view: 'side', headEnd: 'left' } as const;
  const bare: Marks = {
    matLine: null,
    scale: {
      points: [
        [1, 1],
        [3, 1],
      ],
      mm: null,
    },
    landmarks: { PS: [1, 1] },
  };
  expect(toMeasureJson(facts, bare, { ...bare, landmarks: {} })).toEqual({ ...facts, landmarks: { PS: [1, 1] } });
  expect(toMeasureJson(facts, bare, bare)).toEqual({
    ...facts,
    landmarks: { PS: [1, 1] },
    neutral: { landmarks: { PS: [1, 1] } },
  });
  expect(toMeasureJson(facts, marks, marks)).toEqual({
    ...facts,
    matLine: marks.matLine,
    scale: marks.scale,
    landmarks: marks.landmarks,
    neutral: { landmarks: marks.landmarks, matLine: marks.matLine, scale: marks.scale },
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
