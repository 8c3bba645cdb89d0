import { nameOf } from '@/core/alignment/words';
import type { StanceChoice } from '@/design/stance-table';
import { datesIn } from '@/data/days';
import { lastBackups } from '@/data/stores/backups';
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
  /** When everything was last written away, and last proven; for leads. */
  readonly backups: {
    readonly made: string | null;
    readonly proven: string | null;
    /** Nothing was proven for a week. */
    readonly isOld: boolean;
  } | null;
};

const oldAfterMs = 7 * 86_400_000;

async function readBackups(who: Who, locale: string, timeZone: string): Promise<StudioPage['backups']> {
  if (who.role !== 'lead') return null;
  const { made, proven } = await lastBackups();
  const { moment } = datesIn(locale, timeZone);
  return {
    made: made && `${moment(made.madeAt)}, ${(made.bytes / 1e6).toFixed(1)} MB`,
    proven: proven && moment(proven.madeAt),
    isOld: !proven || Date.now() - proven.madeAt.getTime() > oldAfterMs,
  };
}

/** What a studio sets for itself, with what holds otherwise. */
export async function readStudio(who: Who, locale: string): Promise<StudioPage> {
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
    backups: await readBackups(who, locale, studio.timeZone),
  };
}
