// Windows of a film's frame in colour, upright, read from its planes as they are: a whole frame in colour would take longer than all else.
import type { FilmTurn } from '@/core/motion/kept-film';
import type { ReadWindow } from '@/core/motion/sticker-follow';

type Plane = { readonly offset: number; readonly stride: number };

/** A frame as a decoder gives it: lightness of every pixel, and two colours, each for `1 << across` by `1 << down` pixels. */
export type Planes = {
  readonly bytes: Uint8Array;
  readonly wide: number;
  readonly high: number;
  readonly light: Plane;
  readonly blue: Plane;
  readonly red: Plane;
  /** Bytes from one colour to the next: 2 where the two lie by turns. */
  readonly step: 1 | 2;
  readonly across: 0 | 1;
  readonly down: 0 | 1;
  /** Colours by ITU-R BT.709, as most large films; else by BT.601. */
  readonly is709: boolean;
  /** Lightness from 0 to 255, rather than from 16 to 235. */
  readonly isFull: boolean;
};

type Layout = readonly { readonly offset: number; readonly stride: number }[];
const kinds: Readonly<Record<string, Pick<Planes, 'step' | 'across' | 'down'>>> = {
  I420: { step: 1, across: 1, down: 1 },
  I420A: { step: 1, across: 1, down: 1 },
  I422: { step: 1, across: 1, down: 0 },
  I444: { step: 1, across: 0, down: 0 },
  NV12: { step: 2, across: 1, down: 1 },
};

/** The planes of a frame by the format that it says it has; undefined for those that are not planes. */
export function planesOf(
  format: string | null,
  bytes: Uint8Array,
  [light, blue, red]: Layout,
  size: Pick<Planes, 'wide' | 'high' | 'is709' | 'isFull'>,
): Planes | undefined {
  const kind = kinds[format ?? ''];
  if (!kind || !light || !blue) return undefined;
  const second = kind.step === 2 ? { offset: blue.offset + 1, stride: blue.stride } : red;
  return second && { bytes, light, blue, red: second, ...kind, ...size };
}

/** Shares of blue and red difference in red, green (twice) and blue. ITU-R BT.601 and BT.709. */
const [by601, by709] = [
  [1.402, 0.344, 0.714, 1.772],
  [1.5748, 0.1873, 0.4681, 1.8556],
] as const;

/** Windows of the frame turned upright; pixels of the film. */
export function windowsOf(planes: Planes, turned: FilmTurn): ReadWindow {
  const { bytes, wide, high, light, blue, red, step, across, down, is709, isFull } = planes;
  const isAcross = turned === 90 || turned === 270;
  const [uprightWide, uprightHigh] = isAcross ? [high, wide] : [wide, high];
  const [toRed, fromBlue, fromRed, toBlue] = is709 ? by709 : by601;
  const [black, lightBy, colourBy] = isFull ? [0, 1, 1] : [16, 255 / 219, 255 / 224];
  /** Where in the planes an upright pixel lies. */
  const place = (x: number, y: number): readonly [px: number, py: number] => {
    switch (turned) {
      case 0:
        return [x, y];
      case 90:
        return [y, high - 1 - x];
      case 180:
        return [wide - 1 - x, high - 1 - y];
      case 270:
        return [wide - 1 - y, x];
    }
  };
  return (wantedLeft, wantedTop, wantedWidth, wantedHeight) => {
    const [left, top] = [Math.max(0, wantedLeft), Math.max(0, wantedTop)];
    const width = Math.min(uprightWide, wantedLeft + wantedWidth) - left;
    const height = Math.min(uprightHigh, wantedTop + wantedHeight) - top;
    if (width < 1 || height < 1) return undefined;
    const data = new Uint8ClampedArray(4 * width * height);
    for (let y = 0, k = 0; y < height; y += 1)
      for (let x = 0; x < width; x += 1, k += 4) {
        const [px, py] = place(left + x, top + y);
        const luma = ((bytes[light.offset + py * light.stride + px] ?? 0) - black) * lightBy;
        const [cx, cy] = [(px >> across) * step, py >> down];
        const cb = ((bytes[blue.offset + cy * blue.stride + cx] ?? 128) - 128) * colourBy;
        const cr = ((bytes[red.offset + cy * red.stride + cx] ?? 128) - 128) * colourBy;
        data[k] = luma + toRed * cr;
        data[k + 1] = luma - fromBlue * cb - fromRed * cr;
        data[k + 2] = luma + toBlue * cb;
        data[k + 3] = 255;
      }
    return { left, top, pixels: { width, height, data } };
  };
}
