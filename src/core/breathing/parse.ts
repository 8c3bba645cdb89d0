import { failure, success } from '../result';
import type { Result } from '../result';

export type BreathPhaseKind = 'in' | 'out' | 'hold';
export type BreathPhase = { readonly kind: BreathPhaseKind; readonly count: number; readonly moves: string };

const longestCount = 60;
const shape = /^(\S+)(?:\s+(\S+))?(?:\s+(.*))?$/;

/** Reads `in 4 prepare, out 4 lift`: phases with a count and what moves (which may be left out). */
export function parsePattern(text: string): Result<readonly BreathPhase[]> {
  if (text.trim() === '')
    return failure('patternEmpty', 'The breath pattern is empty: write it like "in 4 prepare, out 4 lift".', 'pattern');
  const phases: BreathPhase[] = [];
  for (const [index, part] of text.split(',').entries()) {
    const [, word = '', count = '', moves = ''] = shape.exec(part.trim()) ?? [];
    const where = `part ${index + 1} ("${part.trim()}")`;
    const kind = word.toLowerCase();
    if (kind !== 'in' && kind !== 'out' && kind !== 'hold')
      return failure('patternPhase', `In ${where} of the breath pattern, "${word}" is not in, out or hold.`, 'pattern');
    const number = /^\d+(\.\d+)?$/.test(count) ? Number(count) : Number.NaN;
    if (!(number > 0 && number <= longestCount))
      return failure(
        'patternCount',
        `In ${where} of the breath pattern, the count must be a number above 0, up to ${longestCount}.`,
        'pattern',
      );
    phases.push({ kind, count: number, moves: moves.trim() });
  }
  if (!phases.some(({ kind }) => kind !== 'hold'))
    return failure('patternNoBreath', 'The breath pattern holds throughout: it needs a breath in or out.', 'pattern');
  return success(phases);
}
