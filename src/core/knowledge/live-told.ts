// What a camera's frame tells, with what is known of the stickers; and how to say it.
import { listWords } from '../alignment/words';
import type { MarkId } from '../anatomy/marks';
import type { Vec2 } from '../geometry';
import type { LiveView } from './live';
import { tooLittle } from './countable';
import { nameOfMark } from './wanted';

/** What the eye makes of a frame. */
export type LiveTold = Omit<LiveView, 'stage'> & {
  readonly stage: 'finding' | LiveView['stage'];
  /** Stickers that are known, and where, pixels of the frame as it is read; of them, those hidden now. */
  readonly points: Readonly<Partial<Record<MarkId, Vec2>>>;
  readonly hidden: readonly MarkId[];
  /** Stickers that are asked for and were not found. */
  readonly missing: readonly MarkId[];
  /** Found, without a name. */
  readonly loose: number;
  readonly hasMat: boolean;
  readonly size: { readonly width: number; readonly height: number };
  /** The mat's stickers lie elsewhere than they did. */
  readonly cameraMoved: boolean;
  readonly trouble?: string;
};

/** How far the setting up is, in words. */
export function stageWords(told: LiveTold | undefined): string {
  if (!told) return 'Opening…';
  const named = Object.keys(told.points).length + told.hidden.length;
  if (told.stage === 'finding') {
    const mat = told.hasMat ? '' : ' The two violet ones on the mat’s edge are not seen.';
    return `Looking for the stickers: ${named} named${told.loose > 0 ? `, ${told.loose} without a name` : ''}.${mat}`;
  }
  if (told.stage === 'still') return 'Still for a second, at own neutral: everything is told from there.';
  return told.hidden.length > 0
    ? `Watching; hidden now: ${listWords(told.hidden.map(nameOfMark))}.`
    : `Watching ${named} stickers.${told.counts ? '' : ` ${tooLittle}`}`;
}

const blockWords = { head: 'Head', ribs: 'Ribs', pelvis: 'Pelvis' } as const;

/** One word for her who lies there: what is out, or that all is level. */
export function oneWord(told: LiveTold | undefined): string {
  if (!told) return 'Rest';
  if (told.stage !== 'watching') return 'Still';
  const out = told.readings.findLast(({ state }) => state === 'out');
  if (out) return blockWords[out.block];
  return told.readings.some(({ state }) => state === 'in') ? 'Level' : 'Wait';
}
