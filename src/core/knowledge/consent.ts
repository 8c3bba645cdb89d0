/** How the pubic bone is marked: asked or not; the client does it herself, or it is left out and PSIS or the strip serve. */
export const pubicMarks = ['notAsked', 'clientMarks', 'declined'] as const;
export type PubicMark = (typeof pubicMarks)[number];
