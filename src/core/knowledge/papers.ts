// Papers of a client: what was agreed to, in which words, and whether it still holds. Whether a signature binds, and from which
// age somebody signs alone, is for local rules to say.
import * as v from 'valibot';

/** What a client is asked to agree to. */
export const paperKinds = ['touch', 'pictures', 'clips', 'training', 'waiver'] as const;
export type PaperKind = (typeof paperKinds)[number];

/** Who signed: the person, or who signs for her. */
export const signers = ['self', 'guardian'] as const;
export type Signer = (typeof signers)[number];

/** Words of a paper as a studio has them; 0: those that came with the product. */
export type PaperText = { readonly kind: PaperKind; readonly version: number; readonly words: string };

export type Paper = {
  readonly kind: PaperKind;
  /** Agreed, or not agreed: a no is kept as well. */
  readonly gives: boolean;
  readonly version: number;
  readonly signedName: string;
  readonly signedAs: Signer;
  /** As 2026-03-01. */
  readonly signedOn: string;
};

/** How a paper stands: none was signed; agreed; not agreed, or taken back; agreed in words that are no longer those in force. */
export type PaperStanding = 'none' | 'agreed' | 'refused' | 'olderWords';

/**
 * How a kind of paper stands. `papers`: newest first. A no stands whatever the words were; an older yes is shown as such, and
 * holds until it is asked anew.
 */
export function standingOf(papers: readonly Paper[], { kind, version }: Omit<PaperText, 'words'>): PaperStanding {
  const newest = papers.find((paper) => paper.kind === kind);
  if (!newest) return 'none';
  if (!newest.gives) return 'refused';
  return newest.version < version ? 'olderWords' : 'agreed';
}

/** Age at which a person signs alone in most places. */
const ofAge = 18;

/**
 * Whether somebody is too young to sign alone, as far as the year of birth tells: `maybe` in the year in which she comes of
 * age, and where no year is on file nothing is said.
 */
export function isMinor(birthYear: number | null, today: string): 'yes' | 'maybe' | 'no' | 'unknown' {
  if (birthYear === null) return 'unknown';
  const years = Number(today.slice(0, 4)) - birthYear;
  return years < ofAge ? 'yes' : years === ofAge ? 'maybe' : 'no';
}

const line = (most: number) => v.pipe(v.string(), v.trim(), v.maxLength(most, `At most ${most} characters.`));

/** Somebody to call, or who signs for a child. */
export const contact = v.strictObject({
  name: v.pipe(line(120), v.nonEmpty('Who is it?')),
  /** Mother, husband, neighbour. */
  relation: line(60),
  phone: v.pipe(
    line(40),
    v.nonEmpty('By which number?'),
    v.regex(/^[+\d][\d\s().\-/]{2,}$/, 'This is not a telephone number.'),
  ),
  isEmergency: v.boolean(),
  isGuardian: v.boolean(),
});
export type Contact = v.InferOutput<typeof contact>;
export const mostContacts = 4;
export const contacts = v.pipe(v.array(contact), v.maxLength(mostContacts, `${mostContacts} people at most.`));

/** A number as a telephone dials it. */
export const dialled = (phone: string): string => phone.replace(/[^+\d]/g, '');

/** Whom to call: those named for it, else a guardian. */
export function emergencyOf(all: readonly Contact[]): Contact | undefined {
  return all.find(({ isEmergency }) => isEmergency) ?? all.find(({ isGuardian }) => isGuardian);
}
