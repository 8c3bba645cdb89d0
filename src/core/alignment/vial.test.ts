import { repertoire } from '@/repertoire';
import * as v from 'valibot';
import { judgeInput } from './input';
import { judge } from './judge';
import { keepReading, keptReading } from './kept';
import { lineAt, placeBubble, readBlocks, readKeptBlocks, readRest } from './vial';
import { formatInterval, formatMeasure } from './words';

const level: [number, number] = [-5, 5];

describe('the bubble goes to the high side', () => {
  test('head at the left: an arch sends the pelvis bubble left, a flare sends the ribs bubble right', () => {
    expect(placeBubble('pelvis', 9, 1, level, 5, 'left').at).toBeLessThan(-lineAt);
    expect(placeBubble('ribs', 9, 1, level, 5, 'left').at).toBeGreaterThan(lineAt);
    expect(placeBubble('head', 9, 1, level, 5, 'left').at).toBeGreaterThan(lineAt);
  });
  test('head at the right turns it round', () =>
    expect(placeBubble('pelvis', 9, 1, level, 5, 'right').at).toBeGreaterThan(lineAt));
  test('at the limit it stands on the line, at the middle of the target in the middle', () => {
    expect(placeBubble('pelvis', -5, 1, level, 5, 'left').at).toBeCloseTo(lineAt, 9);
    expect(placeBubble('head', -4.5, 1, [-12, 3], 7.5, 'left').at).toBeCloseTo(0, 9);
  });
  test('it never leaves the glass, and is softened by one standard error', () => {
    expect(placeBubble('pelvis', 80, 2.5, level, 5, 'left')).toEqual({ at: -0.9, spread: 0.5 * lineAt });
  });
});

const judged = (measures: object) => {
  const result = judge(v.parse(judgeInput, { exercise: 'legFloat', level: 2, measures }), repertoire);
  if (!result.ok) throw new Error(result.error.message);
  return result.value;
};

test('blocks without a measure say so; measured ones carry verdict and figures', () => {
  const blocks = readBlocks(judged({ pelvicTilt: { value: 11, se: 1 } }), 'left');
  expect(blocks.map(({ block, state }) => [block, state])).toEqual([
    ['head', 'none'],
    ['ribs', 'none'],
    ['pelvis', 'out'],
  ]);
  expect(blocks[2]?.shown).toEqual({ measure: 'pelvicTilt', value: 11, se: 1 });
});

test('in the set-up picture pelvis and ribs stand at own neutral', () => {
  const measured = {
    measures: { pelvicTilt: { value: 3, unit: 'deg', seWithin: 1, seBetween: 6 } },
    missing: { ribFlare: ['neutral'] },
    unseen: {},
    warnings: [],
  } as const;
  expect(readRest(undefined, measured, 'left').map(({ state }) => state)).toEqual(['none', 'rest', 'rest']);
});

test('a kept reading survives the way through JSON and shows the same vials', () => {
  const baseline = judged({ pelvicTilt: { value: 11, se: 1 }, tabletopError: { value: 3, se: 1 } });
  const unread = { state: 'unmarked', lacks: 'picture' } as const;
  const kept = keepReading({ pictures: { setup: unread, top: unread, retest: unread }, baseline });
  const back = v.parse(keptReading, JSON.parse(JSON.stringify(kept)));
  expect(back).toEqual(kept);
  expect(readKeptBlocks(back, 'left')).toEqual(readBlocks(baseline, 'left'));
});

test.each([
  ['pelvicTilt', 9.4, '+9.4°'],
  ['pelvicTilt', 12.4, '+12°'],
  ['pelvicTilt', -9.4, '−9.4°'],
  ['pelvicTilt', -0.04, '0.0°'],
  ['tabletopError', 3.2, '3.2°'],
  ['ribPelvisRatio', 1.104, '1.10'],
  ['lumbarGap', 12.3, '12 mm'],
])('%s %d reads %s', (measure, value, text) => expect(formatMeasure(measure, value)).toBe(text));

test.each([
  ['pelvicTilt', [-5, 5], '−5…+5°'],
  ['tabletopError', [null, 8], 'up to 8°'],
  ['shoulderEar', [0.9, null], 'at least 0.90'],
] as const)('the target of %s %j reads %s', (measure, interval, text) =>
  expect(formatInterval(measure, interval)).toBe(text),
);
