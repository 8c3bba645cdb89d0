// How a level stands for a client, in words that screens need without what weighs it.

/** The later the worse. */
export const standings = ['fine', 'changed', 'overruled', 'ruledOut', 'stopped'] as const;
export type CautionStanding = (typeof standings)[number];

/** Whether a level may be done: fine, changed, or overruled with a reason. */
export const isAllowed = ({ standing }: { readonly standing: CautionStanding }): boolean =>
  standing !== 'ruledOut' && standing !== 'stopped';
