// Plain values that stores take and give.
import type { PlaceState } from '@/core/book/places';
import type { KeptPlan } from '@/core/planning/kept-plan';
import type { KeptWeeks } from '@/core/planning/weeks';
import type { PackedFilm } from '@/core/motion/packed';
import type { OwnRange } from '@/core/knowledge/ranges';
import type { KeptReading } from '@/core/knowledge/kept';
import type { FilmTurn, FilmType } from '@/core/motion/kept-film';
import type { View } from '@/core/anatomy/positions';
import type { LegLengths } from '@/core/body/segments';
import type { Role as PictureRole } from '@/core/alignment/look-values';
import type { Marks } from '@/core/anatomy/marks';
import type { Setting } from '@/core/alignment/setting';
import type { Contact } from '@/core/knowledge/papers';
import type { PubicMark } from '@/core/knowledge/consent';
import type { ActingOn, Overrule } from '@/core/knowledge/cautions';
import type { ConditionOnFile } from '@/core/knowledge/conditions';
import type { ApparatusKind } from '@/core/knowledge/load-tags';
import type { SessionEvent } from '@/core/progression/events';
import type { Outcome } from '@/core/progression/kept-outcome';
import type { Dose } from '@/core/progression/dose';
import type { Units } from '@/core/units';
import type { Rig } from '@/core/springs/apparatus';
import type { SpringSet } from '@/core/springs/springs';

/** A guest reads what is shared with her; an instructor teaches; a lead also says how the studio works, and who works in it. */
export const roleIds = ['guest', 'instructor', 'lead'] as const;
export type Role = (typeof roleIds)[number];
/** Whether a studio's instructors see all of its clients, or their own and those that are shared with them. */
export const sights = ['all', 'own'] as const;
export type Sight = (typeof sights)[number];
export type StoredMarks = Marks;

/** The set of a film: before a correction, or after it. */
export type FilmRole = 'baseline' | 'retest';
/** A film as it was followed: its size, pixels, its lines, the paths of its points. */
export type StoredFilm = {
  readonly size: { readonly width: number; readonly height: number };
  readonly lines: Pick<Marks, 'matLine' | 'scale'>;
  readonly paths: PackedFilm;
};
/** A film that is kept itself. `size`: bytes; `goesAt`: when it is let go, ms since 1970. */
export type KeptFilmCard = {
  readonly id: string;
  readonly type: FilmType;
  readonly turn: FilmTurn;
  readonly size: number;
  readonly goesAt: number;
};
export type FilmCard = {
  readonly role: FilmRole;
  readonly view: View;
  readonly setting: Setting;
  readonly film: StoredFilm;
};

/** Who is asking: every store function takes it first. */
export type Who = {
  readonly userId: string;
  readonly studioId: string;
  readonly name: string;
  readonly role: Role;
  readonly sees: Sight;
};

export type StoredDose = Dose & { setS: number; breathsPerMinute: number };

/** A room with what stands in it. */
export type Room = {
  readonly id: string;
  readonly name: string;
  readonly props: readonly string[];
  readonly apparatus: readonly ApparatusKind[];
};
/** A studio's own intervals, by measure. */
export type Tolerances = Readonly<Record<string, readonly [number | null, number | null]>>;
/** Ids of conditions answered yes, of stop signs answered yes, and what was written beside. */
export type IntakeAnswers = {
  readonly conditions: readonly string[];
  readonly signs: readonly string[];
  readonly words: string;
};

export type StudioCard = {
  readonly id: string;
  readonly name: string;
  readonly school: string;
  readonly stances: Readonly<Record<string, string>>;
  readonly exerciseStances: Readonly<Record<string, Readonly<Record<string, string>>>>;
  readonly tolerances: Tolerances;
  readonly rooms: readonly Room[];
  /** The room where the asker works. */
  readonly room: Room;
  readonly timeZone: string;
  /** Which clients its instructors see. */
  readonly sees: Sight;
  /** In which it reads bodies. */
  readonly units: Units;
  /** Raised by every change of what it sets for itself. */
  readonly revision: number;
};

export type OverruleCard = Overrule & { readonly id: string; readonly madeBy: string; readonly madeAt: Date };
export type StopCard = {
  readonly id: string;
  readonly sign: string;
  readonly seen: string;
  readonly madeBy: string;
  readonly madeAt: Date;
  readonly clearedOn: string | null;
  readonly clearedBy: string | null;
};
export type IntakeCard = {
  readonly id: string;
  readonly answers: IntakeAnswers;
  readonly signedName: string;
  readonly signedOn: string;
};

/** An apparatus in a room, with its numbers. */
export type ApparatusCard = {
  readonly id: string;
  readonly room: string;
  readonly name: string;
  readonly rig: Rig;
  /** Raised by every change. */
  readonly revision: number;
  readonly changedBy: string;
  readonly changedAt: Date;
};
/** A range of a client's own, as it was taken. */
export type RangeCard = OwnRange & {
  readonly id: string;
  readonly clientId: string;
  readonly takenOn: string;
  readonly madeBy: string;
  readonly isStruck: boolean;
};
/** What a client's next session is to be. */
/** Weeks ahead for a client, as they are kept. */
export type WeeksCard = {
  readonly clientId: string;
  readonly weeks: KeptWeeks;
  readonly revision: number;
  readonly madeBy: string;
  readonly madeAt: Date;
};

/** What a class is to do, as it is kept. */
export type ClassPlanCard = {
  readonly appointmentId: string;
  readonly plan: KeptPlan;
  readonly revision: number;
  readonly madeBy: string;
  readonly madeAt: Date;
};

export type PlanCard = {
  readonly clientId: string;
  readonly plan: KeptPlan;
  readonly revision: number;
  readonly madeBy: string;
  readonly madeAt: Date;
  /** A session began with it. */
  readonly isUsed: boolean;
};
/** What was set for a client. */
export type SettingCard = {
  readonly id: string;
  readonly clientId: string;
  readonly apparatusId: string;
  readonly exercise: string;
  readonly springs: SpringSet;
  readonly note: string;
  readonly madeBy: string;
  readonly madeAt: Date;
};

export type ClientCard = {
  readonly id: string;
  /** Raised by everything that is kept of her. */
  readonly claims: number;
  /** Raised by every change of her card. */
  readonly revision: number;
  readonly name: string;
  readonly goal: string;
  readonly birthYear: number | null;
  readonly heightM: number | null;
  readonly massKg: number | null;
  /** Measured on this person; absent lengths follow from stature. */
  readonly measuredMm: LegLengths | null;
  readonly sex: 'f' | 'm' | null;
  readonly school: string | null;
  readonly stances: Readonly<Record<string, string>>;
  readonly touchConsent: boolean;
  /** Whom to call, and who signs for a child. */
  readonly contacts: readonly Contact[];
  readonly pubicMark: PubicMark;
  readonly note: string;
  readonly conditions: readonly ConditionOnFile[];
  readonly overrules: readonly OverruleCard[];
  /** The newest stop sign seen and not cleared since. */
  readonly stop: StopCard | null;
  /** The newest intake form. */
  readonly intake: IntakeCard | null;
};

/** Somebody's place in an appointment; no name where the asker does not see her. */
export type PlaceCard = {
  readonly clientId: string;
  readonly name: string | null;
  readonly state: PlaceState;
  readonly since: Date;
};

export type BookingCard = {
  readonly id: string;
  readonly instructorId: string;
  readonly startsAt: Date;
  readonly minutes: number;
  readonly room: string | null;
  /** A class; null: for who holds its places. */
  readonly title: string | null;
  readonly capacity: number;
  readonly note: string;
  readonly seriesId: string | null;
  /** Changed by itself: not as its series has it. */
  readonly isMoved: boolean;
  readonly isOff: boolean;
  readonly revision: number;
  readonly places: readonly PlaceCard[];
};

/** What is in the book for somebody: one appointment, with whoever is expected whom the asker sees. */
export type Expected = {
  readonly appointment: Pick<BookingCard, 'id' | 'startsAt' | 'minutes' | 'room' | 'note' | 'title' | 'capacity'> & {
    readonly instructor: string;
  };
  readonly people: readonly { readonly client: ClientCard; readonly state: PlaceState }[];
};

export type PictureCard = {
  readonly id: string;
  readonly title: string;
  readonly width: number;
  readonly height: number;
  readonly originalWidth: number;
  readonly originalHeight: number;
};

export type LookPictureCard = PictureCard & {
  readonly role: PictureRole;
  readonly view: View;
  /** Null for pictures kept before settings were: then as the look says. */
  readonly setting: Setting | null;
  readonly marks: StoredMarks;
};

/** What a hand or an eye told of a moment, as it was taken: degrees, fingers, mmHg, or a grade of a block or fault. */
export type TakenReading = {
  readonly role: PictureRole;
  readonly method: 'hand' | 'eye' | 'seen';
  readonly measure: string;
  readonly taken: number;
  readonly side?: 'L' | 'R' | null;
};

export type LookCard = {
  readonly id: string;
  readonly clientId: string;
  readonly instructor: string;
  readonly exercise: string;
  readonly level: number;
  readonly headEnd: 'left' | 'right';
  readonly school: string;
  readonly stances: Readonly<Record<string, string>>;
  readonly fault: string | null;
  readonly correction: string | null;
  readonly rulesVersion: string;
  readonly startedAt: Date;
  readonly keptAt: Date | null;
  readonly result: KeptReading | null;
  readonly pictures: readonly LookPictureCard[];
  readonly readings: readonly TakenReading[];
  /** Corrections tried in it, in their order; once it is kept, the one it closed with last. */
  readonly tried: readonly LookTry[];
};

/** How a correction went in a look: by a measure, or by eye. */
export type LookTry = Pick<
  TrialCard,
  'fault' | 'correction' | 'measure' | 'verdict' | 'changeValue' | 'mdc' | 'exercise' | 'triedAt'
> & { readonly id: string };

export type DoseCard = StoredDose & {
  readonly id: string;
  readonly lookId: string | null;
  readonly sessionId: string | null;
  readonly half: boolean;
  readonly clientId: string;
  readonly createdAt: Date;
};

export type TrialCard = {
  readonly lookId: string | null;
  readonly sessionId: string | null;
  readonly clientId: string;
  readonly exercise: string;
  readonly fault: string;
  readonly correction: string;
  readonly measure: string | null;
  readonly verdict: 'better' | 'same' | 'worse';
  readonly changeValue: number | null;
  readonly mdc: number | null;
  readonly triedAt: Date;
};

/** A taught session as lists show it. */
export type SessionCard = {
  readonly id: string;
  readonly clientId: string;
  readonly instructor: string;
  readonly startedAt: Date;
  readonly endedAt: Date | null;
  readonly events: number;
  readonly outcome: Outcome | null;
  readonly rulesVersion: string;
};

/** An event as the server has it: its place in the session, its moment set right, and by whom in words. */
export type PlacedEvent = { readonly n: number; readonly name: string; readonly event: SessionEvent };

/** What acts on a client, for weighing levels. */
export const actingOn = ({ conditions, overrules, stop }: ClientCard): ActingOn => ({
  conditions,
  overrules,
  ...(stop ? { stopped: stop.sign } : {}),
});
