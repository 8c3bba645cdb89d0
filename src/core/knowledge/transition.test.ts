import { repertoire } from '@/repertoire';
import type { ActingOn } from './cautions';
import { entry } from './find';
import { restingPlaces } from './kinds';
import type { RestingPlace } from './kinds';
import { restingPlaceOf, transitionBetween } from './transition';

const having = (...conditions: string[]): Pick<ActingOn, 'conditions'> => ({
  conditions: conditions.map((condition) => ({ condition, clearedOn: null })),
});
const steps = (from: RestingPlace, to: RestingPlace, ...conditions: string[]): readonly string[] =>
  transitionBetween(repertoire, from, to, having(...conditions))?.steps ?? [];
const orElse = (from: RestingPlace, to: RestingPlace, ...conditions: string[]): string | undefined =>
  transitionBetween(repertoire, from, to, having(...conditions))?.orElse;

// Where each begins and comes back to, as a teacher would say.
test.each([
  ['legFloat', 2, 'onBack'],
  ['bridgeNeutral', 3, 'onBack'], // begins up, but one comes to rest lying
  ['rollUp', 1, 'sitting'],
  ['rollUp', 5, 'onBack'],
  ['openLegRocker', 2, 'sitting'],
  ['frontSupportHold', 1, 'handsAndKnees'],
  ['frontSupportHold', 2, 'plank'],
  ['sideLegLift', 1, 'onSide'],
  ['standKneeLift', 2, 'standing'],
] as const)('%s %d rests %s', (exercise, level, place) =>
  expect(restingPlaceOf(entry(repertoire.exercises, exercise), level)).toBe(place),
);

test('nothing to change, nothing to say; half a level rests as the one below', () => {
  expect(transitionBetween(repertoire, 'sitting', 'sitting', having())).toBeUndefined();
  expect(restingPlaceOf(entry(repertoire.exercises, 'frontSupportHold'), 1.5)).toBe('handsAndKnees');
});

test('up from the back goes over the side; rolling up is for backs that roll', () => {
  expect(steps('onBack', 'sitting')).toEqual([
    'Knees bent, roll to the side as one piece, head on the lower arm.',
    'Both hands press the mat away, the head comes up last.',
  ]);
  expect(orElse('onBack', 'sitting')).toBe(
    'Where the spine rolls well: hands behind the thighs, roll up bone by bone.',
  );
  for (const condition of ['lowBoneDensity', 'discTrouble', 'diastasis', 'hernia', 'neck', 'pregnancy'])
    expect([condition, orElse('onBack', 'sitting', condition)]).toEqual([condition, undefined]);
  expect(orElse('sitting', 'onBack', 'lowBoneDensity')).toBeUndefined();
  expect(orElse('sitting', 'onBack', 'hernia')).toContain('roll down'); // no head is lifted on the way down
});

test('up to standing over one knee, hands on the thigh; hands free only for those who may', () => {
  expect(steps('kneeling', 'standing')).toEqual([
    'One foot in front, both hands on that thigh, press up through the whole foot.',
  ]);
  expect(orElse('kneeling', 'standing')).toBe(
    'Once that is sure: one foot in front, up through the whole foot with the hands free.',
  );
  for (const condition of ['dizziness', 'lowBoneDensity', 'nerveDisease'])
    expect([condition, orElse('kneeling', 'standing', condition)]).toEqual([condition, undefined]);
});

test('a knee that may not kneel goes up and down over a chair', () => {
  expect(steps('sitting', 'standing', 'knee').join()).toMatch(/chair/);
  expect(steps('standing', 'onBack', 'knee').join()).toMatch(/^Sit on a box or a chair first/);
  expect(steps('sitting', 'standing').join()).not.toMatch(/chair/);
});

test('pregnant she does not pass lying on the front, and wrists that hurt do not carry', () => {
  expect(steps('onBack', 'handsAndKnees').join()).toMatch(/front/);
  expect(steps('onBack', 'handsAndKnees', 'pregnancy').join()).not.toMatch(/onto the front|to the front as/);
  expect(steps('handsAndKnees', 'sitting', 'shoulder')[0]).toMatch(/onto the thighs/);
});

test('there is a way between all places, for every condition, and no step of it is ruled out where another leads there', () => {
  for (const from of restingPlaces)
    for (const to of restingPlaces) {
      if (from === to) continue;
      expect([from, to, steps(from, to).length > 0]).toEqual([from, to, true]);
      for (const { id } of repertoire.conditions) expect(steps(from, to, id).length).toBeGreaterThan(0);
    }
});

test('what was cleared does not stand in the way, and a pregnancy acts by its week', () => {
  const cleared = { conditions: [{ condition: 'knee', clearedOn: '2026-01-01' }] };
  expect(transitionBetween(repertoire, 'sitting', 'standing', cleared)?.steps.join()).not.toMatch(/chair/);
  const early = { conditions: [{ condition: 'pregnancy', clearedOn: null, week: 8 }] };
  expect(transitionBetween(repertoire, 'onBack', 'handsAndKnees', early)?.steps.join()).toMatch(/to the front/);
});

test('what leads nowhere is not told', () => {
  const alone = { ...repertoire, transitions: repertoire.transitions.filter(({ to }) => to !== 'plank') };
  expect(transitionBetween(alone, 'standing', 'plank', having())).toBeUndefined();
});
