// A film's frame as lightness, upright, no larger than what following needs.
import type { VideoSample } from 'mediabunny';
import type { Gray } from '@/core/motion/gray';
import type { ReadWindow } from '@/core/motion/sticker-follow';
import { windowIn } from '../window-in';
import { planesOf, windowsOf } from './planes';
import type { FilmTurn } from '@/core/motion/kept-film';

/** Longer than this, a frame's long side is halved until it is not: points are found to a tenth of a pixel in what is left. */
export const longestPx = 1280;

/** Size of a frame as it is followed, and by how much smaller than the film that is. */
export function followedSize(width: number, height: number) {
  let by = 1;
  while (Math.max(width, height) / by > longestPx) by *= 2;
  return { width: Math.floor(width / by), height: Math.floor(height / by), by };
}

/** A plane of lightness: where it begins in its buffer, and how long its rows are. */
type Plane = {
  readonly bytes: Uint8Array;
  readonly offset: number;
  readonly stride: number;
  readonly wide: number;
  readonly high: number;
};

/** Where in a plane the pixel of an upright picture lies: its first, and the steps right and down. */
function stepsOf(
  { offset, stride, wide, high }: Plane,
  turned: FilmTurn,
): readonly [first: number, right: number, down: number] {
  switch (turned) {
    case 0:
      return [offset, 1, stride];
    case 90:
      return [offset + (high - 1) * stride, -stride, 1];
    case 180:
      return [offset + (high - 1) * stride + wide - 1, -1, -stride];
    case 270:
      return [offset + wide - 1, stride, -1];
  }
}

/** A plane turned upright, each pixel the mean of `by` × `by` of its own. */
export function uprightGray(plane: Plane, turned: FilmTurn, by: number): Gray {
  const isAcross = turned === 90 || turned === 270;
  const width = Math.floor((isAcross ? plane.high : plane.wide) / by);
  const height = Math.floor((isAcross ? plane.wide : plane.high) / by);
  const [first, right, down] = stepsOf(plane, turned);
  const { bytes } = plane;
  const data = new Float32Array(width * height);
  if (by === 1 && right === 1) {
    for (let y = 0; y < height; y += 1) {
      const row = first + y * down;
      data.set(bytes.subarray(row, row + width), y * width);
    }
    return { width, height, data };
  }
  for (let y = 0, k = 0; y < height; y += 1) {
    let at = first + y * by * down;
    for (let x = 0; x < width; x += 1, k += 1, at += by * right) {
      if (by === 1) {
        data[k] = bytes[at] ?? 0;
        continue;
      }
      let sum = 0;
      for (let j = 0; j < by; j += 1) for (let i = 0; i < by; i += 1) sum += bytes[at + j * down + i * right] ?? 0;
      data[k] = sum / (by * by);
    }
  }
  return { width, height, data };
}

/** A frame as it is followed: its lightness, taken when it is asked for, and windows of it in colour, in the film's own pixels. */
export type SeenFrame = { readonly gray: () => Gray; readonly read: ReadWindow };

/** Reads frames of one film, one after another. `keeps`: a frame is still read after the next has come. */
export function frameReader(turn: FilmTurn, keeps: boolean): (sample: VideoSample) => Promise<SeenFrame> {
  let bytes = new Uint8Array(0);
  let canvas: OffscreenCanvas | undefined;
  const byPlane = async (sample: VideoSample): Promise<SeenFrame | undefined> => {
    const needed = sample.allocationSize();
    if (keeps || bytes.length < needed) bytes = new Uint8Array(needed);
    const layout = await sample.copyTo(bytes);
    const { width: wide, height: high } = sample.visibleRect;
    const { matrix, fullRange } = sample.colorSpace;
    const size = { wide, high, is709: matrix === 'bt709', isFull: fullRange === true };
    const planes = planesOf(sample.format, bytes, layout, size);
    if (!planes) return undefined;
    const turned = turnedBy(sample.rotation, turn);
    const { light } = planes;
    const all = bytes;
    const gray = () => uprightGray({ bytes: all, ...light, wide, high }, turned, followedSize(wide, high).by);
    return { gray, read: windowsOf(planes, turned) };
  };
  const byCanvas = (sample: VideoSample): SeenFrame => {
    const isAcross = turn === 90 || turn === 270;
    const [w, h] = [sample.displayWidth, sample.displayHeight];
    const [wide, high] = isAcross ? [h, w] : [w, h];
    if (keeps || !canvas) canvas = new OffscreenCanvas(wide, high);
    const context = canvas.getContext('2d', { willReadFrequently: true });
    if (!context) throw new Error('no canvas');
    context.setTransform(1, 0, 0, 1, wide / 2, high / 2);
    context.rotate((turn * Math.PI) / 180);
    sample.draw(context, -w / 2, -h / 2, w, h);
    const { data } = context.getImageData(0, 0, wide, high);
    const gray = () => {
      const bytes = new Uint8Array(wide * high);
      for (let k = 0; k < bytes.length; k += 1)
        bytes[k] = 0.299 * (data[4 * k] ?? 0) + 0.587 * (data[4 * k + 1] ?? 0) + 0.114 * (data[4 * k + 2] ?? 0);
      return uprightGray({ bytes, offset: 0, stride: wide, wide, high }, 0, followedSize(wide, high).by);
    };
    return { gray, read: windowIn(context) };
  };
  return async (sample) => {
    const isPlain = !sample.flip && sample.pixelAspectRatio.num === sample.pixelAspectRatio.den;
    return (isPlain ? await byPlane(sample) : undefined) ?? byCanvas(sample);
  };
}

/** How a frame is turned in all, clockwise: as the film says, and as was asked for besides. */
export function turnedBy(rotation: number, turn: FilmTurn): FilmTurn {
  const all = (rotation + turn) % 360;
  return all === 90 || all === 180 || all === 270 ? all : 0;
}
