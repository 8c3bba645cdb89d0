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

const body = { heightM: 1.7, massKg: 65, sex: 'f' } as const;
const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? Number.NaN;
let sink = 0;

/** Microseconds a call, the median of nine rounds after a warm-up. */
function time(work: () => number, calls: number): number {
  const round = () => {
    const started = process.hrtime.bigint();
    for (let i = 0; i < calls; i += 1) sink += work();
    return Number(process.hrtime.bigint() - started) / calls / 1e3;
  };
  round();
  return median(Array.from({ length: 9 }, round));
}

const poses = repertoire.exercises.flatMap(({ levels }) => levels.map(({ top }) => top));
let turn = 0;
const next = () => poses[(turn += 1) % poses.length] ?? { left: { kind: 'footDown' }, right: { kind: 'footDown' } };
const standing = time(() => poseBody(body, next()).spine.length, 400);
const load = time(() => loadOfPose(body, next()).hipsNm.L, 400);
console.warn(
  `• moments of a pose: ${(load / standing).toFixed(2)} × placing its joints (here ${load.toFixed(0)} µs, over the ${poses.length} levels of the repertoire)`,
);
const leg = time(() => legMoment(body, { thighDeg: (turn += 1) % 90, kneeDeg: 30 }), 20_000);
const equal = time(() => lowestThigh(body, { legCount: 2, kneeDeg: 60 }, 2 + ((turn += 1) % 3)).thighDeg ?? 0, 400);
console.warn(`• an equivalent: ${(equal / leg).toFixed(0)} × the closed formula (here ${equal.toFixed(0)} µs)`);
const sightings = Array.from({ length: 60 }, (_, i) => ({
  at: 1 + (i % 10) / 3,
  se: 0.2,
  held: i % 10 > 6 ? 0 : 1,
  day: `2026-0${1 + Math.floor(i / 20)}-01`,
}));
const window = time(() => safeWindow(axes.legs, sightings)?.edge ?? 0, 20);
console.warn(`• a safe window from 60 sightings, with its trend: ${(window / 1000).toFixed(1)} ms here`);
const frame = time(() => {
  turn += 1;
  const legs = { thighDeg: turn % 90, kneeDeg: turn % 40 };
  return answerWhatIf(body, { ...usualWhatIf, left: legs, right: legs, headUp: true }, null, {}, 3).netPct;
}, 100);
console.warn(
  `• what if, all figures and equivalents of a frame: ${(frame / load).toFixed(1)} × the moments of a pose (here ${(frame / 1000).toFixed(2)} ms of the 16.7 that 60 frames a second leave)`,
);
const ladder = time(() => {
  turn += 1;
  const exercise = repertoire.exercises[turn % repertoire.exercises.length];
  return exercise ? (ladderLoad(body, exercise, 2.5)?.most ?? 0) : 0;
}, 49);
console.warn(`• a ladder with its half steps: ${(ladder / 1000).toFixed(2)} ms here`);
const off = worst(cases.map(ours), theirs());
console.warn(
  `• ${cases.length} poses against an independent rigid-body engine: off by ${(100 * off).toExponential(1)} % at most`,
);
if (!Number.isFinite(sink)) throw new Error('nothing was reckoned');
