// What a device beside hers may say to the session or look that it was joined to by a code: repetitions seen, a set measured by a level.
import * as v from 'valibot';
import { isOneOf } from '../keyed';
import { lostBlocks, parts, seenVerdicts, watchers } from './words';

const finite = v.pipe(v.number(), v.finite());
const notNegative = v.pipe(finite, v.minValue(0));
const short = v.pipe(v.string(), v.nonEmpty(), v.maxLength(60));
const agoMs = v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(3_600_000));
const estimate = v.strictObject({ value: v.pipe(finite, v.minValue(-360), v.maxValue(360)), se: notNegative });

export const besideMessage = v.variant('kind', [
  v.strictObject({
    kind: v.literal('seen'),
    by: v.picklist(watchers),
    verdict: v.picklist(seenVerdicts),
    because: v.optional(v.picklist(['notSeen', 'nearLimit', 'nothingWatched'])),
    /** How long before it was sent it turned and ended, ms. */
    turnedMs: agoMs,
    endedMs: agoMs,
    side: v.nullable(v.picklist(['L', 'R'])),
    reason: v.nullable(
      v.strictObject({
        measure: short,
        value: finite,
        se: notNegative,
        block: v.nullable(v.picklist(lostBlocks.filter((one) => one !== 'breath'))),
        fault: v.nullable(short),
        when: v.nullable(v.picklist(parts)),
      }),
    ),
  }),
  v.strictObject({
    kind: v.literal('level'),
    by: v.picklist(watchers),
    seconds: v.pipe(notNegative, v.maxValue(3600)),
    repetitions: v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(500)),
    tilt: estimate,
    roll: estimate,
    trembling: v.nullable(v.pipe(notNegative, v.maxValue(1))),
  }),
]);
export type BesideMessage = v.InferOutput<typeof besideMessage>;

/** Letters and figures that are not taken for one another when read aloud or by a bad light. */
export const codeLetters = 'ABCDEFGHJKLMNPQRTUVWXY346789';
export const codeLength = 6;

/** A code as it was typed, without what it was set apart by; undefined where it can be none. */
export function readCode(typed: string): string | undefined {
  const code = typed.toUpperCase().replace(/[\s-]/g, '');
  const isCode = code.length === codeLength && [...code].every((letter) => isOneOf([...codeLetters], letter));
  return isCode ? code : undefined;
}

/** A code as it is shown: `AB3-K9T`. */
export const showCode = (code: string): string => `${code.slice(0, 3)}-${code.slice(3)}`;
