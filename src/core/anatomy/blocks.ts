// The blocks of a body that are held level on one another.
export const blocks = ['head', 'ribs', 'pelvis', 'legs'] as const;
export type Block = (typeof blocks)[number];
