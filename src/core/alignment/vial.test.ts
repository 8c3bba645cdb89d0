import { repertoire } from '@/repertoire';
import * as v from 'valibot';
import { judgeInput } from './input';
import { judge } from './judge';
import { keepReading, keptReading } from './kept';
import { lineAt, placeBubble, readBlocks, readKeptBlocks, readRest } from './vial';
import { formatInterval, formatMeasure } from './words';

const level: [number, number] = [-5, 5];
const lying = (headEnd: 'left' | 'right') => ({ position: 'supine', view: 'side', headEnd }) as const;

describe('the bubble goes to the high side', () => {
  test('head at the left: an arch sends the pelvis bubble left, a flare sends the ribs bubble right', () => {
    expect(placeBubble('pelvis', 9, 1, level, 5, lying('left')).at).toBeLessThan(-lineAt);
    expect(placeBubble('ribs', 9, 1, level, 5, lying('left')).at).toBeGreaterThan(lineAt);
    expect(placeBubble('head', 9, 1, level, 5, lying('left')).at).toBeGreaterThan(lineAt);
  });
  test('head at the right turns it round', () =>
    expect(placeBubble('pelvis', 9, 1, level, 5, lying('right')).at).toBeGreaterThan(lineAt));
  test('at the limit it stands on the line, at the middle of the target in the middle', () => {
    expect(placeBubble('pelvis', -5, 1, level, 5, lying('left')).at).toBeCloseTo(lineAt, 9);
    expect(placeBubble('head', -4.5, 1, [-12, 3], 7.5, lying('left')).at).toBeCloseTo(0, 9);
  });
  test('it never leaves the glass, and is softened by one standard error', () => {
    expect(placeBubble('pelvis', 80, 2.5, level, 5, lying('left'))).toEqual({ at: -0.9, spread: 0.5 * lineAt });
  });
});

describe('in other positions', () => {
  const at = (block: 'pelvis' | 'ribs' | 'head', vantage: Parameters<typeof placeBubble>[5]) =>
    placeBubble(block, 4, 1, level, 5, vantage).at;
  test('upright, facing left: an arch lowers the front, so the bubble goes to the back; a lifted chin sends it to the front', () => {
    expect(at('pelvis', { position: 'standing', view: 'side', headEnd: 'left' })).toBeGreaterThan(0);
    expect(at('head', { position: 'standing', view: 'side', headEnd: 'left' })).toBeLessThan(0);
  });
  test('belly down, head left: an arch lowers the head end of the pelvis', () =>
    expect(at('pelvis', { position: 'fourPoint', view: 'side', headEnd: 'left' })).toBeGreaterThan(0));
  test('from the foot end the right side of a client on her back is at the left of the picture', () => {
    expect(at('pelvis', { position: 'supine', view: 'foot', headEnd: 'left' })).toBeLessThan(0);
    expect(at('pelvis', { position: 'supine', view: 'head', headEnd: 'left' })).toBeGreaterThan(0);
    expect(at('pelvis', { position: 'standing', view: 'front', headEnd: 'left' })).toBeLessThan(0);
  });
});

const judged = (measures: object) => {
  const result = judge(v.parse(judgeInput, { exercise: 'legFloat', level: 2, measures }), repertoire);
  if (!result.ok) throw new Error(result.error.message);
  return result.value;
};

test('blocks without a measure say so; measured ones carry verdict and figures', () => {
  const blocks = readBlocks(judged({ pelvicTilt: { value: 11, se: 1 } }), lying('left'));
  expect(blocks.map(({ block, state }) => [block, state])).toEqual([
    ['head', 'none'],
    ['ribs', 'none'],
    ['pelvis', 'out'],
  ]);
  expect(blocks[2]?.shown).toEqual({ measure: 'pelvicTilt', value: 11, se: 1 });
});

test('in the set-up picture pelvis and ribs stand at own neutral', () => {
  const told = {
    pelvicTilt: { value: 3, seWithin: 1, seBetween: 6, method: 'picture', fromLevel: false },
  } as const;
  const blocks = readRest(undefined, told, { ribFlare: ['neutral'] }, lying('left'));
  expect(blocks.map(({ state }) => state)).toEqual(['none', 'rest', 'rest']);
});

test('a kept reading survives the way through JSON and shows the same vials', () => {
  const baseline = judged({ pelvicTilt: { value: 11, se: 1 }, tabletopError: { value: 3, se: 1 } });
  const nothing = { setup: {}, top: {}, back: {}, retest: {} };
  const kept = keepReading({ pictures: nothing, told: nothing, baseline });
  const back = v.parse(keptReading, JSON.parse(JSON.stringify(kept)));
  expect(back).toEqual(kept);
  expect(readKeptBlocks(back, lying('left'))).toEqual(readBlocks(baseline, lying('left')));
});

test.each([
  ['pelvicTilt', 9.4, '+9.4°'],
  ['pelvicTilt', 12.4, '+12°'],
  ['pelvicTilt', -9.4, '−9.4°'],
  ['pelvicTilt', -0.04, '0.0°'],
  ['tabletopError', 3.2, '3.2°'],
  ['ribPelvisRatio', 1.104, '1.10'],
  ['hipOverKnee', -0.001, '0.00'],
  ['lumbarGap', 12.3, '12 mm'],
])('%s %d reads %s', (measure, value, text) => expect(formatMeasure(measure, value)).toBe(text));

test.each([
  ['pelvicTilt', [-5, 5], '−5…+5°'],
  ['tabletopError', [null, 8], 'up to 8°'],
  ['shoulderEar', [0.9, null], 'at least 0.90'],
] as const)('the target of %s %j reads %s', (measure, interval, text) =>
  expect(formatInterval(measure, interval)).toBe(text),
);
