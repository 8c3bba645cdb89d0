// What load costs: a pose, an equivalent, a window, every frame of a drag; and how far an independent engine agrees.
import { legMoment } from '@/core/load/demand';
import { lowestThigh } from '@/core/load/equal';
import { ladderLoad } from '@/core/load/ladder';
import { loadOfPose } from '@/core/load/moments';
import { axes } from '@/core/load/sightings';
import { answerWhatIf, usualWhatIf } from '@/core/load/what-if';
import { safeWindow } from '@/core/load/window';
import { poseBody } from '@/core/body/skeleton';
import { repertoire } from '@/repertoire';
import { cases, ours, theirs, worst } from './engine';
import { leastUs } from './timing';

const body = { heightM: 1.7, massKg: 65, sex: 'f' } as const;
const poses = repertoire.exercises.flatMap(({ levels }) => levels.map(({ top }) => top));
let turn = 0;
const next = () => poses[(turn += 1) % poses.length] ?? { left: { kind: 'footDown' }, right: { kind: 'footDown' } };
const sightings = Array.from({ length: 60 }, (_, i) => ({
  at: 1 + (i % 10) / 3,
  se: 0.2,
  held: i % 10 > 6 ? 0 : 1,
  day: `2026-0${1 + Math.floor(i / 20)}-01`,
}));
function oneFrame(): number {
  turn += 1;
  const legs = { thighDeg: turn % 90, kneeDeg: turn % 40 };
  return answerWhatIf(body, { ...usualWhatIf, left: legs, right: legs, headUp: true }, null, {}, 3).netPct;
}
function oneLadder(): number {
  turn += 1;
  const exercise = repertoire.exercises[turn % repertoire.exercises.length];
  // A body of its own each time: what was worked out for one is remembered.
  return exercise ? (ladderLoad({ ...body, massKg: 50 + (turn % 4001) / 100 }, exercise, 2.5)?.most ?? 0) : 0;
}
const [standing = 1, load = 0, leg = 1, equal = 0, window = 0, frame = 0, ladder = 0] = leastUs([
  { work: () => poseBody(body, next()).spine.length, calls: poses.length },
  { work: () => loadOfPose(body, next()).hipsNm.L, calls: poses.length },
  { work: () => legMoment(body, { thighDeg: (turn += 1) % 90, kneeDeg: 30 }), calls: 20_000 },
  { work: () => lowestThigh(body, { legCount: 2, kneeDeg: 60 }, 2 + ((turn += 1) % 3)).thighDeg ?? 0, calls: 60 },
  { work: () => safeWindow(axes.legs, sightings)?.edge ?? 0, calls: 4 },
  { work: oneFrame, calls: 20 },
  { work: oneLadder, calls: repertoire.exercises.length },
]);
console.warn(
  `• moments of a pose: ${(load / standing).toFixed(2)} × placing its joints (here ${load.toFixed(0)} µs, over the ${poses.length} levels of the repertoire)`,
);
console.warn(`• an equivalent: ${(equal / leg).toFixed(0)} × the closed formula (here ${equal.toFixed(0)} µs)`);
console.warn(
  `• a safe window from 60 sightings, with its trend: ${(window / load).toFixed(1)} × the moments of a pose (here ${(window / 1000).toFixed(1)} ms)`,
);
console.warn(
  `• what if, all figures and equivalents of a frame: ${(frame / load).toFixed(1)} × the moments of a pose (here ${(frame / 1000).toFixed(2)} ms of the 16.7 that 60 frames a second leave)`,
);
console.warn(
  `• a ladder with its half steps, for a new body: ${(ladder / load).toFixed(0)} × the moments of a pose (here ${(ladder / 1000).toFixed(1)} ms)`,
);
const off = worst(cases.map(ours), theirs());
console.warn(
  `• ${cases.length} poses against an independent rigid-body engine: off by ${(100 * off).toExponential(1)} % at most`,
);
