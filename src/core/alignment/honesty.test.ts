import { honesty, signedAngles } from '../../../tests/rigs/honesty';

// 2,000 made-up looks in every position and view, each once more with all its errors turned round, so that chance does
// not pass for bias. Drift: two pictures of one unmoved camera. Absolute: landmarks found again, one picture.
const tally = honesty(2000, 20261125);

describe.each(signedAngles)('%s', (id) => {
  const { drift, absolute } = tally[id] ?? {};
  test('was met often enough to say something', () => expect(drift?.count ?? 0).toBeGreaterThan(700));
  test('is off by less than 0.2° on the whole, between pictures and by itself', () => {
    expect(Math.abs(drift?.bias ?? 9)).toBeLessThan(0.2);
    expect(Math.abs(absolute?.bias ?? 9)).toBeLessThan(0.2);
  });
  test('the truth lies within 1.96 stated errors in 93 to 97 of a hundred', () => {
    for (const share of [drift?.within, absolute?.within]) {
      expect(share).toBeGreaterThanOrEqual(0.93);
      expect(share).toBeLessThanOrEqual(0.97);
    }
  });
});

test.each([
  'lumbarGap',
  'lumbarCurve',
  'ribPelvisRatio',
  'shoulderEar',
  'kneeFlexion',
  'shoulderOverWrist',
  'hipOverKnee',
  'pelvicShift',
  'kneeTrack',
  'footSpacing',
])('%s, a length, a ratio or without sign: the stated error is not too small', (id) => {
  const { drift, absolute } = tally[id] ?? {};
  for (const one of [drift, absolute]) {
    const chance = 2 * Math.sqrt((0.95 * 0.05) / (one?.count ?? 1)); // some are seen in few of the looks
    expect(one?.within).toBeGreaterThanOrEqual(Math.min(0.93, 0.95 - chance));
  }
});
