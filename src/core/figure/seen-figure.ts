// A figure of what stickers show of a body: trunk, limbs and head as far as their ends are known, in the picture's pixels.
import type { Landmark } from '../anatomy/landmarks';
import type { Vec2 } from '../geometry';
import { distance, plus, times } from '../geometry';
import { disc, taper } from './shapes';

/** Places by their names, bare or with a side; one side is what a picture shows. */
export type SeenPoints = Readonly<Record<string, Vec2 | undefined>>;

/** The first of these that is seen. */
function first(points: SeenPoints, names: readonly Landmark[]): Vec2 | undefined {
  for (const name of names) {
    const at = points[name] ?? points[`${name}_R`] ?? points[`${name}_L`];
    if (at) return at;
  }
  return undefined;
}

/** What stands for each end of a part, the best first. */
const ends = {
  hip: ['GT', 'ASIS', 'STB'],
  shoulder: ['AC', 'SN', 'SL5'],
  knee: ['LK', 'PAT'],
  ankle: ['LM', 'HEEL'],
  hand: ['WR'],
  front: ['ASIS'],
  below: ['PS', 'STB', 'GT'],
  rib: ['LR'],
  breast: ['SN'],
} as const satisfies Record<string, readonly Landmark[]>;

export type FigurePart = 'trunk' | 'limb' | 'head' | 'block';

/** Parts from end to end, with half their widths there as shares of the thigh's length, or of what stands for it. */
const parts: readonly (readonly [FigurePart, keyof typeof ends, number, keyof typeof ends, number])[] = [
  ['trunk', 'hip', 0.28, 'shoulder', 0.3],
  ['limb', 'hip', 0.2, 'knee', 0.14],
  ['limb', 'knee', 0.14, 'ankle', 0.09],
  ['limb', 'shoulder', 0.09, 'hand', 0.06],
  ['block', 'front', 0.1, 'below', 0.1],
  ['block', 'rib', 0.1, 'breast', 0.1],
];
const headShare = 0.24;

/** The middle of the face, or the ear. */
function headOf(points: SeenPoints): Vec2 | undefined {
  const [brow, chin] = [first(points, ['FH']), first(points, ['CH'])];
  return brow && chin ? times(plus(brow, chin), 0.5) : first(points, ['TR']);
}

/** The thigh's length, or what stands for it; undefined where no hip is seen. */
function unitOf(points: SeenPoints): number | undefined {
  const [hip, knee, shoulder] = [first(points, ends.hip), first(points, ends.knee), first(points, ends.shoulder)];
  const [other, share] = knee ? [knee, 1] : [shoulder, 0.8];
  return hip && other ? share * distance(hip, other) : undefined;
}

/** The parts that can be drawn; none where too little is seen. */
export function seenFigure(points: SeenPoints): { readonly part: FigurePart; readonly path: string }[] {
  const unit = unitOf(points);
  if (unit === undefined || unit < 1) return [];
  const head = headOf(points);
  const drawn = parts.flatMap(([part, from, wide, to, narrow]) => {
    const [a, b] = [first(points, ends[from]), first(points, ends[to])];
    return a && b ? [{ part, path: taper({ at: a, radius: wide * unit }, { at: b, radius: narrow * unit }) }] : [];
  });
  return [...(head ? [{ part: 'head' as const, path: disc({ at: head, radius: headShare * unit }) }] : []), ...drawn];
}
