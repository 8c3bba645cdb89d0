import * as v from 'valibot';
import { workedLines, workedView } from '../../../tests/rigs/worked-picture';
import { cameraOf, directionsOf } from './setting';
import { measureInput } from './input';
import { measure } from './measure';
import type { MeasureOutput } from './measure';

const { matLine: mat, scale } = workedLines();
const read = (input: object): MeasureOutput => {
  const result = measure(v.parse(measureInput, { ...workedView, matLine: mat, scale, ...input }));
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

describe('each doubt in words, at its edge', () => {
  const pair = { ASIS: [1000, 700], PS: [1100, 700] };
  const warned = (input: object) => read(input).warnings.map(({ message }) => message);
  test('no known length', () =>
    expect(warned({ landmarks: pair, scale: undefined })).toEqual([
      'No known length is marked: angles are right, but millimetres and the error between set-ups are not known.',
    ]));
  test('a mat line that is tilted or short', () => {
    const tilt = (rise: number) =>
      warned({
        landmarks: pair,
        matLine: [
          [100, 1000],
          [1100, 1000 + rise],
        ],
      });
    expect(tilt(176)).toEqual([]); // 9.98°
    expect(tilt(-178)).toEqual(['The mat line is tilted 10°: the camera is not square to the mat.']);
    const long = (px: number) =>
      warned({
        landmarks: pair,
        matLine: [
          [100, 1000],
          [100 + px, 1000],
        ],
      });
    expect(long(60)).toEqual([]);
    expect(long(59)).toEqual(['The mat line is very short: set its ends as far apart as you can.']);
  });
  test('halves of the known length: 5 % apart is well, more is askew; the longer half is the nearer', () => {
    const halves = (
      x: number,
      points = [
        [500, 1010],
        [1500, 1010],
      ],
    ) => warned({ landmarks: pair, scale: { points, mm: 1000, middle: [x, 1010] } });
    expect(halves(1012)).toEqual([]); // 512 to 488
    expect(halves(1013)).toEqual([
      'The two halves of the known length look 1.05 to 1: the camera stands askew, nearer to the left end. Turn it square to the mat.',
    ]);
    expect(halves(987)[0]).toContain('nearer to the right end');
    expect(
      halves(1013, [
        [1500, 1010],
        [500, 1010],
      ])[0],
    ).toContain('nearer to the left end');
  });
  test('left and right swapped, from every end that shows both; never from the side', () => {
    const swapped = { ASIS_L: [880, 500], ASIS_R: [1120, 500] };
    const right = { ASIS_L: [1120, 500], ASIS_R: [880, 500] };
    expect(read({ view: 'foot', landmarks: swapped }).warnings).toContainEqual({
      code: 'leftRightSwapped',
      message: 'Left and right look swapped for this view.',
      landmarks: ['ASIS_L', 'ASIS_R'],
    });
    expect(codes({ view: 'foot', landmarks: right })).not.toContain('leftRightSwapped');
    expect(codes({ view: 'head', landmarks: swapped })).not.toContain('leftRightSwapped');
    expect(codes({ landmarks: { ...pair, GT_L: [1070, 760], GT_R: [1090, 760] } })).not.toContain('leftRightSwapped');
    for (const name of ['PSIS', 'AC', 'GT', 'SEAT'])
      expect(codes({ view: 'foot', landmarks: { [`${name}_L`]: [880, 500], [`${name}_R`]: [1120, 500] } })).toContain(
        'leftRightSwapped',
      );
    // Knees may cross.
    expect(codes({ view: 'foot', landmarks: { LK_L: [880, 500], LK_R: [1120, 500] } })).not.toContain(
      'leftRightSwapped',
    );
  });
  test.each<[string, string, number, number]>([
    ['ASIS', 'PS', 45, 170],
    ['ASIS', 'PSIS', 85, 250],
    ['ASIS', 'GT', 40, 240],
    ['LR', 'SN', 110, 370],
    ['XP', 'SN', 70, 270],
    ['FH', 'CH', 65, 210],
    ['AC', 'GT', 250, 720],
    ['AC', 'TR', 40, 330],
    ['GT', 'LK', 170, 600],
    ['LK', 'LM', 190, 600],
    ['AC', 'EL', 20, 430],
    ['EL', 'WR', 20, 380],
  ])('%s to %s measures %d to %d mm on a body', (from, to, least, most) => {
    const at = (mm: number) =>
      read({
        landmarks: { [from]: [1000, 500], [to]: to === 'PSIS' ? [1000, 500 + mm] : [1000 + mm, 500] },
      }).warnings.find(({ code }) => code === 'unlikelyLengths');
    expect([at(least), at(most)]).toEqual([undefined, undefined]);
    expect(at(least - 1)).toMatchObject({
      message: `${from} to ${to} measures ${least - 1} mm; on a body it is ${least} to ${most} mm. One of the two, or the known length, is not where it should be.`,
      landmarks: [from, to],
    });
    expect(at(most + 1)?.message).toContain(`measures ${most + 1} mm`);
  });
  test('three lengths are told at most; without a known length thigh and shank against one another', () => {
    const far = { GT: [900, 990], LK: [0, 0], LM: [900, 0], AC: [0, 990], EL: [0, 500] };
    expect(codes({ landmarks: far }).filter((code) => code === 'unlikelyLengths')).toHaveLength(3);
    const legs = (thigh: number) =>
      read({ scale: undefined, landmarks: { GT: [1000, 500], LK: [1000, 500 - thigh], LM: [1100, 500 - thigh] } })
        .warnings.filter(({ code }) => code === 'unlikelyLengths')
        .map(({ message, landmarks }) => [message, landmarks]);
    expect([legs(61), legs(159)]).toEqual([[], []]);
    expect(legs(160)).toEqual([
      ['Thigh and shank are 1.6 to 1: one of hip, knee or ankle is not where it should be.', ['GT', 'LK', 'LM']],
    ]);
    expect(legs(60)).toHaveLength(1);
  });
  test.each<[string, string, string, string]>([
    ['GT', 'AC', 'outer hip (greater trochanter)', 'top of the shoulder'],
    ['ASIS', 'SN', 'front hip bone', 'notch above the breastbone'],
    ['ASIS', 'LR', 'front hip bone', 'front lower rib margin'],
    ['PS', 'SN', 'pubic bone', 'notch above the breastbone'],
    ['GT', 'LR', 'outer hip (greater trochanter)', 'front lower rib margin'],
    ['AC', 'TR', 'top of the shoulder', 'ear (tragus)'],
    ['SN', 'FH', 'notch above the breastbone', 'forehead'],
  ])('%s lies nearer the feet than %s', (lower, higher, feet, head) => {
    const order = (input: object) => read(input).warnings.filter(({ code }) => code === 'unlikelyPlaces');
    const lying = { [lower]: [1000, 500], [higher]: [800, 500] };
    expect(order({ landmarks: lying })).toEqual([]);
    const turned = { [lower]: [800, 500], [higher]: [1000, 500] };
    expect(order({ landmarks: turned })).toEqual([
      {
        code: 'unlikelyPlaces',
        message: `The ${head} lies nearer the feet than the ${feet}: they look swapped, or the head is at the other end.`,
        landmarks: [lower, higher],
      },
    ]);
    expect(order({ landmarks: turned, trunk: 'inclined' })).toEqual([]);
    const upright = { position: 'standing', facing: 'left', headEnd: undefined };
    expect(order({ ...upright, landmarks: { [lower]: [500, 800], [higher]: [500, 500] } })).toEqual([]);
    expect(order({ ...upright, landmarks: { [lower]: [500, 500], [higher]: [500, 800] } })).toHaveLength(1);
  });
  test('points of the far side are named; of a body on its side none is far', () => {
    const side = (landmarks: object, more: object = {}) =>
      read({ landmarks, ...more }).warnings.find(({ code }) => code === 'farSideMarked');
    expect(side({ ASIS_L: [1000, 700], GT_L: [1070, 760] })).toEqual({
      code: 'farSideMarked',
      message:
        'ASIS_L, GT_L: from here it is the client’s right side that is seen. The side, or the head end, is not as said.',
      landmarks: ['ASIS_L', 'GT_L'],
    });
    expect(side({ ASIS_R: [1000, 700] }, { headEnd: 'right' })?.message).toContain('client’s left side');
    expect(side({ ASIS_L: [1000, 700], ASIS_R: [1000, 702] })).toBeUndefined();
    for (const name of ['PSIS', 'LR', 'AC', 'TR']) expect(side({ [`${name}_L`]: [1000, 700] })).toBeDefined();
    expect(side({ LK_L: [1000, 700] })).toBeUndefined(); // a far knee is often seen
    expect(side({ ASIS_L: [1000, 700] }, { position: 'sideLying' })).toBeUndefined();
    expect(side({ ASIS_L: [1000, 700] }, { view: 'foot' })).toBeUndefined();
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
    const elevation = (y: number) =>
      cameraOf(setting, size, { position: 'supine', view: 'side', pelvis: [1000, y], mmPerPx: 1 }).cameraElevationDeg;
    expect(elevation(800)).toBeCloseTo(0, 6); // 300 mm above the pelvis, which is seen 300 mm below the middle
    expect(elevation(500)).toBeCloseTo((Math.atan(0.1) * 180) / Math.PI, 6);
    expect(
      cameraOf({ headEnd: 'left' }, size, { position: 'supine', view: 'side', pelvis: [1000, 500], mmPerPx: 1 }),
    ).toEqual({});
  });
  test('the same word says head end and facing', () => {
    expect(directionsOf({ headEnd: 'right' }, 'standing')).toEqual({ facing: 'right' });
    expect(directionsOf({ headEnd: 'right', bellySide: 'down' }, 'sideLying')).toEqual({
      headEnd: 'right',
      bellySide: 'down',
    });
  });
});
