import { nameOf } from '@/core/alignment/words';
import type { StanceChoice } from '@/design/stance-table';
import { findRepertoire, findStudio } from '@/data/stores/studio';
import type { StudioCard, Who } from '@/data/types';
import { repertoire as shipped } from '@/repertoire';

export type ToleranceLine = {
  readonly measure: string;
  readonly name: string;
  readonly usual: readonly [number | null, number | null];
  readonly own: readonly [number | null, number | null] | null;
  readonly against: string;
};

export type StudioPage = {
  readonly studio: StudioCard;
  readonly schools: readonly { readonly id: string; readonly name: string; readonly about: string }[];
  readonly stances: readonly StanceChoice[];
  readonly tolerances: readonly ToleranceLine[];
  readonly props: readonly { readonly id: string; readonly name: string }[];
  readonly mayChange: boolean;
};

/** What a studio sets for itself, with what holds otherwise. */
export async function readStudio(who: Who): Promise<StudioPage> {
  const [studio, repertoire] = await Promise.all([findStudio(who), findRepertoire(who)]);
  const preset = repertoire.schools.find(({ id }) => id === studio.school)?.stances ?? {};
  return {
    studio,
    schools: repertoire.schools.map(({ id, name, about }) => ({ id, name, about })),
    stances: repertoire.stances.map(({ id, name, about, choices }) => ({
      id,
      name,
      about,
      choices: choices.map(({ id: choice, name: choiceName, why }) => ({ id: choice, name: choiceName, why })),
      otherwise: preset[id] ?? choices[0]?.id ?? '',
    })),
    tolerances: shipped.targets.map(({ measure, interval, relativeTo }) => ({
      measure,
      name: nameOf(measure),
      usual: interval,
      own: studio.tolerances[measure] ?? null,
      against: relativeTo === 'neutral' ? 'from own neutral' : 'as measured',
    })),
    props: repertoire.props.map(({ id, name }) => ({ id, name })),
    mayChange: who.role === 'lead',
  };
}
