// The lines to draw on a picture: each block as it is, and where it would be level.
import { length, middle, minus, plus, rotate, times, unit } from '../geometry';
import type { Vec2 } from '../geometry';
import type { Landmark } from '../anatomy/landmarks';
import type { Marks } from '../anatomy/marks';

export type Line = readonly [Vec2, Vec2];
export type LevelLine = {
  readonly block: 'head' | 'ribs' | 'pelvis' | 'thigh' | 'shank';
  readonly line: Line;
  /** Own neutral (pelvis, ribs) or the mat's level (head); absent where neither is known. */
  readonly level?: Line;
};

const blocks: readonly {
  readonly block: LevelLine['block'];
  readonly from: Landmark;
  readonly to: Landmark;
  readonly levelIs?: 'neutral' | 'mat';
}[] = [
  { block: 'head', from: 'CH', to: 'FH', levelIs: 'mat' },
  { block: 'ribs', from: 'LR', to: 'SN', levelIs: 'neutral' },
  { block: 'pelvis', from: 'PS', to: 'ASIS', levelIs: 'neutral' },
  { block: 'pelvis', from: 'PSIS', to: 'ASIS', levelIs: 'neutral' },
  { block: 'thigh', from: 'GT', to: 'LK' },
  { block: 'shank', from: 'LK', to: 'LM' },
];

const angleOf = ([x, y]: Vec2): number => Math.atan2(y, x);

/** Angle of the mat line in the picture, read left to right. */
function matAngle({ matLine }: Marks): number | undefined {
  if (!matLine) return undefined;
  const along = minus(matLine[1], matLine[0]);
  return length(along) === 0 ? undefined : angleOf(along[0] < 0 ? times(along, -1) : along);
}

const lineThrough = (centre: Vec2, direction: Vec2, half: number): Line => [
  minus(centre, times(direction, half)),
  plus(centre, times(direction, half)),
];

/** Direction of the same block in the set-up, turned to this picture's mat. */
function neutralOf(from: Landmark, to: Landmark, mat: number | undefined, setup: Marks | undefined): Vec2 | undefined {
  const [a, b] = [setup?.landmarks[from], setup?.landmarks[to]];
  const setupMat = setup && matAngle(setup);
  return a && b && mat !== undefined && setupMat !== undefined ? rotate(minus(b, a), mat - setupMat) : undefined;
}

/** Lines of every block whose landmarks are marked; `setup` gives own neutral. */
export function levelLines(marks: Marks, setup?: Marks): LevelLine[] {
  const mat = matAngle(marks);
  const levelOf = ({ from, to, levelIs }: (typeof blocks)[number]): Vec2 | undefined => {
    if (levelIs === 'neutral') return neutralOf(from, to, mat, setup);
    return levelIs === 'mat' && mat !== undefined ? rotate([1, 0], mat) : undefined;
  };
  const lines: LevelLine[] = [];
  for (const one of blocks) {
    const { block, from, to, levelIs } = one;
    const [a, b] = [marks.landmarks[from], marks.landmarks[to]];
    if (!a || !b || (from === 'PSIS' && marks.landmarks.PS)) continue;
    const along = minus(b, a);
    if (length(along) === 0) continue;
    const [centre, half] = [middle(a, b), length(along) * (levelIs ? 0.95 : 0.5)];
    const line = lineThrough(centre, unit(along), half);
    const level = levelOf(one);
    lines.push({
      block,
      line,
      ...(level && length(level) > 0 ? { level: lineThrough(centre, unit(level), half) } : {}),
    });
  }
  return lines;
}

/** Where a block may lean within its target: a fan about its middle, from its level line. */
export type Band = { readonly block: LevelLine['block']; readonly lo: number; readonly hi: number };

export type JointAngle = {
  readonly name: string;
  readonly at: Vec2;
  /** Points on both arms of the angle. */
  readonly arms: readonly [Vec2, Vec2];
  readonly deg: number;
};

const joints: readonly (readonly [string, Landmark, Landmark, Landmark])[] = [
  ['hip', 'AC', 'GT', 'LK'],
  ['hip', 'SN', 'GT', 'LK'],
  ['knee', 'GT', 'LK', 'LM'],
  ['shoulder', 'GT', 'AC', 'WR'],
];

/** The angle between the two arms at each marked joint, in the picture's plane: 180 is straight. */
export function jointAngles({ landmarks }: Marks): JointAngle[] {
  const found: JointAngle[] = [];
  for (const [name, from, at, to] of joints) {
    if (found.some((one) => one.name === name)) continue;
    const [a, b, c] = [landmarks[from], landmarks[at], landmarks[to]];
    if (!a || !b || !c) continue;
    const [first, second] = [minus(a, b), minus(c, b)];
    if (length(first) === 0 || length(second) === 0) continue;
    const cosine = (first[0] * second[0] + first[1] * second[1]) / (length(first) * length(second));
    found.push({ name, at: b, arms: [a, c], deg: (Math.acos(Math.min(1, Math.max(-1, cosine))) * 180) / Math.PI });
  }
  return found;
}
