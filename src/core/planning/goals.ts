// A goal in the client's own words, as far as words tell: which regions and directions of the spine it asks for.
import type { Direction, Region } from '../knowledge/kinds';

export type Aims = {
  readonly regions: readonly Region[];
  readonly spine: readonly Direction[];
  readonly heard: readonly string[];
};

type Word = { readonly stem: RegExp; readonly regions: readonly Region[]; readonly spine?: readonly Direction[] };

/** Stems of everyday words. Nothing is read into a goal that has none of them. */
const words: readonly Word[] = [
  {
    stem: /\b(low(er)? )?backs?\b|\bstiff(en|ens|ening|ness)?\b/,
    regions: ['lowBack', 'abdomen'],
    spine: ['articulation', 'extension'],
  },
  { stem: /\bneck\b/, regions: ['neck', 'upperBack'], spine: ['extension'] },
  { stem: /\bshoulders?\b|\bcarry\b|\blift(s|ing)?\b/, regions: ['shoulders', 'arms', 'abdomen'] },
  {
    stem: /\bstand(s|ing)?( up)?\b|\bupright\b|\btall\b|\bposture\b/,
    regions: ['upperBack', 'seat'],
    spine: ['extension'],
  },
  { stem: /\bhips?\b|\bgroin\b/, regions: ['hips', 'seat'] },
  {
    stem: /\bknees?\b|\bthighs?\b|\bstairs?\b|\bsand\b|\bwalk(s|ing)?\b|\brun(s|ning)?\b/,
    regions: ['thighs', 'seat', 'hips'],
  },
  { stem: /\bankles?\b|\bfeet\b|\bfoot\b|\bbalance\b/, regions: ['feet', 'hips'] },
  {
    stem: /\bbaby\b|\bterm\b|\bpregnan(t|cy)\b|\bbirth\b|\bpelvic floor\b|\btwins\b/,
    regions: ['pelvicFloor', 'breath', 'abdomen'],
  },
  { stem: /\bbreath(e|ing)?\b/, regions: ['breath'] },
  {
    stem: /\btrunk\b|\bbell(y|ies)\b|\babdom\w*|\bcore\b|\bstrong(er)?\b|\bstrength\b/,
    regions: ['abdomen', 'lowBack'],
  },
  {
    stem: /\brow(s|ing)?\b|\bscull(s|ing)?\b|\bfour\b|\bsingle\b|\boar\b/,
    regions: ['upperBack', 'abdomen', 'thighs'],
    spine: ['extension', 'articulation'],
  },
  {
    stem: /\bpaddl(e|es|ing)\b|\bsweep\b|\bturn(s|ing)?\b|\btwist(s|ing)?\b|\bthrow(s|ing)?\b/,
    regions: ['abdomen', 'upperBack'],
    spine: ['twist'],
  },
  { stem: /\bleft and right\b|\beven out\b|\bone side\b/, regions: ['hips', 'abdomen'], spine: ['sideBend'] },
  { stem: /\bsit(s|ting)?\b|\bdesk\b|\bdrawing\b/, regions: ['upperBack', 'neck'], spine: ['extension'] },
];

export function aimsOf(goal: string): Aims {
  const text = goal.toLowerCase();
  const fitting = words.flatMap((word) => {
    const found = word.stem.exec(text)?.[0];
    return found ? [{ ...word, found }] : [];
  });
  return {
    regions: [...new Set(fitting.flatMap(({ regions }) => regions))],
    spine: [...new Set(fitting.flatMap(({ spine = [] }) => spine))],
    heard: [...new Set(fitting.map(({ found }) => found))],
  };
}
