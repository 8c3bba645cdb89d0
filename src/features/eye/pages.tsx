import { notFound, redirect } from 'next/navigation';
import { v7 as newId } from 'uuid';
import { nameOf } from '@/core/alignment/words';
import { isRight, roundKinds } from '@/core/eye/question';
import { trained } from '@/core/eye/trained';
import { isOneOf, recordOf } from '@/core/keyed';
import { findRound, listQuestions } from '@/data/stores/eye';
import { currentLocale } from '@/platform/server/locale';
import { requireTeacher } from '@/platform/server/session';
import { YourEye } from './eye-page';
import { FromElsewhere } from './place';
import { readEye } from './read';
import { Raters } from './raters';
import { readRaters, readRating } from './raters-read';
import { ReadPictures } from './rating';
import { RatersReport } from './report';
import { Round } from './round';

const kindOf = (kind: string | undefined) => (isOneOf(roundKinds, kind) ? kind : 'today');

export async function EyeScreen() {
  return <YourEye {...await readEye(await requireTeacher())} />;
}

/** A new round, under an id of its own. */
export async function NewRoundScreen({ kind }: { readonly kind: string | undefined }): Promise<never> {
  await requireTeacher();
  redirect(`/eye/round/${newId()}?kind=${kindOf(kind)}`);
}

export async function RoundScreen({ id, kind }: { readonly id: string; readonly kind: string | undefined }) {
  const who = await requireTeacher();
  const [round, cards] = await Promise.all([findRound(who, id), listQuestions(who, id)]);
  const answered = cards.flatMap((card) => (card.answer ? [isRight(card, card.answer)] : []));
  return <Round key={id} roundId={id} kind={round.ok ? round.value.kind : kindOf(kind)} answered={answered} />;
}

export async function RatersScreen() {
  const list = await readRaters(await requireTeacher(), await currentLocale());
  return <Raters {...list} names={recordOf(trained, nameOf)} />;
}

export async function RatingScreen({ id, again }: { readonly id: string; readonly again: boolean }) {
  const read = await readRating(await requireTeacher(), await currentLocale(), id, again);
  if (!read.ok) notFound();
  const { reading } = read.value;
  return reading ? (
    <ReadPictures key={`${id} ${reading.occasion}`} page={read.value} reading={reading} />
  ) : (
    <RatersReport page={read.value} />
  );
}

export async function FromElsewhereScreen() {
  await requireTeacher();
  return <FromElsewhere />;
}
