// What a few letters may mean, in the repertoire: exercises, cues, props and terms.
import type { Repertoire } from './entries';

export type Hit = {
  readonly kind: 'exercise' | 'cue' | 'prop' | 'term';
  readonly id: string;
  readonly name: string;
  /** What it is, in a few words. */
  readonly about: string;
  /** The exercise where a cue is said first. */
  readonly exercise?: string;
};

const words = (text: string): string[] =>
  text
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean);

/** 3: begins so; 2: every word asked for begins one of its words; 1: so in what it is about; 0: not meant. */
function meant(wanted: readonly string[], asked: string, name: string, about: string): number {
  if (name.toLowerCase().startsWith(asked)) return 3;
  const begins = (all: readonly string[]) => wanted.every((one) => all.some((word) => word.startsWith(one)));
  const own = words(name);
  if (begins(own)) return 2;
  return begins([...own, ...words(about)]) ? 1 : 0;
}

/** The likeliest of each kind, `most` of them; nothing for nothing. */
export function findIn({ exercises, corrections, props, glossary }: Repertoire, text: string, most = 6): Hit[] {
  const asked = text.trim().toLowerCase();
  const wanted = words(asked);
  if (wanted.length === 0) return [];
  const all: readonly (readonly Hit[])[] = [
    exercises.map(({ id, name, plain }): Hit => ({ kind: 'exercise', id, name, about: plain })),
    corrections.flatMap(({ id, say, because }): Hit[] => {
      const where = exercises.find((one) => one.corrections.includes(id));
      return where ? [{ kind: 'cue', id, name: say, about: because, exercise: where.id }] : [];
    }),
    props.map(({ id, name, tells }): Hit => ({ kind: 'prop', id, name, about: tells })),
    glossary.map(({ id, term, plain, also }): Hit => ({
      kind: 'term',
      id,
      name: term,
      about: [plain, ...also].join(', '),
    })),
  ];
  return all.flatMap((kind) =>
    kind
      .map((hit) => ({ hit, score: meant(wanted, asked, hit.name, hit.about) }))
      .filter(({ score }) => score > 0)
      .toSorted((a, b) => b.score - a.score || a.hit.name.localeCompare(b.hit.name))
      .slice(0, most)
      .map(({ hit }) => hit),
  );
}
