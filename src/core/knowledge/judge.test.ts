import * as v from 'valibot';
import { repertoire } from '@/repertoire';
import { compare } from '../alignment/compare';
import { judgeInput } from '../alignment/input';
import { gradeSeverity } from '../alignment/judge';
import { judge } from './judge';
import type { Finding, JudgeOutput } from '../alignment/judge';

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

describe('why, in words', () => {
  const whose = 'the target is −5…+5° (Even keel: neutral, imprint as fallback when both legs are up).';
  test.each<[number, number, string]>([
    [9, 2, `Out of level toward an arch: +9.0° ± 2.0°; ${whose} 98 % sure.`],
    [16, 1, `Out of level toward an arch: +16° ± 1.0°; ${whose} Over 99 % sure.`],
    [2, 1.5, `In level: +2.0° ± 1.5°; ${whose}`],
    [
      5,
      2,
      `Can't tell yet, leans toward an arch: +5.0° ± 2.0°; ${whose} 50 % likely out. A closer camera, stickers, or a second look from the same place would settle it.`,
    ],
    [
      -4,
      6,
      `Can't tell yet, leans toward a tuck: −4.0° ± 6.0°; ${whose} 50 % likely out. The error is too wide for this target, so "in" cannot be shown this way: use stickers on the landmarks, a closer camera, or mark three times and average.`,
    ],
  ])('%d° ± %d°', (value, se, why) => expect(tilt(value, se).why).toBe(why));
  test('from own neutral it says so; what has no neutral to it does not', () => {
    expect(tilt(12, 3, { neutral: { pelvicTilt: { value: 4, se: 4 } } }).why).toContain(
      '+8.0° ± 5.0° from own neutral; the target',
    );
    expect(judged({ measures: { tabletopError: { value: 15, se: 0.5 } } }).findings[0]?.why).toBe(
      'Out of level toward tabletop slipping: 15° ± 0.5°; the target is up to 8° (the usual tolerance). Over 99 % sure.',
    );
  });
  test('why something is not judged', () =>
    expect(
      judged({ measures: { plankLine: { value: 1, se: 1 }, pelvicTiltPsis: { value: 1, se: 1 } } }).notJudged,
    ).toEqual({
      plankLine: 'Leg float has no target for it in this phase',
      pelvicTiltPsis: "it means nothing without the client's own neutral",
    }));
  test('severity by tolerances: one is clear, two are marked; what could hurt is never slight', () => {
    const sharp = { tolerance: 5, se: 2.5 };
    expect([0.1, 4.99, 5, 9.99, 10].map((excess) => gradeSeverity(excess, { ...sharp, safety: false }))).toEqual([
      'slight',
      'slight',
      'clear',
      'clear',
      'marked',
    ]);
    expect([0.1, 10].map((excess) => gradeSeverity(excess, { ...sharp, safety: true }))).toEqual(['clear', 'marked']);
  });
  test('what of an error is over half a tolerance comes off, but not where it could hurt', () => {
    const blunt = { tolerance: 5, se: 4.5 }; // 2° off
    expect([6.9, 7, 11.9, 12].map((excess) => gradeSeverity(excess, { ...blunt, safety: false }))).toEqual([
      'slight',
      'clear',
      'clear',
      'marked',
    ]);
    expect(gradeSeverity(10, { ...blunt, safety: true })).toBe('marked');
  });
  test('a finding of left against right names its side: who sinks in a roll, where it has shifted', () => {
    const { findings } = judged({
      measures: {
        pelvicRoll: { value: 14, se: 1 },
        pelvicShift: { value: -0.4, se: 0.01 },
        pelvicTilt: { value: 20, se: 1 },
      },
    });
    const of = (measure: string) => findings.find((one) => one.measure === measure);
    expect([of('pelvicRoll')?.side, of('pelvicShift')?.side]).toEqual(['L', 'L']);
    expect(of('pelvicTilt')).not.toHaveProperty('side');
    expect(of('pelvicRoll')?.why).toContain('toward the pelvis rolling to the left');
    expect(of('pelvicShift')?.why).toContain('toward the pelvis shifting to the left');
  });
  test('exactly at four fifths it is out, at one fifth in', () => {
    // Normal distribution: 0.8 beyond at 0.8416 errors outside, 0.2 at 0.8416 inside.
    expect([tilt(5 + 0.8417, 1).verdict, tilt(5 + 0.8415, 1).verdict]).toEqual(['out', 'unsure']);
    expect([tilt(5 - 0.8417, 1).verdict, tilt(5 - 0.8415, 1).verdict]).toEqual(['in', 'unsure']);
  });
  test('in the middle of its target a value that can’t be told leans neither way, and is no fault to work on', () => {
    expect(tilt(0.5, 5)).toMatchObject({ verdict: 'unsure', leansNeither: true });
    expect(tilt(0.5, 5).why).toMatch(/^Can't tell yet, leans neither way: /);
    // At +3 the far edge is 8/5 of the error away and the near one 2/5: 5 % against 34 %.
    expect(tilt(3, 5)).not.toHaveProperty('leansNeither');
    expect(tilt(3, 5).why).toMatch(/leans toward an arch/);
  });
  test('a one-sided target leans toward its only fault', () => {
    const { findings } = judged({ measures: { tabletopError: { value: 1, se: 0.5 } } });
    expect(findings[0]).toMatchObject({ fault: 'tabletopLost', verdict: 'in' });
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
      tolerance: 5, // the measure's own, whatever the stance
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
  test('first what may hurt and is not in, then out before unsure before in', () => {
    const { findings } = judged({
      conditions: ['neck'],
      measures: {
        tabletopError: { value: 2, se: 0.5 }, // in
        ribFlare: { value: 5, se: 2 }, // can’t tell
        pelvicTilt: { value: 16, se: 0.5 }, // out
        faceAngle: { value: 3, se: 2 }, // can’t tell, and could hurt her
      },
    });
    expect(findings.map(({ fault, verdict, safety }) => [fault, verdict, safety])).toEqual([
      ['chinUp', 'unsure', true],
      ['arch', 'out', false],
      ['flare', 'unsure', false],
      ['tabletopLost', 'in', false],
    ]);
    const level = judged({
      conditions: ['neck'],
      measures: { faceAngle: { value: -4, se: 0.5 }, ribFlare: { value: 9, se: 0.5 } },
    });
    expect(level.findings.map(({ fault }) => fault)[0]).toBe('flare'); // in level, nothing hurts
  });
  test('of two equally far out the surer comes first', () => {
    const { findings } = judged({
      measures: { pelvicTilt: { value: 10, se: 4 }, ribFlare: { value: 10, se: 1 } },
    });
    expect(findings.map(({ measure }) => measure)).toEqual(['ribFlare', 'pelvicTilt']);
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
