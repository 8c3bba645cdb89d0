import fc from 'fast-check';
import { radians } from '../geometry';
import type { Vec3 } from '../geometry';
import { cameraLevel, fromZero, liesOn, pelvisLevel, phoneSeDeg, upIn } from './phone-level';

/** Turns about the client's axes, so as to know the truth: h to her head, l to her left, u up as she lies on her back. */
type Client = { readonly h: number; readonly l: number; readonly u: number };
const turn = ([a, b]: readonly [number, number], deg: number): [number, number] => {
  const r = radians(deg);
  return [a * Math.cos(r) - b * Math.sin(r), a * Math.sin(r) + b * Math.cos(r)];
};
/** World's up as the pelvis feels it, tipped forward by `tilt` (head end toward the belly's side) and then the right side up by `roll`. */
function upOfPelvis(tilt: number, roll: number): Client {
  const [u1, l1] = turn([1, 0], -roll); // right side up: up leans to her right, away from l
  const [h, u] = turn([0, u1], -tilt);
  return { h, l: l1, u };
}
/** The same in the axes of a phone on her front, its top to her left or right. */
const onFront = ({ h, l, u }: Client, top: 'left' | 'right'): Vec3 => (top === 'left' ? [-h, l, u] : [h, -l, u]);

describe('on the front, lying on the back', () => {
  test.each(['left', 'right'] as const)(
    'its top to her %s: flat is level, and both angles are told with their signs',
    (top) => {
      const level = (tilt: number, roll: number) => pelvisLevel(onFront(upOfPelvis(tilt, roll), top), top, 'front');
      expect(level(0, 0)).toEqual({ tiltDeg: expect.closeTo(0), rollDeg: expect.closeTo(0) });
      expect(level(9, 0)).toEqual({ tiltDeg: expect.closeTo(9), rollDeg: expect.closeTo(0) });
      expect(level(-12, 0).tiltDeg).toBeCloseTo(-12);
      expect(level(0, 5)).toEqual({ tiltDeg: expect.closeTo(0), rollDeg: expect.closeTo(5) });
      expect(level(0, -4).rollDeg).toBeCloseTo(-4);
    },
  );
  test('a bridge turns it far, and it never jumps', () => {
    let last = 0;
    for (let tilt = 0; tilt >= -120; tilt -= 1) {
      const { tiltDeg } = pelvisLevel(onFront(upOfPelvis(tilt, 3), 'left'), 'left', 'front');
      expect(Math.abs(tiltDeg - last)).toBeLessThan(1.5);
      last = tiltDeg;
    }
    expect(last).toBeCloseTo(-120, 0);
  });
});

test('on the sacrum, lying on the front: the head end sinks as she arches', () => {
  // screen up, top to her left: x points to her head; up leans to her feet by 8° as the head end sinks
  const arched: Vec3 = [-Math.sin(radians(8)), 0, Math.cos(radians(8))];
  expect(pelvisLevel(arched, 'left', 'back').tiltDeg).toBeCloseTo(8);
});

test('up from the angles that a device gives: flat, on its edge, on its top', () => {
  expect(upIn(0, 0)).toEqual([expect.closeTo(0), 0, 1]);
  expect(upIn(90, 0)).toEqual([expect.closeTo(0), 1, expect.closeTo(0)]);
  expect(upIn(0, 90)).toEqual([-1, 0, expect.closeTo(0)]);
});
test('it is a direction, and the same for angles that are the same attitude', () => {
  const angle = fc.double({ min: -180, max: 180, noNaN: true });
  fc.assert(
    fc.property(angle, angle, (beta, gamma) => {
      const [x, y, z] = upIn(beta, gamma);
      expect(Math.hypot(x, y, z)).toBeCloseTo(1);
      const same = upIn(180 - beta, gamma + 180);
      expect(Math.hypot(same[0] - x, same[1] - y, same[2] - z)).toBeLessThan(1e-9);
    }),
  );
});

test('set to zero at own neutral, only what changes is told, once round at the most', () => {
  expect(fromZero({ tiltDeg: 14, rollDeg: 1 }, { tiltDeg: 9, rollDeg: 3 })).toEqual({ tiltDeg: 5, rollDeg: -2 });
  expect(fromZero({ tiltDeg: -170, rollDeg: 0 }, { tiltDeg: 170, rollDeg: 0 }).tiltDeg).toBeCloseTo(20);
});

test('where gravity tells nothing, it says so; its error holds the strap’s slip too', () => {
  expect((['supine', 'prone', 'fourPoint', 'sideLying', 'standing'] as const).map(liesOn)).toEqual([
    'front',
    'back',
    'back',
    'cannot',
    'cannot',
  ]);
  expect(phoneSeDeg).toBeCloseTo(1.562, 3); // √(1² + 1.2²)
});

describe('a tablet as a camera', () => {
  test('upright it looks level; tipped back by 6° it looks that far up; leaning by 3° it says so', () => {
    expect(cameraLevel(upIn(90, 0), 0)).toEqual({ pitchDeg: expect.closeTo(0), rollDeg: expect.closeTo(0) });
    expect(cameraLevel(upIn(84, 0), 0).pitchDeg).toBeCloseTo(-6);
    expect(cameraLevel([Math.sin(radians(3)), Math.cos(radians(3)), 0], 0).rollDeg).toBeCloseTo(3);
  });
  test('on its side it is as level as upright, by the way its picture is turned', () => {
    expect(cameraLevel([1, 0, 0], 90).rollDeg).toBeCloseTo(0);
  });
});
