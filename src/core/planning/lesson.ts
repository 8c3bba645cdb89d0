// What a session for one client may be composed of: which exercises at which level, how long each takes her, what each is worth today
// and why. Points are conventions of this product: they weigh what a teacher weighs, and are told with their reasons.
import { listWords } from '../alignment/words';
import type { Body } from '../body/segments';
import { actingConditions, allowedLevel, weighExercise } from '../knowledge/cautions';
import type { ActingOn, Weighed, WeighedExercise } from '../knowledge/cautions';
import type { Exercise, Repertoire } from '../knowledge/entries';
import type { ApparatusKind, LoadTags } from '../knowledge/load-tags';
import { loadOf } from '../knowledge/loads';
import { isAllowed } from '../knowledge/standings';
import type { CautionStanding } from '../knowledge/standings';
import type { Standing } from '../load/capacity';
import { rungAt } from '../load/rungs';
import { timeDose } from '../progression/dose';
import type { Planned, SessionDose } from '../progression/events';
import type { GateSession } from '../progression/gate-input';
import type { feelings } from '../progression/words';
import { changeTask, changesSeen, paceOf, positionPlace, tellingMinutes } from './change-over';
import type { ChangePace, SessionTimed } from './change-over';
import type { Item, Task } from './compose-input';
import { aimsOf } from './goals';
import type { Aims } from './goals';
import { heldOf, mostNew, newness, starts, thoseNew } from './new-ones';
import type { Held } from './new-ones';
import { spacingOf } from './spacing';
import { regionNames } from '../knowledge/kinds';

/** All that is known of a client and a room before a session. */
export type Knowing = {
  readonly repertoire: Repertoire;
  readonly body: Body;
  readonly acting: ActingOn;
  readonly standings: readonly (Standing & { readonly dose: SessionDose })[];
  /** Sessions by exercise. */
  readonly history: Readonly<Record<string, readonly GateSession[]>>;
  /** How many faults were out the last time, by exercise. */
  readonly lastFaults: Readonly<Record<string, number>>;
  readonly goal: string;
  /** Exercises of the newest session. */
  readonly lastTaught: readonly string[];
  /** How long an exercise took her, the middle of the newest times, seconds. */
  readonly ownSeconds: Readonly<Record<string, number>>;
  /** What came of her newest sessions. */
  readonly sessions: readonly SessionTimed[];
  /** Apparatus in the room, the mat is always there; and props. */
  readonly apparatus: readonly ApparatusKind[];
  readonly props: readonly string[];
  readonly feeling: (typeof feelings)[number];
  readonly minutes: number;
  /** As 2026-03-01. */
  readonly today: string;
  /** The exercise as it would be put on the plan. */
  readonly planned: (standing: Standing) => Planned | undefined;
};

export type Reason = { readonly points: number; readonly say: string };

/** What of an exercise a plan shows. */
export type Taught = Pick<Exercise, 'id' | 'name' | 'spine' | 'prepares' | 'position' | 'apparatus'>;

/** One that may be taught today. */
export type Face = {
  readonly exercise: Taught;
  readonly level: number;
  readonly levelName: string;
  readonly dose: SessionDose;
  readonly item: Item;
  readonly standing: CautionStanding;
  /** What its cautions change, in words. */
  readonly changes: readonly string[];
  /** The weightiest first. */
  readonly reasons: readonly Reason[];
  readonly isNew: boolean;
  /** Why it is not composed today, though it may be added by hand; null: it is. */
  readonly later: string | null;
  /** It took her so long before; otherwise the time is arithmetic alone. */
  readonly isOwnTime: boolean;
};

/** One that may not, and why. */
export type LeftOut = { readonly exercise: Taught; readonly why: string };

export type Lesson = {
  /** By exercise. */
  readonly faces: Readonly<Record<string, Face>>;
  readonly leftOut: readonly LeftOut[];
  readonly aims: Aims;
  /** How long in a row may be spent flat on the back, where a condition limits it. */
  readonly flat: { readonly minutes: number; readonly why: string } | null;
  /** How long changing over takes her. */
  readonly pace: ChangePace;
  readonly task: Task;
};

const points = {
  ...{ any: 2, due: 3.5, overdueAtMost: 1.25, moves: 1.5, faults: 1.5, goal: 1.1, goalAtMost: 3, direction: 0.8 },
  ...{ changed: -0.5, tired: -1.5, sore: -1, justTaught: -1.5 },
};
/** Minutes for words and hands beside the work itself, where no own time is known. */
const teaching = { new: 2.5, fault: 0.25, faultsAtMost: 4 };
/** The tag of what she never did. */
export const neverDone = 'new';
/** The tag of what is done flat on the back. */
export const lyingFlat = 'flat';
/** How heavy a level is on three steps: by its effort, its lever, and what it stands or hangs on. A convention. */
export function loadStep(tags: LoadTags): 1 | 2 | 3 {
  const { effort, lever, headUp, weightOn, inversion, balance, movingCarriage, legs } = tags;
  const bothLegs = legs === 'both' && (lever === 'long' || headUp);
  const onHands = weightOn.includes('hands') && legs !== 'none';
  if (effort === 'strong' || bothLegs || onHands || inversion || (movingCarriage && balance)) return 3;
  const some = [lever === 'long', headUp, balance, weightOn.length > 0, legs === 'both'];
  return some.includes(true) ? 2 : 1;
}

const quarter = (minutes: number): number => Math.max(0.5, Math.ceil(minutes * 4) / 4);

/** Minutes of an exercise with this client. */
function minutesOf(knowing: Knowing, { times }: ChangePace, exercise: Exercise, { dose }: Planned, isNew: boolean) {
  const own = knowing.ownSeconds[exercise.id];
  if (own !== undefined) return { minutes: quarter(own / 60), isOwnTime: true };
  const timed = timeDose({ exercise: exercise.id, level: 1, changeOverS: 5, ...dose });
  const work = timed.ok ? timed.value.workS / 60 : 1;
  const faults = Math.min(teaching.faultsAtMost, knowing.lastFaults[exercise.id] ?? 0);
  const taught = isNew ? teaching.new : tellingMinutes * times + faults * teaching.fault;
  return { minutes: quarter(work + exercise.setUpMinutes * times + taught), isOwnTime: false };
}

const days = (count: number): string => (count === 0 ? 'today' : count === 1 ? 'yesterday' : `${count} days ago`);

/** Reasons of time: what is due, what is about to move up, what was just taught. */
function reasonsOfTime({ history, lastTaught, today }: Knowing, { id, gate }: Exercise): Reason[] {
  const spacing = spacingOf(history[id] ?? [], gate.cleanReps, today);
  if (!spacing) return [];
  const { daysSince, interval, cleanRunning } = spacing;
  const ratio = Math.min(points.overdueAtMost, daysSince / interval);
  const isDue = daysSince >= interval;
  const running = cleanRunning > 0 ? `, ${cleanRunning === 1 ? 'clean' : `clean ${cleanRunning} times running`}` : '';
  return [
    {
      points: points.due * ratio,
      say: isDue
        ? `Due: last taught ${days(daysSince)}${running}.`
        : `Last taught ${days(daysSince)}${running}; due after ${interval} days.`,
    },
    ...(cleanRunning > 0 && cleanRunning === gate.sessions - 1
      ? [{ points: points.moves, say: 'One more clean session, and it moves up.' }]
      : []),
    ...(lastTaught.includes(id) && !isDue && cleanRunning > 0
      ? [{ points: points.justTaught, say: 'It was in the last session.' }]
      : []),
  ];
}

type Asked = Pick<Face, 'isNew' | 'standing'> & {
  readonly exercise: Exercise;
  readonly tags: LoadTags;
  readonly aims: Aims;
};

/** What speaks for it by her goal. */
function reasonsOfGoal({ exercise, aims }: Asked): Reason[] {
  const regions = exercise.regions.filter((region) => aims.regions.includes(region));
  const turns = exercise.spine.filter((direction) => aims.spine.includes(direction));
  if (regions.length === 0) return [];
  return [
    {
      points: points.goal * Math.min(points.goalAtMost, regions.length) + points.direction * turns.length,
      say: `For the goal: ${listWords(regions.map((region) => regionNames[region]))}.`,
    },
  ];
}

/** What speaks against it today. */
function reasonsOfToday({ feeling }: Knowing, { tags, standing }: Asked): Reason[] {
  const load = loadStep(tags);
  const isFolded = tags.flexion !== 'none' || tags.extension !== 'none';
  return [
    ...(feeling === 'tired' && load > 1
      ? [{ points: points.tired * (load - 1), say: 'Tired today, and it asks much.' }]
      : []),
    ...(feeling === 'sore' && (isFolded || load > 1) ? [{ points: points.sore * load, say: 'Sore today.' }] : []),
    ...(standing === 'changed' ? [{ points: points.changed, say: 'A caution changes it.' }] : []),
  ];
}

function reasonsOf(knowing: Knowing, asked: Asked, held: Held): Reason[] {
  const faults = knowing.lastFaults[asked.exercise.id] ?? 0;
  const seen = faults === 1 ? 'a fault was seen' : `${faults} faults were seen`;
  return [
    ...reasonsOfTime(knowing, asked.exercise),
    ...reasonsOfGoal(asked),
    ...(faults > 0 ? [{ points: points.faults, say: `Last time ${seen}.` }] : []),
    ...(asked.isNew ? [newness(knowing.repertoire, asked.exercise, held)] : []),
    ...reasonsOfToday(knowing, asked),
  ].toSorted((a, b) => Math.abs(b.points) - Math.abs(a.points));
}

const taughtOf = ({ id, name, spine, prepares, position, apparatus }: Exercise): Taught => ({
  ...{ id, name, spine, prepares, position, apparatus },
});

/** Springs are set anew where another exercise on the same apparatus wants others. */
const springsOf = ({ apparatus }: Exercise, { dose }: Planned): [] | [string] =>
  apparatus === 'mat' ? [] : [dose.springs ?? ''];

type Candidate = { readonly face: Face } | { readonly left: LeftOut };

/** How it begins, where a caution is against it. */
export const ruledOutWords = 'Ruled out';

const ruledOut = (weighed: WeighedExercise): string => {
  const [first] = Object.values(weighed.levels);
  const why = first?.reasons.find(({ act, overruled }) => act === 'ruleOut' && !overruled);
  return why ? `${ruledOutWords}, ${why.name}: ${why.why}.` : 'A stop sign is on file.';
};

/** What cautions change at a level, each with its name. */
export const changesOf = (weighed: Weighed | undefined): string[] =>
  (weighed?.reasons ?? [])
    .filter(({ act, overruled }) => act === 'change' && !overruled)
    .map(({ name, why }) => `${name}: ${why}`);

/** The level that is taught today: where she stands, or the nearest below that is allowed; the first of a new one. */
export function levelToday(weighed: WeighedExercise, wanted: number): number | undefined {
  const here = weighed.levels[Math.floor(wanted)];
  return here && isAllowed(here) ? wanted : allowedLevel(weighed, Math.floor(wanted));
}

/** What is found out of a client before her exercises are gone through. */
type Found = { readonly aims: Aims; readonly held: Held; readonly pace: ChangePace };

function candidateOf(knowing: Knowing, { aims, held, pace }: Found, exercise: Exercise): Candidate {
  const { repertoire, acting, apparatus, body, standings, history } = knowing;
  const left = (why: string): Candidate => ({ left: { exercise: taughtOf(exercise), why } });
  if (exercise.apparatus !== 'mat' && !apparatus.includes(exercise.apparatus))
    return left('There is no such apparatus in the room.');
  const weighed = weighExercise(repertoire, exercise, acting);
  const stands = standings.find((one) => one.exercise === exercise.id);
  const level = levelToday(weighed, stands?.level ?? 1);
  if (level === undefined) return left(ruledOut(weighed));
  const rung = rungAt(exercise, level, body);
  const planned = knowing.planned({ exercise: exercise.id, level });
  if (!rung || !planned) return left('It has no such level.');
  const isNew = !stands && (history[exercise.id] ?? []).length === 0;
  const { tags } = loadOf(exercise, rung);
  const here = weighed.levels[Math.floor(level)];
  const standing = here?.standing ?? 'fine';
  const changes = changesOf(here);
  const reasons = reasonsOf(knowing, { exercise, tags, aims, isNew, standing }, held);
  const { minutes, isOwnTime } = minutesOf(knowing, pace, exercise, planned, isNew);
  const value = reasons.reduce((sum, one) => sum + one.points, points.any);
  const item: Item = {
    id: exercise.id,
    minutes,
    value: Math.round(value * 100) / 100,
    setup: [positionPlace(exercise.position), exercise.apparatus, ...springsOf(exercise, planned)],
    tags: [
      ...exercise.spine,
      ...(isNew ? [neverDone] : []),
      ...(tags.lying === 'flat' ? [lyingFlat] : []),
      exercise.family,
    ],
    load: loadStep(tags),
  };
  const { levelName, dose } = planned;
  return {
    face: {
      exercise: taughtOf(exercise),
      level,
      levelName,
      dose,
      item,
      standing,
      changes,
      reasons,
      isNew,
      isOwnTime,
      later: null,
    },
  };
}

type Faces = ReadonlyMap<string, Face>;

/** Those that come only after one that prepares them, of those that are composed if there is one: nothing that does is held. */
const needsOf = (faces: Faces, composed: Faces, held: Held): [string, string][] =>
  [...faces.values()].flatMap(({ exercise: { id, prepares } }): [string, string][] => {
    const first = prepares.find((one) => composed.has(one)) ?? prepares.find((one) => faces.has(one));
    return first === undefined || held.has(id) || prepares.some((one) => held.has(one)) ? [] : [[first, id]];
  });

/** Each direction of the spine answered, as far as the room and the client allow and the time is long enough to. */
function coverOf(faces: Faces, minutes: number): Record<string, number> {
  const wanted =
    minutes >= 40 ? ['flexion', 'extension', 'twist', 'sideBend'] : minutes >= 20 ? ['flexion', 'extension'] : [];
  const has = (tag: string) => [...faces.values()].some(({ item }) => item.tags.includes(tag));
  return Object.fromEntries(wanted.filter(has).map((tag) => [tag, 1]));
}

/** Why one that lasts longer on the back than anybody there may lie is not composed. */
export const tooLongFlat = (flat: Lesson['flat'], { tags, minutes }: Item): string | null =>
  flat && tags.includes(lyingFlat) && minutes > flat.minutes
    ? `It takes ${minutes} minutes on the back; ${flat.why}.`
    : null;

/** The strictest limit of lying flat that acts; none where what raises head and ribs is in the room, as its cautions ask for. */
function flatOf({ repertoire, acting, props }: Knowing): Lesson['flat'] {
  const limits = actingConditions(repertoire, acting.conditions).flatMap(
    ({ condition: { flatAtMost: limit }, as, week }) =>
      !limit ||
      (limit.fromWeek !== undefined && week !== undefined && week < limit.fromWeek) ||
      limit.raisedOn.some((prop) => props.includes(prop))
        ? []
        : [{ minutes: limit.minutes, why: `${as}: ${limit.why}` }],
  );
  return limits.toSorted((a, b) => a.minutes - b.minutes)[0] ?? null;
}

const mustRiseSlowly = ({ repertoire, acting }: Knowing): boolean =>
  actingConditions(repertoire, acting.conditions).some(({ condition }) =>
    condition.rules.some(({ when }) => when.also?.includes('quickChange')),
  );

/** What the session may be composed of. */
export function lessonOf(knowing: Knowing): Lesson {
  const aims = aimsOf(knowing.goal);
  const held = heldOf(knowing.repertoire, knowing.history);
  const isSlow = mustRiseSlowly(knowing);
  const pace = paceOf(changesSeen(knowing.repertoire.exercises, knowing.sessions, isSlow));
  const all = knowing.repertoire.exercises.map((exercise) => candidateOf(knowing, { aims, held, pace }, exercise));
  const found = new Map(all.flatMap((one) => ('face' in one ? [[one.face.exercise.id, one.face] as const] : [])));
  const flat = flatOf(knowing);
  const mayBeNew = thoseNew(knowing.repertoire, [...found.values()], held);
  const unprepared = ({ isNew, exercise: { id } }: Face) =>
    isNew && !mayBeNew.has(id) ? 'What prepares it has not been held yet.' : null;
  const faces = new Map(
    [...found].map(([id, face]) => [id, { ...face, later: unprepared(face) ?? tooLongFlat(flat, face.item) }]),
  );
  const composed = new Map([...faces].filter(([, face]) => face.later === null));
  const begins = [...composed.values()].some(({ item }) => item.tags.includes(starts) && item.load === 1);
  const task: Task = {
    items: [...faces.values()].map(({ item }) => item),
    needs: needsOf(faces, composed, held),
    order: [...faces.values()].flatMap(({ exercise: { id, prepares } }) =>
      prepares.filter((one) => faces.has(one)).map((one): [string, string] => [one, id]),
    ),
    change: changeTask(isSlow, pace),
    minutes: knowing.minutes,
    cover: coverOf(composed, knowing.minutes),
    atMost: { [neverDone]: mostNew(held, knowing.minutes) },
    edges: { first: 1, last: 1, ...(begins ? { firstTag: starts } : {}) },
    curve: false,
    ...(flat ? { inARow: { tag: lyingFlat, minutes: flat.minutes } } : {}),
    weight: 1,
    seed: 1,
    effortMs: 1500,
  };
  return {
    faces: Object.fromEntries(faces),
    leftOut: all.flatMap((one) => ('left' in one ? [one.left] : [])),
    aims,
    ...{ flat, pace, task },
  };
}
