import type * as v from 'valibot';
import { compare } from '@/core/alignment/compare';
import { compareInput, judgeInput, measureInput } from '@/core/alignment/input';
import { judge } from '@/core/alignment/judge';
import { measure } from '@/core/alignment/measure';
import { poleInput, readPole } from '@/core/alignment/pole';
import { rankFromNames, rankInput } from '@/core/corrections/rank-input';
import { agree, agreeInput } from '@/core/agreement/agree';
import { breath } from '@/core/breathing/timeline';
import { breathInput } from '@/core/breathing/breath-input';
import type { Body } from '@/core/body/segments';
import { legLoad } from '@/core/load/demand';
import { equal } from '@/core/load/equal';
import { equalInput, loadInput } from '@/core/load/load-input';
import { calibrate } from '@/core/springs/calibrate';
import { forceAt } from '@/core/springs/springs';
import { calibrateInput, springsInput } from '@/core/springs/springs-input';
import { decide } from '@/core/progression/gate';
import { gateInput } from '@/core/progression/gate-input';
import { failure, success } from '@/core/result';
import { parse } from '@/core/check';
import type { Result } from '@/core/result';
import { repertoire } from '@/repertoire';

type Verb = (input: unknown) => Result<unknown>;

const verb =
  <S extends v.GenericSchema>(schema: S, work: (input: v.InferOutput<S>) => Result<unknown>): Verb =>
  (input) => {
    const parsed = parse(schema, input);
    return parsed.ok ? work(parsed.value) : parsed;
  };

/** What of a body was not told and stands at the mean. */
const assumedOf = ({ sex }: Pick<Body, 'sex'>): string[] => (sex ? [] : ['sex: the mean of female and male shares']);

const verbs: Readonly<Record<string, Verb>> = {
  measure: verb(measureInput, measure),
  judge: verb(judgeInput, (input) => judge(input, repertoire)),
  compare: verb(compareInput, (input) => success(compare(input))),
  rank: verb(rankInput, (input) => rankFromNames(input, repertoire)),
  breath: verb(breathInput, breath),
  agree: verb(agreeInput, agree),
  gate: verb(gateInput, (input) => success(decide(input))),
  load: verb(loadInput, ({ body, variation }) =>
    success({ ...legLoad(body, variation.legs), assumed: assumedOf(body) }),
  ),
  equal: verb(equalInput, (input) => success({ ...equal(input), assumed: assumedOf(input.body) })),
  springs: verb(springsInput, ({ springs, travelM }) => success({ forceN: travelM.map((at) => forceAt(springs, at)) })),
  calibrate: verb(calibrateInput, ({ readings }) => calibrate(readings)),
  pole: verb(poleInput, (input) => success(readPole(input))),
};

/** Answers one verb with JSON text; every failure is a value. */
export function answer(name: string | undefined, text: string): Result<unknown> {
  const chosen = name !== undefined && Object.hasOwn(verbs, name) ? verbs[name] : undefined;
  if (!chosen)
    return failure(
      'unknownVerb',
      `${name ? `"${name}" is not a verb` : 'No verb given'}; verbs: ${Object.keys(verbs).join(', ')}`,
      'verb',
    );
  let input: unknown;
  try {
    input = JSON.parse(text);
  } catch {
    return failure('notJson', 'The input is not JSON.', '');
  }
  return chosen(input);
}
