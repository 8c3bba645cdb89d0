import { notFound } from 'next/navigation';
import { signName } from '@/core/knowledge/names';
import { paperKinds } from '@/core/knowledge/papers';
import { datesIn } from '@/data/days';
import { findIncident, listPaperTexts } from '@/data/stores/papers';
import { findRepertoire, findStudio } from '@/data/stores/studio';
import { currentLocale } from '@/platform/server/locale';
import { requireTeacher } from '@/platform/server/session';
import { paperNames } from '@/repertoire/papers';
import { ClientPapers } from './papers';
import { readPapers } from './read';
import { StopReport } from './report';
import { PaperTexts } from './texts';

export async function PapersScreen({ id }: { readonly id: string }) {
  const [who, locale] = await Promise.all([requireTeacher(), currentLocale()]);
  const read = await readPapers(who, id, locale);
  if (!read.ok) notFound();
  return <ClientPapers page={read.value} />;
}

export async function ReportScreen({ id, stop }: { readonly id: string; readonly stop: string }) {
  const [who, locale] = await Promise.all([requireTeacher(), currentLocale()]);
  const [found, studio, repertoire] = await Promise.all([
    findIncident(who, id, stop),
    findStudio(who),
    findRepertoire(who),
  ]);
  if (!found.ok) notFound();
  const { client, contacts, stop: card, report } = found.value;
  const { whole, moment } = datesIn(locale, studio.timeZone);
  // As a form types a time, whatever the language.
  const { clock } = datesIn('en-GB', studio.timeZone);
  return (
    <StopReport
      page={{
        ...{ id, stop, client, contacts, studio: studio.name },
        ...{ sign: signName(repertoire, card.sign), seen: card.seen, notedBy: card.madeBy, on: whole(card.madeAt) },
        cleared: card.clearedOn ? `${card.clearedOn}, ${card.clearedBy ?? ''}` : null,
        clock: clock(card.madeAt).padStart(5, '0'),
        report: report && {
          ...{ doing: report.doing, happened: report.happened, done: report.done, told: report.told },
          ...{ atTime: report.atTime, revision: report.revision },
          by:
            `Written by ${report.madeBy}, ${moment(report.madeAt)}` +
            (report.changedBy && report.changedAt
              ? `; changed by ${report.changedBy}, ${moment(report.changedAt)}`
              : ''),
        },
      }}
    />
  );
}

export async function PaperTextsScreen() {
  const who = await requireTeacher();
  const texts = await listPaperTexts(who);
  return (
    <PaperTexts
      mayChange={who.role === 'lead'}
      texts={paperKinds.flatMap((kind) => {
        const text = texts.find((one) => one.kind === kind);
        return text ? [{ ...text, name: paperNames[kind] }] : [];
      })}
    />
  );
}
