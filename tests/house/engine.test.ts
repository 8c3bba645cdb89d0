// Moments of our own against an independent rigid-body engine.
import { loadOfPose } from '@/core/load/moments';
import { cases, ours, theirs, worst } from '../load/engine';

const engine = theirs();

test('forty poses, with and without ropes: the closed formula and the engine agree to a tenth of a percent', () => {
  expect(cases).toHaveLength(40);
  expect(engine.flat()).toHaveLength(60);
  expect(worst(cases.map(ours), engine)).toBeLessThan(1e-3);
});
test('so do the moments of the drawn body', () => {
  const free = cases.flatMap((one, i) => (one.rope ? [] : [{ ...one, engine: engine[i] ?? [] }]));
  expect(free).toHaveLength(20);
  const drawn = free.map(({ body, legs: [first, second] }) => {
    if (!first) throw new Error('a case has a leg');
    const { hipsNm } = loadOfPose(
      body,
      {
        right: { kind: 'raised', thighDeg: first.thighDeg, kneeDeg: first.kneeDeg },
        left: second ? { kind: 'raised', thighDeg: second.thighDeg, kneeDeg: second.kneeDeg } : { kind: 'footDown' },
      },
      { ankleWeightKg: { R: first.ankleWeightKg, L: second?.ankleWeightKg ?? 0 } },
    );
    return second ? [hipsNm.R, hipsNm.L] : [hipsNm.R];
  });
  expect(
    worst(
      drawn,
      free.map((one) => one.engine),
    ),
  ).toBeLessThan(1e-3);
});
