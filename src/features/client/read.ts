import { today } from '@internationalized/date';
import { bodyOf } from '@/core/body/segments';
import type { Evidence } from '@/core/corrections/rank';
import { ladderLoad } from '@/core/load/ladder';
import type { LadderLoad } from '@/core/load/ladder';
import type { KeptReading } from '@/core/alignment/kept';
import { positions } from '@/core/alignment/input';
import type { Position, View } from '@/core/alignment/input';
import type { Marks, Role } from '@/core/alignment/look';
import { ownNeutral } from '@/core/alignment/own-neutral';
import type { OwnNeutral } from '@/core/alignment/own-neutral';
import { weighExercise } from '@/core/knowledge/cautions';
import type { CautionStanding, WeighedExercise } from '@/core/knowledge/cautions';
import { intakeHolds } from '@/core/knowledge/caution-forms';
import { cautionsOf, conditionsInForce } from '@/core/knowledge/conditions';
import type { Caution } from '@/core/knowledge/conditions';
import type { Block } from '@/core/knowledge/kinds';
import { correctionWords, exerciseName, faultWords, schoolName } from '@/core/knowledge/names';
import type { Exercise, Repertoire } from '@/core/knowledge/entries';
import { sliceOf } from '@/core/knowledge/slice';
import type { Result } from '@/core/result';
import { success } from '@/core/result';
import { clientsPerPage, findClient, listClients } from '@/data/stores/clients';
import { findStudio } from '@/data/stores/studio';
import { listStops } from '@/data/stores/cautions';
import { findRepertoire } from '@/data/stores/studio';
import { actingOn } from '@/data/types';
import { listSessions } from '@/data/stores/floor';
import { findEvidence } from '@/data/stores/evidence';
import { findSummary, newestOfEach } from '@/data/stores/summaries';
import { listDoses, listLooks, listNeutrals, listResults, looksPerPage } from '@/data/stores/looks';
import type { ClientCard, DoseCard, LookCard, Who } from '@/data/types';
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

export type Standing = {
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
  /** Faults that were found, in plain words, with their block where it is known. */
  readonly faults: Readonly<Record<string, { readonly plain: string; readonly block: Block | null }>>;
  /** Of each moment, one side: the first that the exercise is looked at from. */
  readonly pictures: Readonly<Partial<Record<Role, KeptPicture & { readonly view: View }>>>;
  readonly more: number;
  readonly dose: DoseCard | null;
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
  readonly history: readonly { readonly date: string; readonly value: number; readonly se: number }[];
};

export type ClientPage = {
  readonly client: ClientCard;
  readonly facts: string;
  readonly school: { readonly name: string; readonly isOwn: boolean };
  readonly cautions: readonly Caution[];
  readonly neutrals: readonly NeutralLine[];
  readonly standings: readonly Standing[];
  /** How far this person goes. */
  readonly load: LoadPage;
  readonly repertoire: Repertoire;
  /** How every exercise stands for this client. */
  readonly open: readonly { readonly id: string; readonly name: string; readonly standing: CautionStanding }[];
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
  readonly overrules: readonly {
    readonly id: string;
    readonly what: string;
    readonly against: string;
    readonly reason: string;
    readonly by: string;
    readonly on: string;
  }[];
  readonly intake: { readonly signedName: string; readonly on: string; readonly holds: boolean } | null;
  readonly changedStances: number;
  readonly progress: Progress;
  readonly helped: readonly WhatHelped[];
  readonly looks: readonly LookLine[];
  readonly total: number;
  readonly page: number;
  readonly pages: number;
};

/** The first ladders of the repertoire always stand on the page; others join once the client is on them. */
const firstLadders = 2;

function standingsOf(
  repertoire: Repertoire,
  weigh: (exercise: string) => WeighedExercise,
  doses: readonly DoseCard[],
  reasons: (exercise: string) => string | null,
  ladder: (exercise: Exercise) => LadderLoad | null,
  tell: (date: Date) => string,
): Standing[] {
  const shown = repertoire.exercises.filter(
    ({ id }, i) => i < firstLadders || doses.some((dose) => dose.exercise === id),
  );
  return shown.map((whole) => {
    const exercise = whole.id;
    const own = doses.filter((dose) => dose.exercise === exercise); // newest first
    const steps = own.map(({ level, createdAt }) => ({ level, date: tell(createdAt) })).reverse();
    const left = own.findIndex(({ level }) => level !== own[0]?.level); // the newest dose at another level
    const first = own[(left < 0 ? own.length : left) - 1];
    return {
      exercise,
      ladder: ladder(whole),
      level: own[0]?.level ?? null,
      half: own[0]?.half ?? false,
      why: reasons(exercise),
      since: first ? tell(first.createdAt) : null,
      steps,
      weighed: weigh(exercise),
    };
  });
}

/** Per correction and fault: how often it helped her. Most helpful first. */
export const whatHelped = (repertoire: Repertoire, counted: readonly Evidence[]): WhatHelped[] =>
  counted
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
  tell: (date: Date) => string,
): LookLine {
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
    date: tell(keptAt ?? startedAt),
    school: schoolName(repertoire, look.school),
    name: exerciseName(repertoire, exercise, result?.words),
    tried: correction && correctionWords(repertoire, correction, result?.words),
    faults: Object.fromEntries(
      [...(result?.baseline ?? []), ...(result?.back ?? []), ...(result?.retest ?? [])].map(({ fault }) => [
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

const neutralMeasures = ['pelvicTilt', 'pelvicTiltPsis', 'lumbarGap'] as const;

/** Own neutral with its history, for every position and way of measuring that has any. */
async function readNeutrals(
  who: Who,
  repertoire: Repertoire,
  clientId: string,
  tell: (date: Date) => string,
): Promise<NeutralLine[]> {
  const lines: NeutralLine[] = [];
  for (const position of positions) {
    const exercises = repertoire.exercises.filter((one) => one.position === position).map(({ id }) => id);
    const history = exercises.length > 0 ? await listNeutrals(who, clientId, exercises) : [];
    for (const measure of neutralMeasures) {
      const dated = history.flatMap(({ on, neutral }) => {
        const told = neutral[measure];
        return told && told.se !== null ? [{ on, value: told.value, se: told.se }] : [];
      });
      const own = ownNeutral(dated.map(({ on, ...one }) => ({ ...one, on: on.toISOString() })));
      if (own)
        lines.push({
          position,
          measure,
          own,
          history: dated.map(({ on, value, se }) => ({ date: tell(on), value, se })).reverse(),
        });
    }
  }
  return lines;
}

function factsOf({ birthYear, heightM, massKg }: ClientCard): string {
  return [
    birthYear && `born ${birthYear}`,
    heightM && `${Math.round(heightM * 100)} cm`,
    massKg && `${Math.round(massKg)} kg`,
  ]
    .filter(Boolean)
    .join(' · ');
}

export async function readClient(who: Who, id: string, page: number, locale: string): Promise<Result<ClientPage>> {
  const found = await findClient(who, id);
  if (!found.ok) return found;
  const client = found.value;
  const repertoire = await findRepertoire(who);
  const [studio, summary, evidence, { looks, total }, doses, stops, sessions, results] = await Promise.all([
    findStudio(who),
    findSummary(who, repertoire, client),
    findEvidence(who, [id]),
    listLooks(who, id, page),
    listDoses(who, id),
    listStops(who, id),
    listSessions(who, id),
    listResults(who, id, newestOfEach),
  ]);
  const format = new Intl.DateTimeFormat(locale, {
    timeZone: studio.timeZone,
    day: 'numeric',
    month: 'short',
    year: 'numeric',
  });
  const tell = (date: Date) => format.format(date);
  const neutrals = await readNeutrals(who, repertoire, id, tell);
  const acting = actingOn(client);
  const conditions = conditionsInForce(client.conditions);
  const weighed = new Map(
    repertoire.exercises.map((exercise) => [exercise.id, weighExercise(repertoire, exercise, acting)] as const),
  );
  const weigh = (exercise: string): WeighedExercise => weighed.get(exercise) ?? { standing: 'fine', levels: {} };
  const body = bodyOf(client);
  const { load } = summary;
  const standings = standingsOf(
    repertoire,
    weigh,
    doses,
    (exercise) => summary.why[exercise] ?? null,
    (exercise) => ladderLoad(body, exercise, load.capacity?.pct) ?? null,
    tell,
  );
  const open = repertoire.exercises.map(({ id: exercise, name }) => ({
    id: exercise,
    name,
    standing: weigh(exercise).standing,
  }));
  const signName = (sign: string) => repertoire.stopSigns.find((one) => one.id === sign)?.name ?? sign;
  const now = today(studio.timeZone).toString();
  return success({
    client,
    facts: factsOf(client),
    school: { name: schoolName(repertoire, client.school ?? studio.school), isOwn: client.school !== null },
    cautions: cautionsOf(repertoire, client.conditions),
    neutrals,
    standings,
    load: { body, isTypical: client.heightM === null || client.massKg === null, load, clientId: id },
    open,
    repertoire: sliceOf(
      repertoire,
      [...standings.map(({ exercise }) => exercise), ...looks.map(({ exercise }) => exercise)],
      { namesOnly: true },
    ),
    stopSigns: repertoire.stopSigns,
    stops: stops.map(({ sign, madeAt, ...stop }) => ({ ...stop, sign: signName(sign), on: tell(madeAt) })),
    overrules: client.overrules.map(({ id: overrule, exercise, level, rule, reason, madeBy, madeAt }) => ({
      id: overrule,
      what: `${repertoire.exercises.find((one) => one.id === exercise)?.name ?? exercise}${level === null ? '' : `, level ${level}`}`,
      against: repertoire.conditions.find((one) => rule.startsWith(`${one.id}.`))?.name ?? rule,
      reason,
      by: madeBy,
      on: tell(madeAt),
    })),
    intake: client.intake
      ? {
          signedName: client.intake.signedName,
          on: tell(new Date(`${client.intake.signedOn}T12:00:00Z`)),
          holds: intakeHolds(client.intake.signedOn, now),
        }
      : null,
    changedStances: Object.keys(client.stances).length,
    progress: readProgress({ repertoire, sessions, results, school: client.school ?? studio.school, conditions, tell }),
    helped: whatHelped(repertoire, evidence.of(id)),
    looks: looks.map((look) => lineOf(repertoire, look, doses, tell)),
    total,
    page,
    pages: Math.max(1, Math.ceil(total / looksPerPage)),
  });
}

/** A client as the form shows her. */
export async function readClientForm(who: Who, id: string): Promise<Result<TypedClient>> {
  const found = await findClient(who, id);
  return found.ok ? success(toTyped(found.value)) : found;
}
