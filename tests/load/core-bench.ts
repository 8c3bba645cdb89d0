// measure + judge of one fully marked picture against its set-up, as a multiple of the bare trigonometry it contains.
import * as v from 'valibot';
import { judgeInput, measureInput } from '@/core/alignment/input';
import { judge } from '@/core/knowledge/judge';
import { measure } from '@/core/alignment/measure';
import type { Vec2 } from '@/core/geometry';
import { seeded } from '@/core/random';
import { repertoire } from '@/repertoire';

const rounds = 4000;
const uniform = seeded(7);
const near = (x: number, y: number): Vec2 => [x + 20 * uniform(), y + 12 * uniform()];
const marks = () => ({
  ASIS: near(1000, 690),
  PS: near(1120, 700),
  SN: near(620, 730),
  LR: near(800, 690),
  GT: near(1090, 780),
  LK: near(1100, 370),
  LM: near(1500, 380),
  FH: near(260, 690),
  CH: near(400, 690),
});
const inputs = Array.from({ length: 64 }, () =>
  v.parse(measureInput, {
    position: 'supine',
    view: 'side',
    headEnd: 'left',
    matLine: [
      [100, 1000],
      [2100, 1000],
    ],
    scale: {
      points: [
        [500, 1010],
        [1500, 1010],
      ],
      mm: 1000,
    },
    landmarks: marks(),
    neutral: { landmarks: marks() },
  }),
);

function whole(input: (typeof inputs)[number]): number {
  const measured = measure(input);
  if (!measured.ok) throw new Error(measured.error.message);
  const measures = Object.fromEntries(
    Object.entries(measured.value.measures).map(([id, { value, seWithin }]) => [id, { value, se: seWithin }]),
  );
  const judged = judge(v.parse(judgeInput, { exercise: 'legFloat', level: 2, measures }), repertoire);
  return judged.ok ? judged.value.findings.length : 0;
}

/** What a person with a pocket calculator would do: seven angles and one ratio. */
function bare({ landmarks: { ASIS, PS, SN, LR, GT, LK, LM, FH, CH }, neutral }: (typeof inputs)[number]): number {
  const angle = (a: Vec2 | undefined, b: Vec2 | undefined) => (a && b ? Math.atan2(b[1] - a[1], b[0] - a[0]) : 0);
  const span = (a: Vec2 | undefined, b: Vec2 | undefined) => (a && b ? Math.hypot(b[1] - a[1], b[0] - a[0]) : 1);
  const rest = neutral?.landmarks ?? {};
  return (
    angle(PS, ASIS) +
    angle(LR, SN) -
    angle(rest.LR, rest.SN) +
    angle(GT, LK) +
    angle(LK, LM) +
    angle(CH, FH) +
    angle(rest.PS, rest.ASIS) +
    span(LR, ASIS) / span(rest.LR, rest.ASIS)
  );
}

let sink = 0;
function time(work: (input: (typeof inputs)[number]) => number, times: number): number {
  const started = process.hrtime.bigint();
  for (let i = 0; i < times; i += 1) {
    const input = inputs[i % inputs.length];
    if (input) sink += work(input);
  }
  return Number(process.hrtime.bigint() - started) / times;
}

const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? Number.NaN;

time(whole, 500);
time(bare, 50_000);
const ratios = Array.from({ length: 9 }, () => {
  const [core, trigonometry] = [time(whole, rounds), time(bare, rounds * 20)];
  return { ratio: core / trigonometry, core };
});
if (!Number.isFinite(sink)) throw new Error('the figures came to nothing');
console.warn(
  `• measure + judge: ${Math.round(median(ratios.map(({ ratio }) => ratio)))} × the bare trigonometry (here ${(median(ratios.map(({ core }) => core)) / 1000).toFixed(0)} µs a picture, errors, verdicts and words included)`,
);
