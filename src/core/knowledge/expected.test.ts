import type { Landmark } from '../anatomy/landmarks';
import { usualAmount, withFault } from '../body/deviations';
import { poseBody } from '../body/skeleton';
import { demoPicture, standingCamera } from '../figure/picture';
import { entry, levelOf } from './find';
import { nameStickers } from '../motion/sticker-naming';
import { colourOf } from '../anatomy/stickers';
import { repertoire } from '@/repertoire';
import { expectedPlaces, expectedStickers } from './expected';
import { marksFor } from './wanted';

const legFloat = entry(repertoire.exercises, 'legFloat');
const pose = levelOf(legFloat, 2).top;
const body = { heightM: 1.7, massKg: 65 };

test('from the foot end the whole figure is expected, and what is asked for is likeliest', () => {
  const wanted = marksFor(legFloat, 'foot');
  const all = expectedStickers(body, pose, 'foot', wanted, 'left');
  const likely = Object.fromEntries(all.map((one) => [one.name, one.likely]));
  expect(likely).toMatchObject({ ASIS_L: 0.85, ASIS_R: 0.85, GT_L: 0.6, GT_R: 0.6, PAT_L: 0.6, LM_R: 0.6, SN: 0.6 });
  // The client's right is at the left of a picture taken from her feet.
  const across = (name: string) => all.find((one) => one.name === name)?.at[0] ?? Number.NaN;
  expect(across('ASIS_R')).toBeLessThan(across('ASIS_L'));
});

test('from the side nothing is expected twice, a strip seldom, and the far side not at all', () => {
  const wanted = marksFor(legFloat, 'side');
  const names = expectedStickers(body, pose, 'side', wanted, 'left').map(({ name }) => name);
  expect(new Set(names).size).toBe(names.length);
  expect(names).toEqual(expect.arrayContaining(['ASIS', 'PS', 'GT', 'LK', 'AC_R']));
  expect(names).not.toContain('ASIS_R');
  expect(names.filter((name) => name.endsWith('_L'))).toEqual([]);
  const strip = expectedStickers(body, pose, 'side', wanted, 'left').find(({ name }) => name === 'STF');
  expect(strip?.likely).toBe(0.3);
});

test('what stands nearer to the lens is expected farther out than as from infinitely far, the head at either end', () => {
  const wanted = marksFor(legFloat, 'foot');
  const reach = (places: readonly { name: string; at: readonly [number, number] }[], a: string, b: string) => {
    const [one, other] = [a, b].map((name) => places.find((place) => place.name === name)?.at[0] ?? Number.NaN);
    return Math.abs((one ?? 0) - (other ?? 0));
  };
  const near = expectedStickers(body, pose, 'foot', [...wanted, 'LM_L', 'LM_R'], 'left');
  const far = expectedPlaces(body, pose, 'foot', [...wanted, 'LM_L', 'LM_R'], 'left');
  expect(reach(near, 'LM_L', 'LM_R') / reach(far, 'LM_L', 'LM_R')).toBeGreaterThan(1.08);
  expect(reach(near, 'ASIS_L', 'ASIS_R') / reach(far, 'ASIS_L', 'ASIS_R')).toBeCloseTo(1, 1);
  const [left, right] = (['left', 'right'] as const).map(
    (headEnd) =>
      expectedStickers(body, pose, 'side', marksFor(legFloat, 'side'), headEnd).find(({ name }) => name === 'FH')?.at,
  );
  expect(right?.[0]).toBeCloseTo(-(left?.[0] ?? 0), 6);
});

test.each(
  ['bridgeNeutral', 'bridgeArticulated'].flatMap((id) =>
    ['overArch', 'sag', 'arch'].map((fault) => [id, fault] as const),
  ),
)('%s with %s: legs that stand otherwise than meant keep their names', (id, fault) => {
  const bridge = entry(repertoire.exercises, id);
  const level = levelOf(bridge, 2);
  const camera = standingCamera('supine', 'side', { wide: 2000, high: 1125 });
  const done = poseBody({ heightM: 1.78, massKg: 70 }, withFault(level.top, fault, usualAmount(fault)));
  const seen = Object.entries(demoPicture(done, camera, 'side', ['AC_R']).landmarks);
  const worn = seen.map(([key, at]) => ({
    key: key.replace(/_R$/, ''),
    sticker: { at, radius: 9, colour: colourOf(key.replace(/_R$/, '') as Landmark), isCovered: false, sdPx: 0.3 },
  }));
  const expected = expectedStickers(body, level.top, 'side', marksFor(bridge, 'side', level), 'left');
  const { named } = nameStickers(
    worn.map(({ sticker }) => sticker),
    expected,
  );
  expect(named).toHaveLength(worn.length);
  for (const { name, sticker } of named)
    expect(name.replace(/_R$/, '')).toBe(worn.find((one) => one.sticker === sticker)?.key);
});
