// What measuring goes by, line by line: how well points are found, what hands and eyes tell, how figures are written.
import { eyeBlocks, gradeDeg, untrainedSdDeg } from './by-eye';
import { handRules, readHand, usualFingerMm } from './by-hand';
import { positions, views } from '../anatomy/positions';
import { findLandmarkKey, isLandmarkKey, landmarkInfo } from '../anatomy/landmarks';
import { readKept } from '../knowledge/kept';
import { jointAngles, levelLines } from '../figure/levels';
import { measureRules } from './rules';
import { cameraOf, settingInput } from './setting';
import { formatInterval, formatMeasure, nameOf, unitOf } from './words';
import { refusedWith } from '../../../tests/rigs/refused';

test('points: spread of finding each again by touch, and how far it lies from the middle, mm', () =>
  expect(
    Object.entries(landmarkInfo).map(([id, { findingSdMm, depthMm }]) => `${id} ${findingSdMm} ${depthMm}`),
  ).toEqual([
    'ASIS 6 120',
    'PSIS 8 45',
    'PS 8 0',
    'GT 8 165',
    'LK 4 140',
    'LM 4 120',
    'TOE 4 100',
    'LR 8 90',
    'SN 6 0',
    'XP 8 0',
    'AC 4 180',
    'EL 4 190',
    'WR 4 175',
    'TR 4 75',
    'FH 4 0',
    'CH 4 0',
    'C7 7 0',
    'T6 7 0',
    'T12 7 0',
    'L3 7 0',
    'S2 7 0',
    'PAT 4 90',
    'HEEL 4 90',
    'SEAT 10 60',
    'STF 8 148',
    'STB 8 162',
    'SL1 8 165',
    'SL2 8 145',
    'SL3 8 135',
    'SL4 8 145',
    'SL5 8 150',
    'SL7 4 75',
  ]));

test('measures as the page of measures has them: name, unit, from where, in which positions, by which points, against what', () => {
  const rows = measureRules.map((rule) =>
    [
      rule.id,
      rule.name,
      rule.unit,
      rule.views.join(' '),
      rule.positions?.join(' ') ?? 'everywhere',
      `${rule.needs.join(' ')}${rule.paired ? ` (left and right: ${rule.paired.join(' ')})` : ''}${rule.helps ? `, helped by ${rule.helps}` : ''}${rule.instead ? ` instead ${JSON.stringify(rule.instead)}` : ''}`,
      [
        rule.fromNeutral && 'fromNeutral',
        rule.needsScale && 'needsScale',
        rule.alongTrunk && 'alongTrunk',
        rule.sided,
        rule.compares,
      ]
        .filter(Boolean)
        .join(' '),
      JSON.stringify(rule.apart),
    ].join(' | '),
  );
  expect(rows).toEqual([
    'pelvicTilt | pelvic tilt | deg | side above | everywhere | ASIS PS | alongTrunk | [[0,1]]',
    'pelvicTiltPsis | pelvic tilt by PSIS | deg | side above | everywhere | ASIS PSIS | alongTrunk | [[0,1]]',
    'pelvicTiltStrip | pelvic tilt by the strip | deg | side above | everywhere | STF STB | alongTrunk | [[0,1]]',
    'lumbarGap | gap under the low back | mm | side | supine fourPoint standing sitting kneeling | S2 L3 T6 | needsScale | [[0,2]]',
    'lumbarCurve | low-back curve | deg | side | everywhere | S2 L3 T6 |  | [[0,2]]',
    'ribFlare | rib flare | deg | side above | everywhere | LR SN | fromNeutral alongTrunk difference | [[0,1]]',
    'ribPelvisRatio | rib to hip distance | ratio | side above | everywhere | LR ASIS | fromNeutral ratio | [[0,1]]',
    'faceAngle | face angle | deg | side above | everywhere | FH CH |  | [[0,1]]',
    'craniovertebral | head over neck | deg | side | sitting kneeling standing | C7 TR |  | [[0,1]]',
    'shoulderEar | shoulder to ear | ratio | side front | everywhere | AC TR | fromNeutral whenNamed ratio | [[0,1]]',
    'legElevation | thigh above the mat | deg | side | supine prone sideLying fourPoint frontSupport | GT LK instead {"LK":"LM"} | whenNamed | [[0,1]]',
    'straightLegElevation | whole leg above the mat | deg | side | supine prone sideLying fourPoint frontSupport | GT LM | whenNamed | [[0,1]]',
    'kneeFlexion | knee bend | deg | side above | everywhere | GT LK LM | whenNamed | [[0,1],[1,2]]',
    'tabletopError | off tabletop | deg | side | supine | GT LK LM |  | [[0,1],[1,2]]',
    'curlHeight | upper back above the mat | mm | side | supine | T6 | needsScale | []',
    'pelvisOnThigh | pelvis on thigh | deg | side | everywhere | LK SL1 SL2 instead {"SL1":"GT","SL7":"TR"} | fromNeutral difference | [[0,1],[1,2]]',
    'lowBackBend | bend of the low back | deg | side | everywhere | SL1 SL2 SL4 instead {"SL1":"GT","SL7":"TR"} | fromNeutral difference | [[0,1],[1,2]]',
    'lowBackBendStrip | bend of the low back, by the strip | deg | side | everywhere | STB STF SL2 SL4 instead {"SL1":"GT","SL7":"TR"} | fromNeutral difference | [[0,1],[2,3]]',
    'chestBend | bend of the chest | deg | side | everywhere | SL2 SL4 SL5 instead {"SL1":"GT","SL7":"TR"} | fromNeutral difference | [[0,1],[1,2]]',
    'neckBend | bend of the neck | deg | side | everywhere | SL4 SL5 SL7 instead {"SL1":"GT","SL7":"TR"} | fromNeutral difference | [[0,1],[1,2]]',
    'cCurve | C-curve | deg | side | everywhere | SL1 SL2 SL4 SL5 instead {"SL1":"GT","SL7":"TR"} | fromNeutral difference | [[0,1],[2,3]]',
    'plankLine | plank line | deg | side | frontSupport prone fourPoint | AC GT LM |  | [[0,1],[1,2]]',
    'bridgeLine | bridge line | deg | side | supine | AC GT LK |  | [[0,1],[1,2]]',
    'shoulderOverWrist | shoulder over wrist | ratio | side | fourPoint frontSupport | AC WR |  | [[0,1]]',
    'hipOverKnee | hip over knee | ratio | side | supine fourPoint | GT LK |  | [[0,1]]',
    'kneeOverHip | knee over hip | ratio | side | supine fourPoint | LK GT |  | [[0,1]]',
    'pelvicRoll | pelvis rolled to a side | deg | foot head front behind | everywhere | ASIS (left and right: ASIS) |  | [[0,1]]',
    'pelvicHike | pelvis hiked to a side | deg | above front | everywhere | ASIS (left and right: ASIS), helped by SN |  | [[0,1]]',
    'pelvicShift | pelvis shifted to a side | ratio | above foot | everywhere | ASIS (left and right: ASIS), helped by SN |  | [[0,1]]',
    'kneeTrack | knee over the foot | ratio | above front foot | everywhere | GT PAT LM (left and right: ASIS), helped by ASIS instead {"GT":"ASIS"} | always | [[0,2]]',
    'footSpacing | heel to heel | ratio | foot above | everywhere | HEEL ASIS (left and right: HEEL ASIS) |  | [[2,3]]',
  ]);
});

test('a point goes by its name, bare or of one side; what is near is taken first', () => {
  expect(['ASIS', 'ASIS_L', 'ASIS_R', 'ASIS_X', 'Nose', '', 'toString'].map(isLandmarkKey)).toEqual([
    true,
    true,
    true,
    false,
    false,
    false,
    false,
  ]);
  expect(findLandmarkKey({ LK_L: 1, LK_R: 1 }, 'LK', 'R')).toBe('LK_R');
  expect(findLandmarkKey({ LK_R: 1 }, 'LK', 'L')).toBe('LK_R');
  expect(findLandmarkKey({ LK_L: 1 }, 'LK', 'R')).toBe('LK_L');
  expect(findLandmarkKey({ LM: 1 }, 'LK', 'R')).toBeUndefined();
});

describe('by hand', () => {
  test('tools, what they count in, their range and their errors within and between set-ups', () =>
    expect(
      handRules.map(
        ({ measure, tool, counts, lo, hi, sd }) =>
          `${measure}: ${tool}, ${counts}, ${lo} to ${hi}, ±${sd.join(' and ')}`,
      ),
    ).toEqual([
      'pelvicTilt: inclinometer, deg, -45 to 45, ±1.5 and 4',
      'lumbarGap: fingers, fingers, 0 to 6, ±0.25 and 0.4',
      'legElevation: goniometer, deg, -40 to 140, ±2.5 and 4',
      'kneeFlexion: goniometer, deg, -10 to 160, ±2.5 and 4',
      'faceAngle: inclinometer, deg, -60 to 60, ±2 and 3',
      'pelvicRoll: inclinometer, deg, -30 to 30, ±1 and 2',
      'curlHeight: tape, mm, 0 to 400, ±4 and 8',
      'cuffPressure: cuff, mmHg, 0 to 200, ±2 and 4',
    ]));
  test('where each can be read', () => {
    const where = (measure: string) => handRules.find((rule) => rule.measure === measure)?.positions.join(' ');
    expect(where('pelvicTilt')).toBe(positions.join(' '));
    expect(where('kneeFlexion')).toBe(positions.join(' '));
    expect(where('faceAngle')).toBe(positions.join(' '));
    expect(where('lumbarGap')).toBe('supine standing sitting kneeling fourPoint');
    expect(where('legElevation')).toBe('supine prone sideLying fourPoint frontSupport');
    expect(where('pelvicRoll')).toBe('supine standing sitting kneeling prone');
    expect(where('curlHeight')).toBe('supine');
    expect(where('cuffPressure')).toBe('supine');
  });
  test('every way of reading is told in a sentence', () => {
    for (const { how } of handRules) expect(how).toMatch(/^[A-Z].{20,}\.$/);
    expect(usualFingerMm).toBe(18);
  });
  test('the ends of the range still count, a step beyond does not', () => {
    const read = (value: number) => readHand({ measure: 'pelvicTilt', read: value }, 'supine')?.value;
    expect([-45.1, -45, 45, 45.1].map(read)).toEqual([undefined, -45, 45, undefined]);
    expect(readHand({ measure: 'curlHeight', read: 95 }, 'supine')).toEqual({
      measure: 'curlHeight',
      value: 95,
      se: 4,
      seBetween: 8,
    });
    expect(readHand({ measure: 'lumbarGap', read: 1 }, 'standing', 20)).toMatchObject({
      value: 20,
      se: 5,
      seBetween: 8,
    });
  });
});

describe('by eye', () => {
  test('grades are 4° and 10° off, known to 5°', () => {
    expect(gradeDeg).toEqual({ [-2]: -10, [-1]: -4, 0: 0, 1: 4, 2: 10 });
    expect(untrainedSdDeg).toBe(5);
  });
  test('what can be graded from where', () => {
    const rowsOf = (position: (typeof positions)[number]) =>
      views.map(
        (view) =>
          `${view}: ${eyeBlocks(position, view)
            .map(({ block, measure }) => `${block} ${measure}`)
            .join(', ')}`,
      );
    const profile = 'head faceAngle, ribs ribFlare, pelvis pelvicTilt';
    expect(rowsOf('supine')).toEqual([
      `side: ${profile}`,
      'foot: pelvis pelvicRoll',
      'head: pelvis pelvicRoll',
      'above: pelvis pelvicHike',
      'front: pelvis pelvicRoll',
      'behind: pelvis pelvicRoll',
    ]);
    expect(rowsOf('sideLying')[3]).toBe(`above: ${profile}`);
    expect(rowsOf('standing')[4]).toBe('front: pelvis pelvicRoll, pelvis pelvicHike');
    expect(rowsOf('standing')[5]).toBe('behind: pelvis pelvicRoll');
  });
  test('steps have names', () => {
    const names = [...eyeBlocks('standing', 'side'), ...eyeBlocks('standing', 'front')].map(
      ({ low, high }) => `${low} / ${high}`,
    );
    expect(names).toEqual([
      'chin tucked / chin lifted',
      'ribs pressed / ribs flared',
      'tucked / arched',
      'left side up / right side up',
      'left side hiked / right side hiked',
    ]);
  });
});

describe('figures in words', () => {
  test.each<[string, number, 'value' | 'error', string]>([
    ['pelvicTilt', 9.04, 'value', '+9.0°'],
    ['pelvicTilt', 12.4, 'value', '+12°'],
    ['pelvicTilt', -9.94, 'value', '−9.9°'],
    ['pelvicTilt', -12, 'value', '−12°'],
    ['pelvicTilt', -0.01, 'value', '0.0°'],
    ['pelvicTilt', 0, 'value', '0.0°'],
    ['pelvicTilt', 12.34, 'error', '12.3°'],
    ['legElevation', 45.3, 'value', '45°'],
    ['legElevation', -3, 'value', '−3.0°'],
    ['legElevation_L', 45.3, 'value', '45°'],
    ['lumbarGap', 45, 'value', '45 mm'],
    ['cuffPressure', 40, 'value', '40 mmHg'],
    ['neckGap', 12, 'value', '12 mm'],
  ])('%s of %d as %s', (measure, value, as, text) => expect(formatMeasure(measure, value, as)).toBe(text));
  test('ratios have two decimals and no sign; what nobody knows is told as an angle, under its own name', () => {
    expect([formatMeasure('kneeTrack', 1.037), formatMeasure('kneeTrack', -0.1)]).toEqual(['1.04', '−0.10']);
    expect([unitOf('kneeTrack'), unitOf('charm'), nameOf('charm')]).toEqual(['ratio', 'deg', 'charm']);
  });
  test('intervals', () => {
    expect(formatInterval('pelvicTilt', [-5, 5])).toBe('−5…+5°');
    expect(formatInterval('pelvicTilt', [null, 8])).toBe('up to +8°');
    expect(formatInterval('pelvicTilt', [-8, null])).toBe('at least −8°');
    expect(formatInterval('pelvicTilt', [null, null])).toBe('anything');
    expect(formatInterval('lumbarGap', [0, 40])).toBe('0…40 mm');
    expect(formatInterval('cuffPressure', [-10, 10])).toBe('−10…10 mmHg');
  });
  test('a limb’s measure has its side in its name', () => {
    const bare = nameOf('kneeFlexion');
    expect([nameOf('kneeFlexion_L'), nameOf('kneeFlexion_R')]).toEqual([`${bare}, left`, `${bare}, right`]);
    expect(nameOf('cuffPressure')).toBe('pressure under the low back');
    expect(nameOf('neckGap')).toBe('gap behind the neck');
  });
});

describe('the camera', () => {
  const size = { width: 2000, height: 1000 };
  test('its axis meets the middle; mat and rod lie nearer than the client, from the side only', () => {
    const camera = (view: 'side' | 'foot', isKnownOnEdge = false) =>
      cameraOf({ headEnd: 'left', lensDistanceMm: 3000 }, size, { position: 'supine', view, isKnownOnEdge });
    expect(camera('side')).toEqual({
      lens: { axis: [1000, 500], distanceMm: 3000, matNearerMm: 305, knownNearerMm: 245 },
    });
    expect(camera('side', true)).toMatchObject({ lens: { matNearerMm: 305, knownNearerMm: 305 } });
    expect(camera('foot')).toEqual({ lens: { axis: [1000, 500], distanceMm: 3000 } });
  });
  test('how far it looks down: height over the pelvis, less what the picture shows below its middle', () => {
    const setting = { headEnd: 'left', lensHeightMm: 610, lensDistanceMm: 3000 } as const;
    const down = (position: 'supine' | 'standing', at: [number, number] | undefined, mmPerPx: number | undefined) =>
      cameraOf(setting, size, { position, view: 'side', pelvis: at, mmPerPx }).cameraElevationDeg;
    // Supine the pelvis is 110 mm up: 500 mm below the lens. In the middle of the picture: atan(500/3000) = 9.46°.
    expect(down('supine', [900, 500], 2)).toBeCloseTo(9.4623, 3);
    // 250 px of 2 mm below the middle, and the lens is level.
    expect(down('supine', [900, 750], 2)).toBeCloseTo(0, 9);
    // Standing it is 880 mm up: the lens looks up.
    expect(down('standing', [900, 500], 2)).toBeCloseTo((Math.atan(-270 / 3000) * 180) / Math.PI, 9);
    expect(down('supine', undefined, 2)).toBeUndefined();
    expect(down('supine', [900, 500], undefined)).toBeUndefined();
    expect(
      cameraOf(setting, size, { position: 'supine', view: 'above', pelvis: [1, 1], mmPerPx: 2 }),
    ).not.toHaveProperty('cameraElevationDeg');
  });
  test('heights of the pelvis, by position', () => {
    const level = positions.map((position) => {
      const { cameraElevationDeg = Number.NaN } = cameraOf(
        { headEnd: 'left', lensHeightMm: 1000, lensDistanceMm: 1000 },
        size,
        { position, view: 'side', pelvis: [0, 500], mmPerPx: 1 },
      );
      return Math.round(1000 - 1000 * Math.tan((cameraElevationDeg * Math.PI) / 180));
    });
    expect(Object.fromEntries(positions.map((position, i) => [position, level[i]]))).toEqual({
      supine: 110,
      prone: 90,
      sideLying: 180,
      fourPoint: 420,
      frontSupport: 380,
      sitting: 560,
      kneeling: 430,
      standing: 880,
    });
  });
  test('what a form may say of it', () => {
    const said = (change: object) => refusedWith(settingInput, { headEnd: 'left', ...change });
    expect(said({ lensHeightMm: 0, lensDistanceMm: 500, bellySide: 'up' })).toEqual([]);
    expect(said({ lensHeightMm: 4000, lensDistanceMm: 20_000 })).toEqual([]);
    expect(said({ lensHeightMm: -1 })).toEqual(['lensHeightMm: must be at least 0 mm']);
    expect(said({ lensHeightMm: 4001 })).toEqual(['lensHeightMm: must be at most 4000 mm']);
    expect(said({ lensDistanceMm: 499 })).toEqual(['lensDistanceMm: must be at least 500 mm']);
    expect(said({ lensDistanceMm: 20_001 })).toEqual(['lensDistanceMm: must be at most 20000 mm']);
    expect(said({ lensDistanceMm: 'far' })).toEqual(['lensDistanceMm: is not a number']);
  });
});

describe('lines on the picture', () => {
  const marks = (
    landmarks: object,
    matLine: [[number, number], [number, number]] | null = [
      [0, 1000],
      [2000, 1000],
    ],
  ) => ({ matLine, scale: null, landmarks }) as never;
  test('each block along its two points; the face’s level is the mat’s, the pelvis’ is its own neutral', () => {
    const top = marks({ CH: [100, 500], FH: [100, 400], PS: [900, 500], ASIS: [800, 500] });
    const setup = marks({ PS: [900, 500], ASIS: [900, 400] });
    const lines = levelLines(top, setup);
    expect(lines.map(({ block }) => block)).toEqual(['head', 'pelvis']);
    const [head, pelvis] = lines;
    // 100 px long, drawn 95 px to each side of its middle.
    expect(head?.line).toEqual([
      [100, 545],
      [100, 355],
    ]);
    expect(head?.level).toEqual([
      [5, 450],
      [195, 450],
    ]);
    expect(pelvis?.line).toEqual([
      [945, 500],
      [755, 500],
    ]);
    expect(pelvis?.level?.flat()).toEqual([850, 595, 850, 405].map((one) => expect.closeTo(one, 6)));
  });
  test('limbs have no level and end at their joints; without a mat line, or a set-up, there is none either', () => {
    const [thigh, shank] = levelLines(marks({ GT: [0, 0], LK: [100, 0], LM: [100, 100] }));
    expect(thigh).toEqual({
      block: 'thigh',
      line: [
        [0, 0],
        [100, 0],
      ],
    });
    expect(shank).toEqual({
      block: 'shank',
      line: [
        [100, 0],
        [100, 100],
      ],
    });
    const bare = levelLines(
      marks({ CH: [100, 500], FH: [100, 400], PS: [9, 5], ASIS: [8, 5] }, null),
      marks({ PS: [9, 5], ASIS: [9, 4] }),
    );
    expect(bare.every(({ level }) => level === undefined)).toBe(true);
  });
  test('a tilted mat tilts the level; a set-up on another tilt is turned to this one', () => {
    const tilted: [[number, number], [number, number]] = [
      [0, 0],
      [1000, 1000],
    ];
    const [head] = levelLines(marks({ CH: [100, 500], FH: [100, 400] }, tilted));
    const [[x0, y0], [x1, y1]] = head?.level as [[number, number], [number, number]];
    expect(Math.atan2(y1 - y0, x1 - x0)).toBeCloseTo(Math.PI / 4, 9);
    const turned = levelLines(
      marks({ PS: [900, 500], ASIS: [800, 500] }, [
        [1000, 1000],
        [0, 0],
      ]), // read left to right all the same
      marks({ PS: [900, 500], ASIS: [800, 500] }),
    )[0]?.level as [[number, number], [number, number]];
    expect(Math.atan2(turned[1][1] - turned[0][1], turned[1][0] - turned[0][0])).toBeCloseTo(
      Math.PI + Math.PI / 4 - 2 * Math.PI,
      9,
    );
  });
  test('points that coincide give no line; the back dimple stands in where the pubic bone is not marked', () => {
    expect(levelLines(marks({ CH: [1, 1], FH: [1, 1] }))).toEqual([]);
    const pelvis = (more: object) =>
      levelLines(marks({ ASIS: [800, 500], PSIS: [900, 480], ...more })).map(({ line }) => line);
    expect(pelvis({})).toHaveLength(1);
    expect(pelvis({ PS: [900, 510] })).toHaveLength(1);
    expect(pelvis({ PS: [900, 510] })[0]?.[0][1]).toBeGreaterThan(500);
  });
  test('joint angles: straight is 180°, a right angle 90°, and nothing where two points coincide', () => {
    const found = (landmarks: object) => jointAngles(marks(landmarks)).map(({ name, deg }) => [name, Math.round(deg)]);
    expect(found({ GT: [0, 0], LK: [100, 0], LM: [200, 0] })).toEqual([['knee', 180]]);
    expect(found({ GT: [0, 0], LK: [100, 0], LM: [100, 70] })).toEqual([['knee', 90]]);
    expect(found({ AC: [-100, 0], SN: [0, 100], GT: [0, 0], LK: [0, -50], WR: [-100, 50] })).toEqual([
      ['hip', 90],
      ['shoulder', 90],
    ]);
    expect(found({ SN: [-100, 0], GT: [0, 0], LK: [100, 0] })).toEqual([['hip', 180]]);
    expect(found({ GT: [0, 0], LK: [0, 0], LM: [100, 70] })).toEqual([]);
    expect(found({ GT: [0, 0], LK: [100, 0] })).toEqual([]);
    expect(jointAngles(marks({ GT: [0, 0], LK: [100, 0], LM: [100, 70] }))[0]).toMatchObject({
      at: [100, 0],
      arms: [
        [0, 0],
        [100, 70],
      ],
    });
  });
});

describe('a kept reading', () => {
  const finding = {
    fault: 'arch',
    measure: 'pelvicTilt',
    verdict: 'out',
    probability: 0.9,
    excess: 4,
    severity: 'clear',
    safety: false,
    why: 'x',
    value: 9,
    se: 1,
  };
  const kept = {
    words: { arch: 'an arch' },
    neutral: { pelvicTilt: { value: 2, se: null } },
    methods: { pelvicTilt: 'hand' },
    baseline: [finding],
    back: [],
    seen: [{ role: 'top' as const, fault: 'gluteGrip', side: 'L' as const, severity: 'clear' as const, safety: false }],
    retest: [],
    target: { pelvicTilt: { interval: [-5, null], tolerance: 5, source: 's', relativeTo: 'neutral' } },
    verdict: {
      fault: 'arch',
      measure: 'pelvicTilt',
      verdict: 'better',
      change: -6,
      mdc: 3,
      before: { value: 9, se: 1 },
      after: { value: 3, se: 1 },
      target: [-5, 5],
    },
  };
  test('comes back as it was; older ones without methods or way back have none', () => {
    expect(readKept(kept)).toEqual(kept);
    const { methods: _, back: __, words: ___, seen: ____, ...older } = kept;
    expect(readKept(older)).toEqual({ ...older, methods: {}, back: [], seen: [] });
    expect(readKept({ ...kept, verdict: null })).toMatchObject({ verdict: null });
  });
  test.each<[string, unknown]>([
    ['nothing', null],
    ['a text', 'kept'],
    ['another verdict', { ...kept, baseline: [{ ...finding, verdict: 'perhaps' }] }],
    ['another severity', { ...kept, baseline: [{ ...finding, severity: 'awful' }] }],
    ['another outcome', { ...kept, verdict: { ...kept.verdict, verdict: 'good' } }],
    ['another reference', { ...kept, target: { pelvicTilt: { ...kept.target.pelvicTilt, relativeTo: 'moon' } } }],
    ['another moment', { ...kept, seen: [{ role: 'later', fault: 'arch', safety: false }] }],
    ['another method', { ...kept, methods: { pelvicTilt: 'guess' } }],
    ['no neutral', { ...kept, neutral: undefined }],
    ['a finding without its value', { ...kept, retest: [{ ...finding, value: undefined }] }],
  ])('%s can’t be read, and is none', (_, value) => expect(readKept(value)).toBeNull());
});
