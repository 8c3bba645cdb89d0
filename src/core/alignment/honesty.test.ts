import { honesty } from '../figure/honesty';

// 2,000 made-up looks, each with its mirror image in error, so that chance does not pass for bias.
const tally = honesty(2000, 20261125);
const rows = Object.entries(tally);
const enough = 120;

test('every measure that a view can show was met often enough to say something', () => {
  const seen = rows.filter(([, { drift }]) => drift.count >= enough).map(([id]) => id);
  expect(seen).toEqual(
    expect.arrayContaining([
      'pelvicTilt',
      'pelvicTiltPsis',
      'pelvicTiltStrip',
      'ribFlare',
      'ribPelvisRatio',
      'faceAngle',
      'legElevation',
      'kneeFlexion',
      'plankLine',
      'shoulderOverWrist',
      'craniovertebral',
      'pelvicRoll',
      'pelvicHike',
      'pelvicShift',
      'kneeTrack',
      'footSpacing',
    ]),
  );
});
