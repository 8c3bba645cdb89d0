import { isMinor, paperKinds, standingOf } from '@/core/knowledge/papers';
import type { Contact, PaperKind, PaperStanding, Signer } from '@/core/knowledge/papers';
import { success } from '@/core/result';
import type { Result } from '@/core/result';
import { datesIn, todayIn } from '@/data/days';
import { listStops } from '@/data/stores/cautions';
import { findPapers, reportedStops } from '@/data/stores/papers';
import { findRepertoire, findStudio } from '@/data/stores/studio';
import type { Who } from '@/data/types';
import { signName } from '@/core/knowledge/names';
import { paperNames } from '@/repertoire/papers';

export type PaperLine = {
  readonly kind: PaperKind;
  readonly name: string;
  readonly words: string;
  readonly version: number;
  readonly standing: PaperStanding;
  /** As they were signed, newest first. */
  readonly signed: readonly {
    readonly id: string;
    readonly gives: boolean;
    readonly name: string;
    readonly as: Signer;
    readonly on: string;
    readonly version: number;
  }[];
};
export type PapersPage = {
  readonly id: string;
  readonly client: string;
  readonly studio: string;
  readonly isMinor: ReturnType<typeof isMinor>;
  readonly today: string;
  readonly papers: readonly PaperLine[];
  readonly contacts: readonly Contact[];
  readonly revision: number;
  readonly stops: readonly {
    readonly id: string;
    readonly on: string;
    readonly sign: string;
    readonly isReported: boolean;
  }[];
};

/** Everything on paper of a client. */
export async function readPapers(who: Who, id: string, locale: string): Promise<Result<PapersPage>> {
  const [found, studio] = await Promise.all([findPapers(who, id), findStudio(who)]);
  if (!found.ok) return found;
  const [stops, reported, repertoire] = await Promise.all([
    listStops(who, id),
    reportedStops(who, id),
    findRepertoire(who),
  ]);
  const { client, birthYear, papers, texts, contacts, revision } = found.value;
  const { short, shortDay } = datesIn(locale, studio.timeZone);
  const today = todayIn(studio.timeZone);
  return success({
    ...{ id, client, studio: studio.name, isMinor: isMinor(birthYear, today), today, contacts, revision },
    papers: paperKinds.flatMap((kind): PaperLine[] => {
      const text = texts.find((one) => one.kind === kind);
      if (!text) return [];
      const { words, version } = text;
      const signed = papers
        .filter((one) => one.kind === kind)
        .map((one) => ({
          ...{ id: one.id, gives: one.gives, name: one.signedName, as: one.signedAs, version: one.version },
          on: shortDay(one.signedOn),
        }));
      return [{ kind, name: paperNames[kind], words, version, standing: standingOf(papers, text), signed }];
    }),
    stops: stops.map(({ id: stop, sign, madeAt }) => ({
      id: stop,
      on: short(madeAt),
      sign: signName(repertoire, sign),
      isReported: reported.has(stop),
    })),
  });
}
