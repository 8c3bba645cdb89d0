import * as v from 'valibot';
import { repertoire } from '@/repertoire';
import { compare } from './compare';
import { judgeInput } from './input';
import { judge } from './judge';
import type { Finding, JudgeOutput } from './judge';

const judged = (input: object): JudgeOutput => {
  const result = judge(v.parse(judgeInput, { exercise: 'legFloat', level: 2, ...input }), repertoire);
  if (!result.ok) throw new Error(result.error.message);
  return result.value;
};
const tilt = (value: number, se: number, more: object = {}): Finding => {
  const [finding] = judged({ measures: { pelvicTilt: { value, se } }, ...more }).findings;
  if (!finding) throw new Error('nothing was judged');
  return finding;
};

describe('a pelvis under leg load, target ±5° from own neutral', () => {
  test.each([
    // value, se, probability out = 1 − [Φ((5−x)/s) − Φ((−5−x)/s)], from a table of the normal distribution
    [9, 2, 0.9772, 'out', 'arch', 'slight'],
    [10.5, 1, 1, 'out', 'arch', 'clear'],
    [16, 1, 1, 'out', 'arch', 'marked'],
    [-12, 1, 1, 'out', 'tuck', 'clear'],
    [2, 1.5, 0.0228, 'in', 'arch', undefined],
    [5, 2, 0.5, 'unsure', 'arch', undefined],
    [-4, 2, 0.3085, 'unsure', 'tuck', undefined],
  ])('%d° ± %d°', (value, se, probability, verdict, fault, severity) => {
    const finding = tilt(value, se);
    expect(finding.probability).toBeCloseTo(probability, 3);
    expect(finding).toMatchObject({ verdict, fault });
    expect(finding.severity).toBe(severity);
  });
  test('a wide error alone never proves a fault, and says what would settle it', () => {
    const finding = tilt(1, 30);
    expect(finding).toMatchObject({ verdict: 'unsure', excess: 0 });
    expect(finding.why).toMatch(/stickers.*closer camera.*mark three times/);
  });
  test('own neutral is taken off, and both errors count', () => {
    const finding = tilt(12, 3, { neutral: { pelvicTilt: { value: 4, se: 4 } } });
    expect(finding.value).toBeCloseTo(8, 9);
    expect(finding.se).toBeCloseTo(5, 9);
  });
  test('rib flare is already read from own neutral, so a neutral given for it changes nothing', () => {
    const { findings } = judged({
      measures: { ribFlare: { value: 9, se: 1 } },
      neutral: { ribFlare: { value: 4, se: 1 } },
    });
    expect(findings[0]).toMatchObject({ fault: 'flare', value: 9, excess: 4 });
  });
});

describe('stances', () => {
  test('imprint wants −12…−4°: level is then toward an arch, −8° is in, −14° is a tuck', () => {
    const imprint = { school: 'gradedImprint' };
    expect(tilt(0, 0.5, imprint)).toMatchObject({ verdict: 'out', fault: 'arch', excess: 4 });
    expect(tilt(-8, 0.5, imprint).verdict).toBe('in');
    expect(tilt(-14, 0.5, imprint)).toMatchObject({ verdict: 'out', fault: 'tuck' });
  });
  test('the fallback lets the pelvis imprint once both legs are up, not before', () => {
    expect(tilt(-8, 0.5, { exercise: 'march', level: 3 })).toMatchObject({ verdict: 'out', fault: 'tuck' });
    expect(tilt(-8, 0.5, { exercise: 'march', level: 4 }).verdict).toBe('in');
  });
  test('one choice may be changed without changing school, and the target says so', () => {
    const { target } = judged({ measures: { pelvicTilt: { value: 0, se: 1 } }, stances: { supinePelvis: 'imprint' } });
    expect(target.pelvicTilt).toMatchObject({
      interval: [-12, -4],
      tolerance: 4,
      source: 'Even keel, changed: imprint',
    });
  });
});

describe('order and safety', () => {
  test('what would hurt her comes first and is never below clear', () => {
    const { findings } = judged({
      exercise: 'legFloat',
      conditions: ['neck'],
      measures: {
        pelvicTilt: { value: 16, se: 0.5 },
        faceAngle: { value: 4, se: 0.2 },
        ribFlare: { value: 8, se: 0.5 },
      },
    });
    expect(findings.map(({ fault }) => fault)).toEqual(['chinUp', 'arch', 'flare']);
    expect(findings[0]).toMatchObject({ safety: true, severity: 'clear' });
  });
  test('among the others the worst in tolerances comes first', () => {
    const { findings } = judged({
      measures: { faceAngle: { value: 6, se: 0.2 }, tabletopError: { value: 15, se: 0.5 } },
    });
    expect(findings.map(({ fault }) => fault)).toEqual(['tabletopLost', 'chinUp']); // 7/4 against 3/7.5 tolerances
  });
  test('a measure that this exercise does not watch is left out, with the reason', () => {
    expect(judged({ measures: { plankLine: { value: 20, se: 1 } } }).notJudged.plankLine).toContain('no target');
  });
  test('tilt by PSIS is not judged without own neutral', () => {
    expect(judged({ measures: { pelvicTiltPsis: { value: 11, se: 1 } } })).toMatchObject({
      findings: [],
      notJudged: { pelvicTiltPsis: expect.stringContaining('own neutral') },
    });
  });
});

test.each([
  [{ exercise: 'somersault' }, 'unknownExercise', 'exercise'],
  [{ level: 9 }, 'unknownLevel', 'level'],
  [{ school: 'theirs' }, 'unknownSchool', 'school'],
  [{ stances: { supinePelvis: 'sideways' } }, 'unknownChoice', 'stances.supinePelvis'],
  [{ conditions: ['neck', 'hiccups'] }, 'unknownCondition', 'conditions.1'],
])('names that are not known are refused by name: %j', (more, code, path) => {
  const result = judge(v.parse(judgeInput, { exercise: 'legFloat', measures: {}, ...more }), repertoire);
  expect(result).toMatchObject({ ok: false, error: { code, path } });
});

describe('before and after', () => {
  const target: [number, number] = [-5, 5];
  test.each([
    // before ± , after ± , verdict, least real change 1.96·√(s₁² + s₂²)
    [12, 1, 4, 1, 'better', 2.7719],
    [12, 1, 10, 1, 'same', 2.7719], // within the error
    [4, 1, 12, 1, 'worse', 2.7719],
    [12, 1, -12, 1, 'same', 2.7719], // as far out on the other side
    [4, 0.5, -4, 0.5, 'same', 1.3859], // inside before and after
    [20, 3, 10, 4, 'better', 9.8],
  ])('%d ± %d to %d ± %d is %s', (before, s1, after, s2, verdict, mdc) => {
    const result = compare({ before: { value: before, se: s1 }, after: { value: after, se: s2 }, target });
    expect(result).toMatchObject({ verdict, change: after - before });
    expect(result.mdc).toBeCloseTo(mdc, 3);
  });
});
