// What each rule needs of a picture, and where it is marked there.
import type { Vec2 } from '../geometry';
import type { Landmark, Side } from '../anatomy/landmarks';
import type { Position, View } from '../anatomy/positions';
import type { Frame } from './frame';
import { nearSlot, numberOf, sidedSlot } from './mark-table';
import type { MarkTable, SdTable } from './mark-table';
import { measureRules } from './rules';
import type { MeasureRule } from './rules';

/** A picture laid out; `path` leads to it in the input, for errors. */
export type Picture = {
  readonly table: MarkTable;
  /** Spread of single marks, px, where it is another than that of all. */
  readonly sdsPx?: SdTable | undefined;
  /** Keys of the marks that are set. */
  readonly marked: string;
  readonly frame: Frame;
  readonly path: '' | 'neutral.';
};

/** A landmark that a rule needs, by number; −1 where none serves instead. */
type Need = { readonly name: Landmark; readonly number: number; readonly paired: boolean; readonly instead: number };

/** A rule with its landmarks looked up once. */
export type Plan = {
  readonly rule: MeasureRule;
  readonly needs: readonly Need[];
  readonly helps: readonly (readonly number[])[];
};

const plans: readonly Plan[] = measureRules.map((rule) => {
  const { needs, paired = [], instead = {}, helps } = rule;
  const slots = (name: Landmark): number[] =>
    paired.includes(name) ? [sidedSlot(numberOf[name], 'L'), sidedSlot(numberOf[name], 'R')] : [numberOf[name] * 3];
  return {
    rule,
    needs: needs.map((name) => ({
      name,
      number: numberOf[name],
      paired: paired.includes(name),
      instead: instead[name] ? numberOf[instead[name]] : -1,
    })),
    helps: helps ? [slots(helps)] : [],
  };
});

/** Slot in which a landmark is marked: of the side named, else of the near one; −1 where it is not. */
function markedSlot(number: number, { table, frame }: Picture, named?: Side): number {
  if (!named) return nearSlot(table, number, frame.near);
  const slot = sidedSlot(number, named);
  return table[slot] ? slot : -1;
}

/** The same for a need, which another landmark may serve. */
function slotOf({ number, instead }: Need, picture: Picture, named?: Side): number {
  const slot = markedSlot(number, picture, named);
  return slot < 0 && instead >= 0 ? markedSlot(instead, picture, named) : slot;
}

/**
 * Slots of the marks a rule needs from one picture; undefined when one is missing. `named`: only marks of that side, for
 * what is told of each limb apart.
 */
export function gather({ needs, helps }: Plan, picture: Picture, named?: Side): number[] | undefined {
  const { table } = picture;
  const found: number[] = [];
  for (const need of needs) {
    if (need.paired) {
      const [left, right] = [sidedSlot(need.number, 'L'), sidedSlot(need.number, 'R')];
      if (!table[left] || !table[right]) return undefined;
      found.push(left, right);
    } else {
      const slot = slotOf(need, picture, named);
      if (slot < 0) return undefined;
      found.push(slot);
    }
  }
  for (const slots of helps) if (slots.every((slot) => table[slot])) found.push(...slots);
  return found;
}

/** Names of the marks that a rule needs and does not find. */
export function lackingMarks({ needs }: Plan, picture: Picture, named?: Side): string[] {
  return needs.flatMap((need) => {
    if (need.paired)
      return bothSides.flatMap((side) => (picture.table[sidedSlot(need.number, side)] ? [] : [`${need.name}_${side}`]));
    if (slotOf(need, picture, named) >= 0) return [];
    return [named ? `${need.name}_${named}` : need.name];
  });
}

/** Places of slots in px, in their order; the origin where nothing is marked. */
export const pointsAt = ({ table }: Picture, slots: readonly number[]): Vec2[] =>
  slots.map((slot) => table[slot] ?? [0, 0]);

const noSides: readonly Side[] = [];
const bothSides: readonly Side[] = ['L', 'R'];
const oneSide: Readonly<Record<Side, readonly Side[]>> = { L: ['L'], R: ['R'] };

function isMarked({ needs }: Plan, picture: Picture, side: Side): boolean {
  for (const need of needs) if (!need.paired && slotOf(need, picture, side) < 0) return false;
  return true;
}

/** Sides of which every single-limb landmark of a rule is marked by name. */
export function sidesMarked(plan: Plan, picture: Picture): readonly Side[] {
  const [left, right] = [isMarked(plan, picture, 'L'), isMarked(plan, picture, 'R')];
  if (left) return right ? bothSides : oneSide.L;
  return right ? oneSide.R : noSides;
}

/** From above, a client lying on her side shows her profile; everyone else shows back or belly. */
const profileFromAbove: ReadonlySet<string> = new Set(
  measureRules.filter(({ views }) => views.includes('above') && views.includes('side')).map(({ id }) => id),
);

function isVisible(rule: MeasureRule, position: Position, view: View): boolean {
  if (!rule.views.includes(view) || !(rule.positions?.includes(position) ?? true)) return false;
  if (view === 'above') return (position === 'sideLying') === profileFromAbove.has(rule.id);
  return !(position === 'sideLying' && view === 'side'); // from beside the mat, a body on its side shows its front or back
}

type Sorted = { readonly seen: readonly Plan[]; readonly hidden: readonly Plan[] };
const sortedPlans = new Map<string, Sorted>();

/** Rules that a view of a position can show, and those that it cannot. */
export function plansFor(position: Position, view: View): Sorted {
  const key = `${position} ${view}`;
  const known = sortedPlans.get(key);
  if (known) return known;
  const seen = plans.filter(({ rule }) => isVisible(rule, position, view));
  const sorted = { seen, hidden: plans.filter((plan) => !seen.includes(plan)) };
  sortedPlans.set(key, sorted);
  return sorted;
}

/** Measures that a view of a position can show. */
export const measuresSeen = (position: Position, view: View): string[] =>
  plansFor(position, view).seen.map(({ rule }) => rule.id);
