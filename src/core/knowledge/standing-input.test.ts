import { parse } from '../check';
import { repertoire } from '@/repertoire';
import { factsFromNames, factsInput } from './facts-input';
import { standingFromNames, standingInput } from './standing-input';
import type { LevelStanding } from './standing-input';

const ask = (input: unknown) => {
  const parsed = parse(standingInput, input);
  return parsed.ok ? standingFromNames(parsed.value, repertoire) : parsed;
};
function levels(input: unknown): readonly LevelStanding[] {
  const result = ask(input);
  if (!result.ok) throw new Error(result.error.message);
  return result.value.levels;
}
const standings = (input: unknown) => levels(input).map(({ level, standing }) => `${level} ${standing}`);
const refusal = (input: unknown) => {
  const result = ask(input);
  return result.ok ? undefined : `${result.error.code} ${result.error.path}`;
};

test('every level stands somewhere, with the rule and what it does', () => {
  const neck = { exercise: 'headFloat', conditions: [{ condition: 'neck' }] };
  expect(standings(neck)).toEqual(['1 ruledOut', '2 ruledOut', '3 ruledOut']);
  expect(levels(neck)[0]?.reasons).toContainEqual({
    condition: 'neck',
    rule: 'neck.curl',
    does: 'ruleOut',
    why: 'the neck would carry the head',
  });
  expect(standings({ exercise: 'singleLegStretch', conditions: [{ condition: 'neck pain or neck surgery' }] })).toEqual(
    ['1 fine', '2 ruledOut', '3 ruledOut', '4 ruledOut', '5 ruledOut'],
  );
  expect(standings({ exercise: 'march', level: 5, conditions: [] })).toEqual(['5 fine']);
});

test('a pregnancy goes by its date; without one, or without today, the strictest', () => {
  const curl = (today?: string, dueOn?: string) =>
    standings({ exercise: 'headFloat', level: 2, today, conditions: [{ condition: 'pregnancy', dueOn }] })[0];
  expect(curl('2026-02-01', '2026-09-06')).toBe('2 fine');
  expect(curl('2026-04-01', '2026-09-06')).toBe('2 ruledOut');
  expect(curl('2026-02-01')).toBe('2 ruledOut');
  expect(curl(undefined, '2026-09-06')).toBe('2 ruledOut');
});

test('a clearance holds to its end; with an end and no today it may be over', () => {
  const heart = (today?: string, clearedUntil?: string) =>
    standings({
      ...{ exercise: 'legFloat', level: 2, today },
      conditions: [{ condition: 'heart', clearedOn: '2026-01-01', clearedUntil }],
    })[0];
  expect(heart()).toBe('2 change');
  expect(heart('2026-03-01', '2026-03-01')).toBe('2 change');
  expect(heart('2026-03-02', '2026-03-01')).toBe('2 ruledOut');
  expect(heart(undefined, '2026-03-01')).toBe('2 ruledOut');
});

test('the kind of an operation, and weeks since a birth', () => {
  const lift = (approach?: string) =>
    standings({ exercise: 'proneLegLift', level: 2, conditions: [{ condition: 'hip', approach }] })[0];
  expect([lift(), lift('behind'), lift('front')]).toEqual(['2 ruledOut', '2 change', '2 ruledOut']);
  const float = (today: string, approach?: string) =>
    standings({
      ...{ exercise: 'legFloat', level: 2, today },
      conditions: [{ condition: 'afterBirth', since: '2026-01-05', approach }],
    })[0];
  expect([float('2026-03-29'), float('2026-03-30'), float('2026-03-30', 'surgery')]).toEqual([
    '2 ruledOut',
    '2 change',
    '2 ruledOut',
  ]);
});

test('what is not known is refused where it stands', () => {
  expect(refusal({ exercise: 'swanLake', conditions: [] })).toBe('unknownExercise exercise');
  expect(refusal({ exercise: 'march', level: 9, conditions: [] })).toBe('unknownLevel level');
  expect(refusal({ exercise: 'march', conditions: [{ condition: 'gout' }] })).toBe(
    'unknownCondition conditions.0.condition',
  );
  expect(refusal({ exercise: 'march', conditions: [{ condition: 'hip', approach: 'above' }] })).toBe(
    'unknownApproach conditions.0.approach',
  );
  expect(refusal({ exercise: 'march', conditions: [{ condition: 'neck', approach: 'behind' }] })).toBe(
    'unknownApproach conditions.0.approach',
  );
  expect(refusal({ exercise: 'march', conditions: [], today: '2026-02-30' })).toMatch(/ today$/);
  expect(refusal({ exercise: 'march', conditions: [], school: 'plumb' })).toBe('unknownSchool school');
});

test('facts by names: of the top unless another phase is asked for, the loads of the whole way with them', () => {
  const facts = (input: unknown) => {
    const parsed = parse(factsInput, input);
    const result = parsed.ok ? factsFromNames(parsed.value, repertoire) : parsed;
    return result.ok ? result.value : result.error.code;
  };
  expect(facts({ exercise: 'teaser', level: 4 })).toMatchObject({ trunk: 'rolled', loads: { headUp: true } });
  expect(facts({ exercise: 'teaser', level: 4, phase: 'start' })).toMatchObject({
    trunk: 'onBack',
    loads: { headUp: true },
  });
  expect(facts({ exercise: 'teaser', level: 7 })).toBe('unknownLevel');
  expect(facts({ exercise: 'tea', level: 1 })).toBe('unknownExercise');
});
