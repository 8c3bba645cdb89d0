import { entry, startOf } from '@/core/knowledge/entries';
import { pastLimits } from '@/core/body/pose';
import { parsePattern } from '@/core/breathing/parse';
import { poseBody } from '@/core/body/skeleton';
import { measureIds } from '@/core/alignment/rules';
import { repertoire } from '.';

const { conditions, corrections, exercises, faults, props, schools, stances, targets } = repertoire;
const kindsFor = (fault: string, exercise: string) =>
  corrections.filter((one) => one.faults.includes(fault) && (one.exercises?.includes(exercise) ?? true));

test('no two entries of a kind share an id', () => {
  for (const entries of [conditions, corrections, exercises, faults, props, schools, stances])
    expect(new Set(entries.map(({ id }) => id)).size).toBe(entries.length);
});

test('every reference leads somewhere', () => {
  for (const { faults: named, watches } of exercises) {
    for (const id of named) expect(entry(faults, id).id).toBe(id);
    for (const { measure, stance } of watches) {
      expect([...measureIds, 'cuffPressure']).toContain(measure);
      expect(targets.map((target) => target.measure)).toContain(measure);
      if (stance) expect(entry(stances, stance).id).toBe(stance);
    }
  }
  for (const { low, high } of targets) for (const id of [low, high]) if (id) expect(entry(faults, id).id).toBe(id);
  for (const { safetyFaults } of conditions) for (const id of safetyFaults) expect(entry(faults, id).id).toBe(id);
  for (const { faults: named, prop, notWith, exercises: only } of corrections) {
    for (const id of named) expect(entry(faults, id).id).toBe(id);
    for (const id of only ?? []) expect(entry(exercises, id).id).toBe(id);
    if (prop) expect(entry(props, prop).id).toBe(prop);
    for (const { condition } of notWith ?? []) expect(entry(conditions, condition).id).toBe(condition);
  }
  for (const { stances: chosen } of schools)
    for (const [stance, choice] of Object.entries(chosen))
      expect(entry(entry(stances, stance).choices, choice).id).toBe(choice);
});

test.each(exercises.flatMap(({ id, faults: named }) => named.map((fault) => [id, fault] as const)))(
  '%s: against %s there are two cues, a prop, a change and a step back',
  (exercise, fault) => {
    const kinds = kindsFor(fault, exercise).map(({ kind }) => kind);
    expect(kinds.filter((kind) => kind === 'verbal' || kind === 'image').length).toBeGreaterThanOrEqual(2);
    expect(kinds).toEqual(expect.arrayContaining(['prop', 'modification', 'stepBack']));
  },
);

test('every fault that a target can name is one its exercises know', () => {
  for (const { faults: known, watches } of exercises)
    for (const { measure } of watches) {
      const target = targets.find((one) => one.measure === measure);
      for (const id of [target?.low, target?.high]) if (id) expect(known).toContain(id);
    }
});

test('every level can be drawn and every breath pattern read', () => {
  for (const { levels, breath } of exercises) {
    for (const level of levels)
      for (const top of [startOf(level), level.top]) {
        expect(pastLimits(top)).toEqual([]);
        const { landmarks, sides } = poseBody({ heightM: 1.7, massKg: 65 }, top);
        expect(JSON.stringify(landmarks)).not.toContain('null');
        for (const { toe, ball, heel, knee, hand } of [sides.L, sides.R])
          expect(Math.min(toe[2] - 15, ball[2] - 23, heel[2] - 28, knee[2] - 53, hand[2] - 16)).toBeGreaterThan(-5); // nothing sinks
      }
    for (const { pattern } of breath) expect(parsePattern(pattern).ok).toBe(true);
    expect(levels.map(({ number }) => number)).toEqual(levels.map((_, i) => i + 1));
  }
});

test('cues are short enough to say in one breath', () => {
  for (const { say } of corrections) expect(say.length).toBeLessThanOrEqual(90);
});
