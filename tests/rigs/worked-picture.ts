// The picture that tests work by hand: its mat line lies level at 1000 px, a metre spans 1000 px.

type Line = [[number, number], [number, number]];

/** Mat line and known length, anew each time: nobody changes another's. */
export const workedLines = (): { matLine: Line; scale: { points: Line; mm: number } } => ({
  matLine: [
    [100, 1000],
    [2100, 1000],
  ],
  scale: {
    points: [
      [500, 1010],
      [1500, 1010],
    ],
    mm: 1000,
  },
});

/** A lens infinitely far away: a picture without perspective, as figures are worked by hand. */
export const farLens: { axis: [number, number]; distanceMm: number } = { axis: [0, 0], distanceMm: 1e30 };

/** How it is seen: from the side and from afar, lying on the back, the head at the left. */
export const workedView = { position: 'supine', view: 'side', headEnd: 'left', lens: farLens } as const;

/** ASIS and PS of a pelvis that tips by 10° there: tan 10° over 100 px. */
export const tippedPelvis = (): { ASIS: [number, number]; PS: [number, number] } => ({
  ASIS: [1000, 682.367],
  PS: [1100, 700],
});
