// The bench as plain values: which marks are set on which picture, what is being set now, and what can be undone.
import { isLandmarkKey, landmarkInfo } from '@/core/alignment/landmarks';
import type { Landmark } from '@/core/alignment/landmarks';
import { noMarks } from '@/core/alignment/look';
import type { Marks, Role } from '@/core/alignment/look';
import { clamp } from '@/core/geometry';
import type { Vec2 } from '@/core/geometry';
import type { PictureCard } from '@/data/types';

/** Names of the marks that this bench sets, in the order in which it asks for them. */
export const markIds = [
  'mat1',
  'mat2',
  'known1',
  'known2',
  'ASIS',
  'PS',
  'PSIS',
  'SN',
  'LR',
  'GT',
  'LK',
  'LM',
  'FH',
  'CH',
] as const;
export type MarkId = (typeof markIds)[number];

export const isMarkId = (text: string): text is MarkId => (markIds as readonly string[]).includes(text);

const lineNames = {
  mat1: 'mat line, one end',
  mat2: 'mat line, other end',
  known1: 'known length, one end',
  known2: 'known length, other end',
} as const;
const isLineEnd = (id: MarkId): id is keyof typeof lineNames => id in lineNames;
export const nameOfMark = (id: MarkId): string => (isLineEnd(id) ? lineNames[id] : landmarkInfo[id].name);

/** Either of the two serves. */
const serves: Readonly<Partial<Record<MarkId, MarkId>>> = { PS: 'PSIS', PSIS: 'PS' };

export type Draft = { readonly points: Readonly<Partial<Record<MarkId, Vec2>>>; readonly knownMm: number | null };

export const emptyDraft: Draft = { points: {}, knownMm: null };

/** A picture on the bench. */
export type Sheet = PictureCard;

export type Bench = {
  readonly sheets: Readonly<Partial<Record<Role, Sheet>>>;
  readonly drafts: Readonly<Record<Role, Draft>>;
  readonly active: Readonly<Record<Role, MarkId>>;
  readonly past: readonly { readonly role: Role; readonly draft: Draft }[];
  readonly future: readonly { readonly role: Role; readonly draft: Draft }[];
};

export type BenchAct =
  | { readonly do: 'load'; readonly role: Role; readonly sheet: Sheet }
  | { readonly do: 'choose'; readonly role: Role; readonly mark: MarkId }
  | { readonly do: 'next' | 'previous'; readonly role: Role }
  /** `remember`: undo comes back to what was before; false for all but the first place of a drag. */
  | { readonly do: 'put'; readonly role: Role; readonly mark: MarkId; readonly at: Vec2; readonly remember: boolean }
  | { readonly do: 'remove'; readonly role: Role; readonly mark: MarkId }
  | { readonly do: 'knownMm'; readonly role: Role; readonly mm: number | null }
  /** Marks that this browser held and the server had not acknowledged. */
  | { readonly do: 'restore'; readonly role: Role; readonly draft: Draft }
  | { readonly do: 'undo' | 'redo' };

export function toMarks({ points, knownMm }: Draft): Marks {
  const { mat1, mat2, known1, known2, ...landmarks } = points;
  return {
    matLine: mat1 && mat2 ? [[...mat1], [...mat2]] : null,
    scale: known1 && known2 ? { points: [[...known1], [...known2]], mm: knownMm } : null,
    landmarks,
  };
}

export function fromMarks({ matLine, scale, landmarks }: Marks): Draft {
  const points: Partial<Record<MarkId, Vec2>> = {};
  if (matLine) [points.mat1, points.mat2] = matLine;
  if (scale) [points.known1, points.known2] = scale.points;
  for (const [key, at] of Object.entries(landmarks))
    if (isMarkId(key) && isLandmarkKey(key) && at) points[key as Landmark & MarkId] = at;
  return { points, knownMm: scale?.mm ?? null };
}

const isWanted = (draft: Draft, id: MarkId): boolean => {
  const other = serves[id];
  return !draft.points[id] && !(other && draft.points[other]);
};

/** The next mark after `id` that is still wanted, round and round; `id` itself when none is. */
export function nextWanted(draft: Draft, id: MarkId): MarkId {
  const start = markIds.indexOf(id);
  const order = [...markIds.slice(start + 1), ...markIds.slice(0, start + 1)];
  return order.find((one) => one !== 'PSIS' && isWanted(draft, one)) ?? id;
}

export const countWanted = (draft: Draft): number =>
  markIds.filter((id) => id !== 'PSIS' && isWanted(draft, id)).length;

const neighbour = (id: MarkId, step: 1 | -1): MarkId =>
  markIds[(markIds.indexOf(id) + step + markIds.length) % markIds.length] ?? id;

const inside = ([x, y]: Vec2, sheet: Sheet | undefined): Vec2 =>
  sheet ? [clamp(x, 0, sheet.originalWidth), clamp(y, 0, sheet.originalHeight)] : [x, y];

const mostSteps = 200;

function change(bench: Bench, role: Role, draft: Draft): Bench {
  return {
    ...bench,
    drafts: { ...bench.drafts, [role]: draft },
    past: [...bench.past, { role, draft: bench.drafts[role] }].slice(-mostSteps),
    future: [],
  };
}

/** The camera stands still within a set-up, so mat line and known length lie where they lay in the set-up picture. */
function carryOver(bench: Bench, role: Role, sheet: Sheet): Draft {
  const { setup } = bench.sheets;
  const own = bench.drafts[role];
  const isSameCamera = setup?.originalWidth === sheet.originalWidth && setup.originalHeight === sheet.originalHeight;
  if (role === 'setup' || !isSameCamera || Object.keys(own.points).length > 0) return own;
  const { mat1, mat2, known1, known2 } = bench.drafts.setup.points;
  return {
    points: {
      ...(mat1 ? { mat1 } : {}),
      ...(mat2 ? { mat2 } : {}),
      ...(known1 ? { known1 } : {}),
      ...(known2 ? { known2 } : {}),
    },
    knownMm: bench.drafts.setup.knownMm,
  };
}

export function step(bench: Bench, act: BenchAct): Bench {
  switch (act.do) {
    case 'load': {
      const { role, sheet } = act;
      const kept = bench.sheets[role] ? { ...bench, drafts: { ...bench.drafts, [role]: emptyDraft } } : bench;
      const draft = carryOver(kept, role, sheet);
      const unrelated = (one: { role: Role }) => one.role !== role; // marks of another picture can't come back onto this one
      return {
        ...kept,
        sheets: { ...kept.sheets, [role]: sheet },
        drafts: { ...kept.drafts, [role]: draft },
        active: { ...kept.active, [role]: nextWanted(draft, 'CH') },
        past: kept.past.filter(unrelated),
        future: kept.future.filter(unrelated),
      };
    }
    case 'choose':
      return { ...bench, active: { ...bench.active, [act.role]: act.mark } };
    case 'next':
    case 'previous': {
      const mark = neighbour(bench.active[act.role], act.do === 'next' ? 1 : -1);
      return { ...bench, active: { ...bench.active, [act.role]: mark } };
    }
    case 'put': {
      const draft = bench.drafts[act.role];
      const moved = { ...draft, points: { ...draft.points, [act.mark]: inside(act.at, bench.sheets[act.role]) } };
      return act.remember
        ? change(bench, act.role, moved)
        : { ...bench, drafts: { ...bench.drafts, [act.role]: moved } };
    }
    case 'remove': {
      const draft = bench.drafts[act.role];
      const { [act.mark]: gone, ...points } = draft.points;
      return gone ? change(bench, act.role, { ...draft, points }) : bench;
    }
    case 'knownMm':
      return { ...bench, drafts: { ...bench.drafts, [act.role]: { ...bench.drafts[act.role], knownMm: act.mm } } };
    case 'restore':
      return change(bench, act.role, act.draft);
    case 'undo':
    case 'redo': {
      const [from, to] = act.do === 'undo' ? (['past', 'future'] as const) : (['future', 'past'] as const);
      const last = bench[from].at(-1);
      if (!last) return bench;
      return {
        ...bench,
        drafts: { ...bench.drafts, [last.role]: { ...last.draft, knownMm: bench.drafts[last.role].knownMm } }, // the typed length has its own field
        [from]: bench[from].slice(0, -1),
        [to]: [...bench[to], { role: last.role, draft: bench.drafts[last.role] }],
      };
    }
  }
}

export type OpeningPicture = Sheet & { readonly role: Role; readonly marks: Marks };

/** The bench as it opens: with what was kept of it before. */
export function openBench(pictures: readonly OpeningPicture[]): Bench {
  const draftOf = (role: Role) => fromMarks(pictures.find((picture) => picture.role === role)?.marks ?? noMarks);
  const drafts = { setup: draftOf('setup'), top: draftOf('top'), retest: draftOf('retest') };
  return {
    sheets: Object.fromEntries(pictures.map(({ role, marks: _, ...sheet }) => [role, sheet])),
    drafts,
    active: {
      setup: nextWanted(drafts.setup, 'CH'),
      top: nextWanted(drafts.top, 'CH'),
      retest: nextWanted(drafts.retest, 'CH'),
    },
    past: [],
    future: [],
  };
}
