// The shapes of the repertoire's entries. The data lies in src/repertoire; nothing here knows any one exercise.
import * as v from 'valibot';
import { places } from '../anatomy/places';
import { phases, positions, views } from '../anatomy/positions';
import { legOrders, rollsFrom } from '../body/shown';
import { poseShape } from '../body/pose';
import { propForms, propPlaces } from '../figure/props';
import { apparatuses, loadQuery, loadTags } from './load-tags';
import {
  causeKinds,
  correctionKinds,
  directions,
  families,
  needs,
  regions,
  restingPlaces,
  springRoles,
  trunks,
} from './kinds';
import { blocks } from '../anatomy/blocks';

/** Ids are kept in columns of this width. */
export const longestId = 60;
const id = v.pipe(
  v.string(),
  v.regex(/^[a-z][A-Za-z0-9]*$/, 'An id is a small letter, then letters and figures: legFloat.'),
  v.maxLength(longestId, `An id has ${longestId} letters at most.`),
);
const text = v.pipe(v.string(), v.trim(), v.nonEmpty('Some words are wanted here.'));
const ids = v.optional(v.array(id), []);
const texts = v.optional(v.array(text), []);
const interval = v.tuple([v.nullable(v.number()), v.nullable(v.number())]);

export const fault = v.strictObject({
  id,
  name: text,
  plain: text,
  /** `plain` where it is known to which side, with `{side}` for left or right. */
  plainTo: v.optional(v.pipe(text, v.includes('{side}'))),
  block: v.picklist(blocks),
  seen: text,
  standAt: v.picklist(views),
  why: text,
  /** Likely common causes, likeliest first: ids of causes. */
  causes: v.pipe(v.array(id), v.minLength(1)),
  /** Where it is felt by the one who does it. */
  feltAt: v.optional(v.array(v.picklist(places)), []),
  /** Could hurt by itself, whoever shows it. */
  safety: v.boolean(),
  /** Measures that show it, and on which side of the target it lies. */
  shownBy: v.optional(v.array(v.strictObject({ measure: id, side: v.picklist(['low', 'high', 'either']) })), []),
  /** It is the breath that is lost, more than the block. */
  ofBreath: v.optional(v.literal(true)),
  /** How it is graded by eye or touch, where no measure shows it. */
  byEye: v.optional(text),
  /** Other words for a trunk that rests otherwise: what it looks like there, why it matters, how it is graded. */
  inShape: v.optional(
    v.array(
      v.strictObject({
        trunks: v.pipe(v.array(v.picklist(trunks)), v.minLength(1)),
        seen: v.optional(text),
        why: v.optional(text),
        byEye: v.optional(text),
      }),
    ),
    [],
  ),
  /** What the body must be like for it: where a level has not, it is not watched there. */
  needs: v.optional(v.array(v.picklist(needs))),
  /** What of a level brings it on: any of these, and it is watched for sooner. */
  broughtOnBy: v.optional(v.array(loadQuery)),
});
export type Fault = v.InferOutput<typeof fault>;

/** Something that can lie behind several faults at once. */
export const cause = v.strictObject({
  id,
  name: text,
  kind: v.picklist(causeKinds),
  /** The next look that would tell it from the others, and what it would show. */
  tell: v.strictObject({ look: text, ifSo: text }),
  /** Only thinkable where a level asks this. */
  when: v.optional(loadQuery),
});
export type Cause = v.InferOutput<typeof cause>;

/** What a measure should be, and which fault each side of it is. */
export const target = v.strictObject({
  measure: id,
  interval,
  /** Unit of severity: half the width, or given for one-sided targets. */
  tolerance: v.number(),
  /** `neutral`: the measured value less the client's own neutral; `asMeasured`: the value itself. */
  relativeTo: v.picklist(['neutral', 'asMeasured']),
  /** Means nothing without the client's own neutral. */
  needsNeutral: v.optional(v.literal(true)),
  low: v.nullable(id),
  high: v.nullable(id),
  block: v.picklist(blocks),
  /** Set by the studio, in place of the usual one. */
  own: v.optional(v.literal(true)),
});
export type Target = v.InferOutput<typeof target>;

export const stance = v.strictObject({
  id,
  name: text,
  /** What is at stake, in one or two plain sentences. */
  about: text,
  /** Its targets act only where a leg moves or is off the mat: lying still, neutral is neutral. */
  underLegLoad: v.optional(v.literal(true)),
  /** What the body must be like at the top, and before anything moves, for its words to make sense. */
  needs: v.optional(v.array(v.picklist(needs))),
  needsAtStart: v.optional(v.array(v.picklist(needs))),
  /** How legs and feet lie: a level that says so itself goes before it. */
  ofLegs: v.optional(v.literal(true)),
  choices: v.pipe(
    v.array(
      v.strictObject({
        id,
        name: text,
        why: text,
        /** What is said to a client who is taught so. */
        say: v.optional(text),
        sayWhenBothLegsUp: v.optional(text),
        /** Stands where an exercise says that the legs are parallel. */
        notParallel: v.optional(text),
        /** Intervals that this choice sets, instead of the default target's. */
        targets: v.optional(v.array(v.strictObject({ measure: id, interval, whenBothLegsUp: v.optional(interval) }))),
        /** Taught so, a rise that begins at the head begins at this end. */
        rolls: v.optional(v.picklist(rollsFrom)),
        /** What of the drawn body this choice sets, where its targets act. */
        pose: v.optional(
          v.strictObject({
            pelvicTiltDeg: v.optional(v.number()),
            lumbarFlexDeg: v.optional(v.number()),
            thoracicFlexDeg: v.optional(v.number()),
          }),
        ),
      }),
    ),
    v.minLength(2),
  ),
});
export type Stance = v.InferOutput<typeof stance>;

export const school = v.strictObject({
  id,
  name: text,
  about: text,
  stances: v.record(id, id),
  /** Its own gate between levels, where it asks more or less than the exercise. */
  gate: v.optional(v.strictObject({ cleanReps: v.optional(v.number()), sessions: v.optional(v.number()) })),
  /** Most repetitions it asks in one set. */
  mostRepetitions: v.optional(v.number()),
});
export type School = v.InferOutput<typeof school>;

const count = v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(100));
const dose = v.strictObject({
  repetitions: count,
  sets: count,
  sides: v.picklist([1, 2]),
  directions: v.picklist([1, 2]),
});

const scene = v.strictObject({
  props: v.optional(v.array(v.strictObject({ form: v.picklist(propForms), at: v.picklist(propPlaces) }))),
  apparatus: v.optional(
    v.variant('kind', [
      v.strictObject({
        kind: v.literal('reformer'),
        travelMm: v.number(),
        springs: v.number(),
        ropes: v.optional(v.picklist(['feet', 'hands'])),
        facing: v.optional(v.picklist(['bar', 'rests'])),
        feetOnBar: v.optional(v.boolean()),
      }),
      v.strictObject({ kind: v.literal('trapezeTable'), elastic: v.optional(v.picklist(['feet', 'hands'])) }),
      v.strictObject({ kind: v.literal('chair'), pedalMm: v.number() }),
    ]),
  ),
});

const springForce = v.strictObject({
  /** `resist`: pressed against. `support`: they carry a part of the body, lighter is harder. `both`: by phase. */
  role: v.picklist(springRoles),
  /** In the trade's unit, for a body of usual weight: full 1, half ½, quarter ¼. */
  units: v.pipe(v.number(), v.minValue(0.25), v.maxValue(8)),
  /** Mean force over the stroke as % of body weight. A convention. */
  weightPct: v.optional(v.pipe(v.number(), v.minValue(1), v.maxValue(200))),
  /** In straps: what is left for the hips at the lowest, as a share of what this person holds. A convention. */
  ofCapacity: v.optional(v.pipe(v.number(), v.minValue(0.1), v.maxValue(1.5))),
});
export type SpringForce = v.InferOutput<typeof springForce>;

export const level = v.strictObject({
  number: v.pipe(v.number(), v.integer(), v.minValue(1)),
  name: text,
  change: text,
  /** Where it ends, what the hands do, and how legs and feet lie, where it is otherwise than in the exercise as a whole. */
  endPoint: v.optional(text),
  hands: v.optional(text),
  legLine: v.optional(text),
  /** Said by older entries; the pose shows it. */
  bothLegsUp: v.optional(v.boolean()),
  /** Before anything moves; hook lying when left out. */
  start: v.optional(poseShape),
  /** Half-way, where the way out does not run straight from start to top. */
  via: v.optional(poseShape),
  /** Half-way back, where the way back is another: a circle. Left out, it passes `via`. */
  back: v.optional(poseShape),
  /** Which leg moves when; left out, both at once. */
  legOrder: v.optional(v.picklist(legOrders)),
  /** The spine rolls bone by bone, on the way out from this end of it. */
  rolls: v.optional(v.picklist(rollsFrom)),
  top: poseShape,
  dose,
  load: v.optional(loadTags, {}),
  /** What gets harder than in the level before, where the load of the legs does not rise. */
  rises: v.optional(text),
  /** Springs, in the words of the trade. */
  springs: v.optional(text),
  /** The same to be reckoned with. */
  force: v.optional(springForce),
  scene: v.optional(scene),
});
export type Level = v.InferOutput<typeof level>;

/** Another way of doing a level that is held, at about the same level. */
export const form = v.strictObject({
  id,
  name: text,
  change: text,
  /** Levels that can be done so; left out, every one. */
  levels: v.optional(v.array(v.number())),
  prop: v.optional(id),
  /** What it asks beside what the level asks. */
  load: v.optional(loadTags, {}),
  /** Another top. */
  top: v.optional(poseShape),
});
export type Form = v.InferOutput<typeof form>;

export const exercise = v.strictObject({
  id,
  name: text,
  plain: text,
  purpose: text,
  family: v.picklist(families),
  position: v.picklist(positions),
  apparatus: v.optional(v.picklist(apparatuses), 'mat'),
  /** Where the spine goes. */
  spine: v.pipe(v.array(v.picklist(directions)), v.minLength(1)),
  regions: v.pipe(v.array(v.picklist(regions)), v.minLength(1)),
  /** What the client should feel and where, and where not. */
  feel: v.strictObject({
    where: text,
    notWhere: text,
    /** The same as places on the body, for what she says that she feels. */
    at: v.optional(v.array(v.picklist(places)), []),
    notAt: v.optional(v.array(v.picklist(places)), []),
  }),
  /** How the trunk is prepared: at the stance's effort, or not at all. */
  prepareTrunk: v.optional(v.picklist(['stance', 'none']), 'stance'),
  /** Feet and rotation of the legs. */
  legLine: v.optional(text),
  /** What the hands do, where their place alone does not say it. */
  hands: v.optional(text),
  /** The same end point, every repetition. */
  endPoint: text,
  sideOrder: v.optional(v.picklist(['both', 'alternate', 'chain']), 'both'),
  selfChecks: texts,
  settle: v.optional(text),
  release: v.optional(text),
  /** How one gets into it and out of it, with a safe version. */
  transition: text,
  /** Where a spotter stands and what she is ready to do, at levels that want one. */
  spotter: v.optional(text),
  /** Minutes it takes to set up and change over. */
  setUpMinutes: v.optional(v.number(), 0.5),
  setUp: v.pipe(
    v.array(
      v.strictObject({
        block: v.picklist([...blocks, 'feet']),
        check: text,
        /** How the trunk rests where a level starts, for which it is asked; left out, of every level. */
        starts: v.optional(v.array(v.picklist(trunks))),
      }),
    ),
    v.minLength(1),
  ),
  /** Measures watched, by phase; an interval here overrides the default target's. */
  watches: v.array(
    v.strictObject({
      measure: id,
      phases: v.array(v.picklist(phases)),
      stance: v.optional(id),
      interval: v.optional(interval),
      /** Absent: every level. */
      levels: v.optional(v.array(v.number())),
    }),
  ),
  looks: v.pipe(v.array(v.strictObject({ view: v.picklist(views), where: text, top: text })), v.minLength(1)),
  levels: v.pipe(v.array(level), v.minLength(1)),
  gate: v.strictObject({ cleanReps: count, sessions: count }),
  breath: v.pipe(
    v.array(
      v.strictObject({
        name: text,
        pattern: text,
        /** The stance that breathes so; left out, it is the usual one. */
        when: v.optional(v.strictObject({ stance: id, choice: id })),
        levels: v.optional(v.array(v.number())),
        /** At its levels it goes before what any stance calls for: a hold breathes while it holds. */
        inEverySchool: v.optional(v.literal(true)),
      }),
    ),
    v.minLength(1),
  ),
  faults: v.pipe(
    v.array(v.strictObject({ fault: id, phases: v.array(v.picklist(phases)), standAt: v.picklist(views) })),
    v.minLength(1),
  ),
  /** Corrections of this exercise, in the order in which they are first tried. */
  corrections: ids,
  /** Exercises that prepare it, and that may follow. */
  prepares: ids,
  follows: ids,
  /** Disputed points that change how it is taught. */
  stances: ids,
  /** What to look out for, beside the conditions' own rules. */
  cautions: texts,
  /** Other ways of doing its levels. */
  forms: v.optional(v.array(form), []),
  /** Finer points of teaching it. */
  notes: texts,
});
export type Exercise = v.InferOutput<typeof exercise>;
/** As an entry is written: what has a default may be left out. */
export type ExerciseEntry = v.InferInput<typeof exercise>;

export const correction = v.strictObject({
  id,
  kind: v.picklist(correctionKinds),
  faults: v.array(id),
  /** Absent: any exercise. */
  exercises: v.optional(v.array(id)),
  /** Absent: any position. */
  positions: v.optional(v.array(v.picklist(positions))),
  /** What is said or done: one breath long. */
  say: text,
  /** What it is for, in plain words. */
  because: text,
  prop: v.optional(id),
  /** Where the prop goes for this correction and which way round, where that is not its usual place. */
  placing: v.optional(text),
  /** Chance that it works, before anything is known of this client or studio. */
  prior: v.pipe(v.number(), v.minValue(0.05), v.maxValue(0.95)),
  notWith: v.optional(v.array(v.strictObject({ condition: id, why: text }))),
  /** Goes to the level before: there is none on the first. */
  levelDown: v.optional(v.literal(true)),
  /** What the body must be like for it at the top of the level: it is not offered otherwise. */
  needs: v.optional(v.array(v.picklist(needs))),
  /** Changes the springs. */
  spring: v.optional(v.picklist(['more', 'less'])),
});
export type Correction = v.InferOutput<typeof correction>;

export const prop = v.strictObject({
  id,
  name: text,
  /** Its usual place: the one that is drawn. */
  placement: text,
  elsewhere: v.optional(text),
  whichWay: text,
  tells: text,
  notWhen: v.optional(text),
  notWith: v.optional(v.array(v.strictObject({ condition: id, why: text }))),
  /** How it is drawn in place, and on which pose. */
  drawn: v.optional(
    v.strictObject({
      pose: poseShape,
      form: v.picklist(propForms),
      at: v.picklist(propPlaces),
      /** From where it is seen best; from the side when left out. */
      view: v.optional(v.picklist(views)),
    }),
  ),
});
export type Prop = v.InferOutput<typeof prop>;

export const condition = v.strictObject({
  id,
  name: text,
  /** As it is asked on the intake form, in plain words. */
  ask: text,
  caution: text,
  change: text,
  /** Whose word clears it. */
  clearedBy: text,
  /**
   * How long one with it may lie flat on the back in a row, where that is limited; from a week on, where it has weeks. On one of these
   * props head and ribs are raised, and nobody lies flat.
   */
  flatAtMost: v.optional(
    v.strictObject({
      minutes: v.pipe(v.number(), v.minValue(1)),
      why: text,
      fromWeek: v.optional(v.number()),
      raisedOn: v.optional(ids, []),
    }),
  ),
  /** Rules out until cleared, or changes how a level is done. */
  rules: v.optional(
    v.array(
      v.strictObject({
        id,
        when: loadQuery,
        act: v.picklist(['ruleOut', 'change']),
        why: text,
        /** Acts from this week of pregnancy; where the week is not known it acts as well. */
        fromWeek: v.optional(v.pipe(v.number(), v.integer(), v.minValue(1))),
      }),
    ),
    [],
  ),
  /** Which date makes its rules sharper: when a child is due, or since when it is so. */
  dated: v.optional(v.picklist(['due', 'since'])),
  /** Of several kinds, each with its own rules: until the kind is known, this condition's rules act, the union of all. */
  kinds: v.optional(v.array(v.strictObject({ id, name: text, as: v.optional(id) })), []),
  /** Over by itself so many weeks after it began, for the kinds that are named with it; then what it leaves behind acts. */
  over: v.optional(v.strictObject({ afterWeeks: v.number(), butKinds: ids })),
  /** Asked before a session, in a few words: a yes acts on that day. */
  askToday: v.optional(text),
  /** Asked before sessions only; it never stands on file. */
  onlyToday: v.optional(v.literal(true)),
  /** Faults that count as safety faults for a person with this condition. */
  safetyFaults: ids,
  /** Conditions whose rules go on acting when this one is cleared. */
  then: ids,
  /** Levels move by half steps, with one more clean set. */
  halfSteps: v.optional(v.literal(true)),
});
export type Condition = v.InferOutput<typeof condition>;

export const stopSign = v.strictObject({ id, name: text, ask: text });
export type StopSign = v.InferOutput<typeof stopSign>;

export const sequence = v.strictObject({
  id,
  name: text,
  about: text,
  exercises: v.pipe(v.array(id), v.minLength(2)),
});
export type Sequence = v.InferOutput<typeof sequence>;

/** From one resting place on the mat straight to another. */
export const transition = v.strictObject({
  id,
  from: v.picklist(restingPlaces),
  to: v.picklist(restingPlaces),
  /** With the hands' help, without a full stop. */
  how: text,
  /** The same for those who are sure on their feet. */
  withoutHands: v.optional(text),
  /** What it asks of a body: a condition that rules this out rules out the transition. */
  load: v.optional(loadTags, {}),
  /** How many steps it counts for, beside ways that pass other places. */
  steps: v.optional(v.pipe(v.number(), v.integer(), v.minValue(1)), 1),
  /** Shorter than the usual way, for those whose spine rolls well. */
  isSkilled: v.optional(v.literal(true)),
});
export type Transition = v.InferOutput<typeof transition>;

export const term = v.strictObject({ id, term: text, plain: text, meaning: text, also: texts });
export type Term = v.InferOutput<typeof term>;

export const repertoire = v.strictObject({
  exercises: v.array(exercise),
  faults: v.array(fault),
  causes: v.array(cause),
  targets: v.array(target),
  stances: v.array(stance),
  schools: v.array(school),
  corrections: v.array(correction),
  props: v.array(prop),
  conditions: v.array(condition),
  stopSigns: v.array(stopSign),
  sequences: v.array(sequence),
  transitions: v.optional(v.array(transition), []),
  glossary: v.array(term),
});
export type Repertoire = v.InferOutput<typeof repertoire>;
