import { repertoire } from '@/repertoire';
import { holding, knowing } from '../../../tests/rigs/knowing';
import { bestSplit, classLessonOf, leastCommon, rotaOf } from './class-lesson';
import type { Member } from './class-lesson';
import { isColliding } from './compose';
import { lessonOf } from './lesson';
import type { Knowing } from './lesson';
import { composeLesson, judgeOrder } from './session-plan';

const member = (name: string, more: Partial<Knowing> = {}): Member => ({
  ...{ id: name.toLowerCase(), name },
  lesson: lessonOf(knowing(more)),
});
const with_ = (...conditions: string[]): Partial<Knowing> => ({
  acting: {
    conditions: conditions.map((condition) => ({ condition, note: '', clearedOn: null, clearedBy: null })),
  },
});
const classOf = (...members: Member[]) => {
  const found = classLessonOf(members, {});
  if (!found) throw new Error('nobody');
  return found;
};

describe('what a class may do', () => {
  const maren = member('Maren');
  const sefa = member('Sefa', with_('lowBackPain'));
  const both = classOf(maren, sefa);
  test('is what each of them may do; for the rest it is said whose body is against it, and why', () => {
    const wanted = Object.keys(maren.lesson.faces).filter((id) => sefa.lesson.faces[id]);
    expect(Object.keys(both.lesson.faces).toSorted()).toEqual(wanted.toSorted());
    expect(wanted.length).toBeLessThan(Object.keys(maren.lesson.faces).length);
    const teaser = both.lesson.leftOut.find(({ exercise }) => exercise.id === 'teaser');
    expect(teaser?.why).toMatch(/^Not for Sefa: Ruled out, low back pain now/);
  });
  test('everybody at her own level, with what her caution changes there', () => {
    const standings = [{ exercise: 'march', level: 3, dose: { repetitions: 5, sets: 1, sides: 2 as const, directions: 1 as const, pattern: 'in 4, out 4', pace: 1 } }]; // prettier-ignore
    const pell = member('Pell', { ...holding(['march', 'legFloat']), standings });
    const neck = member('Neck', with_('neck'));
    const { people } = classOf(pell, neck);
    expect(people.march?.map(({ name, level }) => [name, level])).toEqual([['Pell', 3], ['Neck', 1]]); // prettier-ignore
    const changed = Object.values(people).flatMap((all) => all.filter(({ changes }) => changes.length > 0));
    expect(changed.length).toBeGreaterThan(0);
    expect(new Set(changed.map(({ name }) => name))).toEqual(new Set(['Neck']));
    expect(changed[0]?.changes[0]).toMatch(/^neck pain or neck surgery: /);
  });
  test('takes as long as the slowest of them, is as heavy as for the one to whom it is heaviest, and worth what it is on the average', () => {
    const slow = member('Slow', { ownSeconds: { legSlide: 600 } });
    const { lesson } = classOf(maren, slow);
    const [a, b] = [maren.lesson.faces.legSlide?.item, slow.lesson.faces.legSlide?.item];
    expect(lesson.faces.legSlide?.item.minutes).toBe(10);
    expect(lesson.faces.legSlide?.item.value).toBeCloseTo(((a?.value ?? 0) + (b?.value ?? 0)) / 2, 2);
  });
  test('what is not prepared for one of them waits, and it is said for whom', () => {
    const pell = member('Pell', holding(['legFloat', 'march', 'hundred', 'imprintRelease', 'legSlide']));
    const { lesson } = classOf(pell, maren);
    const waits = Object.values(lesson.faces).filter(({ later }) => later?.startsWith('What prepares it'));
    expect(waits.length).toBeGreaterThan(0);
    for (const { later } of waits) expect(later).toMatch(/by (Pell|Maren)|by Pell and Maren/);
    for (const { exercise, later } of Object.values(lesson.faces))
      if (!later) expect(maren.lesson.faces[exercise.id]?.later ?? '').not.toMatch(/^What prepares/);
  });
  test('composed, nothing in it is out for anybody, it fits the time, and nothing is to be mended', () => {
    const eight = [maren, sefa, member('Neck', with_('neck')), member('Bones', with_('lowBoneDensity')), ...['A', 'B', 'C', 'D'].map((name) => member(name))]; // prettier-ignore
    const { lesson, people } = classOf(...eight);
    const made = composeLesson(lesson, { locked: [], leftOut: [] }, 300);
    if (!made.ok || isColliding(made.value)) throw new Error('not composed');
    const { order, minutes } = made.value;
    expect(order.length).toBeGreaterThan(4);
    expect(minutes).toBeLessThanOrEqual(50);
    expect(judgeOrder(lesson, order, { locked: [], leftOut: [] }).warnings).toEqual([]);
    for (const id of order) {
      expect(people[id]?.map(({ name }) => name)).toEqual(eight.map(({ name }) => name));
      for (const one of eight) expect(one.lesson.faces[id]).toBeDefined();
    }
  });
  test('a stop sign keeps her from everything: it is planned without her, and said; nobody is no class', () => {
    const stopped = member('Stopped', { acting: { conditions: [], stopped: 'faint' } });
    const { stopped: names, people } = classOf(maren, stopped);
    expect(names).toEqual(['Stopped']);
    expect(Object.values(people).every((all) => all.length === 1)).toBe(true);
    expect(classLessonOf([stopped], {})).toBeUndefined();
    expect(classLessonOf([], {})).toBeUndefined();
  });
});

describe('too little in common', () => {
  const only = (name: string, ...ids: string[]): Member => {
    const { lesson } = member(name);
    const faces = Object.fromEntries(Object.entries(lesson.faces).filter(([id]) => ids.includes(id)));
    return { id: name, name, lesson: { ...lesson, faces } };
  };
  const onMat = repertoire.exercises.filter(({ apparatus }) => apparatus === 'mat').map(({ id }) => id);
  const [first, second] = [onMat.slice(0, 5), onMat.slice(5, 9)];
  const four = [only('a', ...first), only('b', ...second), only('c', ...first), only('d', ...second)]; // prettier-ignore
  test('two groups are proposed, those that have most in common', () => {
    const { common, split } = classOf(...four);
    expect(common).toBe(0);
    expect(split?.groups.map((group) => group.join())).toEqual(['a,c', 'b,d']);
    expect(split?.common).toEqual([5, 4]);
  });
  test('as every other way of parting them shows, none is better', () => {
    const best = bestSplit(four);
    const commonOf = (group: readonly Member[]) =>
      [...first, ...second].filter((id) => group.every(({ lesson }) => lesson.faces[id])).length;
    for (const a of [['a'], ['b'], ['c'], ['d'], ['a', 'b'], ['a', 'c'], ['a', 'd']]) {
      const [one, other] = [four.filter(({ id }) => a.includes(id)), four.filter(({ id }) => !a.includes(id))];
      expect(Math.min(commonOf(one), commonOf(other))).toBeLessThanOrEqual(Math.min(...(best?.common ?? [0])));
    }
  });
  test('with enough in common nothing is parted; one alone can’t be', () => {
    expect(classOf(member('A'), member('B')).split).toBeNull();
    expect(bestSplit([member('A')])).toBeNull();
    expect(leastCommon).toBeGreaterThan(1);
  });
});

describe('turns on apparatus', () => {
  test('three reformers for five: three, then two; each once, none twice', () => {
    expect(rotaOf(['a', 'b', 'c', 'd', 'e'], 3)).toEqual([['a', 'b', 'c'], ['d', 'e']]); // prettier-ignore
    expect(rotaOf([1, 2, 3, 4, 5, 6, 7], 3)).toEqual([[1, 2, 3], [4, 5, 6], [7]]);
    expect([rotaOf(['a', 'b'], 2), rotaOf(['a'], 0)]).toEqual([[['a', 'b']], []]);
  });
  test('what is done in turns takes so many times as long', () => {
    const onReformer: Partial<Knowing> = { apparatus: ['reformer'] };
    const all = ['a', 'b', 'c', 'd', 'e'].map((name) => member(name, onReformer));
    const minutes = (reformer: number) =>
      Object.values(classLessonOf(all, { reformer })?.lesson.faces ?? {}).find(({ exercise }) => exercise.apparatus === 'reformer')?.item.minutes ?? 0; // prettier-ignore
    expect(minutes(5)).toBeGreaterThan(0);
    expect([minutes(3), minutes(1)]).toEqual([2 * minutes(5), 5 * minutes(5)]);
  });
});
