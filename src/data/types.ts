// Plain values that stores take and give.
import type { KeptReading } from '@/core/alignment/kept';
import type { View } from '@/core/alignment/input';
import type { Marks, Role as PictureRole } from '@/core/alignment/look';
import type { Setting } from '@/core/alignment/setting';
import type { PubicMark } from '@/core/knowledge/consent';
import type { ConditionOnFile } from '@/core/knowledge/conditions';
import type { Dose } from '@/core/progression/dose';

export type Role = 'instructor' | 'lead';
export type StoredMarks = Marks;

/** Who is asking: every store function takes it first. */
export type Who = { readonly userId: string; readonly studioId: string; readonly name: string; readonly role: Role };

export type StoredDose = Dose & { setS: number; breathsPerMinute: number };

export type StudioCard = {
  readonly id: string;
  readonly name: string;
  readonly school: string;
  readonly stances: Readonly<Record<string, string>>;
  readonly props: readonly string[];
  readonly timeZone: string;
};

export type ClientCard = {
  readonly id: string;
  readonly name: string;
  readonly goal: string;
  readonly birthYear: number | null;
  readonly heightM: number | null;
  readonly massKg: number | null;
  readonly sex: 'f' | 'm' | null;
  readonly school: string | null;
  readonly touchConsent: boolean;
  readonly pubicMark: PubicMark;
  readonly note: string;
  readonly conditions: readonly ConditionOnFile[];
};

export type AppointmentCard = {
  readonly id: string;
  readonly clientId: string;
  readonly instructor: string;
  readonly startsAt: Date;
  readonly minutes: number;
  readonly note: string;
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

/** What a hand or an eye told of a moment, as it was taken: degrees, fingers, mmHg, or a grade. */
export type TakenReading = {
  readonly role: PictureRole;
  readonly method: 'hand' | 'eye';
  readonly measure: string;
  readonly taken: number;
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
};

export type DoseCard = StoredDose & {
  readonly id: string;
  readonly lookId: string | null;
  readonly clientId: string;
  readonly createdAt: Date;
};

export type TrialCard = {
  readonly lookId: string;
  readonly clientId: string;
  readonly exercise: string;
  readonly fault: string;
  readonly correction: string;
  readonly measure: string;
  readonly verdict: 'better' | 'same' | 'worse';
  readonly changeValue: number;
  readonly mdc: number;
  readonly triedAt: Date;
};
