import fc from 'fast-check';
import * as v from 'valibot';
import { packFilm, packedFilm, unpackFilm } from './packed';

const place = fc.option(
  fc.tuple(fc.double({ min: -50, max: 4000, noNaN: true }), fc.double({ min: -50, max: 4000, noNaN: true })),
  { nil: null },
);

test('a film comes back as it was, to a twentieth of a pixel and half a millisecond, gaps and all', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          step: fc.double({ min: 0.002, max: 0.5, noNaN: true }),
          at: place,
          sd: fc.double({ min: 0, max: 9, noNaN: true }),
        }),
        {
          minLength: 3,
          maxLength: 40,
        },
      ),
      (frames) => {
        let s = 5;
        const times = frames.map(({ step }) => (s += step));
        const film = {
          times,
          points: { LK_R: frames.map(({ at }) => at) },
          sdPx: { LK_R: frames.map(({ sd }) => sd) },
        };
        const packed = v.parse(packedFilm, JSON.parse(JSON.stringify(packFilm(film))));
        const back = unpackFilm(packed);
        for (const [i, at] of times.entries())
          expect(Math.abs((back.times[i] ?? 0) - at)).toBeLessThanOrEqual(0.0005001);
        for (const [i, { at, sd }] of frames.entries()) {
          const own = back.points.LK_R?.[i];
          if (!at) {
            expect(own).toBeNull();
            continue;
          }
          expect(Math.abs((own?.[0] ?? 9e9) - at[0])).toBeLessThanOrEqual(0.050001);
          expect(Math.abs((own?.[1] ?? 9e9) - at[1])).toBeLessThanOrEqual(0.050001);
          expect(Math.abs((back.sdPx.LK_R?.[i] ?? 9e9) - sd)).toBeLessThanOrEqual(0.050001);
        }
      },
    ),
    { numRuns: 60 },
  );
});

test.each([
  [
    'a name that is no landmark',
    { times: [0, 33, 33], points: { elbowish: { x: [1, 1, 1], y: [1, 1, 1], sd: [0, 0, 0] } } },
    /not a known landmark/,
  ],
  [
    'fewer places than times',
    { times: [0, 33, 33], points: { GT: { x: [1, 1], y: [1, 1, 1], sd: [0, 0, 0] } } },
    /as many places/,
  ],
  ['times that stand still', { times: [0, 33, 0], points: {} }, /must rise/],
  ['two frames', { times: [0, 33], points: {} }, /at least three/],
  [
    'parts of a tenth',
    { times: [0, 33, 33], points: { GT: { x: [1.5, 1, 1], y: [1, 1, 1], sd: [0, 0, 0] } } },
    /integer/,
  ],
])('%s is refused', (_, packed, why) => {
  const checked = v.safeParse(packedFilm, packed);
  expect(checked.success).toBe(false);
  expect(checked.issues?.[0]?.message).toMatch(why);
});
