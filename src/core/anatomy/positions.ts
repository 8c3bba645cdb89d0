// How a body lies, kneels or stands, from where it is looked at, and at which moment of a movement.
export const positions = [
  'supine',
  'prone',
  'sideLying',
  'fourPoint',
  'frontSupport',
  'sitting',
  'kneeling',
  'standing',
] as const;
export type Position = (typeof positions)[number];

export const views = ['side', 'foot', 'head', 'above', 'front', 'behind'] as const;
export type View = (typeof views)[number];

/** Where one stands to look, in words. */
export const fromWhere: Readonly<Record<View, string>> = {
  side: 'from the side',
  foot: 'from the foot end',
  head: 'from the head end',
  above: 'from above',
  front: 'from the front',
  behind: 'from behind',
};

export const phases = ['start', 'out', 'hold', 'back'] as const;
export type Phase = (typeof phases)[number];

const uprightPositions: readonly Position[] = ['sitting', 'kneeling', 'standing'];
/** Sitting, kneeling or standing. */
export const isUpright = (position: Position): boolean => uprightPositions.includes(position);
