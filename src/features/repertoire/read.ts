import { bodyOf, typicalBody } from '@/core/body/segments';
import * as v from 'valibot';
import { rankCorrections } from '@/core/corrections/rank';
import type { Option } from '@/core/corrections/rank';
import { actingConditions, weighExercise } from '@/core/knowledge/cautions';
import { loadsOf } from '@/core/knowledge/loads';
import type { WeighedExercise } from '@/core/knowledge/cautions';
import type { CautionStanding } from '@/core/knowledge/standings';
import { nameOf as measureName } from '@/core/alignment/words';
import { formsAt } from '@/core/knowledge/forms';
import { conditionsInForce } from '@/core/knowledge/conditions';
import { exercise as exerciseShape } from '@/core/knowledge/entries';
import { entry, faultIds, serves } from '@/core/knowledge/find';
import { correctionKinds } from '@/core/knowledge/kinds';
import type { Correction, Exercise, Fault, Repertoire } from '@/core/knowledge/entries';
import { looksAt } from '@/core/knowledge/looks';
import { differences, stateOf } from '@/core/knowledge/own-entries';
import type { Difference, EditableKind, OwnState } from '@/core/knowledge/own-entries';
import { gateInForce } from '@/core/progression/gate';
import { handLines, legsAt, spotterAt } from '@/core/knowledge/teach';
import { breathInForce, layStances, ownerOf, resolveStances } from '@/core/knowledge/stances';
import type { Layer, StancesInForce } from '@/core/knowledge/stances';
import { ladderLoad } from '@/core/load/ladder';
import type { LadderLoad } from '@/core/load/ladder';
import { dayOf } from '@/data/days';
import { findLoad } from '@/data/stores/summaries';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { findClient, findNames } from '@/data/stores/clients';
import { findRepertoire, findStudio, listOwn } from '@/data/stores/studio';
import type { OwnCard } from '@/data/stores/studio';
import { findEvidence } from '@/data/stores/evidence';
import { actingOn } from '@/data/types';
import type { ClientCard, StudioCard, Who } from '@/data/types';
import { repertoire as shipped } from '@/repertoire';
import { blankExercise, scratch } from './blank';
import type { StartsWith } from './starts-with';
import { figuresAddress } from './figures';
import { withShapes } from '@/core/corrections/evidence';
import { faultAt, fitsSomewhere, setUpAt } from '@/core/knowledge/fits';

export type ClientChoice = { readonly id: string; readonly name: string };

export type BrowseLine = Pick<
  Exercise,
  'id' | 'name' | 'plain' | 'family' | 'position' | 'apparatus' | 'spine' | 'regions'
> & {
  readonly levels: number;
  /** What the easiest level asks, for the filter. */
  readonly startsWith: StartsWith;
  readonly own: OwnState | null;
  /** For the client chosen. */
  readonly weighed: WeighedExercise | null;
};

function startsWith({ position, levels }: Exercise): StartsWith {
  const [first] = levels;
  if (!first) return 'quiet';
  const load = loadsOf(first);
  if (load.weightOn.includes('hands')) return 'hands';
  if (load.headUp) return 'headUp';
  if (load.legs === 'both') return 'bothLegs';
  if (load.legs === 'one') return 'oneLeg';
  return position === 'sitting' || position === 'kneeling' || position === 'standing' ? 'upright' : 'quiet';
}

export type BrowsePage = {
  readonly lines: readonly BrowseLine[];
  readonly clients: readonly ClientChoice[];
  readonly client: ClientChoice | null;
  readonly sequences: Repertoire['sequences'];
  /** Address of the sheet of figures. */
  readonly figures: string;
};

async function choices(who: Who): Promise<ClientChoice[]> {
  return findNames(who);
}

async function chosen(who: Who, clientId: string | undefined): Promise<ClientCard | undefined> {
  if (!clientId) return undefined;
  const found = await findClient(who, clientId);
  return found.ok ? found.value : undefined;
}

/** Every exercise as a line to browse; for a client, how each stands with the cautions on file. */
export async function readBrowse(who: Who, clientId?: string): Promise<BrowsePage> {
  const [repertoire, own, clients, client] = await Promise.all([
    findRepertoire(who),
    listOwn(who),
    choices(who),
    chosen(who, clientId),
  ]);
  const states = new Map(own.filter(({ kind }) => kind === 'exercises').map((one) => [one.id, stateOf(shipped, one)]));
  const acting = client && actingOn(client);
  const lines = repertoire.exercises.map((exercise): BrowseLine => {
    const { id, name, plain, family, position, apparatus, spine, regions, levels } = exercise;
    return {
      id,
      name,
      plain,
      family,
      position,
      apparatus,
      spine,
      regions,
      levels: levels.length,
      startsWith: startsWith(exercise),
      own: states.get(id) ?? null,
      weighed: acting ? weighExercise(repertoire, exercise, acting) : null,
    };
  });
  return {
    lines,
    clients,
    client: client ? { id: client.id, name: client.name } : null,
    sequences: repertoire.sequences,
    figures: figuresAddress(repertoire.exercises),
  };
}

export type StanceRow = {
  readonly id: string;
  readonly name: string;
  readonly about: string;
  readonly choices: readonly {
    readonly id: string;
    readonly name: string;
    readonly why: string;
    readonly say?: string | undefined;
  }[];
  /** Choice of each school, by school id. */
  readonly bySchool: Readonly<Record<string, string>>;
  /** What is in force here, and whose choice it is. */
  readonly here: { readonly choice: string; readonly from: Layer; readonly owner: string };
  /** Set for this exercise alone. */
  readonly forExercise: string | null;
};

export type FaultCard = Pick<Fault, 'id' | 'name' | 'plain' | 'block' | 'seen' | 'why' | 'byEye'> & {
  readonly safety: boolean;
  readonly standAt: Exercise['faults'][number]['standAt'];
  readonly phases: Exercise['faults'][number]['phases'];
  /** What shows it, by name. */
  readonly measures: readonly string[];
  readonly causes: readonly { readonly name: string; readonly look: string; readonly ifSo: string }[];
  /** In order of intrusion, or as they rank for the client. */
  readonly corrections: readonly (Pick<Correction, 'id' | 'kind' | 'say' | 'because'> & {
    readonly prop: string | null;
    readonly why: string | null;
  })[];
  readonly excluded: readonly { readonly say: string; readonly why: string }[];
};

/** Another way of doing a level; for a client, how it stands. */
export type FormLine = {
  readonly name: string;
  readonly change: string;
  readonly prop: string | null;
  readonly standing: CautionStanding;
  readonly why: string | null;
};

export type TaughtAt = {
  readonly setUp: Exercise['setUp'];
  readonly hands: string;
  readonly spotter: string | undefined;
  /** How legs and feet lie, in the school's words. */
  readonly legs: string;
};

export type ExercisePage = {
  readonly exercise: Exercise;
  readonly own: OwnState | null;
  readonly changes: readonly Difference[];
  readonly ladder: LadderLoad | null;
  /** Highest demand of the legs that this client holds, %; null where nobody is chosen or nothing is known. */
  readonly heldPct: number | null;
  readonly stances: readonly StanceRow[];
  readonly schools: readonly { readonly id: string; readonly name: string }[];
  readonly inForce: {
    readonly school: string;
    readonly gate: ReturnType<typeof gateInForce>;
    readonly breath: string;
  };
  readonly faults: readonly FaultCard[];
  readonly first: readonly { readonly say: string; readonly because: string; readonly kind: Correction['kind'] }[];
  readonly prepares: readonly ClientChoice[];
  readonly follows: readonly ClientChoice[];
  readonly clients: readonly ClientChoice[];
  readonly client: ClientChoice | null;
  readonly weighed: WeighedExercise | null;
  /** Other ways of doing each level, by its number. */
  readonly forms: Readonly<Record<number, readonly FormLine[]>>;
  /** By level: what its poses make of the exercise's own words. */
  readonly atLevel: Readonly<Record<number, TaughtAt>>;
  readonly looks: readonly string[];
  readonly mayChange: boolean;
};

function faultCard(
  repertoire: Repertoire,
  exercise: Exercise,
  { fault: id, standAt, phases }: Exercise['faults'][number],
  ranked: { options: readonly Option[]; excluded: readonly { correction: string; why: string }[] } | undefined,
  unsafe: ReadonlySet<string>,
): FaultCard {
  const { name, plain, block, seen, why, byEye, safety, shownBy, causes } = faultAt(repertoire, exercise, id);
  const all = repertoire.corrections.filter((one) => serves(one, exercise, id) && fitsSomewhere(one, exercise.levels));
  const fits = new Set(all.map((one) => one.id));
  const cardOf = (one: Correction, because: string | null) => ({
    id: one.id,
    kind: one.kind,
    say: one.say,
    because: one.because,
    prop: one.prop ? entry(repertoire.props, one.prop).name : null,
    why: because,
  });
  const inOrder = [...all].sort((a, b) => {
    const [i, j] = [exercise.corrections.indexOf(a.id), exercise.corrections.indexOf(b.id)];
    if (i >= 0 || j >= 0) return (i < 0 ? 99 : i) - (j < 0 ? 99 : j);
    return correctionKinds.indexOf(a.kind) - correctionKinds.indexOf(b.kind) || b.prior - a.prior;
  });
  return {
    id,
    name,
    plain,
    block,
    seen,
    why,
    ...(byEye ? { byEye } : {}),
    safety: safety || unsafe.has(id),
    standAt,
    phases,
    measures: shownBy.map(({ measure }) => measureName(measure)),
    causes: causes.slice(0, 3).map((cause) => {
      const { name: causeName, tell: next } = entry(repertoire.causes, cause);
      return { name: causeName, ...next };
    }),
    corrections: ranked
      ? ranked.options
          .map(({ correction, why: because }) => cardOf(entry(repertoire.corrections, correction), because))
          .filter(({ id: one }) => fits.has(one))
      : inOrder.map((one) => cardOf(one, null)),
    excluded: (ranked?.excluded ?? []).map(({ correction, why: because }) => ({
      say: entry(repertoire.corrections, correction).say,
      why: because,
    })),
  };
}

/** What an exercise's page reads of the studio, and of the client it is shown for. */
type ExerciseContext = {
  readonly repertoire: Repertoire;
  readonly studio: StudioCard;
  readonly exercise: Exercise;
  readonly client: ClientCard | undefined;
};

/** Every watched fault with what to try, best first for the client. */
async function faultCards(who: Who, { repertoire, studio, exercise, client }: ExerciseContext): Promise<FaultCard[]> {
  if (!client) return exercise.faults.map((watched) => faultCard(repertoire, exercise, watched, undefined, new Set()));
  const evidence = await findEvidence(who, [client.id], faultIds(exercise));
  const acting = actingConditions(repertoire, client.conditions);
  const unsafe = new Set(acting.flatMap(({ condition }) => condition.safetyFaults));
  const context = {
    exercise: exercise.id,
    history: [],
    known: {
      client: withShapes(repertoire.exercises, evidence.of(client.id)),
      studio: withShapes(repertoire.exercises, evidence.studio),
    },
    conditions: conditionsInForce(client.conditions),
    props: studio.room.props,
    touchConsent: client.touchConsent,
  };
  return exercise.faults.map((watched) => {
    const ranked = rankCorrections(repertoire, { ...context, fault: watched.fault });
    return faultCard(repertoire, exercise, watched, ranked, unsafe);
  });
}

/** Points on which schools differ here, with what is in force. */
function stancePoints({ repertoire, studio, exercise }: ExerciseContext, { school, choices }: StancesInForce) {
  const forExercise = studio.exerciseStances[exercise.id] ?? {};
  const bears = (stance: string) =>
    exercise.stances.includes(stance) || exercise.breath.some(({ when }) => when?.stance === stance);
  return repertoire.stances
    .filter(({ id }) => bears(id))
    .map(({ id: stance, name, about, choices: offered }) => {
      const here = choices[stance] ?? { choice: offered[0]?.id ?? '', from: 'school' as const };
      return {
        id: stance,
        name,
        about,
        choices: offered.map(({ id, name: choiceName, why, say }) => ({ id, name: choiceName, why, say })),
        bySchool: Object.fromEntries(repertoire.schools.map((one) => [one.id, one.stances[stance] ?? ''])),
        here: { ...here, owner: ownerOf(here.from, school) },
        forExercise: forExercise[stance] ?? null,
      };
    });
}

/** The ladder's load for the client's body, with what she holds. */
async function ladderOf(who: Who, { repertoire, exercise, client }: ExerciseContext) {
  const held = client ? ((await findLoad(who, repertoire, client)).capacity?.pct ?? null) : null;
  const ladder = ladderLoad(client ? bodyOf(client) : typicalBody, exercise, held);
  return { ladder: ladder ?? null, heldPct: ladder?.kind === 'legs' ? held : null };
}

/** Other ways of doing each level, as they stand for the client. */
function formLines({ repertoire, exercise, client }: ExerciseContext): ExercisePage['forms'] {
  const acting = client ? actingOn(client) : { conditions: [] };
  return Object.fromEntries(
    exercise.levels.map(({ number }) => [
      number,
      formsAt(repertoire, exercise, number, acting).map(
        ({ form: { name, change, prop }, weighed: { standing, reasons } }): FormLine => ({
          ...{ name, change, standing },
          prop: prop ? entry(repertoire.props, prop).name : null,
          why: standing === 'fine' ? null : (reasons[0]?.why ?? null),
        }),
      ),
    ]),
  );
}

/** One exercise as a person could teach from it; for a client, with the cautions and what worked. */
export async function readExercise(who: Who, id: string, clientId?: string): Promise<Result<ExercisePage>> {
  const [repertoire, own, studio, clients, client] = await Promise.all([
    findRepertoire(who),
    listOwn(who),
    findStudio(who),
    choices(who),
    chosen(who, clientId),
  ]);
  const exercise = repertoire.exercises.find((one) => one.id === id);
  if (!exercise) return failure('notFound', 'There is no such exercise.', 'id');
  const context: ExerciseContext = { repertoire, studio, exercise, client };
  const mine = own.find((one) => one.kind === 'exercises' && one.id === id);
  const forExercise = studio.exerciseStances[id] ?? {};
  const laid = layStances({ studio, ...(client ? { client } : {}), exercise: forExercise });
  const stances = resolveStances(repertoire, laid.school, laid.stances, laid.from);
  if (!stances.ok) return stances;
  const { school } = stances.value;
  const named = (ids: readonly string[]) =>
    ids.map((one) => ({ id: one, name: entry(repertoire.exercises, one).name }));
  const [ladder, faults] = await Promise.all([ladderOf(who, context), faultCards(who, context)]);
  return success({
    exercise,
    own: mine ? stateOf(shipped, mine) : null,
    changes: mine?.base ? differences(mine.base, mine.entry) : [],
    ...ladder,
    stances: stancePoints(context, stances.value),
    schools: repertoire.schools.map(({ id: one, name }) => ({ id: one, name })),
    inForce: {
      school: school.name,
      gate: gateInForce(repertoire, exercise, undefined, school, client ? conditionsInForce(client.conditions) : []),
      breath: breathInForce(exercise, stances.value).pattern,
    },
    faults,
    first: exercise.corrections.map((one) => {
      const { say, because, kind } = entry(repertoire.corrections, one);
      return { say, because, kind };
    }),
    prepares: named(exercise.prepares),
    follows: named(exercise.follows),
    clients,
    client: client ? { id: client.id, name: client.name } : null,
    weighed: client ? weighExercise(repertoire, exercise, actingOn(client)) : null,
    forms: formLines(context),
    atLevel: Object.fromEntries(
      exercise.levels.map((level): [number, TaughtAt] => [
        level.number,
        {
          setUp: setUpAt(exercise, level.number),
          hands: handLines(exercise, level).join(' '),
          spotter: spotterAt(exercise, level),
          legs: legsAt(repertoire, exercise, level, stances.value).join(' '),
        },
      ]),
    ),
    looks: looksAt(exercise).map(({ view }) => view),
    mayChange: who.role === 'lead',
  });
}

export type EntryLine = {
  readonly kind: EditableKind;
  readonly id: string;
  readonly name: string;
  readonly plain: string;
  readonly own: OwnState | null;
};

const nameOf = (one: { readonly id: string; readonly name?: string; readonly say?: string }): string =>
  one.name ?? one.say ?? one.id;

/** Every entry that a studio may write its own version of. */
export async function readEntries(who: Who): Promise<EntryLine[]> {
  const [repertoire, own] = await Promise.all([findRepertoire(who), listOwn(who)]);
  const state = (kind: EditableKind, id: string): OwnState | null => {
    const mine = own.find((one) => one.kind === kind && one.id === id);
    return mine ? stateOf(shipped, mine) : null;
  };
  return [
    ...repertoire.exercises.map(({ id, name, plain }) => ({ kind: 'exercises' as const, id, name, plain })),
    ...repertoire.faults.map(({ id, name, plain }) => ({ kind: 'faults' as const, id, name, plain })),
    ...repertoire.corrections.map((one) => ({
      kind: 'corrections' as const,
      id: one.id,
      name: nameOf(one),
      plain: one.because,
    })),
    ...repertoire.props.map(({ id, name, placement }) => ({ kind: 'props' as const, id, name, plain: placement })),
    ...repertoire.sequences.map(({ id, name, about }) => ({ kind: 'sequences' as const, id, name, plain: about })),
  ].map((line) => ({ ...line, own: state(line.kind, line.id) }));
}

export type EditorPage = {
  readonly kind: EditableKind;
  readonly id: string;
  readonly name: string;
  readonly entry: unknown;
  /** The shipped entry, when there is one. */
  readonly shipped: unknown;
  readonly state: OwnState | null;
  readonly changes: readonly Difference[];
  /** What an upgrade has changed since this version was made. */
  readonly upgrade: readonly Difference[];
  readonly changedBy: string | null;
  /** Version of the studio's own entry; null while it has none. */
  readonly revision: number | null;
  readonly faults: readonly { readonly id: string; readonly name: string }[];
  readonly props: readonly { readonly id: string; readonly name: string }[];
  readonly stances: readonly { readonly id: string; readonly name: string }[];
};

type Entry = Parameters<typeof nameOf>[0];

/** Where an entry in the editor begins: as it stands, as a copy of another, or from scratch; absent where there is none. */
function beginning(repertoire: Repertoire, kind: EditableKind, id: string, from: string | undefined) {
  if (from === scratch && kind === 'exercises') {
    const blank = v.parse(exerciseShape, blankExercise);
    return { name: blank.name, entry: blank };
  }
  const found: Entry | undefined = repertoire[kind].find((one) => one.id === (from ?? id));
  if (!found) return undefined;
  if (!from) return { name: nameOf(found), entry: found };
  return {
    name: `Copy of ${nameOf(found)}`,
    entry: copyOf(found, new Set(repertoire[kind].map((one) => one.id))),
  };
}

/** How the studio's own version stands to the shipped one. */
function ownVersion(mine: OwnCard | undefined, now: unknown, day: (date: Date) => string) {
  if (!mine) return { state: null, changes: [], upgrade: [], changedBy: null, revision: null };
  return {
    state: stateOf(shipped, mine),
    changes: now ? differences(now, mine.entry) : [],
    upgrade: now && mine.base ? differences(mine.base, now) : [],
    changedBy: `${mine.changedBy}, ${day(mine.changedAt)}`,
    revision: mine.revision,
  };
}

/** An entry to edit; `from`: a new one that begins as a copy of another. */
export async function readEditor(who: Who, kind: EditableKind, id: string, from?: string): Promise<Result<EditorPage>> {
  const [repertoire, own, { timeZone }] = await Promise.all([findRepertoire(who), listOwn(who), findStudio(who)]);
  const begun = beginning(repertoire, kind, id, from);
  if (!begun) return failure('notFound', 'There is no such entry.', 'id');
  const mine = from ? undefined : own.find((one) => one.kind === kind && one.id === id);
  const now = from ? undefined : shipped[kind].find((one) => one.id === id);
  return success({
    kind,
    id,
    ...begun,
    shipped: now ?? null,
    ...ownVersion(mine, now, (at) => dayOf(timeZone, at)),
    faults: repertoire.faults.map(({ id: fault, plain }) => ({ id: fault, name: plain })),
    props: repertoire.props.map(({ id: prop, name }) => ({ id: prop, name })),
    stances: repertoire.stances.map(({ id: stance, name }) => ({ id: stance, name })),
  });
}

/** A copy under an id that is not taken yet. */
function copyOf(found: { readonly id: string }, taken: ReadonlySet<string>): unknown {
  let id = `${found.id}Own`;
  for (let i = 2; taken.has(id); i += 1) id = `${found.id}Own${i}`;
  return 'name' in found ? { ...found, id, name: `${String(found.name)}, own` } : { ...found, id };
}
