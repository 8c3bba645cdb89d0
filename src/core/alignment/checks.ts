// What makes a picture doubtful: a camera that is not square, sides taken for one another, marks where no body has them.
import { distance, dot, minus } from '../geometry';
import type { Vec2 } from '../geometry';
import { isUpright } from '../anatomy/positions';
import type { Frame } from './frame';
import type { MeasureInput } from './input';
import { landmarkInfo, sidedKey } from '../anatomy/landmarks';
import type { Landmark, LandmarkKey } from '../anatomy/landmarks';
import { keyAt, nearSlot, numberOf, sidedSlot } from './mark-table';
import type { MarkTable } from './mark-table';

export type Warning = { readonly code: string; readonly message: string; readonly landmarks?: readonly LandmarkKey[] };

type Marked = { readonly table: MarkTable; readonly frame: Frame };
type Spot = { readonly key: LandmarkKey; readonly at: Vec2 };

function find({ table, frame }: Marked, name: Landmark): Spot | undefined {
  const slot = nearSlot(table, numberOf[name], frame.near);
  const at = slot < 0 ? undefined : table[slot];
  return at && { key: keyAt(slot), at };
}

const matTiltWarnDeg = 10;
/** Halves of one straight rod that differ by more than this were not seen from square on. */
const halvesDifferBy = 0.05;

function checkCamera({ scale, matLine }: MeasureInput, frame: Frame): Warning[] {
  const warnings: Warning[] = [];
  if (Math.abs(frame.matTiltDeg) > matTiltWarnDeg)
    warnings.push({
      code: 'matTilted',
      message: `The mat line is tilted ${Math.abs(frame.matTiltDeg).toFixed(0)}°: the camera is not square to the mat.`,
    });
  if (!frame.mmPerPx)
    warnings.push({
      code: 'noScale',
      message:
        'No known length is marked: angles are right, but millimetres and the error between set-ups are not known.',
    });
  if (scale?.middle) {
    const [first, second] = [distance(scale.points[0], scale.middle), distance(scale.middle, scale.points[1])];
    const ratio = Math.max(first, second) / Math.min(first, second);
    const nearer = first > second === scale.points[0][0] < scale.points[1][0] ? 'left' : 'right';
    if (ratio > 1 + halvesDifferBy)
      warnings.push({
        code: 'notSquare',
        message: `The two halves of the known length look ${ratio.toFixed(2)} to 1: the camera stands askew, nearer to the ${nearer} end. Turn it square to the mat.`,
      });
  }
  if (distance(matLine[0], matLine[1]) < 60)
    warnings.push({
      code: 'shortMatLine',
      message: 'The mat line is very short: set its ends as far apart as you can.',
    });
  return warnings;
}

/** Landmarks of the trunk, which cannot cross over as knees and ankles can. */
const trunkPairs = ['ASIS', 'PSIS', 'AC', 'GT', 'SEAT'] as const;

/** Landmarks whose left and right stand on the wrong sides of one another in a view that shows both. */
function checkSides({ view }: MeasureInput, { table, frame }: Marked): Warning[] {
  if (view === 'side') return [];
  const swapped = trunkPairs.filter((name) => {
    const [left, right] = [table[sidedSlot(numberOf[name], 'L')], table[sidedSlot(numberOf[name], 'R')]];
    return left && right && dot(minus(right, left), frame.rightward) < 0;
  });
  if (swapped.length === 0) return [];
  return [
    {
      code: 'leftRightSwapped',
      message: 'Left and right look swapped for this view.',
      landmarks: swapped.flatMap((name) => [sidedKey(name, 'L'), sidedKey(name, 'R')]),
    },
  ];
}

/** Distances that bodies between 1.2 and 2.1 m can show in a side view, mm. */
const likelyMm: readonly (readonly [Landmark, Landmark, number, number])[] = [
  ['ASIS', 'PS', 45, 170],
  ['ASIS', 'PSIS', 85, 250],
  ['ASIS', 'GT', 40, 240],
  ['LR', 'SN', 110, 370],
  ['XP', 'SN', 70, 270],
  ['FH', 'CH', 65, 210],
  ['AC', 'GT', 250, 720],
  ['AC', 'TR', 40, 330],
  ['GT', 'LK', 170, 600],
  ['LK', 'LM', 190, 600],
  ['AC', 'EL', 20, 430],
  ['EL', 'WR', 20, 380],
];

function checkLengths({ view }: MeasureInput, marked: Marked): Warning[] {
  if (view !== 'side') return [];
  const { frame } = marked;
  const found = (name: Landmark) => find(marked, name);
  const warnings: Warning[] = [];
  if (frame.mmPerPx)
    for (const [from, to, least, most] of likelyMm) {
      const [a, b] = [found(from), found(to)];
      if (!a || !b) continue;
      const mm = distance(a.at, b.at) * frame.mmPerPx;
      if (mm < least || mm > most)
        warnings.push({
          code: 'unlikelyLengths',
          message: `${from} to ${to} measures ${mm.toFixed(0)} mm; on a body it is ${least} to ${most} mm. One of the two, or the known length, is not where it should be.`,
          landmarks: [a.key, b.key],
        });
    }
  if (warnings.length > 0) return warnings.slice(0, 3);
  const [hip, knee, ankle] = [found('GT'), found('LK'), found('LM')];
  if (!hip || !knee || !ankle) return [];
  const ratio = distance(hip.at, knee.at) / distance(knee.at, ankle.at);
  if (ratio > 0.6 && ratio < 1.6) return [];
  return [
    {
      code: 'unlikelyLengths',
      message: `Thigh and shank are ${ratio.toFixed(1)} to 1: one of hip, knee or ankle is not where it should be.`,
      landmarks: [hip.key, knee.key, ankle.key],
    },
  ];
}

/** From the feet up: what must lie nearer to the head than what. */
const headOrder: readonly (readonly [Landmark, Landmark])[] = [
  ['GT', 'AC'],
  ['ASIS', 'SN'],
  ['ASIS', 'LR'],
  ['PS', 'SN'],
  ['GT', 'LR'],
  ['AC', 'TR'],
  ['SN', 'FH'],
];

function checkOrder({ view, position, trunk }: MeasureInput, marked: Marked): Warning[] {
  const { frame } = marked;
  if (view !== 'side' || trunk === 'inclined') return [];
  const toward: Vec2 = isUpright(position) ? frame.up : frame.headward;
  for (const [lower, higher] of headOrder) {
    const [a, b] = [find(marked, lower), find(marked, higher)];
    if (!a || !b || dot(minus(b.at, a.at), toward) > 0) continue;
    const [nearFeet, nearHead] = [landmarkInfo[lower].name, landmarkInfo[higher].name];
    return [
      {
        code: 'unlikelyPlaces',
        message: `The ${nearHead} lies nearer the feet than the ${nearFeet}: they look swapped, or the head is at the other end.`,
        landmarks: [a.key, b.key],
      },
    ];
  }
  return [];
}

/** In a side view the far side's bony points are hidden behind the body. */
function checkFarSide({ view, position }: MeasureInput, { table, frame }: Marked): Warning[] {
  if (view !== 'side' || position === 'sideLying') return [];
  const far = frame.near === 'L' ? 'R' : 'L';
  const named = (['ASIS', 'PSIS', 'GT', 'LR', 'AC', 'TR'] as const)
    .filter((name) => {
      const number = numberOf[name];
      return table[sidedSlot(number, far)] && nearSlot(table, number, frame.near) === sidedSlot(number, far);
    })
    .map((name) => sidedKey(name, far));
  if (named.length === 0) return [];
  return [
    {
      code: 'farSideMarked',
      message: `${named.join(', ')}: from here it is the client’s ${far === 'L' ? 'right' : 'left'} side that is seen. The side, or the head end, is not as said.`,
      landmarks: named,
    },
  ];
}

/** Everything doubtful about a picture's marks; nothing here is left out of the measuring. */
export const checkPicture = (input: MeasureInput, marked: Marked): Warning[] => [
  ...checkCamera(input, marked.frame),
  ...checkSides(input, marked),
  ...checkFarSide(input, marked),
  ...checkOrder(input, marked),
  ...checkLengths(input, marked),
];
