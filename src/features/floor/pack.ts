// What a tablet holds for a day on the Floor: as much as the day's sessions need, and no more.
import type { OwnEye } from '@/core/alignment/by-eye';
import type { OwnRange } from '@/core/knowledge/ranges';
import type { Rig } from '@/core/springs/apparatus';
import type { Body } from '@/core/body/segments';
import { withoutTrials } from '@/core/corrections/evidence';
import type { Evidence, Trial } from '@/core/corrections/evidence';
import type { LastFinding } from '@/core/progression/summary';
import type { ActingOn } from '@/core/knowledge/cautions';
import { cautionsOf } from '@/core/knowledge/conditions';
import type { Contact } from '@/core/knowledge/papers';
import type { Caution } from '@/core/knowledge/conditions';
import type { Repertoire } from '@/core/knowledge/entries';
import type { ApparatusKind } from '@/core/knowledge/load-tags';
import type { KnownLoad, Standing } from '@/core/load/capacity';
import type { SessionDose } from '@/core/progression/events';
import type { GateSession } from '@/core/progression/gate-input';

/** Absent for what came of a look. */
type OfSession = { readonly session?: string };

export type FloorClient = {
  readonly id: string;
  readonly name: string;
  readonly goal: string;
  readonly body: Body;
  /** Height or weight are not on file: an average body stands in. */
  readonly bodyIsTypical: boolean;
  /** How far the legs go, and what is held, from before. */
  readonly load: KnownLoad;
  readonly cautions: readonly Caution[];
  readonly acting: ActingOn;
  readonly conditions: readonly string[];
  readonly touchConsent: boolean;
  /** Whom to call in an emergency. */
  readonly contact: Pick<Contact, 'name' | 'relation' | 'phone'> | null;
  /** How far her own joints go, the newest of each. */
  readonly ranges: readonly OwnRange[];
  readonly school: string | null;
  readonly stances: Readonly<Record<string, string>>;
  readonly time: string | null;
  readonly minutes: number;
  readonly note: string;
  /** What was set for this client last, by exercise. */
  readonly springs: Readonly<Record<string, { readonly text: string; readonly note: string }>>;
  readonly standings: readonly (Standing & { readonly dose: SessionDose })[];
  /** Sessions by exercise, each with the session that it was. */
  readonly history: Readonly<Record<string, readonly (GateSession & OfSession)[]>>;
  readonly last: Readonly<Record<string, readonly LastFinding[]>>;
  /** How often what was tried with her helped. */
  readonly known: readonly Evidence[];
  /** Of these, what the session that is going on told itself; oldest first. */
  readonly trials: readonly (Trial & OfSession)[];
  readonly plan: readonly Standing[];
  readonly lastTime: { readonly date: string; readonly points: readonly string[] } | null;
  /** A session that is still going on. */
  readonly open: string | null;
};

/** A class of the day: who is in it, and what she does in each exercise of it. */
export type FloorClass = {
  /** Its appointment. */
  readonly id: string;
  readonly title: string;
  readonly time: string;
  readonly minutes: number;
  readonly note: string;
  /** Nobody planned it: these are the beginners' exercises that everybody may do. */
  readonly isPlanned: boolean;
  readonly order: readonly string[];
  /** Her level in each exercise that she may do. */
  readonly people: readonly { readonly client: string; readonly plan: readonly Standing[] }[];
};

export type DayPack = {
  /** Which build made it: another one may know other fields. */
  readonly build: string;
  readonly who: { readonly id: string; readonly name: string };
  /** Her eye by measure, as far as it is known. */
  readonly eyes: Readonly<Record<string, OwnEye>>;
  /** When the sign-in that it was given to ends, ms since 1970: it is not opened after that. */
  readonly until: number;
  /** 32 bytes in base64: locks what waits to be sent. */
  readonly key: string;
  readonly studio: {
    readonly name: string;
    readonly school: string;
    readonly stances: Readonly<Record<string, string>>;
    readonly exerciseStances: Readonly<Record<string, Readonly<Record<string, string>>>>;
    readonly room: { readonly name: string; readonly props: readonly string[]; readonly rigs: readonly Rig[] };
  };
  /** As 2026-03-01, in the studio's time zone. */
  readonly day: string;
  readonly rules: string;
  readonly repertoire: Repertoire;
  /** How often what was tried with anybody here helped. */
  readonly known: readonly Evidence[];
  readonly checked: readonly ApparatusKind[];
  readonly clients: readonly FloorClient[];
  readonly classes: readonly FloorClass[];
};

/** A client as she is today: what was answered before the session acts as what is on file does. */
export function asToday(client: FloorClient, repertoire: Repertoire, today: readonly string[]): FloorClient {
  const fresh = today.filter((id) => !client.conditions.includes(id));
  if (fresh.length === 0) return client;
  const ofToday = fresh.map((condition) => ({ condition, note: 'today', clearedOn: null, clearedBy: null }));
  const others = client.acting.conditions.filter(({ condition }) => !fresh.includes(condition));
  return {
    ...client,
    cautions: [...cautionsOf(repertoire, ofToday), ...client.cautions.filter(({ id }) => !fresh.includes(id))],
    acting: { ...client.acting, conditions: [...others, ...ofToday] },
    conditions: [...client.conditions, ...fresh],
  };
}

/** What is known of a client from before a session: what that session itself told already is not counted twice. */
export function before(client: FloorClient, session: string): FloorClient {
  const others = <T extends OfSession>(all: readonly T[]): T[] => all.filter((one) => one.session !== session);
  const ofSession = client.trials.filter((one) => one.session === session);
  return {
    ...client,
    history: Object.fromEntries(Object.entries(client.history).map(([exercise, all]) => [exercise, others(all)])),
    known: withoutTrials(client.known, ofSession),
    trials: ofSession,
  };
}
