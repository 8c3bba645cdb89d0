import { demandOf, legLoad, legMoment, raisedLegs } from './demand';

const body = { heightM: 1.7, massKg: 65, sex: 'f' } as const;

// By hand, from the table: lengths .2124 and .2492 of 1.70 m; masses .1478, .0481, .0129 of 65 kg; centres .3612, .4416.
const [thigh, shank] = [0.2124 * 1.7, 0.2492 * 1.7];
const [mThigh, mShank, mFoot] = [0.1478 * 65, 0.0481 * 65, 0.0129 * 65];

test('one straight leg, level: all of it hangs on the hip', () => {
  const byHand = 9.81 * (mThigh * 0.3612 * thigh + mShank * (thigh + 0.4416 * shank) + mFoot * (thigh + shank));
  expect(legMoment(body, { thighDeg: 0, kneeDeg: 0 })).toBeCloseTo(byHand, 6);
  expect(legLoad(body, [{ thighDeg: 0, kneeDeg: 0 }]).demandPct).toBeCloseTo((100 * byHand) / (65 * 9.81 * 1.7), 6);
});
test('tabletop: only the shank hangs, level, from a thigh that stands', () =>
  expect(legMoment(body, { thighDeg: 90, kneeDeg: 90 })).toBeCloseTo(9.81 * (mShank * 0.4416 + mFoot) * shank, 6));
test('a leg straight up asks nothing, past upright it pulls the other way', () => {
  expect(legMoment(body, { thighDeg: 90, kneeDeg: 0 })).toBeCloseTo(0, 9);
  expect(legMoment(body, { thighDeg: 100, kneeDeg: 0 })).toBeLessThan(0);
});
test('an ankle weight adds its own lever', () => {
  const more =
    legMoment(body, { thighDeg: 45, kneeDeg: 0, ankleWeightKg: 1 }) - legMoment(body, { thighDeg: 45, kneeDeg: 0 });
  expect(more).toBeCloseTo(9.81 * (thigh + shank) * Math.SQRT1_2, 6);
});
test('two legs at different angles: what each gives', () => {
  const [a, b] = [
    { thighDeg: 90, kneeDeg: 90 },
    { thighDeg: 45, kneeDeg: 0 },
  ];
  expect(legLoad(body, [a, b]).hipMomentNm).toBeCloseTo(legMoment(body, a) + legMoment(body, b), 9);
  expect(legLoad(body, [])).toEqual({ hipMomentNm: 0, demandPct: 0 });
});
test('a pose: legs that stand do not count; positions the arithmetic does not reach give nothing', () => {
  const down = { kind: 'footDown' } as const;
  const up = { kind: 'raised', thighDeg: 60, kneeDeg: 20 } as const;
  expect(raisedLegs({ left: down, right: up })).toEqual([{ thighDeg: 60, kneeDeg: 20 }]);
  expect(demandOf(body, { left: down, right: down })).toBe(0);
  expect(demandOf(body, { position: 'fourPoint', left: down, right: up })).toBeUndefined();
  expect(demandOf(body, { trunkDeg: 40, left: up, right: up })).toBeUndefined();
});
