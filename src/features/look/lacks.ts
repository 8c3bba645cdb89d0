// What a picture still needs before a measure can be read from it, in words.
import { nameOf } from '@/core/alignment/words';
import type { Exercise } from '@/core/knowledge/entries';
import type { LookReading } from '@/core/knowledge/look';
import type { ReadPicture } from '@/core/knowledge/look-pictures';

const plainNames: Readonly<Record<string, string>> = {
  neutral: 'the set-up picture',
  scale: 'a known length',
  bellySide: 'where the belly is',
};
const nameInWords = (name: string): string => plainNames[name] ?? name.replace('_', ' ');
export const lacksInWords = (lacks: readonly string[]): string => {
  const fromSetUp = lacks.filter((name) => name.startsWith('neutral.')).map((name) => nameInWords(name.slice(8)));
  const here = lacks.filter((name) => !name.startsWith('neutral.')).map(nameInWords);
  return [here.join(', '), fromSetUp.length > 0 ? `${fromSetUp.join(', ')} in the set-up picture` : '']
    .filter(Boolean)
    .join('; ');
};

/** Why a measure has no figure yet. */
export function wordLacks(picture: ReadPicture | undefined, id: string): string {
  if (!picture) return 'not taken yet';
  if (picture.state === 'wrong') return 'see the message';
  const lacks = picture.state === 'read' ? picture.measured.missing[id] : undefined;
  return lacks ? `needs ${lacksInWords(lacks)}` : 'needs the mat line';
}

/** What stands between the pictures of the top and what an exercise watches, each once; nothing where no picture is marked. */
export function lackingAtTop(
  { pictures }: Pick<LookReading, 'pictures'>,
  { watches }: Pick<Exercise, 'watches'>,
): string[] {
  const watched = new Set(watches.map(({ measure }) => measure));
  const lacks = Object.values(pictures.top).flatMap((picture) =>
    picture.state === 'read' ? Object.entries(picture.measured.missing).filter(([id]) => watched.has(id)) : [],
  );
  return [...new Set(lacks.map(([id, what]) => `${nameOf(id)} needs ${lacksInWords(what)}`))];
}
