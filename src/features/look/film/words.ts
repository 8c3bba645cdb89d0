// What a film tells, in words.
import { formatMeasure, listWords, nameOf } from '@/core/alignment/words';
import type { Repertoire } from '@/core/knowledge/entries';
import type { FilmReading } from '@/core/knowledge/film';
import type { FilmRepetition } from '@/core/knowledge/film-set';
import { entry } from '@/core/knowledge/find';
import { parts, whyNot } from '@/core/knowledge/film-words';
import { plainOf } from '@/core/knowledge/names';
import type { Disturbance } from '@/core/motion/disturbed';

export const seconds = (s: number): string => `${s.toFixed(1)} s`;

export const verdictNames = { clean: 'clean', lost: 'lost', notJudged: 'not judged', partial: 'half' } as const;

/** Why a repetition is what it is. */
export function wordRepetition(
  { verdict, because, finding, lost, range }: FilmRepetition,
  { faults }: Pick<Repertoire, 'faults'>,
): string {
  if (verdict === 'partial') return `only ${Math.round(range)}° of the way: counts neither way`;
  if (verdict === 'notJudged') return because ? whyNot[because] : '';
  if (verdict === 'clean') return 'all that is watched stayed in its target';
  if (!finding) return 'out of its target';
  const fault = plainOf(entry(faults, finding.fault), finding.side);
  const where = lost ? `, ${parts[lost.when]}` : '';
  return `${fault}${where}: ${formatMeasure(finding.measure, finding.value)} ± ${formatMeasure(finding.measure, finding.se, 'error')}`;
}

const many = (count: number, one: string, more = `${one}s`): string => `${count} ${count === 1 ? one : more}`;

/** The whole set in a sentence. */
export function wordSet({ repetitions, cleanInARow, set }: FilmReading): string {
  const whole = repetitions.filter(({ verdict }) => verdict !== 'partial');
  const lost = whole.filter(({ verdict }) => verdict === 'lost').length;
  const notJudged = whole.filter(({ verdict }) => verdict === 'notJudged').length;
  const halves = repetitions.length - whole.length;
  if (whole.length === 0) return 'No whole repetition was seen.';
  const also = [
    lost > 0 ? `${lost} lost` : '',
    notJudged > 0 ? `${notJudged} not judged` : '',
    halves > 0 ? many(halves, 'half', 'halves') : '',
    set.openFromS === undefined ? '' : 'one that the film does not end',
  ].filter(Boolean);
  const clean = notJudged === whole.length ? '' : `, ${cleanInARow} clean before form went`;
  return `${many(whole.length, 'repetition')}${clean}${also.length > 0 ? `; ${listWords(also)}` : ''}.`;
}

const beginnings = {
  limb: 'The limb moves before the pelvis, as it should where the pelvis is to stay.',
  pelvis: 'The pelvis moves before the limb: it leads.',
  together: 'Pelvis and limb begin together.',
} as const;

/** A way hurried or dragged by less than this is in step, as a share. */
const inStep = 0.15;
const wayNames = { out: 'way out', back: 'way back' } as const;

/** The tempo beside the breath: `Breath out 4, in 4: a count lasts 0.4 s; the way back is hurried by 30 %.` */
function wordBreath({ pattern, countS, off }: NonNullable<FilmReading['breath']>): string {
  const ways = (['out', 'back'] as const).filter((way) => Math.abs(off[way]) >= inStep);
  const each = ways.map(
    (way) =>
      `the ${wayNames[way]} is ${off[way] < 0 ? 'hurried' : 'drawn out'} by ${Math.round(100 * Math.abs(off[way]))} %`,
  );
  const how = each.length > 0 ? listWords(each) : 'out and back keep its proportions';
  return `Beside the breath (${pattern}) a count lasts ${seconds(countS)}: ${how}.`;
}

/** Tempo, breath, end points, trembling, what begins: what there is to say of a set besides its repetitions. */
export function wordsOfMovement({ set, first, breath, trembles, driver }: FilmReading): string[] {
  const { tempo, endPointSd } = set;
  return [
    ...(tempo
      ? [
          `Tempo: ${seconds(tempo.outS)} out, ${seconds(tempo.holdS)} held, ${seconds(tempo.backS)} back (the middle one of all).`,
        ]
      : []),
    ...(endPointSd === null ? [] : [`Turns ± ${endPointSd.toFixed(1)}° from one repetition to the next.`]),
    ...(breath ? [wordBreath(breath)] : []),
    ...(first ? [beginnings[first]] : []),
    ...(trembles
      ? [
          `The ${trembles.what === driver.line ? driver.line : nameOf(trembles.what)} trembles by ± ${trembles.rms.toFixed(1)}°, 4 to 12 times a second. That ends the set; it is no stop sign.`,
        ]
      : []),
  ];
}

/** What disturbed a film, with when. */
export function wordDisturbance({ what, fromS, toS }: Disturbance): string {
  const when = `${seconds(fromS)} to ${seconds(toS)}`;
  return what === 'cameraMoved'
    ? `The camera moved, ${when}: nothing is told of that. Fix it and film once more if it matters.`
    : `Most marks were hidden, ${when}: someone or something stood before them.`;
}

/** Marks that were lost for a good part of a film. */
export function wordLost({ lostShare }: FilmReading, nameOfMark: (key: string) => string): string | undefined {
  const lost = Object.entries(lostShare).filter(([, share]) => share > 0.1);
  if (lost.length === 0) return undefined;
  const each = lost.map(([key, share]) => `${nameOfMark(key)} (${Math.round(100 * share)} %)`);
  return `Lost for part of the film: ${listWords(each)}. Go to where a mark went astray and drag it back; it is followed anew from there.`;
}

/** Measures that are watched here and were not held against their targets, and why. */
export const wordsNotJudged = ({ notJudged }: FilmReading): string[] =>
  Object.entries(notJudged).map(([id, why]) => `${nameOf(id)}: ${why}.`);
