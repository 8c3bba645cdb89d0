import { parse } from '../check';
import { eyeBlocks, readEye } from './by-eye';
import { handRules, readHand } from './by-hand';
import { ownNeutral } from './own-neutral';
import { arc, poleInput, readPole } from './pole';
import { formatMeasure, nameOf } from './words';

describe('by hand', () => {
  test('two and a half fingers of 18 mm are 45 mm; of her own 20 mm, 50', () => {
    expect(readHand({ measure: 'lumbarGap', read: 2.5 }, 'supine')).toMatchObject({ value: 45, se: 4.5 });
    expect(readHand({ measure: 'lumbarGap', read: 2.5 }, 'supine', 20)).toMatchObject({ value: 50, se: 5 });
  });
  test('a goniometer has its own error, sharper within one set-up than found again', () => {
    const read = readHand({ measure: 'legElevation', read: 62 }, 'supine');
    expect(read?.value).toBe(62);
    expect(read?.seBetween).toBeGreaterThan(read?.se ?? 99);
  });
  test('a reading that no hand could take, or not in this position, is none', () => {
    expect(readHand({ measure: 'lumbarGap', read: 40 }, 'supine')).toBeUndefined();
    expect(readHand({ measure: 'curlHeight', read: 40 }, 'standing')).toBeUndefined();
  });
  test('everything read by hand has a name and a unit', () => {
    for (const { measure } of handRules) {
      expect(nameOf(measure)).not.toBe(measure);
      expect(formatMeasure(measure, 10)).toMatch(/[°m]/);
    }
  });
});

describe('the pole', () => {
  const test1 = {
    touches: { sacrum: true, thorax: true, head: false },
    lowBackFingers: 2,
    neckFingers: 3,
    chordMm: 300,
  };
  const read = (input: object) => {
    const parsed = parse(poleInput, input);
    return parsed.ok ? readPole(parsed.value) : parsed.error;
  };
  test('two fingers over a chord of 300 mm are a curve of 53.97°', () => {
    // s = 36 mm: 4·atan(72/300) = 4·13.4957°
    expect(read(test1)).toMatchObject({
      allTouch: false,
      lost: ['head'],
      lumbarGap: { value: 36, unit: 'mm' },
      neckGap: { value: 54 },
      lumbarCurve: { value: expect.closeTo(53.983, 2), unit: 'deg' },
    });
  });
  test('the error of the curve is that of the gap through the slope 8/(L·(1+4s²/L²))', () => {
    expect(arc({ value: 36, se: 5 }, 300, 0).se).toBeCloseTo(((5 * 8) / (300 * 1.0576) / Math.PI) * 180, 4);
    expect(arc({ value: 36, se: 0 }, 300, 10).se).toBeCloseTo(
      (((8 * 36) / (300 * 300 * 1.0576)) * 10 * 180) / Math.PI,
      4,
    );
  });
  test('the low back comes before the neck', () => {
    expect(read({ touches: { sacrum: false, thorax: true, head: false } })).toMatchObject({
      first: expect.stringContaining('sacrum'),
    });
    expect(read({ touches: { sacrum: true, thorax: true, head: true } })).toMatchObject({ allTouch: true });
  });
  test('nonsense is refused where it is', () => {
    expect(read({ ...test1, chordMm: 9 })).toMatchObject({ code: 'badValue', path: 'chordMm' });
    expect(read({ ...test1, thumb: 1 })).toMatchObject({ code: 'unknownKey' });
  });
});

describe('by eye', () => {
  test('a step off level is 4°, two are 10°, with 5° of error until the eye is trained', () => {
    expect(readEye(1)).toEqual({ value: 4, se: 5 });
    expect(readEye(-2, -4.5)).toEqual({ value: -14.5, se: 5 });
  });
  test('an eye with enough pairs has its bias taken off and its own spread', () => {
    expect(readEye(1, 0, { bias: 1.5, sd: 2.8, n: 20 })).toEqual({ value: 2.5, se: 2.8 });
    expect(readEye(1, 0, { bias: 1.5, sd: 2.8, n: 3 })).toEqual({ value: 4, se: 5 });
  });
  test('one grades what can be seen from there', () => {
    expect(eyeBlocks('supine', 'side').map(({ block }) => block)).toEqual(['head', 'ribs', 'pelvis']);
    expect(eyeBlocks('supine', 'foot').map(({ measure }) => measure)).toEqual(['pelvicRoll']);
    expect(eyeBlocks('sideLying', 'above').map(({ measure }) => measure)).toContain('pelvicTilt');
  });
});

describe('own neutral', () => {
  const on = (date: string, value: number, se = 4) => ({ on: date, value, se });
  test('the surer set-up counts for more: 2 ± 3 and 8 ± 6 are 3.2 ± 2.68', () => {
    // Weights 1/9 and 1/36: (2/9 + 8/36)/(5/36) = 3.2; error 1/√(5/36).
    const own = ownNeutral([on('2026-01-01', 2, 3), on('2026-02-01', 8, 6)]);
    expect(own?.value).toBeCloseTo(3.2, 9);
    expect(own?.se).toBeCloseTo(6 / Math.sqrt(5), 9);
  });
  test('a change within the error is no change', () => {
    expect(ownNeutral([on('2026-01-01', 2), on('2026-02-01', 9)])?.moved).toBe('no'); // least 1.96·√(16+16) = 11.1
    expect(ownNeutral([on('2026-02-01', 14), on('2026-01-01', 2)])?.moved).toBe('yes');
    expect(ownNeutral([on('2026-01-01', 2)])?.moved).toBe('tooFew');
    expect(ownNeutral([])).toBeUndefined();
  });
});
