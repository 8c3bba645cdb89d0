// A session's plan in hand: composed, judged as it is moved about, each place with its reason, and what could stand there instead.
import { directionNames } from '../knowledge/kinds';
import type { Direction } from '../knowledge/kinds';
import { success } from '../result';
import type { Result } from '../result';
import { compose, isColliding } from './compose';
import type { Colliding, Composed } from './compose';
import type { Item, Task } from './compose-input';
import { lyingFlat } from './lesson';
import type { Face, Lesson } from './lesson';
import { changeBetween, longestInARow, offCurve, scoreOrder } from './score';

/** What she wishes of it, by exercises: in any case, and in no case. */
export type Wishes = { readonly locked: readonly string[]; readonly leftOut: readonly string[] };

/** The task with her wishes. What she locks in goes before how many may be new. */
const asked = ({ task, faces }: Lesson, { locked, leftOut }: Wishes): Task => ({
  ...task,
  atMost: Object.fromEntries(
    Object.entries(task.atMost).map(([tag, most]) => [
      tag,
      Math.max(most, locked.filter((id) => faces[id]?.item.tags.includes(tag)).length),
    ]),
  ),
  items: task.items.map((item) => {
    const isOut = leftOut.includes(item.id) || faces[item.id]?.later;
    const fixed = locked.includes(item.id) ? 'in' : isOut ? 'out' : undefined;
    return fixed ? { ...item, fixed } : item;
  }),
});

/** Of the effort, what finds out how many fit; the rest composes so many, with the heaviest in the middle. */
const countShare = 0.2;

/** The best plan that is found. First how many fit, then so many with the load rising and falling, where that can be had. */
export function composeLesson(lesson: Lesson, wishes: Wishes, effortMs: number): Result<Composed | Colliding> {
  const task = asked(lesson, wishes);
  const free = compose({ ...task, effortMs: Math.max(1, Math.round(effortMs * countShare)) });
  if (!free.ok || isColliding(free.value) || free.value.order.length === 0) return free;
  const rest = Math.max(1, Math.round(effortMs * (1 - countShare)));
  const shaped = compose({ ...task, count: free.value.order.length, curve: true, effortMs: rest });
  return success(shaped.ok && !isColliding(shaped.value) ? shaped.value : free.value);
}

/** A line of the plan as it stands. */
export type PlanLine = {
  readonly face: Face;
  /** Minutes of change-over before it, and when it begins, from the start of the session. */
  readonly changeMinutes: number;
  readonly startsAt: number;
  readonly why: string;
  readonly whyHere: string;
};

export type Judged = {
  readonly lines: readonly PlanLine[];
  readonly value: number;
  readonly minutes: number;
  readonly changeMinutes: number;
  /** What is wrong with it, in words. */
  readonly warnings: readonly string[];
  /** How often the spine goes each way. */
  readonly directions: readonly { readonly direction: Direction; readonly times: number }[];
  readonly loads: readonly (1 | 2 | 3)[];
};

/** Directions that answer each other. */
const answers: Readonly<Partial<Record<Direction, Direction>>> = { flexion: 'extension', extension: 'flexion' };
const told: readonly Direction[] = ['flexion', 'extension', 'sideBend', 'twist', 'articulation'];

const facesOf = ({ faces }: Lesson, order: readonly string[]): Face[] => order.flatMap((id) => faces[id] ?? []);

const lower = ({ exercise: { name } }: Face): string => name.charAt(0).toLowerCase() + name.slice(1);
const samePlace = (a: Face, b: Face): boolean =>
  a.item.setup[0] === b.item.setup[0] && a.item.setup[1] === b.item.setup[1];

/** What of the neighbours is a reason to stand here. */
function byNeighbours(face: Face, before: Face | undefined, after: Face | undefined): string | undefined {
  if (after?.exercise.prepares.includes(face.exercise.id)) return `It prepares ${lower(after)}, which comes next.`;
  const answered = before?.exercise.spine.find((direction) => {
    const answer = answers[direction];
    return answer !== undefined && face.exercise.spine.includes(answer);
  });
  return answered && `It answers the ${directionNames[answered]} before it.`;
}

const liesFlat = (face: Face | undefined): boolean => face?.item.tags.includes(lyingFlat) ?? false;

/** Where lying flat is limited: that it parts the time so spent. */
const byFlat = (face: Face, before: Face | undefined, after: Face | undefined): string | undefined =>
  !liesFlat(face) && liesFlat(before) && liesFlat(after) ? 'Off the back: it parts the time lying flat.' : undefined;

/** At an end of the session, or in its middle: by how heavy it is. */
function byLoad(all: readonly Face[], face: Face, place: number): string | undefined {
  if (place === 0) return undefined;
  const isInside = !offCurve({ curve: true, count: all.length }, face.item, place);
  if (isInside && face.item.load === 3) return 'The heaviest, so in the middle.';
  return place === all.length - 1 && face.item.load === 1 ? 'Last, and light.' : undefined;
}

/** First and light, with what it prepares. */
function byBeginning(face: Face, place: number, prepared: Face | undefined): string | undefined {
  if (place > 0 || face.item.load !== 1) return undefined;
  return prepared ? `First, and light: it prepares ${lower(prepared)}.` : 'First, and light.';
}

function bySetUp(face: Face, before: Face | undefined): string | undefined {
  if (!before || !samePlace(before, face)) return undefined;
  const [was, is] = [before.item.setup[2], face.item.setup[2]];
  if (is === undefined) return 'No change of position.';
  return was === is ? 'No change of position or springs.' : 'No change of position, only of springs.';
}

/** Why it stands where it stands: the nearest reason that is true there. */
function whyHere(all: readonly Face[], place: number, flat: Lesson['flat']): string {
  const face = all[place];
  if (!face) return '';
  const [before, after] = [all[place - 1], all[place + 1]];
  const prepared = all.slice(place + 1).find(({ exercise }) => exercise.prepares.includes(face.exercise.id));
  const preparing = all.slice(0, place).find(({ exercise }) => face.exercise.prepares.includes(exercise.id));
  return (
    byBeginning(face, place, prepared) ??
    byNeighbours(face, before, after) ??
    (flat ? byFlat(face, before, after) : undefined) ??
    byLoad(all, face, place) ??
    (preparing && `After ${lower(preparing)}, which prepares it.`) ??
    bySetUp(face, before) ??
    (prepared ? `Before ${lower(prepared)}, which it prepares.` : 'Where the way to it is short.')
  );
}

const isDirection = (name: string): name is Direction => name in directionNames;
const plainly = (name: string): string => (isDirection(name) ? directionNames[name] : name);

/** A wish in words: as it is wished, and as it is broken. */
type Words = { readonly wished: string; readonly broken: string };

const ofPath: Readonly<Record<string, Words>> = {
  'edges.first': { wished: 'a light beginning', broken: 'It begins with something heavy.' },
  'edges.last': { wished: 'a light end', broken: 'It ends with something heavy.' },
  'edges.firstTag': {
    wished: 'finding the start to begin with',
    broken: 'It does not begin with finding the start.',
  },
  curve: { wished: 'the heaviest in the middle', broken: 'Something heavy stands outside the middle third.' },
};

/** What words are made of: the plan as it stands, and what was asked. */
type Told = { readonly lesson: Lesson; readonly task: Task; readonly order: readonly Item[] };
const nameIn = ({ lesson }: Told, id: string): string => lesson.faces[id]?.exercise.name ?? id;

function pairWords(told: Told, pair: readonly [string, string] | undefined): Words | undefined {
  if (!pair) return undefined;
  const [before, after] = [nameIn(told, pair[0]), nameIn(told, pair[1])];
  return { wished: `${before} before ${after}`, broken: `${after} wants ${before} before it.` };
}

function itemWords(told: Told, item: Item | undefined): Words | undefined {
  if (!item) return undefined;
  const own = item.fixed === 'out' ? 'left out' : 'locked in';
  return { wished: `${nameIn(told, item.id)} ${own}`, broken: `${nameIn(told, item.id)} is to be ${own}.` };
}

/** Too long flat on the back in a row for a condition. */
const flatWords = ({ lesson: { flat }, task, order }: Told): Words => ({
  wished: `at most ${flat?.minutes} minutes on the back in a row`,
  broken: `${Math.round(longestInARow(task, order))} minutes on the back in a row; ${flat?.why}. Raise head and ribs on an incline, or break it up.`,
});

/** By the kind of wish; `name`: what of that kind. */
const ofKind: Readonly<Record<string, (told: Told, name: string) => Words | undefined>> = {
  minutes: ({ task }) => ({ wished: `${task.minutes} minutes`, broken: 'Longer than the time there is.' }),
  atMost: ({ task }, name) => ({
    wished: `at most ${task.atMost[name]} ${plainly(name)} ones`,
    broken: `More than ${task.atMost[name]} ${plainly(name)} ones.`,
  }),
  inARow: flatWords,
  cover: (_told, name) => ({ wished: `something ${plainly(name)}`, broken: `Nothing in it is ${plainly(name)}.` }),
  needs: (told, place) => pairWords(told, told.task.needs[Number(place)]),
  order: (told, place) => pairWords(told, told.task.order[Number(place)]),
  items: (told, place) => itemWords(told, told.task.items[Number(place)]),
};

function wordsOf(told: Told, path: string): Words {
  const [kind = '', name = ''] = path.split('.');
  return ofPath[path] ?? ofKind[kind]?.(told, name) ?? { wished: path, broken: path };
}

/** Wishes that collide, each in words. */
export const collisionWords = (lesson: Lesson, wishes: Wishes, { because }: Colliding): string[] => {
  const task = asked(lesson, wishes);
  return because.map(({ path }) => wordsOf({ lesson, task, order: [] }, path).wished);
};

/** Judges an order as it stands: cheap enough to be asked at every move. */
export function judgeOrder(lesson: Lesson, order: readonly string[], wishes: Wishes): Judged {
  const task = { ...asked(lesson, wishes), count: order.length, curve: true };
  const all = facesOf(lesson, order);
  const items = all.map(({ item }) => item);
  const { value, minutes, changeMinutes, broken } = scoreOrder(task, order);
  let clock = 0;
  const lines = all.map((face, place): PlanLine => {
    const before = all[place - 1];
    const change = before ? changeBetween(task, before.item, face.item) : 0;
    const startsAt = clock + change;
    clock = startsAt + face.item.minutes;
    const why = face.later ?? face.reasons.find(({ points }) => points > 0)?.say ?? 'It fits the body, and the room.';
    return { face, changeMinutes: change, startsAt, why, whyHere: whyHere(all, place, lesson.flat) };
  });
  const isHers = (path: string) => !(path.startsWith('items.') && path.endsWith('.fixed'));
  return {
    ...{ lines, value, minutes, changeMinutes },
    warnings: broken.filter(isHers).map((path) => wordsOf({ lesson, task, order: items }, path).broken),
    directions: told.map((direction) => ({
      direction,
      times: all.filter(({ exercise }) => exercise.spine.includes(direction)).length,
    })),
    loads: items.map(({ load }) => load),
  };
}

/** Another exercise for a place, and what it changes. */
export type Instead = {
  readonly face: Face;
  readonly minutes: number;
  readonly value: number;
  readonly changes: readonly string[];
};

/** The best others for a place, those first that break nothing new. */
export function insteadOf(
  lesson: Lesson,
  order: readonly string[],
  wishes: Wishes,
  place: number,
  most = 5,
): Instead[] {
  const now = judgeOrder(lesson, order, wishes);
  const [old] = now.lines.slice(place, place + 1);
  if (!old) return [];
  const others = Object.values(lesson.faces).filter(
    ({ exercise: { id } }) => !order.includes(id) && !wishes.leftOut.includes(id),
  );
  return others
    .map((face) => {
      const then = judgeOrder(lesson, order.with(place, face.exercise.id), wishes);
      const fresh = then.warnings.filter((one) => !now.warnings.includes(one));
      return { face, then, fresh };
    })
    .toSorted(
      (a, b) =>
        a.fresh.length - b.fresh.length ||
        Number(a.face.later !== null) - Number(b.face.later !== null) ||
        b.then.value - a.then.value,
    )
    .slice(0, most)
    .map(({ face, then, fresh }) => ({
      face,
      minutes: then.minutes - now.minutes,
      value: then.value - now.value,
      changes: [
        ...differences(old.face, face),
        ...fresh.filter((one) => !face.later || !one.startsWith(face.exercise.name)),
      ],
    }));
}

/** What is otherwise with another exercise, in a few words. */
function differences(old: Face, other: Face): string[] {
  const gone = old.exercise.spine.filter((one) => one !== 'neutral' && !other.exercise.spine.includes(one));
  const come = other.exercise.spine.filter((one) => one !== 'neutral' && !old.exercise.spine.includes(one));
  const [lighter, heavier] = [other.item.load < old.item.load, other.item.load > old.item.load];
  return [
    ...(come.length > 0 ? [`also ${come.map((one) => directionNames[one]).join(', ')}`] : []),
    ...(gone.length > 0 ? [`no ${gone.map((one) => directionNames[one]).join(', ')}`] : []),
    ...(lighter ? ['lighter'] : heavier ? ['heavier'] : []),
    ...(samePlace(old, other) ? [] : ['another position']),
    ...(other.isNew ? ['new'] : []),
    ...(other.later ? [other.later] : []),
  ];
}
