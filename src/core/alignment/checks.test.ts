import * as v from 'valibot';
import { cameraOf, directionsOf } from './setting';
import { measureInput } from './input';
import { measure } from './measure';
import type { MeasureOutput } from './measure';

const mat = [
  [100, 1000],
  [2100, 1000],
];
const scale = {
  points: [
    [500, 1010],
    [1500, 1010],
  ],
  mm: 1000,
};
const read = (input: object): MeasureOutput => {
  const result = measure(
    v.parse(measureInput, { position: 'supine', view: 'side', headEnd: 'left', matLine: mat, scale, ...input }),
  );
  if (!result.ok) throw new Error(result.error.message);
  return result.value;
};
const value = (input: object, id: string) => read(input).measures[id]?.value ?? Number.NaN;
const codes = (input: object) => read(input).warnings.map(({ code }) => code);

describe('from the ends and from above, worked by hand', () => {
  const above = (landmarks: object, more: object = {}) => ({ view: 'above', landmarks, ...more });
  test('head left, on the back: her right is down in the picture; a right hip 20 mm nearer the head over 240 is +4.76°', () => {
    expect(value(above({ ASIS_L: [1000, 480], ASIS_R: [980, 720] }), 'pelvicHike')).toBeCloseTo(4.7636, 3);
  });
  test('a midline that leans the same way makes it square again', () => {
    // The notch lies 420 mm headward of the middle and 35 mm to her right: the midline leans 4.76° too, the other way.
    const notch = [990 - 420, 600 - 35];
    expect(value(above({ ASIS_L: [1000, 480], ASIS_R: [980, 720], SN: notch }), 'pelvicHike')).toBeCloseTo(0, 1);
  });
  test('a pelvis 12 mm to the right of the notch, hip bones 240 apart, is shifted by 0.05', () => {
    expect(value(above({ ASIS_L: [1000, 492], ASIS_R: [1000, 732], SN: [600, 600] }), 'pelvicShift')).toBeCloseTo(
      0.05,
      6,
    );
  });
  test('from the foot end her right is at the left; the middle of the mat’s edge stands in for the notch', () => {
    const foot = {
      view: 'foot',
      landmarks: { ASIS_R: [968, 500], ASIS_L: [1208, 500] },
      matLine: [
        [800, 900],
        [1400, 900],
      ],
    };
    expect(value(foot, 'pelvicShift')).toBeCloseTo((1100 - 1088) / 240, 6);
  });
  test('a knee 40 mm outside the line from hip to ankle, 800 long, is +0.05 on either side, and the worse one stands for both', () => {
    const front = {
      position: 'standing',
      view: 'front',
      landmarks: {
        GT_R: [400, 300],
        PAT_R: [360, 700],
        LM_R: [400, 1100],
        GT_L: [600, 300],
        PAT_L: [580, 700],
        LM_L: [600, 1100],
      },
      matLine: [
        [100, 1150],
        [900, 1150],
      ],
    };
    const { measures } = read(front);
    expect(measures.kneeTrack_R?.value).toBeCloseTo(0.05, 6);
    expect(measures.kneeTrack_L?.value).toBeCloseTo(-0.025, 6);
    expect(measures.kneeTrack?.value).toBeCloseTo(0.05, 6);
  });
  test('heels 216 apart and hip bones 240 are a spacing of 0.9', () => {
    const landmarks = { HEEL_L: [1100, 900], HEEL_R: [884, 900], ASIS_L: [1120, 500], ASIS_R: [880, 500] };
    expect(value({ view: 'foot', landmarks }, 'footSpacing')).toBeCloseTo(0.9, 6);
  });
  test('both legs named in a side view are told apart', () => {
    const landmarks = { GT_L: [1100, 760], GT_R: [1100, 760], LK_R: [1100, 360], LK_L: [1383, 477] };
    const { measures } = read({ landmarks });
    expect(measures.legElevation_R?.value).toBeCloseTo(90, 6);
    expect(measures.legElevation_L?.value).toBeCloseTo(45, 1);
    expect(measures.legElevation?.value).toBeCloseTo(90, 6); // the near one
  });
  test('the strip tells tilt like the hip bones do', () => {
    expect(value({ landmarks: { STF: [1000, 682.367], STB: [1100, 700] } }, 'pelvicTiltStrip')).toBeCloseTo(10, 3);
  });
});

describe('wrong use is caught and named', () => {
  const good = {
    ASIS: [1000, 700],
    PS: [1100, 700],
    SN: [580, 730],
    LR: [830, 690],
    GT: [1070, 760],
    LK: [1070, 400],
    LM: [1490, 400],
  };
  test('a careful picture raises nothing', () => expect(codes({ landmarks: good })).toEqual([]));
  test('a mat line tilted by more than 10°', () =>
    expect(
      codes({
        landmarks: good,
        matLine: [
          [100, 1000],
          [2100, 1400],
        ],
      }),
    ).toContain('matTilted'));
  test('halves of the known length that differ say to which end the camera stands nearer', () => {
    const askew = read({ landmarks: good, scale: { ...scale, middle: [1060, 1010] } });
    expect(askew.warnings.find(({ code }) => code === 'notSquare')?.message).toContain('nearer to the left end');
    expect(codes({ landmarks: good, scale: { ...scale, middle: [1005, 1010] } })).not.toContain('notSquare');
  });
  test.each([
    ['a hip 900 mm from its knee', { ...good, LK: [1070, -140] }, 'unlikelyLengths', 'GT'],
    ['a face nearer the feet than the notch', { ...good, FH: [700, 700], CH: [620, 700] }, 'unlikelyPlaces', 'SN'],
    ['ribs beyond the hip', { ...good, LR: [1290, 690] }, 'unlikelyPlaces', 'LR'],
  ])('%s', (_, landmarks, code, at) => {
    const warning = read({ landmarks }).warnings.find((one) => one.code === code);
    expect(warning?.landmarks).toContain(at);
  });
  test('the side that cannot be seen from here', () => {
    expect(codes({ landmarks: { ASIS_L: [1000, 700], PS: [1100, 700] } })).toContain('farSideMarked');
    expect(codes({ landmarks: { ASIS_R: [1000, 700], PS: [1100, 700] } })).not.toContain('farSideMarked');
  });
  test('a measure that this view cannot show says from where to look', () => {
    expect(read({ view: 'foot', landmarks: { ASIS: [1000, 700], PS: [1100, 700] } }).unseen.pelvicTilt).toBe(
      'pelvic tilt cannot be read from the foot end; look from the side or from above',
    );
    expect(read({ landmarks: { C7: [500, 700], TR: [400, 700] } }).unseen.craniovertebral).toContain(
      'in this position',
    );
  });
  test('from beside the mat a body on its side shows no profile: look from above', () => {
    const { measures, unseen } = read({ position: 'sideLying', landmarks: good });
    expect(measures).toEqual({});
    expect(unseen.pelvicTilt).toContain('from above');
  });
});

describe('the lens', () => {
  // A lens 3 m away whose axis meets the picture 100 px above the hip bones: 120 mm nearer, they are drawn 4 % farther from it.
  const lens = { axis: [1000, 600], distanceMm: 3000 };
  test('a hip bone 120 mm nearer is drawn back by a twenty-fifth toward the axis', () => {
    // ASIS at 700 comes back to 600 + 100·0.96 = 696; PS stays: atan(4/100) more arch.
    expect(value({ landmarks: { ASIS: [1000, 700], PS: [1100, 700] }, lens }, 'pelvicTilt')).toBeCloseTo(2.2906, 3);
  });
  test('looking down by 2° fakes 4.2 mm between them, which is taken off where it is known', () => {
    const landmarks = { ASIS: [1000, 700], PS: [1100, 700] };
    const plain = value({ landmarks }, 'pelvicTilt');
    expect(value({ landmarks, cameraElevationDeg: 2 }, 'pelvicTilt') - plain).toBeCloseTo((120 / 100) * 2, 6);
    const [known, unknown] = [read({ landmarks, cameraElevationDeg: 2 }), read({ landmarks })];
    expect(known.measures.pelvicTilt?.seBetween).toBeLessThan(unknown.measures.pelvicTilt?.seBetween ?? 0);
  });
  test('a lens that is higher but level looks down by nothing; aimed at the pelvis it looks down by all of it', () => {
    const setting = { headEnd: 'left', lensHeightMm: 410, lensDistanceMm: 3000 } as const;
    const size = { width: 2000, height: 1000 };
    const told = (y: number) => cameraOf(setting, size, 'supine', 'side', [1000, y], 1).cameraElevationDeg;
    expect(told(800)).toBeCloseTo(0, 6); // 300 mm above the pelvis, which is seen 300 mm below the middle
    expect(told(500)).toBeCloseTo((Math.atan(0.1) * 180) / Math.PI, 6);
    expect(cameraOf({ headEnd: 'left' }, size, 'supine', 'side', [1000, 500], 1)).toEqual({});
  });
  test('the same word says head end and facing', () => {
    expect(directionsOf({ headEnd: 'right' }, 'standing')).toEqual({ facing: 'right' });
    expect(directionsOf({ headEnd: 'right', bellySide: 'down' }, 'sideLying')).toEqual({
      headEnd: 'right',
      bellySide: 'down',
    });
  });
});
