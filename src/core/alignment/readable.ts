// What the marks of a picture allow to be read, and what else would be needed: the same for all pictures that carry the same
// marks, so it is worked out once for each set of them.
import { fromWhere } from '../anatomy/positions';
import type { Side } from '../anatomy/landmarks';
import type { MeasureInput } from './input';
import { nearSlot, numberOf } from './mark-table';
import { gather, lackingMarks, plansFor, sidesMarked } from './needs';
import type { Picture, Plan } from './needs';
import type { MeasureRule } from './rules';

/** A rule that can be read, of a limb or of the whole: its slots in this picture, and in the set-up's where it compares. */
export type Readable = {
  readonly name: string;
  readonly side: Side | undefined;
  readonly here: readonly number[];
  readonly there: readonly number[] | undefined;
};

export type ReadableSet = {
  readonly rules: readonly {
    readonly rule: MeasureRule;
    readonly readings: readonly Readable[];
    /** Names of its limbs told apart. */
    readonly limbs: readonly string[];
  }[];
  /** For each measure that this view can show but the marks don't allow: what it still needs. */
  readonly missing: Readonly<Record<string, readonly string[]>>;
  /** Measures whose landmarks are marked, but which this view or position cannot show, and where to look from instead. */
  readonly unseen: Readonly<Record<string, string>>;
};

type Pictures = { readonly input: MeasureInput; readonly now: Picture; readonly neutral: Picture | undefined };

const nothing: readonly string[] = [];
const noSides: readonly Side[] = [];
const asWhole: readonly (Side | undefined)[] = [undefined];
const asWholeAndApart: readonly (Side | undefined)[] = [undefined, 'L', 'R'];

/** As what a rule is read: as one, of each limb apart, or both. */
function sidesAsked({ sided }: MeasureRule, marked: readonly Side[]): readonly (Side | undefined)[] {
  if (sided === 'always' && marked.length > 0) return marked;
  return marked.length === 2 ? asWholeAndApart : asWhole;
}

/** What a rule needs besides marks of its own. */
function lackingContext(rule: MeasureRule, { input, now: { table, frame } }: Pictures): readonly string[] {
  const leans = rule.alongTrunk && input.trunk === 'inclined';
  const wantsScale = rule.needsScale && !frame.mmPerPx;
  const wantsBelly =
    input.position === 'sideLying' && input.view === 'above' && !input.bellySide && !rule.isBlindToBelly;
  if (!leans && !wantsScale && !wantsBelly) return nothing;
  const lacking: string[] = leans
    ? (['GT', 'AC'] as const).filter((name) => nearSlot(table, numberOf[name], frame.near) < 0)
    : [];
  if (wantsScale) lacking.push('scale');
  if (wantsBelly) lacking.push('bellySide');
  return lacking;
}

/** Lengths of both pictures can only be compared in the same unit. */
const scalesDiffer = ({ compares }: MeasureRule, { now, neutral }: Pictures): boolean =>
  compares === 'ratio' && neutral !== undefined && Boolean(now.frame.mmPerPx) !== Boolean(neutral.frame.mmPerPx);

/** A rule read of a limb or of the whole, or what it lacks for that. */
function readableOf(plan: Plan, pictures: Pictures, side: Side | undefined): Readable | readonly string[] {
  const { rule } = plan;
  const { now, neutral } = pictures;
  const name = side ? `${rule.id}_${side}` : rule.id;
  const here = gather(plan, now, side);
  const there = rule.fromNeutral && neutral ? gather(plan, neutral, side) : undefined;
  const context = lackingContext(rule, pictures);
  const scale = scalesDiffer(rule, pictures) ? ['scale'] : nothing;
  if (here && context.length === 0 && scale.length === 0 && (!rule.fromNeutral || there))
    return { name, side, here, there };
  const marks = lackingMarks(plan, now, side);
  if (!rule.fromNeutral) return [...marks, ...context, ...scale];
  const ofNeutral = neutral ? lackingMarks(plan, neutral, side).map((mark) => `neutral.${mark}`) : ['neutral'];
  return [...marks, ...context, ...ofNeutral, ...scale];
}

function wordUnseen(hidden: readonly Plan[], { input: { position, view }, now }: Pictures): Record<string, string> {
  const unseen: Record<string, string> = {};
  for (const plan of hidden) {
    if (plan.needs.length === 0 || !gather(plan, now)) continue;
    const { id, name, views, positions } = plan.rule;
    const here = positions && !positions.includes(position) ? 'in this position' : fromWhere[view];
    unseen[id] = `${name} cannot be read ${here}; look ${views.map((one) => fromWhere[one]).join(' or ')}`;
  }
  return unseen;
}

function workOut(pictures: Pictures): ReadableSet {
  const { input, now } = pictures;
  const missing: Record<string, readonly string[]> = {};
  const { seen, hidden } = plansFor(input.position, input.view);
  const rules = seen.flatMap((plan) => {
    const { rule } = plan;
    const marked = rule.sided ? sidesMarked(plan, now) : noSides;
    const readings = sidesAsked(rule, marked).flatMap((side): Readable[] => {
      const found = readableOf(plan, pictures, side);
      if ('here' in found) return [found];
      missing[side ? `${rule.id}_${side}` : rule.id] = found;
      return [];
    });
    return readings.length > 0 ? [{ rule, readings, limbs: marked.map((side) => `${rule.id}_${side}`) }] : [];
  });
  return { rules, missing, unseen: wordUnseen(hidden, pictures) };
}

const remembered = new Map<string, ReadableSet>();
const mostRemembered = 300;

/** All that the answer hangs on: how the body lies and is seen, which marks are set, and which lengths are known. */
const keyOf = ({ input: { position, view, trunk, bellySide }, now, neutral }: Pictures): string =>
  `${position} ${view} ${trunk} ${bellySide} ${now.frame.near} ${now.frame.mmPerPx === undefined} ${now.marked}` +
  (neutral ? ` ${neutral.frame.near} ${neutral.frame.mmPerPx === undefined} ${neutral.marked}` : '');

/** What can be read of a picture, beside the set-up's where there is one. */
export function readableIn(pictures: Pictures): ReadableSet {
  const key = keyOf(pictures);
  const known = remembered.get(key);
  if (known) return known;
  if (remembered.size >= mostRemembered) remembered.clear();
  const found = workOut(pictures);
  remembered.set(key, found);
  return found;
}
