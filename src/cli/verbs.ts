import type * as v from 'valibot';
import { compare } from '@/core/alignment/compare';
import { compareInput, judgeInput, measureInput } from '@/core/alignment/input';
import { factsFromNames, factsInput } from '@/core/knowledge/facts-input';
import { judge } from '@/core/knowledge/judge';
import { rehearseFromNames, rehearseInput } from '@/core/knowledge/rehearse-input';
import { standingFromNames, standingInput } from '@/core/knowledge/standing-input';
import { measure } from '@/core/alignment/measure';
import {
  articulateFromInput,
  articulateInput,
  circlesFromInput,
  circlesInput,
  repsFromInput,
  repsInput,
} from '@/core/motion/movement-input';
import { measureIds } from '@/core/alignment/rules';
import { poleInput, readPole } from '@/core/alignment/pole';
import { rankFromNames, rankInput } from '@/core/corrections/rank-input';
import { compose } from '@/core/planning/compose';
import { composeInput } from '@/core/planning/compose-input';
import { agree, agreeInput } from '@/core/agreement/agree';
import { eye, eyeInput } from '@/core/eye/observer';
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

/** A measure that nobody takes is a slip of the pen: it is refused, not passed over. */
function unknownMeasure({ measures, neutral = {} }: v.InferOutput<typeof judgeInput>): Result<never> | undefined {
  const known = new Set<string>([...measureIds, ...repertoire.targets.map(({ measure: id }) => id)]);
  for (const [path, given] of Object.entries({ measures, neutral }))
    for (const id of Object.keys(given))
      if (!known.has(id)) return failure('unknownMeasure', `"${id}" is not a known measure`, `${path}.${id}`);
  return undefined;
}

const verbs: Readonly<Record<string, Verb>> = {
  measure: verb(measureInput, measure),
  judge: verb(judgeInput, (input) => unknownMeasure(input) ?? judge(input, repertoire)),
  compare: verb(compareInput, (input) => success(compare(input))),
  rank: verb(rankInput, (input) => rankFromNames(input, repertoire)),
  breath: verb(breathInput, breath),
  agree: verb(agreeInput, agree),
  eye: verb(eyeInput, eye),
  gate: verb(gateInput, (input) => success(decide(input))),
  load: verb(loadInput, ({ body, variation }) =>
    success({ ...legLoad(body, variation.legs), assumed: assumedOf(body) }),
  ),
  equal: verb(equalInput, (input) => success({ ...equal(input), assumed: assumedOf(input.body) })),
  springs: verb(springsInput, ({ springs, travelM }) => success({ forceN: travelM.map((at) => forceAt(springs, at)) })),
  facts: verb(factsInput, (input) => factsFromNames(input, repertoire)),
  rehearse: verb(rehearseInput, (input) => rehearseFromNames(input, repertoire)),
  standing: verb(standingInput, (input) => standingFromNames(input, repertoire)),
  compose: verb(composeInput, compose),
  calibrate: verb(calibrateInput, ({ readings }) => calibrate(readings)),
  reps: verb(repsInput, repsFromInput),
  articulate: verb(articulateInput, articulateFromInput),
  circles: verb(circlesInput, circlesFromInput),
  pole: verb(poleInput, (input) => success(readPole(input))),
};

/** Most characters of one input, and most numbers in it. */
export const mostText = 20_000_000;
const mostNumbers = 200_000;
/** An error stays one short line, whatever was sent. */
const mostMessage = 1200;
const mostPath = 300;
const deepest = 200;

const cut = (text: string, most: number): string => (text.length > most ? `${text.slice(0, most)}…` : text);
const short = <T>(result: Result<T>): Result<T> =>
  result.ok
    ? result
    : failure(cut(result.error.code, 60), cut(result.error.message, mostMessage), cut(result.error.path, mostPath));

type Walked = { readonly numbers: number; readonly odd?: string; readonly deep?: true };

/** How many numbers a value holds, and where the first one is that is none, or can't be told in JSON. */
function walk(value: unknown): Walked {
  let numbers = 0;
  const stack: { value: unknown; path: string; depth: number }[] = [{ value, path: '', depth: 0 }];
  for (let one = stack.pop(); one; one = stack.pop()) {
    if (typeof one.value === 'number') {
      numbers += 1;
      if (!Number.isFinite(one.value)) return { numbers, odd: one.path };
    }
    if (typeof one.value !== 'object' || one.value === null) continue;
    if (one.depth > deepest) return { numbers, deep: true };
    for (const [key, inner] of Object.entries(one.value))
      stack.push({ value: inner, path: one.path ? `${one.path}.${key}` : key, depth: one.depth + 1 });
  }
  return { numbers };
}

/** Checks what no verb's own shape does: how much there is, and that every number is one. */
function refuse(input: unknown): Result<never> | undefined {
  const { numbers, odd, deep } = walk(input);
  if (deep) return failure('tooDeep', 'The input is nested too deeply.');
  if (odd !== undefined) return failure('notFinite', `${odd || 'the input'} is too large to be a number`, odd);
  if (numbers > mostNumbers) return failure('tooLarge', `The input has ${numbers} numbers; ${mostNumbers} at most.`);
  return undefined;
}

function answerWith(chosen: Verb, input: unknown): Result<unknown> {
  const refused = refuse(input);
  if (refused) return refused;
  try {
    const result = chosen(input);
    if (!result.ok) return result;
    const { odd } = walk(result.value);
    return odd === undefined
      ? result
      : failure('overflow', 'These numbers are so large or so small that the answer overflows.', odd);
  } catch (error) {
    return failure('noAnswer', `This can’t be answered: ${error instanceof Error ? error.message : 'unknown'}`);
  }
}

const verbNamed = (name: unknown): Result<Verb> =>
  typeof name === 'string' && Object.hasOwn(verbs, name) && verbs[name]
    ? success(verbs[name])
    : failure(
        'unknownVerb',
        `${name ? `"${cut(String(name), 60)}" is not a verb` : 'No verb given'}; verbs: ${Object.keys(verbs).join(', ')}, batch`,
        'verb',
      );

function readJson(text: string): Result<unknown> {
  if (text.length > mostText) return failure('tooLarge', 'The input is longer than 20 million characters.');
  try {
    const value: unknown = JSON.parse(text);
    return success(value);
  } catch {
    return failure('notJson', 'The input is not JSON.');
  }
}

/** Answers one verb with JSON text; every failure is a value. */
export function answer(name: string | undefined, text: string): Result<unknown> {
  const chosen = verbNamed(name);
  if (!chosen.ok) return chosen;
  const input = readJson(text);
  return short(input.ok ? answerWith(chosen.value, input.value) : input);
}

/** Answers one line of `batch`: `{"verb", "input"}`; undefined for one that was too long to be read. */
export function answerLine(line: string | undefined): Result<unknown> {
  const asked = line === undefined ? failure('tooLarge', 'This line is too long.') : readJson(line);
  if (!asked.ok) return asked;
  const { value } = asked;
  if (typeof value !== 'object' || value === null || Array.isArray(value))
    return failure('badValue', 'A line is {"verb", "input"}.');
  const extra = Object.keys(value).find((key) => key !== 'verb' && key !== 'input');
  if (extra !== undefined) return short(failure('unknownKey', `${extra} is not a known name here`, extra));
  const { verb: name, input }: { readonly verb?: unknown; readonly input?: unknown } = value;
  const chosen = verbNamed(name);
  return short(chosen.ok ? answerWith(chosen.value, input) : chosen);
}
