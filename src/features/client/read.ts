import { datesIn, todayIn } from '@/data/days';
import { bodyOf } from '@/core/body/segments';
import { totalsOf } from '@/core/corrections/evidence';
import type { Evidence } from '@/core/corrections/evidence';
import { ladderLoad } from '@/core/load/ladder';
import type { LadderLoad } from '@/core/load/ladder';
import type { KeptReading } from '@/core/knowledge/kept';
import { positions } from '@/core/anatomy/positions';
import type { Position, View } from '@/core/anatomy/positions';
import type { Role } from '@/core/alignment/look-values';
import { formatMeasure, nameOf } from '@/core/alignment/words';
import type { Marks } from '@/core/anatomy/marks';
import { ownNeutral } from '@/core/alignment/own-neutral';
import { ownNeutralMeasures } from '@/core/alignment/rules';
import type { OwnNeutral } from '@/core/alignment/own-neutral';
import { weighExercise, weighLevel } from '@/core/knowledge/cautions';
import type { WeighedExercise } from '@/core/knowledge/cautions';
import type { CautionStanding } from '@/core/knowledge/standings';
import { intakeHolds } from '@/core/knowledge/caution-forms';
import { cautionsOf, conditionsInForce } from '@/core/knowledge/conditions';
import type { Caution } from '@/core/knowledge/conditions';
import type { Block } from '@/core/anatomy/blocks';
import {
  conditionOfRule,
  correctionWords,
  exerciseName,
  faultWords,
  schoolName,
  signName,
} from '@/core/knowledge/names';
import type { Repertoire } from '@/core/knowledge/entries';
import { sliceOf } from '@/core/knowledge/slice';
import type { Result } from '@/core/result';
import { success } from '@/core/result';
import { massText, statureText } from '@/core/units';
import type { Units } from '@/core/units';
import { clientsPerPage, findClient, listClients } from '@/data/stores/clients';
import { findRepertoire, findStudio } from '@/data/stores/studio';
import { listStops } from '@/data/stores/cautions';
import { actingOn } from '@/data/types';
import { pageOfSessions, sessionsPerPage } from '@/data/stores/floor';
import { levelText } from '@/core/load/rungs';
import { findEvidence } from '@/data/stores/evidence';
import { findLoad, findSummary, newestOfEach } from '@/data/stores/summaries';
import { keptFilmsOf } from '@/data/stores/kept-films';
import { listDosesOf, listLooks, listResults, listSteps, looksPerPage } from '@/data/stores/looks';
import type { ClientCard, DoseCard, LookCard, StudioCard, Who } from '@/data/types';
import { toTyped } from './form';
import { readProgress } from './progress';
import type { Progress } from './progress';
import type { LoadPage } from './window';
import type { TypedClient } from './form';

export type ClientLine = {
  readonly id: string;
  readonly name: string;
  readonly goal: string;
  readonly cautions: readonly Caution[];
};
export type ClientsPage = {
  readonly lines: readonly ClientLine[];
  readonly total: number;
  readonly search: string;
  readonly page: number;
  readonly pages: number;
};

export async function readClients(who: Who, search: string, page: number): Promise<ClientsPage> {
  const [{ clients, total }, repertoire] = await Promise.all([listClients(who, { search, page }), findRepertoire(who)]);
  const lines = clients.map(({ id, name, goal, conditions }) => ({
    id,
    name,
    goal,
    cautions: cautionsOf(repertoire, conditions),
  }));
  return { lines, total, search, page, pages: Math.max(1, Math.ceil(total / clientsPerPage)) };
}

export type LadderLine = {
  readonly exercise: string;
  readonly ladder: LadderLoad | null;
  readonly level: number | null;
  /** Half-way to the next level. */
  readonly half: boolean;
  /** Why it was decided so, the last time it was on the Floor. */
  readonly why: string | null;
  readonly since: string | null;
  readonly steps: readonly { readonly level: number; readonly date: string }[];
  readonly weighed: WeighedExercise;
};
export type KeptPicture = {
  readonly id: string;
  readonly title: string;
  readonly originalWidth: number;
  readonly originalHeight: number;
  readonly marks: Marks;
};
export type LookLine = {
  readonly id: string;
  readonly date: string;
  readonly isKept: boolean;
  readonly exercise: string;
  readonly level: number;
  readonly headEnd: 'left' | 'right';
  readonly school: string;
  readonly instructor: string;
  readonly result: KeptReading | null;
  /** The exercise as it is called, or was then. */
  readonly name: string;
  /** What was tried, as it is said. */
  readonly tried: string | null;
  /** Tried before it in the same look, each with its own retest. */
  readonly before: readonly { readonly say: string; readonly verdict: 'better' | 'same' | 'worse' }[];
  /** Faults that were found, in plain words, with their block where it is known. */
  readonly faults: Readonly<Record<string, { readonly plain: string; readonly block: Block | null }>>;
  /** Of each moment, one side: the first that the exercise is looked at from. */
  readonly pictures: Readonly<Partial<Record<Role, KeptPicture & { readonly view: View }>>>;
  readonly more: number;
  readonly dose: DoseCard | null;
  /** Films of it that are kept themselves. */
  readonly films: readonly { readonly id: string; readonly name: string; readonly until: string }[];
};
export type WhatHelped = {
  readonly correction: string;
  readonly fault: string;
  /** As it is said, and the fault in plain words. */
  readonly say: string;
  readonly plain: string;
  readonly better: number;
  readonly tried: number;
};

/** Own neutral in one position: the mean of the newest set-ups, and each of them. */
export type NeutralLine = {
  readonly position: Position;
  readonly measure: string;
  readonly own: OwnNeutral;
  /** As the page says it: with its unit, its error, and what is measured. */
  readonly said: Said & { readonly name: string };
  readonly history: readonly (Said & { readonly date: string })[];
};

type Said = { readonly value: string; readonly error: string };

/** What a client's page is made of: each is read when it is opened. */
export const clientParts = ['now', 'ladders', 'window', 'course', 'looks'] as const;
export type ClientPart = (typeof clientParts)[number];

/** Where she stands in an exercise, in a line. */
export type StandingLine = {
  readonly exercise: string;
  readonly name: string;
  readonly levelText: string;
  readonly levels: number;
  readonly levelName: string;
  readonly why: string | null;
  readonly standing: CautionStanding;
};

export type Shown =
  | {
      readonly part: 'now';
      readonly lines: readonly StandingLine[];
      readonly capacityPct: number | null;
      readonly lastTime: { readonly on: string; readonly points: readonly string[] } | null;
      readonly neutrals: readonly NeutralLine[];
      readonly helped: readonly WhatHelped[];
      readonly open: readonly { readonly id: string; readonly name: string; readonly standing: CautionStanding }[];
      readonly overrules: readonly {
        readonly id: string;
        readonly what: string;
        readonly against: string;
        readonly reason: string;
        readonly by: string;
        readonly on: string;
      }[];
      readonly intake: { readonly signedName: string; readonly on: string; readonly holds: boolean } | null;
    }
  | { readonly part: 'ladders'; readonly standings: readonly LadderLine[]; readonly capacityPct: number | null }
  | { readonly part: 'window'; readonly load: LoadPage }
  | { readonly part: 'course'; readonly progress: Progress; readonly page: number; readonly pages: number }
  | {
      readonly part: 'looks';
      readonly looks: readonly LookLine[];
      readonly total: number;
      readonly page: number;
      readonly pages: number;
    };

export type ClientPage = {
  readonly client: ClientCard;
  readonly facts: string;
  readonly school: { readonly name: string; readonly isOwn: boolean };
  readonly cautions: readonly Caution[];
  /** As much of the repertoire as the part shown needs. */
  readonly repertoire: Repertoire;
  readonly stopSigns: Repertoire['stopSigns'];
  readonly stops: readonly {
    readonly id: string;
    readonly sign: string;
    readonly seen: string;
    readonly madeBy: string;
    readonly on: string;
    readonly clearedOn: string | null;
    readonly clearedBy: string | null;
  }[];
  readonly changedStances: number;
  /** In the studio's time zone, as 2026-03-01. */
  readonly today: string;
  readonly shown: Shown;
};

/** The first ladders of the repertoire always stand on the page; others join once the client is on them. */
const firstLadders = 2;

type Context = {
  readonly who: Who;
  readonly client: ClientCard;
  readonly repertoire: Repertoire;
  readonly studio: StudioCard;
  readonly dayText: (date: Date) => string;
  readonly shortDay: (day: string) => string;
};

async function readNow({ who, client, repertoire, studio, dayText, shortDay }: Context): Promise<Shown> {
  const [summary, evidence] = await Promise.all([findSummary(who, repertoire, client), findEvidence(who, [client.id])]);
  const acting = actingOn(client);
  const now = todayIn(studio.timeZone);
  return {
    part: 'now',
    lines: summary.standings.flatMap(({ exercise: id, level }): StandingLine[] => {
      const exercise = repertoire.exercises.find((one) => one.id === id);
      const rung = exercise?.levels.find(({ number }) => number === Math.floor(level));
      if (!exercise || !rung) return [];
      return [
        {
          exercise: id,
          name: exercise.name,
          levelText: levelText(level),
          levels: exercise.levels.length,
          levelName: rung.name,
          why: summary.why[id] ?? null,
          standing: weighLevel(repertoire, exercise, rung, acting).standing,
        },
      ];
    }),
    capacityPct: summary.load.capacity?.pct ?? null,
    lastTime: summary.lastSession && {
      on: shortDay(summary.lastSession.day),
      points: summary.lastSession.points,
    },
    neutrals: await readNeutrals(who, repertoire, client.id, dayText),
    helped: whatHelped(repertoire, evidence.of(client.id)),
    open: repertoire.exercises.map((exercise) => ({
      id: exercise.id,
      name: exercise.name,
      standing: weighExercise(repertoire, exercise, acting).standing,
    })),
    overrules: client.overrules.map(({ id, exercise, level, rule, reason, madeBy, madeAt }) => ({
      id,
      what: `${exerciseName(repertoire, exercise)}${level === null ? '' : `, level ${level}`}`,
      against: conditionOfRule(repertoire, rule),
      reason,
      by: madeBy,
      on: dayText(madeAt),
    })),
    intake: client.intake && {
      signedName: client.intake.signedName,
      on: shortDay(client.intake.signedOn),
      holds: intakeHolds(client.intake.signedOn, now),
    },
  };
}

async function readLadders({ who, client, repertoire, dayText }: Context): Promise<Shown> {
  const [{ load, standings, why }, steps] = await Promise.all([
    findSummary(who, repertoire, client),
    listSteps(who, client.id),
  ]);
  const acting = actingOn(client);
  const body = bodyOf(client);
  const shown = repertoire.exercises.filter(
    ({ id }, i) => i < firstLadders || standings.some(({ exercise }) => exercise === id),
  );
  return {
    part: 'ladders',
    capacityPct: load.capacity?.pct ?? null,
    standings: shown.map((exercise): LadderLine => {
      const { id } = exercise;
      const own = standings.find((one) => one.exercise === id);
      const level = own ? Math.floor(own.level) : null;
      const reached = steps.filter((one) => one.exercise === id);
      const since = reached.find((one) => one.level === level)?.since;
      return {
        exercise: id,
        ladder: ladderLoad(body, exercise, load.capacity?.pct) ?? null,
        level,
        half: own ? !Number.isInteger(own.level) : false,
        why: why[id] ?? null,
        since: since ? dayText(since) : null,
        steps: reached.map(({ level: at, first }) => ({ level: at, date: dayText(first) })),
        weighed: weighExercise(repertoire, exercise, acting),
      };
    }),
  };
}

async function readCourse({ who, client, repertoire, studio, dayText }: Context, page: number): Promise<Shown> {
  const [{ sessions, total }, results] = await Promise.all([
    pageOfSessions(who, client.id, page),
    listResults(who, client.id, newestOfEach),
  ]);
  const school = client.school ?? studio.school;
  const conditions = conditionsInForce(client.conditions);
  return {
    part: 'course',
    progress: readProgress({ repertoire, sessions, results, school, conditions, dayText }),
    page,
    pages: Math.max(1, Math.ceil(total / sessionsPerPage)),
  };
}

const filmNames: Readonly<Record<string, string>> = { baseline: 'the set', retest: 'the retest' };

async function readLooks({ who, client, repertoire, dayText }: Context, page: number): Promise<Shown> {
  const { looks, total } = await listLooks(who, client.id, page);
  const ids = looks.map(({ id }) => id);
  const [doses, films] = await Promise.all([listDosesOf(who, ids), keptFilmsOf(who, ids)]);
  const filmsIn = (id: string) =>
    (films.get(id) ?? []).map((film) => ({
      id: film.id,
      name: filmNames[film.role] ?? 'an earlier retest',
      until: dayText(new Date(film.goesAt)),
    }));
  return {
    part: 'looks',
    looks: looks.map((look) => ({ ...lineOf(repertoire, look, doses, dayText), films: filmsIn(look.id) })),
    total,
    page,
    pages: Math.max(1, Math.ceil(total / looksPerPage)),
  };
}

async function readPart(context: Context, part: ClientPart, page: number): Promise<Shown> {
  const { who, client, repertoire } = context;
  switch (part) {
    case 'now':
      return readNow(context);
    case 'ladders':
      return readLadders(context);
    case 'window': {
      const load = await findLoad(who, repertoire, client);
      const isTypical = client.heightM === null || client.massKg === null;
      return { part: 'window', load: { body: bodyOf(client), isTypical, load, clientId: client.id } };
    }
    case 'course':
      return readCourse(context, page);
    case 'looks':
      return readLooks(context, page);
  }
}

/** Per correction and fault: how often it helped her. Most helpful first. */
export const whatHelped = (repertoire: Repertoire, counted: readonly Evidence[]): WhatHelped[] =>
  totalsOf(counted)
    .map(({ correction, fault, helped, tried }) => ({
      correction,
      fault,
      say: correctionWords(repertoire, correction),
      plain: faultWords(repertoire, fault),
      better: helped,
      tried,
    }))
    .sort((a, b) => b.better / b.tried - a.better / a.tried || b.tried - a.tried);

function lineOf(
  repertoire: Repertoire,
  look: LookCard,
  doses: readonly DoseCard[],
  dayText: (date: Date) => string,
): Omit<LookLine, 'films'> {
  const { id, exercise, level, headEnd, instructor, result, correction, keptAt, startedAt } = look;
  const views = (repertoire.exercises.find((one) => one.id === exercise)?.looks ?? []).map(({ view }) => view);
  return {
    id,
    exercise,
    level,
    headEnd,
    instructor,
    result,
    isKept: keptAt !== null,
    date: dayText(keptAt ?? startedAt),
    school: schoolName(repertoire, look.school),
    name: exerciseName(repertoire, exercise, result?.words),
    tried: correction && correctionWords(repertoire, correction, result?.words),
    before: look.tried
      .filter(({ triedAt }) => !keptAt || triedAt < keptAt) // the one that it closed with stands by itself
      .map((one) => ({ say: correctionWords(repertoire, one.correction, result?.words), verdict: one.verdict })),
    faults: Object.fromEntries(
      (result ? [...result.baseline, ...result.back, ...result.retest, ...result.seen] : []).map(({ fault }) => [
        fault,
        {
          plain: faultWords(repertoire, fault, result?.words),
          block: repertoire.faults.find((one) => one.id === fault)?.block ?? null,
        },
      ]),
    ),
    pictures: Object.fromEntries(
      [...look.pictures]
        .sort((a, b) => views.indexOf(b.view) - views.indexOf(a.view))
        .map(({ role, setting: _, ...picture }) => [role, picture]),
    ),
    more: look.pictures.length - new Set(look.pictures.map(({ role }) => role)).size,
    dose: doses.find(({ lookId }) => lookId === id) ?? null,
  };
}

/** Own neutral with its history, for every position and way of measuring that has any. */
async function readNeutrals(
  who: Who,
  repertoire: Repertoire,
  clientId: string,
  dayText: (date: Date) => string,
): Promise<NeutralLine[]> {
  const lines: NeutralLine[] = [];
  const results = await listResults(who, clientId, newestOfEach);
  for (const position of positions) {
    const exercises = new Set(repertoire.exercises.filter((one) => one.position === position).map(({ id }) => id));
    const history = results
      .filter(({ exercise }) => exercises.has(exercise))
      .map(({ on, result }) => ({ on, neutral: result.neutral }));
    for (const measure of ownNeutralMeasures) {
      const say = ({ value, se }: { readonly value: number; readonly se: number }): Said => ({
        value: formatMeasure(measure, value),
        error: formatMeasure(measure, se, 'error'),
      });
      const dated = history.flatMap(({ on, neutral }) => {
        const kept = neutral[measure];
        return kept && kept.se !== null ? [{ on, value: kept.value, se: kept.se }] : [];
      });
      const own = ownNeutral(dated.map(({ on, ...one }) => ({ ...one, on: on.toISOString() })));
      if (own)
        lines.push({
          position,
          measure,
          own,
          said: { ...say(own), name: nameOf(measure) },
          history: dated.map(({ on, ...one }) => ({ date: dayText(on), ...say(one) })).reverse(),
        });
    }
  }
  return lines;
}

function factsOf({ birthYear, heightM, massKg }: ClientCard, units: Units): string {
  return [birthYear && `born ${birthYear}`, heightM && statureText(units, heightM), massKg && massText(units, massKg)]
    .filter(Boolean)
    .join(' · ');
}

/** One part of a client's page, under what always stands on it. */
export async function readClient(
  who: Who,
  id: string,
  part: ClientPart,
  page: number,
  locale: string,
): Promise<Result<ClientPage>> {
  const found = await findClient(who, id);
  if (!found.ok) return found;
  const client = found.value;
  const [repertoire, studio, stops] = await Promise.all([findRepertoire(who), findStudio(who), listStops(who, id)]);
  const { timeZone } = studio;
  const { short: dayText, shortDay } = datesIn(locale, timeZone);
  const shown = await readPart({ who, client, repertoire, studio, dayText, shortDay }, part, page);
  const ladders = shown.part === 'ladders' ? shown.standings.map(({ exercise }) => exercise) : [];
  return success({
    client,
    facts: factsOf(client, studio.units),
    school: { name: schoolName(repertoire, client.school ?? studio.school), isOwn: client.school !== null },
    cautions: cautionsOf(repertoire, client.conditions, shortDay),
    repertoire: sliceOf(repertoire, ladders, { namesOnly: true }),
    stopSigns: repertoire.stopSigns,
    stops: stops.map(({ sign, madeAt, ...stop }) => ({
      ...stop,
      sign: signName(repertoire, sign),
      on: dayText(madeAt),
    })),
    changedStances: Object.keys(client.stances).length,
    today: todayIn(timeZone),
    shown,
  });
}

/** A client as the form shows her. */
export async function readClientForm(who: Who, id: string): Promise<Result<TypedClient>> {
  const found = await findClient(who, id);
  return found.ok ? success(toTyped(found.value)) : found;
}
