import { poseBody } from '../body/skeleton';
import { typicalBody } from '../body/segments';
import { degrees } from '../geometry';
import { flatEye } from '../figure/camera';
import { readFrom } from './elsewhere';
import { risesAt, truthLines } from './lines';
import type { Line } from './lines';

const feetDown = { left: { kind: 'footDown' }, right: { kind: 'footDown' } } as const;
const slope = ([[x1, y1], [x2, y2]]: Line) => degrees(Math.atan2(y1 - y2, x2 - x1)); // + rises to the right
const pelvis = { block: 'pelvis', measure: 'pelvicTilt' } as const;

test('the line as it is stands off level by the truth, the one she saw by what she said, to the same side', () => {
  const body = poseBody(typicalBody, { ...feetDown, pelvicTiltDeg: 9 });
  const vantage = { position: 'supine', view: 'side', headEnd: 'left' } as const;
  const { see } = flatEye('side', 1, [0, 0]);
  const lines = truthLines(body, pelvis, vantage, { truthDeg: 9, saidDeg: 4 }, (point) => see(point).at);
  if (!lines?.said) throw new Error('no lines');
  const rises = risesAt('pelvis', vantage);
  expect(slope(lines.is) - slope(lines.level)).toBeCloseTo(rises * 9, 6);
  expect(slope(lines.said) - slope(lines.level)).toBeCloseTo(rises * 4, 6);
  // An arch raises the front hip bone, which lies toward the head: at the left.
  expect(rises).toBe(-1);
  const level = poseBody(typicalBody, feetDown);
  const rest = truthLines(level, pelvis, vantage, { truthDeg: 0 }, (point) => see(point).at);
  expect(slope(rest?.is ?? [[0, 0], [1, 0]])).toBeCloseTo(slope(lines.level), 0); // prettier-ignore
});

test('nothing is drawn where the picture does not show the block', () => {
  const body = poseBody(typicalBody, feetDown);
  const none = truthLines(body, { block: 'legs', measure: 'kneeTrack' }, { position: 'supine', view: 'side', headEnd: 'left' }, { truthDeg: 3 }, () => [0, 0]); // prettier-ignore
  expect(none).toBeUndefined();
});

describe('from the wrong place', () => {
  const at = (more: object) => ({ view: 'side' as const, raisedDeg: 0, swungDeg: 0, ...more });
  test('level and square, it looks as it is', () => {
    expect(readFrom(0, at({}))).toBeCloseTo(0, 9);
    expect(Math.abs((readFrom(8, at({})) ?? 0) - 8)).toBeLessThan(1);
    expect(Math.abs((readFrom(-6, at({ view: 'foot' })) ?? 0) + 6)).toBeLessThan(1);
  });
  // The near hip bone stands half the width of the hips (0.5·0.14·1.7 m = 119 mm) before the pubic bone, which is 0.425 of that width
  // further down the body: 101 mm along. Raised by 20° it sinks by 119·sin 20° = 41 mm: atan(41/101) = 22°.
  test('raised by 20° it fakes some twenty degrees of tuck; a roll from the feet is not faked so', () => {
    const fakes = readFrom(0, at({ raisedDeg: 20 })) ?? 0;
    expect(fakes).toBeLessThan(-18);
    expect(fakes).toBeGreaterThan(-26);
    expect(Math.abs(readFrom(0, at({ view: 'foot', raisedDeg: 20 })) ?? 9)).toBeLessThan(0.5);
  });
});
