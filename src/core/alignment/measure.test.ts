import fc from 'fast-check';
import * as v from 'valibot';
import { workedLines, workedView } from '../../../tests/rigs/worked-picture';
import type { Vec2 } from '../geometry';
import { measureInput } from './input';
import type { MeasureInput } from './input';
import { landmarkNames } from '../anatomy/landmarks';
import type { Landmarks } from '../anatomy/landmarks';
import { measure } from './measure';
import type { MeasureOutput } from './measure';

// Worked by hand: head at the left, mat level at y = 1000, 1 px = 1 mm. So headward is −x and up is −y.
const { matLine: mat, scale } = workedLines();
const supine = (landmarks: Landmarks, more: Partial<MeasureInput> = {}): MeasureInput =>
  v.parse(measureInput, { ...workedView, matLine: mat, scale, landmarks, ...more });

const read = (input: MeasureInput): MeasureOutput => {
  const result = measure(input);
  if (!result.ok) throw new Error(result.error.message);
  return result.value;
};
const value = (input: MeasureInput, id: string): number => read(input).measures[id]?.value ?? Number.NaN;
const refusal = (input: MeasureInput) => {
  const result = measure(input);
  return result.ok ? undefined : result.error;
};

describe('measures worked by hand', () => {
  test('hip bones 100 mm headward of and 17.63 mm above the pubic bone are an arch of 10°', () => {
    expect(value(supine({ ASIS: [1000, 682.367], PS: [1100, 700] }), 'pelvicTilt')).toBeCloseTo(10, 3);
  });
  test('hip bones below the pubic bone are a tuck', () => {
    expect(value(supine({ ASIS: [1000, 717.633], PS: [1100, 700] }), 'pelvicTilt')).toBeCloseTo(-10, 3);
  });
  test('tilt by PSIS: hip bones 20 footward over 100 up are 11.31°', () => {
    expect(value(supine({ ASIS: [1020, 700], PSIS: [1000, 800] }), 'pelvicTiltPsis')).toBeCloseTo(11.3099, 3);
  });
  test('the breastbone notch sinking from 30 to 60 mm below the rib margin is a flare of 10.49°', () => {
    const input = supine(
      { LR: [800, 660], SN: [650, 720] },
      { neutral: { landmarks: { LR: [800, 690], SN: [650, 720] } } },
    );
    expect(value(input, 'ribFlare')).toBeCloseTo(10.4914, 3);
  });
  test('ribs 220 mm from the hip bone that were 200 mm away at rest are a ratio of 1.1', () => {
    const input = supine(
      { LR: [780, 700], ASIS: [1000, 700] },
      { neutral: { landmarks: { LR: [800, 700], ASIS: [1000, 700] } } },
    );
    expect(value(input, 'ribPelvisRatio')).toBeCloseTo(1.1, 6);
  });
  test('the ratio compares each picture in its own scale', () => {
    const closer = {
      landmarks: { LR: [600, 700], ASIS: [1000, 700] } as Landmarks,
      scale: {
        points: [
          [0, 0],
          [2000, 0],
        ],
        mm: 1000,
      } as MeasureInput['scale'],
    };
    expect(value(supine({ LR: [800, 700], ASIS: [1000, 700] }, { neutral: closer }), 'ribPelvisRatio')).toBeCloseTo(
      1,
      6,
    );
  });
  test('a forehead 10 mm lower than the chin over 120 mm is a chin lifted by 4.76°', () => {
    expect(value(supine({ FH: [300, 710], CH: [420, 700] }), 'faceAngle')).toBeCloseTo(4.7636, 3);
  });
  test('a thigh straight up stands at 90°, and a shank rising 60 over 400 is 8.53° off tabletop', () => {
    const marks: Landmarks = { GT: [1100, 760], LK: [1100, 360], LM: [1500, 300] };
    expect(value(supine(marks), 'legElevation')).toBeCloseTo(90, 6);
    expect(value(supine(marks), 'tabletopError')).toBeCloseTo(8.5308, 3);
    expect(value(supine(marks), 'kneeFlexion')).toBeCloseTo(81.4692, 3);
  });
  test('without a knee mark the ankle gives the elevation of the leg', () => {
    expect(value(supine({ GT: [1100, 760], LM: [1700, 160] }), 'legElevation')).toBeCloseTo(45, 6);
  });
  test('a low back 20 mm off the chord of 400 mm is a curve of 22.84° and a gap of 20 mm', () => {
    const marks: Landmarks = { S2: [1200, 900], L3: [1000, 880], T6: [800, 900] };
    expect(value(supine(marks), 'lumbarCurve')).toBeCloseTo(22.8424, 3);
    expect(value(supine(marks), 'lumbarGap')).toBeCloseTo(20, 6);
  });
  test('an upper back 55 mm over the mat line is a curl of 55 mm', () => {
    expect(value(supine({ T6: [700, 945] }), 'curlHeight')).toBeCloseTo(55, 6);
  });
  test('in a plank hips 30 mm above the line of 500 and 700 mm are a pike, below it a sag', () => {
    const plank = (hipY: number) =>
      supine({ AC: [400, 600], GT: [900, hipY], LM: [1600, 600] }, { position: 'frontSupport' });
    const bend = 3.4336 + 2.454; // atan(30/500) + atan(30/700)
    expect(value(plank(570), 'plankLine')).toBeCloseTo(bend, 3);
    expect(value(plank(630), 'plankLine')).toBeCloseTo(-bend, 3);
  });
  test('in a bridge a hip below the line from shoulder to knee is negative', () => {
    expect(value(supine({ AC: [400, 900], GT: [900, 780], LK: [1400, 600] }), 'bridgeLine')).toBeLessThan(0);
  });
  test('on hands and knees a shoulder 50 mm headward of the wrist over 500 mm is +0.0995', () => {
    expect(
      value(supine({ AC: [450, 500], WR: [500, 1000] }, { position: 'fourPoint' }), 'shoulderOverWrist'),
    ).toBeCloseTo(50 / Math.hypot(50, 500), 6);
  });
  test('on hands and knees the belly side is down, so hip bones deeper than the pubic bone are an arch', () => {
    expect(
      value(supine({ ASIS: [1000, 717.633], PS: [1100, 700] }, { position: 'fourPoint' }), 'pelvicTilt'),
    ).toBeCloseTo(10, 3);
  });
  test('from the foot end a right hip bone 20 mm higher over 240 mm is a roll of 4.76°', () => {
    const foot = supine({ ASIS_R: [400, 480], ASIS_L: [640, 500] }, { view: 'foot' });
    expect(Math.abs(value(foot, 'pelvicRoll'))).toBeCloseTo(4.7636, 3);
  });
});

describe('errors', () => {
  const tilted = supine({ ASIS: [1000, 682.367], PS: [1100, 700] });
  test('marking alone: 1.5 px at each end of 101.54 px is 1.197°', () => {
    expect(read(tilted).measures.pelvicTilt?.seWithin).toBeCloseTo(1.197, 3);
  });
  test('between set-ups: marking 1.197, finding 5.642, camera height 2.328, mat line 0.061 and 2° of roll at 1.3 make 6.742°', () => {
    expect(read(tilted).measures.pelvicTilt?.seBetween).toBeCloseTo(6.742, 2);
  });
  test('a measure against the set-up picture carries the marking error of both, and 2 mm of slip of each point', () => {
    const marks: Landmarks = { LR: [800, 690], SN: [650, 720] };
    const of = (spread: number) => (spread * Math.SQRT2 * 180) / Math.PI / Math.hypot(150, 30);
    const { measures } = read(supine(marks, { neutral: { landmarks: marks } }));
    expect(measures.ribFlare?.seWithin).toBeCloseTo(Math.hypot(of(1.5), of(1.5), of(2)), 4);
  });
  test('a landmark with a spread of its own, here and in the set-up: 0.3 px and 3 px of 101.54 px are 1.701°', () => {
    const own = supine({ ASIS: [1000, 682.367], PS: [1100, 700] }, { landmarkSdPx: { ASIS: 0.3, PS: 3 } });
    expect(read(own).measures.pelvicTilt?.seWithin).toBeCloseTo((Math.hypot(0.3, 3) * 180) / Math.PI / 101.54, 3);
    const marks: Landmarks = { LR: [800, 690], SN: [650, 720] };
    const of = (spread: number) => (spread * 180) / Math.PI / Math.hypot(150, 30);
    const { measures } = read(
      supine(marks, { landmarkSdPx: { LR: 0.3 }, neutral: { landmarks: marks, landmarkSdPx: { LR: 0.3, SN: 4 } } }),
    );
    const expected = Math.hypot(of(0.3), of(1.5), of(0.3), of(4), of(2 * Math.SQRT2));
    expect(measures.ribFlare?.seWithin).toBeCloseTo(expected, 4);
  });
  describe('drift since the set-up, hip bone and pubic bone 100 mm apart', () => {
    const leg = (lk: [number, number]): Landmarks => ({ AC: [600, 750], GT: [1050, 750], LK: lk });
    const down = { ASIS: [1000, 700], PS: [1100, 700], ...leg([1450, 750]) } satisfies Landmarks;
    const since = (now: Landmarks, rest: Landmarks) =>
      read(supine(now, { neutral: { landmarks: rest } })).measures.pelvicTilt?.seWithin ?? Number.NaN;
    const over = (mm: number) => (mm * 180) / Math.PI / 100;

    test('nothing moved: marking 1.215°, slip of 2 mm each 1.620°, roll of 2° at 1.3: 3.29°', () =>
      expect(since(down, down)).toBeCloseTo(Math.hypot(over(1.5 * Math.SQRT2), over(2 * Math.SQRT2), 2.6), 2));
    test('with the hip bent by 90° the front hip bone slips 8 mm', () =>
      expect(since({ ...down, ...leg([1050, 350]) }, down)).toBeCloseTo(
        Math.hypot(over(1.5 * Math.SQRT2), over(Math.hypot(8, 2)), 2.6),
        2,
      ));
    test('where the pictures do not show the hip it may have moved by 10°', () => {
      const { GT: _, ...without } = down;
      expect(since(without, without)).toBeCloseTo(
        Math.hypot(over(1.5 * Math.SQRT2), over(Math.hypot(2 + 6 / 9, 2)), 2.6),
        2,
      );
    });
    test('the strip hardly feels a roll, and neither it nor PSIS hangs on the pubic bone', () => {
      const strip: Landmarks = { STF: [1000, 700], STB: [1000, 800], ...leg([1450, 750]) };
      const { measures } = read(supine(strip, { neutral: { landmarks: strip } }));
      expect(measures.pelvicTiltStrip?.seWithin).toBeCloseTo(
        Math.hypot(over(1.5 * Math.SQRT2), over(2 * Math.SQRT2), 0.04),
        2,
      );
    });
  });
  test('without a known length angles still come, millimetres and the error between set-ups do not', () => {
    const { measures, missing, warnings } = read(
      supine({ ASIS: [1000, 682], PS: [1100, 700], T6: [700, 945] }, { scale: undefined }),
    );
    expect(measures.pelvicTilt).not.toHaveProperty('seBetween');
    expect(missing.curlHeight).toEqual(['scale']);
    expect(warnings.map(({ code }) => code)).toContain('noScale');
  });
  test('what a picture lacks is not remembered of another with the same marks', () => {
    const marks: Landmarks = { T6: [700, 945], LR: [800, 690], SN: [650, 720], ASIS: [1000, 682] };
    for (const isKnown of [true, false, true]) {
      const { missing, measures } = read(supine(marks, isKnown ? {} : { scale: undefined }));
      expect(missing.curlHeight).toEqual(isKnown ? undefined : ['scale']);
      expect('curlHeight' in measures).toBe(isKnown);
      const beside = read(supine(marks, { neutral: { landmarks: marks }, ...(isKnown ? {} : { scale: undefined }) }));
      expect(beside.missing.curlHeight).toEqual(isKnown ? undefined : ['scale']);
    }
  });
  test('an unknown camera height cancels against the set-up while the body lies as it lay, not where it has turned', () => {
    const rest: Landmarks = { LR: [800, 690], SN: [650, 720], ASIS: [1000, 682] };
    const turned: Landmarks = { LR: [990, 500], SN: [960, 350], ASIS: [1000, 682] }; // upright
    const lens = { axis: [1000, 700] as [number, number], distanceMm: 3000 };
    const se = (now: Landmarks, id: string, cameraElevationSdDeg: number) =>
      read(supine(now, { lens, cameraElevationSdDeg, trunk: 'level', neutral: { landmarks: rest } })).measures[id]
        ?.seWithin ?? Number.NaN;
    for (const id of ['ribFlare', 'ribPelvisRatio']) {
      expect(se(rest, id, 6)).toBeCloseTo(se(rest, id, 0), 6);
      expect(se(turned, id, 6)).toBeGreaterThan(1.2 * se(turned, id, 0));
    }
  });
  test('and beside a set-up without one every number is one still', () => {
    const marks: Landmarks = {
      ...{ ASIS: [1000, 682], PS: [1100, 700], GT: [1050, 760], LK: [1100, 400], LM: [1500, 400] },
      ...{ LR: [800, 690], SN: [650, 720], AC: [600, 780], FH: [260, 690], CH: [400, 690] },
    };
    for (const trunk of ['level', 'inclined'] as const) {
      const { measures } = read(supine(marks, { scale: undefined, trunk, neutral: { landmarks: marks } }));
      expect(Object.keys(measures).length).toBeGreaterThan(6);
      for (const [id, { value: told, seWithin }] of Object.entries(measures))
        expect([id, Number.isFinite(told), Number.isFinite(seWithin)]).toEqual([id, true, true]);
    }
  });
});

describe('what is missing or wrong', () => {
  test('each measure names what it lacks', () => {
    const { missing } = read(supine({ ASIS: [1000, 700] }));
    expect(missing.pelvicTilt).toEqual(['PS']);
    expect(missing.ribFlare).toEqual(['LR', 'SN', 'neutral']);
  });
  test('hip bone and pubic bone swapped are refused, and the landmark is named', () => {
    expect(refusal(supine({ ASIS: [1100, 700], PS: [1000, 690] }))).toMatchObject({
      code: 'landmarksSwapped',
      path: 'landmarks.ASIS',
    });
  });
  test('hip bone on top of the pubic bone is refused', () => {
    expect(refusal(supine({ ASIS: [1000, 700], PS: [1001, 701] }))).toMatchObject({
      code: 'landmarksCoincide',
      path: 'landmarks.ASIS',
    });
  });
  test('a mat line without length, or too steep, is refused', () => {
    expect(
      refusal(
        supine(
          {},
          {
            matLine: [
              [5, 5],
              [5, 5],
            ],
          },
        ),
      ),
    ).toMatchObject({ code: 'matLineTooShort', path: 'matLine' });
    expect(
      refusal(
        supine(
          {},
          {
            matLine: [
              [0, 0],
              [10, 100],
            ],
          },
        ),
      ),
    ).toMatchObject({ code: 'matLineTooSteep' });
  });
  test('a wrong mark in the set-up picture is named there', () => {
    const input = supine(
      { LR: [800, 690], SN: [650, 720] },
      { neutral: { landmarks: { LR: [650, 720], SN: [800, 690] } } },
    );
    expect(refusal(input)?.path).toBe('neutral.landmarks.SN');
  });
  test('a camera that is not square, and a thigh twice as long as its shank, are told', () => {
    const crooked = read(
      supine(
        { GT: [1100, 760], LK: [1100, 360], LM: [1250, 360] },
        {
          matLine: [
            [100, 1000],
            [2100, 600],
          ],
        },
      ),
    );
    expect(crooked.warnings.map(({ code }) => code)).toEqual(expect.arrayContaining(['matTilted', 'unlikelyLengths']));
  });
  test.each(['supine', 'prone', 'sideLying', 'fourPoint', 'frontSupport', 'sitting', 'kneeling', 'standing'])(
    'every landmark is accepted in %s, bare and sided',
    (position) => {
      const everything = Object.fromEntries(
        landmarkNames.flatMap((name, i) =>
          [name, `${name}_L`, `${name}_R`].map((key, j) => [key, [100 + 40 * i + 3 * j, 500]]),
        ),
      );
      const parsed = v.safeParse(measureInput, {
        position,
        view: 'front',
        headEnd: 'left',
        facing: 'left',
        matLine: mat,
        landmarks: everything,
      });
      expect(parsed.success).toBe(true);
    },
  );
});

describe('a picture turned, mirrored or enlarged says the same', () => {
  const spot = (x: number, y: number) =>
    fc.tuple(
      fc.double({ min: x - 40, max: x + 40, noNaN: true }),
      fc.double({ min: y - 25, max: y + 25, noNaN: true }),
    );
  const marks = fc.record({
    ASIS: spot(1000, 690),
    PS: spot(1120, 700),
    SN: spot(620, 730),
    LR: spot(800, 690),
    GT: spot(1090, 780),
    LK: spot(1100, 370),
    LM: spot(1500, 380),
    FH: spot(260, 690),
    CH: spot(400, 690),
  });
  const runs = { numRuns: 80, seed: 42 }; // the same cases on every machine
  type Move = (at: Vec2) => Vec2;
  const moved = (input: MeasureInput, move: Move): MeasureInput => {
    const all = (landmarks: Landmarks): Landmarks =>
      Object.fromEntries(Object.entries(landmarks).map(([key, at]) => [key, move(at)]));
    const line = ([a, b]: MeasureInput['matLine']) =>
      [move(a as Vec2), move(b as Vec2)] as unknown as MeasureInput['matLine'];
    const length = input.scale && { ...input.scale, points: line(input.scale.points) };
    return {
      ...input,
      matLine: line(input.matLine),
      scale: length,
      landmarks: all(input.landmarks),
      neutral: input.neutral && { landmarks: all(input.neutral.landmarks) },
    };
  };
  const same = (a: MeasureOutput, b: MeasureOutput, errors = true) => {
    expect(Object.keys(b.measures)).toEqual(Object.keys(a.measures));
    for (const [id, one] of Object.entries(a.measures)) {
      expect(b.measures[id]?.value).toBeCloseTo(one.value, 5);
      if (errors) expect(b.measures[id]?.seWithin).toBeCloseTo(one.seWithin, 4);
    }
  };
  const pair = fc
    .tuple(marks, marks)
    .map(([landmarks, rest]) => supine(landmarks as Landmarks, { neutral: { landmarks: rest as Landmarks } }));

  test('turned with its mat line', () => {
    fc.assert(
      fc.property(pair, fc.double({ min: -0.9, max: 0.9, noNaN: true }), (input, angle) => {
        const [c, s] = [Math.cos(angle), Math.sin(angle)];
        same(read(input), read(moved(input, ([x, y]) => [x * c - y * s, x * s + y * c])));
      }),
      runs,
    );
  });
  test('mirrored, with the head end told', () => {
    fc.assert(
      fc.property(pair, (input) =>
        same(read(input), read({ ...moved(input, ([x, y]) => [2400 - x, y]), headEnd: 'right' })),
      ),
      runs,
    );
  });
  test('enlarged: the same figures, and marking counts for less', () => {
    fc.assert(
      fc.property(pair, fc.double({ min: 0.5, max: 4, noNaN: true }), (input, k) => {
        const larger = moved(input, ([x, y]) => [x * k, y * k]);
        same(read(input), read(larger), false);
        // Slip and roll are of the body and stay; marking is of the picture.
        const marking = (one: MeasureInput): number =>
          read({ ...one, neutral: undefined }).measures.pelvicTilt?.seWithin ?? Number.NaN;
        expect(marking(larger)).toBeCloseTo(marking(input) / k, 4);
      }),
      runs,
    );
  });
  test('left and right taken for one another turn a roll round', () => {
    fc.assert(
      fc.property(spot(400, 500), spot(640, 500), (right, left) => {
        const seen = (landmarks: Landmarks) => value(supine(landmarks, { view: 'foot' }), 'pelvicRoll');
        expect(seen({ ASIS_R: right, ASIS_L: left })).toBeCloseTo(-seen({ ASIS_R: left, ASIS_L: right }), 6);
      }),
      runs,
    );
  });
});
