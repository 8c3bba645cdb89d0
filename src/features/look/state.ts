// The bench as plain values: which marks are set on which picture, what is being set now, and what can be undone.
import { entriesOf } from '@/core/keyed';
import { isLandmarkKey } from '@/core/anatomy/landmarks';
import { views } from '@/core/anatomy/positions';
import type { View } from '@/core/anatomy/positions';
import { marksFromPoints, noMarks, pointsOf } from '@/core/anatomy/marks';
import { roles } from '@/core/alignment/look-values';
import type { Role } from '@/core/alignment/look-values';
import type { Marks } from '@/core/anatomy/marks';
import type { Setting } from '@/core/alignment/setting';
import { clamp } from '@/core/geometry';
import type { Vec2 } from '@/core/geometry';
import type { PictureCard } from '@/data/types';
import { isExtra, isServed } from '@/core/knowledge/wanted';
import { isLineMark } from '@/core/anatomy/marks';
import type { WantedMarks } from '@/core/knowledge/wanted';
import type { MarkId } from '@/core/anatomy/marks';
import { keepSteps, nothingDone, remembered, travel } from '@/core/history';
import type { History } from '@/core/history';

/** One picture's place in a look: a moment seen from one side. */
export type Place = `${Role}:${View}`;
export const placeOf = (role: Role, view: View): Place => `${role}:${view}`;
const places: ReadonlyMap<Place, readonly [Role, View]> = new Map(
  roles.flatMap((role) => views.map((view) => [placeOf(role, view), [role, view] as const])),
);
export const partsOf = (place: Place): readonly [Role, View] => places.get(place) ?? ['setup', 'side'];

export type Draft = {
  readonly points: Readonly<Partial<Record<MarkId, Vec2>>>;
  readonly knownMm: number | null;
  /** What cannot be seen, and why. */
  readonly hidden: Readonly<Partial<Record<MarkId, string>>>;
  /** Spread of marks that were found by their sticker, pixels of the original; a mark set by hand has none. */
  readonly sdPx: Spreads;
};

export type Spreads = Readonly<Partial<Record<MarkId, number>>>;

export const emptyDraft: Draft = { points: {}, knownMm: null, hidden: {}, sdPx: {} };

/** A picture on the bench. */
export type Sheet = PictureCard;

type Step = { readonly place: Place; readonly draft: Draft };

export type Bench = History<Step> & {
  readonly wanted: Readonly<Partial<Record<View, WantedMarks>>>;
  readonly sheets: Readonly<Partial<Record<Place, Sheet>>>;
  readonly settings: Readonly<Partial<Record<Place, Setting>>>;
  readonly drafts: Readonly<Partial<Record<Place, Draft>>>;
  readonly active: Readonly<Partial<Record<Place, MarkId>>>;
};

export type BenchAct =
  | { readonly do: 'load'; readonly place: Place; readonly sheet: Sheet; readonly setting: Setting }
  | { readonly do: 'choose'; readonly place: Place; readonly mark: MarkId }
  | { readonly do: 'next' | 'previous'; readonly place: Place }
  /** `remember`: undo comes back to what was before; false for all but the first place of a drag. */
  | {
      readonly do: 'put';
      readonly place: Place;
      readonly mark: MarkId;
      readonly at: Vec2;
      readonly remember: boolean;
      /** Its spread, where it lies on the middle of a sticker. */
      readonly sdPx?: number;
    }
  /** Several at once, as one step: from stickers, an outline or a file. `onlyFree` leaves set marks alone. */
  | {
      readonly do: 'putAll';
      readonly place: Place;
      readonly points: Readonly<Partial<Record<MarkId, Vec2>>>;
      readonly onlyFree: boolean;
      readonly sdPx?: Spreads;
      /** Of stickers on the mat's edge: how far they are apart. Lines that are there already stay as they are. */
      readonly knownMm?: number;
    }
  /** A moment begun anew: its pictures and marks are put away. */
  | { readonly do: 'clear'; readonly role: Role }
  | { readonly do: 'remove'; readonly place: Place; readonly mark: MarkId }
  | { readonly do: 'hide'; readonly place: Place; readonly mark: MarkId; readonly why: string | null }
  | { readonly do: 'knownMm'; readonly place: Place; readonly mm: number | null }
  | { readonly do: 'setting'; readonly place: Place; readonly setting: Setting }
  /** Marks that this browser held and the server had not acknowledged. */
  | { readonly do: 'restore'; readonly place: Place; readonly draft: Draft; readonly setting: Setting }
  | { readonly do: 'undo' | 'redo' };

/** Every place that has a picture. */
export const placesOf = ({ sheets }: Bench): (readonly [Place, Sheet])[] =>
  roles.flatMap((role) =>
    views.flatMap((view) => {
      const sheet = sheets[placeOf(role, view)];
      return sheet ? [[placeOf(role, view), sheet] as const] : [];
    }),
  );

export const draftAt = ({ drafts }: Bench, place: Place): Draft => drafts[place] ?? emptyDraft;
export const wantedAt = ({ wanted }: Bench, place: Place): WantedMarks => wanted[partsOf(place)[1]] ?? [];
export const activeAt = (bench: Bench, place: Place): MarkId =>
  bench.active[place] ?? nextWanted(wantedAt(bench, place), draftAt(bench, place), undefined);
export const settingAt = ({ settings }: Bench, place: Place): Setting => settings[place] ?? { headEnd: 'left' };

export function toMarks({ points, knownMm, hidden, sdPx }: Draft): Marks {
  const reasons = Object.fromEntries(entriesOf(hidden));
  const sds = Object.fromEntries(entriesOf(sdPx).filter(([id]) => points[id] && isLandmarkKey(id)));
  return {
    ...marksFromPoints(points, knownMm),
    ...(Object.keys(reasons).length > 0 ? { hidden: reasons } : {}),
    ...(Object.keys(sds).length > 0 ? { sdPx: sds } : {}),
  };
}

export function fromMarks(marks: Marks): Draft {
  const hidden: Partial<Record<MarkId, string>> = {};
  for (const [key, why] of Object.entries(marks.hidden ?? {})) if (isLandmarkKey(key)) hidden[key] = why;
  return { points: pointsOf(marks), knownMm: marks.scale?.mm ?? null, hidden, sdPx: marks.sdPx ?? {} };
}

const isWanted = ({ points, hidden }: Draft, id: MarkId): boolean =>
  !points[id] && !hidden[id] && !isExtra(id) && !isServed(id, (other) => points[other] !== undefined);

/** The next mark after `id` that is still wanted, round and round; `id` itself when none is. */
export function nextWanted(wanted: WantedMarks, draft: Draft, id: MarkId | undefined): MarkId {
  const start = id ? wanted.indexOf(id) : -1;
  const order = [...wanted.slice(start + 1), ...wanted.slice(0, start + 1)];
  return order.find((one) => isWanted(draft, one)) ?? id ?? wanted[0] ?? 'mat1';
}

export const countWanted = (wanted: WantedMarks, draft: Draft): number =>
  wanted.filter((id) => isWanted(draft, id)).length;

const neighbour = (wanted: WantedMarks, id: MarkId, step: 1 | -1): MarkId =>
  wanted[(wanted.indexOf(id) + step + wanted.length) % wanted.length] ?? id;

const inside = ([x, y]: Vec2, sheet: Sheet | undefined): Vec2 =>
  sheet ? [clamp(x, 0, sheet.originalWidth), clamp(y, 0, sheet.originalHeight)] : [x, y];

const withDraft = (bench: Bench, place: Place, draft: Draft): Bench => ({
  ...bench,
  drafts: { ...bench.drafts, [place]: draft },
});

const change = (bench: Bench, place: Place, draft: Draft): Bench => ({
  ...withDraft(bench, place, draft),
  ...remembered(bench, { place, draft: draftAt(bench, place) }),
});

/** The camera stands still within a set-up, so mat line and known length lie where they lay in the set-up picture. */
function carryOver(bench: Bench, place: Place, sheet: Sheet): Draft {
  const [role, view] = partsOf(place);
  const first = placeOf('setup', view);
  const rest = bench.sheets[first];
  const own = draftAt(bench, place);
  const isSameCamera = rest?.originalWidth === sheet.originalWidth && rest.originalHeight === sheet.originalHeight;
  if (role === 'setup' || !isSameCamera || Object.keys(own.points).length > 0) return own;
  const { points, knownMm } = draftAt(bench, first);
  const lines = entriesOf(points).filter(([id]) => isLineMark(id));
  return { points: Object.fromEntries(lines), knownMm, hidden: {}, sdPx: {} };
}

/** Whether a mark is an end of a line of which an end is set. */
const isOnLineIn = ({ points }: Draft, id: MarkId): boolean =>
  (id.startsWith('mat') && Boolean(points.mat1 ?? points.mat2)) ||
  (id.startsWith('known') && Boolean(points.known1 ?? points.known2));

/** Without the pictures of a moment, and without what undo would bring back of them. */
function cleared(bench: Bench, role: Role): Bench {
  const isOther = (place: Place) => partsOf(place)[0] !== role;
  const others = <T>(of: Readonly<Partial<Record<Place, T>>>): Readonly<Partial<Record<Place, T>>> =>
    Object.fromEntries(entriesOf(of).filter(([place]) => isOther(place)));
  const { sheets, settings, drafts, active } = bench;
  return {
    ...bench,
    ...{ sheets: others(sheets), settings: others(settings), drafts: others(drafts), active: others(active) },
    ...keepSteps(bench, ({ place }) => isOther(place)),
  };
}

export function step(bench: Bench, act: BenchAct): Bench {
  switch (act.do) {
    case 'load': {
      const { place, sheet, setting } = act;
      const kept = bench.sheets[place] ? withDraft(bench, place, emptyDraft) : bench;
      const draft = carryOver(kept, place, sheet);
      const unrelated = (one: Step) => one.place !== place; // marks of another picture can't come back onto this one
      return {
        ...kept,
        sheets: { ...kept.sheets, [place]: sheet },
        settings: { ...kept.settings, [place]: setting },
        drafts: { ...kept.drafts, [place]: draft },
        active: { ...kept.active, [place]: nextWanted(wantedAt(kept, place), draft, undefined) },
        ...keepSteps(kept, unrelated),
      };
    }
    case 'choose':
      return { ...bench, active: { ...bench.active, [act.place]: act.mark } };
    case 'next':
    case 'previous': {
      const mark = neighbour(wantedAt(bench, act.place), activeAt(bench, act.place), act.do === 'next' ? 1 : -1);
      return { ...bench, active: { ...bench.active, [act.place]: mark } };
    }
    case 'put': {
      const draft = draftAt(bench, act.place);
      const { [act.mark]: _, ...hidden } = draft.hidden;
      const points = { ...draft.points, [act.mark]: inside(act.at, bench.sheets[act.place]) };
      const { [act.mark]: __, ...others } = draft.sdPx;
      const sdPx = act.sdPx === undefined ? others : { ...others, [act.mark]: act.sdPx };
      const moved: Draft = { ...draft, points, hidden, sdPx };
      return act.remember ? change(bench, act.place, moved) : withDraft(bench, act.place, moved);
    }
    case 'putAll': {
      const draft = draftAt(bench, act.place);
      const placed = entriesOf(act.points)
        .filter(([id]) => !(draft.points[id] && act.onlyFree) && !(act.knownMm && isOnLineIn(draft, id)))
        .map(([id, at]) => [id, inside(at, bench.sheets[act.place])] as const);
      if (placed.length === 0) return bench;
      const replaced = new Set(placed.map(([id]) => id));
      const others = entriesOf(draft.sdPx).filter(([id]) => !replaced.has(id));
      const stillHidden = entriesOf(draft.hidden).filter(([id]) => !replaced.has(id));
      const next = change(bench, act.place, {
        ...draft,
        points: { ...draft.points, ...Object.fromEntries(placed) },
        sdPx: { ...Object.fromEntries(others), ...act.sdPx },
        hidden: Object.fromEntries(stillHidden),
        knownMm: draft.knownMm ?? (replaced.has('known1') ? act.knownMm : undefined) ?? null,
      });
      const mark = nextWanted(wantedAt(next, act.place), draftAt(next, act.place), undefined);
      return { ...next, active: { ...next.active, [act.place]: mark } };
    }
    case 'clear':
      return cleared(bench, act.role);
    case 'remove': {
      const draft = draftAt(bench, act.place);
      const { [act.mark]: gone, ...points } = draft.points;
      const { [act.mark]: _, ...sdPx } = draft.sdPx;
      return gone ? change(bench, act.place, { ...draft, points, sdPx }) : bench;
    }
    case 'hide': {
      const draft = draftAt(bench, act.place);
      const { [act.mark]: _, ...points } = draft.points;
      const { [act.mark]: __, ...others } = draft.hidden;
      const hidden = act.why === null ? others : { ...others, [act.mark]: act.why };
      return change(bench, act.place, { ...draft, points, hidden });
    }
    case 'knownMm':
      return withDraft(bench, act.place, { ...draftAt(bench, act.place), knownMm: act.mm });
    case 'setting':
      return { ...bench, settings: { ...bench.settings, [act.place]: act.setting } };
    case 'restore':
      return {
        ...change(bench, act.place, act.draft),
        settings: { ...bench.settings, [act.place]: act.setting },
      };
    case 'undo':
    case 'redo': {
      const gone = travel(bench, act.do, ({ place }) => ({ place, draft: draftAt(bench, place) }));
      if (!gone) return bench;
      const { place, draft } = gone.to;
      const { knownMm } = draftAt(bench, place); // the typed length has its own field
      return { ...withDraft(bench, place, { ...draft, knownMm }), ...gone.history };
    }
  }
}

export type OpeningPicture = Sheet & {
  readonly role: Role;
  readonly view: View;
  readonly setting: Setting | null;
  readonly marks: Marks;
};

/** The bench as it opens: with what was kept of it before. `headEnd`: as the look was begun. */
export function openBench({
  pictures,
  wanted,
  headEnd,
}: {
  pictures: readonly OpeningPicture[];
  wanted: Bench['wanted'];
  headEnd: 'left' | 'right';
}): Bench {
  const entries = pictures.map(({ role, view, marks, setting, ...sheet }) => ({
    place: placeOf(role, view),
    sheet,
    draft: fromMarks(marks ?? noMarks),
    setting: setting ?? { headEnd },
  }));
  return {
    wanted,
    sheets: Object.fromEntries(entries.map(({ place, sheet }) => [place, sheet])),
    settings: Object.fromEntries(entries.map(({ place, setting }) => [place, setting])),
    drafts: Object.fromEntries(entries.map(({ place, draft }) => [place, draft])),
    active: {},
    ...nothingDone,
  };
}
