// The product's own stickers: which colour goes on which landmark, and on the mat.
import type { Landmark } from './landmarks';

export type Rgb = readonly [red: number, green: number, blue: number];

/** The product's own sticker colours, which skin, wood and mats seldom have. Yellow and orange drown on skin. */
export const stickerPlan: readonly {
  readonly name: string;
  /** Where it is stuck. */
  readonly on: string;
  readonly rgb: Rgb;
  readonly landmarks: readonly Landmark[];
}[] = [
  { name: 'magenta', on: 'hips', rgb: [195, 22, 111], landmarks: ['ASIS', 'PS', 'PSIS', 'GT', 'STF', 'STB'] },
  { name: 'green', on: 'leg', rgb: [15, 122, 69], landmarks: ['LK', 'LM', 'PAT', 'HEEL'] },
  {
    name: 'blue',
    on: 'ribs, shoulder and head',
    rgb: [20, 80, 184],
    landmarks: ['SN', 'LR', 'AC', 'FH', 'CH', 'TR', 'C7', 'WR', 'SL2', 'SL4', 'SL5'],
  },
  { name: 'violet', on: 'two on the mat’s edge, a metre apart', rgb: [126, 44, 196], landmarks: [] },
];
/** Number of the colour whose stickers tell the mat line and the scale. */
export const matColour = 3;
/** How far apart those are stuck. */
export const matStickersApartMm = 1000;

export const stickerColours: readonly Rgb[] = stickerPlan.map(({ rgb }) => rgb);

/** Number of the colour that a landmark's sticker has; −1 where none is planned for it. */
export const colourOf = (landmark: Landmark): number =>
  stickerPlan.findIndex(({ landmarks }) => landmarks.includes(landmark));

/** Whether stickers of a colour are landmarks: those on the mat are none. */
export const hasLandmarks = (colour: number): boolean => (stickerPlan[colour]?.landmarks.length ?? 0) > 0;
