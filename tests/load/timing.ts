// How long a call takes, told so that two runs on a noisy machine tell alike: the least of many rounds, and what is compared
// takes turns round by round.

let sink = 0;

/** Nanoseconds a call in one round. */
function round(work: () => number, calls: number): number {
  const started = process.hrtime.bigint();
  for (let i = 0; i < calls; i += 1) sink += work();
  return Number(process.hrtime.bigint() - started) / calls;
}

type Timed = { readonly work: () => number; readonly calls: number };

const rounds = 60;

/** Microseconds a call of each, the least of many rounds; all of them warmed up first, then one round of each in turn. */
export function leastUs(timed: readonly Timed[]): number[] {
  for (const { work, calls } of timed) for (let i = 0; i < 3; i += 1) round(work, calls);
  const least = timed.map(() => Number.POSITIVE_INFINITY);
  for (let turn = 0; turn < rounds; turn += 1)
    for (const [i, { work, calls }] of timed.entries())
      least[i] = Math.min(least[i] ?? Number.POSITIVE_INFINITY, round(work, calls));
  if (!Number.isFinite(sink)) throw new Error('the figures came to nothing');
  return least.map((ns) => ns / 1000);
}

/** A yardstick: arithmetic alone, the same in every version of the program. */
export function thousandAngles(): number {
  let sum = 0;
  for (let i = 0; i < 1000; i += 1) sum += Math.atan2((i % 37) - 18.5, (i % 53) + 1);
  return sum;
}
