// A session for a class: what everybody may do, each at her own level, taught at once. Points and minutes come from the people's own.
import { listWords } from '../alignment/words';
import type { ApparatusKind } from '../knowledge/load-tags';
import type { CautionStanding } from '../knowledge/standings';
import { usualChange } from './change-over';
import type { Item, Task } from './compose-input';
import { lyingFlat, neverDone, tooLongFlat } from './lesson';
import type { Face, Lesson } from './lesson';

export type Member = { readonly id: string; readonly name: string; readonly lesson: Lesson };

/** How somebody does an exercise of a class. */
export type PersonAt = {
  readonly id: string;
  readonly name: string;
  readonly level: number;
  readonly levelName: string;
  readonly standing: CautionStanding;
  /** What a caution changes, in words. */
  readonly changes: readonly string[];
  readonly isNew: boolean;
};

/** Two groups that have more in common than all have together. */
export type Groups = {
  readonly groups: readonly [readonly string[], readonly string[]];
  readonly common: readonly [number, number];
};

export type ClassLesson = {
  /** As a lesson of one: what all may do, with what it is worth to them together. */
  readonly lesson: Lesson;
  readonly people: Readonly<Record<string, readonly PersonAt[]>>;
  /** How much of the repertoire everybody may do. */
  readonly common: number;
  /** Where so little is common that two classes would be better; names in their order. */
  readonly split: Groups | null;
  /** Whoever a stop sign keeps out of everything. */
  readonly stopped: readonly string[];
};

/** With less than this in common a class has nothing to choose from. A convention. */
export const leastCommon = 6;

const mean = (values: readonly number[]): number =>
  values.reduce((sum, one) => sum + one, 0) / Math.max(1, values.length);

const namesWho = (members: readonly Member[], is: (member: Member) => boolean): string =>
  listWords(members.filter(is).map(({ name }) => name));

/** Rounds in which so many take their turn on apparatus, the rest on the mat meanwhile; in the order of names. */
export function rotaOf<T>(people: readonly T[], places: number): T[][] {
  if (places <= 0) return [];
  const rounds = Math.ceil(people.length / places);
  const even = Math.ceil(people.length / Math.max(1, rounds));
  return Array.from({ length: rounds }, (_, i) => people.slice(i * even, (i + 1) * even));
}

/** How often an exercise is taught over so that everybody has her turn. */
const roundsOn = (
  kind: ApparatusKind,
  people: number,
  rigs: Readonly<Partial<Record<ApparatusKind, number>>>,
): number => (kind === 'mat' ? 1 : Math.ceil(people / Math.max(1, rigs[kind] ?? 1)));

/** Why it waits: it is not prepared for somebody. */
function laterFor(members: readonly Member[], faces: readonly Face[]): string | null {
  const names = members.filter((_, i) => faces[i]?.later?.startsWith('What prepares')).map(({ name }) => name);
  return names.length > 0 ? `What prepares it has not been held yet by ${listWords(names)}.` : null;
}

function mergedItem(faces: readonly Face[], rounds: number): Item | undefined {
  const [first] = faces;
  if (!first) return undefined;
  const tags = new Set(faces.flatMap(({ item }) => item.tags));
  const fresh = faces.filter(({ isNew }) => isNew).length;
  if (fresh * 2 <= faces.length) tags.delete(neverDone); // new to the class: to more than half of them
  const heaviest = faces.reduce((most, { item }) => (item.load > most.load ? item : most), first.item);
  return {
    ...first.item,
    minutes: Math.max(...faces.map(({ item }) => item.minutes)) * rounds,
    value: Math.round(mean(faces.map(({ item }) => item.value)) * 100) / 100,
    tags: [...tags],
    load: heaviest.load,
  };
}

/** Reasons of all of them, with how many each is true of. */
function mergedReasons(faces: readonly Face[]): Face['reasons'] {
  const found = new Map<string, { points: number; count: number }>();
  for (const { reasons } of faces)
    for (const { say, points } of reasons) {
      const known = found.get(say) ?? { points: 0, count: 0 };
      found.set(say, { points: known.points + points, count: known.count + 1 });
    }
  return [...found]
    .map(([say, { points, count }]) => ({
      points: points / faces.length,
      say: count === faces.length ? say : `${say.replace(/\.$/, '')} (${count} of ${faces.length}).`,
    }))
    .toSorted((a, b) => Math.abs(b.points) - Math.abs(a.points));
}

/** The level that most of them have; the lowest of those. */
function usualLevel(faces: readonly Face[]): Face | undefined {
  const times = (level: number) => faces.filter((one) => one.level === level).length;
  return faces.toSorted((a, b) => times(b.level) - times(a.level) || a.level - b.level)[0];
}

function merged(members: readonly Member[], faces: readonly Face[], rounds: number): Face | undefined {
  const usual = usualLevel(faces);
  const item = mergedItem(faces, rounds);
  return (
    usual &&
    item && {
      ...usual,
      item,
      standing: faces.some(({ standing }) => standing !== 'fine') ? 'changed' : 'fine',
      reasons: mergedReasons(faces),
      isNew: faces.every(({ isNew }) => isNew),
      isOwnTime: false,
      later: laterFor(members, faces),
    }
  );
}

const mayDo = ({ lesson }: Member): readonly string[] => Object.keys(lesson.faces);

const commonOf = (members: readonly Member[]): string[] =>
  members
    .slice(0, 1)
    .flatMap(mayDo)
    .filter((id) => members.every(({ lesson }) => lesson.faces[id]));

/** The two groups of which the poorer has most in common; both together most, where that is equal. Few people: all are tried. */
export function bestSplit(members: readonly Member[]): Groups | null {
  if (members.length < 2) return null;
  let best: { mask: number; least: number; sum: number } | undefined;
  const half = 2 ** (members.length - 1); // the last one is always in the second group
  for (let mask = 1; mask < half; mask += 1) {
    const [a, b] = [members.filter((_, i) => mask & (1 << i)), members.filter((_, i) => !(mask & (1 << i)))];
    const [inA, inB] = [commonOf(a).length, commonOf(b).length];
    const [least, sum] = [Math.min(inA, inB), inA + inB];
    if (!best || least > best.least || (least === best.least && sum > best.sum)) best = { mask, least, sum };
  }
  if (!best) return null;
  const { mask } = best;
  const [a, b] = [members.filter((_, i) => mask & (1 << i)), members.filter((_, i) => !(mask & (1 << i)))];
  return {
    groups: [a.map(({ id }) => id), b.map(({ id }) => id)],
    common: [commonOf(a).length, commonOf(b).length],
  };
}

/** The strictest limit of lying flat that any of them has. */
function strictestFlat(members: readonly Member[]): Lesson['flat'] {
  const flat = members.flatMap(({ name, lesson }) =>
    lesson.flat ? [{ ...lesson.flat, why: `${name}, ${lesson.flat.why}` }] : [],
  );
  return flat.toSorted((a, b) => a.minutes - b.minutes)[0] ?? null;
}

/**
 * What a class may be composed of. `rigs`: how many of each apparatus stand in the room.
 * Who is stopped is left out of it: a stop sign keeps her from everything until clearance is on file.
 */
export function classLessonOf(
  all: readonly Member[],
  rigs: Readonly<Partial<Record<ApparatusKind, number>>>,
): ClassLesson | undefined {
  const members = all.filter((member) => mayDo(member).length > 0);
  const [first] = members;
  const stopped = all.filter((member) => mayDo(member).length === 0).map(({ name }) => name);
  if (!first) return undefined;
  const common = new Set(commonOf(members));
  const flat = strictestFlat(members);
  const faces: Record<string, Face> = {};
  const people: Record<string, PersonAt[]> = {};
  for (const id of common) {
    const own = members.flatMap(({ lesson }) => lesson.faces[id] ?? []);
    const kind = own[0]?.exercise.apparatus ?? 'mat';
    const face = merged(members, own, roundsOn(kind, members.length, rigs));
    if (!face) continue;
    faces[id] = { ...face, later: face.later ?? tooLongFlat(flat, face.item) };
    people[id] = members.flatMap(({ id: who, name, lesson }): PersonAt[] => {
      const hers = lesson.faces[id];
      if (!hers) return [];
      const { level, levelName, standing, changes, isNew } = hers;
      return [{ id: who, name, level, levelName, standing, changes, isNew }];
    });
  }
  const known = [
    ...new Map(
      members.flatMap(({ lesson }) =>
        [...Object.values(lesson.faces), ...lesson.leftOut].map(({ exercise }) => [exercise.id, exercise] as const),
      ),
    ).values(),
  ];
  const leftOut = known
    .filter(({ id }) => !common.has(id))
    .map((exercise) => {
      const without = members.find(({ lesson }) => !lesson.faces[exercise.id]);
      const why = without?.lesson.leftOut.find((one) => one.exercise.id === exercise.id)?.why ?? '';
      return { exercise, why: `Not for ${namesWho(members, ({ lesson }) => !lesson.faces[exercise.id])}: ${why}` };
    });
  return {
    lesson: {
      faces,
      leftOut,
      aims: { regions: [], spine: [], heard: [] },
      flat,
      pace: usualChange, // the slowest change-over of any of them is in the task
      task: taskOf(members, faces, flat),
    },
    people,
    common: common.size,
    split: common.size < leastCommon ? bestSplit(members) : null,
    stopped,
  };
}

/** The people's wishes together: what one needs before another, all keep; the slowest change is the class's. */
function taskOf(members: readonly Member[], faces: Readonly<Record<string, Face>>, flat: Lesson['flat']): Task {
  const tasks = members.map(({ lesson }) => lesson.task);
  const [first] = tasks;
  if (!first) throw new Error('a class without anybody');
  const has = ([before, after]: readonly [string, string]) => faces[before] !== undefined && faces[after] !== undefined;
  const pairs = (of: (task: Task) => Task['needs']) => [
    ...new Map(
      tasks
        .flatMap(of)
        .filter(has)
        .map((pair) => [pair.join(' '), pair]),
    ).values(),
  ];
  const items = Object.values(faces).map(({ item }) => item);
  const composed = Object.values(faces).filter(({ later }) => later === null);
  const anyHas = (tag: string) => composed.some(({ item }) => item.tags.includes(tag));
  const begins = composed.some(({ item }) => item.tags.includes('findingTheStart') && item.load === 1);
  const { firstTag: _, ...edges } = first.edges;
  const { inARow: _hers, ...rest } = first;
  return {
    ...rest,
    ...(flat ? { inARow: { tag: lyingFlat, minutes: flat.minutes } } : {}),
    items,
    needs: pairs(({ needs }) => needs),
    order: pairs(({ order }) => order),
    change: {
      ...first.change,
      position: first.change.position.map((row, i) =>
        row.map((_minutes, j) => Math.max(...tasks.map(({ change }) => change.position[i]?.[j] ?? 0))),
      ),
    },
    atMost: { [neverDone]: Math.min(...tasks.map(({ atMost }) => atMost[neverDone] ?? 0)) },
    cover: Object.fromEntries(Object.entries(first.cover).filter(([tag]) => anyHas(tag))),
    edges: { ...edges, ...(begins ? { firstTag: 'findingTheStart' } : {}) },
  };
}
