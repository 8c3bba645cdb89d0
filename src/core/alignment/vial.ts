// The three level vials: which measure each shows, and what state its block is in.
import { isFromEnd, placeBubble } from './bubble';
import type { BubblePlace, Vantage } from './bubble';
import type { Finding, JudgeOutput, Verdict } from './judge';
import type { MeasureOutput } from './measure';
import { measureRules } from './rules';
import type { LookValue } from './look-values';

export const vialBlocks = ['head', 'ribs', 'pelvis'] as const;
export type VialBlock = (typeof vialBlocks)[number];

/** Measures that a block's vial shows, in the order of the rules: the best first. */
const shownFrom = (seen: 'profile' | 'end'): Readonly<Record<VialBlock, readonly string[]>> => {
  const of = (block: VialBlock) =>
    measureRules.filter(({ vial }) => vial?.block === block && vial.seen === seen).map(({ id }) => id);
  return { head: of('head'), ribs: of('ribs'), pelvis: of('pelvis') };
};
const shownInProfile = shownFrom('profile');
const shownFromEnd = shownFrom('end');
const shownOn = (vantage: Vantage) => (isFromEnd(vantage) ? shownFromEnd : shownInProfile);

/** Blocks that a vial can be drawn for from here. */
export const blocksSeen = (vantage: Vantage): readonly VialBlock[] =>
  vialBlocks.filter((block) => shownOn(vantage)[block].length > 0);

export type BlockReading = {
  readonly block: VialBlock;
  /** `rest`: the set-up picture, where the block's own neutral is. */
  readonly state: Verdict | 'rest' | 'none';
  readonly place?: BubblePlace;
  readonly finding?: Finding;
  /** What stands beside the glass; `se` is absent where the error is not known. */
  readonly shown?: { readonly measure: string; readonly value: number; readonly se?: number };
};

type Judged = Pick<JudgeOutput, 'findings' | 'target'>;

function readBlock(block: VialBlock, judged: Judged, vantage: Vantage): BlockReading | undefined {
  const finding = shownOn(vantage)
    [block].map((id) => judged.findings.find(({ measure }) => measure === id))
    .find(Boolean);
  const target = finding && judged.target[finding.measure];
  if (!finding || !target) return undefined;
  const { measure, value, se, verdict } = finding;
  return {
    block,
    state: verdict,
    finding,
    shown: { measure, value, se },
    place: placeBubble(block, value, se, target.interval, target.tolerance, vantage),
  };
}

/** The blocks of a judged moment that can be seen from here: in profile head, ribs and pelvis. */
export const readBlocks = (judged: Judged | undefined, vantage: Vantage): BlockReading[] =>
  blocksSeen(vantage).map((block) => (judged && readBlock(block, judged, vantage)) ?? { block, state: 'none' });

/** As much of a kept look as its vials show. */
export type KeptFindings = {
  readonly baseline: readonly Finding[];
  readonly retest: readonly Finding[];
  readonly target: JudgeOutput['target'];
};

/** The same of a kept look: after the correction where there was a retest. */
export const readKeptBlocks = ({ retest, baseline, target }: KeptFindings, vantage: Vantage): BlockReading[] =>
  readBlocks({ findings: retest.length > 0 ? retest : baseline, target }, vantage);

/** The set-up: its face is judged against the mat; pelvis and ribs stand at own neutral by definition. */
export function readRest(
  judged: JudgeOutput | undefined,
  values: Readonly<Record<string, LookValue>>,
  missing: MeasureOutput['missing'],
  vantage: Vantage,
): BlockReading[] {
  const middle: BubblePlace = { at: 0, spread: 0.1 };
  return readBlocks(judged, vantage).map((reading): BlockReading => {
    if (reading.state !== 'none') return reading;
    const id = shownOn(vantage)[reading.block].find((one) => one in values);
    const rest = id ? values[id] : undefined;
    if (id && rest)
      return {
        block: reading.block,
        state: 'rest',
        place: middle,
        shown: { measure: id, value: rest.value, ...(rest.seBetween === undefined ? {} : { se: rest.seBetween }) },
      };
    const ribsMarked = reading.block === 'ribs' && missing.ribFlare?.every((name) => name === 'neutral');
    return ribsMarked ? { block: 'ribs', state: 'rest', place: middle } : reading;
  });
}
