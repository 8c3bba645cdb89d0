// What can happen in a taught session, as events. Nothing is ever changed or removed: a correction of the record is an event.
import * as v from 'valibot';
import { dayInput } from '../day';
import { places } from '../anatomy/places';
import { decisions, eventVersion, feelings, lostBlocks, parts, seenVerdicts, sides, verdicts, watchers } from './words';

const id = v.pipe(v.string(), v.uuid('is not an id'));
const name = v.pipe(v.string(), v.nonEmpty('is empty'), v.maxLength(120, 'is longer than 120 characters'));
/** An id of the repertoire; an entry can have gone since, and what was done with it stays. */
const entryId = v.pipe(v.string(), v.nonEmpty('is empty'), v.maxLength(60, 'is longer than 60 characters'));
const line = (most: number) => v.pipe(v.string(), v.trim(), v.maxLength(most, `At most ${most} characters.`));
const whole = (least: number, most: number) =>
  v.pipe(v.number(), v.integer('must be a whole number'), v.minValue(least), v.maxValue(most));

/** A rung of the ladder, or half-way to the next: 2.5. */
const levelNumber = v.pipe(v.number(), v.minValue(1), v.maxValue(20), v.multipleOf(0.5, 'is neither whole nor half'));

const dose = v.strictObject({
  repetitions: whole(1, 100),
  sets: whole(1, 10),
  sides: v.picklist([1, 2]),
  directions: v.picklist([1, 2]),
  pattern: line(200),
  /** Seconds a count. */
  pace: v.pipe(v.number(), v.minValue(0.2), v.maxValue(10)),
  /** Springs, in the words of the trade. */
  springs: v.optional(line(120)),
});
export type SessionDose = v.InferOutput<typeof dose>;

const planned = v.strictObject({
  item: id,
  exercise: entryId,
  /** As it was called then: an exercise can leave the repertoire, what was done cannot. */
  name,
  level: levelNumber,
  levelName: line(120),
  order: v.picklist(['both', 'alternate', 'chain']),
  dose,
});
export type Planned = v.InferOutput<typeof planned>;

/** Home practice: which days of the week (0 Monday), at what time, which exercises. */
const home = v.strictObject({
  days: v.array(whole(0, 6)),
  at: v.pipe(v.string(), v.regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'Write the time as 18:30.')),
  items: v.array(v.strictObject({ exercise: entryId, level: levelNumber, repetitions: whole(1, 100) })),
  words: line(600),
});
export type Home = v.InferOutput<typeof home>;

export const wrapFields = {
  /** What to remember next time, three at most. */
  points: v.pipe(v.array(line(200)), v.maxLength(3, 'Three points at most.')),
  /** For the instructor's eyes alone. */
  note: line(2000),
  next: v.nullable(dayInput),
  home,
};

/** A repetition that is told later than this is told of no more. */
const longestAgoMs = 3_600_000;

const degreesOf = v.pipe(v.number(), v.minValue(-180), v.maxValue(180));
const levelTilt = v.strictObject({ value: degreesOf, se: v.pipe(v.number(), v.minValue(0), v.maxValue(180)) });

const payloads = [
  v.strictObject({
    kind: v.literal('started'),
    client: id,
    room: line(60),
    school: entryId,
    rules: v.pipe(name, v.maxLength(40)),
    plan: v.pipe(v.array(planned), v.maxLength(100, 'A plan has 100 exercises at most.')),
    /** The class that she takes part in, by its appointment. */
    class: v.optional(v.strictObject({ id, title: line(120) })),
  }),
  v.strictObject({
    kind: v.literal('ready'),
    feeling: v.picklist(feelings),
    words: line(400),
    /** Conditions that act today: what was asked before the session and answered with yes. */
    today: v.optional(v.pipe(v.array(entryId), v.maxLength(20))),
  }),
  v.strictObject({ kind: v.literal('stopSeen'), sign: entryId, seen: line(400) }),
  v.strictObject({ kind: v.literal('checked'), apparatus: entryId }),
  v.strictObject({ kind: v.literal('opened'), item: id }),
  v.strictObject({ kind: v.literal('added'), planned, after: v.nullable(id) }),
  v.strictObject({ kind: v.literal('dropped'), item: id }),
  /** She did it with the class; nobody counted. */
  v.strictObject({ kind: v.literal('followed'), item: id }),
  v.strictObject({ kind: v.literal('dosed'), item: id, dose }),
  v.strictObject({ kind: v.literal('levelled'), item: id, level: levelNumber, levelName: line(120), dose }),
  v.strictObject({ kind: v.literal('sided'), item: id, side: v.picklist(sides) }),
  v.strictObject({
    kind: v.literal('repetition'),
    item: id,
    set: whole(1, 50),
    side: v.picklist(sides),
    direction: v.picklist([1, 2]),
    clean: v.boolean(),
  }),
  v.strictObject({
    kind: v.literal('seen'),
    item: id,
    set: whole(1, 50),
    side: v.picklist(sides),
    direction: v.picklist([1, 2]),
    by: v.picklist(watchers),
    verdict: v.picklist(seenVerdicts),
    /** How long before this event the repetition turned, and ended, ms: by whatever clock, that holds. */
    turnedMs: whole(0, longestAgoMs),
    endedMs: whole(0, longestAgoMs),
    /** She looked at it, and says so. */
    confirmed: v.boolean(),
    /** What decided it, where something did. */
    reason: v.nullable(
      v.strictObject({
        measure: entryId,
        value: v.pipe(v.number(), v.finite()),
        se: v.pipe(v.number(), v.finite(), v.minValue(0)),
        block: v.nullable(v.picklist(lostBlocks)),
        fault: v.nullable(entryId),
        when: v.nullable(v.picklist(parts)),
      }),
    ),
  }),
  v.strictObject({ kind: v.literal('confirmed'), of: v.pipe(v.array(id), v.minLength(1), v.maxLength(100)) }),
  /** A level laid on the pelvis through a set: what it tells of it. */
  v.strictObject({
    kind: v.literal('levelTold'),
    item: id,
    by: v.picklist(watchers),
    seconds: v.pipe(v.number(), v.minValue(0), v.maxValue(3600)),
    repetitions: whole(0, 500),
    /** Furthest from where it was set to zero, degrees; `se` with what the strap slips. */
    tilt: levelTilt,
    roll: levelTilt,
    trembling: v.nullable(v.pipe(v.number(), v.minValue(0), v.maxValue(1))),
  }),
  v.strictObject({ kind: v.literal('named'), of: id, block: v.picklist(lostBlocks), fault: v.nullable(entryId) }),
  v.strictObject({ kind: v.literal('newSet'), item: id }),
  v.strictObject({ kind: v.literal('rested'), item: id }),
  v.strictObject({ kind: v.literal('tried'), item: id, fault: entryId, correction: entryId }),
  v.strictObject({ kind: v.literal('judged'), of: id, verdict: v.picklist(verdicts) }),
  v.strictObject({ kind: v.literal('looked'), item: id, grades: v.record(entryId, v.picklist([-2, -1, 0, 1, 2])) }),
  v.strictObject({ kind: v.literal('noted'), item: v.nullable(id), words: line(2000) }),
  v.strictObject({ kind: v.literal('felt'), item: id, place: v.picklist(places), isFelt: v.boolean() }),
  v.strictObject({ kind: v.literal('pained'), item: id, where: line(120), score: whole(0, 10) }),
  v.strictObject({
    kind: v.literal('decided'),
    item: id,
    advised: v.picklist(decisions),
    decision: v.picklist(decisions),
    /** Where the client stands from now on. */
    level: levelNumber,
    reasons: v.array(line(400)),
    /** Why not as advised. */
    overruled: v.nullable(v.pipe(line(400), v.minLength(8, 'Give a reason that a colleague would understand.'))),
  }),
  v.strictObject({ kind: v.literal('undone'), of: id }),
  v.strictObject({ kind: v.literal('amended'), of: id, clean: v.boolean(), why: line(200) }),
  v.strictObject({ kind: v.literal('ended') }),
  v.strictObject({ kind: v.literal('reopened') }),
  v.strictObject({ kind: v.literal('wrapped'), ...wrapFields }),
] as const;

export const payload = v.variant('kind', payloads);
export type Payload = v.InferOutput<typeof payload>;
export type Kind = Payload['kind'];

/** What every event carries besides what happened. */
export const envelope = v.strictObject({
  id,
  v: v.literal(eventVersion, 'was written by another version of this program'),
  session: id,
  /** The tablet that made it, and its place among that tablet's events. */
  device: id,
  seq: whole(0, Number.MAX_SAFE_INTEGER),
  /** Milliseconds since 1970 by that tablet's clock, which may be wrong; the server sets it right as it takes it in. */
  at: whole(0, 8_640_000_000_000_000),
  /** Who tapped. */
  by: id,
  what: payload,
});
export type SessionEvent = v.InferOutput<typeof envelope>;
