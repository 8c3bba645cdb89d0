import { levelMeasures } from '@/core/alignment/by-hand';
import { placeWords } from '@/core/anatomy/places';
import { formatMeasure, nameOf } from '@/core/alignment/words';
import { decisionWords, verdictWords, watcherWords } from '@/core/progression/words';
import { signName } from '@/core/knowledge/names';
import type { Repertoire } from '@/core/knowledge/entries';
import type { Payload } from '@/core/progression/events';
import { levelText } from '@/core/load/rungs';
import type { Session } from '@/core/progression/session';

type Names = Pick<Repertoire, 'faults' | 'corrections' | 'stopSigns' | 'conditions'>;

/** How it was that day, and what of it acted. */
const readyWords = (
  { feeling, today = [], words }: Extract<Payload, { kind: 'ready' }>,
  { conditions }: Names,
): string =>
  [
    `Today: ${feeling}`,
    ...today.map((id) => conditions.find((one) => one.id === id)?.name ?? id),
    ...(words ? [words] : []),
  ].join('. ');

const withError = (measure: string, { value, se }: { readonly value: number; readonly se: number }): string =>
  `${formatMeasure(measure, value)} ± ${formatMeasure(measure, se, 'error')}`;

const seenWords = { clean: 'clean', lost: 'lost', notJudged: 'not judged' } as const;

/** What something that watched made of a repetition. */
function watchedWords({ by, verdict, side, set, reason, confirmed }: Extract<Payload, { kind: 'seen' }>): string {
  const what = `Seen by ${watcherWords[by]}: ${seenWords[verdict]}${side === 'both' ? '' : `, ${side}`}, set ${set}`;
  const why = reason ? `. ${nameOf(reason.measure).toLowerCase()} ${withError(reason.measure, reason)}` : '';
  return `${what}${why}${confirmed ? '. Confirmed' : ''}`;
}

/** What a level laid on the pelvis told. */
function levelWords({ by, repetitions, tilt, seconds }: Extract<Payload, { kind: 'levelTold' }>): string {
  const least = `pelvic tilt ${withError(levelMeasures.tilt, tilt)} at the most`;
  return `Told by ${watcherWords[by]}, ${Math.round(seconds)} s: ${least}, ${repetitions} turns of the pelvis`;
}

/** What an event says, in words. `session`: as it stands with all events, to name what they point at. */
export function eventWords(what: Payload, session: Session, names: Names): string {
  const itemName = (id: string): string => session.items.find(({ item }) => item === id)?.name ?? 'an exercise';
  const faultName = (id: string | null): string => names.faults.find((one) => one.id === id)?.plain ?? id ?? '';
  const say = (id: string): string => names.corrections.find((one) => one.id === id)?.say ?? id;
  switch (what.kind) {
    case 'started':
      return `Began in ${what.class ? `the class ${what.class.title}` : what.room || 'the studio'}: ${what.plan.map(({ name }) => name.toLowerCase()).join(', ') || 'nothing planned'}`;
    case 'ready':
      return readyWords(what, names);
    case 'stopSeen':
      return `Stop sign: ${signName(names, what.sign)}${what.seen ? `. ${what.seen}` : ''}`;
    case 'checked':
      return `Apparatus checked: ${what.apparatus}`;
    case 'opened':
      return `${itemName(what.item)} taken in hand`;
    case 'added':
      return `${what.planned.name} added at level ${levelText(what.planned.level)}`;
    case 'followed':
      return `${itemName(what.item)} done with the class, not counted`;
    case 'dropped':
      return `${itemName(what.item)} left out`;
    case 'dosed':
      return `${itemName(what.item)}: ${what.dose.sets} × ${what.dose.repetitions}, ${what.dose.pattern}, ${what.dose.pace} s a count`;
    case 'levelled':
      return `${itemName(what.item)}: to level ${levelText(what.level)}`;
    case 'sided':
      return `Side chosen: ${what.side}`;
    case 'repetition':
      return `${what.clean ? 'Clean' : 'Lost'}${what.side === 'both' ? '' : `, ${what.side}`}, set ${what.set}`;
    case 'seen':
      return watchedWords(what);
    case 'confirmed':
      return `Confirmed: ${what.of.length} seen by the camera`;
    case 'levelTold':
      return levelWords(what);
    case 'named':
      return `Lost: ${what.block}${what.fault ? `, ${faultName(what.fault)}` : ''}`;
    case 'newSet':
      return 'Next set begun';
    case 'rested':
      return 'A rest inside the set';
    case 'tried':
      return `Tried against ${faultName(what.fault)}: “${say(what.correction)}”`;
    case 'judged':
      return `It was ${verdictWords[what.verdict]}`;
    case 'looked':
      return 'A look by eye';
    case 'noted':
      return `Note: ${what.words}`;
    case 'pained':
      return `Pain, ${what.where}: ${what.score} of 10`;
    case 'felt':
      return `${what.isFelt ? 'Felt' : 'Not felt'} in the ${placeWords[what.place]}`;
    case 'decided':
      return `${itemName(what.item)}: ${decisionWords[what.decision]} level ${levelText(what.level)}${what.overruled ? ` (overruled: ${what.overruled})` : ''}`;
    case 'undone':
      return 'Taken back';
    case 'amended':
      return `Set right: ${what.clean ? 'clean' : 'lost'}${what.why ? `. ${what.why}` : ''}`;
    case 'ended':
      return 'Ended';
    case 'reopened':
      return 'Opened again';
    case 'wrapped':
      return `Closed: ${what.points.join(' ') || 'no points for next time'}`;
  }
}
