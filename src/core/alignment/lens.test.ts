import * as v from 'valibot';
import { workedLines } from '../../../tests/rigs/worked-picture';
import { measureInput } from './input';
import { measure } from './measure';

const onHerBack = { position: 'supine', view: 'side', headEnd: 'left', ...workedLines() } as const;
const read = (more: object) => {
  const result = measure(v.parse(measureInput, { ...onHerBack, ...more }));
  if (!result.ok) throw new Error(result.error.message);
  return result.value;
};
const rest = { ASIS: [1000, 700], PS: [1100, 700] };
/** The same pelvis 200 mm higher, as a bridge lifts it; the scale is a millimetre a pixel. */
const lifted = { ASIS: [1000, 500], PS: [1100, 500] };

describe('a lens that nobody measured', () => {
  test('a pelvis that rises 200 mm past a lens 3 m away is not told to tilt: its hip bone is drawn 8 mm too high', () => {
    // 120 mm nearer of 3000: the hip bone's 200 px over the lens' axis, at the set-up's pelvis, come back to 192; from 50 px
    // headward to 48. Without that an arch of 0° would be told; with it −4.67°: atan(8 / 98).
    const { measures, assumes } = read({ landmarks: lifted, neutral: { landmarks: rest } });
    expect(measures.pelvicTilt?.value).toBeCloseTo((Math.atan(-8 / 98) * 180) / Math.PI, 6);
    expect(assumes).toEqual([
      "The lens' distance was not told: reckoned with 3 m ± 25 %, level with the pelvis of the set-up.",
    ]);
  });
  test('a quarter of what its distance takes off goes into the error, a twentieth where it was told', () => {
    const at = { axis: [1050, 700], distanceMm: 3000 };
    const usual = read({ landmarks: lifted, neutral: { landmarks: rest } }).measures.pelvicTilt;
    const told = read({ landmarks: lifted, neutral: { landmarks: rest }, lens: at }).measures.pelvicTilt;
    expect(told?.value).toBeCloseTo(usual?.value ?? 0, 9);
    // The hip bone stands 192 px over the axis and 48 headward: a distance off by all of itself draws it 7.68 px up and 1.92
    // headward. Of the line that it ends, 98 px headward and 8 down, (7.68 · 98 + 1.92 · 8) / (98² + 8²) rad: 4.55°.
    const [wide = 0, narrow = 0] = [usual?.seWithin, told?.seWithin];
    expect(Math.sqrt(wide ** 2 - narrow ** 2)).toBeCloseTo(4.55 * Math.sqrt(0.25 ** 2 - 0.05 ** 2), 2);
  });
  test('seen by itself, the pelvis is what the lens was aimed at, and its tilt is as it is seen', () => {
    expect(read({ landmarks: lifted }).measures.pelvicTilt?.value).toBeCloseTo(0, 9);
    const tipped = { ASIS: [1000, 482.367], PS: [1100, 500] };
    expect(read({ landmarks: tipped }).measures.pelvicTilt?.value).toBeCloseTo(10, 3);
  });
  test('with no pelvis marked it is aimed at the middle of what is; where left and right lie equally far there is none', () => {
    // The ear lies 75 mm nearer than the neck's base: of 30 px to each side of their middle, 29.25 are left.
    const head = { position: 'sitting', facing: 'left', landmarks: { C7: [630, 300], TR: [570, 240] } };
    const upright = Math.atan2(30 + 29.25, 30 + 29.25);
    expect(read(head).measures.craniovertebral?.value).toBeCloseTo((upright * 180) / Math.PI, 6);
    expect(read({ view: 'foot', landmarks: { ASIS_L: [1100, 700], ASIS_R: [900, 700] } }).assumes).toEqual([]);
  });
  test('heels stand half a metre nearer than the hips: seen a sixth wider from the foot end, and as told from 2 m', () => {
    const landmarks = { HEEL_L: [1120, 900], HEEL_R: [880, 900], ASIS_L: [1100, 700], ASIS_R: [900, 700] };
    const spacing = (more: object) => read({ view: 'foot', landmarks, ...more }).measures.footSpacing?.value;
    expect(spacing({})).toBeCloseTo(1.2 * (1 - 500 / 3000), 9);
    expect(spacing({ lens: { axis: [1000, 700], distanceMm: 2000 } })).toBeCloseTo(1.2 * 0.75, 9);
    expect(read({ view: 'above', landmarks }).measures.footSpacing?.value).toBeCloseTo(1.2, 9);
  });
});

describe('a trunk that is seen to leave the mat', () => {
  /** Hips higher than the shoulders, the pelvis tipped back along the trunk by as much as the trunk leans. */
  const bridge = (riseMm: number) => ({
    AC: [500, 700],
    GT: [900, 700 - riseMm],
    ASIS: [800, 700 - riseMm],
    PS: [900, 700 - riseMm],
  });
  const asTold = (riseMm: number, trunk?: 'level' | 'inclined') => {
    const { measures, assumes } = read({
      landmarks: bridge(riseMm),
      lens: { axis: [0, 0], distanceMm: 1e30 },
      ...(trunk ? { trunk } : {}),
    });
    return { tilt: measures.pelvicTilt?.value ?? Number.NaN, assumes };
  };
  test('from 20° on its own line is the reference, and it is said; less, and it lies on the mat', () => {
    const leaning = (Math.atan(160 / 400) * 180) / Math.PI; // 21.8°
    expect(asTold(160).tilt).toBeCloseTo(leaning, 6);
    expect(asTold(160).assumes).toEqual([expect.stringContaining('leans 22° off the mat')]);
    expect(asTold(140)).toEqual({ tilt: expect.closeTo(0, 6), assumes: [] }); // 19.3°
  });
  test('where it is told, that holds', () => {
    expect(asTold(160, 'level')).toEqual({ tilt: expect.closeTo(0, 6), assumes: [] });
    expect(asTold(140, 'inclined').tilt).toBeCloseTo((Math.atan(140 / 400) * 180) / Math.PI, 6);
  });
});
