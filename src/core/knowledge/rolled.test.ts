import { repertoire } from '@/repertoire';
import { madeFilm, playedSet } from '../../../tests/rigs/made-films';
import type { LandmarkKey } from '../anatomy/landmarks';
import type { PlayedFault } from '../body/played-set';
import { movementOf } from '../body/shown';
import { typicalBody } from '../body/segments';
import { poseBody } from '../body/skeleton';
import { degrees } from '../geometry';
import type { Pose } from '../body/pose';
import { entry, levelOf } from './find';
import { readFilm } from './film';
import type { Rolled } from './rolled';

const slow = { ...playedSet, repetitions: 3, stillS: 1.6, outS: 3, backS: 3, holdS: 0.6, restS: 1.2 };

type Asked = {
  readonly fault?: PlayedFault;
  readonly stances?: Readonly<Record<string, string>>;
  readonly only?: readonly LandmarkKey[];
};

function roll(id: string, number: number, { fault, stances = {}, only }: Asked = {}): Rolled | undefined {
  const exercise = entry(repertoire.exercises, id);
  const set = { ...slow, ...(fault ? { fault } : {}) };
  const film = madeFilm({ exercise, level: levelOf(exercise, number), set, fps: 25, ...(only ? { only } : {}) });
  const read = readFilm({ ...film, stances }, repertoire);
  if (!read.ok) throw new Error(read.error.message);
  return read.value.rolled;
}

const orderOf = ({ at }: Rolled['out']) =>
  Object.entries(at)
    .filter(([, s]) => s !== null)
    .sort(([, a], [, b]) => (a ?? 0) - (b ?? 0))
    .map(([part]) => part);

const plank = (amount: number): PlayedFault => ({ id: 'flatSpot', amount, repetitions: [1, 2, 3], when: 'through' });
const verdicts = (told: Rolled | undefined) => told?.stretches.map(({ stretch, verdict }) => [stretch, verdict]);

const rolling = repertoire.exercises.flatMap(({ id, levels }) =>
  levels.flatMap(({ number, rolls }) => (rolls ? [[id, number, rolls] as const] : [])),
);

test.each(rolling)(
  '%s %i: as it is drawn, no stretch is flat, and it rolls from the %s and lands that end last',
  (id, number, from) => {
    const told = roll(id, number);
    expect(told?.from).toBe(from);
    expect(told?.repetitions).toHaveLength(3);
    expect(verdicts(told)?.filter(([, verdict]) => verdict === 'flat')).toEqual([]);
    // Some leave or land all at once, in no order.
    expect(told?.out.tau ?? 1).toBeGreaterThan(0);
    expect(told?.back.tau ?? 1).toBeGreaterThan(0);
  },
);

test('a full roll-up: head, chest, low back, pelvis leave the mat one after the other, and land the other way round', () => {
  const told = roll('rollUp', 5);
  expect(told && orderOf(told.out)).toEqual(['neck', 'chest', 'lowBack', 'pelvis']);
  expect(told && orderOf(told.back)).toEqual(['pelvis', 'lowBack', 'chest', 'neck']);
  expect([told?.out.tau, told?.back.tau]).toEqual([1, 1]);
  // The chest's marks turn with what rolls below it, and skin slips: of a chest that does its part it can't be told.
  expect(verdicts(told)).toEqual([
    ['lowBack', 'bends'],
    ['chest', 'unsure'],
    ['neck', 'unsure'],
  ]);
});

/** How the line from the crest to the ribs turns past the line from the hip to the crest, by the drawn bones alone. */
function lowBackOf(pose: Pose): number {
  const { landmarks } = poseBody(typicalBody, pose);
  const lineOf = (from: LandmarkKey, to: LandmarkKey): number => {
    const [a = [0, 0, 0], b = [0, 0, 0]] = [landmarks[from], landmarks[to]];
    return degrees(Math.atan2(b[2] - a[2], b[0] - a[0]));
  };
  return lineOf('SL2_L', 'SL4_L') - lineOf('GT_L', 'SL2_L');
}

test('the low back’s bend is the one between the drawn bones', () => {
  const { start, hold } = movementOf(levelOf(entry(repertoire.exercises, 'spineStretch'), 2));
  const told = roll('spineStretch', 2)?.stretches[0];
  expect(told?.stretch).toBe('lowBack');
  expect(Math.abs((told?.deg ?? 0) - Math.abs(lowBackOf(hold) - lowBackOf(start)))).toBeLessThan(1);
});

test('a low back that goes as one piece is flat by name; one that does half of its part is not', () => {
  expect(verdicts(roll('rollDownStanding', 2, { fault: plank(80) }))).toEqual([
    ['lowBack', 'flat'],
    ['chest', 'unsure'],
    ['neck', 'bends'],
  ]);
  // Its bones straight: the ribs that it ends at turn with the chest, and its side line bends by some ten all the same.
  const straight = roll('rollDownStanding', 2, { fault: plank(60) })?.stretches[0];
  expect(straight?.verdict).toBe('flat');
  expect(straight?.deg).toBeGreaterThan(0.2 * (straight?.partDeg ?? 0));
  const half = roll('rollDownStanding', 2, { fault: plank(29) })?.stretches[0];
  expect(half?.verdict).toBe('bends');
  // 55° less some 24° in the drawn side line, of the half that is its share of all: 31 + 19 + 30.
  expect((half?.deg ?? 0) / (half?.partDeg ?? 1)).toBeCloseTo(31 / 40, 1);
});

test('what would be a stretch’s part is told by how the level shares its roll out', () => {
  // Of a whole spine that hangs, the low back has more than the chest; all parts together are all that bent.
  const told = roll('rollDownStanding', 2);
  const [low, chest] = told?.stretches ?? [];
  expect(low?.partDeg ?? 0).toBeGreaterThan(1.5 * (chest?.partDeg ?? 0));
  const sum = (of: 'deg' | 'partDeg') => (told?.stretches ?? []).reduce((all, one) => all + one[of], 0);
  expect(sum('partDeg')).toBeCloseTo(sum('deg'), 6);
});

test('a school in which the pelvis leads the rise looks for it first', () => {
  expect(roll('rollUp', 5, { stances: { rollUpPelvis: 'leads' } })?.from).toBe('tail');
  expect(roll('rollUp', 5, { stances: { rollUpPelvis: 'leads' } })?.out.tau ?? 0).toBeLessThan(0);
});

test('where nothing rolls, or the side line was not followed, nothing is told', () => {
  expect(roll('teaser', 4)).toBeUndefined();
  expect(roll('rollUp', 5, { only: ['GT_R', 'LK_R', 'AC_R', 'TR_R'] })).toBeUndefined();
});
