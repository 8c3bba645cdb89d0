import { repertoire } from '@/repertoire';
import * as v from 'valibot';
import { judgeInput } from './input';
import { judge } from '../knowledge/judge';
import { keepReading, keptReading } from '../knowledge/kept';
import { blocksSeen, readBlocks, readKeptBlocks, readRest } from './vial';
import { lineAt, placeBubble } from './bubble';
import type { Vantage } from './bubble';
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

describe('every vantage, one by one', () => {
  // Where a positive measure sends the bubble in the picture: > right, < left. By hand: an arch lifts the end of the pelvis
  // toward the head when the belly is up; a flare lifts the ribs' other end; a lifted chin lifts the chin's end of the face.
  const way = (position: Vantage['position'], view: Vantage['view'], more: Partial<Vantage> = {}) =>
    (['pelvis', 'ribs', 'head'] as const)
      .map((block) =>
        placeBubble(block, 1, 1, level, 5, { position, view, headEnd: 'left', ...more }).at > 0 ? '>' : '<',
      )
      .join('');
  test.each<[Vantage['position'], string, string]>([
    ['supine', '<>>', '><<'],
    ['prone', '><<', '<>>'],
    ['fourPoint', '><<', '<>>'],
    ['frontSupport', '><<', '<>>'],
    ['sitting', '><<', '<>>'],
    ['kneeling', '><<', '<>>'],
    ['standing', '><<', '<>>'],
  ])('%s from the side: head (or face) left %s, right %s', (position, left, right) => {
    expect(way(position, 'side')).toBe(left);
    expect(way(position, 'side', { headEnd: 'right' })).toBe(right);
  });
  test('on the side, seen from above: as on the back with the belly up in the picture, turned with it down', () => {
    expect(way('sideLying', 'above', { bellySide: 'up' })).toBe('<>>');
    expect(way('sideLying', 'above')).toBe('<>>');
    expect(way('sideLying', 'above', { bellySide: 'down' })).toBe('><<');
  });
  test.each<[Vantage['position'], Vantage['view'], string]>([
    ['supine', 'foot', '<'], // her right is at the left
    ['supine', 'head', '>'],
    ['supine', 'above', '<'],
    ['prone', 'foot', '>'],
    ['prone', 'head', '<'],
    ['fourPoint', 'behind', '>'],
    ['frontSupport', 'head', '<'],
    ['standing', 'front', '<'],
    ['standing', 'behind', '>'],
    ['sitting', 'behind', '>'],
    ['kneeling', 'front', '<'],
  ])('%s from %s: the right side up goes %s', (position, view, at) => expect(way(position, view)[0]).toBe(at));
  test('from the ends only the pelvis has a vial', () => {
    const seen = (position: Vantage['position'], view: Vantage['view']) =>
      blocksSeen({ position, view, headEnd: 'left' }).join(' ');
    expect(seen('supine', 'side')).toBe('head ribs pelvis');
    expect(seen('sideLying', 'above')).toBe('head ribs pelvis');
    for (const view of ['foot', 'head', 'front', 'behind', 'above'] as const)
      expect(seen('supine', view)).toBe('pelvis');
  });
  test('an open target has its middle one tolerance inside its limit', () => {
    const at = (interval: [number | null, number | null], value: number) =>
      placeBubble('head', value, 0, interval, 4, lying('left'));
    expect(at([null, 8], 4).at).toBeCloseTo(0, 9);
    expect(at([null, 8], 8).at).toBeCloseTo(lineAt, 9);
    expect(at([8, null], 12).at).toBeCloseTo(0, 9);
    expect(at([8, null], 8).at).toBeCloseTo(-lineAt, 9);
    expect(at([null, 8], -99).at).toBe(-0.9);
    expect(placeBubble('head', 0, 99, [-5, 5], 5, lying('left')).spread).toBe(0.9);
  });
});

test('the best measure of a block goes first; the strip stands in where there is no other', () => {
  const both = judged({ pelvicTilt: { value: 11, se: 1 }, faceAngle: { value: 1, se: 1 } });
  const [head, , pelvis] = readBlocks(both, lying('left'));
  expect([head?.state, pelvis?.state]).toEqual(['in', 'out']);
  expect(pelvis?.place).toEqual(placeBubble('pelvis', 11, 1, [-5, 5], 5, lying('left')));
  expect(readBlocks(undefined, lying('left')).map(({ state }) => state)).toEqual(['none', 'none', 'none']);
  const fromFoot = readBlocks(both, { position: 'supine', view: 'foot', headEnd: 'left' });
  expect(fromFoot).toEqual([{ block: 'pelvis', state: 'none' }]); // tilt is not seen from there
});

test('the set-up: what was read stands in the middle with its error between set-ups; ribs by their marks alone', () => {
  const look = (more: object) => ({ value: 3, seWithin: 1, method: 'picture', fromLevel: false, ...more }) as const;
  const rest = (missing: object, more: object = { seBetween: 6 }) =>
    readRest(undefined, { pelvicTiltStrip: look(more) } as never, missing as never, lying('left'));
  expect(rest({})[2]).toEqual({
    block: 'pelvis',
    state: 'rest',
    place: { at: 0, spread: 0.1 },
    shown: { measure: 'pelvicTiltStrip', value: 3, se: 6 },
  });
  expect(rest({}, {})[2]?.shown).toEqual({ measure: 'pelvicTiltStrip', value: 3 });
  expect(rest({})[1]?.state).toBe('none');
  expect(rest({ ribFlare: ['neutral'] })[1]).toEqual({ block: 'ribs', state: 'rest', place: { at: 0, spread: 0.1 } });
  expect(rest({ ribFlare: ['LR', 'neutral'] })[1]?.state).toBe('none');
  const face = readRest(judged({ faceAngle: { value: 1, se: 1 } }), {}, {}, lying('left'));
  expect(face[0]?.state).toBe('in');
});

test('of a kept look the retest is shown, where there was one', () => {
  const [before, after] = [judged({ pelvicTilt: { value: 11, se: 1 } }), judged({ pelvicTilt: { value: 1, se: 1 } })];
  const nothing = { setup: {}, top: {}, back: {}, retest: {} };
  const unseen = { setup: [], top: [], back: [], retest: [] };
  const kept = keepReading({ pictures: nothing, values: nothing, seen: unseen, baseline: before, retest: after });
  expect(readKeptBlocks(kept, lying('left'))[2]?.state).toBe('in');
});

function judged(measures: object) {
  const result = judge(v.parse(judgeInput, { exercise: 'legFloat', level: 2, measures }), repertoire);
  if (!result.ok) throw new Error(result.error.message);
  return result.value;
}

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
  const values = {
    pelvicTilt: { value: 3, seWithin: 1, seBetween: 6, method: 'picture', fromLevel: false },
  } as const;
  const blocks = readRest(undefined, values, { ribFlare: ['neutral'] }, lying('left'));
  expect(blocks.map(({ state }) => state)).toEqual(['none', 'rest', 'rest']);
});

test('a kept reading survives the way through JSON and shows the same vials', () => {
  const baseline = judged({ pelvicTilt: { value: 11, se: 1 }, tabletopError: { value: 3, se: 1 } });
  const nothing = { setup: {}, top: {}, back: {}, retest: {} };
  const unseen = { setup: [], top: [], back: [], retest: [] };
  const kept = keepReading({ pictures: nothing, values: nothing, seen: unseen, baseline });
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
