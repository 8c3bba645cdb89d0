import { repertoire } from '@/repertoire';
import { listWords } from '../alignment/words';
import { likelyCauses } from './causes';
import type { Clue, SeenFault } from './causes';
import { entry } from './find';

const seen = (...faults: string[]): SeenFault[] => faults.map((fault) => ({ fault, verdict: 'out' }));
const causesOf = (
  exercise: string,
  level: number,
  faults: readonly SeenFault[],
  noticed: readonly Clue[] = [],
  most = 8,
) => likelyCauses(repertoire, entry(repertoire.exercises, exercise), level, faults, noticed, most);
const share = (found: ReturnType<typeof causesOf>, cause: string) =>
  found.find((one) => one.cause === cause)?.share ?? 0;

describe('likely common causes', () => {
  test('nothing seen, nothing to explain', () => expect(causesOf('legFloat', 2, [])).toEqual([]));
  test('the cause that explains all of what was seen comes first', () => {
    const [first, second] = causesOf('legFloat', 2, seen('arch', 'flare', 'bellyDome'));
    expect(first).toMatchObject({ cause: 'breathLate', explains: ['arch', 'flare', 'bellyDome'] });
    expect(second?.cause).toBe('legTooHeavy');
    // by hand: second, fifth and first of their lists (0.45, 0.19, 0.6), each at 0.9; against first, fourth and third
    const breath = 1 - (1 - 0.405) * (1 - 0.9 * 0.6 * 0.75 ** 4) * (1 - 0.54);
    const leg = 1 - (1 - 0.54) * (1 - 0.9 * 0.6 * 0.75 ** 3) * (1 - 0.9 * 0.6 * 0.75 ** 2);
    expect((first?.share ?? 0) / (second?.share ?? 1)).toBeCloseTo(breath / leg, 9);
    expect(first?.why).toBe('It would explain an arch, the ribs flaring and the belly doming.');
  });
  test('shares add up to one over all causes', () => {
    const all = causesOf('march', 4, seen('arch', 'roll'), [], 99);
    expect(all.reduce((sum, one) => sum + one.share, 0)).toBeCloseTo(1, 9);
  });
  test('a cause that would show a fault which is surely not there loses', () => {
    const alone = causesOf('legFloat', 2, seen('arch'));
    const levelRibs = causesOf('legFloat', 2, [...seen('arch'), { fault: 'flare', verdict: 'in' }]);
    expect(share(levelRibs, 'legTooHeavy')).toBeLessThan(share(alone, 'legTooHeavy'));
    expect(share(levelRibs, 'shortHipFront')).toBeGreaterThan(share(alone, 'shortHipFront'));
  });
  test('what cannot be told yet counts for less than what is surely out', () => {
    const sure = causesOf('legFloat', 2, [...seen('arch'), { fault: 'roll', verdict: 'out', probability: 0.95 }]);
    const unsure = causesOf('legFloat', 2, [...seen('arch'), { fault: 'roll', verdict: 'unsure', probability: 0.4 }]);
    expect(share(sure, 'oneSideLate')).toBeGreaterThan(0);
    expect(share(unsure, 'oneSideLate')).toBe(0); // nothing surely seen that it explains
  });
  test('the weight of the head is thinkable only where the head is up', () => {
    expect(causesOf('legFloat', 2, seen('bellyDome')).map(({ cause }) => cause)).not.toContain('headWeight');
    expect(causesOf('hundred', 2, seen('bellyDome')).map(({ cause }) => cause)).toContain('headWeight');
  });
});

describe('what was noticed tells causes apart', () => {
  test('gone with the head down: the head', () =>
    expect(causesOf('hundred', 2, seen('bellyDome'), ['goneHeadDown'])[0]?.cause).toBe('headWeight'));
  test('only to one side: one side of the belly', () =>
    expect(causesOf('legFloat', 2, seen('roll'), ['oneSide'])[0]?.cause).toBe('oneSideLate'));
  test('only when the leg is low: the leg', () =>
    expect(causesOf('lowerLift', 2, seen('arch'), ['onlyLow'])[0]?.cause).toBe('legTooHeavy'));
  test('only late in the set: tired', () =>
    expect(causesOf('march', 3, seen('arch', 'tabletopLost'), ['lateInSet'])[0]?.cause).toBe('tired'));
  test('the same at rest: own build', () =>
    expect(causesOf('legFloat', 2, seen('roll', 'hike'), ['atRestToo'])[0]?.cause).toBe('ownShape'));
  test('each names the next look that would tell, and the clue that points to it', () => {
    const [first] = causesOf('hundred', 2, seen('bellyDome'), ['goneHeadDown']);
    expect(first).toMatchObject({
      look: 'The same with the head down.',
      ifSo: 'With the head down the fault is gone.',
    });
    expect(first?.why).toContain('gone with the head down points to it');
  });
});

test('words in a list', () => {
  expect([listWords([]), listWords(['a']), listWords(['a', 'b']), listWords(['a', 'b', 'c'])]).toEqual([
    '',
    'a',
    'a and b',
    'a, b and c',
  ]);
});
