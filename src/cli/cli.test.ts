import { spawnSync } from 'node:child_process';
import path from 'node:path';
import { tippedPelvis, workedLines, workedView } from '../../tests/rigs/worked-picture';
import { answer } from './verbs';

const root = path.resolve(__dirname, '../..');
const { matLine } = workedLines();
const picture = { ...workedView, matLine, landmarks: tippedPelvis() };

function shell(verb: string, input: string) {
  const { status, stdout, stderr } = spawnSync('npm', ['run', '-s', 'core', '--', verb], {
    cwd: root,
    input,
    encoding: 'utf8',
  });
  return { status, stdout, stderr: stderr.split('\n').filter((line) => line && !line.startsWith('npm warn')) };
}

describe('from a shell', () => {
  test('a picture goes in, measures come out', () => {
    const { status, stdout } = shell('measure', JSON.stringify(picture));
    expect(status).toBe(0);
    expect(JSON.parse(stdout).measures.pelvicTilt.value).toBeCloseTo(10, 3);
  });
  test('bad input ends with 2, one line on standard error, nothing on standard output', () => {
    const { status, stdout, stderr } = shell('measure', JSON.stringify({ ...picture, landmarks: { ASIS: [1000] } }));
    expect([status, stdout, stderr.length]).toEqual([2, '', 1]);
    expect(JSON.parse(stderr[0] ?? '')).toMatchObject({ error: { code: 'badValue', path: 'landmarks.ASIS' } });
  });
});

test.each([
  ['load', { body: { massKg: 0, heightM: 1.7 }, variation: { legs: [] } }, 'badValue', 'body.massKg'],
  ['load', { body: { massKg: 65, heightM: 3 }, variation: { legs: [] } }, 'badValue', 'body.heightM'],
  [
    'load',
    { body: { massKg: 65, heightM: 1.7 }, variation: { legs: [{ thighDeg: 200, kneeDeg: 0 }] } },
    'badValue',
    'variation.legs.0.thighDeg',
  ],
  [
    'equal',
    { body: { massKg: 65, heightM: 1.7 }, known: { legs: [] }, variation: { legCount: 1, kneeDeg: 0 } },
    'badValue',
    'known.legs',
  ],
  [
    'springs',
    { springs: [{ label: 'full', rateNPerM: -3, preloadM: 0.2, count: 1 }], travelM: [0] },
    'badValue',
    'springs.0.rateNPerM',
  ],
  ['calibrate', { readings: [{ travelM: 0.1, forceN: 60 }] }, 'tooFew', 'readings'],
  ['measure', { ...picture, extra: 1 }, 'unknownKey', 'extra'],
  ['measure', { ...picture, landmarks: { NOSE: [1, 1] } }, 'badValue', 'landmarks.NOSE'],
  ['measure', { ...picture, headEnd: undefined }, 'missing', 'headEnd'],
  ['measure', { ...picture, matLine: undefined }, 'missing', 'matLine'],
  [
    'measure',
    {
      ...picture,
      scale: {
        points: [
          [0, 0],
          [9, 0],
        ],
        mm: 0,
      },
    },
    'badValue',
    'scale.mm',
  ],
  [
    'judge',
    { exercise: 'legFloat', measures: { pelvicTilt: { value: 'much', se: 1 } } },
    'badValue',
    'measures.pelvicTilt.value',
  ],
  ['compare', { before: { value: 1, se: 1 }, after: { value: 1, se: -1 }, target: [0, 1] }, 'badValue', 'after.se'],
  ['compare', { before: { value: 1, se: 1 }, after: { value: 1, se: 1 }, target: [3, 1] }, 'badValue', 'target'],
  ['breath', { pattern: 'in 4', repetitions: 0 }, 'badValue', 'repetitions'],
  ['gate', { target: { cleanReps: 4 }, history: [] }, 'missing', 'target.sessions'],
  ['gate', { target: { cleanReps: 4, sessions: 2 }, history: [], mood: 'good' }, 'unknownKey', 'mood'],
  ['reps', { fps: 30, driver: 'leg', series: { tilt: [1, 2, 3] } }, 'missing', 'series.leg'],
  ['reps', { driver: 'leg', series: { leg: [1, 2, 3] } }, 'missing', 'times'],
  ['reps', { times: [0, 1, 1], driver: 'leg', series: { leg: [1, 2, 3] } }, 'badValue', 'times'],
  ['reps', { fps: 30, driver: 'leg', series: { leg: [1, 2, 3], tilt: [1] } }, 'length', 'series.tilt'],
  [
    'reps',
    { fps: 30, driver: 'leg', series: { leg: [1, 2, 3] }, targets: { tilt: [0, 1] } },
    'unknownName',
    'targets.tilt',
  ],
  ['reps', { fps: 30, driver: 'leg', series: { leg: [1, 2, 3] }, targets: { leg: [2, 1] } }, 'badValue', 'targets.leg'],
  ['reps', { fps: 30, driver: 'leg', series: { leg: [null, null, null] } }, 'notSeen', 'series.leg'],
  ['reps', { fps: 30, driver: 'leg', series: { leg: [1, 2] } }, 'badValue', 'series.leg'],
  ['articulate', { times: [0, 1, 2], order: ['a', 'b'] }, 'missing', 'segments'],
  ['articulate', { times: [0, 1, 2], segments: { a: [1, 2, 3] }, order: ['a', 'b'] }, 'unknownName', 'order.1'],
  ['articulate', { times: [0, 1, 2], segments: { a: [1, 2, 3], b: [1] }, order: ['a', 'b'] }, 'length', 'segments.b'],
  [
    'circles',
    {
      times: [0, 1, 2],
      path: [
        [0, 0],
        [1, 1],
      ],
    },
    'length',
    'input.path',
  ],
  ['circles', { times: [0, 1, 2], path: [[0, 0], [1, 1], 'x'] }, 'badValue', 'path.2'],
])('%s refuses %j as %s at %s', (verb, input, code, at) =>
  expect(answer(verb, JSON.stringify(input))).toMatchObject({ ok: false, error: { code, path: at } }),
);

test('no verb, an unknown one, an inherited name and no JSON are refused', () => {
  expect(answer(undefined, '{}')).toMatchObject({ ok: false, error: { code: 'unknownVerb' } });
  expect(answer('guess', '{}')).toMatchObject({ ok: false, error: { code: 'unknownVerb' } });
  expect(answer('toString', '{}')).toMatchObject({ ok: false, error: { code: 'unknownVerb' } });
  expect(answer('measure', 'a leg')).toMatchObject({ ok: false, error: { code: 'notJson' } });
});

describe('movement, from a shell', () => {
  const times = Array.from({ length: 181 }, (_, i) => i / 30);
  const wave = (size: number) =>
    times.map((at) => (at < 1.5 || at > 4.5 ? 0 : (size / 2) * (1 - Math.cos(((at - 1.5) / 1.5) * Math.PI))));
  test('a set of one repetition, by rate or by times', () => {
    const series = { leg: wave(60), tilt: wave(4) };
    const asked = { driver: 'leg', series, targets: { tilt: [-5, 5] } };
    for (const clock of [{ fps: 30 }, { times }, { times, fps: 5 }])
      expect(answer('reps', JSON.stringify({ ...clock, ...asked }))).toMatchObject({
        ok: true,
        value: {
          repetitions: [{ clean: true, turnS: expect.closeTo(3, 1), range: expect.closeTo(60, 0) }],
          cleanBeforeLoss: 1,
        },
      });
  });
  test('articulation of markers, and circles, answer as well', () => {
    const markers = { A: times.map(() => [0, 0]), B: times.map(() => [100, 0]), C: wave(60).map((deg) => [200, deg]) };
    for (const order of [
      ['A', 'B', 'C'],
      ['A-B', 'B-C'],
    ])
      expect(answer('articulate', JSON.stringify({ times, markers, order }))).toMatchObject({
        ok: true,
        value: { onsets: [{ segment: 'A-B', s: null }, { segment: 'B-C' }] },
      });
    const path = times.map((at) => [100 * Math.cos(at * Math.PI), 100 * Math.sin(at * Math.PI)]);
    expect(answer('circles', JSON.stringify({ times, path }))).toMatchObject({
      ok: true,
      value: { circles: [{ crossedMidline: true }, {}, {}], largestCleanMm: expect.closeTo(99, -1) },
    });
  });
  test('odd series end in an answer or an error, never in an exception', () => {
    const odd = [
      [0, 0, 0],
      [1e308, -1e308, 1e308],
      [null, 5, null],
      [1, null, 3],
    ];
    for (const leg of odd)
      for (const at of [
        [0, 1, 2],
        [0, 1e-12, 1e12],
      ])
        expect(
          JSON.stringify(answer('reps', JSON.stringify({ times: at, driver: 'leg', series: { leg } }))),
        ).not.toMatch(/noAnswer/);
  });
});

describe('two raters and a pole, from a shell', () => {
  const pairs = [
    [2, 3],
    [5, 5],
    [8, 7],
    [11, 12],
    [14, 14],
  ];
  test('agreement comes with bias, limits, ICC and its interval', () => {
    const answered = answer('agree', JSON.stringify({ pairs }));
    // Differences −1, 0, 1, −1, 0: mean −0.2, SD √0.7.
    expect(answered).toMatchObject({ ok: true, value: { bias: expect.closeTo(-0.2, 9), n: 5 } });
    const { loa, icc, iccCi } = answered.ok
      ? (answered.value as { loa: number[]; icc: number; iccCi: number[] })
      : { loa: [], icc: 0, iccCi: [] };
    expect(loa[1]).toBeCloseTo(-0.2 + 1.96 * Math.sqrt(0.7), 6);
    expect(icc).toBeGreaterThan(0.97);
    expect(iccCi[0]).toBeLessThan(icc);
    expect(iccCi[1]).toBeGreaterThan(icc);
  });
  test('too few pairs, or something that is no pair, are refused where they are', () => {
    expect(answer('agree', JSON.stringify({ pairs: pairs.slice(0, 2) }))).toMatchObject({ error: { path: 'pairs' } });
    expect(answer('agree', JSON.stringify({ pairs: [...pairs, [1]] }))).toMatchObject({ error: { path: 'pairs.5.1' } });
  });
  test('a plan is composed to the minute; wishes that collide are named', () => {
    const item = (id: string, value: number, position: number) => ({ id, minutes: 5, value, setup: [position, 'mat'] });
    const task = {
      items: [item('a', 3, 0), item('b', 3, 1), item('c', 4, 0)],
      change: { position: [[0, 1], [1, 0]], apparatus: 2 }, // prettier-ignore
      minutes: 16,
    };
    expect(answer('compose', JSON.stringify(task))).toMatchObject({
      ok: true,
      value: { value: 9, changeMinutes: 1, minutes: 16, bound: 9, gapPct: 0 },
    });
    expect(answer('compose', JSON.stringify({ ...task, count: 3, minutes: 15 }))).toMatchObject({
      ok: true,
      value: { infeasible: true, because: [{ path: 'minutes' }, { path: 'count' }] },
    });
    expect(answer('compose', JSON.stringify({ ...task, minutes: 0 }))).toMatchObject({ error: { path: 'minutes' } });
  });
  test('a pole says what touches and what the low back’s gap makes of it', () => {
    const touches = { sacrum: true, thorax: true, head: true };
    expect(answer('pole', JSON.stringify({ touches, lowBackFingers: 1, chordMm: 300 }))).toMatchObject({
      ok: true,
      value: { allTouch: true, lumbarGap: { value: 18 }, lumbarCurve: { value: expect.closeTo(27.37, 1) } }, // 4·atan(36/300)
    });
  });
  test('a picture whose halves of the known length differ says so from the shell too', () => {
    const scale = { points: [[500, 1010], [1500, 1010]], mm: 1000, middle: [1080, 1010] }; // prettier-ignore
    const answered = answer('measure', JSON.stringify({ ...picture, scale }));
    expect(answered).toMatchObject({ ok: true, value: { warnings: [{ code: 'notSquare' }] } });
  });
});

test('corrections ranked from a shell: learned from a history, left out with reasons, unknown keys refused', () => {
  const asked = {
    fault: 'arch',
    exercise: 'legFloat',
    history: [
      { correction: 'bowlOfWater', success: true },
      { correction: 'bowlOfWater', success: true },
      { correction: 'breatheFirst', success: false },
      { correction: 'breatheFirst', success: false, client: 'this' },
      { correction: 'hipBonesToRibs', success: true, client: 'other' },
    ],
    conditions: ['extensionSensitive'],
    props: [],
  };
  const { status, stdout } = shell('rank', JSON.stringify(asked));
  expect(status).toBe(0);
  const { options, excluded } = JSON.parse(stdout);
  // (4·0.45 + 2) / 6, an image costs 0.02
  expect(options[0]).toMatchObject({
    correction: 'bowlOfWater',
    kind: 'image',
    evidence: { client: [2, 2], studio: [2, 2] },
  });
  expect(options[0].probability).toBeCloseTo((4 * 0.45 + 2) / 6, 9);
  expect(options[0].score).toBeCloseTo((4 * 0.45 + 2) / 6 - 0.02, 9);
  expect(excluded).toContainEqual({
    correction: 'breatheFirst',
    why: 'It has not helped this client the last two times.',
  });
  expect(excluded.find(({ correction }: { correction: string }) => correction === 'padUnderBack').why).toMatch(
    /not in this room/,
  );
  expect(answer('rank', JSON.stringify({ ...asked, colour: 'blue' }))).toMatchObject({
    ok: false,
    error: { code: 'unknownKey', path: 'colour' },
  });
});

test('the gate from a shell: two good sessions running go up, a leap goes half-way, none holds', () => {
  const good = (date: string) => ({ date, level: 2, clean: { left: 5, right: 4 } });
  const ask = (more: object) =>
    answer(
      'gate',
      JSON.stringify({
        target: { cleanReps: 4, sessions: 2 },
        history: [good('2026-03-08'), good('2026-03-01')],
        ...more,
      }),
    );
  expect(ask({})).toMatchObject({ ok: true, value: { decision: 'advance' } });
  expect(ask({ step: { demandNow: 4, demandNext: 6 } })).toMatchObject({ ok: true, value: { decision: 'halfStep' } });
  expect(ask({ history: [] })).toMatchObject({ ok: true, value: { decision: 'hold', reasons: [expect.any(String)] } });
});

test('load, equal, springs and calibrate answer as the contract says', () => {
  const body = { massKg: 65, heightM: 1.7, sex: 'f' };
  const legs = [{ thighDeg: 45, kneeDeg: 0 }];
  const load = answer('load', JSON.stringify({ body, variation: { legs } }));
  // By hand: (.1478·.3612·.2124 + .0481·(.2124 + .4416·.2492) + .0129·.4616)·cos 45°, as a share of weight × stature.
  const byHand =
    100 * Math.SQRT1_2 * (0.1478 * 0.3612 * 0.2124 + 0.0481 * (0.2124 + 0.4416 * 0.2492) + 0.0129 * 0.4616);
  expect(load).toMatchObject({ ok: true, value: { demandPct: expect.closeTo(byHand, 9) } });
  expect(
    answer('equal', JSON.stringify({ body, known: { legs }, variation: { legCount: 2, kneeDeg: 0 } })),
  ).toMatchObject({
    ok: true,
    value: { thighDeg: expect.closeTo((Math.acos(Math.SQRT1_2 / 2) * 180) / Math.PI, 4), reachable: true },
  });
  expect(
    answer(
      'springs',
      JSON.stringify({ springs: [{ label: 'full', rateNPerM: 200, preloadM: 0.2, count: 2 }], travelM: [0, 0.3] }),
    ),
  ).toEqual({ ok: true, value: { forceN: [80, 200] } });
  expect(
    answer(
      'calibrate',
      JSON.stringify({ readings: [0, 0.5].map((travelM) => ({ travelM, forceN: 40 + 200 * travelM })) }),
    ),
  ).toEqual({ ok: true, value: { rateNPerM: 200, preloadM: expect.closeTo(0.2, 9), residualN: 0 } });
});

describe('whatever is sent', () => {
  const error = (verb: string, text: string) => {
    const result = answer(verb, text);
    return result.ok ? undefined : result.error;
  };
  const pairs = (list: unknown) => JSON.stringify({ pairs: list });
  test('a number too large for a number, and an answer that overflows, are errors with their place, never null', () => {
    expect(error('agree', '{"pairs":[[1,2],[1e999,2],[3,4]]}')).toMatchObject({ code: 'notFinite', path: 'pairs.1.0' });
    expect(
      error(
        'agree',
        pairs([
          [1e308, -1e308],
          [1, 2],
          [3, 4],
        ]),
      )?.code,
    ).toBe('overflow');
  });
  test('an unknown name under measures, neutral or stances is refused by name', () => {
    const answered = { pelvicTilt: { value: 3, se: 1 } };
    const judge = (more: object) => error('judge', JSON.stringify({ exercise: 'march', measures: answered, ...more }));
    expect(judge({})).toBeUndefined();
    expect(judge({ measures: { ...answered, slant: answered.pelvicTilt } })).toMatchObject({ path: 'measures.slant' });
    expect(judge({ neutral: { slant: answered.pelvicTilt } })).toMatchObject({ path: 'neutral.slant' });
    expect(judge({ stances: { mood: 'calm' } })).toMatchObject({ code: 'unknownStance', path: 'stances.mood' });
  });
  test('more numbers than can be answered in time are refused, not begun', () => {
    expect(error('agree', pairs(Array.from({ length: 100_001 }, (_, i) => [i, i])))?.code).toBe('tooLarge');
    expect(error('agree', ' '.repeat(20_000_001))?.code).toBe('tooLarge');
    expect(error('agree', '['.repeat(100_000))?.code).toBe('notJson');
  });
  test('an error stays one short line', () => {
    for (const text of [
      JSON.stringify({ ['x'.repeat(50_000)]: 1 }),
      JSON.stringify({ pattern: 'y'.repeat(50_000), repetitions: 1 }),
    ])
      expect(JSON.stringify({ error: error('breath', text) }).length).toBeLessThan(2000);
    expect(JSON.stringify(error('z'.repeat(50_000), '{}')).length).toBeLessThan(2000);
  });
  test('batch answers every line in its order, good and bad', () => {
    const compare = { before: { value: 9, se: 1 }, after: { value: 1, se: 1 }, target: [-3, 3] };
    const lines = [
      JSON.stringify({ verb: 'compare', input: compare }),
      'nonsense',
      '',
      JSON.stringify({ verb: 'batch', input: 1 }),
    ];
    const { status, stdout } = shell('batch', lines.join('\n'));
    expect(status).toBe(0);
    const answered = stdout
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as { ok: boolean; error?: { code: string } });
    expect(answered[0]).toMatchObject({ ok: true, value: { verdict: 'better' } });
    expect(answered.slice(1).map((one) => one.error?.code)).toEqual(['notJson', 'notJson', 'unknownVerb']);
  });
});
