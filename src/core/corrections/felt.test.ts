import { repertoire } from '@/repertoire';
import { entry, faultIds } from '../knowledge/find';
import { faultFelt, misplaced, placeEased } from './felt';
import { rankCorrections } from './rank';

const headFloat = entry(repertoire.exercises, 'headFloat');
const legFloat = entry(repertoire.exercises, 'legFloat');

test('misplaced is what the exercise says should not be felt; what it wants, or does not speak of, is not', () => {
  expect(misplaced(headFloat, ['abdomen', 'neck', 'feet'])).toEqual(['neck']);
  expect(misplaced(headFloat, ['abdomen'])).toEqual([]);
  expect(misplaced(legFloat, ['neck', 'hipFronts', 'lowBack'])).toEqual(['lowBack', 'hipFronts', 'neck']);
});

test('no exercise wants a place and does not want it', () => {
  for (const { id, feel } of repertoire.exercises)
    expect([id, feel.at.filter((place) => feel.notAt.includes(place))]).toEqual([id, []]);
});

test('what is felt in the wrong place points to the first watched fault that is felt there', () => {
  expect(faultFelt(repertoire, headFloat, ['neck'])).toBe(
    faultIds(headFloat).find((id) => entry(repertoire.faults, id).feltAt.includes('neck')),
  );
  expect(faultFelt(repertoire, legFloat, ['lowBack'])).toBe('arch');
  expect(faultFelt(repertoire, legFloat, ['abdomen'])).toBeUndefined();
});

test('a correction eases a place when it acts on a watched fault that is felt there', () => {
  const acts = { faults: ['bellyDome', 'throatLeads'] };
  expect(placeEased(repertoire, headFloat, acts, ['neck'])).toBe('neck');
  expect(placeEased(repertoire, headFloat, acts, ['hipFronts'])).toBeUndefined();
  expect(placeEased(repertoire, headFloat, { faults: ['handsAhead'] }, ['neck'])).toBeUndefined(); // not watched there
});

test('ranking: what also acts where she feels it is worth 0.08 more, and says so; nothing else changes', () => {
  const asked = {
    fault: 'bellyDome',
    exercise: 'headFloat',
    level: 2,
    history: [],
    conditions: [],
    props: repertoire.props.map(({ id }) => id),
    touchConsent: true,
  };
  const before = rankCorrections(repertoire, asked).options;
  const after = rankCorrections(repertoire, { ...asked, felt: ['neck', 'abdomen'] }).options;
  const eased = after.filter(({ eases }) => eases);
  expect(eased.length).toBeGreaterThan(0);
  for (const { correction, score, why, eases } of after) {
    const plain = before.find((one) => one.correction === correction);
    expect(score).toBeCloseTo((plain?.score ?? Number.NaN) + (eases ? 0.08 : 0), 9);
    expect(why).toBe(`${eases ? 'It also acts on the neck, where she feels it. ' : ''}${plain?.why}`);
  }
  expect(rankCorrections(repertoire, { ...asked, felt: ['abdomen'] }).options).toEqual(before);
});
