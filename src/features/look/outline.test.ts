import { entry, levelOf } from '@/core/knowledge/find';
import { startOf } from '@/core/body/shown';
import { poseBody } from '@/core/body/skeleton';
import { demoPicture, standingCamera } from '@/core/figure/picture';
import { repertoire } from '@/repertoire';
import { distance } from '@/core/geometry';
import type { Vec2 } from '@/core/geometry';
import { expectedPlaces } from '@/core/knowledge/expected';
import { firstPlace, landmarksUnder, outlineOf } from './outline';
import { groupsOf, isServed, marksFor, nameOfMark } from '@/core/knowledge/wanted';

const body = { heightM: 1.7, massKg: 65, sex: 'f' } as const;
const legFloat = entry(repertoire.exercises, 'legFloat');
const wanted = marksFor(legFloat, 'side');
const pose = startOf(levelOf(legFloat, 2));

describe('the outline of a body', () => {
  const shape = outlineOf(body, pose, 'side', wanted, 'left');
  test('laid with its two handles on pelvis and head, puts the marks where they are', () => {
    const posed = poseBody(body, pose);
    const size = { wide: 2000, high: 1125 };
    const { landmarks } = demoPicture(posed, standingCamera('supine', 'side', size));
    const [asis, chin] = [landmarks.ASIS_R, landmarks.CH] as [Vec2, Vec2];
    // Where the handles belong, from two marks that are known: pelvis and head of the same body.
    const own = (name: string): Vec2 => shape.landmarks.find((one) => one.name === name)?.at ?? [0, 0];
    const k = distance(asis, chin) / distance(own('ASIS'), own('CH'));
    const put = ([x, y]: Vec2): Vec2 => [asis[0] + (x - own('ASIS')[0]) * k, asis[1] + (y - own('ASIS')[1]) * k];
    const under = landmarksUnder(shape, [put(shape.hold[0]), put(shape.hold[1])]);
    for (const [name, key] of [
      ['PS', 'PS'],
      ['GT', 'GT_R'],
      ['LK', 'LK_R'],
      ['LM', 'LM_R'],
      ['SN', 'SN'],
    ] as const)
      expect(distance(under[name] ?? [0, 0], landmarks[key] ?? [9, 9])).toBeLessThan(35); // a lens is no flat drawing
  });
  test('dragged whole, every mark goes along; mirrored, the head is at the right', () => {
    const at = landmarksUnder(shape, [
      [800, 500],
      [200, 500],
    ]);
    const moved = landmarksUnder(shape, [
      [830, 520],
      [230, 520],
    ]);
    for (const name of ['ASIS', 'LM', 'FH'] as const)
      expect([(moved[name]?.[0] ?? 0) - (at[name]?.[0] ?? 0), (moved[name]?.[1] ?? 0) - (at[name]?.[1] ?? 0)]).toEqual([
        expect.closeTo(30, 6),
        expect.closeTo(20, 6),
      ]);
    const right = outlineOf(body, pose, 'side', wanted, 'right');
    const face = (of: typeof shape) =>
      (of.landmarks.find(({ name }) => name === 'FH')?.at[0] ?? 0) -
      (of.landmarks.find(({ name }) => name === 'LM')?.at[0] ?? 0);
    expect(face(shape)).toBeLessThan(-500);
    expect(face(right)).toBeGreaterThan(500);
  });
  test('comes up inside the picture, on the mat line where there is one', () => {
    for (const mat of [
      null,
      [
        [50, 900],
        [1900, 900],
      ] as const,
    ]) {
      const place = firstPlace(shape, 2000, 1125, mat as null);
      for (const [x, y] of Object.values(landmarksUnder(shape, place)) as Vec2[]) {
        expect(x).toBeGreaterThan(0);
        expect(x).toBeLessThan(2000);
        expect(y).toBeGreaterThan(0);
        expect(y).toBeLessThan(1125);
      }
    }
  });
});

test('of a paired landmark each side has its place, of a bare one the near side', () => {
  const foot = expectedPlaces(body, pose, 'foot', marksFor(legFloat, 'foot'), 'left');
  const at = (name: string) => foot.find((one) => one.name === name)?.at ?? [0, 0];
  expect(at('ASIS_R')[0]).toBeLessThan(at('ASIS_L')[0]); // her right is at the picture's left
  expect(expectedPlaces(body, pose, 'side', ['ASIS'], 'left')).toHaveLength(1);
});

describe('what the bench asks for', () => {
  test('from the side what lies in the middle plane or near, from the foot end both sides', () => {
    expect(wanted).toEqual(
      expect.arrayContaining(['ASIS', 'PS', 'PSIS', 'STF', 'SN', 'LR', 'GT', 'LK', 'LM', 'FH', 'CH']),
    );
    expect(wanted).not.toContain('ASIS_L');
    expect(marksFor(legFloat, 'foot')).toEqual(expect.arrayContaining(['ASIS_L', 'ASIS_R']));
    const front = marksFor(entry(repertoire.exercises, 'standKneeLift'), 'front');
    expect(front).toEqual(expect.arrayContaining(['PAT_L', 'PAT_R', 'GT_L', 'LM_R']));
  });
  test('pubic bone, dimple or strip: any one of them serves', () => {
    const has =
      (...set: string[]) =>
      (id: string) =>
        set.includes(id);
    expect(isServed('PS', has('PSIS'))).toBe(true);
    expect(isServed('PS', has('STF'))).toBe(true);
    expect(isServed('PS', has('ASIS'))).toBe(false);
  });
  test('marks go by block and by name', () => {
    expect(groupsOf(wanted).map(({ name }) => name)).toEqual([
      'mat line',
      'known length',
      'pelvis',
      'pelvis strip',
      'ribs',
      'leg',
      'head',
      'back',
    ]);
    expect(nameOfMark('PAT_L')).toBe('left kneecap');
    expect(nameOfMark('knownMid')).toBe('known length, its middle');
  });
});
