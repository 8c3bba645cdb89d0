import type { KeptReading } from '@/core/alignment/kept';
import type { Marks, Role } from '@/core/alignment/look';
import { cautionsOf } from '@/core/knowledge/conditions';
import type { Caution } from '@/core/knowledge/conditions';
import { entry } from '@/core/knowledge/entries';
import type { Result } from '@/core/result';
import { success } from '@/core/result';
import { clientsPerPage, findClient, findStudio, listClients } from '@/data/stores/clients';
import { listDoses, listLooks, listTrials, looksPerPage } from '@/data/stores/looks';
import type { ClientCard, DoseCard, LookCard, TrialCard, Who } from '@/data/types';
import { repertoire } from '@/repertoire';
import { emptyClient } from './form';
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
  const { clients, total } = await listClients(who, { search, page });
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
  readonly level: number | null;
  readonly since: string | null;
  readonly steps: readonly { readonly level: number; readonly date: string }[];
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
  readonly correction: string | null;
  readonly pictures: Readonly<Partial<Record<Role, KeptPicture>>>;
  readonly dose: DoseCard | null;
};
export type WhatHelped = {
  readonly correction: string;
  readonly fault: string;
  readonly better: number;
  readonly tried: number;
};

export type ClientPage = {
  readonly client: ClientCard;
  readonly facts: string;
  readonly school: { readonly name: string; readonly isOwn: boolean };
  readonly cautions: readonly Caution[];
  readonly neutral: { readonly value: number; readonly se: number | null; readonly date: string } | null;
  readonly standings: readonly Standing[];
  readonly helped: readonly WhatHelped[];
  readonly looks: readonly LookLine[];
  readonly total: number;
  readonly page: number;
  readonly pages: number;
};

const ladders = ['legFloat', 'march'] as const;

function standingsOf(doses: readonly DoseCard[], tell: (date: Date) => string): Standing[] {
  return ladders.map((exercise) => {
    const own = doses.filter((dose) => dose.exercise === exercise); // newest first
    const steps = own.map(({ level, createdAt }) => ({ level, date: tell(createdAt) })).reverse();
    const left = own.findIndex(({ level }) => level !== own[0]?.level); // the newest dose at another level
    const first = own[(left < 0 ? own.length : left) - 1];
    return { exercise, level: own[0]?.level ?? null, since: first ? tell(first.createdAt) : null, steps };
  });
}

/** Per correction and fault: how often it helped her. Most helpful first. */
export function whatHelped(trials: readonly Pick<TrialCard, 'correction' | 'fault' | 'verdict'>[]): WhatHelped[] {
  const found = new Map<string, WhatHelped>();
  for (const { correction, fault, verdict } of trials) {
    const key = `${correction} ${fault}`;
    const before = found.get(key) ?? { correction, fault, better: 0, tried: 0 };
    found.set(key, { ...before, better: before.better + Number(verdict === 'better'), tried: before.tried + 1 });
  }
  return [...found.values()].sort((a, b) => b.better / b.tried - a.better / a.tried || b.tried - a.tried);
}

function lineOf(look: LookCard, doses: readonly DoseCard[], tell: (date: Date) => string): LookLine {
  const { id, exercise, level, headEnd, instructor, result, correction, keptAt, startedAt } = look;
  return {
    id,
    exercise,
    level,
    headEnd,
    instructor,
    result,
    correction,
    isKept: keptAt !== null,
    date: tell(keptAt ?? startedAt),
    school: entry(repertoire.schools, look.school).name,
    pictures: Object.fromEntries(look.pictures.map(({ role, ...picture }) => [role, picture])),
    dose: doses.find(({ lookId }) => lookId === id) ?? null,
  };
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
  const [studio, { looks, total }, doses, trials] = await Promise.all([
    findStudio(who),
    listLooks(who, id, page),
    listDoses(who, id),
    listTrials(who, { clientId: id }),
  ]);
  const format = new Intl.DateTimeFormat(locale, {
    timeZone: studio.timeZone,
    day: 'numeric',
    month: 'short',
    year: 'numeric',
  });
  const tell = (date: Date) => format.format(date);
  const withNeutral = looks.find(({ result }) => result?.neutral.pelvicTilt);
  const tilt = withNeutral?.result?.neutral.pelvicTilt;
  return success({
    client,
    facts: factsOf(client),
    school: { name: entry(repertoire.schools, client.school ?? studio.school).name, isOwn: client.school !== null },
    cautions: cautionsOf(repertoire, client.conditions),
    neutral: withNeutral?.keptAt && tilt ? { ...tilt, date: tell(withNeutral.keptAt) } : null,
    standings: standingsOf(doses, tell),
    helped: whatHelped(trials),
    looks: looks.map((look) => lineOf(look, doses, tell)),
    total,
    page,
    pages: Math.max(1, Math.ceil(total / looksPerPage)),
  });
}

/** A client as the form shows her. */
export async function readClientForm(who: Who, id: string): Promise<Result<TypedClient>> {
  const found = await findClient(who, id);
  if (!found.ok) return found;
  const { name, goal, birthYear, heightM, massKg, sex, school, touchConsent, note, conditions } = found.value;
  const text = (value: number | null) => (value === null ? '' : String(Math.round(value * 10) / 10));
  return success({
    ...emptyClient,
    name,
    goal,
    note,
    touchConsent,
    birthYear: text(birthYear),
    heightCm: text(heightM && heightM * 100),
    massKg: text(massKg),
    sex: sex ?? 'unsaid',
    school: school ?? 'studio',
    conditions: conditions.map(({ condition }) => condition),
  });
}
