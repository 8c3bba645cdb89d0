// Springs and the sets that an apparatus allows. Forces in N, carriage travel in m, rates in N/m.
// Springs side by side add up, each by Hooke's law from its own preload.
import { failure, success } from '../result';
import type { Result } from '../result';

/** A spring as its force is known: rate, pre-load length at closed carriage, and how many of it pull. */
export type Spring = { readonly rateNPerM: number; readonly preloadM: number; readonly count: number };

/** Force of a set at a carriage travel, N: Σ count · rate · (travel + pre-load). A slack spring does not push. */
export const forceAt = (springs: readonly Spring[], travelM: number): number =>
  springs.reduce((sum, { rateNPerM, preloadM, count }) => sum + count * rateNPerM * Math.max(0, travelM + preloadM), 0);

/** A kind of spring on an apparatus. Its rate is null until it has been calibrated. */
export type SpringKind = {
  readonly id: string;
  readonly label: string;
  /** In the trade's own unit: full 1, half ½, quarter ¼. */
  readonly units: number;
  readonly count: number;
  readonly rate: { readonly rateNPerM: number; readonly preloadM: number; readonly residualN: number } | null;
};

/** How many of each kind, by id; what is not named is off. */
export type SpringSet = Readonly<Record<string, number>>;

export type SpringRack = {
  readonly springs: readonly SpringKind[];
  readonly hooks: number;
  /** One for each foot or hand: only even numbers of a kind go on. */
  readonly inPairs?: boolean | undefined;
};

/** Every set that hooks and counts allow, the empty one left out, lightest in units first. */
export function setsOf({ springs, hooks, inPairs = false }: SpringRack): SpringSet[] {
  const step = inPairs ? 2 : 1;
  let sets: SpringSet[] = [{}];
  for (const { id, count } of springs)
    sets = sets.flatMap((set) =>
      Array.from({ length: Math.floor(count / step) + 1 }, (_, n) => (n > 0 ? { ...set, [id]: n * step } : set)),
    );
  const inUse = (set: SpringSet) => Object.values(set).reduce((sum, n) => sum + n, 0);
  return sets
    .filter((set) => inUse(set) > 0 && inUse(set) <= hooks)
    .sort((a, b) => unitsOf(springs, a) - unitsOf(springs, b) || inUse(a) - inUse(b));
}

/** Sum in the trade's unit: a full and a half are 1½. */
export const unitsOf = (springs: readonly SpringKind[], set: SpringSet): number =>
  springs.reduce((sum, { id, units }) => sum + units * (set[id] ?? 0), 0);

const quarters = ['', '¼', '½', '¾'] as const;
/** `1½`; what no quarter tells is given with two decimals. */
export function unitsText(units: number): string {
  const fourths = Math.round(units * 4);
  if (Math.abs(fourths - units * 4) > 1e-6) return units.toFixed(2);
  const [wholes, rest] = [Math.floor(fourths / 4), quarters[fourths % 4] ?? ''];
  return wholes === 0 && rest ? rest : `${wholes}${rest}`;
}

/** `2 full + 1 half`. */
export const setText = (springs: readonly SpringKind[], set: SpringSet): string =>
  springs
    .filter(({ id }) => (set[id] ?? 0) > 0)
    .map(({ id, label }) => `${set[id]} ${label}`)
    .join(' + ') || 'no spring';

/** A set as springs with rates; refused where one of its kinds has none: newtons and relative units are never mixed. */
export function ratedSprings(springs: readonly SpringKind[], set: SpringSet): Result<Spring[]> {
  const found: Spring[] = [];
  for (const { id, label, rate } of springs) {
    const count = set[id] ?? 0;
    if (count === 0) continue;
    if (!rate) return failure('noRate', `The ${label} spring has not been calibrated: its force is not known.`, id);
    found.push({ ...rate, count });
  }
  return success(found);
}

/** Checks a set against what the apparatus has: kinds, counts, hooks. */
export function checkSet({ springs, hooks, inPairs = false }: SpringRack, set: SpringSet): Result<SpringSet> {
  let inUse = 0;
  for (const [id, n] of Object.entries(set)) {
    const kind = springs.find((one) => one.id === id);
    if (!kind) return failure('noSpring', `There is no spring “${id}” on this apparatus.`, id);
    if (!Number.isInteger(n) || n < 0)
      return failure('badCount', `${kind.label}: a whole number of springs is wanted.`, id);
    if (inPairs && n % 2 > 0) return failure('pairs', `${kind.label}: these go on in pairs, one for each side.`, id);
    if (n > kind.count) return failure('tooMany', `There are only ${kind.count} ${kind.label} springs.`, id);
    inUse += n;
  }
  if (inUse > hooks) return failure('noHook', `${inUse} springs on ${hooks} hooks do not go.`, 'hooks');
  return success(set);
}

export type FoundSet = {
  readonly set: SpringSet;
  readonly text: string;
  readonly units: number;
  /** Over the stroke, N; null where only relative units are known. */
  readonly meanN: number | null;
  readonly fromN: number | null;
  readonly toN: number | null;
  /** How far from the wanted, as a share of it. */
  readonly off: number;
};

/** Sets whose mean force over a stroke is nearest the wanted one; kinds without a rate are left out and named. */
export function nearestByForce(
  rack: SpringRack,
  wantedN: number,
  [fromM, toM]: readonly [number, number],
): { readonly sets: readonly FoundSet[]; readonly leftOut: readonly string[] } {
  const rated = rack.springs.filter(({ rate }) => rate !== null);
  const sets = setsOf({ ...rack, springs: rated }).flatMap((set): FoundSet[] => {
    const springs = ratedSprings(rated, set);
    if (!springs.ok) return [];
    const [fromN, toN] = [forceAt(springs.value, fromM), forceAt(springs.value, toM)];
    const meanN = meanForce(springs.value, [fromM, toM]);
    const text = setText(rated, set);
    return [{ set, text, units: unitsOf(rated, set), meanN, fromN, toN, off: Math.abs(meanN - wantedN) / wantedN }];
  });
  return {
    sets: sets.sort((a, b) => a.off - b.off),
    leftOut: rack.springs.filter(({ rate }) => rate === null).map(({ label }) => label),
  };
}

/** Sets nearest a number of units, where no rate is known. */
export const nearestByUnits = (rack: SpringRack, wanted: number): FoundSet[] =>
  setsOf(rack)
    .map((set): FoundSet => {
      const units = unitsOf(rack.springs, set);
      const text = setText(rack.springs, set);
      return { set, text, units, meanN: null, fromN: null, toN: null, off: Math.abs(units - wanted) / wanted };
    })
    .sort((a, b) => a.off - b.off);

const slices = 40;
/** Mean force over a stroke, N. */
export function meanForce(springs: readonly Spring[], [fromM, toM]: readonly [number, number]): number {
  let sum = 0;
  for (let i = 0; i < slices; i += 1) sum += forceAt(springs, fromM + ((i + 0.5) / slices) * (toM - fromM));
  return sum / slices;
}
