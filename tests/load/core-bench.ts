// measure and judge of one fully marked picture against its set-up, as multiples of a thousand arc tangents.
import * as v from 'valibot';
import { judgeInput, measureInput } from '@/core/alignment/input';
import { judge } from '@/core/knowledge/judge';
import { measure } from '@/core/alignment/measure';
import type { Vec2 } from '@/core/geometry';
import { seeded } from '@/core/random';
import { repertoire } from '@/repertoire';
import { workedLines, workedView } from '../rigs/worked-picture';
import { leastUs, thousandAngles } from './timing';

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
    ...workedView,
    ...workedLines(),
    landmarks: marks(),
    neutral: { landmarks: marks() },
  }),
);

type Input = (typeof inputs)[number];

function measuresOf(input: Input) {
  const measured = measure(input);
  if (!measured.ok) throw new Error(measured.error.message);
  return measured.value.measures;
}

const questions = inputs.map((input) => {
  const measures = Object.fromEntries(
    Object.entries(measuresOf(input)).map(([id, { value, seWithin }]) => [id, { value, se: seWithin }]),
  );
  return v.parse(judgeInput, { exercise: 'legFloat', level: 2, measures });
});

/** One after the other, round and round. */
function inTurn<T>(all: readonly T[], work: (one: T) => number): () => number {
  let turn = 0;
  return () => {
    const one = all[turn++ % all.length];
    return one === undefined ? 0 : work(one);
  };
}

const [measuring = 0, judging = 0, yard = 1] = leastUs([
  { work: inTurn(inputs, (one) => Object.keys(measuresOf(one)).length), calls: 1000 },
  {
    work: inTurn(questions, (one) => {
      const judged = judge(one, repertoire);
      return judged.ok ? judged.value.findings.length : 0;
    }),
    calls: 400,
  },
  { work: thousandAngles, calls: 200 },
]);
console.warn(
  `• a picture with its set-up: measure ${(measuring / yard).toFixed(2)} ×, judge ${(judging / yard).toFixed(2)} × a thousand arc tangents (here ${measuring.toFixed(1)}, ${judging.toFixed(1)} and ${yard.toFixed(1)} µs; errors, verdicts and words included)`,
);
